using System.Numerics;
using Garten.Core.Evidence;
using Garten.Core.Guides;

namespace Garten.Core.Identification;

/// <summary>A character that is measured, or counted in large numbers: a curve for each candidate.</summary>
public sealed class ContinuousTable : CharacterTable
{
    /// <summary>Steps over which a look is judged.</summary>
    private const int Steps = 12;

    /// <summary>Parts a look is judged with.</summary>
    private const int JudgedParts = 5;

    private readonly bool _logarithmic;
    private readonly double[] _middle;

    // Squares of the spreads on either side: variances are what adds up.
    private readonly double[] _below;
    private readonly double[] _above;
    private readonly int[] _blanks;
    private readonly ScopedRows<NumericModel>[] _scoped;
    private readonly double _centre;
    private readonly double _width;
    private readonly double[][] _outcomes;
    private readonly double[] _entropy;

    /// <summary>Makes the table of a measured character.</summary>
    /// <param name="models">The curve of each candidate; null for a blank.</param>
    /// <param name="lacking">The candidates that never have the part; all of them blanks.</param>
    /// <param name="scoped">Statements in scope.</param>
    internal ContinuousTable(
        Character character,
        NumericModel?[] models,
        int[] lacking,
        ScopedRows<NumericModel>[] scoped
    )
        : base(character, models.Length, lacking)
    {
        _logarithmic = NumericModel.IsLogarithmic(character.Kind);
        _scoped = scoped;
        _middle = [.. models.Select(m => m?.Middle ?? 0)];
        _below = [.. models.Select(m => m is null ? 1 : m.Below * m.Below)];
        _above = [.. models.Select(m => m is null ? 1 : m.Above * m.Above)];
        _blanks = [.. Enumerable.Range(0, models.Length).Where(t => models[t] is null)];
        var known = models.OfType<NumericModel>().ToArray();
        _centre = known.Length == 0 ? 0 : known.Average(m => m.Middle);

        // Outside the guide any size the guide knows is as good as another, and some beyond it.
        var variance =
            known.Length == 0
                ? 1
                : known.Average(m =>
                    ((m.Middle - _centre) * (m.Middle - _centre)) + Math.Max(m.Below * m.Below, m.Above * m.Above)
                );
        _width = LikelihoodConstants.OutsideWidth * Math.Sqrt(Math.Max(variance, 1e-4));
        _outcomes = Judge(known);
        _entropy = new double[models.Length + 1];
        foreach (var outcome in _outcomes)
        {
            Columns.AddEntropy(_entropy, outcome);
        }
    }

    /// <inheritdoc/>
    public override int Outcomes => _outcomes.Length;

    /// <inheritdoc/>
    public override double ChanceOf(int outcome, int hypothesis) => _outcomes[outcome][hypothesis];

    /// <inheritdoc/>
    public override string OutcomeLabel(int outcome) => "";

    /// <inheritdoc/>
    public override string? OutcomeState(int outcome) => null;

    /// <inheritdoc/>
    public override double ExpectedBits(ReadOnlySpan<double> masses)
    {
        var bits = Columns.Dot(masses, _entropy);
        foreach (var outcome in _outcomes)
        {
            var chance = Columns.Dot(masses, outcome);
            bits -= chance > 0 ? chance * Math.Log2(chance) : 0;
        }

        return Math.Max(bits, 0);
    }

    /// <inheritdoc/>
    public override bool CanCompare(Observation observation) => observation.Finding is Finding.Sample or Finding.Rough;

    /// <inheritdoc/>
    private protected override bool Speaks(int candidate) => Array.BinarySearch(_blanks, candidate) < 0;

    /// <inheritdoc/>
    private protected override bool IsCovered(Observation observation, int candidate) =>
        Array.Find(_scoped, s => s.Candidate == candidate)?.Covers(observation.Circumstances) == true;

    /// <inheritdoc/>
    private protected override bool TryFillAttached(Observation observation, Span<double> column)
    {
        if (Read(observation) is not { } reading)
        {
            return false;
        }

        // A share of the size: on a logarithmic scale the same for all, on a plain one taken of the guide's middle.
        var spread = LikelihoodConstants.UnusualSpread * (_logarithmic ? 1 : Math.Abs(_centre));
        var widening = IsUnusual(observation) ? spread : 0;
        var misread = Misread(observation.Certainty);
        Fill(reading, widening, misread, column);
        var growing = widening > 0 && Character.Organ is Organ.Habit or Organ.Bark;
        if (growing)
        {
            FillGrowing(reading, misread, column);
        }

        if (_scoped.Length > 0)
        {
            var flat = column[^1];
            foreach (var rows in _scoped)
            {
                column[rows.Candidate] = rows.Likelihood(
                    observation.Circumstances,
                    (model, covered) =>
                        Mixed(
                            growing && !covered
                                ? Growing(model.Middle, model.Above, reading, flat)
                                : Density(model.Middle, model.Below, model.Above, reading, covered ? 0 : widening),
                            flat,
                            misread
                        ),
                    column[rows.Candidate]
                );
            }
        }

        return true;
    }

    /// <summary>Some readings are misread, and then any size is as good as another.</summary>
    private static double Mixed(double density, double flat, double misread) =>
        ((1 - misread) * density) + (misread * flat);

    private double Misread(Certainty certainty) =>
        Math.Clamp(
            Character.Difficulty * LikelihoodConstants.MistakeFactor(certainty),
            LikelihoodConstants.Blunder,
            LikelihoodConstants.MostMistake
        );

