using System.Globalization;
using Garten.Core.Commands;
using Garten.Core.Survey.Access;
using Npgsql;

namespace Garten.Data;

/// <summary>Something that was put right.</summary>
/// <param name="What">What it was of: the plant, or a visit by its day.</param>
/// <param name="Changes">What changed.</param>
public sealed record Correction(DateTimeOffset At, string By, string What, IReadOnlyList<CorrectedPart> Changes);

/// <summary>A plant that was deleted.</summary>
/// <param name="By">Who deleted it.</param>
/// <param name="Reason">Why; may be empty.</param>
public sealed record DeletedPlant(
    PlantId Id,
    string Tag,
    string Description,
    string Site,
    string By,
    DateTimeOffset At,
    string Reason
);

/// <summary>Puts plants and their visits right, deletes them and brings them back, each with its history.</summary>
/// <param name="policy">What is hidden from who asks.</param>
/// <param name="journal">Where changes go.</param>
public sealed class CorrectionStore(NpgsqlDataSource source, SensitivePlacePolicy policy, CommandJournal journal)
    : IHandles<CorrectPlant, PlantInColony>,
        IHandles<CorrectVisit, PlantInColony>,
        IHandles<RemovePlant, bool>
{
    /// <summary>What a plant's history says of its being deleted.</summary>
    internal const string Deleted = "deleted";

    private const string BroughtBack = "brought back";

    /// <summary>What was put right of a plant, the latest first.</summary>
    /// <exception cref="NotInStoreException">There is no such plant, or they may not know of it.</exception>
    public async Task<List<Correction>> OfAsync(PlantId plant, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        _ = await connection.IdAsync<PlantId>(
            $"select p.id from plant p where p.id = $1 and {policy.Shows("p.id")}",
            [plant],
            cancel
        ) ?? throw new NotInStoreException(PlantStore.NoSuchPlant);
        return await connection.QueryAsync(
            $"""
            select c.at, h.name, c.what, c.changes::text from correction c join person h on h.id = c.person
            where c.plant = $1 and {policy.Shows("c.plant")} order by c.id desc
            """,
            [plant],
            r => new Correction(
                r.GetFieldValue<DateTimeOffset>(0),
                r.GetString(1),
                r.GetString(2),
                StoredPlants.Of<List<CorrectedPart>>(r.GetString(3))
            ),
            cancel
        );
    }

    /// <summary>Plants that were deleted, the latest first.</summary>
    public async Task<List<DeletedPlant>> DeletedAsync(CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            $"""
            select p.id, p.tag, p.description, s.name, h.name, c.at, coalesce(c.changes -> 0 ->> 'after', '')
            from plant p join site s on s.id = p.site
            join lateral (select * from correction x where x.plant = p.id and x.what = $1 order by x.id desc limit 1) c on true
            join person h on h.id = c.person
            where p.removed_at is not null and {policy.ShowsDeleted("p.id")} order by c.at desc
            """,
            [Deleted],
            r => new DeletedPlant(
                r.Id<PlantId>(0),
                r.GetString(1),
                r.GetString(2),
                r.GetString(3),
                r.GetString(4),
                r.GetFieldValue<DateTimeOffset>(5),
                r.GetString(6)
            ),
            cancel
        );
    }

    /// <inheritdoc/>
    public async Task<PlantInColony> HandleAsync(CommandHead head, CorrectPlant command, CancellationToken cancel)
    {
        try
        {
            return await journal.ChangeAsync(
                head,
                policy,
                command.Plant,
                async connection =>
                {
                    var (after, plant) = (command.After, command.Plant);
                    var stands = (
                        await connection.QueryAsync(
                            "select tag, site, description, origin from plant where id = $1",
                            [plant],
                            r => new PlantFacts(r.GetString(0), r.Id<SiteId>(1), r.GetString(2), r.Named<Origin>(3)),
                            cancel
                        )
                    ).Single();
                    RequireUnchanged(stands == command.Before, "this plant");
                    var sites = await connection.QueryAsync(
                        $"select {PlaceStore.SiteColumns} from site s where s.id = any($1)",
                        [Sql.Ids([stands.Site, after.Site])],
                        r => PlaceStore.SiteAt(r, 0),
                        cancel
                    );
                    if (sites.TrueForAll(s => s.Id != after.Site))
                    {
                        throw new NotInStoreException("There is no such site. Choose one from the list.");
                    }

                    await connection.ExecuteAsync(
                        "update plant set tag = $2, site = $3, description = $4, origin = $5 where id = $1",
                        [plant, after.Tag, after.Site, after.Description, after.Origin.ToString()],
                        cancel
                    );
                    if (stands.Site != after.Site)
                    {
                        await PartingStore.MoveAllAsync(connection, plant, after.Site, cancel);
                    }

                    await NoteAsync(
                        connection,
                        head,
                        plant,
                        "the plant",
                        Corrections.Between(stands, after, sites),
                        cancel
                    );
                    return [];
                },
                cancel
            );
        }
        catch (PostgresException e) when (e.SqlState == PostgresErrorCodes.UniqueViolation)
        {
            throw new TakenException($"Another plant bears the tag {command.After.Tag}. Choose another.");
        }
    }

    /// <inheritdoc/>
    public async Task<PlantInColony> HandleAsync(CommandHead head, CorrectVisit command, CancellationToken cancel)
    {
        try
        {
            return await journal.ChangeAsync(
                head,
                policy,
                command.Plant,
                async connection =>
                {
                    var stands = (
                        await connection.QueryAsync(
                            """
                            select v.visited_on, pv.stage, pv.sex, pv.parts, pv.altered, pv.note
                            from plant_visit pv join visit v on v.id = pv.visit where pv.id = $1 and pv.plant = $2
                            """,
                            [command.Visit, command.Plant],
                            r => new VisitContent(
                                r.GetFieldValue<DateOnly>(0),
                                r.NamedOrNull<LifeStage>(1),
                                r.NamedOrNull<Sex>(2),
                                [.. r.NamedList<PlantPart>(3)],
                                [.. r.NamedList<Alteration>(4)],
                                r.GetString(5)
                            ),
                            cancel
                        )
                    ).FirstOrDefault() ?? throw new NotInStoreException("The plant has no such visit.");
                    RequireUnchanged(Corrections.Between(stands, command.Before).IsEmpty, "this visit");
                    var after = command.After;
                    await connection.ExecuteAsync(
                        """
                        with was as (select v.site, v.recorder from plant_visit pv join visit v on v.id = pv.visit where pv.id = $1),
                        day as (
                            insert into visit (site, visited_on, recorder) select site, $2, recorder from was
                            on conflict (site, visited_on, recorder) do update set recorder = excluded.recorder
                            returning id)
                        update plant_visit pv set visit = day.id, stage = $3, sex = $4, parts = $5, altered = $6, note = $7 from day where pv.id = $1
                        """,
                        [
                            command.Visit,
                            after.Date,
                            after.Stage?.ToString(),
                            after.Sex?.ToString(),
                            Sql.Names(after.Parts),
                            Sql.Names(after.Altered),
                            after.Note,
                        ],
                        cancel
                    );
                    await NoteAsync(
                        connection,
                        head,
                        command.Plant,
                        string.Create(CultureInfo.InvariantCulture, $"the visit of {stands.Date:d MMM yyyy}"),
                        Corrections.Between(stands, after),
                        cancel
                    );
                    return [];
                },
                cancel
            );
        }
        catch (PostgresException e) when (e.SqlState == PostgresErrorCodes.UniqueViolation)
        {
            throw new TakenException(
                "The same person has a visit to this plant on that day already. Choose another day."
            );
        }
    }

    /// <inheritdoc/>
    /// <returns>False when it was made before.</returns>
    public Task<bool> HandleAsync(CommandHead head, RemovePlant command, CancellationToken cancel) =>
        journal.ChangeAsync(
            head,
            async connection =>
            {
                var shown = command.Away ? policy.Shows("p.id") : policy.ShowsDeleted("p.id");
                var taken = await connection.QueryAsync(
                    $"select p.taken_by from plant p where p.id = $1 and (p.removed_at is null) = $2 and {shown} for update",
                    [command.Plant, command.Away],
                    r => r.IdOrNull<PersonId>(0),
                    cancel
                );
                if (taken.Count == 0)
                {
                    throw new NotInStoreException(PlantStore.NoSuchPlant);
                }

                if (taken[0] != head.Person && head.Role < Role.Determiner)
                {
                    throw new TakenException(
                        "Somebody else took this plant up: they, a determiner or an administrator can delete it and bring it back."
                    );
                }

                // Its neighbours in a colony were weighed with it.
                var beside = await connection.QueryAsync(
                    "select n.other from colony_neighbour n join plant p on p.id = n.other where n.plant = $1 and p.removed_at is null",
                    [command.Plant],
                    r => r.Id<PlantId>(0),
                    cancel
                );
                await connection.ExecuteAsync(
                    "update plant set removed_at = case when $2 then now() end, revision = nextval('revision_number') where id = $1",
                    [command.Plant, command.Away],
                    cancel
                );
                await NoteAsync(
                    connection,
                    head,
                    command.Plant,
                    command.Away ? Deleted : BroughtBack,
                    command.Reason.Length > 0 ? [new("why", "", command.Reason)] : [],
                    cancel
                );

                // One that was merged into another takes its visits with it again.
                var parted = command.Away ? [] : await PartingStore.PartAsync(connection, command.Plant, cancel);
                return [.. command.Away ? Array.Empty<PlantId>() : [command.Plant], .. beside, .. parted];
            },
            cancel
        );

    private static void RequireUnchanged(bool unchanged, string what)
    {
        if (!unchanged)
        {
            throw new ChangedMeanwhileException(
                $"Somebody else put {what} right in the meantime. It is shown as it stands now; what you wrote is still in the fields.",
                null
            );
        }
    }

    /// <summary>Writes a line of a plant's history.</summary>
    /// <param name="connection">A connection in the transaction of the change.</param>
    internal static async Task NoteAsync(
        NpgsqlConnection connection,
        CommandHead head,
        PlantId plant,
        string what,
        IReadOnlyList<CorrectedPart> changes,
        CancellationToken cancel
    ) =>
        await connection.ExecuteAsync(
            "insert into correction (plant, what, changes, person) values ($1, $2, $3, $4)",
            [plant, what, Sql.Jsonb(StoredPlants.Written(changes)), head.Person],
            cancel
        );
}
