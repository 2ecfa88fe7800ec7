using Garten.Core.Drawing.Leaves;
using Garten.Core.Drawing.Paper;
using Garten.Core.Geometry;

namespace Garten.Core.Drawing.Shoots;

/// <summary>Features of whole stems: how they climb, run, live on and rest under the ground.</summary>
internal static class StemFeature
{
    /// <summary>A stem with bloom, spots or neither; the bloom rubbed off half way.</summary>
    /// <param name="cover">bloomed, purple-spots or none.</param>
    public static void Cover(Sketch sketch, string cover)
    {
        sketch.Shape([new(-11, 0), new(11, 0), new(10, 100), new(-10, 100)], Wash.Stem);
        if (cover == "bloomed")
        {
            sketch.Shape(
                [
                    new(-10.6, 42),
                    .. Lines.Smooth([new(-10.6, 42), new(-3, 50), new(4, 44), new(10.6, 52)], 4),
                    new(10, 99),
                    new(-10, 99),
                ],
                Wash.Blank,
                0.6
            );
            for (var i = 0; i < 26; i++)
            {
                sketch.Spot(new(-8 + (i * 37 % 17), 54 + (i * 23 % 42)), 0.6, Wash.Of("grey"), 0);
            }
        }
        else if (cover == "purple-spots")
        {
            for (var i = 0; i < 15; i++)
            {
                sketch.Tint(
                    Lines.Ellipse(new(-7 + (i * 0.618 % 1 * 14), 5 + (6.2 * i)), 1.6 + (i % 3 * 0.7), 2.6 + (i % 2), 9),
                    Wash.Of("purple")!
                );
            }
        }
    }

    /// <summary>How a climber holds on.</summary>
    /// <param name="by">twining, rootlets or leaning.</param>
    public static void Climbing(Sketch sketch, string by)
    {
        sketch.Shape([new(-7, 0), new(7, 0), new(6, 112), new(-6, 112)], Wash.Wood);
        if (by == "twining")
        {
            for (var i = 0; i < 4; i++)
            {
                var y = 4 + (26 * i);
                sketch.Shape(
                    Lines.Strip(Lines.Smooth([new(-10, y), new(-4, y + 7), new(6, y + 14), new(10, y + 17)], 4), _ =>
                        2
                    ),
                    Wash.Stem,
                    0.8
                );
                LeafDrawing.DrawBlade(
                    sketch.At(10, y + 17, 70),
                    BladeForm.Plain with
                    {
                        Length = 20,
                        Ratio = 1.4,
                    },
                    Features.None,
                    false
                );
            }

            return;
        }

        if (by == "rootlets")
        {
            var line = Lines.Smooth([new(2, 0), new(-2, 30), new(3, 64), new(-1, 108)], 6);
            sketch.Shape(Lines.Strip(line, _ => 2.2), Wash.Stem, 0.8);
            for (var i = 2; i < line.Length - 1; i++)
            {
                sketch.Line(line[i], line[i] + new Point(-7, i % 3 - 1), 0.6);
                sketch.Line(line[i], line[i] + new Point(6, 1 - (i % 3)), 0.6);
            }

            foreach (var i in new[] { 5, 12, 17 })
            {
                LeafDrawing.DrawBlade(
                    sketch.At(line[i].X, line[i].Y, 74),
                    BladeForm.Plain with
                    {
                        Length = 26,
                        Ratio = 1.1,
                        Base = BladeBase.Heart,
                        Lobing = BladeLobing.Palmate,
                    },
                    Features.None,
                    false
                );
            }

            return;
        }

        foreach (var (x, bend) in new[] { (-34, 30), (-22, 40) })
        {
            var line = Lines.Smooth([new(x, 0), new(x + 6, 52), new(-2, 92), new(bend, 104), new(bend + 14, 92)], 6);
            sketch.Shape(Lines.Strip(line, t => 2 - t), Wash.Stem, 0.8);
            foreach (var i in new[] { 6, 11, 17, 22 })
            {
                LeafDrawing.DrawBlade(
                    sketch.At(line[i].X, line[i].Y, i > 14 ? 100 : -60),
                    BladeForm.Plain with
                    {
                        Length = 18,
                        Ratio = 1.7,
                    },
                    Features.None,
                    false
                );
            }
        }
    }

