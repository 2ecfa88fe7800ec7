using System.Collections.Immutable;
using System.Text.RegularExpressions;

namespace Garten.Core.Guides.Text.Couplets;

/// <summary>
/// The end of a lead: what it says, and where it goes. Leaders part the two; without them a number, a group or a name at the very end is
/// taken for the target where it can be one.
/// </summary>
/// <param name="Text">The lead without leaders and target.</param>
internal sealed partial record LeadEnd(string Text, TextTarget Target)
{
    /// <summary>Whether a line with leaders has its target behind them already.</summary>
    public static bool Ends(string line) =>
        Led().Match(line) is { Success: true } m && m.Groups["tail"].Value.Trim().Length > 0;

    /// <summary>Reads the end of a lead.</summary>
    /// <param name="lead">The lead in one line, without its label.</param>
    /// <param name="numbers">The numbers that couplets of the text have.</param>
    /// <param name="groups">The groups that have couplets of their own.</param>
    /// <param name="led">True where leaders stand before the names of the text, so that nothing else is taken for one.</param>
    public static LeadEnd Read(
        string lead,
        IReadOnlySet<string> numbers,
        IReadOnlyList<string> groups,
        bool led = false
    )
    {
        if (Led().Match(lead) is { Success: true } leaders)
        {
            return new(Cut(leaders.Groups["head"].Value), Behind(leaders.Groups["tail"].Value, groups));
        }

        if (Arrow().Match(lead) is { Success: true } arrow)
        {
            return new(Cut(arrow.Groups["head"].Value), Behind(arrow.Groups["tail"].Value, groups));
        }

        if (TrailingGroup().Match(lead) is { Success: true } named)
        {
            return new(Cut(named.Groups["head"].Value), new EndsAtGroup(GroupOf(named.Groups["group"].Value, groups)));
        }

        if (TrailingNumber().Match(lead) is { Success: true } numbered)
        {
            var head = numbered.Groups["head"].Value.TrimEnd();
            var key = numbered.Groups["key"].Value;
            var closed =
                head.Length > 0 && head[^1] is '.' or ')' or ';' or ':'
                || numbered.Groups["gap"].Length > 1
                || numbered.Groups["go"].Length > 0;
            if (closed || (numbers.Contains(key) && !WantsNumber().IsMatch(head)))
            {
                return new(Cut(head), new EndsAtCouplet(key));
            }
        }

        var at = led ? -1 : NamesInText.EndingIn(lead);
        if (at > 0)
        {
            var tail = lead[..at].TrimEnd().EndsWith('(') ? lead[at..].TrimEnd(')', '.') : lead[at..];
            return new(Cut(lead[..at]), Named(NamesInText.Read(tail, false, out var join), join));
        }

        if (
            Gap().Match(lead) is { Success: true } gap
            && Behind(gap.Groups["tail"].Value, groups) is var target and not EndsNowhere
        )
        {
            return new(Cut(gap.Groups["head"].Value), target);
        }

        return new(Cut(lead), new EndsNowhere(""));
    }

    private static TextTarget Behind(string tail, IReadOnlyList<string> groups)
    {
        var said = tail.Trim().Trim('.', '…', '_', '·').Trim();
        if (said.EndsWith(')') && !said.Contains('(', StringComparison.Ordinal))
        {
            said = said[..^1];
        }

        if (said.Length == 0)
        {
            return new EndsNowhere("");
        }

        if (Number().Match(said) is { Success: true } number)
        {
            return new EndsAtCouplet(number.Groups["key"].Value);
        }

        if (WholeGroup().Match(said) is { Success: true } group)
        {
            return new EndsAtGroup(GroupOf(group.Groups["group"].Value, groups));
        }

        if (groups.FirstOrDefault(g => SameGroup(g, said)) is { } section)
        {
            return new EndsAtGroup(section);
        }

        if (NoName().IsMatch(said))
        {
            return new EndsNowhere(said);
        }

        // The points of an author at the end were cut above with the leaders: they are read from the tail as it stands.
        var names = NamesInText.Read(tail.Trim().TrimStart('.', '…', '_', '·', ' '), true, out var join);
        return names.Length == 0 ? new EndsNowhere(said) : Named(names, join);
    }

