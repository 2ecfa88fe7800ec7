using Garten.Core.Drawing.Paper;
using Garten.Core.Geometry;

namespace Garten.Core.Drawing.Leaves;

/// <summary>Needles and scale leaves.</summary>
internal static class NeedleDrawing
{
    /// <summary>Needles from one sheath.</summary>
    public static void Bundle(Sketch sketch, int count)
    {
        for (var i = 0; i < count; i++)
        {
            var lean = count == 1 ? 0 : ((2.0 * i / (count - 1)) - 1) * 20;
            var line = Lines.Smooth(
                [new(0, 8), Point.Polar(50, lean * 0.7) + new Point(0, 8), Point.Polar(96, lean) + new Point(0, 8)],
                5
            );
            sketch.Shape(Lines.Strip(line, t => 1.5 * (1 - (0.7 * t))), Wash.Leaf, 0.8);
        }

        sketch.Shape([new(-2.6, 0), new(2.6, 0), new(3.2, 15), new(-3.2, 15)], Wash.Wood, 0.8);
        sketch.Line(new(-3, 10), new(3, 10), 0.5);
    }

    /// <summary>A twig with its needles.</summary>
    /// <param name="lay">How they lie; null for all round.</param>
    public static void Twig(Sketch sketch, string? lay)
    {
        if (lay == "upswept")
        {
            // Seen from the end of the twig: all needles rise, the lower ones too.
            foreach (var degrees in new[] { -80, -60, -42, -25, -8, 8, 25, 42, 60, 80 })
            {
                var end = Point.Polar(44, degrees * 0.72);
                Needle(sketch, Lines.Smooth([new(0, 0), Point.Polar(18, degrees * 1.25), end + new Point(0, 4)], 4));
            }

            sketch.Spot(default, 6, Wash.Wood, 1);
            sketch.Spot(default, 2, Wash.Cut, 0.6);
            return;
        }

        var steps = lay == "brushed-forward" ? 20 : 15;
        for (var i = 0; i < steps; i++)
        {
            var foot = new Point(0, 4 + (96.0 * i / steps));
            var degrees = lay switch
            {
                "two-ranked" => 72,
                "brushed-forward" => 24 + (i % 3 * 8),
                _ => 44 + (i * 23 % 44),
            };
            var length =
                lay == "two-ranked" ? 30 - (i > steps - 4 ? 6 * (i - steps + 4) : 0)
                : lay == "brushed-forward" ? 24
                : 28 - (i % 3 * 5);
            foreach (var hand in new[] { -1, 1 })
            {
                Needle(
                    sketch,
                    [
                        foot,
                        foot + Point.Polar(length * 0.5, hand * degrees),
                        foot + Point.Polar(length, hand * (degrees - 6)),
                    ]
                );
            }
        }

        sketch.Shape(Lines.Strip([new(0, 0), new(0, 50), new(0, 100)], t => 2.6 - (1.4 * t)), Wash.Wood, 0.8);
        if (lay is not "two-ranked")
        {
            for (var i = 0; i < steps; i += 2)
            {
                // Some stand towards the eye.
                var foot = new Point(i % 4 - 1, 8 + (90.0 * i / steps));
                Needle(sketch, [foot, foot + Point.Polar(16, (i * 71 % 60) - 30)]);
            }
        }
    }

    /// <summary>A needle cut across.</summary>
    /// <param name="section">State of the section.</param>
    public static void Section(Sketch sketch, string section)
    {
        Point[] outline = section switch
        {
            "four-sided" => [new(0, -24), new(26, 0), new(0, 24), new(-26, 0)],
            "half-round" => [.. Lines.Arc(default, 30, 28, -90, 90), new(30, -3), new(-30, -3)],
            "three-sided-needle" => [new(-26, -16), new(26, -16), new(0, 26)],
            _ => Lines.Ellipse(default, 42, 11, 32),
        };
        sketch.Shape(outline, Wash.Leaf);
        var middle = section == "half-round" ? new Point(0, 10) : default;
        sketch.Spot(middle, section == "flat-needle" ? 5 : 8, Wash.Cut, 0.8);
        foreach (var hand in new[] { -1, 1 })
        {
            sketch.Spot(
                middle
                    + new Point(
                        hand
                            * (
                                section == "flat-needle" ? 28
                                : section == "three-sided-needle" ? 13
                                : 16
                            ),
                        section == "three-sided-needle" ? -9 : 0
                    ),
                2.2,
                Wash.Gold,
                0.7
            );
        }
    }

