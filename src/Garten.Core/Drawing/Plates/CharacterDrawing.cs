using Garten.Core.Drawing.Flowers;
using Garten.Core.Drawing.Fruits;
using Garten.Core.Drawing.Habits;
using Garten.Core.Drawing.Leaves;
using Garten.Core.Drawing.Paper;
using Garten.Core.Drawing.Shoots;
using Garten.Core.Drawing.Twigs;
using Garten.Core.Geometry;

namespace Garten.Core.Drawing.Plates;

/// <summary>
/// What a character looks like: for each character of which something can be drawn, the part of the plant that shows it,
/// as large as it takes to see it. The one place that joins the guide's identifiers to drawings.
/// </summary>
public static class CharacterDrawing
{
    private delegate void Drawing(Sketch sketch, Features f, string state);

    private static readonly Dictionary<string, Drawing> Drawings = new()
    {
        ["life-form"] = (s, f, _) => HabitDrawing.Draw(s, f),
        ["height"] = (s, f, _) => HabitDrawing.Draw(s, f),
        ["armature"] = (s, f, v) => ShootDrawing.Armed(s, v, f.State("prickle-form")),
        ["prickle-form"] = (s, _, v) => PrickleForm(s, v),
        ["stem-form"] = (s, _, v) => ShootDrawing.Section(s, v),
        ["stem-line"] = (s, f, v) =>
            ShootDrawing.Leafy(s, "alternate", t => LeafDrawing.Draw(t, SmallLeaf(f)), 0.4, 3, v == "zigzag"),
        ["nodes"] = (s, _, v) => StemFeature.Joints(s, v == "swollen-joints"),
        ["stem-bloom"] = (s, _, v) => StemFeature.Cover(s, v),
        ["stem-spots"] = (s, _, v) => StemFeature.Cover(s, v),
        ["climbing-by"] = (s, _, v) => StemFeature.Climbing(s, v),
        ["stem-hollow"] = (s, f, v) => ShootDrawing.Section(s, f.State("stem-form") ?? "round", v == "hollow"),
        ["stem-hair"] = (s, _, v) => SectionDrawing.Hairs(s, v, Wash.Stem),
        ["leader"] = (s, _, v) => StemFeature.Leader(s, v == "drooping"),
        ["crown-form"] = (s, _, v) => CrownDrawing.Draw(s, v),
        ["runners"] = (s, _, v) => StemFeature.Runners(s, v == "present"),
        ["stem-roots"] = (s, _, v) => StemFeature.Rooting(s, v),
        ["substrate"] = (s, _, v) => SubstrateDrawing.Draw(s, v),
        ["duration"] = (s, _, v) => StemFeature.Duration(s, v),
        ["underground"] = (s, _, v) => StemFeature.Underground(s, v),
        ["bark-surface"] = (s, _, v) => HabitDrawing.Bark(s, v, null),
        ["bark-lenticels"] = (s, _, v) => HabitDrawing.Bark(s, null, v),

        ["bud-arrangement"] = (s, f, _) => TwigDrawing.Draw(s, f, 62),
        ["bud-visibility"] = (s, _, v) => BudAtScar(s, v == "hidden"),
        ["bud-scales"] = (s, f, _) => TwigDrawing.Bud(s, f, 84),
        ["bud-stalk"] = (s, f, v) => BudOnTwig(s, f, v == "stalked"),
        ["bud-shape"] = (s, f, _) => TwigDrawing.Bud(s, f, 84),
        ["bud-resin"] = (s, f, _) => TwigDrawing.Bud(s, f, 84),
        ["bud-hair"] = (s, f, _) => TwigDrawing.Bud(s, f, 84),
        ["bud-length"] = (s, f, _) => Measure(s, t => TwigDrawing.Bud(t, f, 84), new(24, 0), new(24, 84)),
        ["twig-end"] = (s, f, _) => TwigDrawing.Draw(s, f, 30),
        ["flower-buds"] = (s, f, _) => TwigDrawing.Draw(s, f, 30),
        ["leaf-scar"] = (s, f, v) => TwigDrawing.Scar(s, v, f.Count("bundle-scars", 1, 21), 64),
        ["bundle-scars"] = (s, f, _) =>
            TwigDrawing.Scar(
                s,
                f.State("leaf-scar") ?? (f.Number("bundle-scars") > 7 ? "round" : "shield"),
                f.Count("bundle-scars", 1, 21) ?? 3,
                64
            ),
        ["stipule-scar"] = (s, _, v) => TwigMarks.StipuleScar(s, v),
        ["pith"] = (s, f, _) => TwigDrawing.Pith(s, f),
        ["pith-colour"] = (s, f, _) => TwigDrawing.Pith(s, f),
        ["year-ring"] = (s, f, _) => TwigDrawing.Draw(s, f, 58),
        ["winter-catkins"] = (s, f, _) => TwigDrawing.Draw(s, f, 58),
        ["twig-thickness"] = (s, f, _) => Measure(s, t => TwigDrawing.Draw(t, f, 50), new(-4, 28), new(4, 28)),
        ["twig-colour"] = (s, f, _) => TwigDrawing.Draw(s, f, 62),
        ["twig-sides"] = (s, _, v) => TwigMarks.Sides(s, v == "redder-above"),
        ["twig-hair"] = (s, _, v) => SectionDrawing.Hairs(s, v, Wash.Wood),
        ["twig-section"] = (s, _, v) => ShootDrawing.Section(s, v),
        ["spur-shoots"] = (s, f, _) => TwigDrawing.Draw(s, f, 58),
        ["old-fruit"] = (s, f, _) => TwigDrawing.Draw(s, f, 58),

        ["foliage"] = (s, f, v) => Foliage(s, f, v),
        ["leaves-place"] = (s, _, v) => ShootDrawing.LeavesPlace(s, v),
        ["leaf-arrangement"] = (s, f, v) => ShootDrawing.Leafy(s, v, t => LeafDrawing.Draw(t, SmallLeaf(f))),
        ["upper-leaves"] = (s, _, v) => ShootDrawing.UpperLeaves(s, v == "joined"),
        ["leaf-division"] = (s, f, _) => Leaf(s, f),
        ["leaflet-count"] = (s, f, _) => Leaf(s, f.Knows("leaf-division") ? f : f.With("leaf-division", "pinnate")),
        ["leaflet-cutting"] = (s, f, _) =>
            Leaf(s, f.Knows("leaf-division") ? f : f.With("leaf-division", "trifoliolate")),
        ["lobing"] = (s, f, _) => Leaf(s, f),
        ["lobe-count"] = (s, f, _) => Leaf(s, f),
        ["leaf-length"] = (s, f, _) => MeasureLeaf(s, f, true, false),
        ["leaf-width"] = (s, f, _) => MeasureLeaf(s, f, false, true),
        ["leaf-ratio"] = (s, f, _) => MeasureLeaf(s, f, true, true),
        ["widest"] = (s, f, _) => Widest(s, f),
        ["leaf-base"] = (s, f, _) => SectionDrawing.End(s, LeafForm.Of(f).Blade, false),
        ["leaf-tip"] = (s, f, _) => SectionDrawing.End(s, LeafForm.Of(f).Blade, true),
        ["margin"] = (s, f, _) => Margin(s, f),
        ["margin-rolled"] = (s, _, v) => SectionDrawing.Section(s, v),
        ["teeth-extent"] = (s, f, _) =>
            LeafDrawing.DrawBlade(
                s,
                LeafForm.Of(f).Blade is var b && f.Is("teeth-extent", "upper-half")
                    ? b with
                    {
                        Teeth = 6,
                    }
                    : b with
                    {
                        Teeth = 11,
                    },
                f
            ),
        ["venation"] = (s, f, v) =>
            LeafDrawing.DrawBlade(
                s,
                LeafForm
                    .Of(
                        f.Knows("outline") || v is not ("parallel" or "palmate-veins")
                            ? f
                            : f.With("outline", v == "parallel" ? "lance" : "heart-blade")
                    )
                    .Blade,
                f
            ),
        ["main-veins"] = (s, f, _) => HairForms.MainVeins(s, f.Count("main-veins", 1, 15) ?? 3),
        ["side-veins"] = (s, f, _) => SideVeins(s, f.Count("side-veins", 1, 24) ?? 6),
        ["petiole-colour"] = (s, f, _) => Leaf(s, f),
        ["axis-wing"] = (s, f, _) => Leaf(s, f.Knows("leaf-division") ? f : f.With("leaf-division", "pinnate")),
        ["petiole-length"] = (s, f, _) => MeasurePetiole(s, f),
        ["petiole-ratio"] = (s, f, _) => MeasureStalkAndBlade(s, f),
        ["petiole-glands"] = (s, f, _) =>
            ShootDrawing.Joint(s, Features.None.With("petiole-glands", f.State("petiole-glands") ?? "glands")),
        ["sap"] = (s, _, v) => ShootDrawing.Joint(s, Features.None.With("sap", v)),
        ["stipules"] = (s, _, v) => ShootDrawing.Joint(s, Features.None.With("stipules", v)),
        ["leaf-sheath"] = (s, _, v) => ShootDrawing.Joint(s, Features.None.With("leaf-sheath", v)),
        ["plantlets"] = (s, _, v) => ShootDrawing.Joint(s, Features.None.With("plantlets", v)),
        ["lower-hair"] = (s, _, v) => SectionDrawing.Hairs(s, v, Wash.Pale),
        ["hair-form"] = (s, _, v) => HairForms.Draw(s, v),
        ["lower-colour"] = (s, _, v) => SectionDrawing.Piece(s, Wash.Of(v) ?? Wash.Pale),
        ["rusty-hairs"] = (s, _, v) => SectionDrawing.Piece(s, Wash.Pale, v == "present" ? RustyHairs : null),
        ["leaf-glands"] = (s, _, v) => SectionDrawing.Piece(s, Wash.Pale, v == "resin-dots" ? ResinDots : null),
        ["upper-shine"] = (s, f, _) => Leaf(s, f),
        ["persistence"] = (s, _, v) => Persistence(s, v),
        ["dead-leaves"] = (s, _, v) => WitheredLeaves.Draw(s, v),
        ["texture"] = (s, _, v) => SectionDrawing.Section(s, v),
        ["leaf-count"] = (s, f, _) => Leaves(s, f),
        ["outline"] = (s, f, _) => Leaf(s, f),
        ["blade-section"] = (s, _, v) => SectionDrawing.Section(s, v),
        ["leaf-marks"] = (s, f, _) => Leaf(s, f),
        ["ligule-length"] = (s, _, _) => Ligule(s),
        ["leaf-axis"] = (s, _, v) => Axis(s, v == "kneed"),
        ["axis-hair"] = (s, _, v) => HairForms.Axis(s, v),
        ["vein-ends"] = (s, _, v) => VeinEnds(s, v == "notch"),
        ["needles-per-bundle"] = (s, f, _) => NeedleDrawing.Bundle(s, f.Count("needles-per-bundle", 1, 8) ?? 2),
        ["needle-section"] = (s, _, v) => NeedleDrawing.Section(s, v),
        ["needle-tip"] = (s, _, v) => NeedleDrawing.Tip(s, v),
        ["needle-lay"] = (s, _, v) => NeedleDrawing.Twig(s, v),
        ["white-bands"] = (s, _, v) => NeedleDrawing.Bands(s, v),
        ["needle-base"] = (s, _, v) => NeedleDrawing.Foot(s, v),
        ["frond-shape"] = (s, f, v) => FrondDrawing.Frond(s, v, Wash.Of(f.State("stalk-shine"))),
        ["frond-growth"] = (s, _, v) => FrondDrawing.Growth(s, v == "tuft"),
        ["stalk-scales"] = (s, _, v) => SectionDrawing.Hairs(s, v, Wash.Stem, Wash.Of("brown")),
        ["stalk-shine"] = (s, f, v) => FrondDrawing.Frond(s, f.State("frond-shape"), Wash.Of(v)),
        ["sorus-shape"] = (s, f, v) => FrondDrawing.Sori(s, v, f.State("indusium")),
        ["indusium"] = (s, _, v) => Indusium(s, v),
        ["fertile-fronds"] = (s, _, v) => FrondDrawing.Fertile(s, v == "alike"),

        ["flower-colour"] = (s, f, _) => FlowerDrawing.Front(s, f),
        ["petal-count"] = (s, f, _) => FlowerDrawing.Front(s, f),
        ["corolla"] = (s, f, _) => FlowerDrawing.Side(s, f),
        ["flower-width"] = (s, f, _) => Measure(s, t => FlowerDrawing.Front(t, f), new(-45, -56), new(45, -56)),
        ["stamen-count"] = (s, f, _) => FlowerDrawing.Front(s, f),
        ["ovary"] = (s, _, v) => FlowerDrawing.Ovary(s, v == "inferior"),
        ["flower-sexes"] = (s, _, v) => Sexes(s, v),
        ["symmetry"] = (s, f, v) => Symmetry(s, f, v),
        ["perianth"] = (s, f, _) => FlowerDrawing.Front(s, f),
        ["sepals-showy"] = (s, _, v) => FlowerDrawing.Sepals(s, v == "petal-like-sepals"),
        ["sepal-count"] = (s, f, _) => FlowerDrawing.Below(s, f),
        ["petal-length"] = (s, f, _) =>
            Measure(
                s,
                t =>
                    FlowerDrawing.Petal(
                        t,
                        66,
                        18,
                        Wash.Of(f.State("flower-colour")) ?? Wash.Blank,
                        f.State("petal-cut")
                    ),
                new(28, 0),
                new(28, 66)
            ),
        ["petal-cut"] = (s, f, v) => FlowerDrawing.Petal(s, 66, 22, Wash.Of(f.State("flower-colour")) ?? Wash.Blank, v),
        ["spur"] = (s, f, _) => FlowerDrawing.Side(s, f),
        ["flower-stance"] = (s, f, _) => FlowerDrawing.Side(s, f),
        ["stamens-reach"] = (s, f, _) => FlowerDrawing.Side(s, f),
        ["style-count"] = (s, f, _) => FlowerDrawing.Front(s, f),
        ["tepal-gland"] = (s, f, _) => FlowerDrawing.Front(s, f),
        ["withering"] = (s, f, v) => Withering(s, f, v == "twisted-together"),
        ["visitors"] = (s, _, v) => VisitorDrawing.Draw(s, v),
        ["stigmas"] = (s, f, _) => Stigmas(s, f.Count("stigmas", 1, 4) ?? 2),

        ["flower-cluster"] = (s, f, _) => ClusterDrawing.Draw(s, f),
        ["bracts"] = (s, f, v) =>
            ClusterDrawing.Draw(
                s,
                v == "yellow-spathe" ? f.With("flower-cluster", "spadix")
                    : f.Knows("flower-cluster") ? f
                    : f.With("flower-cluster", v == "white-showy" ? "single" : "umbel")
            ),
        ["flower-number"] = (s, f, _) =>
            ClusterDrawing.Draw(s, f.Knows("flower-cluster") ? f : f.With("flower-cluster", "umbel")),
        ["cluster-place"] = (s, _, v) => ClusterPlace(s, v),
        ["flowering-wood"] = (s, _, v) => TwigMarks.FloweringWood(s, v),
        ["head"] = (s, f, _) => ClusterDrawing.Head(s, f),
        ["ray-count"] = (s, f, _) => ClusterDrawing.Head(s, f),
        ["heads-stand"] = (s, _, v) => HeadsStand(s, v),
        ["umbel-rays"] = (s, f, _) => ClusterDrawing.Draw(s, f.With("flower-cluster", "compound-umbel")),
        ["umbel-bracts"] = (s, f, _) => ClusterDrawing.Draw(s, f.With("flower-cluster", "compound-umbel")),
        ["bracteoles"] = (s, f, _) => ClusterDrawing.Draw(s, f.With("flower-cluster", "compound-umbel")),
        ["spike-sexes"] = (s, _, v) => SpikeDrawing.Spikes(s, v, null),
        ["spike-stance"] = (s, _, v) => SpikeDrawing.Stance(s, v),
        ["bract-reach"] = (s, f, v) => SpikeDrawing.Spikes(s, f.State("spike-sexes"), SpikeDrawing.Reach(v)),
        ["bract-ratio"] = (s, f, _) => MeasureBract(s, f),
        ["awn"] = (s, _, v) => SpikeDrawing.Spikelet(s, 90, v == "awned"),

        ["fruit-kind"] = (s, f, _) => FruitDrawing.Draw(s, f),
        ["husk"] = (s, _, v) => HuskDrawing.Draw(s, v),
        ["fruit-colour"] = (s, f, _) => FruitDrawing.Draw(s, f),
        ["fruit-length"] = (s, f, _) => MeasureFruit(s, f),
        ["samara-angle"] = (s, f, _) => FruitDrawing.Draw(s, f.With("fruit-kind", "samara-pair")),
        ["stone-count"] = (s, f, _) => Stones(s, f),
        ["seed-count"] = (s, f, _) => HuskDrawing.Seeds(s, f.Count("seed-count", 0, 40) ?? 3),
        ["sepals-on-fruit"] = (s, f, v) => SepalsOnFruit(s, f, v == "stay"),
        ["fruit-bloom"] = (s, f, v) =>
            FruitDrawing.Draw(
                s,
                f.Knows("fruit-colour") || v is not ("bloomed" or "smooth") ? f : f.With("fruit-colour", "blue-black")
            ),
        ["core"] = (s, f, v) =>
            FruitDrawing.Core(s, v == "pulls-out", Wash.Of(f.State("fruit-colour")) ?? Wash.Of("red")!),
        ["beak"] = (s, _, v) => SpikeDrawing.Sac(s, v),
        ["scale-ratio"] = (s, f, _) => MeasureScale(s, f),
        ["cone-stance"] = (s, f, _) => ConeDrawing.Draw(s, f),
        ["cone-bract"] = (s, f, v) => ConeDrawing.Scale(s, f.State("cone-scale"), v),
        ["cone-scale"] = (s, f, v) => ConeDrawing.Scale(s, v, f.State("cone-bract")),
    };

