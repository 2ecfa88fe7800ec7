using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Garten.Testing;

namespace Garten.Server.Tests;

/// <summary>Signing in, letting people in, and what is noted of it.</summary>
public sealed class AccessTests : IAsyncLifetime
{
    private const string Password = "a heron over the slough";
    private RunningServer _server = null!;
    private Client _steward = null!;

    public async ValueTask InitializeAsync()
    {
        _server = await RunningServer.StartAsync(demo: false);
        _steward = new(_server.Address);
        ((bool)(await _steward.GetAsync("/api/session"))["needsSteward"]!).ShouldBeTrue();
        await _steward.BeFirstStewardAsync();
    }

    public async ValueTask DisposeAsync()
    {
        _steward.Dispose();
        await _server.DisposeAsync();
    }

    [Fact]
    public async Task The_first_steward_is_made_once_and_nobody_enters_by_a_press()
    {
        using var late = new Client(_server.Address);
        ((bool)(await late.GetAsync("/api/session"))["needsSteward"]!).ShouldBeFalse();
        await Client.ProblemAsync(
            await late.TryPostAsync("/api/first-steward", new { name = "M. Falk", password = Password }),
            HttpStatusCode.Conflict
        );
        var session = await _steward.GetAsync("/api/session");
        ((bool)session["isSteward"]!).ShouldBeTrue();
        session["demoEntries"]!.AsArray().ShouldBeEmpty();
        await Client.ProblemAsync(
            await late.TryPutAsync("/api/session", new { person = (string)session["person"]!["id"]! }),
            HttpStatusCode.BadRequest
        );
        (await late.GetAsync("/api/session"))["people"]!.AsArray().ShouldBeEmpty("names are not told to strangers");
    }

    [Fact]
    public async Task A_person_let_in_signs_in_in_any_case_changes_the_password_and_the_old_cookie_ends()
    {
        var given = await _steward.PostAsync(
            "/api/people",
            new
            {
                name = "M. Falk",
                role = "surveyor",
                trusted = false,
            }
        );
        await Client.ProblemAsync(
            await _steward.TryPostAsync(
                "/api/people",
                new
                {
                    name = "m. FALK",
                    role = "reader",
                    trusted = false,
                }
            ),
            HttpStatusCode.Conflict
        );
        using var falk = new Client(_server.Address);
        ((string?)(await falk.SignInAsync("m. falk", (string)given["password"]!))["role"]).ShouldBe("surveyor");
        using var elsewhere = new Client(_server.Address);
        await elsewhere.SignInAsync("M. Falk", (string)given["password"]!);
        await Client.ProblemAsync(
            await falk.TryPutAsync("/api/password", new { old = "not it at all", @new = Password }),
            HttpStatusCode.BadRequest
        );
        await Client.ProblemAsync(
            await falk.TryPutAsync("/api/password", new { old = (string)given["password"]!, @new = "short" }),
            HttpStatusCode.BadRequest
        );
        await falk.PutAsync("/api/password", new { old = (string)given["password"]!, @new = Password });
        (await falk.GetAsync("/api/plants")).AsArray().ShouldBeEmpty();
        await Client.ProblemAsync(
            await elsewhere.Http.GetAsync(new Uri("/api/plants", UriKind.Relative)),
            HttpStatusCode.Unauthorized
        );
        await Client.ProblemAsync(
            await falk.TryPostAsync("/api/session", new { name = "M. Falk", password = (string)given["password"]! }),
            HttpStatusCode.BadRequest
        );
    }

    [Fact]
    public async Task Wrong_passwords_shut_an_account_for_ten_minutes_and_tell_nothing()
    {
        var given = await _steward.PostAsync(
            "/api/people",
            new
            {
                name = "T. Lindqvist",
                role = "reader",
                trusted = false,
            }
        );
        using var guesser = new Client(_server.Address);
        var unknown = await Client.ProblemAsync(
            await guesser.TryPostAsync("/api/session", new { name = "Nobody", password = "a guess of mine" }),
            HttpStatusCode.BadRequest
        );
        for (var i = 0; i < 5; i++)
        {
            var wrong = await Client.ProblemAsync(
                await guesser.TryPostAsync("/api/session", new { name = "T. Lindqvist", password = "a guess of mine" }),
                HttpStatusCode.BadRequest
            );
            ((string?)wrong["detail"]).ShouldBe(
                (string?)unknown["detail"],
                "a wrong name and a wrong password sound the same"
            );
        }

        var shut = await Client.ProblemAsync(
            await guesser.TryPostAsync(
                "/api/session",
                new { name = "T. Lindqvist", password = (string)given["password"]! }
            ),
            HttpStatusCode.BadRequest
        );
        ((string?)shut["detail"])!.ShouldContain("shut for 10 minutes");
        _server.Clock.Day = _server.Clock.Day.AddDays(1);
        ((string?)(await guesser.SignInAsync("T. Lindqvist", (string)given["password"]!))["role"]).ShouldBe("reader");
    }

