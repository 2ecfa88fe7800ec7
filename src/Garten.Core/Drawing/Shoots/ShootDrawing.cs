using Garten.Core.Drawing.Leaves;
using Garten.Core.Drawing.Paper;
using Garten.Core.Geometry;

namespace Garten.Core.Drawing.Shoots;

/// <summary>Shoots in leaf: where leaves stand, and what stands on the stem between them.</summary>
internal static class ShootDrawing
{
    /// <summary>Where the leaves of a shoot stand.</summary>
    /// <param name="arrangement">State of the arrangement; null is drawn alternate.</param>
    /// <param name="nodes">Joints of the stem.</param>
    /// <param name="step">Length between two.</param>
    /// <returns>Each leaf's place and direction.</returns>
    public static List<(Point At, double Degrees)> Places(string? arrangement, int nodes, double step)
    {
        var places = new List<(Point, double)>();
        for (var i = 0; i < nodes; i++)
        {
            var y = 14 + (i * step);
            switch (arrangement)
            {
                case "opposite":
                    places.Add((new(0, y), 58));
                    places.Add((new(0, y), -58));
                    break;
                case "subopposite":
                    places.Add((new(0, y), 58));
                    places.Add((new(0, y + (step * 0.24)), -58));
                    break;
                case "decussate":
                    // Every other pair points to the eye and away from it: short, as one sees it from the side.
                    places.Add((new(0, y), i % 2 == 0 ? 58 : 14));
                    places.Add((new(0, y), i % 2 == 0 ? -58 : -166));
                    break;
                case "two-ranked":
                    places.Add((new(0, y), i % 2 == 0 ? 74 : -74));
                    places.Add((new(0, y + (step / 2)), i % 2 == 0 ? -74 : 74));
                    break;
                case "spiral":
                    places.Add(
                        (
                            new(0, y),
                            (i % 3) switch
                            {
                                0 => 64,
                                1 => -40,
                                _ => 18,
                            }
                        )
                    );
                    break;
                case "whorled":
                    foreach (var degrees in new[] { -82, -38, 38, 82 })
                    {
                        places.Add((new(0, y), degrees));
                    }

                    break;
                case "basal":
                    foreach (var degrees in new[] { -78, -46, -16, 16, 46, 78 })
                    {
                        places.Add((default, degrees));
                    }

                    return places;
                default:
                    places.Add((new(0, y), i % 2 == 0 ? 58 : -58));
                    break;
            }
        }

        return places;
    }

    /// <summary>A shoot with leaves of a form.</summary>
    /// <param name="sketch">Where, the foot of the stem at the origin.</param>
    /// <param name="arrangement">State of the arrangement; null when unknown.</param>
    /// <param name="leaf">Draws one leaf, upright from the origin, some 90 units long.</param>
    /// <param name="scale">Size of the leaves.</param>
    /// <param name="nodes">Joints of the stem.</param>
    /// <param name="zigzag">True for a stem that bends at every joint.</param>
    public static void Leafy(
        Sketch sketch,
        string? arrangement,
        Action<Sketch> leaf,
        double scale = 0.4,
        int nodes = 3,
        bool zigzag = false
    )
    {
        var step = 34.0;
        if (arrangement == "perfoliate")
        {
            Perfoliate(sketch, nodes);
            return;
        }

        if (zigzag && arrangement != "basal")
        {
            Zigzag(sketch, leaf, scale);
            return;
        }

        var places = Places(arrangement, nodes, step);
        if (arrangement == "basal")
        {
            Stem(sketch, 116, 1.4, 1);
            sketch.Spot(new(0, 118), 4, Wash.Blank);
        }
        else
        {
            Stem(sketch, 14 + (nodes * step) - (step * 0.6), 2, 1.3);
        }

        foreach (var (at, degrees) in places)
        {
            leaf(sketch.At(at.X, at.Y, degrees, scale));
        }

        if (arrangement is not "basal")
        {
            leaf(sketch.At(0, 10 + (nodes * step) - (step * 0.6), 0, scale * 0.8));
        }
    }

    /// <summary>A stem that bends at each joint, away from the leaf that stands there.</summary>
    private static void Zigzag(Sketch sketch, Action<Sketch> leaf, double scale)
    {
        Point[] joints = [new(0, 0), new(9, 22), new(-8, 50), new(9, 78), new(-4, 104)];
        sketch.Part("stem", "Zigzag stem", s => s.Shape(Lines.Strip(joints, t => 2 - (0.7 * t)), Wash.Stem));
        for (var i = 1; i < joints.Length; i++)
        {
            leaf(sketch.At(joints[i].X, joints[i].Y, i % 2 == 0 ? -60 : 60, scale * (1.08 - (0.08 * i))));
        }
    }

