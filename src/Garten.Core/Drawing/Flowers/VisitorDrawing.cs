using Garten.Core.Drawing.Paper;
using Garten.Core.Geometry;

namespace Garten.Core.Drawing.Flowers;

/// <summary>Who comes to flowers, from above; the bird from the side.</summary>
internal static class VisitorDrawing
{
    /// <summary>One visitor.</summary>
    /// <param name="kind">bees, hover-flies, beetles, butterflies or hummingbirds.</param>
    public static void Draw(Sketch sketch, string kind)
    {
        switch (kind)
        {
            case "bees":
                Wings(sketch, 4, 34, 62, Wash.Clear);
                Wings(sketch, -4, 24, 102, Wash.Clear);
                sketch.Shape(Lines.Ellipse(new(0, -22), 13, 22, 28), Wash.Gold);
                foreach (var y in new[] { -10, -20, -30 })
                {
                    sketch.Line(Lines.Smooth([new(-11, y), new(0, y - 3), new(11, y)], 4), 4, Wash.WoodShade);
                }

                Chest(sketch, 12, Wash.Of("brown")!);
                for (var i = 0; i < 20; i++)
                {
                    sketch.Line(Point.Polar(11, i * 18), Point.Polar(15, i * 18), 0.6);
                }

                break;
            case "hover-flies":
                Wings(sketch, 2, 36, 108, Wash.Clear);
                sketch.Shape(Lines.Ellipse(new(0, -20), 9, 19, 28), Wash.Of("grey"));
                Chest(sketch, 10, Wash.Of("grey")!);
                foreach (var hand in new[] { -1, 1 })
                {
                    sketch.Spot(new(hand * 6, 15), 6, Wash.Of("red"));
                }

                break;
            case "beetles":
                foreach (var (hand, y) in new[] { (-1, 4), (1, 4), (-1, -10), (1, -10), (-1, -24), (1, -24) })
                {
                    sketch.Line([new(hand * 14, y), new(hand * 27, y - 4), new(hand * 33, y - 12)], 1.2);
                }

                sketch.Shape(Lines.Ellipse(new(0, -14), 19, 30, 28), Wash.Of("blue-black"));
                sketch.Line(new(0, 15), new(0, -44), 1.2, Wash.Blank);
                sketch.Shape(Lines.Ellipse(new(0, 18), 12, 8, 20), Wash.Of("brown"));
                Feelers(sketch, 25);
                break;
            case "butterflies":
                foreach (var hand in new[] { -1, 1 })
                {
                    sketch.Shape(
                        [
                            default,
                            .. Lines.Smooth(
                                [
                                    new(hand * 2, 6),
                                    new(hand * 24, 36),
                                    new(hand * 48, 36),
                                    new(hand * 40, 8),
                                    new(hand * 2, -4),
                                ],
                                5
                            ),
                        ],
                        Wash.Of("orange")
                    );
                    sketch.Shape(
                        [
                            default,
                            .. Lines.Smooth(
                                [
                                    new(hand * 2, -4),
                                    new(hand * 36, -4),
                                    new(hand * 34, -32),
                                    new(hand * 14, -38),
                                    new(hand * 2, -14),
                                ],
                                5
                            ),
                        ],
                        Wash.Of("yellow")
                    );
                }

                sketch.Shape(Lines.Ellipse(new(0, -6), 3.6, 22, 20), Wash.Of("brown"));
                Feelers(sketch, 16);
                break;
            default:
                sketch.Shape(
                    [
                        new(-10, 0),
                        .. Lines.Smooth([new(-10, 0), new(-34, 22), new(-50, 48), new(-18, 34), new(4, 10)], 5),
                    ],
                    Wash.Of("grey")
                );
                sketch.Shape(
                    [
                        .. Lines.Smooth(
                            [
                                new(-38, -34),
                                new(-26, -10),
                                new(-4, 8),
                                new(14, 22),
                                new(27, 18),
                                new(24, 4),
                                new(6, -10),
                                new(-22, -22),
                                new(-38, -34),
                            ],
                            5
                        ),
                    ],
                    Wash.Of("green")
                );
                sketch.Shape(
                    [.. Lines.Smooth([new(25, 9), new(15, 4), new(8, -6), new(22, 2), new(25, 9)], 4)],
                    Wash.Of("red"),
                    0.7
                );
                sketch.Line(new(27, 14), new(58, 20), 1.6);
                sketch.Spot(new(20, 16), 1.8, Wash.Ink);
                break;
        }
    }

    private static void Chest(Sketch sketch, double radius, Wash wash)
    {
        sketch.Spot(default, radius, wash, 1);
        sketch.Spot(new(0, radius + 5), radius * 0.55, wash, 1);
        Feelers(sketch, radius + 9);
    }

    private static void Feelers(Sketch sketch, double y)
    {
        foreach (var hand in new[] { -1, 1 })
        {
            sketch.Line(Lines.Smooth([new(hand * 2, y), new(hand * 8, y + 9), new(hand * 13, y + 13)], 4), 0.9);
        }
    }

    private static void Wings(Sketch sketch, double y, double length, double lean, Wash wash)
    {
        foreach (var hand in new[] { -1, 1 })
        {
            FlowerDrawing.Petal(sketch.At(hand * 8, y, hand * lean), length, length * 0.3, wash, null);
        }
    }
}
