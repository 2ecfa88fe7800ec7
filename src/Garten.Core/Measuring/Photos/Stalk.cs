using Garten.Core.Geometry;

namespace Garten.Core.Measuring.Photos;

/// <summary>A leaf stalk found on a patch.</summary>
/// <param name="Foot">Its free end, in pixels.</param>
/// <param name="Join">Where the blade's edges leave it, in pixels.</param>
/// <param name="Width">Its width, in pixels.</param>
/// <param name="Count">How many stalks the patch shows: more than one where leaves lie over one another.</param>
internal sealed record Stalk(Point Foot, Point Join, double Width, int Count)
{
    /// <summary>Widest a stalk is taken to be, as a share of the leaf's extent.</summary>
    private const double Widest = 0.055;

    /// <summary>A stalk that narrows to less than this share of its width is a drawn-out tip.</summary>
    private const double Evenness = 0.55;

    /// <summary>Share of the longest stalk's length, and of its width, that a second one must have to be believed.</summary>
    private const double SecondLength = 0.5;
    private const double SecondWidth = 0.6;

    /// <summary>
    /// Finds the stalk: what is lost of the patch when it is opened with a disc wider than any stalk (erosion, then
    /// dilation), and is long, even in width, and hangs on the rest by one end.
    /// </summary>
    /// <returns>The stalk; null where none is seen.</returns>
    public static Stalk? Find(Patches patches, Patch patch)
    {
        const int Rim = 3;
        var (width, height) = (patch.Right - patch.Left + 1 + (2 * Rim), patch.Bottom - patch.Top + 1 + (2 * Rim));
        var leaf = Mask(patches, patch, width, height, Rim);
        var backdrop = leaf.Select(isIn => !isIn).ToArray();
        var inside = DistanceMap.SquaredTo(backdrop, width, height);
        var thickest = Math.Sqrt(inside.Where((_, i) => leaf[i]).Max());
        var extent = Math.Sqrt((width * width) + (height * height));
        var radius = Math.Min(Widest / 2 * extent, thickest * 0.45);
        if (radius < 1.5)
        {
            return null;
        }

        var core = inside.Select(d => d > radius * radius).ToArray();
        var toCore = DistanceMap.SquaredTo(core, width, height);
        var reach = (float)((radius + 1.5) * (radius + 1.5));
        var judged = Pieces(leaf, toCore, reach, width, height)
            .Select(p => (Pixels: p.Count, Found: Judge(p, toCore, width, radius, extent)))
            .Where(p => p.Found is not null)
            .Select(p =>
                (p.Found!.Value.Foot, p.Found.Value.Join, p.Found.Value.Length, Width: p.Pixels / p.Found.Value.Length)
            )
            .ToArray();
        if (judged.Length == 0)
        {
            return null;
        }

        var longest = judged.MaxBy(p => p.Length);
        var best = Measure(leaf, width, height, longest.Foot, longest.Join);
        var count = judged.Count(p =>
            p.Length >= SecondLength * longest.Length
            && p.Width >= SecondWidth * longest.Width
            && p.Width <= longest.Width / SecondWidth
        );
        return best with { Foot = Shifted(best.Foot), Join = Shifted(best.Join), Count = count };

        Point Shifted(Point point) => new(point.X + patch.Left - Rim, point.Y + patch.Top - Rim);
    }

    private static bool[] Mask(Patches patches, Patch patch, int width, int height, int rim)
    {
        var outside = new bool[width * height];
        var stack = new Stack<int>();
        var leaf = new bool[width * height];
        for (var y = patch.Top; y <= patch.Bottom; y++)
        {
            for (var x = patch.Left; x <= patch.Right; x++)
            {
                leaf[((y - patch.Top + rim) * width) + x - patch.Left + rim] =
                    patches.Labels[(y * patches.Width) + x] == patch.Label;
            }
        }

        // Holes in the leaf, where light shines on it, are leaf: what the backdrop outside cannot reach.
        outside[0] = true;
        stack.Push(0);
        while (stack.TryPop(out var at))
        {
            var (x, y) = (at % width, at / width);
            Visit(x - 1, y);
            Visit(x + 1, y);
            Visit(x, y - 1);
            Visit(x, y + 1);
        }

        return [.. outside.Select(isOut => !isOut)];

        void Visit(int x, int y)
        {
            if (x >= 0 && y >= 0 && x < width && y < height && (y * width) + x is var to && !outside[to] && !leaf[to])
            {
                outside[to] = true;
                stack.Push(to);
            }
        }
    }