    /// <summary>Pairs of leaves joined at their bases, the stem passing through each.</summary>
    private static void Perfoliate(Sketch sketch, int nodes)
    {
        Stem(sketch, 20 + (nodes * 30.0), 2, 1.3);
        for (var i = nodes - 1; i >= 0; i--)
        {
            var (y, half) = (24 + (30.0 * i), 46 - (8.0 * i));
            sketch.Part("pair", "Pair of leaves joined round the stem", s =>
            {
                s.Shape(
                    [
                        .. Lines.Smooth(
                            [
                                new(-half, y + 8),
                                new(-half * 0.5, y + 10),
                                new(0, y + 6),
                                new(half * 0.5, y + 10),
                                new(half, y + 8),
                            ],
                            5
                        ),
                        .. Lines
                            .Smooth(
                                [
                                    new(half, y + 8),
                                    new(half * 0.6, y - 6),
                                    new(0, y - 8),
                                    new(-half * 0.6, y - 6),
                                    new(-half, y + 8),
                                ],
                                5
                            )
                            .Skip(1)
                            .SkipLast(1),
                    ],
                    Wash.Leaf
                );
                s.Line(Lines.Smooth([new(-half * 0.95, y + 7.4), new(0, y), new(half * 0.95, y + 7.4)], 6), 0.6);
            });
            Stem(sketch.At(0, y), 22, 1.6, 1.4);
        }
    }

    /// <summary>Where on the plant the leaves stand: a rosette, along the stem, or both.</summary>
    /// <param name="place">State of the place.</param>
    public static void LeavesPlace(Sketch sketch, string place)
    {
        Ground(sketch, 60);
        Stem(sketch, 118, 1.6, 1);
        sketch.Spot(new(0, 121), 5, Wash.Blank);
        var leaf = BladeForm.Plain with { Length = 46, Ratio = 3, Widest = 0.6, Base = BladeBase.Wedge };
        if (place is "at-base" or "base-and-stem")
        {
            foreach (var degrees in new[] { -74, -48, -24, 24, 48, 74 })
            {
                LeafDrawing.DrawBlade(sketch.At(0, 1, degrees), leaf, Features.None, false);
            }
        }

        if (place is "along-stem" or "base-and-stem")
        {
            for (var i = 0; i < 5; i++)
            {
                LeafDrawing.DrawBlade(
                    sketch.At(0, 22 + (18 * i), i % 2 == 0 ? 52 : -52),
                    leaf with
                    {
                        Length = place == "along-stem" ? 34 : 24,
                    },
                    Features.None,
                    false
                );
            }
        }
    }

    /// <summary>The uppermost pair of leaves: free, or joined round the stem.</summary>
    /// <param name="joined">True when joined.</param>
    public static void UpperLeaves(Sketch sketch, bool joined)
    {
        Stem(sketch, 84, 2, 1.5);
        if (joined)
        {
            sketch.Shape(Lines.Ellipse(new(0, 44), 48, 15, 40), Wash.Leaf);
            sketch.Shape(Lines.Arc(new(0, 44), 48, 15, 90, 270, 20), Wash.LeafShade, 0.8);
            sketch.Line(new(-46, 44), new(46, 44), 0.6);
            Stem(sketch.At(0, 46), 38, 1.8, 1.5);
        }
        else
        {
            foreach (var hand in new[] { -1, 1 })
            {
                LeafDrawing.DrawBlade(
                    sketch.At(hand * 2, 42, hand * 72),
                    BladeForm.Plain with
                    {
                        Length = 46,
                        Ratio = 1.9,
                    },
                    Features.None
                );
            }
        }

        foreach (var lean in new[] { -22, 0, 22 })
        {
            var top = new Point(0, 84) + Point.Polar(18, lean);
            sketch.Line(new(0, 84), top, 1);
            sketch.Shape(
                Lines.Strip([new Point(0, 84) + Point.Polar(6, lean), top + Point.Polar(8, lean)], t => 1.5 + (2 * t)),
                Wash.Of("orange"),
                0.8
            );
        }
    }

