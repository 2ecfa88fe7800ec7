using Garten.Core.Survey;
using Npgsql;

namespace Garten.Data.Tests;

/// <summary>Landmarks, threats and rosettes as they are kept.</summary>
public sealed class CareStoreTests(DatabaseFixture fixture) : IClassFixture<DatabaseFixture>
{
    private static readonly CancellationToken None = CancellationToken.None;
    private readonly CareStore _care = new(fixture.Source);

    [Fact]
    public async Task Landmarks_stand_in_the_order_given_in_place_of_those_before()
    {
        var plant = await fixture.TakeAsync();
        Landmark[] two = [new("the split boulder", 40, 12.5), new("the gate", 359.5, 90)];
        await _care.SetLandmarksAsync(plant, two, None);
        (await _care.LandmarksAsync(plant, None)).ShouldBe(two);
        await _care.SetLandmarksAsync(plant, [two[1]], None);
        (await _care.LandmarksAsync(plant, None)).ShouldBe([two[1]]);

        // A landmark no compass shows takes the sound one before it down with it: all or none.
        await Should.ThrowAsync<PostgresException>(() => _care.SetLandmarksAsync(plant, [two[0], new("nowhere", 360, 5)], None));
        (await _care.LandmarksAsync(plant, None)).ShouldBe([two[1]]);
        await _care.SetLandmarksAsync(plant, [], None);
        (await _care.LandmarksAsync(plant, None)).ShouldBeEmpty();
    }

    [Fact]
    public async Task Two_who_set_landmarks_at_once_leave_those_of_one_of_them()
    {
        var plant = await fixture.TakeAsync();
        await Task.WhenAll(Enumerable.Range(0, 10).Select(i => _care.SetLandmarksAsync(plant, [new($"first of {i}", i, 1), new($"second of {i}", i, 2)], None)));
        var left = await _care.LandmarksAsync(plant, None);
        left.Select(l => l.Name.Split(' ')[0]).ShouldBe(["first", "second"]);
        left.Select(l => l.Bearing).Distinct().ShouldHaveSingleItem();
    }

    [Fact]
    public async Task A_threat_stands_until_it_is_settled_and_is_found_by_its_number()
    {
        var plant = await fixture.TakeAsync();
        ThreatContent mowing = new(ThreatKind.Mowing, "edge of the path", new(2026, 5, 3), "", null, "", null);
        await _care.AddThreatAsync(plant, mowing, fixture.Person.Id, None);
        var threat = (await _care.ThreatsAsync(plant, None)).ShouldHaveSingleItem();
        (threat.Content, threat.Person, threat.Plant).ShouldBe((mowing, "R. Ostrow", plant));
        (await _care.PlantOfThreatAsync(threat.Id, None)).ShouldBe(plant);
        (await _care.OpenThreatsAsync(None)).ShouldContain(t => t.Id == threat.Id);

        var settled = mowing with { Told = "the owner", ToldOn = new(2026, 5, 4), Outcome = "a strip is left", SettledOn = new(2026, 6, 1) };
        (await _care.SetThreatAsync(threat.Id, settled, None)).ShouldBe(plant);
        (await _care.OpenThreatsAsync(None)).ShouldNotContain(t => t.Id == threat.Id);
        (await _care.ThreatsAsync(plant, None)).ShouldHaveSingleItem().Content.ShouldBe(settled);

        (await Should.ThrowAsync<NotInStoreException>(() => _care.SetThreatAsync(999_999, settled, None))).Message.ShouldBe("There is no such threat.");
        await Should.ThrowAsync<NotInStoreException>(() => _care.PlantOfThreatAsync(999_999, None));
    }

    [Fact]
    public async Task A_year_of_rosettes_is_kept_once_and_no_more_can_flower_than_were_marked()
    {
        var plant = await fixture.TakeAsync();
        PopulationCount marked = new(2026, 40, new(2026, 2, 1), null, null);
        await _care.SetCountAsync(plant, marked, fixture.Person.Id, None);
        await _care.SetCountAsync(plant, marked with { Year = 2025, MarkedOn = new(2025, 2, 3) }, fixture.Person.Id, None);
        var counted = marked with { Flowering = 11, FloweringOn = new(2026, 6, 1) };
        await _care.SetCountAsync(plant, counted, fixture.Person.Id, None);
        var years = await _care.CountsAsync(plant, None);
        years.Count.ShouldBe(2);
        years.ShouldContain(counted);
        await Should.ThrowAsync<PostgresException>(() => _care.SetCountAsync(plant, counted with { Flowering = 41 }, fixture.Person.Id, None));
        await Should.ThrowAsync<PostgresException>(() => _care.SetCountAsync(plant, counted with { FloweringOn = null }, fixture.Person.Id, None));
        (await _care.CountsAsync(plant, None)).ShouldContain(counted);
    }
}
