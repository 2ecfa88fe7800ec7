using Garten.Core.Commands;
using Garten.Core.Sheets;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>Giving names.</summary>
public static class DeterminationsEndpoints
{
    /// <summary>Adds the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPost(
                "/plants/{plant:id}/determinations",
                async (
                    PlantId plant,
                    NameInput input,
                    DeterminationStore store,
                    PlantSheets sheets,
                    CurrentGuide current,
                    CurrentPerson person,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                    await sheets.OfAsync(
                        await store.HandleAsync(
                            person.Head,
                            GiveName.Of(plant, input, current.Guide, Clock.Today(clock)),
                            cancel
                        ),
                        cancel
                    )
            )
            .WithName("determine")
            .Produces<PlantSheet>();
}
