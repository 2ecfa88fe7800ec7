using Garten.Core.Assessment;
using Garten.Core.Commands;
using Garten.Core.Evidence;
using Garten.Core.Identification;
using Garten.Core.Keys;
using Garten.Core.Measuring;
using Garten.Core.Survey;
using Garten.Core.Survey.Places;

namespace Garten.Core.Sheets;

/// <summary>Who is at work, on what day.</summary>
/// <param name="Name">As it is shown.</param>
/// <param name="Yardsticks">Things of known size a length may be given in.</param>
public sealed record AtWork(PersonId Person, string Name, DateOnly Today, IReadOnlyList<Yardstick> Yardsticks);

/// <summary>
/// Changes a sheet as the server will, where there is no server to ask:
/// <code>sheet = new SheetAway(model, who).Recorded(sheet, visit, "margin", input, command);</code>
/// The same rules decide, and what it gives is shown until the server has answered. It knows nothing of what others changed meanwhile:
/// revisions it gives are those of <see cref="RevisionAway"/>.
/// </summary>
/// <param name="model">The guide made ready.</param>
/// <param name="who">Who makes the changes.</param>
public sealed class SheetAway(CandidateModel model, AtWork who)
{
    /// <summary>Stands for the tag of a plant that has none yet: the server gives the next free one.</summary>
    public const string NoTagYet = "new";

    /// <summary>The sheet of a plant that was just taken up.</summary>
    /// <param name="site">Where it stands.</param>
    /// <exception cref="RuleException">It cannot be so.</exception>
    public PlantSheet Taken(PlantInput input, Site site, Guid command)
    {
        var plant = input.Checked(who.Today);
        var card = new PlantCard(plant.Plant, plant.Tag ?? NoTagYet, plant.Description, plant.Origin, site);
        var empty = new PlantSheet(card, [], [], Plant.At(site.AsPlaceFacts()), [], [], null, [], new(null, null), []);
        return Laid(empty, [VisitOf(plant.Visit, command)], []);
    }

    /// <summary>A plant put right.</summary>
    /// <param name="site">Where it stands after that.</param>
    /// <exception cref="RuleException">It cannot be so.</exception>
    public static PlantSheet Corrected(PlantSheet sheet, PlantCorrection input, Site site)
    {
        var after = input.After.Checked();
        return sheet with
        {
            Plant = sheet.Plant with
            {
                Tag = after.Tag,
                Description = after.Description,
                Origin = after.Origin,
                Site = site,
            },
            Question = sheet.Question with { Place = site.AsPlaceFacts() },
        };
    }

    /// <summary>A visit more; seen again the same day by the same person it is the same visit.</summary>
    /// <exception cref="RuleException">It cannot have been so.</exception>
    public PlantSheet Visited(PlantSheet sheet, VisitContent input, Guid command)
    {
        var visit = VisitOf(input.Checked(who.Today), command);
        var same = sheet.Visits.FirstOrDefault(v => v.Date == visit.Date && v.Recorder == visit.Recorder);
        return Laid(
            sheet,
            [.. sheet.Visits.Where(v => v != same), same is null ? visit : visit with { Id = same.Id }],
            sheet.Observations
        );
    }

    /// <summary>A visit put right.</summary>
    /// <exception cref="RuleException">It cannot have been so, or there is no such visit.</exception>
    public PlantSheet VisitCorrected(PlantSheet sheet, VisitId id, VisitCorrection input)
    {
        var before = Find(sheet, id);
        var after = PlantVisit.Of(id, before.Recorder, input.After.Checked(who.Today));
        return Laid(sheet, [.. sheet.Visits.Where(v => v.Id != id), after], sheet.Observations);
    }

    /// <summary>A visit deleted, with all that was recorded on it.</summary>
    /// <exception cref="RuleException">There is no such visit, or it is the only one.</exception>
    public static PlantSheet VisitDeleted(PlantSheet sheet, VisitId id)
    {
        Find(sheet, id);
        return sheet.Visits.Count > 1
            ? Laid(sheet, sheet.Visits.Where(v => v.Id != id), sheet.Observations.Where(o => o.Visit != id))
            : throw new RuleException("visit", "A plant keeps one visit at least. Delete the plant instead.");
    }

