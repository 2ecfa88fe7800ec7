using Garten.Core.Geometry;

namespace Garten.Core.Drawing.Leaves;

/// <summary>
/// The outline of a blade, upright with its base at the origin. The envelope is the blade without its teeth; it has the
/// asked length and width exactly, and teeth are cut into it, so that a ruler laid on the drawing reads what was asked.
/// </summary>
/// <param name="Right">Right side of the envelope, from base to tip.</param>
/// <param name="Left">Left side of the envelope, from base to tip.</param>
/// <param name="Edge">Right side with its teeth, from base to tip.</param>
/// <param name="Outline">The whole outline with its teeth, anticlockwise from the base.</param>
/// <param name="LobeTips">Ends of the lobes, from the right lowest to the left lowest; only the tip where there are none.</param>
public sealed record Blade(BladeForm Form, Point[] Right, Point[] Left, Point[] Edge, Point[] Outline, Point[] LobeTips)
{
    private const double FirstLobe = 0.06;
    private const double EndLobe = 0.84;

    /// <summary>Works the outline out.</summary>
    public static Blade Of(BladeForm form)
    {
        var (right, left, tips) = form.Lobing == BladeLobing.Palmate ? Palmate(form) : Simple(form);
        Fit(form, [right, left, tips]);
        var (edge, outline) = Toothed(1);

        // In a narrow sinus or tip teeth of full depth would meet; there all of them are cut less deep.
        for (
            var depth = 0.7;
            form.Margin != BladeMargin.Entire && depth > 0.01 && !Lines.IsSimple(outline);
            depth *= 0.7
        )
        {
            (edge, outline) = Toothed(depth < 0.05 ? 0 : depth);
        }

        // Where no tooth stands at the widest place, the teeth are drawn out to the width asked.
        var wide = outline.Max(p => Math.Abs(p.X));
        var across = wide > 0 ? Math.Max(right.Max(p => p.X), left.Max(p => -p.X)) / wide : 1;
        return new(form, right, left, Wider(edge), Wider(outline), tips);

        Point[] Wider(Point[] line) => [.. line.Select(p => new Point(p.X * across, p.Y))];

        (Point[] Edge, Point[] Outline) Toothed(double depth)
        {
            var cut = Teeth.Cut(right, form, 1, depth);
            return (cut, [.. cut, .. Teeth.Cut(left, form, -1, depth).Reverse().Skip(1).SkipLast(1)]);
        }
    }

    /// <summary>The envelope as a closed line, anticlockwise from the base.</summary>
    public Point[] Envelope => [.. Right, .. Left.Reverse().Skip(1).SkipLast(1)];

    /// <summary>A small leaflet needs no more points than its size can show.</summary>
    private static int StepsOf(BladeForm form) =>
        Math.Clamp((int)(form.Length * (form.Lobing == BladeLobing.None ? 0.8 : 1.6)), 12, 96);

    /// <summary>Sides to both hands of a midrib, each cut into lobes where it is lobed.</summary>
    private static (Point[] Right, Point[] Left, Point[] Tips) Simple(BladeForm form)
    {
        var (onRight, onLeft) = form.Lobing == BladeLobing.Pinnate ? (form.Lobes / 2, (form.Lobes - 1) / 2) : (0, 0);
        var steps = StepsOf(form);
        var right = Lines.Along(steps, t => Side(form, t, onRight));
        var left = Lines.Along(steps, t => Side(form, t, onLeft) is var p ? new Point(-p.X, p.Y) : default);
        Point[] tips =
        [
            .. Enumerable.Range(0, onRight).Select(i => Side(form, LobeAt(i, onRight), onRight)),
            new(0, Side(form, 1, 0).Y),
            .. Enumerable
                .Range(0, onLeft)
                .Reverse()
                .Select(i => Side(form, LobeAt(i, onLeft), onLeft) is var p ? new Point(-p.X, p.Y) : default),
        ];
        return (right, left, tips);
    }

    private static double LobeAt(int lobe, int count) => FirstLobe + ((EndLobe - FirstLobe) * (lobe + 0.5) / count);

