using System.Buffers.Binary;
using System.Net;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;
using Garten.Core.Measuring.Photos;
using Garten.Core.Training.Photographs;
using Garten.Pictures;

namespace Garten.Server.Tests;

/// <summary>Pictures sent, refused, measured and put on a plant's sheet.</summary>
public sealed class PhotoTests(ServerFixture server) : ServerTest(server)
{
    [Fact]
    public async Task A_picture_is_kept_as_sent_and_measured_against_the_truth()
    {
        var (setting, truth) = SamplePhotos.Draw(6, true, 0);
        var file = PictureWriter.Jpeg(PhotoRenderer.Take(setting));
        var id = Guid.NewGuid();
        var photo = await SentAsync(id, file, "maple/leaf.jpg");
        ((string?)photo["name"]).ShouldBe("leaf.jpg");
        ((int)photo["width"]!).ShouldBe(1600);
        (await Me.Http.GetByteArrayAsync($"/api/photos/{id}/file")).ShouldBe(file);
        (await SentAsync(id, file, "maple/leaf.jpg"))["id"]!.GetValue<Guid>().ShouldBe(id);

        var measures = await Me.PostAsync($"/api/photos/{id}/measures", Question());
        ((double)measures["answer"]!["leaf"]!["length"]!["value"]!).ShouldBe(truth.Length, 0.04 * truth.Length);
        measures["readings"]!.AsArray().Select(r => (string?)r!["label"]).ShouldContain("Blade width");
        measures["offers"]!.AsArray().Select(o => (string?)o!["character"]).ShouldContain("leaf-length");
    }

    [Fact]
    public async Task What_was_found_goes_on_the_sheet_with_the_picture_as_evidence_and_joins_what_was_measured()
    {
        var sheet = await Me.TakeAsync();
        var plant = (string)sheet["plant"]!["id"]!;
        var visit = (string)sheet["visits"]!.AsArray()[0]!["id"]!;
        var id = Guid.NewGuid();
        await Me.PostAsync($"/api/photos/samples/1?id={id}", new { });
        var use = new
        {
            plant,
            visit,
            features = new object[]
            {
                Feature("leaf-length", entry: "63.1 mm"),
                Feature("leaf-tip", state: "drawn-out"),
            },
        };
        await Me.PostAsync($"/api/photos/{id}/uses", use);
        var after = await Me.PostAsync(
            $"/api/photos/{id}/uses",
            use with
            {
                features = [Feature("leaf-length", entry: "58 mm")],
            }
        );

        var length = after["observations"]!.AsArray().Single(o => (string?)o!["seen"]!["character"] == "leaf-length")!;
        length["parts"]!.AsArray().Select(p => (string?)p).ShouldBe(["63.1 mm", "58 mm"]);
        ((string?)length["seen"]!["source"]).ShouldBe("picture");
        (await Me.GetAsync($"/api/plants/{plant}/pictures")).AsArray().ShouldHaveSingleItem()!["picture"]!["facts"]![
            "characters"
        ]!
            .AsArray()
            .Select(c => (string?)c)
            .ShouldBe(["leaf-length", "leaf-tip"], ignoreOrder: true);
    }

    [Fact]
    public async Task Nothing_is_kept_when_one_of_the_features_cannot_be()
    {
        var sheet = await Me.TakeAsync();
        var plant = (string)sheet["plant"]!["id"]!;
        var id = Guid.NewGuid();
        await Me.PostAsync($"/api/photos/samples/2?id={id}", new { });
        var problem = await Client.ProblemAsync(
            await Me.TryPostAsync(
                $"/api/photos/{id}/uses",
                new
                {
                    plant,
                    visit = (string)sheet["visits"]!.AsArray()[0]!["id"]!,
                    features = new object[]
                    {
                        Feature("leaf-length", entry: "60 mm"),
                        Feature("leaf-width", entry: "wide"),
                    },
                }
            ),
            HttpStatusCode.BadRequest
        );
        ((string?)problem["field"]).ShouldBe("leaf-width");
        (await Me.GetAsync($"/api/plants/{plant}"))["observations"]!.AsArray().ShouldBeEmpty();
    }

