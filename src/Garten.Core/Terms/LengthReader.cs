using System.Globalization;
using System.Text.RegularExpressions;

namespace Garten.Core.Terms;

/// <summary>Reads lengths as people write them: <c>1.92 m</c>, <c>3 1/4 in</c>, <c>6 ft 3 in</c>, <c>2½ m</c>, <c>192</c>.</summary>
public static partial class LengthReader
{
    private static readonly Dictionary<char, string> Fractions = new()
    {
        ['½'] = "1/2",
        ['¼'] = "1/4",
        ['¾'] = "3/4",
        ['⅓'] = "1/3",
        ['⅔'] = "2/3",
        ['⅛'] = "1/8",
        ['⅜'] = "3/8",
        ['⅝'] = "5/8",
        ['⅞'] = "7/8",
    };

    /// <summary>Longest text that can be a length.</summary>
    private const int Longest = 60;

    /// <summary>A length in millimetres; null where it cannot be read.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="unit">The unit of a number without one, for example "m".</param>
    public static double? Millimetres(string text, string unit)
    {
        if (text.Length > Longest)
        {
            return null;
        }

        var plain = string.Concat(
            text.Trim().ToLowerInvariant().Select(c => Fractions.TryGetValue(c, out var f) ? " " + f : c.ToString())
        );
        var found = Whole().Match(plain.Trim().Replace(',', '.'));
        if (!found.Success)
        {
            return null;
        }

        var sum = 0.0;
        foreach (Capture part in found.Groups["part"].Captures)
        {
            var match = Part().Match(part.Value);
            var number = match.Groups["whole"].Success
                ? double.Parse(match.Groups["whole"].Value, CultureInfo.InvariantCulture)
                : 0;
            if (match.Groups["over"].Success)
            {
                var under = double.Parse(match.Groups["under"].Value, CultureInfo.InvariantCulture);
                if (under == 0)
                {
                    return null;
                }

                number += double.Parse(match.Groups["over"].Value, CultureInfo.InvariantCulture) / under;
            }

            if (
                LengthUnit.Millimetres(match.Groups["unit"].Success ? match.Groups["unit"].Value : unit)
                is not { } factor
            )
            {
                return null;
            }

            sum += number * factor;
        }

        return sum;
    }

    private const string Number = @"(?:\d+(?:\.\d+)?(?:\s+\d+/\d+)?|\d+/\d+)\s*";

    private const string Unit = @"(?:mm|cm|dm|m|inches|inch|in|feet|foot|ft|""|'|″|′)";

    // Two lengths together, such as feet and inches, both say their unit.
    [GeneratedRegex(
        "^(?:(?<part>" + Number + Unit + "?)|(?<part>" + Number + Unit + @")\s*(?<part>" + Number + Unit + "))$"
    )]
    private static partial Regex Whole();

    [GeneratedRegex(
        @"^(?:(?<whole>\d+(?:\.\d+)?)(?!/|\d))?\s*(?:(?<over>\d+)/(?<under>\d+))?\s*(?<unit>mm|cm|dm|m|inches|inch|in|feet|foot|ft|""|'|″|′)?\s*$"
    )]
    private static partial Regex Part();
}
