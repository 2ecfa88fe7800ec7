namespace Garten.Core.Assessment;

/// <summary>What a second person says of a name.</summary>
public enum Verdict
{
    /// <summary>It is right.</summary>
    Agrees,

    /// <summary>It is something else.</summary>
    Differs,

    /// <summary>It cannot be said yet: something must be looked at first.</summary>
    AsksMore,
}

/// <summary>The latest a person said of a name.</summary>
/// <param name="Remark">Why, or what to look at; may be empty where they agree.</param>
public sealed record NameReview(string Person, Verdict Verdict, string Remark);
