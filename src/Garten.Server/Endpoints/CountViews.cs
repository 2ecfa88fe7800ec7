using Garten.Core.Guides;
using Garten.Core.Sheets;
using Garten.Core.Survey.Counting;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>Counts as the person who asks may see them.</summary>
/// <param name="store">The counts.</param>
public sealed class CountViews(CountStore store, CurrentGuide current, CurrentPerson person)
{
    /// <summary>A count with its lines.</summary>
    public async Task<CountView> OfAsync(SheetId id, CancellationToken cancel)
    {
        var sheet = await store.SheetAsync(id, cancel);
        var lines = await store.LinesAsync(id, cancel);
        var before = await store.BeforeAsync(sheet, cancel);
        var own = lines.Select(l => l.Taxon).ToHashSet();
        var seen = before is null
            ? []
            : (await store.LinesAsync(before.Id, cancel)).Select(l => l.Taxon).Distinct().Where(t => !own.Contains(t));
        return new(
            sheet,
            [.. lines.Select(l => CountLineView.Of(l, current.Guide))],
            ProtocolRules.HasPlots(sheet.Content.Protocol),
            ProtocolRules.UsualInWords(sheet.Content.Protocol),
            before?.Content.Date,
            [
                .. seen.Select(t => current.Guide.FindTaxon(new(t)))
                    .OfType<Taxon>()
                    .Select(t => new SeenBefore(TaxonName.Of(t), t.Rank == TaxonRank.Genus ? $"{t.Name} sp" : t.Name)),
            ],
            person.Policy.HidesSensitive
        );
    }

    /// <summary>A line the person may see, with the number of its sheet.</summary>
    /// <exception cref="NotInStoreException">There is none, or it is hidden from them.</exception>
    public Task<(SheetId Sheet, SheetLine Line)> LineAsync(LineId line, CancellationToken cancel) =>
        store.LineAsync(line, cancel);
}
