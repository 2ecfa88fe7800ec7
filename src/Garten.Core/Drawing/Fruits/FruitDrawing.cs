using Garten.Core.Drawing.Leaves;
using Garten.Core.Drawing.Paper;
using Garten.Core.Geometry;

namespace Garten.Core.Drawing.Fruits;

/// <summary>Fruit, hanging or standing on its stalk, some cut open to show what is within.</summary>
internal static class FruitDrawing
{
    /// <summary>A fruit about the origin, some 70 units high.</summary>
    /// <param name="f">What is known.</param>
    public static void Draw(Sketch sketch, Features f)
    {
        var kind = f.State("fruit-kind");
        var colour = Wash.Of(f.State("fruit-colour"));
        switch (kind)
        {
            case "samara-pair":
                var angle = Math.Clamp(f.Number("samara-angle") ?? 90, 10, 180);
                foreach (var hand in new[] { -1, 1 })
                {
                    sketch.Part("wing", "Wing", s =>
                        Wing(s.At(hand * 4, 0, hand * angle / 2, 1, hand < 0), colour ?? Wash.Of("straw")!)
                    );
                }

                sketch.Line(new(0, -26), default, 1.4);
                break;
            case "samara":
                sketch.Shape(
                    [
                        new(0, -36),
                        .. Lines.Smooth([new(3, -32), new(8, -8), new(9, 26), new(0, 42)], 6),
                        .. Lines.Smooth([new(0, 42), new(-9, 26), new(-8, -8), new(-3, -32)], 6),
                    ],
                    colour ?? Wash.Of("straw")
                );
                sketch.Shape(Lines.Ellipse(new(0, -16), 4.4, 14, 18), Wash.WoodShade, 0.9);
                sketch.Line(new(0, -2), new(0, 38), 0.5);
                break;
            case "nut":
                sketch.Shape(
                    Lines.Smooth(
                        [new(0, 30), new(20, 12), new(18, -14), new(0, -24), new(-18, -14), new(-20, 12), new(0, 30)],
                        6
                    ),
                    colour ?? Wash.Of("brown")
                );
                Husk(sketch);
                break;
            case "acorn":
                sketch.Shape(
                    [
                        new(-16, 2),
                        new(16, 2),
                        .. Lines.Smooth([new(16, 2), new(15, -20), new(3, -36), new(0, -42)], 5),
                        .. Lines.Smooth([new(0, -42), new(-3, -36), new(-15, -20), new(-16, 2)], 5),
                    ],
                    colour ?? Wash.Of("brown")
                );
                sketch.Shape([new(-19, 0), .. Lines.Arc(new(0, 0), 19, 20, -90, 90, 14), new(19, 0)], Wash.Wood);
                for (var y = 4; y < 18; y += 5)
                {
                    for (var x = -12 + (y % 2 * 3); x < 14; x += 6)
                    {
                        sketch.Line(Lines.Arc(new(x, y), 3, 2.4, 90, 270, 4), 0.6);
                    }
                }

                sketch.Line(new(0, 20), new(2, 32), 2);
                break;
            case "drupe":
                Round(sketch.At(-24, 0), colour ?? Wash.Of("red")!, 20);
                sketch.Spot(new(24, 0), 20, colour ?? Wash.Of("red"));
                sketch.Spot(new(24, 0), 17, Wash.Cut, 0.7);
                sketch.Shape(Lines.Ellipse(new(24, 0), 9, 11, 20), Wash.WoodShade);
                sketch.Line(new(24, -9), new(24, 9), 0.6);
                break;
            case "berry":
                Round(sketch.At(-24, 0), colour ?? Wash.Of("blue-black")!, 20);
                sketch.Spot(new(24, 0), 20, colour ?? Wash.Of("blue-black"));
                sketch.Spot(new(24, 0), 17, Wash.Cut, 0.7);
                for (var i = 0; i < 7; i++)
                {
                    sketch.Shape(
                        Lines.Ellipse(new Point(24, 0) + Point.Polar(i == 0 ? 0 : 9, i * 60), 2, 3, 10),
                        Wash.WoodShade,
                        0.6
                    );
                }

                break;
            case "pome":
                Round(sketch.At(-24, 0), colour ?? Wash.Of("red")!, 20);
                Crown(sketch.At(-24, -19, 180));
                sketch.Spot(new(24, 0), 20, colour ?? Wash.Of("red"));
                sketch.Spot(new(24, 0), 17, Wash.Cut, 0.7);
                for (var i = 0; i < 5; i++)
                {
                    // A core of five chambers.
                    sketch.At(24, 0, i * 72).Shape([default, new(3.4, 6), new(0, 11), new(-3.4, 6)], Wash.Blank, 0.8);
                    sketch.Spot(new Point(24, 0) + Point.Polar(6.6, i * 72), 1.4, Wash.WoodShade, 0.4);
                }

                break;
            case "hip":
                sketch.Line(new(0, 40), new(0, 26), 1.8);
                sketch.Shape(
                    Lines.Smooth(
                        [
                            new(0, 27),
                            new(13, 18),
                            new(20, -4),
                            new(8, -24),
                            new(-8, -24),
                            new(-20, -4),
                            new(-13, 18),
                            new(0, 27),
                        ],
                        6
                    ),
                    colour ?? Wash.Of("red")
                );
                Crown(sketch.At(0, -24, 180, 1.6));
                break;
            case "capsule":
                Capsule(sketch, colour);
                break;
            case "follicles":
                foreach (var lean in new[] { -34, -12, 12, 34 })
                {
                    sketch
                        .At(0, -24, lean)
                        .Shape(
                            [
                                default,
                                .. Lines.Smooth([new(4, 4), new(8, 24), new(1, 46)], 5),
                                .. Lines.Smooth([new(-1, 46), new(-5, 24), new(-3, 4)], 5),
                            ],
                            colour ?? Wash.Of("brown"),
                            0.9
                        );
                    sketch.At(0, -24, lean).Line(Lines.Smooth([new(3, 6), new(6, 24), new(1, 44)], 4), 0.6);
                }

                sketch.Line(new(0, -24), new(0, -40), 1.6);
                break;
            case "achenes":
                for (var i = 0; i < 13; i++)
                {
                    var degrees = (i - 6) * 22.0;
                    var at = sketch.At(0, 0, degrees);
                    at.Shape(
                        Lines.Strip([new(0, 8), new(0, 22)], t => 2.6 * (1 - (t * 0.5))),
                        colour ?? Wash.Of("brown"),
                        0.7
                    );
                    at.Line(Lines.Smooth([new(0, 22), new(2, 30), new(0, 37)], 3), 0.7);
                }

                sketch.Spot(default, 8, Wash.Stem);
                sketch.Line(new(0, -8), new(0, -40), 1.6);
                break;
            case "aggregate":
                Aggregate(sketch, colour ?? Wash.Of("red")!);
                break;
            case "silique":
                foreach (var (y, hand) in new[] { (-28, 1), (-10, -1), (8, 1) })
                {
                    var pod = sketch.At(0, y, hand * 36);
                    pod.Line(default, new(0, 8), 0.9);
                    pod.Shape(
                        Lines.Strip(Lines.Along(8, t => new(0, 8 + (44 * t))), t =>
                            t > 0.92 ? 0.7 : 1.9 + (0.5 * Math.Sin(t * 50))
                        ),
                        colour ?? Wash.Leaf,
                        0.8
                    );
                }

                sketch.Line(new(0, -44), new(0, 30), 1.5);
                break;
            case "silicle":
                foreach (var (y, hand) in new[] { (-26, 1), (-10, -1), (8, 1) })
                {
                    var pod = sketch.At(0, y, hand * 58);
                    pod.Line(default, new(0, 14), 0.9);
                    pod.Shape(
                        [
                            new(0, 13),
                            .. Lines.Smooth([new(2, 15), new(12, 28), new(9, 35), new(0, 31)], 4),
                            .. Lines.Smooth([new(0, 31), new(-9, 35), new(-12, 28), new(-2, 15)], 4),
                        ],
                        colour ?? Wash.Leaf,
                        0.8
                    );
                    pod.Line(new(0, 15), new(0, 33), 0.8);
                }

                sketch.Line(new(0, -44), new(0, 30), 1.5);
                break;
            case "schizocarp":
                sketch.Line(new(0, -44), new(0, -26), 1.5);
                foreach (var hand in new[] { -1, 1 })
                {
                    sketch.Line(Lines.Smooth([new(0, -26), new(hand * 2, 6), new(hand * 7, 26)], 4), 0.8);
                    var half = sketch.At(hand * 10, 4, hand * 9);
                    half.Shape(Lines.Ellipse(default, 8, 26, 24), colour ?? Wash.Of("straw"));
                    foreach (var x in new[] { -4, 0, 4 })
                    {
                        half.Line(new(x, -22 + Math.Abs(x)), new(x, 22 - Math.Abs(x)), 0.8);
                    }
                }

                break;
            case "beaked":
                Beaked(sketch, colour);
                break;
            case "pod":
                sketch.Shape(
                    [
                        new(-40, 6),
                        .. Lines.Smooth([new(-38, 2), new(-14, -13), new(16, -11), new(42, 8)], 5),
                        .. Lines.Smooth([new(42, 8), new(14, 6), new(-14, 5), new(-40, 8)], 5),
                    ],
                    colour ?? Wash.Leaf
                );
                foreach (var x in new[] { -24, -10, 4, 18 })
                {
                    sketch.Line(Lines.Arc(new(x, -3), 5, 4, 0, 300, 8), 0.7);
                }

                sketch.Line(new(-40, 7), new(-48, 14), 1.6);
                break;
            case "cone-like":
                ConeDrawing.Small(sketch.At(0, -30), 52);
                break;
            case "cone":
                ConeDrawing.Draw(sketch, f);
                break;
            case "aril":
                sketch.Shape(
                    Lines.Smooth(
                        [new(-14, 16), new(-22, -2), new(-12, -22), new(12, -22), new(22, -2), new(14, 16)],
                        6
                    ),
                    colour ?? Wash.Of("red")
                );
                sketch.Shape(Lines.Ellipse(new(0, 8), 12, 15, 24), Wash.Of("brown"));
                sketch.Line(Lines.Smooth([new(-14, 16), new(-9, -2), new(9, -2), new(14, 16)], 5), 1);
                NeedleDrawing.Twig(sketch.At(-34, 26, 90, 0.3), "two-ranked");
                break;
            case "sac":
                SpikeDrawing.Sac(sketch, f.State("beak"), f.Number("scale-ratio") ?? SpikeDrawing.PlainScale);
                break;
            case "grain":
                SpikeDrawing.Spikelet(sketch.At(-20, -34), 64, f.Is("awn", "awned"));
                sketch.Shape(Lines.Ellipse(new(24, -4), 8, 24, 24), Wash.Of("straw"));
                sketch.Line(new(24, -26), new(24, 18), 0.8);
                break;
            default:
                Round(sketch, colour ?? Wash.Blank, 24);
                break;
        }

        if (kind is null or "drupe" or "berry" or "pome" or "hip" or "capsule")
        {
            Surface(kind is null or "hip" or "capsule" ? sketch : sketch.At(-24, 0, 0, 0.84), f);
        }
    }

