using System.Globalization;
using System.Net;
using System.Text.Json;
using System.Text.Json.Nodes;
using Garten.Core.Bench;
using Garten.Core.Guides;
using Garten.Core.Identification;
using Garten.Core.Measuring.Photos;
using Garten.Core.Sheets;
using Garten.Pictures;
using Garten.Testing;

namespace Garten.Server.Tests;

/// <summary>What was changed away from the server: what the core shows of it meanwhile, and what becomes of it.</summary>
public sealed class AwayTests(ServerFixture server) : ServerTest(server)
{
    private static readonly Guid Plant = Guid.CreateVersion7();
    private static readonly Guid Spring = Guid.CreateVersion7();
    private static readonly Guid Autumn = Guid.CreateVersion7();

    /// <summary>A change as a device keeps it.</summary>
    private sealed record Change(string Name, string Method, string Address, object? Content)
    {
        public Guid Id { get; } = Guid.CreateVersion7();

        public Dictionary<string, string> At { get; } = [];

        /// <summary>The revision it leaves, as the device knows it.</summary>
        public long Leaves => RevisionAway.Of(Id);

        public object Sent =>
            new
            {
                id = Id,
                asked = "2026-05-20T09:00:00.000Z",
                method = Method,
                address = Address,
                type = Content is null ? null : "application/json",
                content = Content is null ? null : JsonSerializer.Serialize(Content, Web),
            };

        public object Kept =>
            new
            {
                id = Id,
                name = Name,
                at = At,
                sent = Content,
                asked = "2026-05-20T09:00:00.000Z",
            };
    }

    private static readonly JsonSerializerOptions Web = new(JsonSerializerDefaults.Web);

    private static Change Taking(Guid plant, Guid visit) =>
        new(
            "takePlant",
            "POST",
            "/api/plants",
            new
            {
                id = plant,
                site = DemoIds.Site(1),
                description = "by the ford",
                origin = "wild",
                visit = Visit("2026-05-01", visit),
            }
        );

    private static object Visit(string date, Guid? id, string? stage = "mature") =>
        new
        {
            date,
            stage,
            sex = (string?)null,
            parts = new[] { "leaves" },
            altered = Array.Empty<string>(),
            note = "",
            id,
        };

    private static Change Recording(Guid plant, Guid visit, string character, object feature) =>
        new("recordFeature", "PUT", $"/api/plants/{plant}/visits/{visit}/features/{character}", feature)
        {
            At =
            {
                ["plant"] = plant.ToString(),
                ["visit"] = visit.ToString(),
                ["character"] = character,
            },
        };

    private static Change On(Guid plant, string name, string method, string rest, object? content = null) =>
        new(name, method, $"/api/plants/{plant}/{rest}", content) { At = { ["plant"] = plant.ToString() } };

    private async Task<WaitingAnswer> ShownAsync(JsonNode? sheet, params Change[] changes)
    {
        var model = await ModelAsync();
        var question = new JsonObject { ["sheet"] = sheet?.DeepClone() };
        return WaitingChanges.On(
            model,
            (await WaitingAsync(question, changes)).Deserialize(BenchJson.Default.WaitingQuestion)!
        );
    }

    /// <summary>A question of what waits, with the changes, who made them, and the sites.</summary>
    private async Task<JsonObject> WaitingAsync(JsonObject question, Change[] changes)
    {
        var person = (await Me.GetAsync("/api/session"))["person"]!;
        question["changes"] = JsonSerializer.SerializeToNode(changes.Select(c => c.Kept), Web);
        question["who"] = new JsonObject
        {
            ["person"] = (string)person["id"]!,
            ["name"] = (string)person["name"]!,
            ["today"] = "2026-12-01",
            ["yardsticks"] = new JsonArray(),
        };
        question["sites"] = (await Me.GetAsync("/api/sites")).DeepClone();
        return question;
    }

    private async Task<DateOnly> TodayAsync() =>
        DateOnly.Parse((string)(await Me.GetAsync("/api/session"))["today"]!, CultureInfo.InvariantCulture);

