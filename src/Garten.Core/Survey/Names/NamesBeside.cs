using Garten.Core.Guides;

namespace Garten.Core.Survey.Names;

/// <summary>A guide with the names a survey keeps in words.</summary>
public static class NamesBeside
{
    extension(Guide guide)
    {
        /// <summary>
        /// The guide with names in words beside it. One whose place above it a new guide no longer has stands in its genus, where the guide has
        /// that; those taken off the list are found by their ids alone.
        /// </summary>
        public Guide With(IReadOnlyList<SurveyName> names)
        {
            var ids = names.Select(n => n.Id).ToHashSet();
            var genera = guide.Taxa.Where(t => t.Rank == TaxonRank.Genus).ToDictionary(t => t.Name, t => t.Id);
            var placed = names.ToLookup(
                n => n.Away,
                n =>
                    n.ToTaxon() with
                    {
                        Parent =
                            n.Parent is { } parent && (ids.Contains(parent) || guide.FindTaxon(parent) is not null)
                                ? n.Parent
                            : n.Rank > TaxonRank.Genus && genera.TryGetValue(n.Genus, out var genus) ? genus
                            : null,
                    }
            );
            return guide.Beside(placed[false], placed[true]);
        }
    }
}
