using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Sheets;
using Garten.Core.Survey;
using Garten.Core.Survey.Places;
using Garten.Core.Survey.Reporting;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>A label for a specimen.</summary>
/// <param name="Number">Number of the specimen.</param>
/// <param name="Name">The latest name with its qualifier; empty while the plant has none.</param>
/// <param name="Author">Author of the name; may be empty.</param>
/// <param name="Family">The family; may be empty.</param>
/// <param name="Determiner">Who gave the name; may be empty.</param>
/// <param name="DeterminedOn">When; null without a name.</param>
/// <param name="Tag">The plant's tag.</param>
/// <param name="ElevationM">Metres above sea level.</param>
/// <param name="Position">Where it stands, in degrees, minutes and seconds; empty when not known.</param>
/// <param name="UncertaintyM">Radius within which the position holds.</param>
/// <param name="Description">What the plant looks like.</param>
/// <param name="Features">What is lost in drying, as it was recorded: colours and the whole plant.</param>
/// <param name="Planted">True when it was planted.</param>
/// <param name="Collector">Who took it.</param>
/// <param name="Sensitive">True where the place is not to be handed on.</param>
public sealed record LabelView(
    PlantId Plant,
    string Number,
    string KeptAt,
    string Survey,
    string Name,
    string Author,
    string Family,
    string Determiner,
    DateOnly? DeterminedOn,
    string Tag,
    string Site,
    double? ElevationM,
    string Position,
    double? UncertaintyM,
    string Description,
    IReadOnlyList<string> Features,
    bool Planted,
    string Collector,
    DateOnly TakenOn,
    bool Sensitive
);

/// <summary>A list to tick on a visit.</summary>
public sealed record ChecklistView(Site Site, DateOnly Date, IReadOnlyList<ChecklistLine> Lines);

/// <summary>What goes into the field and the cabinet on paper: lists to tick, and labels for specimens.</summary>
public static class PaperEndpoints
{
    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet(
                "/labels",
                async (
                    PlantStore plants,
                    PlantSheets sheets,
                    MapStore map,
                    CurrentGuide current,
                    CancellationToken cancel
                ) =>
                {
                    var positions = (await map.PositionsAsync(cancel)).ToDictionary(p => p.Plant);
                    List<LabelView> labels = [];
                    foreach (var plant in (await plants.ReadAllAsync(cancel)).Where(p => p.Stored.Vouchers.Count > 0))
                    {
                        var sheet = sheets.Of(plant, new(null, null));
                        var sensitive = current.IsSensitive(
                            plant.Stored.Determinations is [var latest, ..] ? latest.Taxon : null
                        );
                        labels.AddRange(
                            sheet.Vouchers.Select(v =>
                                LabelOf(sheet, v, positions.GetValueOrDefault(sheet.Plant.Id), current.Guide, sensitive)
                            )
                        );
                    }

                    return labels.OrderBy(l => l.Number, StringComparer.Ordinal).ToList();
                }
            )
            .WithName("labels")
            .Produces<List<LabelView>>();

        api.MapGet(
                "/checklist",
                async (
                    SiteId site,
                    DateOnly? date,
                    CountedSurvey survey,
                    RecordStore records,
                    PlaceStore places,
                    CurrentGuide current,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                {
                    var at = (await places.SitesAsync(cancel)).Find(s => s.Id == site)
                        ?? throw new NotInStoreException("There is no such site. Choose one from the list.");
                    var day = date ?? Clock.Today(clock);
                    var counted = (await survey.OfAsync(CountChoice.All, cancel))
                        .Lines.Where(l => l.Qualifier == IdentificationQualifier.None && l.Origin != Origin.Planted)
                        .Select(l => (l.Taxon, l.Site, l.Date));
                    var followed = (await records.ListAsync(RecordFilter.All, cancel))
                        .Where(r =>
                            r.Qualifier == IdentificationQualifier.None
                            && r.Origin != Origin.Planted
                            && current.Guide.FindTaxon(new(r.Taxon)) is not null
                        )
                        .Select(r => (Taxon: new TaxonId(r.Taxon), r.Site, r.Date));
                    return new ChecklistView(
                        at,
                        day,
                        FieldChecklist.For(current.Guide, at.Name, at.AsSeasonPlace(), day, counted.Concat(followed))
                    );
                }
            )
            .WithName("checklist")
            .Produces<ChecklistView>();
    }

    private static LabelView LabelOf(PlantSheet sheet, Voucher voucher, PlantPosition? own, Guide guide, bool sensitive)
    {
        var latest = sheet.Determinations.Count > 0 ? sheet.Determinations[0] : null;
        var taxon = latest is null ? null : guide.FindTaxon(new(latest.Taxon));
        var site = sheet.Plant.Site;
        GeoPoint? at = own?.At
            ?? (site is { Latitude: { } north, Longitude: { } east } ? new GeoPoint(north, east) : null);
        return new(
            sheet.Plant.Id,
            voucher.Content.Number,
            voucher.Content.KeptAt,
            guide.Title.Title,
            latest?.FullName ?? "",
            taxon?.Author ?? "",
            taxon is null ? "" : guide.At(taxon.Id, TaxonRank.Family)?.Name ?? "",
            latest?.Person ?? "",
            latest?.Date,
            sheet.Plant.Tag,
            site.Description.Length > 0 ? $"{site.Name}: {site.Description}" : site.Name,
            site.ElevationM,
            at is { } point ? Coordinates.InDegreesMinutesSeconds(point) : "",
            own?.UncertaintyM ?? site.UncertaintyM,
            sheet.Plant.Description,
            [
                .. sheet
                    .Observations.Where(o =>
                        o.Seen.Finding is not (Finding.Hidden or Finding.Absent)
                        && (
                            o.Organ == Organ.Habit
                            || guide.FindCharacter(o.Seen.Character)?.Kind == CharacterKind.Colour
                        )
                    )
                    .Select(o => $"{o.Label}: {o.Summary}")
                    .Distinct(),
            ],
            sheet.Plant.Origin == Origin.Planted,
            voucher.Person,
            voucher.Content.TakenOn,
            sensitive
        );
    }
}
