using Garten.Core.Geometry;

namespace Garten.Core.Measuring.Photos;

/// <summary>A round thing found in a picture.</summary>
/// <param name="Centre">Its middle, in pixels.</param>
/// <param name="Long">Longer half axis, in pixels.</param>
/// <param name="Short">Shorter half axis.</param>
/// <param name="Degrees">Direction of the longer axis, from the right towards below.</param>
public sealed record FoundCoin(Point Centre, double Long, double Short, double Degrees);

/// <summary>Finds things of known shape among the patches of a picture: coins and cards.</summary>
internal static class References
{
    /// <summary>Roundest a leaf gets: a thing is a coin when its edge leaves a fitted ellipse by less than this share.</summary>
    private const double CoinRoundness = 0.018;

    /// <summary>Flattest a coin is shown: a picture tilted by 35°.</summary>
    private const double CoinFlatness = 0.8;

    /// <summary>Least share of the quadrilateral through its corners that a card fills.</summary>
    private const double CardFilling = 0.97;

    /// <summary>The patch as a coin.</summary>
    /// <returns>The coin; null where the patch is not round.</returns>
    public static FoundCoin? Coin(Point[] edge)
    {
        var (centre, xx, xy, yy) = Moments(edge);

        // Of an ellipse the second moment along an axis is a quarter of the square of half that axis.
        var (middle, apart) = ((xx + yy) / 2, Math.Sqrt((((xx - yy) / 2) * ((xx - yy) / 2)) + (xy * xy)));
        var (along, across) = (2 * Math.Sqrt(middle + apart), 2 * Math.Sqrt(Math.Max(middle - apart, 1e-9)));
        var angle = 0.5 * Math.Atan2(2 * xy, xx - yy);
        if (across / along < CoinFlatness)
        {
            return null;
        }

        double squares = 0;
        var (sin, cos) = Math.SinCos(angle);
        foreach (var point in edge)
        {
            var p = point - centre;
            var (u, v) = (((p.X * cos) + (p.Y * sin)) / along, ((p.Y * cos) - (p.X * sin)) / across);
            var off = Math.Sqrt((u * u) + (v * v)) - 1;
            squares += off * off;
        }

        return Math.Sqrt(squares / edge.Length) < CoinRoundness
            ? new(centre, along, across, angle * 180 / Math.PI)
            : null;
    }

    /// <summary>The patch as a card: its four corners, each where two sides fitted to the edge meet.</summary>
    /// <returns>The corners in the order of the edge; null where the patch has not four straight sides.</returns>
    public static Point[]? Card(Point[] edge)
    {
        if (edge.Length < 40)
        {
            return null;
        }

        // Begun at the point farthest from the middle, which of a card is a corner.
        var centre = Moments(edge).Centre;
        var start = Enumerable.Range(0, edge.Length).MaxBy(i => (edge[i] - centre).Length);
        Point[] round = [.. edge[start..], .. edge[..start]];
        Point[] closed = [.. round, round[0]];
        Point[] corners = [.. Lines.Simplified(closed, Lines.LengthOf(closed) * 0.025).SkipLast(1)];
        if (corners.Length != 4 || Math.Abs(Lines.AreaOf(edge)) < CardFilling * Math.Abs(Lines.AreaOf(corners)))
        {
            return null;
        }

        var places = corners.Select(c => Array.IndexOf(round, c)).Append(round.Length).ToArray();
        var sides = new (Point At, Point Along)[4];
        for (var i = 0; i < 4; i++)
        {
            // The ends of a side, where corners are rounded, are left out.
            var (from, to) = (places[i], places[i + 1]);
            var trim = Math.Max((to - from) / 8, 1);
            var side = round[(from + trim)..Math.Max(to - trim, from + trim + 2)];
            var (at, xx, xy, yy) = Spread(side);
            var angle = 0.5 * Math.Atan2(2 * xy, xx - yy);
            sides[i] = (at, new(Math.Cos(angle), Math.Sin(angle)));
            var bent = side.Max(p => Math.Abs(((p - at).X * sides[i].Along.Y) - ((p - at).Y * sides[i].Along.X)));
            if (bent > 0.02 * Math.Max((corners[i] - corners[(i + 1) % 4]).Length, 50))
            {
                return null;
            }
        }

        return [.. Enumerable.Range(0, 4).Select(i => Meet(sides[(i + 3) % 4], sides[i]))];
    }

    /// <summary>Middle and second moments of what an edge encloses.</summary>
    public static (Point Centre, double XX, double XY, double YY) Moments(IReadOnlyList<Point> edge)
    {
        double area = 0,
            x = 0,
            y = 0,
            xx = 0,
            xy = 0,
            yy = 0;
        var at = edge[0];
        for (var i = 0; i < edge.Count; i++)
        {
            var (p, q) = (edge[i] - at, edge[(i + 1) % edge.Count] - at);
            var cross = (p.X * q.Y) - (q.X * p.Y);
            area += cross / 2;
            x += (p.X + q.X) * cross / 6;
            y += (p.Y + q.Y) * cross / 6;
            xx += ((p.X * p.X) + (p.X * q.X) + (q.X * q.X)) * cross / 12;
            yy += ((p.Y * p.Y) + (p.Y * q.Y) + (q.Y * q.Y)) * cross / 12;
            xy += ((2 * p.X * p.Y) + (p.X * q.Y) + (q.X * p.Y) + (2 * q.X * q.Y)) * cross / 24;
        }

        area = Math.Abs(area) < 1e-12 ? 1e-12 : area;
        var centre = new Point(x / area, y / area);
        return (
            at + centre,
            (xx / area) - (centre.X * centre.X),
            (xy / area) - (centre.X * centre.Y),
            (yy / area) - (centre.Y * centre.Y)
        );
    }

    private static (Point Middle, double XX, double XY, double YY) Spread(Point[] points)
    {
        var middle = new Point(points.Average(p => p.X), points.Average(p => p.Y));
        double xx = 0,
            xy = 0,
            yy = 0;
        foreach (var point in points)
        {
            var p = point - middle;
            xx += p.X * p.X;
            xy += p.X * p.Y;
            yy += p.Y * p.Y;
        }

        return (middle, xx, xy, yy);
    }

    private static Point Meet((Point At, Point Along) a, (Point At, Point Along) b)
    {
        var cross = (a.Along.X * b.Along.Y) - (a.Along.Y * b.Along.X);
        var step = b.At - a.At;
        return Math.Abs(cross) < 1e-9
            ? b.At
            : a.At + (a.Along * (((step.X * b.Along.Y) - (step.Y * b.Along.X)) / cross));
    }
}
