using Garten.Core.Commands;
using Garten.Core.Evidence;
using Npgsql;

namespace Garten.Data.Tests;

/// <summary>Pictures and what was read from them, as they are kept.</summary>
public sealed class PhotoStoreTests(DatabaseFixture fixture) : IClassFixture<DatabaseFixture>
{
    private static readonly CancellationToken None = CancellationToken.None;
    private readonly PhotoStore _photos = fixture.Photos;

    [Fact]
    public async Task A_picture_sent_twice_is_kept_once_as_it_first_came()
    {
        KeptPhoto photo = new(
            new(Guid.NewGuid()),
            "leaf.jpg",
            "image/jpeg",
            1600,
            1200,
            new DateTime(2026, 5, 1, 10, 30, 0),
            45.001,
            -123.7
        );
        await _photos.KeepAsync(photo, File(1, 2, 3), [7], fixture.Person.Id, None);
        await _photos.KeepAsync(photo with { Name = "other.jpg" }, File(1, 2, 3), [8], fixture.Person.Id, None);
        await Should.ThrowAsync<TakenException>(() =>
            _photos.KeepAsync(photo with { Name = "other.jpg" }, File(9), [7], fixture.Person.Id, None)
        );
        (await _photos.FindAsync(photo.Id, None)).ShouldBe(photo);
        (await _photos.ContentAsync(photo.Id, None)).ShouldBe([1, 2, 3]);
        (await _photos.ThumbnailAsync(photo.Id, None)).ShouldBe([7]);
        using MemoryStream flowed = new();
        await _photos.ReadAsync(
            photo.Id,
            (from, tellsPlace) =>
            {
                tellsPlace.ShouldBeTrue();
                return from.CopyToAsync(flowed);
            },
            None
        );
        flowed.ToArray().ShouldBe([1, 2, 3]);
        (await _photos.PrintAsync(photo.Id, None)).ShouldBe(
            Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData([1, 2, 3]))
        );

        var bare = photo with { Id = new(Guid.NewGuid()), Taken = null, Latitude = null, Longitude = null };
        await _photos.KeepAsync(bare, File(4), [7], fixture.Person.Id, None);
        (await _photos.FindAsync(bare.Id, None)).ShouldBe(bare);
        (
            await Should.ThrowAsync<NotInStoreException>(() => _photos.FindAsync(new(Guid.NewGuid()), None))
        ).Message.ShouldBe(PhotoStore.NoSuchPhoto);
        await Should.ThrowAsync<NotInStoreException>(() => _photos.ContentAsync(new(Guid.NewGuid()), None));
        await Should.ThrowAsync<PostgresException>(() =>
            _photos.KeepAsync(
                bare with
                {
                    Id = new(Guid.NewGuid()),
                    Type = "image/gif",
                },
                File(4),
                [7],
                fixture.Person.Id,
                None
            )
        );
    }

    [Fact]
    public async Task What_was_read_from_a_picture_is_told_plant_by_plant_and_visit_by_visit()
    {
        var (one, other) = (await fixture.TakeAsync(), await fixture.TakeAsync());
        var plants = fixture.Plants;
        var first = (await fixture.ReadAsync(one)).Visits.Single().Id;
        var second = (
            await plants.HandleAsync(
                fixture.Head(),
                new AddVisit(one, new(new(2026, 8, 1), null, null, [], [], "")),
                None
            )
        )
            .Stored
            .Visits[^1]
            .Id;
        var elsewhere = (await fixture.ReadAsync(other)).Visits.Single().Id;
        PhotoId[] ids = [new(Guid.NewGuid()), new(Guid.NewGuid())];
        foreach (var id in ids)
        {
            await _photos.KeepAsync(
                new(id, $"{id:N}.png", "image/png", 400, 300, null, null, null),
                File(1),
                [7],
                fixture.Person.Id,
                None
            );
        }

        await UseAsync(ids[0], one, first, ["leaf-length", "leaf-width"]);
        await UseAsync(ids[0], one, first, ["leaf-width", "leaf-tip"]);
        await UseAsync(ids[0], one, second, ["leaf-length"]);
        await UseAsync(ids[1], one, first, ["leaf-length"]);
        await UseAsync(ids[0], other, elsewhere, ["leaf-length"]);

        var pictures = await fixture.Pictures.OfAsync(one, None);
        pictures
            .Select(p => (p.Photo.Id, p.Facts.Visit, p.Person))
            .ShouldBe([(ids[0], first, "R. Ostrow"), (ids[1], first, "R. Ostrow"), (ids[0], second, "R. Ostrow")]);
        pictures[0].Facts.Characters.ShouldBe(["leaf-length", "leaf-width", "leaf-tip"], ignoreOrder: true);
        pictures[2].Facts.Characters.ShouldBe(["leaf-length"]);
        (await fixture.Pictures.OfAllAsync(None))[other].ShouldHaveSingleItem().Photo.Id.ShouldBe(ids[0]);
    }

    private static MemoryStream File(params byte[] content) => new(content);

    /// <summary>Features recorded with the picture they were read from.</summary>
    private async Task UseAsync(PhotoId photo, PlantId plant, VisitId visit, string[] characters)
    {
        var known = (await fixture.ObservationsAsync(plant))
            .Where(o => o.Content.PlantVisit == visit)
            .ToDictionary(o => o.Content.Character, o => o.Revision);
        ObservationChange[] changes =
        [
            .. characters.Select(c => new ObservationChange(
                c,
                new(
                    visit,
                    c,
                    FindingKind.Absent,
                    [],
                    [],
                    null,
                    null,
                    Certainty.Sure,
                    EvidenceSource.Picture,
                    [],
                    null,
                    null,
                    $"from {photo}",
                    fixture.Person.Id
                ),
                known.TryGetValue(c, out var at) ? at : null,
                c
            )),
        ];
        await fixture.Evidence.HandleAsync(fixture.Head(), new RecordFeatures(plant, visit, changes, photo), None);
    }
}
