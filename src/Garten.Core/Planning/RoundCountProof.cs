namespace Garten.Core.Planning;

/// <summary>Proves that no plan has so few rounds, or comes upon one that has.</summary>
/// <remarks>
/// Lagrangian relaxation (Held and Karp 1971): when each need weighs something and no choice of so many days holds all the weight there is,
/// there is no plan, however the weights are. Good weights are sought (<see cref="SlotTrial"/>). Where they do not settle it, rounds are
/// mixed (<see cref="RoundMix"/>), which weighs needs as well as can be; where that leaves nothing unseen either, it is asked twice: with the
/// third round, say, before a day and not before it, until all days are settled or no two rounds can be on the same, which leaves few sets of days;
/// then with a round coming to a site and not coming to it, and with a need seen on a round and on others (branch and price, Barnhart et al. 1998). Rounds
/// on one day of which the same is settled are alike: where one of them is not to come to a site, none is. From each mix a plan is squeezed
/// (<see cref="RoundSqueeze"/>), and each time new days have their turn one is dived for on them (<see cref="RoundDive"/>). A proof that ran out of
/// effort goes on where it stood.
/// </remarks>
internal sealed class RoundCountProof
{
    /// <summary>Weights tried for a question; five times as many for the first, and where all days are settled.</summary>
    private const int Tries = 40;

    /// <summary>Weights remembered.</summary>
    private const int MostRemembered = 300;

    /// <summary>Steps to squeeze a plan from a mix.</summary>
    private const long StepsToSqueeze = 300_000;

    /// <summary>With fewer steps left no plan is dived for.</summary>
    private const long LeastToDive = 30_000_000;

    /// <summary>With fewer steps left rounds are not mixed before their days are settled.</summary>
    private const long LeastToMix = 100_000_000;

    /// <summary>How often rounds are filled again each time days have their turn.</summary>
    private const int DivesATurn = 20;