    private async Task<CandidateModel> ModelAsync()
    {
        var tables = (await Me.GetAsync("/api/guide/tables")).ToJsonString();
        return new(new Guide(JsonSerializer.Deserialize(tables, BenchJson.Default.GuideTables)!));
    }

    /// <summary>A sheet without what only the server can know: numbers of revisions, and tags it gives.</summary>
    private static string Told(JsonNode sheet)
    {
        var copy = sheet.DeepClone();
        Strip(copy);
        copy["plant"]!.AsObject().Remove("tag");
        copy.AsObject().Remove("undo");
        return copy.ToJsonString();

        static void Strip(JsonNode? node)
        {
            if (node is JsonObject o)
            {
                o.Remove("revision");
                o.Remove("walkRevision");
            }

            foreach (
                var child in node switch
                {
                    JsonObject x => x.Select(p => p.Value),
                    JsonArray a => a,
                    _ => [],
                }
            )
            {
                Strip(child);
            }
        }
    }

    private static JsonNode Written(WaitingAnswer answer) =>
        JsonNode.Parse(JsonSerializer.Serialize(answer, BenchJson.Default.WaitingAnswer))!["sheet"]!;

    private async Task<JsonArray> SendAsync(params Change[] changes) =>
        (await Me.PostAsync("/api/commands", changes.Select(c => c.Sent))).AsArray();

    private static int[] Statuses(JsonArray answers) => [.. answers.Select(a => (int)a!["status"]!)];

    [Fact]
    public async Task A_day_away_shows_on_the_device_as_the_server_makes_it_once_it_is_sent()
    {
        var margin = Recording(Plant, Spring, "margin", Client.Feature(states: ["serrate"]));
        var length = Recording(Plant, Spring, "leaf-length", Client.Feature("sample", parts: ["6.1 cm"]));
        var key = (await Me.GetAsync("/api/guide"))["keys"]!.AsArray()[0]!;
        var begun = On(
            Plant,
            "walk",
            "POST",
            "walk",
            new
            {
                move = "begin",
                key = (string)key["id"]!,
                couplet = 1,
                lead = (int?)null,
                expected = (long?)null,
            }
        );
        var answered = On(
            Plant,
            "walk",
            "POST",
            "walk",
            new
            {
                move = "answer",
                key = (string)key["id"]!,
                couplet = 1,
                lead = 1,
                expected = begun.Leaves,
            }
        );
        Change[] day =
        [
            Taking(Plant, Spring),
            margin,
            length,
            Recording(
                Plant,
                Spring,
                "leaf-length",
                Client.Feature("sample", parts: ["6.1 cm"], entry: "72 mm", expected: length.Leaves)
            ),
            On(Plant, "addVisit", "POST", "visits", Visit("2026-05-19", Autumn, null)),
            Recording(Plant, Autumn, "margin", Client.Feature(states: ["crenate"])),
            Recording(Plant, Spring, "margin", Client.Feature(states: ["serrate", "crenate"], expected: margin.Leaves)),
            begun,
            answered,
            On(Plant, "undo", "POST", "undo"),
            On(Plant, "redo", "POST", "redo"),
            On(Plant, "undo", "POST", "undo"),
            On(
                Plant,
                "determine",
                "POST",
                "determinations",
                new
                {
                    id = Guid.CreateVersion7(),
                    taxon = "salix-scouleriana",
                    qualifier = "cf",
                    origin = "planted",
                    date = "2026-05-19",
                    remarks = "by the leaf",
                }
            ),
            new Change(
                "correctVisit",
                "PUT",
                $"/api/plants/{Plant}/visits/{Spring}",
                new { before = Visit("2026-05-01", null), after = Visit("2026-05-02", null, "sapling") }
            )
            {
                At = { ["plant"] = Plant.ToString(), ["visit"] = Spring.ToString() },
            },
        ];
        var shown = await ShownAsync(null, day);
        shown.Changes.Select(c => c.Why).ShouldAllBe(w => w == null);
        shown.Changes.ShouldAllBe(c => c.Shows);

        var answers = await SendAsync(day);
        Statuses(answers).ShouldAllBe(s => s == 200, answers.ToJsonString());
        var sheet = await Me.GetAsync($"/api/plants/{Plant}");
        Told(Written(shown)).ShouldBe(Told(sheet));

        // The core on the device grades it as the server does, and waits for the same.
        var graded = await Me.GetAsync($"/api/plants/{Plant}/grade");
        var here = WaitingChanges.Grade(
            await ModelAsync(),
            new(shown.Sheet!, await TodayAsync(), graded["run"].Deserialize(BenchJson.Default.YearRun)!)
        );
        JsonSerializer.Serialize(here, BenchJson.Default.ReturnAnswer).ShouldBe(graded["answer"]!.ToJsonString());

        // Sent once more, nothing is made twice.
        Statuses(await SendAsync(day)).ShouldAllBe(s => s == 200);
        Told(await Me.GetAsync($"/api/plants/{Plant}")).ShouldBe(Told(sheet));
    }

