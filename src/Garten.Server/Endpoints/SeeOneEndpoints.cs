using Garten.Core.Sheets;
using Garten.Core.Survey.Care;
using Garten.Core.Survey.Places;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>A named plant one can go and see for comparison.</summary>
/// <param name="Grade">How sure its name is.</param>
/// <param name="Metres">How far it is, to the tens of metres; null where a position is not known.</param>
/// <param name="Way">How far and which way, for example "240 m north-east"; empty where that is not known.</param>
/// <param name="Find">How to find it by its landmarks; may be empty.</param>
public sealed record PlantToSee(PlantTag Plant, Grade Grade, double? Metres, string Way, string Find);

/// <summary>See one: the nearest plants that have a name already, for comparison.</summary>
public static class SeeOneEndpoints
{
    private const int Most = 3;

    /// <summary>Distances are told to so many metres: exact ones to several plants would fix a place.</summary>
    private const double Rounded = 10;

    /// <summary>Adds the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet(
                "/plants/{plant:id}/see-one",
                async (
                    PlantId plant,
                    string taxon,
                    PlantStore plants,
                    PlaceStore places,
                    MapStore map,
                    CurrentGuide current,
                    CancellationToken cancel
                ) =>
                {
                    var here = await plants.CardAsync(plant, cancel);
                    var own = (await map.PositionsAsync(cancel)).ToDictionary(p => p.Plant, p => p.At);
                    var sites = (await places.SitesAsync(cancel)).ToDictionary(s => s.Id);
                    var from = PointOf(plant, here.Site);

                    // A name with a qualifier is nothing to compare with.
                    var near = (await plants.DigestsAsync(cancel))
                        .Where(p =>
                            p.Tag.Id != plant
                            && !p.Tag.IsQualified
                            && p.Tag.Taxon is not null
                            && current.Guide.IsWithin(new(p.Tag.Taxon), new(taxon))
                        )
                        .Select(p => (Plant: p, At: PointOf(p.Tag.Id, sites[p.Site])))
                        .Select(p => (p.Plant, p.At, Metres: p.At is { } to ? from?.MetresTo(to) : null));
                    PlantToSee[] shown =
                    [
                        .. near.OrderBy(n => n.Metres ?? double.MaxValue)
                            .ThenBy(n => n.Plant.Tag.Tag, StringComparer.Ordinal)
                            .Take(Most)
                            .Select(n => new PlantToSee(
                                n.Plant.Tag,
                                n.Plant.Grade,
                                n.Metres is { } exact ? Math.Round(exact / Rounded) * Rounded : null,
                                from is { } start && n.At is { } end && n.Metres > 0
                                    ? Direction.InWords(start, end)
                                    : "",
                                CareRules.Way(n.Plant.Landmarks)
                            )),
                    ];
                    return shown;

                    GeoPoint? PointOf(PlantId of, Site site) =>
                        own.TryGetValue(of, out var said) ? said
                        : site is { Latitude: { } latitude, Longitude: { } longitude }
                            ? new GeoPoint(latitude, longitude)
                        : null;
                }
            )
            .WithName("seeOne")
            .Produces<PlantToSee[]>();
}
