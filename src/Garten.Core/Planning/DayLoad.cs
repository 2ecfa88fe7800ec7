using System.Numerics;
using System.Runtime.Intrinsics;

namespace Garten.Core.Planning;

/// <summary>The most that can be had of one day when each need has its weight.</summary>
/// <remarks>
/// Over all sets of sites, the time left beside the way being filled with what weighs most for its minutes, the last in part
/// (Dantzig 1957). The way to a plant is walked once for all that is seen on it: the needs of a plant that together weigh most for their
/// minutes and that way come as one piece, its others singly after them, so that a plant seen in part is walked to in the same part (the
/// linear relaxation of the knapsack with setups). So no round of the day weighs more. Most sets need not be filled: at whatever
/// price for each minute a set is worth no more than its time and what its pieces gain above that price. Sets with no time for one thing at each of
/// their sites make no round.
/// </remarks>
internal sealed class DayLoad
{
    /// <summary>Prices tried, as shares of what a minute more would bring at the set that was best the last time; the lowest first.</summary>
    private static readonly Vector256<double> Prices = Vector256.Create(0.82, 0.94, 1.04, 1.2);

    private readonly int[] _needs;
    private readonly int[] _plant;
    private readonly int[] _bit;
    private readonly double[] _minutes;
    private readonly int[] _sites;
    private readonly double[] _left;
    private readonly int[] _sets;
    private readonly Vector256<double>[] _gain;
    private readonly double[] _worth;
    private readonly double[] _rates;
    private readonly int[] _order;
    private readonly int[] _pieceOf;
    private readonly int[] _firstOf;
    private readonly double[] _share;
    private readonly Piece[] _pieces;
    private int _count;
    private int _likely;

    /// <summary>Readies a day.</summary>
    /// <param name="task">The task.</param>
    /// <param name="day">Place of the day.</param>
    public DayLoad(PlanningTask task, int day)
    {
        _needs = [.. Enumerable.Range(0, task.Needs.Length).Where(n => task.Shows(n, day))];
        int[] plants = [.. _needs.Select(n => task.Plant[n]).Distinct()];
        _plant = [.. _needs.Select(n => Array.IndexOf(plants, task.Plant[n]))];
        _minutes = [.. _needs.Select(n => task.Needs[n].Minutes)];
        _sites = [.. _needs.Select(n => task.Site[n]).Distinct().Order()];
        _bit = [.. _needs.Select(n => 1 << Array.IndexOf(_sites, task.Site[n]))];
        (_left, _sets) = TimeLeft(task);
        _gain = new Vector256<double>[_left.Length];
        _worth = new double[_left.Length];
        Array.Fill(_worth, double.NegativeInfinity);
        _rates = new double[_needs.Length];
        _order = new int[_needs.Length];
        _pieceOf = new int[_needs.Length];
        _pieces = new Piece[_needs.Length];
        _share = new double[_needs.Length];
        _firstOf = new int[plants.Length];
    }

    /// <summary>The sites something shows at, a bit for each.</summary>
    public int Sites => Wide((1 << _sites.Length) - 1);

    /// <summary>The greatest weight.</summary>
    /// <param name="weights">What each need of the task weighs; none is below 0.</param>
    /// <param name="with">Sites the round must come to, a bit for each.</param>
    /// <param name="without">Sites it must not.</param>
    /// <param name="effort">What it takes.</param>
    /// <returns>The weight, and the sites it is had at; no weight at all when there is no such round.</returns>
    public (double Weight, int Sites) Heaviest(double[] weights, int with, int without, PlanningEffort effort)
    {
        var (must, not) = (Narrow(with), Narrow(without));
        if (Wide(must) != with)
        {
            return (double.NegativeInfinity, 0);
        }

        Sort(weights);
        var best = (_likely | must) & ~not;
        while (_left[best] <= 0 && best != must)
        {
            best &= ~(1 << BitOperations.Log2((uint)(best & ~must)));
        }

        var (most, price) = _left[best] > 0 ? Fill(best) : (double.NegativeInfinity, 0);
        Worth(price, must, not);
        var filled = 1;
        TryFill(Array.IndexOf(_worth, _worth.Max()));
        foreach (var set in _sets)
        {
            TryFill(set);
        }

        _likely = double.IsFinite(most) ? best : 0;
        effort.Spend(_sets.Length + _count + (filled * _count / 2));
        return (most, Wide(best));

        void TryFill(int set)
        {
            if (_worth[set] <= most + 1e-12)
            {
                return;
            }

            filled++;
            _worth[set] = double.NegativeInfinity;
            if (Fill(set).Weight is var weight && weight > most)
            {
                (most, best) = (weight, set);
            }
        }
    }

