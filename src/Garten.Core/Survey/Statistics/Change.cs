namespace Garten.Core.Survey.Statistics;

/// <summary>How the share of places with a species changed from one year to another.</summary>
/// <param name="Before">Places with it of those visited in its season in the first year.</param>
/// <param name="After">The same for the second year.</param>
/// <param name="HoursBefore">Hours of looking in the first year.</param>
/// <param name="HoursAfter">Hours of looking in the second year.</param>
public sealed record Change(Share Before, Share After, double HoursBefore, double HoursAfter)
{
    /// <summary>Hours of looking at a place may differ by this factor before a change is put down to the observers.</summary>
    public const double LikeEffort = 1.5;

    /// <summary>The difference of the shares, −1 to 1, with its interval from the score intervals of both (Newcombe 1998, method 10).</summary>
    public Statistic Difference
    {
        get
        {
            if (Before.All < Share.Fewest || After.All < Share.Fewest)
            {
                return Statistic.TooLittle("Needs at least 5 places visited in season in either year.");
            }

            var (a, b) = (Before.Interval, After.Interval);
            var difference = After.Value - Before.Value;
            return new(
                difference,
                null,
                difference - Math.Sqrt(Square(After.Value - b.Low) + Square(a.High - Before.Value)),
                difference + Math.Sqrt(Square(b.High - After.Value) + Square(Before.Value - a.Low)),
                ""
            );
        }
    }

    /// <summary>True when places were looked at so much longer in one year that this alone may have made the change.</summary>
    public bool EffortDiffers
    {
        get
        {
            var (before, after) = (HoursBefore / Math.Max(Before.All, 1), HoursAfter / Math.Max(After.All, 1));
            return Math.Max(before, after) > LikeEffort * Math.Min(before, after);
        }
    }

    /// <summary>What may be said, as a sentence.</summary>
    public string InWords() =>
        Difference switch
        {
            { Value: null } lacking => lacking.Lacking,
            _ when EffortDiffers =>
                "The places were looked at for much longer in one of the years: no change can be told from the looking.",
            { Low: > 0 } => "More places have it than before.",
            { High: < 0 } => "Fewer places have it than before.",
            _ => "No change that could not be chance.",
        };

    private static double Square(double x) => x * x;
}
