namespace Garten.Core.Measuring.Photos;

/// <summary>A connected patch of a picture that differs from the backdrop.</summary>
/// <param name="Label">Its number in the map of labels.</param>
/// <param name="Area">Pixels.</param>
/// <param name="Left">Leftmost pixel.</param>
/// <param name="Top">Topmost pixel.</param>
/// <param name="Right">Rightmost pixel.</param>
/// <param name="Bottom">Lowest pixel.</param>
internal sealed record Patch(int Label, int Area, int Left, int Top, int Right, int Bottom);

/// <summary>The patches of a picture, largest first, and the map that says which pixel belongs to which.</summary>
/// <param name="Width">Pixels across.</param>
/// <param name="Height">Pixels down.</param>
/// <param name="Labels">For each pixel the label of its patch; 0 for backdrop.</param>
internal sealed record Patches(int Width, int Height, int[] Labels, IReadOnlyList<Patch> All)
{
    /// <summary>Finds patches of pixels above a cut that touch by side or corner.</summary>
    /// <param name="width">Pixels across.</param>
    /// <param name="height">Pixels down.</param>
    /// <param name="least">Patches of fewer pixels are dropped.</param>
    public static Patches Find(float[] field, int width, int height, double cut, int least)
    {
        var labels = new int[width * height];
        var all = new List<Patch>();
        var stack = new Stack<int>();
        var next = 1;
        for (var start = 0; start < field.Length; start++)
        {
            if (labels[start] != 0 || field[start] <= cut)
            {
                continue;
            }

            int area = 0,
                left = width,
                top = height,
                right = 0,
                bottom = 0;
            labels[start] = next;
            stack.Push(start);
            while (stack.TryPop(out var at))
            {
                var (x, y) = (at % width, at / width);
                area++;
                (left, right, top, bottom) = (
                    Math.Min(left, x),
                    Math.Max(right, x),
                    Math.Min(top, y),
                    Math.Max(bottom, y)
                );
                for (var dy = y > 0 ? -1 : 0; dy <= (y < height - 1 ? 1 : 0); dy++)
                {
                    for (var dx = x > 0 ? -1 : 0; dx <= (x < width - 1 ? 1 : 0); dx++)
                    {
                        var to = at + (dy * width) + dx;
                        if (labels[to] == 0 && field[to] > cut)
                        {
                            labels[to] = next;
                            stack.Push(to);
                        }
                    }
                }
            }

            if (area >= least)
            {
                all.Add(new(next, area, left, top, right, bottom));
            }

            next++;
        }

        all.Sort((a, b) => b.Area.CompareTo(a.Area));
        return new(width, height, labels, all);
    }

    /// <summary>True when a patch reaches the rim of the picture.</summary>
    public bool TouchesRim(Patch patch) =>
        patch.Left <= 1 || patch.Top <= 1 || patch.Right >= Width - 2 || patch.Bottom >= Height - 2;

    /// <summary>True when a patch runs right across the picture both ways.</summary>
    public bool TouchesEveryRim(Patch patch) =>
        patch.Left <= 1 && patch.Top <= 1 && patch.Right >= Width - 2 && patch.Bottom >= Height - 2;
}
