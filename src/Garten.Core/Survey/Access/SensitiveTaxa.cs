using Garten.Core.Guides;

namespace Garten.Core.Survey.Access;

/// <summary>The names whose exact places are not for everyone.</summary>
public static class SensitiveTaxa
{
    /// <summary>The taxa a guide calls sensitive, all below them, and the genera they belong to: "Calypso sp." gives the place away as well.</summary>
    public static IReadOnlySet<TaxonId> Of(Guide guide)
    {
        var genera = guide
            .Taxa.Where(t => t.Sensitive)
            .Select(t => guide.At(t.Id, TaxonRank.Genus)?.Id)
            .OfType<TaxonId>()
            .ToHashSet();
        // A name in words of such a genus may mean the sensitive species: "Calypso sp. A".
        return guide
            .AllNames.Where(t =>
                genera.Contains(t.Id)
                || guide.Lineage(t.Id).Any(above => above.Sensitive || (t.Id.IsInWords && genera.Contains(above.Id)))
            )
            .Select(t => t.Id)
            .ToHashSet();
    }
}