    /// <summary>Characters that can be drawn.</summary>
    public static IReadOnlyCollection<string> Drawn => Drawings.Keys;

    /// <summary>Draws what a character looks like.</summary>
    /// <param name="character">Identifier of the character.</param>
    /// <param name="features">What is known; the character must be among it.</param>
    /// <param name="title">What the picture shows, in words.</param>
    /// <returns>The picture; null where there is nothing to draw.</returns>
    public static Picture? Draw(string character, Features features, string title)
    {
        if (!Drawings.TryGetValue(character, out var drawing) || !features.Knows(character))
        {
            return null;
        }

        var sketch = new Sketch();
        drawing(sketch, features, features.State(character) ?? "");
        var picture = sketch.Finish(title, SizeOf(character, features));
        return picture.Figures.IsEmpty ? null : picture;
    }

    /// <summary>Millimetres a unit stands for, where a size that fixes it is known.</summary>
    private static double? SizeOf(string character, Features f) =>
        character switch
        {
            "leaf-length" or "leaf-width" or "leaf-ratio" or "petiole-length" or "leaf-division" or "lobing" =>
                LeafForm.Of(f) is { Millimetres: { } mm } form
                    ? mm * LeafForm.Standard / LeafDrawing.BladeOnPaper(form)
                    : null,
            "bud-length" => f.Number("bud-length") / 84,
            "flower-width" => f.Number("flower-width") / 90,
            "petal-length" => f.Number("petal-length") / 66,
            "fruit-length" => f.Number("fruit-length") / FruitBox(f).Height,
            "height" => f.Number("height") is { } tall ? Math.Max(tall, HabitDrawing.Person) / 110 : null,
            _ => null,
        };

