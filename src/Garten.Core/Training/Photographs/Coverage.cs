using Garten.Core.Geometry;

namespace Garten.Core.Training.Photographs;

/// <summary>How much of each pixel a shape covers: scan lines, four to a pixel, with ends counted in parts of a pixel.</summary>
internal static class Coverage
{
    private const int ScanLines = 4;

    /// <summary>Covers pixels with a shape.</summary>
    /// <param name="outline">The shape's closed line, in pixels.</param>
    /// <param name="width">Pixels across.</param>
    /// <param name="height">Pixels down.</param>
    /// <returns>For each pixel a share from 0 to 1.</returns>
    public static float[] Of(IReadOnlyList<Point> outline, int width, int height)
    {
        var covered = new float[width * height];
        Add(covered, outline, width, height);
        return covered;
    }

    /// <summary>Covers pixels with one more shape; where shapes meet, the larger share counts.</summary>
    /// <param name="covered">The shares so far.</param>
    /// <param name="width">Pixels across.</param>
    /// <param name="height">Pixels down.</param>
    public static void Add(float[] covered, IReadOnlyList<Point> outline, int width, int height)
    {
        var box = Lines.BoxOf(outline);
        var (top, bottom) = (
            Math.Max((int)Math.Floor(box.Bottom), 0),
            Math.Min((int)Math.Ceiling(box.Top) + 1, height)
        );
        var crossings = new List<double>();
        var row = new float[width];
        for (var y = top; y < bottom; y++)
        {
            Array.Clear(row);
            for (var s = 0; s < ScanLines; s++)
            {
                // Pixels have their middle at whole numbers.
                var at = y - 0.5 + ((s + 0.5) / ScanLines);
                crossings.Clear();
                for (var i = 0; i < outline.Count; i++)
                {
                    var (a, b) = (outline[i], outline[(i + 1) % outline.Count]);
                    if ((a.Y > at) != (b.Y > at))
                    {
                        crossings.Add(a.X + ((at - a.Y) * (b.X - a.X) / (b.Y - a.Y)));
                    }
                }

                crossings.Sort();
                for (var k = 0; k + 1 < crossings.Count; k += 2)
                {
                    Span(row, crossings[k] + 0.5, crossings[k + 1] + 0.5, width);
                }
            }

            for (var x = 0; x < width; x++)
            {
                covered[(y * width) + x] = Math.Max(covered[(y * width) + x], Math.Min(row[x], 1));
            }
        }
    }

    private static void Span(float[] row, double from, double to, int width)
    {
        (from, to) = (Math.Clamp(from, 0, width), Math.Clamp(to, 0, width));
        if (to <= from)
        {
            return;
        }

        var (first, last) = ((int)from, Math.Min((int)to, width - 1));
        for (var x = first; x <= last; x++)
        {
            row[x] += (float)(Math.Min(to, x + 1) - Math.Max(from, x)) / ScanLines;
        }
    }
}
