using System.Collections.Frozen;
using System.Text.RegularExpressions;

namespace Garten.Core.Guides.Text.Phrases;

/// <summary>What a statement holds for.</summary>
/// <param name="Sort">"stage", "sex", "season", "position", "exposure", "age" or "place".</param>
/// <param name="End">Where it ends in the text.</param>
internal sealed record FoundScope(string Sort, string Words, int End);

/// <summary>Finds what a statement is bound to: "when young", "beneath", "in fruit", "young leaves", "male flowers".</summary>
internal static partial class PhraseScopes
{
    /// <summary>Words before an organ that say which of them is meant.</summary>
    public static readonly FrozenDictionary<string, string> BeforeOrgan = new Dictionary<string, string>
    {
        ["lower"] = "position",
        ["upper"] = "position",
        ["middle"] = "position",
        ["terminal"] = "position",
        ["lateral"] = "position",
        ["side"] = "position",
        ["central"] = "position",
        ["uppermost"] = "position",
        ["lowermost"] = "position",
        ["lowest"] = "position",
        ["inner"] = "position",
        ["outer"] = "position",
        ["basal"] = "position",
        ["cauline"] = "position",
        ["radical"] = "position",
        ["young"] = "age",
        ["younger"] = "age",
        ["old"] = "age",
        ["older"] = "age",
        ["first-year"] = "age",
        ["second-year"] = "age",
        ["one-year-old"] = "age",
        ["year-old"] = "age",
        ["mature"] = "stage",
        ["immature"] = "stage",
        ["juvenile"] = "stage",
        ["adult"] = "stage",
        ["ripe"] = "stage",
        ["unripe"] = "stage",
        ["seedling"] = "stage",
        ["sterile"] = "stage",
        ["fertile"] = "stage",
        ["flowering"] = "stage",
        ["fruiting"] = "stage",
        ["male"] = "sex",
        ["female"] = "sex",
        ["staminate"] = "sex",
        ["pistillate"] = "sex",
        ["summer"] = "season",
        ["spring"] = "season",
        ["autumn"] = "season",
        ["shaded"] = "exposure",
        ["exposed"] = "exposure",
        ["floating"] = "position",
        ["submerged"] = "position",
        ["aerial"] = "position",
    }.ToFrozenDictionary(StringComparer.Ordinal);

    /// <summary>What begins at a place of the text and bounds what was said before it or comes behind it.</summary>
    public static FoundScope? At(string text, int start)
    {
        var m = Phrase().Match(text, start);
        if (!m.Success)
        {
            return null;
        }

        foreach (var sort in (string[])["age", "stage", "season", "exposure", "position"])
        {
            if (m.Groups[sort].Success)
            {
                return new(sort, Spaces().Replace(m.Groups[sort].Value.ToLowerInvariant(), " "), m.Index + m.Length);
            }
        }

        return null;
    }

    private const string Where =
        @"margins?|edges?|base|tips?|apex|veins?|nerves?|midribs?|midveins?|main veins|lower veins|vein axils|axils of the veins|nodes?|angles|ridges|teeth|petioles?|throat|back|inside|outside|middle|centre|center|joints|keel|stem|stalk";

    [GeneratedRegex(
        @"\G(?:"
            + @"(?:(?:at least |only |especially |particularly |except )*(?:when|while)\s(?<age>young|old)\b|(?<age>(?:with|in) age|in (?:the |their )?(?:first|second) years?|at first|later|early on)\b)"
            + @"|(?:at least |only )?(?:when|while)\s(?<stage>mature|ripe|dry|fresh|unripe|in (?:flower|fruit|bud|leaf)|flowering|fruiting|open|closed|crushed|bruised|rubbed|dormant|fully grown|sterile)\b"
            + @"|(?<stage>at maturity|in (?:full |early )?(?:flower|fruit|bud|seed|leaf)|at (?:flowering|anthesis|fruiting)(?: time)?|at flowering time|during flowering|after flowering|before flowering)\b(?! (?:axils?|stalks?|heads?))"
            + @"|in\s(?<season>(?:early |late |mid-?)?(?:winter|spring|summer|autumn|fall))\b"
            + @"|in\s(?:the\s)?(?<exposure>(?:deep |full |partial )?(?:shade|sun|sunlight))\b"
            + @"|(?<position>(?:above and (?:beneath|below)|on both (?:sides|surfaces|faces)|beneath|underneath|above|below|abaxially|adaxially|throughout|within|on the (?:(?:upper|lower|under|inner|outer)\s?-?(?:side|surface|face|half|part)s?|undersides?)|on (?:upper|lower) (?:side|surface|face)s?|(?:especially |mainly |mostly |only |chiefly |at least )*(?:on|along|at|near|in|towards?|around|between|to|from)\s(?:the\s)?(?:very\s)?(?:"
            + Where
            + @")(?:\s(?:and|or)\s(?:the\s)?(?:"
            + Where
            + @"))?(?:\s(?:beneath|below|above))?|outside|inside))\b(?!\s(?:the|water|ground|\d))"
            + ")",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Phrase();

    [GeneratedRegex(@"\s+")]
    private static partial Regex Spaces();
}
