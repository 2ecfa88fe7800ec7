namespace Garten.Core.Measuring.Photos;

/// <summary>A picture as numbers: three bytes a pixel, red, green, blue, row after row from the top.</summary>
/// <param name="Width">Pixels across, at least 1.</param>
/// <param name="Height">Pixels down, at least 1.</param>
/// <param name="Rgb">3 × width × height bytes.</param>
public sealed record PixelImage(int Width, int Height, byte[] Rgb)
{
    /// <summary>The picture made smaller by a whole number, each pixel the mean of a square of pixels.</summary>
    /// <param name="most">Most pixels it may keep.</param>
    /// <returns>The smaller picture, and how many pixels across were made one.</returns>
    public (PixelImage Image, int Factor) Reduced(int most)
    {
        var factor = (int)Math.Ceiling(Math.Sqrt((double)Width * Height / most));
        if (factor <= 1)
        {
            return (this, 1);
        }

        var (width, height) = (Math.Max(Width / factor, 1), Math.Max(Height / factor, 1));
        var rgb = new byte[3 * width * height];
        var sums = new int[3 * width];
        var (across, down) = (Math.Min(factor, Width), Math.Min(factor, Height));
        for (var y = 0; y < height; y++)
        {
            Array.Clear(sums);
            for (var dy = 0; dy < down; dy++)
            {
                var at = 3 * Width * ((y * factor) + dy);
                for (var x = 0; x < width; x++)
                {
                    int r = 0,
                        g = 0,
                        b = 0;
                    for (var dx = 0; dx < across; dx++, at += 3)
                    {
                        r += Rgb[at];
                        g += Rgb[at + 1];
                        b += Rgb[at + 2];
                    }

                    sums[3 * x] += r;
                    sums[(3 * x) + 1] += g;
                    sums[(3 * x) + 2] += b;
                }
            }

            var count = across * down;
            for (var i = 0; i < sums.Length; i++)
            {
                rgb[(3 * width * y) + i] = (byte)((sums[i] + (count / 2)) / count);
            }
        }

        return (new(width, height, rgb), factor);
    }
}