    /// <summary>A stem with two joints.</summary>
    /// <param name="swollen">True when the joints are thicker than the stem between them.</param>
    public static void Joints(Sketch sketch, bool swollen)
    {
        sketch.Shape(
            Lines.Strip(Lines.Smooth([new(0, 0), new(0, 52), new(0, 108)], 24), t =>
                4.4 + (swollen ? 5.2 * (Bump(t, 0.3) + Bump(t, 0.76)) : 0)
            ),
            Wash.Stem
        );
        foreach (var y in new[] { 32, 82 })
        {
            foreach (var hand in new[] { -1, 1 })
            {
                LeafDrawing.DrawBlade(
                    sketch.At(hand * (swollen ? 8 : 4), y, hand * 58),
                    BladeForm.Plain with
                    {
                        Length = 36,
                        Ratio = 2.2,
                    },
                    Features.None,
                    false
                );
            }
        }

        static double Bump(double t, double at) => Math.Exp(-Math.Pow((t - at) / 0.05, 2));
    }

    /// <summary>Where a stem takes root.</summary>
    /// <param name="where">none, root-at-joints, root-at-tips or clinging-roots.</param>
    public static void Rooting(Sketch sketch, string where)
    {
        if (where == "clinging-roots")
        {
            Climbing(sketch, "rootlets");
            return;
        }

        ShootDrawing.Ground(sketch, 66);
        var line = where switch
        {
            "root-at-joints" => Lines.Smooth([new(-52, 0), new(-40, 4), new(0, 3), new(44, 4), new(56, 10)], 6),
            "root-at-tips" => Lines.Smooth([new(-46, 0), new(-40, 40), new(-10, 62), new(26, 44), new(42, 0)], 6),
            _ => Lines.Smooth([new(0, 0), new(2, 40), new(0, 84)], 12),
        };
        sketch.Shape(Lines.Strip(line, t => 2.2 - t), Wash.Stem, 0.8);
        Roots(sketch.At(line[0].X, -2), 5, 18, 12);
        foreach (var i in new[] { 6, 12, 18 })
        {
            LeafDrawing.DrawBlade(
                sketch.At(line[i].X, line[i].Y, i % 12 == 0 ? -30 : 34),
                BladeForm.Plain with
                {
                    Length = 28,
                    Ratio = 1.6,
                },
                Features.None,
                false
            );
            if (where == "root-at-joints")
            {
                Roots(sketch.At(line[i].X, -2), 3, 14, 7);
            }
        }

        if (where == "root-at-tips")
        {
            Roots(sketch.At(42, -2), 5, 16, 10);
        }
    }

    /// <summary>Runners along the ground, or none.</summary>
    /// <param name="present">True when there are.</param>
    public static void Runners(Sketch sketch, bool present)
    {
        ShootDrawing.Ground(sketch, 66);
        Tuft(sketch.At(present ? -40 : 0, 0));
        if (present)
        {
            sketch.Line(
                Lines.Smooth([new(-38, 2), new(-16, 12), new(6, 3), new(24, 10), new(42, 2)], 5),
                1.4,
                Wash.Of("red")
            );
            Tuft(sketch.At(6, 0, 0, 0.55));
            Tuft(sketch.At(42, 0, 0, 0.7));
        }
    }

    /// <summary>What is left of earlier years at the foot of a plant.</summary>
    /// <param name="duration">annual, biennial or perennial.</param>
    public static void Duration(Sketch sketch, string duration)
    {
        if (duration == "annual")
        {
            Year(sketch.At(0, 0), "seed to seed", 1, 0);
            return;
        }

        if (duration == "biennial")
        {
            Year(sketch.At(-32, 0), "1st year", 0, 0);
            Year(sketch.At(32, 0), "2nd year", 1, 0);
            return;
        }

        Year(sketch.At(0, 0), "year on year", 1, 3);
    }

