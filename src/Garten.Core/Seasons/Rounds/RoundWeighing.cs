namespace Garten.Core.Seasons.Rounds;

/// <summary>What the rounds of a task hold at most when each need weighs something.</summary>
internal sealed class RoundWeighing
{
    /// <summary>Share of all weight that must be left over to prove anything: far above the errors of arithmetic.</summary>
    public const double Clearly = 1e-6;

    /// <summary>Readies what is reckoned again and again.</summary>
    /// <param name="task">The task, with at least one need.</param>
    public RoundWeighing(PlanningTask task)
    {
        Task = task;
        Days = [.. task.Fullest.Select(d => new DayLoad(task, d))];
        Settled = new(task);
    }

    /// <summary>The task.</summary>
    public PlanningTask Task { get; }

    /// <summary>What a round holds on each of the fullest days.</summary>
    public DayLoad[] Days { get; }

    /// <summary>What a round holds whose sites are settled.</summary>
    public SettledLoad Settled { get; }

    /// <summary>The most weight the slots from one on can hold when none is before a day, for all slots and days.</summary>
    /// <param name="slots">The rounds, counted by their days.</param>
    /// <param name="weightOn">What the round at a place holds at most on a day.</param>
    public double[,] Chosen(RoundSlot[] slots, Func<int, int, double> weightOn)
    {
        var most = new double[slots.Length + 1, Days.Length + 1];
        for (var j = slots.Length - 1; j >= 0; j--)
        {
            most[j, Days.Length] = double.NegativeInfinity;
            for (var d = Days.Length - 1; d >= 0; d--)
            {
                most[j, d] = slots[j].MayBeOn(d) ? Math.Max(most[j, d + 1], weightOn(j, d) + most[j + 1, d]) : most[j, d + 1];
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
