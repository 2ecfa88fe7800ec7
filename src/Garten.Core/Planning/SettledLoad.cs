using System.Numerics;

namespace Garten.Core.Planning;

/// <summary>The most that can be had of one day at sites that are settled, when each need has its weight and is seen whole or not at all.</summary>
/// <remarks>
/// Dynamic programming over the minutes left (Bellman 1957), plant by plant: the best without the plant, or after the way to it, with one need
/// more or not. Minutes are counted in twelfths, those of needs rounded down, so that no round of the day weighs more.
/// </remarks>
internal sealed class SettledLoad
{
    private const int TwelfthsAMinute = 12;
    private const int WayToPlant = (int)(RoundPlanner.MinutesToNextPlant * TwelfthsAMinute);

    private readonly PlanningTask _task;
    private readonly int[][] _plants;
    private readonly int[] _twelfths;
    private readonly List<double[]> _rows = [];
    private readonly List<Choice> _choices = [];

    /// <summary>Readies what is reckoned again and again.</summary>
    /// <param name="task">The task.</param>
    public SettledLoad(PlanningTask task)
    {
        _task = task;
        _plants = [.. Enumerable.Range(0, task.Needs.Length).GroupBy(n => task.Plant[n]).Select(g => g.ToArray())];
        _twelfths = [.. task.Needs.Select(n => (int)((n.Minutes * TwelfthsAMinute) + 1e-9))];
    }

    /// <summary>The greatest weight.</summary>
    /// <param name="weights">What each need of the task weighs; none is below 0.</param>
    /// <param name="day">Place of the day.</param>
    /// <param name="sites">The sites, a bit for each.</param>
    /// <param name="seen">The needs it is had with are added here.</param>
    /// <param name="effort">What it takes.</param>
    /// <returns>The weight; no weight at all when the way through the sites is longer than a day.</returns>
    public double Heaviest(double[] weights, int day, int sites, List<int> seen, PlanningEffort effort)
    {
        var all = Twelfths(sites);
        if (all < 0)
        {
            return double.NegativeInfinity;
        }

        _choices.Clear();
        Array.Clear(Row(0), 0, all + 1);
        var (best, last) = (0, 0);
        foreach (var plant in _plants)
        {
            if (((sites >> _task.Site[plant[0]]) & 1) == 0)
            {
                continue;
            }

            var without = best;
            foreach (var need in plant)
            {
                if (weights[need] <= 0 || !_task.Shows(need, day))
                {
                    continue;
                }

                if (best == without)
                {
                    Walk(_rows[without], Row(best = ++last), all);
                }

                Either(_rows[best], _rows[best], _twelfths[need], weights[need], Row(++last), all);
                _choices.Add(new(best, last, need));
                best = last;
            }

            if (best != without)
            {
                Either(_rows[without], _rows[best], 0, 0, Row(++last), all);
                _choices.Add(new(without, last, null));
                best = last;
            }
        }

        effort.Spend(last * (all + 1) / 16);
        See(all, seen);
        return _rows[best][all];
    }

    /// <summary>A row; there are as many as were ever asked for.</summary>
    private double[] Row(int at)
    {
        while (_rows.Count <= at)
        {
            _rows.Add(new double[Twelfths(0) + 1]);
        }

        return _rows[at];
    }

    private int Twelfths(int sites) => (int)Math.Floor((_task.MinutesADay - _task.Walking.Of(sites) + 1e-6) * TwelfthsAMinute);

    /// <summary>Goes back through the choices, the last first.</summary>
    private void See(int left, List<int> seen)
    {
        var passed = int.MaxValue;
        for (var k = _choices.Count - 1; k >= 0; k--)
        {
            var choice = _choices[k];
            if (choice.Into > passed)
            {
                continue;
            }

            var same = _rows[choice.Into][left] == _rows[choice.Without][left];
            if (choice.Need is { } need)
            {
                if (!same)
                {
                    seen.Add(need);
                    left -= _twelfths[need];
                }

                // The first need of a plant comes after the way to it.
                left -= k == 0 || _choices[k - 1].Need is null ? WayToPlant : 0;
            }
            else if (same)
            {
                passed = choice.Without;
            }
        }
    }

    private static void Walk(double[] from, double[] to, int all)
    {
        Array.Fill(to, double.NegativeInfinity, 0, Math.Min(WayToPlant, all + 1));
        if (all >= WayToPlant)
        {
            Array.Copy(from, 0, to, WayToPlant, all + 1 - WayToPlant);
        }
    }

    /// <summary>For all time left the greater of two: one way, or the other with something taken.</summary>
    private static void Either(double[] one, double[] other, int twelfths, double weight, double[] into, int all)
    {
        var at = Math.Min(twelfths, all + 1);
        Array.Copy(one, into, at);
        Vector<double> more = new(weight);
        for (; at + Vector<double>.Count <= all + 1; at += Vector<double>.Count)
        {
            Vector.Max(new Vector<double>(one, at), new Vector<double>(other, at - twelfths) + more).CopyTo(into, at);
        }

        for (; at <= all; at++)
        {
            into[at] = Math.Max(one[at], other[at - twelfths] + weight);
        }
    }

    /// <summary>A choice that was made for all time left.</summary>
    /// <param name="Without">The row without it.</param>
    /// <param name="Into">The row with the better.</param>
    /// <param name="Need">The need seen or not; null for a plant walked to or not.</param>
    private readonly record struct Choice(int Without, int Into, int? Need);
}
