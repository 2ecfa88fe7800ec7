using Garten.Core.Measuring;
using Garten.Core.Seasons;
using Npgsql;

namespace Garten.Data.Tests;

/// <summary>Days of weather, things of known size and settings, as they are kept.</summary>
public sealed class WeatherAndYardstickStoreTests(DatabaseFixture fixture) : IClassFixture<DatabaseFixture>
{
    private static readonly CancellationToken None = CancellationToken.None;

    [Fact]
    public async Task Days_brought_in_again_take_the_place_of_those_before_and_a_wrong_one_changes_none()
    {
        WeatherStore weather = new(fixture.Source);
        DateOnly first = new(2026, 3, 1);
        DailyTemperature[] days =
        [
            .. Enumerable.Range(0, 40).Select(i => new DailyTemperature(first.AddDays(i), i - 5, i + 4.5)),
        ];
        await weather.AddAsync(days, None);
        (await weather.BetweenAsync(first, first.AddDays(39), None)).ShouldBe(days);
        (await weather.BetweenAsync(first.AddDays(10), first.AddDays(12), None)).ShouldBe(days[10..13]);
        (await weather.BetweenAsync(first.AddDays(12), first.AddDays(10), None)).ShouldBeEmpty();

        await weather.AddAsync([new(first.AddDays(11), -2, 3)], None);
        (await weather.BetweenAsync(first.AddDays(10), first.AddDays(12), None))
            .Select(d => d.Least)
            .ShouldBe([5, -2, 7]);
        await Should.ThrowAsync<PostgresException>(() =>
            weather.AddAsync([new(first, 1, 2), new(first.AddDays(1), 9, 2)], None)
        );
        (await weather.BetweenAsync(first, first, None)).ShouldBe(
            [days[0]],
            "a day warmer at night than by day takes the others down with it"
        );
        await weather.ClearAsync(None);
        (await weather.BetweenAsync(first, first.AddDays(39), None)).ShouldBeEmpty();
    }

    [Fact]
    public async Task Each_person_has_yardsticks_of_their_own_by_name()
    {
        YardstickStore yardsticks = new(fixture.Source);
        var falk = (await fixture.Places.AddPersonAsync("M. Falk", None)).Id;
        await yardsticks.KeepAsync(fixture.Person.Id, new("hand span", new(198, 3)), None);
        await yardsticks.KeepAsync(falk, new("hand span", new(215, 2)), None);
        await yardsticks.KeepAsync(falk, new("boot", new(290, 1)), None);
        await yardsticks.KeepAsync(falk, new("hand span", new(212, 1.5)), None);
        (await yardsticks.OfAsync(falk, None)).ShouldBe([new("boot", new(290, 1)), new("hand span", new(212, 1.5))]);
        await yardsticks.RemoveAsync(falk, "hand span", None);
        await yardsticks.RemoveAsync(falk, "hand span", None);
        (await yardsticks.OfAsync(falk, None)).ShouldHaveSingleItem().Name.ShouldBe("boot");
        (await yardsticks.OfAsync(fixture.Person.Id, None)).ShouldHaveSingleItem().Size.ShouldBe(new Measured(198, 3));
        await Should.ThrowAsync<PostgresException>(() => yardsticks.KeepAsync(falk, new("nothing", new(0, 1)), None));
    }

    [Fact]
    public async Task A_setting_holds_what_was_said_last()
    {
        SettingStore settings = new(fixture.Source);
        (await settings.GetAsync("colour of the hut", None)).ShouldBeNull();
        await settings.SetAsync("colour of the hut", "green", None);
        await settings.SetAsync("colour of the hut", "", None);
        (await settings.GetAsync("colour of the hut", None)).ShouldBe("");
    }

    [Fact]
    public async Task Audit_entries_are_told_the_latest_first_page_by_page_and_person_by_person()
    {
        AuditStore entries = new(fixture.Source);
        for (var i = 0; i < 7; i++)
        {
            await entries.NoteAsync(i % 2 == 0 ? fixture.Person.Id : null, null, $"entry {i}", "/api", 200 + i, None);
        }

        var latest = await entries.LatestAsync(null, null, 3, None);
        latest.Select(d => d.What).ShouldBe(["entry 6", "entry 5", "entry 4"]);
        (await entries.LatestAsync(null, latest[^1].Id, 4, None))
            .Select(d => d.What)
            .ShouldBe(["entry 3", "entry 2", "entry 1", "entry 0"]);
        var own = await entries.LatestAsync(fixture.Person.Id, null, 4, None);
        own.Select(d => (d.Person, d.Status))
            .ShouldBe([("R. Ostrow", 206), ("R. Ostrow", 204), ("R. Ostrow", 202), ("R. Ostrow", 200)]);
    }
}
