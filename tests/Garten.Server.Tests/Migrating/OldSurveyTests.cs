using System.Diagnostics;
using System.IO.Compression;
using System.Security.Cryptography;
using System.Text.Json.Nodes;
using Garten.Testing;
using Microsoft.Extensions.DependencyInjection;
using Npgsql;

namespace Garten.Server.Tests.Migrating;

/// <summary>
/// A survey kept by version 0.2 (a dump of its database, and what it answered about every plant, count and place) is opened by
/// this one: everything is there as it was.
/// </summary>
public sealed class OldSurveyTests
{
    /// <summary>What every version reckons for itself, or counts anew.</summary>
    private static readonly string[] NotKept = ["revision", "ground", "changes", "withheld", "request"];

    /// <summary>The number each thing had.</summary>
    private readonly Dictionary<Guid, int> _numbers = [];

    [Fact]
    public async Task Every_record_photograph_and_name_of_an_old_survey_is_there_as_it_was()
    {
        var database = await RestoredAsync();
        var before = await PhotosAsync(database);
        before.ShouldNotBeEmpty();
        await using var server = await RunningServer.StartAsync(demo: true, database);
        using Client me = new(server.Address);
        await me.BeAsync("steward");
        var old = JsonNode.Parse(await UnpackedAsync("demo-0.2.json.gz"))!.AsObject();
        var tags = (await me.GetAsync("/api/plants")).AsArray();
        Holds(old["plants"], tags, "plants");
        foreach (var tag in tags)
        {
            var sheet = await me.GetAsync($"/api/plants/{tag!["id"]}");
            var known = old[$"plant {tag["tag"]}"]!;
            foreach (var part in new[] { "plant", "visits", "determinations", "vouchers", "colony" })
            {
                Holds(known[part], sheet[part], $"{tag["tag"]} {part}");
            }

            JsonArray flat = [.. sheet["observations"]!.AsArray().Select(o => Flat(o!))];
            Holds(known["observations"], flat, $"{tag["tag"]} observations");

            Holds(known["walk"], sheet["question"]!["walk"], $"{tag["tag"]} walk");
            Holds(known["care"], await me.GetAsync($"/api/plants/{tag["id"]}/care"), $"{tag["tag"]} care");

            // Features read from pictures stand with the pictures since.
            var pictures = (await me.GetAsync($"/api/plants/{tag["id"]}/pictures")).AsArray();
            JsonArray uses =
            [
                .. pictures.SelectMany(p =>
                    p!["picture"]!["facts"]!["characters"]!
                        .AsArray()
                        .Select(c => new JsonObject
                        {
                            ["photo"] = p["picture"]!["photo"]!["id"]!.DeepClone(),
                            ["name"] = p["picture"]!["photo"]!["name"]!.DeepClone(),
                            ["visit"] = p["picture"]!["facts"]!["visit"]!.DeepClone(),
                            ["character"] = c!.DeepClone(),
                        })
                ),
            ];
            Holds(known["photos"], uses, $"{tag["tag"]} pictures");
        }

        foreach (var count in old["counts"]!.AsArray())
        {
            // What a request was known by is the id of what it began.
            var id = (string)count!["sheet"]!["request"]!;
            var now = await me.GetAsync($"/api/counts/{id}");
            Holds(count["lines"], now["lines"], $"count {id}");
            Holds(count["sheet"], now["sheet"], $"count {id}");
        }

        Holds(old["map"]!["places"], (await me.GetAsync("/api/map"))["places"], "places");
        Holds(old["map"]!["plants"], (await me.GetAsync("/api/map"))["plants"], "positions");

        // Plants without a name stand in the records since.
        JsonArray named =
        [
            .. (await me.GetAsync("/api/records?take=200"))["records"]!
                .AsArray()
                .Where(r => ((string)r!["fullName"]!).Length > 0)
                .Select(r => r!.DeepClone()),
        ];
        Holds(old["records"]!["records"], named, "records");
        (await PhotosAsync(database)).ShouldBe(before);

        // What was done then can be taken back now, and done again.
        var own = (await Task.WhenAll(tags.Select(t => me.GetAsync($"/api/plants/{t!["id"]}")))).First(s =>
            s["undo"]!["undo"] is not null && s["observations"]!.AsArray().Count > 0
        );
        var path = $"/api/plants/{own["plant"]!["id"]}";
        var undone = await me.PostAsync($"{path}/undo", new { });
        undone["undo"]!["redo"].ShouldNotBeNull();
        (undone["observations"]!.ToJsonString() + undone["question"]!.ToJsonString()).ShouldNotBe(
            own["observations"]!.ToJsonString() + own["question"]!.ToJsonString()
        );
        var again = await me.PostAsync($"{path}/redo", new { });
        Holds(own["observations"], again["observations"], "done again");
        Holds(own["question"], again["question"], "done again");

        // What the old version never kept is reckoned of every plant now.
        await using var stale = server
            .Services.GetRequiredService<NpgsqlDataSource>()
            .CreateCommand(
                "select count(*) from plant p left join plant_assessment a on a.plant = p.id where a.plant is null"
            );
        (await stale.ExecuteScalarAsync()).ShouldBe(0L);
    }