    /// <summary>The part under the ground.</summary>
    /// <param name="sketch">Where; the ground lies at Y = 0.</param>
    public static void Underground(Sketch sketch, string part)
    {
        sketch.Line(new(-50, 0), new(50, 0), 1.2, Wash.WoodShade);
        foreach (var lean in new[] { -26, 0, 24 })
        {
            sketch.Line(
                [new(part == "rhizome" ? 30 : 0, 0), new Point(part == "rhizome" ? 30 : 0, 0) + Point.Polar(38, lean)],
                1.3,
                Wash.Of("green")
            );
        }

        switch (part)
        {
            case "bulb":
                sketch.Shape(
                    [
                        new(0, 4),
                        .. Lines.Smooth(
                            [
                                new(2, -8),
                                new(15, -26),
                                new(11, -42),
                                new(0, -46),
                                new(-11, -42),
                                new(-15, -26),
                                new(-2, -8),
                            ],
                            5
                        ),
                    ],
                    Wash.Cut
                );
                foreach (var share in new[] { 0.35, 0.7 })
                {
                    sketch.Line(Lines.Smooth([new(1, -6), new(15 * share, -26), new(9 * share, -44)], 5), 0.6);
                    sketch.Line(Lines.Smooth([new(-1, -6), new(-15 * share, -26), new(-9 * share, -44)], 5), 0.6);
                }

                Roots(sketch.At(0, -46), 7, 16, 9);
                break;
            case "corm":
                sketch.Shape(Lines.Ellipse(new(0, -26), 18, 12), Wash.Cut);
                sketch.Line(new(0, 0), new(0, -14), 1.3);
                sketch.Line(Lines.Arc(new(0, -26), 18, 4, 90, 270), 0.6);
                Roots(sketch.At(0, -36), 7, 16, 12);
                break;
            case "tuber":
                sketch.Line(new(0, 0), new(0, -14), 1.3);
                sketch.Shape(
                    Lines.Smooth(
                        [
                            new(0, -12),
                            new(18, -20),
                            new(22, -34),
                            new(8, -44),
                            new(-14, -42),
                            new(-22, -30),
                            new(-16, -17),
                            new(0, -12),
                        ],
                        5
                    ),
                    Wash.Wood
                );
                foreach (var at in new Point[] { new(-8, -26), new(8, -32), new(4, -20) })
                {
                    sketch.Line(Lines.Arc(at, 3, 2, 90, 270, 6), 0.8);
                }

                break;
            case "rhizome":
                sketch.Shape(
                    Lines.Strip(
                        Lines.Smooth([new(-44, -22), new(-14, -18), new(12, -16), new(31, -4), new(31, 4)], 5),
                        t => 5 - (1.5 * t)
                    ),
                    Wash.Wood
                );
                foreach (var x in new[] { -36, -26, -16, -6, 4 })
                {
                    sketch.Line(new(x, -25), new(x + 2, -14), 0.6);
                    sketch.Line(new(x, -24), new(x - 3, -38), 0.6);
                }

                break;
            case "taproot":
                sketch.Shape(
                    Lines.Strip(Lines.Smooth([new(0, 2), new(1, -24), new(-1, -54)], 6), t => 7 * (1 - t) + 0.4),
                    Wash.Cut
                );
                Roots(sketch.At(0, -18), 2, 22, 20);
                break;
            case "chambered-root":
                sketch.Shape(
                    Lines.Smooth(
                        [
                            new(-10, 4),
                            new(-16, -14),
                            new(-10, -34),
                            new(0, -40),
                            new(10, -34),
                            new(16, -14),
                            new(10, 4),
                            new(-10, 4),
                        ],
                        5
                    ),
                    Wash.Cut
                );
                foreach (var y in new[] { -4, -12, -20, -28 })
                {
                    sketch.Shape(Lines.Ellipse(new(0, y), 10 - (Math.Abs(y + 14) * 0.2), 2.6, 16), Wash.Blank, 0.7);
                }

                Roots(sketch.At(0, -38), 5, 16, 14);
                break;
            default:
                Roots(sketch, 13, 42, 26);
                break;
        }
    }

