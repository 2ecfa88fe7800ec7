using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;

namespace Garten.Core.Guides.Text.Couplets;

/// <summary>
/// Finds botanical names in running text by their form alone: a genus with a capital, epithets without, ranks between them, authors behind.
/// </summary>
internal static partial class NamesInText
{
    /// <summary>Most characters of what is taken for a name, or several.</summary>
    private const int Longest = 200;

    /// <summary>The names a piece of text consists of: "Acer rubrum L. or A. saccharinum"; none where it is no name.</summary>
    /// <param name="join">"or" or "and" between several; empty for one.</param>
    /// <param name="inWords">True to take words that are no botanical name for a name in the language of the text.</param>
    public static ImmutableArray<NameInText> Read(string text, bool inWords, out string join)
    {
        join = "";
        if (text.Length > Longest)
        {
            return [];
        }

        var plain = Bare(text);
        if (One(plain) is { } one)
        {
            return [one];
        }

        foreach (var separator in Separator().Matches(plain).Cast<Match>())
        {
            var first = One(Bare(plain[..separator.Index]));
            var rest = Read(plain[(separator.Index + separator.Length)..], false, out _);
            if (first is not null && rest.Length > 0)
            {
                join =
                    separator.Value.Contains('&', StringComparison.Ordinal)
                    || separator.Value.Contains("and", StringComparison.Ordinal)
                        ? "and"
                        : "or";
                return [first, .. rest];
            }
        }

        return inWords && Worded().IsMatch(plain) ? [new(plain, "", "")] : [];
    }

    /// <summary>Where a name begins that goes on to the end of a text; -1 for none.</summary>
    /// <param name="text">A lead without leaders, as in "Leaves hairy beneath. Acer rubrum L."</param>
    public static int EndingIn(string text)
    {
        var trimmed = text.TrimEnd();
        foreach (var start in NameStart().Matches(trimmed).Cast<Match>())
        {
            var from = start.Groups["name"].Index;
            var before = trimmed[..from].TrimEnd();
            if (before.Length == 0)
            {
                continue;
            }

            if (trimmed.Length - from > Longest)
            {
                continue;
            }

            var tail = trimmed[from..];
            if (before[^1] == '(')
            {
                tail = tail.TrimEnd(')', '.');
            }

            var closed =
                before[^1] is '.' or ',' or '(' or ':' or '—' or '–' or '=' or '*' or '_' or ')' or ';'
                || start.Groups["gap"].Length > 1;
            var names = Read(tail, false, out _);
            if (names.Length == 0)
            {
                continue;
            }

            // A lone word with a capital is a genus only behind a stop; and no organ is one.
            var lone = !names[0].Name.Contains(' ', StringComparison.Ordinal);
            if (lone && (!closed || !Genus().IsMatch(names[0].Name) || Words.IsPlain(names[0].Name)))
            {
                continue;
            }

            // "Fruit fleshy" has the form of a name; its words are those of the trade.
            if (names.Any(n => n.Name.Split(' ').Any(Words.IsPlain)))
            {
                continue;
            }

            return from;
        }

        return -1;
    }

    /// <summary>Whether a word is written and ends as genera do.</summary>
    public static bool HasFormOfGenus(string word) => Genus().IsMatch(word);

    /// <summary>A text that is one name, with or without authors and a name in words.</summary>
    public static NameInText? One(string text)
    {
        if (text.Length > Longest)
        {
            return null;
        }

        var plain = Bare(text);
        if (Capitals().IsMatch(plain))
        {
            plain = Lowered(plain);
        }

        var common = "";
        if (InWords().Match(plain) is { Success: true } worded && One(worded.Groups["latin"].Value) is { } behind)
        {
            // "Red maple (Acer rubrum L.)", "Red maple, Acer rubrum".
            return behind with { Common = Bare(worded.Groups["common"].Value) };
        }

        if (Bracketed().Match(plain) is { Success: true } bracketed && !Author().IsMatch(bracketed.Groups["in"].Value))
        {
            common = Bare(bracketed.Groups["in"].Value);
            plain = Bare(plain[..bracketed.Index]);
        }
        else if (Dashed().Match(plain) is { Success: true } dashed)
        {
            common = Bare(dashed.Groups["in"].Value);
            plain = Bare(plain[..dashed.Index]);
        }

        return Latin(plain) is { } latin ? latin with { Common = common } : null;
    }

    /// <summary>A botanical name by the rules of <see cref="NameText"/>, of which labels to work with are none here.</summary>
    private static NameInText? Latin(string plain)
    {
        // What those rules do not know: a genus by its first letters, and "agg." or "s.l." behind a name.
        var sense = InSense().Match(plain).Value;
        var name = plain[..^sense.Length];
        var genus = ShortGenus().Match(name).Value;
        if (genus.Length > 0)
        {
            name = $"{StandIn}{name[genus.Length..]}";
        }

        if (
            NameText.Read(name, out _, out _) is not { Kind: not NameTextKind.NotIdentified } read
            || (read.Kind == NameTextKind.Working && !read.Name.Contains(" sp. ", StringComparison.Ordinal))
            || (genus.Length > 0 && read.Kind == NameTextKind.Genus)
        )
        {
            return null;
        }

        // A formula has no authors and stays as it is written; so does the space behind the sign of a cross.
        var spaced = name.Contains(" × ", StringComparison.Ordinal);
        var written =
            !spaced ? read.Name
            : read.Author.Length == 0 ? name
            : read.Name.Replace(" ×", " × ", StringComparison.Ordinal);
        return new(
            (genus.Length > 0 ? $"{genus}{written[StandIn.Length..]}" : written) + sense,
            read.Author.Trim(' ', ','),
            ""
        );
    }

