using System.Text.RegularExpressions;

namespace Garten.Core.Guides.Text.Phrases;

/// <summary>A comparison: of an organ with itself ("longer than wide") or with another ("longer than the sepals").</summary>
/// <param name="End">Where it ends in the text.</param>
internal sealed record FoundComparison(string Character, string Value, int End);

/// <summary>Finds comparisons.</summary>
internal static partial class PhraseComparisons
{
    public static FoundComparison? At(string text, int start)
    {
        if (
            Times().Match(text, start) is { Success: true } times
            && Amount(text, times) is { } amount
            && Other(times) is { } than
        )
        {
            return Made(times.Groups["of"].Value, than, amount, times);
        }

        if (
            EqualOr().Match(text, start) is { Success: true } either
            && Other(either) is { } both
            && Dimension(both) is null
        )
        {
            var adjective = either.Groups["adj"].Value.ToLowerInvariant();
            return new($"{Dimension(adjective)} relative to the {both}", $"equal | {adjective}", EndOf(either, both));
        }

        if (Than().Match(text, start) is { Success: true } compared && Other(compared) is { } other)
        {
            return Compared(compared, other);
        }

        return Equalling().Match(text, start) is { Success: true } equal && Other(equal) is { } same
            ? Equalled(equal, same)
            : null;
    }

    /// <summary>What is compared with: "wide", or an organ of the text; null where it is neither.</summary>
    private static string? Other(Match m)
    {
        var words = m.Groups["np"].Value.ToLowerInvariant().Split(' ');
        if (Dimension(words[0]) is not null)
        {
            return words[0];
        }

        for (var count = words.Length; count > 0; count--)
        {
            var phrase = string.Join(' ', words[..count]);
            if (Words.Organs.ContainsKey(phrase) || (count > 1 && Words.Organs.ContainsKey(words[count - 1])))
            {
                return phrase;
            }
        }

        return null;
    }

    private static string? Dimension(string word) =>
        word switch
        {
            "long" or "longer" or "length" or "shorter" or "short" => "length",
            "wide" or "wider" or "broad" or "broader" or "width" or "narrower" => "width",
            "high" or "higher" or "tall" or "taller" or "height" or "lower" => "height",
            "thick" or "thicker" => "thickness",
            "large" or "larger" or "big" or "bigger" or "smaller" or "small" or "size" => "size",
            _ => null,
        };

    private static FoundComparison? Made(string of, string than, string amount, Match m)
    {
        var what = Dimension(of.ToLowerInvariant().Split(' ')[^1]) ?? "length";
        var end = EndOf(m, than);
        return Dimension(than) is { } against
            ? what == against
                ? null
                : new($"{what}/{against}", amount, end)
            : new($"{what} relative to the {than}", amount, end);
    }

    private static FoundComparison? Compared(Match m, string than)
    {
        var adjective = m.Groups["adj"].Value.ToLowerInvariant();
        var what = Dimension(adjective)!;
        var less = adjective is "shorter" or "narrower" or "smaller" or "lower";
        var by = m.Groups["by"].Value.Trim().ToLowerInvariant();
        var end = EndOf(m, than);
        if (Dimension(than) is { } against)
        {
            // What is wider than long is named by length/width as well.
            return (what, against) switch
            {
                ("length", "width") or ("length", "height") or ("length", "thickness") => new(
                    $"{what}/{against}",
                    less ? "< 1" : "> 1",
                    end
                ),
                ("width", "length") => new("length/width", less ? "> 1" : "< 1", end),
                _ when what == against => null,
                _ => new($"{what}/{against}", less ? "< 1" : "> 1", end),
            };
        }

        return new($"{what} relative to the {than}", by.Length == 0 ? adjective : $"{by} {adjective}", end);
    }