    /// <summary>The top of a conifer: its leading shoot hanging over or upright.</summary>
    /// <param name="drooping">True when it hangs over.</param>
    public static void Leader(Sketch sketch, bool drooping)
    {
        var trunk = drooping
            ? Lines.Smooth([new(0, 0), new(0, 60), new(2, 88), new(16, 102), new(30, 94)], 6)
            : Lines.Smooth([new(0, 0), new(0, 60), new(0, 112)], 6);
        for (var i = 0; i < 5; i++)
        {
            var (y, reach) = (8 + (18.0 * i), 44 - (8.0 * i));
            foreach (var hand in new[] { -1, 1 })
            {
                var bough = Lines.Smooth(
                    [new(0, y), new(hand * reach * 0.6, y + 2), new(hand * reach, y - (drooping ? 14 : 4))],
                    5
                );
                sketch.Shape(
                    Lines.Strip(bough, t =>
                        (Math.Min(4.4, reach * 0.12) * Math.Sin(Math.PI * Math.Clamp(t, 0.12, 0.95))) + 0.4
                    ),
                    Wash.Leaf,
                    0.8
                );
            }
        }

        sketch.Shape(Lines.Strip(trunk, t => 2.6 * (1 - t) + 0.5), Wash.Wood, 0.9);
    }

    /// <summary>A small plant of a few leaves.</summary>
    private static void Tuft(Sketch sketch)
    {
        foreach (var degrees in new[] { -62, -30, 0, 30, 62 })
        {
            LeafDrawing.DrawBlade(
                sketch.At(0, 1, degrees),
                BladeForm.Plain with
                {
                    Length = 30,
                    Ratio = 2.2,
                    Widest = 0.65,
                    Base = BladeBase.Wedge,
                },
                Features.None,
                false
            );
        }
    }

    private static void Year(Sketch sketch, string words, int stems, int old)
    {
        ShootDrawing.Ground(sketch, 26);
        Roots(sketch.At(0, -2), 5, 18, 12);
        foreach (var degrees in new[] { -70, -40, 40, 70 })
        {
            LeafDrawing.DrawBlade(
                sketch.At(0, 1, degrees),
                BladeForm.Plain with
                {
                    Length = 24,
                    Ratio = 2.6,
                    Widest = 0.6,
                    Base = BladeBase.Wedge,
                },
                Features.None,
                false
            );
        }

        for (var i = 0; i < old; i++)
        {
            // Dead stems of the year before.
            var lean = -34 + (34 * i);
            sketch.Line([default, Point.Polar(34, lean), Point.Polar(46, lean + 12)], 1.4, Wash.WoodShade);
        }

        if (stems > 0)
        {
            sketch.Line(default, new(0, 62), 1.5, Wash.Of("green"));
            foreach (var (y, degrees) in new[] { (24, 50), (38, -50) })
            {
                LeafDrawing.DrawBlade(
                    sketch.At(0, y, degrees),
                    BladeForm.Plain with
                    {
                        Length = 16,
                        Ratio = 2.6,
                    },
                    Features.None,
                    false
                );
            }

            Flowers.FlowerDrawing.Small(sketch.At(0, 66), Wash.Of("yellow")!, 6);
        }

        sketch.Say(new(0, -34), words);
    }

    private static void Roots(Sketch sketch, int count, double length, double spread)
    {
        for (var i = 0; i < count; i++)
        {
            var off = count == 1 ? 0 : (2.0 * i / (count - 1)) - 1;
            sketch.Line(
                Lines.Smooth(
                    [
                        default,
                        new(off * spread * 0.5, -length * 0.5),
                        new((off * spread) + (i % 2 * 2), -length * (1 - (0.25 * Math.Abs(off)))),
                    ],
                    4
                ),
                0.8,
                Wash.WoodShade
            );
        }
    }
}
