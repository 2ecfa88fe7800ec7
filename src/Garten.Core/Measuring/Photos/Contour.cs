using Garten.Core.Geometry;

namespace Garten.Core.Measuring.Photos;

/// <summary>
/// The outer edge of a patch, finer than pixels: marching squares over the field of differences, each crossing placed
/// between two pixels where the cut is reached (W. Lorensen and H. Cline's marching cubes, in two dimensions).
/// </summary>
internal static class Contour
{
    /// <summary>Rows in which a beginning is looked for.</summary>
    private const int Rows = 40;

    /// <summary>Traces the outer edge.</summary>
    /// <param name="patches">The patches found in it.</param>
    /// <param name="patch">The patch whose edge is traced.</param>
    /// <param name="cut">The value at the edge.</param>
    /// <returns>
    /// A closed line in pixels, x to the right and y down from the middle of the first pixel, with the patch on the right
    /// hand of one who walks it; its first point not said twice. Where a higher cut breaks the patch, the largest piece.
    /// </returns>
    public static Point[] Trace(float[] field, Patches patches, Patch patch, double cut)
    {
        Point[] largest = [];
        var area = 0.0;
        for (var i = 0; i < Rows; i++)
        {
            var y = patch.Top + ((patch.Bottom - patch.Top) * i / (Rows - 1));
            for (var x = patch.Left; x <= patch.Right; x++)
            {
                var at = (y * patches.Width) + x;
                if (patches.Labels[at] == patch.Label && field[at] > cut)
                {
                    if (largest.Length == 0 || !Lines.Contains(largest, new(x, y)))
                    {
                        var line = Walk(field, patches, patch, cut, x, y);
                        if (Math.Abs(Lines.AreaOf(line)) is var found && found > area)
                        {
                            (largest, area) = (line, found);
                        }
                    }

                    break;
                }
            }
        }

        return largest;
    }

    /// <summary>Walks the edge from the left side of a pixel, or of the one farthest left of it that still counts.</summary>
    private static Point[] Walk(float[] field, Patches patches, Patch patch, double cut, int startX, int startY)
    {
        var (width, height) = (patches.Width, patches.Height);
        var line = new List<Point>();

        // A cut below the one that parted the patches reaches further out.
        while (Value(startX - 1, startY) > cut)
        {
            startX--;
        }

        // A cell's corners are the pixels (x, y), (x+1, y), (x+1, y+1), (x, y+1), its sides top, right, bottom, left.
        var (cx, cy, side) = (startX - 1, startY - 1, 2);
        var first = (cx, cy, side);
        do
        {
            // The walk has entered through a side; it leaves through the next one, turning round, that the edge crosses.
            var left = (side + 3) % 4;
            for (var turn = 1; turn <= 3; turn++)
            {
                var candidate = (side + turn) % 4;
                if (IsCrossed(cx, cy, candidate))
                {
                    left = candidate;
                    break;
                }
            }

            line.Add(Crossing(cx, cy, left));
            (cx, cy, side) = left switch
            {
                0 => (cx, cy - 1, 2),
                1 => (cx + 1, cy, 3),
                2 => (cx, cy + 1, 0),
                _ => (cx - 1, cy, 1),
            };
        } while ((cx, cy, side) != first && line.Count < 4 * field.Length);

        return [.. line];

        // Pixels of other patches, and beyond the picture, are as good as backdrop.
        float Value(int x, int y) =>
            x < 0
            || y < 0
            || x >= width
            || y >= height
            || (patches.Labels[(y * width) + x] is var label && label != patch.Label && label != 0)
                ? 0
                : field[(y * width) + x];

        (int AX, int AY, int BX, int BY) Ends(int x, int y, int which) =>
            which switch
            {
                0 => (x, y, x + 1, y),
                1 => (x + 1, y, x + 1, y + 1),
                2 => (x + 1, y + 1, x, y + 1),
                _ => (x, y + 1, x, y),
            };

        bool IsCrossed(int x, int y, int which)
        {
            var (ax, ay, bx, by) = Ends(x, y, which);
            return (Value(ax, ay) > cut) != (Value(bx, by) > cut);
        }

        Point Crossing(int x, int y, int which)
        {
            var (ax, ay, bx, by) = Ends(x, y, which);
            var (a, b) = (Value(ax, ay), Value(bx, by));
            var t = (cut - a) / (b - a);
            return new(ax + ((bx - ax) * t), ay + ((by - ay) * t));
        }
    }
}
