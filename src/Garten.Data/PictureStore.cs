using System.Collections.Immutable;
using System.Globalization;
using Garten.Core.Commands;
using Garten.Core.Evidence.Pictures;
using Garten.Core.Sheets;
using Garten.Core.Survey.Access;
using Npgsql;

namespace Garten.Data;

/// <summary>A picture of a plant whose name is confirmed, for the account of that name.</summary>
/// <param name="Tag">The plant's tag.</param>
/// <param name="Date">Day of the visit it belongs to.</param>
/// <param name="Caption">What there is to see; may be empty.</param>
public sealed record OwnPicture(
    PhotoId Photo,
    PlantId Plant,
    string Tag,
    DateOnly Date,
    PictureOrgan Organ,
    string Caption
);

/// <summary>
/// The pictures of plants: what each shows, what is drawn on it and which features it is evidence of. Each change has its place in the
/// plant's history; a picture taken off a plant can be brought back.
/// </summary>
/// <param name="policy">What is hidden from who asks.</param>
/// <param name="journal">Where changes go.</param>
public sealed class PictureStore(NpgsqlDataSource source, SensitivePlacePolicy policy, CommandJournal journal)
    : IHandles<AddPicture, PlantInColony>,
        IHandles<CorrectPicture, PlantInColony>,
        IHandles<RemovePicture, PlantInColony>
{
    private const string NoSuchVisit = "The plant has no such visit.";

    /// <summary>The same as somebody else sees it, such as whoever reads a file that leaves the house.</summary>
    /// <param name="leaving">What is hidden from them.</param>
    public PictureStore SeenBy(SensitivePlacePolicy leaving) => new(source, leaving, journal);

    /// <summary>The pictures of all plants, the oldest visit first; those taken off their plant are left out.</summary>
    public async Task<ILookup<PlantId, PlantPicture>> OfAllAsync(CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return (await ReadAsync(connection, "pp.removed_at is null", [], cancel)).ToLookup(p => p.Plant);
    }

    /// <summary>The pictures of a plant, the oldest visit first, and those taken off it.</summary>
    public async Task<List<PlantPicture>> OfAsync(PlantId plant, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await ReadAsync(connection, "pv.plant = $1", [plant], cancel);
    }

    /// <summary>Pictures of plants that certainly bear one of some names, the latest first; sensitive plants are shown only to those who may know of them.</summary>
    /// <param name="taxa">The names.</param>
    /// <param name="grades">Grades that are certain enough.</param>
    /// <param name="most">How many at most.</param>
    public async Task<List<OwnPicture>> OfNamesAsync(
        IReadOnlyList<string> taxa,
        IReadOnlyList<string> grades,
        int most,
        CancellationToken cancel
    )
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            $"""
            select pp.photo, t.id, t.tag, v.visited_on, pp.organ, pp.caption
            from plant_assessment a join plant t on t.id = a.plant
            join plant_visit pv on pv.plant = t.id join visit v on v.id = pv.visit
            join plant_picture pp on pp.plant_visit = pv.id
            where a.taxon = any($1) and a.grade = any($2) and pp.removed_at is null and {policy.Shows("t.id")} and {policy.ShowsPhoto(
                "pp.photo"
            )}
            order by v.visited_on desc, pp.added_at desc limit $3
            """,
            [taxa.ToArray(), grades.ToArray(), most],
            r => new OwnPicture(
                r.Id<PhotoId>(0),
                r.Id<PlantId>(1),
                r.GetString(2),
                r.GetFieldValue<DateOnly>(3),
                r.Named<PictureOrgan>(4),
                r.GetString(5)
            ),
            cancel
        );
    }

    /// <inheritdoc/>
    public Task<PlantInColony> HandleAsync(CommandHead head, AddPicture command, CancellationToken cancel) =>
        journal.ChangeAsync(
            head,
            policy,
            command.Plant,
            async connection =>
            {
                var day = await DayOfAsync(connection, command.Plant, command.Facts.Visit, cancel);
                var isNew =
                    await connection.ExecuteAsync(
                        """
                        insert into plant_picture (photo, plant_visit, organ, caption, marks, added_by) values ($1, $2, $3, $4, $5, $6)
                        on conflict (photo, plant_visit) do nothing
                        """,
                        [command.Photo, command.Facts.Visit, .. Values(command.Facts.Note), head.Person],
                        cancel
                    ) == 1;
                if (!isNew)
                {
                    throw new TakenException("The picture is on this visit already.");
                }

                await ShowsAsync(connection, command.Photo, command.Facts, cancel);
                await NoteAsync(
                    connection,
                    head,
                    command.Plant,
                    command.Facts,
                    day,
                    [new("picture", "", "added")],
                    cancel
                );
                return [];
            },
            cancel
        );

    /// <inheritdoc/>
    public Task<PlantInColony> HandleAsync(CommandHead head, CorrectPicture command, CancellationToken cancel) =>
        journal.ChangeAsync(
            head,
            policy,
            command.Plant,
            async connection =>
            {
                var (before, after) = (command.Before, command.After);
                var stands = await StandsAsync(connection, command.Plant, command.Photo, before.Visit, cancel);
                if (stands.IsAway || !Same(stands.Facts, before))
                {
                    throw new ChangedMeanwhileException(
                        "Somebody else put this picture right in the meantime. It is shown as it stands now.",
                        null
                    );
                }

                var day = await DayOfAsync(connection, command.Plant, after.Visit, cancel);
                try
                {
                    await connection.ExecuteAsync(
                        """
                        with gone as (delete from photo_use where photo = $1 and plant_visit = $2)
                        update plant_picture set plant_visit = $3, organ = $4, caption = $5, marks = $6 where photo = $1 and plant_visit = $2
                        """,
                        [command.Photo, before.Visit, after.Visit, .. Values(after.Note)],
                        cancel
                    );
                }
                catch (PostgresException e) when (e.SqlState == PostgresErrorCodes.UniqueViolation)
                {
                    throw new TakenException("The picture is on that visit already.");
                }

                await ShowsAsync(connection, command.Photo, after, cancel);
                await NoteAsync(
                    connection,
                    head,
                    command.Plant,
                    before,
                    stands.Date,
                    PictureCorrections.Between(before, stands.Date, after, day),
                    cancel
                );
                return [];
            },
            cancel
        );

    /// <inheritdoc/>
    public Task<PlantInColony> HandleAsync(CommandHead head, RemovePicture command, CancellationToken cancel) =>
        journal.ChangeAsync(
            head,
            policy,
            command.Plant,
            async connection =>
            {
                var stands = await StandsAsync(connection, command.Plant, command.Photo, command.Visit, cancel);
                if (stands.IsAway == command.Away)
                {
                    return [];
                }

                var by = await connection.IdAsync<PersonId>(
                    "select added_by from plant_picture where photo = $1 and plant_visit = $2",
                    [command.Photo, command.Visit],
                    cancel
                );
                if (by != head.Person && head.Role < Role.Determiner)
                {
                    throw new TakenException(
                        "Somebody else took this picture: they, a determiner or an administrator can take it off and bring it back."
                    );
                }

                await connection.ExecuteAsync(
                    "update plant_picture set removed_at = case when $3 then now() end where photo = $1 and plant_visit = $2",
                    [command.Photo, command.Visit, command.Away],
                    cancel
                );
                await NoteAsync(
                    connection,
                    head,
                    command.Plant,
                    stands.Facts,
                    stands.Date,
                    [
                        new(
                            "picture",
                            "",
                            $"{(command.Away ? "taken off" : "brought back")}{(command.Reason.Length > 0 ? $": {command.Reason}" : "")}"
                        ),
                    ],
                    cancel
                );
                return [];
            },
            cancel
        );

    private async Task<List<PlantPicture>> ReadAsync(
        NpgsqlConnection connection,
        string which,
        object?[] values,
        CancellationToken cancel
    ) =>
        await connection.QueryAsync(
            $"""
            select {PhotoStore.Columns(
                policy
            )}, v.visited_on, pp.plant_visit, pp.organ, pp.caption, pp.marks::text, h.name, pp.removed_at is not null,
                   array(select u.character from photo_use u where u.photo = pp.photo and u.plant_visit = pp.plant_visit order by u.used_at, u.character),
                   pv.plant
            from plant_picture pp join photo p on p.id = pp.photo
            join plant_visit pv on pv.id = pp.plant_visit join visit v on v.id = pv.visit
            join person h on h.id = pp.added_by
            where {which} and {policy.ShowsPhoto("p.id")} and {policy.Shows("pv.plant")}
            order by v.visited_on, pp.added_at, p.id
            """,
            values,
            r => new PlantPicture(
                r.Id<PlantId>(16),
                PhotoStore.ReadPhoto(r),
                r.GetFieldValue<DateOnly>(8),
                new(
                    r.Id<VisitId>(9),
                    new(
                        r.Named<PictureOrgan>(10),
                        r.GetString(11),
                        StoredPlants.Of<ImmutableArray<PictureMark>>(r.GetString(12))
                    ),
                    r.GetFieldValue<string[]>(15)
                ),
                r.GetString(13),
                r.GetBoolean(14)
            ),
            cancel
        );

    private async Task<PlantPicture> StandsAsync(
        NpgsqlConnection connection,
        PlantId plant,
        PhotoId photo,
        VisitId visit,
        CancellationToken cancel
    ) =>
        (
            await ReadAsync(
                connection,
                "pv.plant = $1 and pp.photo = $2 and pp.plant_visit = $3",
                [plant, photo, visit],
                cancel
            )
        ).FirstOrDefault() ?? throw new NotInStoreException("The plant has no such picture.");

    private static async Task<DateOnly> DayOfAsync(
        NpgsqlConnection connection,
        PlantId plant,
        VisitId visit,
        CancellationToken cancel
    ) =>
        await connection.QueryAsync(
            "select v.visited_on from plant_visit pv join visit v on v.id = pv.visit where pv.id = $1 and pv.plant = $2",
            [visit, plant],
            r => r.GetFieldValue<DateOnly>(0),
            cancel
        )
            is [var day]
            ? day
            : throw new NotInStoreException(NoSuchVisit);

    private static Task<int> ShowsAsync(
        NpgsqlConnection connection,
        PhotoId photo,
        PictureOnSheet facts,
        CancellationToken cancel
    ) =>
        connection.ExecuteAsync(
            "insert into photo_use (photo, plant_visit, character) select $1, $2, c from unnest($3::text[]) c on conflict do nothing",
            [photo, facts.Visit, facts.Characters.ToArray()],
            cancel
        );

    private static object?[] Values(PictureNote note) =>
        [note.Organ.ToString(), note.Caption, Sql.Jsonb(StoredPlants.Written(note.Marks))];

    private static bool Same(PictureOnSheet one, PictureOnSheet other) =>
        one.Characters.Order(StringComparer.Ordinal).SequenceEqual(other.Characters.Order(StringComparer.Ordinal))
        && StoredPlants.Written(one.Note) == StoredPlants.Written(other.Note);

    private static Task NoteAsync(
        NpgsqlConnection connection,
        CommandHead head,
        PlantId plant,
        PictureOnSheet facts,
        DateOnly day,
        IReadOnlyList<CorrectedPart> changes,
        CancellationToken cancel
    ) =>
        CorrectionStore.NoteAsync(
            connection,
            head,
            plant,
            string.Create(
                CultureInfo.InvariantCulture,
                $"a picture ({facts.Note.Organ.ToString().ToLowerInvariant()}) of {day:d MMM yyyy}"
            ),
            changes,
            cancel
        );
}
