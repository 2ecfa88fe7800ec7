namespace Garten.Core.Measuring.Photos;

/// <summary>
/// Exact Euclidean distances on a grid (P. Felzenszwalb and D. Huttenlocher, "Distance transforms of sampled functions",
/// 2012): the lower envelope of parabolas, along columns and then along rows.
/// </summary>
internal static class DistanceMap
{
    private const float Far = 1e12f;

    /// <summary>The squared distance of each pixel to the nearest one of a set.</summary>
    /// <param name="isIn">True for the pixels of the set.</param>
    /// <param name="width">Pixels across.</param>
    /// <param name="height">Pixels down.</param>
    public static float[] SquaredTo(bool[] isIn, int width, int height)
    {
        var squared = new float[isIn.Length];
        for (var i = 0; i < squared.Length; i++)
        {
            squared[i] = isIn[i] ? 0 : Far;
        }

        var longest = Math.Max(width, height);
        var (line, result, places, bounds) = (
            new float[longest],
            new float[longest],
            new int[longest],
            new float[longest + 1]
        );
        for (var x = 0; x < width; x++)
        {
            for (var y = 0; y < height; y++)
            {
                line[y] = squared[(y * width) + x];
            }

            Envelope(line, result, height, places, bounds);
            for (var y = 0; y < height; y++)
            {
                squared[(y * width) + x] = result[y];
            }
        }

        for (var y = 0; y < height; y++)
        {
            Array.Copy(squared, y * width, line, 0, width);
            Envelope(line, result, width, places, bounds);
            Array.Copy(result, 0, squared, y * width, width);
        }

        return squared;
    }

    private static void Envelope(float[] f, float[] d, int n, int[] v, float[] z)
    {
        var k = 0;
        v[0] = 0;
        (z[0], z[1]) = (float.NegativeInfinity, float.PositiveInfinity);
        for (var q = 1; q < n; q++)
        {
            if (f[q] >= Far)
            {
                continue;
            }

            float s;
            while (true)
            {
                var p = v[k];
                s =
                    f[p] >= Far
                        ? float.NegativeInfinity
                        : ((f[q] + ((float)q * q)) - (f[p] + ((float)p * p))) / (2f * (q - p));
                if (s > z[k] || k == 0)
                {
                    break;
                }

                k--;
            }

            if (s <= z[k])
            {
                v[k] = q;
            }
            else
            {
                k++;
                v[k] = q;
                z[k] = s;
            }

            z[k + 1] = float.PositiveInfinity;
        }

        k = 0;
        for (var q = 0; q < n; q++)
        {
            while (z[k + 1] < q)
            {
                k++;
            }

            var off = (float)(q - v[k]);
            d[q] = f[v[k]] >= Far ? Far : (off * off) + f[v[k]];
        }
    }
}
