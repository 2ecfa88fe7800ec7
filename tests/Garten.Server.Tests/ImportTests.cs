using System.Net;
using System.Text;
using System.Text.Json.Nodes;

namespace Garten.Server.Tests;

/// <summary>Tables of records brought in.</summary>
public sealed class ImportTests(ServerFixture server) : ServerTest(server)
{
    private const string Table =
        "species;date;site;count;unit;observer;weather\n"
        + "Acer macrophyllum Pursh;2024-05-12;Millrace Bottom;4;;N. Okafor;dry\n"
        + "Alnus rubra;2024-05-12;Millrace Bottom;12;stems;N. Okafor;dry\n"
        + "Alnus rubra;2024-05-12;millrace bottom;3;stems;N. Okafor;dry\n"
        + "Rosa cf. nutkana;2024-05-13;Heron Slough;;;;\n";

    public override async ValueTask InitializeAsync()
    {
        await base.InitializeAsync();
        await Me.BeAsync("steward");
    }

    [Fact]
    public async Task A_table_is_matched_shown_kept_and_brings_nothing_twice()
    {
        var before = (await Me.GetAsync("/api/counts"))["sheets"]!.AsArray().Count;
        var shown = await SendAsync(Table, "keep=false");
        shown["columns"]!
            .AsArray()
            .Select(c => (string?)c!["holds"])
            .ShouldBe(["name", "date", "site", "amount", "unit", "recorder", null]);
        (
            Number(shown, "rows"),
            Number(shown, "merged"),
            Number(shown["change"]!, "sheets"),
            Number(shown["change"]!, "lines")
        ).ShouldBe((4, 1, 2, 3));
        shown["change"]!["people"]!.AsArray().Select(p => (string?)p).ShouldBe(["N. Okafor"]);
        (await Me.GetAsync("/api/counts"))["sheets"]!
            .AsArray()
            .Count.ShouldBe(before, "nothing is kept before it is asked for");
        (await Me.GetAsync("/api/session"))["people"]!
            .AsArray()
            .ShouldNotContain(p => (string?)p!["name"] == "N. Okafor");

        await SendAsync(Table, "keep=true");
        var sheets = (await Me.GetAsync("/api/counts"))["sheets"]!.AsArray();
        sheets.Count.ShouldBe(before + 2);
        var walk = await Me.GetAsync(
            $"/api/counts/{sheets.Single(s => (string?)s!["recorder"] == "N. Okafor")!["id"]}"
        );
        walk["lines"]!
            .AsArray()
            .Select(l => ((string?)l!["fullName"], (double?)l["line"]!["amount"], (string?)l["unitWords"]))
            .ShouldBe([("Acer macrophyllum", 4.0, "individuals"), ("Alnus rubra", 15.0, "stems")], ignoreOrder: true);
        ((string?)walk["sheet"]!["content"]!["note"]).ShouldBe("Brought in from old-list.csv");

        var again = await SendAsync(Table.Replace(";4;", ";9;", StringComparison.Ordinal), "keep=true");
        (
            Number(again["change"]!, "sheets"),
            Number(again["change"]!, "lines"),
            Number(again["change"]!, "known")
        ).ShouldBe((0, 0, 3));
        again["change"]!["differing"]!.AsArray().Select(l => (int)l!).ShouldBe([2]);
    }

