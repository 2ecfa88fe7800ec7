using Garten.Core.Evidence;
using Garten.Core.Survey.Access;
using Npgsql;

namespace Garten.Data;

/// <summary>A feature read from a picture.</summary>
/// <param name="Name">Name of its file.</param>
/// <param name="Visit">The plant's visit.</param>
public sealed record PhotoUse(PhotoId Photo, string Name, VisitId Visit, string Character);

/// <summary>A picture features of a plant were read from.</summary>
/// <param name="Person">Who kept it.</param>
/// <param name="Visit">The plant's visit.</param>
/// <param name="Characters">The characters read from it.</param>
public sealed record PlantPicture(KeptPhoto Photo, string Person, VisitId Visit, IReadOnlyList<string> Characters);

/// <summary>Pictures, and the features read from them.</summary>
/// <param name="policy">What is hidden from who asks.</param>
public sealed class PhotoStore(NpgsqlDataSource source, SensitivePlacePolicy policy)
{
    /// <summary>The same as somebody else sees it, such as whoever reads a file that leaves the house.</summary>
    /// <param name="leaving">What is hidden from them.</param>
    public PhotoStore SeenBy(SensitivePlacePolicy leaving) => new(source, leaving);

    /// <summary>Keeps a picture; sent twice it is kept once.</summary>
    /// <param name="photo">What is known of it.</param>
    /// <param name="person">Who keeps it.</param>
    /// <exception cref="TakenException">Another picture is kept under its id.</exception>
    public async Task KeepAsync(KeptPhoto photo, byte[] content, PersonId person, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        if (
            await KeepAsync(connection, photo, content, person, cancel) == 0
            && !await connection.ScalarAsync<bool>(
                "select content = $2 from photo where id = $1",
                [photo.Id, content],
                cancel
            )
        )
        {
            throw new TakenException(
                "Another picture is kept under this id. Choose the file again, so that yours gets one of its own."
            );
        }
    }

    /// <summary>Keeps a picture; one that is there already stays as it is.</summary>
    /// <param name="photo">What is known of it.</param>
    /// <param name="person">Who keeps it.</param>
    /// <returns>How many were kept: 1 or 0.</returns>
    internal static Task<int> KeepAsync(
        NpgsqlConnection connection,
        KeptPhoto photo,
        byte[] content,
        PersonId person,
        CancellationToken cancel
    ) =>
        connection.ExecuteAsync(
            """
            insert into photo (id, name, type, width, height, taken_at, latitude, longitude, content, kept_by)
            values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10)
            on conflict (id) do nothing
            """,
            [
                photo.Id,
                photo.Name,
                photo.Type,
                photo.Width,
                photo.Height,
                photo.Taken,
                photo.Latitude,
                photo.Longitude,
                content,
                person,
            ],
            cancel
        );

    /// <summary>Said of a picture that is not there, and of one the person may not see.</summary>
    public const string NoSuchPhoto = "There is no such picture.";

    /// <summary>What is known of a picture.</summary>
    /// <exception cref="NotInStoreException">There is none.</exception>
    public async Task<KeptPhoto> FindAsync(PhotoId id, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        var found = await connection.QueryAsync(
            $"select id, name, type, width, height, taken_at, latitude, longitude from photo p where id = $1 and {policy.ShowsPhoto("p.id")}",
            [id],
            ReadPhoto,
            cancel
        );
        return found is [var photo] ? photo : throw new NotInStoreException(NoSuchPhoto);
    }

    /// <summary>A fingerprint of a picture's file (SHA-256, in hexadecimal digits); null where there is none.</summary>
    public async Task<string?> PrintAsync(PhotoId id, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.ScalarAsync<string>(
            $"select encode(sha256(content), 'hex') from photo p where id = $1 and {policy.ShowsPhoto("p.id")}",
            [id],
            cancel
        );
    }

    /// <summary>The file of a picture.</summary>
    /// <exception cref="NotInStoreException">There is none.</exception>
    public async Task<byte[]> ContentAsync(PhotoId id, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.ScalarAsync<byte[]>(
            $"select content from photo p where id = $1 and {policy.ShowsPhoto("p.id")}",
            [id],
            cancel
        ) ?? throw new NotInStoreException(NoSuchPhoto);
    }

    /// <summary>Notes that features of a plant were read from a picture.</summary>
    /// <param name="visit">The plant's visit.</param>
    internal static Task UseAsync(
        NpgsqlConnection connection,
        PhotoId photo,
        VisitId visit,
        IReadOnlyList<string> characters,
        CancellationToken cancel
    ) =>
        connection.ExecuteAsync(
            """
            insert into photo_use (photo, plant_visit, character)
            select $1, $2, c from unnest($3::text[]) c
            on conflict do nothing
            """,
            [photo, visit, characters.ToArray()],
            cancel
        );

    /// <summary>The pictures features of a plant were read from, visit by visit, the one used first in front.</summary>
    public async Task<List<PlantPicture>> PicturesAsync(PlantId plant, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            $"""
            select p.id, p.name, p.type, p.width, p.height, p.taken_at, p.latitude, p.longitude, h.name, u.plant_visit, u.characters
            from (
                select n.photo, n.plant_visit, array_agg(n.character order by n.used_at, n.character) as characters, min(n.used_at) as used_at
                from photo_use n join plant_visit v on v.id = n.plant_visit
                where v.plant = $1 and {policy.Shows("v.plant")}
                group by n.photo, n.plant_visit) u
            join photo p on p.id = u.photo
            join person h on h.id = p.kept_by
            where {policy.ShowsPhoto("p.id")}
            order by u.plant_visit, u.used_at, p.id
            """,
            [plant],
            r => new PlantPicture(ReadPhoto(r), r.GetString(8), r.Id<VisitId>(9), r.GetFieldValue<string[]>(10)),
            cancel
        );
    }

    /// <summary>The features of a plant that were read from pictures.</summary>
    public async Task<List<PhotoUse>> UsesAsync(PlantId plant, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            $"""
            select u.photo, p.name, u.plant_visit, u.character
            from photo_use u
            join photo p on p.id = u.photo
            join plant_visit pv on pv.id = u.plant_visit
            where pv.plant = $1 and {policy.ShowsPhoto("p.id")} and {policy.Shows("pv.plant")}
            order by u.used_at, u.character
            """,
            [plant],
            r => new PhotoUse(r.Id<PhotoId>(0), r.GetString(1), r.Id<VisitId>(2), r.GetString(3)),
            cancel
        );
    }

    private static KeptPhoto ReadPhoto(NpgsqlDataReader r) =>
        new(
            r.Id<PhotoId>(0),
            r.GetString(1),
            r.GetString(2),
            r.GetInt32(3),
            r.GetInt32(4),
            r.IsDBNull(5) ? null : r.GetDateTime(5),
            r.NumberOrNull(6),
            r.NumberOrNull(7)
        );
}
