namespace Garten.Core.Planning;

/// <summary>A bound on how few trips there can be that is reckoned at once: windows that share no day need trips of their own, and so much work, with the
/// shortest ways there can be, needs so many full days.</summary>
internal sealed class LeastTrips
{
    private readonly PlanningTask _task;
    private readonly double[] _wayInto;
    private readonly double _capacity;

    /// <summary>Readies bounds for a task.</summary>
    /// <param name="sites">How many sites it has.</param>
    public LeastTrips(PlanningTask task, int sites)
    {
        _task = task;
        _wayInto = [.. Enumerable.Range(0, sites).Select(task.Walking.ShortestInto)];
        _capacity = task.MinutesADay - task.Walking.ShortestInto(sites);
    }

    /// <summary>No plan for these needs has fewer trips.</summary>
    /// <param name="needs">Places of needs, by their last day.</param>
    public int Of(IEnumerable<int> needs)
    {
        int[] all = [.. needs];
        if (all.Length == 0)
        {
            return 0;
        }

        // Each visit to a site takes at least the shortest way into it, each trip the shortest way back.
        var plants = all.GroupBy(n => _task.Plant[n]).Sum(Apart) * TripPlanner.MinutesToNextPlant;
        var ways = all.GroupBy(n => _task.Site[n]).Sum(site => Apart(site) * _wayInto[site.Key]);
        return Math.Max(
            Apart(all),
            (int)Math.Ceiling(((all.Sum(n => _task.Needs[n].Minutes) + plants + ways) / _capacity) - 1e-9)
        );
    }

    /// <summary>How many windows can be found that share no day. Needs come by their last day.</summary>
    private int Apart(IEnumerable<int> needs)
    {
        var apart = 0;
        var reached = -1;
        foreach (var need in needs)
        {
            if (_task.First[need] > reached)
            {
                apart++;
                reached = _task.Last[need];
            }
        }

        return apart;
    }
}
