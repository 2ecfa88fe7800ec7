namespace Garten.Core.Evidence;

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

/// <summary>How sure the observer is.</summary>
public enum Certainty
{
    /// <summary>Would show it to anyone.</summary>
    Sure,

    /// <summary>Rather so than not.</summary>
    Fairly,

    /// <summary>A guess.</summary>
    Unsure,
}

/// <summary>Where the part looked at came from.</summary>
public enum EvidenceSource
{
    /// <summary>On the plant.</summary>
    Attached,

    /// <summary>On the ground below it; may be a neighbour's.</summary>
    Fallen,

    /// <summary>Remains of an earlier season.</summary>
    OldRemains,

    /// <summary>Pressed material.</summary>
    Pressed,

    /// <summary>A picture.</summary>
    Picture,
}

/// <summary>What has changed the plant from its natural form.</summary>
public enum Alteration
{
    /// <summary>Cut by a mower.</summary>
    Mown,

    /// <summary>Eaten by animals.</summary>
    Browsed,

    /// <summary>Cut by people.</summary>
    Pruned,

    /// <summary>Deformed by insects or fungi.</summary>
    Galled,
}

/// <summary>Why a character cannot be seen today.</summary>
public enum HiddenReason
{
    /// <summary>The season has not come.</summary>
    TooEarly,

    /// <summary>The season is past.</summary>
    Over,

    /// <summary>Too high or across water.</summary>
    OutOfReach,

    /// <summary>The plant is of the other sex, or too young or old.</summary>
    WrongSexOrStage,

    /// <summary>The part is there but spoiled.</summary>
    Damaged,
}

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

/// <summary>How a plant came to stand where it stands.</summary>
public enum Origin
{
    /// <summary>Not known.</summary>
    Unknown,

    /// <summary>Came by itself.</summary>
    Wild,

    /// <summary>Brought by people, and growing by itself now.</summary>
    Naturalised,

    /// <summary>Put there by people.</summary>
    Planted,
}
