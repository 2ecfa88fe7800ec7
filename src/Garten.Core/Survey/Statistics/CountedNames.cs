using System.Collections.Immutable;
using Garten.Core.Guides;

namespace Garten.Core.Survey.Statistics;

/// <summary>A name as it stands in a record.</summary>
/// <param name="Qualifier">The qualifier with which it was given.</param>
public readonly record struct RecordedName(TaxonId Taxon, IdentificationQualifier Qualifier);

/// <summary>Which names of a list count as species.</summary>
public static class CountedNames
{
    private const int MostListed = 8;

    /// <summary>
    /// For each name what it counts as: sure names of species count as themselves, those below as their species. A name that stops
    /// higher, or was given with a qualifier, counts only where nothing sure of its genus is there, and then as the genus: it adds no
    /// species that may be there already. What nobody has identified counts as nothing.
    /// </summary>
    /// <param name="names">The names; may repeat.</param>
    /// <returns>What each name counts as, in the same order; null for those that add nothing.</returns>
    public static ImmutableArray<TaxonId?> Of(Guide guide, IReadOnlyList<RecordedName> names)
    {
        // A long list bears few names: each is judged once.
        RecordedName[] own = [.. names.Distinct().Where(n => guide.Taxon(n.Taxon).Rank != TaxonRank.Unranked)];
        var groups = own.Select(n => GroupOf(n.Taxon)).Distinct().ToArray();
        var sure = own.Where(n => n.Qualifier == IdentificationQualifier.None && SpeciesOf(guide, n.Taxon) is not null)
            .Select(n => SpeciesOf(guide, n.Taxon)!.Value)
            .ToHashSet();
        var counts = own.ToDictionary(n => n, CountsAs);
        return [.. names.Select(n => counts.GetValueOrDefault(n))];

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

    /// <summary>What names could not be counted, or not for sure, and why, as sentences.</summary>
    /// <param name="lines">The name of every line.</param>
    /// <param name="noStatus">Species counted of which nobody says whether they are native.</param>
    public static ImmutableArray<string> Left(
        Guide guide,
        IReadOnlyCollection<TaxonId> lines,
        IReadOnlyCollection<TaxonId> noStatus
    )
    {
        var nobody = lines.Count(t => guide.Taxon(t).Rank == TaxonRank.Unranked);
        var labels = lines.Distinct().Count(t => IsLabel(guide.Taxon(t)));
        string[] says =
        [
            nobody == 0 ? ""
            : nobody == 1 ? "One line is not identified: it counts in no figure."
            : $"{nobody} lines are not identified: they count in no figure.",
            labels == 0 ? ""
            : labels == 1 ? "One name is a label to work with: it counts as a species of its own until it has a name."
            : $"{labels} names are labels to work with: each counts as a species of its own, and two that mean one count twice, until they have names.",
            noStatus.Count == 0
                ? ""
                : $"Floristic quality leaves out {(noStatus.Count == 1 ? "one name" : $"{noStatus.Count} names")} of which nobody says whether {(noStatus.Count == 1 ? "it is" : "they are")} native: {Listed(noStatus.Select(t => guide.Taxon(t).Name))}.",
        ];
        return [.. says.Where(s => s.Length > 0)];
    }

    private static bool IsLabel(Taxon taxon) =>
        taxon.Id.IsInWords
        && taxon.Rank == TaxonRank.Species
        && (char.IsLower(taxon.Name[0]) || taxon.Name.Contains(" sp. ", StringComparison.Ordinal));

    private static string Listed(IEnumerable<string> names)
    {
        string[] all = [.. names.Order(StringComparer.Ordinal)];
        return all.Length <= MostListed
            ? string.Join(", ", all)
            : $"{string.Join(", ", all.Take(MostListed))} and {all.Length - MostListed} more";
    }

    private static TaxonId? SpeciesOf(Guide guide, TaxonId taxon) =>
        guide.Taxon(taxon) is { IsSpeciesLevel: true } own ? guide.At(own.Id, TaxonRank.Species)?.Id ?? own.Id : null;
}
