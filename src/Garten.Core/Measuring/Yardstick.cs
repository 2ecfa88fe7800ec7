using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;

namespace Garten.Core.Measuring;

/// <summary>A thing of known size that others are held against: a card, a coin, a hand span.</summary>
/// <param name="Name">What it is called, in the singular.</param>
/// <param name="Size">Its length in millimetres, with how well it is known.</param>
public sealed record Yardstick(string Name, Measured Size)
{
    /// <summary>Longest name.</summary>
    public const int LongestName = 40;

    /// <summary>Measurements a yardstick is calibrated with at the most.</summary>
    public const int MostMeasurements = 20;

    /// <summary>How well one measurement alone is trusted, as a share.</summary>
    private const double OnceShare = 0.02;

    /// <summary>The card most purses hold.</summary>
    public static Yardstick Card { get; } = new("card", new(85.6, 0.2));

    /// <summary>
    /// A yardstick calibrated by measuring it once or several times, in millimetres. Measured several times, its error is the
    /// standard deviation: a pace or a span is never twice the same.
    /// </summary>
    /// <param name="lengths">At least one length.</param>
    public static Yardstick Calibrated(string name, ImmutableArray<double> lengths)
    {
        var summary = SampleSummary.Of(lengths);
        return new(name, new(summary.Mean, Math.Max(summary.StandardDeviation ?? summary.Mean * OnceShare, 1e-3)));
    }
}

/// <summary>Reads lengths given in yardsticks: <c>two and a half cards long</c>, <c>about 3 thumbs</c>, <c>¾ of a hand</c>.</summary>
public static partial class YardstickReader
{
    /// <summary>A length is judged to the nearest quarter of a yardstick: the standard deviation of that, as a share of it (¼ ÷ √12).</summary>
    private const double QuarterSpread = 0.0722;

    private static readonly Dictionary<string, double> Numbers = new()
    {
        ["a"] = 1,
        ["one"] = 1,
        ["two"] = 2,
        ["three"] = 3,
        ["four"] = 4,
        ["five"] = 5,
        ["six"] = 6,
        ["seven"] = 7,
        ["eight"] = 8,
        ["nine"] = 9,
        ["ten"] = 10,
        ["half"] = 0.5,
        ["quarter"] = 0.25,
        ["three quarters"] = 0.75,
        ["½"] = 0.5,
        ["¼"] = 0.25,
        ["¾"] = 0.75,
    };

    /// <summary>The length in millimetres with its error; null where the text does not speak of one of the yardsticks.</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="yardsticks">The yardsticks known.</param>
    public static Measured? Read(string text, IEnumerable<Yardstick> yardsticks)
    {
        var form = Form().Match(text.Trim().ToLowerInvariant());
        if (!form.Success || Number(form) is not { } number)
        {
            return null;
        }

        var name = form.Groups["name"].Value;
        return
            yardsticks.FirstOrDefault(y =>
                y.Name.ToLowerInvariant() is var own && (name == own || name == own + "s" || name == own + "es")
            )
                is { Size: var size }
            ? new(number * size.Value, Measured.Together(number * size.Error, QuarterSpread * size.Value))
            : null;
    }

    /// <summary>Whether a text may speak of a yardstick: it has the form, and is no length in units. Only then need anyone's be known.</summary>
    /// <param name="text">What was typed.</param>
    public static bool MaySpeakOfOne(string text) =>
        LengthReader.Millimetres(text, "mm") is null && Form().IsMatch(text.Trim().ToLowerInvariant());

    private static double? Number(Match form)
    {
        var whole = Value(form.Groups["whole"]);
        var part = Value(form.Groups["part"]);
        return whole is null && part is null ? null : (whole ?? 0) + (part ?? 0);
    }

    private static double? Value(Group group)
    {
        if (!group.Success)
        {
            return null;
        }

        if (Numbers.TryGetValue(group.Value, out var word))
        {
            return word;
        }

        var pieces = group.Value.Split('/');
        var over = double.Parse(pieces[0], CultureInfo.InvariantCulture);
        return pieces.Length == 1 ? over
            : double.Parse(pieces[1], CultureInfo.InvariantCulture) is > 0 and var under ? over / under
            : null;
    }

    [GeneratedRegex(
        @"^(?:about |around |ca\.? |~ ?)?(?:(?<whole>\d+(?:\.\d+)?(?!/|\d)|a|one|two|three|four|five|six|seven|eight|nine|ten)\b)?(?: ?(?:and )?(?:a )?(?<part>\d+/\d+|half|quarter|three quarters|[½¼¾]))?(?: (?:of )?(?:a |an )?| )(?<name>\p{L}[\p{L} '-]{0,39}?)(?: (?:long|wide|tall|high|across|thick))?$"
    )]
    private static partial Regex Form();
}
