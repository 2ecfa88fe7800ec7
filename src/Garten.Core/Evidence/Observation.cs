using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Garten.Core.Guides;

namespace Garten.Core.Evidence;

/// <summary>What an observation says. A character with no observation at all was not looked for.</summary>
public enum Finding
{
    /// <summary>One or more states were seen.</summary>
    States,

    /// <summary>Parts were measured or counted one by one.</summary>
    Sample,

    /// <summary>A value as people say it, with its width.</summary>
    Rough,

    /// <summary>Looked for in season, and not there.</summary>
    Absent,

    /// <summary>Cannot be seen today; says nothing for or against any taxon.</summary>
    Hidden,
}

/// <summary>One character seen on one plant on one visit.</summary>
/// <param name="Visit">Number of the visit it was made on, as listed on the sheet.</param>
/// <param name="Finding">What kind of thing was found.</param>
/// <param name="States">For <see cref="Finding.States"/>: the states seen, at least one; otherwise empty.</param>
/// <param name="Values">For <see cref="Finding.Sample"/>: the values in the inner unit, at least one; otherwise empty.</param>
/// <param name="Rough">For <see cref="Finding.Rough"/>: the value read; otherwise null.</param>
/// <param name="Hidden">For <see cref="Finding.Hidden"/>: why; otherwise null.</param>
/// <param name="Source">Where the part came from.</param>
/// <param name="Altered">Damage to the parts looked at.</param>
/// <param name="Exposure">Light the part grew in; null when not noted.</param>
/// <param name="Position">Where it grew; null when not noted.</param>
/// <param name="Stage">Life stage of the plant on that visit; null when not noted.</param>
/// <param name="Sex">Sex of the plant, where known on that visit.</param>
/// <param name="Tool">What it was seen with; null for what the guide asks for.</param>
public sealed record Observation(
    CharacterId Character,
    int Visit,
    DateOnly Date,
    Finding Finding,
    ImmutableArray<string> States,
    ImmutableArray<double> Values,
    RoughValue? Rough,
    HiddenReason? Hidden,
    Certainty Certainty,
    EvidenceSource Source,
    ImmutableArray<Alteration> Altered,
    Exposure? Exposure,
    PartPosition? Position,
    LifeStage? Stage,
    Sex? Sex,
    Tool? Tool = null
)
{
    /// <summary>
    /// For a sample whose parts grew in different places: the place of each, in the order of the values; empty when all grew
    /// where <see cref="Exposure"/> and <see cref="Position"/> say.
    /// </summary>
    public ImmutableArray<PartPlace> Places { get; init; } = [];

    /// <summary>Degrees north of the place it was made at, which tells the season of its day; null where it is not known.</summary>
    [JsonIgnore]
    public double? Latitude { get; init; }

    /// <summary>How old the part looked at was; null where not noted.</summary>
    public PartAge? Age { get; init; }

    /// <summary>Where the parts grew, when all grew in one place.</summary>
    [JsonIgnore]
    public PartPlace Place => new(Exposure, Position);

    /// <summary>The stage of life of the part looked at: a shoot from a stump is a resprout, whatever the rest of the plant is.</summary>
    [JsonIgnore]
    public LifeStage? PartStage =>
        Position switch
        {
            PartPosition.Resprout => LifeStage.Resprout,
            PartPosition.Sapling => LifeStage.Sapling,
            _ => Stage,
        };

    /// <summary>What is known of the part looked at, for finding the statement that holds for it.</summary>
    [JsonIgnore]
    public Scope Circumstances => new(PartStage, Sex, Exposure, Position, Age, SeasonOfYear.Of(Date, Latitude));

    /// <summary>The observation, taken apart into one for the parts of each place, the place with most parts first.</summary>
    /// <returns>At least one observation; the observation itself when all its parts grew in one place.</returns>
    public ImmutableArray<Observation> ByPlace() =>
        Places.IsEmpty
            ? [this]
            :
            [
                .. Values
                    .Zip(Places)
                    .GroupBy(p => p.Second)
                    .OrderByDescending(g => g.Count())
                    .Select(g =>
                        this with
                        {
                            Values = [.. g.Select(p => p.First)],
                            Exposure = g.Key.Exposure,
                            Position = g.Key.Position,
                            Places = [],
                        }
                    ),
            ];

    /// <summary>True when the observation says something about the plant's form (not hidden).</summary>
    [JsonIgnore]
    public bool Weighs => Finding != Finding.Hidden;

    /// <summary>True when it weighs less than a sure look at an attached part.</summary>
    [JsonIgnore]
    public bool IsWeak => Certainty == Certainty.Unsure || Source is EvidenceSource.Fallen or EvidenceSource.OldRemains;

    /// <summary>States seen on the plant.</summary>
    /// <param name="visit">The visit's number.</param>
    /// <param name="states">At least one state.</param>
    public static Observation OfStates(
        CharacterId character,
        int visit,
        DateOnly date,
        params ImmutableArray<string> states
    ) => Blank(character, visit, date, Finding.States) with { States = states };

    /// <summary>Parts measured or counted.</summary>
    /// <param name="visit">The visit's number.</param>
    /// <param name="values">At least one value, in the inner unit.</param>
    public static Observation OfSample(
        CharacterId character,
        int visit,
        DateOnly date,
        params ImmutableArray<double> values
    ) => Blank(character, visit, date, Finding.Sample) with { Values = values };

    /// <summary>A rough value.</summary>
    /// <param name="visit">The visit's number.</param>
    public static Observation OfRough(CharacterId character, int visit, DateOnly date, RoughValue rough) =>
        Blank(character, visit, date, Finding.Rough) with
        {
            Rough = rough,
        };

    /// <summary>Looked for and not there.</summary>
    /// <param name="visit">The visit's number.</param>
    public static Observation OfAbsence(CharacterId character, int visit, DateOnly date) =>
        Blank(character, visit, date, Finding.Absent);

    /// <summary>Cannot be seen today.</summary>
    /// <param name="visit">The visit's number.</param>
    public static Observation OfHidden(CharacterId character, int visit, DateOnly date, HiddenReason why) =>
        Blank(character, visit, date, Finding.Hidden) with
        {
            Hidden = why,
        };

    private static Observation Blank(CharacterId character, int visit, DateOnly date, Finding finding) =>
        new(
            character,
            visit,
            date,
            finding,
            [],
            [],
            null,
            null,
            Certainty.Sure,
            EvidenceSource.Attached,
            [],
            null,
            null,
            null,
            null
        );
}
