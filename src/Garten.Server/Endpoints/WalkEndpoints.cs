using Garten.Core.Commands;
using Garten.Core.Guides;
using Garten.Core.Keys;
using Garten.Core.Sheets;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>Walking the keys.</summary>
public static class WalkEndpoints
{
    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost(
                "/plants/{plant:id}/walk",
                async (
                    PlantId plant,
                    KeyMove input,
                    EvidenceStore store,
                    PlantSheets sheets,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                    await sheets.OfAsync(
                        await store.HandleAsync(person.Head, new MoveInKey(plant, input), cancel),
                        cancel
                    )
            )
            .WithName("walk")
            .Produces<PlantSheet>();

        api.MapGet("/starts/{taxon}", (string taxon, CurrentGuide current) =>
            {
                var id = new TaxonId(taxon);
                return current.Model.Guide.FindTaxon(id) is null
                    ? throw new NotInStoreException("The guide has no such taxon.")
                    : current.Guide.Reach.StartsFor(id).ToArray();
            })
            .WithName("starts")
            .Produces<StartingPlace[]>();
    }
}
