namespace Garten.Core.Planning;

/// <summary>A trip being put together.</summary>
internal sealed class GrowingTrip
{
    private readonly PlanningTask _task;
    private readonly int[] _atSite = new int[WalkingTimes.MostSites];
    private readonly int[] _ofPlant;
    private double _work;

    /// <summary>A trip without needs.</summary>
    /// <param name="task">The task it belongs to.</param>
    /// <param name="day">Place of its day.</param>
    public GrowingTrip(PlanningTask task, int day) => (_task, Day, _ofPlant) = (task, day, new int[task.Plants]);

    /// <summary>Place of its day; it can change while all its needs show on the new one.</summary>
    public int Day { get; set; }

    /// <summary>Places of its needs.</summary>
    public List<int> Needs { get; } = [];

    /// <summary>Its needs.</summary>
    public IEnumerable<TripNeed> NeedsOf => Needs.Select(n => _task.Needs[n]);

    /// <summary>A bit for each site it comes to.</summary>
    public int Sites { get; private set; }

    /// <summary>How long it takes.</summary>
    public double Minutes => _work + _task.Walking.Of(Sites);

    /// <summary>True when a need shows on its day and fits into the hours.</summary>
    /// <param name="need">Place of the need.</param>
    public bool Takes(int need) => _task.Shows(need, Day) && Holds(need);

    /// <summary>True when a need fits into the hours.</summary>
    /// <param name="need">Place of the need.</param>
    public bool Holds(int need) => MinutesWith(need) <= _task.MinutesADay + 1e-9;

    /// <summary>How long it would take with a need more.</summary>
    /// <param name="need">Place of the need.</param>
    public double MinutesWith(int need) =>
        _work
        + _task.Needs[need].Minutes
        + (_ofPlant[_task.Plant[need]] == 0 ? TripPlanner.MinutesToNextPlant : 0)
        + _task.Walking.Of(Sites | (1 << _task.Site[need]));

    /// <summary>How long it would take with one need in place of another.</summary>
    /// <param name="gone">Place of a need it has.</param>
    /// <param name="come">Place of a need it has not.</param>
    public double MinutesExchanged(int gone, int come)
    {
        var (less, more) = (_task.Plant[gone], _task.Plant[come]);
        var sites = _atSite[_task.Site[gone]] == 1 ? Sites & ~(1 << _task.Site[gone]) : Sites;
        var plants = less == more ? 0 : (_ofPlant[more] == 0 ? 1 : 0) - (_ofPlant[less] == 1 ? 1 : 0);
        return _work
            + _task.Needs[come].Minutes
            - _task.Needs[gone].Minutes
            + (plants * TripPlanner.MinutesToNextPlant)
            + _task.Walking.Of(sites | (1 << _task.Site[come]));
    }

    /// <summary>Adds a need.</summary>
    /// <param name="need">Place of the need.</param>
    public void Add(int need)
    {
        Needs.Add(need);
        _work += _task.Needs[need].Minutes + (_ofPlant[_task.Plant[need]]++ == 0 ? TripPlanner.MinutesToNextPlant : 0);
        _atSite[_task.Site[need]]++;
        Sites |= 1 << _task.Site[need];
    }

    /// <summary>Takes a need out.</summary>
    /// <param name="need">Place of the need.</param>
    public void Remove(int need)
    {
        Needs.Remove(need);
        _work -= _task.Needs[need].Minutes + (--_ofPlant[_task.Plant[need]] == 0 ? TripPlanner.MinutesToNextPlant : 0);
        if (--_atSite[_task.Site[need]] == 0)
        {
            Sites &= ~(1 << _task.Site[need]);
        }
    }

    /// <summary>A copy that grows by itself.</summary>
    public GrowingTrip Copy()
    {
        GrowingTrip copy = new(_task, Day);
        Needs.ForEach(copy.Add);
        return copy;
    }
}