    private static void Leaf(Sketch sketch, Features f) => LeafDrawing.Draw(sketch, LeafForm.Of(f));

    /// <summary>A leaf that stands on a shoot: with fewer teeth and veins than a large one.</summary>
    private static LeafForm SmallLeaf(Features f)
    {
        var form = LeafForm.Of(f);
        return form with
        {
            Blade = form.Blade with { Teeth = Math.Min(form.Blade.Teeth, 9), VeinPairs = 4 },
            Stipules = null,
            Glands = false,
        };
    }

    /// <summary>As many leaves on a stem as are counted, up to eight.</summary>
    private static void Leaves(Sketch sketch, Features f)
    {
        var count = f.Count("leaf-count", 0, 8) ?? 3;
        ShootDrawing.Ground(sketch, 30);
        ShootDrawing.Stem(sketch, 100, 1.6, 1);
        for (var i = 0; i < count; i++)
        {
            LeafDrawing.DrawBlade(
                sketch.At(0, 8 + (80.0 * i / Math.Max(count, 4)), i % 2 == 0 ? 52 : -52),
                BladeForm.Plain with
                {
                    Length = 36,
                    Ratio = 2.2,
                },
                Features.None,
                false
            );
        }

        FlowerDrawing.Small(sketch.At(0, 104), Wash.Blank, 6);
    }