    /// <summary>A feature recorded.</summary>
    /// <exception cref="RuleException">It cannot be true, cannot be read, or does not start from what stands.</exception>
    public PlantSheet Recorded(PlantSheet sheet, VisitId visit, string character, ObservationInput input, Guid command)
    {
        Find(sheet, visit);
        var change = ObservationChange.Of(model.Guide, visit, character, input, who.Person, who.Yardsticks);
        var now = On(sheet, visit, character);
        RequireStands(now, input.Expected);
        var typed = now?.Seen.Finding is Finding.Rough rough ? [rough.Value.Typed] : now?.Parts ?? [];
        if (
            !change.Replaces
            && ObservationRules.Replacing(now?.Seen.Finding.Kind, typed, change.Content) is { } question
        )
        {
            throw new RuleException(ObservationRules.ReplacesField, question);
        }

        var stored = new StoredObservation(change.Content!, who.Name, RevisionAway.Of(command), command);
        return Put(sheet, visit, character, ViewOf(sheet, stored)) with { Undo = new(change.What, null) };
    }

    /// <summary>Features read from a picture, in the order in which they can be taken back.</summary>
    /// <exception cref="RuleException">There is none, or one cannot be so.</exception>
    public IEnumerable<(string Character, PlantSheet After)> Read(PlantSheet sheet, PhotoUseInput input, Guid command)
    {
        foreach (var feature in input.Checked())
        {
            var before = On(sheet, input.Visit, feature.Character);
            sheet = Recorded(sheet, input.Visit, feature.Character, feature.On(before), command);
            yield return (feature.Character, sheet);
        }
    }

    /// <summary>A feature taken back.</summary>
    /// <exception cref="RuleException">It does not start from what stands.</exception>
    public PlantSheet FeatureRemoved(PlantSheet sheet, VisitId visit, string character, long expected)
    {
        Find(sheet, visit);
        RequireStands(On(sheet, visit, character), expected);
        var label = model.Guide.FindCharacter(new(character))?.Label ?? character;
        return Put(sheet, visit, character, null) with { Undo = new($"remove {label.ToLowerInvariant()}", null) };
    }

    /// <summary>What is recorded of a character on a visit, set as it was.</summary>
    /// <param name="view">What was recorded; null for nothing.</param>
    /// <param name="command">The change that sets it.</param>
    public static PlantSheet Put(
        PlantSheet sheet,
        VisitId visit,
        string character,
        ObservationView? view,
        Guid command
    ) => Put(sheet, visit, character, view is null ? null : view with { Revision = RevisionAway.Of(command) });

    /// <summary>The key walked.</summary>
    /// <exception cref="RuleException">The move cannot be made there.</exception>
    public PlantSheet Walked(PlantSheet sheet, KeyMove move, Guid command)
    {
        if (move.Expected != sheet.WalkRevision)
        {
            throw new RuleException("move", "Somebody else walked the key of this plant in the meantime.");
        }

        var (walk, what) = move.On(model.Guide, sheet.Question.Walk);
        return WalkPut(sheet, walk, command) with { Undo = new(what, null) };
    }

    /// <summary>The walk set as it was.</summary>
    /// <param name="walk">The walk; null for none.</param>
    public static PlantSheet WalkPut(PlantSheet sheet, KeyWalk? walk, Guid command) =>
        sheet with
        {
            Question = sheet.Question with { Walk = walk },
            WalkRevision = walk is null ? null : RevisionAway.Of(command),
        };

    /// <summary>A name given.</summary>
    /// <exception cref="RuleException">The guide has no such taxon, or the day is still to come.</exception>
    public PlantSheet Named(PlantSheet sheet, NameInput input)
    {
        var name = GiveName.Of(sheet.Plant.Id, input, model.Guide, who.Today);
        var view = new DeterminationView(
            name.Id,
            name.Taxon.Value,
            name.FullName,
            name.Qualifier,
            who.Name,
            name.Date,
            name.Remarks,
            DeterminationReasons.Gather(model, sheet.Asked(), name.Taxon),
            []
        );
        return sheet with
        {
            Plant = sheet.Plant with { Origin = name.Origin ?? sheet.Plant.Origin },
            Determinations = [view, .. sheet.Determinations.Where(d => d.Id != name.Id)],
        };
    }

