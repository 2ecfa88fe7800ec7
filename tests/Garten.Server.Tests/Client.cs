using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Nodes;
using Garten.Testing;

namespace Garten.Server.Tests;

/// <summary>A person at work over the API.</summary>
public sealed class Client : IDisposable
{
    /// <summary>Password of the first steward made by tests.</summary>
    public const string FirstPassword = "alder catkins in march";

    private readonly HttpClient _http;

    /// <summary>Connects to a server.</summary>
    public Client(string address) =>
        _http = new HttpClient(new HttpClientHandler { CookieContainer = new CookieContainer() })
        {
            BaseAddress = new Uri(address),
        };

    public HttpClient Http => _http;

    /// <summary>Whom it entered the demo as, by their place in the list.</summary>
    public string Own { get; private set; } = "";

    /// <summary>Enters the demo as one of its people, by their place in the list by name.</summary>
    public async Task<JsonNode> BeAsync(int index)
    {
        var people = (await GetAsync("/api/session"))["demoEntries"]!.AsArray();
        Own = (string)people[index]!["id"]!;
        return await PutAsync("/api/session", new { person = (string)people[index]!["id"]! });
    }

    /// <summary>Enters the demo as the first of its people with a role.</summary>
    public async Task<JsonNode> BeAsync(string role)
    {
        var people = (await GetAsync("/api/session"))["demoEntries"]!.AsArray();
        return await PutAsync(
            "/api/session",
            new { person = (string)people.First(p => (string?)p!["role"] == role)!["id"]! }
        );
    }

    /// <summary>Makes the first steward of an empty survey, and enters as them.</summary>
    public Task<JsonNode> BeFirstStewardAsync() =>
        PostAsync("/api/first-steward", new { name = "R. Ostrow", password = FirstPassword });

    /// <summary>Signs in.</summary>
    public Task<JsonNode> SignInAsync(string name, string password) =>
        PostAsync("/api/session", new { name, password });

    public async Task<JsonNode> GetAsync(string path) =>
        await ReadAsync(await _http.GetAsync(new Uri(DemoIds.Spelled(path), UriKind.Relative)));

    public async Task<JsonNode> PutAsync(string path, object body) =>
        await ReadAsync(await _http.PutAsJsonAsync(DemoIds.Spelled(path), body));

    public async Task<JsonNode> PostAsync(string path, object body) =>
        await ReadAsync(await _http.PostAsJsonAsync(DemoIds.Spelled(path), body));

    public Task<HttpResponseMessage> TryPutAsync(string path, object body) =>
        _http.PutAsJsonAsync(DemoIds.Spelled(path), body);

    public Task<HttpResponseMessage> TryPostAsync(string path, object body) =>
        _http.PostAsJsonAsync(DemoIds.Spelled(path), body);

    /// <summary>What a refused request says, its status checked.</summary>
    public static async Task<JsonNode> ProblemAsync(HttpResponseMessage response, HttpStatusCode expected)
    {
        var text = await response.Content.ReadAsStringAsync();
        response.StatusCode.ShouldBe(expected, text);
        response.Content.Headers.ContentType!.MediaType.ShouldBe("application/problem+json");
        var problem = JsonNode.Parse(text)!;
        ((string?)problem["detail"]).ShouldNotBeNullOrEmpty();
        text.ShouldNotContain("   at ");
        return problem;
    }

    /// <summary>Takes a plant, and gives its sheet.</summary>
    public Task<JsonNode> TakeAsync(string description = "a shrub", string date = "2026-05-01") =>
        PostAsync("/api/plants", Plant(1, description, date));

    /// <summary>The question the core is asked about a plant, as the page puts it together from its sheet.</summary>
    public static JsonNode Asked(JsonNode sheet)
    {
        var plant = sheet["question"]!.DeepClone();
        plant["observations"] = new JsonArray([
            .. sheet["observations"]!.AsArray().Select(o => o!["seen"]!.DeepClone()),
        ]);
        return new JsonObject { ["plant"] = plant, ["choices"] = null };
    }

    /// <summary>A plant as sent.</summary>
    public static object Plant(int site, string description, string date) =>
        new
        {
            id = Guid.CreateVersion7(),
            site = DemoIds.Site(site),
            description,
            origin = "wild",
            visit = new
            {
                date,
                stage = "mature",
                sex = (string?)null,
                parts = new[] { "leaves" },
                altered = Array.Empty<string>(),
                note = "",
            },
        };

    /// <summary>A feature as sent.</summary>
    public static object Feature(
        string finding = "states",
        string[]? states = null,
        string[]? parts = null,
        string? rough = null,
        string? entry = null,
        string? hidden = null,
        string source = "attached",
        string note = "",
        long? expected = null,
        bool replaces = false
    ) =>
        new
        {
            finding,
            states,
            parts,
            rough,
            entry,
            hidden,
            certainty = "sure",
            source,
            altered = Array.Empty<string>(),
            replaces,
            exposure = (string?)null,
            position = (string?)null,
            note,
            expected,
        };

    /// <summary>Where a feature of a sheet's latest visit is recorded.</summary>
    public static string PathTo(JsonNode sheet, string character) =>
        $"/api/plants/{sheet["plant"]!["id"]}/visits/{sheet["visits"]!.AsArray()[^1]!["id"]}/features/{character}";

    /// <summary>The revision the landmarks of a plant stand at.</summary>
    public async Task<long> LandmarksRevisionAsync(object? plant) =>
        (long)(await GetAsync($"/api/plants/{plant}/care"))["landmarksRevision"]!;

    /// <summary>Sends a change under a number of its own: sent again under it, it is not made again.</summary>
    public async Task<JsonNode> CommandAsync(HttpMethod method, string path, Guid command, object body)
    {
        using var message = new HttpRequestMessage(method, path) { Content = JsonContent.Create(body) };
        message.Headers.Add("Garten-Command", command.ToString());
        return await ReadAsync(await _http.SendAsync(message));
    }

    public void Dispose() => _http.Dispose();

    private static async Task<JsonNode> ReadAsync(HttpResponseMessage response)
    {
        var text = await response.Content.ReadAsStringAsync();
        response.StatusCode.ShouldBe(HttpStatusCode.OK, text);
        return JsonNode.Parse(text, documentOptions: new JsonDocumentOptions { MaxDepth = 64 })!;
    }
}
