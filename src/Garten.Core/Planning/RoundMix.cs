namespace Garten.Core.Planning;

/// <summary>Rounds mixed in shares so that as little as possible is left unseen.</summary>
/// <remarks>
/// Dantzig-Wolfe decomposition (1960): the shares are those of a <see cref="CoveringProgram"/>, whose prices are weights for the needs; at weights
/// between these and the best so far (Wentges 1997) the heaviest rounds are sought, each need whole (<see cref="SettledLoad"/>), and join the mix until
/// none would better it. Where the heaviest rounds together weigh less than all needs, no plan sees all of them: that holds for whatever
/// weights, so errors of the program prove nothing wrong.
/// </remarks>
internal sealed class RoundMix
{
    /// <summary>Rounds of a slot that join at a time.</summary>
    private const int AtATime = 5;

    /// <summary>How much of the best weights so far goes into the next.</summary>
    private const double Kept = 0.93;

    /// <summary>Share of the work below which nothing is left unseen.</summary>
    private const double Nothing = 1e-5;

    /// <summary>What a round must save to better a mix, in minutes.</summary>
    private const double Better = 1e-6;

    /// <summary>Weights that differ by less are the same.</summary>
    private const double Exact = 1e-9;

    /// <summary>Shares that are whole, or none, but for the errors of arithmetic.</summary>
    private const double Whole = 1e-3;

    private readonly RoundWeighing _weighing;
    private readonly PlanningTask _task;
    private readonly RoundSlot[] _slots;
    private readonly bool[] _settled;
    private readonly RoundColumns _known;
    private readonly PlanningEffort _effort;
    private readonly int[] _open;
    private readonly int[] _rowOf;
    private readonly double _work;
    private readonly List<Kind> _kinds = [];
    private readonly CoveringProgram _program;
    private readonly List<(Kind Kind, RoundColumn Known, RoundColumn Round)> _columns = [];
    private double _mostLeftOver = double.NegativeInfinity;

    /// <summary>Readies a mix.</summary>
    /// <param name="weighing">What rounds hold at most.</param>
    /// <param name="slots">The rounds, by their days.</param>
    /// <param name="settled">True for needs that are seen on other rounds already, but not for all; null for none.</param>
    /// <param name="known">Rounds to begin with; those found are added.</param>
    /// <param name="weights">Weights to begin with; null for those of a mix of what is known.</param>
    /// <param name="effort">What it takes.</param>
    public RoundMix(RoundWeighing weighing, RoundSlot[] slots, bool[]? settled, RoundColumns known, double[]? weights, PlanningEffort effort)
    {
        (_weighing, _task, _slots, _known, _effort) = (weighing, weighing.Task, slots, known, effort);
        _settled = settled ?? new bool[_task.Needs.Length];
        _open = [.. Enumerable.Range(0, _task.Needs.Length).Where(n => !_settled[n])];
        _rowOf = new int[_task.Needs.Length];
        for (var i = 0; i < _open.Length; i++)
        {
            _rowOf[_open[i]] = i;
        }

        for (var j = 0; j < slots.Length; j++)
        {
            var kind = _kinds.Find(k => k.Slot.IsLike(slots[j]));
            if (kind is null)
            {
                _kinds.Add(kind = new(slots[j], _kinds.Count, [], []));
            }

            kind.Places.Add(j);
        }

        double[] costs = [.. _open.Select(n => _task.Needs[n].Minutes + RoundPlanner.MinutesToNextPlant)];
        _work = costs.Sum();
        Best = weights is null ? null : [.. RoundWeighing.Sharing(weights).Select(w => w * _work)];
        _program = new(costs, [.. _kinds.Select(k => k.Places.Count)]);
    }

    /// <summary>True when it is proven that the rounds cannot see all that is open.</summary>
    public bool IsRefused { get; private set; }

    /// <summary>The weights of needs at which rounds leave most over; null before any were tried.</summary>
    public double[]? Best { get; private set; }

    /// <summary>True when the mix leaves nothing unseen.</summary>
    public bool SeesAll => _program.Cost < Nothing * _work;

    /// <summary>Mixes until nothing is left unseen, nothing betters it, the effort ends, or, where that is enough, it is proven that something must be left.</summary>
    /// <param name="untilRefused">True to end when it is proven that something is left; false to leave as little as possible.</param>
    public void Mix(bool untilRefused)
    {
        Join(untilRefused);
        foreach (var (column, _) in _program.Taken())
        {
            _known.Note(_columns[column].Known);
        }
    }

    private void Join(bool untilRefused)
    {
        foreach (var round in _kinds.SelectMany(k => _weighing.DaysOf(k.Slot)).Distinct().SelectMany(_known.Of))
        {
            Join(round, onlyBetter: false);
        }

        if (Best is not null)
        {
            JoinHeaviest(Best);
        }

        while (!_effort.IsSpent && !(IsRefused && untilRefused))
        {
            _program.Solve(_effort);
            var prices = new double[_task.Needs.Length];
            foreach (var need in _open)
            {
                prices[need] = _program.PriceOf(_rowOf[need]);
            }

            if (SeesAll || _effort.IsSpent)
            {
                return;
            }

            var joined = Best is not null && JoinHeaviest([.. prices.Select((p, n) => (Kept * Best[n]) + ((1 - Kept) * p))]);
            joined = joined || JoinHeaviest(prices);
            if (!joined)
            {
                return;
            }
        }
    }

