using Garten.Core.Drawing.Paper;
using Garten.Core.Geometry;

namespace Garten.Core.Drawing.Leaves;

/// <summary>Draws a leaf upright, the foot of its stalk at the origin.</summary>
internal static class LeafDrawing
{
    /// <summary>Draws a leaf.</summary>
    public static void Draw(Sketch sketch, LeafForm form)
    {
        var petiole = form.Petiole;
        if (petiole > 0.5)
        {
            sketch.Part("petiole", form.Winged ? "Winged leaf stalk" : "Leaf stalk", s =>
            {
                Wing(s, form, 0, petiole);
                s.Shape(
                    Strip(new(0, 0), new(0, petiole), 1.5, 1.1),
                    Wash.Of(form.Features.State("petiole-colour")) ?? Wash.Stem,
                    0.8
                );
            });
        }

        Stipules(sketch, form.Stipules);
        if (form.Glands)
        {
            sketch.Part("glands", "Glands", s =>
            {
                s.Spot(new(-2.6, petiole - 4), 2, Wash.Of("red"));
                s.Spot(new(2.6, petiole - 4), 2, Wash.Of("red"));
            });
        }

        var title = form.Division == LeafDivision.Simple ? "Blade" : $"{form.Leaflets} leaflets";
        sketch.Part("blade", title, s => Blades(s.At(0, petiole), form));
    }

    /// <summary>One blade, its base at the origin.</summary>
    /// <param name="f">What is known of its surface.</param>
    /// <param name="veins">True to draw the side veins.</param>
    /// <param name="wash">Its colour; null for green, shaded on one half.</param>
    public static void DrawBlade(Sketch sketch, BladeForm form, Features f, bool veins = true, Wash? wash = null)
    {
        var blade = Blade.Of(form);
        sketch.Shape(blade.Outline, wash ?? Wash.Leaf, form.Length < 40 ? 0.7 : 1);
        if (wash is null)
        {
            // The shaded half stops just short of the line, so that the line keeps its width.
            sketch.Tint([.. blade.Edge.Select(p => new Point(p.X * 0.975, p.Y)), new(0, 0)], Wash.LeafShade);
        }

        if (veins)
        {
            var marked = f.Is("leaf-marks", "white-veined") ? Wash.Blank : null;
            foreach (var vein in Veins.Of(blade))
            {
                sketch.Line(vein, marked is null ? 0.5 : 1.6, marked);
            }
        }

        if (veins || form.Length > 24)
        {
            sketch.Line(new(0, 0), new(0, form.Length * 0.985), form.Length < 40 ? 0.6 : 0.9);
        }

        if (form.Margin == BladeMargin.Spiny)
        {
            Spines(sketch, blade);
        }

        Blotches(sketch, blade, f, f.Is("upper-shine", "glossy"));
    }

    /// <summary>Length on the paper of what "blade length" measures: the blade, or one side leaflet.</summary>
    public static double BladeOnPaper(LeafForm form) =>
        form.Division switch
        {
            LeafDivision.Simple => LeafForm.Standard,
            LeafDivision.Pinnate => FeatherSize(form).Leaflet,
            LeafDivision.TwiceDivided => 22,
            _ => 70 * 0.72,
        };

    /// <summary>Where the blade that ends a leaf stands: the blade itself, or the end leaflet.</summary>
    /// <returns>Height of its base above the foot of the stalk, and its length.</returns>
    public static (double Foot, double Length) EndBlade(LeafForm form) =>
        form.Division switch
        {
            LeafDivision.Simple => (form.Petiole, form.Blade.Length),
            LeafDivision.Trifoliolate => (form.Petiole + 12, 70),
            LeafDivision.Palmate => (form.Petiole + 3, 70),
            LeafDivision.Pinnate when FeatherSize(form) is var (leaflet, step) => (
                form.Petiole + (step * (form.Leaflets / 2)) + 2,
                leaflet
            ),
            _ => (form.Petiole + 102, 38),
        };

