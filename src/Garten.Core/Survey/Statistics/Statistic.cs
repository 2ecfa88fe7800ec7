using System.Globalization;

namespace Garten.Core.Survey.Statistics;

/// <summary>A statistic worked out from a survey, or why there is none.</summary>
/// <param name="Value">The statistic; null where it would rest on too little.</param>
/// <param name="Error">Standard error; null where the estimator has none.</param>
/// <param name="Low">Lower end of the interval that holds the true value 95 times in 100; null where there is none.</param>
/// <param name="Lacking">What it would need; empty where there is a value.</param>
public sealed record Statistic(double? Value, double? Error, double? Low, double? High, string Lacking)
{
    /// <summary>Number of standard errors that hold 95 % of a normal distribution.</summary>
    internal const double Z = 1.959964;

    /// <summary>A statistic without an error.</summary>
    public static Statistic Of(double value) => new(value, null, null, null, "");

    /// <summary>A statistic with its error, the interval symmetrical about it.</summary>
    /// <param name="error">Its standard error, at least 0.</param>
    public static Statistic Of(double value, double error) =>
        new(value, error, value - (Z * error), value + (Z * error), "");

    /// <summary>A statistic that would rest on too little.</summary>
    /// <param name="lacking">What it would need, as a sentence.</param>
    public static Statistic TooLittle(string lacking) => new(null, null, null, null, lacking);

    /// <summary>An estimate of all species, of which some were seen: its interval never lies below what was seen.</summary>
    /// <remarks>The logarithm of the unseen taken to be normal (Chao 1987).</remarks>
    /// <param name="variance">Variance of the estimate.</param>
    internal static Statistic OfRichness(int seen, double value, double variance)
    {
        var unseen = value - seen;
        var error = Math.Sqrt(Math.Max(variance, 0));
        if (unseen < 1e-12)
        {
            return new(value, error, value, value, "");
        }

        var spread = Math.Exp(Z * Math.Sqrt(Math.Log(1 + (variance / (unseen * unseen)))));
        return new(value, error, seen + (unseen / spread), seen + (unseen * spread), "");
    }

    /// <summary>In words, for example "12.4 (10.2 to 21.0)", or what it would need.</summary>
    public string InWords() =>
        Value is not { } value ? Lacking
        : Low is { } low && High is { } high
            ? string.Create(CultureInfo.InvariantCulture, $"{value:0.0} ({low:0.0} to {high:0.0})")
        : string.Create(CultureInfo.InvariantCulture, $"{value:0.00}");
}
