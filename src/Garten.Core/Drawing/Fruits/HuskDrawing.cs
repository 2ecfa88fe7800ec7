using Garten.Core.Drawing.Paper;
using Garten.Core.Geometry;

namespace Garten.Core.Drawing.Fruits;

/// <summary>A nut in what holds it, and fruits opened to show their seeds.</summary>
internal static class HuskDrawing
{
    /// <summary>One nut.</summary>
    /// <param name="husk">cup-husk, beaked-husk, leafy-husk or split-husk.</param>
    public static void Draw(Sketch sketch, string husk)
    {
        switch (husk)
        {
            case "cup-husk":
                Nut(sketch, 18, 32);
                sketch.Shape(
                    [.. Lines.Arc(new(0, 2), 23, 8, 90, -90, 8), .. Lines.Arc(new(0, 2), 23, 22, -90, -270, 14)],
                    Wash.WoodShade
                );
                for (var i = 0; i < 14; i++)
                {
                    sketch.Line(Lines.Arc(new(-17 + (i * 13 % 35), -4 - (i * 5 % 12)), 3, 2, 100, 260, 4), 0.7);
                }

                sketch.Line(new(0, -20), new(0, -34), 2, Wash.WoodShade);
                break;
            case "beaked-husk":
                sketch.Shape(
                    Lines.Smooth(
                        [
                            new(0, -28),
                            new(20, -14),
                            new(18, 8),
                            new(6, 22),
                            new(9, 52),
                            new(-9, 52),
                            new(-6, 22),
                            new(-18, 8),
                            new(-20, -14),
                            new(0, -28),
                        ],
                        6
                    ),
                    Wash.Leaf
                );
                for (var i = 0; i < 26; i++)
                {
                    var at = new Point(-14 + (i * 11 % 29), -18 + (i * 7 % 28));
                    sketch.Line(at, at + new Point(1.5, 4), 0.6);
                }

                foreach (var x in new[] { -7, -2, 3, 8 })
                {
                    sketch.Line(new(x, 50), new(x * 1.3, 57), 0.9);
                }

                break;
            case "leafy-husk":
                Nut(sketch, 17, 30);
                foreach (var (x, lean) in new[] { (-8, -42), (8, 42), (-3, -14), (4, 16) })
                {
                    sketch.Shape(
                        [
                            new(x - 8, -22),
                            new(x + 8, -22),
                            new Point(x, -22) + Point.Polar(34, lean) + new Point(5, 0),
                            new Point(x, -22) + Point.Polar(26, lean),
                            new Point(x, -22) + Point.Polar(35, lean) - new Point(5, 0),
                        ],
                        Wash.Leaf,
                        0.9
                    );
                }

                break;
            default:
                Nut(sketch, 17, 24);
                foreach (var lean in new[] { -74, -30, 30, 74 })
                {
                    sketch.Shape(
                        Lines.Strip(
                            Lines.Smooth(
                                [
                                    new(0, -26),
                                    new Point(0, -26) + Point.Polar(26, lean),
                                    new Point(0, -26) + Point.Polar(50, lean * 0.9),
                                ],
                                5
                            ),
                            t => (9 * Math.Sin(Math.PI * Math.Clamp(t, 0.08, 0.96))) + 0.4
                        ),
                        Wash.Leaf,
                        0.9
                    );
                }

                break;
        }
    }

    /// <summary>A fruit opened lengthwise, with its seeds.</summary>
    /// <param name="seeds">How many are drawn; 0–40.</param>
    public static void Seeds(Sketch sketch, int seeds)
    {
        sketch.Shape(Lines.Ellipse(default, 32, 42, 36), Wash.Stem);
        sketch.Shape(Lines.Ellipse(default, 27, 37, 36), Wash.Cut, 0.8);
        for (var i = 0; i < seeds; i++)
        {
            // Spread evenly over the inside by the golden angle.
            var reach = seeds == 1 ? 0 : Math.Sqrt((i + 0.5) / seeds);
            var at = Point.Polar(reach, i * 137.5);
            var size = Math.Clamp(16 / Math.Sqrt(seeds), 2, 9);
            sketch.Shape(Lines.Ellipse(new(at.X * 20, at.Y * 29), size * 0.7, size, 12), Wash.WoodShade, 0.8);
        }
    }

    private static void Nut(Sketch sketch, double half, double tall) =>
        sketch.Shape(
            Lines.Smooth(
                [
                    new(0, tall + 6),
                    new(half * 0.5, tall - 2),
                    new(half, 4),
                    new(half * 0.6, -20),
                    new(-half * 0.6, -20),
                    new(-half, 4),
                    new(-half * 0.5, tall - 2),
                    new(0, tall + 6),
                ],
                6
            ),
            Wash.Wood
        );
}
