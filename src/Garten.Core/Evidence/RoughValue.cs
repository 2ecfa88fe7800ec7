using System.Globalization;
using System.Text.RegularExpressions;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;

namespace Garten.Core.Evidence;

/// <summary>A value as people say it: "7–9, mostly 9", "&gt; 100", "about twice as long as wide".</summary>
/// <param name="Low">Lower end, in the inner unit; null when open below.</param>
/// <param name="High">Upper end, in the inner unit; null when open above.</param>
/// <param name="Best">The value most parts had; null when not said.</param>
/// <param name="Typed">What the person wrote.</param>
public sealed record RoughValue(double? Low, double? High, double? Best, string Typed);

/// <summary>Reads rough values and single measurements as people write them.</summary>
public static partial class RoughValueReader
{
    /// <summary>"About" is read as this much to either side: a practised guess at a length is within a fifth.</summary>
    public const double AboutSpread = 0.2;

    private const string NumberPattern = @"(?:\d+\s+\d+/\d+|\d+/\d+|\d+(?:\.\d+)?)";

    /// <summary>Reads a rough value for a numeric character.</summary>
    /// <param name="text">What was written.</param>
    /// <param name="character">The character; gives the unit where none is written.</param>
    /// <returns>The value, or what could not be read. An exact single number is a value whose ends meet.</returns>
    public static Reading<RoughValue> Read(string text, Character character)
    {
        var typed = text.Trim();
        if (character.Kind == CharacterKind.Ratio && Pair(typed) is { } ratio)
        {
            return double.IsFinite(ratio)
                ? Reading<RoughValue>.Of(new(ratio, ratio, ratio, typed))
                : Reading<RoughValue>.Failed($"“{typed}”", "a length to divide by that is not 0");
        }

        var plain = Multiples(typed.Replace('-', '–').ToLowerInvariant());
        var mostly = MostlyForm().Match(plain);
        double? best = null;
        if (mostly.Success)
        {
            plain = plain[..mostly.Index].TrimEnd(' ', ',', ';');
        }

        var form = ValueForm().Match(plain);
        if (!form.Success)
        {
            return Reading<RoughValue>.Failed(
                $"“{typed}”",
                "a value such as 7, 6–9, “7–9, mostly 9”, > 100, about 12 cm, 3 1/4 in or “about twice as long”"
            );
        }

        var unit =
            form.Groups["unit"].Success ? form.Groups["unit"].Value
            : mostly.Groups["unit"].Success ? mostly.Groups["unit"].Value
            : "";
        var factor = 1.0;
        if (character.Kind == CharacterKind.Length)
        {
            var millimetres = LengthUnit.Millimetres(unit.Length > 0 ? unit : character.Unit);
            if (millimetres is null)
            {
                return Reading<RoughValue>.Failed($"“{unit}”", "a unit of length: mm, cm, m, in or ft");
            }

            factor = millimetres.Value;
        }
        else if (unit.Length > 0 && !(unit == "°" && character.Kind == CharacterKind.Angle))
        {
            return Reading<RoughValue>.Failed($"“{unit}”", "a number without a unit of length");
        }

        var first = Scaled(form.Groups["first"].Value, factor);
        double? second = form.Groups["second"].Success ? Scaled(form.Groups["second"].Value, factor) : null;
        if (mostly.Success)
        {
            best = Scaled(mostly.Groups["n"].Value, factor);
        }

        var value = form.Groups["op"].Value switch
        {
            ">" or "≥" or ">=" or "more than" or "over" or "at least" => new RoughValue(first, null, best, typed),
            "<" or "≤" or "<=" or "less than" or "under" or "up to" or "at most" => new RoughValue(
                null,
                first,
                best,
                typed
            ),
            "about" or "around" or "ca." or "ca" or "c." or "~" when second is null => new RoughValue(
                first * (1 - AboutSpread),
                first * (1 + AboutSpread),
                first,
                typed
            ),
            _ => new RoughValue(first, second ?? first, best ?? (second is null ? first : null), typed),
        };

        if (double.IsNaN(first) || second is { } end && double.IsNaN(end) || best is { } middle && double.IsNaN(middle))
        {
            return Reading<RoughValue>.Failed($"“{typed}”", "a fraction whose lower number is not 0");
        }

        if (value is { Low: { } low, High: { } high } && (high < low || best < low || best > high))
        {
            return Reading<RoughValue>.Failed($"“{typed}”", "the smaller number first, and the usual one between them");
        }

        return Reading<RoughValue>.Of(value);
    }

