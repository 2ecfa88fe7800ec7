using Garten.Core.Drawing.Leaves;
using Garten.Core.Drawing.Paper;
using Garten.Core.Drawing.Shoots;
using Garten.Core.Geometry;

namespace Garten.Core.Drawing.Habits;

/// <summary>Whole plants beside a person, and patches of bark.</summary>
internal static class HabitDrawing
{
    /// <summary>Height of the person who stands beside a plant, in millimetres.</summary>
    public const double Person = 1700;

    /// <summary>A whole plant beside a person.</summary>
    /// <param name="sketch">Where, the ground at Y = 0.</param>
    /// <param name="f">What is known; where no life form is, a herb is drawn, and where no height is, no person.</param>
    /// <returns>Millimetres a unit stands for; null when the height is unknown.</returns>
    public static double? Draw(Sketch sketch, Features f)
    {
        var (form, height) = (f.State("life-form"), f.Number("height"));
        var needles = f.Is("foliage", "needles", "scales");
        // The taller of plant and person fills the sheet.
        const double Sheet = 110;
        var unit = height is { } mm ? Math.Max(mm, Person) / Sheet : (double?)null;
        var tall = height is { } h && unit is { } u ? Math.Max(h / u, 2) : Sheet * 0.8;
        var crown = form switch
        {
            "tree" => needles ? tall * 0.3 : tall * 0.42,
            "shrub" or "climber" => tall * 0.5,
            "trailing" => Math.Max(tall * 1.4, 20),
            _ => tall * 0.4,
        };
        ShootDrawing.Ground(sketch, Math.Max(crown + 16, 44));
        sketch.Part("plant", "The whole plant", s => Plant(s, f, tall, needles));
        if (unit is { } scale)
        {
            sketch.Part("person", "A person, for scale", s => Someone(s.At(crown + 16, 0, 0, Person / scale / 100)));
        }

        return unit;
    }

    /// <summary>A patch of bark.</summary>
    /// <param name="surface">State of the surface; null for smooth.</param>
    /// <param name="lenticels">State of the lenticels; null to leave them out.</param>
    public static void Bark(Sketch sketch, string? surface, string? lenticels)
    {
        sketch.Shape([new(-38, 0), new(38, 0), new(38, 92), new(-38, 92)], Wash.Wood);
        switch (surface)
        {
            case "furrowed":
                for (var x = -32; x <= 32; x += 11)
                {
                    var shift = x % 2 == 0 ? 0 : 5;
                    sketch.Shape(
                        Lines.Strip(
                            Lines.Smooth(
                                [new(x, 1), new(x + 5, 24 + shift), new(x - 4, 48), new(x + 4, 70 - shift), new(x, 91)],
                                5
                            ),
                            t => 0.6 + (2.2 * Math.Pow(Math.Sin(t * 9), 2))
                        ),
                        Wash.WoodShade,
                        0.8
                    );
                }

                break;
            case "scaly":
                for (var y = 2; y < 88; y += 15)
                {
                    for (var x = -38 + (y / 15 % 2 * 9); x < 26; x += 19)
                    {
                        sketch.Shape(
                            Lines.Smooth(
                                [
                                    new(x + 1, y + 2),
                                    new(x + 16, y + 1),
                                    new(x + 17, y + 11),
                                    new(x + 3, y + 13),
                                    new(x + 1, y + 2),
                                ],
                                3
                            ),
                            Wash.WoodShade,
                            0.9
                        );
                    }
                }

                break;
            case "blocky":
                for (var y = 3; y < 84; y += 17)
                {
                    for (var x = -35 + (y / 17 % 2 * 6); x < 24; x += 17)
                    {
                        sketch.Shape(
                            [new(x, y), new(x + 14, y + 1), new(x + 13.5, y + 13), new(x + 0.5, y + 14)],
                            Wash.WoodShade,
                            0.9
                        );
                    }
                }

                break;
            case "shreddy":
                for (var i = 0; i < 22; i++)
                {
                    var x = -35 + (i * 3.3);
                    var from = i * 31 % 40;
                    sketch.Line(Lines.Smooth([new(x, from), new(x + 1.5, from + 24), new(x - 1, from + 50)], 4), 1);
                    if (i % 5 == 0)
                    {
                        // Strips that hang loose at one end.
                        sketch.Shape(
                            Lines.Strip(
                                Lines.Smooth([new(x, from + 50), new(x + 3, from + 34), new(x + 11, from + 22)], 4),
                                _ => 1.6
                            ),
                            Wash.Cut,
                            0.7
                        );
                    }
                }

                break;
            case "peeling-sheets":
                foreach (var (y, length) in new[] { (74, 34.0), (48, 46), (20, 38) })
                {
                    sketch.Shape(
                        [
                            new(-38, y - 12),
                            new(-38 + length, y - 12),
                            .. Lines.Smooth(
                                [new(-38 + length, y - 12), new(-30 + length, y - 4), new(-40 + length, y + 4)],
                                4
                            ),
                            new(-38, y + 4),
                        ],
                        Wash.Cut,
                        0.9
                    );
                    sketch.Line(
                        Lines.Smooth(
                            [new(-38 + length, y - 12), new(-46 + length, y - 5), new(-40 + length, y + 4)],
                            4
                        ),
                        0.8
                    );
                }

                break;
        }

        switch (lenticels)
        {
            case "bands":
                for (var y = 7; y < 90; y += 11)
                {
                    sketch.Shape(Lines.Ellipse(new(-14 + (y * 13 % 30), y), 15, 1.8, 16), Wash.Cut, 0.8);
                }

                break;
            case "raised-dots":
                for (var i = 0; i < 24; i++)
                {
                    sketch.Shape(Lines.Ellipse(new(-33 + (i * 41 % 68), 5 + (i * 29 % 84)), 2, 2.6, 9), Wash.Cut, 0.9);
                }

                break;
            case "few":
                foreach (var at in new Point[] { new(-18, 22), new(16, 56), new(-6, 78) })
                {
                    sketch.Spot(at, 1.2, Wash.Cut, 0.6);
                }

                break;
        }
    }