    /// <summary>A piece of stem with what stands on it.</summary>
    /// <param name="armature">State of the armature.</param>
    /// <param name="prickle">Form of its prickles; null when unknown.</param>
    public static void Armed(Sketch sketch, string armature, string? prickle = null)
    {
        var wood = armature == "thorns" || armature == "nodal-spines";
        sketch.Shape([new(-6, 0), new(6, 0), new(5, 104), new(-5, 104)], wood ? Wash.Wood : Wash.Stem);
        foreach (var (y, hand) in new[] { (24, 1), (54, -1), (84, 1) })
        {
            var node = sketch.At(hand * 5.5, y, 0, 1, hand < 0);
            switch (armature)
            {
                case "thorns":
                    // A short side twig, with its bud at the foot, that ends in a point.
                    node.Shape(
                        Lines.Strip([new(0, 0), new(20, 12), new(40, 20)], t => 3.4 * (1 - t) + 0.2),
                        Wash.Wood,
                        0.9
                    );
                    node.Spot(new(3, 6), 3, Wash.WoodShade);
                    node.Spot(new(19, 14.5), 1.8, Wash.WoodShade);
                    break;
                case "nodal-spines":
                    foreach (var lean in new[] { 55, 90, 125 })
                    {
                        node.Shape(
                            Lines.Strip([new(0, 0), Point.Polar(20, lean)], t => 1.8 * (1 - t) + 0.15),
                            Wash.Cut,
                            0.8
                        );
                    }

                    LeafDrawing.DrawBlade(
                        node.At(0, 5, 40),
                        BladeForm.Plain with
                        {
                            Length = 30,
                            Ratio = 1.5,
                            Lobing = BladeLobing.None,
                        },
                        Features.None,
                        false
                    );
                    break;
                case "prickles":
                    LeafDrawing.DrawBlade(
                        node.At(0, 4, 52),
                        BladeForm.Plain with
                        {
                            Length = 30,
                            Ratio = 1.7,
                        },
                        Features.None,
                        false
                    );
                    Prickle(node.At(-0.5, -10), prickle);
                    Prickle(node.At(-0.5, -19), prickle);
                    break;
                case "bristles":
                    for (var i = -22; i < 8; i += 4)
                    {
                        node.Line(new(0, i), new(11 + (i * 7 % 5), i - 1), 0.7);
                        node.Line(new(-11, i + 2), new(-21 - (i * 5 % 4), i + 1), 0.7);
                    }

                    break;
                default:
                    LeafDrawing.DrawBlade(
                        node.At(0, 4, 52),
                        BladeForm.Plain with
                        {
                            Length = 34,
                            Ratio = 1.7,
                        },
                        Features.None,
                        false
                    );
                    break;
            }
        }
    }

    /// <summary>A prickle of a form, pointing right from the origin.</summary>
    /// <param name="form">slender-straight or broad-based; null when unknown.</param>
    public static void Prickle(Sketch sketch, string? form, double size = 1)
    {
        var at = sketch.At(0, 0, 0, size);
        Point[] outline =
            form == "slender-straight"
                ? [new(0, -1.6), new(16, 0.4), new(0, 1.6)]
                :
                [
                    new(0, -6),
                    .. Lines.Smooth([new(0, 7), new(6, 3), new(13, -3)], 4),
                    .. Lines.Smooth([new(13, -3), new(5, -2), new(0, -6)], 4),
                ];
        at.Shape(outline, Wash.Cut, 0.9);
    }

    /// <summary>A stem cut across, and the piece it was cut from.</summary>
    /// <param name="form">round, angled or triangular.</param>
    /// <param name="hollow">True for a hollow stem, false for a solid one; null to leave the inside plain.</param>
    public static void Section(Sketch sketch, string form, bool? hollow = null)
    {
        Point[] cut = form switch
        {
            "angled" =>
            [
                new(0, 25),
                new(8, 9),
                new(25, 0),
                new(8, -9),
                new(0, -25),
                new(-8, -9),
                new(-25, 0),
                new(-8, 9),
            ],
            "triangular" => [.. Corner(0), .. Corner(240), .. Corner(120)],
            _ => Lines.Ellipse(default, 23, 23, 36),
        };
        sketch.Shape(cut, Wash.Stem);
        if (hollow is { } isHollow)
        {
            sketch.Shape(Lines.Ellipse(default, 16, 16, 28), isHollow ? Wash.Blank : Wash.Cut, 0.8);
            if (!isHollow)
            {
                for (var i = 1; i < 20; i++)
                {
                    sketch.Spot(Point.Polar(Math.Sqrt(i / 20.0) * 14, i * 137.5), 0.7, Wash.WoodShade, 0);
                }
            }
        }
        else
        {
            for (var i = 0; i < 9; i++)
            {
                sketch.Spot(Point.Polar(form == "round" ? 15 : 7, i * 40), 1.4, Wash.Cut, 0.6);
            }
        }

        static Point[] Corner(double degrees) =>
            Lines.Arc(Point.Polar(20, degrees), 7, 7, degrees + 58, degrees - 58, 5);
    }

