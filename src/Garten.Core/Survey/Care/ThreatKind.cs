namespace Garten.Core.Survey.Care;

/// <summary>What threatens a plant.</summary>
public enum ThreatKind
{
    /// <summary>It would be cut with the grass.</summary>
    Mowing,

    /// <summary>People or beasts walk over it.</summary>
    Trampling,

    /// <summary>Deer, cattle or slugs eat it.</summary>
    Browsing,

    /// <summary>Trees over or beside it are to be felled.</summary>
    Felling,

    /// <summary>The ground is dug up, built on, or the plant itself dug out.</summary>
    Digging,

    /// <summary>Water carries it off or stands over it.</summary>
    Flooding,

    /// <summary>Something else, said in the note.</summary>
    Other,
}
