namespace Garten.Core.Seasons.Rounds;

/// <summary>Weights of needs sought for one question: whether rounds of which something is settled can see all of them.</summary>
/// <remarks>
/// Lagrangian relaxation by the subgradient method with Polyak's step, the directions of before mixed in (Camerini, Fratta and Maffioli 1975).
/// </remarks>
internal sealed class SlotTrial
{
    /// <summary>How far above the reach Polyak's step aims, as a share of all weight.</summary>
    private const double Aim = 0.01;

    /// <summary>How much of the direction before goes into the next.</summary>
    private const double Kept = 0.7;

    /// <summary>How fast what was chosen before fades from the means.</summary>
    private const double Fading = 0.9;

    /// <summary>Steps without gain after which steps get shorter.</summary>
    private const int Patience = 6;

    /// <summary>How much shorter.</summary>
    private const double Shortened = 0.6;

    private readonly RoundWeighing _weighing;
    private readonly PlanningEffort _effort;
    private readonly bool[] _settled;
    private readonly RoundSlot[] _slots;
    private readonly double[] _direction;
    private readonly double[] _day;
    private readonly double[] _daySquare;
    private readonly double[,] _siteShare;
    private readonly double[,] _needShare;
    private readonly (int Day, int Sites)[] _chosen;
    private readonly List<int>[] _sees;
    private double[] _weights;
    private double _seen;
    private double _length = 1;
    private int _idle;

    /// <summary>Readies a search.</summary>
    /// <param name="weighing">What rounds hold at most.</param>
    /// <param name="slots">The rounds, each with a day left to it.</param>
    /// <param name="weights">Weights to begin with; they come to 1.</param>
    /// <param name="settled">True for needs that are seen on other rounds already, which weigh nothing; null for none.</param>
    /// <param name="effort">What it takes.</param>
    public SlotTrial(RoundWeighing weighing, RoundSlot[] slots, double[] weights, bool[]? settled, PlanningEffort effort)
    {
        (_weighing, _slots, _weights, Best, _effort) = (weighing, slots, weights, weights, effort);
        _settled = settled ?? new bool[weights.Length];
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
    public bool IsRefused => MostLeftOver > RoundWeighing.Clearly;

    /// <summary>The most weight that was left over, as a share of all; below 0 where the rounds could hold more.</summary>
    public double MostLeftOver { get; private set; } = double.NegativeInfinity;

    /// <summary>Tries the weights, and goes on to the next.</summary>
    public void Step()
    {
        var over = LeftOver();
        if (over > MostLeftOver + 1e-7)
        {
            (MostLeftOver, Best, _idle) = (over, _weights, 0);
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
                _weighing.Days[_chosen[j].Day].See(Left(_slots[j]), _chosen[j].Sites, open);
            }

            for (var n = 0; n < open.Length; n++)
            {
                _needShare[j, n] = (_needShare[j, n] * Fading) + before[n] - open[n];
            }
        }

        for (var n = 0; n < open.Length; n++)
        {
            open[n] = _settled[n] ? 0 : open[n];
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
            _weights = RoundWeighing.Sharing(next);
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
            .Where(x => (((_weighing.Days[_slots[x.Slot].First].Sites & ~_slots[x.Slot].With & ~_slots[x.Slot].Without) >> x.Site) & 1) != 0).ToArray();
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
            var rounds = Enumerable.Range(0, _slots.Length).Where(j => !_slots[j].Not.Contains(n) && ((_slots[j].With >> _weighing.Task.Site[n]) & 1) != 0
                && _weighing.Task.Shows(n, _weighing.Task.Fullest[_slots[j].First])).ToArray();
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

    private bool IsSettled(int slot) => _slots[slot].IsOnOneDay && (_weighing.Days[_slots[slot].First].Sites & ~_slots[slot].With & ~_slots[slot].Without) == 0;

    /// <summary>What a slot whose sites are settled holds at most, each need whole.</summary>
    private double Whole(int slot, double[] weights)
    {
        _sees[slot].Clear();
        return _weighing.Settled.Heaviest(weights, _weighing.Task.Fullest[_slots[slot].First], _slots[slot].With, _sees[slot], _effort);
    }

    /// <summary>What can be seen at a site on the day of a slot weighs so much.</summary>
    private double WeightAt(int slot, int site) => Enumerable.Range(0, Best.Length)
        .Where(n => _weighing.Task.Site[n] == site && _weighing.Task.Shows(n, _weighing.Task.Fullest[_slots[slot].First])).Sum(n => Best[n]);

    private double[] Left(RoundSlot slot) => slot.Not.IsEmpty ? _weights : [.. _weights.Select((w, n) => slot.Not.Contains(n) ? 0 : w)];

    private RoundSlot[] With(int slot, RoundSlot settled) => [.. _slots.Select((s, j) => j == slot ? settled : s)];

    /// <summary>Settles a slot and all that are like it: if any of them were otherwise, it could as well be this one.</summary>
    private RoundSlot[] WithAlike(int slot, Func<RoundSlot, RoundSlot> settle) =>
        [.. _slots.Select(s => s.First == _slots[slot].First && s.IsLike(_slots[slot]) ? settle(s) : s)];

    /// <summary>The share of all weight that no choice of days holds; the choice that holds most stays at hand.</summary>
    private double LeftOver()
    {
        var days = _weighing.Days.Length;
        var on = new (double Weight, int Sites)[_slots.Length, days];
        for (var j = 0; j < _slots.Length; j++)
        {
            var weights = Left(_slots[j]);
            for (var d = _slots[j].First; d <= _slots[j].Last; d++)
            {
                var like = Array.FindIndex(_slots, 0, j, s => s.IsLike(_slots[j]) && s.MayBeOn(d));
                on[j, d] = like >= 0 && !IsSettled(j) ? on[like, d] : IsSettled(j) ? (Whole(j, weights), _slots[j].With)
                    : _weighing.Days[d].Heaviest(weights, _slots[j].With, _slots[j].Without, _effort);
            }
        }

        var most = _weighing.Chosen(_slots, (j, d) => on[j, d].Weight);
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
