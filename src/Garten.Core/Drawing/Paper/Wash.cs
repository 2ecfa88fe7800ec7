namespace Garten.Core.Drawing.Paper;

/// <summary>
/// A colour of the paint box: a name, by which a theme gives it another tone through the CSS variable <c>--pen-NAME</c>,
/// and the tone it has where no theme does.
/// </summary>
/// <param name="Name">Name in lower case.</param>
/// <param name="Tone">The tone on paper, as a CSS colour.</param>
public sealed record Wash(string Name, string Tone)
{
    /// <summary>Lines of the pen.</summary>
    public static Wash Ink { get; } = new("ink", "#2c332d");

    /// <summary>Upper side of a leaf.</summary>
    public static Wash Leaf { get; } = new("leaf", "#b6c98f");

    /// <summary>The shaded half of a leaf.</summary>
    public static Wash LeafShade { get; } = new("leaf-shade", "#9db674");

    /// <summary>A pale lower side.</summary>
    public static Wash Pale { get; } = new("pale", "#d5dfc0");

    /// <summary>Green stems and scales.</summary>
    public static Wash Stem { get; } = new("stem", "#a3b877");

    /// <summary>Wood and bark.</summary>
    public static Wash Wood { get; } = new("wood", "#c4ab85");

    /// <summary>The shaded side of wood.</summary>
    public static Wash WoodShade { get; } = new("wood-shade", "#a68b62");

    /// <summary>What is cut open.</summary>
    public static Wash Cut { get; } = new("cut", "#f0e6cb");

    /// <summary>Petals of no known colour, skins and papers.</summary>
    public static Wash Blank { get; } = new("blank", "#fbf7ea");

    /// <summary>Water and clear sap.</summary>
    public static Wash Clear { get; } = new("clear", "#cfe3ea");

    /// <summary>What is pointed at.</summary>
    public static Wash Pointer { get; } = new("pointer", "#9c4022");

    /// <summary>Pollen, glands, resin.</summary>
    public static Wash Gold { get; } = new("gold", "#e0b94e");

    /// <summary>Soil, water, a person for scale.</summary>
    public static Wash Ground { get; } = new("ground", "#d9ccb0");

    private static readonly Dictionary<string, Wash> Colours = new Wash[]
    {
        new("white", "#fdfbf3"),
        new("pink", "#dda0b5"),
        new("red", "#b5433a"),
        new("yellow", "#e3c244"),
        new("greenish", "#c3d093"),
        new("orange", "#dc8a43"),
        new("coppery", "#bb7f60"),
        new("blue", "#7f97c9"),
        new("purple", "#8d6a9f"),
        new("brown-mottled", "#94694a"),
        new("black", "#39343a"),
        new("blue-black", "#45506f"),
        new("brown", "#8d6b49"),
        new("green", "#93ad66"),
        new("grey", "#a3a197"),
        new("yellow-brown", "#bfa067"),
        new("straw", "#d9c07c"),
        new("dark-shiny", "#40332f"),
        new("pale", "#d5dfc0"),
    }.ToDictionary(w => w.Name);

    /// <summary>The paint for a colour a guide names.</summary>
    /// <param name="state">The state's identifier.</param>
    /// <returns>Its paint; null for a colour the paint box does not hold.</returns>
    public static Wash? Of(string? state) => state is null ? null : Colours.GetValueOrDefault(state);

    /// <summary>The value of a fill or stroke.</summary>
    public string Css => $"var(--pen-{Name},{Tone})";
}