    [Fact]
    public async Task What_another_person_changed_meanwhile_is_not_overwritten_and_told_with_what_they_saw()
    {
        var (plant, visit) = (Guid.CreateVersion7(), Guid.CreateVersion7());
        Statuses(await SendAsync(Taking(plant, visit))).ShouldBe([200]);
        var sheet = await Me.GetAsync($"/api/plants/{plant}");
        var mine = Recording(plant, visit, "margin", Client.Feature(states: ["serrate"]));
        var beside = Recording(plant, visit, "bark-surface", Client.Feature(states: ["scaly"]));
        var after = Recording(
            plant,
            visit,
            "margin",
            Client.Feature(states: ["serrate", "crenate"], expected: mine.Leaves)
        );
        (await ShownAsync(sheet, mine, beside, after)).Changes.ShouldAllBe(c => c.Shows);

        using var other = new Client(Address);
        await other.BeAsync(3);
        await other.PutAsync($"/api/plants/{plant}/visits/{visit}/features/margin", Client.Feature(states: ["entire"]));
        var answers = await SendAsync(mine, beside, after);

        Statuses(answers).ShouldBe([409, 200, 409]);
        ((string)answers[0]!["theirs"]!["summary"]!).ShouldBe("entire");
        ((string)answers[0]!["detail"]!).ShouldContain("T. Lindqvist changed this feature");
        var now = await Me.GetAsync($"/api/plants/{plant}");
        now["observations"]!.AsArray().Select(o => (string)o!["summary"]!).ShouldBe(["entire", "scaly"]);

        // On the sheet as it is now the device shows what another person saw, and says why its own is not there.
        var shown = await ShownAsync(now, mine, after);
        shown.Changes.Select(c => c.Shows).ShouldBe([false, false]);
        shown.Changes[0].Why.ShouldBe("T. Lindqvist changed this feature in the meantime.");
        shown.Sheet!.Observations.Select(o => o.Summary).ShouldBe(["entire", "scaly"]);
    }

    private static Change Picturing(Guid plant, Guid visit, string name, string method, string rest, object? content)
    {
        var change = On(plant, name, method, $"visits/{visit}/pictures{rest}", content);
        change.At["visit"] = visit.ToString();
        if (rest.Length > 0)
        {
            change.At["photo"] = rest.Split('/')[1];
        }

        return change;
    }

