namespace Garten.Core.Seasons.Rounds;

/// <summary>Proves that no plan has so few rounds, or comes upon one that has.</summary>
/// <remarks>
/// Lagrangian relaxation (Held and Karp 1971): when each need weighs something and no choice of so many days holds all the weight there is,
/// there is no plan, however the weights are. Good weights are sought by the subgradient method with Polyak's step and the
/// directions of before mixed in (Camerini, Fratta and Maffioli 1975). Where that does not settle it, it is asked twice: with the
/// third round, say, before a day and not before it, until the days of all rounds are settled, which leaves few sets of days; then with a round coming to a site
/// and not coming to it; at last, with a need seen on a round and seen on others. Rounds on one day of which the same is settled are alike: where one of
/// them is not to come to a site, none is. A round whose sites are settled holds whole needs only. Weights that settled one question are tried first on the next. Where
/// days are settled, and again where sites are, a plan is sought from what the rounds saw most often (<see cref="RoundSqueeze"/>). A proof that ran out of
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

    /// <summary>Needs seen on a slot more often than this begin on it.</summary>
    private const double OftenSeen = 0.2;

    /// <summary>Share of all weight that must be left over: far above the errors of arithmetic.</summary>
    private const double Clearly = 1e-6;

    /// <summary>How far above the reach Polyak's step aims, as a share of all weight.</summary>
    private const double Aim = 0.01;

    /// <summary>How much of the direction before goes into the next.</summary>
    private const double Kept = 0.7;

    /// <summary>How fast what was chosen before fades from the means.</summary>
    private const double Fading = 0.9;

    private readonly PlanningTask _task;
    private readonly DayLoad[] _days;
    private readonly SettledLoad _settled;
    private readonly double[] _first;
    private readonly List<(double[] Weights, double[] OfDays)> _remembered = [];
    private readonly Dictionary<int, OpenQuestions> _open = [];
    private PlanningEffort _effort = new(0);

    /// <summary>Readies proofs.</summary>
    /// <param name="task">The task, with at least one need.</param>
    public RoundCountProof(PlanningTask task)
    {
        _task = task;
        _days = [.. task.Fullest.Select(d => new DayLoad(task, d))];
        _settled = new(task);
        _first = Sharing([.. task.Needs.Select(n => n.Minutes + RoundPlanner.MinutesToNextPlant)]);
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
            open.OfDays.Push(new([.. Enumerable.Repeat(new RoundSlot(0, _days.Length - 1, 0, 0, []), rounds)], _first, 5 * Tries));
        }

        while (open.Next() is { } from)
        {
            var question = from.Pop();
            if (Ordered(question.Slots) is not { } slots || SomeNeedHasNoRound(slots) || IsRefusedByRemembered(slots))
            {
                continue;
            }

            SlotTrial trial = new(this, slots, question.Weights);
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
                from.Push(question with { Weights = trial.Best });
                return (false, null);
            }

            var settlesDays = from == open.OfDays && Array.TrueForAll(slots, s => s.IsOnOneDay);
            if ((settlesDays || trial.HasSettledSites) && PlanOn(slots, trial, settlesDays ? MostToSqueeze : MostToSqueezeAgain) is { } plan)
            {
                return (false, plan);
            }

            if (settlesDays)
            {
                open.Settle(new(slots, trial.Best, Tries));
            }
            else if (trial.Halves() is { } halves)
            {
                from.Push(new(halves.One, trial.Best, Tries));
                from.Push(new(halves.Other, trial.Best, Tries));
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

        HashSet<int> taken = [];
        List<GrowingRound> rounds = [];
        foreach (var day in slots.Select(s => _task.Fullest[s.First]))
        {
            // Where two rounds are on a day as full as it gets, one of them takes the day that shows most of the same.
            var own = Enumerable.Range(0, _task.Days.Length).Where(d => !taken.Contains(d))
                .MaxBy(d => (d == day ? 1 : 0) + Enumerable.Range(0, _task.Needs.Length).Count(n => _task.Shows(n, day) && _task.Shows(n, d)));
            taken.Add(own);
            rounds.Add(new(_task, own));
        }

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

    private bool IsRefusedByRemembered(RoundSlot[] slots) => _remembered.Exists(r => 1 - Chosen(slots, (_, d) => r.OfDays[d])[0, 0] > Clearly);

    private void Remember(double[] weights)
    {
        _remembered.Add((weights, [.. _days.Select(d => d.Heaviest(weights, 0, 0, _effort).Weight)]));
        if (_remembered.Count > MostRemembered)
        {
            _remembered.RemoveAt(0);
        }
    }

    /// <summary>The most weight the slots from one on can hold when none is before a day, for all slots and days.</summary>
    private double[,] Chosen(RoundSlot[] slots, Func<int, int, double> weightOn)
    {
        var most = new double[slots.Length + 1, _days.Length + 1];
        for (var j = slots.Length - 1; j >= 0; j--)
        {
            most[j, _days.Length] = double.NegativeInfinity;
            for (var d = _days.Length - 1; d >= 0; d--)
            {
                most[j, d] = slots[j].MayBeOn(d) ? Math.Max(most[j, d + 1], weightOn(j, d) + most[j + 1, d]) : most[j, d + 1];
            }
        }

        return most;
    }

    private static double[] Sharing(double[] weights)
    {
        var sum = weights.Sum();
        return [.. weights.Select(w => w / sum)];
    }

    /// <summary>Weights sought for one question.</summary>
    private sealed class SlotTrial
    {
        /// <summary>Steps without gain after which steps get shorter.</summary>
        private const int Patience = 6;

        /// <summary>How much shorter.</summary>
        private const double Shortened = 0.6;

        private readonly RoundCountProof _proof;
        private readonly RoundSlot[] _slots;
        private readonly double[] _direction;
        private readonly double[] _day;
        private readonly double[] _daySquare;
        private readonly double[,] _siteShare;
        private readonly double[,] _needShare;
        private readonly (int Day, int Sites)[] _chosen;
        private readonly List<int>[] _sees;
        private double[] _weights;
        private double _best = double.NegativeInfinity;
        private double _seen;
        private double _length = 1;
        private int _idle;

        public SlotTrial(RoundCountProof proof, RoundSlot[] slots, double[] weights)
        {
            (_proof, _slots, _weights, Best) = (proof, slots, weights, weights);
            _direction = new double[weights.Length];
            _day = new double[slots.Length];
            _daySquare = new double[slots.Length];
            _siteShare = new double[slots.Length, WalkingTimes.MostSites];
            _needShare = new double[slots.Length, weights.Length];
            _chosen = new (int, int)[slots.Length];
            _sees = [.. slots.Select(_ => new List<int>())];
        }

        /// <summary>The weights with which most was left over.</summary>
        public double[] Best { get; private set; }

        /// <summary>True when some weight was clearly left over.</summary>
        public bool IsRefused => _best > Clearly;

        /// <summary>Tries the weights, and goes on to the next.</summary>
        public void Step()
        {
            var over = LeftOver();
            if (over > _best + 1e-7)
            {
                (_best, Best, _idle) = (over, _weights, 0);
            }
            else if (++_idle >= Patience)
            {
                (_length, _idle, _weights) = (_length * Shortened, 0, Best);
                over = LeftOver();
            }

            if (IsRefused)
            {
                return;
            }

            Note();
            var open = new double[_weights.Length];
            Array.Fill(open, 1);
            for (var j = 0; j < _slots.Length; j++)
            {
                var before = (double[])open.Clone();
                if (IsSettled(j))
                {
                    _sees[j].ForEach(n => open[n]--);
                }
                else
                {
                    _proof._days[_chosen[j].Day].See(Left(_slots[j]), _chosen[j].Sites, open);
                }

                for (var n = 0; n < open.Length; n++)
                {
                    _needShare[j, n] = (_needShare[j, n] * Fading) + before[n] - open[n];
                }
            }

            var square = 0.0;
            for (var n = 0; n < open.Length; n++)
            {
                _direction[n] = open[n] + (Kept * _direction[n]);
                square += _direction[n] * _direction[n];
            }

            var step = square > 0 ? _length * (Aim - over) / square : 0;
            double[] next = [.. _weights.Select((w, n) => Math.Max(w + (step * _direction[n]), 0))];
            if (next.Sum() > 0)
            {
                _weights = Sharing(next);
            }
            else
            {
                // The step was so long that nothing weighs anything any more.
                (_weights, _length) = (Best, _length * Shortened);
                Array.Clear(_direction);
            }
        }

        /// <summary>True when the sites of all slots are settled.</summary>
        public bool HasSettledSites => Enumerable.Range(0, _slots.Length).All(IsSettled);

        /// <summary>How often a need was seen on a slot of late.</summary>
        /// <param name="slot">Place of the slot.</param>
        /// <param name="need">Place of the need.</param>
        public double ShareOf(int slot, int need) => _needShare[slot, need] / _seen;

        /// <summary>The question in two; null when all is settled.</summary>
        public (RoundSlot[] One, RoundSlot[] Other)? Halves()
        {
            var loose = Enumerable.Range(0, _slots.Length).Where(j => !_slots[j].IsOnOneDay).ToArray();
            if (loose.Length > 0)
            {
                var j = loose.MaxBy(j => Math.Sqrt(Math.Max((_daySquare[j] / _seen) - Math.Pow(_day[j] / _seen, 2), 0)) + (0.01 * (_slots[j].Last - _slots[j].First)));
                var last = Math.Clamp((int)(_day[j] / _seen), _slots[j].First, _slots[j].Last - 1);
                return (With(j, _slots[j] with { Last = last }), With(j, _slots[j] with { First = last + 1 }));
            }

            var unsettled = Enumerable.Range(0, _slots.Length).SelectMany(j => Enumerable.Range(0, WalkingTimes.MostSites).Select(s => (Slot: j, Site: s)))
                .Where(x => (((_proof._days[_slots[x.Slot].First].Sites & ~_slots[x.Slot].With & ~_slots[x.Slot].Without) >> x.Site) & 1) != 0).ToArray();
            if (unsettled.Length == 0)
            {
                return OfNeeds();
            }

            // What changes most: sites where much is to be seen, and that are neither always chosen nor never.
            var (slot, site) = unsettled.MaxBy(x => (0.52 - Math.Abs((_siteShare[x.Slot, x.Site] / _seen) - 0.5)) * WeightAt(x.Slot, x.Site));
            return (With(slot, _slots[slot] with { With = _slots[slot].With | (1 << site) }), WithAlike(slot, s => s with { Without = s.Without | (1 << site) }));
        }

        /// <summary>A need seen on one round, or not on it.</summary>
        private (RoundSlot[] One, RoundSlot[] Other)? OfNeeds()
        {
            (int Slot, int Need)? asked = null;
            var nearest = double.MaxValue;
            for (var n = 0; n < _weights.Length; n++)
            {
                var rounds = Enumerable.Range(0, _slots.Length).Where(j => !_slots[j].Not.Contains(n) && ((_slots[j].With >> _proof._task.Site[n]) & 1) != 0
                    && _proof._task.Shows(n, _proof._task.Fullest[_slots[j].First])).ToArray();
                foreach (var j in rounds.Length > 1 ? rounds : [])
                {
                    var far = Math.Abs((_needShare[j, n] / _seen) - 0.5) - (0.01 * _weights[n]);
                    if (far < nearest)
                    {
                        (asked, nearest) = ((j, n), far);
                    }
                }
            }

            return asked is not { } at ? null
                : ([.. _slots.Select((s, j) => j == at.Slot ? s : s with { Not = s.Not.Add(at.Need) })], WithAlike(at.Slot, s => s with { Not = s.Not.Add(at.Need) }));
        }

        private bool IsSettled(int slot) => _slots[slot].IsOnOneDay && (_proof._days[_slots[slot].First].Sites & ~_slots[slot].With & ~_slots[slot].Without) == 0;

        /// <summary>What a slot whose sites are settled holds at most, each need whole.</summary>
        private double Whole(int slot, double[] weights)
        {
            _sees[slot].Clear();
            return _proof._settled.Heaviest(weights, _proof._task.Fullest[_slots[slot].First], _slots[slot].With, _sees[slot], _proof._effort);
        }

        /// <summary>What can be seen at a site on the day of a slot weighs so much.</summary>
        private double WeightAt(int slot, int site) => Enumerable.Range(0, Best.Length)
            .Where(n => _proof._task.Site[n] == site && _proof._task.Shows(n, _proof._task.Fullest[_slots[slot].First])).Sum(n => Best[n]);

        private double[] Left(RoundSlot slot) => slot.Not.IsEmpty ? _weights : [.. _weights.Select((w, n) => slot.Not.Contains(n) ? 0 : w)];

        private RoundSlot[] With(int slot, RoundSlot settled) => [.. _slots.Select((s, j) => j == slot ? settled : s)];

        /// <summary>Settles a slot and all that are like it: if any of them were otherwise, it could as well be this one.</summary>
        private RoundSlot[] WithAlike(int slot, Func<RoundSlot, RoundSlot> settle) =>
            [.. _slots.Select(s => s.First == _slots[slot].First && s.IsLike(_slots[slot]) ? settle(s) : s)];

        /// <summary>The share of all weight that no choice of days holds; the choice that holds most stays at hand.</summary>
        private double LeftOver()
        {
            var days = _proof._days.Length;
            var on = new (double Weight, int Sites)[_slots.Length, days];
            for (var j = 0; j < _slots.Length; j++)
            {
                var weights = Left(_slots[j]);
                for (var d = _slots[j].First; d <= _slots[j].Last; d++)
                {
                    var like = Array.FindIndex(_slots, 0, j, s => s.IsLike(_slots[j]) && s.MayBeOn(d));
                    on[j, d] = like >= 0 && !IsSettled(j) ? on[like, d] : IsSettled(j) ? (Whole(j, weights), _slots[j].With)
                        : _proof._days[d].Heaviest(weights, _slots[j].With, _slots[j].Without, _proof._effort);
                }
            }

            var most = _proof.Chosen(_slots, (j, d) => on[j, d].Weight);
            if (double.IsNegativeInfinity(most[0, 0]))
            {
                return 1;
            }

            var at = 0;
            for (var j = 0; j < _slots.Length; j++)
            {
                while (most[j, at] == most[j, at + 1])
                {
                    at++;
                }

                _chosen[j] = (at, on[j, at].Sites);
            }

            return 1 - most[0, 0];
        }

        private void Note()
        {
            _seen = (_seen * Fading) + 1;
            for (var j = 0; j < _slots.Length; j++)
            {
                var (day, sites) = _chosen[j];
                _day[j] = (_day[j] * Fading) + day;
                _daySquare[j] = (_daySquare[j] * Fading) + ((double)day * day);
                for (var s = 0; s < WalkingTimes.MostSites; s++)
                {
                    _siteShare[j, s] = (_siteShare[j, s] * Fading) + ((sites >> s) & 1);
                }
            }
        }
    }

    /// <summary>What of a number of rounds is still open.</summary>
    private sealed class OpenQuestions
    {
        /// <summary>Questions on the same days that are asked before those on others have their turn.</summary>
        private const int ATurn = 150;

        private readonly Queue<Stack<Question>> _ofSites = [];
        private int _asked;

        /// <summary>Questions whose days are not settled; they come first.</summary>
        public Stack<Question> OfDays { get; } = [];

        /// <summary>True when all of a question was settled and it was neither refused nor a plan found.</summary>
        public bool IsUndecided { get; set; }

        /// <summary>Puts a question whose days are settled with its like.</summary>
        /// <param name="question">The question.</param>
        public void Settle(Question question) => _ofSites.Enqueue(new([question]));

        /// <summary>Where the next question lies; null when none is left.</summary>
        public Stack<Question>? Next()
        {
            if (OfDays.Count > 0)
            {
                return OfDays;
            }

            while (_ofSites.TryPeek(out var first))
            {
                if (first.Count > 0 && _asked++ < ATurn)
                {
                    return first;
                }

                _asked = 0;
                _ofSites.Dequeue();
                if (first.Count > 0)
                {
                    _ofSites.Enqueue(first);
                }
            }

            return null;
        }
    }

    /// <summary>Rounds of which it is asked whether they can see everything.</summary>
    /// <param name="Slots">The rounds.</param>
    /// <param name="Weights">Weights to begin with.</param>
    /// <param name="Tries">How many weights are tried.</param>
    private sealed record Question(RoundSlot[] Slots, double[] Weights, int Tries);
}
