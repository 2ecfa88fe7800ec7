using System.Collections.Immutable;
using System.Text;

namespace Garten.Core.Search;

/// <summary>What can be found by words.</summary>
public enum FoundKind
{
    /// <summary>A plant under study.</summary>
    Plant,

    /// <summary>A taxon of the guide.</summary>
    Name,

    /// <summary>A name of the survey's own list, which no guide describes.</summary>
    OwnName,

    /// <summary>A site of the survey.</summary>
    Site,

    /// <summary>Something to do.</summary>
    Action,

    /// <summary>A feature of the guide.</summary>
    Feature,

    /// <summary>A word of the glossary.</summary>
    Term,

    /// <summary>Somebody of the survey, found with what they named.</summary>
    Person,
}

/// <summary>Something that can be found.</summary>
/// <param name="Id">What leads to it, by its kind.</param>
/// <param name="Label">What it is called.</param>
/// <param name="Note">What it is, in a few words.</param>
/// <param name="Other">Further texts it is found by and not shown with.</param>
public sealed record SearchEntry(FoundKind Kind, string Id, string Label, string Note, ImmutableArray<string> Other);

/// <summary>
/// Finds entries by words in any order, by their beginnings, and with a slip of the pen: <c>vien maple</c> finds vine maple,
/// <c>tf31</c> the plant TF-031. Every word asked for must be found in an entry.
/// </summary>
public static class TextSearch
{
    /// <summary>Most letters that are looked at; the rest of a longer text is left out.</summary>
    public const int Longest = 80;

    // What a match of a word costs: the whole word, its beginning, a slip, and more where it stands in the note or among other texts.
    private const double Whole = 0;
    private const double Beginning = 1;
    private const double Slip = 4;
    private const double BesideLabel = 1.5;

    /// <summary>The best entries, the best first; of equals in the order of their kinds and labels.</summary>
    /// <param name="text">What is asked for; blank finds nothing.</param>
    /// <param name="most">Most entries given.</param>
    public static ImmutableArray<SearchEntry> Find(IEnumerable<SearchEntry> entries, string text, int most)
    {
        var wanted = WordsOf(text.Length > Longest ? text[..Longest] : text);
        return wanted.Length == 0
            ? []
            :
            [
                .. entries
                    .Select(e => (Entry: e, Cost: CostOf(e, wanted)))
                    .Where(e => e.Cost < double.PositiveInfinity)
                    .OrderBy(e => e.Cost)
                    .ThenBy(e => e.Entry.Kind)
                    .ThenBy(e => e.Entry.Label.Length)
                    .ThenBy(e => e.Entry.Label, StringComparer.Ordinal)
                    .Take(most)
                    .Select(e => e.Entry),
            ];
    }

    private static double CostOf(SearchEntry entry, string[] wanted)
    {
        var label = WordsOf(entry.Label);
        var beside = entry.Other.Append(entry.Note).SelectMany(WordsOf).ToArray();
        double sum = 0;
        foreach (var word in wanted)
        {
            var best = Math.Min(CostIn(label, word), CostIn(beside, word) + BesideLabel);
            if (best == double.PositiveInfinity)
            {
                return best;
            }

            sum += best;
        }

        return sum;
    }

    private static double CostIn(string[] words, string wanted)
    {
        var best = double.PositiveInfinity;
        foreach (var word in words)
        {
            if (word == wanted)
            {
                return Whole;
            }

            if (word.StartsWith(wanted, StringComparison.Ordinal))
            {
                best = Math.Min(best, Beginning);
            }
            else if (SlipsAllowed(wanted) is > 0 and var allowed && SlipsIn(word, wanted, allowed) is { } slips)
            {
                best = Math.Min(best, Slip + slips);
            }
        }

        return best;
    }

    /// <summary>Short words are too easily one another for slips to be forgiven.</summary>
    private static int SlipsAllowed(string wanted) =>
        wanted.Any(char.IsDigit) ? 0
        : wanted.Length < 4 ? 0
        : wanted.Length < 8 ? 1
        : 2;

    /// <summary>
    /// Fewest letters added, lost, changed or swapped with their neighbour that make the wanted word the beginning of a word; null for
    /// more than allowed. The distance is that of optimal string alignment, open at the end.
    /// </summary>
    private static int? SlipsIn(string word, string wanted, int allowed)
    {
        var width = Math.Min(word.Length, wanted.Length + allowed);
        var (before, last, now) = (new int[width + 1], new int[width + 1], new int[width + 1]);
        for (var j = 0; j <= width; j++)
        {
            last[j] = j;
        }

        for (var i = 1; i <= wanted.Length; i++)
        {
            now[0] = i;
            for (var j = 1; j <= width; j++)
            {
                var change = wanted[i - 1] == word[j - 1] ? 0 : 1;
                now[j] = Math.Min(Math.Min(last[j] + 1, now[j - 1] + 1), last[j - 1] + change);
                if (i > 1 && j > 1 && wanted[i - 1] == word[j - 2] && wanted[i - 2] == word[j - 1])
                {
                    now[j] = Math.Min(now[j], before[j - 2] + 1);
                }
            }

            (before, last, now) = (last, now, before);
        }

        var least = last.Min();
        return least <= allowed ? least : null;
    }

    /// <summary>Words in small letters; a tag such as TF-031 is also found as 31 and tf31.</summary>
    private static string[] WordsOf(string text)
    {
        var plain = new StringBuilder();
        foreach (var letter in text)
        {
            plain.Append(char.IsLetterOrDigit(letter) ? char.ToLowerInvariant(letter) : ' ');
        }

        var words = new List<string>();
        foreach (var word in plain.ToString().Split(' ', StringSplitOptions.RemoveEmptyEntries))
        {
            // Letters and digits part, and the noughts before a number go.
            var start = 0;
            for (var i = 1; i <= word.Length; i++)
            {
                if (i == word.Length || char.IsDigit(word[i]) != char.IsDigit(word[i - 1]))
                {
                    var part = word[start..i];
                    words.Add(
                        char.IsDigit(part[0])
                            ? part.TrimStart('0') is { Length: > 0 } number
                                ? number
                                : "0"
                            : part
                    );
                    start = i;
                }
            }
        }

        return [.. words];
    }
}
