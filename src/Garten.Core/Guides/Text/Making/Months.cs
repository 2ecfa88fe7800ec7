namespace Garten.Core.Guides.Text.Making;

/// <summary>Months in the values of a text, "May–June".</summary>
internal static class Months
{
    private static readonly string[] Names =
    [
        "January",
        "February",
        "March",
        "April",
        "May",
        "June",
        "July",
        "August",
        "September",
        "October",
        "November",
        "December",
    ];

    /// <summary>True where a value speaks of months.</summary>
    public static bool In(string value) => Array.Exists(Names, n => value.Contains(n, StringComparison.Ordinal));

    /// <summary>The days a value spans; null where it is not one month or a span of months.</summary>
    public static (DayInYear From, DayInYear To)? Span(string value)
    {
        var ends = value.Split('–');
        var (from, to) = (Array.IndexOf(Names, ends[0].Trim()), Array.IndexOf(Names, ends[^1].Trim()));
        return ends.Length > 2 || from < 0 || to < 0
            ? null
            : (new(from + 1, 1), new(to + 1, DateTime.DaysInMonth(2001, to + 1)));
    }
}
