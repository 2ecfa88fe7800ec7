using System.Collections.Immutable;
using Garten.Core.Guides;
using Garten.Core.Survey.Statistics;

namespace Garten.Core.Survey.Counting;

/// <summary>A line of a count, with where and when it was made.</summary>
/// <param name="Plot">Number of the plot, 1 where there are none.</param>
/// <param name="Site">Name of the site.</param>
/// <param name="Origin">Wild, planted or not known.</param>
/// <param name="Unit">What the number counts.</param>
/// <param name="Amount">The number; null where nothing was counted.</param>
public sealed record CountLine(
    SheetId Sheet,
    int Plot,
    string Site,
    DateOnly Date,
    TaxonId Taxon,
    IdentificationQualifier Qualifier,
    Origin Origin,
    CountUnit Unit,
    double? Amount
);

/// <summary>A sampling unit: a plot, or a visit without plots.</summary>
/// <param name="Site">Name of the site.</param>
/// <param name="Area">Its area in square metres; null where it has none.</param>
/// <param name="Protocol">How it was counted.</param>
public readonly record struct SamplingUnit(SheetId Sheet, int Plot, string Site, double? Area, Protocol Protocol);

/// <summary>A species of the survey, or a genus that may hide one.</summary>
/// <param name="Seen">Units in which it was seen, of all.</param>
/// <param name="Totals">What was counted of it, unit by unit.</param>
/// <param name="Density">Individuals on a square metre of the plots, in the unit most were counted in; null where none were counted in plots.</param>
/// <param name="Cover">Mean cover of the plots, in percent; null where no cover was taken.</param>
/// <param name="BasalArea">Basal area on a hectare, in square metres; null where no girth was taken.</param>
/// <param name="First">First day seen.</param>
/// <param name="Last">Last day seen.</param>
/// <param name="Planted">True when all of it was planted: it counts in no statistic.</param>
public sealed record SpeciesLine(
    TaxonName Taxon,
    Share Seen,
    ImmutableSortedDictionary<CountUnit, double> Totals,
    Statistic? Density,
    Statistic? Cover,
    double? BasalArea,
    DateOnly First,
    DateOnly Last,
    bool Planted
);

/// <summary>How alike two sites are.</summary>
/// <param name="Sorensen">By species, those in both counting twice.</param>
/// <param name="BrayCurtis">Unlikeness by the units in which each species was seen.</param>
public sealed record SitePair(string One, string Other, Statistic Jaccard, Statistic Sorensen, Statistic BrayCurtis);

