using Garten.Core.Survey.Access;

namespace Garten.Data.Tests;

/// <summary>Records of followed plants against the plants themselves.</summary>
public sealed class RecordStoreTests(MixedSurvey survey) : IClassFixture<MixedSurvey>
{
    private static readonly CancellationToken None = CancellationToken.None;
    private readonly RecordStore _records = survey.Base.Records;

    private IEnumerable<KnownFind> Known => survey.Finds.Where(f => !f.Counted);

    [Fact]
    public async Task Every_column_sorts_both_ways_and_parts_make_up_the_whole()
    {
        foreach (var sort in Enum.GetValues<RecordSort>())
        {
            foreach (var descending in new[] { false, true })
            {
                var whole = await _records.ListAsync(
                    RecordFilter.All with
                    {
                        Sort = sort,
                        Descending = descending,
                    },
                    None
                );
                var named = whole.FindAll(r => r.Determination is not null);
                named.Select(r => r.Id).ShouldBe(Known.Select(f => new VisitId(f.Id)), ignoreOrder: true);
                whole.Count.ShouldBeGreaterThan(named.Count, "plants without a name stand among them");
                var keys = named.ConvertAll(r =>
                    sort switch
                    {
                        RecordSort.Tag => r.Tag,
                        RecordSort.Name => r.FullName,
                        RecordSort.Site => r.Site,
                        RecordSort.Recorder => r.Recorder,
                        RecordSort.Determiner => r.Determiner,
                        _ => r.Date.ToString("O"),
                    }
                );
                keys.ShouldBe(
                    [.. descending ? keys.OrderDescending(StringComparer.Ordinal) : keys.Order(StringComparer.Ordinal)],
                    $"{sort}"
                );

                List<VisitId> inParts = [];
                for (var skip = 0; skip < whole.Count; skip += 4)
                {
                    inParts.AddRange(
                        (
                            await _records.ListAsync(
                                RecordFilter.All with
                                {
                                    Sort = sort,
                                    Descending = descending,
                                    Skip = skip,
                                    Take = 4,
                                },
                                None
                            )
                        ).Select(r => r.Id)
                    );
                }

                inParts.ShouldBe(whole.Select(r => r.Id), $"{sort}");
            }
        }
    }

    [Fact]
    public async Task Filters_let_through_what_they_say()
    {
        foreach (var site in survey.Sites)
        {
            await ShouldBeAsync(RecordFilter.All with { Site = site }, f => f.Site == site);
        }

        foreach (var person in survey.People)
        {
            await ShouldBeAsync(RecordFilter.All with { Person = person }, f =>
                f.Recorder == person || f.Determiner == person
            );
        }

        foreach (var taxon in new[] { "acer", "rubus", "rosaceae", "salix" })
        {
            await ShouldBeAsync(RecordFilter.All with { Taxon = taxon }, f => survey.Below(taxon).Contains(f.Taxon));
        }

        DateOnly middle = new(2025, 6, 1);
        await ShouldBeAsync(RecordFilter.All with { From = middle }, f => f.Day >= middle);
        await ShouldBeAsync(RecordFilter.All with { To = middle }, f => f.Day <= middle);
        await ShouldBeAsync(RecordFilter.All with { From = middle, To = middle.AddDays(-1) }, _ => false);
        (await _records.SeenBy(SensitivePlacePolicy.NothingSensitive).ListAsync(RecordFilter.All, None))
            .Where(r => r.Determination is not null)
            .Select(r => r.Id)
            .ShouldBe(
                survey.Finds.Where(f => !f.Counted && f.Taxon != MixedSurvey.Sensitive).Select(f => new VisitId(f.Id)),
                ignoreOrder: true
            );
        await ShouldBeAsync(RecordFilter.All with { Text = "Heron" }, f => f.Site == survey.Sites[1]);
        await ShouldBeAsync(RecordFilter.All with { Text = "_" }, _ => false);
    }

    private async Task ShouldBeAsync(RecordFilter filter, Func<KnownFind, bool> passes)
    {
        VisitId[] known = [.. Known.Where(passes).Select(f => new VisitId(f.Id))];
        var listed = await _records.ListAsync(filter, None);
        listed
            .Where(r => r.Determination is not null)
            .Select(r => r.Id)
            .ShouldBe(known, ignoreOrder: true, filter.ToString());
        (await _records.CountAsync(filter, None)).ShouldBe(listed.Count, filter.ToString());
    }
}
