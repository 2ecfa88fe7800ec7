using System.Text.Json;
using System.Text.Json.Nodes;
using Garten.Core.Bench;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;
using Garten.Core.Keys;
using Garten.Server.Requests;
using Microsoft.Extensions.DependencyInjection;

namespace Garten.Web.Tests;

/// <summary>The core in the browser: the same answers as on the server, and the server in its place where it cannot start.</summary>
public sealed class EngineTests(WebFixture server) : IClassFixture<WebFixture>
{
    private const int Sheets = 300;
    private const int Batch = 25;

    [Fact]
    public void The_browser_and_the_server_agree_to_nine_digits()
    {
        using var browser = new Browser(server.Address, core: true);
        browser.Open("/bench/TF-001");
        Ready(browser, "browser");
        var guide = server.Services.GetRequiredService<CurrentGuide>().Guide;
        var random = new Random(20261123);
        var compared = 0;
        for (var from = 0; from < Sheets; from += Batch)
        {
            var requests = Enumerable
                .Range(0, Batch)
                .Select(_ => JsonSerializer.Serialize(Sheet(guide, random), BenchJson.Default.BenchRequest));
            var answers = (string)
                browser.RunAsync(
                    """
                    const [questions, done] = arguments;
                    window.gartenTestWorker ??= new Worker(performance.getEntriesByType('resource').map(e => e.name).find(n => /worker-[^/]*\.js$/.test(n)), { type: 'module' });
                    const worker = window.gartenTestWorker;
                    const ask = (id, kind, question) => new Promise((resolve, reject) => {
                      const listen = e => {
                        if (e.data.broken) reject(new Error(e.data.broken));
                        if (e.data.id !== id) return;
                        worker.removeEventListener('message', listen);
                        if (e.data.fault) reject(new Error(e.data.fault)); else resolve(JSON.parse(e.data.answer));
                      };
                      worker.addEventListener('message', listen);
                      worker.postMessage({ id, kind, question });
                    });
                    const serve = question => fetch('/api/bench/answer', { method: 'POST', body: question, headers: { 'Content-Type': 'application/json' } }).then(r => r.json());
                    Promise.all(JSON.parse(questions).map(async (q, i) => [await ask(2 * i, 'answer', q), await serve(q), await ask(2 * i + 1, 'names', q)]))
                      .then(pairs => done(JSON.stringify(pairs)), fault => done(JSON.stringify(String(fault))));
                    """,
                    JsonSerializer.Serialize(requests)
                )!;
            var read = JsonNode.Parse(answers, documentOptions: new() { MaxDepth = 128 })!;
            read.ShouldBeOfType<JsonArray>(answers);
            foreach (var pair in read.AsArray())
            {
                Same(pair![0], pair[1], "answer");
                Same(pair[2], pair[1]!["likelyNames"], "names");
                compared++;
            }
        }

        compared.ShouldBe(Sheets);
    }

