namespace Garten.Core.Planning;

/// <summary>Squeezes all needs into the rounds there are: what finds no room is put in for others, which then seek room themselves.</summary>
/// <remarks>
/// Guided ejection (Nagata and Bräysy 2009, for fleets of vehicles): a need that found no room becomes harder to put out, so that
/// those with little choice stay and those that fit in many places wander. After each step needs move at random wherever they
/// fit, so that the search does not go in circles. Rounds change their day where that puts out least.
/// </remarks>
internal sealed class RoundSqueeze
{
    /// <summary>Tries to move a need at random after each step.</summary>
    private const int Moves = 30;

    private readonly PlanningTask _task;
    private readonly PlanningEffort _effort;
    private readonly GrowingRound[] _rounds;
    private readonly GrowingRound?[] _in;
    private readonly int[] _hardness;
    private readonly List<int> _out;
    private readonly HashSet<int> _daysTaken;

    // A fixed seed: the same question has the same plan everywhere.
    private readonly Random _random = new(1);

    /// <summary>Readies a search.</summary>
    /// <param name="task">The task.</param>
    /// <param name="rounds">The rounds there may be, with what is in them already; they are not changed.</param>
    /// <param name="effort">When to give up.</param>
    public RoundSqueeze(PlanningTask task, IEnumerable<GrowingRound> rounds, PlanningEffort effort)
    {
        (_task, _effort) = (task, effort);
        _rounds = [.. rounds.Select(r => r.Copy())];
        _daysTaken = [.. _rounds.Select(r => r.Day)];
        _in = new GrowingRound?[task.Needs.Length];
        foreach (var round in _rounds)
        {
            round.Needs.ForEach(n => _in[n] = round);
        }

        _hardness = new int[task.Needs.Length];
        Array.Fill(_hardness, 1);
        _out = [.. Enumerable.Range(0, task.Needs.Length).Where(n => _in[n] is null).OrderBy(n => task.Last[n] - task.First[n])];
    }

    /// <summary>Rounds that hold every need; null when the effort ends before.</summary>
    public List<GrowingRound>? Find()
    {
        while (_out.Count > 0)
        {
            if (_effort.IsSpent)
            {
                return null;
            }

            var need = _out[^1];
            _out.RemoveAt(_out.Count - 1);
            if (Room(need) is { } round)
            {
                Put(need, round);
                continue;
            }

            _hardness[need]++;
            if (!Force(need))
            {
                return null;
            }

            for (var i = 0; i < Moves; i++)
            {
                MoveOne();
            }
        }

        // Where heights or places are missing, a round can grow longer by leaving a site out.
        return Array.TrueForAll(_rounds, r => r.Minutes <= _task.MinutesADay + 1e-9) ? [.. _rounds.Where(r => r.Needs.Count > 0)] : null;
    }

    /// <summary>The round a need makes least longer.</summary>
    private GrowingRound? Room(int need)
    {
        _effort.Spend(4 * _rounds.Length);
        return _rounds.Where(r => r.Takes(need)).MinBy(r => r.MinutesWith(need) - r.Minutes);
    }

    /// <summary>Puts a need in where that puts out what is easiest to put elsewhere; false when there is no such place.</summary>
    private bool Force(int need)
    {
        (GrowingRound Round, int Day, List<int> Out, int Hardness)? best = null;
        var ties = 0;
        foreach (var round in _rounds)
        {
            foreach (var day in _task.Fullest.Where(d => !_daysTaken.Contains(d)).Append(round.Day).Where(d => _task.Shows(need, d)))
            {
                if (PutOut(need, round, day, best?.Hardness ?? int.MaxValue) is not { } found)
                {
                    continue;
                }

                ties = best is null || found.Hardness < best.Value.Hardness ? 1 : ties + 1;
                if (_random.Next(ties) == 0)
                {
                    best = (round, day, found.Out, found.Hardness);
                }
            }
        }

        if (best is not { } way)
        {
            return false;
        }

        foreach (var other in way.Out)
        {
            TakeOut(other);
            _out.Add(other);
        }

        _daysTaken.Remove(way.Round.Day);
        _daysTaken.Add(way.Day);
        way.Round.Day = way.Day;
        Put(need, way.Round);
        return true;
    }

    /// <summary>What must leave a round for a need to come in on a day, and how hard all that is; null when it is harder than a limit, or impossible.</summary>
    private (List<int> Out, int Hardness)? PutOut(int need, GrowingRound round, int day, int most)
    {
        _effort.Spend(round.Needs.Count);
        List<int> gone = [.. round.Needs.Where(n => !_task.Shows(n, day))];
        var hardness = gone.Sum(n => _hardness[n]);
        if (hardness > most)
        {
            return null;
        }

        GrowingRound? rest = null;
        while (true)
        {
            if (rest is null && gone.Count == 0 ? round.Holds(need) : (rest ??= Without(round, gone)).Holds(need))
            {
                return (gone, hardness);
            }

            if (Easiest(need, rest ??= Without(round, gone)) is not { } other || hardness + _hardness[other] > most)
            {
                return null;
            }

            rest.Remove(other);
            gone.Add(other);
            hardness += _hardness[other];
        }
    }

    /// <summary>The need that is easiest to put out for the minutes this saves; null when none is left.</summary>
    private int? Easiest(int need, GrowingRound round)
    {
        _effort.Spend(round.Needs.Count * 4);
        var with = round.MinutesWith(need);
        var over = with - _task.MinutesADay;
        int? easiest = null;
        var least = double.MaxValue;
        foreach (var other in round.Needs)
        {
            var rate = _hardness[other] / Math.Clamp(with - round.MinutesExchanged(other, need), Math.Min(1e-3, over), over) * (1 + (0.1 * _random.NextDouble()));
            if (rate < least)
            {
                (easiest, least) = (other, rate);
            }
        }

        return easiest;
    }

    private static GrowingRound Without(GrowingRound round, List<int> gone)
    {
        var rest = round.Copy();
        gone.ForEach(rest.Remove);
        return rest;
    }

    /// <summary>Moves a need to another round, or exchanges it for one of there, where all still fits.</summary>
    private void MoveOne()
    {
        _effort.Spend(6);
        var need = _random.Next(_in.Length);
        var to = _rounds[_random.Next(_rounds.Length)];
        if (_in[need] is not { } from || from == to || !_task.Shows(need, to.Day))
        {
            return;
        }

        if (to.Holds(need))
        {
            TakeOut(need);
            Put(need, to);
            return;
        }

        if (to.Needs.Count == 0 || to.Needs[_random.Next(to.Needs.Count)] is var other && !_task.Shows(other, from.Day))
        {
            return;
        }

        if (Math.Max(to.MinutesExchanged(other, need), from.MinutesExchanged(need, other)) <= _task.MinutesADay + 1e-9)
        {
            TakeOut(need);
            TakeOut(other);
            Put(need, to);
            Put(other, from);
        }
    }

    private void Put(int need, GrowingRound round)
    {
        round.Add(need);
        _in[need] = round;
    }

    private void TakeOut(int need)
    {
        _in[need]!.Remove(need);
        _in[need] = null;
    }
}