    /// <summary>The rounds of the mix, those of the largest share first, with the places of the slots they can be on.</summary>
    public IEnumerable<(IReadOnlyList<int> Slots, RoundColumn Round, double Share)> Rounds() =>
        _program.Taken().OrderByDescending(t => t.Share).Select(t => ((IReadOnlyList<int>)_columns[t.Column].Kind.Places, _columns[t.Column].Round, t.Share));

    /// <summary>
    /// The question in two: with a round before a day and not before it, until no two rounds can be on the same day or all days are settled; with a
    /// round coming to a site and not coming to it; with a need seen on a round and on others; then again of days. Null when there is nothing left to ask.
    /// </summary>
    public (RoundSlot[] One, RoundSlot[] Other)? Halves()
    {
        var mixed = Rounds().ToArray();
        if (!RoundSlot.AreApart(_slots) && !Array.TrueForAll(_slots, s => s.IsOnOneDay))
        {
            return OfDays(mixed);
        }

        var sites = _kinds.SelectMany(k => Bits(_weighing.DaysOf(k.Slot).Aggregate(0, (set, d) => set | _weighing.On(d).Sites) & ~k.Slot.With & ~k.Slot.Without).Select(s => (k, s)));
        if (Doubtful(mixed, sites, (r, s) => ((r.Sites >> s) & 1) != 0, WeightAt) is var (kind, site))
        {
            return (With(kind.Places[0], kind.Slot with { With = kind.Slot.With | (1 << site) }), WithAlike(kind, s => s with { Without = s.Without | (1 << site) }));
        }

        var needs = _kinds.SelectMany(k => _open.Where(n => !k.Slot.Not.Contains(n) && ShowsFor(k, n)).Select(n => (k, n)));
        if (Doubtful(mixed, needs, (r, n) => r.Needs.AsSpan().BinarySearch(n) >= 0, (_, _) => 1) is var (on, need))
        {
            return ([.. _slots.Select((s, j) => j == on.Places[0] ? s : s with { Not = s.Not.Add(need) })], WithAlike(on, s => s with { Not = s.Not.Add(need) }));
        }

        return Array.TrueForAll(_slots, s => s.IsOnOneDay) ? null : OfDays(mixed);
    }

    /// <summary>A round, counted by their days, before a day or not: where the share of rounds up to a day is farthest from whole.</summary>
    private (RoundSlot[] One, RoundSlot[] Other) OfDays((IReadOnlyList<int> Slots, RoundColumn Round, double Share)[] mixed)
    {
        var asked = (Slot: -1, Day: 0);
        var most = double.NegativeInfinity;
        var upTo = 0.0;
        for (var d = 0; d + 1 < _task.Fullest.Length; d++)
        {
            upTo += mixed.Where(m => m.Round.Day == _task.Fullest[d]).Sum(m => m.Share);
            foreach (var slot in new[] { (int)upTo, (int)(upTo + 0.5) - 1 }.Where(j => j >= 0 && j < _slots.Length && _slots[j].First <= _task.Fullest[d] && _slots[j].Last > _task.Fullest[d]))
            {
                var doubt = 0.5 - Math.Abs(upTo - slot - 0.5);
                (asked, most) = doubt > most ? ((slot, d), doubt) : (asked, most);
            }
        }

        if (asked.Slot < 0)
        {
            asked.Slot = Array.FindIndex(_slots, s => !s.IsOnOneDay);
            asked.Day = Array.IndexOf(_task.Fullest, _slots[asked.Slot].First);
        }

        var (j, day) = asked;
        return (With(j, _slots[j] with { Last = _task.Fullest[day] }), With(j, _slots[j] with { First = _task.Fullest[day + 1] }));
    }

    /// <summary>What the mix is most in doubt about; null when each is on all rounds of a kind or on none, and no other is.</summary>
    private static (Kind Kind, int What)? Doubtful((IReadOnlyList<int> Slots, RoundColumn Round, double Share)[] mixed, IEnumerable<(Kind Kind, int What)> all, Func<RoundColumn, int, bool> has, Func<Kind, int, double> weigh)
    {
        (Kind, int)? asked = null;
        var most = 0.0;
        foreach (var (kind, what) in all)
        {
            var share = mixed.Where(m => m.Slots == kind.Places && has(m.Round, what)).Sum(m => m.Share);
            var doubt = Math.Min(share, kind.Places.Count - share);
            doubt = doubt > Whole ? doubt * weigh(kind, what) : 0;
            if (doubt > most)
            {
                (asked, most) = ((kind, what), doubt);
            }
        }

        return asked;
    }

