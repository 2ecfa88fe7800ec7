using System.Collections.Immutable;
using Garten.Core.Guides;

namespace Garten.Core.Assessment;

/// <summary>Two names that are easily taken for each other, and what parts them.</summary>
/// <param name="Text">How one feature parts them, in a sentence.</param>
/// <param name="Hazards">What must be minded of either, the worst first.</param>
public sealed record LookAlikePair(TaxonName One, TaxonName Other, string Text, ImmutableArray<Hazard> Hazards)
{
    /// <summary>The pairs of a guide: those that can kill first, then those of plants one meets most.</summary>
    public static ImmutableArray<LookAlikePair> Of(Guide guide) =>
        [
            .. guide
                .LookAlikes.Select(l => (Said: l, One: guide.Taxon(l.Taxon), Other: guide.Taxon(l.Other)))
                .Select(l =>
                    (
                        Pair: new LookAlikePair(
                            TaxonName.Of(l.One),
                            TaxonName.Of(l.Other),
                            l.Said.Text,
                            [
                                .. guide
                                    .CautionsFor(l.One.Id)
                                    .Concat(guide.CautionsFor(l.Other.Id))
                                    .Select(c => c.Hazard)
                                    .Distinct()
                                    .OrderBy(h => h != Hazard.Deadly)
                                    .ThenBy(h => h),
                            ]
                        ),
                        Met: Met(l.One) + Met(l.Other)
                    )
                )
                .OrderByDescending(l => l.Pair.Hazards.Contains(Hazard.Deadly))
                .ThenByDescending(l => l.Met)
                .Select(l => l.Pair),
        ];

    private static int Met(Taxon taxon) =>
        taxon.Commonness switch
        {
            Commonness.Common => 2,
            Commonness.Occasional => 1,
            _ => 0,
        };
}
