using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;

namespace Garten.Core.Identification;

/// <summary>What each candidate makes of one character, worked out once for a guide.</summary>
public abstract class CharacterLikelihood
{
    private protected CharacterLikelihood(Character character, ImmutableArray<TaxonId> taxa)
    {
        Character = character;
        Taxa = taxa;
    }

    /// <summary>The character.</summary>
    public Character Character { get; }

    /// <summary>The candidates, in the order of all arrays.</summary>
    protected ImmutableArray<TaxonId> Taxa { get; }

    /// <summary>
    /// Likelihood of an observation under every candidate, and last under "outside the guide".
    /// </summary>
    /// <param name="observation">An observation of the character that weighs.</param>
    /// <returns>One number a candidate and one more, each above 0; null when it cannot be compared.</returns>
    public double[]? Of(Observation observation)
    {
        if (Raw(observation) is not { } likelihood)
        {
            return null;
        }

        if (observation.Source is not (EvidenceSource.Fallen or EvidenceSource.OldRemains))
        {
            return likelihood;
        }

        // A fallen part may be a neighbour's; then it says nothing, which is what the candidates make of it on average.
        var mean = likelihood.Average();
        return [.. likelihood.Select(l => ((1 - LikelihoodConstants.Neighbour) * l) + (LikelihoodConstants.Neighbour * mean))];
    }

    /// <summary>Chances of everything that could be recorded, under every candidate and outside: for judging what a look would tell.</summary>
    /// <returns>One array of chances an outcome, each as long as the candidates and one more.</returns>
    public abstract IReadOnlyList<double[]> Outcomes();

    /// <summary>Likelihood before the source of the part is considered.</summary>
    /// <param name="observation">The observation.</param>
    protected abstract double[]? Raw(Observation observation);

    /// <summary>Fills in the candidates the guide says nothing of: what the others make of it on average, so that a blank neither helps nor harms.</summary>
    /// <param name="values">One value a candidate; NaN for a blank.</param>
    /// <param name="outside">Value outside the guide.</param>
    protected static double[] FillBlanks(double[] values, double outside)
    {
        double sum = 0;
        var known = 0;
        foreach (var value in values)
        {
            if (!double.IsNaN(value))
            {
                sum += value;
                known++;
            }
        }

        var mean = known == 0 ? outside : sum / known;
        var filled = new double[values.Length + 1];
        for (var i = 0; i < values.Length; i++)
        {
            filled[i] = double.IsNaN(values[i]) ? mean : values[i];
        }

        filled[^1] = outside;
        return filled;
    }
}

/// <summary>A character with named states.</summary>
public sealed class StateLikelihood : CharacterLikelihood
{
    private readonly ImmutableArray<string> _states;
    private readonly double[]?[] _shares;

    /// <summary>Works out the shares of every state in every candidate.</summary>
    /// <param name="character">The character.</param>
    /// <param name="taxa">The candidates.</param>
    /// <param name="statement">The statement that holds for a candidate; null for a blank.</param>
    public StateLikelihood(Character character, ImmutableArray<TaxonId> taxa, Func<TaxonId, StatementValue?> statement)
        : base(character, taxa)
    {
        // Only states without narrower ones are truly shown by a plant; "toothed" is one of its kinds.
        _states = [.. character.States.Where(s => character.States.All(o => o.Parent != s.Id)).Select(s => s.Id)];
        _shares = [.. taxa.Select(t => statement(t) is StateShares s ? Shares(s) : null)];
    }

    /// <summary>Likelihood of one of several states, it not being known which: five leaflets say that the leaf is compound in some way.</summary>
    /// <param name="states">The states, wider ones counting their narrower ones.</param>
    /// <param name="certainty">How sure the observer is of what says so.</param>
    public double[] OfAny(ImmutableArray<string> states, Certainty certainty)
    {
        var mistake = Mistake(certainty);
        double[] reading = [.. _states.Select(s => states.Any(r => Character.Includes(r, s)) ? 1 - mistake : mistake)];
        double[] values = [.. _shares.Select(shares => shares is null ? double.NaN : Product(shares, [reading]))];
        return FillBlanks(values, Product(Flat, [reading]));
    }

    /// <inheritdoc/>
    public override IReadOnlyList<double[]> Outcomes() =>
        [.. _states.Select(s => Raw(Observation.OfStates(Character.Id, 0, default, s))!)];

    /// <inheritdoc/>
    protected override double[]? Raw(Observation observation)
    {
        var recorded = observation.Finding switch
        {
            Finding.States => observation.States,
            Finding.Absent when Character.AbsentState is { } absent => [absent],
            _ => [],
        };
        if (recorded.IsEmpty)
        {
            return null;
        }

        var mistake = Mistake(observation.Certainty);
        var reading = recorded.Select(r => Reading(r, mistake)).ToArray();
        var values = new double[Taxa.Length];
        for (var t = 0; t < values.Length; t++)
        {
            values[t] = _shares[t] is { } shares ? Product(shares, reading) : double.NaN;
        }

        return FillBlanks(values, Product(Flat, reading));
    }

    private double[] Flat => [.. Enumerable.Repeat(1.0 / _states.Length, _states.Length)];

    private double Mistake(Certainty certainty) =>
        Math.Min(Character.Difficulty * LikelihoodConstants.MistakeFactor(certainty), LikelihoodConstants.MostMistake);

    /// <summary>A variable plant shows each of its states on some of its parts; each weighs as its share of one look.</summary>
    private static double Product(double[] shares, double[][] readings)
    {
        var log = 0.0;
        foreach (var reading in readings)
        {
            double sum = 0;
            for (var s = 0; s < shares.Length; s++)
            {
                sum += shares[s] * reading[s];
            }

            log += Math.Log(sum) / readings.Length;
        }

        return Math.Exp(log);
    }

