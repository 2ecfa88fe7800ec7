namespace Garten.Core.Geometry;

/// <summary>Lines through points, open or closed. All functions are pure and leave their arguments as they are.</summary>
public static class Lines
{
    /// <summary>A line through a function of a number that runs from 0 to 1.</summary>
    /// <param name="steps">Pieces of the line; it has one point more.</param>
    /// <param name="at">The point at a number.</param>
    public static Point[] Along(int steps, Func<double, Point> at) =>
        [.. Enumerable.Range(0, steps + 1).Select(i => at((double)i / steps))];

    /// <summary>A smooth line through points: a Catmull–Rom spline with its ends doubled.</summary>
    /// <param name="through">At least two points.</param>
    /// <param name="steps">Pieces between two points.</param>
    public static Point[] Smooth(ReadOnlySpan<Point> through, int steps = 6)
    {
        var line = new List<Point>(((through.Length - 1) * steps) + 1) { through[0] };
        for (var i = 0; i + 1 < through.Length; i++)
        {
            var (p0, p1, p2, p3) = (
                through[Math.Max(i - 1, 0)],
                through[i],
                through[i + 1],
                through[Math.Min(i + 2, through.Length - 1)]
            );
            for (var s = 1; s <= steps; s++)
            {
                var t = (double)s / steps;
                line.Add(
                    (
                        p1 * 2
                        + ((p2 - p0) * t)
                        + (((p0 * 2) - (p1 * 5) + (p2 * 4) - p3) * (t * t))
                        + (((p1 * 3) - p0 - (p2 * 3) + p3) * (t * t * t))
                    ) * 0.5
                );
            }
        }

        return [.. line];
    }

    /// <summary>An arc of a circle or ellipse.</summary>
    /// <param name="across">Half its width.</param>
    /// <param name="along">Half its height.</param>
    /// <param name="from">Where it begins, in degrees clockwise from straight up.</param>
    /// <param name="to">Where it ends.</param>
    public static Point[] Arc(Point centre, double across, double along, double from, double to, int steps = 12) =>
        Along(steps, t =>
        {
            var (sin, cos) = Math.SinCos((from + ((to - from) * t)) * Math.PI / 180);
            return new(centre.X + (across * sin), centre.Y + (along * cos));
        });

    /// <summary>A whole ellipse, its first point not said twice.</summary>
    /// <param name="across">Half its width.</param>
    /// <param name="along">Half its height.</param>
    public static Point[] Ellipse(Point centre, double across, double along, int steps = 24) =>
        Arc(centre, across, along, 0, 360.0 * (steps - 1) / steps, steps - 1);

    /// <summary>A strip of changing width along a line, closed.</summary>
    /// <param name="line">The middle of the strip.</param>
    /// <param name="half">Half its width at a share of the way, 0–1.</param>
    public static Point[] Strip(IReadOnlyList<Point> line, Func<double, double> half)
    {
        var strip = new Point[line.Count * 2];
        for (var i = 0; i < line.Count; i++)
        {
            var ahead = line[Math.Min(i + 1, line.Count - 1)] - line[Math.Max(i - 1, 0)];
            var side = ahead.Unit.Left * half((double)i / (line.Count - 1));
            strip[i] = line[i] + side;
            strip[^(i + 1)] = line[i] - side;
        }

        return strip;
    }

    /// <summary>A line without the points that change it less than a pen would: the method of Ramer, Douglas and Peucker.</summary>
    /// <param name="tolerance">How far a point left out may lie from the line that is left.</param>
    public static List<Point> Simplified(IReadOnlyList<Point> line, double tolerance)
    {
        var kept = new bool[line.Count];
        kept[0] = kept[^1] = true;
        Keep(0, line.Count - 1);
        return [.. line.Where((_, i) => kept[i])];

        void Keep(int from, int to)
        {
            var (farthest, most) = (-1, tolerance);
            var step = line[to] - line[from];
            var along = step.Unit;
            for (var i = from + 1; i < to; i++)
            {
                // From a closed line's two ends, which are one, plain distance is measured.
                var off = line[i] - line[from];
                var away = step.Length < 1e-9 ? off.Length : Math.Abs((along.X * off.Y) - (along.Y * off.X));
                (farthest, most) = away > most ? (i, away) : (farthest, most);
            }

            if (farthest > 0)
            {
                kept[farthest] = true;
                Keep(from, farthest);
                Keep(farthest, to);
            }
        }
    }

