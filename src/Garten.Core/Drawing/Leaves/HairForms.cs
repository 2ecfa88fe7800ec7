using Garten.Core.Drawing.Paper;
using Garten.Core.Geometry;

namespace Garten.Core.Drawing.Leaves;

/// <summary>Single hairs as a lens shows them; how dense they stand is drawn by <see cref="SectionDrawing.Hairs"/>.</summary>
internal static class HairForms
{
    /// <summary>Three hairs on a surface.</summary>
    /// <param name="form">simple-hairs, forked-hairs, star-hairs, scale-hairs or gland-hairs.</param>
    public static void Draw(Sketch sketch, string form)
    {
        sketch.Shape([new(-46, -14), new(46, -14), new(46, 0), new(-46, 0)], Wash.Pale);
        foreach (var x in new[] { -28, 0, 28 })
        {
            One(sketch.At(x, 0, x == 0 ? 0 : x / 4.0), form);
        }
    }

    private static void One(Sketch sketch, string form)
    {
        switch (form)
        {
            case "forked-hairs":
                sketch.Line(default, new(0, 12), 1.2);
                sketch.Line(Lines.Smooth([new(0, 12), new(-7, 19), new(-15, 21)], 4), 1.2);
                sketch.Line(Lines.Smooth([new(0, 12), new(7, 19), new(15, 21)], 4), 1.2);
                break;
            case "star-hairs":
                sketch.Line(default, new(0, 9), 1.2);
                foreach (var degrees in new[] { -84, -56, -28, 0, 28, 56, 84 })
                {
                    sketch.Line(new(0, 9), new Point(0, 9) + Point.Polar(14, degrees), 1.1);
                }

                break;
            case "scale-hairs":
                sketch.Line(default, new(0, 5), 1.2);
                sketch.Shape(Lines.Ellipse(new(0, 8), 13, 3.6, 24), Wash.Cut);
                foreach (var x in new[] { -8, -3, 3, 8 })
                {
                    sketch.Line(new(0, 8), new(x, 8 + (x % 2 == 0 ? 1.6 : -1.6)), 0.5);
                }

                break;
            case "gland-hairs":
                sketch.Line(default, new(0, 22), 1.2);
                sketch.Spot(new(0, 25), 4, Wash.Of("red"));
                break;
            default:
                sketch.Line(Lines.Smooth([default, new(1, 16), new(5, 32)], 5), 1.2);
                break;
        }
    }

    /// <summary>The axis of a leaf between two leaflets, and what stands on it.</summary>
    /// <param name="cover">hairless, axis-hairy, gland-tipped-axis, chaffy-axis or prickly-axis.</param>
    public static void Axis(Sketch sketch, string cover)
    {
        foreach (var (y, hand) in new[] { (26, -1), (26, 1), (86, -1), (86, 1) })
        {
            LeafDrawing.DrawBlade(
                sketch.At(0, y, hand * 66),
                BladeForm.Plain with
                {
                    Length = 46,
                    Ratio = 2,
                },
                Features.None
            );
        }

        sketch.Shape([new(-5, 0), new(5, 0), new(4, 104), new(-4, 104)], Wash.Stem);
        for (var i = 0; i < 9 && cover != "hairless"; i++)
        {
            var hand = i % 2 == 0 ? -1 : 1;
            var foot = new Point(hand * 4.6, 10 + (10.0 * i));
            var tip = foot + new Point(hand * 9, 3);
            switch (cover)
            {
                case "gland-tipped-axis":
                    sketch.Line(foot, tip, 0.8);
                    sketch.Spot(tip, 2, Wash.Of("red"), 0.7);
                    break;
                case "chaffy-axis":
                    sketch.Shape(
                        Lines.Strip([foot, foot + new Point(hand * 6, 6), foot + new Point(hand * 9, 14)], t =>
                            (3.2 * (1 - t)) + 0.2
                        ),
                        Wash.Of("brown"),
                        0.7
                    );
                    break;
                case "prickly-axis":
                    sketch.Shape(
                        [foot + new Point(0, 3), foot + new Point(hand * 8, -5), foot + new Point(0, -2)],
                        Wash.Cut,
                        0.8
                    );
                    break;
                default:
                    sketch.Line(Lines.Smooth([foot, foot + new Point(hand * 5, 2), tip], 3), 0.7);
                    sketch.Line(new(hand * 2, foot.Y + 4), new(hand * 2, foot.Y + 10), 0.6);
                    break;
            }
        }
    }

    /// <summary>A blade with so many veins from its foot.</summary>
    /// <param name="veins">How many, the midrib counted; 1–15.</param>
    public static void MainVeins(Sketch sketch, int veins)
    {
        var form = BladeForm.Plain with { Length = 90, Ratio = 1.1, Base = BladeBase.Heart, Widest = 0.36 };
        LeafDrawing.DrawBlade(sketch, form, Features.None, false);
        for (var i = 0; i < veins; i++)
        {
            var lean = veins == 1 ? 0 : ((2.0 * i / (veins - 1)) - 1) * Math.Min(96, 22 + (14 * veins));
            var length = 82 - (0.52 * Math.Abs(lean));
            sketch.Line(
                Lines.Smooth([default, Point.Polar(length * 0.5, lean), Point.Polar(length, lean * 0.8)], 5),
                1.6
            );
        }
    }
}
