namespace Garten.Core.Terms;

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