    [Fact]
    public async Task Pictures_taken_away_show_on_the_device_as_the_server_keeps_them_once_they_are_sent()
    {
        var (plant, visit, bark, leaf) = (
            Guid.CreateVersion7(),
            Guid.CreateVersion7(),
            Guid.CreateVersion7(),
            Guid.CreateVersion7()
        );
        JsonArray taken = [];
        foreach (var photo in new[] { bark, leaf })
        {
            // The files go first, each alone; what the device read from them is what the server reads.
            using var file = new ByteArrayContent(
                PictureWriter.Jpeg(new PixelImage(120, 160, new byte[3 * 120 * 160]))
            );
            file.Headers.ContentType = new("image/jpeg");
            var kept = await Me.Http.PutAsync($"/api/photos/{photo}?name=away.jpg", file);
            kept.StatusCode.ShouldBe(HttpStatusCode.OK);
            taken.Add(JsonNode.Parse(await kept.Content.ReadAsStringAsync()));
        }

        object Facts(string organ, string caption) =>
            new
            {
                visit,
                note = new
                {
                    organ,
                    caption,
                    marks = Array.Empty<object>(),
                },
                characters = new[] { "bark-surface" },
            };
        Change Adding(Guid photo, string organ) =>
            Picturing(
                plant,
                visit,
                "addPicture",
                "POST",
                "",
                new
                {
                    photo,
                    note = new
                    {
                        organ,
                        caption = "",
                        marks = Array.Empty<object>(),
                    },
                    characters = new[] { "bark-surface" },
                }
            );
        var used = new Change(
            "usePhoto",
            "POST",
            $"/api/photos/{bark}/uses",
            new
            {
                plant,
                visit,
                features = new object[]
                {
                    new
                    {
                        character = "leaf-length",
                        state = (string?)null,
                        entry = "61 mm",
                    },
                    new
                    {
                        character = "margin",
                        state = "serrate",
                        entry = (string?)null,
                    },
                },
            }
        )
        {
            At = { ["id"] = bark.ToString() },
        };
        Change[] day =
        [
            Taking(plant, visit),
            Adding(bark, "bark"),
            Adding(leaf, "leaf"),
            Picturing(
                plant,
                visit,
                "correctPicture",
                "PUT",
                $"/{bark}",
                new { before = Facts("bark", ""), after = Facts("bark", "the shady side") }
            ),
            Picturing(plant, visit, "removePicture", "POST", $"/{leaf}/removal", new { reason = "blurred" }),
            used,
            On(plant, "undo", "POST", "undo"),
        ];
        var shown = await ShownAsync(null, day);
        shown.Changes.Select(c => c.Why).ShouldAllBe(w => w == null);
        shown.Sheet!.Observations.Select(o => o.Seen.Character.Value).ShouldBe(["leaf-length"]);
        var question = new JsonObject
        {
            ["sheet"] = JsonSerializer.SerializeToNode(shown.Sheet, BenchJson.Default.PlantSheet),
            ["pictures"] = new JsonArray(),
            ["photos"] = taken,
        };
        var guide = (await ModelAsync()).Guide;
        var pictures = WaitingPictures.On(
            guide,
            (await WaitingAsync(question, day)).Deserialize(BenchJson.Default.PicturesQuestion)!
        );
        pictures.Changes.Select(c => c.Why).ShouldAllBe(w => w == null);

        var answers = await SendAsync(day);
        Statuses(answers).ShouldAllBe(s => s == 200, answers.ToJsonString());
        Told(await Me.GetAsync($"/api/plants/{plant}")).ShouldBe(Told(Written(shown)));
        JsonSerializer.SerializeToNode(pictures, BenchJson.Default.PicturesAnswer)!["pictures"]!
            .ToJsonString()
            .ShouldBe((await Me.GetAsync($"/api/plants/{plant}/pictures")).ToJsonString());
        JsonSerializer
            .Serialize(new PortraitQuestion(shown.Sheet, pictures.Pictures).Answer(guide), BenchJson.Default.Portrait)
            .ShouldBe((await Me.GetAsync($"/api/plants/{plant}/portrait")).ToJsonString());

        // What the server refuses, the device says at once, and keeps what stood.
        question["pictures"] = await Me.GetAsync($"/api/plants/{plant}/pictures");
        Change[] wrong =
        [
            Adding(bark, "bark"),
            Picturing(
                plant,
                visit,
                "correctPicture",
                "PUT",
                $"/{bark}",
                new { before = Facts("bark", ""), after = Facts("bark", new string('a', 301)) }
            ),
            Adding(Guid.CreateVersion7(), "bark"),
        ];
        var refused = WaitingPictures.On(
            guide,
            (await WaitingAsync(question, wrong)).Deserialize(BenchJson.Default.PicturesQuestion)!
        );
        refused.Changes.ShouldAllBe(c => !c.Shows && c.Why != null);
        refused.Changes[0].Why.ShouldBe("The picture is on this visit already.");
        refused.Pictures.Length.ShouldBe(2);
    }

    private static Change Counting(string name, string method, string address, object? content, LineId? line = null)
    {
        var change = new Change(name, method, address, content);
        if (line is { } id)
        {
            change.At["line"] = id.Value.ToString();
        }

        return change;
    }