    private static void Blades(Sketch sketch, LeafForm form)
    {
        switch (form.Division)
        {
            case LeafDivision.Simple:
                DrawBlade(sketch, form.Blade, form.Features);
                break;
            case LeafDivision.Trifoliolate:
                Fan(sketch, form, 3, 74);
                break;
            case LeafDivision.Palmate:
                Fan(sketch, form, form.Leaflets, 118);
                break;
            case LeafDivision.Pinnate:
                Feather(sketch, form, form.Leaflets);
                break;
            default:
                TwiceDivided(sketch, form);
                break;
        }
    }

    /// <summary>Leaflets from one point, the middle one the longest.</summary>
    private static void Fan(Sketch sketch, LeafForm form, int count, double spread)
    {
        foreach (var i in Enumerable.Range(0, count).OrderByDescending(i => Math.Abs(i - ((count - 1) / 2.0))))
        {
            var off = count == 1 ? 0 : (2.0 * i / (count - 1)) - 1;
            var leaflet = form.Blade with { Length = 70 * (1 - (0.28 * Math.Abs(off))), VeinPairs = 5 };
            DrawBlade(sketch.At(0, 0, off * spread).At(0, count == 3 && i == 1 ? 12 : 3), leaflet, form.Features);
        }

        sketch.Line(new(0, 0), new(0, count == 3 ? 12 : 3), 1.2);
    }

    /// <summary>How a leaf of leaflets along an axis is laid out on the paper.</summary>
    /// <returns>Length of a leaflet, and of the axis between two pairs.</returns>
    public static (double Leaflet, double Step) FeatherSize(LeafForm form)
    {
        // Neighbours just clear of each other; then all of it as large as the sheet.
        var pairs = Math.Max(form.Leaflets / 2, 1);
        var step = Math.Max(1.12 / form.Blade.Ratio, 0.3);
        var scale = 130 / ((pairs * step) + 1);
        return (scale, scale * step);
    }

    private static void Feather(Sketch sketch, LeafForm form, int count)
    {
        var (length, step) = FeatherSize(form);
        var leaflet = form.Blade with
        {
            Length = length,
            VeinPairs = length > 26 ? 5 : 3,
            Teeth = length > 26 ? form.Blade.Teeth : Math.Min(form.Blade.Teeth, 8),
        };
        var pairs = count / 2;
        var odd = count % 2 == 1;
        var axis = step * pairs;
        for (var i = 0; i < pairs; i++)
        {
            // A wing is narrowed at each pair.
            Wing(sketch, form, i == 0 ? 0 : step * (i - 0.6), step * (i + 0.4));
        }

        sketch.Line(new(0, 0), new(0, axis - (odd ? 0 : step * 0.55)), 1.4);
        for (var i = 0; i < pairs; i++)
        {
            // The lowest and uppermost pairs are somewhat smaller.
            var place = pairs == 1 ? 0.5 : (double)i / (pairs - 1);
            var size = leaflet with { Length = leaflet.Length * (1 - (0.22 * Math.Pow((2 * place) - 1, 2))) };
            var y = step * (i + 0.4);
            DrawBlade(sketch.At(0, y, 64), size, form.Features, length > 18);
            DrawBlade(sketch.At(0, y, -64), size, form.Features, length > 18);
        }

        if (odd)
        {
            sketch.Line(new(0, axis - (step * 0.6)), new(0, axis + 2), 1);
            DrawBlade(sketch.At(0, axis + 2), leaflet, form.Features, length > 18);
        }
    }

