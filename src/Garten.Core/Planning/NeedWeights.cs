using System.Collections.Immutable;
using System.Numerics;

namespace Garten.Core.Planning;

/// <summary>Proves that so many trips cannot meet all needs, by weights on the needs that so many trips cannot carry.</summary>
/// <example><code>new NeedWeights(task).Refuse(4, effort) // true: there is no plan of four trips</code></example>
/// <remarks>
/// Whatever the weights: were there a plan of k trips, each would carry a part of the whole weight, and no trip carries more on a day than the
/// heaviest load of that day. Where even the k heaviest days together carry less than all needs weigh, there is no such plan. The weights are sought by
/// subgradients (Held, Wolfe and Crowder 1974). A day's heaviest load is bounded by letting the last minutes hold a part of a load: at any price of
/// a minute each site is worth a number of its own, and the best of all sets of sites is found by trying all. Where that does not refuse, the days
/// are parted in two, and every way of sharing the trips between the parts must be refused. False says nothing: a plan may or may not exist.
/// </remarks>
internal sealed class NeedWeights
{
    private const double Enough = 1e-6;
    private const double FirstHope = 0.2;
    private const double LastHope = 1e-4;
    private const int Patience = 6;
    private const int MostTries = 300;

    private readonly PlanningTask _task;
    private readonly Day[] _days;

    /// <summary>Readies the days on which something shows.</summary>
    public NeedWeights(PlanningTask task)
    {
        _task = task;
        _days =
        [
            .. Enumerable
                .Range(0, task.Days.Length)
                .Where(d => task.SameAs[d] == d)
                .Select(d => new Day(task, d))
                .Where(d => d.Sites.Length > 0),
        ];
    }

    /// <summary>True when no plan with so many trips exists; false when that could not be shown.</summary>
    /// <param name="trips">How many trips.</param>
    /// <param name="effort">Ends it before that.</param>
    public bool Refuse(int trips, PlanningEffort effort) =>
        Refused(
            [new(0, _days.Length, trips)],
            [.. _task.Needs.Select(n => n.Minutes + TripPlanner.MinutesToNextPlant)],
            effort
        );

    /// <summary>True when no plan shares its trips between the stretches in this way.</summary>
    private bool Refused(ImmutableArray<Stretch> stretches, double[] weights, PlanningEffort effort)
    {
        var used = new double[_days.Length];
        var kept = weights;
        var carried = new double[weights.Length];
        var (hope, best, since) = (FirstHope, double.MinValue, 0);
        for (var i = 0; i < MostTries && hope > LastHope; i++)
        {
            if (effort.IsSpent)
            {
                return false;
            }

            Array.ForEach(_days, d => d.Load(weights, effort));
            Array.Clear(carried);
            var all = weights.Sum();
            var over = (all - stretches.Sum(s => Carry(s, carried, used))) / all;
            if (over > Enough)
            {
                return true;
            }

            (best, since, kept) = over > best ? (over, 0, [.. weights]) : (best, since + 1, kept);
            if (since == Patience)
            {
                // Too much was hoped for.
                (hope, since) = (hope / 2, 0);
            }

            // A step to where the bound would be as high as hoped, were it straight.
            var length = carried.Sum(c => (1 - c) * (1 - c));
            if (length < Enough)
            {
                break;
            }

            var step = (best + hope - over) * all / length;
            for (var n = 0; n < weights.Length; n++)
            {
                weights[n] = Math.Max(weights[n] + (step * (1 - carried[n])), 0);
            }
        }

        return Parted(stretches, used) is { } ways && ways.All(way => Refused(way, [.. kept], effort));
    }

    /// <summary>The weight the trips of a stretch carry on its heaviest days.</summary>
    private double Carry(Stretch stretch, double[] carried, double[] used)
    {
        var (weight, left) = (0.0, stretch.Trips);
        foreach (
            var d in Enumerable
                .Range(stretch.From, stretch.To - stretch.From)
                .OrderByDescending(d => _days[d].Weight)
                .TakeWhile(_ => left > 0)
        )
        {
            var times = Math.Min(left, _days[d].Times);
            left -= times;
            weight += times * _days[d].Weight;
            used[d] += times;
            _days[d].AddTo(carried, times);
        }

        return weight;
    }

    /// <summary>All ways to share the trips once a stretch is parted where it is least settled how many lie before; null when none can be parted.</summary>
    private static IEnumerable<ImmutableArray<Stretch>>? Parted(ImmutableArray<Stretch> stretches, double[] used)
    {
        (int Stretch, int At, double Doubt) most = (-1, 0, -1);
        for (var s = 0; s < stretches.Length; s++)
        {
            var (from, to, trips) = stretches[s];
            var all = used[from..to].Sum() / Math.Max(trips, 1);
            for (var (at, before) = (from + 1, used[from]); at < to && trips > 0; before += used[at++])
            {
                var doubt = Math.Abs((before / all) - Math.Round(before / all));
                most = doubt > most.Doubt ? (s, at, doubt) : most;
            }
        }

        if (most.Stretch < 0)
        {
            return null;
        }

        var parted = stretches[most.Stretch];
        return Enumerable
            .Range(0, parted.Trips + 1)
            .Select(before =>
                stretches
                    .SetItem(most.Stretch, parted with { To = most.At, Trips = before })
                    .Add(parted with { From = most.At, Trips = parted.Trips - before })
            );
    }

