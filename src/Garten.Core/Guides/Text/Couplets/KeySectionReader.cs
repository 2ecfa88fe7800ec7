using System.Collections.Immutable;
using System.Text.RegularExpressions;

namespace Garten.Core.Guides.Text.Couplets;

/// <summary>Parts a text into title, remarks and sections with their leads: which line begins a lead, which goes on with it.</summary>
internal sealed partial class KeySectionReader
{
    /// <summary>How long a heading may be, in characters.</summary>
    private const int HeadingLength = 90;

    /// <summary>A lead with so many characters does not go on in another line.</summary>
    private const int LongestLead = 3000;

    private readonly ImmutableArray<TextLine> lines;
    private readonly Func<TextLine, LeadLabel?> labelOf;
    private readonly bool labelled;
    private readonly List<string> before = [];
    private readonly List<string> remarks = [];
    private readonly List<(string Name, List<RawLead> Leads)> sections = [("", [])];
    private readonly List<string> open = [];
    private TextLine? begun;
    private LeadLabel label = LeadLabel.None;

    private KeySectionReader(ImmutableArray<TextLine> lines)
    {
        this.lines = lines;
        labelOf = Labels(lines, out labelled);
    }

    /// <summary>The sections of a text; null where it has no leads.</summary>
    public static KeySections? Read(ImmutableArray<TextLine> lines)
    {
        var reader = new KeySectionReader(lines);
        reader.Walk();
        var sections = reader.sections.Where(s => s.Leads.Count > 0).ToList();
        if (sections.Sum(s => s.Leads.Count) < 2)
        {
            return null;
        }

        return new(
            reader.before.FirstOrDefault() ?? "",
            [.. reader.before.Skip(1), .. reader.remarks],
            [.. sections.Select(s => new KeySection(s.Name, [.. s.Leads]))]
        );
    }

    /// <summary>The group a heading is of: of "Key to Group B: ferns" it is "Group B"; null for a line that is none.</summary>
    public static string? Heading(string line)
    {
        if (line.Length > HeadingLength || GroupHeading().Match(line) is not { Success: true } m || LeadEnd.Ends(line))
        {
            return null;
        }

        var word = m.Groups["word"].Value;
        return $"{char.ToUpperInvariant(word[0])}{word[1..].ToLowerInvariant()} {m.Groups["of"].Value}";
    }

    private void Walk()
    {
        for (var i = 0; i < lines.Length; i++)
        {
            var line = lines[i];
            if (labelOf(line) is { } found)
            {
                Close();
                (begun, label) = (line, found);
                open.Add(line.Text[found.Length..]);
            }
            else if (Heading(line.Text) is { } group && !Waits())
            {
                Close();
                sections.Add((group, []));
                if (AfterHeading().Match(line.Text).Groups["rest"].Value.Trim() is { Length: > 0 } rest)
                {
                    remarks.Add($"{group}: {rest}");
                }
            }
            else if (begun is not null && IsOtherLead(i))
            {
                Close();
                (begun, label) = (line, LeadLabel.None);
                open.Add(line.Text);
            }
            else if (begun is not null && open.Sum(l => l.Length) < LongestLead && !IsBetween(i))
            {
                open.Add(line.Text);
            }
            else
            {
                Close();
                Beside(i);
            }
        }

        Close();
    }

    /// <summary>A line that is neither a lead nor of one: part of the title, a remark, or the heading of what follows.</summary>
    private void Beside(int i)
    {
        var line = lines[i];
        if (sections.All(s => s.Leads.Count == 0))
        {
            before.Add(line.Text);
            return;
        }

        // A short line right before a lead numbered 1 begins a section of that name.
        var next = i + 1 < lines.Length ? labelOf(lines[i + 1]) : null;
        if (
            next is { Kind: LabelKind.Number, Key: "1" }
            && line.Text.Length <= HeadingLength
            && !line.Text.EndsWith('.')
        )
        {
            sections.Add((KeyTo().Replace(line.Text.TrimEnd(':', '.'), ""), []));
        }
        else
        {
            remarks.Add(line.Text);
        }
    }

    /// <summary>
    /// Whether a line is the other lead of a couplet of which only the first carries the number: it stands below the words of that, and has an
    /// end of its own.
    /// </summary>
    private bool IsOtherLead(int i)
    {
        var line = lines[i];
        return label.Kind == LabelKind.Number
            && line.Indent > 0
            && Math.Abs(line.Indent - (begun!.Indent + label.Length)) <= 1
            && StartsHigh(line.Text)
            && LeadEnd.Ends(TextPage.Joined(open))
            && (
                LeadEnd.Ends(line.Text)
                || (i + 1 < lines.Length && labelOf(lines[i + 1]) is null && LeadEnd.Ends(lines[i + 1].Text))
            );
    }

    /// <summary>Whether the lead in hand has leaders but nothing behind them yet.</summary>
    private bool Waits() => open.Count > 0 && LeadersAtEnd().IsMatch(open[^1]);

    /// <summary>Whether a line stands between leads rather than going on with the one before.</summary>
    private bool IsBetween(int i)
    {
        var line = lines[i];
        if (Waits())
        {
            return false;
        }

        var done = LeadEnd.Read(TextPage.Joined(open), Nothing, []).Target is not EndsNowhere;
        var next = i + 1 < lines.Length ? labelOf(lines[i + 1]) : null;
        var restarts = next is { Kind: LabelKind.Number, Key: "1" } && line.AfterGap;
        return restarts
            || (done && (line.AfterGap || !labelled || Remark().IsMatch(line.Text)))
            || (line.AfterGap && Remark().IsMatch(line.Text));
    }

