using Garten.Core.Commands;
using Garten.Core.Survey.Places;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>A site to be added, or as it shall be.</summary>
/// <param name="ElevationM">Metres above sea level.</param>
/// <param name="Latitude">Decimal degrees north.</param>
/// <param name="Longitude">Decimal degrees east.</param>
/// <param name="UncertaintyM">Radius in metres within which the coordinates hold.</param>
/// <param name="Habitats">States of the character <c>habitat</c>.</param>
/// <param name="SnowGone">The day on which snow is usually gone, for example "5 Jun"; empty where none lies.</param>
/// <param name="FloraArea">Identifier of the guide's area it lies in; empty where none is said.</param>
/// <param name="Expected">Revision a change starts from; null for a new site.</param>
public sealed record SiteInput(
    string Name,
    string? Description = null,
    double? ElevationM = null,
    double? Latitude = null,
    double? Longitude = null,
    double? UncertaintyM = null,
    string[]? Habitats = null,
    string? SnowGone = null,
    string? FloraArea = null,
    long? Expected = null,
    SiteId? Id = null
);

/// <summary>The sites of the survey.</summary>
public static class PlacesEndpoints
{
    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/sites", (PlaceStore places, CancellationToken cancel) => places.SitesAsync(cancel))
            .WithName("sites")
            .Produces<List<Site>>();

        api.MapGet(
                "/sites/nearest",
                async (double latitude, double longitude, PlaceStore places, CancellationToken cancel) =>
                {
                    SiteRules.CheckPosition(latitude, longitude);
                    return NearestSite.Of(new(latitude, longitude), await places.SitesAsync(cancel));
                }
            )
            .WithName("nearestSite")
            .Produces<NearestSite>();

        api.MapPost(
                "/sites",
                (
                    SiteInput input,
                    PlaceStore places,
                    CurrentGuide current,
                    CurrentPerson person,
                    CancellationToken cancel
                ) => places.HandleAsync(person.Head, new AddSite(Check(input, current)), cancel)
            )
            .WithName("addSite")
            .Produces<Site>();

        api.MapPut(
                "/sites/{id:id}",
                (
                    SiteId id,
                    SiteInput input,
                    PlaceStore places,
                    CurrentGuide current,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                    places.HandleAsync(
                        person.Head,
                        new ChangeSite(Check(input, current) with { Id = id }, input.Expected ?? 0),
                        cancel
                    )
            )
            .WithName("changeSite")
            .Produces<Site>();
    }

    private static Site Check(SiteInput input, CurrentGuide current) =>
        SiteRules.Check(
            new(
                input.Id ?? default,
                input.Name,
                input.Description ?? "",
                input.ElevationM,
                input.Latitude,
                input.Longitude,
                input.UncertaintyM,
                input.Habitats ?? [],
                SiteRules.SnowGone(input.SnowGone),
                input.FloraArea ?? ""
            ),
            current.Guide
        );
}
