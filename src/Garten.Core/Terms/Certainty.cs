namespace Garten.Core.Terms;

/// <summary>How sure the observer is.</summary>
public enum Certainty
{
    /// <summary>Would show it to anyone.</summary>
    Sure,

    /// <summary>Rather so than not.</summary>
    Fairly,

    /// <summary>A guess.</summary>
    Unsure,

    /// <summary>Looked at a second time with the doubt in mind: the surest. Last, since older reasons are kept by number.</summary>
    Checked,
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
