using Garten.Core.Drawing.Flowers;
using Garten.Core.Drawing.Leaves;
using Garten.Core.Drawing.Paper;
using Garten.Core.Drawing.Shoots;
using Garten.Core.Drawing.Twigs;
using Garten.Core.Geometry;

namespace Garten.Core.Drawing.Plates;

/// <summary>What hand and tool do when a character is looked at: how to roll a stem, cut a pith, hold a leaf to the light.</summary>
internal static class GestureDrawing
{
    private static readonly (string Title, Action<Sketch> Draw, string[] Traits)[] Gestures =
    [
        ("Roll it between finger and thumb", Roll, ["stem-form", "needle-section", "texture", "blade-section"]),
        ("Cut along its length, and across", Cut, ["pith", "pith-colour", "stone-count"]),
        (
            "Hold it against the light",
            AgainstTheLight,
            ["venation", "vein-ends", "stem-hair", "twig-hair", "bud-hair", "upper-shine"]
        ),
        (
            "Turn it over",
            TurnOver,
            [
                "lower-hair",
                "lower-colour",
                "rusty-hairs",
                "leaf-glands",
                "sorus-shape",
                "indusium",
                "white-bands",
                "margin-rolled",
            ]
        ),
        (
            "Look with the lens held close",
            Lens,
            [
                "leaf-scar",
                "bundle-scars",
                "bud-scales",
                "bud-visibility",
                "margin",
                "petiole-glands",
                "beak",
                "stigmas",
                "leaf-sheath",
                "needle-base",
            ]
        ),
        ("Rub with the thumb", Rub, ["stem-bloom", "fruit-bloom"]),
        (
            "Look at it from the side, at the height of the eye",
            FromTheSide,
            [
                "leaf-tip",
                "leaf-axis",
                "spur",
                "stamens-reach",
                "bud-stalk",
                "bud-shape",
                "flower-stance",
                "prickle-form",
                "ovary",
                "upper-leaves",
                "cone-stance",
                "cone-bract",
            ]
        ),
        (
            "Mark one, then count once round",
            CountRound,
            [
                "petal-count",
                "stamen-count",
                "sepal-count",
                "ray-count",
                "umbel-rays",
                "style-count",
                "leaflet-count",
                "lobe-count",
                "needles-per-bundle",
            ]
        ),
        ("Break a stalk and wait a moment", Break, ["sap"]),
        (
            "Follow it along, joint after joint",
            Follow,
            ["leaf-arrangement", "bud-arrangement", "stem-line", "leaves-place", "climbing-by", "runners", "armature"]
        ),
    ];

    /// <summary>The gesture of a trait.</summary>
    /// <returns>The picture; null where looking is all there is to it.</returns>
    public static Picture? Draw(string trait)
    {
        var (title, draw, _) = Array.Find(Gestures, g => g.Traits.Contains(trait));
        if (draw is null)
        {
            return null;
        }

        var sketch = new Sketch();
        draw(sketch);
        return Tile.Fitted(sketch.Finish(title));
    }

    private static void Roll(Sketch sketch)
    {
        sketch.Shape([new(-4, -44), new(4, -44), new(4, 44), new(-4, 44)], Wash.Stem);
        Finger(sketch.At(-5, 4, 78));
        Finger(sketch.At(5, -4, -78));
        Arrow(sketch, Lines.Arc(new(0, 30), 17, 6, 120, 400, 12));
    }

    private static void Cut(Sketch sketch)
    {
        // A slanting cut lays the pith bare; the blade moves away from the hand.
        sketch.Shape([new(-50, -7), new(30, -7), new(6, 7), new(-50, 7)], Wash.Wood);
        sketch.Shape([new(30, -7), new(6, 7), new(10, 3), new(26, -5)], Wash.Cut, 0.8);
        sketch.Shape([new(8, 12), new(46, -12), new(54, -8), new(50, 2), new(16, 20)], Wash.Blank);
        sketch.Shape([new(46, -12), new(70, -28), new(78, -18), new(54, -2)], Wash.WoodShade);
        Finger(sketch.At(-30, 8, 158));
        Arrow(sketch, [new(2, 30), new(20, 22), new(40, 10)]);
    }

    private static void AgainstTheLight(Sketch sketch)
    {
        sketch.Spot(new(26, 30), 12, Wash.Gold);
        for (var i = 0; i < 12; i++)
        {
            sketch.Line(new Point(26, 30) + Point.Polar(16, i * 30), new Point(26, 30) + Point.Polar(23, i * 30), 0.9);
        }

        LeafDrawing.DrawBlade(
            sketch.At(-24, -34, 34),
            BladeForm.Plain with
            {
                Length = 74,
                Ratio = 1.7,
            },
            Features.None
        );
        Finger(sketch.At(-24, -34, 20));
    }

