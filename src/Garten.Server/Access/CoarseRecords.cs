using Garten.Core.Survey;
using Garten.Core.Survey.Access;
using Garten.Data;
using Garten.Server.Hosting;

namespace Garten.Server.Access;

/// <summary>What is told of hidden finds, of plants and of counts.</summary>
/// <param name="records">Records of plants.</param>
/// <param name="counts">Counts.</param>
/// <param name="places">Sites.</param>
/// <param name="current">The guide.</param>
public sealed class CoarseRecords(RecordStore records, CountStore counts, PlaceStore places, CurrentGuide current)
{
    /// <summary>The hidden finds, told coarsely.</summary>
    /// <param name="plants">Plants that are hidden.</param>
    /// <param name="taxa">Taxa whose lines of counts are hidden.</param>
    /// <param name="query">What is asked for. By name alone can be chosen among hidden finds: choosing them by place, day or person would tell these.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task<IReadOnlyList<CoarseRecord>> OfAsync(IReadOnlySet<int> plants, IReadOnlySet<string> taxa, RecordFilter query, CancellationToken cancel)
    {
        if (taxa.Count == 0 || !query.ByNameAlone)
        {
            return [];
        }

        var followed = plants.Count == 0 ? [] : (await records.ListAsync(RecordFilter.All, cancel)).Where(r => plants.Contains(r.Plant)).Select(r => (r.Taxon, r.Date, PointOf(r.Latitude, r.Longitude)));
        var sheets = (await counts.SheetsAsync(cancel)).ToDictionary(s => s.Id, s => s.Content);
        var sites = (await places.SitesAsync(cancel)).ToDictionary(s => s.Id);
        var counted = (await counts.AllLinesAsync(cancel)).Where(l => taxa.Contains(l.Line.Taxon))
            .Select(l => (l.Line.Taxon, sheets[l.Sheet].Date, PointOf(sites[sheets[l.Sheet].Site].Latitude, sites[sheets[l.Sheet].Site].Longitude)));
        return [.. CoarseRecord.Of(current.Guide, followed.Concat(counted).Where(f => query.Taxon is null || current.Guide.IsWithin(new(f.Taxon), new(query.Taxon))))];
    }

    private static GeoPoint? PointOf(double? latitude, double? longitude) => latitude is { } north && longitude is { } east ? new(north, east) : null;
}
