using System.Collections.Immutable;
using System.Globalization;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;
using Garten.Core.Measuring;
using Garten.Core.Measuring.Samples;

namespace Garten.Core.Identification;

/// <summary>What the guide says of a name, beside a sample.</summary>
/// <param name="Least">Lowest extreme, in the character's unit; null when not written.</param>
/// <param name="Low">Lower end of the usual range.</param>
/// <param name="Most">Highest extreme.</param>
/// <param name="Widened">True where the guide has nothing for parts that grew like these, and its usual range is widened.</param>
public sealed record SampleRange(TaxonName Taxon, double? Least, double? Low, double? High, double? Most, bool Widened);

/// <summary>The parts of a sample that grew in one place, and what they are worth.</summary>
/// <param name="Place">Where the parts grew, in words; empty when not noted.</param>
/// <param name="Words">Number, mean with its interval, spread and range, in words.</param>
/// <param name="Unit">Unit of the numbers.</param>
/// <param name="Values">The parts, in the unit.</param>
/// <param name="Against">What the guide says of the leading names for parts like these.</param>
/// <param name="Advice">Whether it is enough, or how many more to measure and what for; empty when nothing needs parting.</param>
/// <param name="TypingError">A part that looks mistyped, in words; empty for none.</param>
public sealed record SampleView(
    CharacterId Character,
    int Visit,
    string Place,
    string Words,
    string Unit,
    ImmutableArray<double> Values,
    ImmutableArray<SampleRange> Against,
    string Advice,
    string TypingError
);

/// <summary>A ratio that follows from two samples measured on the same parts.</summary>
/// <param name="Character">The character of the ratio.</param>
/// <param name="Entries">The ratios, part by part.</param>
/// <param name="Places">Where each part grew; empty when all grew in one place.</param>
public sealed record RatioOffer(
    CharacterId Character,
    int Visit,
    string Label,
    ImmutableArray<string> Entries,
    ImmutableArray<PartPlace> Places
);

/// <summary>All samples of a plant.</summary>
/// <param name="Ratios">Ratios not yet recorded that follow from them.</param>
public sealed record SampleAnswer(ImmutableArray<SampleView> Samples, ImmutableArray<RatioOffer> Ratios);

/// <summary>Studies the samples of a plant.</summary>
public static class SampleStudy
{
    /// <summary>Names a sample is held against.</summary>
    private const int MostNames = 4;

    private const double Confidence = 0.95;

    /// <summary>Studies all samples.</summary>
    /// <param name="observations">What was recorded.</param>
    /// <param name="likely">How the names stand.</param>
    public static SampleAnswer Of(Guide guide, ImmutableArray<Observation> observations, LikelyNames likely)
    {
        var samples = observations
            .Where(o => o.Finding is Finding.Sample && guide.FindCharacter(o.Character) is { IsNumeric: true })
            .ToArray();
        return new(
            [.. samples.SelectMany(o => o.ByPlace()).Select(o => View(guide, o, likely))],
            [.. samples.SelectMany(o => RatiosOf(guide, o, observations))]
        );
    }

    private static SampleView View(Guide guide, Observation sample, LikelyNames likely)
    {
        var character = guide.Character(sample.Character);
        var scale = LengthUnit.Millimetres(character.Unit) ?? 1;
        ImmutableArray<double> values = [.. sample.Values.Select(v => v / scale)];
        var unusual = UnusualParts.Are(character, sample);
        var said = likely
            .Names.Select(n => new Said(n.Name, guide.StatementFor(n.Name.Id, character.Id, sample.Circumstances)))
            .Where(s => s.Statement?.Value is NumericRange or CountShares)
            .Take(MostNames)
            .ToArray();
        return new(
            character.Id,
            sample.Visit,
            Wording.Of(sample.Place),
            Words(values, character.Unit),
            character.Unit,
            values,
            [.. said.Select(s => RangeOf(s.Name, s.Value, scale, unusual && !s.IsForSuchParts))],
            Advice(character, values.Length, said),
            TypingErrorWords(character, values)
        );
    }

