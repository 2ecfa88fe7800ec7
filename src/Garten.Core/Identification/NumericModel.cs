using Garten.Core.Guides;
using Garten.Core.Guides.Notation;

namespace Garten.Core.Identification;

/// <summary>
/// How a number is spread over the plants of a taxon: a normal curve with its own spread on either side of the middle, on
/// the log scale for lengths and ratios, on the plain scale for counts and angles.
/// </summary>
/// <param name="Middle">Middle of the curve, on its scale.</param>
/// <param name="Below">Standard deviation below the middle.</param>
/// <param name="Above">Standard deviation above it.</param>
/// <param name="Logarithmic">True on the log scale.</param>
public sealed record NumericModel(double Middle, double Below, double Above, bool Logarithmic)
{
    /// <summary>True when numbers of a kind are compared on the log scale.</summary>
    public static bool IsLogarithmic(CharacterKind kind) => kind is CharacterKind.Length or CharacterKind.Ratio;

    /// <summary>Fits the curve to a statement.</summary>
    /// <param name="value">A range, bound or list of counts.</param>
    /// <param name="kind">The character's kind.</param>
    public static NumericModel Fit(StatementValue value, CharacterKind kind)
    {
        var log = IsLogarithmic(kind);
        double Scale(double v) => log ? Math.Log(Math.Max(v, 1e-6)) : v;
        if (value is CountShares counts)
        {
            var mean = counts.Numbers.Sum(n => n.Number * n.Weight);
            var spread = Math.Sqrt(counts.Numbers.Sum(n => n.Weight * (n.Number - mean) * (n.Number - mean)));
            return new(Scale(mean), Math.Max(spread, 0.35), Math.Max(spread, 0.35), log);
        }

        var range = (NumericRange)value;

        // A bound is read as a range of one doubling beyond it.
        var low = range.Low ?? (range.High!.Value / 2);
        var high = range.High ?? (range.Low!.Value * 2);
        var middle = (Scale(low) + Scale(high)) / 2;
        var least = log ? LikelihoodConstants.SingleValueSpread : 0.35;
        var below = Spread(middle - Scale(low), range.LowExtreme is { } a ? middle - Scale(a) : null);
        var above = Spread(Scale(high) - middle, range.HighExtreme is { } d ? Scale(d) - middle : null);
        return new(middle, Math.Max(below, least), Math.Max(above, least), log);

        static double Spread(double usual, double? extreme)
        {
            var byUsual = usual / LikelihoodConstants.UsualEnd;
            return extreme is { } e ? (byUsual + (e / LikelihoodConstants.ExtremeEnd)) / 2 : byUsual;
        }
    }

    /// <summary>The curve of a cross of which nothing is said: halfway between its parents, and reaching a quarter of the way to each.</summary>
    /// <param name="first">One parent's curve.</param>
    /// <param name="second">The other's, on the same scale.</param>
    public static NumericModel Between(NumericModel first, NumericModel second)
    {
        var reach = Math.Abs(first.Middle - second.Middle) / 4;
        var spread = (first.Below + first.Above + second.Below + second.Above) / 4;
        return new(
            (first.Middle + second.Middle) / 2,
            Math.Max(spread, reach),
            Math.Max(spread, reach),
            first.Logarithmic
        );
    }

    /// <summary>
    /// Density, on the curve's scale, of the mean of a sample: the spread between plants stays, that within a plant falls
    /// with the number of parts.
    /// </summary>
    /// <param name="mean">The sample's mean on the curve's scale.</param>
    /// <param name="parts">How many parts, at least 1.</param>
    /// <param name="error">Standard error of the reading itself on the curve's scale.</param>
    public double Density(double mean, double parts, double error)
    {
        var share = ShareOfVariance(parts);
        var below = Math.Sqrt((Below * Below * share) + (error * error));
        var above = Math.Sqrt((Above * Above * share) + (error * error));
        var side = mean < Middle ? below : above;
        var z = (mean - Middle) / side;

        // Two half curves of different width, scaled to meet at the middle and to hold a mass of one together.
        return Peak / (below + above) * Math.Exp(-z * z / 2);
    }

    /// <summary>Density of one plant's true value, on the curve's scale.</summary>
    /// <param name="value">The value on the curve's scale.</param>
    public double DensityAt(double value)
    {
        var z = (value - Middle) / (value < Middle ? Below : Above);
        return Peak / (Below + Above) * Math.Exp(-z * z / 2);
    }

    /// <summary>2/√(2π): the peak of the two half curves, times the sum of their spreads.</summary>
    internal const double Peak = 0.79788456080286541;

    /// <summary>Share of the variance that is left in the mean of a sample.</summary>
    /// <param name="parts">How many parts, at least 1.</param>
    internal static double ShareOfVariance(double parts) =>
        1 - LikelihoodConstants.WithinPlant + (LikelihoodConstants.WithinPlant / parts);
}