    /// <summary>A piece of edge, made large: five teeth are enough to see how they stand.</summary>
    private static void Margin(Sketch sketch, Features f)
    {
        var form = LeafForm.Of(f).Blade with { TeethFrom = 0 };
        form = form with
        {
            Teeth = form.Margin switch
            {
                BladeMargin.Coarse => 2,
                BladeMargin.Spiny or BladeMargin.DoublySerrate => 3,
                _ => 5,
            },
        };
        var side = Lines.Arc(new(-60, 46), 116, 130, 110, 70, 40);
        var edge = Teeth.Cut(side, form, 1);
        sketch.Tint([.. edge, new(0, side[^1].Y), new(0, side[0].Y)], Wash.Leaf);
        sketch.Line(edge, 1.2);
        sketch.Line(new(0, side[0].Y), new Point(0, side[^1].Y), 1.8);
        if (form.Margin == BladeMargin.Spiny)
        {
            for (var i = 0; i < edge.Length - 1; i++)
            {
                if (edge[i].X > 44 && i > 0 && edge[i].X > edge[i - 1].X && edge[i].X > edge[i + 1].X)
                {
                    sketch.Line(edge[i], edge[i] + new Point(8, 2), 1.4);
                }
            }
        }

        for (var i = 0; i < 4; i++)
        {
            var foot = new Point(0, side[0].Y + 6 + (19 * i));
            sketch.Line(Lines.Smooth([foot, foot + new Point(22, 9), foot + new Point(44, 22)], 4), 0.7);
        }
    }

