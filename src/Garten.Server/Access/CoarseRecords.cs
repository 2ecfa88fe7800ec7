using Garten.Core.Survey.Access;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Access;

/// <summary>What is told of hidden finds, of plants and of counts.</summary>
/// <param name="records">Records of plants.</param>
/// <param name="counts">Counts.</param>
public sealed class CoarseRecords(RecordStore records, CountStore counts, CurrentGuide current)
{
    /// <summary>The finds hidden from who asks, told coarsely.</summary>
    /// <param name="byNameAlone">False where more than a taxon is asked for: choosing hidden finds by place, day or person would tell these, so none are told.</param>
    /// <param name="within">A taxon asked for; null for all.</param>
    public Task<IReadOnlyList<CoarseRecord>> OfAsync(bool byNameAlone, string? within, CancellationToken cancel) =>
        OfAsync(records, counts, byNameAlone, within, cancel);

    /// <summary>The finds left out of a file, told coarsely.</summary>
    /// <param name="leaving">What is hidden in it.</param>
    /// <param name="byNameAlone">False where more than a taxon is asked for.</param>
    /// <param name="within">A taxon asked for; null for all.</param>
    public Task<IReadOnlyList<CoarseRecord>> OfAsync(
        SensitivePlacePolicy leaving,
        bool byNameAlone,
        string? within,
        CancellationToken cancel
    ) => OfAsync(records.SeenBy(leaving), counts.SeenBy(leaving), byNameAlone, within, cancel);

    private async Task<IReadOnlyList<CoarseRecord>> OfAsync(
        RecordStore followed,
        CountStore counted,
        bool byNameAlone,
        string? within,
        CancellationToken cancel
    ) =>
        !byNameAlone
            ? []
            :
            [
                .. CoarseRecord.Of(
                    current.Guide,
                    (await followed.HiddenAsync(cancel))
                        .Concat(await counted.HiddenAsync(cancel))
                        .Where(f => within is null || current.Guide.IsWithin(new(f.Taxon), new(within)))
                ),
            ];
}
