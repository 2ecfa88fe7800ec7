namespace Garten.Core.Measuring.Shapes;

/// <summary>A published way to name outlines.</summary>
public enum ShapeConvention
{
    /// <summary>The chart of simple symmetrical plane shapes that systematists agreed on in 1962: length to width, and where the widest point lies.</summary>
    RatioChart,

    /// <summary>The bands of leaf architects (L. Hickey, "Classification of the architecture of dicotyledonous leaves", 1973).</summary>
    LeafArchitecture,
}

/// <summary>Where a blade is widest.</summary>
public enum WidestZone
{
    /// <summary>In the middle fifth: the elliptic shapes.</summary>
    Middle,

    /// <summary>Below it: the ovate shapes.</summary>
    Below,

    /// <summary>Above it: the obovate shapes.</summary>
    Above,

    /// <summary>As wide over more than half of the length: the oblong shapes.</summary>
    Parallel,
}