    /// <summary>Reads one measured or counted part, for example <c>6.4 cm</c>, <c>64</c> or <c>3 1/4 in</c>.</summary>
    /// <param name="text">What was written.</param>
    /// <param name="character">The character; gives the unit where none is written.</param>
    /// <returns>The value in the inner unit, or null when the text is not one exact number.</returns>
    public static double? ReadExact(string text, Character character)
    {
        var reading = Read(text, character);
        return reading.Ok && reading.Value.Low is { } low && reading.Value.High is { } high && low.Equals(high)
            ? low
            : null;
    }

    /// <summary>Two lengths of one part as their ratio, for example "64 / 31", "6.4 : 3.1" or "6.4 cm / 31 mm"; null when it is no such pair.</summary>
    private static double? Pair(string typed)
    {
        var form = PairForm().Match(typed.ToLowerInvariant());
        if (!form.Success)
        {
            return null;
        }

        var (over, under) = (
            LengthUnit.Millimetres(form.Groups["over"].Value),
            LengthUnit.Millimetres(form.Groups["under"].Value)
        );
        return form.Groups["over"].Success != form.Groups["under"].Success
            ? null
            : Scaled(form.Groups["first"].Value, over ?? 1) / Scaled(form.Groups["second"].Value, under ?? 1);
    }

    /// <summary>"Twice as long", "three to four times" and the like, as numbers.</summary>
    private static string Multiples(string text)
    {
        var plain = NumberWord()
            .Replace(MultipleTail().Replace(text, ""), m => m.Value switch
                {
                    "half" => "0.5",
                    "one" or "once" => "1",
                    "two" or "twice" => "2",
                    "three" => "3",
                    "four" => "4",
                    "five" => "5",
                    "six" => "6",
                    "seven" => "7",
                    "eight" => "8",
                    "nine" => "9",
                    _ => "10",
                });
        return BetweenNumbers().Replace(plain.Replace(" times", "", StringComparison.Ordinal), "–").Trim();
    }

    /// <summary>Nine decimals, so that 9.94 cm and 99.4 mm are the same number.</summary>
    private static double Scaled(string written, double factor) => Math.Round(Number(written) * factor, 9);

    private static double Number(string written)
    {
        var pieces = written.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        return pieces.Sum(Piece);

        static double Piece(string piece)
        {
            var slash = piece.IndexOf('/', StringComparison.Ordinal);
            if (slash < 0)
            {
                return double.Parse(piece, CultureInfo.InvariantCulture);
            }

            var below = double.Parse(piece[(slash + 1)..], CultureInfo.InvariantCulture);
            return below == 0 ? double.NaN : double.Parse(piece[..slash], CultureInfo.InvariantCulture) / below;
        }
    }

    [GeneratedRegex(
        @"^(?<first>\d+(?:\.\d+)?)\s*(?<over>mm|cm|m|in|ft)?\s*[/:]\s*(?<second>\d+(?:\.\d+)?)\s*(?<under>mm|cm|m|in|ft)?$"
    )]
    private static partial Regex PairForm();

    [GeneratedRegex(@"\s*\b(as long(\s+as\s+(wide|broad))?|as wide|as broad|longer than wide|the (length|width))\s*$")]
    private static partial Regex MultipleTail();

    [GeneratedRegex(@"\b(half|one|once|two|twice|three|four|five|six|seven|eight|nine|ten)\b")]
    private static partial Regex NumberWord();

    [GeneratedRegex(@"(?<=\d)\s+to\s+(?=\d)")]
    private static partial Regex BetweenNumbers();

    [GeneratedRegex(
        @"[,;]?\s*\b(mostly|usually|most)\s+(?<n>"
            + NumberPattern
            + @")\s*(?<unit>mm|cm|dm|m|in|inch|inches|ft|feet|foot|°|""|'|″|′)?$"
    )]
    private static partial Regex MostlyForm();

    [GeneratedRegex(
        @"^(?<op>>=|<=|[<>≥≤~]|more than|less than|at least|at most|over|under|up to|about|around|ca\.|ca|c\.)?\s*(?<first>"
            + NumberPattern
            + @")(?:\s*–\s*(?<second>"
            + NumberPattern
            + @"))?\s*(?<unit>mm|cm|dm|m|inches|inch|in|feet|foot|ft|°|""|'|″|′)?$"
    )]
    private static partial Regex ValueForm();
}
