using Garten.Core.Commands;
using Garten.Core.Survey.Care;
using Garten.Testing;
using Npgsql;

namespace Garten.Data.Tests;

/// <summary>Landmarks, threats and rosettes as they are kept.</summary>
public sealed class CareStoreTests(DatabaseFixture fixture) : IClassFixture<DatabaseFixture>
{
    private static readonly CancellationToken None = CancellationToken.None;
    private readonly CareStore _care = fixture.Care;

    [Fact]
    public async Task Landmarks_stand_in_the_order_given_in_place_of_those_before()
    {
        var plant = await fixture.TakeAsync();
        Landmark[] two = [new("the split boulder", 40, 12.5), new("the gate", 359.5, 90)];
        await SetAsync(plant, two);
        (await _care.LandmarksAsync(plant, None)).ShouldBe(two);
        await SetAsync(plant, [two[1]]);
        (await _care.LandmarksAsync(plant, None)).ShouldBe([two[1]]);

        // A landmark no compass shows takes the sound one before it down with it: all or none.
        await Should.ThrowAsync<PostgresException>(() => SetAsync(plant, [two[0], new("nowhere", 360, 5)]));
        (await _care.LandmarksAsync(plant, None)).ShouldBe([two[1]]);
        await SetAsync(plant, []);
        (await _care.LandmarksAsync(plant, None)).ShouldBeEmpty();
    }

    private async Task SetAsync(PlantId plant, Landmark[] landmarks) =>
        await _care.HandleAsync(
            fixture.Head(),
            new SetLandmarks(plant, landmarks, await _care.LandmarksRevisionAsync(plant, None)),
            None
        );

    [Fact]
    public async Task Of_those_who_set_landmarks_at_once_one_gets_through_and_the_others_are_told()
    {
        var plant = await fixture.TakeAsync();
        var seen = await _care.LandmarksRevisionAsync(plant, None);
        var outcomes = await Task.WhenAll(
            Enumerable
                .Range(0, 10)
                .Select(async i =>
                {
                    try
                    {
                        await _care.HandleAsync(
                            fixture.Head(),
                            new SetLandmarks(plant, [new($"first of {i}", i, 1), new($"second of {i}", i, 2)], seen),
                            None
                        );
                        return true;
                    }
                    catch (ChangedMeanwhileException)
                    {
                        return false;
                    }
                })
        );
        outcomes.Count(got => got).ShouldBe(1);
        var left = await _care.LandmarksAsync(plant, None);
        left.Select(l => l.Name.Split(' ')[0]).ShouldBe(["first", "second"]);
        left.Select(l => l.Bearing).Distinct().ShouldHaveSingleItem();
    }

    [Fact]
    public async Task A_threat_stands_until_it_is_settled_and_is_found_by_its_number()
    {
        var plant = await fixture.TakeAsync();
        ThreatContent mowing = new(ThreatKind.Mowing, "edge of the path", new(2026, 5, 3), "", null, "", null);
        await _care.HandleAsync(fixture.Head(), new AddThreat(plant, mowing), None);
        var threat = (await _care.ThreatsAsync(plant, None)).ShouldHaveSingleItem();
        (threat.Content, threat.Person, threat.Plant).ShouldBe((mowing, "R. Ostrow", plant));
        (await _care.OpenThreatsAsync(None)).ShouldContain(t => t.Id == threat.Id);

        var settled = mowing with
        {
            Told = "the owner",
            ToldOn = new(2026, 5, 4),
            Outcome = "a strip is left",
            SettledOn = new(2026, 6, 1),
        };
        (await _care.HandleAsync(fixture.Head(), new SetThreat(threat.Id, settled, threat.Revision), None)).ShouldBe(
            plant
        );
        await Should.ThrowAsync<ChangedMeanwhileException>(() =>
            _care.HandleAsync(fixture.Head(), new SetThreat(threat.Id, mowing, threat.Revision), None)
        );
        (await _care.OpenThreatsAsync(None)).ShouldNotContain(t => t.Id == threat.Id);
        (await _care.ThreatsAsync(plant, None)).ShouldHaveSingleItem().Content.ShouldBe(settled);

        (
            await Should.ThrowAsync<NotInStoreException>(() =>
                _care.HandleAsync(fixture.Head(), new SetThreat(Numbered.Id<ThreatId>(999_999), settled, 1), None)
            )
        ).Message.ShouldBe("There is no such threat.");
    }

    [Fact]
    public async Task A_year_of_rosettes_is_kept_once_and_no_more_can_flower_than_were_marked()
    {
        var plant = await fixture.TakeAsync();
        PopulationCount marked = new(2026, 40, new(2026, 2, 1), null, null);
        await _care.HandleAsync(fixture.Head(), new SetPopulation(plant, marked), None);
        await _care.HandleAsync(
            fixture.Head(),
            new SetPopulation(plant, marked with { Year = 2025, MarkedOn = new(2025, 2, 3) }),
            None
        );
        var counted = marked with { Flowering = 11, FloweringOn = new(2026, 6, 1) };
        await Should.ThrowAsync<ChangedMeanwhileException>(() =>
            _care.HandleAsync(fixture.Head(), new SetPopulation(plant, counted), None)
        );
        await _care.HandleAsync(
            fixture.Head(),
            new SetPopulation(plant, counted with { Revision = await RevisionAsync() }),
            None
        );
        var years = await _care.CountsAsync(plant, None);
        years.Count.ShouldBe(2);
        var now = await RevisionAsync();
        years.Select(y => y with { Revision = null }).ShouldContain(counted);
        await Should.ThrowAsync<PostgresException>(() =>
            _care.HandleAsync(
                fixture.Head(),
                new SetPopulation(plant, counted with { Flowering = 41, Revision = now }),
                None
            )
        );
        await Should.ThrowAsync<PostgresException>(() =>
            _care.HandleAsync(
                fixture.Head(),
                new SetPopulation(plant, counted with { FloweringOn = null, Revision = now }),
                None
            )
        );
        (await _care.CountsAsync(plant, None)).Select(y => y with { Revision = null }).ShouldContain(counted);

        async Task<long?> RevisionAsync() =>
            (await _care.CountsAsync(plant, None)).Single(c => c.Year == 2026).Revision;
    }
}
