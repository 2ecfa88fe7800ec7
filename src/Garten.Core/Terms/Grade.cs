namespace Garten.Core.Terms;

/// <summary>How sure a name is.</summary>
public enum Grade
{
    /// <summary>No name leads.</summary>
    Unplaced,

    /// <summary>A name leads.</summary>
    Leaning,

    /// <summary>One person's work is done: the key or the features settle the name, and nothing speaks against it.</summary>
    Settled,

    /// <summary>All the guide asks for this taxon was seen, and a second person agrees.</summary>
    Confirmed,
}