    /// <summary>Fruit that hangs on in winter.</summary>
    /// <param name="sketch">Where, the twig at the left.</param>
    /// <param name="state">State of the old fruit.</param>
    public static void Kept(Sketch sketch, string state)
    {
        var f = Features.None;
        switch (state)
        {
            case "hips":
                Three(sketch, s => Draw(s, f.With("fruit-kind", "hip").With("fruit-colour", "red")), 0.34);
                break;
            case "white-berries":
                Three(sketch, s => Round(s, Wash.Blank, 22), 0.4);
                break;
            case "winged-keys":
                Three(
                    sketch,
                    s => Draw(s.At(0, 0, 180), f.With("fruit-kind", "samara-pair").With("samara-angle", 70)),
                    0.4
                );
                break;
            case "acorn-cups":
                foreach (var (x, y) in new[] { (18, 8), (26, -12) })
                {
                    sketch.Line(new(0, 4), new(x, y + 5), 1);
                    sketch.Shape([new(x - 8, y), .. Lines.Arc(new(x, y), 8, 7, -90, 90, 8), new(x + 8, y)], Wash.Wood);
                    sketch.Shape(Lines.Ellipse(new(x, y), 8, 2.2, 14), Wash.WoodShade, 0.8);
                }

                break;
            case "dry-pods":
                Three(
                    sketch,
                    s => Draw(s.At(0, 0, -50), f.With("fruit-kind", "pod").With("fruit-colour", "black")),
                    0.36
                );
                break;
            case "capsule-cups":
                Three(sketch, s => Capsule(s, Wash.Of("brown")), 0.36);
                break;
            case "follicle-heads":
                Three(sketch, s => Draw(s, f.With("fruit-kind", "follicles")), 0.4);
                break;
            default:
                // Plumes and spires stand on the twig's end.
                for (var i = 0; i < 16; i++)
                {
                    var foot = new Point(2, 18 + (2.4 * i));
                    sketch.Line(
                        foot,
                        foot + Point.Polar(state == "plume" ? 20 - (0.7 * i) : 9 - (0.4 * i), i % 2 == 0 ? 34 : -34),
                        0.7,
                        Wash.Of("brown")
                    );
                }

                sketch.Line(new(0, 14), new(2, 60), 1, Wash.Of("brown"));
                break;
        }
    }

