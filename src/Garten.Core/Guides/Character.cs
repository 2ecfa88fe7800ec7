using System.Collections.Immutable;
using System.Text.Json.Serialization;

namespace Garten.Core.Guides;

/// <summary>The part of the plant, or of its place, a character belongs to. The order is the order of a feature panel.</summary>
public enum Organ
{
    /// <summary>The plant as a whole, and its stems.</summary>
    Habit,

    /// <summary>Bark of trunk and older stems.</summary>
    Bark,

    /// <summary>Twig and winter bud.</summary>
    Twig,

    /// <summary>Leaf.</summary>
    Leaf,

    /// <summary>Flower.</summary>
    Flower,

    /// <summary>The way flowers are grouped.</summary>
    Inflorescence,

    /// <summary>Fruit and what remains of it.</summary>
    Fruit,

    /// <summary>The place the plant grows in.</summary>
    Place,
}

/// <summary>What sort of values a character takes.</summary>
public enum CharacterKind
{
    /// <summary>Named states in no order.</summary>
    Unordered,

    /// <summary>Named states in order, so that neighbours are easily taken for each other.</summary>
    Ordered,

    /// <summary>Named colours.</summary>
    Colour,

    /// <summary>A whole number.</summary>
    Count,

    /// <summary>A length, held in millimetres.</summary>
    Length,

    /// <summary>A ratio of two lengths.</summary>
    Ratio,

    /// <summary>An angle in degrees.</summary>
    Angle,
}

/// <summary>What one must do to the plant to see a character, from the mildest to the hardest.</summary>
public enum HarmLevel
{
    /// <summary>Looking is enough.</summary>
    Look,

    /// <summary>The part must be touched or bent.</summary>
    Touch,

    /// <summary>The part is crushed or scratched.</summary>
    Crush,

    /// <summary>The part is taken off.</summary>
    Detach,

    /// <summary>The part is cut.</summary>
    Cut,

    /// <summary>The plant is dug up.</summary>
    Uproot,
}

/// <summary>The tool a character is seen with.</summary>
public enum Tool
{
    /// <summary>The naked eye.</summary>
    Eye,

    /// <summary>A hand lens.</summary>
    HandLens,

    /// <summary>A ruler or tape.</summary>
    Ruler,

    /// <summary>A knife.</summary>
    Knife,
}

/// <summary>One value a character takes.</summary>
/// <param name="Id">Its identifier within the character, as written in the value notation.</param>
/// <param name="Label">How it reads in a sentence.</param>
/// <param name="Parent">The wider state that includes it ("toothed" includes "serrate"); null for most.</param>
/// <param name="Term">The glossary term that explains it.</param>
public sealed record CharacterState(string Id, string Label, string? Parent, string Term)
{
    /// <summary>
    /// States it is easily taken for, as purple is for blue. Said of one of the two, it holds for both. Where a character says it
    /// of any of its states, mistakes fall on such neighbours and hardly elsewhere.
    /// </summary>
    public ImmutableArray<string> Near { get; init; } = [];

    /// <summary>The state of the character's trait it is drawn as; empty for the one of its own name, where there is one.</summary>
    public string DrawnAs { get; init; } = "";
}

/// <summary>Says that a character only exists where another has one of certain states.</summary>
/// <param name="Character">The character looked at first.</param>
/// <param name="States">The states under which the dependent character exists.</param>
public sealed record Dependence(CharacterId Character, ImmutableArray<string> States);

/// <summary>The two lengths a ratio is made of, measured on the same part.</summary>
/// <param name="Over">The length that is divided.</param>
/// <param name="Under">The length it is divided by.</param>
public sealed record RatioParts(CharacterId Over, CharacterId Under);

