using Garten.Core.Drawing.Paper;
using Garten.Core.Geometry;

namespace Garten.Core.Drawing.Leaves;

/// <summary>Blades cut across, pieces of a blade made large, and what stands on its surface.</summary>
internal static class SectionDrawing
{
    /// <summary>A blade cut across.</summary>
    /// <param name="section">State of the section.</param>
    public static void Section(Sketch sketch, string section)
    {
        Point[] middle = section switch
        {
            "folded" => [new(-34, 32), new(-18, 15), new(0, 0), new(18, 15), new(34, 32)],
            "pleated" => [new(-42, 0), new(-28, 14), new(-14, 0), new(0, 14), new(14, 0), new(28, 14), new(42, 0)],
            "rolled" => Lines.Smooth([
                new(-26, -6),
                new(-34, -10),
                new(-40, -3),
                new(-36, 5),
                new(-20, 7),
                new(0, 3),
                new(20, 7),
                new(36, 5),
                new(40, -3),
                new(34, -10),
                new(26, -6),
            ]),
            "edgewise" => [new(0, 0), new(0, 50)],
            _ => Lines.Smooth([new(-42, 5), new(-20, 4), new(0, 0), new(20, 4), new(42, 5)]),
        };
        if (section is "round-blade-section")
        {
            sketch.Shape(Lines.Ellipse(new(0, 12), 14, 12), Wash.Leaf);
            sketch.Spot(new(0, 12), 7, Wash.Cut, 0.6);
            return;
        }

        var half = section switch
        {
            "thin" => 0.9,
            "leathery" => 3,
            "fleshy" => 8,
            "pleated" => 1.6,
            _ => 2.2,
        };
        sketch.Shape(Lines.Strip(middle, t => half * Math.Clamp(Math.Min(t, 1 - t) * 9, 0.35, 1)), Wash.Leaf);
        if (section is "edgewise")
        {
            // The stem the blades clasp, edge towards it.
            sketch.Shape(Lines.Ellipse(new(0, -9), 9, 5), Wash.Stem);
            sketch.Shape(Lines.Strip([new(0, 50), new(0, 52)], _ => 1), Wash.Leaf);
            return;
        }

        if (section is not ("thin" or "pleated"))
        {
            sketch.Spot(new(0, (section == "folded" ? 0 : 1) - (half * 0.4)), Math.Max(half * 0.8, 2.4), Wash.Cut, 0.7);
        }
    }

    /// <summary>The last part of a blade towards its tip, or the first towards its stalk.</summary>
    /// <param name="tip">True for the tip.</param>
    public static void End(Sketch sketch, BladeForm form, bool tip)
    {
        var blade = Blade.Of(form with { Length = 170 });
        var (from, to) = tip ? (170 * 0.64, 172.0) : (-60.0, 170 * 0.3);
        Point[] right = [.. blade.Edge.Where(p => p.Y >= from && p.Y <= to)];
        Point[] left = [.. right.Select(p => new Point(-p.X, p.Y)).Reverse()];
        Point[] around = tip ? [.. right, .. left] : [.. left, .. right];
        sketch.Tint(around, Wash.Leaf);
        sketch.Tint([.. right, new(0, right[^1].Y), new(0, right[0].Y)], Wash.LeafShade);
        sketch.Line(around);
        sketch.Line(new(0, Math.Max(right.Min(p => p.Y), 0)), new Point(0, right.Max(p => p.Y) - (tip ? 1 : 0)));
        foreach (var vein in Veins.Of(blade).Where(v => v.All(p => p.Y >= from && p.Y <= to)))
        {
            sketch.Line(vein, 0.5);
        }

        if (!tip)
        {
            LeafDrawing.Stalk(
                sketch,
                new(0, -26),
                new(0, 0),
                form.Base == BladeBase.Clasping ? 5 : 1.8,
                form.Base == BladeBase.Clasping ? 5 : 1.6
            );
            if (form.Base == BladeBase.Clasping)
            {
                // The stem itself, which the ears hold.
                LeafDrawing.Stalk(sketch, new(0, 0), new(0, 20), 5, 5);
            }
        }
    }

