using System.Collections.Immutable;
using Garten.Core.Assessment;
using Garten.Core.Bench;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;
using Garten.Core.Identification;
using Garten.Core.Planning;
using Garten.Core.Seasons;
using Garten.Core.Training;

namespace Garten.Bench.Accuracy;

/// <summary>How a year in the field ended.</summary>
/// <param name="Hours">Hours on them, walking and looking.</param>
/// <param name="Settled">Plants settled or confirmed.</param>
/// <param name="Wrong">Plants settled or confirmed under a wrong name.</param>
internal sealed record YearOutcome(int Trips, double Hours, int Confirmed, int Settled, int Wrong);

/// <summary>
/// A team of two over a year with plants nobody has named: they go out, look at what would raise each plant's grade and shows
/// that day, and both give the name that holds 95 %.
/// </summary>
internal sealed class YearTrial
{
    private const int Plants = 60;
    private const int Sites = 12;
    private const double MinutesADay = 360;
    private const double MinutesAPlant = 3;
    private const int MostFeatures = 8;
    private const double Safe = 0.95;

    private static readonly DateOnly First = new(2026, 1, 1);
    private static readonly DateOnly Last = new(2026, 12, 31);

    private readonly Guide _guide;
    private readonly CandidateModel _model;
    private readonly PlantSimulator _simulator;
    private readonly SimulatedObserver _observer;
    private readonly ImmutableArray<TripSite> _sites;
    private readonly TripSite _start = new(0, new GeoPoint(45, -123.7), 100);
    private readonly Studied[] _plants;
    private readonly double _late;
    private readonly List<TripQuestion> _asked = [];

    private YearTrial(Guide guide, CandidateModel model, int seed)
    {
        var random = new Random(seed);
        _guide = guide;
        _model = model;
        _simulator = new(guide, Departures.None);
        _observer = new(guide, Departures.None, new Random(seed + 1));
        _late = YearRun.UsualSpread * PlantSimulator.Normal(random);
        _sites =
        [
            .. Enumerable
                .Range(1, Sites)
                .Select(i => new TripSite(
                    i,
                    _start.At!.Value.Moved(random.Next(-2500, 2500), random.Next(-2500, 2500)),
                    random.Next(100, 600)
                )),
        ];
        var taxa = model.Taxa.Where(t => guide.Taxon(t).Rank != TaxonRank.Nothotaxon).ToArray();
        _plants =
        [
            .. Enumerable
                .Range(0, Plants)
                .Select(i =>
                {
                    var site = _sites[i % Sites];
                    var place = new PlaceFacts(site.Elevation, [], site.At!.Value.Latitude, site.At.Value.Longitude);
                    TaxonId taxon;
                    do
                    {
                        taxon = taxa[random.Next(taxa.Length)];
                    } while (!GrowsAt(taxon, site.Elevation!.Value));

                    return new Studied(i, site.Id, _simulator.DrawWhole(taxon, place, new Random((seed * 1000) + i)));
                }),
        ];
    }

    /// <summary>A year planned trip by trip from the return lists.</summary>
    public static YearOutcome Planned(Guide guide, CandidateModel model, int seed) =>
        new YearTrial(guide, model, seed).Run(t => t.NextPlanned);

    /// <summary>What a year planned trip by trip asks of the planner.</summary>
    public static ImmutableArray<TripQuestion> Questions(Guide guide, CandidateModel model, int seed)
    {
        YearTrial year = new(guide, model, seed);
        year.Run(t => t.NextPlanned);
        return [.. year._asked];
    }

    /// <summary>A year in which every site is seen in the middle of every month.</summary>
    public static YearOutcome Monthly(Guide guide, CandidateModel model, int seed) =>
        new YearTrial(guide, model, seed).Run(t =>
        {
            var tours = t.Tours();
            Queue<(DateOnly, ImmutableArray<int>)> days = new(
                Enumerable
                    .Range(1, 12)
                    .SelectMany(m => tours.Select((sites, i) => (new DateOnly(2026, m, 10 + i), sites)))
            );
            return _ => days.TryDequeue(out var next) ? next : null;
        });

    /// <summary>A year with a given number of trips, spread evenly, the sites in turn.</summary>
    public static YearOutcome Even(Guide guide, CandidateModel model, int seed, int trips) =>
        new YearTrial(guide, model, seed).Run(t =>
        {
            var tours = t.Tours();
            Queue<(DateOnly, ImmutableArray<int>)> days = new(
                Enumerable
                    .Range(0, trips)
                    .Select(i => (First.AddDays((int)((i + 0.5) * 365 / trips)), tours[i % tours.Count]))
            );
            return _ => days.TryDequeue(out var next) ? next : null;
        });

    private YearOutcome Run(Func<YearTrial, Func<DateOnly, (DateOnly Day, ImmutableArray<int> Sites)?>> strategy)
    {
        var walking = new WalkingTimes(_start, _sites);
        var next = strategy(this);
        var (trips, minutes) = (0, 0.0);
        for (var today = First; next(today) is { } trip && trip.Day <= Last; today = trip.Day.AddDays(1))
        {
            trips++;
            minutes += walking.Of(trip.Sites.Aggregate(0, (set, site) => set | (1 << (site - 1))));
            foreach (var plant in _plants.Where(p => trip.Sites.Contains(p.Site)))
            {
                minutes += Look(plant, trip.Day);
            }
        }

        return new(
            trips,
            minutes / 60,
            _plants.Count(p => p.Grade == Grade.Confirmed),
            _plants.Count(p => p.Grade >= Grade.Settled),
            _plants.Count(p => p.Grade >= Grade.Settled && p.Name is { } name && !_guide.IsWithin(p.Whole.Taxon, name))
        );
    }

