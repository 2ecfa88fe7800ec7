using System.Net;
using System.Net.Http.Json;
using Garten.Formats.Guides;
using Garten.Formats.Packages;
using Garten.Server.Endpoints;

namespace Garten.Server.Tests;

/// <summary>Texts brought to the server are read, and become a guide.</summary>
public sealed class GuideTextTests(ServerFixture server) : ServerTest(server)
{
    private const string Text =
        "Two leaves\n\n1a. Leaves opposite, of great beauty .... Alpha una\n1b. Leaves alternate .... Alpha duplex\n\n---\nAlpha una\nFlowers white, May.";

    [Fact]
    public async Task What_was_understood_stands_where_it_was_written()
    {
        var read = await ReadAsync(Text);
        read.Texts.Select(t => t.Heading).ShouldBe(["A key: Two leaves", "A description of Alpha una"]);
        var lead = read.Texts[0].Couplets.ShouldHaveSingleItem().Leads[0];
        string.Concat(lead.Pieces.Select(p => p.Text)).ShouldBe("Leaves opposite, of great beauty");
        lead.Pieces[0].Meanings.ShouldBe(["leaf, arrangement: opposite"]);
        lead.Pieces[1].Meanings.ShouldBeEmpty();
        read.Made.ShouldStartWith("2 names, ");
    }

    [Fact]
    public async Task A_fault_is_told_with_the_line_of_what_was_sent()
    {
        var read = await ReadAsync(
            "Alpha una\nFlowers white.\n----\n" + Text.Replace("Alpha duplex", "9", StringComparison.Ordinal)
        );
        read.Made.ShouldBeEmpty();
        var fault = read.Texts.SelectMany(t => t.Faults).ShouldHaveSingleItem();
        fault.Line.ShouldBe(7);
        fault.Complaint.ShouldContain("9");
    }

    private async Task<TextsRead> ReadAsync(string text)
    {
        using var answer = await Me.Http.PostAsJsonAsync("/api/guide/texts", new TextsToRead("Mine", text));
        answer.StatusCode.ShouldBe(HttpStatusCode.OK);
        return (await answer.Content.ReadFromJsonAsync<TextsRead>())!;
    }

    [Fact]
    public async Task The_guide_of_it_is_sound()
    {
        using var answer = await Me.Http.PostAsJsonAsync("/api/guide/texts.zip", new TextsToRead("Mine", Text));
        answer.StatusCode.ShouldBe(HttpStatusCode.OK);
        var file = Path.GetTempFileName();
        try
        {
            await File.WriteAllBytesAsync(file, await answer.Content.ReadAsByteArrayAsync());
            var reading = GuideReader.Read(PackageFiles.Read(file));
            reading.Faults.ShouldBeEmpty();
            reading.Guide!.Title.Title.ShouldBe("Mine");
            reading.Guide.Tables.Windows.ShouldHaveSingleItem();
        }
        finally
        {
            File.Delete(file);
        }
    }

    [Theory]
    [InlineData("1a. Leaves opposite .... Alpha una\n1b. Leaves alternate .... 9", "9")]
    [InlineData("", "neither a key nor a description")]
    public async Task What_cannot_be_a_guide_is_refused_with_why(string text, string because)
    {
        using var answer = await Me.Http.PostAsJsonAsync("/api/guide/texts.zip", new TextsToRead("Mine", text));
        answer.StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        (await answer.Content.ReadAsStringAsync()).ShouldContain(because);
    }
}