    /// <summary>Length of an open line.</summary>
    public static double LengthOf(IReadOnlyList<Point> line)
    {
        double length = 0;
        for (var i = 1; i < line.Count; i++)
        {
            length += (line[i] - line[i - 1]).Length;
        }

        return length;
    }

    /// <summary>Points at equal distances along an open line, its ends among them.</summary>
    /// <param name="count">Pieces, at least 1.</param>
    public static Point[] Spaced(IReadOnlyList<Point> line, int count)
    {
        var spaced = new Point[count + 1];
        var step = LengthOf(line) / count;
        var (at, passed) = (1, 0.0);
        spaced[0] = line[0];
        for (var i = 1; i < count; i++)
        {
            var wanted = i * step;
            while (at < line.Count - 1 && passed + (line[at] - line[at - 1]).Length < wanted)
            {
                passed += (line[at] - line[at - 1]).Length;
                at++;
            }

            var piece = (line[at] - line[at - 1]).Length;
            spaced[i] = line[at - 1].Towards(line[at], piece < 1e-12 ? 0 : (wanted - passed) / piece);
        }

        spaced[count] = line[^1];
        return spaced;
    }

    /// <summary>Twice the area within a closed line counted anticlockwise, halved: the shoelace formula.</summary>
    /// <param name="outline">The closed line, its first point not said twice.</param>
    public static double AreaOf(IReadOnlyList<Point> outline)
    {
        double twice = 0;
        for (var i = 0; i < outline.Count; i++)
        {
            var (a, b) = (outline[i], outline[(i + 1) % outline.Count]);
            twice += (a.X * b.Y) - (b.X * a.Y);
        }

        return twice / 2;
    }

    /// <summary>True when a closed line nowhere meets or crosses itself.</summary>
    /// <param name="outline">The closed line.</param>
    public static bool IsSimple(IReadOnlyList<Point> outline)
    {
        for (var i = 0; i < outline.Count; i++)
        {
            for (var j = i + 2; j < outline.Count; j++)
            {
                var closing = i == 0 && j == outline.Count - 1;
                if (!closing && Cross(outline[i], outline[i + 1], outline[j], outline[(j + 1) % outline.Count]))
                {
                    return false;
                }
            }
        }

        return true;
    }

    /// <summary>True when a point lies within a closed line: a ray to the right crosses it an odd number of times.</summary>
    /// <param name="outline">The closed line.</param>
    public static bool Contains(IReadOnlyList<Point> outline, Point point)
    {
        var inside = false;
        for (var i = 0; i < outline.Count; i++)
        {
            var (a, b) = (outline[i], outline[(i + 1) % outline.Count]);
            if ((a.Y > point.Y) != (b.Y > point.Y) && point.X < a.X + ((point.Y - a.Y) * (b.X - a.X) / (b.Y - a.Y)))
            {
                inside = !inside;
            }
        }

        return inside;
    }

    /// <summary>The box a set of points lies in.</summary>
    /// <param name="points">At least one point.</param>
    public static Box BoxOf(IReadOnlyList<Point> points)
    {
        var box = Box.Empty;
        foreach (var point in points)
        {
            box = box.With(point);
        }

        return box;
    }

    private static bool Cross(Point a, Point b, Point c, Point d)
    {
        // Pieces of one straight line lie to either side of each other by rounding alone, and do not cross.
        var rounding = 1e-12 * (b - a).Length * (d - c).Length;
        return Parted(Side(a, b, c), Side(a, b, d)) && Parted(Side(c, d, a), Side(c, d, b));

        bool Parted(double one, double other) =>
            one * other < 0 && Math.Abs(one) > rounding && Math.Abs(other) > rounding;

        static double Side(Point from, Point to, Point at) =>
            ((to.X - from.X) * (at.Y - from.Y)) - ((to.Y - from.Y) * (at.X - from.X));
    }
}
