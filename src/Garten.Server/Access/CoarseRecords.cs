using Garten.Core.Survey.Access;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Access;

/// <summary>What is told of hidden finds, of plants and of counts.</summary>
/// <param name="records">Records of plants.</param>
/// <param name="counts">Counts.</param>
/// <param name="current">The guide.</param>
public sealed class CoarseRecords(RecordStore records, CountStore counts, CurrentGuide current)
{
    /// <summary>The hidden finds, told coarsely.</summary>
    /// <param name="plants">Plants that are hidden.</param>
    /// <param name="taxa">Taxa whose lines of counts are hidden.</param>
    /// <param name="byNameAlone">False where more than a taxon is asked for: choosing hidden finds by place, day or person would tell these, so none are told.</param>
    /// <param name="within">A taxon asked for; null for all.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task<IReadOnlyList<CoarseRecord>> OfAsync(IReadOnlySet<int> plants, IReadOnlySet<string> taxa, bool byNameAlone, string? within, CancellationToken cancel)
    {
        if (taxa.Count == 0 || !byNameAlone)
        {
            return [];
        }

        var followed = plants.Count == 0 ? [] : (await records.ListAsync(RecordFilter.All, cancel)).Where(r => plants.Contains(r.Plant)).Select(r => (r.Taxon, r.Date, PointOf(r.Latitude, r.Longitude)));
        var counted = (await counts.PlacesOfAsync([.. taxa], cancel)).Select(l => (l.Taxon, l.Date, PointOf(l.Latitude, l.Longitude)));
        return [.. CoarseRecord.Of(current.Guide, followed.Concat(counted).Where(f => within is null || current.Guide.IsWithin(new(f.Taxon), new(within))))];
    }

    private static GeoPoint? PointOf(double? latitude, double? longitude) => latitude is { } north && longitude is { } east ? new(north, east) : null;
}
