namespace Garten.Core.Terms;

/// <summary>The light a part grew in.</summary>
public enum Exposure
{
    /// <summary>Full light.</summary>
    Sun,

    /// <summary>Shade; leaves are larger and thinner.</summary>
    Shade,
}

/// <summary>Where on the plant a part grew.</summary>
public enum PartPosition
{
    /// <summary>At the base.</summary>
    Basal,

    /// <summary>On the middle of the stem.</summary>
    Middle,

    /// <summary>Towards the top.</summary>
    Upper,

    /// <summary>On a low branch.</summary>
    LowBranch,

    /// <summary>On a shoot from the base or a stump.</summary>
    Resprout,

    /// <summary>On a young plant, not yet flowering, that stands with it.</summary>
    Sapling,
}

/// <summary>Where one part of a plant grew.</summary>
/// <param name="Exposure">The light; null when not noted.</param>
/// <param name="Position">Where on the plant; null when not noted.</param>
public readonly record struct PartPlace(Exposure? Exposure, PartPosition? Position);

/// <summary>How old the part is.</summary>
public enum PartAge
{
    /// <summary>Just unfolding.</summary>
    First,

    /// <summary>Fully grown.</summary>
    Mature,

    /// <summary>Going over.</summary>
    Withering,

    /// <summary>On wood of this year.</summary>
    ThisYear,

    /// <summary>On old wood.</summary>
    Old,
}
