using Garten.Core.Drawing.Paper;
using Garten.Core.Geometry;

namespace Garten.Core.Drawing.Flowers;

/// <summary>Single flowers, from the front and from the side.</summary>
internal static class FlowerDrawing
{
    /// <summary>Most petals drawn one by one.</summary>
    public const int MostPetals = 16;

    /// <summary>Most stamens drawn one by one; beyond, they stand for many.</summary>
    public const int MostStamens = 24;

    /// <summary>A flower from the front, its middle at the origin.</summary>
    /// <param name="f">What is known.</param>
    public static void Front(Sketch sketch, Features f)
    {
        var colour = Wash.Of(f.State("flower-colour")) ?? Wash.Blank;
        var petals = f.Count("petal-count", 0, MostPetals)
            ?? (f.Is("perianth", "no-perianth") || f.Is("corolla", "no-petals") ? 0 : 5);
        var sepals = f.Count("sepal-count", 0, 12)
            ?? (
                f.Is("perianth", "alike-tepals", "no-perianth") ? 0
                : f.Is("perianth", "sepals-and-petals") ? Math.Max(petals, 3)
                : 0
            );
        if (sepals > 0)
        {
            Sepals(sketch, sepals, petals > 0 ? 46 : 34);
        }

        if (petals > 0)
        {
            sketch.Part("petals", $"{petals} petals", s => Petals(s, f, petals, colour));
        }

        // A flower of stamens and pistil alone still shows them.
        Middle(sketch, petals + sepals == 0 && !f.Knows("stamen-count") ? f.With("stamen-count", 6) : f);
    }

    /// <summary>A flower from below: its sepals before its petals.</summary>
    /// <param name="f">What is known.</param>
    public static void Below(Sketch sketch, Features f)
    {
        var petals = f.Count("petal-count", 0, MostPetals) ?? 5;
        if (petals > 0)
        {
            sketch.Part("petals", $"{petals} petals", s =>
                Petals(s, f, petals, Wash.Of(f.State("flower-colour")) ?? Wash.Blank)
            );
        }

        Sepals(sketch, f.Count("sepal-count", 0, 12) ?? 5, 36);
        sketch.Spot(default, 5, Wash.Stem);
    }

    private static void Sepals(Sketch sketch, int sepals, double length) =>
        sketch.Part("sepals", $"{sepals} sepals", s =>
        {
            for (var i = 0; i < sepals; i++)
            {
                Petal(s.At(0, 0, (i + 0.5) * 360 / sepals), length, 7, Wash.Stem, null);
            }
        });

    /// <summary>A flower from the side, its outermost parts green and small, or coloured and as large as petals.</summary>
    /// <param name="showy">True when the sepals look like petals.</param>
    public static void Sepals(Sketch sketch, bool showy)
    {
        sketch.Line(new(0, -52), default, 2, Wash.Of("green"));
        foreach (var lean in showy ? new[] { -16, 16 } : new[] { -62, -32, 0, 32, 62 })
        {
            Petal(sketch.At(0, 2, lean), showy ? 26 : 46, showy ? 6 : 13, showy ? Wash.Blank : Wash.Of("pink")!, null);
        }

        foreach (var lean in new[] { -74, -38, 38, 74 })
        {
            Petal(sketch.At(0, 0, lean), showy ? 50 : 22, showy ? 14 : 5, showy ? Wash.Of("blue")! : Wash.Stem, null);
        }

        sketch.Spot(default, 5, Wash.Stem);
    }

    /// <summary>A flower from the side, on its stalk, which ends at the origin.</summary>
    /// <param name="f">What is known.</param>
    public static void Side(Sketch sketch, Features f)
    {
        var nodding = f.Is("flower-stance", "nodding");
        if (nodding)
        {
            sketch.Line(Lines.Smooth([new(-26, -34), new(-24, 22), new(-8, 38), new(0, 24)], 6), 1.8, Wash.Of("green"));
            Corolla(sketch.At(0, 24, 180), f);
            return;
        }

        sketch.Line(Lines.Smooth([new(3, -36), new(1, -18), new(0, 0)], 5), 1.8, Wash.Of("green"));
        Corolla(sketch, f);
    }

