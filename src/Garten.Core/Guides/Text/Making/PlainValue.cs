using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;
using Garten.Core.Guides.Notation;

namespace Garten.Core.Guides.Text.Making;

/// <summary>What sort of amount a value is.</summary>
internal enum AmountSort
{
    /// <summary>A bare number: a count, or a ratio.</summary>
    Number,

    /// <summary>A length, in millimetres.</summary>
    Length,

    /// <summary>An angle in degrees.</summary>
    Angle,
}

/// <summary>The value of a statement in plain words, taken apart: amounts, or words.</summary>
internal abstract partial record PlainValue
{
    private PlainValue() { }

    /// <summary>One amount; lengths in millimetres.</summary>
    /// <param name="Unit">As written, for showing it so; empty for a bare number.</param>
    public sealed record Amount(AmountSort Sort, NumericRange Range, string Unit) : PlainValue
    {
        /// <summary>True where every number written is whole.</summary>
        public bool IsWhole =>
            new[] { Range.LowExtreme, Range.Low, Range.High, Range.HighExtreme }.All(n =>
                n is null || n == Math.Floor(n.Value)
            );
    }

    /// <summary>Several whole numbers.</summary>
    public sealed record Numbers(ImmutableArray<(int Number, FrequencyWord? Word)> Each) : PlainValue;

    /// <summary>States by their words, or none of them.</summary>
    public sealed record States(ImmutableArray<(string Word, FrequencyWord? Frequency)> Each, bool Negated)
        : PlainValue;

    /// <summary>Takes a value apart; null for one that cannot be held against a plant, such as "3 times pinnate | 5 cm".</summary>
    /// <param name="value">As <see cref="TextStatement.Value"/> has it.</param>
    public static PlainValue? Read(string value)
    {
        var parts = value.Split(" | ").Select(Worded).ToArray();
        var amounts = parts.Select(p => AmountOf(p.Text)).ToArray();
        if (amounts is [{ } single])
        {
            return single;
        }

        if (amounts.All(a => a is not null))
        {
            return amounts.All(a => a is { Sort: AmountSort.Number, IsWhole: true, Range: var r } && r.Low == r.High)
                ? new Numbers([.. parts.Select((p, i) => ((int)amounts[i]!.Range.Low!.Value, p.Word))])
                : Hull(amounts!);
        }

        if (amounts.Any(a => a is not null))
        {
            return null;
        }

        var negated = parts.All(p => p.Text.StartsWith("not ", StringComparison.Ordinal));
        return !negated && parts.Any(p => p.Text.StartsWith("not ", StringComparison.Ordinal))
            ? null
            : new States(
                [
                    .. parts
                        .Select(p => (StateWords.Agreed(negated ? p.Text[4..] : p.Text), p.Word))
                        .DistinctBy(p => p.Item1),
                ],
                negated
            );
    }

    /// <summary>"3 cm | 5 cm" is read as all that lies between.</summary>
    private static Amount? Hull(Amount[] amounts) =>
        amounts.Select(a => a.Sort).Distinct().Count() > 1
            ? null
            : amounts[0] with
            {
                Range = new(
                    null,
                    amounts.Any(a => a.Range.Least is null) ? null : amounts.Min(a => a.Range.Least),
                    amounts.Any(a => a.Range.Most is null) ? null : amounts.Max(a => a.Range.Most),
                    null
                ),
            };

    private static (string Text, FrequencyWord? Word) Worded(string part)
    {
        var match = Behind().Match(part);
        return match.Success
            ? (part[..match.Index].Trim(), FrequencyOf(match.Groups["word"].Value))
            : (part.Trim(), null);
    }

    /// <summary>The frequency a word of a text stands for; null for none.</summary>
    public static FrequencyWord? FrequencyOf(string word) =>
        word switch
        {
            "always" or "consistently" => FrequencyWord.Always,
            "usually" or "mostly" or "generally" or "typically" or "normally" or "mainly" or "largely" or "chiefly" =>
                FrequencyWord.Usually,
            "often" or "frequently" or "commonly" => FrequencyWord.Often,
            "sometimes" or "occasionally" => FrequencyWord.Sometimes,
            "rarely" or "seldom" or "exceptionally" => FrequencyWord.Rarely,
            "never" => FrequencyWord.Never,
            _ => null,
        };

    private static Amount? AmountOf(string text)
    {
        var match = Form().Match(text);
        if (!match.Success)
        {
            return text switch
            {
                // Floras write "numerous" from about a dozen on.
                "numerous" or "many" => new(AmountSort.Number, new(null, 11, null, null), ""),
                _ => null,
            };
        }

        var unit = match.Groups["unit"].Value;
        var factor = LengthUnit.Millimetres(unit);
        if (unit.Length > 0 && factor is null && unit != "°")
        {
            return null;
        }

        double? At(string group) =>
            match.Groups[group].Success && Number(match.Groups[group].Value) is { } n
                ? Math.Round(n * (factor ?? 1), 9)
                : null;
        var (low, high) = (At("b"), At("c"));
        var range = match.Groups["sign"].Value switch
        {
            "≤" or "<" => new NumericRange(null, null, At("d") ?? high ?? low, null),
            "≥" or ">" => new NumericRange(null, At("a") ?? low, null, null),
            _ => new NumericRange(At("a"), low, high ?? low, At("d")),
        };
        double[] rising = [.. new[] { range.LowExtreme, range.Low, range.High, range.HighExtreme }.OfType<double>()];
        return rising.SequenceEqual(rising.Order())
            ? new(
                factor is not null ? AmountSort.Length
                    : unit == "°" ? AmountSort.Angle
                    : AmountSort.Number,
                range,
                unit
            )
            : null;
    }

    /// <summary>"5", "2.5", "1/2", "1 1/2".</summary>
    private static double? Number(string text)
    {
        var parts = text.Split(' ');
        if (parts is [var whole, var rest])
        {
            return Number(whole) + Number(rest);
        }

        if (text.Split('/') is [var over, var under])
        {
            return
                double.Parse(over, CultureInfo.InvariantCulture) / double.Parse(under, CultureInfo.InvariantCulture)
                    is { } quotient
                && double.IsFinite(quotient)
                ? quotient
                : null;
        }

        return double.Parse(text, CultureInfo.InvariantCulture);
    }

    private const string N = @"\d{1,6}(?:\.\d{1,6})?(?:/\d{1,4})?(?: \d{1,2}/\d{1,2})?";

    [GeneratedRegex(@"\s\((?<word>[a-z]+)\)$")]
    private static partial Regex Behind();

    [GeneratedRegex(
        $@"^(?:(?<sign>[≤≥<>]) ?|c\. ?)?(?:\((?<a>{N})–\))?(?<b>{N})(?:–(?<c>{N}))?(?:\(–(?<d>{N})\))?(?: ?(?<unit>mm|cm|dm|m|in|inch|inches|ft|foot|feet|°))?$"
    )]
    private static partial Regex Form();
}
