using Garten.Core.Drawing.Paper;
using Garten.Core.Geometry;

namespace Garten.Core.Drawing.Twigs;

/// <summary>Winter twigs, their buds, scars and pith.</summary>
internal static class TwigDrawing
{
    /// <summary>A twig in winter, from its foot at the origin.</summary>
    /// <param name="f">What is known.</param>
    /// <param name="length">Its length; a short one shows its end larger.</param>
    public static void Draw(Sketch sketch, Features f, double length = 84)
    {
        var wood = Wash.Of(f.State("twig-colour")) ?? Wash.Wood;
        sketch.Part("twig", "Twig", s =>
            s.Shape(Lines.Strip(Lines.Along(6, t => new(0, length * t)), t => 4.6 - (1.6 * t)), wood)
        );
        if (f.Is("spur-shoots", "present"))
        {
            sketch.Part("spur", "Spur shoots", s =>
            {
                foreach (var (y, hand) in new[] { (length * 0.25, 1), (length * 0.52, -1) })
                {
                    var spur = s.At(hand * 3.8, y, hand * 66);
                    spur.Shape([new(-3, 0), new(3, 0), new(3.4, 13), new(-3.4, 13)], wood, 0.9);
                    for (var i = 0; i < 4; i++)
                    {
                        spur.Line(new(-3.2, 3 + (3 * i)), new(3.2, 3 + (3 * i)), 0.6);
                    }

                    Bud(spur.At(0, 13), f, 12);
                }
            });
        }
        else
        {
            sketch.Part("buds", "Side buds", s =>
            {
                foreach (var (y, hand) in BudPlaces(f.State("bud-arrangement"), length))
                {
                    Node(s.At(hand * (4.4 - (1.5 * y / length)), y, 0, 1, hand < 0), f);
                }
            });
        }

        sketch.Part("end", "End of the twig", s => End(s.At(0, length), f, wood));
        sketch.Part("lenticels", "Lenticels", s =>
        {
            for (var (y, i) = (9.0, 0); y < length - 6; y += 13, i++)
            {
                s.Line(new(-1.6 + (i * 17 % 4), y), new(-0.4 + (i * 17 % 4), y), 1, Wash.Cut);
            }
        });
        if (f.Is("year-ring", "present"))
        {
            // Scars of last spring's end-bud scales: crowded rings between this year's growth and last year's.
            sketch.Part("year-ring", "Ring of bud-scale scars", s =>
            {
                for (var i = 0; i < 4; i++)
                {
                    s.Line(new(-4.4, (length * 0.3) + (1.6 * i)), new(4.4, (length * 0.3) + (1.6 * i)), 0.7);
                }
            });
        }

        Hair(sketch, f.State("twig-hair"), length);
        if (f.KnowsAny("pith", "pith-colour"))
        {
            sketch.Part("pith", "Pith, cut lengthwise", s => Pith(s.At(0, -38, 0, 0.5), f));
        }

        Kept(sketch.At(0, length - 118), f);
    }

    /// <summary>Where side buds stand: height, and hand.</summary>
    /// <param name="arrangement">State of the arrangement; null is drawn alternate.</param>
    /// <param name="length">Length of the twig.</param>
    public static List<(double Y, int Hand)> BudPlaces(string? arrangement, double length)
    {
        var places = new List<(double, int)>();
        var paired = arrangement is "opposite" or "subopposite";
        for (var (y, hand) = (16.0, 1); y < length - 12; y += paired ? 26 : 17, hand = -hand)
        {
            places.Add((y, hand));
            if (paired)
            {
                places.Add((arrangement == "opposite" ? y : y + 7, -hand));
            }
        }

        return places;
    }

