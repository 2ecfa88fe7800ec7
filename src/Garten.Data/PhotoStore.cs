using System.Security.Cryptography;
using Garten.Core.Evidence;
using Garten.Core.Evidence.Pictures;
using Garten.Core.Survey.Access;
using Npgsql;
using NpgsqlTypes;

namespace Garten.Data;

/// <summary>
/// The files of pictures, and the features read from them; what they show of a plant is kept by <see cref="PictureStore"/>. Files are
/// written and read as they flow and are never whole in memory, but for <see cref="ContentAsync"/>, which measuring needs.
/// </summary>
/// <param name="policy">What is hidden from who asks.</param>
public sealed class PhotoStore(NpgsqlDataSource source, SensitivePlacePolicy policy)
{
    /// <summary>The same as somebody else sees it, such as whoever reads a file that leaves the house.</summary>
    /// <param name="leaving">What is hidden from them.</param>
    public PhotoStore SeenBy(SensitivePlacePolicy leaving) => new(source, leaving);

    /// <summary>Keeps a picture; sent twice it is kept once.</summary>
    /// <param name="photo">What is known of it.</param>
    /// <param name="content">Its file, which can be searched.</param>
    /// <param name="thumbnail">A small picture of it, as a JPEG file.</param>
    /// <param name="person">Who keeps it.</param>
    /// <exception cref="TakenException">Another picture is kept under its id.</exception>
    public async Task KeepAsync(
        KeptPhoto photo,
        Stream content,
        byte[] thumbnail,
        PersonId person,
        CancellationToken cancel
    )
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        if (await KeepAsync(connection, photo, content, thumbnail, person, cancel) == 1)
        {
            return;
        }

        content.Position = 0;
        if (
            !await connection.ScalarAsync<bool>(
                "select sha256(content) = $2 from photo where id = $1",
                [photo.Id, await SHA256.HashDataAsync(content, cancel)],
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
    /// <param name="content">Its file, which can be searched.</param>
    /// <param name="thumbnail">A small picture of it; null where it is made when it is first asked for.</param>
    /// <param name="person">Who keeps it.</param>
    /// <returns>How many were kept: 1 or 0.</returns>
    internal static Task<int> KeepAsync(
        NpgsqlConnection connection,
        KeptPhoto photo,
        Stream content,
        byte[]? thumbnail,
        PersonId person,
        CancellationToken cancel
    )
    {
        content.Position = 0;
        return connection.ExecuteAsync(
            """
            insert into photo (id, name, type, width, height, taken_at, latitude, longitude, content, thumbnail, kept_by)
            values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)
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
                new NpgsqlParameter { Value = content, NpgsqlDbType = NpgsqlDbType.Bytea },
                new NpgsqlParameter { Value = (object?)thumbnail ?? DBNull.Value, NpgsqlDbType = NpgsqlDbType.Bytea },
                person,
            ],
            cancel
        );
    }

    /// <summary>Said of a picture that is not there, and of one the person may not see.</summary>
    public const string NoSuchPhoto = "There is no such picture.";

    /// <summary>What is known of a picture.</summary>
    /// <exception cref="NotInStoreException">There is none.</exception>
    public async Task<KeptPhoto> FindAsync(PhotoId id, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        var found = await connection.QueryAsync(
            $"select {Columns(policy)} from photo p where p.id = $1 and {policy.ShowsPhoto("p.id")}",
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

    /// <summary>Reads the file of a picture as it flows from the database.</summary>
    /// <param name="read">
    /// Reads it once, from front to back; told whether the person may know where it was taken: if not, what the camera noted must not
    /// leave with it.
    /// </param>
    /// <exception cref="NotInStoreException">There is none.</exception>
    public async Task ReadAsync(PhotoId id, Func<Stream, bool, Task> read, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await using var command = connection.Command(
            $"select {policy.TellsPlaceOf("p.kept_by")}, content from photo p where p.id = $1 and {policy.ShowsPhoto("p.id")}",
            id
        );
        await using var reader = await command.ExecuteReaderAsync(System.Data.CommandBehavior.SequentialAccess, cancel);
        if (!await reader.ReadAsync(cancel))
        {
            throw new NotInStoreException(NoSuchPhoto);
        }

        var tellsPlace = reader.GetBoolean(0);
        await using var file = await reader.GetStreamAsync(1, cancel);
        await read(file, tellsPlace);
    }

    /// <summary>The small picture of a picture; null where none was made yet.</summary>
    /// <exception cref="NotInStoreException">There is no such picture.</exception>
    public async Task<byte[]?> ThumbnailAsync(PhotoId id, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        var found = await connection.QueryAsync(
            $"select thumbnail from photo p where p.id = $1 and {policy.ShowsPhoto("p.id")}",
            [id],
            r => r.IsDBNull(0) ? null : r.GetFieldValue<byte[]>(0),
            cancel
        );
        return found is [var small] ? small : throw new NotInStoreException(NoSuchPhoto);
    }

    /// <summary>Keeps the small picture of a picture that had none.</summary>
    public async Task KeepThumbnailAsync(PhotoId id, byte[] thumbnail, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(
            "update photo set thumbnail = $2 where id = $1 and thumbnail is null",
            [id, thumbnail],
            cancel
        );
    }

    /// <summary>Notes that features of a plant were read from a picture, which then is one of that visit: of a leaf, until somebody says otherwise.</summary>
    /// <param name="visit">The plant's visit.</param>
    internal static Task UseAsync(
        NpgsqlConnection connection,
        PhotoId photo,
        VisitId visit,
        IReadOnlyList<string> characters,
        PersonId person,
        CancellationToken cancel
    ) =>
        connection.ExecuteAsync(
            """
            with shown as (
                insert into plant_picture (photo, plant_visit, organ, added_by) values ($1, $2, $5, $4)
                on conflict (photo, plant_visit) do update set removed_at = null)
            insert into photo_use (photo, plant_visit, character)
            select $1, $2, c from unnest($3::text[]) c
            on conflict do nothing
            """,
            [photo, visit, characters.ToArray(), person, nameof(PictureOrgan.Leaf)],
            cancel
        );

    /// <summary>The columns of a picture p, its place only for those who may know it.</summary>
    internal static string Columns(SensitivePlacePolicy policy)
    {
        var tells = policy.TellsPlaceOf("p.kept_by");
        return $"p.id, p.name, p.type, p.width, p.height, p.taken_at, case when {tells} then p.latitude end, case when {tells} then p.longitude end";
    }

    /// <summary>Reads what <see cref="Columns"/> gives, which stands first.</summary>
    internal static KeptPhoto ReadPhoto(NpgsqlDataReader r) =>
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
