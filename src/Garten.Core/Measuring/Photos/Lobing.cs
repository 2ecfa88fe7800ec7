using Garten.Core.Geometry;

namespace Garten.Core.Measuring.Photos;

/// <summary>Lobes found on a blade.</summary>
/// <param name="Lobes">Number of lobes, the end one counted; 1 for an unlobed blade.</param>
/// <param name="Depth">Mean depth of the sinuses as a share of the way to the midrib, or to the base where they run there; 0 for none.</param>
/// <param name="Palmate">True where the sinuses run towards the base, false where they run towards the midrib.</param>
/// <param name="Sinuses">The bottoms of the sinuses, on the upright blade.</param>
public sealed record Lobing(int Lobes, double Depth, bool Palmate, Point[] Sinuses)
{
    private const int Points = 1600;

    /// <summary>Turn of the edge, in degrees, that makes a sinus.</summary>
    private const double LeastTurn = 50;

    /// <summary>The same on a blade that is lobed: the last lobes below a drawn-out tip run into it.</summary>
    private const double LeastTurnOfLobed = 30;

    /// <summary>Depth of a sinus below which it is a wave of the edge, as a share of the blade's length.</summary>
    private const double LeastDepth = 0.017;

    /// <summary>The same on a blade that is lobed: the last lobes below a drawn-out tip are small.</summary>
    private const double LeastDepthOfLobed = 0.009;

    /// <summary>Share of the way to the midrib or base from which a cut parts lobes: a shallower one parts teeth (leaf architects draw the line at a quarter).</summary>
    private const double LeastShare = 0.25;

    /// <summary>The same beside half the width of the blade.</summary>
    private const double LeastBesideWidth = 0.19;

    /// <summary>How far about its foot a blade's edge belongs to its base, as a share of the length.</summary>
    private const double BaseWithin = 0.1;

    /// <summary>Finds lobes: places where the smoothed edge turns inwards sharply and deeply.</summary>
    public static Lobing Find(BladeLine blade)
    {
        Point[] whole = [.. blade.Points, blade.Points[0]];
        var line = Smoothing.Gaussian(Lines.Spaced(whole, Points), 0.006 * Points);
        var sinuses = Runs(line, LeastTurn, BaseWithin * blade.Length);
        var incisions = Deep(line, sinuses, blade.Length, LeastDepth);

        // Whether the cuts of a blade part lobes or teeth shows in its deeper ones; its lesser lobes are lobes too. Beside a
        // drawn-out tip every cut goes far towards the midrib, so it must be deep beside the whole blade as well.
        var deeper = incisions.OrderByDescending(i => i.Depth).Take((sinuses.Count + 1) / 2).ToArray();
        var half = blade.Points.Max(p => Math.Abs(p.X)) / blade.Length;
        return
            sinuses.Count > 0
            && Math.Max(Middle(deeper.Select(i => i.ToBase)), Middle(deeper.Select(i => i.ToMidrib))) >= LeastShare
            && Middle(deeper.Select(i => i.Depth)) >= LeastBesideWidth * half
            ? OfLobed(line, blade.Length)
            : new(1, 0, false, []);
    }

    private static Lobing OfLobed(Point[] line, double length)
    {
        var sinuses = Runs(line, LeastTurnOfLobed, BaseWithin * length);
        return Of(line, sinuses, Deep(line, sinuses, length, LeastDepthOfLobed));
    }

    /// <summary>Takes the sinuses away that are shallower than a depth, the shallowest first, since the lobes beside it then become one.</summary>
    private static Incision[] Deep(Point[] line, List<int> sinuses, double length, double least)
    {
        while (sinuses.Count > 0)
        {
            Incision[] incisions = [.. sinuses.Select((_, i) => IncisionOf(line, sinuses, i, length))];
            var shallowest = Enumerable.Range(0, incisions.Length).MinBy(i => incisions[i].Depth);
            if (incisions[shallowest].Depth >= least)
            {
                return incisions;
            }

            sinuses.RemoveAt(shallowest);
        }

        return [];
    }

    private static Lobing Of(Point[] line, List<int> sinuses, Incision[] incisions)
    {
        Point[] bottoms = [.. sinuses.Select(i => line[i])];

        // Sinuses of a hand-shaped blade end about equally far from the base, those of a feathered one from the midrib.
        var palmate =
            Unevenness([.. bottoms.Select(p => p.Length)]) < Unevenness([.. bottoms.Select(p => Math.Abs(p.X))]);
        return new(sinuses.Count + 1, incisions.Average(i => palmate ? i.ToBase : i.ToMidrib), palmate, bottoms);
    }

