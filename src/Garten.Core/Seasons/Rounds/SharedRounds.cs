using System.Numerics;

namespace Garten.Core.Seasons.Rounds;

/// <summary>Rounds walked in part: the least sum of shares of rounds with which every plant is still seen once in all.</summary>
/// <remarks>
/// The linear relaxation of covering the needs by rounds (Dantzig and Wolfe 1960), solved by the revised simplex method over the rounds
/// met so far; better ones are sought day by day over all sets of sites. Needs of one site that show on the same days are
/// weighed together, each by its time: that can only lower the bound, and keeps the work small. What the needs weigh then gives a bound
/// whatever the shares: if no round holds a weight above z, there are at least the sum of weights divided by z rounds (Farley 1990).
/// That there is but one round a day is left out as well.
/// </remarks>
internal sealed class SharedRounds
{
    /// <summary>What counts as nothing.</summary>
    private const double Tiny = 1e-7;

    /// <summary>How much of the best weights so far is mixed into the next, so that they do not swing (Wentges 1997).</summary>
    private const double Kept = 0.8;

    private readonly PlanningEffort _effort;
    private readonly PricedDay[] _days;
    private readonly List<Column> _pool = [];
    private readonly int[] _group;
    private readonly double[] _part;
    private readonly double[][] _inverse;
    private readonly double[] _shares;
    private readonly Column?[] _basis;
    private readonly double[] _weights;
    private double _bound;

    /// <summary>Readies the relaxation.</summary>
    /// <param name="needs">The needs, at least one; each must fit into a round of its own on one of the days.</param>
    /// <param name="days">Days one can go.</param>
    /// <param name="known">Rounds known already; those that hold other needs count for the needs here alone.</param>
    /// <param name="walking">The ways.</param>
    /// <param name="siteOf">Place of a need's site among the ways.</param>
    /// <param name="minutes">Longest round.</param>
    /// <param name="effort">The effort left; where it ends the bound reached is taken.</param>
    public SharedRounds(RoundNeed[] needs, IEnumerable<DateOnly> days, IEnumerable<SharedRound> known, WalkingTimes walking, Func<RoundNeed, int> siteOf, double minutes, PlanningEffort effort)
    {
        _effort = effort;
        Dictionary<RoundNeed, int> at = needs.Select((n, i) => (n, i)).ToDictionary(x => x.n, x => x.i);
        DateOnly[] fullest = [.. PricedDay.Fullest(needs, days)];
        _days = [.. fullest.Select(d => new PricedDay(d, needs, walking, siteOf, minutes))];
        _group = new int[needs.Length];
        _part = new double[needs.Length];
        var groups = Enumerable.Range(0, needs.Length)
            .GroupBy(i => (needs[i].Site, First: Array.FindIndex(fullest, d => d >= needs[i].From), Last: Array.FindLastIndex(fullest, d => d <= needs[i].To))).ToArray();
        for (var g = 0; g < groups.Length; g++)
        {
            foreach (var plant in groups[g].GroupBy(i => needs[i].Plant))
            {
                foreach (var i in plant)
                {
                    (_group[i], _part[i]) = (g, needs[i].Minutes + (RoundPlanner.MinutesToNextPlant / plant.Count()));
                }
            }

            var sum = groups[g].Sum(i => _part[i]);
            foreach (var i in groups[g])
            {
                _part[i] /= sum;
            }
        }

        var count = groups.Length;
        _pool.AddRange(known.Select(r => r.Among(at)).Where(r => r.Needs.Length > 0).Select(ColumnOf));
        _inverse = new double[count][];
        _shares = new double[count];
        _basis = new Column?[count];
        _weights = new double[count];
        for (var g = 0; g < count; g++)
        {
            _inverse[g] = new double[count];
            _inverse[g][g] = 1;
            _basis[g] = new(null, groups[g].Count(), [g], [1]);
            _weights[g] = groups[g].Count();

            // Shares a little unlike keep the method from going in circles.
            _shares[g] = 1 + (1e-5 * ((g * 0.618034) % 1));
        }
    }

    /// <summary>No plan has fewer rounds.</summary>
    public int Least => (int)Math.Ceiling(_bound - 1e-4);

    /// <summary>All rounds met on the way, to begin the next relaxation with.</summary>
    public IEnumerable<SharedRound> Known => _pool.Select(c => c.Round!);

