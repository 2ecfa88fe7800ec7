using Garten.Core.Assessment;
using Garten.Core.Survey;
using Garten.Core.Survey.Care;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>Brings together how a plant is found again and kept, and what changed on it.</summary>
/// <param name="store">What is kept of their care.</param>
public sealed class PlantCares(PlantStore plants, CareStore store, CurrentGuide current)
{
    /// <summary>The care of a plant.</summary>
    public async Task<PlantCare> OfAsync(PlantId plant, CancellationToken cancel) =>
        await OfAsync(await plants.ReadAsync(plant, cancel), cancel);

    /// <summary>The care of a plant that was just read or changed.</summary>
    public async Task<PlantCare> OfAsync(PlantInColony plant, CancellationToken cancel)
    {
        var id = plant.Stored.Card.Id;
        var given = plant
            .Stored.Determinations.Select(d => current.Guide.FindTaxon(new(d.Taxon)))
            .FirstOrDefault(t => t is not null);
        var landmarks = await store.LandmarksAsync(id, cancel);
        return new(
            landmarks,
            await store.LandmarksRevisionAsync(id, cancel),
            CareRules.Way(landmarks),
            await store.ThreatsAsync(id, cancel),
            [.. (await store.CountsAsync(id, cancel)).Select(YearOf)],
            [.. SeenAgain.Of(current.Guide, plant.ToPlant(), given?.Id)]
        );
    }

    private static PopulationYear YearOf(PopulationCount count)
    {
        if (count.Flowering is not { } flowering)
        {
            return new(count, null, null, null, null);
        }

        var share = new Share(flowering, count.Marked);
        var (low, high) = share.Interval;
        return share.All < Share.Fewest
            ? new(count, share.InWords(), null, null, null)
            : new(count, share.InWords(), share.Value, low, high);
    }
}