    /// <summary>A joint of a stem with one leaf stalk: stipules, glands, sap, sheath, plantlets.</summary>
    /// <param name="f">What is known.</param>
    public static void Joint(Sketch sketch, Features f)
    {
        if (f.State("leaf-sheath") is { } sheath && sheath != "none")
        {
            Sheath(sketch, sheath);
            return;
        }

        Stem(sketch, 100, 4, 3.6);
        var petiole = sketch.At(3, 34, 46);
        var broken = f.Knows("sap");
        LeafDrawing.Stalk(petiole, new(0, 0), new(0, broken ? 26 : 40), 2.2, 1.8);
        sketch.Shape(
            Blade
                .Of(BladeForm.Plain with { Length = 12, Ratio = 1.5 })
                .Outline.Select(p => new Placing(new(3.5, 40), 20).Of(p)),
            Wash.Wood,
            0.8
        );
        if (broken)
        {
            petiole.Line([new(-3, 26), new(-1, 28), new(1, 25.5), new(3, 27.5)], 1);
            petiole.Shape(
                [new(0, 26), .. Lines.Arc(new(4, 33), 5, 5, 250, 530, 14)],
                f.Is("sap", "milky") ? Wash.Blank : Wash.Clear,
                0.9
            );
            if (f.Is("sap", "milky"))
            {
                petiole.Shape([new(5, 18), .. Lines.Arc(new(5, 12), 3, 3, 50, 310, 10)], Wash.Blank, 0.8);
            }

            return;
        }

        LeafDrawing.DrawBlade(petiole.At(0, 40), BladeForm.Plain with { Length = 56, Ratio = 1.7 }, Features.None);
        if (f.Is("petiole-glands", "glands"))
        {
            petiole.Spot(new(-3.4, 36), 2.6, Wash.Of("red"));
            petiole.Spot(new(3.4, 36), 2.6, Wash.Of("red"));
        }

        if (f.State("stipules") is { } stipules)
        {
            LeafDrawing.Stipules(sketch.At(3, 34, 40, 1.5), stipules);
        }

        if (f.Is("plantlets", "present"))
        {
            var young = petiole.At(0, 41, -20, 0.4);
            foreach (var lean in new[] { -50, 0, 50 })
            {
                LeafDrawing.DrawBlade(
                    young.At(0, 0, lean),
                    BladeForm.Plain with
                    {
                        Length = 40,
                        Ratio = 1.2,
                        Base = BladeBase.Heart,
                        Widest = 0.4,
                    },
                    Features.None,
                    false
                );
            }
        }
    }

    private static void Sheath(Sketch sketch, string sheath)
    {
        Stem(sketch, 104, 5, 4);
        var wide = sheath == "inflated" ? 15 : 7.5;
        sketch.Shape(
            [
                new(-wide, 62),
                .. Lines.Smooth([new(-wide, 62), new(-wide - (sheath == "inflated" ? 5 : 0), 40), new(-5.4, 10)], 5),
                .. Lines.Smooth([new(5.4, 10), new(wide + (sheath == "inflated" ? 5 : 0), 40), new(wide, 62)], 5),
            ],
            Wash.Leaf
        );
        if (sheath == "open-sheath")
        {
            // Two edges that lap over each other, open down to the joint.
            sketch.Line(Lines.Smooth([new(-7, 62), new(0, 44), new(3, 10)], 5), 1.2);
            sketch.Line(Lines.Smooth([new(-3, 62), new(3, 48), new(5, 20)], 5), 0.7);
        }
        else if (sheath == "closed-sheath")
        {
            sketch.Line(Lines.Arc(new(0, 62), 7.5, 2.6, 90, 270, 10), 1);
            foreach (var x in new[] { -3.5, 0, 3.5 })
            {
                sketch.Line(new(x, 12), new(x, 58), 0.5);
            }
        }

        if (sheath == "inflated")
        {
            LeafDrawing.Stalk(sketch, new(wide - 3, 62), new(44, 96), 2, 1.6);
        }
        else
        {
            sketch.Shape(
                Lines.Strip(Lines.Smooth([new(6.5, 60), new(22, 76), new(44, 96), new(60, 98)], 5), t =>
                    5 * (1 - t) + 0.3
                ),
                Wash.Leaf,
                0.9
            );
        }
    }

    /// <summary>A green stem, upright from the origin.</summary>
    /// <param name="low">Half its width at the foot.</param>
    /// <param name="high">Half its width at the top.</param>
    public static void Stem(Sketch sketch, double length, double low, double high) =>
        LeafDrawing.Stalk(sketch, default, new(0, length), low, high);

    /// <summary>A line of ground.</summary>
    /// <param name="half">Half its length.</param>
    public static void Ground(Sketch sketch, double half) =>
        sketch.Shape(
            [
                new(-half, 0),
                .. Lines.Smooth([new(-half, 0), new(-half * 0.4, 1.5), new(half * 0.3, 0.4), new(half, 0)], 4),
                new(half * 0.8, -4),
                new(-half * 0.7, -4),
            ],
            Wash.Ground,
            0.6
        );
}
