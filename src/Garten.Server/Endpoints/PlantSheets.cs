using System.Text.Json;
using Garten.Core.Assessment;
using Garten.Core.Bench;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>An observation, ready to show.</summary>
/// <param name="Visit">The plant's visit it was made on.</param>
/// <param name="Summary">What was found, in words.</param>
/// <param name="Finding">What kind of thing was found.</param>
/// <param name="Parts">Parts as typed.</param>
/// <param name="Places">Where each part grew.</param>
/// <param name="PlaceWords">The same in words; empty where not noted.</param>
/// <param name="Rough">Rough value as typed; empty for none.</param>
/// <param name="Hidden">Why it could not be seen.</param>
/// <param name="Source">Where the part came from.</param>
/// <param name="Altered">Damage to the part.</param>
/// <param name="Exposure">Light it grew in.</param>
/// <param name="Position">Where it grew.</param>
/// <param name="Tool">What it was seen with; null for what the guide asks for.</param>
/// <param name="Revision">Revision a change must start from.</param>
/// <param name="Age">How old the part was; null where not noted.</param>
public sealed record ObservationView(
    int Visit,
    DateOnly Date,
    string Character,
    string Label,
    Organ Organ,
    string Summary,
    FindingKind Finding,
    IReadOnlyList<string> States,
    IReadOnlyList<string> Parts,
    IReadOnlyList<PartPlace> Places,
    IReadOnlyList<string> PlaceWords,
    string Rough,
    HiddenReason? Hidden,
    Certainty Certainty,
    EvidenceSource Source,
    IReadOnlyList<Alteration> Altered,
    Exposure? Exposure,
    PartPosition? Position,
    Tool? Tool,
    string Note,
    string Recorder,
    long Revision,
    PartAge? Age
)
{
    /// <summary>An observation of a plant.</summary>
    /// <param name="date">Day of its visit.</param>
    public static ObservationView Of(StoredObservation stored, Character character, DateOnly date)
    {
        var c = stored.Content;
        var places = c.Places();
        return new(
            c.PlantVisit,
            date,
            c.Character,
            character.Label,
            character.Organ,
            Wording.Recorded(character, c.ToObservation(0, date, null, null)),
            c.Finding,
            c.States,
            [.. c.Parts.Select(p => p.Typed)],
            places,
            [.. places.Select(Wording.Of)],
            c.Rough?.Typed ?? "",
            c.Hidden,
            c.Certainty,
            c.Source,
            c.Altered,
            c.Exposure,
            c.Position,
            c.Tool,
            c.Note,
            stored.Recorder,
            stored.Revision,
            c.Age
        );
    }

    /// <summary>What somebody else recorded in the meantime, for showing both; null when it was removed or is a walk.</summary>
    public static ObservationView? FromTheirs(object? theirs, Guide guide) =>
        theirs is StoredObservation o && guide.FindCharacter(new(o.Content.Character)) is { } character
            ? Of(o, character, default)
            : null;
}

/// <summary>A determination, ready to show.</summary>
/// <param name="FullName">The name as written.</param>
/// <param name="Person">Who gave it.</param>
/// <param name="Reasons">What it rests on.</param>
/// <param name="Reviews">What others said of it, the latest first.</param>
public sealed record DeterminationView(
    int Id,
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
/// <param name="Observations">What was recorded.</param>
/// <param name="Request">The plant as the bench is asked about it.</param>
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
    BenchRequest Request,
    IReadOnlyList<LinkedPlant> Colony,
    IReadOnlyList<StageAndSex> Learned,
    long? WalkRevision,
    IReadOnlyList<DeterminationView> Determinations,
    UndoState Undo,
    IReadOnlyList<Voucher> Vouchers
);

/// <summary>Brings together all that is known of a plant.</summary>
public sealed class PlantSheets(PlantStore plants, EvidenceStore evidence, CurrentGuide current, CurrentPerson person)
{
    /// <summary>How reasons are kept.</summary>
    public static JsonSerializerOptions ReasonsJson { get; } = new(JsonSerializerDefaults.Web);

    /// <summary>The sheet of a plant.</summary>
    public async Task<PlantSheet> ReadAsync(int plant, CancellationToken cancel) =>
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
        var dates = stored.Visits.ToDictionary(v => v.Id, v => v.Date);
        var said = stored.Reviews.ToLookup(r => r.Determination);
        return new(
            stored.Card,
            stored.Visits,
            [
                .. stored
                    .Observations.Select(o =>
                        (Stored: o, Character: current.Guide.FindCharacter(new(o.Content.Character)))
                    )
                    .Where(x => x.Character is not null)
                    .Select(x => ObservationView.Of(x.Stored, x.Character!, dates[x.Stored.Content.PlantVisit])),
            ],
            new(plant.ToPlant(), null),
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
                    JsonSerializer.Deserialize<DeterminationReasons>(d.Reasons, ReasonsJson)!,
                    [.. said[d.Id]]
                )),
            ],
            undo,
            stored.Vouchers
        );
    }

    /// <summary>The plant as the core is asked about it.</summary>
    public async Task<BenchRequest> RequestAsync(int plant, CancellationToken cancel) =>
        new((await plants.ReadAsync(plant, cancel)).ToPlant(), null);
}
