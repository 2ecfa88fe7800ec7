namespace Garten.Core.Planning;

/// <summary>Squeezes all needs into the trips there are: what finds no room is put in for others, which then seek room themselves.</summary>
/// <remarks>
/// Guided ejection (Nagata and Bräysy 2009, for fleets of vehicles): a need that found no room becomes harder to put out, so that
/// those with little choice stay and those that fit in many places wander. After each step needs move at random wherever they
/// fit, so that the search does not go in circles. Trips change their day where that puts out least.
/// </remarks>
internal sealed class TripSqueeze
{
    /// <summary>Tries to move a need at random after each step.</summary>
    private const int Moves = 30;

    private readonly PlanningTask _task;
    private readonly PlanningEffort _effort;
    private readonly GrowingTrip[] _trips;
    private readonly GrowingTrip?[] _in;
    private readonly int[] _hardness;
    private readonly List<int> _out;
    private readonly HashSet<int> _daysTaken;

    // A fixed seed: the same question has the same plan everywhere.
    private readonly Random _random = new(1);

    /// <summary>Readies a search.</summary>
    /// <param name="trips">The trips there may be, with what is in them already; they are not changed.</param>
    /// <param name="effort">When to give up.</param>
    public TripSqueeze(PlanningTask task, IEnumerable<GrowingTrip> trips, PlanningEffort effort)
    {
        (_task, _effort) = (task, effort);
        _trips = [.. trips.Select(r => r.Copy())];
        _daysTaken = [.. _trips.Select(r => r.Day)];
        _in = new GrowingTrip?[task.Needs.Length];
        foreach (var trip in _trips)
        {
            trip.Needs.ForEach(n => _in[n] = trip);
        }

        _hardness = new int[task.Needs.Length];
        Array.Fill(_hardness, 1);
        _out =
        [
            .. Enumerable
                .Range(0, task.Needs.Length)
                .Where(n => _in[n] is null)
                .OrderBy(n => task.Last[n] - task.First[n]),
        ];
    }

    /// <summary>Trips that hold every need; null when the effort ends before.</summary>
    public List<GrowingTrip>? Find()
    {
        while (_out.Count > 0)
        {
            if (_effort.IsSpent)
            {
                return null;
            }

            var need = _out[^1];
            _out.RemoveAt(_out.Count - 1);
            if (Room(need) is { } trip)
            {
                Put(need, trip);
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

        // Where heights or places are missing, a trip can grow longer by leaving a site out.
        return Array.TrueForAll(_trips, r => r.Minutes <= _task.MinutesADay + 1e-9)
            ? [.. _trips.Where(r => r.Needs.Count > 0)]
            : null;
    }

    /// <summary>The trip a need makes least longer.</summary>
    private GrowingTrip? Room(int need)
    {
        _effort.Spend(4 * _trips.Length);
        return _trips.Where(r => r.Takes(need)).MinBy(r => r.MinutesWith(need) - r.Minutes);
    }

    /// <summary>Puts a need in where that puts out what is easiest to put elsewhere; false when there is no such place.</summary>
    private bool Force(int need)
    {
        (GrowingTrip FieldTrip, int Day, List<int> Out, int Hardness)? best = null;
        var ties = 0;
        foreach (var trip in _trips)
        {
            foreach (
                var day in _task
                    .Fullest.Where(d => !_daysTaken.Contains(d))
                    .Append(trip.Day)
                    .Where(d => _task.Shows(need, d))
            )
            {
                if (PutOut(need, trip, day, best?.Hardness ?? int.MaxValue) is not { } found)
                {
                    continue;
                }

                ties = best is null || found.Hardness < best.Value.Hardness ? 1 : ties + 1;
                if (_random.Next(ties) == 0)
                {
                    best = (trip, day, found.Out, found.Hardness);
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

        _daysTaken.Remove(way.FieldTrip.Day);
        _daysTaken.Add(way.Day);
        way.FieldTrip.Day = way.Day;
        Put(need, way.FieldTrip);
        return true;
    }

    /// <summary>What must leave a trip for a need to come in on a day, and how hard all that is; null when it is harder than a limit, or impossible.</summary>
    private (List<int> Out, int Hardness)? PutOut(int need, GrowingTrip trip, int day, int most)
    {
        _effort.Spend(trip.Needs.Count);
        List<int> gone = [.. trip.Needs.Where(n => !_task.Shows(n, day))];
        var hardness = gone.Sum(n => _hardness[n]);
        if (hardness > most)
        {
            return null;
        }

        GrowingTrip? rest = null;
        while (true)
        {
            if (rest is null && gone.Count == 0 ? trip.Holds(need) : (rest ??= Without(trip, gone)).Holds(need))
            {
                return (gone, hardness);
            }

            if (Easiest(need, rest ??= Without(trip, gone)) is not { } other || hardness + _hardness[other] > most)
            {
                return null;
            }

            rest.Remove(other);
            gone.Add(other);
            hardness += _hardness[other];
        }
    }

    /// <summary>The need that is easiest to put out for the minutes this saves; null when none is left.</summary>
    private int? Easiest(int need, GrowingTrip trip)
    {
        _effort.Spend(trip.Needs.Count * 4);
        var with = trip.MinutesWith(need);
        var over = with - _task.MinutesADay;
        int? easiest = null;
        var least = double.MaxValue;
        foreach (var other in trip.Needs)
        {
            var rate =
                _hardness[other]
                / Math.Clamp(with - trip.MinutesExchanged(other, need), Math.Min(1e-3, over), over)
                * (1 + (0.1 * _random.NextDouble()));
            if (rate < least)
            {
                (easiest, least) = (other, rate);
            }
        }

        return easiest;
    }

    private static GrowingTrip Without(GrowingTrip trip, List<int> gone)
    {
        var rest = trip.Copy();
        gone.ForEach(rest.Remove);
        return rest;
    }

    /// <summary>Moves a need to another trip, or exchanges it for one of there, where all still fits.</summary>
    private void MoveOne()
    {
        _effort.Spend(6);
        var need = _random.Next(_in.Length);
        var to = _trips[_random.Next(_trips.Length)];
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

    private void Put(int need, GrowingTrip trip)
    {
        trip.Add(need);
        _in[need] = trip;
    }

    private void TakeOut(int need)
    {
        _in[need]!.Remove(need);
        _in[need] = null;
    }
}