    private static FoundComparison? Equalled(Match m, string than)
    {
        var about = m.Groups["by"].Value.Length > 0;
        var what = m.Groups["of"].Success ? Dimension(m.Groups["of"].Value.ToLowerInvariant()) ?? "length" : "length";
        var end = EndOf(m, than);
        if (Dimension(than) is { } against)
        {
            return what == against
                ? null
                : new(
                    $"{(what == "width" && against == "length" ? "length/width" : $"{what}/{against}")}",
                    about ? "c. 1" : "1",
                    end
                );
        }

        var verb = m.Groups["verb"].Value.ToLowerInvariant();
        var value =
            verb.StartsWith("exceed", StringComparison.Ordinal) || verb.StartsWith("surpass", StringComparison.Ordinal)
                ? verb.EndsWith("by", StringComparison.Ordinal)
                    ? "shorter"
                    : "longer"
                : about
                    ? "about equal"
                    : "equal";
        return new($"{what} relative to the {than}", value, end);
    }

    private static int EndOf(Match m, string than) => m.Groups["np"].Index + than.Length;

    private static string? Amount(string text, Match m)
    {
        var said = m.Groups["amount"].Value.Trim().ToLowerInvariant();
        var sign = m.Groups["sign"].Value.Trim().ToLowerInvariant() switch
        {
            "" => "",
            "more than" or "over" => "> ",
            "less than" or "under" => "< ",
            "at least" => "≥ ",
            "up to" or "at most" => "≤ ",
            _ => "c. ",
        };
        return said switch
        {
            "twice" => $"{sign}2",
            "thrice" => $"{sign}3",
            "half" => $"{sign}1/2",
            "one and a half" => $"{sign}1.5",
            "a third" or "one third" or "one-third" => $"{sign}1/3",
            "two thirds" or "two-thirds" => $"{sign}2/3",
            _ => Quantity.At(text, m.Groups["amount"].Index) is { Unit.Length: 0 } quantity
                ? sign + quantity.Amount
                : null,
        };
    }

    private const string Sign =
        @"\G(?:(?<sign>more than|less than|at least|at most|up to|over|under|about|c\.|ca\.?|nearly|almost|approximately|±)\s+)?";
    private const string Noun = @"(?:the\s+|its\s+|their\s+)?(?<np>[a-z-]+(?:\s[a-z-]+){0,2})";

    [GeneratedRegex(
        Sign
            + @"(?<amount>twice|thrice|half|one and a half|(?:one|two|a)[ -]thirds?|[\d./½¼¾⅓⅔]+(?:\s?[-–]\s?[\d./½¼¾]+|\sto\s[\d.]+)?|two|three|four|five|six)(?:\s*(?:times|×|x))?\s+(?:as\s+)?(?<of>long|longer|wide|wider|broad|broader|high|tall|taller|large|larger|the length|the width|the height|the size|length|width)\s+(?:as|than|of)\s+"
            + Noun,
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Times();

    [GeneratedRegex(
        @"\G(?:(?<by>much|slightly|distinctly|clearly|a little|somewhat|far|considerably|little|scarcely|hardly|not)\s+)?(?<adj>longer|shorter|wider|broader|narrower|larger|smaller|taller|thicker|higher)\s+than\s+"
            + Noun,
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Than();

    [GeneratedRegex(
        @"\G(?:about\s+)?as\s+(?:long|wide|broad|high|tall|large)\s+as,?\s+or\s+(?:slightly\s+|rarely\s+)?(?<adj>longer|shorter|wider|broader|narrower|larger|smaller|taller|higher)\s+than,?\s+"
            + Noun,
        RegexOptions.IgnoreCase
    )]
    private static partial Regex EqualOr();

    [GeneratedRegex(
        @"\G(?:(?<by>about|nearly|almost|more or less|±|c\.|approximately|roughly)\s+)?(?:as\s+(?<of>long|wide|broad|high|tall|large|thick)\s+as|(?<verb>equall?ing|equal in length to|equal to|equals|exceeding|exceeds|exceeded by|surpassing))\s+"
            + Noun,
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Equalling();
}
