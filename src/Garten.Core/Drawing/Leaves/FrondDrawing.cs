using Garten.Core.Drawing.Paper;
using Garten.Core.Geometry;

namespace Garten.Core.Drawing.Leaves;

/// <summary>Fern fronds, their stalks and their spore heaps.</summary>
internal static class FrondDrawing
{
    /// <summary>A frond.</summary>
    /// <param name="sketch">Where, the foot of its stalk at the origin.</param>
    /// <param name="shape">Its outline; null when unknown.</param>
    /// <param name="stalk">Colour of the stalk.</param>
    /// <param name="narrow">True for a fertile frond with narrow parts.</param>
    /// <param name="pairs">Pairs of pinnae; fewer where the frond is drawn small.</param>
    public static void Frond(Sketch sketch, string? shape, Wash? stalk = null, bool narrow = false, int pairs = 13)
    {
        var colour = stalk ?? Wash.Stem;
        if (shape == "fan")
        {
            sketch.Line([new(0, 0), new(0, 60)], 1.8, stalk is null ? null : colour);
            foreach (var degrees in new[] { -96, -62, -32, 0, 32, 62, 96 })
            {
                Pinna(sketch.At(0, 60, degrees), 50 - (Math.Abs(degrees) * 0.1), 7, narrow);
            }

            return;
        }

        var stem = shape == "triangular-frond" ? 38 : 12;
        sketch.Line([new(0, 0), new(0, 128)], 1.8, stalk is null ? null : colour);
        for (var i = 0; i < pairs; i++)
        {
            var t = (double)i / pairs;
            var length = shape switch
            {
                "triangular-frond" => 52 * (1 - (0.92 * t)),
                "tapering-both" => 34 * Math.Pow(Math.Sin(Math.PI * (0.1 + (0.88 * t))), 0.8),
                _ => 38 * (1 - (0.85 * Math.Pow(t, 1.4))),
            };
            var y = stem + ((124 - stem) * t);
            foreach (var hand in new[] { -1, 1 })
            {
                Pinna(
                    sketch.At(0, y, hand * (shape == "triangular-frond" ? 66 : 76)),
                    length,
                    (shape == "triangular-frond" ? 4.6 : 3.8) * Math.Sqrt(13.0 / pairs),
                    narrow
                );
            }
        }
    }

    /// <summary>A pinna with its spore heaps, made large.</summary>
    /// <param name="sorus">Form of the heaps.</param>
    /// <param name="cover">Their cover; null to leave it out.</param>
    public static void Sori(Sketch sketch, string sorus, string? cover)
    {
        var edge = sorus == "edge-sorus";
        var blade = Blade.Of(
            BladeForm.Plain with
            {
                Length = 100,
                Ratio = 2.4,
                Widest = 0.3,
                Tip = BladeTip.Blunt,
                Base = BladeBase.Straight,
            }
        );
        sketch.Shape(blade.Outline, Wash.Pale);
        sketch.Line(new(0, 0), new(0, 97), 1);
        for (var i = 0; i < 5; i++)
        {
            foreach (var hand in new[] { -1, 1 })
            {
                var foot = new Point(0, 8 + (16 * i));
                var width = Array.Find(blade.Right, p => p.Y > foot.Y + 8).X * 0.86;
                sketch.Line(foot, foot + new Point(hand * width, 11), 0.5);
                if (edge || i == 4)
                {
                    continue;
                }

                Heap(sketch.At(hand * width * 0.5, foot.Y + 8, hand * 62, 1, hand < 0), sorus, cover);
            }
        }

        if (edge)
        {
            foreach (var side in new[] { blade.Right, blade.Left })
            {
                // The edge itself is turned over the spores.
                sketch.Shape(
                    Lines.Strip(
                        side[(side.Length / 8)..^(side.Length / 6)].Select(p => new Point(p.X * 0.9, p.Y)).ToArray(),
                        _ => 3
                    ),
                    Wash.Of("brown"),
                    0.7
                );
            }
        }
    }