    [Fact]
    public void Every_key_can_be_walked_to_every_one_of_its_taxa_in_the_browser()
    {
        using var browser = new Browser(server.Address, core: true);
        browser.Open("/bench/TF-001");
        Ready(browser, "browser");
        var guide = server.Services.GetRequiredService<CurrentGuide>().Guide;
        var walks = guide
            .Keys.SelectMany(k => guide.Reach.From(k.First).Select(t => (Key: k, Taxon: t, Walk: WalkTo(guide, k, t))))
            .ToList();
        var requests = walks.Select(w =>
            JsonSerializer.Serialize(
                new BenchRequest(Plant.At(new PlaceFacts(null, [])) with { Walk = w.Walk }, null),
                BenchJson.Default.BenchRequest
            )
        );

        // A few at a time: all at once would keep a slow machine longer than a driver waits for an answer.
        List<string[]> ends = [];
        foreach (var some in requests.Chunk(Batch))
        {
            var answers = (string)
                browser.RunAsync(
                    """
                    const [questions, done] = arguments;
                    const worker = window.gartenTestWorker ??= new Worker(performance.getEntriesByType('resource').map(e => e.name).find(n => /worker-[^/]*\.js$/.test(n)), { type: 'module' });
                    const ends = [];
                    const all = JSON.parse(questions);
                    worker.onmessage = e => {
                      if (!('id' in e.data)) return;
                      ends[e.data.id] = 'answer' in e.data ? JSON.parse(e.data.answer).walk.ends.map(w => w.taxon.id) : [e.data.fault];
                      if (e.data.id + 1 === all.length) done(JSON.stringify(ends));
                      else worker.postMessage({ id: e.data.id + 1, kind: 'answer', question: all[e.data.id + 1] });
                    };
                    worker.postMessage({ id: 0, kind: 'answer', question: all[0] });
                    """,
                    JsonSerializer.Serialize(some)
                )!;
            ends.AddRange(JsonSerializer.Deserialize<string[][]>(answers)!);
        }

        ends.Count.ShouldBe(walks.Count);
        walks
            .Select((w, i) => (w.Key.Id, w.Taxon, Ends: string.Join(' ', ends[i])))
            .Where(x => x.Ends != x.Taxon.Value)
            .ShouldBeEmpty();
    }

    [Theory]
    [InlineData("window.Worker = class { constructor() { throw new Error('no workers here') } }")]
    [InlineData(
        "window.Worker = class extends window.Worker { constructor(_, options) { super('/assets/not-there.js', options) } }"
    )]
    public void Where_the_worker_cannot_start_the_server_answers(string hindrance)
    {
        using var browser = new Browser(server.Address, core: true);
        browser.RunFirst(hindrance);
        browser.Open("/bench/TF-022");
        Ready(browser, "server");
        browser.See("features weighed");
        browser.Find("button.identify-likely__weighed").Click();
        browser.See("Fits");
    }

    [Fact]
    public void Once_it_runs_in_the_browser_no_question_goes_to_the_server()
    {
        using var browser = new Browser(server.Address, core: true);
        browser.Open("/bench/TF-025");
        Ready(browser, "browser");
        browser.Run("performance.clearResourceTimings()");
        browser.Find("button.identify-likely__weighed").Click();
        browser.See("Fits");
        browser.Button("What would disprove it").Click();
        browser.See("Parts it from");
        (
            (string)
                browser.Run(
                    "return performance.getEntriesByType('resource').map(e => e.name).filter(n => n.includes('/api/bench/')).join(' ')"
                )!
        ).ShouldBeEmpty();
    }

    /// <summary>The walk that takes, at every couplet, a lead from which the taxon can still be reached.</summary>
    private static KeyWalk WalkTo(Guide guide, DichotomousKey key, TaxonId taxon)
    {
        var walk = KeyWalk.From(key.First);
        while (KeyWalkTrace.Of(guide, walk).Current is { } at)
        {
            var lead = guide
                .FindCouplet(at)!
                .Leads.First(l =>
                    l.Target switch
                    {
                        ToCouplet c => guide.Reach.From(at with { Couplet = c.Couplet }).Contains(taxon),
                        ToKey k => guide.Reach.From(guide.Key(k.Key).First).Contains(taxon),
                        ToTaxon t => t.Taxon == taxon,
                        _ => false,
                    }
                );
            walk = walk.Answer(at, lead.Number);
        }

        return walk;
    }

    private static void Ready(Browser browser, string where) =>
        browser.Wait($"the engine to be “{where}”", _ =>
            (string?)browser.Run("return document.documentElement.dataset.engine") == where ? browser : null
        );

