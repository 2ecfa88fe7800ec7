using Garten.Core.Geometry;

namespace Garten.Core.Measuring.Photos;

/// <summary>Teeth found on a blade.</summary>
/// <param name="Right">Teeth on the right side.</param>
/// <param name="Left">Teeth on the left side.</param>
/// <param name="Depth">Usual depth of a tooth, as a share of the blade's length.</param>
/// <param name="Forward">How far along its foot the tip of a usual tooth stands: 0.5 points outwards, near 1 towards the tip of the blade.</param>
/// <param name="Tips">The tips of the teeth, on the upright blade.</param>
/// <param name="TooFine">True where the usual tooth is so fine in the picture that some may have been missed or noise counted.</param>
public sealed record Teething(int Right, int Left, double Depth, double Forward, Point[] Tips, bool TooFine)
{
    /// <summary>Depth of a usual tooth, in pixels looked at, below which teeth cannot be counted surely.</summary>
    private const double SureDepth = 3;

    private const int Points = 1600;

    /// <summary>Depth of a tooth below which an edge counts as even, as a share of the blade's length.</summary>
    private const double Least = 0.0038;

    /// <summary>How much of the edge the smooth line, from which teeth stand out, is averaged over: its standard deviation as a share of a side.</summary>
    private const double Averaged = 0.04;

    /// <summary>Finds teeth: peaks of how far the edge stands out of its own smoothed line.</summary>
    /// <param name="pixel">Size of a pixel of the picture in the blade's unit: what is finer cannot be seen.</param>
    public static Teething Find(BladeLine blade, double pixel)
    {
        var right = Side(blade.Right, blade.Length, 1, pixel);
        var left = Side(blade.Left, blade.Length, -1, pixel);
        var all = right.Concat(left).ToArray();
        var depth = Middle(all.Select(t => t.Depth));
        return new(
            right.Count,
            left.Count,
            depth / blade.Length,
            Middle(all.Select(t => t.Forward)),
            [.. all.Select(t => t.Tip)],
            all.Length > 0 && depth < SureDepth * pixel
        );
    }

    private static List<(Point Tip, double Depth, double Forward)> Side(
        Point[] side,
        double length,
        int hand,
        double pixel
    )
    {
        var line = Smoothing.Gaussian(Lines.Spaced(side, Points), 2);
        var smooth = Smoothing.Gaussian(line, Averaged * Points);
        var standing = new double[line.Length];
        for (var i = 0; i < line.Length; i++)
        {
            var ahead = (smooth[Math.Min(i + 4, line.Length - 1)] - smooth[Math.Max(i - 4, 0)]).Unit;
            var off = line[i] - smooth[i];
            standing[i] = -hand * ((ahead.Left.X * off.X) + (ahead.Left.Y * off.Y));
        }

        // The very tip and the corner at the stalk are corners, not teeth, and so are lobes beside the stalk that reach below it.
        var (from, to) = ((int)(0.03 * Points), (int)(0.975 * Points));
        return Peaks(standing, from, to, Math.Max(Least * length, 1.3 * pixel))
            .Select(p => (line[p.At], p.Height, p.Forward))
            .Where(t => t.Item1.Y > 0)
            .ToList();
    }

    /// <summary>Peaks that rise by more than a height from the valley before and fall by as much to the valley after.</summary>
    private static List<(int At, double Height, double Forward)> Peaks(double[] values, int from, int to, double least)
    {
        List<(int, double, double)> peaks = [];
        var (valley, top, rising) = (from, from, true);
        for (var i = from; i <= to; i++)
        {
            if (rising)
            {
                if (values[i] > values[top])
                {
                    top = i;
                }

                if (values[i] < values[valley] && values[top] - values[valley] < least)
                {
                    (valley, top) = (i, i);
                }
                else if (values[top] - values[valley] >= least && values[top] - values[i] >= least)
                {
                    rising = false;
                    peaks.Add((top, values[top] - values[valley], valley));
                    valley = i;
                }
            }
            else if (values[i] < values[valley])
            {
                valley = i;
                var (at, height, before) = peaks[^1];
                peaks[^1] = (at, Math.Min(height, values[at] - values[i]), before);
            }
            else if (values[i] - values[valley] >= least)
            {
                (rising, top) = (true, i);
            }
        }

        // How far forward: the way from the valley before to the peak, as a share of the way to the valley after it.
        List<(int, double, double)> measured = [];
        for (var k = 0; k < peaks.Count; k++)
        {
            var (at, height, before) = peaks[k];
            var after = k + 1 < peaks.Count ? (int)peaks[k + 1].Item3 : valley;
            measured.Add((at, height, after > before ? (at - before) / (after - before) : 0.5));
        }

        return measured;
    }

    private static double Middle(IEnumerable<double> values)
    {
        var sorted = values.Order().ToArray();
        return sorted.Length == 0 ? 0 : sorted[sorted.Length / 2];
    }
}
