using System.Globalization;
using System.Text.RegularExpressions;
using Garten.Core.Guides.Text.Couplets;

namespace Garten.Core.Guides.Text;

/// <summary>
/// Reads a botanical text as it was typed, pasted or scanned: a key in any of its usual settings, or the description of one taxon.
/// <code>GuideTextReader.Read(File.ReadAllText("alders.txt"))</code>
/// Nothing is learned and nothing looked up; the same text is always read the same way. What is odd about a text that is not read is said in words.
/// </summary>
public static partial class GuideTextReader
{
    /// <summary>Most characters of a text.</summary>
    public const int Longest = 1_000_000;

    /// <summary>Most characters of one line.</summary>
    public const int LongestLine = 8_000;

    /// <summary>Parts what was written in one piece into its texts: a key and descriptions stand apart by lines of three hyphens or more.</summary>
    /// <returns>The texts with the line each begins on, from 1; those with nothing in them are left out.</returns>
    public static IEnumerable<(int Line, string Text)> Parted(string text)
    {
        var first = 1;
        var lines = new List<string>();
        var all = text.ReplaceLineEndings("\n").Split('\n');
        for (var i = 0; i <= all.Length; i++)
        {
            if (i < all.Length && !Parting().IsMatch(all[i]))
            {
                lines.Add(all[i]);
                continue;
            }

            if (lines.Exists(l => !string.IsNullOrWhiteSpace(l)))
            {
                yield return (first, string.Join('\n', lines));
            }

            lines.Clear();
            first = i + 2;
        }
    }

    [GeneratedRegex(@"^\s*-{3,}\s*$")]
    private static partial Regex Parting();

    /// <summary>Reads a text.</summary>
    public static GuideText Read(string text)
    {
        if (Refusal(text) is { } reason)
        {
            return new RefusedText(reason);
        }

        var lines = TextPage.Read(text);
        if (lines.IsEmpty)
        {
            return new RefusedText("There is nothing in it to read.");
        }

        var leads = lines.Count(l => LeadLabel.Looks(l.Text));
        if (leads > 4 * KeyTextReader.MostCouplets)
        {
            return new RefusedText(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{leads} of its lines begin like a lead; a key may have {KeyTextReader.MostCouplets} couplets at most. Part it into several texts."
                )
            );
        }

