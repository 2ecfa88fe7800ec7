using System.Collections.Immutable;
using Garten.Core.Commands;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Sheets;
using Garten.Core.Survey.Places;

namespace Garten.Core.Bench;

/// <summary>The pictures of a plant as the server last gave them, and what was changed of them since.</summary>
/// <param name="Sheet">The plant, with what waits on it.</param>
/// <param name="Pictures">Its pictures as the server last gave them.</param>
/// <param name="Photos">Pictures that were taken on this device.</param>
/// <param name="Changes">The changes, in the order they were made.</param>
public sealed record PicturesQuestion(
    PlantSheet Sheet,
    IReadOnlyList<PictureView> Pictures,
    IReadOnlyList<KeptPhoto> Photos,
    IReadOnlyList<WaitingChange> Changes,
    AtWork Who
);

/// <summary>Pictures of a plant with what waits on them.</summary>
/// <param name="Pictures">The pictures, the oldest visit first.</param>
/// <param name="Changes">The changes, in their order.</param>
public sealed record PicturesAnswer(ImmutableArray<PictureView> Pictures, IReadOnlyList<ChangeShown> Changes);

/// <summary>A question for the site nearest to a place.</summary>
/// <param name="Latitude">Degrees north.</param>
/// <param name="Longitude">Degrees east.</param>
public sealed record NearestQuestion(double Latitude, double Longitude, IReadOnlyList<Site> Sites)
{
    /// <summary>The site.</summary>
    /// <exception cref="RuleException">There is no such place.</exception>
    public NearestSite Answer()
    {
        SiteRules.CheckPosition(Latitude, Longitude);
        return NearestSite.Of(new(Latitude, Longitude), Sites);
    }
}

/// <summary>
/// Makes the changes that wait on a device on the pictures of their plant, as <see cref="WaitingChanges"/> does on its sheet:
/// <code>var answer = WaitingPictures.On(guide, question);</code>
/// </summary>
public static class WaitingPictures
{
    /// <summary>The pictures after their changes.</summary>
    public static PicturesAnswer On(Guide guide, PicturesQuestion question)
    {
        var desk = new Desk(guide, question);
        var shown = question.Changes.Select(c => c.Shown(() => desk.Make(c))).ToList();
        return new([.. desk.All.OrderBy(p => p.Date).Select(PictureView.Of)], shown);
    }

    private sealed class Desk(Guide guide, PicturesQuestion question)
    {
        private readonly Dictionary<VisitId, DateOnly> _days = question.Sheet.Visits.ToDictionary(
            v => v.Id,
            v => v.Date
        );

        /// <summary>The pictures of visits that there are.</summary>
        public IEnumerable<PlantPicture> All => _pictures.Where(p => _days.ContainsKey(p.Facts.Visit));

        private readonly List<PlantPicture> _pictures = [.. question.Pictures.Select(p => p.Picture)];

        /// <summary>Makes a change.</summary>
        /// <returns>Whether it shows.</returns>
        /// <exception cref="RuleException">It cannot be made.</exception>
        public bool Make(WaitingChange change)
        {
            var json = BenchJson.Default;
            switch (change.Name)
            {
                case "addPicture":
                    var input = change.Content(json.PictureInput);
                    Add(input.On(change.IdAt<VisitId>("visit")), PhotoOf(input.Photo));
                    return true;
                case "correctPicture":
                    var correction = change.Content(json.PictureCorrection);
                    var at = PlaceOf(change);
                    var after = correction.After.Checked(_pictures[at].Photo, guide);
                    _pictures[at] = _pictures[at] with { Facts = after, Date = DayOf(after.Visit) };
                    return true;
                case "removePicture" or "bringPictureBack":
                    var of = PlaceOf(change);
                    _pictures[of] = _pictures[of] with { IsAway = change.Name == "removePicture" };
                    return true;
                case "usePhoto":
                    Use(change.Content(json.PhotoUseInput), change.IdAt<PhotoId>("id"));
                    return true;
                default:
                    return false;
            }
        }

        private void Add(PictureOnSheet facts, KeptPhoto photo)
        {
            if (_pictures.Any(p => p.Photo.Id == photo.Id && p.Facts.Visit == facts.Visit))
            {
                throw new RuleException("photo", "The picture is on this visit already.");
            }

            _pictures.Add(
                new(
                    question.Sheet.Plant.Id,
                    photo,
                    DayOf(facts.Visit),
                    facts.Checked(photo, guide),
                    question.Who.Name,
                    IsAway: false
                )
            );
        }

        /// <summary>What was read from a picture is what it is evidence of, where it is on that visit.</summary>
        private void Use(PhotoUseInput input, PhotoId photo)
        {
            var at = _pictures.FindIndex(p => p.Photo.Id == photo && p.Facts.Visit == input.Visit);
            if (at < 0)
            {
                return;
            }

            var facts = _pictures[at].Facts;
            _pictures[at] = _pictures[at] with
            {
                Facts = facts with
                {
                    Characters = [.. facts.Characters.Union(input.Checked().Select(f => f.Character))],
                },
            };
        }

        private KeptPhoto PhotoOf(PhotoId id) =>
            question.Photos.FirstOrDefault(p => p.Id == id)
            ?? throw new RuleException("photo", "This device does not have the picture any more. Choose it again.");

        private DateOnly DayOf(VisitId visit) =>
            _days.TryGetValue(visit, out var day)
                ? day
                : throw new RuleException("visit", "The plant has no such visit.");

        private int PlaceOf(WaitingChange change)
        {
            var (photo, visit) = (change.IdAt<PhotoId>("photo"), change.IdAt<VisitId>("visit"));
            var at = _pictures.FindIndex(p => p.Photo.Id == photo && p.Facts.Visit == visit);
            return at >= 0 ? at : throw new RuleException("photo", "The plant has no such picture.");
        }
    }
}
