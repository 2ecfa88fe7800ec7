using Garten.Core.Drawing.Flowers;
using Garten.Core.Drawing.Fruits;
using Garten.Core.Drawing.Habits;
using Garten.Core.Drawing.Leaves;
using Garten.Core.Drawing.Paper;
using Garten.Core.Drawing.Shoots;
using Garten.Core.Drawing.Twigs;
using Garten.Core.Geometry;
using Garten.Core.Guides;

namespace Garten.Core.Drawing.Plates;

/// <summary>Whole organs, drawn from everything known of them together.</summary>
internal static class OrganDrawing
{
    private static readonly Dictionary<Organ, string[]> Telling = new()
    {
        [Organ.Habit] = ["life-form", "height", "armature"],
        [Organ.Bark] = ["bark-surface", "bark-lenticels"],
        [Organ.Twig] =
        [
            "bud-arrangement",
            "bud-scales",
            "bud-shape",
            "twig-end",
            "twig-colour",
            "leaf-scar",
            "winter-catkins",
            "old-fruit",
            "twig-hair",
            "pith",
            "bud-stalk",
            "spur-shoots",
            "bud-hair",
        ],
        [Organ.Leaf] =
        [
            "foliage",
            "leaf-arrangement",
            "leaf-division",
            "lobing",
            "outline",
            "margin",
            "leaf-ratio",
            "leaf-length",
            "leaf-base",
            "leaf-tip",
            "venation",
            "leaflet-count",
            "lobe-count",
            "widest",
            "needles-per-bundle",
            "needle-lay",
            "frond-shape",
            "leaves-place",
        ],
        [Organ.Flower] =
        [
            "flower-colour",
            "petal-count",
            "corolla",
            "symmetry",
            "stamen-count",
            "perianth",
            "sepal-count",
            "petal-cut",
            "spur",
            "flower-width",
            "style-count",
            "flower-stance",
        ],
        [Organ.Inflorescence] =
        [
            "flower-cluster",
            "bracts",
            "head",
            "ray-count",
            "umbel-rays",
            "spike-sexes",
            "bract-reach",
        ],
        [Organ.Fruit] =
        [
            "fruit-kind",
            "fruit-colour",
            "fruit-bloom",
            "samara-angle",
            "cone-stance",
            "cone-bract",
            "beak",
        ],
    };

    /// <summary>True when enough is known of an organ to draw it.</summary>
    /// <param name="f">What is known.</param>
    public static bool Knows(Organ organ, Features f) =>
        Telling.TryGetValue(organ, out var characters) && f.KnowsAny(characters);

    /// <summary>Draws an organ.</summary>
    /// <param name="sketch">Where, its foot at the origin; flowers and fruit have their middle there.</param>
    /// <param name="f">What is known.</param>
    /// <returns>Millimetres a unit stands for; null where the size is not known.</returns>
    public static double? Draw(Sketch sketch, Organ organ, Features f)
    {
        switch (organ)
        {
            case Organ.Habit:
                if (f.State("armature") is { } armature && !f.KnowsAny("life-form", "height"))
                {
                    ShootDrawing.Armed(sketch, armature, f.State("prickle-form"));
                    return null;
                }

                return HabitDrawing.Draw(sketch, f);
            case Organ.Bark:
                HabitDrawing.Bark(sketch, f.State("bark-surface"), f.State("bark-lenticels"));
                return null;
            case Organ.Twig:
                TwigDrawing.Draw(sketch, f);
                return null;
            case Organ.Leaf:
                return Leaf(sketch, f);
            case Organ.Flower:
                if (
                    f.Is("corolla", "urn", "tube", "pea-like", "bent-back", "hooded", "heart-shaped")
                    || (f.Knows("spur") && !f.Is("spur", "none"))
                )
                {
                    FlowerDrawing.Side(sketch, f);
                    return null;
                }

                FlowerDrawing.Front(sketch, f);
                return f.Number("flower-width") / 90;
            case Organ.Inflorescence:
                if (f.Is("foliage", "grass-like") && f.KnowsAny("spike-sexes", "bract-reach"))
                {
                    SpikeDrawing.Spikes(
                        sketch.At(0, 40),
                        f.State("spike-sexes"),
                        f.Number("bract-ratio") ?? SpikeDrawing.Reach(f.State("bract-reach"))
                    );
                    return null;
                }

                ClusterDrawing.Draw(sketch, f);
                return null;
            default:
                FruitDrawing.Draw(sketch, f);
                return null;
        }
    }

