using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;

namespace Garten.Core.Identification;

/// <summary>A character with named states, or a count of few parts: shares of the plants that show each value.</summary>
public sealed class DiscreteTable : CharacterTable
{
    private readonly ImmutableArray<string> _states;
    private readonly int _values;
    private readonly bool[] _known;
    private readonly double[][] _shares;
    private readonly ScopedRows<double[]>[] _scoped;
    private readonly double[] _entropy;
    private readonly double[][] _looks;

    /// <summary>For each true state, how the mistakes at it fall on the others; empty for counts and states in order.</summary>
    private readonly double[][] _taken;

    /// <summary>Makes the table of a character with named states.</summary>
    /// <param name="states">Its states that have no narrower ones; only these are truly shown by a plant.</param>
    /// <param name="values">How many values there are: the states, or the numbers 0 to one less, the last standing for all above.</param>
    /// <param name="shares">For each value its share in each candidate, and a place for "outside"; becomes the table's own.</param>
    /// <param name="known">True for the candidates that are no blanks.</param>
    /// <param name="lacking">The candidates that never have the part; none of them known.</param>
    /// <param name="scoped">Statements in scope.</param>
    internal DiscreteTable(
        Character character,
        ImmutableArray<string> states,
        int values,
        double[][] shares,
        bool[] known,
        int[] lacking,
        ScopedRows<double[]>[] scoped
    )
        : base(character, known.Length, lacking)
    {
        _states = states;
        _values = values;
        _known = known;
        _scoped = scoped;
        _shares = shares;
        var count = known.Count(k => k);
        foreach (var column in shares)
        {
            // Blanks stand at 0 until now, so the sum is that of the candidates known.
            var mean = count == 0 ? 1.0 / values : Columns.Sum(column) / count;
            for (var t = 0; t < known.Length; t++)
            {
                column[t] = known[t] ? column[t] : mean;
            }

            foreach (var none in lacking)
            {
                column[none] = LikelihoodConstants.PartNotThere * mean;
            }

            // Outside the guide each value is as likely as another.
            column[^1] = 1.0 / values;
        }

        _taken = states.IsEmpty || character.Kind == CharacterKind.Ordered ? [] : Taken(character, states);
        _looks = [.. Enumerable.Range(0, values).Select(v => Reading(v, Mistake(Certainty.Sure)))];
        _entropy = Entropies();
    }

    /// <inheritdoc/>
    public override int Outcomes => _values;

    /// <inheritdoc/>
    public override double ChanceOf(int outcome, int hypothesis)
    {
        double chance = 0;
        for (var v = 0; v < _values; v++)
        {
            chance += _looks[outcome][v] * _shares[v][hypothesis];
        }

        return chance;
    }

    /// <inheritdoc/>
    public override string OutcomeLabel(int outcome) =>
        _states.IsEmpty
            ? outcome == _values - 1
                ? $"{outcome} or more"
                : outcome.ToString(System.Globalization.CultureInfo.InvariantCulture)
            : Character.LabelOf(_states[outcome]);

    /// <inheritdoc/>
    public override string? OutcomeState(int outcome) => _states.IsEmpty ? null : _states[outcome];

    /// <inheritdoc/>
    public override double ExpectedBits(ReadOnlySpan<double> masses)
    {
        // I(name; outcome) = Σ_h m_h Σ_o p(o|h) log p(o|h) − Σ_o p(o) log p(o); the inner sum is kept for each hypothesis.
        Span<double> held = stackalloc double[_values];
        for (var v = 0; v < _values; v++)
        {
            held[v] = Columns.Dot(masses, _shares[v]);
        }

        var bits = Columns.Dot(masses, _entropy);
        foreach (var look in _looks)
        {
            double chance = 0;
            for (var v = 0; v < _values; v++)
            {
                chance += look[v] * held[v];
            }

            bits -= chance * Math.Log2(chance);
        }

        return Math.Max(bits, 0);
    }

    /// <summary>Likelihood of one of several states, it not being known which: five leaflets say that the leaf is compound in some way.</summary>
    /// <param name="states">The states, wider ones counting their narrower ones.</param>
    /// <param name="certainty">How sure the observer is of what says so.</param>
    /// <param name="column">To be filled.</param>
    public void FillAny(ImmutableArray<string> states, Certainty certainty, Span<double> column)
    {
        var mistake = Mistake(certainty);
        Fill(
            [([.. _states.Select(s => states.Any(r => Character.Includes(r, s)) ? 1 - mistake : mistake)], 1)],
            column
        );
    }

    /// <inheritdoc/>
    public override bool CanCompare(Observation observation) =>
        observation.Finding switch
        {
            Finding.States seen => !_states.IsEmpty && seen.Seen.Any(s => Character.State(s) is not null),
            Finding.Absent => Character.AbsentState is not null,
            Finding.Sample or Finding.Rough => _states.IsEmpty,
            _ => false,
        };

