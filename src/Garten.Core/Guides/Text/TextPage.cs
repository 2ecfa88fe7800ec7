using System.Collections.Immutable;
using System.Text;
using System.Text.RegularExpressions;
using Garten.Core.Guides.Text.Couplets;

namespace Garten.Core.Guides.Text;

/// <summary>One line of a text.</summary>
/// <param name="Text">Without the space around it.</param>
/// <param name="Indent">Columns it stands in from the left.</param>
/// <param name="Number">Its line in the text as it came, from 1.</param>
/// <param name="AfterGap">True when an empty line or a new page comes before it.</param>
internal sealed record TextLine(string Text, int Indent, int Number, bool AfterGap);

/// <summary>
/// The lines of a page as it was typed or scanned, without what belongs to the page alone: page numbers and running heads. Hyphens of
/// line ends stay, since only a lead or a sentence knows which line goes on in the next: <see cref="Joined"/> undoes them.
/// </summary>
internal static partial class TextPage
{
    private const int TabWidth = 4;

    public static ImmutableArray<TextLine> Read(string text)
    {
        var lines = new List<TextLine>();
        var gap = true;
        var number = 0;
        foreach (var raw in Plain(text).Split('\n'))
        {
            number++;
            var newPage = raw.Contains('\f', StringComparison.Ordinal);
            var line = raw.Replace("\f", "", StringComparison.Ordinal);
            var trimmed = line.Trim();
            if (trimmed.Length == 0)
            {
                gap = true;
                continue;
            }

            lines.Add(
                new(trimmed.Replace("\t", "   ", StringComparison.Ordinal), IndentOf(line), number, gap || newPage)
            );
            gap = false;
        }

        return WithoutRunningHeads(lines);
    }

    /// <summary>Lines as one: hyphens of line ends are undone where a word goes on, kept where they belong to it.</summary>
    public static string Joined(IEnumerable<string> lines)
    {
        var text = new StringBuilder();
        foreach (var line in lines)
        {
            if (text.Length == 0)
            {
                text.Append(line);
            }
            else if (text.Length > 1 && text[^1] == '\u00AD')
            {
                text.Length--;
                text.Append(line);
            }
            else if (text.Length > 1 && text[^1] is '-' or '‐' && char.IsLetterOrDigit(text[^2]))
            {
                if (!KeepsHyphen(text, line))
                {
                    text.Length--;
                }

                text.Append(line);
            }
            else
            {
                // A range broken at its dash goes on without a space.
                var range = text[^1] is '–' or '—' && char.IsAsciiDigit(line[0]) && text.Length > 1 && text[^2] != ' ';
                text.Append(range ? "" : " ").Append(line);
            }
        }

        return text.Replace("\u00AD", "").ToString();
    }

    private static bool KeepsHyphen(StringBuilder before, string next) =>
        char.IsAsciiDigit(before[^2])
        || !char.IsLower(next[0])
        || Words.SecondHalves.Contains(Letters().Match(next).Value.ToLowerInvariant());

    private static string Plain(string text) =>
        text.Replace("\r\n", "\n", StringComparison.Ordinal)
            .Replace('\r', '\n')
            .Replace('\u00A0', ' ')
            .Replace('\u2007', ' ')
            .Replace('\u202F', ' ')
            .Replace('\u2009', ' ')
            .Replace('\u2011', '-')
            .Replace('\u2010', '-')
            .Replace('\u2212', '–')
            .Replace('\u2018', '\'')
            .Replace('\u2019', '\'')
            .Replace('\u2032', '\'')
            .Replace('\u00B4', '\'')
            .Replace("\u2033", "''", StringComparison.Ordinal)
            .Replace("\uFB01", "fi", StringComparison.Ordinal)
            .Replace("\uFB02", "fl", StringComparison.Ordinal)
            .Replace("\uFEFF", "", StringComparison.Ordinal)
            .Replace("\f", "\n\f", StringComparison.Ordinal);

    private static int IndentOf(string line)
    {
        var column = 0;
        foreach (var c in line)
        {
            if (c == '\t')
            {
                column += TabWidth - column % TabWidth;
            }
            else if (c == ' ')
            {
                column++;
            }
            else
            {
                break;
            }
        }

        return column;
    }

    /// <summary>A heading that comes again page after page, with or without the number of the page, is no part of what is read.</summary>
    private static ImmutableArray<TextLine> WithoutRunningHeads(List<TextLine> lines)
    {
        var times = lines.GroupBy(l => HeadOf(l.Text)).ToDictionary(g => g.Key, g => g.Count(), StringComparer.Ordinal);
        bool PageNumber(int i) => i >= 0 && i < lines.Count && PageAlone().IsMatch(lines[i].Text) && IsPage(lines, i);
        bool RunningHead(int i)
        {
            var line = lines[i];
            if (LeadLabel.Looks(line.Text) || line.Text.Length > 80)
            {
                return false;
            }

            var head = HeadOf(line.Text);
            if (head.Length < 4)
            {
                return false;
            }

            var capitals = head.Equals(head.ToUpperInvariant(), StringComparison.Ordinal);
            var numbered = NumberedHead().IsMatch(line.Text);
            var again = times[head] > 1;
            return (again && (capitals || numbered || PageNumber(i - 1) || PageNumber(i + 1)))
                || (
                    i > 0 && capitals && numbered && !KeySections.IsHeading(line.Text) && !Leaders().IsMatch(line.Text)
                );
        }

        var kept = ImmutableArray.CreateBuilder<TextLine>(lines.Count);
        for (var i = 0; i < lines.Count; i++)
        {
            if (!(PageAlone().IsMatch(lines[i].Text) && IsPage(lines, i)) && !RunningHead(i))
            {
                kept.Add(lines[i]);
            }
        }

        return kept.ToImmutable();
    }

    /// <summary>A number alone on a line is a page's, unless the line before waits for the number it leads to.</summary>
    private static bool IsPage(List<TextLine> lines, int i)
    {
        if (PageWord().IsMatch(lines[i].Text) || i == 0)
        {
            return true;
        }

        var before = lines[i - 1].Text;
        var waits = Leaders().IsMatch(before) && !LeadEnd.Ends(before);
        return !waits && (lines[i].AfterGap || lines[i].Indent > 12 || i + 1 == lines.Count || lines[i + 1].AfterGap);
    }

    private static string HeadOf(string text) => NotLetters().Replace(text, " ").Trim();

    [GeneratedRegex(@"^\W*(?:page|p\.)?\s*\d{1,4}\W*$", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant)]
    private static partial Regex PageAlone();

    [GeneratedRegex(
        @"^\W*(?:page|p\.)\s*\d|^\s*[-–—]\s*\d+\s*[-–—]\s*$",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant
    )]
    private static partial Regex PageWord();

    [GeneratedRegex(@"^\d{1,4}\s{2,}\S|\S\s{2,}\d{1,4}$|^\d{1,4}\s+[A-Z\s]+$|^[A-Z\s]+\s\d{1,4}$")]
    private static partial Regex NumberedHead();

    [GeneratedRegex(@"[^\p{L}]+")]
    private static partial Regex NotLetters();

    [GeneratedRegex(@"(?:[.…·_]\s?){3,}")]
    private static partial Regex Leaders();

    [GeneratedRegex(@"^\p{L}+")]
    private static partial Regex Letters();
}