    /// <summary>A name withdrawn.</summary>
    /// <exception cref="RuleException">There is no reason.</exception>
    public static PlantSheet NameWithdrawn(PlantSheet sheet, DeterminationId name, Reasoned input)
    {
        _ = WithdrawName.Of(sheet.Plant.Id, name, input.Reason);
        return sheet with { Determinations = [.. sheet.Determinations.Where(d => d.Id != name)] };
    }

    /// <summary>A word on a name somebody gave.</summary>
    /// <param name="at">When it was said.</param>
    /// <exception cref="RuleException">They did not say why.</exception>
    public PlantSheet Reviewed(
        PlantSheet sheet,
        DeterminationId name,
        ReviewInput input,
        Guid command,
        DateTimeOffset at
    )
    {
        var said = ReviewName.Of(sheet.Plant.Id, name, input.Verdict, input.Remark);
        var review = new StoredReview(new(command), name, who.Name, said.Verdict, said.Remark, at);
        return sheet with
        {
            Determinations =
            [
                .. sheet.Determinations.Select(d => d.Id == name ? d with { Reviews = [review, .. d.Reviews] } : d),
            ],
        };
    }

    /// <summary>A specimen kept. Whether the stand bears it is asked before; protection is weighed by the server again.</summary>
    /// <exception cref="RuleException">It cannot have been so.</exception>
    public PlantSheet Collected(PlantSheet sheet, VoucherContent input) =>
        sheet with
        {
            Vouchers = [.. sheet.Vouchers, new(input.Checked(who.Today, spared: false), who.Name)],
        };

    private PlantVisit VisitOf(VisitContent content, Guid command) =>
        PlantVisit.Of(content.Id ?? new(command), who.Name, content);

    private ObservationView ViewOf(PlantSheet sheet, StoredObservation stored)
    {
        var c = stored.Content;
        var seen = new PlantVisits(sheet.Visits).Seen(c.PlantVisit, c.ToObservation(0, default, null, null), c.Altered);
        return ObservationView.Of(stored, seen, model.Guide.Character(new(c.Character)));
    }

    private static PlantVisit Find(PlantSheet sheet, VisitId id) =>
        sheet.Visits.FirstOrDefault(v => v.Id == id)
        ?? throw new RuleException("visit", "That visit does not belong to this plant.");

    private static ObservationView? On(PlantSheet sheet, VisitId visit, string character) =>
        sheet.Observations.FirstOrDefault(o => o.Visit == visit && o.Seen.Character.Value == character);

    private static void RequireStands(ObservationView? now, long? expected)
    {
        if (now?.Revision != expected)
        {
            throw new RuleException(
                "expected",
                now is null
                    ? "Somebody else removed this feature in the meantime."
                    : $"{now.Recorder} changed this feature in the meantime."
            );
        }
    }

    /// <summary>Puts an observation in the place of one there may be, and leaves all others where they stand.</summary>
    private static PlantSheet Put(PlantSheet sheet, VisitId visit, string character, ObservationView? view)
    {
        var now = On(sheet, visit, character);
        return sheet with
        {
            Observations = now is null
                ? view is null
                    ? sheet.Observations
                    : [.. sheet.Observations, view]
                : view is null
                    ? [.. sheet.Observations.Where(o => o != now)]
                    : [.. sheet.Observations.Select(o => o == now ? view : o)],
        };
    }

    /// <summary>Lays the visits out anew: their numbers, and what one tells of another, hang on all of them.</summary>
    private static PlantSheet Laid(
        PlantSheet sheet,
        IEnumerable<PlantVisit> visits,
        IEnumerable<ObservationView> observations
    )
    {
        var laid = new PlantVisits([.. visits.OrderBy(v => v.Date).ThenBy(v => v.Id.Value)]);
        return sheet with
        {
            Visits = laid.All,
            Learned = laid.Learned,
            Question = sheet.Question with { Visits = laid.Asked },
            Observations = [.. observations.Select(o => o with { Seen = laid.Seen(o.Visit, o.Seen, o.Altered) })],
        };
    }
}