    /// <summary>Shares of states a statement gives, with a little left for what guides never list.</summary>
    /// <param name="within">For every state the numbers of the values it includes.</param>
    /// <param name="values">How many values the table holds.</param>
    /// <param name="value">What the statement says.</param>
    internal static double[] Shares(Dictionary<string, int[]> within, int values, Guides.Notation.StateShares value)
    {
        var shares = new double[values];
        foreach (var weighted in value.States)
        {
            var narrower = within[weighted.State];
            foreach (var s in narrower)
            {
                shares[s] += weighted.Weight / narrower.Length;
            }
        }

        return WithUnlisted(shares);
    }

    /// <summary>Shares of whole numbers a statement gives: those listed, or a range's curve read off at each number.</summary>
    /// <param name="values">How many numbers the table holds, from 0.</param>
    /// <param name="value">What the statement says.</param>
    internal static double[] Shares(Character character, int values, Guides.Notation.StatementValue value)
    {
        var shares = new double[values];
        if (value is Guides.Notation.CountShares counts)
        {
            foreach (var number in counts.Numbers)
            {
                shares[Math.Min(number.Number, values - 1)] += number.Weight;
            }
        }
        else
        {
            var model = NumericModel.Fit(value, character.Kind);
            double sum = 0;
            for (var v = 0; v < values; v++)
            {
                sum += shares[v] = model.Density(v, 1, 0);
            }

            for (var v = 0; v < values; v++)
            {
                shares[v] /= sum;
            }
        }

        return WithUnlisted(shares);
    }

    /// <inheritdoc/>
    private protected override bool Speaks(int candidate) => _known[candidate];

    /// <inheritdoc/>
    private protected override bool IsCovered(Observation observation, int candidate) =>
        Array.Find(_scoped, s => s.Candidate == candidate)?.Covers(observation.Circumstances) == true;

    /// <inheritdoc/>
    private protected override bool TryFillAttached(Observation observation, Span<double> column)
    {
        var readings = Readings(observation);
        if (readings.Length == 0)
        {
            return false;
        }

        if (!IsUnusual(observation))
        {
            Fill(readings, column);
            Replace(observation, readings, readings, column);
            return true;
        }

        // Bark that is not yet formed says nothing of what it will be.
        (double[], double)[] wide =
            Character.Organ == Organ.Bark
                ? [([.. Enumerable.Repeat(1.0 / _values, _values)], 1)]
                : [.. readings.Select(r => (Widened(r.Reading), r.Weight))];
        Fill(wide, column);
        Replace(observation, readings, wide, column);
        return true;
    }

    /// <summary>A reading that leaves room for parts the guide has no statement for: some of them show anything.</summary>
    private static double[] Widened(double[] reading)
    {
        var mean = reading.Average();
        return
        [
            .. reading.Select(r =>
                ((1 - LikelihoodConstants.UnusualShare) * r) + (LikelihoodConstants.UnusualShare * mean)
            ),
        ];
    }

    /// <summary>Mistakes fall on stated neighbours; where a character names none, on any other state alike.</summary>
    private static double[][] Taken(Character character, ImmutableArray<string> states)
    {
        var others = Math.Max(states.Length - 1, 1);
        var near = states.Select(s => states.Select(o => character.AreNear(s, o)).ToArray()).ToArray();
        var named = near.Any(n => n.Contains(true));
        return
        [
            .. near.Select(row =>
                row.Select(n =>
                        !named
                            ? 1.0 / others
                            : ((1 - LikelihoodConstants.MistakesNear) / others)
                                + (n ? LikelihoodConstants.MistakesNear / row.Count(x => x) : 0)
                    )
                    .ToArray()
            ),
        ];
    }

    private static double[] WithUnlisted(double[] shares)
    {
        for (var s = 0; s < shares.Length; s++)
        {
            shares[s] =
                (shares[s] * (1 - LikelihoodConstants.Unlisted)) + (LikelihoodConstants.Unlisted / shares.Length);
        }

        return shares;
    }

    /// <summary>What was recorded as chances of saying so for each true value, each with its weight.</summary>
    private (double[] Reading, double Weight)[] Readings(Observation observation)
    {
        var mistake = Mistake(observation.Certainty, IsByBareEye(observation) ? LikelihoodConstants.BareEyeFactor : 1);
        switch (observation.Finding)
        {
            case Finding.States { Seen: var seen } when !_states.IsEmpty:
                // A variable plant shows each of its states on some of its parts; each weighs as its share of one look.
                return
                [
                    .. seen.Where(r => Character.State(r) is not null)
                        .Select(r => (Reading(r, mistake), 1.0 / seen.Length)),
                ];
            case Finding.Absent when Character.AbsentState is { } absent:
                return [(Reading(absent, mistake), 1)];
            case Finding.Sample { Values: var values } when _states.IsEmpty:
                // Counts on one plant are alike; n of them weigh as the spread between plants lets them.
                var effective = LikelihoodConstants.EffectiveParts(values.Length);
                return
                [
                    .. observation
                        .Values.CountBy(v => Math.Clamp((int)v, 0, _values - 1))
                        .Select(g => (Reading(g.Key, mistake), effective * g.Value / values.Length)),
                ];
            case Finding.Rough { Value: var rough } when _states.IsEmpty:
                return [(Reading(rough, mistake), 1)];
            default:
                return [];
        }
    }