    /// <summary>The core of an aggregate fruit: it stays in, or pulls out and leaves the fruit hollow.</summary>
    /// <param name="pulls">True when it pulls out.</param>
    /// <param name="colour">Colour of the fruit.</param>
    public static void Core(Sketch sketch, bool pulls, Wash colour)
    {
        Aggregate(sketch.At(pulls ? 16 : 0, 0), colour);
        if (pulls)
        {
            var at = sketch.At(16, 0);
            at.Shape(Lines.Ellipse(new(0, 22), 11, 4, 20), Wash.Ink, 0.9);
            sketch.Shape(
                [
                    new(-44, -6),
                    .. Lines.Smooth([new(-44, -6), new(-36, 14), new(-32, 24)], 4),
                    .. Lines.Smooth([new(-24, 24), new(-20, 14), new(-12, -6)], 4),
                ],
                Wash.Cut
            );
            Crown(sketch.At(-28, 24, 0, 1.5));
            sketch.Line(new(-28, 26), new(-28, 44), 1.6);
        }
        else
        {
            sketch.Shape(Lines.Smooth([new(-7, 26), new(-8, 8), new(0, -14), new(8, 8), new(7, 26)], 5), Wash.Cut, 0.9);
            Crown(sketch.At(0, 26, 0, 1.4));
            sketch.Line(new(0, 28), new(0, 42), 1.6);
        }
    }