    private bool ShowsFor(Kind kind, int need) => _weighing.DaysOf(kind.Slot).Any(d => _task.Shows(need, d));

    private double WeightAt(Kind kind, int site) => _open.Where(n => _task.Site[n] == site && ShowsFor(kind, n)).Sum(n => Best?[n] ?? _task.Needs[n].Minutes);

    private static IEnumerable<int> Bits(int set) => Enumerable.Range(0, WalkingTimes.MostSites).Where(s => ((set >> s) & 1) != 0);

    private RoundSlot[] With(int slot, RoundSlot settled) => [.. _slots.Select((s, j) => j == slot ? settled : s)];

    /// <summary>Settles all slots that are alike: if any of them were otherwise, it could as well be the first.</summary>
    private RoundSlot[] WithAlike(Kind kind, Func<RoundSlot, RoundSlot> settle) => [.. _slots.Select((s, j) => kind.Places.Contains(j) ? settle(s) : s)];

    /// <summary>Seeks the heaviest rounds, which join the mix where they better it.</summary>
    private bool JoinHeaviest(double[] weights)
    {
        var all = weights.Sum();
        var held = 0.0;
        var joined = false;
        Dictionary<(int Day, RoundSlot Slot), (double Most, RoundColumn[] Rounds)> reckoned = [];
        foreach (var kind in _kinds)
        {
            var most = 0.0;
            double[] left = kind.Slot.Not.IsEmpty ? weights : [.. weights.Select((w, n) => kind.Slot.Not.Contains(n) ? 0 : w)];
            var days = _weighing.DaysOf(kind.Slot).Select(d => (Day: d, Likely: _weighing.On(d).Heaviest(left, kind.Slot.With, kind.Slot.Without, _effort)));
            foreach (var (day, likely) in days.Where(d => double.IsFinite(d.Likely.Weight)).OrderByDescending(d => d.Likely.Weight).ToArray())
            {
                if (likely.Weight <= most + Exact)
                {
                    break;
                }

                // Slots of which only days are settled have the same rounds on the same day.
                var key = (day, kind.Slot with { First = day, Last = day });
                if (!reckoned.TryGetValue(key, out var heaviest))
                {
                    reckoned[key] = heaviest = Heaviest(day, kind.Slot, left, likely.Sites);
                    foreach (var round in heaviest.Rounds)
                    {
                        joined |= Join(round, onlyBetter: true);
                    }
                }

                most = Math.Max(most, heaviest.Most);
            }

            held += most * kind.Places.Count;
        }

        if (Best is null || all - held > _mostLeftOver)
        {
            (Best, _mostLeftOver) = (weights, all - held);
        }

        IsRefused |= all - held > RoundWeighing.Clearly * all;
        return joined;
    }

    /// <summary>The most weight a slot can hold on a day, and the heaviest rounds met on the way.</summary>
    private (double Most, RoundColumn[] Rounds) Heaviest(int day, RoundSlot slot, double[] weights, int likely)
    {
        var most = 0.0;
        List<(double Weight, RoundColumn Round)> met = [];
        See(likely);
        foreach (var (sites, bound) in _weighing.On(day).Heavier(weights, slot.With, slot.Without, most + Exact, _effort))
        {
            if (bound <= most + Exact)
            {
                break;
            }

            if (sites != likely)
            {
                See(sites);
            }
        }

        return (most, [.. met.OrderByDescending(m => m.Weight).Take(AtATime).Select(m => m.Round)]);

        void See(int sites)
        {
            List<int> seen = [];
            var weight = _weighing.Settled.Heaviest(weights, day, sites, seen, _effort);
            most = Math.Max(most, weight);
            if (seen.Count > 0)
            {
                met.Add((weight, new(day, seen.Aggregate(slot.With, (set, n) => set | (1 << _task.Site[n])), [.. seen.Order()])));
            }
        }
    }

    /// <summary>Puts a round into the mix for each kind of slot that allows it and, where asked, is bettered by it; false when there is none that had it not.</summary>
    private bool Join(RoundColumn round, bool onlyBetter)
    {
        var joined = false;
        foreach (var kind in _kinds)
        {
            if (round.In(kind.Slot, _settled) is { } allowed && (!onlyBetter || Betters(kind, allowed)) && kind.Has.Add(allowed))
            {
                _columns.Add((kind, round, allowed));
                _program.Add(allowed.Needs.Select(n => _rowOf[n]), kind.Place);
                joined = true;
            }
        }

        return joined;
    }

    private bool Betters(Kind kind, RoundColumn round) => round.Needs.Sum(n => _program.PriceOf(_rowOf[n])) > _program.PriceOfGroup(kind.Place) + Better;

    /// <summary>Slots that are alike.</summary>
    /// <param name="Slot">What is settled of them.</param>
    /// <param name="Place">Place among the kinds.</param>
    /// <param name="Places">Places of the slots.</param>
    /// <param name="Has">Rounds in the mix for them.</param>
    private sealed record Kind(RoundSlot Slot, int Place, List<int> Places, HashSet<RoundColumn> Has);
}
