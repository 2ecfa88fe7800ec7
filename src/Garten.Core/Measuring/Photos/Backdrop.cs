namespace Garten.Core.Measuring.Photos;

/// <summary>
/// How much each pixel of a picture differs in colour from the plain backdrop it lies on. Light that falls off, and soft
/// shadows, make a backdrop darker without changing its colour; so each channel of the backdrop is fitted with a surface of
/// second degree, and what counts is the difference of the channels from each other, not from the backdrop's brightness.
/// </summary>
internal static class Backdrop
{
    private const int Across = 48;

    /// <summary>Brightness, as a share of the backdrop's, below which a thing is dark enough to be no shadow.</summary>
    private const float Dark = 0.5f;

    /// <summary>The difference of each pixel: 0 for backdrop, about 0.2–0.5 for a green leaf on white paper.</summary>
    /// <returns>Width × height values, smoothed over three by three pixels.</returns>
    public static float[] Difference(PixelImage image)
    {
        var (width, height, rgb) = (image.Width, image.Height, image.Rgb);
        var surface = Fit(image);
        var difference = new float[width * height];
        Span<double> value = stackalloc double[3];
        for (var y = 0; y < height; y++)
        {
            var v = (2.0 * y / height) - 1;
            for (var x = 0; x < width; x++)
            {
                var u = (2.0 * x / width) - 1;
                var at = 3 * ((y * width) + x);
                for (var c = 0; c < 3; c++)
                {
                    var s = surface[c];
                    value[c] =
                        rgb[at + c]
                        / Math.Max(s[0] + (u * (s[1] + (u * s[3]) + (v * s[4]))) + (v * (s[2] + (v * s[5]))), 8);
                }

                difference[(y * width) + x] = (float)Unlike(value[0], value[1], value[2]);
            }
        }

        return Smoothed(difference, width, height);
    }

    /// <summary>How unlike the backdrop a colour is, channel by channel as shares of it: linear in how much of a pixel a thing covers.</summary>
    private static double Unlike(double r, double g, double b)
    {
        var light = (r + g + b) / 3;
        var colour = Math.Sqrt(((r - light) * (r - light)) + ((g - light) * (g - light)) + ((b - light) * (b - light)));
        var dark = light < Dark ? (Dark - light) * 0.5 : 0;
        var bright = light > 1.6 ? (light - 1.6) * 0.3 : 0;
        return colour + dark + bright;
    }

    /// <summary>Fits each channel of the backdrop: begun from the rim of the picture, then from all blocks that go with it.</summary>
    private static double[][] Fit(PixelImage image)
    {
        var down = Math.Max(Across * image.Height / image.Width, 8);
        var blocks = Blocks(image, down);
        var rim = Enumerable
            .Range(0, Across * down)
            .Where(i => i % Across is 0 or Across - 1 || i / Across == 0 || i / Across == down - 1)
            .ToArray();
        var surface = Enumerable
            .Range(0, 3)
            .Select(c => new[] { Median([.. rim.Select(i => blocks[i][c])]), 0, 0, 0, 0, 0 })
            .ToArray();
        foreach (var (darkest, brightest) in new[] { (0.5, 1.5), (0.75, 1.3), (0.85, 1.2) })
        {
            List<double[]> rows = [];
            List<double[]> values = [];
            for (var i = 0; i < blocks.Length; i++)
            {
                var (u, v) = ((2 * ((i % Across) + 0.5) / Across) - 1, (2 * ((i / Across) + 0.5) / down) - 1);
                double[] basis = [1, u, v, u * u, u * v, v * v];
                var share = new double[3];
                for (var c = 0; c < 3; c++)
                {
                    share[c] = blocks[i][c] / Math.Max(basis.Zip(surface[c], (p, q) => p * q).Sum(), 8);
                }

                var light = share.Average();
                if (light > darkest && light < brightest && share.Max() - share.Min() < 0.12 * light)
                {
                    rows.Add(basis);
                    values.Add(blocks[i]);
                }
            }

            if (rows.Count < blocks.Length / 12)
            {
                break;
            }

            for (var c = 0; c < 3; c++)
            {
                surface[c] = LeastSquares.Fit(rows, [.. values.Select(b => b[c])]) ?? surface[c];
            }
        }

        return surface;
    }

    private static double[][] Blocks(PixelImage image, int down)
    {
        var blocks = new double[Across * down][];
        for (var j = 0; j < down; j++)
        {
            for (var i = 0; i < Across; i++)
            {
                var (x0, x1) = (
                    i * image.Width / Across,
                    Math.Max((i + 1) * image.Width / Across, (i * image.Width / Across) + 1)
                );
                var (y0, y1) = (
                    j * image.Height / down,
                    Math.Max((j + 1) * image.Height / down, (j * image.Height / down) + 1)
                );
                long r = 0,
                    g = 0,
                    b = 0,
                    count = 0;
                for (var y = y0; y < Math.Min(y1, image.Height); y++)
                {
                    for (var x = x0; x < Math.Min(x1, image.Width); x++)
                    {
                        var at = 3 * ((y * image.Width) + x);
                        r += image.Rgb[at];
                        g += image.Rgb[at + 1];
                        b += image.Rgb[at + 2];
                        count++;
                    }
                }

                count = Math.Max(count, 1);
                blocks[(j * Across) + i] = [(double)r / count, (double)g / count, (double)b / count];
            }
        }

        return blocks;
    }

    private static double Median(double[] values)
    {
        Array.Sort(values);
        return values[values.Length / 2];
    }

    /// <summary>Each value the mean of three by three, in two passes of three; the rim keeps its own.</summary>
    private static float[] Smoothed(float[] field, int width, int height)
    {
        var across = new float[field.Length];
        for (var y = 0; y < height; y++)
        {
            var row = y * width;
            across[row] = field[row];
            across[row + width - 1] = field[row + width - 1];
            for (var x = 1; x < width - 1; x++)
            {
                across[row + x] = (field[row + x - 1] + field[row + x] + field[row + x + 1]) / 3;
            }
        }

        var smoothed = (float[])across.Clone();
        for (var y = 1; y < height - 1; y++)
        {
            var row = y * width;
            for (var x = 0; x < width; x++)
            {
                smoothed[row + x] = (across[row + x - width] + across[row + x] + across[row + x + width]) / 3;
            }
        }

        return smoothed;
    }
}
