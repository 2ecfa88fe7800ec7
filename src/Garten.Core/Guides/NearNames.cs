using System.Collections.Immutable;

namespace Garten.Core.Guides;

/// <summary>Finds names that a written one may be a slip of: "Acer macrophylum".</summary>
public static class NearNames
{
    /// <summary>Most letters by which a slip differs.</summary>
    private const int MostSlips = 2;

    /// <summary>Shortest name that two letters less would still tell.</summary>
    private const int Shortest = 6;

    private const int MostFound = 4;

    /// <summary>The names nearest to a written one, the nearest first; none where it is one of them.</summary>
    /// <param name="text">A name as written, without author.</param>
    public static ImmutableArray<TaxonName> Of(Guide guide, string text)
    {
        var wanted = text.Trim().ToLowerInvariant();
        if (wanted.Length < Shortest)
        {
            return [];
        }

        var near = guide
            .AllNames.Select(t => (Taxon: t, Slips: t.Synonyms.Prepend(t.Name).Min(n => Slips(n, wanted))))
            .Where(x => x.Slips <= MostSlips)
            .OrderBy(x => x.Slips)
            .ThenBy(x => x.Taxon.Name, StringComparer.Ordinal)
            .Take(MostFound)
            .ToArray();
        return near is [{ Slips: 0 }, ..] ? [] : [.. near.Select(x => TaxonName.Of(x.Taxon))];
    }

    /// <summary>Letters put in, left out, changed or swapped between two names (optimal string alignment); one more than the most where there are more.</summary>
    private static int Slips(string name, string wanted)
    {
        if (Math.Abs(name.Length - wanted.Length) > MostSlips)
        {
            return MostSlips + 1;
        }

        var (before, last, row) = (new int[wanted.Length + 1], new int[wanted.Length + 1], new int[wanted.Length + 1]);
        for (var j = 0; j <= wanted.Length; j++)
        {
            last[j] = j;
        }

        for (var i = 1; i <= name.Length; i++)
        {
            row[0] = i;
            var letter = char.ToLowerInvariant(name[i - 1]);
            for (var j = 1; j <= wanted.Length; j++)
            {
                var same = letter == wanted[j - 1] ? 0 : 1;
                row[j] = Math.Min(Math.Min(row[j - 1], last[j]) + 1, last[j - 1] + same);
                if (i > 1 && j > 1 && letter == wanted[j - 2] && char.ToLowerInvariant(name[i - 2]) == wanted[j - 1])
                {
                    row[j] = Math.Min(row[j], before[j - 2] + 1);
                }
            }

            (before, last, row) = (last, row, before);
        }

        return last[wanted.Length];
    }
}
