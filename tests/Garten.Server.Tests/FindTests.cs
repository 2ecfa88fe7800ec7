using System.Net;
using System.Text.Json.Nodes;
using Garten.Testing;

namespace Garten.Server.Tests;

/// <summary>Everything found in one list: paged, searched, summed up, mapped and exported, and all of these agree.</summary>
public sealed class FindTests(ServerFixture server) : ServerTest(server)
{
    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public async Task Pages_hold_every_find_once_in_the_order_of_days(bool oldest)
    {
        List<string> keys = [];
        List<string> days = [];
        var next = "";
        do
        {
            var page = await Me.GetAsync($"/api/finds?take=37&oldest={oldest}&after={next}");
            keys.AddRange(page["finds"]!.AsArray().Select(f => (string)f!["key"]!));
            days.AddRange(page["finds"]!.AsArray().Select(f => (string)f!["find"]!["date"]!));
            next = (string?)page["next"];
        } while (next is not null);
        keys.ShouldBeUnique();
        days.ShouldBe(oldest ? days.Order(StringComparer.Ordinal) : days.OrderDescending(StringComparer.Ordinal));
        keys.Count.ShouldBe((int)(await Me.GetAsync("/api/finds/summary"))["finds"]!);
        keys.Count.ShouldBe((await RowsAsync("/api/finds.csv?exact=true")).Count);
        keys.Count(k => k.Contains(".plant.", StringComparison.Ordinal))
            .ShouldBe(
                (await Me.GetAsync("/api/records?take=200"))["records"]!
                    .AsArray()
                    .Count(r => ((string)r!["fullName"]!).Length > 0)
            );
    }

    [Theory]
    [InlineData("taxon=acer-macrophyllum")]
    [InlineData("taxon=acer")]
    [InlineData("site=1")]
    [InlineData("from=2025-01-01&to=2025-12-31")]
    [InlineData("text=quercus")]
    [InlineData("text=bald%20quercus")]
    [InlineData("text=falk")]
    [InlineData("person=me&from=2026-05-01&to=2026-05-31")]
    [InlineData("text=quercus&from=2026-01-01")]
    public async Task What_is_chosen_is_the_same_in_the_list_the_sums_the_map_and_the_file(string query)
    {
        query = query.Replace("person=me", $"person={Me.Own}", StringComparison.Ordinal);
        var list = (await Me.GetAsync($"/api/finds?take=200&{query}"))["finds"]!.AsArray();
        list.Count.ShouldBeInRange(1, 199);
        var sums = await Me.GetAsync($"/api/finds/summary?{query}");
        ((int)sums["finds"]!).ShouldBe(list.Count);
        sums["years"]!.AsArray().Sum(y => (int)y!["finds"]!).ShouldBe(list.Count);
        list.Select(f => (string)f!["find"]!["siteId"]!).Distinct().Count().ShouldBe((int)sums["sites"]!);
        (await RowsAsync(DemoIds.Spelled($"/api/finds.csv?exact=true&{query}"))).Count.ShouldBe(list.Count);
        foreach (var zoom in new[] { 2, 12, 18 })
        {
            (await Me.GetAsync($"/api/finds/map?zoom={zoom}&{query}"))
                .AsArray()
                .Sum(c => (int)c!["finds"]!)
                .ShouldBe(list.Count - (int)sums["unplaced"]!, $"zoom {zoom}");
        }
    }

