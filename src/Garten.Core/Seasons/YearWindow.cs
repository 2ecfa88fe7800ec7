using System.Globalization;
using Garten.Core.Guides;

namespace Garten.Core.Seasons;

/// <summary>When a phenophase of a taxon is to be seen at a place, in a certain year.</summary>
/// <param name="From">First day.</param>
/// <param name="To">Last day.</param>
/// <param name="Error">Standard error of either end, in days.</param>
public sealed record YearWindow(Phenophase Phase, DateOnly From, DateOnly To, double Error)
{
    /// <summary>How far the ends a guide states lie from those of a single place, in days.</summary>
    private const double StatedError = 6;

    /// <summary>True on the days of the window.</summary>
    public bool Holds(DateOnly date) => date >= From && date <= To;

    /// <summary>In words, for example "3 May to 12 Jun 2026, give or take 9 days".</summary>
    public string InWords() =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"{From:d MMM}{(From.Year == To.Year ? "" : From.ToString(" yyyy", CultureInfo.InvariantCulture))} to {To:d MMM yyyy}, give or take {Error:0} days"
        );

    /// <summary>The window a day falls into, or else the next one to come.</summary>
    /// <param name="run">How the year of the day runs; later years are taken to be usual.</param>
    /// <param name="sex">The plant's sex; null where it is not known.</param>
    /// <returns>Null where the guide gives no season.</returns>
    public static YearWindow? OnOrAfter(
        Guide guide,
        TaxonId taxon,
        Phenophase phase,
        SeasonPlace place,
        YearRun run,
        DateOnly day,
        Sex? sex = null
    )
    {
        if (guide.Window(taxon, phase, sex) is not { } stated)
        {
            return null;
        }

        var window = BioclimaticShift.At(stated, guide.Title.Reference, place);
        for (var year = day.Year - 1; ; year++)
        {
            var runs = year == day.Year ? run : YearRun.Usual;
            var (late, off) = phase switch
            {
                // How a spring runs says little of the autumn after it.
                Phenophase.LeafColour => (0.0, 0.0),
                Phenophase.Leaf => (runs.Days, 0.0),
                _ => (runs.Days, runs.Days),
            };
            var begins = new DateOnly(year, 1, 1).AddDays(window.From.Number - 1);
            var found = new YearWindow(
                phase,
                begins.AddDays((int)Math.Round(late)),
                begins.AddDays(window.Length - 1 + (int)Math.Round(off)),
                Math.Sqrt((StatedError * StatedError) + (runs.Error * runs.Error))
            );
            if (found.To >= day)
            {
                return found;
            }
        }
    }
}