/// <summary>What a survey comes to.</summary>
/// <param name="Mixed">True when they were counted by unlike protocols, so that estimates by units mean little.</param>
/// <param name="Species">Its species, the most frequent first.</param>
/// <param name="Unnamed">Lines that add no species: a genus, or a name with a qualifier, where something sure of it is there.</param>
/// <param name="CountedIn">What individuals were counted in; null when nothing was counted.</param>
/// <param name="SpeciesCounted">Of how many species.</param>
/// <param name="Chao1">Species by individuals.</param>
/// <param name="Chao2">Species by units.</param>
/// <param name="Jackknife1">Species by units, first order.</param>
/// <param name="Jackknife2">Species by units, second order.</param>
/// <param name="Bootstrap">Species by units drawn again.</param>
/// <param name="Simpson">Chance that two individuals are of unlike species.</param>
/// <param name="Hill1">Equally common species, by share.</param>
/// <param name="Hill2">Equally common species, the common ones stressed.</param>
/// <param name="Curve">Species expected in so many units.</param>
/// <param name="IndividualCurve">Species expected among so many individuals.</param>
/// <param name="NativeQuality">Floristic quality by native species alone.</param>
/// <param name="AllQuality">Floristic quality by all species.</param>
/// <param name="Sites">Pairs of sites.</param>
public sealed record SurveyStatistics(
    int Units,
    bool Mixed,
    ImmutableArray<SpeciesLine> Species,
    int Unnamed,
    CountUnit? CountedIn,
    int Individuals,
    int SpeciesCounted,
    Statistic Chao1,
    Statistic Chao2,
    Statistic Jackknife1,
    Statistic Jackknife2,
    Statistic Bootstrap,
    Statistic Shannon,
    Statistic Simpson,
    Statistic Hill1,
    Statistic Hill2,
    ImmutableArray<CurvePoint> Curve,
    ImmutableArray<CurvePoint> IndividualCurve,
    FloristicQuality NativeQuality,
    FloristicQuality AllQuality,
    ImmutableArray<SitePair> Sites
)
{
    /// <summary>Points of the curve by individuals.</summary>
    private const int CurvePoints = 40;

    /// <summary>Most points of the curve by units.</summary>
    private const int MostCurvePoints = 200;

    /// <summary>Most sites compared in pairs; a table of more pairs nobody reads.</summary>
    public const int MostSites = 40;

    /// <summary>Sites there are; where they are more than <see cref="MostSites"/>, none are compared.</summary>
    public int SiteCount { get; init; }

    /// <summary>True where sensitive species, if any were counted, are left out, because the person who asks may not know where they grow.</summary>
    public bool Partial { get; init; }

    /// <summary>What could not be counted, or not for sure, and why, as sentences.</summary>
    public ImmutableArray<string> Left { get; init; } = [];

    /// <summary>Works out the statistics of a survey.</summary>
    /// <param name="units">All sampling units, those without a find too.</param>
    /// <param name="lines">All lines; each belongs to one of the units.</param>
    /// <param name="flora">How taxa came to the sites; null where all lie in the guide's country at large.</param>
    public static SurveyStatistics Of(
        Guide guide,
        IReadOnlyCollection<SamplingUnit> units,
        IReadOnlyList<CountLine> lines,
        SiteFlora? flora = null
    )
    {
        // What was planted neither adds a species nor hides one.
        var own = Named(lines.Where(l => l.Origin != Origin.Planted));
        var wild = own.Select(n => n.Taxon).ToHashSet();
        var sitesOf = own.Select(n => (n.Taxon, n.Line.Site)).Distinct().ToLookup(n => n.Taxon, n => n.Site);
        flora ??= new(guide, []);
        (CountLine Line, TaxonId Taxon)[] named =
        [
            .. own,
            .. Named(lines.Where(l => l.Origin == Origin.Planted)).Where(n => !wild.Contains(n.Taxon)),
        ];
        var byUnit = own.ToLookup(n => (n.Line.Sheet, n.Line.Plot), n => n.Taxon.Value);
        var inUnits = new SpeciesInUnits(units.Select(u => byUnit[(u.Sheet, u.Plot)]));
        string[] sites = [.. units.Select(u => u.Site).Distinct().Order(StringComparer.Ordinal)];
        var unitsOn = units.ToLookup(u => u.Sheet);
        var withArea = units.Where(u => u.Area is not null).Select(u => u.Sheet).ToHashSet();
        var sheetsIn = lines.Select(l => (l.Unit, l.Sheet)).Distinct().ToLookup(l => l.Unit, l => l.Sheet);
        CountUnit[] countable = [CountUnit.Individuals, CountUnit.Stems, CountUnit.Rosettes, CountUnit.Clumps];
        CountUnit? countedIn = own.Where(n => countable.Contains(n.Line.Unit))
            .GroupBy(n => n.Line.Unit)
            .MaxBy(g => g.Count())
            ?.Key;
        var counts = new SpeciesCounts(
            own.Where(n => n.Line.Unit == countedIn)
                .GroupBy(n => n.Taxon)
                .Select(g => (int)g.Sum(n => n.Line.Amount ?? 0))
        );
        return new(
            units.Count,
            units.Select(u => u.Protocol).Distinct().Count() > 1,
            [
                .. named
                    .GroupBy(n => n.Taxon)
                    .Select(SpeciesOf)
                    .OrderBy(s => s.Planted)
                    .ThenByDescending(s => s.Seen.Of)
                    .ThenBy(s => s.Taxon.Name, StringComparer.Ordinal),
            ],
            lines.Count(l => l.Origin != Origin.Planted && guide.Taxon(l.Taxon).Rank != TaxonRank.Unranked)
                - own.Length,
            countedIn,
            counts.Individuals,
            counts.Species,
            Richness.Chao1(counts),
            Richness.Chao2(inUnits),
            Richness.Jackknife1(inUnits),
            Richness.Jackknife2(inUnits),
            Richness.Bootstrap(inUnits),
            Diversity.Shannon(counts),
            Diversity.Simpson(counts),
            Diversity.Hill(counts, 1),
            Diversity.Hill(counts, 2),
            Rarefaction.Curve(inUnits, MostCurvePoints),
            Rarefaction.Curve(counts, CurvePoints),
            FloristicQuality.OfNative(Judged()),
            FloristicQuality.OfAll(Judged()),
            sites.Length > MostSites ? [] : PairsOf()
        )
        {
            SiteCount = sites.Length,
            Left = CountedNames.Left(
                guide,
                [.. lines.Where(l => l.Origin != Origin.Planted).Select(l => l.Taxon)],
                [.. wild.Where(t => flora.Among(t, sitesOf[t]) == AreaStatus.Unknown)]
            ),
        };

        IEnumerable<(bool Native, int? Conservatism)> Judged() =>
            wild.Select(guide.Taxon)
                .Where(t => t.IsSpeciesLevel)
                .Select(t => (Status: flora.Among(t.Id, sitesOf[t.Id]), t.Conservatism))
                .Where(t => t.Status != AreaStatus.Unknown)
                .Select(t => (t.Status == AreaStatus.Native, t.Conservatism));

        (CountLine Line, TaxonId Taxon)[] Named(IEnumerable<CountLine> some)
        {
            CountLine[] of = [.. some];
            return
            [
                .. of.Zip(CountedNames.Of(guide, [.. of.Select(l => new RecordedName(l.Taxon, l.Qualifier))]))
                    .Where(x => x.Second is not null)
                    .Select(x => (x.First, x.Second!.Value)),
            ];
        }

        SpeciesLine SpeciesOf(IGrouping<TaxonId, (CountLine Line, TaxonId Taxon)> group)
        {
            CountLine[] of = [.. group.Select(g => g.Line)];
            var areas = of.Any(l => l.Unit == CountUnit.GirthCentimetres)
                ? UnitsOf(CountUnit.GirthCentimetres).Sum(u => u.Area ?? 0)
                : 0;
            var unit = of.Where(l => countable.Contains(l.Unit) && withArea.Contains(l.Sheet))
                .GroupBy(l => l.Unit)
                .MaxBy(g => g.Count())
                ?.Key;
            return new(
                TaxonName.Of(guide.Taxon(group.Key)),
                new(of.Select(l => (l.Sheet, l.Plot)).Distinct().Count(), units.Count),
                of.Where(l => ProtocolRules.AddsUp(l.Unit))
                    .GroupBy(l => l.Unit)
                    .ToImmutableSortedDictionary(g => g.Key, g => g.Sum(l => l.Amount ?? 0)),
                unit is { } counted
                    ? Amounts.Density([
                        .. SumsIn(of, counted)
                            .Where(u => u.Unit.Area is not null)
                            .Select(u => u.Sum / u.Unit.Area!.Value),
                    ])
                    : null,
                of.Any(l => l.Unit == CountUnit.CoverPercent)
                    ? Amounts.Cover([.. SumsIn(of, CountUnit.CoverPercent).Select(u => u.Sum)])
                    : null,
                areas > 0
                    ? Amounts.BasalAreaPerHectare(
                        of.Where(l => l.Unit == CountUnit.GirthCentimetres).Select(l => l.Amount!.Value / 100),
                        areas
                    )
                    : null,
                of.Min(l => l.Date),
                of.Max(l => l.Date),
                of.All(l => l.Origin == Origin.Planted)
            );
        }

        // Plots of a visit on which something was so measured: where the species is not, it is 0.
        IEnumerable<SamplingUnit> UnitsOf(CountUnit unit) => sheetsIn[unit].SelectMany(s => unitsOn[s]);

        IEnumerable<(SamplingUnit Unit, double Sum)> SumsIn(CountLine[] of, CountUnit unit)
        {
            var sums = of.Where(l => l.Unit == unit)
                .GroupBy(l => (l.Sheet, l.Plot))
                .ToDictionary(g => g.Key, g => g.Sum(l => l.Amount ?? 0));
            return UnitsOf(unit).Select(u => (u, sums.GetValueOrDefault((u.Sheet, u.Plot))));
        }

        ImmutableArray<SitePair> PairsOf()
        {
            var seen = sites
                .Select(site =>
                    units
                        .Where(u => u.Site == site)
                        .SelectMany(u => byUnit[(u.Sheet, u.Plot)].Distinct())
                        .CountBy(t => t)
                        .ToDictionary(c => c.Key, c => (double)c.Value)
                )
                .ToArray();
            return
            [
                .. from one in Enumerable.Range(0, sites.Length)
                from other in Enumerable.Range(one + 1, sites.Length - one - 1)
                let a = seen[one].Keys.ToHashSet()
                let b = seen[other].Keys.ToHashSet()
                select new SitePair(
                    sites[one],
                    sites[other],
                    Similarity.Jaccard(a, b),
                    Similarity.Sorensen(a, b),
                    Similarity.BrayCurtis(seen[one], seen[other])
                ),
            ];
        }
    }
}
