namespace Garten.Core.Survey.Access;

/// <summary>What something asks of the person who wants to do it.</summary>
public enum Right
{
    /// <summary>Nothing: it is open to whoever reaches the server.</summary>
    Enter,

    /// <summary>To look, to compute, and to change what is one's own alone, such as a password.</summary>
    Look,

    /// <summary>To add to the survey or change what is in it.</summary>
    Record,

    /// <summary>To review the names others gave.</summary>
    Review,

    /// <summary>To settle who may do what, and what holds for all.</summary>
    Steward,
}
