namespace Garten.Core.Seasons.Rounds;

/// <summary>Proves that no plan has so few rounds, or comes upon one that has.</summary>
/// <remarks>
/// Lagrangian relaxation (Held and Karp 1971): when each need weighs something and no choice of so many days holds all the weight there is,
/// there is no plan, however the weights are. Good weights are sought (<see cref="SlotTrial"/>). Where they do not settle it, it is asked twice: with the
/// third round, say, before a day and not before it, until the days of all rounds are settled, which leaves few sets of days; then with a round coming to a site
/// and not coming to it; at last, with a need seen on a round and seen on others. Rounds on one day of which the same is settled are alike: where one of
/// them is not to come to a site, none is. A round whose sites are settled holds whole needs only. Weights that settled one question are tried first on the next. Where
/// days are settled, and again where sites are, a plan is sought from what the rounds saw most often (<see cref="RoundSqueeze"/>); and each time settled days have
/// their turn one is dived for on them (<see cref="RoundDive"/>). A proof that ran out of
/// effort goes on where it stood.
/// </remarks>
internal sealed class RoundCountProof
{
    /// <summary>Weights tried for a question; five times as many for the first.</summary>
    private const int Tries = 40;

    /// <summary>Weights remembered.</summary>
    private const int MostRemembered = 300;

    /// <summary>Steps to seek a plan on days that are settled, at least.</summary>
    private const long LeastToSqueeze = 50_000;

    /// <summary>At most, the first time.</summary>
    private const long MostToSqueeze = 15_000_000;

    /// <summary>At most, once sites are settled too: then a plan is found soon, if at all.</summary>
    private const long MostToSqueezeAgain = 1_000_000;

    /// <summary>The part of what is left of the effort that goes into it.</summary>
    private const long SharesToSqueeze = 100;

    /// <summary>With fewer steps left no plan is dived for.</summary>
    private const long LeastToDive = 30_000_000;

    /// <summary>How often rounds are filled again each time days have their turn.</summary>
    private const int DivesATurn = 300;

    /// <summary>Needs seen on a slot more often than this begin on it.</summary>
    private const double OftenSeen = 0.2;

    private readonly PlanningTask _task;
    private readonly RoundWeighing _weighing;
    private readonly double[] _first;
    private readonly List<(double[] Weights, double[] OfDays)> _remembered = [];
    private readonly Dictionary<int, OpenQuestions> _open = [];
    private PlanningEffort _effort = new(0);

    /// <summary>Readies proofs.</summary>
    /// <param name="task">The task, with at least one need.</param>
    public RoundCountProof(PlanningTask task)
    {
        _task = task;
        _weighing = new(task);
        _first = RoundWeighing.Sharing([.. task.Needs.Select(n => n.Minutes + RoundPlanner.MinutesToNextPlant)]);
    }

    /// <summary>Asks whether a plan can have so few rounds, or fewer.</summary>
    /// <param name="rounds">How many rounds, at least one.</param>
    /// <param name="effort">When to give up.</param>
    /// <returns>True when none can; false when it is not known. A plan come upon, where one is.</returns>
    public (bool CannotBe, List<GrowingRound>? Plan) Ask(int rounds, PlanningEffort effort)
    {
        _effort = effort;
        if (!_open.TryGetValue(rounds, out var open))
        {
            _open[rounds] = open = new();
            open.OfDays.Questions.Push(new([.. Enumerable.Repeat(new RoundSlot(0, _weighing.Days.Length - 1, 0, 0, []), rounds)], _first, 5 * Tries));
        }

        while (open.Next() is { } from)
        {
            if (open.BeginsTurn && _effort.Left >= LeastToDive && from.Dive?.GoOn(DivesATurn, _effort) is { } dived)
            {
                return (false, dived);
            }

            var question = from.Questions.Pop();
            if (Ordered(question.Slots) is not { } slots || SomeNeedHasNoRound(slots) || IsRefusedByRemembered(slots))
            {
                continue;
            }

            SlotTrial trial = new(_weighing, slots, question.Weights, null, _effort);
            for (var i = 0; i < question.Tries && !trial.IsRefused && !_effort.IsSpent; i++)
            {
                trial.Step();
            }

            if (trial.IsRefused || Array.TrueForAll(slots, s => s.IsFree))
            {
                Remember(trial.Best);
            }

            if (trial.IsRefused)
            {
                continue;
            }

            if (_effort.IsSpent)
            {
                from.Questions.Push(question with { Weights = trial.Best });
                return (false, null);
            }

            var settlesDays = from == open.OfDays && Array.TrueForAll(slots, s => s.IsOnOneDay);
            if ((settlesDays || trial.HasSettledSites) && PlanOn(slots, trial, settlesDays ? MostToSqueeze : MostToSqueezeAgain) is { } plan)
            {
                return (false, plan);
            }

            if (settlesDays)
            {
                open.Settle(new(new([new(slots, trial.Best, Tries)]), slots.Length > _task.Days.Length ? null : new(_weighing, slots, DaysOf(slots), trial.Best), trial.MostLeftOver));
            }
            else if (trial.Halves() is { } halves)
            {
                from.Questions.Push(new(halves.One, trial.Best, Tries));
                from.Questions.Push(new(halves.Other, trial.Best, Tries));
            }
            else
            {
                open.IsUndecided = true;
            }
        }

        return (!open.IsUndecided, null);
    }

