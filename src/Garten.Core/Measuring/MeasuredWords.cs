using System.Globalization;

namespace Garten.Core.Measuring;

/// <summary>Writes measured values with no more digits than their error leaves them.</summary>
public static class MeasuredWords
{
    /// <summary>The value with its standard error: 61.3 ± 0.6.</summary>
    public static string Of(Measured measured)
    {
        var digits = DigitsOf(measured);
        return measured.Error > 0
            ? $"{Rounded(measured.Value, digits)} ± {Rounded(measured.Error, digits)}"
            : Rounded(measured.Value, digits);
    }

    /// <summary>The value alone, rounded as its error asks.</summary>
    public static string Value(Measured measured) => Rounded(measured.Value, DigitsOf(measured));

    /// <summary>Digits after the point, so that the error keeps one figure, or two where it begins with a one.</summary>
    private static int DigitsOf(Measured measured)
    {
        if (measured.Error <= 0)
        {
            // A count is exact.
            return measured.Value == Math.Round(measured.Value) ? 0 : 2;
        }

        var power = (int)Math.Floor(Math.Log10(measured.Error));
        return Math.Clamp(measured.Error / Math.Pow(10, power) < 2 ? 1 - power : -power, 0, 4);
    }

    private static string Rounded(double value, int digits) =>
        value.ToString($"F{digits}", CultureInfo.InvariantCulture);
}