    private static void TwiceDivided(Sketch sketch, LeafForm form)
    {
        const int Pinnae = 4;
        var leaflet = form.Blade with { VeinPairs = 2, Teeth = 4, Lobes = 3, Length = 22 };
        sketch.Line(new(0, 0), new(0, 112), 1.4);
        for (var i = 0; i < Pinnae; i++)
        {
            foreach (var hand in new[] { -1, 1 })
            {
                Pinna(sketch.At(0, 16 + (26 * i), hand * 62), leaflet, 1 - (0.2 * i));
            }
        }

        Pinna(sketch.At(0, 102), leaflet, 0.7);

        static void Pinna(Sketch at, BladeForm leaflet, double size)
        {
            at.Line(new(0, 0), new(0, 44 * size), 0.9);
            for (var k = 0; k < 2; k++)
            {
                foreach (var hand in new[] { -1, 1 })
                {
                    DrawBlade(
                        at.At(0, size * (14 + (15 * k)), hand * 58),
                        leaflet with
                        {
                            Length = leaflet.Length * size * (1 - (0.2 * k)),
                        },
                        Features.None,
                        false
                    );
                }
            }

            DrawBlade(at.At(0, 42 * size), leaflet with { Length = leaflet.Length * size }, Features.None, false);
        }
    }

    /// <summary>A stalk of two widths, washed as a green stem.</summary>
    /// <param name="low">Half its width at the foot.</param>
    /// <param name="high">Half its width at the top.</param>
    public static void Stalk(Sketch sketch, Point from, Point to, double low, double high) =>
        sketch.Shape(Strip(from, to, low, high), Wash.Stem, 0.8);

    private static Point[] Strip(Point from, Point to, double low, double high) =>
        [.. Lines.Strip([from, from.Towards(to, 0.5), to], t => low + ((high - low) * t))];

    /// <summary>Leaf that runs along both sides of a stalk or axis, narrowed at its ends.</summary>
    private static void Wing(Sketch sketch, LeafForm form, double from, double to)
    {
        if (form.Winged && to > from)
        {
            sketch.Shape(
                Lines.Strip(Lines.Along(10, t => new(0, from + ((to - from) * t))), t =>
                    1.2 + (4.4 * Math.Sin(Math.PI * t))
                ),
                Wash.Leaf,
                0.8
            );
        }
    }

    /// <summary>The lower side of a blade: its colour, its veins standing out, its hair and its glands.</summary>
    /// <param name="sketch">Where, the base of the blade at the origin.</param>
    /// <param name="f">What is known of the lower side.</param>
    public static void Below(Sketch sketch, BladeForm form, Features f)
    {
        DrawBlade(sketch, form, Features.None, true, Wash.Of(f.State("lower-colour")) ?? Wash.Pale);
        var blade = Blade.Of(form);
        var hair = f.State("lower-hair");
        var hairs = hair switch
        {
            null or "hairless" => 0,
            "thinly-hairy" => 60,
            "velvety" => 420,
            _ => 200,
        };
        sketch.Part("hair", "Hair of the lower side", s =>
        {
            // By the golden angle, as even as a scatter can be; what falls beside the blade is left out.
            for (var i = 1; i <= hairs; i++)
            {
                var spread = Point.Polar(Math.Sqrt((double)i / hairs) * form.Length * 0.5, i * 137.508);
                var at = new Point(spread.X * Math.Max(1 / form.Ratio, 0.05) * 1.1, spread.Y + (form.Length / 2));
                if (Lines.Contains(blade.Outline, at))
                {
                    Hair(s, hair, at, i, f.Is("rusty-hairs", "present") ? Wash.Of("coppery") : null);
                }
            }
        });
        if (f.Is("leaf-glands", "resin-dots"))
        {
            sketch.Part("resin-dots", "Resin dots of the lower side", s =>
            {
                for (var i = 1; i < 60; i++)
                {
                    var spread = Point.Polar(Math.Sqrt(i / 60.0) * form.Length * 0.5, i * 137.508);
                    var at = new Point(spread.X / form.Ratio, spread.Y + (form.Length / 2));
                    if (Lines.Contains(blade.Outline, at))
                    {
                        s.Spot(at, 1, Wash.Gold, 0.4);
                    }
                }
            });
        }
    }

