using Garten.Core.Assessment;
using Garten.Core.Evidence;
using Garten.Core.Survey;

namespace Garten.Core.Sheets;

/// <summary>What can be undone and redone.</summary>
/// <param name="Undo">What the next undo would take back, in words; null when nothing.</param>
/// <param name="Redo">What the next redo would do again; null when nothing.</param>
public sealed record UndoState(string? Undo, string? Redo);

/// <summary>A plant, ready for the bench.</summary>
/// <param name="Plant">The plant and its site.</param>
/// <param name="Visits">Its visits, oldest first.</param>
/// <param name="Observations">What was recorded, each once: as it is shown, and as it is asked.</param>
/// <param name="Question">The plant as the core is asked about it, but for its observations.</param>
/// <param name="Colony">Plants linked with it as of one colony.</param>
/// <param name="Learned">What is known of the plant's stage and sex on each visit, learned on others too; in the order of the visits.</param>
/// <param name="WalkRevision">Revision of the walk; null when none was begun.</param>
/// <param name="Determinations">Its names, the latest first.</param>
/// <param name="Undo">What can be undone.</param>
/// <param name="Vouchers">Specimens kept of it.</param>
public sealed record PlantSheet(
    PlantCard Plant,
    IReadOnlyList<PlantVisit> Visits,
    IReadOnlyList<ObservationView> Observations,
    Plant Question,
    IReadOnlyList<LinkedPlant> Colony,
    IReadOnlyList<StageAndSex> Learned,
    long? WalkRevision,
    IReadOnlyList<DeterminationView> Determinations,
    UndoState Undo,
    IReadOnlyList<Voucher> Vouchers
)
{
    /// <summary>The plant as the core is asked about it.</summary>
    public Plant Asked() => Question with { Observations = [.. Observations.Select(o => o.Seen)] };

    /// <summary>The plant with what was said of its names, as grades are reckoned from it.</summary>
    public GradeQuestion Graded() =>
        new(
            Asked(),
            [
                .. Determinations.Select(d => new GivenName(new(d.Taxon), d.Qualifier, d.Person, d.Date)
                {
                    FullName = d.FullName,
                }),
            ]
        )
        {
            Reviews =
            [
                .. Determinations
                    .Take(1)
                    .SelectMany(d => d.Reviews)
                    .DistinctBy(r => r.Person)
                    .Select(r => new NameReview(r.Person, r.Verdict, r.Remark)),
            ],
            Vouchers = [.. Vouchers.Select(v => v.Content.Number)],
        };

    /// <summary>The plant as it is listed.</summary>
    public PlantTag Listed()
    {
        var name = Determinations.Count > 0 ? Determinations[0] : null;
        return new(
            Plant.Id,
            Plant.Tag,
            Plant.Site.Name,
            Plant.Description,
            name?.FullName,
            name?.Taxon,
            Observations.Count(o => o.Seen.Weighs),
            Visits.Count,
            Visits.Max(v => v.Date),
            name is not null && name.Qualifier != IdentificationQualifier.None
        );
    }
}
