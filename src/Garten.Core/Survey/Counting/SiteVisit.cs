using Garten.Core.Guides;
using Garten.Core.Seasons;

namespace Garten.Core.Survey.Counting;

/// <summary>A visit on which all species met at a site were listed.</summary>
/// <param name="Site">Name of the site.</param>
/// <param name="Place">Where the site lies, as far as seasons depend on it.</param>
/// <param name="Hours">How long was looked; null when it was not noted.</param>
public sealed record SiteVisit(SheetId Sheet, string Site, SeasonPlace Place, DateOnly Date, double? Hours)
{
    /// <summary>True when a taxon can be seen there that day by the guide: in leaf, flower, fruit or colour. One whose year the guide does not state counts as always there.</summary>
    public bool IsInSeasonOf(Guide guide, TaxonId taxon)
    {
        PhenologyWindow[] windows =
        [
            .. Enum.GetValues<Phenophase>().Select(p => guide.Window(taxon, p)).OfType<PhenologyWindow>(),
        ];
        return windows.Length == 0
            || Array.Exists(windows, w =>
                BioclimaticShift.At(w, guide.Title.Reference, Place).DaysOutside(DayInYear.Of(Date)) == 0
            );
    }
}
