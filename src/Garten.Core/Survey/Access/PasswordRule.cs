namespace Garten.Core.Survey.Access;

/// <summary>What a password must be: long rather than odd, and not the name it guards.</summary>
public static class PasswordRule
{
    /// <summary>Fewest characters.</summary>
    public const int Fewest = 12;

    /// <summary>Most characters.</summary>
    public const int Most = 200;

    private const int FewestDifferent = 5;

    /// <summary>What is wrong with a password; empty when it will do.</summary>
    /// <param name="password">The password as typed.</param>
    /// <param name="name">Name of the person.</param>
    public static string FaultOf(string password, string name) =>
        password.Length < Fewest
            ? $"A password has at least {Fewest} characters. A few words in a row are easy to remember."
        : password.Length > Most ? $"A password has at most {Most} characters."
        : password.Distinct().Count() < FewestDifferent
            ? $"Use at least {FewestDifferent} different characters in the password."
        : name.Length > 0 && password.Contains(name, StringComparison.OrdinalIgnoreCase)
            ? "The password must not hold your name."
        : "";
}
