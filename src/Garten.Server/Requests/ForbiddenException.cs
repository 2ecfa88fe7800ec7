namespace Garten.Server.Requests;

/// <summary>The person may not do this; the message says what to do.</summary>
/// <param name="status">401 where nobody has entered, else 403.</param>
/// <param name="title">A few words.</param>
public sealed class ForbiddenException(int status, string title, string message) : Exception(message)
{
    /// <summary>The HTTP status.</summary>
    public int Status { get; } = status;

    /// <summary>A few words.</summary>
    public string Title { get; } = title;
}