    [Fact]
    public async Task A_role_taken_away_is_gone_at_once_and_a_steward_always_stays()
    {
        var given = await _steward.PostAsync(
            "/api/people",
            new
            {
                name = "J. Adeyemi",
                role = "surveyor",
                trusted = true,
            }
        );
        using var adeyemi = new Client(_server.Address);
        var person = (string)(await adeyemi.SignInAsync("J. Adeyemi", (string)given["password"]!))["person"]!["id"]!;
        await adeyemi.PostAsync("/api/sites", new { name = "Here", elevationM = 100 });
        await _steward.PutAsync(
            $"/api/people/{person}",
            new
            {
                role = "reader",
                trusted = true,
                closed = false,
            }
        );
        await Client.ProblemAsync(
            await adeyemi.TryPostAsync("/api/sites", new { name = "There" }),
            HttpStatusCode.Forbidden
        );
        await _steward.PutAsync(
            $"/api/people/{person}",
            new
            {
                role = "reader",
                trusted = true,
                closed = true,
            }
        );
        await Client.ProblemAsync(
            await adeyemi.Http.GetAsync(new Uri("/api/plants", UriKind.Relative)),
            HttpStatusCode.Unauthorized
        );
        await Client.ProblemAsync(
            await adeyemi.TryPostAsync(
                "/api/session",
                new { name = "J. Adeyemi", password = (string)given["password"]! }
            ),
            HttpStatusCode.BadRequest
        );
        await Client.ProblemAsync(
            await _steward.TryPutAsync(
                $"/api/people/{person}",
                new
                {
                    role = 7,
                    trusted = true,
                    closed = false,
                }
            ),
            HttpStatusCode.BadRequest
        );
        await Client.ProblemAsync(
            await _steward.TryPutAsync(
                "/api/people/999999",
                new
                {
                    role = "reader",
                    trusted = true,
                    closed = false,
                }
            ),
            HttpStatusCode.NotFound
        );
        var me = (string)(await _steward.GetAsync("/api/session"))["person"]!["id"]!;
        var last = await Client.ProblemAsync(
            await _steward.TryPutAsync(
                $"/api/people/{me}",
                new
                {
                    role = "determiner",
                    trusted = true,
                    closed = false,
                }
            ),
            HttpStatusCode.Conflict
        );
        ((string?)last["detail"])!.ShouldContain("Somebody must stay administrator");
        ((bool)(await _steward.GetAsync("/api/session"))["isSteward"]!).ShouldBeTrue();
    }

    [Fact]
    public async Task A_password_renewed_by_a_steward_opens_a_shut_account_and_ends_the_old_one()
    {
        var given = await _steward.PostAsync(
            "/api/people",
            new
            {
                name = "A. Brandt",
                role = "determiner",
                trusted = true,
            }
        );
        using var brandt = new Client(_server.Address);
        var person = (string)(await brandt.SignInAsync("A. Brandt", (string)given["password"]!))["person"]!["id"]!;
        using var guesser = new Client(_server.Address);
        for (var i = 0; i < 5; i++)
        {
            await guesser.TryPostAsync("/api/session", new { name = "A. Brandt", password = "a guess of mine" });
        }

        (await _steward.GetAsync("/api/people"))
            .AsArray()
            .Single(p => (string)p!["id"]! == person)!["shutUntil"]
            .ShouldNotBeNull();
        var renewed = (string)(await _steward.PostAsync($"/api/people/{person}/password", new { }))["password"]!;
        renewed.ShouldNotBe((string)given["password"]!);
        await Client.ProblemAsync(
            await brandt.Http.GetAsync(new Uri("/api/plants", UriKind.Relative)),
            HttpStatusCode.Unauthorized
        );
        ((bool)(await brandt.SignInAsync("A. Brandt", renewed))["mayReview"]!).ShouldBeTrue();
        (await brandt.Http.DeleteAsync(new Uri("/api/session", UriKind.Relative))).EnsureSuccessStatusCode();
        await Client.ProblemAsync(
            await brandt.Http.GetAsync(new Uri("/api/plants", UriKind.Relative)),
            HttpStatusCode.Unauthorized
        );
    }

    [Fact]
    public async Task What_was_done_and_what_was_refused_is_noted_with_who_and_when()
    {
        var given = await _steward.PostAsync(
            "/api/people",
            new
            {
                name = "V. Marchetti",
                role = "reader",
                trusted = false,
            }
        );
        using var reader = new Client(_server.Address);
        await reader.SignInAsync("V. Marchetti", (string)given["password"]!);
        await reader.TryPostAsync("/api/sites", new { name = "Somewhere" });
        await reader.Http.GetAsync(new Uri("/api/records.csv", UriKind.Relative));
        var entries = (await _steward.GetAsync("/api/audit"))
            .AsArray()
            .Select(d => ((string?)d!["person"], (string?)d["what"], (int)d["status"]!))
            .ToList();
        entries.ShouldContain(("R. Ostrow", "addPerson", 200));
        entries.ShouldContain(("V. Marchetti", "signIn", 200));
        entries.ShouldContain(("V. Marchetti", "addSite", 403));
        entries.ShouldContain(("V. Marchetti", "recordsCsv", 200));
        entries.ShouldContain(("R. Ostrow", "makeFirstSteward", 200));
    }

