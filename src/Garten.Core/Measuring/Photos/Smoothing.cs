using Garten.Core.Geometry;

namespace Garten.Core.Measuring.Photos;

/// <summary>Smooths open lines whose points stand at equal distances.</summary>
internal static class Smoothing
{
    /// <summary>Each point the mean of those about it, weighted by a normal curve; the ends mirrored, so that they stay.</summary>
    /// <param name="spread">Standard deviation of the curve, in points.</param>
    public static Point[] Gaussian(Point[] line, double spread)
    {
        var reach = (int)Math.Ceiling(3 * spread);
        var weights = Enumerable.Range(0, reach + 1).Select(i => Math.Exp(-i * i / (2 * spread * spread))).ToArray();
        var last = line.Length - 1;
        var smoothed = new Point[line.Length];
        for (var i = 0; i < line.Length; i++)
        {
            var (sum, total) = (line[i] * weights[0], weights[0]);
            for (var k = 1; k <= reach; k++)
            {
                sum = sum + ((At(i - k) + At(i + k)) * weights[k]);
                total += 2 * weights[k];
            }

            smoothed[i] = sum * (1 / total);
        }

        return smoothed;

        // Beyond an end the line goes on turned about that end.
        Point At(int i) =>
            i < 0 ? (line[0] * 2) - line[Math.Min(-i, last)]
            : i > last ? (line[last] * 2) - line[Math.Max((2 * last) - i, 0)]
            : line[i];
    }
}
