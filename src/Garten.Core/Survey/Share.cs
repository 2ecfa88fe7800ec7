using System.Globalization;

namespace Garten.Core.Survey;

/// <summary>A share counted on a sample, with the interval the true share lies in.</summary>
/// <param name="Of">How many have what was looked for, 0 or more.</param>
/// <param name="All">How many were looked at, at least <paramref name="Of"/>.</param>
public readonly record struct Share(int Of, int All)
{
    /// <summary>Number of standard errors that hold 95 % of a normal distribution.</summary>
    private const double Z = 1.959964;

    /// <summary>Fewest looked at from which a share is given: below, the interval spans most of what is possible.</summary>
    public const int Fewest = 5;

    /// <summary>The share, 0 to 1; not a number where nothing was looked at.</summary>
    public double Value => All == 0 ? double.NaN : (double)Of / All;

    /// <summary>
    /// The interval that holds the true share 95 times in 100, 0 to 1: the score interval (E. B. Wilson 1927), which keeps
    /// within 0 and 1 and holds for few and for rare ones too.
    /// </summary>
    public (double Low, double High) Interval
    {
        get
        {
            if (All == 0)
            {
                return (0, 1);
            }

            var (n, p) = ((double)All, Value);
            var middle = (p + (Z * Z / (2 * n))) / (1 + (Z * Z / n));
            var half = Z / (1 + (Z * Z / n)) * Math.Sqrt((p * (1 - p) / n) + (Z * Z / (4 * n * n)));
            return (Math.Max(middle - half, 0), Math.Min(middle + half, 1));
        }
    }

    /// <summary>In words, for example "12 of 40, 30 % (18 to 45 %)"; of too few without a share.</summary>
    public string InWords()
    {
        var (low, high) = Interval;
        return All < Fewest
            ? string.Create(CultureInfo.InvariantCulture, $"{Of} of {All}; too few for a share, which needs {Fewest}")
            : string.Create(
                CultureInfo.InvariantCulture,
                $"{Of} of {All}, {100 * Value:0} % ({100 * low:0} to {100 * high:0} %)"
            );
    }
}
