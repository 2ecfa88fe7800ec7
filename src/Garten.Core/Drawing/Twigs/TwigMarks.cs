using Garten.Core.Drawing.Flowers;
using Garten.Core.Drawing.Paper;
using Garten.Core.Geometry;

namespace Garten.Core.Drawing.Twigs;

/// <summary>What is looked for on one piece of a twig, made large: scars of stipules, the colour of its two sides, and what flowers on it.</summary>
internal static class TwigMarks
{
    /// <summary>A leaf scar with the scars of its stipules.</summary>
    /// <param name="scar">none, pair-scars or ring-scar.</param>
    public static void StipuleScar(Sketch sketch, string scar)
    {
        sketch.Shape([new(-22, 0), new(22, 0), new(20, 96), new(-20, 96)], Wash.Wood);
        if (scar == "ring-scar")
        {
            sketch.Line(Lines.Smooth([new(-21.4, 50), new(-10, 46), new(10, 46), new(21.4, 50)], 5), 2.2, Wash.Ink);
        }

        TwigDrawing.Scar(sketch.At(0, 38), "shield", 3, 24);
        TwigDrawing.Bud(sketch.At(0, 48), Features.None, 30);
        if (scar == "pair-scars")
        {
            foreach (var hand in new[] { -1, 1 })
            {
                sketch.Shape(Lines.Ellipse(new(hand * 16, 46), 2.2, 5, 12), Wash.Cut, 1.1);
            }
        }
    }

    /// <summary>A twig that lies across the light, its upper side above.</summary>
    /// <param name="redder">True when the side towards the light is redder.</param>
    public static void Sides(Sketch sketch, bool redder)
    {
        sketch.Shape([new(-54, -11), new(54, -9), new(54, 9), new(-54, 11)], Wash.Stem);
        if (redder)
        {
            sketch.Tint([new(-53, 0.5), new(53, 0.5), new(53, 8.4), new(-53, 10.4)], Wash.Of("red")!);
        }

        TwigDrawing.Bud(sketch.At(-8, 10, 58), Features.None, 22);
        for (var i = 0; i < 3; i++)
        {
            var x = -20 + (20.0 * i);
            sketch.Line([new(x + 14, 58), new(x + 6, 40)], 0.9, Wash.Gold);
        }
    }

    /// <summary>A woody twig and where on it, or on what grew from it, the flowers stand.</summary>
    /// <param name="wood">this-years-shoot, last-years-wood or old-wood.</param>
    public static void FloweringWood(Sketch sketch, string wood)
    {
        var old = wood == "old-wood";
        sketch.Shape(Lines.Strip([new(0, 0), new(0, old ? 104 : 56)], t => old ? 11 - t : 4.4 - t), Wash.Wood);
        if (old)
        {
            for (var i = 0; i < 9; i++)
            {
                sketch.Line(new(-7 + (i * 5 % 15), 4 + (i * 11)), new(-6 + (i * 5 % 15), 15 + (i * 11)), 0.8);
            }
        }
        else
        {
            // The ring where this year's green shoot begins.
            sketch.Line(new(-4, 56), new(4, 56), 1.6);
            sketch.Shape(Lines.Strip([new(0, 57), new(0, 104)], t => 2.6 - (1.4 * t)), Wash.Stem);
        }

        foreach (
            var (y, hand) in wood switch
            {
                "this-years-shoot" => new[] { (72, 1), (82, -1), (94, 1) },
                "last-years-wood" => [(16, 1), (30, -1), (44, 1)],
                _ => [(24, 1), (52, -1), (78, 1)],
            }
        )
        {
            var foot = new Point(hand * (old ? 9 : 2), y);
            sketch.Line(foot, foot + Point.Polar(14, hand * 58), 1.1, Wash.Of("green"));
            FlowerDrawing.Small(sketch.At(foot.X + (hand * 13), foot.Y + 9), Wash.Of("pink")!, 7);
        }
    }
}
