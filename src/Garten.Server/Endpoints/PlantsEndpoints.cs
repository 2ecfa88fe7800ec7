using Garten.Core.Commands;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>A plant to be taken.</summary>
/// <param name="Id">Made by who takes it, so that sending it twice takes one plant.</param>
/// <param name="Site">Where it stands.</param>
/// <param name="Description">What it looks like.</param>
/// <param name="Origin">Wild or planted.</param>
/// <param name="Visit">Its first visit.</param>
public sealed record PlantInput(PlantId Id, SiteId Site, string? Description, Origin Origin, VisitContent Visit);

/// <summary>The plants on the bench.</summary>
public static class PlantsEndpoints
{
    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/plants", (PlantStore plants, CancellationToken cancel) => plants.TagsAsync(cancel))
            .WithName("plants")
            .Produces<List<PlantTag>>();

        api.MapPost(
                "/plants",
                async (
                    PlantInput input,
                    PlantStore plants,
                    PlantSheets sheets,
                    CurrentPerson person,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                    await sheets.OfAsync(
                        await plants.HandleAsync(
                            person.Head,
                            new AddPlant(
                                input.Id,
                                input.Site,
                                Rules.Text("description", "The description", input.Description, 500),
                                input.Origin,
                                input.Visit.Checked(Clock.Today(clock))
                            ),
                            cancel
                        ),
                        cancel
                    )
            )
            .WithName("takePlant")
            .Produces<PlantSheet>();

        api.MapGet("/plants/{plant:id}", (PlantId plant, PlantSheets sheets, CancellationToken cancel) =>
                sheets.ReadAsync(plant, cancel)
            )
            .WithName("plant")
            .Produces<PlantSheet>();

        api.MapPost(
                "/plants/{plant:id}/visits",
                async (
                    PlantId plant,
                    VisitContent input,
                    PlantStore plants,
                    PlantSheets sheets,
                    CurrentPerson person,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                    await sheets.OfAsync(
                        await plants.HandleAsync(
                            person.Head,
                            new AddVisit(plant, input.Checked(Clock.Today(clock))),
                            cancel
                        ),
                        cancel
                    )
            )
            .WithName("addVisit")
            .Produces<PlantSheet>();
    }
}
