namespace Garten.Core.Measuring.Photos;

/// <summary>Where to cut between backdrop and things.</summary>
internal static class Threshold
{
    private const int Bins = 256;

    /// <summary>
    /// The cut that parts values into two groups with the most variance between them (N. Otsu, "A threshold selection
    /// method from gray-level histograms", 1979).
    /// </summary>
    /// <param name="values">The values, 0 or more.</param>
    /// <param name="most">Values above are counted as this.</param>
    /// <returns>The cut, the mean below and the mean above it.</returns>
    public static (double Cut, double Below, double Above) Otsu(float[] values, double most)
    {
        var counts = new long[Bins];
        foreach (var value in values)
        {
            counts[Math.Min((int)(value / most * Bins), Bins - 1)]++;
        }

        double total = 0;
        for (var i = 0; i < Bins; i++)
        {
            total += i * (double)counts[i];
        }

        double sumBelow = 0,
            best = -1;
        long below = 0;
        var found = (Cut: 0.0, Below: 0.0, Above: 0.0);
        for (var i = 0; i < Bins - 1; i++)
        {
            below += counts[i];
            sumBelow += i * (double)counts[i];
            var above = values.Length - below;
            if (below == 0 || above == 0)
            {
                continue;
            }

            var (low, high) = (sumBelow / below, (total - sumBelow) / above);
            var between = (double)below * above * (high - low) * (high - low);
            if (between > best)
            {
                best = between;
                found = ((i + 1.0) * most / Bins, (low + 0.5) * most / Bins, (high + 0.5) * most / Bins);
            }
        }

        return found;
    }
}