    /// <summary>One leaf, or what stands for leaves.</summary>
    /// <param name="f">What is known.</param>
    /// <returns>Millimetres a unit stands for; null where the size is not known.</returns>
    public static double? Leaf(Sketch sketch, Features f)
    {
        switch (f.State("foliage"))
        {
            case "needles" when f.Count("needles-per-bundle", 1, 8) is { } needles and > 1:
                NeedleDrawing.Bundle(sketch, needles);
                return null;
            case "needles":
                NeedleDrawing.Twig(sketch, f.State("needle-lay"));
                return null;
            case "scales":
                NeedleDrawing.Spray(sketch);
                return null;
            case "frond":
                FrondDrawing.Frond(sketch, f.State("frond-shape"), Wash.Of(f.State("stalk-shine")));
                return null;
            case "grass-like":
                HabitDrawing.Draw(sketch, Features.None.With("life-form", "grass-like"));
                return null;
            case "no-green":
                return null;
            default:
                var form = LeafForm.Of(f);
                LeafDrawing.Draw(sketch, form);
                return form.Millimetres is { } mm ? mm * LeafForm.Standard / LeafDrawing.BladeOnPaper(form) : null;
        }
    }

    /// <summary>Rings the places of a leaf that some traits speak of.</summary>
    /// <param name="sketch">Where the leaf was drawn.</param>
    /// <param name="f">What is known of it.</param>
    public static void Ring(Sketch sketch, Features f, IReadOnlyCollection<string> traits)
    {
        var form = LeafForm.Of(f);
        if (f.Knows("foliage") && !f.Is("foliage", "broad"))
        {
            return;
        }

        // Of a leaf of leaflets, what is said of a blade is ringed on its end leaflet.
        var (foot, length) = LeafDrawing.EndBlade(form);
        var half = length / form.Blade.Ratio / 2;
        var places = new (string[] Of, Point At)[]
        {
            (["leaf-tip"], new(0, foot + (length * 0.95))),
            (["leaf-base"], new(0, foot)),
            (["petiole-glands"], new(0, form.Petiole - 4)),
            (["petiole-length", "sap", "petiole-colour"], new(0, form.Petiole / 2)),
            (["stipules"], new(0, 2)),
            (
                ["margin", "teeth-extent", "lobe-count", "lobing", "leaflet-cutting"],
                new(half * 0.86, foot + (length * 0.5))
            ),
            (["leaf-division", "leaflet-count", "axis-wing"], new(0, form.Petiole + ((foot - form.Petiole) * 0.5))),
        };
        foreach (var (of, at) in places)
        {
            if (traits.Any(t => of.Contains(t) && f.Knows(t)))
            {
                sketch.Shape(Lines.Ellipse(at, 10, 10, 28), null, 1.4, Wash.Pointer);
            }
        }
    }

    /// <summary>The leaves on their shoot.</summary>
    /// <param name="f">What is known.</param>
    public static void Shoot(Sketch sketch, Features f)
    {
        if (f.Knows("foliage") && !f.Is("foliage", "broad"))
        {
            Leaf(sketch, f);
            return;
        }

        var form = LeafForm.Of(f);
        var compound = form.Division is not LeafDivision.Simple;
        var blade = form.Blade with
        {
            // So small that finer teeth and more veins would run together.
            Teeth = Math.Min(form.Blade.Teeth, compound ? 5 : 9),
            VeinPairs = compound ? 2 : 4,
            Margin =
                compound && form.Blade.Margin == BladeMargin.DoublySerrate ? BladeMargin.Serrate : form.Blade.Margin,
        };

        // Leaflets of leaflets are no more than cuts at this size.
        var small =
            form.Division == LeafDivision.TwiceDivided
                ? form with
                {
                    Division = LeafDivision.Pinnate,
                    Leaflets = 9,
                    Blade = blade with
                    {
                        Lobing = BladeLobing.Pinnate,
                        Lobes = 5,
                        Ratio = 2,
                        Margin = BladeMargin.Entire,
                    },
                    Glands = false,
                }
                : form with
                {
                    Blade = blade,
                    Glands = false,
                };
        var large = compound || form.Blade.Lobing == BladeLobing.Palmate;
        ShootDrawing.Leafy(
            sketch,
            f.Is("leaves-place", "at-base") ? "basal" : f.State("leaf-arrangement"),
            s => LeafDrawing.Draw(s, small),
            large ? 0.44 : 0.5,
            large ? 2 : 3,
            f.Is("stem-line", "zigzag")
        );
    }
}