    private static void Plant(Sketch sketch, Features f, double tall, bool needles)
    {
        switch (f.State("life-form"))
        {
            case "tree" when needles:
                sketch.Shape(Lines.Strip([default, new(0, tall)], t => (tall * 0.03 * (1 - t)) + 0.5), Wash.Wood, 0.9);
                for (var i = 0; i < 8; i++)
                {
                    var (y, reach) = (tall * (0.14 + (0.1 * i)), tall * 0.28 * (1 - (0.115 * i)));
                    sketch.Shape(
                        [
                            new(0, y + (tall * 0.12)),
                            .. Lines.Smooth([new(reach * 0.4, y + (tall * 0.05)), new(reach, y - (tall * 0.02))], 3),
                            new(reach * 0.5, y),
                            new(0, y - (tall * 0.01)),
                            new(-reach * 0.5, y),
                            .. Lines.Smooth([new(-reach, y - (tall * 0.02)), new(-reach * 0.4, y + (tall * 0.05))], 3),
                        ],
                        i % 2 == 0 ? Wash.Leaf : Wash.LeafShade,
                        0.8
                    );
                }

                break;
            case "tree":
                sketch.Shape(
                    Lines.Strip(Lines.Smooth([default, new(1, tall * 0.3), new(0, tall * 0.62)], 5), t =>
                        tall * (0.045 - (0.03 * t))
                    ),
                    Wash.Wood,
                    0.9
                );
                foreach (var hand in new[] { -1, 1 })
                {
                    sketch.Line(
                        Lines.Smooth(
                            [
                                new(0, tall * 0.36),
                                new(hand * tall * 0.12, tall * 0.52),
                                new(hand * tall * 0.2, tall * 0.7),
                            ],
                            4
                        ),
                        1.4
                    );
                }

                Crown(sketch, new(0, tall * 0.66), tall * 0.38, tall * 0.34, 11);
                break;
            case "shrub":
                foreach (var lean in new[] { -30, -12, 8, 28 })
                {
                    sketch.Line([default, Point.Polar(tall * 0.7, lean)], 1.6, Wash.WoodShade);
                }

                Crown(sketch, new(0, tall * 0.62), tall * 0.46, tall * 0.38, 9);
                break;
            case "climber":
                sketch.Shape(
                    Lines.Strip([new(-tall * 0.1, 0), new(-tall * 0.08, tall)], _ => Math.Max(tall * 0.025, 1)),
                    Wash.Wood,
                    0.8
                );
                var vine = Lines.Smooth(
                    [
                        new(tall * 0.02, 0),
                        new(-tall * 0.16, tall * 0.28),
                        new(tall * 0.02, tall * 0.5),
                        new(-tall * 0.16, tall * 0.72),
                        new(tall * 0.03, tall * 0.94),
                        new(tall * 0.24, tall * 0.8),
                    ],
                    5
                );
                Leafy(sketch, vine, tall * 0.13);
                break;
            case "trailing":
                Leafy(
                    sketch,
                    Lines.Smooth(
                        [
                            new(-tall, 1),
                            new(-tall * 0.4, Math.Max(tall * 0.6, 5)),
                            new(tall * 0.3, Math.Max(tall * 0.2, 3)),
                            new(tall * 1.3, 1),
                        ],
                        6
                    ),
                    Math.Max(tall * 0.3, 9)
                );
                break;
            case "grass-like":
                foreach (var lean in new[] { -34, -22, -11, 0, 9, 20, 32 })
                {
                    var line = Lines.Smooth(
                        [
                            new(lean * 0.06, 0),
                            Point.Polar(tall * 0.6, lean * 0.5),
                            Point.Polar(tall * (1 - (Math.Abs(lean) * 0.009)), lean),
                        ],
                        6
                    );
                    sketch.Shape(Lines.Strip(line, t => (tall * 0.013 * (1 - t)) + 0.3), Wash.Leaf, 0.7);
                }

                break;
            case "fern":
                foreach (var lean in new[] { -46, -22, 2, 24, 48 })
                {
                    FrondDrawing.Frond(sketch.At(0, 0, lean, tall / 132), null, pairs: 8);
                }

                break;
            default:
                sketch.Line(default, new(0, tall * 0.88), 1.6, Wash.Of("green"));
                if (
                    f.Is("leaves-place", "at-base")
                    || f.Is("leaf-arrangement", "basal")
                    || f.Is("foliage", "grass-like")
                )
                {
                    foreach (var lean in new[] { -62, -34, -12, 12, 34, 62 })
                    {
                        Small(sketch.At(0, 0, lean), tall * 0.5, f.Is("foliage", "grass-like") ? 12 : 3);
                    }
                }
                else
                {
                    for (var i = 0; i < 5; i++)
                    {
                        Small(
                            sketch.At(0, tall * (0.1 + (0.15 * i)), i % 2 == 0 ? 54 : -54),
                            tall * (0.36 - (0.04 * i)),
                            2.4
                        );
                    }
                }

                Flowers.FlowerDrawing.Small(sketch.At(0, tall * 0.94), Wash.Blank, Math.Max(tall * 0.07, 1.4));
                break;
        }
    }

