using System.Text;
using System.Text.RegularExpressions;

namespace Garten.Core.Guides.Text.Phrases;

/// <summary>
/// An amount in a text, written the one way statements have: "(3–)5–8(–12) cm", "≤ 3 mm", "≥ 2", "c. 10 mm", "1/2 inch".
/// </summary>
/// <param name="Amount">Without the unit.</param>
/// <param name="Unit">Empty for a count.</param>
/// <param name="Length">Characters of the text it takes up.</param>
internal sealed partial record Quantity(string Amount, string Unit, int Length)
{
    public string Value =>
        Unit.Length == 0 || Unit == "%" ? $"{Amount}{(Unit == "%" ? " %" : "")}" : $"{Amount} {Unit}";

    /// <summary>The amount that begins at a place of a text; null for none.</summary>
    public static Quantity? At(string text, int start)
    {
        if (Whole().Match(text, start, Math.Min(80, text.Length - start)) is not { Success: true } m)
        {
            return null;
        }

        var unit = UnitOf(m.Groups["unit"].Value, m.Groups["gap"].Length > 0);
        if (unit is null)
        {
            return null;
        }

        var from = Number(m.Groups["from"].Value);
        var to = Number(m.Groups["to"].Value);
        var amount = new StringBuilder();
        if (m.Groups["low"].Success)
        {
            amount.Append('(').Append(Number(m.Groups["low"].Value)).Append("–)");
        }

        amount.Append(from);
        if (to.Length > 0)
        {
            amount.Append(m.Groups["or"].Success ? " | " : "–").Append(to);
        }

        if (m.Groups["high"].Success)
        {
            amount.Append("(–").Append(Number(m.Groups["high"].Value)).Append(')');
        }

        var sign = SignOf(m.Groups["sign"].Value, m.Groups["more"].Value);
        return new(sign.Length == 0 ? amount.ToString() : $"{sign} {amount}", unit, m.Length);
    }

    private static string SignOf(string before, string behind)
    {
        var said = before.Trim().ToLowerInvariant();
        return behind.Trim().ToLowerInvariant() switch
        {
            "or more" or "or over" or "+" or "and more" or "or longer" or "or taller" => "≥",
            "or less" or "or fewer" or "or under" or "or shorter" => "≤",
            _ => said switch
            {
                "" => "",
                "up to"
                or "to"
                or "at most"
                or "not more than"
                or "no more than"
                or "≤"
                or "<="
                or "not exceeding"
                or "to about"
                or "up to about"
                or "to c."
                or "never more than"
                or "not over"
                or "rarely over"
                or "rarely more than"
                or "to ca."
                or "not longer than" => "≤",
                "at least" or "not less than" or "≥" or ">=" or "no fewer than" or "no less than" => "≥",
                "less than" or "under" or "below" or "<" or "fewer than" or "shorter than" or "smaller than" => "<",
                "more than"
                or "over"
                or "above"
                or "exceeding"
                or "greater than"
                or ">"
                or "longer than"
                or "usually more than" => ">",
                _ => "c.",
            },
        };
    }

    private static string Number(string written)
    {
        var text = written.Trim().ToLowerInvariant();
        return Words.Numbers.TryGetValue(text, out var digits) ? digits : Spaces().Replace(text, " ");
    }

    private static string? UnitOf(string written, bool gap) =>
        written.TrimEnd('.').ToLowerInvariant() switch
        {
            "" => "",
            "mm" => "mm",
            "cm" => "cm",
            "dm" => "dm",
            "m" or "metres" or "meters" or "metre" or "meter" => "m",
            "millimetres" or "millimeters" or "millimetre" or "millimeter" => "mm",
            "centimetres" or "centimeters" or "centimetre" or "centimeter" => "cm",
            "µm" or "μm" or "microns" => "µm",
            "km" => "km",
            "inch" => "inch",
            "inches" => "inches",
            "in" => gap ? "in" : null,
            "\"" => "in",
            "ft" => "ft",
            "foot" => "foot",
            "feet" => "feet",
            "%" => "%",
            _ => null,
        };

    private const string Figure = @"(?:\d+\s\d/\d+|\d+/\d+|\d*[½¼¾⅓⅔⅛]|\d{1,3}(?:,\d{3})+|\d+(?:\.\d+)?)";

    private const string Spelt =
        "one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|thirteen|fourteen|fifteen|sixteen|seventeen|eighteen|nineteen|twenty|thirty|forty|fifty";

    [GeneratedRegex(
        @"\G(?<sign>(?:c\.|ca\.?|circa|about|around|approximately|nearly|up to about|to about|up to|to ca\.|to c\.|to|at most|not more than|no more than|never more than|not exceeding|not over|rarely over|rarely more than|not longer than|at least|not less than|no less than|no fewer than|less than|fewer than|shorter than|smaller than|under|below|usually more than|more than|over|above|exceeding|greater than|longer than)\s+|[≤≥<>±~]=?\s*)?"
            + @"(?:\((?<low>"
            + Figure
            + @")\s?[-–—]\s?\)\s?)?"
            + "(?<from>"
            + Figure
            + @"|\b(?:"
            + Spelt
            + @")\b)"
            + @"(?:(?:(?:\s?[-–—]\s?|\s+to\s+)|(?<or>\s+or\s+|/(?=\d\b)))(?<to>"
            + Figure
            + @"|\b(?:"
            + Spelt
            + @")\b))?"
            + @"(?:\s?\((?:[-–—]|to\s|up to\s)\s?(?<high>"
            + Figure
            + @")\+?\))?"
            + @"(?<more>\s+(?:or more|or less|or fewer|or over|or under|and more)\b|\+)?"
            + @"(?:(?<gap>\s?)(?<unit>(?:mm|cm|dm|km|m|µm|μm|microns|ft|foot|feet|inch|inches|metres|meters|metre|meter|millimetres|millimeters|centimetres|centimeters|centimetre|centimeter)\b\.?(?![A-Za-z])|in\.|in(?=\s(?:long|wide|tall|high|across|thick|broad|diam|or\b|×|x\b)|\s*[;,)]|\s*$)|""|%))?"
            + @"(?<more>\s+(?:or more|or less|or over|or longer|or taller|or shorter)\b)?",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex Whole();

    [GeneratedRegex(@"\s+")]
    private static partial Regex Spaces();
}