    [Fact]
    public async Task Words_are_looked_for_in_names_families_sites_people_tags_and_notes_and_all_must_be_there()
    {
        (await NamesAsync("bigleaf maple")).ShouldContain("Acer macrophyllum");
        (await NamesAsync("fagaceae")).ShouldContain("Quercus garryana");
        (await NamesAsync("quercus alnus")).ShouldBeEmpty();
        (await NamesAsync("100%_")).ShouldBeEmpty();
        var tag = (string)(await Me.GetAsync("/api/records?take=1"))["records"]![0]!["tag"]!;
        (await Me.GetAsync($"/api/finds?text={tag}"))["finds"]!
            .AsArray()
            .ShouldAllBe(f => (string?)f!["find"]!["tag"] == tag);

        var id = (string)(await Me.PostAsync("/api/counts", CountTests.Count("walkThrough")))["sheet"]!["id"]!;
        var line = (
            await Me.PostAsync(
                $"/api/counts/{id}/lines",
                new
                {
                    plot = 1,
                    text = "aln rub 2",
                    taxon = (string?)null,
                    origin = "wild",
                }
            )
        )["lines"]![0]!["line"]!["id"]!;
        await Me.PutAsync(
            $"/api/count-lines/{line}",
            new
            {
                amount = 2,
                origin = "wild",
                note = "leaves skeletonised by beetles",
                expected = 0,
            }
        );
        (await NamesAsync("skeleton")).ShouldBe(["Alnus rubra"]);
        (await NamesAsync("skeleton quercus")).ShouldBeEmpty();
    }

    [Fact]
    public async Task Many_who_ask_for_sums_at_once_do_not_wait_for_each_other()
    {
        var sums = await Task.WhenAll(
            Enumerable.Range(0, 60).Select(_ => Me.GetAsync("/api/finds/summary?taxon=quercus-garryana"))
        );
        sums.Select(s => (int)s["finds"]!).Distinct().ShouldHaveSingleItem().ShouldBeGreaterThan(0);
    }

    [Fact]
    public async Task A_line_entered_taken_away_and_put_back_counts_once_while_it_stands()
    {
        const string Query = "taxon=arbutus-menziesii";
        var before = await FindsAsync(Query);
        var all = await FindsAsync("");
        var id = (string)(await Me.PostAsync("/api/counts", CountTests.Count("walkThrough")))["sheet"]!["id"]!;
        var line = (
            await Me.PostAsync(
                $"/api/counts/{id}/lines",
                new
                {
                    plot = 1,
                    text = "arb men 1",
                    taxon = (string?)null,
                    origin = "wild",
                }
            )
        )["lines"]![0]!["line"]!["id"]!;
        await Me.PostAsync($"/api/count-lines/{line}/one-more", new { });
        (await FindsAsync(Query), await FindsAsync("")).ShouldBe((before + 1, all + 1));
        await Me.Http.DeleteAsync(new Uri($"/api/count-lines/{line}", UriKind.Relative));
        (await FindsAsync(Query), await FindsAsync("")).ShouldBe((before, all));
        await Me.PostAsync($"/api/count-lines/{line}/back", new { });
        (await FindsAsync(Query), await FindsAsync("")).ShouldBe((before + 1, all + 1));
    }

    [Fact]
    public async Task Marks_on_the_map_part_as_it_comes_nearer_and_only_what_is_in_view_is_told()
    {
        var afar = (await Me.GetAsync("/api/finds/map?zoom=0")).AsArray();
        var near = (await Me.GetAsync("/api/finds/map?zoom=17")).AsArray();
        afar.Count.ShouldBe(1);
        afar[0]!["site"].ShouldBeNull();
        near.Count.ShouldBeGreaterThan(8);
        near.Where(c => (int)c!["sites"]! == 1)
            .ShouldAllBe(c => c!["site"] != null && ((string?)c["siteName"])!.Length > 0);
        var (latitude, longitude) = ((double)near[0]!["latitude"]!, (double)near[0]!["longitude"]!);
        var seen = (
            await Me.GetAsync(
                FormattableString.Invariant(
                    $"/api/finds/map?zoom=17&south={latitude - 1e-5}&north={latitude + 1e-5}&west={longitude - 1e-5}&east={longitude + 1e-5}"
                )
            )
        ).AsArray();
        seen.ShouldHaveSingleItem();
    }

