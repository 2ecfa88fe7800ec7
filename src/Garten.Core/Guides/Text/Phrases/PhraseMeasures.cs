using System.Text.RegularExpressions;

namespace Garten.Core.Guides.Text.Phrases;

/// <summary>One measure.</summary>
/// <param name="Character">"length", "width" …; empty where the text leaves it to the organ.</param>
/// <param name="Start">Where it begins; -1 for where the first amount does.</param>
internal sealed record FoundMeasure(string Character, string Value, int Start, int End);

/// <summary>Reads what stands behind an amount: "long", "in diameter", "× 2–4 cm".</summary>
internal static partial class PhraseMeasures
{
    /// <summary>The measures an amount with a unit begins.</summary>
    /// <param name="end">Where the amount ends.</param>
    public static (IReadOnlyList<FoundMeasure> Measures, int End) Read(string text, int end, Quantity first)
    {
        var dimension = DimensionAt(text, ref end);
        if (
            Cross().Match(text, end) is { Success: true } cross
            && Quantity.At(text, cross.Index + cross.Length) is { Unit.Length: > 0 } second
        )
        {
            var start = cross.Index + cross.Length;
            var after = start + second.Length;
            var other = DimensionAt(text, ref after);
            return (
                [
                    new(dimension.Length > 0 ? dimension : "length", first.Value, -1, end),
                    new(other.Length > 0 ? other : "width", second.Value, start, after),
                ],
                after
            );
        }

        return ([new(dimension, first.Value, -1, end)], end);
    }

    /// <summary>"3–8 × 2–4 cm": a pair that shares its unit; null for a count.</summary>
    public static (IReadOnlyList<FoundMeasure> Measures, int End)? Pair(string text, int end, Quantity first)
    {
        if (
            Cross().Match(text, end) is not { Success: true } cross
            || Quantity.At(text, cross.Index + cross.Length) is not { Unit.Length: > 0 } second
        )
        {
            return null;
        }

        var start = cross.Index + cross.Length;
        var after = start + second.Length;
        var other = DimensionAt(text, ref after);
        return (
            [
                new("length", (first with { Unit = second.Unit }).Value, -1, end),
                new(other is "" or "length" ? "width" : other, second.Value, start, after),
            ],
            after
        );
    }

    private static string DimensionAt(string text, ref int end)
    {
        if (Dimension().Match(text, end) is not { Success: true } m)
        {
            return "";
        }

        end = m.Index + m.Length;
        return m.Groups["what"].Value.ToLowerInvariant() switch
        {
            "long" or "in length" => "length",
            "wide" or "broad" or "in width" => "width",
            "high" or "tall" or "in height" => "height",
            "thick" or "in thickness" => "thickness",
            "deep" or "in depth" => "depth",
            "apart" => "spacing",
            "elevation" or "altitude" or "above sea level" => "elevation",
            _ => "diameter",
        };
    }

    [GeneratedRegex(
        @"\G\s*(?<what>long|in length|wide|broad|in width|high|tall|in height|thick|in thickness|across|in diameter|diam\.?|diameter|deep|in depth|apart|elevation|altitude|above sea level)(?![A-Za-z-])",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Dimension();

    [GeneratedRegex(@"\G\s*(?:×|x\b|by\b)\s*", RegexOptions.IgnoreCase)]
    private static partial Regex Cross();
}
