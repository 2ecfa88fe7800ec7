using Garten.Core.Commands;
using Garten.Core.Sheets;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

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
                        await plants.HandleAsync(person.Head, input.Checked(Clock.Today(clock)), cancel),
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
