using System.Numerics;

namespace Garten.Core.Planning;

/// <summary>How far things can be covered by parts of columns, of which each group may be taken so many times in all.</summary>
/// <remarks>
/// A linear program, the shares of the columns its unknowns: least cost of what is left uncovered, by the revised simplex method (Dantzig and
/// Orden 1953) with the inverse of the basis kept whole, each step chosen by what it saves for its norm (devex, Harris 1973). Columns can be
/// added at any time; it goes on from where it stood. Right-hand sides are raised by a hundred-thousandth or less, each by another amount, so
/// that no step stands still (Charnes 1952).
/// </remarks>
internal sealed class CoveringProgram
{
    private const double Raised = 1e-5;
    private const double LeastSaving = 1e-6;
    private const double LeastPivot = 1e-7;
    private const double Allowed = 1e-8;

    private readonly int _things;
    private readonly double[] _bounds;
    private readonly double[][] _inverse;
    private readonly int[] _basis;
    private readonly double[] _values;
    private readonly double[] _prices;
    private readonly double[] _direction;
    private readonly List<Unknown> _unknowns = [];
    private readonly List<double> _saves = [];
    private readonly List<double> _norms = [];
    private readonly int _firstColumn;

    /// <summary>Readies a program without columns.</summary>
    /// <param name="costs">What each thing costs that is left uncovered; above 0.</param>
    /// <param name="groups">How many columns of each group can be taken in all.</param>
    public CoveringProgram(double[] costs, int[] groups)
    {
        _things = costs.Length;
        _bounds = [.. Enumerable.Repeat(1.0, costs.Length).Concat(groups.Select(g => (double)g)).Select((b, i) => b + (Raised * (((i * 61) + 17) % 101) / 101))];
        _inverse = [.. _bounds.Select((_, i) => new double[_bounds.Length])];
        _basis = [.. Enumerable.Range(0, _bounds.Length)];
        for (var i = 0; i < _bounds.Length; i++)
        {
            _inverse[i][i] = 1;
            Add(new([i], 1, i < _things ? costs[i] : 0));
        }

        for (var i = 0; i < _things; i++)
        {
            Add(new([i], -1, 0));
        }

        _firstColumn = _unknowns.Count;
        (_values, _prices, _direction) = (new double[_bounds.Length], new double[_bounds.Length], new double[_bounds.Length]);
    }

    /// <summary>The cost of what is left uncovered.</summary>
    public double Cost => Enumerable.Range(0, _basis.Length).Sum(i => _unknowns[_basis[i]].Cost * _values[i]);

    /// <summary>What it would save if there were a little less to cover of a thing; not below 0.</summary>
    /// <param name="thing">Its place.</param>
    public double PriceOf(int thing) => Math.Max(_prices[thing], 0);

    /// <summary>What it would save if one more column of a group could be taken; not below 0.</summary>
    /// <param name="group">Its place.</param>
    public double PriceOfGroup(int group) => Math.Max(-_prices[_things + group], 0);

    /// <summary>The columns that are taken, in the order they were added, with their shares.</summary>
    public IEnumerable<(int Column, double Share)> Taken() =>
        Enumerable.Range(0, _basis.Length).Where(i => _basis[i] >= _firstColumn && _values[i] > 2 * Raised).Select(i => (_basis[i] - _firstColumn, _values[i])).Order();

    /// <summary>Adds a column.</summary>
    /// <param name="things">Places of what it covers.</param>
    /// <param name="group">Place of its group.</param>
    public void Add(IEnumerable<int> things, int group) => Add(new([.. things, _things + group], 1, 0));

    /// <summary>Takes columns so that the least is left uncovered.</summary>
    /// <param name="effort">When to give up.</param>
    public void Solve(PlanningEffort effort)
    {
        Reckon();
        while (!effort.IsSpent && Entering() is { } entering && Enter(entering))
        {
            effort.Spend((_bounds.Length * _bounds.Length / 4) + (_unknowns.Count * 4));
        }
    }

    private void Add(Unknown unknown)
    {
        _unknowns.Add(unknown);
        _saves.Add(0);
        _norms.Add(1);
    }

