using System.Text.Json;
using Garten.Core.Assessment;
using Garten.Core.Guides;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>A name to be given.</summary>
/// <param name="Request">Number the client gives the request, so that sending it twice gives the name once.</param>
/// <param name="Origin">Wild or planted.</param>
public sealed record DeterminationInput(
    Guid Request,
    string Taxon,
    IdentificationQualifier Qualifier,
    Origin? Origin,
    DateOnly Date,
    string? Remarks
);

/// <summary>Giving names.</summary>
public static class DeterminationsEndpoints
{
    /// <summary>Adds the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPost(
                "/plants/{plant:int}/determinations",
                async (
                    int plant,
                    DeterminationInput input,
                    DeterminationStore store,
                    PlantSheets sheets,
                    CurrentGuide current,
                    CurrentPerson person,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                {
                    var taxon = current.Guide.FindTaxon(new TaxonId(input.Taxon))
                        ?? throw new RuleException(
                            "taxon",
                            "The guide has no such taxon. Choose a name from the list."
                        );
                    var determination = new NewDetermination(
                        input.Request,
                        plant,
                        current.Version,
                        taxon.Id.Value,
                        input.Qualifier,
                        DeterminationName.Full(taxon, input.Qualifier),
                        person.Required,
                        Rules.Past(input.Date, Clock.Today(clock)),
                        Rules.Text("remarks", "The remarks", input.Remarks, 2000)
                    );
                    return await sheets.OfAsync(
                        await store.GiveAsync(
                            person.Head,
                            determination,
                            input.Origin,
                            p => ReasonsOf(current, p, taxon.Id),
                            cancel
                        ),
                        cancel
                    );
                }
            )
            .WithName("determine")
            .Produces<PlantSheet>();

    /// <summary>What a name rests on, as it is kept.</summary>
    public static string ReasonsOf(CurrentGuide current, PlantInColony plant, TaxonId taxon) =>
        JsonSerializer.Serialize(
            DeterminationReasons.Gather(current.Model, plant.ToPlant(), taxon),
            PlantSheets.ReasonsJson
        );
}