    /// <summary>The sets of sites at which a round could weigh more than so much, with the most it could weigh there, the heaviest first.</summary>
    /// <param name="weights">What each need of the task weighs; none is below 0.</param>
    /// <param name="with">Sites the round must come to, a bit for each.</param>
    /// <param name="without">Sites it must not.</param>
    /// <param name="than">What it must weigh more than.</param>
    /// <param name="effort">What it takes.</param>
    public List<(int Sites, double Most)> Heavier(double[] weights, int with, int without, double than, PlanningEffort effort)
    {
        var (must, not) = (Narrow(with), Narrow(without));
        if (Wide(must) != with)
        {
            return [];
        }

        Sort(weights);
        var likely = (_likely | must) & ~not;
        Worth(_left[likely] > 0 ? Fill(likely).Price : 0, must, not);
        List<(int Sites, double Most)> heavier = [];
        var filled = 0;
        foreach (var set in _sets.Where(s => _worth[s] > than))
        {
            filled++;
            if (Fill(set).Weight is var most && most > than)
            {
                heavier.Add((Wide(set), most));
            }
        }

        effort.Spend(_sets.Length + _count + (filled * _count / 2));
        return [.. heavier.OrderByDescending(s => s.Most)];
    }

    /// <summary>What each set of sites is worth at most; nothing where it is not asked for.</summary>
    private void Worth(double price, int must, int not)
    {
        for (var bit = 1; bit < _gain.Length; bit <<= 1)
        {
            _gain[bit] = default;
        }

        var prices = Prices * price;
        for (var k = 0; k < _count && _pieces[_order[k]] is var piece && piece.Rate > prices[0]; k++)
        {
            _gain[piece.Bit] += Vector256.Max(Vector256.Create(piece.Weight) - (prices * piece.Minutes), default);
        }

        foreach (var set in _sets)
        {
            var lowest = set & -set;
            if (set != lowest)
            {
                _gain[set] = _gain[set ^ lowest] + _gain[lowest];
            }

            var worth = _gain[set] + (prices * _left[set]);
            _worth[set] = _left[set] > 0 && (set & must) == must && (set & not) == 0 ? Math.Min(Math.Min(worth[0], worth[1]), Math.Min(worth[2], worth[3])) : double.NegativeInfinity;
        }
    }

    /// <summary>Takes what the heaviest round sees from how often each need is still to be seen.</summary>
    /// <param name="weights">What each need weighs.</param>
    /// <param name="sites">The sites of the round.</param>
    /// <param name="open">How often each need is still to be seen.</param>
    public void See(double[] weights, int sites, double[] open)
    {
        Sort(weights);
        Array.Clear(_share);
        var set = Narrow(sites);
        var left = _left[set];
        for (var k = 0; k < _count && left > 0; k++)
        {
            var piece = _pieces[_order[k]];
            if ((set & piece.Bit) != 0)
            {
                _share[_order[k]] = Math.Min(left / piece.Minutes, 1);
                left -= _share[_order[k]] * piece.Minutes;
            }
        }

        for (var i = 0; i < _needs.Length; i++)
        {
            if (_pieceOf[i] >= 0)
            {
                open[_needs[i]] -= _share[_pieceOf[i]];
            }
        }
    }

