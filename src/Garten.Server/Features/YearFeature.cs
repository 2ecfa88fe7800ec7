using Garten.Core.Guides;
using Garten.Core.Identification;
using Garten.Core.Seasons;
using Garten.Data;
using Garten.Server.Hosting;

namespace Garten.Server.Features;

/// <summary>A season of a taxon at a place.</summary>
/// <param name="Phase">The phenophase.</param>
/// <param name="From">First day.</param>
/// <param name="To">Last day.</param>
/// <param name="Open">True when today lies in it.</param>
public sealed record YearSeason(Phenophase Phase, DayInYear From, DayInYear To, bool Open);

/// <summary>The year of a taxon.</summary>
/// <param name="Taxon">The taxon.</param>
/// <param name="Family">Its family.</param>
/// <param name="Seasons">Its seasons.</param>
public sealed record YearRow(TaxonName Taxon, string Family, IReadOnlyList<YearSeason> Seasons);

/// <summary>The year of the guide at a place.</summary>
/// <param name="Date">The day marked.</param>
/// <param name="Delay">How much later than at the guide's reference place spring comes there, in days; below 0 for earlier.</param>
/// <param name="Rows">The taxa in the guide's order.</param>
public sealed record YearView(DateOnly Date, double Delay, IReadOnlyList<YearRow> Rows);

/// <summary>The year drawn for the whole guide.</summary>
public static class YearFeature
{
    /// <summary>Adds the endpoint.</summary>
    /// <param name="api">The API.</param>
    public static void Map(IEndpointRouteBuilder api) => api.MapGet("/year", async (
        int? site, PlaceStore places, CurrentGuide current, TimeProvider clock, CancellationToken cancel) =>
    {
        var guide = current.Guide;
        var at = site is null ? null : (await places.SitesAsync(cancel)).Find(s => s.Id == site) ?? throw new NotInStoreException("There is no such site. Choose one from the list.");
        var place = at is null ? guide.Title.Reference : new SeasonPlace(at.ElevationM, at.Latitude, at.Longitude);
        var today = Rules.Today(clock);
        return new YearView(
            today, Math.Round(BioclimaticShift.SpringDelay(guide.Title.Reference, place), 1),
            [
                .. guide.Taxa.Where(t => t.IsSpeciesLevel).Select(t => new YearRow(
                    TaxonName.Of(t), guide.At(t.Id, TaxonRank.Family)?.Name ?? "",
                    [
                        .. Enum.GetValues<Phenophase>().Select(p => guide.Window(t.Id, p)).OfType<PhenologyWindow>().Select(w => BioclimaticShift.At(w, guide.Title.Reference, place))
                            .Select(w => new YearSeason(w.Phase, w.From, w.To, w.DaysOutside(DayInYear.Of(today)) == 0)),
                    ])),
            ]);
    }).WithName("year").Produces<YearView>();
}
