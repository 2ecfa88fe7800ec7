using System.Collections.Immutable;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;
using Garten.Core.Measuring;

namespace Garten.Core.Evidence;

/// <summary>What a person sends to have recorded, before it is believed.</summary>
/// <param name="Finding">What kind of thing was found.</param>
/// <param name="Parts">Measured or counted parts as typed, one entry a part.</param>
/// <param name="Rough">A rough value as typed.</param>
/// <param name="Hidden">Why it cannot be seen.</param>
public sealed record RecordedFeature(
    CharacterId Character,
    FindingKind Finding,
    ImmutableArray<string> States,
    ImmutableArray<string> Parts,
    string? Rough,
    HiddenReason? Hidden
);

/// <summary>A feature that passed the rules.</summary>
/// <param name="Values">The parts in the inner unit; empty unless a sample.</param>
/// <param name="Rough">The rough value; null unless one.</param>
public sealed record CheckedFeature(ImmutableArray<double> Values, RoughValue? Rough);

/// <summary>Decides whether a recorded feature can be true, and says in words what is wrong when it cannot.</summary>
public static class ObservationRules
{
    /// <summary>Most parts one sample may hold.</summary>
    public const int MostParts = 500;

    /// <summary>Checks a feature against the guide.</summary>
    /// <param name="feature">What was sent; arrays may be default.</param>
    /// <param name="fault">What is wrong, in a sentence for the person who typed it; empty when all is well.</param>
    /// <param name="yardsticks">Things of known size a length may be given in.</param>
    /// <returns>The values read, or null when the feature is refused.</returns>
    public static CheckedFeature? Check(
        Guide guide,
        RecordedFeature feature,
        out string fault,
        IReadOnlyCollection<Yardstick>? yardsticks = null
    )
    {
        fault = "";
        if (guide.FindCharacter(feature.Character) is not { } character)
        {
            fault = $"The guide has no feature called “{feature.Character}”.";
            return null;
        }

        var states = feature.States.IsDefault ? [] : feature.States;
        var parts = feature.Parts.IsDefault ? [] : feature.Parts;
        switch (feature.Finding)
        {
            case FindingKind.States:
                fault = StatesFault(character, states);
                return fault.Length == 0 ? new([], null) : null;
            case FindingKind.Sample:
                var values = Sample(character, parts, yardsticks ?? [], out fault);
                return fault.Length == 0 ? new(values, null) : null;
            case FindingKind.Rough:
                var rough = Rough(character, feature.Rough ?? "", yardsticks ?? [], out fault);
                return fault.Length == 0 ? new([], rough) : null;
            case FindingKind.Absent:
                if (!character.CanBeAbsent)
                {
                    fault =
                        $"“{character.Label}” cannot be recorded as absent. Choose what it is like, or “cannot be seen today”.";
                    return null;
                }

                return new([], null);
            case FindingKind.Hidden:
                if (feature.Hidden is null)
                {
                    fault = $"Say why “{character.Label}” cannot be seen today.";
                    return null;
                }

                return new([], null);
            default:
                fault = $"“{character.Label}” was sent with an unknown kind of finding.";
                return null;
        }
    }

    /// <summary>
    /// What one thing typed into a numeric field means: an exact number is one more part of the sample, anything else
    /// is a rough value that takes the sample's place.
    /// </summary>
    /// <param name="parts">Parts recorded before.</param>
    /// <param name="entry">What was typed.</param>
    /// <param name="yardsticks">Things of known size a length may be given in: beside parts measured before, a card is one part more.</param>
    public static RecordedFeature FromEntry(
        Guide guide,
        CharacterId id,
        ImmutableArray<string> parts,
        string entry,
        IReadOnlyCollection<Yardstick>? yardsticks = null
    )
    {
        var exact =
            guide.FindCharacter(id) is not { } character
            || RoughValueReader.ReadExact(entry, character) is not null
            || IsNegative(entry)
            || (parts.Length > 0 && Held(character, entry, yardsticks ?? []) is not null);
        return exact
            ? new(id, FindingKind.Sample, [], parts.Add(entry), null, null)
            : new(id, FindingKind.Rough, [], [], entry, null);
    }

    /// <summary>The field named where a person is to be asked first.</summary>
    public const string ReplacesField = "replaces";

    /// <summary>
    /// What a person is asked where a rough value would take the place of measured parts, or they its place: either holds what the other
    /// does not.
    /// </summary>
    /// <param name="before">What was recorded; null for nothing.</param>
    /// <param name="typed">How that was typed: the parts, or the rough value.</param>
    /// <param name="after">What is to be recorded; null to remove it.</param>
    /// <returns>The question; null where nothing stands in the way.</returns>
    public static string? Replacing(FindingKind? before, IReadOnlyList<string> typed, ObservationContent? after) =>
        (before, after?.Finding) switch
        {
            (FindingKind.Sample, FindingKind.Rough) =>
                $"“{after!.Rough!.Typed}” is a rough value, and {string.Join(", ", typed)} {(typed.Count == 1 ? "was" : "were")} measured already. Should it take their place? A single number would join them.",
            (FindingKind.Rough, FindingKind.Sample) =>
                $"A rough value was recorded before: “{typed[0]}”. Should what you measured take its place?",
            _ => null,
        };

