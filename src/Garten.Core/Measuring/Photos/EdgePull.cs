using Garten.Core.Geometry;

namespace Garten.Core.Measuring.Photos;

/// <summary>A correction of a found edge by hand: the edge near one place was pulled to another.</summary>
/// <param name="From">Where it was taken hold of, in pixels.</param>
/// <param name="To">Where it was pulled to, in pixels.</param>
public sealed record EdgePull(Point From, Point To)
{
    /// <summary>How far along the edge a pull reaches to either side, in lengths of the pull; the edge bends there like a wire.</summary>
    private const double Reach = 2.5;

    /// <summary>Pulls an edge: the point nearest to <see cref="From"/> goes all the way, its neighbours less the farther off they are, by a squared cosine.</summary>
    /// <param name="edge">A closed edge.</param>
    /// <returns>The edge pulled; the same number of points.</returns>
    public Point[] Apply(Point[] edge)
    {
        var by = To - From;
        if (edge.Length < 3 || by.Length < 1e-9)
        {
            return edge;
        }

        var held = 0;
        for (var i = 1; i < edge.Length; i++)
        {
            held = (edge[i] - From).Length < (edge[held] - From).Length ? i : held;
        }

        var pulled = (Point[])edge.Clone();
        pulled[held] = To;
        foreach (var step in new[] { 1, -1 })
        {
            double away = 0;
            for (var k = 1; k < edge.Length / 2; k++)
            {
                var (at, before) = (Wrapped(held + (k * step)), Wrapped(held + ((k - 1) * step)));
                away += (edge[at] - edge[before]).Length;
                if (away >= Reach * by.Length)
                {
                    break;
                }

                var share = Math.Pow(Math.Cos(Math.PI / 2 * away / (Reach * by.Length)), 2);
                pulled[at] = edge[at] + (by * share);
            }
        }

        return pulled;

        int Wrapped(int i) => (i + edge.Length) % edge.Length;
    }
}
