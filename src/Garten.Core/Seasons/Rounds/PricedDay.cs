using System.Numerics;

namespace Garten.Core.Seasons.Rounds;

/// <summary>A day on which the heaviest round is sought, each need having its weight.</summary>
internal sealed class PricedDay
{
    private readonly DateOnly _date;
    private readonly RoundNeed[] _all;
    private readonly int[] _showing;
    private readonly int[] _site;
    private readonly int[] _siteBits;
    private readonly WalkingTimes _walking;
    private readonly double _minutes;
    private readonly int _sites;
    private readonly double[] _weight;
    private readonly double[] _time;
    private readonly int[] _ways;

    /// <summary>Readies a day.</summary>
    /// <param name="date">The day.</param>
    /// <param name="needs">All needs.</param>
    /// <param name="walking">The ways.</param>
    /// <param name="siteOf">Place of a need's site among the ways.</param>
    /// <param name="minutes">Longest round.</param>
    public PricedDay(DateOnly date, RoundNeed[] needs, WalkingTimes walking, Func<RoundNeed, int> siteOf, double minutes)
    {
        (_date, _all, _walking, _minutes) = (date, needs, walking, minutes);
        _showing = [.. Enumerable.Range(0, needs.Length).Where(i => needs[i].ShowsOn(date))];
        int[] sites = [.. _showing.Select(i => siteOf(needs[i])).Distinct().Order()];
        _sites = sites.Length;
        _siteBits = [.. sites.Select(s => 1 << s)];
        _site = [.. _showing.Select(i => Array.IndexOf(sites, siteOf(needs[i])))];
        _weight = new double[1 << _sites];
        _time = new double[1 << _sites];
        _ways = new int[1 << _sites];
    }

    /// <summary>The days worth looking at: those whose plants do not all show on another of them.</summary>
    /// <param name="needs">The needs.</param>
    /// <param name="days">The days.</param>
    public static IEnumerable<DateOnly> Fullest(RoundNeed[] needs, IEnumerable<DateOnly> days)
    {
        List<(DateOnly Day, HashSet<int> Showing)> kept = [];
        foreach (var day in days)
        {
            HashSet<int> showing = [.. Enumerable.Range(0, needs.Length).Where(i => needs[i].ShowsOn(day))];
            if (showing.Count == 0 || kept.Exists(k => showing.IsSubsetOf(k.Showing)))
            {
                continue;
            }

            kept.RemoveAll(k => k.Showing.IsSubsetOf(showing));
            kept.Add((day, showing));
        }

        return kept.Select(k => k.Day);
    }

    /// <summary>The round of this day whose needs weigh most together.</summary>
    /// <param name="weights">What the needs weigh; those at or below 0 are left out.</param>
    /// <param name="above">A weight it must pass.</param>
    /// <param name="effort">What it takes.</param>
    /// <returns>The round, null when none is found; and a weight no round of the day passes.</returns>
    public (SharedRound? Round, double Limit) Heaviest(double[] weights, double above, PlanningEffort effort)
    {
        Array.Clear(_weight);
        Array.Clear(_time);
        effort.Spend(8 << _sites);
        LoadPlant[] plants =
        [
            .. Enumerable.Range(0, _showing.Length).Where(k => weights[_showing[k]] > 1e-9).GroupBy(k => (_all[_showing[k]].Plant, _site[k]))
                .Select(g => new LoadPlant(g.Key.Item2, [.. g.Select(k => (_showing[k], _all[_showing[k]].Minutes, weights[_showing[k]]))]))
                .OrderByDescending(p => p.Rate),
        ];
        foreach (var plant in plants)
        {
            _weight[1 << plant.Site] += plant.Weight;
            _time[1 << plant.Site] += plant.Minutes;
        }

        var (best, limit, wholly) = (above, above, 0);
        List<(double Limit, int Set, double Left)> full = [];
        for (var set = 1; set < 1 << _sites; set++)
        {
            var lowest = set & -set;
            _ways[set] = _ways[set ^ lowest] | _siteBits[BitOperations.TrailingZeroCount(lowest)];
            if (set != lowest)
            {
                _weight[set] = _weight[set ^ lowest] + _weight[lowest];
                _time[set] = _time[set ^ lowest] + _time[lowest];
            }

            if (_weight[set] <= best || _minutes + 1e-9 - _walking.Of(_ways[set]) is var left && left <= 0)
            {
                continue;
            }

            if (_time[set] <= left)
            {
                (best, wholly) = (_weight[set], set);
            }
            else if (HeaviestLoad.Limit(plants, set, left) is var most && most > best + 1e-9)
            {
                full.Add((most, set, left));
            }
        }

        int[]? needs = wholly == 0 ? null : [.. plants.Where(p => (wholly & (1 << p.Site)) != 0).SelectMany(p => p.Choices[0].Taken)];

        // The most promising first: the others need not be looked into.
        foreach (var (_, set, left) in full.OrderByDescending(f => f.Limit).TakeWhile(f => f.Limit > best + 1e-9))
        {
            HeaviestLoad load = new([.. plants.Where(p => (set & (1 << p.Site)) != 0)], left);
            var (weight, taken, most) = load.Above(best);
            effort.Spend(load.Branches * plants.Length);
            limit = Math.Max(limit, most);
            (best, needs) = taken is null ? (best, needs) : (weight, taken);
        }

        return (needs is null ? null : new(_date, [.. needs.Select(i => _all[i])], needs), Math.Max(best, limit));
    }
}