    private static bool IsNegative(string typed) => typed.TrimStart() is ['-' or '−', ..];

    private static string StatesFault(Character character, ImmutableArray<string> states)
    {
        if (character.IsNumeric)
        {
            return $"“{character.Label}” is a number: measure or count it, or write a rough value.";
        }

        if (states.Length == 0)
        {
            return $"Choose at least one state of “{character.Label}”.";
        }

        return states.FirstOrDefault(s => character.State(s) is null) is { } unknown
            ? $"“{unknown}” is no state of “{character.Label}”. It has: {string.Join(", ", character.States.Select(s => s.Label))}."
            : "";
    }

    /// <summary>A length held against a thing of known size; null where the words speak of none.</summary>
    private static Measured? Held(Character character, string typed, IReadOnlyCollection<Yardstick> yardsticks) =>
        character.Kind == CharacterKind.Length ? YardstickReader.Read(typed, yardsticks) : null;

    private static ImmutableArray<double> Sample(
        Character character,
        ImmutableArray<string> parts,
        IReadOnlyCollection<Yardstick> yardsticks,
        out string fault
    )
    {
        fault = "";
        if (!character.IsNumeric)
        {
            fault = $"“{character.Label}” has named states: choose one.";
            return [];
        }

        if (parts.Length == 0)
        {
            fault = $"Enter at least one value of “{character.Label}”.";
            return [];
        }

        if (parts.Length > MostParts)
        {
            fault = $"A sample of {parts.Length} parts is more than the {MostParts} one sample may hold.";
            return [];
        }

        var values = ImmutableArray.CreateBuilder<double>(parts.Length);
        for (var i = 0; i < parts.Length; i++)
        {
            var which = parts.Length == 1 ? "" : $" (part {i + 1} of {parts.Length})";
            var typed = Shorten(parts[i]);
            if (
                (RoughValueReader.ReadExact(parts[i], character) ?? Held(character, parts[i], yardsticks)?.Value)
                is not { } value
            )
            {
                fault = IsNegative(typed)
                    ? $"{character.Label}{which}: “{typed}” is below zero. A {Kind(character)} cannot be."
                    : $"{character.Label}{which}: “{typed}” is not one number. Write for example {Example(character)}.";
                return [];
            }

            fault = RangeFault(character, value, typed, which);
            if (fault.Length > 0)
            {
                return [];
            }

            values.Add(value);
        }

        return values.ToImmutable();
    }

    private static RoughValue? Rough(
        Character character,
        string typed,
        IReadOnlyCollection<Yardstick> yardsticks,
        out string fault
    )
    {
        fault = "";
        if (!character.IsNumeric)
        {
            fault = $"“{character.Label}” has named states: choose one.";
            return null;
        }

        // Twice the standard error to either side: what was held against a card is no exact number.
        var reading = Held(character, typed, yardsticks) is { } held
            ? Reading<RoughValue>.Of(
                new(Math.Max(held.Value - (2 * held.Error), 0), held.Value + (2 * held.Error), held.Value, typed.Trim())
            )
            : RoughValueReader.Read(typed, character);
        if (!reading.Ok)
        {
            fault = $"{character.Label}: {Shorten(reading.Found)} could not be read. Write {reading.Expected}.";
            return null;
        }

        foreach (var value in new[] { reading.Value.Low, reading.Value.High, reading.Value.Best })
        {
            // "About 5" on a count has ends that are no whole numbers; only what was said itself must be whole.
            var widened =
                character.Kind == CharacterKind.Count && reading.Value.Best is not null && value != reading.Value.Best;
            if (value is { } v && !widened && (fault = RangeFault(character, v, Shorten(typed), "")).Length > 0)
            {
                return null;
            }
        }

        return reading.Value;
    }

    private static string RangeFault(Character character, double value, string typed, string which)
    {
        if (character.Kind == CharacterKind.Count && value != Math.Floor(value))
        {
            return $"{character.Label}{which}: “{typed}” is not a whole number. Count whole parts.";
        }

        if (character.Maximum is { } most && value > most)
        {
            return $"{character.Label}{which}: “{typed}” is more than {Wording.Number(character, most)}, the most Garten believes. Check the unit and the decimal point.";
        }

        return character.Minimum is { } least && value < least
            ? $"{character.Label}{which}: “{typed}” is less than {Wording.Number(character, least)}, the least Garten believes. Check the unit and the decimal point."
            : "";
    }

    private static string Kind(Character character) =>
        character.Kind switch
        {
            CharacterKind.Count => "count",
            CharacterKind.Angle => "angle",
            CharacterKind.Ratio => "ratio",
            _ => "length",
        };

    private static string Example(Character character) =>
        character.Kind switch
        {
            CharacterKind.Count => "7",
            CharacterKind.Ratio => "1.8",
            CharacterKind.Angle => "60",
            _ => $"6.4 {character.Unit}",
        };

    private static string Shorten(string text) => text.Length <= 40 ? text : text[..40] + "…";
}
