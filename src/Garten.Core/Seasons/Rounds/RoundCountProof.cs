namespace Garten.Core.Seasons.Rounds;

/// <summary>Proves that no plan has so few rounds, or comes upon one that has.</summary>
/// <remarks>
/// Lagrangian relaxation (Held and Karp 1971): when each need weighs something and no choice of so many days holds all the weight there is,
/// there is no plan, however the weights are. Good weights are sought by the subgradient method with Polyak's step and the
/// directions of before mixed in (Camerini, Fratta and Maffioli 1975). Where that does not settle it, it is asked twice: with the
/// third round, say, before a day and not before it; once all days are settled, with a round coming to a site and not coming to it; at last, with a
/// need seen on a round and seen on others. Weights that settled one question are tried first on the next. Where all days are settled, a
/// plan on them is sought (<see cref="RoundSqueeze"/>). A proof that ran out of effort goes on where it stood.
/// </remarks>
internal sealed class RoundCountProof
{
    /// <summary>Weights tried for a question; five times as many for the first.</summary>
    private const int Tries = 40;

    /// <summary>Weights remembered.</summary>
    private const int MostRemembered = 300;

    /// <summary>Steps to seek a plan on days that are settled.</summary>
    private const int StepsToSqueeze = 300_000;

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
    private readonly double[] _first;
    private readonly List<(double[] Weights, double[] OfDays)> _remembered = [];
    private readonly Dictionary<int, Stack<Question>> _open = [];
    private PlanningEffort _effort = new(0);

    /// <summary>Readies proofs.</summary>
    /// <param name="task">The task, with at least one need.</param>
    public RoundCountProof(PlanningTask task)
    {
        _task = task;
        _days = [.. task.Fullest.Select(d => new DayLoad(task, d))];
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
            _open[rounds] = open = new([new([.. Enumerable.Repeat(new RoundSlot(0, _days.Length - 1, 0, 0, []), rounds)], _first, 5 * Tries)]);
        }

        while (open.TryPeek(out var question))
        {
            if (Ordered(question.Slots) is not { } slots || SomeNeedHasNoRound(slots) || IsRefusedByRemembered(slots))
            {
                open.Pop();
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
                open.Pop();
                continue;
            }

            open.Pop();
            if (_effort.IsSpent || trial.Halves() is not { } halves)
            {
                open.Push(question with { Weights = trial.Best });
                return (false, null);
            }

            if (Array.TrueForAll(slots, s => s.IsOnOneDay) && PlanOn(slots) is { } plan)
            {
                return (false, plan);
            }

            open.Push(new(halves.One, trial.Best, Tries));
            open.Push(new(halves.Other, trial.Best, Tries));
        }

        return (true, null);
    }

    /// <summary>A plan on the days of slots; null when none is found.</summary>
    private List<GrowingRound>? PlanOn(RoundSlot[] slots)
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

        _effort.Spend(StepsToSqueeze);
        return new RoundSqueeze(_task, rounds, new(StepsToSqueeze)).Find();
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
                _proof._days[_chosen[j].Day].See(Left(_slots[j]), _chosen[j].Sites, open);
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

            var (slot, site) = unsettled.MinBy(x => Math.Abs((_siteShare[x.Slot, x.Site] / _seen) - 0.5));
            return (With(slot, _slots[slot] with { With = _slots[slot].With | (1 << site) }), With(slot, _slots[slot] with { Without = _slots[slot].Without | (1 << site) }));
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
                : ([.. _slots.Select((s, j) => j == at.Slot ? s : s with { Not = s.Not.Add(at.Need) })], With(at.Slot, _slots[at.Slot] with { Not = _slots[at.Slot].Not.Add(at.Need) }));
        }

        private double[] Left(RoundSlot slot) => slot.Not.IsEmpty ? _weights : [.. _weights.Select((w, n) => slot.Not.Contains(n) ? 0 : w)];

        private RoundSlot[] With(int slot, RoundSlot settled) => [.. _slots.Select((s, j) => j == slot ? settled : s)];

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
                    on[j, d] = like >= 0 ? on[like, d] : _proof._days[d].Heaviest(weights, _slots[j].With, _slots[j].Without, _proof._effort);
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

    /// <summary>Rounds of which it is asked whether they can see everything.</summary>
    /// <param name="Slots">The rounds.</param>
    /// <param name="Weights">Weights to begin with.</param>
    /// <param name="Tries">How many weights are tried.</param>
    private sealed record Question(RoundSlot[] Slots, double[] Weights, int Tries);
}