    /// <summary>An observation as it was told then: what is asked of the core beside what is shown, and not within it.</summary>
    private static JsonObject Flat(JsonNode view)
    {
        var flat = view.DeepClone().AsObject();
        foreach (var (name, value) in view["seen"]!.AsObject().Where(p => p.Key is not ("altered" or "visit")))
        {
            flat[name] = value?.DeepClone();
        }

        var finding = view["seen"]!["finding"]!;
        flat["finding"] = finding["kind"]!.DeepClone();
        flat["states"] = finding["seen"]?.DeepClone() ?? new JsonArray();
        flat["rough"] = finding["value"]?["typed"]?.DeepClone() ?? "";
        flat["hidden"] = finding["why"]?.DeepClone();
        return flat;
    }

    /// <summary>What is told under another name now.</summary>
    private static readonly Dictionary<string, string> Renamed = new() { ["grounds"] = "reasons" };

    /// <summary>Everything told before is told now, and the same; more may be told.</summary>
    private void Holds(JsonNode? before, JsonNode? now, string where)
    {
        switch (before)
        {
            case JsonObject o:
                now.ShouldBeOfType<JsonObject>(where);
                foreach (var (name, value) in o.Where(p => !NotKept.Contains(p.Key)))
                {
                    Holds(value, now![Renamed.GetValueOrDefault(name, name)], $"{where}.{name}");
                }

                break;
            case JsonArray a:
                now.ShouldBeOfType<JsonArray>(where).Count.ShouldBe(a.Count, where);
                for (var i = 0; i < a.Count; i++)
                {
                    Holds(a[i], now![i], $"{where}[{i}]");
                }

                break;
            case JsonValue number
                when number.TryGetValue<int>(out var was) && now is JsonValue id && id.TryGetValue<Guid>(out var known):
                // An id stands for one number, wherever it is told.
                _numbers.TryAdd(known, was);
                _numbers[known].ShouldBe(was, where);
                break;
            default:
                (now?.ToJsonString()).ShouldBe(before?.ToJsonString(), where);
                break;
        }
    }

    private static async Task<string> RestoredAsync()
    {
        var database = await TestCluster.EmptyDatabaseAsync();
        var connection = new NpgsqlConnectionStringBuilder(database);
        using var psql = Process.Start(
            new ProcessStartInfo(
                "psql",
                [
                    "-q",
                    "-v",
                    "ON_ERROR_STOP=1",
                    "-h",
                    connection.Host!,
                    "-p",
                    $"{connection.Port}",
                    "-U",
                    connection.Username!,
                    "-d",
                    connection.Database!,
                ]
            )
            {
                RedirectStandardInput = true,
                RedirectStandardError = true,
                RedirectStandardOutput = true,
                Environment = { ["PGPASSWORD"] = connection.Password ?? "" },
            }
        )!;
        var said = psql.StandardError.ReadToEndAsync();
        var printed = psql.StandardOutput.ReadToEndAsync();
        await psql.StandardInput.WriteAsync(await UnpackedAsync("demo-0.2.sql.gz"));
        psql.StandardInput.Close();
        await psql.WaitForExitAsync();
        await printed;
        psql.ExitCode.ShouldBe(0, await said);
        return database;
    }

    private static async Task<string> UnpackedAsync(string name)
    {
        await using var packed = File.OpenRead(Repository.PathTo("tests", "Garten.Server.Tests", "Migrating", name));
        await using GZipStream unpacking = new(packed, CompressionMode.Decompress);
        using StreamReader reader = new(unpacking);
        return await reader.ReadToEndAsync();
    }

    /// <summary>Fingerprints of all kept pictures by their numbers.</summary>
    private static async Task<string[]> PhotosAsync(string database)
    {
        await using var source = NpgsqlDataSource.Create(database);
        await using var command = source.CreateCommand("select id::text, content from photo order by id");
        await using var reader = await command.ExecuteReaderAsync();
        List<string> prints = [];
        while (await reader.ReadAsync())
        {
            prints.Add(
                $"{reader.GetString(0)} {Convert.ToHexString(SHA256.HashData(reader.GetFieldValue<byte[]>(1)))}"
            );
        }

        return [.. prints];
    }
}
