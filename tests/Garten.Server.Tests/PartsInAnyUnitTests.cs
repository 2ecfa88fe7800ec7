using System.Net;
using System.Text.Json.Nodes;

namespace Garten.Server.Tests;

/// <summary>Parts measured one after another, in whatever they were held against: none takes the place of the others.</summary>
public sealed class PartsInAnyUnitTests(ServerFixture server) : ServerTest(server)
{
    private JsonNode _sheet = null!;

    public override async ValueTask InitializeAsync()
    {
        await base.InitializeAsync();
        _sheet = await Me.TakeAsync();
        _sheet = await EnterAsync("9 cm");
        _sheet = await EnterAsync("11 cm");
    }

    [Fact]
    public async Task A_card_beside_measured_leaves_is_one_leaf_more()
    {
        _sheet = await EnterAsync("1 card");
        Parts().ShouldBe(["9 cm", "11 cm", "1 card"]);
        _sheet = await EnterAsync("3 1/4 in");
        Parts().ShouldBe(["9 cm", "11 cm", "1 card", "3 1/4 in"]);
        var values = Client.Asked(_sheet)["plant"]!["observations"]!
            .AsArray()
            .Single(o => (string?)o!["character"] == "leaf-length")!["finding"]!["values"]!.AsArray();
        ((double)values[2]!).ShouldBe(85.6, 1e-9);
        ((double)values[3]!).ShouldBe(82.55, 1e-9);
    }

    [Fact]
    public async Task A_rough_value_takes_the_place_of_measured_parts_only_when_a_person_says_so()
    {
        var asked = await Client.ProblemAsync(
            await Me.TryPutAsync(Client.PathTo(_sheet, "leaf-length"), Entry("15–20 cm", replaces: false)),
            HttpStatusCode.Conflict
        );
        ((string?)asked["field"]).ShouldBe("replaces");
        ((string?)asked["detail"])!.ShouldContain("9 cm, 11 cm were measured already");
        _sheet = await Me.GetAsync($"/api/plants/{_sheet["plant"]!["id"]}");
        Parts().ShouldBe(["9 cm", "11 cm"]);
        _sheet = await Me.PutAsync(Client.PathTo(_sheet, "leaf-length"), Entry("15–20 cm", replaces: true));
        ((string?)Observation()["seen"]!["finding"]!["value"]!["typed"]).ShouldBe("15–20 cm");

        // The other way round it is asked as well.
        asked = await Client.ProblemAsync(
            await Me.TryPutAsync(Client.PathTo(_sheet, "leaf-length"), Entry("12 cm", replaces: false)),
            HttpStatusCode.Conflict
        );
        ((string?)asked["detail"])!.ShouldContain("“15–20 cm”");
    }

    private Task<JsonNode> EnterAsync(string entry) =>
        Me.PutAsync(Client.PathTo(_sheet, "leaf-length"), Entry(entry, replaces: false));

    private JsonNode Entry(string entry, bool replaces)
    {
        var before = _sheet["observations"]!
            .AsArray()
            .SingleOrDefault(o => (string?)o!["seen"]!["character"] == "leaf-length");
        string[] parts =
            (string?)before?["seen"]!["finding"]!["kind"] == "sample"
                ? [.. before!["parts"]!.AsArray().Select(p => (string)p!)]
                : [];
        var body = System.Text.Json.JsonSerializer.SerializeToNode(
            Client.Feature("sample", parts: parts, entry: entry, expected: (long?)before?["revision"])
        )!;
        body["replaces"] = replaces;
        if (parts.Length > 0)
        {
            body["places"] = before!["places"]!.DeepClone();
        }

        return body;
    }

    private JsonNode Observation() =>
        _sheet["observations"]!.AsArray().Single(o => (string?)o!["seen"]!["character"] == "leaf-length")!;

    private string[] Parts() => [.. Observation()["parts"]!.AsArray().Select(p => (string)p!)];
}