    private static double Density(double middle, double below, double above, in NumberReading reading, double widening)
    {
        var extra = widening * widening;
        return new NumericModel(
            middle,
            Math.Sqrt((below * below) + extra),
            Math.Sqrt((above * above) + extra),
            true
        ).Density(reading.Mean, reading.Parts, reading.Error);
    }

    /// <summary>The mean of a sample, or the middle of a rough value, on the curve's scale.</summary>
    private NumberReading? Read(Observation observation)
    {
        switch (observation.Finding)
        {
            case Finding.Sample { Values: var values }:
                return new(values.Average(Scale), values.Length, Error(0, !IsByBareEye(observation)));
            case Finding.Rough { Value: var rough }:
                var low = rough.Low ?? (rough.High!.Value / 2);
                var high = rough.High ?? (rough.Low!.Value * 2);
                var middle = rough.Best is { } best ? Scale(best) : (Scale(low) + Scale(high)) / 2;

                // The ends of what was said are read as a bit less than two standard errors apart from its middle.
                return new(middle, 1, Error((Scale(high) - Scale(low)) / 3.3, !IsByBareEye(observation)));
            default:
                return null;
        }
    }

    private void Fill(in NumberReading reading, double widening, double misread, Span<double> column)
    {
        // The density of NumericModel.Density, written out so that nothing is allocated for a candidate.
        var share = NumericModel.ShareOfVariance(reading.Parts);
        var added = (widening * widening * share) + (reading.Error * reading.Error);
        var flat = Math.Max(
            new NumericModel(_centre, _width, _width, _logarithmic).Density(reading.Mean, 1, reading.Error),
            1e-12
        );
        var t = 0;
        for (; t <= _middle.Length - Vector<double>.Count; t += Vector<double>.Count)
        {
            var below = Vector.SquareRoot((new Vector<double>(_below, t) * share) + new Vector<double>(added));
            var above = Vector.SquareRoot((new Vector<double>(_above, t) * share) + new Vector<double>(added));
            var off = new Vector<double>(reading.Mean) - new Vector<double>(_middle, t);
            var z = off / Vector.ConditionalSelect(Vector.LessThan(off, Vector<double>.Zero), below, above);
            var density = new Vector<double>(NumericModel.Peak) / (below + above) * Vector.Exp(z * z * -0.5);
            ((density * (1 - misread)) + new Vector<double>(misread * flat)).CopyTo(column[t..]);
        }

        for (; t < _middle.Length; t++)
        {
            var below = Math.Sqrt((_below[t] * share) + added);
            var above = Math.Sqrt((_above[t] * share) + added);
            var off = reading.Mean - _middle[t];
            var z = off / (off < 0 ? below : above);
            column[t] = Mixed(NumericModel.Peak / (below + above) * Math.Exp(-z * z / 2), flat, misread);
        }

        var sum = _blanks.Length == 0 ? 0 : Columns.Sum(column[..^1]);

        foreach (var blank in _blanks)
        {
            sum -= column[blank];
        }

        var known = _middle.Length - _blanks.Length;
        foreach (var blank in _blanks)
        {
            column[blank] = known == 0 ? flat : sum / known;
        }

        foreach (var none in Lacking)
        {
            column[none] *= LikelihoodConstants.PartNotThere;
        }

        column[^1] = flat;
    }

    /// <summary>
    /// Height and girth of a plant that is not grown: anything up to the grown range is as likely for one name as for
    /// another, and what lies beyond it speaks against the name as usual.
    /// </summary>
    private void FillGrowing(in NumberReading reading, double misread, Span<double> column)
    {
        var flat = column[^1];
        for (var t = 0; t < _middle.Length; t++)
        {
            column[t] = Mixed(Growing(_middle[t], Math.Sqrt(_above[t]), reading, flat), flat, misread);
        }

        foreach (var blank in _blanks)
        {
            column[blank] = flat;
        }

        foreach (var none in Lacking)
        {
            column[none] *= LikelihoodConstants.PartNotThere;
        }
    }

    private static double Growing(double middle, double above, in NumberReading reading, double flat)
    {
        var beyond = Math.Max(reading.Mean - middle, 0);
        var variance = (above * above * NumericModel.ShareOfVariance(reading.Parts)) + (reading.Error * reading.Error);
        return flat * Math.Exp(-beyond * beyond / (2 * variance));
    }

    private double[][] Judge(NumericModel[] known)
    {
        if (known.Length == 0)
        {
            return [];
        }

        var from = known.Min(m => m.Middle - (3 * m.Below));
        var to = known.Max(m => m.Middle + (3 * m.Above));
        var step = (to - from) / Steps;
        var sums = new double[_middle.Length + 1];
        var outcomes = new double[Steps][];
        for (var i = 0; i < Steps; i++)
        {
            outcomes[i] = new double[_middle.Length + 1];
            Fill(new(from + ((i + 0.5) * step), JudgedParts, Error(0, true)), 0, Misread(Certainty.Sure), outcomes[i]);
            Columns.AddScaled(sums, outcomes[i], 1);
        }

        // Chances, not densities: each hypothesis' sum to one.
        foreach (var outcome in outcomes)
        {
            for (var h = 0; h < sums.Length; h++)
            {
                outcome[h] /= sums[h];
            }
        }

        return outcomes;
    }

    private double Scale(double value) => _logarithmic ? Math.Log(Math.Max(value, 1e-6)) : value;

    private double Error(double said, bool measured)
    {
        var own = _logarithmic ? LikelihoodConstants.ReadingError(measured) : LikelihoodConstants.CountingError;
        return Math.Sqrt((own * own) + (said * said));
    }

    /// <summary>A number as read: its mean and standard error on the curve's scale, and how many parts are behind it.</summary>
    private readonly record struct NumberReading(double Mean, double Parts, double Error);
}