    /// <summary>The minutes left beside the way through each set of sites, none where they do not make a round; and the sets that do, with those they grow from.</summary>
    private (double[] Left, int[] Sets) TimeLeft(PlanningTask task)
    {
        double[] shortest = [.. _sites.Select((_, s) => RoundPlanner.MinutesToNextPlant + Enumerable.Range(0, _needs.Length).Where(i => _bit[i] == 1 << s).Min(i => _minutes[i]))];
        double[] left = [.. Enumerable.Range(0, 1 << _sites.Length).Select(set => task.MinutesADay + 1e-9 - task.Walking.Of(Wide(set)))];
        var grown = new bool[left.Length];
        for (var set = left.Length - 1; set >= 0; set--)
        {
            if (left[set] < shortest.Where((_, s) => ((set >> s) & 1) != 0).Sum())
            {
                left[set] = 0;
            }

            grown[set] |= left[set] > 0;
            grown[set & (set - 1)] |= grown[set];
        }

        return (left, [.. Enumerable.Range(0, left.Length).Where(set => grown[set])]);
    }

    /// <summary>Puts the needs that weigh anything into pieces, and these in order, those that weigh most for their minutes first.</summary>
    private void Sort(double[] weights)
    {
        var weighing = 0;
        Array.Fill(_pieceOf, -1);
        for (var i = 0; i < _needs.Length; i++)
        {
            if (weights[_needs[i]] > 0)
            {
                _rates[weighing] = -weights[_needs[i]] / _minutes[i];
                _order[weighing++] = i;
            }
        }

        Array.Sort(_rates, _order, 0, weighing);
        Array.Fill(_firstOf, -1);
        _count = 0;
        for (var k = 0; k < weighing; k++)
        {
            var i = _order[k];
            ref var first = ref _firstOf[_plant[i]];
            if (first >= 0 && -_rates[k] > _pieces[first].Rate)
            {
                _pieces[first] = _pieces[first].With(weights[_needs[i]], _minutes[i]);
                _pieceOf[i] = first;
                continue;
            }

            _pieces[_count] = new(_bit[i], weights[_needs[i]], _minutes[i] + (first < 0 ? RoundPlanner.MinutesToNextPlant : 0));
            first = first < 0 ? _count : first;
            _pieceOf[i] = _count++;
        }

        for (var k = 0; k < _count; k++)
        {
            (_order[k], _rates[k]) = (k, -_pieces[k].Rate);
        }

        Array.Sort(_rates, _order, 0, _count);
    }

    /// <summary>Fills the time left at some sites: the weight, and what a minute more would bring.</summary>
    private (double Weight, double Price) Fill(int set)
    {
        var (weight, left) = (0.0, _left[set]);
        for (var k = 0; k < _count; k++)
        {
            ref readonly var piece = ref _pieces[_order[k]];
            if ((set & piece.Bit) == 0)
            {
                continue;
            }

            if (piece.Minutes > left)
            {
                return (weight + (left * piece.Rate), piece.Rate);
            }

            weight += piece.Weight;
            left -= piece.Minutes;
        }

        return (weight, 0);
    }

    private int Wide(int set)
    {
        var wide = 0;
        for (; set != 0; set &= set - 1)
        {
            wide |= 1 << _sites[BitOperations.TrailingZeroCount(set)];
        }

        return wide;
    }

    private int Narrow(int sites)
    {
        var set = 0;
        for (var s = 0; s < _sites.Length; s++)
        {
            set |= ((sites >> _sites[s]) & 1) << s;
        }

        return set;
    }

    /// <summary>Needs of one plant that are taken together.</summary>
    /// <param name="Bit">The bit of the site.</param>
    /// <param name="Weight">What they weigh.</param>
    /// <param name="Minutes">What they take.</param>
    private readonly record struct Piece(int Bit, double Weight, double Minutes)
    {
        public double Rate { get; } = Weight / Minutes;

        public Piece With(double weight, double minutes) => new(Bit, Weight + weight, Minutes + minutes);
    }
}
