namespace Garten.Core.Drawing.Leaves;

/// <summary>Base of a blade.</summary>
public enum BladeBase
{
    /// <summary>Narrowed like a wedge.</summary>
    Wedge,

    /// <summary>Rounded.</summary>
    Rounded,

    /// <summary>Heart-shaped, with a sinus.</summary>
    Heart,

    /// <summary>Cut straight.</summary>
    Straight,

    /// <summary>With ears that clasp the stem.</summary>
    Clasping,
}

/// <summary>Tip of a blade.</summary>
public enum BladeTip
{
    /// <summary>Rounded off.</summary>
    Blunt,

    /// <summary>Ending in an acute point.</summary>
    Pointed,

    /// <summary>Ending in a long drawn-out point.</summary>
    DrawnOut,

    /// <summary>With a notch.</summary>
    Notched,
}

/// <summary>How a blade is lobed.</summary>
public enum BladeLobing
{
    /// <summary>Not at all.</summary>
    None,

    /// <summary>To both sides of the midrib.</summary>
    Pinnate,

    /// <summary>Like the fingers of a hand.</summary>
    Palmate,
}

/// <summary>Margin of a blade.</summary>
public enum BladeMargin
{
    /// <summary>Without teeth.</summary>
    Entire,

    /// <summary>With teeth that point outwards, all much the same.</summary>
    Toothed,

    /// <summary>With sharp teeth that point forward.</summary>
    Serrate,

    /// <summary>With teeth that are themselves serrate.</summary>
    DoublySerrate,

    /// <summary>With rounded teeth.</summary>
    Crenate,

    /// <summary>With few, large teeth.</summary>
    Coarse,

    /// <summary>With teeth that end in spines.</summary>
    Spiny,

    /// <summary>Without teeth, in shallow waves.</summary>
    Wavy,
}

/// <summary>Main veins of a blade.</summary>
public enum BladeVeins
{
    /// <summary>Side veins from a midrib.</summary>
    Pinnate,

    /// <summary>Side veins that curve along the edge towards the tip.</summary>
    Arching,

    /// <summary>Three main veins from the base.</summary>
    ThreeFromBase,

    /// <summary>Several main veins from the base.</summary>
    Palmate,

    /// <summary>Many veins side by side from base to tip.</summary>
    Parallel,

    /// <summary>Side veins joined by a net of finer ones.</summary>
    Net,
}

/// <summary>Form of one blade, or of one leaflet.</summary>
/// <param name="Length">From where it leaves the stalk to its tip, in units of the paper; above 0.</param>
/// <param name="Ratio">Length over width; 0.3–40.</param>
/// <param name="Widest">Where it is widest, as a share of the length from the base; 0.05–0.95.</param>
/// <param name="Lobes">Number of lobes, the end one counted; 3–15 where it is lobed.</param>
/// <param name="SinusDepth">How far the sinuses reach towards the midrib or the base; 0.1–0.8.</param>
/// <param name="Teeth">Teeth along one side; at least 2 where there are any.</param>
/// <param name="TeethFrom">Share of a side, from the base, that has no teeth; 0–0.8.</param>
/// <param name="Veins">Its main veins.</param>
/// <param name="VeinPairs">Pairs of side veins.</param>
public sealed record BladeForm(
    double Length,
    double Ratio,
    double Widest,
    BladeBase Base,
    BladeTip Tip,
    BladeLobing Lobing,
    int Lobes,
    double SinusDepth,
    BladeMargin Margin,
    int Teeth,
    double TeethFrom,
    BladeVeins Veins,
    int VeinPairs
)
{
    /// <summary>An oval blade, entire and pointed: what a drawing begins with where nothing is known.</summary>
    public static BladeForm Plain { get; } =
        new(
            90,
            1.8,
            0.45,
            BladeBase.Rounded,
            BladeTip.Pointed,
            BladeLobing.None,
            5,
            0.45,
            BladeMargin.Entire,
            14,
            0.12,
            BladeVeins.Pinnate,
            6
        );
}