    private static Point Side(BladeForm form, double t, int lobes)
    {
        double x,
            y = t;
        if (t <= form.Widest)
        {
            var u = t / form.Widest;
            x = form.Base switch
            {
                BladeBase.Wedge => Math.Pow((2 * u) - (u * u), 1.3),
                BladeBase.Straight => Math.Pow(1 - Math.Pow(1 - u, 5), 0.2),
                _ => Math.Sqrt((2 * u) - (u * u)),
            };
            if (form.Base is BladeBase.Heart or BladeBase.Clasping)
            {
                // The side first falls below the stalk, then rises: two lobes with a sinus between them.
                var reach = Math.Min(form.Widest * 1.1, 0.5);
                var fall = t < reach ? t * Math.Pow(1 - (t / reach), 2) : 0;
                y -= (form.Base == BladeBase.Heart ? 3.4 : 4.2) * fall;
            }
        }
        else
        {
            var v = (1 - t) / (1 - form.Widest);
            var lens = (2 * v) - (v * v);
            x = form.Tip switch
            {
                BladeTip.Blunt => Math.Sqrt(lens),
                BladeTip.Notched => Math.Pow(1 - Math.Pow(1 - v, 2.6), 1 / 2.6),
                BladeTip.DrawnOut => (0.8 * Math.Pow(v * v * (3 - (2 * v)), 1.25)) + (0.2 * lens * v),
                _ => lens,
            };
            if (form.Tip == BladeTip.Notched && v < 0.4)
            {
                y += (1 - form.Widest) * 3 * v * Math.Pow(1 - (v / 0.4), 2);
            }
        }

        if (lobes > 0)
        {
            x *= 1 - (form.SinusDepth * (1 - LobeProfile(form, t, lobes)));
        }

        return new(x, y + (lobes > 0 ? 0.3 * x * (1 - t) / form.Ratio : 0));
    }

    /// <summary>1 at the end of a lobe, 0 at the bottom of a sinus.</summary>
    private static double LobeProfile(BladeForm form, double t, int lobes)
    {
        if (t < FirstLobe)
        {
            return 0;
        }

        if (t > EndLobe)
        {
            var rise = Math.Min((t - EndLobe) / (0.45 * (1 - EndLobe)), 1);
            return rise * rise * (3 - (2 * rise));
        }

        var within = (t - FirstLobe) / (EndLobe - FirstLobe) * lobes % 1;
        return Math.Pow(Math.Sin(Math.PI * within), form.Margin == BladeMargin.Entire ? 0.6 : 1.2);
    }

    /// <summary>Lobes like fingers: the outline as a distance in each direction from a point above the base, which cannot cross itself.</summary>
    private static (Point[] Right, Point[] Left, Point[] Tips) Palmate(BladeForm form)
    {
        var spread = form.Lobes switch
        {
            <= 3 => 58,
            <= 5 => 104,
            <= 7 => 124,
            _ => 140,
        };
        var between = 2.0 * spread / (form.Lobes - 1);
        var centre = new Point(0, 0.14);
        var steps = 2 * StepsOf(form);
        var right = Lines.Along(steps, t => At(180 * (1 - t)));
        var left = Lines.Along(steps, t => At(-180 * (1 - t)));
        var tips = Enumerable.Range(0, form.Lobes).Select(i => At(spread - (i * between))).ToArray();
        return (right, left, tips);

        Point At(double degrees)
        {
            var off = Math.Abs(degrees);
            var length = 1 - ((form.Lobes <= 5 ? 0.42 : 0.26) * Math.Pow(Math.Min(off / spread, 1), 1.4));
            if (off > spread)
            {
                // Behind the outermost lobe the edge runs in to the stalk in one sweep.
                var back = (off - spread) / (180 - spread);
                length =
                    centre.Y + ((length - centre.Y) * Math.Pow(1 - back, form.Base == BladeBase.Wedge ? 2.2 : 1.2));
            }
            else
            {
                var nearest = Math.Round((spread - degrees) / between);
                var q = Math.Abs(degrees - (spread - (nearest * between))) / (between / 2);
                var fall = form.Tip is BladeTip.Blunt ? Math.Pow(q, 2.4) : (1.2 * q) - (0.2 * q * q);
                length *= 1 - (form.SinusDepth * fall);
            }

            return off >= 180 ? default : centre + Point.Polar(length, degrees);
        }
    }

    /// <summary>Makes the envelope exactly as long and wide as asked.</summary>
    private static void Fit(BladeForm form, Point[][] lines)
    {
        double half = 0,
            top = 0;
        foreach (var point in lines[0])
        {
            half = Math.Max(half, point.X);
            top = Math.Max(top, point.Y);
        }

        foreach (var point in lines[1])
        {
            half = Math.Max(half, -point.X);
        }

        var (across, along) = (form.Length / form.Ratio / 2 / half, form.Length / top);
        foreach (var line in lines)
        {
            for (var i = 0; i < line.Length; i++)
            {
                line[i] = new(line[i].X * across, line[i].Y * along);
            }
        }
    }
}
