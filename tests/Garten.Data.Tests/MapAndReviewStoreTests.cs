using Garten.Core.Assessment;
using Garten.Core.Commands;
using Garten.Core.Survey;
using Garten.Core.Survey.Access;
using Garten.Core.Survey.Places;
using Garten.Testing;
using Npgsql;

namespace Garten.Data.Tests;

public sealed class MapAndReviewStoreTests(DatabaseFixture fixture) : IClassFixture<DatabaseFixture>
{
    private static readonly CancellationToken None = CancellationToken.None;

    [Fact]
    public async Task Places_come_back_point_by_point_and_a_request_keeps_each_of_its_places_once()
    {
        var map = fixture.Map;
        PlaceContent[] places =
        [
            new("Gate", PlaceKind.Mark, new(ShapeForm.Point, [new(45.0021, -123.704)]), fixture.Site.Id, "oak"),
            new("Line", PlaceKind.Transect, new(ShapeForm.Line, [new(45, -123.7), new(45.001, -123.7)]), null, ""),
            new(
                "Plot",
                PlaceKind.Plot,
                new(ShapeForm.Area, [new(45, -123.7), new(45, -123.699), new(45.001, -123.699)]),
                null,
                ""
            ),
        ];
        PlaceId first = new(Guid.NewGuid());
        await map.HandleAsync(fixture.Head(), new AddPlaces(first, places), None);
        await map.HandleAsync(fixture.Head(), new AddPlaces(first, places), None);
        var kept = await map.PlacesAsync(None);
        kept.Select(p => (p.Content.Name, p.Content.Kind, p.Content.Site, p.Content.Note, p.Content.Shape.Form))
            .ShouldBe(places.Select(p => (p.Name, p.Kind, p.Site, p.Note, p.Shape.Form)));
        kept.Zip(places).ShouldAllBe(x => x.First.Content.Shape.Points.SequenceEqual(x.Second.Shape.Points));
        await map.HandleAsync(fixture.Head(), new RemovePlace(kept[0].Id), None);
        (await map.PlacesAsync(None)).Count.ShouldBe(2);
        await Should.ThrowAsync<NotInStoreException>(() =>
            map.HandleAsync(fixture.Head(), new SetPlace(kept[0].Id, places[0], kept[0].Revision), None)
        );
        await map.HandleAsync(fixture.Head(), new RemovePlace(kept[0].Id, false), None);
        (await map.PlacesAsync(None)).Count.ShouldBe(3);
        await map.HandleAsync(
            fixture.Head(),
            new SetPlace(kept[1].Id, places[1] with { Note = "mine" }, kept[1].Revision),
            None
        );
        await Should.ThrowAsync<ChangedMeanwhileException>(() =>
            map.HandleAsync(
                fixture.Head(),
                new SetPlace(kept[1].Id, places[1] with { Note = "theirs" }, kept[1].Revision),
                None
            )
        );
        (await map.PlacesAsync(None)).Single(p => p.Id == kept[1].Id).Content.Note.ShouldBe("mine");
        await Should.ThrowAsync<NotInStoreException>(() =>
            map.HandleAsync(fixture.Head(), new RemovePlace(Numbered.Id<PlaceId>(999_999)), None)
        );
        (await map.BaseAsync(None)).ShouldBeNull();
        await map.SetBaseAsync("{}", None);
        await map.SetBaseAsync("{\"type\":1}", None);
        (await map.BaseAsync(None)).ShouldBe("{\"type\":1}");
    }

    [Fact]
    public async Task The_position_said_last_counts()
    {
        var map = fixture.Map;
        var plant = await fixture.TakeAsync();
        await map.HandleAsync(fixture.Head(), new SayPosition(plant, new(45, -123.7), 20, "45, -123.7"), None);
        await map.HandleAsync(fixture.Head(), new SayPosition(plant, new(45.001, -123.701), 3, ""), None);
        (await map.PositionsAsync(None))
            .Single(p => p.Plant == plant)
            .ShouldBe(new PlantPosition(plant, new GeoPoint(45.001, -123.701), 3, fixture.Person.Name, ""));
    }

