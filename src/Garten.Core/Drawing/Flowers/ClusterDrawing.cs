using Garten.Core.Drawing.Leaves;
using Garten.Core.Drawing.Paper;
using Garten.Core.Geometry;

namespace Garten.Core.Drawing.Flowers;

/// <summary>Flower clusters as a whole: what leaves what, and in which order.</summary>
internal static class ClusterDrawing
{
    /// <summary>A cluster on its stalk, which begins at the origin.</summary>
    /// <param name="f">What is known.</param>
    public static void Draw(Sketch sketch, Features f)
    {
        var colour = Wash.Of(f.State("flower-colour")) ?? Wash.Blank;
        // A head ringed by large bracts is drawn from above, with them.
        if (!(f.Is("flower-cluster", "head") && f.Is("bracts", "white-showy")))
        {
            Bracts(sketch, f.State("bracts"));
        }
        switch (f.State("flower-cluster"))
        {
            case "single":
                Stem(sketch, 76);
                FlowerDrawing.Small(sketch.At(0, 86), colour, 13);
                break;
            case "pair":
                Stem(sketch, 44);
                foreach (var hand in new[] { -1, 1 })
                {
                    sketch.Line(Lines.Smooth([new(0, 44), new(hand * 14, 62), new(hand * 20, 76)], 4), 1);
                    FlowerDrawing.Small(sketch.At(hand * 21, 82), colour, 10);
                }

                break;
            case "few-together":
                Stem(sketch, 40);
                foreach (var (x, y) in new[] { (-24, 70), (0, 84), (24, 72) })
                {
                    sketch.Line(Lines.Smooth([new(0, 40), new(x * 0.6, 54), new(x, y - 6)], 4), 1);
                    FlowerDrawing.Small(sketch.At(x, y), colour, 9);
                }

                break;
            case "umbel":
                Stem(sketch, 40);
                Rays(sketch, 40, f.Count("flower-number", 3, 25) ?? 11, 46, 64, 1, s =>
                    FlowerDrawing.Small(s, colour, f.Number("flower-number") > 13 ? 4.4 : 6)
                );
                break;
            case "compound-umbel":
                CompoundUmbel(sketch, f, colour);
                break;
            case "spike":
                Stem(sketch, 108);
                Along(sketch, 24, 104, 12, (s, t, hand) =>
                    FlowerDrawing.Small(s.At(hand * 5.4, 0), colour, 7.6 - (3.2 * t))
                );
                break;
            case "panicle":
                Stem(sketch, 104);
                Branches(sketch, 24, 100, 9, 40, (s, n) =>
                {
                    for (var i = 1; i <= n; i++)
                    {
                        var hand = i % 2 == 0 ? 1 : -1;
                        s.Line(new(0, 9.0 * i), new(hand * 6, (9.0 * i) + 5), 0.7);
                        FlowerDrawing.Small(s.At(hand * 7, (9.0 * i) + 6), colour, 3.4);
                    }

                    FlowerDrawing.Small(s.At(0, (9.0 * n) + 10), colour, 3.4);
                });
                break;
            case "spire":
                Stem(sketch, 112);
                Branches(sketch, 14, 108, 20, 26, (s, n) =>
                {
                    for (var i = 1; i <= (2 * n) + 1; i++)
                    {
                        FlowerDrawing.Small(s.At(i % 2 == 0 ? 2 : -2, 4.2 * i), colour, 2.6);
                    }
                });
                break;
            case "flat-cluster":
                Stem(sketch, 36);
                foreach (var x in new[] { -44, -30, -15, 0, 15, 30, 44 })
                {
                    // The lower the branch leaves, the longer it is: all flowers come to one level.
                    var foot = 58 - (Math.Abs(x) * 0.66);
                    sketch.Line(Lines.Smooth([new(0, foot), new(x * 0.5, foot + 14), new(x, 78)], 4), 0.9);
                    foreach (var d in new[] { -5, 5, 0 })
                    {
                        sketch.Line(new(x, 78), new(x + d, 84), 0.6);
                        FlowerDrawing.Small(sketch.At(x + d, 86 + (d == 0 ? 1.5 : 0)), colour, 4);
                    }
                }

                Stem(sketch, 78);
                break;
            case "head":
                Head(sketch, f, colour);
                break;
            case "catkin":
                sketch.Line(new(-18, 100), new(20, 106), 2.2, Wash.WoodShade);
                Catkin(sketch.At(2, 102, 180), 82, 6.4);
                break;
            case "spadix":
                Stem(sketch, 36);
                sketch.Shape(
                    [
                        new(0, 30),
                        .. Lines.Smooth([new(-4, 32), new(-26, 62), new(-20, 96), new(2, 116)], 6),
                        .. Lines.Smooth([new(2, 116), new(10, 92), new(22, 62), new(4, 32)], 6),
                    ],
                    Wash.Of("yellow")
                );
                sketch.Shape(
                    Lines.Strip(Lines.Along(8, t => new(0, 40 + (50 * t))), t => 6 * Math.Min(1, (1 - t) * 3 + 0.3)),
                    Wash.Stem
                );
                for (var i = 0; i < 22; i++)
                {
                    sketch.Spot(new(-3.4 + (i % 3 * 3.4), 44 + (i / 3 * 6)), 1, Wash.Gold, 0.4);
                }

                break;
            case "spikelets":
                Stem(sketch, 96);
                foreach (var (y, hand) in new[] { (40, 1), (52, -1), (64, 1), (76, -1), (88, 1) })
                {
                    var reach = 34 - ((y - 40) * 0.36);
                    sketch.Line(new(0, y), new(hand * reach, y + 12), 0.8);
                    Fruits.SpikeDrawing.Spikelet(sketch.At(hand * reach, y + 12, hand * 40), 18, f.Is("awn", "awned"));
                }

                Fruits.SpikeDrawing.Spikelet(sketch.At(0, 96), 18, f.Is("awn", "awned"));
                break;
            case "round-clusters":
                Stem(sketch, 92);
                foreach (var (x, y) in new[] { (0, 100), (-18, 84), (18, 88), (-4, 70) })
                {
                    sketch.Line(new(0, y - 14), new(x, y), 0.8);
                    for (var i = 0; i < 9; i++)
                    {
                        sketch.Shape(
                            Lines.Strip([new(x, y), new Point(x, y) + Point.Polar(8, i * 40)], t =>
                                1.8 * (1 - t) + 0.2
                            ),
                            Wash.Of("brown"),
                            0.6
                        );
                    }
                }

                break;
            default:
                Stem(sketch, 104);
                Along(sketch, 22, 100, 9, (s, t, hand) =>
                {
                    var length = 17 - (10 * t);
                    s.Line(Lines.Smooth([default, new(hand * length * 0.6, 3), new(hand * length, 4)], 3), 0.9);
                    FlowerDrawing.Small(s.At(hand * (length + 4), 6), colour, 7.6 - (3.6 * t));
                });
                break;
        }
    }

