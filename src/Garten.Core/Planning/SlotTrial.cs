namespace Garten.Core.Planning;

/// <summary>Weights of needs sought for one question: whether rounds that are on some of the days can see all of them.</summary>
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
    private readonly RoundSlot[] _slots;
    private readonly double[] _direction;
    private readonly double[] _day;
    private readonly double[] _daySquare;
    private readonly (int Day, int Sites)[] _chosen;
    private double[] _weights;
    private double _seen;
    private double _length = 1;
    private int _idle;

    /// <summary>Readies a search.</summary>
    /// <param name="weighing">What rounds hold at most.</param>
    /// <param name="slots">The rounds, each with a day left to it.</param>
    /// <param name="weights">Weights to begin with; they come to 1.</param>
    /// <param name="effort">What it takes.</param>
    public SlotTrial(RoundWeighing weighing, RoundSlot[] slots, double[] weights, PlanningEffort effort)
    {
        (_weighing, _slots, _weights, Best, _effort) = (weighing, slots, weights, weights, effort);
        _direction = new double[weights.Length];
        _day = new double[slots.Length];
        _daySquare = new double[slots.Length];
        _chosen = new (int, int)[slots.Length];
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
        foreach (var (day, sites) in _chosen)
        {
            _weighing.On(_weighing.Task.Fullest[day]).See(_weights, sites, open);
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

    /// <summary>The question in two: with a round before a day and not before it; null when all days are settled.</summary>
    public (RoundSlot[] One, RoundSlot[] Other)? Halves()
    {
        var fullest = _weighing.Task.Fullest;
        var loose = Enumerable.Range(0, _slots.Length).Where(j => !_slots[j].IsOnOneDay).ToArray();
        if (loose.Length == 0)
        {
            return null;
        }

        var j = loose.MaxBy(j => Math.Sqrt(Math.Max((_daySquare[j] / _seen) - Math.Pow(_day[j] / _seen, 2), 0)) + (0.01 * fullest.Count(_slots[j].MayBeOn)));
        var last = Math.Clamp((int)(_day[j] / _seen), Array.IndexOf(fullest, _slots[j].First), Array.IndexOf(fullest, _slots[j].Last) - 1);
        return (With(j, _slots[j] with { Last = fullest[last] }), With(j, _slots[j] with { First = fullest[last + 1] }));
    }

    private RoundSlot[] With(int slot, RoundSlot settled) => [.. _slots.Select((s, j) => j == slot ? settled : s)];

    /// <summary>The share of all weight that no choice of days holds; the choice that holds most stays at hand.</summary>
    private double LeftOver()
    {
        var fullest = _weighing.Task.Fullest;
        var on = new (double Weight, int Sites)[fullest.Length];
        for (var d = 0; d < on.Length; d++)
        {
            if (Array.Exists(_slots, s => s.MayBeOn(fullest[d])))
            {
                on[d] = _weighing.On(fullest[d]).Heaviest(_weights, 0, 0, _effort);
            }
        }

        var most = _weighing.Chosen(_slots, [.. on.Select(o => o.Weight)]);
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

            _chosen[j] = (at, on[at].Sites);
        }

        return 1 - most[0, 0];
    }

    private void Note()
    {
        _seen = (_seen * Fading) + 1;
        for (var j = 0; j < _slots.Length; j++)
        {
            var day = _chosen[j].Day;
            _day[j] = (_day[j] * Fading) + day;
            _daySquare[j] = (_daySquare[j] * Fading) + ((double)day * day);
        }
    }
}