    /// <summary>A text without marks of emphasis, numbers of an index, pages, "p.p." and points at its end.</summary>
    private static string Bare(string text)
    {
        var plain = Emphasis().Replace(text, "").Trim();
        plain = Leading().Replace(plain, "");
        plain = Trailing().Replace(plain, "");
        plain = plain.Trim(' ', ',', ';', ':', '–', '—', '=');
        return plain.EndsWith('.') && !EndsInAuthor().IsMatch(plain) ? plain.TrimEnd('.', ' ') : plain;
    }

    private static string Lowered(string text)
    {
        var words = text.Split(' ');
        for (var i = 0; i < words.Length; i++)
        {
            var word = words[i];
            var name = word.Length > 2 && word.All(c => char.IsUpper(c) || c == '-');
            words[i] =
                !name ? word
                : i == 0 ? word[0] + word[1..].ToLower(CultureInfo.InvariantCulture)
                : word.ToLower(CultureInfo.InvariantCulture);
        }

        return string.Join(' ', words);
    }

    /// <summary>Stands for a genus of which a text has the first letters only.</summary>
    private const string StandIn = "Genus";

    [GeneratedRegex(@"\s+(?:agg\.?|s\.\s?l\.|s\.\s?str\.|s\.\s?lat\.)$")]
    private static partial Regex InSense();

    [GeneratedRegex(@"^[A-Z][a-z]{0,2}\.(?=\s)")]
    private static partial Regex ShortGenus();

    [GeneratedRegex(@"^[A-Z][\p{L}]*\.?(?:[\s&,]+(?:ex|et|[A-Z][\p{L}]*\.?))*$")]
    private static partial Regex Author();

    [GeneratedRegex(
        @"^(?<common>[\p{L}][\p{L}'\- ]+?)\s*(?:[(\[](?<latin>[A-Z×][^()]*(?:\([^()]*\)[^()]*)*)[)\]]|[,–—:=]\s+(?<latin>[A-Z][a-z]+\s[a-z×].*))$"
    )]
    private static partial Regex InWords();

    [GeneratedRegex(@"[(\[](?<in>[\p{L}][\p{L}'’\-, ]+)[)\]]$")]
    private static partial Regex Bracketed();

    [GeneratedRegex(@"(?:,|\s[–—-]|;|:|\s=)\s+""?(?<in>[\p{L}][\p{L}'’\- ]*[a-z]{3}[\p{L}'’\- ]*)""?$")]
    private static partial Regex Dashed();

    [GeneratedRegex(@"^[A-ZÀ-ÖØ-Þ]{3,}(?:[ -][A-ZÀ-ÖØ-Þ]{2,})*(?:\s+\S.*)?$")]
    private static partial Regex Capitals();

    [GeneratedRegex(@"(?:\s*,?\s+(?:or|and)\s+|\s*[&/]\s*|\s*,\s+(?=[A-Z]))")]
    private static partial Regex Separator();

    [GeneratedRegex(@"(?:^|(?<gap>\s+)|(?<=[.:;—–=(]))(?=(?<name>[*_]{0,3}[×]?\s?[A-ZÀ-ÖØ-Þ][\p{L}.]))")]
    private static partial Regex NameStart();

    [GeneratedRegex(@"^[A-Z][a-z]+(?:aceae|[aeiou]|us|um|is|on|es|ax|ex|ix|yx|os|as|ys|er|or|ur|en)$")]
    private static partial Regex Genus();

    [GeneratedRegex(@"^[\p{L}][\p{L}'’\- ]{2,60}$")]
    private static partial Regex Worded();

    [GeneratedRegex(@"\*{1,3}|(?<![\p{L}\d])_{1,2}|_{1,2}(?![\p{L}\d])|</?[a-z]{1,6}>")]
    private static partial Regex Emphasis();

    [GeneratedRegex(@"^[(\[]?\d{1,4}[)\].]?\s*(?=[A-Z×])")]
    private static partial Regex Leading();

    [GeneratedRegex(
        @"\s*(?:[(\[]?(?:p\.\s?p\.|pro parte|in part|p\.\s?\d+|page\s\d+|pp\.\s?[\d–-]+)[)\]]?|[(\[]\d{1,4}[)\]])\s*$",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Trailing();

    [GeneratedRegex(@"(?:[A-ZÀ-ÖØ-Þ][\p{L}]*|\bf|\bfil|\bagg|\bspp?|\bs\.\s?l|\bs\.\s?str|\bauct|\bined|\bhort)\.$")]
    private static partial Regex EndsInAuthor();
}