        if (KeyTextReader.Read(lines) is { } key && IsKey(key))
        {
            return key.Couplets.Length > KeyTextReader.MostCouplets
                ? new RefusedText(
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"It has {key.Couplets.Length} couplets; a key may have {KeyTextReader.MostCouplets} at most. Part it into several texts."
                    )
                )
                : key;
        }

        return DescriptionTextReader.Read(lines);
    }

    /// <summary>Leads make a key where they stand in couplets, and go anywhere.</summary>
    private static bool IsKey(KeyText key)
    {
        var leads = key.Couplets.SelectMany(c => c.Leads).ToList();
        var ended = leads.Count(l => l.Target is not EndsNowhere);
        return ended > 0
            && (ended * 3 >= leads.Count || key.Couplets.Count(c => c.Leads.Length > 1) * 2 >= key.Couplets.Length);
    }

    private static string? Refusal(string text)
    {
        if (text.Length > Longest)
        {
            return string.Create(
                CultureInfo.InvariantCulture,
                $"It has {text.Length} characters; {Longest} are read at most. Part it into several texts."
            );
        }

        var line = 1;
        var inLine = 0;
        foreach (var c in text)
        {
            inLine++;
            if (c == '\n')
            {
                line++;
                inLine = 0;
            }
            else if (c is < ' ' and not ('\t' or '\r' or '\f') or '\u007F' or '\uFFFD')
            {
                return string.Create(
                    CultureInfo.InvariantCulture,
                    $"Line {line} holds a sign that no text has (U+{(int)c:X4}): it may be no plain text, or be in another encoding than UTF-8."
                );
            }

            if (inLine > LongestLine)
            {
                return string.Create(
                    CultureInfo.InvariantCulture,
                    $"Line {line} has more than {LongestLine} characters. Break it where its leads or sentences end."
                );
            }
        }

        return DecimalCommas(text) ?? Language(text);
    }

    private static string? DecimalCommas(string text)
    {
        var commas = DecimalComma().Matches(text);
        if (commas.Count == 0 || (DecimalPoint().Count(text) > 0 && commas.Count < 2))
        {
            return null;
        }

        var line = 1 + text.AsSpan(0, commas[0].Index).Count('\n');
        return string.Create(
            CultureInfo.InvariantCulture,
            $"It has decimal commas (“{commas[0].Value.Trim()}” on line {line}), which cannot be told from lists. Write decimal points."
        );
    }

    private static string? Language(string text)
    {
        var words = Word().Matches(text).Select(m => m.Value.ToLowerInvariant()).Take(5000).ToList();
        if (words.Count == 0)
        {
            return "It has no words.";
        }

        var english = words.Count(w => English.Contains(w) || Words.IsPlain(w));
        var (language, count) = Others.Select(o => (o.Key, words.Count(o.Value.Contains))).MaxBy(o => o.Item2);
        if (count >= 3 && count * 2 > english)
        {
            var one = words.First(Others[language].Contains);
            return $"It seems to be in {language} (“{one}” and the like); only English is read.";
        }

        var letters = text.Count(char.IsLetter);
        return letters > 40 && text.Count(c => char.IsLetter(c) && c > '\u0370') * 2 > letters
                ? "It is in another script; only English is read."
            : words.Count > 12 && english * 20 < words.Count
                ? "It seems to be in another language: hardly any word in it is English, and only English is read."
            : null;
    }

    private static readonly HashSet<string> English = new(StringComparer.Ordinal)
    {
        "the",
        "and",
        "or",
        "with",
        "without",
        "of",
        "in",
        "on",
        "at",
        "to",
        "not",
        "than",
        "is",
        "are",
        "long",
        "wide",
        "usually",
        "when",
        "from",
        "by",
        "as",
        "less",
        "more",
    };

    private static readonly Dictionary<string, HashSet<string>> Others = new()
    {
        ["German"] =
        [
            "und",
            "mit",
            "oder",
            "nicht",
            "ohne",
            "blätter",
            "blatt",
            "blüten",
            "lang",
            "breit",
            "kahl",
            "behaart",
            "der",
            "das",
            "ist",
            "sind",
            "bis",
            "stängel",
            "frucht",
            "meist",
            "gegenständig",
            "wechselständig",
        ],
        ["French"] =
        [
            "et",
            "avec",
            "ou",
            "sans",
            "feuilles",
            "feuille",
            "fleurs",
            "les",
            "des",
            "une",
            "tige",
            "est",
            "sont",
            "opposées",
            "alternes",
            "pétales",
            "dans",
        ],
        ["Spanish"] =
        [
            "y",
            "con",
            "sin",
            "hojas",
            "flores",
            "los",
            "las",
            "una",
            "tallo",
            "más",
            "es",
            "son",
            "opuestas",
            "alternas",
            "pétalos",
            "fruto",
        ],
        ["Italian"] =
        [
            "con",
            "senza",
            "foglie",
            "fiori",
            "gli",
            "una",
            "fusto",
            "opposte",
            "alterne",
            "petali",
            "sono",
            "il",
            "di",
        ],
        ["Latin"] =
        [
            "foliis",
            "folia",
            "floribus",
            "caule",
            "petala",
            "vel",
            "cum",
            "sine",
            "longis",
            "ovatis",
            "glabris",
            "fructus",
            "sepala",
            "subtus",
        ],
        ["Dutch"] = ["en", "met", "bladeren", "bloemen", "zonder", "niet", "het", "een", "stengel", "vrucht"],
        ["Swedish"] = ["och", "med", "blad", "blommor", "utan", "eller", "inte", "stjälk"],
        ["Portuguese"] = ["com", "sem", "folhas", "flores", "ou", "não", "caule", "pétalas", "são"],
    };

    [GeneratedRegex(
        @"(?<![\d,])\d{1,3},\d{1,2}(?![\d,])\s?(?:[-–]\s?\d+(?:,\d+)?\s?)?(?:mm|cm|dm|m)\b|(?<![\d,])\d+,\d\s?[-–]\s?\d+,\d(?!\d)"
    )]
    private static partial Regex DecimalComma();

    [GeneratedRegex(@"\d\.\d\s?(?:[-–]\s?[\d.]+\s?)?(?:mm|cm|dm|m)\b")]
    private static partial Regex DecimalPoint();

    [GeneratedRegex(@"\p{L}+")]
    private static partial Regex Word();
}
