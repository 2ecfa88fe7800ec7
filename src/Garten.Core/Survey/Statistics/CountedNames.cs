using System.Collections.Immutable;
using Garten.Core.Guides;

namespace Garten.Core.Survey.Statistics;

/// <summary>A name as it stands in a record.</summary>
/// <param name="Qualifier">The qualifier with which it was given.</param>
public readonly record struct RecordedName(TaxonId Taxon, IdentificationQualifier Qualifier);

/// <summary>Which names of a list count as species.</summary>
public static class CountedNames
{
    /// <summary>
    /// For each name what it counts as: sure names of species count as themselves, those below as their species. A name that stops
    /// higher, or was given with a qualifier, counts only where nothing sure of its genus is there, and then as the genus: it adds no
    /// species that may be there already.
    /// </summary>
    /// <param name="names">The names; may repeat.</param>
    /// <returns>What each name counts as, in the same order; null for those that add nothing.</returns>
    public static ImmutableArray<TaxonId?> Of(Guide guide, IReadOnlyList<RecordedName> names)
    {
        // A long list bears few names: each is judged once.
        RecordedName[] own = [.. names.Distinct()];
        var groups = own.Select(n => GroupOf(n.Taxon)).Distinct().ToArray();
        var sure = own.Where(n => n.Qualifier == IdentificationQualifier.None && SpeciesOf(guide, n.Taxon) is not null)
            .Select(n => SpeciesOf(guide, n.Taxon)!.Value)
            .ToHashSet();
        var counts = own.ToDictionary(n => n, CountsAs);
        return [.. names.Select(n => counts[n])];

        TaxonId? CountsAs(RecordedName name)
        {
            if (name.Qualifier == IdentificationQualifier.None && SpeciesOf(guide, name.Taxon) is { } species)
            {
                return species;
            }

            var group = GroupOf(name.Taxon);

            // A family adds nothing where a genus of it counts.
            return sure.Any(s => guide.IsWithin(s, group)) || groups.Any(g => g != group && guide.IsWithin(g, group))
                ? null
                : group;
        }

        TaxonId GroupOf(TaxonId taxon) =>
            guide.Taxon(taxon).Rank < TaxonRank.Species ? taxon : guide.At(taxon, TaxonRank.Genus)?.Id ?? taxon;
    }

    private static TaxonId? SpeciesOf(Guide guide, TaxonId taxon) =>
        guide.Taxon(taxon) is { IsSpeciesLevel: true } own ? guide.At(own.Id, TaxonRank.Species)?.Id ?? own.Id : null;
}
