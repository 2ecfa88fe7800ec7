using Garten.Core.Bench;
using Garten.Core.Guides;
using Garten.Core.Identification;
using Garten.Data;
using Garten.Server.Hosting;

namespace Garten.Server.Features;

/// <summary>What should be true of a plant if it is a taxon, what would disprove it, and what speaks for and against it.</summary>
public static class AccountsFeature
{
    /// <summary>Adds the endpoints.</summary>
    /// <param name="api">The API.</param>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/plants/{plant:int}/account/{taxon}", async (int plant, string taxon, PlantSheets sheets, CurrentGuide current, CancellationToken cancel) =>
        {
            var request = await sheets.RequestAsync(plant, cancel);
            return SpeciesAccount.Compose(current.Guide, Known(current, taxon), BenchDesk.Sheet(current.Guide, request), request.Place, request.Visits);
        }).WithName("account").Produces<SpeciesAccount>();

        api.MapGet("/plants/{plant:int}/suspicion/{taxon}", async (int plant, string taxon, PlantSheets sheets, CurrentGuide current, CancellationToken cancel) =>
        {
            var request = await sheets.RequestAsync(plant, cancel);
            return Suspicion.Examine(current.Guide, Known(current, taxon), BenchDesk.Sheet(current.Guide, request));
        }).WithName("suspicion").Produces<Suspicion>();

        api.MapGet("/plants/{plant:int}/grounds/{taxon}", async (int plant, string taxon, PlantSheets sheets, CurrentGuide current, CancellationToken cancel) =>
        {
            var request = await sheets.RequestAsync(plant, cancel);
            return new Weighing(current.Model, BenchDesk.Sheet(current.Guide, request), request.Place, request.Visits)
                .GroundsOf(Known(current, taxon)).ToArray();
        }).WithName("grounds").Produces<Ground[]>();

        api.MapGet("/plants/{plant:int}/apart", async (int plant, string taxa, PlantSheets sheets, CurrentGuide current, CancellationToken cancel) =>
        {
            var request = await sheets.RequestAsync(plant, cancel);
            return TellApart.Compare(current.Guide, [.. Several(current, taxa)], BenchDesk.Sheet(current.Guide, request)).ToArray();
        }).WithName("apart").Produces<Separation[]>();
    }

    private static TaxonId[] Several(CurrentGuide current, string taxa)
    {
        TaxonId[] known = [.. taxa.Split(',', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries).Distinct().Select(t => Known(current, t))];
        return known.Length is >= 2 and <= TellApart.MostNames
            ? known
            : throw new RuleException("taxa", $"Choose two to {TellApart.MostNames} names to tell apart.");
    }

    private static TaxonId Known(CurrentGuide current, string taxon)
    {
        var id = new TaxonId(taxon);
        return current.Guide.FindTaxon(id) is null ? throw new NotInStoreException("The guide has no such taxon.") : id;
    }
}
