using System.Collections.Immutable;
using System.Globalization;
using Garten.Core.Guides;
using Garten.Core.Seasons;

namespace Garten.Core.Survey.Counting;

/// <summary>What a watch saw on a day.</summary>
/// <param name="Percent">Share of the plants that showed it, 0–100.</param>
public readonly record struct WatchedDay(DateOnly Date, double Percent);

/// <summary>A day known to within some days.</summary>
/// <param name="Date">The middle of what it may be.</param>
/// <param name="Within">Days by which it may lie to either side.</param>
public readonly record struct RoughDay(DateOnly Date, double Within);

/// <summary>A phenophase of a species at a site through a year, as a watch saw it.</summary>
/// <param name="Days">What was seen, the first first; where several looked on a day, the most that was seen.</param>
/// <param name="Begins">When it began: between the last look that saw none and the first that saw some. Null where no look saw none before.</param>
/// <param name="Ends">When it ended: between the last look that saw some and the first after it that saw none. Null while it goes on.</param>
/// <param name="Usual">When it is usually seen at the site; null where the guide does not say.</param>
/// <param name="DaysLate">Days it began later than usual, below 0 for earlier; null where either is not known.</param>
/// <param name="Says">All this as a sentence.</param>
public sealed record WatchedPhase(
    TaxonName Taxon,
    Phenophase Phase,
    ImmutableArray<WatchedDay> Days,
    RoughDay? Begins,
    RoughDay? Ends,
    PhenologyWindow? Usual,
    int? DaysLate,
    string Says
)
{
    /// <summary>A beginning known less well than this many days to either side tells nothing of the year.</summary>
    public const double WidestTelling = 10;

    /// <summary>Puts together what a watch saw at one site in one year.</summary>
    /// <param name="lines">Lines of watches at it in the year; others are passed over, and so are names given with a qualifier.</param>
    /// <returns>By name and phenophase.</returns>
    public static ImmutableArray<WatchedPhase> Of(Guide guide, SeasonPlace place, IEnumerable<CountLine> lines) =>
        [
            .. lines
                .Where(l =>
                    l.Qualifier == IdentificationQualifier.None
                    && l.Amount is not null
                    && guide.FindTaxon(l.Taxon) is not null
                )
                .Select(l => (Line: l, Phase: ProtocolRules.PhaseOf(l.Unit)))
                .Where(l => l.Phase is not null)
                .GroupBy(l => (l.Line.Taxon, Phase: l.Phase!.Value), l => l.Line)
                .Select(g =>
                    Of(
                        guide,
                        place,
                        guide.Taxon(g.Key.Taxon),
                        g.Key.Phase,
                        [
                            .. g.GroupBy(l => l.Date)
                                .Select(d => new WatchedDay(d.Key, d.Max(l => l.Amount!.Value)))
                                .OrderBy(d => d.Date),
                        ]
                    )
                )
                .OrderBy(w => w.Taxon.Name, StringComparer.Ordinal)
                .ThenBy(w => w.Phase),
        ];

    /// <summary>The beginnings that are known well enough to tell how the year runs.</summary>
    public static IEnumerable<FirstDate> Firsts(IEnumerable<WatchedPhase> watched, SeasonPlace place) =>
        watched
            .Where(w => w.Begins is { Within: <= WidestTelling })
            .Select(w => new FirstDate(w.Taxon.Id, w.Phase, w.Begins!.Value.Date, place));

    private static WatchedPhase Of(
        Guide guide,
        SeasonPlace place,
        Taxon taxon,
        Phenophase phase,
        ImmutableArray<WatchedDay> days
    )
    {
        var first = Array.FindIndex([.. days], d => d.Percent > 0);
        var last = Array.FindLastIndex([.. days], d => d.Percent > 0);
        RoughDay? begins = first > 0 ? Between(days[first - 1].Date, days[first].Date) : null;
        RoughDay? ends = last >= 0 && last < days.Length - 1 ? Between(days[last].Date, days[last + 1].Date) : null;
        var usual = guide.Window(taxon.Id, phase) is { } stated
            ? BioclimaticShift.At(stated, guide.Title.Reference, place)
            : null;
        int? late = begins is { } begun && usual is not null ? Late(begun.Date, usual.From) : null;
        return new(
            TaxonName.Of(taxon),
            phase,
            days,
            begins,
            ends,
            usual,
            late,
            InWords(days, first, begins, ends, late)
        );
    }

    private static RoughDay Between(DateOnly before, DateOnly after)
    {
        var gap = after.DayNumber - before.DayNumber;
        return new(before.AddDays((gap + 1) / 2), gap / 2.0);
    }

    /// <summary>Days a date lies after a day of any year, by the shorter way round the year.</summary>
    private static int Late(DateOnly date, DayInYear usual) =>
        ((DayInYear.Of(date).Number - usual.Number + 365 + 182) % 365) - 182;

    private static string InWords(
        ImmutableArray<WatchedDay> days,
        int first,
        RoughDay? begins,
        RoughDay? ends,
        int? late
    )
    {
        if (first < 0)
        {
            return $"Not seen on any of {days.Length} {(days.Length == 1 ? "look" : "looks")}, the last on {DayInYear.Of(days[^1].Date)}.";
        }

        var began = begins is { } b
            ? $"Began about {Rough(b)}"
            : $"Showed already when first looked at, on {DayInYear.Of(days[0].Date)}";
        var against = late switch
        {
            null => "",
            0 => ", as usual here",
            { } n => string.Create(
                CultureInfo.InvariantCulture,
                $", {Math.Abs(n)} {(Math.Abs(n) == 1 ? "day" : "days")} {(n > 0 ? "later" : "earlier")} than usual here"
            ),
        };
        var most = days.MaxBy(d => d.Percent);
        var over = ends is { } e ? $"over about {Rough(e)}" : "not over yet when last looked at";
        return string.Create(
            CultureInfo.InvariantCulture,
            $"{began}{against}; most on {DayInYear.Of(most.Date)}, {most.Percent:0} %; {over}."
        );
    }

    private static string Rough(RoughDay day) =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"{DayInYear.Of(day.Date)} (± {Math.Max(1, Math.Ceiling(day.Within)):0})"
        );
}
