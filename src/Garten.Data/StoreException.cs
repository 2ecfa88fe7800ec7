namespace Garten.Data;

/// <summary>Something asked for is not in the store.</summary>
/// <param name="message">What, in a sentence.</param>
public sealed class NotInStoreException(string message) : Exception(message);

/// <summary>A name or tag is taken already.</summary>
/// <param name="message">Which, in a sentence.</param>
public sealed class TakenException(string message) : Exception(message);

/// <summary>Something recorded before would go, which a person must want first.</summary>
/// <param name="message">What would go, in a sentence.</param>
public sealed class ReplacesException(string message) : Exception(message);

/// <summary>Somebody else changed the same thing in between.</summary>
/// <param name="message">What, in a sentence.</param>
/// <param name="theirs">How it stands in the store now.</param>
public sealed class ChangedMeanwhileException(string message, object? theirs) : Exception(message)
{
    /// <summary>How it stands in the store now; null when it was removed.</summary>
    public object? Theirs { get; } = theirs;
}