    [Fact]
    public async Task A_table_of_plots_becomes_quadrats_once()
    {
        const string Plots =
            "date;site;plot;plot area;species;cover\n"
            + "2024-06-01;Millrace Bottom;1;4;Acer macrophyllum;30\n"
            + "2024-06-01;Millrace Bottom;3;4;Acer macrophyllum;2,5\n"
            + "2024-06-01;Millrace Bottom;3;4;Alnus rubra;60\n"
            + "2024-06-01;Millrace Bottom;1;100;Alnus rubra;10\n"
            + "2024-06-01;Millrace Bottom;;;Taxus brevifolia;\n";
        var change = (await SendAsync(Plots, "keep=true"))["change"]!;
        (Number(change, "sheets"), Number(change, "lines")).ShouldBe(
            (3, 5),
            "small plots, a large one, and what stood outside"
        );
        List<JsonNode> counts = [];
        foreach (
            var sheet in (await Me.GetAsync("/api/counts"))["sheets"]!
                .AsArray()
                .Where(s => (string?)s!["content"]!["date"] == "2024-06-01")
        )
        {
            counts.Add(await Me.GetAsync($"/api/counts/{sheet!["id"]}"));
        }

        var small = counts.Single(c => (double?)c["sheet"]!["content"]!["plotAreaM2"] == 4);
        ((string?)small["sheet"]!["content"]!["protocol"], Number(small["sheet"]!["content"]!, "plots")).ShouldBe(
            ("quadrats", 3)
        );
        small["lines"]!
            .AsArray()
            .Select(l =>
                (
                    Number(l!["line"]!, "plot"),
                    (string?)l["fullName"],
                    (double?)l["line"]!["amount"],
                    (string?)l["line"]!["unit"]
                )
            )
            .ShouldBe(
                [
                    (1, "Acer macrophyllum", 30.0, "coverPercent"),
                    (3, "Acer macrophyllum", 2.5, "coverPercent"),
                    (3, "Alnus rubra", 60.0, "coverPercent"),
                ],
                ignoreOrder: true
            );
        counts
            .Select(c => (string?)c["sheet"]!["content"]!["protocol"])
            .ShouldBe(["quadrats", "quadrats", "walkThrough"], ignoreOrder: true);
        var again = (await SendAsync(Plots, "keep=true"))["change"]!;
        (Number(again, "sheets"), Number(again, "lines"), Number(again, "known")).ShouldBe((0, 0, 5));
        (await SendAsync(Plots.Replace(";3;4;Alnus", ";B;;Alnus", StringComparison.Ordinal), "keep=false"))["faults"]!
            .AsArray()
            .Select(f => ((int)f!["line"]!, (string?)f["column"]))
            .ShouldBe([(4, "plot"), (4, "plot area")], ignoreOrder: true);
    }

    [Fact]
    public async Task A_recorder_in_another_case_is_the_same_person()
    {
        const string Twice =
            "name,date,site,observer\nTaxus brevifolia,2022-05-12,Quarry Bald,r. OSTROW\nAlnus rubra,2022-05-12,Quarry Bald,R. Ostrow\nAlnus rubra,2022-05-13,Quarry Bald,p. new\nTaxus brevifolia,2022-05-13,Quarry Bald,P. NEW\n";
        var change = (await SendAsync(Twice, "keep=true"))["change"]!;
        (Number(change, "sheets"), Number(change, "lines")).ShouldBe((2, 4));
        change["people"]!.AsArray().Select(p => (string?)p).ShouldBe(["p. new"]);
    }

    [Fact]
    public async Task Who_accepts_lines_is_told_how_far_it_is_and_at_last_what_came_of_it()
    {
        var many =
            "species,date,site\n"
            + string.Concat(
                Enumerable
                    .Range(0, 3000)
                    .Select(i => $"Alnus rubra,{new DateOnly(2001, 1, 1).AddDays(i):yyyy-MM-dd},Heron Slough\n")
            );
        var lines = await LinesAsync(many, "keep=false");
        var shares = lines[..^1].Select(l => (double)l["share"]!).ToArray();
        shares.Length.ShouldBeGreaterThan(20);
        shares.ShouldBeInOrder();
        shares.ShouldAllBe(s => s > 0 && s <= 1);
        shares[0].ShouldBeLessThan(0.05);
        shares[^1].ShouldBeGreaterThan(0.85);
        Number(lines[^1]["answer"]!["change"]!, "lines").ShouldBe(3000);

        // What went wrong comes as a line too.
        var wrong = await LinesAsync("species,date,site\nnobody,2001-01-01,Heron Slough\n", "keep=true");
        ((string?)wrong[^1]["problem"]!["detail"])!.ShouldEndWith("Nothing was brought in.");
        ((int)wrong[^1]["problem"]!["status"]!).ShouldBe(400);

        async Task<JsonNode[]> LinesAsync(string table, string query)
        {
            using HttpRequestMessage request = new(HttpMethod.Post, $"/api/import?file=long.csv&{query}")
            {
                Content = new StringContent(table, Encoding.UTF8, "text/csv"),
            };
            request.Headers.Accept.ParseAdd("application/x-ndjson");
            using var response = await Me.Http.SendAsync(request, TestContext.Current.CancellationToken);
            response.Content.Headers.ContentType!.MediaType.ShouldBe("application/x-ndjson");
            return
            [
                .. (await response.Content.ReadAsStringAsync(TestContext.Current.CancellationToken))
                    .Split('\n', StringSplitOptions.RemoveEmptyEntries)
                    .Select(l => JsonNode.Parse(l)!),
            ];
        }
    }

