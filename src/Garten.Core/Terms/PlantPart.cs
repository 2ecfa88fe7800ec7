namespace Garten.Core.Terms;

/// <summary>A part seen on the plant on a day.</summary>
public enum PlantPart
{
    /// <summary>Winter buds on bare twigs.</summary>
    Buds,

    /// <summary>Leaves.</summary>
    Leaves,

    /// <summary>Open flowers or catkins.</summary>
    Flowers,

    /// <summary>Fruit or cones.</summary>
    Fruit,
}
