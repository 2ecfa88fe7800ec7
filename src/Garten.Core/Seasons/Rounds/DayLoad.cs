using System.Numerics;

namespace Garten.Core.Seasons.Rounds;

/// <summary>The most that can be had of one day when each need has its weight.</summary>
/// <remarks>
/// Over all sets of sites, the time left beside the way being filled with the needs that weigh most for their minutes, the last in part
/// (Dantzig 1957); the few minutes to a plant are shared out among all that shows on it that day. So no round of the day weighs more.
/// Most sets need not be filled: at a price for each minute a set is worth no more than its time and what its needs gain above that price.
/// </remarks>
internal sealed class DayLoad
{
    private readonly int[] _needs;
    private readonly int[] _bit;
    private readonly double[] _minutes;
    private readonly int[] _sites;
    private readonly double[] _left;
    private readonly double[] _gain;
    private readonly double[] _rates;
    private readonly int[] _order;
    private int _count;
    private int _likely;

    /// <summary>Readies a day.</summary>
    /// <param name="task">The task.</param>
    /// <param name="day">Place of the day.</param>
    public DayLoad(PlanningTask task, int day)
    {
        _needs = [.. Enumerable.Range(0, task.Needs.Length).Where(n => task.Shows(n, day))];
        var showing = _needs.CountBy(n => task.Plant[n]).ToDictionary();
        _minutes = [.. _needs.Select(n => task.Needs[n].Minutes + (RoundPlanner.MinutesToNextPlant / showing[task.Plant[n]]))];
        _sites = [.. _needs.Select(n => task.Site[n]).Distinct().Order()];
        _bit = [.. _needs.Select(n => 1 << Array.IndexOf(_sites, task.Site[n]))];
        _left = [.. Enumerable.Range(0, 1 << _sites.Length).Select(set => task.MinutesADay + 1e-9 - task.Walking.Of(Wide(set)))];
        _gain = new double[_left.Length];
        _rates = new double[_needs.Length];
        _order = new int[_needs.Length];
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

        var (most, price) = _left[best] > 0 ? Fill(best, weights) : (double.NegativeInfinity, 0);
        Array.Clear(_gain);
        for (var k = 0; k < _count && -_rates[k] > price; k++)
        {
            var i = _order[k];
            _gain[_bit[i]] += weights[_needs[i]] - (price * _minutes[i]);
        }

        var filled = 1;
        for (var set = 0; set < _gain.Length; set++)
        {
            var lowest = set & -set;
            if (set != lowest)
            {
                _gain[set] = _gain[set ^ lowest] + _gain[lowest];
            }

            if ((set & must) == must && (set & not) == 0 && _left[set] > 0 && _gain[set] + (price * _left[set]) > most + 1e-12)
            {
                filled++;
                if (Fill(set, weights).Weight is var weight && weight > most)
                {
                    (most, best) = (weight, set);
                }
            }
        }

        _likely = double.IsFinite(most) ? best : 0;
        effort.Spend(_gain.Length + (filled * _count / 2));
        return (most, Wide(best));
    }

    /// <summary>Takes what the heaviest round sees from how often each need is still to be seen.</summary>
    /// <param name="weights">What each need weighs.</param>
    /// <param name="sites">The sites of the round.</param>
    /// <param name="open">How often each need is still to be seen.</param>
    public void See(double[] weights, int sites, double[] open)
    {
        Sort(weights);
        var set = Narrow(sites);
        var left = _left[set];
        for (var k = 0; k < _count && left > 0; k++)
        {
            var i = _order[k];
            if ((set & _bit[i]) != 0)
            {
                var share = Math.Min(left / _minutes[i], 1);
                open[_needs[i]] -= share;
                left -= share * _minutes[i];
            }
        }
    }

    /// <summary>The needs that weigh anything, those that weigh most for their minutes first.</summary>
    private void Sort(double[] weights)
    {
        _count = 0;
        for (var i = 0; i < _needs.Length; i++)
        {
            if (weights[_needs[i]] > 0)
            {
                _rates[_count] = -weights[_needs[i]] / _minutes[i];
                _order[_count++] = i;
            }
        }

        Array.Sort(_rates, _order, 0, _count);
    }

    /// <summary>Fills the time left at some sites: the weight, and what a minute more would bring.</summary>
    private (double Weight, double Price) Fill(int set, double[] weights)
    {
        var (weight, left) = (0.0, _left[set]);
        for (var k = 0; k < _count; k++)
        {
            var i = _order[k];
            if ((set & _bit[i]) == 0)
            {
                continue;
            }

            if (_minutes[i] > left)
            {
                return (weight - (left * _rates[k]), -_rates[k]);
            }

            weight += weights[_needs[i]];
            left -= _minutes[i];
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
}
