using Garten.Core.Geometry;

namespace Garten.Core.Measuring.Photos;

/// <summary>
/// The shape of a blade, free of its size. Angles are read as leaf architects do: from an end of the midrib to the two places of
/// the edge a quarter of the length away from it.
/// </summary>
/// <param name="Ratio">Length over width.</param>
/// <param name="Widest">Where it is widest, as a share of the length from the base.</param>
/// <param name="WidestSpread">How far to either side of that it is as good as equally wide.</param>
/// <param name="Parallel">Share of the length over which it is nearly as wide as at its widest.</param>
/// <param name="BaseAngle">Angle of the base, in degrees.</param>
/// <param name="TipAngle">Angle of the tip, in degrees.</param>
/// <param name="BaseBulge">How far the sides near the base bulge beyond straight ones (above 0) or fall within them (below), as a share of the width there.</param>
/// <param name="TipBulge">The same near the tip.</param>
/// <param name="BaseBelow">How far the blade reaches below where it leaves the stalk, as a share of the length.</param>
/// <param name="TipNotch">Depth of a notch in the tip, as a share of the length.</param>
public sealed record BladeShape(
    double Ratio,
    double Widest,
    double WidestSpread,
    double Parallel,
    double BaseAngle,
    double TipAngle,
    double BaseBulge,
    double TipBulge,
    double BaseBelow,
    double TipNotch
)
{
    private const int Levels = 400;

    /// <summary>A blade counts as parallel-sided where it has this share of its greatest width.</summary>
    private const double NearlyWidest = 0.95;

    /// <summary>Reads the shape of a blade.</summary>
    public static BladeShape Of(BladeLine blade)
    {
        var box = Lines.BoxOf(blade.Points);
        var length = blade.Length;
        var (right, left) = (Envelope(blade.Right, length, 1), Envelope(blade.Left, length, -1));
        var widths = right.Zip(left, (a, b) => a + b).ToArray();
        var (widest, spread) = WidestOf([.. Arched(right).Zip(Arched(left), (a, b) => a + b)]);
        var most = widths.Max();
        return new(
            length / box.Width,
            widest,
            spread,
            widths.Count(w => w > NearlyWidest * most) / (double)Levels,
            Angle(widths, Levels / 4, length),
            Angle(widths, Levels - (Levels / 4), length),
            Bulge(widths, Math.Min(0.25, 0.6 * widest), false),
            Bulge(widths, Math.Min(0.25, 0.6 * (1 - widest)), true),
            Math.Max(-box.Bottom / length, 0),
            Notch(blade, length)
        );
    }

    /// <summary>How far a side reaches out at each height, over a window wide enough to step over the valleys between teeth.</summary>
    private static double[] Envelope(Point[] side, double length, int hand)
    {
        var reach = new double[Levels + 1];
        var fine = Lines.Spaced(side, 4 * Levels);
        foreach (var p in fine)
        {
            var level = (int)Math.Round(Levels * p.Y / length);
            if (level >= 0 && level <= Levels)
            {
                reach[level] = Math.Max(reach[level], hand * p.X);
            }
        }

        // What a level lost to rounding is filled from its neighbours; valleys between teeth from the line over the tips.
        const int Window = Levels / 50;
        var dilated = new double[reach.Length];
        var closed = new double[reach.Length];
        for (var i = 0; i < reach.Length; i++)
        {
            dilated[i] = reach[Math.Max(i - Window, 0)..Math.Min(i + Window + 1, reach.Length)].Max();
        }

        for (var i = 0; i < reach.Length; i++)
        {
            closed[i] = dilated[Math.Max(i - Window, 0)..Math.Min(i + Window + 1, reach.Length)].Min();
        }

        return closed;
    }

    /// <summary>The tightest line over a side that nowhere bends inwards: it runs from tooth to tooth (A. Andrew's monotone chain, 1979).</summary>
    private static double[] Arched(double[] reach)
    {
        List<int> corners = [];
        for (var i = 0; i < reach.Length; i++)
        {
            while (
                corners.Count > 1
                && (corners[^1] - corners[^2], i - corners[^2]) is var (near, far)
                && (reach[corners[^1]] - reach[corners[^2]]) * far <= (reach[i] - reach[corners[^2]]) * near
            )
            {
                corners.RemoveAt(corners.Count - 1);
            }

            corners.Add(i);
        }

        var arched = new double[reach.Length];
        for (var k = 0; k + 1 < corners.Count; k++)
        {
            var (from, to) = (corners[k], corners[k + 1]);
            for (var i = from; i <= to; i++)
            {
                arched[i] = reach[from] + ((reach[to] - reach[from]) * (i - from) / (to - from));
            }
        }

        return arched;
    }

    /// <summary>The middle of the stretch over which a blade is as good as equally wide, and how far that reaches to either side.</summary>
    private static (double At, double Spread) WidestOf(double[] widths)
    {
        const double EquallyWide = 0.985;
        var most = widths.Max();
        var from = Array.FindIndex(widths, w => w >= EquallyWide * most);
        var to = Array.FindLastIndex(widths, w => w >= EquallyWide * most);
        return ((from + to) / 2.0 / Levels, (to - from) / 2.0 / Levels);
    }

    private static double Angle(double[] widths, int level, double length)
    {
        var away = Math.Min(level, Levels - level) / (double)Levels * length;
        return 2 * Math.Atan2(widths[level] / 2, away) * 180 / Math.PI;
    }

    /// <summary>Mean of how far the widths towards an end lie above those of straight sides.</summary>
    private static double Bulge(double[] widths, double share, bool tip)
    {
        var reach = Math.Max((int)(share * Levels), 8);
        var full = At(reach);
        if (full <= 0)
        {
            return 0;
        }

        var sum = 0.0;
        var count = 0;
        for (var i = Math.Max(reach / 10, 1); i < reach; i++)
        {
            sum += (At(i) / full) - ((double)i / reach);
            count++;
        }

        return sum / count;

        double At(int i) => widths[tip ? Levels - i : i];
    }

    /// <summary>How far the edge between two shoulders beside the tip falls below them.</summary>
    private static double Notch(BladeLine blade, double length)
    {
        var line = blade.Points;
        var near = Enumerable.Range(0, line.Length).Where(i => line[i].Y > 0.85 * length).ToArray();
        var (lowest, deepest) = (double.MaxValue, 0.0);
        double best = 0;

        // Walked along the edge: what falls after one height and rises again to another.
        foreach (var i in near)
        {
            var y = line[i].Y;
            if (y < lowest)
            {
                lowest = y;
            }
            else if (deepest > 0)
            {
                best = Math.Max(best, Math.Min(deepest, y) - lowest);
            }

            if (y > deepest)
            {
                (deepest, lowest) = (y, y);
            }
        }

        return best / length;
    }
}
