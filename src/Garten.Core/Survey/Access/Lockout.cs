namespace Garten.Core.Survey.Access;

/// <summary>How wrong passwords shut an account for a while, so that guessing gets nowhere.</summary>
public static class Lockout
{
    /// <summary>Wrong passwords in a row before the account is shut.</summary>
    public const int Tries = 5;

    /// <summary>How long it is shut.</summary>
    public static TimeSpan For { get; } = TimeSpan.FromMinutes(10);

    /// <summary>Until when an account is shut after one more wrong password; null when it stays open.</summary>
    /// <param name="failures">Wrong passwords in a row, this one counted.</param>
    public static DateTimeOffset? After(int failures, DateTimeOffset now) => failures >= Tries ? now + For : null;

    /// <summary>True while an account is shut.</summary>
    /// <param name="until">Until when it is shut; null for never.</param>
    public static bool IsShut(DateTimeOffset? until, DateTimeOffset now) => until > now;
}
