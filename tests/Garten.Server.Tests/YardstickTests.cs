using System.Net;

namespace Garten.Server.Tests;

/// <summary>Lengths given in cards and hands, each person's own.</summary>
public sealed class YardstickTests(ServerFixture server) : ServerTest(server)
{
    [Fact]
    public async Task Two_and_a_half_cards_become_centimetres_with_their_error()
    {
        var sheet = await Me.TakeAsync();
        var after = await Me.PutAsync(
            Client.PathTo(sheet, "leaf-length"),
            Client.Feature("sample", parts: [], entry: "two and a half cards long")
        );
        var rough = Client.Asked(after)["plant"]!["observations"]!
            .AsArray()
            .Single(o => (string?)o!["character"] == "leaf-length")!["finding"]!["value"]!;
        ((double)rough["best"]!).ShouldBe(2.5 * 85.6, 1e-6);
        ((double)rough["low"]!).ShouldBeInRange(190, 210);
        ((double)rough["high"]!).ShouldBeInRange(218, 240);
        ((string?)rough["typed"]).ShouldBe("two and a half cards long");
    }

    [Fact]
    public async Task A_hand_span_is_calibrated_by_measuring_it_several_times_and_is_nobody_elses()
    {
        var shown = (
            await Me.PutAsync(
                "/api/yardsticks/Hand%20span",
                new { lengths = new[] { "19.8 cm", "20 cm", "20.2 cm", "" } }
            )
        ).AsArray();
        shown.Select(y => $"{y!["name"]}: {y["words"]}").ShouldBe(["hand span: 200 ± 2 mm", "card: 85.6 ± 0.2 mm"]);
        using var other = new Client(Address);
        await other.BeAsync(1);
        (await other.GetAsync("/api/yardsticks")).AsArray().Select(y => (string?)y!["name"]).ShouldBe(["card"]);
        var gone = await Me.Http.DeleteAsync(new Uri("/api/yardsticks/hand%20span", UriKind.Relative));
        (await gone.Content.ReadAsStringAsync()).ShouldNotContain("hand span");
    }

    [Theory]
    [InlineData("hand", "long")]
    [InlineData("hand", "0 mm")]
    [InlineData("hand", " ")]
    [InlineData("5 cm", "5 cm")]
    public async Task What_cannot_be_a_yardstick_is_refused(string name, string length) =>
        await Client.ProblemAsync(
            await Me.TryPutAsync($"/api/yardsticks/{Uri.EscapeDataString(name)}", new { lengths = new[] { length } }),
            HttpStatusCode.BadRequest
        );
}
