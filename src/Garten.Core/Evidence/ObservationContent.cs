using System.Text.Json.Serialization;
using Garten.Core.Guides;

namespace Garten.Core.Evidence;

/// <summary>One measured or counted part.</summary>
/// <param name="Value">In the inner unit.</param>
/// <param name="Typed">What the person wrote.</param>
/// <param name="Exposure">Light it grew in.</param>
/// <param name="Position">Where it grew.</param>
public sealed record SamplePart(double Value, string Typed, Exposure? Exposure = null, PartPosition? Position = null);

/// <summary>What an observation says, as kept.</summary>
/// <param name="PlantVisit">The plant's visit it was made on.</param>
/// <param name="Finding">What kind of thing was found.</param>
/// <param name="Rough">The rough value.</param>
/// <param name="Hidden">Why it could not be seen.</param>
/// <param name="Source">Where the part came from.</param>
/// <param name="Altered">Damage to the part.</param>
/// <param name="Exposure">Light it grew in; null where not noted, and for a sample whose parts differ.</param>
/// <param name="Position">Where it grew; likewise.</param>
/// <param name="RecordedBy">Who recorded it.</param>
/// <param name="Tool">What it was seen with; null for what the guide asks for.</param>
/// <param name="Age">How old the part was; null where not noted.</param>
public sealed record ObservationContent(
    VisitId PlantVisit,
    string Character,
    FindingKind Finding,
    string[] States,
    SamplePart[] Parts,
    RoughValue? Rough,
    HiddenReason? Hidden,
    Certainty Certainty,
    EvidenceSource Source,
    Alteration[] Altered,
    Exposure? Exposure,
    PartPosition? Position,
    string Note,
    PersonId RecordedBy,
    Tool? Tool = null,
    PartAge? Age = null
)
{
    /// <summary>Where each part of a sample grew.</summary>
    public PartPlace[] Places() =>
        [.. Parts.Select(p => new PartPlace(p.Exposure ?? Exposure, p.Position ?? Position))];

    /// <summary>What was typed: each part, or the rough value; empty for what was chosen.</summary>
    [JsonIgnore]
    public IReadOnlyList<string> Typed => Rough is { } rough ? [rough.Typed] : [.. Parts.Select(p => p.Typed)];

    /// <summary>What it says as the core knows it.</summary>
    /// <param name="visit">Number of the visit on the sheet.</param>
    /// <param name="stage">Stage of the plant that day.</param>
    /// <param name="sex">Sex of the plant that day.</param>
    public Observation ToObservation(int visit, DateOnly date, LifeStage? stage, Sex? sex) =>
        new(new(Character), visit, date, Found())
        {
            Certainty = Certainty,
            Source = Source,
            Altered = [.. Altered],
            Exposure = Exposure,
            Position = Position,
            Stage = stage,
            Sex = sex,
            Tool = Tool,
            Age = Age,
        };

    private Evidence.Finding Found() =>
        Finding switch
        {
            FindingKind.States => new Evidence.Finding.States([.. States]),
            FindingKind.Sample => new Evidence.Finding.Sample(
                [.. Parts.Select(p => p.Value)],
                Places() is var places && places.Distinct().Count() > 1 ? [.. places] : []
            ),
            FindingKind.Rough => new Evidence.Finding.Rough(Rough!),
            FindingKind.Absent => new Evidence.Finding.Absent(),
            _ => new Evidence.Finding.Hidden(Hidden ?? HiddenReason.OutOfReach),
        };
}