    /// <summary>A plant of the guide with up to twenty features seen, some of them wrongly, half-way through a key.</summary>
    private static BenchRequest Sheet(Guide guide, Random random)
    {
        var species = guide.Taxa.Where(t => t.IsSpeciesLevel).ToArray();
        var taxon = species[random.Next(species.Length)].Id;
        var day = new DateOnly(2026, 1 + random.Next(12), 1 + random.Next(28));
        var seen = new List<Observation>();
        foreach (
            var character in guide
                .Characters.Where(c => c.Organ != Organ.Place)
                .OrderBy(_ => random.Next())
                .Take(random.Next(21))
        )
        {
            var said = guide
                .StatementFor(
                    random.Next(10) == 0 ? species[random.Next(species.Length)].Id : taxon,
                    character.Id,
                    Scope.Any
                )
                ?.Value;
            var observation = said switch
            {
                StateShares s => Observation.OfStates(
                    character.Id,
                    1,
                    day,
                    s.States[random.Next(s.States.Length)].State
                ),
                CountShares c => Observation.OfSample(
                    character.Id,
                    1,
                    day,
                    [.. c.Numbers.Select(n => (double)n.Number)]
                ),
                NumericRange { Low: { } low, High: { } high } when random.Next(3) == 0 => Observation.OfRough(
                    character.Id,
                    1,
                    day,
                    new(low, high, null, "rough")
                ),
                NumericRange { Low: { } low, High: { } high } => Observation.OfSample(
                    character.Id,
                    1,
                    day,
                    [
                        .. Enumerable
                            .Range(0, 1 + random.Next(6))
                            .Select(_ => Math.Round(low + ((high - low) * random.NextDouble()))),
                    ]
                ),
                _ => character.CanBeAbsent ? Observation.OfAbsence(character.Id, 1, day) : null,
            };
            if (observation is not null)
            {
                seen.Add(
                    observation with
                    {
                        Certainty = (Certainty)random.Next(3),
                        Source = random.Next(5) == 0 ? EvidenceSource.Fallen : EvidenceSource.Attached,
                        Stage = random.Next(4) == 0 ? LifeStage.Resprout : LifeStage.Mature,
                        Exposure = random.Next(4) == 0 ? Exposure.Shade : null,
                        Sex = random.Next(3) == 0 ? Sex.Female : null,
                    }
                );
            }
        }

        var key = guide.Keys[random.Next(guide.Keys.Length)];
        var walk = KeyWalk.From(key.First);
        for (var i = random.Next(6); i > 0 && KeyWalkTrace.Of(guide, walk).Current is { } at; i--)
        {
            walk = walk.Answer(at, random.Next(5) == 0 ? null : guide.FindCouplet(at)!.Leads[random.Next(2)].Number);
        }

        return new(
            new(
                new PlaceFacts(random.Next(1500), [random.Next(2) == 0 ? "moist-forest" : "river-bank"]),
                [new Visit(1, day, [.. Enum.GetValues<PlantPart>().Where(_ => random.Next(2) == 0)])],
                [.. seen],
                random.Next(4) == 0 ? null : walk,
                []
            ),
            null
        );
    }

    private static void Same(JsonNode? one, JsonNode? other, string at)
    {
        switch (one, other)
        {
            case (JsonObject a, JsonObject b):
                a.Select(p => p.Key).ShouldBe(b.Select(p => p.Key), at);
                foreach (var (name, value) in a)
                {
                    Same(value, b[name], $"{at}.{name}");
                }

                break;
            case (JsonArray a, JsonArray b):
                a.Count.ShouldBe(b.Count, at);
                for (var i = 0; i < a.Count; i++)
                {
                    Same(a[i], b[i], $"{at}[{i}]");
                }

                break;
            case (JsonValue a, JsonValue b)
                when a.GetValueKind() == JsonValueKind.Number && b.GetValueKind() == JsonValueKind.Number:
                var (x, y) = (a.GetValue<double>(), b.GetValue<double>());
                Math.Abs(x - y)
                    .ShouldBeLessThanOrEqualTo(1e-9 * Math.Max(1e-3, Math.Max(Math.Abs(x), Math.Abs(y))), at);
                break;
            default:
                (one?.ToJsonString() ?? "null").ShouldBe(other?.ToJsonString() ?? "null", at);
                break;
        }
    }
}