    private (DateOnly Day, ImmutableArray<int> Sites)? NextPlanned(DateOnly today)
    {
        if (today > Last)
        {
            return null;
        }

        List<TripNeed> needs = [];
        foreach (var plant in _plants.Where(p => p.Grade < Grade.Confirmed))
        {
            // What shows on any day is looked at anyhow; a plant is gone to for it only when it waits for nothing else.
            var waits = Returns(plant, today).Needs.Where(n => n.From <= Last).ToArray();
            foreach (
                var need in Array.Exists(waits, n => n.Part is not null)
                    ? Array.FindAll(waits, n => n.Part is not null)
                    : waits
            )
            {
                needs.Add(
                    new(
                        needs.Count,
                        plant.Id,
                        plant.Site,
                        need.From!.Value < today ? today : need.From.Value,
                        need.To!.Value > Last ? Last : need.To.Value,
                        MinutesAPlant + (need.Features.Sum(f => f.EffortSeconds) / 60.0),
                        need.Error
                    )
                );
            }
        }

        var days = Enumerable
            .Range(0, Last.DayNumber - today.DayNumber + 1)
            .Select(today.AddDays)
            .Where(d => d.DayOfWeek is DayOfWeek.Saturday or DayOfWeek.Sunday);
        _asked.Add(new([.. needs], _sites, _start, [.. days], MinutesADay));
        var plan = TripPlanner.Plan(_asked[^1]);
        return plan.Trips.IsEmpty ? null : (plan.Trips[0].Date, plan.Trips[0].Sites);
    }

    /// <summary>The sites shared out to as few days as their plants and the ways allow, in order of their number.</summary>
    private List<ImmutableArray<int>> Tours()
    {
        var walking = new WalkingTimes(_start, _sites);
        List<ImmutableArray<int>> tours = [];
        var (set, work) = (0, 0.0);
        List<int> sites = [];
        foreach (var site in _sites)
        {
            var own = _plants.Count(p => p.Site == site.Id) * (MinutesAPlant + TripPlanner.MinutesToNextPlant + 3);
            var with = set | (1 << (site.Id - 1));
            if (sites.Count > 0 && walking.Of(with) + work + own > MinutesADay)
            {
                tours.Add([.. sites]);
                (sites, with, work) = ([], 1 << (site.Id - 1), 0);
            }

            sites.Add(site.Id);
            (set, work) = (with, work + own);
        }

        tours.Add([.. sites]);
        return tours;
    }

    private ReturnAnswer Returns(Studied plant, DateOnly today) =>
        ReturnList.Of(_model, new(new(plant.Plant, [.. plant.Names]), today, YearRun.Usual));

    /// <summary>Looks at a plant, and names it where that can be done.</summary>
    /// <returns>Minutes it took.</returns>
    private double Look(Studied plant, DateOnly day)
    {
        var shown = _simulator.OnDay(plant.Whole, plant.Visits.Count + 1, day, _late);
        plant.Visits.Add(shown.Visit);
        var minutes = MinutesAPlant + TripPlanner.MinutesToNextPlant;
        var worth = Returns(plant, day)
            .Needs.Where(n => n.Part is null || shown.Visit.Parts.Contains(n.Part.Value))
            .SelectMany(n => n.Features)
            .OrderByDescending(f => f.Again)
            .ThenByDescending(f => f.RulesOut.Length > 0)
            .ThenByDescending(f => f.Bits)
            .Take(MostFeatures);
        foreach (var feature in worth)
        {
            minutes += feature.EffortSeconds / 60.0;
            if (_observer.Look(shown, _guide.Character(feature.Character)) is { } seen)
            {
                plant.Observations.Add(seen);
            }
        }

        var standing = BenchDesk.Rank(_model, new(plant.Plant, null));
        if (
            standing.Names is [{ } leading, ..]
            && leading.Mass >= Safe
            && plant.Names.FirstOrDefault()?.Taxon != leading.Name.Id
        )
        {
            plant.Names.InsertRange(
                0,
                [
                    new(leading.Name.Id, IdentificationQualifier.None, "the second", day),
                    new(leading.Name.Id, IdentificationQualifier.None, "the first", day),
                ]
            );
        }

        plant.Grade = Grading.Of(_model, new(plant.Plant, [.. plant.Names])).Grade;
        return minutes;
    }

    private bool GrowsAt(TaxonId taxon, double metres) =>
        _guide.StatementFor(taxon, PlaceEvidence.Elevation, Scope.Any)?.Value
            is not NumericRange { Low: { } low, High: { } high }
        || (metres >= low / 1000 && metres <= high / 1000);

    /// <summary>A plant and what is known of it so far.</summary>
    private sealed class Studied(int id, int site, SimulatedPlant whole)
    {
        public int Id => id;

        public int Site => site;

        public SimulatedPlant Whole => whole;

        public List<Visit> Visits { get; } = [];

        public List<Observation> Observations { get; } = [];

        public List<GivenName> Names { get; } = [];

        public Grade Grade { get; set; } = Grade.Unplaced;

        public TaxonId? Name => Names.FirstOrDefault()?.Taxon;

        public Plant Plant => new(whole.Place, [.. Visits], [.. Observations], null, []);
    }
}
