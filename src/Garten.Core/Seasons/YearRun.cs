using System.Collections.Immutable;
using System.Globalization;
using Garten.Core.Guides;

namespace Garten.Core.Seasons;

/// <summary>The temperature of a day.</summary>
/// <param name="Least">Lowest, in degrees Celsius.</param>
/// <param name="Most">Highest, in degrees Celsius.</param>
public sealed record DailyTemperature(DateOnly Date, double Least, double Most)
{
    /// <summary>Growing degree-days of the day: how far the mean of its extremes lies above a base, and 0 below it.</summary>
    /// <param name="threshold">The base, in degrees Celsius.</param>
    public double DegreeDays(double threshold) => Math.Max(((Least + Most) / 2) - threshold, 0);
}

/// <summary>A first date a team noted: the first flower, leaf or ripe fruit of a taxon at a place in a year.</summary>
/// <param name="Date">The day it was first seen.</param>
public sealed record FirstDate(TaxonId Taxon, Phenophase Phase, DateOnly Date, SeasonPlace Place);

/// <summary>How a year runs against the usual one.</summary>
/// <param name="Days">Days it runs late; below 0 for early.</param>
/// <param name="Error">Standard error of that, in days.</param>
/// <param name="Reasons">What it rests on, in words.</param>
public sealed record YearRun(double Days, double Error, ImmutableArray<string> Reasons)
{
    /// <summary>Warmth below which nothing grows, the usual base for plants of temperate lands, in degrees Celsius.</summary>
    public const double Threshold = 5;

    /// <summary>Days by which years usually differ from one another: the spread before anything is known of this one.</summary>
    public const double UsualSpread = 8;

    /// <summary>How far a season goes with the sum of warmth, in days.</summary>
    private const double WarmthError = 5;

    /// <summary>How far a single first date lies from the beginning of the season: nobody is there every day.</summary>
    private const double FirstDateError = 10;

    /// <summary>Last day of the year, by number, whose warmth tells how the year runs: the end of May, when most seasons have begun.</summary>
    private const int LastTelling = 151;

    /// <summary>Degree-days below which, in this year and in the usual one, a year has not yet begun to tell anything.</summary>
    private const double LeastWarmth = 20;

    /// <summary>A year of which nothing is known yet.</summary>
    public static YearRun Usual { get; } = new(0, UsualSpread, []);

    /// <summary>In words, for example "6 days early (± 4)".</summary>
    public string InWords()
    {
        var days = Math.Round(Math.Abs(Days));
        var error = string.Create(CultureInfo.InvariantCulture, $"± {Math.Max(Math.Round(Error), 1):0}");
        return days == 0
            ? $"as usual ({error} days)"
            : string.Create(
                CultureInfo.InvariantCulture,
                $"{days:0} {(days == 1 ? "day" : "days")} {(Days > 0 ? "late" : "early")} ({error})"
            );
    }

    /// <summary>Judges a year from its warmth and from first dates.</summary>
    /// <param name="guide">The guide, which says when things usually begin.</param>
    /// <param name="warmth">Days of this year so far, in any order; may be empty.</param>
    /// <param name="usual">The same station's usual temperatures, a day each of a year without leap day; may be empty.</param>
    /// <param name="firsts">First dates of this year.</param>
    /// <remarks>Each reason is an estimate with its own variance; they are combined by the inverse of their variances, the usual spread of years about 0 among them.</remarks>
    public static YearRun Judge(
        Guide guide,
        IReadOnlyCollection<DailyTemperature> warmth,
        IReadOnlyCollection<DailyTemperature> usual,
        IReadOnlyCollection<FirstDate> firsts
    )
    {
        List<string> reasons = [];
        var (sum, weight) = (0.0, 1 / (UsualSpread * UsualSpread));
        if (FromWarmth(warmth, usual) is { } late)
        {
            Add(late, WarmthError);
            reasons.Add(Said("by the sum of warmth", late));
        }

        var reference = guide.Title.Reference;
        foreach (var first in firsts.OrderBy(f => f.Date))
        {
            if (guide.Window(first.Taxon, first.Phase) is { } window)
            {
                var begins = BioclimaticShift.At(window, reference, first.Place).From.Number;
                var days = ((DayInYear.Of(first.Date).Number - begins + 365 + 182) % 365) - 182;
                Add(days, FirstDateError);
                reasons.Add(
                    Said($"{guide.Taxon(first.Taxon).Name}, {Words(first.Phase)} on {DayInYear.Of(first.Date)}", days)
                );
            }
        }

        return new(sum / weight, Math.Sqrt(1 / weight), [.. reasons]);

        void Add(double days, double error)
        {
            sum += days / (error * error);
            weight += 1 / (error * error);
        }
    }

    /// <summary>How many days late the warmth of a year is: the day reached, less the day on which the usual year has had as much.</summary>
    /// <param name="warmth">Days of the year so far.</param>
    /// <param name="usual">The usual year.</param>
    /// <returns>Days, or null before enough warmth has come to tell or where days are missing.</returns>
    public static double? FromWarmth(
        IReadOnlyCollection<DailyTemperature> warmth,
        IReadOnlyCollection<DailyTemperature> usual
    )
    {
        var days = warmth.OrderBy(d => d.Date).ToArray();
        if (
            days.Length == 0
            || usual.Count < 365
            || days[0].Date.DayOfYear != 1
            || days[^1].Date.DayOfYear != days.Length
        )
        {
            return null;
        }

        days = [.. days.Take(LastTelling)];
        var sum = days.Sum(d => d.DegreeDays(Threshold));
        if (Math.Max(sum, usual.OrderBy(d => d.Date).Take(days.Length).Sum(d => d.DegreeDays(Threshold))) < LeastWarmth)
        {
            return null;
        }

        double reached = 0;
        var number = 0;
        foreach (var day in usual.OrderBy(d => d.Date))
        {
            number++;
            var before = reached;
            reached += day.DegreeDays(Threshold);
            if (reached > 0 && reached >= sum)
            {
                return days.Length - (number - 1 + ((sum - before) / (reached - before)));
            }
        }

        // Warmer already than a whole usual year: as early as can be told.
        return days.Length - 365;
    }

    private static string Said(string what, double days) =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"{what}: {Math.Abs(days):0} {(Math.Round(Math.Abs(days)) == 1 ? "day" : "days")} {(days >= 0 ? "late" : "early")}"
        );

    private static string Words(Phenophase phase) =>
        phase switch
        {
            Phenophase.Leaf => "in leaf",
            Phenophase.Flower => "in flower",
            Phenophase.Fruit => "in fruit",
            _ => "in colour",
        };
}
