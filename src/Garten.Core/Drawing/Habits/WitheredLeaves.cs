using Garten.Core.Drawing.Leaves;
using Garten.Core.Drawing.Paper;
using Garten.Core.Drawing.Shoots;
using Garten.Core.Geometry;

namespace Garten.Core.Drawing.Habits;

/// <summary>What becomes of leaves when they wither: on the ground, on the twig, or round the foot of the plant.</summary>
internal static class WitheredLeaves
{
    /// <summary>A plant in winter with its old leaves.</summary>
    /// <param name="where">dropped, held-dead or skirt.</param>
    public static void Draw(Sketch sketch, string where)
    {
        ShootDrawing.Ground(sketch, 52);
        if (where == "skirt")
        {
            foreach (var lean in new[] { -128, -112, -96, 96, 112, 128 })
            {
                Leaf(sketch.At(0, 26, lean), 40, 4.5, Wash.Of("yellow-brown")!);
            }

            foreach (var lean in new[] { -40, -16, 16, 40 })
            {
                Leaf(sketch.At(0, 26, lean), 62, 5, Wash.Leaf);
            }

            sketch.Shape(Lines.Ellipse(new(0, 20), 6, 9, 16), Wash.Wood);
            return;
        }

        sketch.Line(default, new(0, 96), 2.6, Wash.WoodShade);
        foreach (var (y, lean) in new[] { (30, 52), (46, -52), (62, 46), (76, -40) })
        {
            var foot = new Point(0, y);
            var tip = foot + Point.Polar(26, lean);
            sketch.Line(foot, tip, 1.4, Wash.WoodShade);
            if (where == "held-dead")
            {
                Leaf(sketch.At(tip.X, tip.Y, lean > 0 ? 150 : -150), 24, 1.8, Wash.Of("yellow-brown")!);
                Leaf(
                    sketch.At((foot.X + tip.X) / 2, (foot.Y + tip.Y) / 2, lean > 0 ? 170 : -170),
                    20,
                    1.8,
                    Wash.Of("yellow-brown")!
                );
            }
        }

        if (where == "dropped")
        {
            foreach (var (x, lean) in new[] { (-40, 80), (-22, 96), (14, 84), (34, 100) })
            {
                Leaf(sketch.At(x, 3, lean), 20, 1.8, Wash.Of("yellow-brown")!);
            }
        }
    }

    private static void Leaf(Sketch sketch, double length, double ratio, Wash wash) =>
        LeafDrawing.DrawBlade(
            sketch,
            BladeForm.Plain with
            {
                Length = length,
                Ratio = ratio,
            },
            Features.None,
            false,
            wash
        );
}
