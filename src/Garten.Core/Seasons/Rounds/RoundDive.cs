namespace Garten.Core.Seasons.Rounds;

/// <summary>Seeks a plan on days that are settled: rounds are filled one after another with what weighs most, then a few at a time are emptied and filled again.</summary>
/// <remarks>
/// Weights are sought for all rounds still to fill (<see cref="SlotTrial"/>); one of them takes the needs that weigh most, whole
/// (<see cref="SettledLoad"/>), and so on with what is left, as one dives through the columns of a linear program. Some needs stay over. Then, time
/// and again, a few rounds are emptied and dived into anew together with what is over (large neighbourhood search, Shaw 1998).
/// </remarks>
internal sealed class RoundDive
{
    /// <summary>Weights tried before a round is filled.</summary>
    private const int Tries = 40;

    /// <summary>Weights tried where only some rounds are filled again.</summary>
    private const int TriesAgain = 25;

    /// <summary>Fewest rounds filled again at once.</summary>
    private const int Fewest = 2;

    /// <summary>Most.</summary>
    private const int Most = 4;

    /// <summary>Steps to squeeze in what is over in the end.</summary>
    private const long StepsToSqueeze = 2_000_000;

    /// <summary>How much more than the others in the mean needs weigh that are over.</summary>
    private const double Pressing = 2;

    /// <summary>How much all needs weigh at least, as a share of the mean.</summary>
    private const double Least = 0.05;

    private readonly RoundWeighing _weighing;
    private readonly PlanningTask _task;
    private readonly RoundSlot[] _slots;
    private readonly int[] _days;
    private readonly double[] _weights;
    private GrowingRound[]? _rounds;
    private PlanningEffort _effort = new(0);

    // A fixed seed: the same question has the same plan everywhere.
    private readonly Random _random = new(1);

    /// <summary>Readies a search.</summary>
    /// <param name="weighing">What rounds hold at most.</param>
    /// <param name="slots">The rounds; the day of each is settled, and nothing else.</param>
    /// <param name="days">Their days, as places among the days one can go; each once.</param>
    /// <param name="weights">Weights of the needs to begin with.</param>
    public RoundDive(RoundWeighing weighing, RoundSlot[] slots, int[] days, double[] weights)
    {
        (_weighing, _task, _slots, _days, _weights) = (weighing, weighing.Task, slots, days, weights);
    }

    /// <summary>Goes on where it stood.</summary>
    /// <param name="turns">How often rounds are filled again.</param>
    /// <param name="effort">When to give up before.</param>
    /// <returns>Rounds that hold every need; null when none are found.</returns>
    public List<GrowingRound>? GoOn(int turns, PlanningEffort effort)
    {
        _effort = effort;
        if (_rounds is null)
        {
            _rounds = new GrowingRound[_slots.Length];
            Fill([.. Enumerable.Range(0, _slots.Length)], new bool[_task.Needs.Length], _weights, Tries, _rounds);
        }

        var mean = _weights.Average();
        for (var turn = 0; turn < turns && !_effort.IsSpent; turn++)
        {
            int[] over = [.. Over(_rounds)];
            if (over.Length == 0)
            {
                break;
            }

            var again = Chosen(over[_random.Next(over.Length)]);
            var seen = new bool[_task.Needs.Length];
            foreach (var need in Enumerable.Range(0, _rounds.Length).Except(again).SelectMany(j => _rounds[j].Needs))
            {
                seen[need] = true;
            }

            GrowingRound[] next = [.. _rounds.Select(r => r.Copy())];
            Fill(again, seen, [.. _weights.Select((w, n) => w + (mean * (over.Contains(n) ? Pressing : Least)))], TriesAgain, next);
            PutWhereThereIsRoom(next);
            if (MinutesOver(next) <= MinutesOver(_rounds) + 1e-9)
            {
                _rounds = next;
            }
        }

        return new RoundSqueeze(_task, _rounds, _effort.Part(StepsToSqueeze)).Find();
    }

    /// <summary>Rounds to fill again: some that a need shows on, and others.</summary>
    private List<int> Chosen(int need) =>
    [
        .. Enumerable.Range(0, _slots.Length).OrderBy(j => _random.NextDouble() + (_task.Shows(need, _days[j]) ? 0 : 0.5))
            .Take(_random.Next(Fewest, Math.Max(Math.Min(Most + 1, _slots.Length), Fewest + 1))),
    ];

    /// <summary>Fills rounds one after another.</summary>
    /// <param name="which">Their places.</param>
    /// <param name="seen">True for needs seen on other rounds.</param>
    /// <param name="weights">Weights to begin with.</param>
    /// <param name="tries">Weights tried before each.</param>
    /// <param name="rounds">Where the filled rounds go.</param>
    private void Fill(List<int> which, bool[] seen, double[] weights, int tries, GrowingRound[] rounds)
    {
        // Those of one day lie together, in the order of the days.
        which = [.. which.Order()];
        var settled = (bool[])seen.Clone();
        List<int> load = [];
        while (which.Count > 0)
        {
            weights = Sought(which, settled, weights, tries);
            var day = _slots[which[_random.Next(which.Count)]].First;
            var slot = which.First(j => _slots[j].First == day);
            which.Remove(slot);
            load.Clear();
            var sites = _weighing.Days[day].Heaviest(weights, 0, 0, _effort).Sites;
            _weighing.Settled.Heaviest(weights, _task.Fullest[day], sites, load, _effort);
            rounds[slot] = new(_task, _days[slot]);
            foreach (var need in load.Where(rounds[slot].Takes))
            {
                rounds[slot].Add(need);
                settled[need] = true;
            }
        }
    }

    /// <summary>Weights sought for rounds still to fill; for the last of them minutes, where it cannot hold all that is left.</summary>
    private double[] Sought(List<int> which, bool[] settled, double[] weights, int tries)
    {
        double[] left = [.. weights.Select((w, n) => settled[n] ? 0 : w)];
        if (left.Sum() <= 0)
        {
            return Minutes(settled);
        }

        SlotTrial trial = new(_weighing, [.. which.Select(j => _slots[j])], RoundWeighing.Sharing(left), settled, _effort);
        for (var i = 0; i < tries && !trial.IsRefused && !_effort.IsSpent; i++)
        {
            trial.Step();
        }

        return trial.IsRefused && which.Count == 1 ? Minutes(settled) : trial.Best;
    }

    private double[] Minutes(bool[] settled) => [.. _task.Needs.Select((n, i) => settled[i] ? 0 : n.Minutes)];

    private void PutWhereThereIsRoom(GrowingRound[] rounds)
    {
        foreach (var need in Over(rounds).ToArray())
        {
            rounds.Where(r => r.Takes(need)).MinBy(r => r.MinutesWith(need) - r.Minutes)?.Add(need);
        }
    }

    private double MinutesOver(GrowingRound[] rounds) => Over(rounds).Sum(n => _task.Needs[n].Minutes);

    /// <summary>Needs on none of the rounds.</summary>
    private IEnumerable<int> Over(GrowingRound[] rounds) => Enumerable.Range(0, _task.Needs.Length).Except(rounds.SelectMany(r => r.Needs));
}
