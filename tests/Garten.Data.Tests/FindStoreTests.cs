using Garten.Core.Survey.Access;

namespace Garten.Data.Tests;

/// <summary>Lists, sums and squares of finds against the finds themselves.</summary>
public sealed class FindStoreTests(MixedSurvey survey) : IClassFixture<MixedSurvey>
{
    private static readonly CancellationToken None = CancellationToken.None;
    private static readonly GeoWindow World = new(-90, -180, 90, 180);
    private static readonly FindFilter All = new(null, null, null, null, null, null);
    private readonly FindStore _finds = survey.Base.Finds;

    [Fact]
    public async Task Pages_of_any_length_give_every_find_once_in_its_order()
    {
        survey.Finds.Count(f => f.Counted).ShouldBeGreaterThan(30);
        survey.Finds.Count(f => !f.Counted).ShouldBeGreaterThan(5);
        foreach (var oldest in new[] { true, false })
        {
            (bool, Guid)[] ordered =
            [
                .. survey
                    .Finds.OrderBy(f => f.Day)
                    .ThenBy(f => f.Counted)
                    .ThenBy(f => f.Id.ToString(), StringComparer.Ordinal)
                    .Select(f => (f.Counted, f.Id)),
            ];
            foreach (var take in new[] { 1, 3, 7, 1000 })
            {
                List<(bool, Guid)> read = [];
                FindPlace? after = null;
                while (await _finds.ListAsync(All, oldest, after, take, None) is { Count: > 0 } page)
                {
                    page.Count.ShouldBeLessThanOrEqualTo(take);
                    read.AddRange(page.Select(f => (f.Counted, f.Id)));
                    after = new(page[^1].Date, page[^1].Counted, page[^1].Id);
                }

                read.ShouldBe(
                    oldest ? ordered : ordered.Reverse(),
                    $"{take} a page, {(oldest ? "oldest" : "latest")} first"
                );
            }
        }

        List<Guid> streamed = [];
        await foreach (var find in _finds.StreamAsync(All, None))
        {
            streamed.Add(find.Id);
        }

        streamed.Count.ShouldBe(survey.Finds.Count);
    }

    [Fact]
    public async Task Whatever_is_asked_lists_sums_and_squares_tell_the_same_as_the_finds()
    {
        Random random = new(11);
        string[] taxa = ["acer", "rubus", "rosaceae", "alnus-rubra", "salix"];
        var answered = 0;
        for (var i = 0; i < 120; i++)
        {
            FindFilter filter = new(
                Maybe(random, () => survey.Sites[random.Next(3)]),
                random.Next(2) == 0 ? null : taxa[random.Next(taxa.Length)],
                Maybe(random, () => survey.People[random.Next(2)]),
                Maybe(random, () => new DateOnly(2024, 5, 1).AddDays(random.Next(600))),
                Maybe(random, () => new DateOnly(2025, 1, 1).AddDays(random.Next(700))),
                null
            );

            // To one who may not know of it a species is not there, whatever is asked.
            var hides = random.Next(3) == 0;
            var finds = hides ? _finds.SeenBy(SensitivePlacePolicy.NothingSensitive) : _finds;
            KnownFind[] known =
            [
                .. survey.Finds.Where(f => Passes(f, filter) && !(hides && f.Taxon == MixedSurvey.Sensitive)),
            ];
            answered += known.Length;

            (await finds.ListAsync(filter, true, null, 1000, None))
                .Select(f => (f.Counted, f.Id))
                .ShouldBe(known.Select(f => (f.Counted, f.Id)), ignoreOrder: true, filter.ToString());
            var sums = await finds.SumsAsync(filter, None);
            (sums.Finds, sums.Sites, sums.Unplaced).ShouldBe(
                (
                    known.Length,
                    known.Select(f => f.Site).Distinct().Count(),
                    known.Count(f => f.Site == survey.Sites[2])
                ),
                filter.ToString()
            );
            sums.Names.Select(n => (n.Taxon, n.Finds))
                .ShouldBe(
                    known.GroupBy(f => f.Taxon).Select(g => (g.Key, (long)g.Count())),
                    ignoreOrder: true,
                    filter.ToString()
                );
            sums.Years.Select(y => (y.Year, y.Finds))
                .ShouldBe(
                    known.GroupBy(f => f.Day.Year).OrderBy(g => g.Key).Select(g => (g.Key, (long)g.Count())),
                    filter.ToString()
                );

            // The two sites on the map lie 4 km apart: in large squares they come together, in small ones each by itself.
            KnownFind[] placed = [.. known.Where(f => f.Site != survey.Sites[2])];
            (await finds.ClustersAsync(filter, World, 10, None)).Sum(c => c.Finds).ShouldBe(placed.Length);
            (await finds.ClustersAsync(filter, World, 0.01, None))
                .Select(c => (c.Site, c.Finds))
                .ShouldBe(
                    placed.GroupBy(f => f.Site).Select(g => ((SiteId?)g.Key, (long)g.Count())),
                    ignoreOrder: true
                );
            (await finds.ClustersAsync(filter, new(45.02, -124, 45.04, -123), 10, None))
                .Sum(c => c.Finds)
                .ShouldBe(placed.Count(f => f.Site == survey.Sites[1]));
        }

        answered.ShouldBeGreaterThan(500, "the questions are not all empty");
    }

    [Fact]
    public async Task Every_word_must_stand_somewhere()
    {
        (await _finds.SumsAsync(All with { Text = "heron" }, None)).Finds.ShouldBe(
            survey.Finds.Count(f => f.Site == survey.Sites[1])
        );
        (await _finds.SumsAsync(All with { Text = "falk heron alnus" }, None)).Finds.ShouldBe(
            survey.Finds.Count(f =>
                f.Site == survey.Sites[1] && f.Taxon == "alnus-rubra" && f.Recorder == survey.People[1]
            )
        );
        (await _finds.SumsAsync(All with { Text = "heron unheard-of" }, None)).Finds.ShouldBe(0);
        (await _finds.SumsAsync(All with { Text = "%" }, None)).Finds.ShouldBe(
            survey.Finds.Count,
            "a sign that is no word asks nothing"
        );
    }

    private static T? Maybe<T>(Random random, Func<T> of)
        where T : struct => random.Next(2) == 0 ? null : of();

    private bool Passes(KnownFind find, FindFilter filter) =>
        (filter.Site is null || find.Site == filter.Site)
        && (filter.Taxon is null || survey.Below(filter.Taxon).Contains(find.Taxon))
        && (filter.Person is null || find.Recorder == filter.Person || find.Determiner == filter.Person)
        && (filter.From is null || find.Day >= filter.From)
        && (filter.To is null || find.Day <= filter.To);
}
