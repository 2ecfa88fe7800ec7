using Garten.Core.Commands;
using Garten.Core.Sheets;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>A plant to delete.</summary>
/// <param name="Reason">Why; may be empty.</param>
public sealed record PlantRemoval(string? Reason);

/// <summary>Putting right, deleting and bringing back, with the history of it.</summary>
public static class CorrectionEndpoints
{
    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        var plant = api.MapGroup("/plants/{plant:id}");
        plant
            .MapPut(
                "",
                async (
                    PlantId plant,
                    PlantCorrection input,
                    CorrectionStore store,
                    PlantSheets sheets,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                    await sheets.OfAsync(
                        await store.HandleAsync(
                            person.Head,
                            new CorrectPlant(plant, input.Before, input.After.Checked()),
                            cancel
                        ),
                        cancel
                    )
            )
            .WithName("correctPlant")
            .Produces<PlantSheet>();

        plant
            .MapPut(
                "/visits/{visit:id}",
                async (
                    PlantId plant,
                    VisitId visit,
                    VisitCorrection input,
                    CorrectionStore store,
                    PlantSheets sheets,
                    CurrentPerson person,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                    await sheets.OfAsync(
                        await store.HandleAsync(
                            person.Head,
                            new CorrectVisit(
                                plant,
                                visit,
                                input.Before.Checked(Clock.Today(clock)),
                                input.After.Checked(Clock.Today(clock))
                            ),
                            cancel
                        ),
                        cancel
                    )
            )
            .WithName("correctVisit")
            .Produces<PlantSheet>();

        plant
            .MapGet("/corrections", (PlantId plant, CorrectionStore store, CancellationToken cancel) =>
                store.OfAsync(plant, cancel)
            )
            .WithName("corrections")
            .Produces<List<Correction>>();

        plant
            .MapPost(
                "/removal",
                async (
                    PlantId plant,
                    PlantRemoval input,
                    CorrectionStore store,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                {
                    await store.HandleAsync(
                        person.Head,
                        new RemovePlant(plant, Rules.Text("reason", "The reason", input.Reason, 500)),
                        cancel
                    );
                    return await store.DeletedAsync(cancel);
                }
            )
            .WithName("deletePlant")
            .Produces<List<DeletedPlant>>();

        plant
            .MapPost(
                "/return",
                async (PlantId plant, CorrectionStore store, CurrentPerson person, CancellationToken cancel) =>
                {
                    await store.HandleAsync(person.Head, new RemovePlant(plant, "", Away: false), cancel);
                    return await store.DeletedAsync(cancel);
                }
            )
            .WithName("bringPlantBack")
            .Produces<List<DeletedPlant>>();

        api.MapGet("/deleted-plants", (CorrectionStore store, CancellationToken cancel) => store.DeletedAsync(cancel))
            .WithName("deletedPlants")
            .Produces<List<DeletedPlant>>();
    }
}