    private double Mistake(Certainty certainty, double factor = 1) =>
        Math.Min(
            Character.Difficulty * LikelihoodConstants.MistakeFactor(certainty) * factor,
            LikelihoodConstants.MostMistake
        );

    private void Fill((double[] Reading, double Weight)[] readings, Span<double> column)
    {
        column.Clear();
        if (readings is [(var only, 1)])
        {
            for (var v = 0; v < _values; v++)
            {
                Columns.AddScaled(column, _shares[v], only[v]);
            }

            return;
        }

        for (var h = 0; h < column.Length; h++)
        {
            double log = 0;
            foreach (var (reading, weight) in readings)
            {
                double sum = 0;
                for (var v = 0; v < _values; v++)
                {
                    sum += reading[v] * _shares[v][h];
                }

                log += weight * Math.Log(sum);
            }

            column[h] = log;
        }

        Columns.Exp(column);
    }

    private void Replace(
        Observation observation,
        (double[] Reading, double Weight)[] exact,
        (double[] Reading, double Weight)[] wide,
        Span<double> column
    )
    {
        foreach (var rows in _scoped)
        {
            column[rows.Candidate] = rows.Likelihood(
                observation.Circumstances,
                (shares, covered) => Under(shares, covered ? exact : wide),
                column[rows.Candidate]
            );
        }

        double Under(double[] shares, (double[] Reading, double Weight)[] readings)
        {
            double log = 0;
            foreach (var (reading, weight) in readings)
            {
                log += weight * Math.Log(Columns.Dot(shares, reading));
            }

            return Math.Exp(log);
        }
    }

    /// <summary>Chance of a state being recorded, for each state that may be true.</summary>
    private double[] Reading(string recorded, double mistake)
    {
        var at = _states.IndexOf(recorded);
        if (Character.Kind == CharacterKind.Ordered && at >= 0)
        {
            return Reading(at, mistake);
        }

        return
        [
            .. _states.Select(
                (s, v) =>
                    Character.Includes(recorded, s)
                        ? 1 - mistake
                        : mistake * _states.Select((r, i) => Character.Includes(recorded, r) ? _taken[v][i] : 0).Max()
            ),
        ];
    }

    /// <summary>Chance of a value being recorded, for each value that may be true. Neighbours in order are taken for each other: each step further is half as likely.</summary>
    private double[] Reading(int recorded, double mistake)
    {
        var chances = new double[_values];
        var ordered = _states.IsEmpty || Character.Kind == CharacterKind.Ordered;
        for (var v = 0; v < _values; v++)
        {
            if (v == recorded)
            {
                chances[v] = 1 - mistake;
            }
            else if (!ordered)
            {
                chances[v] = mistake * _taken[v][recorded];
            }
            else
            {
                // The halves on both sides of v up to the ends: 2 − 2^(1−n) for n steps.
                var total = 4 - Math.Pow(2, 1 - v) - Math.Pow(2, 1 - (_values - 1 - v));
                chances[v] = mistake * Math.Pow(0.5, Math.Abs(recorded - v) - 1) / total;
            }
        }

        return chances;
    }

    /// <summary>Chance of a rough value being said, for each number that may be true.</summary>
    private double[] Reading(RoughValue rough, double mistake)
    {
        var most = _values - 1;
        var low = Math.Min(rough.Low ?? 0, most);
        var high = Math.Min(rough.High ?? double.MaxValue, most);
        var chances = new double[_values];
        for (var v = 0; v < _values; v++)
        {
            var outside = Math.Max(low - v, v - high);
            chances[v] =
                outside > 0 ? mistake * Math.Pow(0.5, outside - 1)
                : rough.Best is { } best && Math.Abs(best - v) > 0.5 ? (1 - mistake) / 2
                : 1 - mistake;
        }

        return chances;
    }

    private double[] Entropies()
    {
        var entropies = new double[Candidates + 1];
        var chances = new double[Candidates + 1];
        foreach (var look in _looks)
        {
            Array.Clear(chances);
            for (var v = 0; v < _values; v++)
            {
                Columns.AddScaled(chances, _shares[v], look[v]);
            }

            Columns.AddEntropy(entropies, chances);
        }

        return entropies;
    }
}
