using System.Collections.Immutable;
using System.Globalization;
using System.Text.Json.Serialization;

namespace Garten.Core.Guides.Notation;

/// <summary>One state and its share of the plants of a taxon.</summary>
/// <param name="State">The state's identifier.</param>
/// <param name="Weight">Share, 0–1; the weights of a value sum to 1.</param>
/// <param name="Word">The frequency word it was written with; null when none was.</param>
public sealed record WeightedState(string State, double Weight, FrequencyWord? Word);

/// <summary>One whole number and its share of the plants of a taxon.</summary>
/// <param name="Weight">Share, 0–1; the weights of a value sum to 1.</param>
/// <param name="Word">The frequency word it was written with; null when none was.</param>
public sealed record WeightedNumber(int Number, double Weight, FrequencyWord? Word);

/// <summary>What a statement says, read from the notation floras use.</summary>
[JsonDerivedType(typeof(StateShares), "states")]
[JsonDerivedType(typeof(CountShares), "counts")]
[JsonDerivedType(typeof(NumericRange), "range")]
public abstract record StatementValue
{
    private protected StatementValue() { }
}

/// <summary>Named states with their shares, in the order written.</summary>
/// <param name="States">At least one state.</param>
public sealed record StateShares(ImmutableArray<WeightedState> States) : StatementValue
{
    /// <summary>The state most plants show; the first written of those that share the lead.</summary>
    [JsonIgnore]
    public string Usual => States.MaxBy(s => s.Weight)!.State;

    /// <summary>Share of plants that show a state, wider states counting their narrower ones; 0 when it is not listed.</summary>
    /// <param name="character">The character the states belong to.</param>
    public double ShareOf(Character character, string state) =>
        States.Where(s => character.Includes(state, s.State)).Sum(s => s.Weight);

    /// <inheritdoc/>
    public bool Equals(StateShares? other) => other is not null && States.SequenceEqual(other.States);

    /// <inheritdoc/>
    public override int GetHashCode() => States.Aggregate(States.Length, HashCode.Combine);
}

/// <summary>Single whole numbers with their shares: <c>5 | 7 (usually) | 9 (rarely)</c>.</summary>
/// <param name="Numbers">At least one number.</param>
public sealed record CountShares(ImmutableArray<WeightedNumber> Numbers) : StatementValue
{
    /// <inheritdoc/>
    public bool Equals(CountShares? other) => other is not null && Numbers.SequenceEqual(other.Numbers);

    /// <inheritdoc/>
    public override int GetHashCode() => Numbers.Aggregate(Numbers.Length, HashCode.Combine);
}

/// <summary>
/// A range as floras write it: <c>(a–)b–c(–d)</c>. Garten reads b–c as the middle 90 % of well-grown parts and a, d as
/// the 0.5 and 99.5 percentiles. Inner units: millimetres for lengths.
/// </summary>
/// <param name="LowExtreme">a; null when not written.</param>
/// <param name="Low">b; null for "at most c".</param>
/// <param name="High">c; null for "at least b".</param>
/// <param name="HighExtreme">d; null when not written.</param>
public sealed record NumericRange(double? LowExtreme, double? Low, double? High, double? HighExtreme) : StatementValue
{
    /// <summary>Smallest value a plant of the taxon is expected to show; null when open below.</summary>
    [JsonIgnore]
    public double? Least => LowExtreme ?? Low;

    /// <summary>Largest value a plant of the taxon is expected to show; null when open above.</summary>
    [JsonIgnore]
    public double? Most => HighExtreme ?? High;

    /// <summary>True when a value lies between the outermost numbers written.</summary>
    /// <param name="value">The value, in the inner unit.</param>
    public bool Holds(double value) =>
        (Least is null || value >= Least - 1e-9) && (Most is null || value <= Most + 1e-9);
}

/// <summary>How often a state is met, as floras say it.</summary>
public enum FrequencyWord
{
    /// <summary>In practically every plant.</summary>
    Always,

    /// <summary>In most plants.</summary>
    Usually,

