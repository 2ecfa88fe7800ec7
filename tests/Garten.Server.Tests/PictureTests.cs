using System.Net;
using System.Net.Http.Headers;
using System.Text.Json.Nodes;
using Garten.Core.Measuring.Photos;
using Garten.Pictures;

namespace Garten.Server.Tests;

/// <summary>Pictures of any part of a plant: put on a visit, said more of, drawn on, taken off and brought back.</summary>
public sealed class PictureTests(ServerFixture server) : ServerTest(server)
{
    private static readonly CameraNote Note = new(new(2026, 5, 1, 9, 41, 7), new(45.0023, -123.7042));

    [Fact]
    public async Task A_picture_of_bark_is_put_on_a_visit_drawn_on_and_stands_in_the_portrait()
    {
        var sheet = await Me.TakeAsync();
        var (plant, visit) = (Id(sheet["plant"]), Id(sheet["visits"]![0]));
        var photo = await SentAsync(PictureWriter.Jpeg(Coloured(900, 600)), "image/jpeg");
        var pictures = $"/api/plants/{plant}/visits/{visit}/pictures";
        await Me.PostAsync(pictures, Input(photo, "bark", "the shady side", characters: ["bark-surface"]));

        var view = (await PicturesAsync(plant)).ShouldHaveSingleItem()!;
        var facts = view["picture"]!["facts"]!;
        ((string?)facts["note"]!["organ"], (string?)facts["note"]!["caption"]).ShouldBe(("bark", "the shady side"));
        ((string?)view["picture"]!["person"]).ShouldBe("J. Adeyemi");

        var drawn = facts.DeepClone();
        drawn["note"]!["caption"] = "lenticels";
        drawn["note"]!["marks"] = JsonNode.Parse(
            """
            [{"kind":"scale","points":[{"x":0,"y":0},{"x":200,"y":0}],"words":"","millimetres":20},
             {"kind":"length","points":[{"x":10,"y":10},{"x":10,"y":60}],"words":"lenticel","millimetres":null}]
            """
        );
        var put = new { before = facts, after = drawn };
        await Me.PutAsync($"{pictures}/{photo}", put);
        view = (await PicturesAsync(plant)).ShouldHaveSingleItem()!;
        view["markWords"]!.AsArray().Select(w => (string?)w).ShouldBe(["20 mm", "lenticel: 5.0 mm"]);

        // Put right from how it stood before, it was put right by somebody else meanwhile.
        await Client.ProblemAsync(await Me.TryPutAsync($"{pictures}/{photo}", put), HttpStatusCode.Conflict);

        var portrait = await Me.GetAsync($"/api/plants/{plant}/portrait");
        var cell = portrait["cells"]!.AsArray().Single(c => (string?)c!["organ"] == "bark")!;
        ((int)cell["month"]!, Guid.Parse((string)cell["photos"]![0]!)).ShouldBe((5, photo));

        var history = (await Me.GetAsync($"/api/plants/{plant}/corrections")).AsArray();
        ((string?)history[0]!["what"]).ShouldBe("a picture (bark) of 1 May 2026");
        history[0]!["changes"]!.AsArray().Select(c => (string?)c!["label"]).ShouldBe(["caption", "drawn on it"]);

        // Taken off it is told of apart, out of the portrait, and can be brought back.
        await Me.PostAsync($"{pictures}/{photo}/removal", new { reason = "of another plant" });
        ((bool)(await PicturesAsync(plant))[0]!["picture"]!["isAway"]!).ShouldBeTrue();
        (await Me.GetAsync($"/api/plants/{plant}/portrait"))["cells"]!
            .AsArray()
            .ShouldNotContain(c => (string?)c!["organ"] == "bark");
        await Me.PostAsync($"{pictures}/{photo}/return", new { });
        view = (await PicturesAsync(plant)).ShouldHaveSingleItem()!;
        ((bool)view["picture"]!["isAway"]!, (string?)view["picture"]!["facts"]!["note"]!["caption"]).ShouldBe(
            (false, "lenticels")
        );
    }