    /// <summary>A flower cut lengthwise: the ovary above the petals, or below them.</summary>
    /// <param name="inferior">True for an ovary below.</param>
    public static void Ovary(Sketch sketch, bool inferior)
    {
        sketch.Line(new(0, -44), new(0, -18), 2, Wash.Of("green"));
        var seat = inferior ? 12 : -14;
        foreach (var hand in new[] { -1, 1 })
        {
            Petal(sketch.At(hand * (inferior ? 9 : 6), seat, hand * 48), 44, 9, Wash.Of("pink")!, null);
            sketch.Line(
                Lines.Smooth([new(hand * 7, seat), new(hand * 16, seat + 22), new(hand * 15, seat + 34)], 4),
                0.9
            );
            sketch.Spot(new(hand * 15, seat + 35), 2.6, Wash.Gold);
        }

        var (low, high) = inferior ? (-20.0, 14.0) : (-14.0, 16.0);
        var middle = (low + high) / 2;
        sketch.Shape(Lines.Ellipse(new(0, middle), 11, (high - low) / 2, 24), Wash.Stem, 1.2);
        sketch.Shape(Lines.Ellipse(new(0, middle), 6.5, (high - low) / 3, 18), Wash.Cut, 0.7);
        foreach (var y in new[] { -5, 0, 5 })
        {
            sketch.Spot(new(-2.5, middle + y), 1.5, Wash.Blank, 0.6);
            sketch.Spot(new(2.5, middle + y), 1.5, Wash.Blank, 0.6);
        }

        sketch.Line(new(0, high), new(0, high + 24), 1.6);
        sketch.Spot(new(0, high + 26), 3, Wash.Stem);
        sketch.Shape(Lines.Arc(new(0, middle), 15, ((high - low) / 2) + 4, 60, 120, 4), null, 1.2, Wash.Pointer);
    }

    /// <summary>A flower as small as it stands in a cluster.</summary>
    public static void Small(Sketch sketch, Wash colour, double radius)
    {
        // Two points a petal are enough where it is no larger than a pen stroke.
        var star = Lines.Along(radius < 4 ? 10 : 20, t =>
            Point.Polar(radius * (0.72 + (0.28 * Math.Cos(t * 10 * Math.PI))), t * 360)
        );
        sketch.Shape(star.SkipLast(1), colour, 0.7);
        if (radius >= 3)
        {
            sketch.Spot(default, radius * 0.24, Wash.Gold, 0.5);
        }
    }

    /// <summary>One petal, upright from the origin.</summary>
    /// <param name="half">Half its width.</param>
    /// <param name="cut">How its end is cut; null for whole.</param>
    public static void Petal(Sketch sketch, double length, double half, Wash colour, string? cut)
    {
        Point[] right = cut is "notched-petal" or "fringed"
            ? Lines.Along(9, t => new(half * Math.Sin(Math.PI * 0.62 * Math.Pow(t, 0.9)), length * t * 0.96))
            : Lines.Along(9, t =>
                new(half * Math.Pow(Math.Sin(Math.PI * Math.Pow(Math.Min(t * 0.94, 1), 1.35)), 0.8), length * t)
            );
        var end = right[^1];
        Point[] top = cut switch
        {
            "notched-petal" =>
            [
                new(end.X * 0.7, length * 1.02),
                new(end.X * 0.3, length * 0.96),
                new(0, length * 0.68),
                new(-end.X * 0.3, length * 0.96),
                new(-end.X * 0.7, length * 1.02),
            ],
            "fringed" =>
            [
                .. Enumerable
                    .Range(0, 11)
                    .Select(i => new Point(end.X * (1 - (i / 5.0)), length * (i % 2 == 0 ? 1.08 : 0.8))),
            ],
            _ => [new(end.X * 0.5, length * 1.02), new(-end.X * 0.5, length * 1.02)],
        };
        sketch.Shape([.. right, .. top, .. right.Reverse().SkipLast(1).Select(p => new Point(-p.X, p.Y))], colour, 0.9);
        sketch.Line(new(0, length * 0.12), new(0, length * (cut == "notched-petal" ? 0.55 : 0.7)), 0.4);
    }