/// <summary>A feature that can vary between plants.</summary>
/// <param name="Id">Its identifier in the guide.</param>
/// <param name="Organ">The part it belongs to.</param>
/// <param name="Label">Its name in the interface, for example "Leaf arrangement".</param>
/// <param name="Kind">What sort of values it takes.</param>
/// <param name="Unit">Unit in which numbers are shown and read when none is typed: mm, cm, m, °, or empty.</param>
/// <param name="States">Its states in order; empty for numeric kinds.</param>
/// <param name="DependsOn">The character that must hold for this one to exist; null for most.</param>
/// <param name="HowTo">How to look, in a sentence.</param>
/// <param name="Group">Characters that vary together share a group name; empty when alone.</param>
/// <param name="EffortSeconds">Time a practised person needs.</param>
/// <param name="Tool">The tool needed.</param>
/// <param name="Harm">What must be done to the plant.</param>
/// <param name="Difficulty">Chance (0–0.5) that a practised person records it wrongly.</param>
/// <param name="Minimum">Smallest believable value, in the inner unit; numeric kinds only.</param>
/// <param name="Maximum">Largest believable value, in the inner unit; numeric kinds only.</param>
/// <param name="AbsentState">The state that means the part is not there; null when absence cannot be recorded.</param>
/// <param name="AlteredBy">Damage that changes it, so that altered plants are not compared.</param>
/// <param name="RatioOf">For a ratio: the lengths it follows from, where they are characters too; otherwise null.</param>
public sealed record Character(
    CharacterId Id,
    Organ Organ,
    string Label,
    CharacterKind Kind,
    string Unit,
    ImmutableArray<CharacterState> States,
    Dependence? DependsOn,
    string HowTo,
    string Group,
    int EffortSeconds,
    Tool Tool,
    HarmLevel Harm,
    double Difficulty,
    double? Minimum,
    double? Maximum,
    string? AbsentState,
    ImmutableArray<Alteration> AlteredBy,
    RatioParts? RatioOf = null
)
{
    /// <summary>The trait it is drawn as, in the words of the illustrator; empty for the one of its own name, where there is one.</summary>
    public string DrawnAs { get; init; } = "";

    /// <summary>True when the values are numbers.</summary>
    [JsonIgnore]
    public bool IsNumeric =>
        Kind is CharacterKind.Count or CharacterKind.Length or CharacterKind.Ratio or CharacterKind.Angle;

    /// <summary>
    /// True when "looked for and not there" can be recorded: where a state says so, and for flowers and fruit, whose
    /// absence in their season says something of itself.
    /// </summary>
    [JsonIgnore]
    public bool CanBeAbsent =>
        AbsentState is not null || (!IsNumeric && Organ is (Organ.Flower or Organ.Inflorescence or Organ.Fruit));

    /// <summary>The state of that identifier, or null when the character has none.</summary>
    /// <param name="id">A state's identifier.</param>
    public CharacterState? State(string id)
    {
        foreach (var state in States)
        {
            if (state.Id == id)
            {
                return state;
            }
        }

        return null;
    }

    /// <summary>True when <paramref name="inner"/> is <paramref name="outer"/> or lies within it ("serrate" within "toothed").</summary>
    /// <param name="inner">The narrower state.</param>
    /// <param name="outer">The wider state.</param>
    public bool Includes(string outer, string inner)
    {
        for (string? at = inner; at is not null; at = State(at)?.Parent)
        {
            if (at == outer)
            {
                return true;
            }
        }

        return false;
    }

    /// <summary>True when the guide says that one of two states is easily taken for the other, or says it of states they lie within.</summary>
    public bool AreNear(string one, string other) =>
        one != other
        && States.Any(s =>
            s.Near.Any(n => (Includes(s.Id, one) && Includes(n, other)) || (Includes(s.Id, other) && Includes(n, one)))
        );

    /// <summary>How a state reads in a sentence; its identifier when the guide has none.</summary>
    /// <param name="id">A state's identifier.</param>
    public string LabelOf(string id) => State(id)?.Label ?? id;
}
