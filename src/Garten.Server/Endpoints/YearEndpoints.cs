using Garten.Core.Guides;
using Garten.Core.Guides.Notation;
using Garten.Core.Seasons;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>A season of a taxon at a place.</summary>
/// <param name="From">First day.</param>
/// <param name="To">Last day.</param>
/// <param name="Open">True when today lies in it.</param>
public sealed record YearSeason(Phenophase Phase, DayInYear From, DayInYear To, bool Open);

/// <summary>The year of a taxon.</summary>
/// <param name="Growth">What sort of plant it is by the guide, for example "tree"; empty where the guide does not say.</param>
/// <param name="Seen">Days of this year on which a plant of it was visited.</param>
public sealed record YearRow(
    TaxonName Taxon,
    string Family,
    string Growth,
    IReadOnlyList<YearSeason> Seasons,
    IReadOnlyList<DateOnly> Seen
);

/// <summary>The year of the guide at a place.</summary>
/// <param name="Date">The day marked.</param>
/// <param name="Delay">How much later than at the guide's reference place spring comes there, in days; below 0 for earlier.</param>
/// <param name="Rows">The taxa in the guide's order.</param>
public sealed record YearView(DateOnly Date, double Delay, IReadOnlyList<YearRow> Rows);

/// <summary>The year drawn for the whole guide.</summary>
public static class YearEndpoints
{
    private static readonly CharacterId Growth = new("life-form");

    /// <summary>Adds the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet(
                "/year",
                async (
                    SiteId? site,
                    PlaceStore places,
                    PlantStore plants,
                    CurrentGuide current,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                {
                    var guide = current.Guide;
                    var at = site is null
                        ? null
                        : (await places.SitesAsync(cancel)).Find(s => s.Id == site)
                            ?? throw new NotInStoreException("There is no such site. Choose one from the list.");
                    var place = at is null ? guide.Title.Reference : at.AsSeasonPlace();
                    var today = Clock.Today(clock);
                    var seen = (await plants.SeenAsync(today.Year, cancel)).ToLookup(s => s.Taxon, s => s.Date);
                    return new YearView(
                        today,
                        Math.Round(BioclimaticShift.SpringDelay(guide.Title.Reference, place), 1),
                        [
                            .. guide
                                .Taxa.Where(t => t.IsSpeciesLevel)
                                .Select(t => new YearRow(
                                    TaxonName.Of(t),
                                    guide.At(t.Id, TaxonRank.Family)?.Name ?? "",
                                    GrowthOf(guide, t.Id),
                                    [
                                        .. Enum.GetValues<Phenophase>()
                                            .Select(p => guide.Window(t.Id, p))
                                            .OfType<PhenologyWindow>()
                                            .Select(w => BioclimaticShift.At(w, guide.Title.Reference, place))
                                            .Select(w => new YearSeason(
                                                w.Phase,
                                                w.From,
                                                w.To,
                                                w.DaysOutside(DayInYear.Of(today)) == 0
                                            )),
                                    ],
                                    [.. seen[t.Id.Value]]
                                )),
                        ]
                    );
                }
            )
            .WithName("year")
            .Produces<YearView>();

    private static string GrowthOf(Guide guide, TaxonId taxon) =>
        guide.FindCharacter(Growth) is { } character
        && guide.StatementFor(taxon, Growth, Scope.Any)?.Value is StateShares shares
            ? character.LabelOf(shares.Usual)
            : "";
}
