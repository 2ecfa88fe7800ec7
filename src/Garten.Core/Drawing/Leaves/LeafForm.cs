using System.Collections.Immutable;

namespace Garten.Core.Drawing.Leaves;

/// <summary>How a leaf is divided.</summary>
public enum LeafDivision
{
    /// <summary>One blade.</summary>
    Simple,

    /// <summary>Three leaflets.</summary>
    Trifoliolate,

    /// <summary>Leaflets along an axis.</summary>
    Pinnate,

    /// <summary>Leaflets from one point.</summary>
    Palmate,

    /// <summary>Leaflets along axes that stand along an axis.</summary>
    TwiceDivided,
}

/// <summary>Form of a leaf.</summary>
/// <param name="Division">How it is divided.</param>
/// <param name="Leaflets">Number of leaflets where it is compound.</param>
/// <param name="Blade">The blade, or one leaflet.</param>
/// <param name="Petiole">Length of the stalk in units of the paper.</param>
/// <param name="Glands">True for glands at the top of the stalk.</param>
/// <param name="Winged">True for a stalk and an axis with a wing of leaf to both sides.</param>
/// <param name="Stipules">State of its stipules; null when unknown.</param>
/// <param name="Features">Everything known, for what is drawn on the surface.</param>
/// <param name="Millimetres">Millimetres a unit of the paper stands for; null where the size is not known.</param>
/// <param name="Contradictions">What cannot be true together, in words; drawn as the number says.</param>
public sealed record LeafForm(
    LeafDivision Division,
    int Leaflets,
    BladeForm Blade,
    double Petiole,
    bool Glands,
    bool Winged,
    string? Stipules,
    Features Features,
    double? Millimetres,
    ImmutableArray<string> Contradictions
)
{
    /// <summary>Length of a blade on the paper.</summary>
    public const double Standard = 90;

    /// <summary>Longest stalk drawn to its ratio, in lengths of the blade: with a longer one the blade could no longer be made out.</summary>
    public const double LongestStalk = 4;

    /// <summary>Reads the form of a leaf from what is known.</summary>
    /// <param name="f">What is known; the rest is plain.</param>
    public static LeafForm Of(Features f)
    {
        var contradictions = ImmutableArray.CreateBuilder<string>();
        var division = f.State("leaf-division") switch
        {
            "trifoliolate" => LeafDivision.Trifoliolate,
            "pinnate" => LeafDivision.Pinnate,
            "palmate" => LeafDivision.Palmate,
            "twice-divided" => LeafDivision.TwiceDivided,
            null when f.Count("leaflet-count", 1, 60) is { } n and > 1 => n == 3
                ? LeafDivision.Trifoliolate
                : LeafDivision.Pinnate,
            _ => LeafDivision.Simple,
        };
        var leaflets = LeafletsOf(f, division, contradictions);
        var (ratio, widest, @base, tip) = ShapeOf(f, contradictions);
        var lobing =
            division != LeafDivision.Simple
                ? f.Is("leaflet-cutting", "deeply-cut")
                    ? BladeLobing.Pinnate
                    : BladeLobing.None
                : f.State("lobing") switch
                {
                    "pinnately-lobed" => BladeLobing.Pinnate,
                    "palmately-lobed" => BladeLobing.Palmate,
                    null when f.Knows("lobe-count") => BladeLobing.Palmate,
                    _ => BladeLobing.None,
                };
        var lobes = f.Count("lobe-count", 3, 13) ?? (lobing == BladeLobing.Pinnate ? 7 : 5);
        if (lobing == BladeLobing.Palmate)
        {
            lobes = lobes % 2 == 0 ? lobes + 1 : lobes;
            ratio = f.Number("leaf-ratio") ?? (f.Number("leaf-length") / f.Number("leaf-width")) ?? 0.95;
        }

        var margin = f.State("margin") switch
        {
            "toothed" => BladeMargin.Toothed,
            "serrate" => BladeMargin.Serrate,
            "doubly-serrate" => BladeMargin.DoublySerrate,
            "crenate" => BladeMargin.Crenate,
            "coarsely-toothed" => BladeMargin.Coarse,
            "spine-toothed" => BladeMargin.Spiny,
            "wavy" => BladeMargin.Wavy,
            null when f.Knows("teeth-extent") => BladeMargin.Serrate,
            _ => BladeMargin.Entire,
        };
        var veins = f.State("venation") switch
        {
            "arching" => BladeVeins.Arching,
            "three-from-base" => BladeVeins.ThreeFromBase,
            "palmate-veins" => BladeVeins.Palmate,
            "parallel" => BladeVeins.Parallel,
            "net" => BladeVeins.Net,
            _ => BladeVeins.Pinnate,
        };
        var blade = new BladeForm(
            Standard,
            Math.Clamp(ratio, 0.5, 24),
            widest,
            @base,
            tip,
            lobing,
            lobes,
            lobing == BladeLobing.Pinnate ? 0.6 : 0.45,
            margin,
            TeethOf(margin, lobing, lobes),
            f.Is("teeth-extent", "upper-half") ? 0.5 : 0.12,
            veins,
            6
        );
        var millimetres = f.Number("leaf-length") is { } length and > 0 ? length / Standard : (double?)null;
        var petiole =
            f.Number("petiole-ratio") is { } part ? Standard * Math.Clamp(part, 0, LongestStalk)
            : f.Number("petiole-length") is { } stalk
                ? Math.Min(millimetres is { } mm ? stalk / mm : Standard * 0.25, Standard * 1.2)
            : @base == BladeBase.Clasping ? 0
            : Standard * 0.25;
        return new(
            division,
            leaflets,
            blade,
            petiole,
            f.Is("petiole-glands", "glands"),
            f.Is("axis-wing", "winged"),
            f.State("stipules"),
            f,
            millimetres,
            contradictions.ToImmutable()
        );
    }

    private static int LeafletsOf(Features f, LeafDivision division, ImmutableArray<string>.Builder contradictions)
    {
        var counted = f.Count("leaflet-count", 1, 41);
        if (division == LeafDivision.Simple && f.Knows("leaf-division") && counted > 1)
        {
            contradictions.Add($"a simple leaf, but {counted} leaflets");
        }
        else if (division == LeafDivision.Trifoliolate && counted is { } n && n != 3)
        {
            contradictions.Add($"three leaflets, but {n} counted");
        }

        return division switch
        {
            LeafDivision.Simple => 1,
            LeafDivision.Trifoliolate => 3,
            LeafDivision.Palmate => Math.Max(counted ?? 5, 3),
            _ => Math.Max(counted ?? 7, 2),
        };
    }

    private static (double Ratio, double Widest, BladeBase Base, BladeTip Tip) ShapeOf(
        Features f,
        ImmutableArray<string>.Builder contradictions
    )
    {
        var outline = f.State("outline");
        var (ratio, widest, @base, tip) = outline switch
        {
            "linear" => (11, 0.5, BladeBase.Wedge, BladeTip.Pointed),
            "lance" => (4, 0.32, BladeBase.Wedge, BladeTip.Pointed),
            "egg" => (1.6, 0.32, BladeBase.Rounded, BladeTip.Pointed),
            "round-blade" => (1.0, 0.5, BladeBase.Rounded, BladeTip.Blunt),
            "heart-blade" => (1.15, 0.26, BladeBase.Heart, BladeTip.Pointed),
            "triangular-blade" => (1.25, 0.08, BladeBase.Straight, BladeTip.Pointed),
            _ => (1.8, 0.5, BladeBase.Rounded, BladeTip.Pointed),
        };
        var said = f.Number("leaf-ratio") ?? (f.Number("leaf-length") / f.Number("leaf-width"));
        if (said is { } asked)
        {
            if ((outline == "linear" && asked < 4) || (outline is "round-blade" && asked > 2))
            {
                contradictions.Add(
                    string.Create(
                        System.Globalization.CultureInfo.InvariantCulture,
                        $"outline {outline}, but {asked:0.#} times as long as wide"
                    )
                );
            }

            ratio = asked;
        }

        widest = f.State("widest") switch
        {
            "below-middle" => Math.Min(widest, 0.32),
            "at-middle" => 0.5,
            "above-middle" => 0.68,
            _ => widest,
        };
        @base = f.State("leaf-base") switch
        {
            "wedge" => BladeBase.Wedge,
            "rounded" => BladeBase.Rounded,
            "heart" => BladeBase.Heart,
            "clasping" => BladeBase.Clasping,
            "straight" => BladeBase.Straight,
            _ => @base,
        };
        tip = f.State("leaf-tip") switch
        {
            "blunt" => BladeTip.Blunt,
            "pointed" => BladeTip.Pointed,
            "drawn-out" => BladeTip.DrawnOut,
            "notched" => BladeTip.Notched,
            _ => tip,
        };
        return (ratio, widest, @base, tip);
    }

    private static int TeethOf(BladeMargin margin, BladeLobing lobing, int lobes) =>
        margin switch
        {
            BladeMargin.Coarse => lobing == BladeLobing.None ? 6 : 3 * lobes / 2,
            BladeMargin.Spiny => lobing == BladeLobing.None ? 5 : lobes,
            BladeMargin.DoublySerrate => lobing == BladeLobing.None ? 9 : 2 * lobes,
            BladeMargin.Wavy => lobing == BladeLobing.None ? 6 : lobes,
            BladeMargin.Crenate => lobing == BladeLobing.None ? 11 : 2 * lobes,
            BladeMargin.Serrate => lobing == BladeLobing.None ? 20 : 5 * lobes,
            _ => 13,
        };
}
