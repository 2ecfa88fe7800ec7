using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Garten.Core.Guides;

namespace Garten.Core.Evidence;

/// <summary>One character seen on one plant on one visit.</summary>
/// <example><code>Observation.OfSample(new("blade-length"), visit: 1, day, 62, 71, 58) with { Exposure = Exposure.Shade }</code></example>
/// <param name="Visit">Number of the visit it was made on, as listed on the sheet.</param>
/// <param name="Finding">What was found.</param>
public sealed record Observation(CharacterId Character, int Visit, DateOnly Date, Finding Finding)
{
    /// <summary>How sure the person was of it.</summary>
    public Certainty Certainty { get; init; } = Certainty.Sure;

    /// <summary>Where the part came from.</summary>
    public EvidenceSource Source { get; init; } = EvidenceSource.Attached;

    /// <summary>Damage to the parts looked at.</summary>
    public ImmutableArray<Alteration> Altered { get; init; } = [];

    /// <summary>Light the part grew in; null when not noted.</summary>
    public Exposure? Exposure { get; init; }

    /// <summary>Where it grew on the plant; null when not noted.</summary>
    public PartPosition? Position { get; init; }

    /// <summary>Life stage of the plant on that visit; null when not noted.</summary>
    public LifeStage? Stage { get; init; }

    /// <summary>Sex of the plant, where known on that visit.</summary>
    public Sex? Sex { get; init; }

    /// <summary>What it was seen with; null for what the guide asks for.</summary>
    public Tool? Tool { get; init; }

    /// <summary>Parts measured or counted; empty for anything but a sample.</summary>
    [JsonIgnore]
    public ImmutableArray<double> Values => Finding is Finding.Sample sample ? sample.Values : [];

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
        Finding is not Finding.Sample { Places.IsEmpty: false } sample
            ? [this]
            :
            [
                .. sample
                    .Values.Zip(sample.Places)
                    .GroupBy(p => p.Second)
                    .OrderByDescending(g => g.Count())
                    .Select(g =>
                        this with
                        {
                            Finding = new Finding.Sample([.. g.Select(p => p.First)], []),
                            Exposure = g.Key.Exposure,
                            Position = g.Key.Position,
                        }
                    ),
            ];

    /// <summary>True when the observation says something about the plant's form (not hidden).</summary>
    [JsonIgnore]
    public bool Weighs => Finding is not Finding.Hidden;

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
    ) => new(character, visit, date, new Finding.States(states));

    /// <summary>Parts measured or counted.</summary>
    /// <param name="visit">The visit's number.</param>
    /// <param name="values">At least one value, in the inner unit.</param>
    public static Observation OfSample(
        CharacterId character,
        int visit,
        DateOnly date,
        params ImmutableArray<double> values
    ) => new(character, visit, date, new Finding.Sample(values, []));

    /// <summary>A rough value.</summary>
    /// <param name="visit">The visit's number.</param>
    public static Observation OfRough(CharacterId character, int visit, DateOnly date, RoughValue rough) =>
        new(character, visit, date, new Finding.Rough(rough));

    /// <summary>Looked for and not there.</summary>
    /// <param name="visit">The visit's number.</param>
    public static Observation OfAbsence(CharacterId character, int visit, DateOnly date) =>
        new(character, visit, date, new Finding.Absent());

    /// <summary>Cannot be seen today.</summary>
    /// <param name="visit">The visit's number.</param>
    public static Observation OfHidden(CharacterId character, int visit, DateOnly date, HiddenReason why) =>
        new(character, visit, date, new Finding.Hidden(why));
}
