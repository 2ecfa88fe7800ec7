using System.Collections.Immutable;
using System.Globalization;
using Garten.Core.Guides;
using Garten.Core.Survey.Counting;

namespace Garten.Core.Survey.Reporting;

/// <summary>A species of a report.</summary>
/// <param name="Taxon">The species, or the genus where nothing surer is known.</param>
/// <param name="Author">Author of its name; may be empty.</param>
/// <param name="Status">Native or introduced, in words, area by area where the sites it was found at differ; empty when not known.</param>
/// <param name="Grade">The surest grade of a plant of it; null where it was only met on counts.</param>
/// <param name="Evidence">What the name rests on, in words.</param>
/// <param name="First">First day seen.</param>
/// <param name="Last">Last day seen.</param>
/// <param name="Planted">True when all of it was planted.</param>
public sealed record ReportSpecies(
    TaxonName Taxon,
    string Author,
    string Family,
    string Status,
    Grade? Grade,
    string Evidence,
    DateOnly First,
    DateOnly Last,
    bool Planted
);

/// <summary>A record that is in doubt, told apart from the species.</summary>
/// <param name="What">The name as it was written, or what the plant looks like.</param>
/// <param name="Where">Tag and site of a plant, or the site of a count.</param>
/// <param name="Why">Why it is in doubt, as a sentence.</param>
public sealed record DoubtfulRecord(string What, string Where, DateOnly On, string Why);

/// <summary>What a survey has to report.</summary>
/// <param name="Effort">What was done, protocol by protocol.</param>
/// <param name="Followed">Plants followed over the seasons.</param>
/// <param name="Species">Its species, by family and name.</param>
/// <param name="Doubtful">Records in doubt.</param>
public sealed record SurveyReport(
    ImmutableArray<EffortLine> Effort,
    int Followed,
    ImmutableArray<ReportSpecies> Species,
    ImmutableArray<DoubtfulRecord> Doubtful
)
{
    /// <summary>Draws a report up.</summary>
    /// <param name="visits">The visits on which was counted.</param>
    /// <param name="lines">What was counted on them.</param>
    /// <param name="statistics">What the counts come to.</param>
    /// <param name="plants">Plants followed over the seasons.</param>
    /// <param name="flora">How taxa came to the sites; null where all lie in the guide's country at large.</param>
    public static SurveyReport Of(
        Guide guide,
        IReadOnlyCollection<CountedVisit> visits,
        IReadOnlyCollection<CountLine> lines,
        SurveyStatistics statistics,
        IReadOnlyList<ReportPlant> plants,
        SiteFlora? flora = null
    )
    {
        flora ??= new(guide, []);
        var sitesCounted = lines
            .Select(l => (Taxon: guide.At(l.Taxon, TaxonRank.Species)?.Id ?? l.Taxon, l.Site))
            .Distinct()
            .ToLookup(l => l.Taxon, l => l.Site);
        var standing = plants
            .Where(p => p.Stands(guide))
            .ToLookup(p => guide.At(p.Taxon!.Value, TaxonRank.Species)?.Id ?? p.Taxon!.Value);
        var counted = statistics.Species.ToDictionary(s => s.Taxon.Id);

        // A genus from counts adds nothing where a plant of it has a name that stands.
        var taxa = standing
            .Select(g => g.Key)
            .Concat(
                counted.Keys.Where(t => guide.Taxon(t).IsSpeciesLevel || !standing.Any(g => guide.IsWithin(g.Key, t)))
            )
            .Distinct();
        return new(
            EffortLine.Of(visits),
            plants.Count,
            [
                .. taxa.Select(t =>
                        SpeciesOf(
                            guide,
                            t,
                            [.. standing[t]],
                            counted.GetValueOrDefault(t),
                            flora.InWords(t, standing[t].Select(p => p.Site).Concat(sitesCounted[t]))
                        )
                    )
                    .OrderBy(s => s.Family, StringComparer.Ordinal)
                    .ThenBy(s => s.Taxon.Name, StringComparer.Ordinal),
            ],
            [
                .. plants
                    .Where(p => !p.Stands(guide))
                    .Select(p => new DoubtfulRecord(
                        p.FullName.Length > 0 ? p.FullName : "no name yet",
                        $"{p.Tag}, {p.Site}",
                        p.Last,
                        p.Doubt(guide)
                    ))
                    .Concat(
                        lines
                            .Where(l =>
                                l.Qualifier != IdentificationQualifier.None || !guide.Taxon(l.Taxon).IsSpeciesLevel
                            )
                            .Select(l => new DoubtfulRecord(
                                DeterminationName.Full(guide.Taxon(l.Taxon), l.Qualifier),
                                l.Site,
                                l.Date,
                                l.Qualifier != IdentificationQualifier.None
                                    ? "Counted under a name with “cf.”, “aff.” or “?”."
                                    : "Counted under a name that stops above the species."
                            ))
                    )
                    .OrderBy(d => d.What, StringComparer.Ordinal)
                    .ThenBy(d => d.On),
            ]
        );
    }

    private static ReportSpecies SpeciesOf(
        Guide guide,
        TaxonId taxon,
        ReportPlant[] plants,
        SpeciesLine? counted,
        string status
    )
    {
        List<string> evidence =
        [
            .. plants
                .GroupBy(p => p.Grade)
                .OrderByDescending(g => g.Key)
                .Select(g =>
                    $"{Many(g.Count(), "plant")} {(g.Key == Grade.Confirmed ? "confirmed" : "well supported")} ({string.Join(", ", g.Select(p => p.Tag).Order(StringComparer.Ordinal))})"
                ),
        ];
        string[] vouchers = [.. plants.SelectMany(p => p.Vouchers).Order(StringComparer.Ordinal)];
        if (vouchers.Length > 0)
        {
            evidence.Add($"specimen {string.Join(", ", vouchers)}");
        }

        if (counted is not null)
        {
            evidence.Add(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"named on counts in {counted.Seen.Of} of {counted.Seen.All} units"
                )
            );
        }

        var own = guide.Taxon(taxon);
        DateOnly[] days =
        [
            .. plants.SelectMany(p => new[] { p.First, p.Last }),
            .. counted is null ? [] : new[] { counted.First, counted.Last },
        ];
        return new(
            TaxonName.Of(own),
            own.Author,
            guide.At(taxon, TaxonRank.Family)?.Name ?? "",
            status,
            plants.Length > 0 ? plants.Max(p => p.Grade) : null,
            string.Join("; ", evidence),
            days.Min(),
            days.Max(),
            Array.TrueForAll(plants, p => p.Planted) && counted?.Planted != false
        );
    }

    private static string Many(int count, string what) =>
        string.Create(CultureInfo.InvariantCulture, $"{count} {what}{(count == 1 ? "" : "s")}");
}