    private void Close()
    {
        if (begun is not null)
        {
            sections[^1].Leads.Add(new(label, begun.Indent, TextPage.Joined(open), begun.Number));
        }

        begun = null;
        open.Clear();
    }

    private static readonly HashSet<string> Nothing = [];

    /// <summary>
    /// How the labels of a text are told from lines that happen to begin like one: by the sort most of its leads have. A text without any has
    /// leads that are known by where they stand.
    /// </summary>
    private static Func<TextLine, LeadLabel?> Labels(ImmutableArray<TextLine> lines, out bool labelled)
    {
        var all = lines.Select(l => (Line: l, Label: LeadLabel.Read(l.Text))).Where(x => x.Label is not null).ToList();
        var numbers = all.Where(x => x.Label!.Kind == LabelKind.Number).ToList();
        var letters = all.Where(x => x.Label!.Kind == LabelKind.Letter).ToList();
        var signs = all.Where(x => x.Label!.Kind == LabelKind.Sign).ToList();
        labelled = numbers.Count + letters.Count + signs.Count >= 2;
        if (!labelled)
        {
            return Unlabelled(lines);
        }

        // Where numbers carry points, or their first leads a letter, a bare one is a count at the beginning of a line.
        var plain = numbers.Count(x => x.Label is { Pointed: false, Mark: "", From: "" });
        var pointed = numbers.Count(x => x.Label!.Pointed);
        var lettered = numbers.Count(x => x.Label!.Mark is "a" or "A");
        var bare = plain > 0 && plain >= pointed && plain >= lettered;
        var capital = all.Count(x => StartsHigh(x.Line.Text[x.Label!.Length..])) * 5 >= all.Count * 4;
        var keys = numbers.Count >= 2;
        return line =>
        {
            if (LeadLabel.Read(line.Text) is not { } label)
            {
                return null;
            }

            var said = line.Text[label.Length..];
            return label.Kind switch
            {
                LabelKind.Number when !bare && label is { Pointed: false, Mark: "", From: "" } => null,
                LabelKind.Number when bare && Amount().IsMatch(said) => null,
                LabelKind.Letter when keys && letters.Count * 3 < numbers.Count => null,
                LabelKind.Sign when signs.Count == 1 && keys && !StartsHigh(said) => null,
                _ when capital && !StartsHigh(said) && !line.AfterGap && label.Mark.Length == 0 => null,
                _ => label,
            };
        };
    }

    private static Func<TextLine, LeadLabel?> Unlabelled(ImmutableArray<TextLine> lines)
    {
        var ended = lines.Count(l => LeadEnd.Ends(l.Text) || NamesInText.EndingIn(l.Text) > 0);
        if (ended < 2 || lines.Select(l => l.Indent).Distinct().Count() < 2 && ended * 2 < lines.Length)
        {
            return _ => null;
        }

        var first = lines.FirstOrDefault(l => l.Indent > 0 || LeadEnd.Ends(l.Text) || NamesInText.EndingIn(l.Text) > 0);
        var at = first is null ? 0 : lines.IndexOf(first);
        // What is less deep right before the first deep line is the lead it belongs to.
        var from = at > 0 && first!.Indent > 0 ? lines[at - 1].Number : first?.Number ?? 0;
        return line =>
            line.Number >= from && StartsHigh(line.Text) && Heading(line.Text) is null ? LeadLabel.None : null;
    }

    private static bool StartsHigh(string text)
    {
        var first = text.FirstOrDefault(char.IsLetterOrDigit);
        return char.IsUpper(first) || char.IsDigit(first);
    }

    [GeneratedRegex(
        @"^(?:#+\s*|\*+)?(?:key\s+(?:to|for|of)\s+(?:the\s+)?)?(?<word>(?:sub)?group|key|section)\s+(?<of>[A-Z]|[IVX]{1,4}|\d{1,2})(?=$|[\s.:,;)–—-])[.:)]?\s*(?:[-–—:(]|$|\s*[A-Z])",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex GroupHeading();

    [GeneratedRegex(
        @"(?:group|key|section)\s+(?:[A-Z]|[IVX]{1,4}|\d{1,2})\b[\s.:)–—*-]*(?<rest>.*)$",
        RegexOptions.IgnoreCase | RegexOptions.RightToLeft
    )]
    private static partial Regex AfterHeading();

    [GeneratedRegex(@"^(?:#+\s*)?key\s+(?:to|for|of)\s+(?:the\s+)?", RegexOptions.IgnoreCase)]
    private static partial Regex KeyTo();

    [GeneratedRegex(@"(?:[.·_]\s?){3,}$|…\s*$|→\s*$")]
    private static partial Regex LeadersAtEnd();

    [GeneratedRegex(@"^(?:note|notes|nb|n\.b\.|remark|remarks|caution|see also|\*|†)\b", RegexOptions.IgnoreCase)]
    private static partial Regex Remark();

    // "3 cm", "5–8 leaflets": an amount, not the number of a lead.
    [GeneratedRegex(@"^(?:mm|cm|dm|m|ft|in|inches|feet|times|or|to|pairs|×|x)\b|^[-–]")]
    private static partial Regex Amount();
}