    private static void Petals(Sketch sketch, Features f, int petals, Wash colour)
    {
        var cut = f.State("petal-cut");
        if (f.Is("symmetry", "bilateral"))
        {
            // Two upper, two at the sides, the lowest a lip with lines.
            foreach (
                var (degrees, length, half) in new[]
                {
                    (-28.0, 34.0, 11.0),
                    (28, 34, 11),
                    (-104, 34, 10),
                    (104, 34, 10),
                }
            )
            {
                Petal(sketch.At(0, 0, degrees), length, half, colour, cut);
            }

            Petal(sketch.At(0, 0, 180), 46, 17, colour, cut);
            foreach (var x in new[] { -4, 0, 4 })
            {
                sketch.Line(new(x * 0.5, -8), new(x, -24), 0.8);
            }

            return;
        }

        if (f.Is("symmetry", "two-planes"))
        {
            // Two broad petals face each other, and two narrow ones stand square to them.
            foreach (
                var (degrees, length, half) in new[] { (0.0, 30.0, 6.0), (180, 30, 6), (90, 44, 18), (-90, 44, 18) }
            )
            {
                Petal(sketch.At(0, 0, degrees), length, half, colour, cut);
            }

            return;
        }

        var half2 = Math.Min(17, 120.0 / petals);
        for (var i = 0; i < petals; i++)
        {
            var at = sketch.At(0, 0, i * 360.0 / petals);
            Petal(at, 44, petals > 8 ? Math.Max(half2 * 0.55, 4) : half2, colour, cut);
            if (f.Is("tepal-gland", "gland-spot"))
            {
                at.Shape([new(0, 9), new(3.6, 14), new(0, 19), new(-3.6, 14)], Wash.Gold, 0.8);
            }
        }
    }

    private static void Middle(Sketch sketch, Features f)
    {
        if (f.Knows("stamen-count"))
        {
            var stamens = f.Count("stamen-count", 0, 200) ?? 0;
            sketch.Part("stamens", $"{stamens} stamens", s =>
            {
                var drawn = Math.Min(stamens, MostStamens);
                for (var i = 0; i < drawn; i++)
                {
                    var tip = Point.Polar(drawn > 12 && i % 2 == 0 ? 13 : 19, (i + 0.5) * 360.0 / drawn);
                    s.Line(default, tip, 0.7);
                    s.Spot(tip, 1.9, Wash.Gold, 0.7);
                }
            });
        }

        var styles = f.Count("style-count", 0, 12);
        sketch.Part("pistil", styles is { } n ? $"{n} styles" : "Middle of the flower", s =>
        {
            s.Spot(default, 5, Wash.Stem);
            for (var i = 0; i < styles; i++)
            {
                var tip = styles == 1 ? new Point(0, 6) : Point.Polar(8.5, i * 360.0 / styles.Value);
                s.Line(default, tip, 1.2);
                s.Spot(tip, 1.5, Wash.Pale, 0.7);
            }
        });
    }

    private static void Corolla(Sketch sketch, Features f)
    {
        var colour = Wash.Of(f.State("flower-colour")) ?? Wash.Blank;
        var reach = f.State("stamens-reach");
        var shape = f.State("corolla");
        if (reach is not null && shape is null)
        {
            shape = "tube";
        }

        Spur(sketch, f, colour);
        switch (shape)
        {
            case "urn":
                sketch.Shape(
                    [
                        .. Lines.Smooth([new(3, 0), new(17, 12), new(15, 28), new(6, 40), new(11, 46)], 5),
                        .. Lines.Smooth([new(-11, 46), new(-6, 40), new(-15, 28), new(-17, 12), new(-3, 0)], 5),
                    ],
                    colour
                );
                sketch.Line(Lines.Arc(new(0, 45), 9, 2, -90, 90, 8), 0.7);
                Calyx(sketch, 8);
                break;
            case "tube":
                sketch.Shape(
                    [
                        .. Lines.Smooth([new(3, 0), new(5, 22), new(9, 40), new(22, 48)], 5),
                        new(12, 46),
                        new(8, 52),
                        new(0, 46),
                        new(-8, 52),
                        new(-12, 46),
                        .. Lines.Smooth([new(-22, 48), new(-9, 40), new(-5, 22), new(-3, 0)], 5),
                    ],
                    colour
                );
                Calyx(sketch, 7);
                if (reach is not null)
                {
                    Reach(sketch, reach == "beyond" ? 64 : 36);
                }

                break;
            case "pea-like":
                sketch.Shape(
                    Lines.Smooth(
                        [new(-4, 4), new(-26, 22), new(-22, 46), new(-4, 50), new(4, 34), new(0, 8), new(-4, 4)],
                        5
                    ),
                    colour
                );
                sketch.Shape(
                    Lines.Smooth([new(0, 6), new(14, 24), new(32, 28), new(36, 18), new(20, 6), new(0, 6)], 5),
                    colour
                );
                sketch.Shape(
                    Lines.Smooth([new(2, 3), new(18, 8), new(34, 15), new(30, 4), new(14, -2), new(2, 3)], 5),
                    colour,
                    1
                );
                Calyx(sketch, 8);
                break;
            case "no-petals":
                foreach (var lean in new[] { -34, -14, 6, 24, 40 })
                {
                    var tip = Point.Polar(28, lean);
                    sketch.Line(new(lean * 0.1, 6), tip, 0.9);
                    sketch.Spot(tip, 2.8, Wash.Gold);
                }

                Calyx(sketch, 9);
                break;
            case "bent-back":
                // Petals swept back over the stalk, a beak of stamens in front.
                foreach (var degrees in new[] { -140, 140, -160, 160 })
                {
                    Petal(sketch.At(0, 8, degrees), 42, 7, colour, null);
                }

                sketch.Shape([new(-4, 6), new(4, 6), new(1.4, 34), new(-1.4, 34)], Wash.Gold);
                break;
            case "hooded":
                sketch.Shape(
                    Lines.Smooth(
                        [
                            new(-4, 2),
                            new(-24, 22),
                            new(-18, 52),
                            new(8, 58),
                            new(28, 38),
                            new(14, 34),
                            new(8, 20),
                            new(-4, 2),
                        ],
                        5
                    ),
                    colour
                );
                sketch.Shape(Lines.Smooth([new(0, 4), new(16, 20), new(24, 14), new(14, 0), new(0, 4)], 5), colour);
                sketch.Line(Lines.Smooth([new(-10, 30), new(2, 44), new(18, 42)], 5), 0.7);
                break;
            case "heart-shaped":
                sketch.Shape(
                    [
                        new(0, 46),
                        .. Lines.Smooth([new(6, 36), new(22, 18), new(20, 2), new(8, -3), new(0, 8)], 5),
                        .. Lines.Smooth([new(0, 8), new(-8, -3), new(-20, 2), new(-22, 18), new(-6, 36)], 5),
                    ],
                    colour
                );
                sketch.Shape(
                    [new(-4, 44), new(0, 38), new(4, 44), new(7, 54), new(0, 49), new(-7, 54)],
                    Wash.Blank,
                    0.9
                );
                sketch.Line(new(0, 8), new(0, 38), 0.8);
                break;
            default:
                Cup(sketch, f, colour);
                if (reach is not null)
                {
                    Reach(sketch, reach == "beyond" ? 60 : 30);
                }

                break;
        }
    }

