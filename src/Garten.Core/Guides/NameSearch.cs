using System.Collections.Immutable;

namespace Garten.Core.Guides;

/// <summary>Which of a taxon's names was found.</summary>
public enum NameKind
{
    /// <summary>Its scientific name.</summary>
    Accepted,

    /// <summary>Another scientific name of it.</summary>
    Synonym,

    /// <summary>A common name.</summary>
    Common,

    /// <summary>The name of another species, by which it was called here.</summary>
    Misapplied,
}

/// <summary>A taxon found by one of its names.</summary>
/// <param name="Found">The name that was found.</param>
/// <param name="Kind">What sort of name it is.</param>
/// <param name="Family">The taxon's family.</param>
public sealed record FoundName(
    TaxonName Taxon,
    string Found,
    NameKind Kind,
    string Family,
    ImmutableArray<Hazard> Hazards
);

/// <summary>What a search for a name came to.</summary>
/// <param name="Names">Taxa found, those whose name begins with the text first.</param>
/// <param name="Warning">Said where a common name means plants of several families; empty otherwise.</param>
public sealed record NameSearchResult(ImmutableArray<FoundName> Names, string Warning);

/// <summary>Finds taxa by accepted name, synonym or common name.</summary>
public static class NameSearch
{
    /// <summary>Most taxa found.</summary>
    public const int Most = 60;

    /// <summary>Searches.</summary>
    /// <param name="text">Part of a name, in any case; blank finds nothing.</param>
    public static NameSearchResult Find(Guide guide, string text)
    {
        var wanted = text.Trim();
        if (wanted.Length == 0)
        {
            return new([], "");
        }

        var found = guide
            .Taxa.Select(t => Match(guide, t, wanted))
            .OfType<FoundName>()
            .OrderBy(f => f.Found.StartsWith(wanted, StringComparison.OrdinalIgnoreCase) ? 0 : 1)
            .ThenBy(f => f.Kind)
            .ThenBy(f => f.Taxon.Name, StringComparer.Ordinal)
            .Take(Most)
            .ToImmutableArray();
        return new(found, WarningFor(wanted, found));
    }

    private static FoundName? Match(Guide guide, Taxon taxon, string wanted)
    {
        var names = taxon
            .Synonyms.Select(s => (s, NameKind.Synonym))
            .Prepend((taxon.Name, NameKind.Accepted))
            .Concat(taxon.CommonNames.Select(c => (c, NameKind.Common)))
            .Concat(taxon.Misapplied.Select(m => (m, NameKind.Misapplied)));
        foreach (var (name, kind) in names)
        {
            if (name.Contains(wanted, StringComparison.OrdinalIgnoreCase))
            {
                return new(
                    TaxonName.Of(taxon),
                    name,
                    kind,
                    guide.At(taxon.Id, TaxonRank.Family)?.Name ?? "",
                    [.. guide.CautionsFor(taxon.Id).Select(c => c.Hazard).Distinct()]
                );
            }
        }

        return null;
    }

    /// <summary>"Hemlock" is a conifer to some and a deadly herb to others: a common name names nothing for sure.</summary>
    private static string WarningFor(string wanted, ImmutableArray<FoundName> found)
    {
        var common = found
            .Where(f => f.Kind == NameKind.Common && f.Taxon.Rank >= TaxonRank.Species && HasWord(f.Found, wanted))
            .ToList();
        var families = common.Select(f => f.Family).Distinct().Count();
        if (families < 2)
        {
            return "";
        }

        var deadly = common.Where(f => f.Hazards.Contains(Hazard.Deadly)).Select(f => f.Taxon.Name).ToList();
        return $"“{wanted}” names {common.Count} plants of {families} families"
            + (deadly.Count > 0 ? $", and {string.Join(", ", deadly)} {(deadly.Count == 1 ? "is" : "are")} deadly" : "")
            + ": go by the scientific name.";
    }

    private static bool HasWord(string name, string word) =>
        name.Split(' ', '-').Any(w => w.Equals(word, StringComparison.OrdinalIgnoreCase))
        || name.Equals(word, StringComparison.OrdinalIgnoreCase);
}
