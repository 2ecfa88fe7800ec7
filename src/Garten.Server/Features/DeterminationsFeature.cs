using System.Text.Json;
using Garten.Core.Assessment;
using Garten.Core.Guides;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Features;

/// <summary>A name to be given.</summary>
/// <param name="Request">Number the client gives the request, so that sending it twice gives the name once.</param>
/// <param name="Taxon">The taxon.</param>
/// <param name="Qualifier">The reserve.</param>
/// <param name="Origin">Wild or planted.</param>
/// <param name="Date">The day.</param>
/// <param name="Remarks">Remarks.</param>
public sealed record DeterminationInput(Guid Request, string Taxon, IdentificationQualifier Qualifier, Origin? Origin, DateOnly Date, string? Remarks);

/// <summary>Giving names.</summary>
public static class DeterminationsFeature
{
    /// <summary>Adds the endpoint.</summary>
    /// <param name="api">The API.</param>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPost("/plants/{plant:int}/determinations", async (
            int plant, DeterminationInput input, DeterminationStore store, PlantSheets sheets, CurrentGuide current, CurrentPerson person, TimeProvider clock, CancellationToken cancel) =>
        {
            var taxon = current.Guide.FindTaxon(new TaxonId(input.Taxon))
                ?? throw new RuleException("taxon", "The guide has no such taxon. Choose a name from the list.");
            var determination = new NewDetermination(
                input.Request, plant, current.Version, taxon.Id.Value, input.Qualifier, DeterminationName.Full(taxon, input.Qualifier),
                person.Required, Rules.Past(input.Date, clock), Rules.Text("remarks", "The remarks", input.Remarks, 2000));
            return await sheets.OfAsync(await store.GiveAsync(person.Head, determination, input.Origin, p => GroundsOf(current, p, taxon.Id), cancel), cancel);
        }).WithName("determine").Produces<PlantSheet>();

    /// <summary>What a name rests on, as it is kept.</summary>
    /// <param name="current">The guide.</param>
    /// <param name="plant">The plant.</param>
    /// <param name="taxon">The name.</param>
    public static string GroundsOf(CurrentGuide current, PlantInColony plant, TaxonId taxon) =>
        JsonSerializer.Serialize(DeterminationGrounds.Gather(current.Model, plant.ToPlant(), taxon), PlantSheets.GroundsJson);
}
