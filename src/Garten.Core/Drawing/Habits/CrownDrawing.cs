using Garten.Core.Drawing.Paper;
using Garten.Core.Drawing.Shoots;
using Garten.Core.Geometry;

namespace Garten.Core.Drawing.Habits;

/// <summary>Outlines of trees as they stand against the sky, all of one height so that only the shape tells.</summary>
internal static class CrownDrawing
{
    /// <summary>A tree seen from afar.</summary>
    /// <param name="form">spire-crown, cone-crown, round-crown or broad-crown.</param>
    public static void Draw(Sketch sketch, string form)
    {
        ShootDrawing.Ground(sketch, 54);
        sketch.Shape(
            Lines.Strip([new(0, 0), new(0, form.StartsWith("spire", StringComparison.Ordinal) ? 108 : 60)], t =>
                3.4 - (2 * t)
            ),
            Wash.Wood
        );
        switch (form)
        {
            case "spire-crown":
                Tiers(sketch, 13, 8);
                break;
            case "cone-crown":
                Tiers(sketch, 32, 7);
                break;
            case "broad-crown":
                foreach (var x in new[] { -34, -16, 16, 34 })
                {
                    sketch.Line(Lines.Smooth([new(0, 26), new(x * 0.5, 40), new(x, 52)], 4), 2, Wash.WoodShade);
                }

                HabitDrawing.Crown(sketch, new(0, 66), 56, 26, 9);
                break;
            default:
                HabitDrawing.Crown(sketch, new(0, 66), 34, 42, 9);
                break;
        }
    }

    /// <summary>Boughs in tiers that grow shorter towards the top.</summary>
    private static void Tiers(Sketch sketch, double half, int tiers)
    {
        for (var i = 0; i < tiers; i++)
        {
            var (foot, reach) = (12 + (94.0 * i / tiers), half * (1 - ((double)i / tiers)));
            var top = Math.Min(foot + 30, 112);
            sketch.Shape(
                [
                    new(0, top),
                    .. Lines.Smooth([new(0, top), new(reach * 0.45, foot + 9), new(reach, foot)], 4),
                    .. Lines.Smooth([new(reach * 0.5, foot + 2), new(0, foot + 4), new(-reach * 0.5, foot + 2)], 4),
                    .. Lines.Smooth([new(-reach, foot), new(-reach * 0.45, foot + 9), new(0, top)], 4),
                ],
                Wash.Leaf,
                0.8
            );
        }
    }
}