    private static void Widest(Sketch sketch, Features f)
    {
        Leaf(sketch, f);
        var form = LeafForm.Of(f);
        var (y, half) = (
            form.Petiole + (form.Blade.Length * form.Blade.Widest),
            form.Blade.Length / form.Blade.Ratio / 2
        );
        sketch.Line(new(-half, y), new(half, y), 1.6, Wash.Pointer);
    }

    /// <summary>A drawing with a measure laid beside it: a line with feet, in the pointer's colour.</summary>
    private static void Measure(Sketch sketch, Action<Sketch> draw, Point from, Point to)
    {
        draw(sketch);
        sketch.Part("measure", "What is measured", s =>
        {
            var foot = (to - from).Unit.Left * 4;
            s.Line(from, to, 1.4, Wash.Pointer);
            s.Line(from - foot, from + foot, 1.4, Wash.Pointer);
            s.Line(to - foot, to + foot, 1.4, Wash.Pointer);
        });
    }

    private static void MeasureLeaf(Sketch sketch, Features f, bool length, bool width)
    {
        var form = LeafForm.Of(f);
        if (form.Division != LeafDivision.Simple)
        {
            Leaf(sketch, f);
            return;
        }

        var half = form.Blade.Length / form.Blade.Ratio / 2;
        var foot = form.Petiole;
        Leaf(sketch, f);
        if (length)
        {
            Measure(sketch, _ => { }, new(half + 9, foot), new(half + 9, foot + form.Blade.Length));
        }

        if (width)
        {
            var y =
                foot
                + (
                    form.Blade.Lobing == BladeLobing.None
                        ? form.Blade.Length * form.Blade.Widest
                        : form.Blade.Length * 0.5
                );
            Measure(sketch, _ => { }, new(-half, y), new(half, y));
        }
    }

    private static void MeasurePetiole(Sketch sketch, Features f)
    {
        var form = LeafForm.Of(f);
        Measure(sketch, s => LeafDrawing.Draw(s, form), new(12, 0), new(12, form.Petiole));
    }

    private static void MeasureStalkAndBlade(Sketch sketch, Features f)
    {
        MeasureLeaf(sketch, f, true, false);
        Measure(sketch, _ => { }, new(12, 0), new(12, LeafForm.Of(f).Petiole));
    }

    /// <summary>The lowest bract and the flower cluster above its foot, at their ratio, each with its own measure.</summary>
    private static void MeasureBract(Sketch sketch, Features f)
    {
        var reach = Math.Clamp(f.Number("bract-ratio") ?? 0.6, 0.05, SpikeDrawing.LongestBract);
        SpikeDrawing.Spikes(sketch, f.State("spike-sexes"), reach);
        Measure(
            sketch,
            _ => { },
            new(-28, SpikeDrawing.ClusterFoot),
            new(-28, SpikeDrawing.ClusterFoot + (SpikeDrawing.ClusterLength * reach))
        );
        Measure(
            sketch,
            _ => { },
            new(36, SpikeDrawing.ClusterFoot),
            new(36, SpikeDrawing.ClusterFoot + SpikeDrawing.ClusterLength)
        );
    }

    /// <summary>A fruit sac and its scale, at their ratio, each with its own measure.</summary>
    private static void MeasureScale(Sketch sketch, Features f)
    {
        var beak = f.State("beak");
        var ratio = Math.Clamp(f.Number("scale-ratio") ?? SpikeDrawing.PlainScale, 0.1, 4);
        var length = SpikeDrawing.SacLength(beak);
        SpikeDrawing.Sac(sketch, beak, ratio);
        Measure(sketch, _ => { }, new(-38, SpikeDrawing.SacFoot), new(-38, SpikeDrawing.SacFoot + length));
        Measure(sketch, _ => { }, new(42, SpikeDrawing.SacFoot), new(42, SpikeDrawing.SacFoot + (length * ratio)));
    }

    private static void MeasureFruit(Sketch sketch, Features f)
    {
        var box = FruitBox(f);
        Measure(sketch, s => FruitDrawing.Draw(s, f), new(box.Right + 10, box.Bottom), new(box.Right + 10, box.Top));
    }

