namespace Garten.Core.Survey.Counting;

/// <summary>The usual classes of cover, and the percent they stand for.</summary>
/// <remarks>Classes after Braun-Blanquet (1928) with the second divided (Barkman, Doing and Segal 1964); the percents are the middles of the classes, of the
/// two least ones agreed values. Classes that are bare numbers are written with a c, for example c3, since 3 is three percent.</remarks>
public static class CoverClass
{
    private static readonly (string Class, double Percent)[] Classes =
    [
        ("r", 0.1),
        ("+", 0.5),
        ("c1", 2.5),
        ("2a", 8.75),
        ("2b", 18.75),
        ("c2", 15),
        ("c3", 37.5),
        ("c4", 62.5),
        ("c5", 87.5),
    ];

    /// <summary>The percent a class stands for; null when it is no class.</summary>
    /// <param name="text">The class as written, for example "2a".</param>
    public static double? PercentOf(string text) =>
        Array.Find(Classes, c => string.Equals(c.Class, text, StringComparison.OrdinalIgnoreCase))
            is { Class: not null } found
            ? found.Percent
            : null;
}
