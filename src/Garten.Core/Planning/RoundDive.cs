namespace Garten.Core.Planning;

/// <summary>Seeks a plan on days that are settled: rounds are filled one after another with what weighs most, then a few at a time are emptied and filled again.</summary>
/// <remarks>
/// Of a mix of all rounds still to fill (<see cref="RoundMix"/>) one with a large share is taken whole, and so on with what is left. Some needs stay
/// over. Then, time and again, a few rounds are emptied and filled anew with what is over (large neighbourhood search, Shaw 1998).
/// </remarks>
internal sealed class RoundDive
{
    /// <summary>Fewest rounds filled again at once.</summary>
    private const int Fewest = 2;

    /// <summary>Most.</summary>
    private const int Most = 4;

    /// <summary>Steps to squeeze in what is over in the end.</summary>
    private const long StepsToSqueeze = 2_000_000;

    /// <summary>How much chance is added to shares when one is taken.</summary>
    private const double Chance = 0.4;

    private readonly RoundWeighing _weighing;
    private readonly PlanningTask _task;
    private readonly RoundSlot[] _slots;
    private readonly int[] _days;
    private readonly RoundColumns _known;
    private GrowingRound[]? _rounds;
    private PlanningEffort _effort = new(0);

    // A fixed seed: the same question has the same plan everywhere.
    private readonly Random _random = new(1);

    /// <summary>Readies a search.</summary>
    /// <param name="weighing">What rounds hold at most.</param>
    /// <param name="slots">The rounds; the day of each is settled, and nothing else.</param>
    /// <param name="days">Their days, as places among the days one can go; each once.</param>
    /// <param name="known">Rounds to begin mixes with.</param>
    public RoundDive(RoundWeighing weighing, RoundSlot[] slots, int[] days, RoundColumns known)
    {
        (_weighing, _task, _slots, _days, _known) = (weighing, weighing.Task, slots, days, known);
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
            Fill([.. Enumerable.Range(0, _slots.Length)], new bool[_task.Needs.Length], _rounds);
        }

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
            Fill(again, seen, next);
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
    /// <param name="rounds">Where the filled rounds go.</param>
    private void Fill(List<int> which, bool[] seen, GrowingRound[] rounds)
    {
        var settled = (bool[])seen.Clone();
        which.ForEach(j => rounds[j] = new(_task, _days[j]));
        while (which.Count > 0 && !Array.TrueForAll(settled, s => s))
        {
            RoundMix mix = new(_weighing, [.. which.Select(j => _slots[j])], settled, _known, null, _effort);
            mix.Mix(false);
            var (slots, round, _) = mix.Rounds().DefaultIfEmpty().MaxBy(m => m.Share + (Chance * _random.NextDouble()));
            if (round is null)
            {
                return;
            }

            var slot = which[slots[0]];
            which.Remove(slot);
            foreach (var need in round.Needs.Where(rounds[slot].Takes))
            {
                rounds[slot].Add(need);
                settled[need] = true;
            }
        }
    }

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