    /// <summary>The box of a fruit on the paper, its stalk left out where it is not part of the length.</summary>
    private static Box FruitBox(Features f)
    {
        var sketch = new Sketch();
        FruitDrawing.Draw(sketch, f);
        var box = Box.Empty;
        foreach (var figure in sketch.Figures.Where(m => m is Stroke { Closed: true } or Disc))
        {
            box = box.With(new Picture("", [figure], null).Box);
        }

        return box.IsEmpty ? new(-24, -24, 24, 24) : box;
    }

    private static void SideVeins(Sketch sketch, int pairs) =>
        LeafDrawing.DrawBlade(sketch, BladeForm.Plain with { Ratio = 1.5, VeinPairs = pairs }, Features.None);

    private static void PrickleForm(Sketch sketch, string form)
    {
        sketch.Shape([new(-12, 0), new(0, 0), new(0, 90), new(-12, 90)], Wash.Stem);
        ShootDrawing.Prickle(sketch.At(0, 46), form, 2.4);
    }

    private static void BudAtScar(Sketch sketch, bool hidden)
    {
        sketch.Shape([new(-22, 0), new(22, 0), new(20, 96), new(-20, 96)], Wash.Wood);
        TwigDrawing.Scar(sketch.At(0, 36), "shield", 3, 26);
        if (!hidden)
        {
            TwigDrawing.Bud(sketch.At(0, 48), Features.None, 32);
        }
    }

    private static void BudOnTwig(Sketch sketch, Features f, bool stalked)
    {
        sketch.Shape([new(-6, 0), new(6, 0), new(5, 96), new(-5, 96)], Wash.Wood);
        TwigDrawing.Bud(sketch.At(5, 34, 34), f, stalked ? 46 : 40);
    }

    private static void Foliage(Sketch sketch, Features f, string foliage)
    {
        if (foliage != "no-green")
        {
            OrganDrawing.Leaf(sketch, f);
            return;
        }

        sketch.Line(default, new(0, 104), 3, Wash.Of("coppery"));
        for (var i = 0; i < 4; i++)
        {
            sketch.Shape(
                Lines.Strip([new(0, 10.0 + (14 * i)), new(i % 2 == 0 ? 5 : -5, 22.0 + (14 * i))], t =>
                    2.4 * (1 - t) + 0.2
                ),
                Wash.Of("coppery"),
                0.8
            );
        }

        for (var i = 0; i < 7; i++)
        {
            FlowerDrawing.Small(sketch.At(i % 2 == 0 ? 7 : -7, 62 + (7 * i)), Wash.Of("coppery")!, 4);
        }
    }

    private static void Persistence(Sketch sketch, string state)
    {
        foreach (
            var (x, words, leaves) in new[]
            {
                (-34, "summer", state != "winter-green"),
                (34, "winter", state is "evergreen" or "winter-green"),
            }
        )
        {
            var at = sketch.At(x, 0);
            ShootDrawing.Ground(at, 28);
            var woody = state is "deciduous" or "evergreen";
            if (woody || leaves)
            {
                at.Line(default, new(0, 62), 1.8, woody ? Wash.WoodShade : Wash.Of("green"));
                foreach (var (y, degrees) in new[] { (20, 50), (34, -50), (48, 46), (58, -20) })
                {
                    if (woody)
                    {
                        at.Line(new(0, y - 8), new Point(0, y - 8) + Point.Polar(12, degrees), 1.2, Wash.WoodShade);
                    }

                    if (leaves)
                    {
                        LeafDrawing.DrawBlade(
                            at.At(0, y - 8, degrees),
                            BladeForm.Plain with
                            {
                                Length = 30,
                                Ratio = 1.7,
                            },
                            Features.None,
                            false
                        );
                    }
                }
            }

            at.Say(new(0, -14), words);
        }
    }

    private static void Ligule(Sketch sketch)
    {
        sketch.Shape([new(-5, 0), new(5, 0), new(5, 50), new(-5, 50)], Wash.Stem);
        sketch.Shape(
            Lines.Strip(Lines.Smooth([new(4, 48), new(18, 66), new(44, 84)], 5), t => 5 * (1 - t) + 0.4),
            Wash.Leaf
        );
        sketch.Shape(
            [new(-5, 50), .. Lines.Smooth([new(-5, 50), new(-3, 62), new(1, 66), new(5, 52)], 4)],
            Wash.Blank,
            0.9
        );
        sketch.Line(new(0, 50), new(0, 92), 1.6, Wash.Of("green"));
        Measure(sketch, _ => { }, new(-12, 50), new(-12, 66));
    }

    private static void Axis(Sketch sketch, bool kneed)
    {
        Point[] joints = kneed
            ? [new(0, 0), new(4, 34), new(-10, 58), new(2, 80), new(-8, 98)]
            : [new(0, 0), new(0, 34), new(0, 58), new(0, 80), new(0, 98)];
        sketch.Line(joints, 1.8, Wash.Of("green"));
        for (var i = 1; i < joints.Length; i++)
        {
            foreach (var hand in new[] { -1, 1 })
            {
                LeafDrawing.DrawBlade(
                    sketch.At(joints[i].X, joints[i].Y, hand * (kneed ? 112 : 66)),
                    BladeForm.Plain with
                    {
                        Length = 40 - (6 * i),
                        Ratio = 2.2,
                        Margin = BladeMargin.Serrate,
                        Teeth = 4,
                    },
                    Features.None,
                    false
                );
            }
        }
    }

