using Garten.Core.Drawing.Leaves;
using Garten.Core.Drawing.Paper;
using Garten.Core.Geometry;

namespace Garten.Core.Drawing.Habits;

/// <summary>What a plant grows on, with one small plant on it.</summary>
internal static class SubstrateDrawing
{
    /// <summary>Ground of some kind, cut through.</summary>
    /// <param name="kind">soil, rotting-wood, on-trees, rock, gravel or mud-water.</param>
    public static void Draw(Sketch sketch, string kind)
    {
        var foot = kind switch
        {
            "rotting-wood" => new Point(0, 12),
            "on-trees" => new Point(12, 36),
            "rock" => new Point(-4, 16),
            _ => default,
        };
        switch (kind)
        {
            case "rotting-wood":
                Plain(sketch, -8);
                sketch.Shape([new(-52, -12), new(44, -12), new(44, 12), new(-52, 12)], Wash.Wood);
                sketch.Shape(Lines.Ellipse(new(44, 0), 7, 12, 20), Wash.Cut);
                sketch.Shape(Lines.Ellipse(new(44, 0), 3.6, 6.5, 16), null, 0.6);
                foreach (var y in new[] { -6, 1, 7 })
                {
                    sketch.Line(Lines.Smooth([new(-48, y), new(-20, y + 2), new(12, y - 1), new(34, y + 1)], 4), 0.6);
                }

                break;
            case "on-trees":
                sketch.Shape([new(-14, -30), new(14, -30), new(12, 104), new(-12, 104)], Wash.Wood);
                for (var i = 0; i < 12; i++)
                {
                    sketch.Line(new(-10 + (i * 7 % 21), -26 + (i * 11)), new(-9 + (i * 7 % 21), -14 + (i * 11)), 0.8);
                }

                break;
            case "rock":
                sketch.Shape(
                    [
                        new(-50, -30),
                        new(-44, 2),
                        new(-20, 14),
                        new(-4, 16),
                        new(0, 4),
                        new(6, 18),
                        new(34, 10),
                        new(48, -30),
                    ],
                    Wash.Of("grey")
                );
                sketch.Line([new(0, 4), new(-6, -10), new(2, -22)], 0.9);
                sketch.Line([new(-30, 4), new(-22, -14)], 0.7);
                break;
            case "gravel":
                for (var i = 0; i < 34; i++)
                {
                    sketch.Shape(
                        Lines.Ellipse(new(-48 + (i * 29 % 97), -26 + (i * 17 % 25)), 4 + (i % 3), 3 + (i % 2), 10),
                        i % 2 == 0 ? Wash.Of("grey") : Wash.Ground,
                        0.7
                    );
                }

                break;
            case "mud-water":
                sketch.Shape([new(-52, 14), new(52, 14), new(52, -10), new(-52, -10)], Wash.Clear, 0.8);
                sketch.Shape([new(-52, -10), new(52, -10), new(52, -30), new(-52, -30)], Wash.WoodShade);
                foreach (var x in new[] { -36, 24 })
                {
                    sketch.Line(Lines.Smooth([new(x, 9), new(x + 6, 11), new(x + 12, 9), new(x + 18, 11)], 4), 0.7);
                }

                break;
            default:
                Plain(sketch, 0);
                break;
        }

        Plant(sketch.At(foot.X, foot.Y, kind == "on-trees" ? 34 : 0), kind == "mud-water" ? 12 : 0);
    }

    private static void Plain(Sketch sketch, double top)
    {
        sketch.Shape([new(-52, top), new(52, top), new(52, -30), new(-52, -30)], Wash.Ground);
        for (var i = 0; i < 16; i++)
        {
            sketch.Spot(new(-46 + (i * 37 % 93), top - 5 - (i * 13 % (int)(top + 24))), 0.8, Wash.WoodShade, 0);
        }
    }

    private static void Plant(Sketch sketch, double lift)
    {
        foreach (var lean in new[] { -24, 0, 24 })
        {
            sketch.Line(default, Point.Polar(-16, lean * 1.4), 0.8, Wash.WoodShade);
        }

        sketch.Line(default, new(0, lift + 44), 1.8, Wash.Of("green"));
        foreach (var (y, lean) in new[] { (14, 58), (24, -58), (36, 40), (42, -24) })
        {
            LeafDrawing.DrawBlade(
                sketch.At(0, lift + y, lean),
                BladeForm.Plain with
                {
                    Length = 24,
                    Ratio = 1.9,
                },
                Features.None,
                false
            );
        }
    }
}