    private static SampleRange RangeOf(TaxonName name, StatementValue value, double scale, bool widened) =>
        value switch
        {
            CountShares c => new(name, null, c.Numbers.Min(n => n.Number), c.Numbers.Max(n => n.Number), null, widened),
            NumericRange r => new(
                name,
                r.LowExtreme / scale,
                r.Low / scale,
                r.High / scale,
                r.HighExtreme / scale,
                widened
            ),
            _ => new(name, null, null, null, null, widened),
        };

    private static string Words(ImmutableArray<double> values, string unit)
    {
        var summary = SampleSummary.Of(values);
        var range = values.Length == 1 ? "" : $", from {Plain(summary.Minimum)} to {Plain(summary.Maximum)}";
        if (summary.StandardDeviation is not { } spread)
        {
            return $"one part, {Plain(values[0])} {unit}".TrimEnd();
        }

        var error = spread / Math.Sqrt(values.Length);
        var reach = StudentT.TwoSided(Confidence, values.Length - 1) * error;
        var mean = new Measured(summary.Mean, error);

        // No part is shorter than nothing, however few were measured.
        var least = Math.Max(summary.Mean - reach, Math.Min(summary.Minimum, 0));
        return reach == 0
            ? $"{values.Length} parts, all {Plain(values[0])} {unit}".TrimEnd()
            : $"{values.Length} parts, mean {MeasuredWords.Value(mean)} {unit}".TrimEnd()
                + $" (95 %: {MeasuredWords.Value(mean with { Value = least })} to {MeasuredWords.Value(mean with { Value = summary.Mean + reach })}), standard deviation {Plain(spread)}{range}";
    }

    /// <summary>Whether so many parts tell the leading name from the next one that they can be told from at all.</summary>
    private static string Advice(Character character, int count, Said[] said)
    {
        var hopeless = "";
        for (var second = 1; second < said.Length; second++)
        {
            var (one, other) = (said[0], said[second]);
            var names = $"{one.Name.Name} from {other.Name.Name}";
            if (TellApart.PartsNeeded(character, one.Value, other.Value) is { } needed)
            {
                return count >= needed ? $"Enough to part {names}." : $"Measure {needed - count} more to part {names}.";
            }

            hopeless = hopeless.Length == 0 ? $"More parts would not part {names}: look at something else." : hopeless;
        }

        return hopeless;
    }

    private static string TypingErrorWords(Character character, ImmutableArray<double> values) =>
        character.Kind is CharacterKind.Length or CharacterKind.Ratio && TypingErrors.Find(values) is [var slip, ..]
            ? $"{Plain(values[slip.Index])} looks like a typing error for {Plain(slip.Rather)}: {(slip.Factor is 10 or 0.1 or 100 or 0.01 ? "a misplaced point" : "another unit")}. Take it out if it is."
            : "";

    private static IEnumerable<RatioOffer> RatiosOf(
        Guide guide,
        Observation over,
        ImmutableArray<Observation> observations
    )
    {
        foreach (var character in guide.Characters)
        {
            if (
                character.RatioOf is { } parts
                && parts.Over == over.Character
                && observations.FirstOrDefault(o =>
                    o.Visit == over.Visit && o.Character == parts.Under && o.Finding is Finding.Sample
                )
                    is { } under
                && under.Values.Length == over.Values.Length
                && over.Values.Length > 0
                && observations.All(o => o.Visit != over.Visit || o.Character != character.Id)
            )
            {
                yield return new(
                    character.Id,
                    over.Visit,
                    character.Label,
                    [.. over.Values.Zip(under.Values, (a, b) => Plain(a / b))],
                    over.Finding is Finding.Sample { Places: var places } ? places : []
                );
            }
        }
    }

    /// <summary>What the guide says of a name for such parts.</summary>
    private sealed record Said(TaxonName Name, Statement? Statement)
    {
        public StatementValue Value => Statement!.Value;

        public bool IsForSuchParts =>
            Statement!.Scope is { Stage: not null } or { Exposure: not null } or { Position: not null };
    }

    private static string Plain(double value) =>
        value.ToString(Math.Abs(value) < 10 ? "0.##" : "0.#", CultureInfo.InvariantCulture);
}
