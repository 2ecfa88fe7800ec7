using Garten.Core.Geometry;

namespace Garten.Core.Measuring.Photos;

/// <summary>
/// The edge of a blade laid upright: the place where it leaves its stalk at the origin, its tip straight above. Runs from the
/// origin up the right side to the tip and down the left side; the origin is not said twice.
/// </summary>
/// <param name="TipAt">Which of the points is the tip.</param>
/// <param name="Origin">Where the blade leaves its stalk, before it was laid upright.</param>
/// <param name="Axis">The direction from there to the tip, of length 1.</param>
public sealed record BladeLine(Point[] Points, int TipAt, Point Origin, Point Axis)
{
    /// <summary>How far from the line through the middle of the blade a tip may lie, in degrees.</summary>
    private const double TipWithin = 40;

    /// <summary>Length of the blade.</summary>
    public double Length => Points[TipAt].Y;

    /// <summary>The right side, from base to tip.</summary>
    public Point[] Right => Points[..(TipAt + 1)];

    /// <summary>The left side, from base to tip.</summary>
    public Point[] Left => [Points[0], .. Points[TipAt..].Reverse()];

    /// <summary>A place on the upright blade, where it lay before.</summary>
    public Point Laid(Point upright) => Origin + (Axis.Left * -upright.X) + (Axis * upright.Y);

    /// <summary>Lays an edge upright.</summary>
    /// <param name="edge">The closed edge of a leaf, anticlockwise with y upwards.</param>
    /// <param name="base">Where the blade begins.</param>
    /// <param name="foot">The free end of the stalk; null where there is none to cut off.</param>
    /// <param name="stalk">Width of the stalk.</param>
    /// <param name="tip">The tip, where a person has set it; null to find it.</param>
    /// <returns>The blade; null where nothing is left of it.</returns>
    public static BladeLine? Of(IReadOnlyList<Point> edge, Point @base, Point? foot, double stalk, Point? tip)
    {
        var blade = WithoutStalk(edge, @base, foot, stalk);
        if (blade.Count < 12)
        {
            return null;
        }

        var centre = References.Moments(blade).Centre;
        var towards = (centre - @base).Unit;
        var least = Math.Cos(TipWithin * Math.PI / 180);
        var found = tip is { } set
            ? blade.MinBy(p => (p - set).Length)
            : blade
                .Where(p => (p - @base).Unit is var u && (u.X * towards.X) + (u.Y * towards.Y) > least)
                .DefaultIfEmpty(centre)
                .MaxBy(p => (p - @base).Length);
        var axis = (found - @base).Unit;
        if (axis.Length < 0.5)
        {
            return null;
        }

        Point[] upright =
        [
            .. blade
                .Select(p => p - @base)
                .Select(p => new Point((p.X * axis.Y) - (p.Y * axis.X), (p.X * axis.X) + (p.Y * axis.Y))),
        ];
        var top = Array.FindIndex(upright, p => (p - new Point(0, (found - @base).Length)).Length < 1e-6);
        return top > 4 && top < upright.Length - 4 ? new(upright, top, @base, axis) : null;
    }

    /// <summary>The edge begun at the base, the part round the stalk left out.</summary>
    private static List<Point> WithoutStalk(IReadOnlyList<Point> edge, Point @base, Point? foot, double stalk)
    {
        var nearest = Enumerable.Range(0, edge.Count).MinBy(i => (edge[i] - @base).Length);
        if (foot is not { } end)
        {
            return [@base, .. Enumerable.Range(1, edge.Count - 1).Select(i => edge[(nearest + i) % edge.Count])];
        }

        // From the free end of the stalk the edge is followed both ways until it has passed the base.
        var away = (end - @base).Unit;
        var start = Enumerable.Range(0, edge.Count).MinBy(i => (edge[i] - end).Length);
        var (forward, back) = (0, 0);
        while (forward < edge.Count / 2 && OnStalk(edge[(start + forward) % edge.Count]))
        {
            forward++;
        }

        while (back < edge.Count / 2 && OnStalk(edge[(start - back + edge.Count) % edge.Count]))
        {
            back++;
        }

        return
        [
            @base,
            .. Enumerable
                .Range(0, Math.Max(edge.Count - forward - back + 1, 0))
                .Select(i => edge[(start + forward + i) % edge.Count]),
        ];

        bool OnStalk(Point p)
        {
            var step = p - @base;
            var along = (step.X * away.X) + (step.Y * away.Y);
            return along > 0 && Math.Abs((step.X * away.Y) - (step.Y * away.X)) < Math.Max(stalk, 0.15 * along);
        }
    }
}