    [Fact]
    public async Task Sensitive_species_are_in_no_list_sum_mark_or_file_of_a_reader_but_told_coarsely()
    {
        using var reader = new Client(Address);
        await reader.BeAsync("reader");
        foreach (
            var path in new[]
            {
                "/api/finds?take=200&taxon=fritillaria-affinis",
                "/api/finds?take=200&text=fritillaria",
                "/api/finds/map?taxon=fritillaria-affinis",
            }
        )
        {
            (await reader.Http.GetStringAsync(new Uri(path, UriKind.Relative))).ShouldNotContain(
                "ritillaria",
                customMessage: path
            );
        }

        (await reader.GetAsync("/api/finds/map?taxon=fritillaria-affinis")).AsArray().ShouldBeEmpty();
        var mine = await Me.GetAsync("/api/finds/summary");
        var theirs = await reader.GetAsync("/api/finds/summary");
        var hidden = (int)(await Me.GetAsync("/api/finds/summary?taxon=fritillaria-affinis"))["finds"]!;
        hidden.ShouldBeGreaterThan(0);
        ((int)theirs["finds"]!).ShouldBeLessThanOrEqualTo((int)mine["finds"]! - hidden);
        theirs["years"]!.AsArray().Sum(y => (int)y!["finds"]!).ShouldBe((int)theirs["finds"]!);
        theirs["taxa"]!.ToJsonString().ShouldNotContain("fritillaria");
        theirs["withheld"]!.AsArray().ShouldContain(w => (string?)w!["taxon"]!["id"] == "fritillaria-affinis");
        mine["withheld"]!.AsArray().ShouldBeEmpty();

        // Taken without exact places by one who may see them, the file is the reader's.
        var file = await TextAsync(Me, "/api/finds.csv");
        file.ShouldBe(await TextAsync(reader, "/api/finds.csv"));
        file.Split("\r\n")
            .Where(r => r.Contains("Fritillaria", StringComparison.Ordinal))
            .ShouldAllBe(r => r.StartsWith("withheld:", StringComparison.Ordinal));
        await Client.ProblemAsync(
            await reader.Http.GetAsync(new Uri("/api/finds.csv?exact=true", UriKind.Relative)),
            HttpStatusCode.Forbidden
        );
    }

    [Fact]
    public async Task Counts_are_listed_page_by_page_by_site_and_years()
    {
        List<string> ids = [];
        var query = "";
        JsonNode page;
        do
        {
            page = await Me.GetAsync($"/api/counts?take=9{query}");
            ids.AddRange(page["sheets"]!.AsArray().Select(s => (string)s!["id"]!));
            var last = page["sheets"]!.AsArray()[^1]!;
            query = $"&beforeDay={last["content"]!["date"]}&beforeId={last["id"]}";
        } while ((bool)page["more"]!);
        ids.ShouldBeUnique();
        ids.Count.ShouldBe((await Me.GetAsync("/api/counts"))["sheets"]!.AsArray().Count);
        (await Me.GetAsync("/api/counts?site=1"))["sheets"]!
            .AsArray()
            .ShouldAllBe(s => (string)s!["content"]!["site"]! == DemoIds.Site(1).ToString());
        (await Me.GetAsync("/api/counts/years")).AsArray().Select(y => (int)y!).ShouldContain(2026);
    }

    [Theory]
    [InlineData("/api/finds?after=yesterday")]
    [InlineData("/api/finds?after=2026-05-01.line.x")]
    [InlineData("/api/statistics?year=123456")]
    public async Task What_cannot_be_asked_is_refused_in_words(string path) =>
        await Client.ProblemAsync(await Me.Http.GetAsync(new Uri(path, UriKind.Relative)), HttpStatusCode.BadRequest);

    private async Task<int> FindsAsync(string query) =>
        (int)(await Me.GetAsync($"/api/finds/summary?{query}"))["finds"]!;

    private async Task<string[]> NamesAsync(string text) =>
        [
            .. (await Me.GetAsync($"/api/finds?take=200&text={Uri.EscapeDataString(text)}"))["finds"]!
                .AsArray()
                .Select(f => (string)f!["find"]!["name"]!)
                .Distinct(),
        ];

    private async Task<List<string>> RowsAsync(string path) =>
        [.. (await TextAsync(Me, path)).Split("\r\n", StringSplitOptions.RemoveEmptyEntries).Skip(1)];

    private static Task<string> TextAsync(Client client, string path) =>
        client.Http.GetStringAsync(new Uri(path, UriKind.Relative));
}