    /// <summary>A catkin, from its foot at the origin.</summary>
    /// <param name="half">Half its width.</param>
    public static void Catkin(Sketch sketch, double length, double half)
    {
        sketch.Shape(
            Lines.Strip(Lines.Smooth([new(0, 2), new(1, length * 0.5), new(-1, length)], 7), t =>
                half * Math.Min(1, (1 - t) * 4 + 0.35)
            ),
            Wash.Gold,
            0.9
        );
        for (var y = 6.0; y < length - 2; y += half * 1.1)
        {
            sketch.Line(Lines.Arc(new(-half * 0.45, y), half * 0.5, half * 0.5, 90, 270, 4), 0.6);
            sketch.Line(Lines.Arc(new(half * 0.45, y + (half * 0.5)), half * 0.5, half * 0.5, 90, 270, 4), 0.6);
        }
    }

    /// <summary>A head with its florets, from the side, cut open to show them.</summary>
    /// <param name="f">What is known.</param>
    public static void Head(Sketch sketch, Features f)
    {
        Head(sketch, f, Wash.Of(f.State("flower-colour")) ?? Wash.Blank);
    }

    private static void Head(Sketch sketch, Features f, Wash colour)
    {
        Stem(sketch, 56);
        if (f.Is("bracts", "white-showy"))
        {
            RingedHead(sketch, colour);
            return;
        }

        var kind = f.State("head");
        var rays = f.Count("ray-count", 0, 26) ?? 13;
        var disc = Wash.Of("yellow")!;
        if (kind != "disc-only" && rays > 0)
        {
            sketch.Part("rays", $"{rays} ray florets", s =>
            {
                for (var i = 0; i < rays; i++)
                {
                    var floret = s.At(0, 82, i * 360.0 / rays);
                    floret.Shape(
                        [
                            new(-2, 10),
                            new(-3.4, 24),
                            new(-3.4, 33),
                            new(-1.6, 35),
                            new(0, 33),
                            new(1.6, 35),
                            new(3.4, 33),
                            new(3.4, 24),
                            new(2, 10),
                        ],
                        kind == "rays-only" ? Wash.Of(f.State("flower-colour")) ?? disc : colour,
                        0.7
                    );
                    if (kind == "rays-only")
                    {
                        floret.Shape(
                            [new(-1.8, 3), new(-3, 13), new(-3, 18), new(0, 20), new(3, 18), new(3, 13), new(1.8, 3)],
                            Wash.Of(f.State("flower-colour")) ?? disc,
                            0.7
                        );
                    }
                }
            });
        }

        if (kind != "rays-only")
        {
            sketch.Part("disc", "Disc florets", s =>
                Button(s, kind == "disc-only" ? 24 : 14, kind == "disc-only" ? colour : disc)
            );
        }
    }