    /// <summary>Stipules at the foot of a stalk.</summary>
    /// <param name="state">Small, leafy, none; null when unknown.</param>
    public static void Stipules(Sketch sketch, string? state)
    {
        if (state is not ("small" or "leafy"))
        {
            return;
        }

        sketch.Part("stipules", "Stipules", s =>
        {
            foreach (var hand in new[] { -1, 1 })
            {
                var size =
                    state == "leafy"
                        ? BladeForm.Plain with
                        {
                            Length = 22,
                            Ratio = 1.7,
                            Widest = 0.35,
                        }
                        : BladeForm.Plain with
                        {
                            Length = 12,
                            Ratio = 5,
                            Widest = 0.3,
                            Base = BladeBase.Wedge,
                        };
                DrawBlade(s.At(hand, 0, hand * (state == "leafy" ? 58 : 40)), size, Features.None, false);
            }
        });
    }

    /// <summary>One hair seen from above: lying along the blade where silky, curled where woolly, else short and straight.</summary>
    private static void Hair(Sketch sketch, string? hair, Point at, int which, Wash? ink)
    {
        var lean = (which * 53 % 50) - 25;
        if (hair == "woolly")
        {
            sketch.Line(
                Lines.Smooth(
                    [at, at + Point.Polar(3, lean - 60), at + Point.Polar(5, lean), at + Point.Polar(4, lean + 70)],
                    3
                ),
                0.5,
                ink
            );
        }
        else
        {
            sketch.Line(
                at,
                at
                    + Point.Polar(
                        hair == "silky" ? 8
                            : hair == "velvety" ? 2.4
                            : 5,
                        hair == "silky" ? lean * 0.3 : lean + 30
                    ),
                0.5,
                ink
            );
        }
    }

    private static void Spines(Sketch sketch, Blade blade)
    {
        var outline = blade.Outline;
        for (var i = 0; i < outline.Length; i++)
        {
            // A spine stands on each tooth: where the outline turns sharply outwards.
            var (before, at, after) = (
                outline[(i + outline.Length - 1) % outline.Length],
                outline[i],
                outline[(i + 1) % outline.Length]
            );
            var (inTo, outOf) = ((at - before).Unit, (after - at).Unit);
            if ((inTo.X * outOf.Y) - (inTo.Y * outOf.X) > 0.85)
            {
                var away = (inTo - outOf).Unit;
                sketch.Line(at, at + (away * 3.2), 1);
            }
        }
    }

    private static void Blotches(Sketch sketch, Blade blade, Features f, bool glossy)
    {
        var length = blade.Form.Length;
        if (f.Is("leaf-marks", "mottled"))
        {
            // A fixed scatter over the blade, by the golden angle, left out where it falls beside it.
            for (var i = 1; i < 26; i++)
            {
                var at =
                    new Point(0, length / 2)
                    + (
                        Point.Polar(Math.Sqrt(i / 26.0) * length / 2, i * 137.5) is var p
                            ? new Point(p.X / blade.Form.Ratio, p.Y)
                            : default
                    );
                if (Lines.Contains(blade.Outline, at))
                {
                    sketch.Tint(Lines.Ellipse(at, 2.6, 3.6, 9), Wash.Of("brown-mottled")!);
                }
            }
        }
        else if (f.Is("leaf-marks", "pale-stripes"))
        {
            foreach (var share in new[] { -0.55, -0.2, 0.2, 0.55 })
            {
                sketch.Line(
                    [
                        .. blade
                            .Right.Where((_, i) => i % 4 == 2 && i < blade.Right.Length - 4)
                            .Select(p => new Point(p.X * share, p.Y)),
                    ],
                    2,
                    Wash.Blank
                );
            }
        }

        if (glossy)
        {
            // Light that lies on a shining blade.
            var (from, to) = ((int)(blade.Left.Length * 0.35), (int)(blade.Left.Length * 0.7));
            sketch.Line(blade.Left[from..to].Select(p => new Point(p.X * 0.55, p.Y)), 3, Wash.Blank);
        }
    }
}