    [Fact]
    public async Task The_latest_word_of_each_reviewer_counts_and_none_is_ever_changed()
    {
        var reviews = fixture.Reviews;
        var names = fixture.Determinations;
        var falk = (await fixture.Places.AddPersonAsync("M. Falk", None)).Id;
        var plant = await fixture.TakeAsync();
        await names.HandleAsync(fixture.Head(), Name(plant, "rubus-spectabilis"), None);
        var name = (await fixture.ReadAsync(plant)).Determinations[0].Id;
        (await reviews.LatestAsync(None)).Single(n => n.Plant == plant).Reviews.ShouldBeEmpty();
        await reviews.HandleAsync(
            fixture.Head(person: falk),
            new ReviewName(plant, name, Verdict.Differs, "The petals are white."),
            None
        );
        await reviews.HandleAsync(fixture.Head(person: falk), new ReviewName(plant, name, Verdict.Agrees, ""), None);
        (await reviews.LatestAsync(None))
            .Single(n => n.Plant == plant)
            .Reviews.ShouldBe([new("M. Falk", Verdict.Agrees, "")]);
        (await fixture.ReadAsync(plant)).Reviews.Select(r => r.Verdict).ShouldBe([Verdict.Agrees, Verdict.Differs]);
        await Should.ThrowAsync<TakenException>(() =>
            reviews.HandleAsync(fixture.Head(), new ReviewName(plant, name, Verdict.Agrees, ""), None)
        );
        await Should.ThrowAsync<NotInStoreException>(() =>
            reviews.HandleAsync(
                fixture.Head(person: falk),
                new ReviewName(Numbered.Id<PlantId>(999_999), name, Verdict.Agrees, ""),
                None
            )
        );
        await names.HandleAsync(fixture.Head(), Name(plant, "rubus-parviflorus"), None);
        (await reviews.LatestAsync(None))
            .Single(n => n.Plant == plant)
            .ShouldSatisfyAllConditions(
                n => n.Name.ShouldBe("rubus-parviflorus"),
                n => n.Reviews.ShouldBeEmpty("a new name asks for reviews of its own")
            );
        await using var connection = await fixture.Source.OpenConnectionAsync(None);
        await using var command = new NpgsqlCommand("update review set verdict = 'Agrees'", connection);
        await Should.ThrowAsync<PostgresException>(() => command.ExecuteNonQueryAsync(None));
    }

    [Fact]
    public async Task A_voucher_has_a_number_of_its_own_in_the_whole_survey()
    {
        var reviews = fixture.Reviews;
        var (one, other) = (await fixture.TakeAsync(), await fixture.TakeAsync());
        VoucherContent voucher = new("RO 7", "reserve hut", new(2026, 5, 1), 40, 1, "");
        await reviews.HandleAsync(fixture.Head(), new KeepVoucher(one, voucher), None);
        (
            await Should.ThrowAsync<TakenException>(() =>
                reviews.HandleAsync(fixture.Head(), new KeepVoucher(other, voucher), None)
            )
        ).Message.ShouldContain("RO 7");
        (await fixture.ReadAsync(one)).Vouchers.ShouldBe([new(voucher, fixture.Person.Name)]);
        (await fixture.ReadAsync(other)).Vouchers.ShouldBeEmpty();
    }

    [Fact]
    public async Task A_plant_is_hidden_by_any_name_ever_given_and_by_its_colony_however_far_along_but_not_ones_own()
    {
        var plants = fixture.Plants;
        var names = fixture.Determinations;
        var (named, renamed, beside, beyond, plain) = (
            await fixture.TakeAsync(),
            await fixture.TakeAsync(),
            await fixture.TakeAsync(),
            await fixture.TakeAsync(),
            await fixture.TakeAsync()
        );
        await names.HandleAsync(fixture.Head(), Name(named, "calypso-bulbosa"), None);
        await names.HandleAsync(fixture.Head(), Name(renamed, "calypso-bulbosa"), None);
        await names.HandleAsync(fixture.Head(), Name(renamed, "rubus-parviflorus"), None);
        await names.HandleAsync(fixture.Head(), Name(plain, "rubus-parviflorus"), None);
        await plants.HandleAsync(fixture.Head(), new LinkPlants(beside, named), None);
        await plants.HandleAsync(fixture.Head(), new LinkPlants(beyond, beside), None);
        var reader = plants.SeenBy(SensitivePlacePolicy.NothingSensitive);
        var shown = (await reader.TagsAsync(None)).ConvertAll(t => t.Id);
        shown.ShouldContain(plain);
        PlantId[] hidden = [named, renamed, beside, beyond];
        foreach (var plant in hidden)
        {
            shown.ShouldNotContain(plant);
            (await Should.ThrowAsync<NotInStoreException>(() => reader.ReadAsync(plant, None))).Message.ShouldBe(
                PlantStore.NoSuchPlant
            );
            await Should.ThrowAsync<NotInStoreException>(() =>
                reader.HandleAsync(fixture.Head(), new LinkPlants(plain, plant), None)
            );
        }

        (await plants.SeenBy(new(true, fixture.Person.Id)).TagsAsync(None))
            .ConvertAll(t => t.Id)
            .ShouldBe((await plants.TagsAsync(None)).ConvertAll(t => t.Id), "they took all of them up");
        await plants.HandleAsync(fixture.Head(), new UnlinkPlants(beside, named), None);
        (await reader.TagsAsync(None)).ConvertAll(t => t.Id).ShouldContain(beyond);
    }

    private static GiveName Name(PlantId plant, string taxon) =>
        new(plant, new(Guid.NewGuid()), new(taxon), IdentificationQualifier.None, taxon, new(2026, 5, 1), "");
}