    [Theory]
    [InlineData("text", "no JPEG, PNG or WebP picture")]
    [InlineData("heic", "HEIC")]
    [InlineData("nothing", "no JPEG, PNG or WebP picture")]
    [InlineData("strip", "100,000 × 1 pixels")]
    [InlineData("cut", "part of it is missing")]
    [InlineData("bomb", "30,000 × 30,000 pixels")]
    [InlineData("tiny", "too few to see anything by")]
    public async Task Bad_files_are_refused_and_say_why(string kind, string reason)
    {
        var good = PictureWriter.Png(Blank(400, 300));
        byte[] file = kind switch
        {
            "text" => Encoding.UTF8.GetBytes(string.Concat(Enumerable.Repeat("this is no picture at all. ", 400))),
            "nothing" => [],
            "heic" => [0, 0, 0, 24, .. "ftypheic"u8, 0, 0, 0, 0, .. "mif1heic"u8],
            "strip" => PictureWriter.Png(Blank(100_000, 1)),
            "cut" => good[..(good.Length / 2)],
            "bomb" => Resized(good, 30_000, 30_000),
            _ => PictureWriter.Png(Blank(20, 20)),
        };
        var id = Guid.NewGuid();
        var problem = await Client.ProblemAsync(await TrySendAsync(id, file, "leaf.jpg"), HttpStatusCode.BadRequest);
        ((string?)problem["detail"])!.ShouldContain(reason);
        await Client.ProblemAsync(
            await Me.Http.GetAsync(new Uri($"/api/photos/{id}", UriKind.Relative)),
            HttpStatusCode.NotFound
        );
    }

    [Fact]
    public async Task A_file_of_thirty_megabytes_is_refused_before_it_is_read() =>
        (
            (string?)
                (
                    await Client.ProblemAsync(
                        await TrySendAsync(Guid.NewGuid(), new byte[30 * 1024 * 1024], "large.jpg"),
                        HttpStatusCode.BadRequest
                    )
                )["detail"]
        )!.ShouldContain("more than 25 MB");

    [Fact]
    public async Task A_picture_on_its_side_is_measured_as_it_is_seen()
    {
        // The same picture said to be turned by a quarter (EXIF orientation 6): width and height change places.
        var jpeg = PictureWriter.Jpeg(Blank(400, 300));
        byte[] exif =
        [
            0xFF,
            0xE1,
            0x00,
            0x22,
            .. "Exif\0\0"u8,
            .. "MM\0*"u8,
            0,
            0,
            0,
            8,
            0,
            1,
            0x01,
            0x12,
            0,
            3,
            0,
            0,
            0,
            1,
            0,
            6,
            0,
            0,
            0,
            0,
            0,
            0,
        ];
        var photo = await SentAsync(Guid.NewGuid(), [.. jpeg[..2], .. exif, .. jpeg[2..]], "turned.jpg");
        ((int)photo["width"]!).ShouldBe(300);
        ((int)photo["height"]!).ShouldBe(400);
    }

    [Theory]
    [InlineData(45.0023, -123.7042)]
    [InlineData(-33.86, 151.21)]
    public async Task Time_and_place_are_read_as_the_camera_noted_them(double latitude, double longitude)
    {
        var note = new CameraNote(new(2026, 5, 3, 9, 41, 7), new(latitude, longitude));
        var photo = await SentAsync(Guid.NewGuid(), PictureWriter.Jpeg(Blank(400, 300), note), "noted.jpg");
        ((string?)photo["taken"]).ShouldBe("2026-05-03T09:41:07");
        ((double)photo["latitude"]!).ShouldBe(latitude, 1e-6);
        ((double)photo["longitude"]!).ShouldBe(longitude, 1e-6);
    }

    [Fact]
    public async Task The_survey_names_shapes_by_one_convention_until_another_is_chosen()
    {
        await Me.BeAsync("steward");
        ((string?)(await Me.GetAsync("/api/photos/naming"))["convention"]).ShouldBe("ratioChart");
        await Me.PutAsync("/api/photos/naming", new { convention = "leafArchitecture" });
        ((string?)(await Me.GetAsync("/api/photos/naming"))["convention"]).ShouldBe("leafArchitecture");
        await Me.PutAsync("/api/photos/naming", new { convention = "ratioChart" });
    }