    private static TextTarget Named(ImmutableArray<NameInText> names, string join) =>
        names.Length == 1 ? new EndsAtName(names[0]) : new EndsAtNames(names, join);

    private static string GroupOf(string said, IReadOnlyList<string> groups) =>
        groups.FirstOrDefault(g => SameGroup(g, said)) ?? Spaces().Replace(said.Trim(), " ");

    private static bool SameGroup(string group, string said)
    {
        static string Plain(string s) => NotLetters().Replace(Article().Replace(s.ToLowerInvariant(), ""), " ").Trim();
        return Plain(group) == Plain(said);
    }

    private static string Cut(string head) =>
        head.Trim().TrimEnd(' ', '.', '…', ':', ';', ',', '–', '—', '-', '=', '_', '·', '(', '*').Trim();

    // The last leaders of a lead: three points or more, signs between words, or a wide gap before a number.
    [GeneratedRegex(
        @"^(?<head>.*?)\s*(?:(?:[.·_]\s?){3,}|(?:…\s?)+[.]*|(?:\s[.]){2,}|(?:-\s?){4,}|(?:–\s?){3,})\s*(?<tail>(?:(?![.·_]{3}|…|[.]\s[.]).)*)$"
    )]
    private static partial Regex Led();

    [GeneratedRegex(
        @"^(?<head>.*?)\s*(?:→|⇒|➔|->|=>|>>|»|\b(?:go|proceed|turn) to(?: couplet)?|\(?\bsee (?=couplet|\d|group|key))\s*(?:couplet\s*)?(?<tail>[^→]*)$",
        RegexOptions.IgnoreCase | RegexOptions.RightToLeft
    )]
    private static partial Regex Arrow();

    [GeneratedRegex(@"^(?<head>.*\S)(?<gap>\s+)(?<go>\()?\[?(?<key>\d{1,4}[a-e]?)\]?\)?\.?$")]
    private static partial Regex TrailingNumber();

    [GeneratedRegex(@"^(?:couplet|no\.?|go to)?\s*[(\[]?(?<key>\d{1,4})(?:\s?[a-e'])?[)\]]?$", RegexOptions.IgnoreCase)]
    private static partial Regex Number();

    [GeneratedRegex(
        @"^(?<head>.*?[\s.;:])[(\[]?(?<group>(?:(?:sub)?group|key|section)\s+(?:[A-Z]|[IVX]{1,4}|\d{1,2}))[)\].]*(?:\s*\(?p\.?\s?\d+\)?)?$",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex TrailingGroup();

    [GeneratedRegex(
        @"^[(\[]?(?<group>(?:(?:sub)?group|key|section)\s+(?:[A-Z]|[IVX]{1,4}|\d{1,2}))\b.*$",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex WholeGroup();

    [GeneratedRegex(
        @"^(?:\?+|unknown|none|not\s.*|no name|undetermined|unresolved|end|nowhere|n/?a|[-–—]+|see\s.*|x+)$",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex NoName();

    // A number behind these is a count or an amount of the lead, not where it goes.
    [GeneratedRegex(
        @"(?:\b(?:petals|sepals|stamens|styles|stigmas|leaflets|lobes|teeth|tepals|carpels|seeds|veins|nerves|rays|scales|bracts|to|than|about|ca?\.|or|and|of|by|with|most|least)|[-–—×≤≥<>±=])\s*$",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex WantsNumber();

    [GeneratedRegex(@"^(?<head>.*\S)\s{3,}(?<tail>\S.*)$")]
    private static partial Regex Gap();

    [GeneratedRegex(@"\b(?:the|key|to)\b")]
    private static partial Regex Article();

    [GeneratedRegex(@"[^\p{L}\d]+")]
    private static partial Regex NotLetters();

    [GeneratedRegex(@"\s+")]
    private static partial Regex Spaces();
}