    [Fact]
    public async Task Every_bad_row_is_named_and_nothing_is_kept()
    {
        var before = (await Me.GetAsync("/api/counts"))["sheets"]!.AsArray().Count;
        const string Bad =
            "name,date,site\nAcer macrophyllum,2024-06-01,Millrace Bottom\nNessie,05/06/2024,Atlantis\nAcer macrophyllum\n";
        var shown = await SendAsync(Bad, "keep=false");
        Number(shown, "faultCount").ShouldBe(4);
        shown["faults"]!
            .AsArray()
            .Select(f => ((int)f!["line"]!, (string?)f["column"]))
            .ShouldBe([(3, "date"), (3, "site"), (3, "name"), (4, "")], ignoreOrder: true);
        shown["change"].ShouldBeNull();
        var refused = await Client.ProblemAsync(await PostAsync(Bad, "keep=true"), HttpStatusCode.BadRequest);
        ((string?)refused["detail"])!.ShouldContain("Nothing was brought in");
        (await Me.GetAsync("/api/counts"))["sheets"]!.AsArray().Count.ShouldBe(before);
    }

    [Fact]
    public async Task Columns_can_be_told_and_what_must_be_there_is_asked_for()
    {
        const string Odd = "what,when,where\nAcer macrophyllum,2023-06-01,Millrace Bottom\n";
        var shown = await SendAsync(Odd, "keep=false");
        shown["faults"]!
            .AsArray()
            .Select(f => (string?)f!["says"])
            .ShouldBe([
                "No column holds the date. Say which one does.",
                "No column holds the site. Say which one does.",
                "No column holds the name. Say which one does.",
            ]);
        Number((await SendAsync(Odd, "keep=false&columns=name,date,site"))["change"]!, "lines").ShouldBe(1);
        await Client.ProblemAsync(await PostAsync(Odd, "columns=name,name,site"), HttpStatusCode.BadRequest);
        await Client.ProblemAsync(await PostAsync(Odd, "columns=name"), HttpStatusCode.BadRequest);
        await Client.ProblemAsync(await PostAsync(Odd, "columns=name,date,colour"), HttpStatusCode.BadRequest);
    }

    [Theory]
    [InlineData("PK\u0003\u0004\0\0\0")]
    [InlineData("")]
    [InlineData("<?xml version=\"1.0\"?><!DOCTYPE a [<!ENTITY b SYSTEM \"file:///etc/passwd\">]><a>&b;</a>")]
    public async Task What_is_no_table_is_refused(string text)
    {
        var shown = await SendAsync(text, "keep=false");
        Number(shown, "faultCount").ShouldBeGreaterThan(0);
        shown["change"].ShouldBeNull();
        shown.ToJsonString().ShouldNotContain("root:");
    }

    [Fact]
    public async Task A_file_beyond_the_bound_is_refused() =>
        await Client.ProblemAsync(
            await PostAsync(new string('x', 41 * 1024 * 1024), "keep=true"),
            HttpStatusCode.BadRequest
        );

    private static int Number(JsonNode of, string property) => (int)of[property]!;

    private Task<HttpResponseMessage> PostAsync(string text, string query) =>
        Me.Http.PostAsync(
            new Uri($"/api/import?file=old-list.csv&{query}", UriKind.Relative),
            new StringContent(text, Encoding.UTF8, "text/csv")
        );

    private async Task<JsonNode> SendAsync(string text, string query)
    {
        var response = await PostAsync(text, query);
        var said = await response.Content.ReadAsStringAsync();
        response.StatusCode.ShouldBe(HttpStatusCode.OK, said);
        return JsonNode.Parse(said)!;
    }
}