    /// <summary>Days next to each other, and how many trips are on them.</summary>
    private readonly record struct Stretch(int From, int To, int Trips);

    /// <summary>A day, its needs by plant and site, and the heaviest load found for the weights last given.</summary>
    private sealed class Day
    {
        private const int MostPrices = 20;

        private readonly PlanningTask _task;
        private readonly int[][][] _plants;
        private readonly double[] _ways;
        private readonly double[] _worth;
        private double[] _few;
        private double[] _many;
        private double[] _trial;
        private double _share;

        public Day(PlanningTask task, int day)
        {
            _task = task;
            Times = task.SameAs.Count(same => same == day);
            var sites = Enumerable
                .Range(0, task.Needs.Length)
                .Where(n => task.Shows(n, day))
                .GroupBy(n => task.Site[n])
                .ToArray();
            Sites = [.. sites.Select(s => s.Key)];
            _plants = [.. sites.Select(s => s.GroupBy(n => task.Plant[n]).Select(p => p.ToArray()).ToArray())];
            _worth = new double[1 << Sites.Length];
            _ways =
            [
                .. Enumerable
                    .Range(0, _worth.Length)
                    .Select(set => task.Walking.Of(Sites.Where((_, i) => (set & (1 << i)) != 0).Sum(s => 1 << s))),
            ];
            (_few, _many, _trial) = (
                new double[task.Needs.Length],
                new double[task.Needs.Length],
                new double[task.Needs.Length]
            );
        }

        public int[] Sites { get; }

        /// <summary>How many days show the same.</summary>
        public int Times { get; }

        public double Weight { get; private set; }

        /// <summary>The heaviest load, of which the last minutes may be a part of a load: between one too light and one too heavy the price of a minute
        /// is sought at which no load is worth more than both.</summary>
        public void Load(double[] weights, PlanningEffort effort)
        {
            Array.Clear(_few);
            var few = (Minutes: 0.0, Weight: 0.0);
            var many = At(0, weights, _many);
            effort.Spend(_worth.Length + weights.Length);
            if (many.Minutes <= _task.MinutesADay)
            {
                (Weight, _share) = (many.Weight, 1);
                return;
            }

            for (var i = 0; i < MostPrices; i++)
            {
                var price = (many.Weight - few.Weight) / (many.Minutes - few.Minutes);
                var next = At(price, weights, _trial);
                effort.Spend(_worth.Length + weights.Length);
                Weight = (price * (_task.MinutesADay - next.Minutes)) + next.Weight;
                if (next.Weight - (price * next.Minutes) <= few.Weight - (price * few.Minutes) + Enough)
                {
                    break;
                }

                if (next.Minutes > _task.MinutesADay)
                {
                    (many, _many, _trial) = (next, _trial, _many);
                }
                else
                {
                    (few, _few, _trial) = (next, _trial, _few);
                }
            }

            _share = (_task.MinutesADay - few.Minutes) / (many.Minutes - few.Minutes);
        }

        public void AddTo(double[] carried, int times)
        {
            for (var n = 0; n < carried.Length; n++)
            {
                carried[n] += times * ((_share * _many[n]) + ((1 - _share) * _few[n]));
            }
        }

        /// <summary>The load worth most when each minute has a price: its minutes and its weight.</summary>
        private (double Minutes, double Weight) At(double price, double[] weights, double[] load)
        {
            var best = 0;
            for (var set = 1; set < _worth.Length; set++)
            {
                var last = BitOperations.TrailingZeroCount(set);
                var rest = set & (set - 1);
                _worth[set] = rest == 0 ? SiteWorth(last, price, weights) : _worth[rest] + _worth[set & -set];
            }

            for (var set = 1; set < _worth.Length; set++)
            {
                best = _worth[set] - (price * _ways[set]) > _worth[best] - (price * _ways[best]) ? set : best;
            }

            Array.Clear(load);
            var (minutes, weight) = (_ways[best], 0.0);
            for (var s = 0; s < Sites.Length; s++)
            {
                foreach (var plant in (best & (1 << s)) != 0 ? _plants[s] : [])
                {
                    if (PlantWorth(plant, price, weights) > 0)
                    {
                        minutes += TripPlanner.MinutesToNextPlant;
                        foreach (var n in plant.Where(n => weights[n] > price * _task.Needs[n].Minutes))
                        {
                            load[n] = 1;
                            minutes += _task.Needs[n].Minutes;
                            weight += weights[n];
                        }
                    }
                }
            }

            return (minutes, weight);
        }

        private double SiteWorth(int site, double price, double[] weights) =>
            _plants[site].Sum(p => Math.Max(PlantWorth(p, price, weights), 0));

        private double PlantWorth(int[] plant, double price, double[] weights)
        {
            var worth = -price * TripPlanner.MinutesToNextPlant;
            foreach (var n in plant)
            {
                worth += Math.Max(weights[n] - (price * _task.Needs[n].Minutes), 0);
            }

            return worth;
        }
    }
}
