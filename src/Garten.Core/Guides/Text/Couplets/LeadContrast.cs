using System.Collections.Immutable;
using System.Text.RegularExpressions;

namespace Garten.Core.Guides.Text.Couplets;

/// <summary>Whether the leads of a couplet can be chosen between.</summary>
internal static partial class LeadContrast
{
    /// <summary>What is wrong with leads, as the end of a sentence; null for nothing that words show.</summary>
    public static string? Fault(ImmutableArray<LeadText> leads)
    {
        for (var i = 0; i < leads.Length; i++)
        {
            for (var j = i + 1; j < leads.Length; j++)
            {
                if (Plain(leads[i].Text) == Plain(leads[j].Text))
                {
                    return "say the same";
                }

                if (Apart(leads[i], leads[j]))
                {
                    return "speak of different things: neither denies the other";
                }
            }
        }

        return null;
    }

    /// <summary>
    /// Whether two leads have nothing in common: no word, no organ, no character. A lead that only denies the other ("not as above",
    /// "otherwise") or is not understood stands against it all the same.
    /// </summary>
    private static bool Apart(LeadText one, LeadText other)
    {
        if (
            one.Statements.Length == 0
            || other.Statements.Length == 0
            || Denies().IsMatch(one.Text)
            || Denies().IsMatch(other.Text)
        )
        {
            return false;
        }

        // Only where each lead says one thing, and all of it is understood, can it be said that the other does not deny it.
        return Alone(one) is { } a
            && Alone(other) is { } b
            && a.Organ != b.Organ
            && a.Character != b.Character
            && a.Organ != "plant"
            && b.Organ != "plant"
            && !Stems(one.Text).Overlaps(Stems(other.Text));
    }

    private static TextStatement? Alone(LeadText lead) =>
        lead.Statements is [{ Character: not ("presence" or "position") } only]
        && only.Text.Length + 2 >= lead.Text.Length
            ? only
            : null;

    /// <summary>The words of a lead by their beginnings, without those that every lead has.</summary>
    private static HashSet<string> Stems(string text) =>
        [
            .. Word()
                .Matches(text.ToLowerInvariant())
                .Select(m => m.Value)
                .Where(w => w.Length > 3 && !Common.Contains(w))
                .Select(w => w[..Math.Min(4, w.Length)]),
        ];

    private static readonly HashSet<string> Common =
    [
        "with",
        "without",
        "than",
        "more",
        "less",
        "usually",
        "often",
        "mostly",
        "rarely",
        "sometimes",
        "least",
        "about",
        "long",
        "wide",
        "tall",
        "this",
        "that",
        "these",
        "when",
    ];

    private static string Plain(string text) =>
        string.Join(' ', Word().Matches(text.ToLowerInvariant()).Select(m => m.Value));

    [GeneratedRegex(@"[\p{L}\d.–/]+")]
    private static partial Regex Word();

    [GeneratedRegex(
        @"\b(?:not|never|otherwise|other|others|neither|different|differs?|without|lacking|no|none|absent|as above|above|un\w+|non-?\w+)\b",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Denies();
}