    private static void TurnOver(Sketch sketch)
    {
        LeafDrawing.DrawBlade(sketch.At(-22, -34), BladeForm.Plain with { Length = 66, Ratio = 1.7 }, Features.None);
        LeafDrawing.DrawBlade(
            sketch.At(34, -34),
            BladeForm.Plain with
            {
                Length = 66,
                Ratio = 1.7,
            },
            Features.None,
            true,
            Wash.Pale
        );
        Arrow(sketch, Lines.Arc(new(6, 30), 26, 14, -80, 70, 10));
    }

    private static void Lens(Sketch sketch)
    {
        TwigDrawing.Draw(sketch.At(-26, -40, 0, 0.8), Features.None);
        sketch.Spot(new(-4, 2), 23, Wash.Clear, 2);
        TwigDrawing.Scar(sketch.At(-4, -4), "shield", 3, 20);
        sketch.Shape(Lines.Strip([new(13, -14), new(42, -38)], _ => 3.4), Wash.WoodShade);
    }

    private static void Rub(Sketch sketch)
    {
        sketch.Shape([new(-8, -44), new(8, -44), new(8, 44), new(-8, 44)], Wash.Blank);
        sketch.Tint([new(-7.4, -14), new(7.4, -14), new(7.4, 14), new(-7.4, 14)], Wash.Stem);
        Finger(sketch.At(6, 2, -72));
        Arrow(sketch, [new(-18, -16), new(-18, 0), new(-18, 18)]);
    }

    private static void FromTheSide(Sketch sketch)
    {
        // A leaf held level: its blade is a thin line, and what its tip does shows against the sky.
        sketch.Shape(
            Lines.Strip(Lines.Smooth([new(-4, 0), new(22, 5), new(44, 4), new(56, -3), new(57, -12)], 5), t =>
                2.2 * (1 - t) + 0.5
            ),
            Wash.Leaf,
            0.9
        );
        Finger(sketch.At(-2, 0, 80));
        Eye(sketch.At(34, 44));
        Arrow(sketch, [new(38, 36), new(44, 24), new(50, 8)]);
    }

    private static void CountRound(Sketch sketch)
    {
        for (var i = 0; i < 9; i++)
        {
            FlowerDrawing.Petal(sketch.At(0, 0, i * 40).At(0, 9), 26, 7, i == 0 ? Wash.Gold : Wash.Blank, null);
        }

        sketch.Spot(default, 9, Wash.Of("yellow"));
        Arrow(sketch, Lines.Arc(default, 44, 44, 8, 338, 28));
    }

    private static void Break(Sketch sketch)
    {
        sketch.Shape(Lines.Strip([new(-40, -18), new(-4, 0)], _ => 4), Wash.Stem);
        sketch.Shape(Lines.Strip([new(8, 3), new(44, -12)], _ => 4), Wash.Stem);
        sketch.Shape([new(0, -4), .. Lines.Arc(new(1, -13), 5, 5, 30, 330, 12)], Wash.Blank, 0.9);
        Finger(sketch.At(-26, -20, 14));
        Finger(sketch.At(32, -16, -14));
        Arrow(sketch, Lines.Arc(new(-12, 12), 16, 12, 20, -60, 8));
        Arrow(sketch, Lines.Arc(new(18, 14), 16, 12, -20, 60, 8));
    }

    private static void Follow(Sketch sketch)
    {
        ShootDrawing.Leafy(
            sketch.At(0, -50),
            "alternate",
            s => LeafDrawing.DrawBlade(s, BladeForm.Plain, Features.None, false),
            0.36
        );
        Finger(sketch.At(-3, -34, 70, 0.7));
        Arrow(sketch, [new(-26, -26), new(-30, 4), new(-24, 34)]);
    }

    /// <summary>An eye that looks down to the right.</summary>
    private static void Eye(Sketch sketch)
    {
        sketch.Shape(
            [
                .. Lines.Smooth([new(-14, 0), new(0, 8), new(14, 0)], 6),
                .. Lines.Smooth([new(14, 0), new(0, -8), new(-14, 0)], 6).Skip(1).SkipLast(1),
            ],
            Wash.Blank
        );
        sketch.Spot(new(2, -1), 5, Wash.WoodShade);
        sketch.Spot(new(3, -2), 2, Wash.Of("black"));
    }

    /// <summary>The end of a finger that points up to the origin.</summary>
    private static void Finger(Sketch sketch)
    {
        sketch.Shape([.. Lines.Arc(new(0, -8), 8, 9, -90, 90, 10), new(9, -44), new(-9, -44)], Wash.Ground);
        sketch.Shape(Lines.Ellipse(new(0, -7), 4.6, 5.4, 16), Wash.Blank, 0.7);
        sketch.Line(Lines.Arc(new(0, -26), 8, 2, 120, 240, 4), 0.6);
    }

    private static void Arrow(Sketch sketch, Point[] along)
    {
        sketch.Line(along, 1.4, Wash.Pointer);
        var (tip, back) = (along[^1], (along[^2] - along[^1]).Unit);
        sketch.Line(
            [tip + (back * 5) + (back.Left * 3.4), tip, tip + (back * 5) - (back.Left * 3.4)],
            1.4,
            Wash.Pointer
        );
    }
}