    /// <summary>Free petals, seen from the side.</summary>
    private static void Cup(Sketch sketch, Features f, Wash colour)
    {
        var cut = f.State("petal-cut");
        var alike = f.Is("perianth", "alike-tepals");
        if (!alike)
        {
            foreach (var degrees in new[] { -66, 66 })
            {
                Petal(sketch.At(0, 2, degrees), 24, 4, Wash.Stem, null);
            }
        }

        foreach (var degrees in new[] { -54, 54, -28, 28, 0 })
        {
            Petal(sketch.At(0, 4, degrees), 40, 11, colour, cut);
        }

        sketch.Shape(Lines.Ellipse(new(0, 3), 6, 4.5, 16), Wash.Stem, 0.9);
    }

    private static void Spur(Sketch sketch, Features f, Wash colour)
    {
        switch (f.State("spur"))
        {
            case "one-spur":
                sketch.Shape(
                    Lines.Strip(Lines.Smooth([new(2, 8), new(18, 0), new(32, -14), new(34, -28)], 5), t =>
                        5 * (1 - t) + 1.4
                    ),
                    colour,
                    0.9
                );
                break;
            case "two-pouches":
                sketch.Spot(new(-15, 3), 8, colour);
                sketch.Spot(new(15, 3), 8, colour);
                break;
            case "five-spurs":
                foreach (var x in new[] { -24, 24, -12, 12, 0 })
                {
                    sketch.Shape(
                        Lines.Strip(Lines.Smooth([new(x * 0.5, 12), new(x, -8), new(x * 1.08, -28)], 5), t =>
                            4.4 * (1 - t) + 0.8
                        ),
                        colour,
                        0.8
                    );
                    sketch.Spot(new(x * 1.08, -29), 2, colour, 0.8);
                }

                break;
        }
    }

    private static void Calyx(Sketch sketch, double half)
    {
        foreach (var hand in new[] { -1, 0, 1 })
        {
            Petal(sketch.At(hand * half * 0.5, -1, hand * 30), 14, 3.4, Wash.Stem, null);
        }

        sketch.Shape(Lines.Ellipse(new(0, 1), half * 0.7, 4, 16), Wash.Stem, 0.9);
    }

    private static void Reach(Sketch sketch, double height)
    {
        foreach (var x in new[] { -7, -2, 3, 8 })
        {
            var tip = new Point(x * height / 40, height + (x % 3));
            sketch.Line(new(x * 0.3, 12), tip, 0.9);
            sketch.Spot(tip, 2.4, Wash.Gold, 0.8);
        }
    }
}
