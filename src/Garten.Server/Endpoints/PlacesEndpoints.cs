using System.Globalization;
using Garten.Core.Evidence;
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
    long? Expected = null
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
                    Within("latitude", "The latitude", latitude, -90, 90, "degrees");
                    Within("longitude", "The longitude", longitude, -180, 180, "degrees");
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
                ) => places.AddSiteAsync(person.Head, Check(input, current), cancel)
            )
            .WithName("addSite")
            .Produces<Site>();

        api.MapPut(
                "/sites/{id:int}",
                (
                    int id,
                    SiteInput input,
                    PlaceStore places,
                    CurrentGuide current,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                    places.ChangeSiteAsync(
                        person.Head,
                        Check(input, current) with
                        {
                            Id = id,
                        },
                        input.Expected ?? 0,
                        cancel
                    )
            )
            .WithName("changeSite")
            .Produces<Site>();
    }

    private static Site Check(SiteInput input, CurrentGuide current)
    {
        Within("elevationM", "The elevation", input.ElevationM, -430, 8900, "metres");
        Within("latitude", "The latitude", input.Latitude, -90, 90, "degrees");
        Within("longitude", "The longitude", input.Longitude, -180, 180, "degrees");
        if (input.Latitude is null != input.Longitude is null)
        {
            throw new RuleException("latitude", "Give latitude and longitude together, or neither.");
        }

        if (input.UncertaintyM is <= 0)
        {
            throw new RuleException("uncertaintyM", "The uncertainty of the coordinates must be more than 0 metres.");
        }

        var habitat = current.Guide.FindCharacter(PlaceEvidence.Habitat);
        if (input.Habitats?.FirstOrDefault(h => habitat?.State(h) is null) is { } unknown)
        {
            throw new RuleException(
                "habitats",
                $"“{unknown}” is no kind of place the guide knows. Choose from the list."
            );
        }

        if (!string.IsNullOrEmpty(input.FloraArea) && !current.Guide.Areas.Any(a => a.Id == input.FloraArea))
        {
            throw new RuleException(
                "floraArea",
                $"“{input.FloraArea}” is no area the guide tells of apart. Choose from the list."
            );
        }

        return new(
            0,
            Rules.Text("name", "The name", input.Name, 120, required: true),
            Rules.Text("description", "The description", input.Description, 2000),
            input.ElevationM,
            input.Latitude,
            input.Longitude,
            input.UncertaintyM,
            input.Habitats ?? [],
            SnowGone(input.SnowGone),
            input.FloraArea ?? ""
        );
    }

    private static DayInYear? SnowGone(string? typed) =>
        string.IsNullOrWhiteSpace(typed) ? null
        : DateOnly.TryParseExact(
            typed.Trim() + " 2001",
            ["d MMM yyyy", "d MMMM yyyy"],
            CultureInfo.InvariantCulture,
            DateTimeStyles.None,
            out var day
        )
            ? DayInYear.Of(day)
        : throw new RuleException(
            "snowGone",
            $"“{typed}” is no day of the year. Write the day and the month, for example 5 Jun."
        );

    private static void Within(string field, string label, double? value, double least, double most, string unit)
    {
        if (value is { } v && !(v >= least && v <= most))
        {
            throw new RuleException(
                field,
                FormattableString.Invariant(
                    $"{label} of {v:0.##} {unit} cannot be; it lies between {least} and {most}."
                )
            );
        }
    }
}
