using Garten.Core.Commands;
using Garten.Core.Sheets;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>Where a visit belongs.</summary>
/// <param name="To">The plant it was made to.</param>
public sealed record VisitMove(PlantId To);

/// <summary>Two plants that are one.</summary>
/// <param name="Other">The plant that goes.</param>
/// <param name="Reason">How it is known; may be empty.</param>
public sealed record PlantMerge(PlantId Other, string? Reason);

/// <summary>Withdrawing names, deleting and moving visits, merging plants, and taking each of them back.</summary>
public static class PartingEndpoints
{
    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        var plant = api.MapGroup("/plants/{plant:id}");
        plant
            .MapGet(
                "/taken-off",
                async (PlantId plant, PartingStore store, PlantStore plants, CancellationToken cancel) =>
                {
                    await plants.CardAsync(plant, cancel);
                    return await store.OfAsync(plant, cancel);
                }
            )
            .WithName("takenOff")
            .Produces<TakenOff>();

        plant
            .MapPost(
                "/determinations/{name:id}/withdrawal",
                async (
                    PlantId plant,
                    DeterminationId name,
                    Reasoned input,
                    PartingStore store,
                    PlantSheets sheets,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                    await sheets.OfAsync(
                        await store.HandleAsync(person.Head, WithdrawName.Of(plant, name, input.Reason), cancel),
                        cancel
                    )
            )
            .WithName("withdrawName")
            .Produces<PlantSheet>();

        plant
            .MapPost(
                "/determinations/{name:id}/return",
                async (
                    PlantId plant,
                    DeterminationId name,
                    PartingStore store,
                    PlantSheets sheets,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                    await sheets.OfAsync(
                        await store.HandleAsync(person.Head, new WithdrawName(plant, name, "", Away: false), cancel),
                        cancel
                    )
            )
            .WithName("letNameStand")
            .Produces<PlantSheet>();

        plant
            .MapPost(
                "/visits/{visit:id}/removal",
                async (
                    PlantId plant,
                    VisitId visit,
                    Reasoned input,
                    PartingStore store,
                    PlantSheets sheets,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                    await sheets.OfAsync(
                        await store.HandleAsync(
                            person.Head,
                            new RemoveVisit(plant, visit, Rules.Text("reason", "The reason", input.Reason, 500)),
                            cancel
                        ),
                        cancel
                    )
            )
            .WithName("deleteVisit")
            .Produces<PlantSheet>();

        plant
            .MapPost(
                "/visits/{visit:id}/return",
                async (
                    PlantId plant,
                    VisitId visit,
                    PartingStore store,
                    PlantSheets sheets,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                    await sheets.OfAsync(
                        await store.HandleAsync(person.Head, new RemoveVisit(plant, visit, "", Away: false), cancel),
                        cancel
                    )
            )
            .WithName("bringVisitBack")
            .Produces<PlantSheet>();

        plant
            .MapPost(
                "/visits/{visit:id}/move",
                async (
                    PlantId plant,
                    VisitId visit,
                    VisitMove input,
                    PartingStore store,
                    PlantSheets sheets,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                    await sheets.OfAsync(
                        await store.HandleAsync(person.Head, MoveVisit.Of(plant, visit, input.To), cancel),
                        cancel
                    )
            )
            .WithName("moveVisit")
            .Produces<PlantSheet>();

        plant
            .MapPost(
                "/merge",
                async (
                    PlantId plant,
                    PlantMerge input,
                    PartingStore store,
                    PlantSheets sheets,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                    await sheets.OfAsync(
                        await store.HandleAsync(person.Head, MergePlants.Of(plant, input.Other, input.Reason), cancel),
                        cancel
                    )
            )
            .WithName("mergePlants")
            .Produces<PlantSheet>();
    }
}