    /// <summary>A plan on the days of slots, begun with what they saw most often; null when none is found.</summary>
    private List<GrowingRound>? PlanOn(RoundSlot[] slots, SlotTrial trial, long most)
    {
        if (slots.Length > _task.Days.Length)
        {
            return null;
        }

        List<GrowingRound> rounds = [.. DaysOf(slots).Select(d => new GrowingRound(_task, d))];
        var seen = Enumerable.Range(0, slots.Length).SelectMany(j => Enumerable.Range(0, _task.Needs.Length).Select(n => (Slot: j, Need: n, Share: trial.ShareOf(j, n))));
        foreach (var (slot, need, _) in seen.Where(x => x.Share > OftenSeen).OrderByDescending(x => x.Share))
        {
            if (rounds[slot].Takes(need) && !rounds.Exists(r => r.Needs.Contains(need)))
            {
                rounds[slot].Add(need);
            }
        }

        return new RoundSqueeze(_task, rounds, _effort.Part(Math.Clamp(_effort.Left / SharesToSqueeze, LeastToSqueeze, most))).Find();
    }

    /// <summary>A day of its own for each slot whose day is settled.</summary>
    private int[] DaysOf(RoundSlot[] slots)
    {
        List<int> taken = [];
        foreach (var day in slots.Select(s => _task.Fullest[s.First]))
        {
            // Where two rounds are on a day as full as it gets, one of them takes the day that shows most of the same.
            taken.Add(Enumerable.Range(0, _task.Days.Length).Where(d => !taken.Contains(d))
                .MaxBy(d => (d == day ? 1 : 0) + Enumerable.Range(0, _task.Needs.Length).Count(n => _task.Shows(n, day) && _task.Shows(n, d))));
        }

        return [.. taken];
    }

    /// <summary>The slots with the days their order leaves them; null when it leaves one none.</summary>
    private static RoundSlot[]? Ordered(RoundSlot[] slots)
    {
        RoundSlot[] ordered = [.. slots];
        for (var j = 1; j < ordered.Length; j++)
        {
            ordered[j] = ordered[j] with { First = Math.Max(ordered[j].First, ordered[j - 1].First) };
        }

        for (var j = ordered.Length - 2; j >= 0; j--)
        {
            ordered[j] = ordered[j] with { Last = Math.Min(ordered[j].Last, ordered[j + 1].Last) };
        }

        return Array.Exists(ordered, s => s.First > s.Last) ? null : ordered;
    }

    private bool SomeNeedHasNoRound(RoundSlot[] slots) => Enumerable.Range(0, _task.Needs.Length).Any(n =>
        !Array.Exists(slots, s => ((s.Without >> _task.Site[n]) & 1) == 0 && !s.Not.Contains(n) && Enumerable.Range(s.First, s.Last - s.First + 1).Any(d => _task.Shows(n, _task.Fullest[d]))));

    private bool IsRefusedByRemembered(RoundSlot[] slots) => _remembered.Exists(r => 1 - _weighing.Chosen(slots, (_, d) => r.OfDays[d])[0, 0] > RoundWeighing.Clearly);

    private void Remember(double[] weights)
    {
        _remembered.Add((weights, [.. _weighing.Days.Select(d => d.Heaviest(weights, 0, 0, _effort).Weight)]));
        if (_remembered.Count > MostRemembered)
        {
            _remembered.RemoveAt(0);
        }
    }

    /// <summary>What of a number of rounds is still open.</summary>
    private sealed class OpenQuestions
    {
        /// <summary>Questions on the same days that are asked before those on others have their turn.</summary>
        private const int ATurn = 150;

        private readonly List<OnDays> _settled = [];
        private readonly Queue<OnDays> _ofSites = [];
        private int _asked;

        /// <summary>Questions whose days are not settled; they come first.</summary>
        public OnDays OfDays { get; } = new([], null, 0);

        /// <summary>True when the question that comes next is the first of a turn.</summary>
        public bool BeginsTurn => _asked == 1;

        /// <summary>True when all of a question was settled and it was neither refused nor a plan found.</summary>
        public bool IsUndecided { get; set; }

        /// <summary>Puts a question whose days are settled with its like.</summary>
        /// <param name="question">What is open on these days.</param>
        public void Settle(OnDays question) => _settled.Add(question);

        /// <summary>Where the next question lies; null when none is left.</summary>
        public OnDays? Next()
        {
            if (OfDays.Questions.Count > 0)
            {
                return OfDays;
            }

            // Days that could hold most beside what there is come first: on them a plan is found soonest.
            foreach (var settled in _settled.OrderBy(s => s.MostLeftOver))
            {
                _ofSites.Enqueue(settled);
            }

            _settled.Clear();
            while (_ofSites.TryPeek(out var first))
            {
                if (first.Questions.Count > 0 && _asked++ < ATurn)
                {
                    return first;
                }

                _asked = 0;
                _ofSites.Dequeue();
                if (first.Questions.Count > 0)
                {
                    _ofSites.Enqueue(first);
                }
            }

            return null;
        }
    }

    /// <summary>What is open on the same days.</summary>
    /// <param name="Questions">The questions, the next on top.</param>
    /// <param name="Dive">Seeks a plan on these days; null where they are not settled, or there are not so many.</param>
    /// <param name="MostLeftOver">The most weight that was left over on them, as a share of all; below 0 where they could hold more than there is.</param>
    private sealed record OnDays(Stack<Question> Questions, RoundDive? Dive, double MostLeftOver);

    /// <summary>Rounds of which it is asked whether they can see everything.</summary>
    /// <param name="Slots">The rounds.</param>
    /// <param name="Weights">Weights to begin with.</param>
    /// <param name="Tries">How many weights are tried.</param>
    private sealed record Question(RoundSlot[] Slots, double[] Weights, int Tries);
}