    /// <summary>Values, prices and savings anew from the inverse, so that errors do not add up.</summary>
    private void Reckon()
    {
        Array.Clear(_prices);
        for (var i = 0; i < _basis.Length; i++)
        {
            _values[i] = _inverse[i].Zip(_bounds, (a, b) => a * b).Sum();
            AddTo(_prices, _inverse[i], _unknowns[_basis[i]].Cost);
        }

        for (var u = 0; u < _unknowns.Count; u++)
        {
            (_saves[u], _norms[u]) = (_unknowns[u].In(_prices) - _unknowns[u].Cost, 1);
        }
    }

    /// <summary>What saves most for its norm; null when nothing does.</summary>
    private int? Entering()
    {
        int? best = null;
        var most = 0.0;
        for (var u = 0; u < _unknowns.Count; u++)
        {
            if (_saves[u] > LeastSaving && _saves[u] * _saves[u] > most * _norms[u])
            {
                (best, most) = (u, _saves[u] * _saves[u] / _norms[u]);
            }
        }

        return best;
    }

    /// <summary>Takes an unknown in, and out what it leaves no room for; false when the errors of arithmetic let it save without end.</summary>
    private bool Enter(int entering)
    {
        var room = double.MaxValue;
        for (var i = 0; i < _basis.Length; i++)
        {
            _direction[i] = _unknowns[entering].In(_inverse[i]);
            room = _direction[i] > LeastPivot ? Math.Min(room, (Math.Max(_values[i], 0) + Allowed) / _direction[i]) : room;
        }

        // Of those that leave almost the same room that with the largest pivot: small ones make errors large (Harris 1973).
        var leaving = -1;
        for (var i = 0; i < _basis.Length; i++)
        {
            if (_direction[i] > LeastPivot && Math.Max(_values[i], 0) / _direction[i] <= room && (leaving < 0 || _direction[i] > _direction[leaving]))
            {
                leaving = i;
            }
        }

        if (leaving < 0)
        {
            return false;
        }

        var pivot = _direction[leaving];
        var least = Math.Max(_values[leaving], 0) / pivot;
        var row = _inverse[leaving];
        Weigh(entering, leaving, pivot, row);
        AddTo(row, row, (1 / pivot) - 1);
        for (var i = 0; i < _basis.Length; i++)
        {
            if (i != leaving && _direction[i] != 0)
            {
                AddTo(_inverse[i], row, -_direction[i]);
                _values[i] -= least * _direction[i];
            }
        }

        (_values[leaving], _basis[leaving]) = (least, entering);
        return true;
    }

    /// <summary>Prices, savings and norms after a step.</summary>
    private void Weigh(int entering, int leaving, double pivot, double[] row)
    {
        var step = _saves[entering] / pivot;
        var norm = _norms[entering] / (pivot * pivot);
        for (var u = 0; u < _unknowns.Count; u++)
        {
            var at = _unknowns[u].In(row);
            _saves[u] -= step * at;
            _norms[u] = Math.Max(_norms[u], at * at * norm);
        }

        AddTo(_prices, row, -step);
        (_saves[entering], _norms[_basis[leaving]]) = (0, Math.Max(norm, 1));
    }

    private static void AddTo(double[] row, double[] other, double times)
    {
        var i = 0;
        for (Vector<double> by = new(times); i + Vector<double>.Count <= row.Length; i += Vector<double>.Count)
        {
            (new Vector<double>(row, i) + (by * new Vector<double>(other, i))).CopyTo(row, i);
        }

        for (; i < row.Length; i++)
        {
            row[i] += times * other[i];
        }
    }

    /// <summary>An unknown: the share of a column, what is left uncovered of a thing or free of a group, or what is covered of it more than once.</summary>
    /// <param name="Rows">Places of the things and groups it counts for.</param>
    /// <param name="Sign">1, or -1 where it takes away.</param>
    /// <param name="Cost">What it costs.</param>
    private readonly record struct Unknown(int[] Rows, int Sign, double Cost)
    {
        /// <summary>The sum of what a row has where it counts.</summary>
        public double In(double[] row)
        {
            var sum = 0.0;
            foreach (var i in Rows)
            {
                sum += row[i];
            }

            return Sign * sum;
        }
    }
}