    /// <summary>A bud of a size, upright from the origin.</summary>
    /// <param name="f">What is known.</param>
    public static void Bud(Sketch sketch, Features f, double length)
    {
        var shape = f.State("bud-shape");
        var half =
            length
            * (
                shape switch
                {
                    "long-pointed" => 0.19,
                    "rounded" => 0.44,
                    _ => 0.31,
                }
            );
        var fill = Wash.WoodShade;
        if (f.Is("bud-stalk", "stalked"))
        {
            sketch.Shape(
                [
                    new(-half * 0.4, 0),
                    new(half * 0.4, 0),
                    new(half * 0.4, length * 0.3),
                    new(-half * 0.4, length * 0.3),
                ],
                Wash.Wood,
                0.8
            );
            sketch = sketch.At(0, length * 0.26);
        }

        Point[] right = Lines.Along(20, t =>
            new(
                half
                    * (
                        shape == "rounded"
                            ? Math.Sqrt(Math.Max(1 - Math.Pow((2 * t) - 1, 2), 0))
                            : Math.Pow(Math.Sin(Math.PI * Math.Pow(t, 0.72)), shape == "long-pointed" ? 1.1 : 0.9)
                    ),
                length * t
            )
        );
        Point[] outline = [.. right, .. right.Reverse().Skip(1).SkipLast(1).Select(p => new Point(-p.X, p.Y))];
        if (f.Is("bud-scales", "naked"))
        {
            // Folded young leaves, no scales: ribs of leaves and hair.
            sketch.Shape(outline, Wash.Pale, 0.9);
            foreach (var x in new[] { -0.5, 0, 0.5 })
            {
                sketch.Line(right.Select(p => new Point(p.X * x, p.Y)), 0.7);
            }

            for (var i = 2; i < 9; i++)
            {
                sketch.Line(
                    new(0, length * i * 0.1),
                    new(right[2 * i].X * 0.8, (length * i * 0.1) + (length * 0.07)),
                    0.5
                );
                sketch.Line(
                    new(0, length * i * 0.1),
                    new(-right[2 * i].X * 0.8, (length * i * 0.1) + (length * 0.07)),
                    0.5
                );
            }
        }
        else
        {
            sketch.Shape(outline, fill, 0.9);
            switch (f.State("bud-scales"))
            {
                case "one":
                    break;
                case "two":
                    sketch.Line(right.Select(p => new Point(p.X * 0.05, p.Y)), 1);
                    break;
                default:
                    // Each scale's edge runs from one side of the bud over its middle to the other.
                    foreach (var (at, x) in new[] { (2, -0.3), (5, 0.3), (8, -0.25), (11, 0.2) })
                    {
                        var side = right[at];
                        sketch.Line(
                            Lines.Smooth([new(-side.X, side.Y), new(half * x, side.Y + (length * 0.24)), side], 6),
                            0.7
                        );
                    }

                    break;
            }
        }

        if (f.Is("bud-resin", "sticky"))
        {
            foreach (var (x, y) in new[] { (0.5, 0.3), (-0.4, 0.55), (0.1, 0.8) })
            {
                sketch.Shape(
                    [
                        new(half * x, length * y + (length * 0.09)),
                        .. Lines.Arc(new(half * x, length * y), length * 0.055, length * 0.055, 60, 300, 10),
                    ],
                    Wash.Gold,
                    0.6
                );
            }
        }

        if (f.State("bud-hair") is "hairy" or "woolly")
        {
            var woolly = f.Is("bud-hair", "woolly");
            for (var i = 2; i < 19; i += 2)
            {
                foreach (var hand in new[] { -1, 1 })
                {
                    var foot = new Point(hand * right[i].X, right[i].Y);
                    sketch.Line(
                        woolly
                            ? Lines.Smooth(
                                [
                                    foot,
                                    foot + new Point(hand * 2.6, 2),
                                    foot + new Point(hand * 1, 4),
                                    foot + new Point(hand * 4, 5),
                                ],
                                3
                            )
                            : [foot, foot + new Point(hand * length * 0.09, length * 0.05)],
                        0.6
                    );
                }
            }
        }
    }