    /// <summary>Solves; stops early once the bound reaches a number.</summary>
    /// <param name="enough">A bound that is high enough.</param>
    /// <returns>The rounds with their shares, the greatest first.</returns>
    public (SharedRound Round, double Share)[] Solve(int enough)
    {
        var middle = new double[_part.Length];
        var keep = 0.0;
        while (Least < enough && !_effort.IsSpent)
        {
            UsePool();
            double[] weights = [.. _part.Select((part, i) => (keep * middle[i]) + ((1 - keep) * Math.Max(part * _weights[_group[i]], 0)))];
            var most = 1.0;
            var better = false;
            foreach (var day in _days)
            {
                var (round, limit) = day.Heaviest(weights, keep > 0 ? 0.5 : 1 + Tiny, _effort);
                most = Math.Max(most, limit);
                if (round is not null && ColumnOf(round) is var column && column.Gain(_weights) > Tiny)
                {
                    _pool.Add(column);
                    better = true;
                }
            }

            var bound = weights.Sum() / most;
            if (bound > _bound)
            {
                _bound = bound;
                middle = [.. weights.Select(w => w / most)];
            }

            if (!better && keep == 0)
            {
                break;
            }

            keep = better ? Kept : 0;
        }

        return [.. _basis.Select((c, i) => (Round: c!.Round!, Share: _shares[i])).Where(x => x.Round is not null && x.Share > 1e-3).OrderByDescending(x => x.Share).ThenByDescending(x => x.Round.Needs.Length)];
    }

    private Column ColumnOf(SharedRound round)
    {
        SortedDictionary<int, double> parts = [];
        foreach (var i in round.Indexes)
        {
            parts[_group[i]] = parts.GetValueOrDefault(_group[i]) + _part[i];
        }

        return new(round, 1, [.. parts.Keys], [.. parts.Values]);
    }

    /// <summary>Exchanges rounds of the pool, and needs seen more than once, into the basis until none is better.</summary>
    private void UsePool()
    {
        while (true)
        {
            var (best, entering) = (Tiny, default(Column));
            foreach (var column in _pool)
            {
                var gain = column.Gain(_weights);
                if (gain > best)
                {
                    (best, entering) = (gain, column);
                }
            }

            for (var g = 0; g < _weights.Length; g++)
            {
                if (-_weights[g] > best)
                {
                    (best, entering) = (-_weights[g], new(null, 0, [g], [-1]));
                }
            }

            if (entering is null || _effort.IsSpent)
            {
                return;
            }

            Exchange(entering, best);
        }
    }

    /// <summary>One exchange of the revised simplex method.</summary>
    private void Exchange(Column entering, double gain)
    {
        _effort.Spend((_basis.Length * _basis.Length) + (_pool.Count * 16));
        double[] column = [.. _inverse.Select(entering.Times)];
        var leaving = -1;
        for (var row = 0; row < column.Length; row++)
        {
            if (column[row] > Tiny && (leaving < 0 || _shares[row] / column[row] < _shares[leaving] / column[leaving]))
            {
                leaving = row;
            }
        }

        var pivot = column[leaving];
        _shares[leaving] /= pivot;
        for (var i = 0; i < column.Length; i++)
        {
            _inverse[leaving][i] /= pivot;
        }

        for (var row = 0; row < column.Length; row++)
        {
            if (row != leaving && column[row] != 0)
            {
                _shares[row] -= column[row] * _shares[leaving];
                Add(_inverse[row], _inverse[leaving], -column[row]);
            }
        }

        _basis[leaving] = entering;
        Add(_weights, _inverse[leaving], -gain);
    }

    /// <summary>Adds a multiple of numbers to others.</summary>
    private static void Add(double[] to, double[] what, double times)
    {
        var i = 0;
        for (; i <= to.Length - Vector<double>.Count; i += Vector<double>.Count)
        {
            (new Vector<double>(to, i) + (new Vector<double>(what, i) * times)).CopyTo(to, i);
        }

        for (; i < to.Length; i++)
        {
            to[i] += what[i] * times;
        }
    }

    /// <summary>A column of the simplex method.</summary>
    /// <param name="Round">The round; null for needs seen one by one at first, and for what is seen more than once.</param>
    /// <param name="Cost">Rounds it stands for.</param>
    /// <param name="Rows">The groups of needs it sees.</param>
    /// <param name="Parts">How much of them.</param>
    private sealed record Column(SharedRound? Round, double Cost, int[] Rows, double[] Parts)
    {
        /// <summary>How much lighter the rounds get with it.</summary>
        public double Gain(double[] weights) => Times(weights) - Cost;

        /// <summary>Its parts times numbers.</summary>
        public double Times(double[] numbers)
        {
            var sum = 0.0;
            for (var k = 0; k < Rows.Length; k++)
            {
                sum += Parts[k] * numbers[Rows[k]];
            }

            return sum;
        }
    }
}
