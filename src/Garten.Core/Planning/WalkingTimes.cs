using System.Collections.Immutable;
using System.Numerics;

namespace Garten.Core.Planning;

/// <summary>How long it takes to walk from the start through a set of sites and back again, by the shortest way round.</summary>
/// <remarks>
/// Between two places: 12 minutes a kilometre and 10 minutes for every 100 metres of climb (Naismith 1892), the way taken to be
/// a third longer than the straight line. The shortest way round all subsets of up to twelve sites by the method of Held and Karp (1962).
/// </remarks>
public sealed class WalkingTimes
{
    /// <summary>Most sites of one plan.</summary>
    public const int MostSites = 12;

    private const double MinutesAKilometre = 12;
    private const double MinutesAMetreUp = 0.1;
    private const double Detour = 4.0 / 3;

    /// <summary>Way there, or between two sites, where coordinates are missing.</summary>
    private const double UnknownWay = 20;

    private readonly double[,] _last;
    private readonly double[] _tour;
    private readonly double[,] _between;
    private readonly int _sites;

    /// <summary>Works out the ways between all places.</summary>
    /// <param name="start">Where every trip begins and ends.</param>
    /// <param name="sites">The sites, at most <see cref="MostSites"/>; a set of them is a number whose bit i stands for the i-th.</param>
    public WalkingTimes(TripSite start, ImmutableArray<TripSite> sites)
    {
        _sites = sites.Length;
        _between = new double[_sites + 1, _sites + 1];
        for (var a = 0; a <= _sites; a++)
        {
            for (var b = 0; b <= _sites; b++)
            {
                _between[a, b] = a == b ? 0 : Way(a == _sites ? start : sites[a], b == _sites ? start : sites[b]);
            }
        }

        _last = new double[1 << _sites, Math.Max(_sites, 1)];
        _tour = new double[1 << _sites];
        for (var set = 1; set < 1 << _sites; set++)
        {
            _tour[set] = double.MaxValue;
            for (var end = 0; end < _sites; end++)
            {
                if ((set & (1 << end)) == 0)
                {
                    continue;
                }

                var before = set & ~(1 << end);
                _last[set, end] = before == 0 ? _between[_sites, end] : double.MaxValue;
                for (var previous = 0; previous < _sites; previous++)
                {
                    if ((before & (1 << previous)) != 0)
                    {
                        _last[set, end] = Math.Min(_last[set, end], _last[before, previous] + _between[previous, end]);
                    }
                }

                _tour[set] = Math.Min(_tour[set], _last[set, end] + _between[end, _sites]);
            }
        }
    }

    /// <summary>Minutes of the shortest way round.</summary>
    /// <param name="set">A bit for each site.</param>
    public double Of(int set) => _tour[set];

    /// <summary>Minutes of the shortest way into a site, or back to the start, from anywhere.</summary>
    /// <param name="to">Place of the site in the list; the number of sites for the start.</param>
    public double ShortestInto(int to) =>
        Enumerable.Range(0, _sites + 1).Where(from => from != to).Min(from => _between[from, to]);

    /// <summary>The sites in the order of the shortest way round.</summary>
    /// <param name="set">A bit for each site.</param>
    public ImmutableArray<int> OrderOf(int set)
    {
        var order = new int[BitOperations.PopCount((uint)set)];
        var next = _sites;
        for (var i = order.Length - 1; i >= 0; i--)
        {
            var end = Enumerable
                .Range(0, _sites)
                .Where(s => (set & (1 << s)) != 0)
                .MinBy(s => _last[set, s] + _between[s, next]);
            order[i] = end;
            set &= ~(1 << end);
            next = end;
        }

        return [.. order];
    }

    private static double Way(TripSite from, TripSite to)
    {
        if (from.At is not { } a || to.At is not { } b)
        {
            return UnknownWay;
        }

        var climb = Math.Max((to.Elevation ?? 0) - (from.Elevation ?? to.Elevation ?? 0), 0);
        return (a.MetresTo(b) / 1000 * Detour * MinutesAKilometre) + (climb * MinutesAMetreUp);
    }
}
