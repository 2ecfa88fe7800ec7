namespace Garten.Core.Planning;

/// <summary>The needs of a question by their place in a list, with all that planning asks of them again and again.</summary>
internal sealed class PlanningTask
{
    /// <summary>Readies a task.</summary>
    /// <param name="needs">The needs; each shows on one of the days.</param>
    /// <param name="days">Days one can go, the earliest first.</param>
    /// <param name="siteOf">Place of a need's site among the ways.</param>
    public PlanningTask(
        TripNeed[] needs,
        DateOnly[] days,
        WalkingTimes walking,
        Func<TripNeed, int> siteOf,
        double minutes
    )
    {
        (Needs, Days, Walking, MinutesADay) = (needs, days, walking, minutes);
        Site = [.. needs.Select(siteOf)];
        var plants = needs
            .Select(n => (n.Plant, n.Site))
            .Distinct()
            .Select((p, i) => (p, i))
            .ToDictionary(x => x.p, x => x.i);
        (Plant, Plants) = ([.. needs.Select(n => plants[(n.Plant, n.Site)])], plants.Count);
        First = [.. needs.Select(n => Array.FindIndex(days, d => d >= n.From))];
        Last = [.. needs.Select(n => Array.FindLastIndex(days, d => d <= n.To))];
        string[] showing =
        [
            .. days.Select((_, d) => string.Join(',', Enumerable.Range(0, needs.Length).Where(n => Shows(n, d)))),
        ];
        SameAs = [.. showing.Select(s => Array.IndexOf(showing, s))];
        Fullest = [.. FullestDays()];
    }

    /// <summary>The needs.</summary>
    public TripNeed[] Needs { get; }

    /// <summary>Days one can go, the earliest first.</summary>
    public DateOnly[] Days { get; }

    /// <summary>The ways.</summary>
    public WalkingTimes Walking { get; }

    /// <summary>Longest trip.</summary>
    public double MinutesADay { get; }

    /// <summary>Place of each need's site among the ways.</summary>
    public int[] Site { get; }

    /// <summary>Number of each need's plant, from 0; a plant seen at two sites counts as two.</summary>
    public int[] Plant { get; }

    /// <summary>How many plants.</summary>
    public int Plants { get; }

    /// <summary>The first day each need shows on, as a place among the days.</summary>
    public int[] First { get; }

    /// <summary>The last day each need shows on, as a place among the days.</summary>
    public int[] Last { get; }

    /// <summary>The days worth looking at, as places among the days: those whose needs do not all show on another of them.</summary>
    public int[] Fullest { get; }

    /// <summary>For each day the first that shows the same, as a place among the days.</summary>
    public int[] SameAs { get; }

    /// <summary>True when a need shows on a day.</summary>
    /// <param name="need">Place of the need.</param>
    /// <param name="day">Place of the day.</param>
    public bool Shows(int need, int day) => day >= First[need] && day <= Last[need];

    private List<int> FullestDays()
    {
        List<(int Day, HashSet<int> Showing)> kept = [];
        for (var day = 0; day < Days.Length; day++)
        {
            HashSet<int> showing = [.. Enumerable.Range(0, Needs.Length).Where(i => Shows(i, day))];
            if (showing.Count == 0 || kept.Exists(k => showing.IsSubsetOf(k.Showing)))
            {
                continue;
            }

            kept.RemoveAll(k => k.Showing.IsSubsetOf(showing));
            kept.Add((day, showing));
        }

        return [.. kept.Select(k => k.Day)];
    }
}
