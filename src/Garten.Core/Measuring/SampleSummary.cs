using System.Collections.Immutable;

namespace Garten.Core.Measuring;

/// <summary>What a sample of measured or counted parts says at a glance.</summary>
/// <param name="Count">How many parts, at least 1.</param>
/// <param name="Mean">Arithmetic mean, in the unit of the values.</param>
/// <param name="StandardDeviation">Sample standard deviation with n − 1 in the denominator; null for one part.</param>
public sealed record SampleSummary(int Count, double Mean, double? StandardDeviation, double Minimum, double Maximum)
{
    /// <summary>Summarises a sample.</summary>
    /// <param name="values">At least one value.</param>
    /// <exception cref="ArgumentException">The sample is empty.</exception>
    public static SampleSummary Of(ImmutableArray<double> values)
    {
        if (values.IsDefaultOrEmpty)
        {
            throw new ArgumentException("A sample needs at least one value.", nameof(values));
        }

        double sum = 0,
            minimum = values[0],
            maximum = values[0];
        foreach (var value in values)
        {
            sum += value;
            minimum = Math.Min(minimum, value);
            maximum = Math.Max(maximum, value);
        }

        var mean = sum / values.Length;
        double squares = 0;
        foreach (var value in values)
        {
            squares += (value - mean) * (value - mean);
        }

        return new(
            values.Length,
            mean,
            values.Length < 2 ? null : Math.Sqrt(squares / (values.Length - 1)),
            minimum,
            maximum
        );
    }
}