    /// <summary>Hairs seen from the side, standing on a strip of skin.</summary>
    /// <param name="hair">State of the hair.</param>
    /// <param name="skin">Colour of the skin.</param>
    /// <param name="ink">Colour of the hairs; null for ink.</param>
    public static void Hairs(Sketch sketch, string hair, Wash skin, Wash? ink = null)
    {
        sketch.Shape([new(-44, 0), new(44, 0), new(44, -9), new(-44, -9)], skin);
        var (count, length) = hair switch
        {
            "hairless" or "none" => (0, 0.0),
            "thinly-hairy" => (7, 14),
            "velvety" => (46, 12),
            "woolly" => (22, 18),
            "silky" => (22, 26),
            "bristly-hair" or "hairs" => (7, 24),
            "short-haired" => (30, 6),
            "gland-haired" => (10, 13),
            "few-scales" => (5, 15),
            "dense-scales" => (15, 17),
            _ => (17, 15),
        };
        for (var i = 0; i < count; i++)
        {
            var foot = new Point(-42 + (84 * (i + 0.5) / count), 0);
            // A little unevenness that is the same each time.
            var sway = ((i * 37 % 11) - 5) / 5.0;
            switch (hair)
            {
                case "woolly":
                    sketch.Line(
                        Lines.Smooth(
                            [
                                foot,
                                foot + new Point(4 * sway, 5),
                                foot + new Point(-5, 9),
                                foot + new Point(4, 13),
                                foot + new Point(-3 + (3 * sway), length),
                            ],
                            4
                        ),
                        0.6,
                        ink
                    );
                    break;
                case "silky":
                    sketch.Line(
                        Lines.Smooth(
                            [foot, foot + new Point(4, 2.6 + sway), foot + new Point(length, 4.4 + (2 * sway))],
                            4
                        ),
                        0.6,
                        ink
                    );
                    break;
                case "bristly-hair":
                    sketch.Shape(
                        Lines.Strip([foot, foot + new Point(sway, length)], t => 1.9 * (1 - t) + 0.15),
                        Wash.Cut,
                        0.7
                    );
                    break;
                case "gland-haired":
                    sketch.Line(foot, foot + new Point(sway * 2, length), 0.7);
                    sketch.Spot(foot + new Point(sway * 2, length + 2), 2, Wash.Of("red"));
                    break;
                case "few-scales" or "dense-scales":
                    sketch.Shape(
                        Lines.Strip(
                            [foot, foot + new Point(3 * sway, length / 2), foot + new Point(7 * sway, length)],
                            t => 3.6 * (1 - t) * (0.4 + t) + 0.1
                        ),
                        Wash.Of("brown"),
                        0.7
                    );
                    break;
                default:
                    sketch.Line(
                        Lines.Smooth(
                            [foot, foot + new Point(2 * sway, length * 0.6), foot + new Point(4.5 * sway, length)],
                            3
                        ),
                        hair == "hairs" ? 1 : 0.65,
                        ink
                    );
                    break;
            }
        }

        if (count == 0)
        {
            sketch.Line(new(-30, 5), new(-8, 5), 0.6);
            sketch.Line(new(2, 5), new(12, 5), 0.6);
        }
    }

    /// <summary>A piece of a lower side, made large: veins in a net, and what lies on it.</summary>
    /// <param name="ground">Colour of the surface.</param>
    /// <param name="onIt">Draws on the piece, which reaches from −40, −28 to 40, 28.</param>
    public static void Piece(Sketch sketch, Wash ground, Action<Sketch>? onIt = null)
    {
        sketch.Shape([new(-40, -28), new(40, -28), new(40, 28), new(-40, 28)], ground);
        sketch.Line(new(-6, -28), new(6, 28), 2);
        foreach (var y in new[] { -22, -2, 18 })
        {
            sketch.Line(Lines.Smooth([new(y / 4.6, y), new(16, y + 6), new(40, y + 9)], 3), 0.8);
            sketch.Line(Lines.Smooth([new(y / 4.6, y - 6), new(-18, y), new(-40, y + 4)], 3), 0.8);
        }

        onIt?.Invoke(sketch);
    }
}