    [Fact]
    public async Task A_point_outside_the_picture_and_an_unknown_picture_are_refused()
    {
        var id = Guid.NewGuid();
        await Me.PostAsync($"/api/photos/samples/1?id={id}", new { });
        var outside = Question();
        outside["base"] = new JsonObject { ["x"] = 90_000, ["y"] = 1 };
        (
            (string?)
                (
                    await Client.ProblemAsync(
                        await Me.TryPostAsync($"/api/photos/{id}/measures", outside),
                        HttpStatusCode.BadRequest
                    )
                )["detail"]
        )!.ShouldContain("outside the picture");
        await Client.ProblemAsync(
            await Me.TryPostAsync($"/api/photos/{Guid.NewGuid()}/measures", Question()),
            HttpStatusCode.NotFound
        );
        await Client.ProblemAsync(
            await Me.TryPostAsync($"/api/photos/samples/99?id={Guid.NewGuid()}", new { }),
            HttpStatusCode.NotFound
        );
    }

    [Fact]
    public async Task A_tree_is_worked_out_over_the_api()
    {
        var answer = await Me.PostAsync(
            "/api/trees/measures",
            new
            {
                stems = new[] { "314.16" },
                byDiameter = false,
                method = "angles",
                distance = "20 m",
                pace = "",
                alongSlope = false,
                top = "45",
                foot = "0",
                stick = "",
                arm = "",
                lean = "",
                crownLong = "",
                crownAcross = "",
            }
        );
        answer["lines"]!
            .AsArray()
            .Select(l => (string?)l!["words"])
            .ShouldBe(["100.0 ± 0.5 cm", "314.2 ± 1.6 cm", "0.785 ± 0.008 m²", "20.0 ± 0.4 m"]);
    }

    private static object Feature(string character, string? state = null, string? entry = null) =>
        new
        {
            character,
            state,
            entry,
        };

    private static JsonNode Question() =>
        JsonNode.Parse(
            """
            {"scale":{"kind":"find","points":[],"millimetres":50,"cardLong":85.6,"cardShort":53.98,"coin":24,"error":0.002},"findLeaf":true,"outline":[],"pulls":[],
             "base":null,"tip":null,"turned":false,"marks":[],"convention":"ratioChart"}
            """
        )!;

    private static PixelImage Blank(int width, int height) =>
        new(width, height, [.. Enumerable.Repeat((byte)220, 3 * width * height)]);

    private Task<HttpResponseMessage> TrySendAsync(Guid id, byte[] file, string name)
    {
        var content = new ByteArrayContent(file);
        content.Headers.ContentType = new MediaTypeHeaderValue("image/jpeg");
        return Me.Http.PutAsync(
            new Uri($"/api/photos/{id}?name={Uri.EscapeDataString(name)}", UriKind.Relative),
            content
        );
    }

    private async Task<JsonNode> SentAsync(Guid id, byte[] file, string name)
    {
        var response = await TrySendAsync(id, file, name);
        var text = await response.Content.ReadAsStringAsync();
        response.StatusCode.ShouldBe(HttpStatusCode.OK, text);
        return JsonNode.Parse(text)!;
    }

    /// <summary>A PNG file whose header says another size than its content has.</summary>
    private static byte[] Resized(byte[] png, int width, int height)
    {
        var file = (byte[])png.Clone();
        BinaryPrimitives.WriteInt32BigEndian(file.AsSpan(16), width);
        BinaryPrimitives.WriteInt32BigEndian(file.AsSpan(20), height);
        BinaryPrimitives.WriteUInt32BigEndian(file.AsSpan(29), Crc(file.AsSpan(12, 17)));
        return file;
    }

    /// <summary>The checksum of a PNG chunk (CRC-32 as in ISO 3309).</summary>
    internal static uint Crc(ReadOnlySpan<byte> bytes)
    {
        var crc = uint.MaxValue;
        foreach (var b in bytes)
        {
            crc ^= b;
            for (var bit = 0; bit < 8; bit++)
            {
                crc = (crc & 1) == 1 ? (crc >> 1) ^ 0xEDB88320 : crc >> 1;
            }
        }

        return ~crc;
    }
}