    /// <summary>A round fruit with the light on it.</summary>
    private static void Round(Sketch sketch, Wash colour, double radius)
    {
        sketch.Line(new(0, radius), new(2, radius + 16), 1.6);
        sketch.Spot(default, radius, colour, 1);
        sketch.Line(Lines.Arc(default, radius * 0.68, radius * 0.68, -70, -20, 6), 1.8, Wash.Blank);
    }

    /// <summary>What crowns a fruit: the withered sepals.</summary>
    /// <param name="sketch">Where, standing up from the origin.</param>
    private static void Crown(Sketch sketch)
    {
        foreach (var lean in new[] { -52, -26, 0, 26, 52 })
        {
            sketch.Shape(Lines.Strip([default, Point.Polar(9, lean)], t => 1.6 * (1 - t) + 0.2), Wash.Stem, 0.7);
        }
    }

    private static void Wing(Sketch sketch, Wash colour)
    {
        sketch.Shape(
            Lines.Smooth(
                [new(0, -4), new(8, 6), new(15, 32), new(8, 56), new(-4, 58), new(-8, 36), new(-6, 8), new(0, -4)],
                6
            ),
            colour,
            0.9
        );
        sketch.Shape(Lines.Ellipse(new(0, 4), 6, 8, 18), Wash.WoodShade, 0.9);
        foreach (var x in new[] { -2, 2, 6 })
        {
            sketch.Line(Lines.Smooth([new(-4, 14), new(-3 + (x * 0.4), 36), new(x, 52)], 4), 0.5);
        }
    }

    private static void Husk(Sketch sketch)
    {
        sketch.Shape(
            [
                new(-24, 14),
                .. Lines.Smooth([new(-24, 14), new(-26, -8), new(-12, -28), new(0, -36)], 5),
                .. Lines.Smooth([new(0, -36), new(12, -28), new(26, -8), new(24, 14)], 5),
                new(15, 8),
                new(8, 16),
                new(0, 8),
                new(-8, 16),
                new(-15, 8),
            ],
            Wash.Leaf
        );
        foreach (var x in new[] { -12, 0, 12 })
        {
            sketch.Line(new(x, 4), new(x * 0.5, -26), 0.5);
        }
    }

