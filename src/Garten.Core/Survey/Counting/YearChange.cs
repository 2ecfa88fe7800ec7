using System.Collections.Immutable;
using Garten.Core.Guides;
using Garten.Core.Survey.Statistics;

namespace Garten.Core.Survey.Counting;

/// <summary>At how many of the sites a species was seen in one year and in another.</summary>
/// <param name="Before">Sites with it of those visited in its season in the first year.</param>
/// <param name="After">The same in the second.</param>
/// <param name="Difference">The change of the share of sites.</param>
/// <param name="Words">What may be said, as a sentence.</param>
public sealed record YearChange(TaxonName Taxon, Share Before, Share After, Statistic Difference, string Words)
{
    /// <summary>The species whose season was met in both years, those that changed most first.</summary>
    /// <param name="before">The first year.</param>
    /// <param name="after">The second year.</param>
    /// <param name="visits">All visits on which everything met was listed.</param>
    /// <param name="lines">The lines of those visits.</param>
    public static ImmutableArray<YearChange> Between(
        Guide guide,
        int before,
        int after,
        IReadOnlyCollection<SiteVisit> visits,
        IReadOnlyList<CountLine> lines
    )
    {
        var names = CountedNames.Of(guide, [.. lines.Select(l => new RecordedName(l.Taxon, l.Qualifier))]);
        var sheets = lines
            .Zip(names)
            .Where(x => x.Second is { } t && guide.Taxon(t).IsSpeciesLevel && x.First.Origin != Origin.Planted)
            .ToLookup(x => x.Second!.Value, x => x.First.Sheet);
        return
        [
            .. sheets
                .Select(species => Of(species.Key, species.ToHashSet()))
                .OfType<YearChange>()
                .OrderByDescending(c => Math.Abs(c.Difference.Value ?? 0))
                .ThenBy(c => c.Taxon.Name, StringComparer.Ordinal),
        ];

        YearChange? Of(TaxonId taxon, HashSet<SheetId> seenOn)
        {
            var (one, other) = (In(before), In(after));
            if (one.Length == 0 || other.Length == 0)
            {
                return null;
            }

            var change = new Change(Sites(one), Sites(other), one.Sum(v => v.Hours ?? 0), other.Sum(v => v.Hours ?? 0));
            var words =
                change.Difference.Value is null ? change.Difference.Lacking
                : one.Concat(other).Any(v => v.Hours is null)
                    ? "Some visits have no times: how long was looked is not known, so no change can be told."
                : change.InWords();
            return new(TaxonName.Of(guide.Taxon(taxon)), change.Before, change.After, change.Difference, words);

            SiteVisit[] In(int year) => [.. visits.Where(v => v.Date.Year == year && v.IsInSeasonOf(guide, taxon))];

            Share Sites(SiteVisit[] of) =>
                new(
                    of.Where(v => seenOn.Contains(v.Sheet)).Select(v => v.Site).Distinct().Count(),
                    of.Select(v => v.Site).Distinct().Count()
                );
        }
    }
}
