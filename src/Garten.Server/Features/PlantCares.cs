using Garten.Core.Assessment;
using Garten.Core.Survey;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Features;

/// <summary>Brings together how a plant is found again and kept, and what changed on it.</summary>
/// <param name="plants">Plants.</param>
/// <param name="sheets">Their sheets.</param>
/// <param name="names">Their names.</param>
/// <param name="store">What is kept of their care.</param>
/// <param name="current">The guide.</param>
public sealed class PlantCares(PlantStore plants, PlantSheets sheets, DeterminationStore names, CareStore store, CurrentGuide current)
{
    /// <summary>The care of a plant.</summary>
    /// <param name="plant">The plant.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task<PlantCare> OfAsync(int plant, CancellationToken cancel)
    {
        var request = await sheets.RequestAsync(plant, cancel);
        var given = (await names.OfAsync(plant, cancel)).Select(d => current.Guide.FindTaxon(new(d.Taxon))).FirstOrDefault(t => t is not null);
        var landmarks = await store.LandmarksAsync(plant, cancel);
        return new(
            landmarks, CareFeature.Way(landmarks), await store.ThreatsAsync(plant, cancel), [.. (await store.CountsAsync(plant, cancel)).Select(YearOf)],
            [.. SeenAgain.Of(current.Guide, request.Plant, given?.Id)]);
    }

    /// <summary>Changes the care of a plant, and gives it as it is then.</summary>
    /// <param name="plant">The plant.</param>
    /// <param name="change">The change; not made where there is no such plant.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task<PlantCare> ChangeAsync(int plant, Func<CareStore, Task> change, CancellationToken cancel)
    {
        await plants.CardAsync(plant, cancel);
        await change(store);
        return await OfAsync(plant, cancel);
    }

    private static PopulationYear YearOf(PopulationCount count)
    {
        if (count.Flowering is not { } flowering)
        {
            return new(count, null, null, null, null);
        }

        var share = new Share(flowering, count.Marked);
        var (low, high) = share.Interval;
        return share.All < Share.Fewest ? new(count, share.InWords(), null, null, null) : new(count, share.InWords(), share.Value, low, high);
    }
}