    /// <summary>One heap, made large.</summary>
    /// <param name="cover">Its cover; null to leave it out.</param>
    public static void Heap(Sketch sketch, string sorus, string? cover)
    {
        var brown = Wash.Of("brown");
        switch (sorus)
        {
            case "line-sorus":
                sketch.Shape(Lines.Strip([new(0, -9), new(0, 0), new(0, 9)], _ => 2.2), brown, 0.7);
                break;
            case "crescent-sorus":
                sketch.Shape(
                    Lines.Strip(Lines.Arc(new(-4, 0), 7, 8, 20, 160), t =>
                        2.6 * Math.Sin(Math.PI * Math.Clamp(t, 0.12, 0.88))
                    ),
                    brown,
                    0.7
                );
                break;
            default:
                sketch.Spot(default, 5, brown, 0.7);
                break;
        }

        switch (cover)
        {
            case "shield-cover":
                sketch.Spot(default, 3.8, Wash.Blank, 0.7);
                sketch.Spot(default, 0.9, Wash.Ink, 0);
                break;
            case "kidney-cover":
                sketch.Shape([new(0, 0), .. Lines.Arc(default, 4.2, 4.2, 25, 335, 16)], Wash.Blank, 0.7);
                break;
            case "flap-cover":
                sketch.Shape(
                    Lines.Strip([new(1.6, -9), new(2.4, 0), new(1.6, 9)], t =>
                        1.6 * Math.Sin(Math.PI * Math.Clamp(t, 0.1, 0.9))
                    ),
                    Wash.Blank,
                    0.7
                );
                break;
        }
    }

    /// <summary>How fronds stand on the ground.</summary>
    /// <param name="tufted">True for a crown, false for fronds along a rhizome.</param>
    public static void Growth(Sketch sketch, bool tufted)
    {
        sketch.Line(new(-60, 0), new(60, 0), 1.2, Wash.WoodShade);
        if (tufted)
        {
            foreach (var degrees in new[] { -48, -24, 0, 24, 48 })
            {
                Frond(sketch.At(0, 0, degrees, 0.5), "tapering-both", pairs: 8);
            }

            return;
        }

        sketch.Shape(
            Lines.Strip(Lines.Smooth([new(-58, -8), new(-20, -11), new(20, -8), new(58, -10)], 4), _ => 2.4),
            Wash.Wood,
            0.8
        );
        foreach (var x in new[] { -42, 0, 42 })
        {
            sketch.Line(new(x, -9), new(x, 0), 1.2);
            Frond(sketch.At(x, 0, x / 8.0, 0.5), "triangular-frond", pairs: 8);
        }
    }

    /// <summary>Fertile and barren fronds beside each other.</summary>
    /// <param name="alike">True when they are alike.</param>
    public static void Fertile(Sketch sketch, bool alike)
    {
        Frond(sketch.At(-32, 0, -8, 0.72), "tapering-both");
        Frond(sketch.At(26, 0, alike ? 8 : 2, alike ? 0.72 : 0.84), "tapering-both", null, !alike);
        sketch.Say(new(-32, -11), "barren");
        sketch.Say(new(28, -11), "with spores");
    }

    private static void Pinna(Sketch at, double length, double half, bool narrow)
    {
        if (length < 2)
        {
            return;
        }

        var wide = narrow ? half * 0.3 : Math.Min(half, length * 0.3);
        at.Shape(
            Lines.Strip(Lines.Along(8, t => new(0, length * t)), t =>
                wide * Math.Max(Math.Min(1, (1 - t) * 2.4), 0.08) * (narrow || (int)(t * 8) % 2 == 0 ? 1 : 0.72)
            ),
            narrow ? Wash.Of("brown") : Wash.Leaf,
            0.6
        );
    }
}