    /// <summary>The end of a needle, made large.</summary>
    /// <param name="tip">State of the tip.</param>
    public static void Tip(Sketch sketch, string tip)
    {
        Point[] top = tip switch
        {
            "notched-needle" =>
            [
                new(13, 58),
                .. Lines.Arc(new(6.5, 60), 6.5, 8, 90, 0, 5),
                new(0, 61),
                .. Lines.Arc(new(-6.5, 60), 6.5, 8, 0, -90, 5),
                new(-13, 58),
            ],
            "sharp-needle" => [new(13, 36), new(6, 62), new(0, 88), new(-6, 62), new(-13, 36)],
            _ =>
            [
                new(13, 46),
                .. Lines.Smooth([new(12, 52), new(8, 64), new(0, 71), new(-8, 64), new(-12, 52)], 4),
                new(-13, 46),
            ],
        };
        sketch.Shape([new(-13, 0), new(13, 0), .. top], Wash.Leaf);
        sketch.Line(new(0, 2), new(0, 54), 0.7);
    }

    /// <summary>Both sides of a needle with its white lines.</summary>
    /// <param name="bands">none, below, both-sides.</param>
    public static void Bands(Sketch sketch, string bands)
    {
        foreach (
            var (x, white, words) in new[]
            {
                (-18, bands == "both-sides", "above"),
                (18, bands is "below" or "both-sides", "below"),
            }
        )
        {
            var at = sketch.At(x, 0);
            at.Shape([new(-9, 0), new(9, 0), new(9, 70), new(0, 82), new(-9, 70)], Wash.LeafShade);
            if (white)
            {
                foreach (var hand in new[] { -1, 1 })
                {
                    at.Shape(
                        [new(hand * 2.4, 4), new(hand * 6.4, 4), new(hand * 6.4, 68), new(hand * 2.4, 74)],
                        Wash.Blank,
                        0.5
                    );
                }
            }

            at.Line(new(0, 2), new(0, 76), 0.6);
            at.Say(new(0, -11), words);
        }
    }

    /// <summary>Where a needle joins the twig.</summary>
    /// <param name="foot">State of the foot.</param>
    public static void Foot(Sketch sketch, string foot)
    {
        sketch.Shape([new(-9, 0), new(9, 0), new(9, 92), new(-9, 92)], Wash.Wood);
        foreach (var y in new[] { 18, 48, 76 })
        {
            var at = sketch.At(9, y);
            switch (foot)
            {
                case "peg":
                    at.Shape([new(0, -5), new(7, 2), new(7, 8), new(0, 5)], Wash.WoodShade, 0.9);
                    at.Shape(
                        Lines.Strip([new(7, 5), new(26, 16), new(46, 26)], t => 3 * (1 - (0.8 * t))),
                        Wash.Leaf,
                        0.8
                    );
                    break;
                case "narrowed":
                    at.Shape(
                        Lines.Strip([new(0, 0), new(7, 4), new(14, 8), new(30, 15), new(48, 23)], t =>
                            t < 0.2 ? 1 : 3.4 * (1.1 - t)
                        ),
                        Wash.Leaf,
                        0.8
                    );
                    break;
                case "decurrent":
                    at.Shape([new(0, -20), new(0, 4), new(46, 26), new(16, 4), new(3, -12)], Wash.Leaf, 0.8);
                    break;
                default:
                    at.Shape(Lines.Ellipse(new(1, 0), 2.6, 4.4, 14), Wash.Pale, 0.8);
                    at.Shape(
                        Lines.Strip([new(3, 1), new(26, 12), new(48, 22)], t => 3.2 * (1 - (0.8 * t))),
                        Wash.Leaf,
                        0.8
                    );
                    break;
            }
        }

        if (foot is "peg" or "flush")
        {
            // The scar of one that has fallen, on the other side.
            if (foot == "peg")
            {
                sketch.Shape([new(-9, 30), new(-16, 37), new(-16, 43), new(-9, 40)], Wash.WoodShade, 0.9);
            }
            else
            {
                sketch.Spot(new(-4, 36), 3.6, Wash.Pale, 0.8);
            }
        }
    }

    /// <summary>A flat spray of scale leaves.</summary>
    public static void Spray(Sketch sketch)
    {
        foreach (
            var (y, degrees, length) in new[]
            {
                (22, 48, 34),
                (22, -48, 34),
                (42, 44, 28),
                (42, -44, 28),
                (60, 40, 20),
                (60, -40, 20),
            }
        )
        {
            Scales(sketch.At(0, y, degrees), length);
        }

        Scales(sketch, 94);
    }

    private static void Scales(Sketch sketch, double length)
    {
        for (var y = length - 8; y >= 0; y -= 8)
        {
            sketch.Shape([new(-4, y), new(-4.6, y + 6), new(0, y + 11), new(4.6, y + 6), new(4, y)], Wash.Leaf, 0.7);
            sketch.Shape(
                [new(-2, y - 2), new(-2, y + 4), new(0, y + 7), new(2, y + 4), new(2, y - 2)],
                Wash.LeafShade,
                0.6
            );
        }
    }

    private static void Needle(Sketch sketch, Point[] line) =>
        sketch.Shape(Lines.Strip(line, t => 1.3 * (1 - (0.75 * t))), Wash.Leaf, 0.6);
}