    /// <summary>Connected pieces of leaf that the opened leaf does not reach.</summary>
    private static IEnumerable<List<int>> Pieces(bool[] leaf, float[] toCore, float reach, int width, int height)
    {
        var seen = new bool[leaf.Length];
        for (var start = 0; start < leaf.Length; start++)
        {
            if (!leaf[start] || toCore[start] <= reach || seen[start])
            {
                continue;
            }

            List<int> piece = [];
            var stack = new Stack<int>();
            seen[start] = true;
            stack.Push(start);
            while (stack.TryPop(out var at))
            {
                piece.Add(at);
                var (x, y) = (at % width, at / width);
                for (var dy = -1; dy <= 1; dy++)
                {
                    for (var dx = -1; dx <= 1; dx++)
                    {
                        var (tx, ty) = (x + dx, y + dy);
                        var to = (ty * width) + tx;
                        if (
                            tx >= 0
                            && ty >= 0
                            && tx < width
                            && ty < height
                            && leaf[to]
                            && toCore[to] > reach
                            && !seen[to]
                        )
                        {
                            seen[to] = true;
                            stack.Push(to);
                        }
                    }
                }
            }

            yield return piece;
        }
    }

    /// <summary>The two ends of a piece that could be a stalk; null where it is a tooth, a lobe's end or a tip.</summary>
    private static (Point Foot, Point Join, double Length)? Judge(
        List<int> piece,
        float[] toCore,
        int width,
        double radius,
        double extent
    )
    {
        var join = At(piece.MinBy(i => toCore[i]));
        var foot = At(piece.MaxBy(i => (At(i) - join).Length));
        var step = foot - join;
        if (step.Length < Math.Max(0.035 * extent, 1.5 * radius))
        {
            return null;
        }

        // Pixels counted along the way from the join to the foot: of a stalk as many at the end as at the beginning.
        var along = step.Unit;
        var counts = new double[10];
        foreach (var pixel in piece)
        {
            var p = At(pixel) - join;
            counts[Math.Clamp((int)(10 * ((p.X * along.X) + (p.Y * along.Y)) / step.Length), 0, 9)]++;
        }

        var near = (counts[1] + counts[2] + counts[3]) / 3;
        var far = (counts[6] + counts[7] + counts[8]) / 3;
        return far >= Evenness * near && near / (step.Length / 10) < 3 * radius ? (foot, join, step.Length) : null;

        Point At(int pixel) => new(pixel % width, pixel / width);
    }

    /// <summary>
    /// The width of a stalk, and where the blade's edges leave it: from cross-sections along its line, the place where they
    /// begin to widen, carried back along the slope of that widening.
    /// </summary>
    private static Stalk Measure(bool[] leaf, int width, int height, Point foot, Point join)
    {
        var along = (join - foot).Unit;
        var length = (join - foot).Length;

        // The middle of cross-sections tells the stalk's true line; a blade that begins narrow is left out of it.
        var sections = Enumerable
            .Range(0, 16)
            .Select(i => Section(foot + (along * (length * (0.1 + (0.05 * i))))))
            .ToArray();
        var stalk = Math.Max(sections.Select(s => s.Width).Order().ElementAt(sections.Length / 4), 1);
        Point[] middles = [.. sections.TakeWhile((s, i) => i < 4 || s.Width < (1.4 * stalk) + 1).Select(s => s.Middle)];
        var half = middles.Length / 2;
        var line = (Mean(middles[half..]) - Mean(middles[..half])).Unit;
        var from = Mean(middles[..half]);
        var allowed = Math.Max(1.2, 0.3 * stalk);
        double? first = null;
        var at = 0.0;
        for (; at < (2 * length) + (20 * stalk); at += 0.5)
        {
            var across = Section(from + (line * at)).Width;
            if (first is null && across > stalk + allowed)
            {
                first = at;
            }

            if (across > stalk + (2 * allowed))
            {
                break;
            }

            if (across < stalk + allowed)
            {
                first = null;
            }
        }

        var begun = first ?? at;

        // A lobe beside the stalk would draw the middle aside: it is taken a little before.
        var before = Math.Max(3, stalk / 2);
        var place = Section(from + (line * (begun - before))).Middle + (line * before);
        return new(foot, place - (line * Math.Min(at - begun, 4 * stalk)), stalk, 1);

        static Point Mean(Point[] points) => new(points.Average(p => p.X), points.Average(p => p.Y));

        // The stretch of leaf across the stalk's direction about a point.
        (double Width, Point Middle) Section(Point centre)
        {
            var sideways = along.Left;

            // A curved stalk lies beside the straight line between its ends.
            var off = Enumerable
                .Range(0, (int)(0.15 * length) + 2)
                .SelectMany(i => new[] { i, -i })
                .FirstOrDefault(i => IsLeaf(centre + (sideways * i)));
            centre += sideways * off;
            var (right, left) = (0.0, 0.0);
            while (IsLeaf(centre + (sideways * (right + 0.25))))
            {
                right += 0.25;
            }

            while (IsLeaf(centre - (sideways * (left + 0.25))))
            {
                left += 0.25;
            }

            return (right + left, centre + (sideways * ((right - left) / 2)));
        }

        bool IsLeaf(Point p)
        {
            var (x, y) = ((int)Math.Round(p.X), (int)Math.Round(p.Y));
            return x >= 0 && y >= 0 && x < width && y < height && leaf[(y * width) + x];
        }
    }
}
