using Garten.Core.Geometry;

namespace Garten.Core.Measuring.Photos;

/// <summary>
/// How a picture shows a plane: the projective map between pixels and millimetres. Eight numbers, the ninth being 1; from
/// four points by the direct linear transform.
/// </summary>
public sealed class Perspective
{
    private readonly double[] _h;

    private Perspective(double[] h) => _h = h;

    /// <summary>A picture taken straight from above: so many millimetres a pixel, y turned to point up.</summary>
    /// <param name="millimetres">Millimetres a pixel.</param>
    public static Perspective FromAbove(double millimetres) => new([millimetres, 0, 0, 0, -millimetres, 0, 0, 0]);

    /// <summary>The map that takes four points to four others.</summary>
    /// <param name="from">Four points, no three on a line.</param>
    /// <param name="to">Where they lie in the other plane.</param>
    /// <returns>The map; null where three of the points lie on a line.</returns>
    public static Perspective? Of(IReadOnlyList<Point> from, IReadOnlyList<Point> to)
    {
        var matrix = new double[8, 8];
        var right = new double[8];
        for (var i = 0; i < 4; i++)
        {
            var (p, q) = (from[i], to[i]);
            double[] across = [p.X, p.Y, 1, 0, 0, 0, -p.X * q.X, -p.Y * q.X];
            double[] up = [0, 0, 0, p.X, p.Y, 1, -p.X * q.Y, -p.Y * q.Y];
            for (var k = 0; k < 8; k++)
            {
                matrix[2 * i, k] = across[k];
                matrix[(2 * i) + 1, k] = up[k];
            }

            (right[2 * i], right[(2 * i) + 1]) = (q.X, q.Y);
        }

        return LeastSquares.Solve(matrix, right) is { } h ? new(h) : null;
    }

    /// <summary>Where a point comes to lie.</summary>
    public Point Map(Point point)
    {
        var below = (_h[6] * point.X) + (_h[7] * point.Y) + 1;
        return new(
            ((_h[0] * point.X) + (_h[1] * point.Y) + _h[2]) / below,
            ((_h[3] * point.X) + (_h[4] * point.Y) + _h[5]) / below
        );
    }

    /// <summary>The map back.</summary>
    /// <returns>The inverse; null where the map has none.</returns>
    public Perspective? Back()
    {
        var (a, b, c, d, e, f, g, h) = (_h[0], _h[1], _h[2], _h[3], _h[4], _h[5], _h[6], _h[7]);
        var last = (a * e) - (b * d);
        return Math.Abs(last) < 1e-300
            ? null
            : new([
                (e - (f * h)) / last,
                ((c * h) - b) / last,
                ((b * f) - (c * e)) / last,
                ((f * g) - d) / last,
                (a - (c * g)) / last,
                ((c * d) - (a * f)) / last,
                ((d * h) - (e * g)) / last,
                ((b * g) - (a * h)) / last,
            ]);
    }

    /// <summary>Size of a pixel at a point: the geometric mean of millimetres a pixel in two directions.</summary>
    /// <param name="point">A point of the picture.</param>
    public double ScaleAt(Point point)
    {
        var here = Map(point);
        var (across, down) = (Map(point + new Point(1, 0)) - here, Map(point + new Point(0, 1)) - here);
        return Math.Sqrt(Math.Abs((across.X * down.Y) - (across.Y * down.X)));
    }
}
