using System.Collections.Concurrent;
using Garten.Core.Assessment;
using Npgsql;

namespace Garten.Data;

/// <summary>
/// Assessments read before, by plant and revision. A revision is one number of the database and never used twice, so what was read under
/// it stays true; a list of thousands then fetches only those that changed since.
/// </summary>
internal sealed class KeptAssessments
{
    private readonly ConcurrentDictionary<PlantId, (long Revision, PlantAssessment Content)> _kept = [];

    /// <summary>The assessments of plants at the revisions they were listed with, or later ones.</summary>
    /// <param name="listed">Plants and revisions.</param>
    /// <returns>By id; plants that were never assessed are not among them.</returns>
    public async Task<Dictionary<PlantId, PlantAssessment>> OfAsync(
        NpgsqlConnection connection,
        IReadOnlyCollection<(PlantId Plant, long Revision)> listed,
        CancellationToken cancel
    )
    {
        Dictionary<PlantId, PlantAssessment> all = new(listed.Count);
        List<PlantId> changed = [];
        foreach (var (plant, revision) in listed)
        {
            if (_kept.TryGetValue(plant, out var kept) && kept.Revision == revision)
            {
                all[plant] = kept.Content;
            }
            else
            {
                changed.Add(plant);
            }
        }

        if (changed.Count == 0)
        {
            return all;
        }

        foreach (
            var (plant, revision, content) in await connection.QueryAsync(
                "select plant, revision, content::text from plant_assessment where plant = any($1)",
                [Sql.Ids(changed)],
                r => (r.Id<PlantId>(0), r.GetInt64(1), StoredPlants.Of<PlantAssessment>(r.GetString(2))),
                cancel
            )
        )
        {
            _kept[plant] = (revision, content);
            all[plant] = content;
        }

        return all;
    }
}
