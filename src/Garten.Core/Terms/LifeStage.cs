namespace Garten.Core.Terms;

/// <summary>The life stage of a plant.</summary>
public enum LifeStage
{
    /// <summary>With its first leaves.</summary>
    Seedling,

    /// <summary>Young, not yet flowering; leaves are often larger or more lobed.</summary>
    Sapling,

    /// <summary>Shooting again from a cut or burned base.</summary>
    Resprout,

    /// <summary>Full grown.</summary>
    Mature,

    /// <summary>A rosette of leaves at the ground.</summary>
    Rosette,

    /// <summary>Dead or dormant remains.</summary>
    Remains,
}

/// <summary>The sex of a plant, where it has one.</summary>
public enum Sex
{
    /// <summary>Bears only pollen flowers.</summary>
    Male,

    /// <summary>Bears only seed flowers.</summary>
    Female,

    /// <summary>Bears both.</summary>
    Both,
}
