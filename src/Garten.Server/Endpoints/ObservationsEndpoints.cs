using Garten.Core.Commands;
using Garten.Core.Evidence;
using Garten.Core.Measuring;
using Garten.Core.Sheets;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>Recording features, and taking changes back.</summary>
public static class ObservationsEndpoints
{
    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPut(
                "/plants/{plant:id}/visits/{visit:id}/features/{character}",
                async (
                    PlantId plant,
                    VisitId visit,
                    string character,
                    ObservationInput input,
                    EvidenceStore store,
                    YardstickStore yardsticks,
                    PlantSheets sheets,
                    CurrentGuide current,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                {
                    // Only what is written in words may speak of a card or a hand.
                    string?[] typed = [input.Entry, input.Rough, .. input.Parts ?? []];
                    var own = !typed.Any(t => t is not null && YardstickReader.MaySpeakOfOne(t))
                        ? []
                        : await YardsticksEndpoints.AllAsync(yardsticks, person.Required, cancel);
                    var change = ObservationChange.Of(current.Guide, visit, character, input, person.Required, own);
                    return await sheets.OfAsync(
                        await store.HandleAsync(person.Head, new RecordFeatures(plant, visit, [change]), cancel),
                        cancel
                    );
                }
            )
            .WithName("recordFeature")
            .Produces<PlantSheet>();

        api.MapDelete(
                "/plants/{plant:id}/visits/{visit:id}/features/{character}",
                async (
                    PlantId plant,
                    VisitId visit,
                    string character,
                    long expected,
                    EvidenceStore store,
                    PlantSheets sheets,
                    CurrentGuide current,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                {
                    var what =
                        $"remove {(current.Guide.FindCharacter(new(character))?.Label ?? character).ToLowerInvariant()}";
                    return await sheets.OfAsync(
                        await store.HandleAsync(
                            person.Head,
                            new RecordFeatures(plant, visit, [new(character, null, expected, what)]),
                            cancel
                        ),
                        cancel
                    );
                }
            )
            .WithName("removeFeature")
            .Produces<PlantSheet>();

        api.MapPost(
                "/plants/{plant:id}/undo",
                (
                    PlantId plant,
                    EvidenceStore store,
                    PlantSheets sheets,
                    CurrentPerson person,
                    CancellationToken cancel
                ) => UndoAsync(new(plant, Again: false), store, sheets, person, cancel)
            )
            .WithName("undo")
            .Produces<PlantSheet>();

        api.MapPost(
                "/plants/{plant:id}/redo",
                (
                    PlantId plant,
                    EvidenceStore store,
                    PlantSheets sheets,
                    CurrentPerson person,
                    CancellationToken cancel
                ) => UndoAsync(new(plant, Again: true), store, sheets, person, cancel)
            )
            .WithName("redo")
            .Produces<PlantSheet>();
    }

    private static async Task<PlantSheet> UndoAsync(
        Undo command,
        EvidenceStore store,
        PlantSheets sheets,
        CurrentPerson person,
        CancellationToken cancel
    ) => await sheets.OfAsync((await store.HandleAsync(person.Head, command, cancel)).Plant, cancel);
}