    private static object Entry(string text, LineId? id = null, int plot = 1) =>
        new
        {
            plot,
            text,
            taxon = (string?)null,
            origin = "wild",
            id = id?.Value,
        };

    [Fact]
    public async Task A_count_made_away_shows_on_the_device_as_the_server_makes_it_once_it_is_sent()
    {
        var count = Guid.CreateVersion7();
        var (maple, willow) = (new LineId(Guid.CreateVersion7()), new LineId(Guid.CreateVersion7()));
        object content = new
        {
            site = DemoIds.Site(1),
            date = "2026-05-20",
            protocol = "quadrats",
            plots = 2,
            plotAreaM2 = 4.0,
            lengthM = (double?)null,
            started = (string?)null,
            ended = (string?)null,
            companions = "",
            weather = "dry",
            note = "",
        };
        var lines = $"/api/counts/{count}/lines";
        static string Line(LineId id, string rest = "") => $"/api/count-lines/{id.Value}{rest}";
        var more = Counting("oneMore", "POST", Line(maple, "/one-more"), null, maple);
        Change[] day =
        [
            Counting(
                "beginCount",
                "POST",
                "/api/counts",
                new
                {
                    id = count,
                    content,
                    safe = true,
                }
            ),
            Counting("enterLine", "POST", lines, Entry("Acer macrophyllum 3 stems", maple)),
            Counting("enterLine", "POST", lines, Entry("Salix scouleriana 2 stems", willow, 2)),
            Counting("enterLine", "POST", lines, Entry("Acer macrophyllum 4 stems")),
            more,
            Counting(
                "setLine",
                "PUT",
                Line(maple),
                new
                {
                    amount = 11,
                    origin = "planted",
                    note = "with the far ones",
                    expected = more.Leaves,
                },
                maple
            ),
            Counting("takeLineAway", "DELETE", Line(willow), null, willow),
            Counting("putLineBack", "POST", Line(willow, "/back"), null, willow),
            Counting("enterLine", "POST", lines, Entry("Acer macrophyllum 1 stems")),
        ];
        var question = await WaitingAsync(new JsonObject { ["view"] = null }, day);
        var shown = WaitingCounts.On(
            (await ModelAsync()).Guide,
            question.Deserialize(BenchJson.Default.CountQuestion)!
        );
        shown.Changes.Select(c => c.Why).ShouldAllBe(w => w == null);
        shown.Changes.ShouldAllBe(c => c.Shows);

        var answers = await SendAsync(day);
        Statuses(answers).ShouldAllBe(s => s == 200, answers.ToJsonString());
        var view = await Me.GetAsync($"/api/counts/{count}");
        static string[] Lines(IEnumerable<JsonNode?> all) =>
            [
                .. all.Select(l =>
                    $"{l!["fullName"]} {l["line"]!["plot"]} {l["line"]!["amount"]} {l["line"]!["origin"]} {l["line"]!["note"]}"
                ),
            ];
        var here = JsonNode.Parse(JsonSerializer.Serialize(shown.View, BenchJson.Default.CountView))!;
        Lines(here["lines"]!.AsArray()).ShouldBe(Lines(view["lines"]!.AsArray()));
        here["sheet"]!["content"]!.ToJsonString().ShouldBe(view["sheet"]!["content"]!.ToJsonString());
        Statuses(await SendAsync(day)).ShouldAllBe(s => s == 200);
        (await Me.GetAsync($"/api/counts/{count}")).ToJsonString().ShouldBe(view.ToJsonString());

        // What another counted of the same name meanwhile, and what is counted on it by the id the device gave, is one line.
        using var other = new Client(Address);
        await other.BeAsync(1);
        await other.PostAsync(lines, Entry("Rosa nutkana 5 stems", plot: 2));
        var rose = new LineId(Guid.CreateVersion7());
        Statuses(
                await SendAsync(
                    Counting("enterLine", "POST", lines, Entry("Rosa nutkana 2 stems", rose, 2)),
                    Counting("oneMore", "POST", Line(rose, "/one-more"), null, rose)
                )
            )
            .ShouldBe([200, 200]);
        (await Me.GetAsync($"/api/counts/{count}"))["lines"]!
            .AsArray()
            .Where(l => (string?)l!["fullName"] == "Rosa nutkana")
            .Select(l => (double)l!["line"]!["amount"]!)
            .ShouldBe([8]);
    }

