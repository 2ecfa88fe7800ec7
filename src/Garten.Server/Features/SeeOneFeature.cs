using Garten.Core.Survey.Places;
using Garten.Data;
using Garten.Server.Access;
using Garten.Server.Requests;

namespace Garten.Server.Features;

/// <summary>A named plant one can go and see for comparison.</summary>
/// <param name="Plant">The plant.</param>
/// <param name="Grade">How sure its name is.</param>
/// <param name="Metres">How far it is; null where a position is not known.</param>
/// <param name="Way">How far and which way, for example "240 m north-east"; empty where that is not known.</param>
/// <param name="Find">How to find it by its landmarks; may be empty.</param>
public sealed record PlantToSee(PlantTag Plant, Grade Grade, double? Metres, string Way, string Find);

/// <summary>See one: the nearest plants that have a name already, for comparison.</summary>
public static class SeeOneFeature
{
    private const int Most = 3;

    /// <summary>Adds the endpoint.</summary>
    /// <param name="api">The API.</param>
    public static void Map(IEndpointRouteBuilder api) => api.MapGet("/plants/{plant:int}/see-one", async (
        int plant, string taxon, Veil veil, PlantStore plants, PlaceStore places, MapStore map, DeterminationStore names, PlantGrades grades, CareStore care, CurrentGuide current, CancellationToken cancel) =>
    {
        var here = await plants.CardAsync(plant, cancel);
        var own = (await map.PositionsAsync(cancel)).ToDictionary(p => p.Plant, p => p.At);
        var sites = (await places.SitesAsync(cancel)).ToDictionary(s => s.Name);
        var from = PointOf(plant, here.Site);
        List<(PlantTag Tag, GeoPoint? At, double? Metres)> near = [];
        foreach (var tag in (await veil.TagsAsync(cancel)).Where(t => t.Id != plant && t.Taxon is not null && current.Guide.IsWithin(new(t.Taxon), new(taxon))))
        {
            // A name with a reserve is nothing to compare with.
            if ((await names.OfAsync(tag.Id, cancel))[0].Qualifier == IdentificationQualifier.None)
            {
                var at = PointOf(tag.Id, sites[tag.Site]);
                near.Add((tag, at, at is { } to ? from?.MetresTo(to) : null));
            }
        }

        List<PlantToSee> shown = [];
        foreach (var (tag, at, metres) in near.OrderBy(n => n.Metres ?? double.MaxValue).ThenBy(n => n.Tag.Tag, StringComparer.Ordinal).Take(Most))
        {
            var way = from is { } start && at is { } end && metres > 0 ? Direction.InWords(start, end) : "";
            shown.Add(new(tag, (await grades.OfAsync(tag.Id, cancel)).Answer.Grade.Grade, metres, way, CareFeature.Way(await care.LandmarksAsync(tag.Id, cancel))));
        }

        return shown;

        GeoPoint? PointOf(int number, Site site) => own.TryGetValue(number, out var said) ? said
            : site is { Latitude: { } latitude, Longitude: { } longitude } ? new GeoPoint(latitude, longitude) : null;
    }).WithName("seeOne").Produces<List<PlantToSee>>();
}