    /// <summary>In more than half.</summary>
    Often,

    /// <summary>In about a third.</summary>
    Sometimes,

    /// <summary>In few.</summary>
    Rarely,

    /// <summary>In practically none.</summary>
    Never,
}

/// <summary>The one table of weights behind the frequency words (see the shared value notation in docs/guide-format.md).</summary>
public static class FrequencyWeights
{
    /// <summary>The share a word stands for before the shares of a value are made to sum to one.</summary>
    public static double Of(FrequencyWord word) =>
        word switch
        {
            FrequencyWord.Always => 0.99,
            FrequencyWord.Usually => 0.85,
            FrequencyWord.Often => 0.60,
            FrequencyWord.Sometimes => 0.30,
            FrequencyWord.Rarely => 0.08,
            FrequencyWord.Never => 0.005,
            _ => throw new ArgumentOutOfRangeException(nameof(word)),
        };

    /// <summary>
    /// Shares for a list of states, some with a word: a state without a word shares what the worded ones leave, and
    /// gets at least an equal share; then all are made to sum to one.
    /// </summary>
    /// <param name="words">One entry a state, null where no word was written; not empty.</param>
    /// <returns>As many shares, each above 0, summing to 1.</returns>
    public static ImmutableArray<double> Normalise(IReadOnlyList<FrequencyWord?> words)
    {
        var worded = words.Sum(w => w is null ? 0 : Of(w.Value));
        var plain = words.Count(w => w is null);
        var equal = 1.0 / words.Count;
        var rest = plain == 0 ? 0 : Math.Max((1 - worded) / plain, equal);
        var total = worded + (plain * rest);
        return [.. words.Select(w => (w is null ? rest : Of(w.Value)) / total)];
    }
}

/// <summary>Writes statement values back in the notation they are read from.</summary>
public static class NotationWriter
{
    /// <summary>The value in notation, states by their identifiers, numbers in the unit given.</summary>
    /// <param name="unit">Unit lengths are written in; empty for counts, ratios and angles.</param>
    public static string Write(StatementValue value, string unit) => Write(value, unit, state => state);

    /// <summary>The value as a sentence part, states by their labels.</summary>
    /// <param name="character">The character it belongs to.</param>
    public static string InWords(StatementValue value, Character character) =>
        Write(value, character.Unit, character.LabelOf).Replace(" | ", " or ", StringComparison.Ordinal);

    private static string Write(StatementValue value, string unit, Func<string, string> label) =>
        value switch
        {
            StateShares s => string.Join(" | ", s.States.Select(x => label(x.State) + Word(x.Word))),
            CountShares c => string.Join(
                " | ",
                c.Numbers.Select(x => x.Number.ToString(CultureInfo.InvariantCulture) + Word(x.Word))
            ),
            NumericRange r => Range(r, unit),
            _ => throw new ArgumentOutOfRangeException(nameof(value)),
        };

    private static string Word(FrequencyWord? word) =>
        word is null ? "" : $" ({word.Value.ToString().ToLowerInvariant()})";

    private static string Range(NumericRange r, string unit)
    {
        var divisor = LengthUnit.Millimetres(unit) ?? 1;
        var suffix = unit.Length == 0 || unit == "°" ? unit : " " + unit;
        string Number(double v) => Math.Round(v / divisor, 9).ToString("0.#########", CultureInfo.InvariantCulture);
        var low = r.LowExtreme is null ? "" : $"({Number(r.LowExtreme.Value)}–)";
        var high = r.HighExtreme is null ? "" : $"(–{Number(r.HighExtreme.Value)})";
        return (r.Low, r.High) switch
        {
            (null, { } c) => $"≤ {Number(c)}{suffix}",
            ({ } b, null) => $"≥ {Number(b)}{suffix}",
            ({ } b, { } c) => (b.Equals(c) ? $"{low}{Number(b)}{high}" : $"{low}{Number(b)}–{Number(c)}{high}")
                + suffix,
            _ => "",
        };
    }
}