    private static void Capsule(Sketch sketch, Wash? colour)
    {
        sketch.Line(new(0, -44), new(0, -20), 1.8);
        sketch.Shape(
            [
                new(-3, -22),
                .. Lines.Smooth([new(-3, -22), new(-18, -8), new(-17, 14), new(-22, 34)], 5),
                new(-9, 22),
                new(0, 38),
                new(9, 22),
                .. Lines.Smooth([new(22, 34), new(17, 14), new(18, -8), new(3, -22)], 5),
            ],
            colour ?? Wash.Of("brown")
        );
        sketch.Line(Lines.Smooth([new(-9, 22), new(-8, 0), new(-2, -20)], 5), 0.8);
        sketch.Line(Lines.Smooth([new(9, 22), new(8, 0), new(2, -20)], 5), 0.8);
        foreach (var (x, y) in new[] { (-8, 44), (6, 48), (13, 42) })
        {
            sketch.Spot(new(x, y), 1.4, Wash.Ink, 0);
        }
    }

    private static void Aggregate(Sketch sketch, Wash colour)
    {
        var rows = new[] { (22.0, 3), (12, 4), (2, 4), (-8, 3), (-18, 2) };
        foreach (var (y, count) in rows)
        {
            for (var i = 0; i < count; i++)
            {
                sketch.Spot(new((i - ((count - 1) / 2.0)) * 10.4, y), 6.2, colour, 0.8);
                sketch.Spot(new((i - ((count - 1) / 2.0)) * 10.4 - 1.6, y + 2), 1.2, Wash.Blank, 0);
            }
        }
    }

    private static void Beaked(Sketch sketch, Wash? colour)
    {
        sketch.Line(new(0, -44), new(0, -26), 1.5);
        sketch.Line(new(0, -26), new(0, 42), 2.4, Wash.WoodShade);
        foreach (var (hand, up) in new[] { (-1, 0.0), (1, 0.0), (-1, 1.0), (1, 1.0) })
        {
            // Each seed is carried up on its own strip of the beak.
            if (up > 0)
            {
                sketch.Line(Lines.Smooth([new(0, 42), new(hand * 20, 40), new(hand * 28, 20)], 5), 1);
                sketch.Shape(Lines.Ellipse(new(hand * 28, 15), 4, 6, 14), colour ?? Wash.Of("brown"), 0.9);
            }
            else
            {
                sketch.Shape(Lines.Ellipse(new(hand * 5, -20), 4, 7, 14), colour ?? Wash.Of("brown"), 0.9);
            }
        }
    }

    private static void Surface(Sketch sketch, Features f)
    {
        switch (f.State("fruit-bloom"))
        {
            case "bloomed":
                // A pale film over all of it but the streak where a thumb has been.
                sketch.Tint(Lines.Ellipse(default, 22.6, 22.6, 40), Wash.Of("grey")!);
                if (Wash.Of(f.State("fruit-colour")) is { } below)
                {
                    sketch.Tint(
                        Lines.Strip(Lines.Along(14, t => new(-14 + (28 * t), -10 + (20 * t * t))), t =>
                            5.4 * Math.Sin(Math.PI * (0.12 + (0.76 * t)))
                        ),
                        below
                    );
                }

                break;
            case "bristly":
                for (var i = 0; i < 26; i++)
                {
                    sketch.Line(Point.Polar(22, i * 13.85), Point.Polar(31, i * 13.85), 0.8);
                    sketch.Line(Point.Polar(8, i * 137.5), Point.Polar(14, i * 137.5), 0.6);
                }

                break;
            case "ribbed":
                foreach (var x in new[] { -16, -8, 0, 8, 16 })
                {
                    var half = Math.Sqrt((24 * 24) - (x * x)) - 1;
                    sketch.Line(Lines.Smooth([new(x * 0.5, half), new(x, 0), new(x * 0.5, -half)], 4), 1.1);
                }

                break;
            case "winged":
                foreach (var hand in new[] { -1, 1 })
                {
                    sketch.Shape(
                        Lines.Smooth(
                            [new(hand * 10, 22), new(hand * 38, 26), new(hand * 40, -16), new(hand * 10, -22)],
                            5
                        ),
                        Wash.Cut,
                        0.9
                    );
                }

                break;
        }
    }

    private static void Three(Sketch sketch, Action<Sketch> fruit, double scale)
    {
        foreach (var (x, y) in new[] { (16, 10), (30, -2), (14, -16) })
        {
            sketch.Line(new(0, 6), new(x, y + 8), 0.9);
            fruit(sketch.At(x, y, 0, scale));
        }
    }
}
