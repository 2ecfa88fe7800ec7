using System.Text.Json;
using Garten.Core.Assessment;
using Garten.Core.Bench;
using Garten.Core.Sheets;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>Brings together all that is known of a plant.</summary>
public sealed class PlantSheets(PlantStore plants, EvidenceStore evidence, CurrentGuide current, CurrentPerson person)
{
    /// <summary>The sheet of a plant.</summary>
    public async Task<PlantSheet> ReadAsync(PlantId plant, CancellationToken cancel) =>
        await OfAsync(await plants.ReadAsync(plant, cancel), cancel);

    /// <summary>The sheet of a plant that was just read or changed.</summary>
    public async Task<PlantSheet> OfAsync(PlantInColony plant, CancellationToken cancel) =>
        Of(
            plant,
            person.Id is { } own ? await evidence.UndoStateAsync(plant.Stored.Card.Id, own, cancel) : new(null, null)
        );

    /// <summary>The sheet of a plant.</summary>
    /// <param name="undo">What the person can take back.</param>
    public PlantSheet Of(PlantInColony plant, UndoState undo)
    {
        var stored = plant.Stored;
        var asked = plant.ToPlant();
        var said = stored.Reviews.ToLookup(r => r.Determination);
        return new(
            stored.Card,
            stored.Visits,
            [
                .. stored
                    .Observations.Zip(asked.Observations)
                    .Select(x => (x.First, x.Second, Character: current.Guide.FindCharacter(x.Second.Character)))
                    .Where(x => x.Character is not null)
                    .Select(x => ObservationView.Of(x.First, x.Second, x.Character!)),
            ],
            asked with
            {
                Observations = [],
            },
            stored.Colony,
            new PlantVisits(stored.Visits).Learned,
            stored.Walk?.Revision,
            [
                .. stored.Determinations.Select(d => new DeterminationView(
                    d.Id,
                    d.Taxon,
                    d.FullName,
                    d.Qualifier,
                    d.Person,
                    d.Date,
                    d.Remarks,
                    JsonSerializer.Deserialize<DeterminationReasons>(d.Reasons, DeterminationStore.ReasonsJson)!,
                    [.. said[d.Id]]
                )),
            ],
            undo,
            stored.Vouchers
        );
    }

    /// <summary>The plant as the core is asked about it.</summary>
    public async Task<BenchRequest> RequestAsync(PlantId plant, CancellationToken cancel) =>
        new((await plants.ReadAsync(plant, cancel)).ToPlant(), null);
}