    [Fact]
    public async Task What_cannot_be_is_refused_and_says_why()
    {
        var sheet = await Me.TakeAsync();
        var (plant, visit) = (Id(sheet["plant"]), Id(sheet["visits"]![0]));
        var photo = await SentAsync(PictureWriter.Png(Coloured(400, 300)), "image/png");
        var pictures = $"/api/plants/{plant}/visits/{visit}/pictures";
        await RefusedAsync(pictures, Input(photo, "bark", new string('a', 301)), HttpStatusCode.BadRequest, "300");
        await RefusedAsync(
            pictures,
            Input(photo, "bark", "", characters: ["no-such-thing"]),
            HttpStatusCode.BadRequest,
            "no-such-thing"
        );
        await RefusedAsync(pictures, Input(Guid.NewGuid(), "bark", ""), HttpStatusCode.NotFound, "no such picture");
        await RefusedAsync(
            $"/api/plants/{plant}/visits/{Guid.NewGuid()}/pictures",
            Input(photo, "bark", ""),
            HttpStatusCode.NotFound,
            "no such visit"
        );
        await Me.PostAsync(pictures, Input(photo, "bark", ""));
        await RefusedAsync(pictures, Input(photo, "bark", ""), HttpStatusCode.Conflict, "already");
        (await PicturesAsync(plant)).Count.ShouldBe(1);

        // Somebody else's picture is taken off by those who answer for it.
        using Client other = new(Address);
        await other.BeAsync(3);
        await Client.ProblemAsync(
            await other.TryPostAsync($"{pictures}/{photo}/removal", new { reason = "" }),
            HttpStatusCode.Conflict
        );
    }

    [Theory]
    [InlineData("image/jpeg")]
    [InlineData("image/png")]
    [InlineData("image/webp")]
    public async Task Every_format_has_a_small_picture_and_flows_as_it_came(string type)
    {
        var image = Coloured(1200, 800);
        var file = type switch
        {
            "image/png" => PictureWriter.Png(image),
            "image/webp" => PictureWriter.WebP(image),
            _ => PictureWriter.Jpeg(image),
        };
        var photo = await SentAsync(file, type);
        ((string?)(await Me.GetAsync($"/api/photos/{photo}"))["type"]).ShouldBe(type);
        (await Me.Http.GetByteArrayAsync($"/api/photos/{photo}/file")).ShouldBe(file);
        var small = await Me.Http.GetByteArrayAsync($"/api/photos/{photo}/thumbnail");
        var facts = PictureReader.Facts(new MemoryStream(small));
        (facts.Type, facts.Width, facts.Height).ShouldBe(("image/jpeg", 480, 320));
    }

    [Fact]
    public async Task A_file_leaves_without_its_place_for_those_who_may_not_see_it()
    {
        var jpeg = PictureWriter.Jpeg(Coloured(400, 300), Note);
        var photo = await SentAsync(jpeg, "image/jpeg");
        using Client reader = new(Address);
        await reader.BeAsync("reader");
        var left = await reader.Http.GetByteArrayAsync($"/api/photos/{photo}/file");
        var facts = PictureReader.Facts(new MemoryStream(left));
        (facts.Taken, facts.Latitude, facts.Longitude).ShouldBe((null, null, null));
        PictureReader
            .Pixels(new MemoryStream(left))
            .Rgb.ShouldBe(PictureReader.Pixels(new MemoryStream(jpeg)).Rgb, "nothing of the picture itself is lost");
        (await reader.GetAsync($"/api/photos/{photo}"))["latitude"].ShouldBeNull();

        // Who took it keeps it whole.
        (await Me.Http.GetByteArrayAsync($"/api/photos/{photo}/file")).ShouldBe(jpeg);
        ((double)(await Me.GetAsync($"/api/photos/{photo}"))["latitude"]!).ShouldBe(45.0023, 1e-6);
    }

    private static string Id(JsonNode? of) => (string)of!["id"]!;

    private static object Input(Guid photo, string organ, string caption, string[]? characters = null) =>
        new
        {
            photo,
            note = new
            {
                organ,
                caption,
                marks = Array.Empty<object>(),
            },
            characters = characters ?? [],
        };

    /// <summary>A picture no two places of which are alike, so that a part that is lost shows.</summary>
    private static PixelImage Coloured(int width, int height) =>
        new(
            width,
            height,
            [
                .. Enumerable
                    .Range(0, width * height)
                    .SelectMany(i => (byte[])[(byte)(i % width), (byte)(i / width), (byte)((i * 7) / width)]),
            ]
        );

    private async Task<JsonArray> PicturesAsync(string plant) =>
        (await Me.GetAsync($"/api/plants/{plant}/pictures")).AsArray();

    private async Task RefusedAsync(string path, object input, HttpStatusCode status, string reason) =>
        ((string?)(await Client.ProblemAsync(await Me.TryPostAsync(path, input), status))["detail"])!.ShouldContain(
            reason
        );

    private async Task<Guid> SentAsync(byte[] file, string type)
    {
        var id = Guid.CreateVersion7();
        var content = new ByteArrayContent(file);
        content.Headers.ContentType = new MediaTypeHeaderValue(type);
        var response = await Me.Http.PutAsync(new Uri($"/api/photos/{id}?name=a.jpg", UriKind.Relative), content);
        response.StatusCode.ShouldBe(HttpStatusCode.OK, await response.Content.ReadAsStringAsync());
        return id;
    }
}
