using System.Text.RegularExpressions;

namespace Garten.Core.Guides.Text.Couplets;

/// <summary>What stands before a lead.</summary>
internal enum LabelKind
{
    /// <summary>A number, with or without a mark of which lead it is.</summary>
    Number,

    /// <summary>A letter or letters: "A", "AA", "b".</summary>
    Letter,

    /// <summary>A dash or another sign: the other lead of the same couplet.</summary>
    Sign,

    /// <summary>Nothing: the lead is known by where it stands.</summary>
    None,
}

/// <summary>The label of a lead: of "3b (1)." the key is "3", the mark "b", the back-reference "1".</summary>
/// <param name="Key">Number or letters of the couplet; empty for a sign.</param>
/// <param name="Mark">What tells its leads apart: "a", "'", "*"; empty for none.</param>
/// <param name="From">The back-reference; empty for none.</param>
/// <param name="Printed">As printed, without the back-reference and closing points.</param>
/// <param name="Pointed">True when a point or bracket closes it.</param>
/// <param name="Length">Characters of the line it takes up, space behind it included.</param>
internal sealed partial record LeadLabel(
    LabelKind Kind,
    string Key,
    string Mark,
    string From,
    string Printed,
    bool Pointed,
    int Length
)
{
    public static readonly LeadLabel None = new(LabelKind.None, "", "", "", "", false, 0);

    /// <summary>The label a line begins with; null for none.</summary>
    public static LeadLabel? Read(string line)
    {
        if (Numbered().Match(line) is { Success: true } n)
        {
            var mark = n.Groups["mark"].Value;
            return new(
                LabelKind.Number,
                n.Groups["key"].Value.TrimStart('0') is { Length: > 0 } key ? key : "0",
                mark,
                n.Groups["from"].Value.Replace(" ", "", StringComparison.Ordinal),
                n.Groups["key"].Value + mark,
                n.Groups["open"].Success || n.Groups["close"].Captures.Any(c => c.Length > 0),
                n.Length
            );
        }

        if (Lettered().Match(line) is { Success: true } l)
        {
            return new(
                LabelKind.Letter,
                l.Groups["key"].Value,
                l.Groups["mark"].Value,
                "",
                l.Groups["key"].Value + l.Groups["mark"].Value,
                true,
                l.Length
            );
        }

        if (Marked().Match(line) is { Success: true } m)
        {
            var mark = m.Groups["mark"].Value;
            return new(LabelKind.Sign, "", mark, "", mark, false, m.Length);
        }

        return Signed().Match(line) is { Success: true } s
            ? new(LabelKind.Sign, "", "", "", s.Groups["sign"].Value, s.Groups["close"].Length > 0, s.Length)
            : null;
    }

    /// <summary>Whether a line may begin with a label.</summary>
    public static bool Looks(string line) => Read(line) is not null;

    // "1.", "1a)", "(1)", "1'", "1* ", "3 (1b).", "3[1].", "1–".
    [GeneratedRegex(
        @"^(?<open>[(\[])?(?<key>\d{1,4})(?:\s(?=[a-e][\s.)]|['*+]))?(?<mark>[a-eA-E](?![a-zA-Z])|['`*""+]{1,3}|[-–—](?=[.\s]))?(?<close>[)\]])?\s?(?<close>[.])?\s?(?:[(\[]\s*(?:from\s+)?(?<from>\d{1,4}\s?[a-eA-E'*-–—]{0,3})\s*[)\]])?(?<close>[.:)]*)(?:\s+|(?<=[.:)\]'*])(?=[A-Z]))(?=[^\s])"
    )]
    private static partial Regex Numbered();

    // "A.", "AA.", "a)", "b'.": a letter alone needs its point, or every sentence that begins with "A" would be a lead.
    [GeneratedRegex(
        @"^(?<open>[(\[])?(?<key>(?<one>[A-Za-z])\k<one>{0,3})(?<mark>['*]{0,3})(?<close>[.):]+|(?<=['*]))\s+(?=\S)"
    )]
    private static partial Regex Lettered();

    // "b" below "1 a": the mark alone, without its number.
    [GeneratedRegex(@"^(?<mark>[b-e])\s+(?=[A-Z])")]
    private static partial Regex Marked();

    [GeneratedRegex(@"^(?<sign>[-–—+*•=]{1,3})\s?(?<close>[.:)]?)\s*(?=[\p{L}±\d(])")]
    private static partial Regex Signed();
}