    /// <summary>A button of small flowers in a ring of large bracts, as in a dogwood; it has no ray florets.</summary>
    private static void RingedHead(Sketch sketch, Wash colour)
    {
        sketch.Part("bracts", "Large white bracts", s =>
        {
            for (var degrees = 45; degrees < 360; degrees += 90)
            {
                LeafDrawing.DrawBlade(
                    s.At(0, 82, degrees),
                    BladeForm.Plain with
                    {
                        Length = 42,
                        Ratio = 1.3,
                    },
                    Features.None,
                    true,
                    Wash.Of("white")
                );
            }
        });
        sketch.Part("disc", "Small flowers in a head", s => Button(s, 11, colour));
    }

    private static void Button(Sketch sketch, double radius, Wash wash)
    {
        sketch.Spot(new(0, 82), radius, wash);
        for (var i = 1; i < 40; i++)
        {
            sketch.Spot(
                new Point(0, 82) + Point.Polar(Math.Sqrt(i / 40.0) * (radius - 1.4), i * 137.5),
                1.4,
                null,
                0.6
            );
        }
    }

    private static void CompoundUmbel(Sketch sketch, Features f, Wash colour)
    {
        Stem(sketch, 34);
        if (f.Is("umbel-bracts", "few-bracts"))
        {
            sketch.Part("umbel-bracts", "Bracts below the umbel", s => Whorl(s.At(0, 34), 5, 20, 2));
        }

        Rays(sketch, 34, f.Count("umbel-rays", 3, 15) ?? 7, 44, 74, 1.3, s =>
        {
            if (f.Is("bracteoles", "present"))
            {
                Whorl(s, 4, 11, 1.3);
            }

            foreach (var d in f.Number("umbel-rays") > 9 ? new[] { -54, -18, 18, 54 } : [-62, -31, 0, 31, 62])
            {
                var tip = Point.Polar(11, d);
                s.Line(default, tip, 0.6);
                FlowerDrawing.Small(s.At(tip.X, tip.Y), colour, 2.6);
            }
        });
    }

    private static void Whorl(Sketch sketch, int count, double length, double half)
    {
        for (var i = 0; i < count; i++)
        {
            var lean = 100 + (160.0 * i / (count - 1));
            sketch.Shape(Lines.Strip([default, Point.Polar(length, lean)], t => half * (1 - t) + 0.2), Wash.Leaf, 0.7);
        }
    }

    private static void Rays(
        Sketch sketch,
        double from,
        int count,
        double length,
        double spread,
        double width,
        Action<Sketch> end
    )
    {
        for (var i = 0; i < count; i++)
        {
            var lean = count == 1 ? 0 : spread * ((2.0 * i / (count - 1)) - 1);
            var tip = new Point(0, from) + Point.Polar(length, lean);
            sketch.Line(new(0, from), tip, width);
            end(sketch.At(tip.X, tip.Y, lean));
        }
    }

    private static void Along(Sketch sketch, double from, double to, int count, Action<Sketch, double, int> flower)
    {
        for (var i = 0; i < count; i++)
        {
            var t = (double)i / (count - 1);
            flower(sketch.At(0, from + ((to - from) * t)), t, i % 2 == 0 ? 1 : -1);
        }
    }

    private static void Branches(
        Sketch sketch,
        double from,
        double to,
        int count,
        double longest,
        Action<Sketch, int> branch
    )
    {
        for (var i = 0; i < count; i++)
        {
            var t = (double)i / (count - 1);
            var length = Math.Max(longest * (1 - t), 4);
            var at = sketch.At(0, from + ((to - from) * t), i % 2 == 0 ? 48 : -48);
            at.Line(default, new(0, length), 0.9);
            branch(at, (int)(length / 10));
        }
    }

    private static void Bracts(Sketch sketch, string? bracts)
    {
        switch (bracts)
        {
            case "small":
                Whorl(sketch.At(0, 26), 3, 9, 1.4);
                break;
            case "white-showy":
                foreach (var degrees in new[] { -76, -28, 28, 76 })
                {
                    LeafDrawing.DrawBlade(
                        sketch.At(0, 36, degrees),
                        BladeForm.Plain with
                        {
                            Length = 52,
                            Ratio = 1.5,
                        },
                        Features.None,
                        true,
                        Wash.Of("white")
                    );
                }

                break;
            case "leafy-coloured":
                foreach (var degrees in new[] { -64, -34, 34, 64 })
                {
                    LeafDrawing.DrawBlade(
                        sketch.At(0, 40, degrees),
                        BladeForm.Plain with
                        {
                            Length = 44,
                            Ratio = 2.4,
                            Lobing = BladeLobing.Pinnate,
                            Lobes = 3,
                            SinusDepth = 0.6,
                        },
                        Features.None,
                        false
                    );
                }

                break;
            case "papery":
                sketch.Shape(
                    [
                        new(0, 96),
                        .. Lines.Smooth([new(-4, 60), new(-14, 74), new(-2, 100)], 5),
                        .. Lines.Smooth([new(2, 100), new(14, 74), new(4, 60)], 5),
                    ],
                    Wash.Cut,
                    0.8
                );
                break;
        }
    }

    private static void Stem(Sketch sketch, double length) =>
        LeafDrawing.Stalk(sketch, default, new(0, length), 1.4, 1);
}
