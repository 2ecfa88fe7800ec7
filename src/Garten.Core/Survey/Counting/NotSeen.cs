using System.Collections.Immutable;
using Garten.Core.Guides;
using Garten.Core.Survey.Statistics;

namespace Garten.Core.Survey.Counting;

/// <summary>A species of the survey that was not seen at a site, and how much that says.</summary>
/// <param name="Visits">Visits in its season on which it was not seen.</param>
/// <param name="Detectability">How often it is seen on a visit in season to a place where it is known to grow.</param>
/// <param name="Missed">Chance that it was missed on all of them, if it grows there; null where the detectability is not known.</param>
/// <param name="Needed">Visits in season after which it would have been seen 95 times in 100; null where the detectability is not known.</param>
/// <param name="Words">What may be said, as a sentence.</param>
public sealed record NotSeen(
    TaxonName Taxon,
    int Visits,
    Statistic Detectability,
    double? Missed,
    int? Needed,
    string Words
)
{
    /// <summary>Chance of having missed it from which an absence is called likely.</summary>
    public const double Likely = 0.05;

    /// <summary>Species seen at other sites and not at one, those whose absence is surest first.</summary>
    /// <param name="site">Name of the site.</param>
    /// <param name="visits">All visits on which everything met was listed.</param>
    /// <param name="lines">All lines of the survey, by whatever protocol.</param>
    public static ImmutableArray<NotSeen> At(
        Guide guide,
        string site,
        IReadOnlyCollection<SiteVisit> visits,
        IReadOnlyList<CountLine> lines
    )
    {
        var names = CountedNames.Of(guide, [.. lines.Select(l => new RecordedName(l.Taxon, l.Qualifier))]);
        var found = lines
            .Zip(names)
            .Where(x => x.Second is { } t && guide.Taxon(t).IsSpeciesLevel && x.First.Origin != Origin.Planted)
            .ToLookup(x => x.Second!.Value, x => x.First);
        return
        [
            .. found
                .Where(species => !species.Any(l => l.Site == site))
                .Select(species => Of(guide, species.Key, [.. species], site, visits))
                .OrderBy(n => n.Missed ?? 1)
                .ThenByDescending(n => n.Visits)
                .ThenBy(n => n.Taxon.Name, StringComparer.Ordinal),
        ];
    }

    private static NotSeen Of(
        Guide guide,
        TaxonId taxon,
        CountLine[] found,
        string site,
        IReadOnlyCollection<SiteVisit> visits
    )
    {
        var inSeason = visits.Where(v => v.IsInSeasonOf(guide, taxon)).ToArray();
        var here = inSeason.Count(v => v.Site == site);

        // Visits after the day it was first found at a place: without that day the place would not be known.
        var again = found
            .GroupBy(l => l.Site)
            .SelectMany(g => inSeason.Where(v => v.Site == g.Key && v.Date > g.Min(l => l.Date)))
            .ToArray();
        var detectability = Absence.DetectabilityFrom(
            new(again.Count(v => Array.Exists(found, l => l.Sheet == v.Sheet)), again.Length)
        );
        var name = TaxonName.Of(guide.Taxon(taxon));
        if (here == 0)
        {
            return new(name, 0, detectability, null, null, "Nobody was here in its season: nothing can be said.");
        }

        if (detectability.Value is not (> 0 and < 1))
        {
            return new(
                name,
                here,
                detectability,
                null,
                null,
                detectability.Value is null
                    ? "How easily it is missed is not known yet."
                    : "It was seen on each of the visits it is judged by, or on none: how easily it is missed cannot be told from so few."
            );
        }

        var absence = new Absence(detectability.Value.Value, here);
        return new(
            name,
            here,
            detectability,
            absence.Missed,
            absence.VisitsFor(1 - Likely),
            absence.Missed <= Likely ? "If it grew here, it would hardly have been missed." : "It may have been missed."
        );
    }
}