    /// <summary>
    /// The middle of each stretch where the edge, walked anticlockwise, turns to the right by enough. Where the blade leaves its
    /// stalk the edge turns inwards of itself: that is the base, not a sinus.
    /// </summary>
    private static List<int> Runs(Point[] line, double leastTurn, double baseWithin)
    {
        List<int> found = [];
        const int Step = 6;
        var (turned, weighted, inRun) = (0.0, 0.0, false);

        for (var i = Points / 40; i < Points - (Points / 40); i++)
        {
            var (before, after) = (
                line[i] - line[Math.Max(i - Step, 0)],
                line[Math.Min(i + Step, line.Length - 1)] - line[i]
            );
            var turn =
                Math.Atan2((before.X * after.Y) - (before.Y * after.X), (before.X * after.X) + (before.Y * after.Y))
                / Step;
            if (turn < 0)
            {
                (turned, weighted, inRun) = (turned - turn, weighted - (turn * i), true);
            }
            else if (inRun)
            {
                Close();
            }
        }

        Close();
        return found;

        void Close()
        {
            if (turned * 180 / Math.PI >= leastTurn && line[(int)Math.Round(weighted / turned)].Length >= baseWithin)
            {
                found.Add((int)Math.Round(weighted / turned));
            }

            (turned, weighted, inRun) = (0, 0, false);
        }
    }

    /// <summary>How deep the edge is cut in between the two lobes beside a sinus, down from the line that touches both.</summary>
    private static Incision IncisionOf(Point[] line, List<int> sinuses, int which, double length)
    {
        const int Every = 4;
        var at = line[sinuses[which]];
        var (from, to) = (
            which == 0 ? 0 : sinuses[which - 1],
            which == sinuses.Count - 1 ? line.Length - 1 : sinuses[which + 1]
        );
        var before = Round(
            Enumerable.Range(0, ((sinuses[which] - from) / Every) + 1).Select(i => line[sinuses[which] - (i * Every)])
        );
        var after = Round(
            Enumerable.Range(0, ((to - sinuses[which]) / Every) + 1).Select(i => line[sinuses[which] + (i * Every)])
        );
        foreach (var a in before)
        {
            foreach (var b in after)
            {
                // The line that touches both lobes leaves everything of them to its left.
                var step = b - a;
                if (
                    step.Length > 1e-9
                    && before.All(p => Side(a, step, p) >= -1e-9)
                    && after.All(p => Side(a, step, p) >= -1e-9)
                )
                {
                    return new(
                        Side(a, step, at) / step.Length / length,
                        Share(a, step, at, new(0, 0.1 * length)),
                        Share(a, step, at, new(0, at.Y))
                    );
                }
            }
        }

        return default;

        // How much of the way from the line in to a place the sinus is cut.
        static double Share(Point from, Point step, Point at, Point inner)
        {
            var whole = Side(from, step, inner);
            return whole > 0 ? Math.Clamp(Side(from, step, at) / whole, 0, 1) : 0;
        }

        static double Side(Point from, Point step, Point p) => (step.X * (p.Y - from.Y)) - (step.Y * (p.X - from.X));

        // The corners of the convex line about some points.
        static Point[] Round(IEnumerable<Point> points)
        {
            Point[] sorted = [.. points.OrderBy(p => p.X).ThenBy(p => p.Y)];
            return [.. Half(sorted), .. Half([.. sorted.Reverse()])];
        }

        static List<Point> Half(Point[] sorted)
        {
            List<Point> chain = [];
            foreach (var p in sorted)
            {
                while (chain.Count > 1 && Side(chain[^2], chain[^1] - chain[^2], p) <= 0)
                {
                    chain.RemoveAt(chain.Count - 1);
                }

                chain.Add(p);
            }

            return chain;
        }
    }

    /// <summary>How deep a sinus is cut.</summary>
    /// <param name="Depth">As a share of the blade's length.</param>
    /// <param name="ToBase">As a share of the way to the base of the blade.</param>
    /// <param name="ToMidrib">As a share of the way straight in to the midrib.</param>
    private readonly record struct Incision(double Depth, double ToBase, double ToMidrib);

    private static double Middle(IEnumerable<double> values) =>
        values.Order().ToArray() is var sorted ? sorted[sorted.Length / 2] : 0;

    private static double Unevenness(double[] values)
    {
        var mean = values.Average();
        return mean <= 0 ? 0 : Math.Sqrt(values.Average(v => (v - mean) * (v - mean))) / mean;
    }
}