    private static void VeinEnds(Sketch sketch, bool notch)
    {
        // A piece of toothed edge, made large.
        var edge = new List<Point>();
        for (var i = 0; i < 4; i++)
        {
            edge.Add(new(20, (24.0 * i) - 6));
            edge.Add(new(40, (24.0 * i) + 10));
        }

        edge.Add(new(20, 90));
        sketch.Shape([new(-30, -6), .. edge, new(-30, 90)], Wash.Leaf);
        sketch.Line(new(-30, -6), new(-30, 90), 1.6);
        for (var i = 0; i < 3; i++)
        {
            var end = notch ? new Point(20, (24.0 * i) + 18) : new Point(39, (24.0 * i) + 10);
            sketch.Line(Lines.Smooth([new(-30, (24.0 * i) - 4), new(0, (24.0 * i) + 8), end], 5), 1.2);
            sketch.Spot(end, 3.6, null, 1.2);
        }
    }

    private static void RustyHairs(Sketch sketch)
    {
        for (var i = 0; i < 24; i++)
        {
            var at = new Point(-5 + (10 * i / 24.0), -26 + (52 * i / 24.0));
            sketch.Line(
                Lines.Smooth([at, at + new Point(i % 2 == 0 ? 4 : -4, 1), at + new Point(i % 2 == 0 ? 6 : -6, -2)], 3),
                0.9,
                Wash.Of("coppery")
            );
        }
    }

    private static void ResinDots(Sketch sketch)
    {
        for (var i = 0; i < 26; i++)
        {
            sketch.Spot(new(-36 + (i * 41 % 73), -24 + (i * 29 % 49)), 1.7, Wash.Gold, 0.5);
        }
    }

    private static void Indusium(Sketch sketch, string cover)
    {
        if (cover == "rolled-cover")
        {
            FrondDrawing.Sori(sketch, "edge-sorus", null);
            return;
        }

        FrondDrawing.Heap(sketch.At(0, 0, 0, 6), cover == "flap-cover" ? "line-sorus" : "round-sorus", cover);
    }

    private static void Sexes(Sketch sketch, string state)
    {
        static void Flower(Sketch at, bool male, bool female)
        {
            for (var i = 0; i < 5; i++)
            {
                FlowerDrawing.Petal(at.At(0, 0, i * 72), 22, 8, Wash.Blank, null);
            }

            if (female)
            {
                at.Spot(default, 5, Wash.Stem);
                at.Line(default, new(0, 8), 1.4);
            }

            for (var i = 0; male && i < 6; i++)
            {
                var tip = Point.Polar(12, (i * 60) + 30);
                at.Line(default, tip, 0.8);
                at.Spot(tip, 2.2, Wash.Gold, 0.7);
            }
        }

        if (state == "both")
        {
            Flower(sketch.At(0, 0, 0, 1.5), true, true);
            return;
        }

        if (state == "same-plant")
        {
            sketch.Line([new(-24, 8), new(0, -34), new(24, 8)], 1.6, Wash.Of("green"));
            sketch.Line(new(0, -34), new(0, -52), 1.6, Wash.Of("green"));
        }
        else
        {
            foreach (var x in new[] { -34, 34 })
            {
                sketch.Line(new(x, 8), new(x, -46), 1.6, Wash.Of("green"));
                ShootDrawing.Ground(sketch.At(x, -46), 22);
            }
        }

        var reach = state == "same-plant" ? 26 : 34;
        Flower(sketch.At(-reach, 12), true, false);
        Flower(sketch.At(reach, 12), false, true);
    }

    private static void Symmetry(Sketch sketch, Features f, string state)
    {
        FlowerDrawing.Front(sketch, f);
        int[] planes = state switch
        {
            "radial" => [0, 72, 144, 216, 288],
            "two-planes" => [0, 90],
            _ => [0],
        };
        foreach (var degrees in planes)
        {
            sketch.Line(Point.Polar(-54, degrees), Point.Polar(54, degrees), 0.9, Wash.Pointer);
        }
    }

    private static void Withering(Sketch sketch, Features f, bool twisted)
    {
        var colour = Wash.Of(f.State("flower-colour")) ?? Wash.Of("blue")!;
        sketch.Line(new(0, -40), new(0, -6), 1.8, Wash.Of("green"));
        sketch.Shape(Lines.Ellipse(default, 9, 11, 20), Wash.Stem);
        if (twisted)
        {
            sketch.Shape(
                Lines.Strip([new(0, 8), new(0, 20), new(0, 34), new(0, 44)], t => t < 0.5 ? 8 - (4 * t) : 3 + (4 * t)),
                colour,
                0.9
            );
            foreach (var y in new[] { 12, 18, 24, 30, 36 })
            {
                sketch.Line(new(-6, y), new(6, y + 5), 0.7);
            }

            return;
        }

        foreach (var degrees in new[] { -108, -64, -22, 22, 64, 108 })
        {
            sketch.Shape(
                Lines.Strip(
                    Lines.Smooth(
                        [
                            Point.Polar(8, degrees),
                            Point.Polar(24, degrees),
                            Point.Polar(34, degrees) + new Point(degrees < 0 ? -4 : 4, -5),
                        ],
                        4
                    ),
                    t => 3 * (1 - (0.6 * t))
                ),
                colour,
                0.8
            );
        }
    }