    /// <summary>A leaf scar with its bundle scars, from the front.</summary>
    /// <param name="shape">State of the scar; null is drawn as a crescent.</param>
    /// <param name="bundles">Number of bundle scars; null to leave them out.</param>
    public static void Scar(Sketch sketch, string? shape, int? bundles, double size)
    {
        var at = sketch.At(0, 0, 0, size / 40);
        Point[] outline = shape switch
        {
            "line" =>
            [
                new(-22, 2),
                .. Lines.Smooth([new(-22, 2), new(0, -3), new(22, 2)], 5),
                .. Lines.Smooth([new(22, -1), new(0, -7), new(-22, -1)], 5),
            ],
            "round" => Lines.Ellipse(default, 17, 17, 24),
            "shield" =>
            [
                new(-18, 12),
                new(0, 9),
                new(18, 12),
                .. Lines.Smooth([new(18, 12), new(14, -8), new(0, -20), new(-14, -8), new(-18, 12)], 5),
            ],
            _ =>
            [
                .. Lines.Smooth([new(-22, 9), new(-12, 1), new(0, -2), new(12, 1), new(22, 9)], 5),
                .. Lines.Smooth([new(22, 9), new(14, -10), new(0, -15), new(-14, -10), new(-22, 9)], 5),
            ],
        };
        at.Shape(outline, Wash.Cut, 1);
        for (var i = 0; i < (bundles ?? 0); i++)
        {
            at.Spot(BundleAt(shape, i, bundles!.Value), bundles > 9 ? 1.4 : 2.1, Wash.WoodShade, 0.7);
        }
    }

    /// <summary>Pith, cut lengthwise and across.</summary>
    /// <param name="f">What is known.</param>
    public static void Pith(Sketch sketch, Features f)
    {
        var colour = Wash.Of(f.State("pith-colour")) ?? Wash.Cut;
        sketch.Shape([new(-16, 0), new(16, 0), new(15, 74), new(-15, 74)], Wash.Wood);
        if (f.Is("pith", "hollow"))
        {
            sketch.Shape([new(-8, 0), new(8, 0), new(7.6, 74), new(-7.6, 74)], Wash.WoodShade, 0.8);
            sketch.Tint([new(-5.5, 0), new(5.5, 0), new(5.2, 74), new(-5.2, 74)], Wash.Ink);
            return;
        }

        sketch.Shape([new(-8, 0), new(8, 0), new(7.6, 74), new(-7.6, 74)], colour, 0.8);
        if (f.Is("pith", "chambered"))
        {
            for (var y = 4; y < 72; y += 8)
            {
                sketch.Shape([new(-6.6, y), new(6.6, y), new(6.6, y + 5.4), new(-6.6, y + 5.4)], Wash.Ink, 0);
            }
        }
    }

    /// <summary>A joint with its bud and scar, on the right of the twig.</summary>
    private static void Node(Sketch sketch, Features f)
    {
        var length = f.Number("bud-length") is { } mm ? Math.Clamp(5 + (mm * 1.3), 7, 26) : 14;
        if (f.Is("bud-visibility", "hidden"))
        {
            sketch.Shape(Lines.Ellipse(new(0.6, 0), 1.6, 4, 12), Wash.Cut, 0.8);
            return;
        }

        Bud(sketch.At(0, 1, 28), f, length);
        sketch.Shape([new(-1.4, 1), new(2.6, 0.4), new(1.8, -4.5), new(-1.6, -4.5)], Wash.Cut, 0.8);
        if (f.Count("bundle-scars", 1, 9) is { } bundles)
        {
            for (var i = 0; i < Math.Min(bundles, 3); i++)
            {
                sketch.Spot(new(0.3, -0.6 - (1.5 * i)), 0.5, Wash.Ink, 0);
            }
        }
    }