    /// <summary>Chance of this being recorded, for each state that may be true.</summary>
    private double[] Reading(string recorded, double mistake)
    {
        var chances = new double[_states.Length];
        var at = _states.IndexOf(recorded);
        for (var s = 0; s < chances.Length; s++)
        {
            if (Character.Includes(recorded, _states[s]))
            {
                chances[s] = 1 - mistake;
            }
            else if (_states.Length == 1)
            {
                chances[s] = mistake;
            }
            else if (Character.Kind == CharacterKind.Ordered && at >= 0)
            {
                // Neighbours are taken for each other: each step further is half as likely.
                double total = 0;
                for (var other = 0; other < _states.Length; other++)
                {
                    total += other == s ? 0 : Math.Pow(0.5, Math.Abs(other - s) - 1);
                }

                chances[s] = mistake * Math.Pow(0.5, Math.Abs(at - s) - 1) / total;
            }
            else
            {
                chances[s] = mistake / (_states.Length - 1);
            }
        }

        return chances;
    }

    private double[] Shares(StateShares value)
    {
        var shares = new double[_states.Length];
        foreach (var weighted in value.States)
        {
            var within = _states.Where(s => Character.Includes(weighted.State, s)).ToArray();
            foreach (var state in within)
            {
                shares[_states.IndexOf(state)] += weighted.Weight / within.Length;
            }
        }

        var leak = LikelihoodConstants.Unlisted;
        return [.. shares.Select(s => (s * (1 - leak)) + (leak / shares.Length))];
    }
}

/// <summary>A character that is measured or counted.</summary>
public sealed class NumberLikelihood : CharacterLikelihood
{
    private readonly NumericModel?[] _models;
    private readonly double _centre;
    private readonly double _width;

    /// <summary>Fits every candidate's curve.</summary>
    /// <param name="character">The character.</param>
    /// <param name="taxa">The candidates.</param>
    /// <param name="statement">The statement that holds for a candidate; null for a blank.</param>
    public NumberLikelihood(Character character, ImmutableArray<TaxonId> taxa, Func<TaxonId, StatementValue?> statement)
        : base(character, taxa)
    {
        _models = [.. taxa.Select(t => statement(t) is { } value ? NumericModel.Fit(value, character.Kind) : null)];
        var known = _models.OfType<NumericModel>().ToArray();
        _centre = known.Length == 0 ? 0 : known.Average(m => m.Middle);

        // Outside the guide any size the guide knows is as good as another, and some beyond it.
        var variance = known.Length == 0 ? 1 : known.Average(m => ((m.Middle - _centre) * (m.Middle - _centre)) + Math.Max(m.Below * m.Below, m.Above * m.Above));
        _width = 1.5 * Math.Sqrt(Math.Max(variance, 1e-4));
    }

    /// <inheritdoc/>
    public override IReadOnlyList<double[]> Outcomes()
    {
        // The mean of five parts, in steps over everything the candidates expect.
        const int Steps = 16;
        var known = _models.OfType<NumericModel>().ToArray();
        if (known.Length == 0)
        {
            return [];
        }

        var from = known.Min(m => m.Middle - (3 * m.Below));
        var to = known.Max(m => m.Middle + (3 * m.Above));
        var step = (to - from) / Steps;
        var outcomes = Enumerable.Range(0, Steps).Select(i => At(from + ((i + 0.5) * step), 5, Error(0))).ToArray();

        // Chances, not densities: each candidate's sum to one.
        for (var h = 0; h <= Taxa.Length; h++)
        {
            var sum = outcomes.Sum(o => o[h]);
            foreach (var outcome in outcomes)
            {
                outcome[h] /= sum;
            }
        }

        return outcomes;
    }

    /// <inheritdoc/>
    protected override double[]? Raw(Observation observation)
    {
        switch (observation.Finding)
        {
            case Finding.Sample:
                return At(observation.Values.Average(Scale), observation.Values.Length, Error(0));
            case Finding.Rough when observation.Rough is { } rough:
                var low = rough.Low ?? (rough.High!.Value / 2);
                var high = rough.High ?? (rough.Low!.Value * 2);
                var middle = rough.Best is { } best ? Scale(best) : (Scale(low) + Scale(high)) / 2;

                // The ends of what was said are read as a bit less than two standard errors apart from its middle.
                return At(middle, 1, Error((Scale(high) - Scale(low)) / 3.3));
            default:
                return null;
        }
    }

    private double[] At(double mean, double parts, double error)
    {
        var flat = new NumericModel(_centre, _width, _width, NumericModel.IsLogarithmic(Character.Kind)).Density(mean, 1, error);
        var values = new double[Taxa.Length];
        for (var t = 0; t < values.Length; t++)
        {
            values[t] = _models[t] is { } model
                ? ((1 - LikelihoodConstants.Blunder) * model.Density(mean, parts, error)) + (LikelihoodConstants.Blunder * flat)
                : double.NaN;
        }

        return FillBlanks(values, Math.Max(flat, 1e-12));
    }

    private double Scale(double value) => NumericModel.IsLogarithmic(Character.Kind) ? Math.Log(Math.Max(value, 1e-6)) : value;

    private double Error(double said)
    {
        var own = NumericModel.IsLogarithmic(Character.Kind) ? LikelihoodConstants.MeasuringError : 0.3;
        return Math.Sqrt((own * own) + (said * said));
    }
}
