using System.Globalization;
using System.Text.RegularExpressions;

namespace Garten.Core.Guides.Text.Phrases;

/// <summary>Months or seasons of a year.</summary>
/// <param name="Character">"flowering time" or "fruiting time"; empty where the text leaves it to its subject.</param>
/// <param name="End">Where it ends in the text.</param>
internal sealed record FoundTime(string Character, string Value, int End);

/// <summary>Finds when a plant flowers and fruits: "flowers May–June", "flowering from April to early June".</summary>
internal static partial class PhraseTimes
{
    private static readonly string[] Months = CultureInfo.InvariantCulture.DateTimeFormat.MonthNames[..12];

    public static FoundTime? At(string text, int start)
    {
        if (Spoken().Match(text, start) is { Success: true } spoken)
        {
            var fruit =
                spoken.Groups["what"].Value.StartsWith("fr", StringComparison.OrdinalIgnoreCase)
                || spoken.Groups["what"].Value.Contains("ripe", StringComparison.OrdinalIgnoreCase)
                || spoken.Groups["what"].Value.Equals("in fruit", StringComparison.OrdinalIgnoreCase);
            return new(fruit ? "fruiting time" : "flowering time", Value(spoken), spoken.Index + spoken.Length);
        }

        return Bare().Match(text, start) is { Success: true } bare
            ? new("", Value(bare), bare.Index + bare.Length)
            : null;
    }

    private static string Value(Match m)
    {
        var to = m.Groups["to"].Value;
        return to.Length == 0 ? Full(m.Groups["from"].Value) : $"{Full(m.Groups["from"].Value)}–{Full(to)}";
    }

    private static string Full(string said)
    {
        var words = said.Trim().TrimEnd('.').Split(' ', StringSplitOptions.RemoveEmptyEntries);
        var last = words[^1].TrimEnd('.');
        var month = Months.FirstOrDefault(m =>
            m.StartsWith(last[..Math.Min(3, last.Length)], StringComparison.OrdinalIgnoreCase)
            && (last.Length <= 4 || m.Equals(last, StringComparison.OrdinalIgnoreCase))
        );
        words[^1] = month ?? last.ToLowerInvariant();
        for (var i = 0; i < words.Length - 1; i++)
        {
            words[i] = words[i].ToLowerInvariant();
        }

        return string.Join(' ', words);
    }

    private const string Month =
        @"(?:(?:early|mid|late|mid-|beginning of|end of)[\s-]?)?(?:January|February|March|April|May|June|July|August|September|October|November|December|(?:Jan|Feb|Mar|Apr|Jun|Jul|Aug|Sept|Sep|Oct|Nov|Dec)\b\.?)";

    private const string Season = @"(?:(?:early|mid|late|mid-)[\s-]?)?(?:spring|summer|autumn|fall|winter)";

    [GeneratedRegex(
        @"\G(?<what>flowers|flowering(?:\stime)?|flower|blooms|blooming|bloom|in flower|fl\.|fruits|fruiting(?:\stime)?|fruit|in fruit|fr\.|fruits? ripen(?:s|ing)?|ripens|ripening|ripe)\s*[:,]?\s*(?:(?:appear(?:s|ing)?|open(?:s|ing)?|produced|borne|usually|mostly|ripe|ripening)\s+)?(?:(?:in|from|during|between)\s+)?(?<from>"
            + Month
            + "|"
            + Season
            + @")(?:\s*(?:–|-|—|to|and|through|until|into|or)\s*(?<to>"
            + Month
            + "|"
            + Season
            + "))?",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Spoken();

    [GeneratedRegex(
        @"\G(?:(?:in|from|during)\s+)?(?<from>"
            + Month
            + @")(?:\s*(?:–|-|—|to|and|through|until)\s*(?<to>"
            + Month
            + "))?"
    )]
    private static partial Regex Bare();
}