    private readonly PlanningTask _task;
    private readonly RoundWeighing _weighing;
    private readonly double[] _first;
    private readonly List<(double[] Weights, double[] OfDays)> _remembered = [];
    private readonly Dictionary<int, OpenQuestions> _open = [];
    private readonly RoundColumns _known = new();
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
            open.OfDays.Push(new([.. Enumerable.Repeat(new RoundSlot(_task.Fullest[0], _task.Fullest[^1], 0, 0, []), rounds)], _first, 5 * Tries));
        }

        while (!open.IsEnded)
        {
            if (open.Next() is not { } from)
            {
                if (AskOfDays(open) is { } unanswered)
                {
                    open.OfDays.Push(unanswered);
                    return (false, null);
                }

                continue;
            }

            var question = from.Questions.Pop();
            RoundMix mix = new(_weighing, question.Slots, null, _known, question.Weights, _effort);
            mix.Mix(true);
            if (mix.IsRefused)
            {
                continue;
            }

            if (_effort.IsSpent)
            {
                from.Questions.Push(question);
                return (false, null);
            }

            if (PlanOf(question.Slots, mix) is { } plan)
            {
                return (false, plan);
            }

            if (open.BeginsTurn && _effort.Left >= LeastToDive && (from.Dive ??= DiveInto(question.Slots, mix)).GoOn(DivesATurn, _effort) is { } dived)
            {
                return (false, dived);
            }

            if (mix.Halves() is { } halves)
            {
                from.Questions.Push(new(halves.One, mix.Best ?? question.Weights));
                from.Questions.Push(new(halves.Other, mix.Best ?? question.Weights));
            }
            else
            {
                open.IsUndecided = true;
            }
        }

        return (!open.IsUndecided, null);
    }

    /// <summary>Refuses a question of days, asks it in two, or puts it with those whose days are settled; the question when the effort ends before.</summary>
    private DayQuestion? AskOfDays(OpenQuestions open)
    {
        var question = open.OfDays.Pop();
        if (Ordered(question.Slots) is not { } slots || SomeNeedHasNoRound(slots) || IsRefusedByRemembered(slots))
        {
            return null;
        }

        SlotTrial trial = new(_weighing, slots, question.Weights, _effort);
        for (var i = 0; i < (Array.TrueForAll(slots, s => s.IsOnOneDay) ? 5 * Tries : question.Tries) && !trial.IsRefused && !_effort.IsSpent; i++)
        {
            trial.Step();
        }

        Remember(trial.Best);
        if (!trial.IsRefused && _effort.IsSpent)
        {
            return question with { Weights = trial.Best };
        }

        if (trial.IsRefused)
        {
            return null;
        }

        if (RoundSlot.AreApart(slots))
        {
            open.Settle(new(new([new(slots, trial.Best)])));
            return null;
        }

        if (Array.TrueForAll(slots, s => s.IsOnOneDay))
        {
            foreach (var days in DayChoices.Of(_task, [.. slots.Select(s => s.First)]))
            {
                open.Settle(new(new([new([.. days.Select(d => new RoundSlot(d, d, 0, 0, []))], trial.Best)])));
            }

            return null;
        }

        var (halves, weights) = (trial.Halves(), trial.Best);
        if (_effort.Left >= LeastToMix)
        {
            RoundMix mix = new(_weighing, slots, null, _known, trial.Best, _effort);
            mix.Mix(true);
            if (mix.IsRefused)
            {
                return null;
            }

            if (_effort.IsSpent)
            {
                return question with { Weights = trial.Best };
            }

            (halves, weights) = (mix.Halves(), mix.Best is { } best && best.Sum() > 0 ? RoundWeighing.Sharing(best) : trial.Best);
        }

        open.OfDays.Push(new(halves!.Value.One, weights, Tries));
        open.OfDays.Push(new(halves!.Value.Other, weights, Tries));
        return null;
    }

    /// <summary>A plan of the rounds of a mix and what they leave room for; null when none is found.</summary>
    private List<GrowingRound>? PlanOf(RoundSlot[] slots, RoundMix mix)
    {
        GrowingRound[] rounds = [.. DaysOf(slots, mix).Select(d => new GrowingRound(_task, d))];
        var seen = new bool[_task.Needs.Length];
        foreach (var (places, round, _) in mix.Rounds())
        {
            if (places.FirstOrDefault(j => rounds[j].Needs.Count == 0, -1) is var slot and >= 0)
            {
                foreach (var need in round.Needs.Where(n => !seen[n] && rounds[slot].Takes(n)))
                {
                    rounds[slot].Add(need);
                    seen[need] = true;
                }
            }
        }

        return new RoundSqueeze(_task, rounds, _effort.Part(Math.Min(_effort.Left / 2, StepsToSqueeze))).Find();
    }

    /// <summary>A search on the days of a mix.</summary>
    private RoundDive DiveInto(RoundSlot[] slots, RoundMix mix)
    {
        var days = DaysOf(slots, mix);
        return new(_weighing, [.. days.Select(d => new RoundSlot(_task.SameAs[d], _task.SameAs[d], 0, 0, []))], days, _known);
    }

    /// <summary>A day of its own for each slot: that on which it is most in a mix, or one that shows the same.</summary>
    private int[] DaysOf(RoundSlot[] slots, RoundMix mix)
    {
        List<int> taken = [];
        for (var j = 0; j < slots.Length; j++)
        {
            var on = mix.Rounds().Where(m => m.Slots.Contains(j)).Select(m => m.Round.Day).DefaultIfEmpty(slots[j].First).First();
            taken.Add(Enumerable.Range(0, _task.Days.Length).First(d => _task.SameAs[d] == on && !taken.Contains(d)));
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
        !Array.Exists(slots, s => _weighing.DaysOf(s).Any(d => _task.Shows(n, d))));

    private bool IsRefusedByRemembered(RoundSlot[] slots) => _remembered.Exists(r => 1 - _weighing.Chosen(slots, r.OfDays)[0, 0] > RoundWeighing.Clearly);

    private void Remember(double[] weights)
    {
        _remembered.Add((weights, [.. _task.Fullest.Select(d => _weighing.On(d).Heaviest(weights, 0, 0, _effort).Weight)]));
        if (_remembered.Count > MostRemembered)
        {
            _remembered.RemoveAt(0);
        }
    }

    /// <summary>What of a number of rounds is still open.</summary>
    private sealed class OpenQuestions
    {
        /// <summary>Questions on the same days that are asked before those on others have their turn.</summary>
        private const int ATurn = 20;

        private readonly Queue<OnDays> _settled = [];
        private readonly Queue<OnDays> _inTurn = [];
        private OnDays? _current;
        private int _asked;

        /// <summary>Questions whose days are neither settled nor apart from each other.</summary>
        public Stack<DayQuestion> OfDays { get; } = [];

        /// <summary>True when there is no question left.</summary>
        public bool IsEnded => OfDays.Count + _settled.Count + _inTurn.Count == 0 && _current is not { Questions.Count: > 0 };

        /// <summary>True when the question that comes next is the first of a turn.</summary>
        public bool BeginsTurn => _asked == 1;

        /// <summary>True when all of a question was settled and it was neither refused nor a plan found.</summary>
        public bool IsUndecided { get; set; }

        /// <summary>Puts a question whose days are settled, or apart from each other, with its like.</summary>
        /// <param name="question">What is open on these days.</param>
        public void Settle(OnDays question) => _settled.Enqueue(question);

        /// <summary>Days on which the next question lies; null when it is of days, or there is none.</summary>
        /// <remarks>Days that were just settled have a turn at once, as a plan may soon be found on them; the others when no question of days is left.</remarks>
        public OnDays? Next()
        {
            if (_current is { Questions.Count: > 0 } && _asked++ < ATurn)
            {
                return _current;
            }

            if (_current is { Questions.Count: > 0 })
            {
                _inTurn.Enqueue(_current);
            }

            _current = _settled.TryDequeue(out var settled) ? settled : OfDays.Count == 0 && _inTurn.TryDequeue(out var next) ? next : null;
            _asked = 1;
            return _current;
        }
    }

    /// <summary>What is open on the same days.</summary>
    /// <param name="Questions">The questions, the next on top.</param>
    private sealed record OnDays(Stack<Question> Questions)
    {
        /// <summary>Seeks a plan on these days; null before the first is sought.</summary>
        public RoundDive? Dive { get; set; }
    }

    /// <summary>Rounds whose days are settled, or apart from each other, of which it is asked whether they can see everything.</summary>
    /// <param name="Slots">The rounds.</param>
    /// <param name="Weights">Weights to begin with.</param>
    private sealed record Question(RoundSlot[] Slots, double[] Weights);

    /// <summary>Rounds on some of the days, of which it is asked whether they can see everything.</summary>
    /// <param name="Slots">The rounds.</param>
    /// <param name="Weights">Weights to begin with.</param>
    /// <param name="Tries">How many weights are tried.</param>
    private sealed record DayQuestion(RoundSlot[] Slots, double[] Weights, int Tries);
}
