using Garten.Server.Requests;

namespace Garten.Server.Tests;

public sealed class ServerSettingsTests
{
    [Fact]
    public void Without_words_it_serves_the_demo_on_loopback()
    {
        var settings = ServerSettings.Read([]);
        (settings.Port, settings.Listen, settings.Demo).ShouldBe((5080, "127.0.0.1", true));
    }

    [Fact]
    public void Every_word_is_followed()
    {
        var settings = ServerSettings.Read([
            "--port",
            "6000",
            "--empty",
            "--data",
            "/here",
            "--listen",
            "0.0.0.0",
            "--guides",
            "g",
            "--web",
            "w",
            "--tiles",
            "https://tiles.example/{z}/{x}/{y}.png",
        ]);
        settings.ShouldBe(
            new ServerSettings(6000, "/here", false, "g", "w", "0.0.0.0", "https://tiles.example/{z}/{x}/{y}.png")
        );
    }

    [Fact]
    public void With_a_guide_of_ones_own_there_is_no_demo() =>
        ServerSettings
            .Read(["--guide", "mine.zip"])
            .ShouldBe(ServerSettings.Default with { Guide = "mine.zip", Demo = false });

    [Theory]
    [InlineData("--port", "0")]
    [InlineData("--port", "65536")]
    [InlineData("--port", "-1")]
    [InlineData("--port", "5080.5")]
    [InlineData("--port", "")]
    public void A_port_that_is_none_is_refused(string option, string value) =>
        Should
            .Throw<SettingsException>(() => ServerSettings.Read([option, value]))
            .Message.ShouldContain("from 1 to 65535");

    [Theory]
    [InlineData("ftp://tiles.example/{z}/{x}/{y}")]
    [InlineData("https://tiles.example/{z}")]
    [InlineData("tiles")]
    public void An_address_of_map_pictures_that_is_none_is_refused(string value) =>
        Should
            .Throw<SettingsException>(() => ServerSettings.Read(["--tiles", value]))
            .Message.ShouldContain("{z}, {x} and {y}");

    [Theory]
    [InlineData("--data")]
    [InlineData("--port")]
    public void A_word_without_its_value_is_refused(string option) =>
        Should
            .Throw<SettingsException>(() => ServerSettings.Read([option]))
            .Message.ShouldBe($"{option} needs a value after it.");
}
