namespace Garten.Core.Terms;

/// <summary>What was said cannot be accepted; the message says what is wrong and what to do.</summary>
/// <param name="about">The field it is about, as named in the request; may be empty.</param>
public sealed class RuleException(string about, string message) : Exception(message)
{
    /// <summary>The field it is about.</summary>
    public string Field { get; } = about;
}