    [Fact]
    public async Task When_a_change_was_asked_for_is_noted_beside_when_it_came()
    {
        async Task<JsonNode> AddAsync(string name, string asked)
        {
            using HttpRequestMessage request = new(HttpMethod.Post, "/api/sites")
            {
                Content = JsonContent.Create(new { name }),
            };
            request.Headers.Add("Garten-Asked", asked);
            (await _steward.Http.SendAsync(request)).EnsureSuccessStatusCode();
            return (await _steward.GetAsync("/api/audit"))[0]!;
        }

        var later = await AddAsync("Far Fen", "2026-11-18T07:15:30.250Z");
        ((string?)later["what"]).ShouldBe("addSite");
        ((DateTimeOffset)later["asked"]!).ShouldBe(new(2026, 11, 18, 7, 15, 30, 250, TimeSpan.Zero));
        (await AddAsync("Near Fen", "half past seven"))["asked"].ShouldBeNull();
    }

    [Fact]
    public async Task Who_has_been_answered_finds_noted_what_was_done()
    {
        for (var site = 1; site <= 40; site++)
        {
            using HttpRequestMessage request = new(HttpMethod.Post, "/api/sites")
            {
                Content = JsonContent.Create(new { name = $"Site {site}" }),
            };
            using var answer = await _steward.Http.SendAsync(request, HttpCompletionOption.ResponseHeadersRead);
            answer.EnsureSuccessStatusCode();
            (await NotedAsync("addSite")).ShouldBe(site);
            using var table = await _steward.Http.GetAsync(
                new Uri("/api/records.csv", UriKind.Relative),
                HttpCompletionOption.ResponseHeadersRead
            );
            table.EnsureSuccessStatusCode();
            (await NotedAsync("recordsCsv")).ShouldBe(site);
        }

        (await _steward.TryPostAsync("/api/sites", new { name = "" })).StatusCode.ShouldBe(HttpStatusCode.BadRequest);
        (await NotedAsync("addSite")).ShouldBe(40);

        async Task<int> NotedAsync(string what) =>
            (await _steward.GetAsync("/api/audit")).AsArray().Count(d => (string?)d!["what"] == what);
    }

    [Fact]
    public async Task A_page_of_another_site_can_change_nothing_with_the_cookie_of_a_person()
    {
        foreach (
            var (header, value) in new[] { ("Sec-Fetch-Site", "cross-site"), ("Origin", "https://elsewhere.example") }
        )
        {
            using var request = new HttpRequestMessage(HttpMethod.Post, "/api/sites")
            {
                Content = JsonContent.Create(new { name = "Planted" }),
            };
            request.Headers.Add(header, value);
            (
                (string?)
                    (await Client.ProblemAsync(await _steward.Http.SendAsync(request), HttpStatusCode.Forbidden))[
                        "detail"
                    ]
            )!.ShouldContain("not Garten's");
        }

        (await _steward.GetAsync("/api/sites")).AsArray().ShouldBeEmpty();
    }

    [Fact]
    public async Task Signing_in_is_limited_from_one_address()
    {
        using var hasty = new Client(_server.Address);
        List<HttpStatusCode> answers = [];
        for (var i = 0; i < 40; i++)
        {
            answers.Add(
                (
                    await hasty.TryPostAsync("/api/session", new { name = $"Nobody {i}", password = "a guess of mine" })
                ).StatusCode
            );
        }

        answers[0].ShouldBe(HttpStatusCode.BadRequest);
        answers[^1].ShouldBe(HttpStatusCode.TooManyRequests);
        (await _steward.GetAsync("/api/sites")).AsArray().ShouldBeEmpty("others go on with their work");
    }

    [Fact]
    public async Task A_cookie_of_one_server_holds_on_another_before_the_same_database()
    {
        await using var second = await _server.SecondAsync();
        using var there = new Client(second.Address);
        using var request = new HttpRequestMessage(HttpMethod.Post, $"{_server.Address}/api/session")
        {
            Content = JsonContent.Create(new { name = "R. Ostrow", password = Client.FirstPassword }),
        };
        using var response = await there.Http.SendAsync(request);
        var cookie = response.Headers.GetValues("Set-Cookie").Single().Split(';')[0];
        using var asking = new HttpRequestMessage(HttpMethod.Get, $"{second.Address}/api/session");
        asking.Headers.Add("Cookie", cookie);
        using var bare = new HttpClient(new HttpClientHandler { UseCookies = false });
        var session = JsonNode.Parse(await (await bare.SendAsync(asking)).Content.ReadAsStringAsync())!;
        ((string?)session["person"]!["name"]).ShouldBe("R. Ostrow");
    }
}
