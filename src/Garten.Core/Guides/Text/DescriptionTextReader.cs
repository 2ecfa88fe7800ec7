using System.Collections.Immutable;
using System.Text.RegularExpressions;
using Garten.Core.Guides.Text.Couplets;
using Garten.Core.Guides.Text.Phrases;

namespace Garten.Core.Guides.Text;

/// <summary>Reads the description of one taxon: telegraphic, in sentences, or as notes of a line each.</summary>
internal static partial class DescriptionTextReader
{
    private const int LongestPiece = 4000;

    public static DescriptionText Read(ImmutableArray<TextLine> lines)
    {
        var rest = lines.Select(l => Bullet().Replace(l.Text, "")).ToList();
        var taxon = Taxon(rest);
        var statements = ImmutableArray.CreateBuilder<TextStatement>();
        var silent = ImmutableArray.CreateBuilder<string>();
        foreach (var paragraph in Paragraphs(lines, rest).SelectMany(Pieces))
        {
            var placed = PhraseReader.Placed(paragraph);
            statements.AddRange(placed.Select(p => p.Statement));
            silent.AddRange(
                Sentences(paragraph)
                    .Where(s => !placed.Any(p => p.Start >= s.Start && p.Start < s.End))
                    .Select(s => paragraph[s.Start..s.End].Trim())
                    .Where(s => s.Length > 0)
            );
        }

        return new(taxon, statements.ToImmutable(), silent.ToImmutable());
    }

    /// <summary>The name a description begins with, taken off its first line.</summary>
    private static NameInText? Taxon(List<string> lines)
    {
        var first = lines[0].Trim('#', '*', ' ');
        if (
            NamesInText.One(first) is { } whole
            && (lines.Count > 1 || whole.Name.Contains(' ', StringComparison.Ordinal))
            && !Words.IsPlain(whole.Name.Split(' ')[0])
        )
        {
            lines[0] = "";
            return whole;
        }

        // "Acer rubrum L. – Tree to 20 m …": the name goes as far as it can be read as one.
        foreach (var stop in Stop().Matches(first).Cast<Match>().Reverse())
        {
            if (
                stop.Index <= 90
                && NamesInText.One(first[..stop.Index].Trim()) is { } name
                && name.Name.Contains(' ', StringComparison.Ordinal)
                && !Words.IsPlain(name.Name.Split(' ')[0])
                && (name.Common.Length == 0 || !Words.IsPlain(name.Common.Split(' ')[0]))
            )
            {
                lines[0] = first[(stop.Index + stop.Length)..].Trim();
                return name;
            }
        }

        return null;
    }

    /// <summary>Lines that go on with each other are one; a gap, a label or a new note begins another.</summary>
    private static IEnumerable<string> Paragraphs(ImmutableArray<TextLine> lines, List<string> texts)
    {
        var open = new List<string>();
        for (var i = 0; i < texts.Count; i++)
        {
            var begins =
                lines[i].AfterGap || Bullet().IsMatch(lines[i].Text) || (open.Count > 0 && NewNote(open[^1], texts[i]));
            if (begins && open.Count > 0)
            {
                yield return TextPage.Joined(open);
                open.Clear();
            }

            if (texts[i].Length > 0)
            {
                open.Add(texts[i]);
            }
        }

        if (open.Count > 0)
        {
            yield return TextPage.Joined(open);
        }
    }

    /// <summary>A paragraph, cut where one is longer than anybody writes, so that no text takes for ever.</summary>
    private static IEnumerable<string> Pieces(string paragraph)
    {
        while (paragraph.Length > LongestPiece)
        {
            var stop = paragraph.LastIndexOfAny(['.', ';'], LongestPiece);
            var cut = stop > 0 ? stop + 1 : LongestPiece;
            yield return paragraph[..cut];
            paragraph = paragraph[cut..];
        }

        yield return paragraph;
    }

    /// <summary>A short line that does not fill its width, with a capital after it, is a note of its own.</summary>
    private static bool NewNote(string before, string next) =>
        before.Length < 60 && char.IsUpper(next.FirstOrDefault()) && !before.EndsWith(',') && !before.EndsWith('-');

    private static IEnumerable<(int Start, int End)> Sentences(string paragraph)
    {
        var start = 0;
        foreach (var end in SentenceEnd().Matches(paragraph).Select(m => m.Index))
        {
            yield return (start, end);
            start = end;
        }

        yield return (start, paragraph.Length);
    }

    [GeneratedRegex(@"^[-–—•*·+]\s+")]
    private static partial Regex Bullet();

    [GeneratedRegex(@"\s+[–—-]\s+|:\s+|\.\s+(?=[A-Z])|,\s+(?=[a-z])|;\s+|\.\s*$")]
    private static partial Regex Stop();

    [GeneratedRegex(@"(?<=[a-z)\]\d]{2}[.!?])\s+(?=[A-Z(])")]
    private static partial Regex SentenceEnd();
}
