namespace Garten.Core.Planning;

/// <summary>What the rounds of a task hold at most when each need weighs something.</summary>
internal sealed class RoundWeighing
{
    /// <summary>Share of all weight that must be left over to prove anything: far above the errors of arithmetic.</summary>
    public const double Clearly = 1e-6;

    private readonly Dictionary<int, DayLoad> _days = [];

    /// <summary>Readies what is reckoned again and again.</summary>
    /// <param name="task">The task, with at least one need.</param>
    public RoundWeighing(PlanningTask task)
    {
        Task = task;
        Settled = new(task);
    }

    /// <summary>The task.</summary>
    public PlanningTask Task { get; }

    /// <summary>What a round holds at most whose sites are settled.</summary>
    public SettledLoad Settled { get; }

    /// <summary>The days a slot may be on that are worth looking at.</summary>
    /// <param name="slot">The slot.</param>
    public IEnumerable<int> DaysOf(RoundSlot slot) => slot.IsOnOneDay ? [slot.First] : Task.Fullest.Where(slot.MayBeOn);

    /// <summary>What a round holds at most on a day.</summary>
    /// <param name="day">Place of the day.</param>
    public DayLoad On(int day) => _days.TryGetValue(day, out var load) ? load : _days[day] = new(Task, day);

    /// <summary>The most weight the slots from one on can hold when none is before one of the fullest days, for all slots and fullest days.</summary>
    /// <param name="slots">The rounds, counted by their days.</param>
    /// <param name="weightOn">What a round holds at most on each of the fullest days.</param>
    public double[,] Chosen(RoundSlot[] slots, double[] weightOn)
    {
        var most = new double[slots.Length + 1, Task.Fullest.Length + 1];
        for (var j = slots.Length - 1; j >= 0; j--)
        {
            most[j, Task.Fullest.Length] = double.NegativeInfinity;
            for (var d = Task.Fullest.Length - 1; d >= 0; d--)
            {
                most[j, d] = slots[j].MayBeOn(Task.Fullest[d]) ? Math.Max(most[j, d + 1], weightOn[d] + most[j + 1, d]) : most[j, d + 1];
            }
        }

        return most;
    }

    /// <summary>Weights made to come to 1.</summary>
    /// <param name="weights">Weights, one of them above 0.</param>
    public static double[] Sharing(double[] weights)
    {
        var sum = weights.Sum();
        return [.. weights.Select(w => w / sum)];
    }
}
