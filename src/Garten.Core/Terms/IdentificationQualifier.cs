namespace Garten.Core.Terms;

/// <summary>A reserve put before a name.</summary>
public enum IdentificationQualifier
{
    /// <summary>No reserve.</summary>
    None,

    /// <summary>cf.: to be compared with; most likely this.</summary>
    Cf,

    /// <summary>aff.: near this, but not quite.</summary>
    Aff,

    /// <summary>?: doubtful.</summary>
    Doubtful,
}
