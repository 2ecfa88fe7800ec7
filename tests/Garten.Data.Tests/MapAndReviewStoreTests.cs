using Garten.Core.Assessment;
using Garten.Core.Survey.Places;
using Npgsql;

namespace Garten.Data.Tests;

public sealed class MapAndReviewStoreTests(DatabaseFixture fixture) : IClassFixture<DatabaseFixture>
{
    private static readonly CancellationToken None = CancellationToken.None;

    [Fact]
    public async Task Places_come_back_point_by_point_and_a_request_keeps_each_of_its_places_once()
    {
        var map = new MapStore(fixture.Source);
        PlaceContent[] places =
        [
            new("Gate", PlaceKind.Mark, new(ShapeForm.Point, [new(45.0021, -123.704)]), fixture.Site.Id, "oak"),
            new("Line", PlaceKind.Transect, new(ShapeForm.Line, [new(45, -123.7), new(45.001, -123.7)]), null, ""),
            new("Plot", PlaceKind.Plot, new(ShapeForm.Area, [new(45, -123.7), new(45, -123.699), new(45.001, -123.699)]), null, ""),
        ];
        var request = Guid.NewGuid();
        await map.AddAsync(request, places, fixture.Person.Id, None);
        await map.AddAsync(request, places, fixture.Person.Id, None);
        var kept = await map.PlacesAsync(None);
        kept.Select(p => (p.Content.Name, p.Content.Kind, p.Content.Site, p.Content.Note, p.Content.Shape.Form)).ShouldBe(places.Select(p => (p.Name, p.Kind, p.Site, p.Note, p.Shape.Form)));
        kept.Zip(places).ShouldAllBe(x => x.First.Content.Shape.Points.SequenceEqual(x.Second.Shape.Points));
        await map.TakeAwayAsync(kept[0].Id, true, None);
        (await map.PlacesAsync(None)).Count.ShouldBe(2);
        await Should.ThrowAsync<NotInStoreException>(() => map.SetAsync(kept[0].Id, places[0], None));
        await map.TakeAwayAsync(kept[0].Id, false, None);
        (await map.PlacesAsync(None)).Count.ShouldBe(3);
        await Should.ThrowAsync<NotInStoreException>(() => map.TakeAwayAsync(999_999, true, None));
        (await map.BaseAsync(None)).ShouldBeNull();
        await map.SetBaseAsync("{}", None);
        await map.SetBaseAsync("{\"type\":1}", None);
        (await map.BaseAsync(None)).ShouldBe("{\"type\":1}");
    }

    [Fact]
    public async Task The_position_said_last_counts()
    {
        var map = new MapStore(fixture.Source);
        var plant = await fixture.TakeAsync();
        await map.SayAsync(plant, new(45, -123.7), 20, "45, -123.7", fixture.Person.Id, None);
        await map.SayAsync(plant, new(45.001, -123.701), 3, "", fixture.Person.Id, None);
        (await map.PositionsAsync(None)).Single(p => p.Plant == plant).ShouldBe(new PlantPosition(plant, new GeoPoint(45.001, -123.701), 3, fixture.Person.Name));
    }

    [Fact]
    public async Task The_latest_word_of_each_reviewer_counts_and_none_is_ever_changed()
    {
        var reviews = new ReviewStore(fixture.Source);
        var names = new DeterminationStore(fixture.Source);
        var falk = (await new PlaceStore(fixture.Source).AddPersonAsync("M. Falk", None)).Id;
        var plant = await fixture.TakeAsync();
        await names.GiveAsync(Name(plant, "rubus-spectabilis"), null, None);
        var name = (await names.OfAsync(plant, None))[0].Id;
        (await reviews.LatestAsync(None)).Single(n => n.Plant == plant).Reviews.ShouldBeEmpty();
        await reviews.GiveAsync(plant, name, falk, Verdict.Differs, "The petals are white.", None);
        await reviews.GiveAsync(plant, name, falk, Verdict.Agrees, "", None);
        (await reviews.LatestAsync(None)).Single(n => n.Plant == plant).Reviews.ShouldBe([new("M. Falk", Verdict.Agrees, "")]);
        (await reviews.OfAsync(plant, None)).Select(r => r.Verdict).ShouldBe([Verdict.Agrees, Verdict.Differs]);
        await Should.ThrowAsync<TakenException>(() => reviews.GiveAsync(plant, name, fixture.Person.Id, Verdict.Agrees, "", None));
        await Should.ThrowAsync<NotInStoreException>(() => reviews.GiveAsync(plant + 1000, name, falk, Verdict.Agrees, "", None));
        await names.GiveAsync(Name(plant, "rubus-parviflorus"), null, None);
        (await reviews.LatestAsync(None)).Single(n => n.Plant == plant).ShouldSatisfyAllConditions(n => n.Name.ShouldBe("rubus-parviflorus"), n => n.Reviews.ShouldBeEmpty("a new name asks for reviews of its own"));
        await using var connection = await fixture.Source.OpenConnectionAsync(None);
        await using var command = new NpgsqlCommand("update review set verdict = 'Agrees'", connection);
        await Should.ThrowAsync<PostgresException>(() => command.ExecuteNonQueryAsync(None));
    }

    [Fact]
    public async Task A_voucher_has_a_number_of_its_own_in_the_whole_survey()
    {
        var reviews = new ReviewStore(fixture.Source);
        var (one, other) = (await fixture.TakeAsync(), await fixture.TakeAsync());
        VoucherContent voucher = new("RO 7", "reserve hut", new(2026, 5, 1), 40, 1, "");
        await reviews.AddVoucherAsync(one, voucher, fixture.Person.Id, None);
        (await Should.ThrowAsync<TakenException>(() => reviews.AddVoucherAsync(other, voucher, fixture.Person.Id, None))).Message.ShouldContain("RO 7");
        (await reviews.VouchersAsync(one, None)).ShouldBe([new(voucher, fixture.Person.Name)]);
        (await reviews.VouchersAsync(other, None)).ShouldBeEmpty();
    }

    [Fact]
    public async Task Plants_are_found_by_any_name_ever_given_and_by_their_colony_but_for_ones_own()
    {
        var plants = new PlantStore(fixture.Source);
        var names = new DeterminationStore(fixture.Source);
        var (named, renamed, beside, plain) = (await fixture.TakeAsync(), await fixture.TakeAsync(), await fixture.TakeAsync(), await fixture.TakeAsync());
        await names.GiveAsync(Name(named, "calypso-bulbosa"), null, None);
        await names.GiveAsync(Name(renamed, "calypso-bulbosa"), null, None);
        await names.GiveAsync(Name(renamed, "rubus-parviflorus"), null, None);
        await names.GiveAsync(Name(plain, "rubus-parviflorus"), null, None);
        await plants.LinkAsync(beside, named, fixture.Person.Id, None);
        (await plants.OfTaxaAsync(["calypso-bulbosa"], null, None)).Order().ShouldBe([named, renamed, beside]);
        (await plants.OfTaxaAsync(["calypso-bulbosa"], fixture.Person.Id, None)).ShouldBeEmpty();
        await new GradeStore(fixture.Source).NoteAsync(plain, Grade.Leaning, "calypso-bulbosa", "", None);
        (await plants.OfTaxaAsync(["calypso-bulbosa"], null, None)).ShouldContain(plain, "its features lead to it");
    }

    private NewDetermination Name(int plant, string taxon) =>
        new(Guid.NewGuid(), plant, fixture.Version, taxon, IdentificationQualifier.None, taxon, fixture.Person.Id, new(2026, 5, 1), "", "{}");
}