    [Fact]
    public async Task Two_visits_one_person_noted_on_one_day_on_two_devices_are_one_and_keep_what_was_seen_on_either()
    {
        var (plant, visit, again) = (Guid.CreateVersion7(), Guid.CreateVersion7(), Guid.CreateVersion7());
        await SendAsync(Taking(plant, visit));
        var answers = await SendAsync(
            On(plant, "addVisit", "POST", "visits", Visit("2026-05-01", again)),
            Recording(plant, again, "margin", Client.Feature(states: ["serrate"]))
        );
        Statuses(answers).ShouldBe([200, 200], answers.ToJsonString());
        var sheet = await Me.GetAsync($"/api/plants/{plant}");
        sheet["visits"]!.AsArray().Count.ShouldBe(1);
        ((Guid)sheet["observations"]![0]!["visit"]!).ShouldBe(visit);
    }

    [Fact]
    public async Task A_tag_that_hangs_on_the_plant_is_kept_unless_another_plant_bears_it()
    {
        async Task<string> TagAsync(string tag)
        {
            var plant = Client.Plant(1, "tagged in the woods", "2026-05-01");
            var body = JsonSerializer.SerializeToNode(plant, Web)!;
            body["tag"] = tag;
            return (string)(await Me.PostAsync("/api/plants", body))["plant"]!["tag"]!;
        }

        (await TagAsync("ja-001")).ShouldBe("JA-001");
        (await TagAsync("JA-001")).ShouldMatch("^TF-[0-9]+$");
        var refused = await Client.ProblemAsync(
            await Me.TryPostAsync(
                "/api/plants",
                new
                {
                    id = Guid.CreateVersion7(),
                    site = DemoIds.Site(1),
                    description = "",
                    origin = "wild",
                    visit = Visit("2026-05-01", null),
                    tag = "no number",
                }
            ),
            HttpStatusCode.BadRequest
        );
        ((string)refused["field"]!).ShouldBe("tag");
    }

    [Fact]
    public async Task Only_changes_of_Garten_come_together_each_under_the_right_it_needs()
    {
        Change To(string method, string address) => new("", method, address, null);
        foreach (var wrong in new[] { To("GET", "/api/plants"), To("POST", "/waiting"), To("POST", "/api/commands") })
        {
            var problem = await Client.ProblemAsync(
                await Me.TryPostAsync("/api/commands", new[] { wrong.Sent }),
                HttpStatusCode.BadRequest
            );
            ((string)problem["detail"]!).ShouldStartWith("Change 1 is no change of Garten");
        }

        await Client.ProblemAsync(
            await Me.TryPostAsync("/api/commands", Array.Empty<object>()),
            HttpStatusCode.BadRequest
        );

        using var reader = new Client(Address);
        await reader.BeAsync("reader");
        var (plant, visit) = (Guid.CreateVersion7(), Guid.CreateVersion7());
        var answers = (await reader.PostAsync("/api/commands", new[] { Taking(plant, visit).Sent })).AsArray();
        Statuses(answers).ShouldBe([403]);
        ((string)answers[0]!["detail"]!).ShouldContain("a surveyor");

        // What cannot be read is refused alone, and what comes after it goes on.
        var unread = On(plant, "addVisit", "POST", "visits", new { date = "not a day" });
        var nowhere = On(Guid.CreateVersion7(), "addVisit", "POST", "visits", Visit("2026-05-01", null));
        Statuses(
                await SendAsync(
                    Taking(plant, visit),
                    unread,
                    nowhere,
                    Recording(plant, visit, "margin", Client.Feature(states: ["serrate"]))
                )
            )
            .ShouldBe([200, 400, 404, 200]);
        using var stranger = new Client(Address);
        (await stranger.TryPostAsync("/api/commands", new[] { unread.Sent })).StatusCode.ShouldBe(
            HttpStatusCode.Unauthorized
        );
    }
}