    private static void Small(Sketch sketch, double length, double ratio) =>
        LeafDrawing.DrawBlade(
            sketch,
            BladeForm.Plain with
            {
                Length = Math.Max(length, 2),
                Ratio = ratio,
                Base = BladeBase.Wedge,
            },
            Features.None,
            false
        );

    private static void Leafy(Sketch sketch, Point[] line, double size)
    {
        sketch.Line(line, 1.6, Wash.Of("green"));
        for (var i = 2; i < line.Length; i += 3)
        {
            LeafDrawing.DrawBlade(
                sketch.At(line[i].X, line[i].Y, i % 2 == 0 ? 50 : -40),
                BladeForm.Plain with
                {
                    Length = size,
                    Ratio = 1.4,
                },
                Features.None,
                false
            );
        }
    }

    /// <summary>A round crown with a waved edge.</summary>
    /// <param name="across">Half its width.</param>
    /// <param name="along">Half its height.</param>
    /// <param name="lobes">Waves of the edge.</param>
    public static void Crown(Sketch sketch, Point middle, double across, double along, int lobes)
    {
        var outline = Lines.Along(lobes * 8, t =>
            middle
            + (
                Lines.Arc(default, across, along, t * 360, t * 360, 1)[0]
                * (0.88 + (0.12 * Math.Abs(Math.Sin(t * lobes * Math.PI))))
            )
        );
        sketch.Shape(outline.SkipLast(1), Wash.Leaf);
        foreach (var (dx, dy) in new[] { (0.3, -0.3), (0.5, 0.1), (-0.1, -0.5), (0.1, 0.25), (-0.45, -0.1) })
        {
            sketch.Line(
                Lines.Arc(middle + new Point(dx * across, dy * along), across * 0.22, along * 0.2, 70, 250, 8),
                0.7
            );
        }
    }

    /// <summary>A standing person, 100 units high from the ground.</summary>
    private static void Someone(Sketch sketch)
    {
        sketch.Spot(new(0, 92), 7.6, Wash.Ground, 0.8);
        sketch.Shape(
            [
                new(-5, 84),
                new(5, 84),
                new(12, 78),
                new(13, 50),
                new(9, 50),
                new(8, 68),
                new(7, 46),
                new(7, 0),
                new(1, 0),
                new(0, 42),
                new(-1, 0),
                new(-7, 0),
                new(-7, 46),
                new(-8, 68),
                new(-9, 50),
                new(-13, 50),
                new(-12, 78),
            ],
            Wash.Ground,
            0.8
        );
    }
}
