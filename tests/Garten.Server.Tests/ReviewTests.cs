using System.Net;
using System.Text.Json.Nodes;

namespace Garten.Server.Tests;

/// <summary>Names looked at by a second person, and specimens that stand for them.</summary>
public sealed class ReviewTests(ServerFixture server) : ServerTest(server)
{
    private readonly Client _determiner = new(server.Address);
    private JsonNode _sheet = null!;

    private string Plant => $"/api/plants/{_sheet["plant"]!["id"]}";

    public override async ValueTask InitializeAsync()
    {
        await base.InitializeAsync();
        await _determiner.BeAsync("determiner");
        _sheet = await Me.TakeAsync("maple by the weir");
        _sheet = await NameAsync(Me, "acer-macrophyllum");
    }

    [Fact]
    public async Task A_second_person_asks_for_more_then_agrees_and_the_grade_says_so()
    {
        (await SecondAsync()).ShouldBe(
            (false, "No second person has given the same name, and no voucher stands for it.")
        );
        var name = (string)_sheet["determinations"]![0]!["id"]!;
        var asked = await _determiner.PostAsync(
            $"{Plant}/determinations/{name}/reviews",
            new { verdict = "asksMore", remark = "Break a petiole: is there milky sap?" }
        );
        ((string?)asked["determinations"]![0]!["reviews"]![0]!["person"]).ShouldBe("M. Falk");
        (await SecondAsync()).ShouldBe((false, "M. Falk asks for more: Break a petiole: is there milky sap?"));
        var waiting = (await Me.GetAsync("/api/today"))["names"]!
            .AsArray()
            .Single(n => (string)n!["plant"]!["id"]! == (string)_sheet["plant"]!["id"]!)!;
        ((bool)waiting["mine"]!).ShouldBeTrue();
        ((string?)waiting["says"]![0]).ShouldBe("M. Falk asks for more: Break a petiole: is there milky sap?");
        await _determiner.PostAsync($"{Plant}/determinations/{name}/reviews", new { verdict = "agrees", remark = "" });
        (await SecondAsync()).ShouldBe((true, "M. Falk agrees."));
        (await Me.GetAsync("/api/today"))["names"]!
            .AsArray()
            .ShouldNotContain(n => (string)n!["plant"]!["id"]! == (string)_sheet["plant"]!["id"]!);

        // Both reviews stay; a new name asks for reviews of its own.
        var renamed = await NameAsync(Me, "acer-circinatum");
        renamed["determinations"]![1]!["reviews"]!.AsArray().Count.ShouldBe(2);
        (await SecondAsync()).Met.ShouldBeFalse();
    }

    [Fact]
    public async Task Nobody_reviews_their_own_name_and_a_doubt_says_why()
    {
        var own = await NameAsync(_determiner, "acer-glabrum");
        var name = (string)own["determinations"]![0]!["id"]!;
        await Client.ProblemAsync(
            await _determiner.TryPostAsync(
                $"{Plant}/determinations/{name}/reviews",
                new { verdict = "agrees", remark = "" }
            ),
            HttpStatusCode.Conflict
        );
        var earlier = (string)own["determinations"]![1]!["id"]!;
        var silent = await Client.ProblemAsync(
            await _determiner.TryPostAsync(
                $"{Plant}/determinations/{earlier}/reviews",
                new { verdict = "differs", remark = " " }
            ),
            HttpStatusCode.BadRequest
        );
        ((string?)silent["field"]).ShouldBe("remark");
        await Client.ProblemAsync(
            await Me.TryPostAsync($"{Plant}/determinations/{name}/reviews", new { verdict = "agrees", remark = "" }),
            HttpStatusCode.Forbidden
        );
        await Client.ProblemAsync(
            await _determiner.TryPostAsync(
                $"/api/plants/1/determinations/{name}/reviews",
                new { verdict = "agrees", remark = "" }
            ),
            HttpStatusCode.NotFound
        );
    }

    [Fact]
    public async Task A_voucher_is_kept_where_the_stand_bears_it_under_a_number_of_its_own()
    {
        ((bool)(await Me.GetAsync($"{Plant}/collecting?stand=12&taken=1"))["allowed"]!).ShouldBeFalse();
        ((bool)(await Me.GetAsync($"{Plant}/collecting?stand=40&taken=2"))["allowed"]!).ShouldBeTrue();
        var tooMany = await Client.ProblemAsync(
            await Me.TryPostAsync($"{Plant}/vouchers", Voucher("RO 1", 12, 1)),
            HttpStatusCode.BadRequest
        );
        ((string?)tooMany["detail"])!.ShouldContain("A stand of 12 bears no whole plant");
        var kept = await Me.PostAsync($"{Plant}/vouchers", Voucher("RO 1", 40, 1));
        ((string?)kept["vouchers"]![0]!["content"]!["keptAt"]).ShouldBe("reserve hut, box 3");
        (await SecondAsync()).ShouldBe((true, "Voucher RO 1 stands for it."));

        // The same specimen sent again is one; another cannot have its number.
        (await Me.PostAsync($"{Plant}/vouchers", Voucher("RO 1", 40, 1)))["vouchers"]!
            .AsArray()
            .ShouldHaveSingleItem();
        await Client.ProblemAsync(
            await Me.TryPostAsync($"{Plant}/vouchers", Voucher("RO 1", 60, 2)),
            HttpStatusCode.Conflict
        );
        await Client.ProblemAsync(
            await Me.TryPostAsync("/api/plants/1/vouchers", Voucher("RO 1", 40, 1)),
            HttpStatusCode.Conflict
        );
        (await Me.GetAsync(Plant))["vouchers"]!.AsArray().ShouldHaveSingleItem();
    }

    [Fact]
    public async Task A_species_that_is_spared_is_taken_under_a_permit_only()
    {
        await NameAsync(Me, "calypso-bulbosa");
        var refused = await Client.ProblemAsync(
            await Me.TryPostAsync($"{Plant}/vouchers", Voucher("RO 2", 100, 1)),
            HttpStatusCode.BadRequest
        );
        ((string?)refused["detail"])!.ShouldContain("permit");
        ((bool)(await Me.GetAsync($"{Plant}/collecting?stand=100&taken=1&permit=TF-9"))["allowed"]!).ShouldBeTrue();
    }

    private static object Voucher(string number, int stand, int taken) =>
        new
        {
            number,
            keptAt = "reserve hut, box 3",
            takenOn = "2026-05-02",
            stand,
            taken,
            permit = "",
        };

    private Task<JsonNode> NameAsync(Client client, string taxon) =>
        client.PostAsync(
            $"{Plant}/determinations",
            new
            {
                id = Guid.CreateVersion7(),
                taxon,
                qualifier = "none",
                origin = "wild",
                date = "2026-05-01",
                remarks = "",
            }
        );

    private async Task<(bool Met, string Says)> SecondAsync()
    {
        var reason = (await Me.GetAsync($"{Plant}/grade"))["answer"]!["grade"]!["reasons"]!
            .AsArray()
            .Single(g => (string?)g!["kind"] == "secondPerson")!;
        return ((bool)reason["met"]!, (string)reason["says"]!);
    }
}
