using System.Text.Json;
using Garten.Core.Assessment;
using Garten.Core.Bench;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Survey;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>An observation with the words and the marks of a screen around it.</summary>
/// <param name="Visit">The plant's visit it was made on.</param>
/// <param name="Summary">What was found, in words.</param>
/// <param name="Parts">Parts as typed.</param>
/// <param name="Places">Where each part grew.</param>
/// <param name="PlaceWords">The same in words; empty where not noted.</param>
/// <param name="Altered">Damage to the part itself; what is asked of the core adds that of the whole plant.</param>
/// <param name="Revision">Revision a change must start from.</param>
/// <param name="Seen">The observation, as the core is asked about it.</param>
public sealed record ObservationView(
    VisitId Visit,
    string Label,
    Organ Organ,
    string Summary,
    IReadOnlyList<string> Parts,
    IReadOnlyList<PartPlace> Places,
    IReadOnlyList<string> PlaceWords,
    IReadOnlyList<Alteration> Altered,
    string Note,
    string Recorder,
    long Revision,
    Observation Seen
)
{
    /// <summary>An observation of a plant.</summary>
    /// <param name="seen">The same as the core is asked about it.</param>
    public static ObservationView Of(StoredObservation stored, Observation seen, Character character)
    {
        var c = stored.Content;
        var places = c.Places();
        return new(
            c.PlantVisit,
            character.Label,
            character.Organ,
            Wording.Recorded(character, seen),
            [.. c.Parts.Select(p => p.Typed)],
            places,
            [.. places.Select(Wording.Of)],
            c.Altered,
            c.Note,
            stored.Recorder,
            stored.Revision,
            seen
        );
    }

    /// <summary>What somebody else recorded in the meantime, for showing both; null when it was removed or is a walk.</summary>
    public static ObservationView? FromTheirs(object? theirs, Guide guide) =>
        theirs is StoredObservation o && guide.FindCharacter(new(o.Content.Character)) is { } character
            ? Of(o, o.Content.ToObservation(0, default, null, null), character)
            : null;
}

/// <summary>A determination, ready to show.</summary>
/// <param name="FullName">The name as written.</param>
/// <param name="Person">Who gave it.</param>
/// <param name="Reasons">What it rests on.</param>
/// <param name="Reviews">What others said of it, the latest first.</param>
public sealed record DeterminationView(
    DeterminationId Id,
    string Taxon,
    string FullName,
    IdentificationQualifier Qualifier,
    string Person,
    DateOnly Date,
    string Remarks,
    DeterminationReasons Reasons,
    IReadOnlyList<StoredReview> Reviews
);

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
    public BenchRequest Asked() => new(Question with { Observations = [.. Observations.Select(o => o.Seen)] }, null);
}

/// <summary>Brings together all that is known of a plant.</summary>
public sealed class PlantSheets(PlantStore plants, EvidenceStore evidence, CurrentGuide current, CurrentPerson person)
{
    /// <summary>The sheet of a plant.</summary>
    public async Task<PlantSheet> ReadAsync(PlantId plant, CancellationToken cancel) =>
        await OfAsync(await plants.ReadAsync(plant, cancel), cancel);

    /// <summary>The sheet of a plant that was just read or changed.</summary>
    public async Task<PlantSheet> OfAsync(PlantInColony plant, CancellationToken cancel) =>
        Of(
            plant,
            person.Id is { } own ? await evidence.UndoStateAsync(plant.Stored.Card.Id, own, cancel) : new(null, null)
        );

    /// <summary>The sheet of a plant.</summary>
    /// <param name="undo">What the person can take back.</param>
    public PlantSheet Of(PlantInColony plant, UndoState undo)
    {
        var stored = plant.Stored;
        var asked = plant.ToPlant();
        var said = stored.Reviews.ToLookup(r => r.Determination);
        return new(
            stored.Card,
            stored.Visits,
            [
                .. stored
                    .Observations.Zip(asked.Observations)
                    .Select(x => (x.First, x.Second, Character: current.Guide.FindCharacter(x.Second.Character)))
                    .Where(x => x.Character is not null)
                    .Select(x => ObservationView.Of(x.First, x.Second, x.Character!)),
            ],
            asked with
            {
                Observations = [],
            },
            stored.Colony,
            ReachBack.Fill([.. stored.Visits.Select(v => new StageAndSex(v.Date, v.Stage, v.Sex))]),
            stored.Walk?.Revision,
            [
                .. stored.Determinations.Select(d => new DeterminationView(
                    d.Id,
                    d.Taxon,
                    d.FullName,
                    d.Qualifier,
                    d.Person,
                    d.Date,
                    d.Remarks,
                    JsonSerializer.Deserialize<DeterminationReasons>(d.Reasons, DeterminationStore.ReasonsJson)!,
                    [.. said[d.Id]]
                )),
            ],
            undo,
            stored.Vouchers
        );
    }

    /// <summary>The plant as the core is asked about it.</summary>
    public async Task<BenchRequest> RequestAsync(PlantId plant, CancellationToken cancel) =>
        new((await plants.ReadAsync(plant, cancel)).ToPlant(), null);
}
