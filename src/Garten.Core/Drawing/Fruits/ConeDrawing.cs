using Garten.Core.Drawing.Paper;
using Garten.Core.Geometry;

namespace Garten.Core.Drawing.Fruits;

/// <summary>Cones, their scales and bracts.</summary>
internal static class ConeDrawing
{
    /// <summary>A cone, hanging or upright, about the origin.</summary>
    /// <param name="f">What is known.</param>
    public static void Draw(Sketch sketch, Features f)
    {
        var upright = f.Is("cone-stance", "upright-cone");
        sketch.Shape(
            Lines.Strip([new(-34, upright ? -38 : 40), new(0, upright ? -36 : 42), new(34, upright ? -38 : 40)], _ =>
                2.4
            ),
            Wash.Wood,
            0.9
        );
        Scales(sketch.At(0, upright ? -34 : 40, upright ? 0 : 180), f, 72, 17);
    }

    /// <summary>A small woody cone, from its foot at the origin.</summary>
    public static void Small(Sketch sketch, double length) => Scales(sketch, Features.None, length, length * 0.36);

    /// <summary>One scale, from its outer side.</summary>
    /// <param name="edge">rounded, ragged or prickle-tip; null when unknown.</param>
    /// <param name="bract">three-pointed, bent-down or hidden-bract; null when unknown.</param>
    public static void Scale(Sketch sketch, string? edge, string? bract)
    {
        Point[] top = edge switch
        {
            "ragged" =>
            [
                new(26, 8),
                new(22, 20),
                new(17, 16),
                new(13, 28),
                new(6, 22),
                new(0, 32),
                new(-6, 22),
                new(-13, 28),
                new(-17, 16),
                new(-22, 20),
                new(-26, 8),
            ],
            "prickle-tip" =>
            [
                new(24, 8),
                .. Lines.Smooth([new(24, 8), new(16, 22), new(6, 27)], 4),
                new(1.6, 28),
                new(0, 44),
                new(-1.6, 28),
                .. Lines.Smooth([new(-6, 27), new(-16, 22), new(-24, 8)], 4),
            ],
            _ => Lines.Arc(new(0, 4), 26, 26, 90, -90, 20),
        };
        sketch.Shape([new(-8, -36), new(8, -36), .. top], Wash.Wood);
        foreach (var x in new[] { -12, -4, 4, 12 })
        {
            sketch.Line(new(x * 0.4, -32), new(x, 10), 0.5);
        }

        switch (bract)
        {
            case "three-pointed":
                sketch.Shape(
                    [
                        new(-5, -36),
                        new(5, -36),
                        new(7, 24),
                        new(9, 36),
                        new(4, 33),
                        new(0, 56),
                        new(-4, 33),
                        new(-9, 36),
                        new(-7, 24),
                    ],
                    Wash.Cut
                );
                break;
            case "bent-down":
                sketch.Shape([new(-7, 34), new(7, 34), new(5, 14), new(0, -6), new(-5, 14)], Wash.Cut);
                break;
            case "hidden-bract":
                sketch.Shape([new(-5, -36), new(5, -36), new(5, -16), new(0, -10), new(-5, -16)], Wash.Cut);
                break;
        }
    }

    private static void Scales(Sketch sketch, Features f, double length, double half)
    {
        var rows = Math.Clamp((int)(length / 7.5), 4, 10);
        for (var r = rows - 1; r >= 0; r--)
        {
            var t = (r + 0.5) / rows;
            var wide = half * Math.Pow(Math.Sin(Math.PI * (0.1 + (0.84 * t))), 0.7);
            // Rows of three and of two by turns, each scale over the joint of two above it.
            var count = r % 2 == 0 ? 3 : 2;
            var size = length / rows * 1.7;
            for (var i = 0; i < count; i++)
            {
                var x = (i - ((count - 1) / 2.0)) * wide * 0.72;

                var at = sketch.At(x, length * (t - (0.6 / rows)), x / half * 26);
                if (f.Is("cone-bract", "three-pointed"))
                {
                    at.Line(
                        [
                            new(-2.4, size * 0.9),
                            new(-2, size * 1.3),
                            new(0, size * 1.05),
                            new(0, size * 1.7),
                            new(0, size * 1.05),
                            new(2, size * 1.3),
                            new(2.4, size * 0.9),
                        ],
                        0.8
                    );
                }

                Point[] top = f.Is("cone-scale", "ragged")
                    ?
                    [
                        new(5, size * 0.7),
                        new(3, size * 0.98),
                        new(1, size * 0.84),
                        new(-1, size),
                        new(-3, size * 0.86),
                        new(-5, size * 0.7),
                    ]
                    : Lines.Arc(new(0, size * 0.55), wide * 0.46, size * 0.45, 90, -90, 8);
                at.Shape([new(-wide * 0.4, 0), new(wide * 0.4, 0), .. top], Wash.Wood, 0.7);
                if (f.Is("cone-scale", "prickle-tip"))
                {
                    at.Line(new(0, size * 0.95), new(0.6, size * 1.35), 1);
                }

                if (f.Is("cone-bract", "bent-down"))
                {
                    at.Shape([new(-2, size), new(2, size), new(0, size * 0.4)], Wash.Cut, 0.7);
                }
            }
        }
    }
}
