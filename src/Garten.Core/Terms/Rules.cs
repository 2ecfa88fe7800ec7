namespace Garten.Core.Terms;

/// <summary>Checks of what people write, whatever it is about.</summary>
public static class Rules
{
    /// <summary>A text of bounded length, trimmed.</summary>
    /// <exception cref="RuleException">It is missing, too long, or holds what no database keeps.</exception>
    /// <param name="field">Name of the field in the request.</param>
    /// <param name="label">Its name for people.</param>
    /// <param name="most">Most characters.</param>
    /// <param name="required">True when it must not be empty.</param>
    public static string Text(string field, string label, string? text, int most, bool required = false)
    {
        var trimmed = (text ?? "").Trim();
        if (required && trimmed.Length == 0)
        {
            throw new RuleException(field, $"{label} is missing.");
        }

        if (trimmed.Length > most)
        {
            throw new RuleException(
                field,
                FormattableString.Invariant(
                    $"{label} has {trimmed.Length:N0} characters; {most:N0} is the most. Shorten it."
                )
            );
        }

        return trimmed.Contains('\0', StringComparison.Ordinal)
            ? throw new RuleException(field, $"{label} holds a character that cannot be kept (NUL).")
            : trimmed;
    }

    /// <summary>A day that has come, and not before there were records.</summary>
    /// <exception cref="RuleException">It lies in the future, or before 1700.</exception>
    public static DateOnly Past(DateOnly date, DateOnly today)
    {
        if (date > today)
        {
            throw new RuleException(
                "date",
                FormattableString.Invariant(
                    $"{date:d MMMM yyyy} is in the future; today is {today:d MMMM yyyy}. Give the day the plant was seen."
                )
            );
        }

        return date.Year >= 1700
            ? date
            : throw new RuleException("date", "That date lies before 1700. Check the year.");
    }
}