    private static void Stigmas(Sketch sketch, int count)
    {
        sketch.Shape(Lines.Ellipse(new(0, -10), 13, 22, 24), Wash.Stem);
        sketch.Line(new(0, 12), new(0, 26), 1.8);
        for (var i = 0; i < count; i++)
        {
            var lean = count == 1 ? 0 : ((2.0 * i / (count - 1)) - 1) * 46;
            sketch.Line(
                Lines.Smooth(
                    [
                        new(0, 26),
                        new Point(0, 26) + Point.Polar(16, lean * 0.7),
                        new Point(0, 26) + Point.Polar(32, lean),
                    ],
                    4
                ),
                1.6
            );
        }
    }

    private static void ClusterPlace(Sketch sketch, string place)
    {
        static void Flowers(Sketch at)
        {
            foreach (var (x, y) in new[] { (0, 8), (-6, 2), (6, 2), (0, 15) })
            {
                FlowerDrawing.Small(at.At(x, y), Wash.Of("pink")!, 5);
            }
        }

        ShootDrawing.Ground(sketch, 50);
        if (place == "from-ground")
        {
            foreach (var lean in new[] { -44, 44 })
            {
                LeafDrawing.DrawBlade(
                    sketch.At(0, 0, lean),
                    BladeForm.Plain with
                    {
                        Length = 56,
                        Ratio = 2,
                    },
                    Features.None,
                    false
                );
            }

            sketch.Line(default, new(0, 78), 1.8, Wash.Of("green"));
            Flowers(sketch.At(0, 78));
            return;
        }

        ShootDrawing.Stem(sketch, 92, 1.8, 1.2);
        foreach (var (y, hand) in new[] { (22, 1), (42, -1), (62, 1), (80, -1) })
        {
            LeafDrawing.DrawBlade(
                sketch.At(0, y, hand * 58),
                BladeForm.Plain with
                {
                    Length = 32,
                    Ratio = 2,
                },
                Features.None,
                false
            );
            if (place == "axillary")
            {
                // In the angle of leaf and stem.
                sketch.Line(new(0, y + 1), new Point(0, y + 1) + Point.Polar(12, hand * 24), 1);
                FlowerDrawing.Small(sketch.At(hand * 6, y + 15), Wash.Of("pink")!, 5);
            }
        }

        if (place == "terminal")
        {
            Flowers(sketch.At(0, 92));
        }
        else if (place == "from-side")
        {
            sketch.Line(Lines.Smooth([new(0, 66), new(14, 76), new(22, 90)], 4), 1.4, Wash.Of("green"));
            Flowers(sketch.At(23, 90));
            sketch.Shape(Lines.Strip([new(0, 92), new(0, 122)], t => 1.2 * (1 - t) + 0.3), Wash.Stem, 0.8);
        }
    }

    private static void HeadsStand(Sketch sketch, string state)
    {
        ShootDrawing.Stem(
            sketch,
            state switch
            {
                "single" => 92,
                "flat-heads" => 60,
                _ => 100,
            },
            1.6,
            1
        );
        var yellow = Wash.Of("yellow")!;
        if (state == "single")
        {
            FlowerDrawing.Small(sketch.At(0, 98), yellow, 12);
            return;
        }

        foreach (var x in new[] { -36, -18, 0, 18, 36 })
        {
            // A flat cluster: stalks from ever higher up the stem that all end at one height. A loose one: a pyramid of short branches.
            var flat = state == "flat-heads";
            var end = flat ? new Point(x, 96) : new Point(x * 0.8, 104 - (Math.Abs(x) * 1.7));
            var foot = new Point(0, flat ? 56 - (Math.Abs(x) * 0.5) : Math.Max(end.Y - 22, 6));
            sketch.Line(Lines.Smooth([foot, new(x * (flat ? 0.5 : 0.4), flat ? 74 : end.Y - 14), end], 4), 1);
            FlowerDrawing.Small(sketch.At(end.X, end.Y), yellow, 6);
        }
    }

    private static void Stones(Sketch sketch, Features f)
    {
        var stones = f.Count("stone-count", 0, 12) ?? 1;
        sketch.Spot(default, 34, Wash.Of(f.State("fruit-colour")) ?? Wash.Of("red"));
        sketch.Spot(default, 29, Wash.Cut, 0.8);
        for (var i = 0; i < stones; i++)
        {
            var at = stones == 1 ? default : Point.Polar(15, i * 360.0 / stones);
            sketch.Shape(Lines.Ellipse(at, stones == 1 ? 13 : 6, stones == 1 ? 15 : 8, 18), Wash.WoodShade, 0.9);
        }
    }

    private static void SepalsOnFruit(Sketch sketch, Features f, bool stay)
    {
        var colour = Wash.Of(f.State("fruit-colour")) ?? Wash.Of("red")!;
        sketch.Line(new(0, 34), new(0, 48), 1.8);
        sketch.Shape(
            Lines.Smooth(
                [
                    new(0, 34),
                    new(18, 24),
                    new(24, 0),
                    new(12, -20),
                    new(-12, -20),
                    new(-24, 0),
                    new(-18, 24),
                    new(0, 34),
                ],
                6
            ),
            colour
        );
        if (stay)
        {
            foreach (var lean in new[] { 132, 156, 180, 204, 228 })
            {
                sketch.Shape(
                    Lines.Strip([new(0, -20), new Point(0, -20) + Point.Polar(22, lean)], t => 3 * (1 - t) + 0.3),
                    Wash.Stem,
                    0.8
                );
            }
        }
        else
        {
            sketch.Spot(new(0, -21), 5, Wash.WoodShade);
        }
    }
}
