using System.Collections.Immutable;
using Garten.Core.Commands;
using Garten.Core.Drawing.Plates;
using Garten.Core.Evidence;
using Garten.Core.Evidence.Pictures;
using Garten.Core.Guides;

namespace Garten.Core.Sheets;

/// <summary>A picture of a plant.</summary>
/// <param name="Plant">The plant.</param>
/// <param name="Photo">Its file.</param>
/// <param name="Date">Day of the visit it belongs to.</param>
/// <param name="Facts">What is said of it.</param>
/// <param name="Person">Who put it there.</param>
/// <param name="IsAway">True where it was taken off the plant again.</param>
public sealed record PlantPicture(
    PlantId Plant,
    KeptPhoto Photo,
    DateOnly Date,
    PictureOnSheet Facts,
    string Person,
    bool IsAway
);

/// <summary>A picture of a plant, as a screen shows it.</summary>
/// <param name="MarkWords">What stands beside each mark: its words, what it counts, how long it is.</param>
public sealed record PictureView(PlantPicture Picture, ImmutableArray<string> MarkWords)
{
    /// <summary>The view of a picture.</summary>
    public static PictureView Of(PlantPicture picture) => new(picture, PictureMarks.InWords(picture.Facts.Note.Marks));
}

/// <summary>A question for the portrait of a plant.</summary>
/// <param name="Sheet">The plant.</param>
/// <param name="Pictures">Its pictures, those taken off it too.</param>
public sealed record PortraitQuestion(PlantSheet Sheet, IReadOnlyList<PictureView> Pictures)
{
    /// <summary>The portrait.</summary>
    public Portrait Answer(Guide guide) =>
        Portrait.Of(
            guide,
            [.. Sheet.Visits.Select(v => v.Date)],
            [.. Sheet.Observations.Select(o => o.Seen)],
            [
                .. Pictures
                    .Select(v => v.Picture)
                    .Where(p => !p.IsAway)
                    .Select(p => new PortraitPicture(p.Photo.Id, p.Facts.Note.Organ, p.Date)),
            ]
        );
}