    private static void End(Sketch sketch, Features f, Wash wood)
    {
        switch (f.State("twig-end"))
        {
            case "pair-of-buds":
                Bud(sketch.At(-2.4, -1, -14), f, 17);
                Bud(sketch.At(2.4, -1, 14), f, 17);
                break;
            case "cluster-of-buds":
                foreach (var lean in new[] { -46, 46, -22, 22, 0 })
                {
                    Bud(sketch.At(lean / 20.0, -2, lean), f, lean == 0 ? 19 : 15);
                }

                break;
            default:
                Bud(sketch.At(0, -1), f, f.Number("bud-length") is { } mm ? Math.Clamp(8 + (mm * 1.5), 10, 32) : 18);
                break;
        }

        if (f.Is("flower-buds", "button"))
        {
            // A round button on a stalk: next year's flowers.
            sketch.Line(Lines.Smooth([new(-1, -4), new(-9, 4), new(-13, 14)], 4), 1.2);
            sketch.Spot(new(-14, 20), 6.4, wood, 1);
            sketch.Line(Lines.Smooth([new(-14, 14), new(-12, 20), new(-14, 26.4)], 4), 0.7);
        }
    }

    private static void Hair(Sketch sketch, string? hair, double length)
    {
        if (hair is not ("short-haired" or "velvety" or "gland-haired"))
        {
            return;
        }

        sketch.Part("hair", "Hair on the twig", s =>
        {
            for (var y = 4.0; y < length - 4; y += hair == "velvety" ? 2.2 : 4)
            {
                foreach (var hand in new[] { -1, 1 })
                {
                    var foot = new Point(hand * (4.5 - (1.5 * y / length)), y);
                    s.Line(foot, foot + new Point(hand * (hair == "short-haired" ? 2.4 : 4), 0.8), 0.5);
                    if (hair == "gland-haired")
                    {
                        s.Spot(foot + new Point(hand * 4.6, 1), 1, Wash.Of("red"), 0.5);
                    }
                }
            }
        });
    }

    /// <summary>What hangs on in winter: catkins, old cones, fruit.</summary>
    private static void Kept(Sketch sketch, Features f)
    {
        if (f.Is("winter-catkins", "catkins", "catkins-and-cones"))
        {
            sketch.Part("catkins", "Catkins in winter", s =>
            {
                foreach (var (x, lean) in new[] { (3, 166), (6, 176) })
                {
                    Flowers.ClusterDrawing.Catkin(s.At(x, 112, lean), 34, 3);
                }
            });
        }

        if (f.Is("winter-catkins", "catkins-and-cones"))
        {
            sketch.Part("cones", "Small old cones", s =>
            {
                s.Line(Lines.Smooth([new(-2, 108), new(-12, 106), new(-18, 100)], 4), 0.9);
                Fruits.ConeDrawing.Small(s.At(-19, 98, 190), 15);
                Fruits.ConeDrawing.Small(s.At(-12, 104, 200), 13);
            });
        }

        if (f.State("old-fruit") is { } fruit && fruit != "none")
        {
            sketch.Part("old-fruit", "Fruit kept in winter", s => Fruits.FruitDrawing.Kept(s.At(4, 100), fruit));
        }
    }

    private static Point BundleAt(string? shape, int i, int count)
    {
        if (shape == "round" && count > 3)
        {
            return Point.Polar(10, 360.0 * i / count);
        }

        var off = count == 1 ? 0 : (2.0 * i / (count - 1)) - 1;
        return shape switch
        {
            "line" => new(off * 15, -2.5 - (2.2 * (1 - (off * off)))),
            "shield" => new(
                off * (count == 3 ? 10 : 12),
                count == 3 && i == 1 ? -11
                    : count == 3 ? 3
                    : (8 * off * off) - 9
            ),
            "round" => new(off * 9, 0),
            _ => new(off * 15, (7 * off * off) - 8),
        };
    }
}
