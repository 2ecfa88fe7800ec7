using System.Globalization;
using Garten.Core.Commands;
using Garten.Core.Survey.Access;
using Npgsql;

namespace Garten.Data;

/// <summary>A name that was withdrawn.</summary>
/// <param name="FullName">The name as written.</param>
/// <param name="Person">Who gave it.</param>
/// <param name="Date">When it was given.</param>
/// <param name="By">Who withdrew it.</param>
public sealed record WithdrawnName(
    DeterminationId Id,
    string FullName,
    string Person,
    DateOnly Date,
    string By,
    string Reason,
    DateTimeOffset At
);

/// <summary>A visit that was deleted.</summary>
/// <param name="Recorder">Who made it.</param>
/// <param name="Features">How many features were recorded on it.</param>
public sealed record DeletedVisit(VisitId Id, DateOnly Date, string Recorder, int Features);

/// <summary>What was taken off a plant and can be brought back.</summary>
/// <param name="Names">Names withdrawn, the latest first.</param>
/// <param name="Visits">Visits deleted, the oldest first.</param>
public sealed record TakenOff(IReadOnlyList<WithdrawnName> Names, IReadOnlyList<DeletedVisit> Visits);

/// <summary>
/// Parts what does not belong to a plant from it: withdraws names, deletes visits or moves them to the plant they were made to, and
/// merges two plants that are one. Each has its line in the histories of all plants it touches, and all of it can be taken back.
/// </summary>
/// <param name="policy">What is hidden from who asks.</param>
/// <param name="journal">Where changes go.</param>
public sealed class PartingStore(NpgsqlDataSource source, SensitivePlacePolicy policy, CommandJournal journal)
    : IHandles<WithdrawName, PlantInColony>,
        IHandles<RemoveVisit, PlantInColony>,
        IHandles<MoveVisit, PlantInColony>,
        IHandles<MergePlants, PlantInColony>
{
    private const string NoSuchVisit = "The plant has no such visit.";

    /// <summary>What was taken off a plant.</summary>
    public async Task<TakenOff> OfAsync(PlantId plant, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        var names = await connection.QueryAsync(
            $"""
            select d.id, d.full_name, g.name, d.determined_on, h.name, w.reason, w.at
            from withdrawal w join every_determination d on d.id = w.determination
            join person g on g.id = d.determined_by join person h on h.id = w.person
            where d.plant = $1 and {policy.Shows("d.plant")} order by w.at desc
            """,
            [plant],
            r => new WithdrawnName(
                r.Id<DeterminationId>(0),
                r.GetString(1),
                r.GetString(2),
                r.GetFieldValue<DateOnly>(3),
                r.GetString(4),
                r.GetString(5),
                r.GetFieldValue<DateTimeOffset>(6)
            ),
            cancel
        );
        var visits = await connection.QueryAsync(
            $"""
            select pv.id, v.visited_on, h.name, (select count(*) from observation o where o.plant_visit = pv.id)
            from every_plant_visit pv join visit v on v.id = pv.visit join person h on h.id = v.recorder
            where pv.plant = $1 and pv.removed_at is not null and {policy.Shows(
                "pv.plant"
            )} order by v.visited_on, pv.id
            """,
            [plant],
            r => new DeletedVisit(r.Id<VisitId>(0), r.GetFieldValue<DateOnly>(1), r.GetString(2), (int)r.GetInt64(3)),
            cancel
        );
        return new(names, visits);
    }

    /// <inheritdoc/>
    public Task<PlantInColony> HandleAsync(CommandHead head, WithdrawName command, CancellationToken cancel) =>
        journal.ChangeAsync(
            head,
            policy,
            command.Plant,
            async connection =>
            {
                var given = (
                    await connection.QueryAsync(
                        """
                        select d.full_name, d.determined_by, d.determined_on, w.determination is not null
                        from every_determination d left join withdrawal w on w.determination = d.id where d.id = $1 and d.plant = $2
                        """,
                        [command.Name, command.Plant],
                        r =>
                            (
                                Name: r.GetString(0),
                                By: r.Id<PersonId>(1),
                                On: r.GetFieldValue<DateOnly>(2),
                                IsAway: r.GetBoolean(3)
                            ),
                        cancel
                    )
                ).FirstOrDefault();
                if (given.Name is null)
                {
                    throw new NotInStoreException("The plant has no such name.");
                }

                RequireOwn(head, given.By, "gave this name", "withdraw it or let it stand again");
                if (given.IsAway == command.Away)
                {
                    return [];
                }

                await connection.ExecuteAsync(
                    command.Away
                        ? "insert into withdrawal (determination, reason, person) values ($1, $2, $3)"
                        : "delete from withdrawal where determination = $1 and $2::text is not null and $3::uuid is not null",
                    [command.Name, command.Reason, head.Person],
                    cancel
                );
                await CorrectionStore.NoteAsync(
                    connection,
                    head,
                    command.Plant,
                    string.Create(CultureInfo.InvariantCulture, $"the name {given.Name} of {given.On:d MMM yyyy}"),
                    [new(command.Away ? "withdrawn" : "stands again", "", command.Reason)],
                    cancel
                );
                return [];
            },
            cancel
        );

    /// <inheritdoc/>
    public Task<PlantInColony> HandleAsync(CommandHead head, RemoveVisit command, CancellationToken cancel) =>
        journal.ChangeAsync(
            head,
            policy,
            command.Plant,
            async connection =>
            {
                var visit = await VisitAsync(connection, command.Plant, command.Visit, cancel);
                RequireOwn(head, visit.Recorder, "made this visit", "delete it and bring it back");
                if (visit.IsAway == command.Away)
                {
                    return [];
                }

                if (command.Away)
                {
                    await RequireAnotherAsync(
                        connection,
                        command.Plant,
                        command.Visit,
                        "Delete the plant instead.",
                        cancel
                    );
                }

                await connection.ExecuteAsync(
                    "update every_plant_visit set removed_at = case when $2 then now() end where id = $1",
                    [command.Visit, command.Away],
                    cancel
                );
                await CorrectionStore.NoteAsync(
                    connection,
                    head,
                    command.Plant,
                    Named(visit.Date),
                    [new("visit", "", command.Away ? Because("deleted", command.Reason) : "brought back")],
                    cancel
                );
                return [];
            },
            cancel
        );

    /// <inheritdoc/>
    public async Task<PlantInColony> HandleAsync(CommandHead head, MoveVisit command, CancellationToken cancel)
    {
        try
        {
            return await journal.ChangeAsync(
                head,
                policy,
                command.Plant,
                async connection =>
                {
                    var visit = await VisitAsync(connection, command.Plant, command.Visit, cancel);
                    RequireOwn(head, visit.Recorder, "made this visit", "move it");
                    var from = await PlantAsync(connection, command.Plant, cancel);
                    var to = await PlantAsync(connection, command.To, cancel);
                    await RequireAnotherAsync(
                        connection,
                        command.Plant,
                        command.Visit,
                        "Merge the two plants instead.",
                        cancel
                    );
                    await MoveAsync(connection, [command.Visit], command.To, to.Site, cancel);
                    foreach (
                        var (plant, words) in new[]
                        {
                            (command.Plant, $"moved to {to.Tag}"),
                            (command.To, $"moved here from {from.Tag}"),
                        }
                    )
                    {
                        await CorrectionStore.NoteAsync(
                            connection,
                            head,
                            plant,
                            Named(visit.Date),
                            [new("visit", "", words)],
                            cancel
                        );
                    }

                    return [command.To];
                },
                cancel
            );
        }
        catch (PostgresException e) when (e.SqlState == PostgresErrorCodes.UniqueViolation)
        {
            throw new TakenException(
                "The same person has a visit to that plant on that day already. Put one of the two on another day first."
            );
        }
    }

    /// <inheritdoc/>
    public async Task<PlantInColony> HandleAsync(CommandHead head, MergePlants command, CancellationToken cancel)
    {
        try
        {
            return await journal.ChangeAsync(
                head,
                policy,
                command.Plant,
                async connection =>
                {
                    var kept = await PlantAsync(connection, command.Plant, cancel);
                    var other = await PlantAsync(connection, command.Other, cancel);
                    RequireOwn(head, other.TakenBy, "took that plant up", "merge it into another one");
                    var beside = await connection.QueryAsync(
                        "select n.other from colony_neighbour n join plant p on p.id = n.other where n.plant = $1 and p.removed_at is null",
                        [command.Other],
                        r => r.Id<PlantId>(0),
                        cancel
                    );
                    var visits = await connection.QueryAsync(
                        "select id from plant_visit where plant = $1",
                        [command.Other],
                        r => r.Id<VisitId>(0),
                        cancel
                    );
                    await connection.ExecuteAsync(
                        "insert into merged_visit (plant, into_plant, plant_visit) select $1, $2, v from unnest($3::uuid[]) v on conflict do nothing",
                        [command.Other, command.Plant, Sql.Ids(visits)],
                        cancel
                    );
                    await MoveAsync(connection, visits, command.Plant, kept.Site, cancel);
                    await connection.ExecuteAsync(
                        """
                        with specimens as (update voucher set plant = $1 where plant = $2)
                        insert into determination (plant, id, guide_version, taxon, qualifier, full_name, determined_by, determined_on, remarks, reasons)
                        select $1, new_id(), d.guide_version, d.taxon, d.qualifier, d.full_name, d.determined_by, d.determined_on, d.remarks, d.reasons
                        from determination d where d.plant = $2 and not exists (select from determination k where k.plant = $1) order by d.arrived
                        """,
                        [command.Plant, command.Other],
                        cancel
                    );
                    await connection.ExecuteAsync(
                        "update plant set removed_at = now(), revision = nextval('revision_number') where id = $1",
                        [command.Other],
                        cancel
                    );
                    await CorrectionStore.NoteAsync(
                        connection,
                        head,
                        command.Plant,
                        "the plant",
                        [
                            new(
                                "merged",
                                "",
                                Because(
                                    $"{other.Tag} is the same plant; {visits.Count} {(visits.Count == 1 ? "visit" : "visits")} came from it",
                                    command.Reason
                                )
                            ),
                        ],
                        cancel
                    );
                    await CorrectionStore.NoteAsync(
                        connection,
                        head,
                        command.Other,
                        CorrectionStore.Deleted,
                        [new("why", "", Because($"merged into {kept.Tag}", command.Reason))],
                        cancel
                    );
                    return [.. beside.Where(b => b != command.Plant)];
                },
                cancel
            );
        }
        catch (PostgresException e) when (e.SqlState == PostgresErrorCodes.UniqueViolation)
        {
            throw new TakenException(
                "Both plants were visited by the same person on the same day. Put one of these visits on another day, or delete it, and merge them then."
            );
        }
    }

    /// <summary>Gives the visits back that went to another plant when a plant was merged into it.</summary>
    /// <param name="connection">A connection in the transaction of the change.</param>
    /// <returns>The plants they came back from.</returns>
    internal static async Task<PlantId[]> PartAsync(
        NpgsqlConnection connection,
        PlantId plant,
        CancellationToken cancel
    )
    {
        var moved = await connection.QueryAsync(
            """
            with gone as (delete from merged_visit where plant = $1 returning into_plant, plant_visit)
            select g.into_plant, g.plant_visit from gone g join every_plant_visit pv on pv.id = g.plant_visit and pv.plant = g.into_plant
            """,
            [plant],
            r => (From: r.Id<PlantId>(0), Visit: r.Id<VisitId>(1)),
            cancel
        );
        if (moved.Count == 0)
        {
            return [];
        }

        var site = await connection.IdAsync<SiteId>("select site from plant where id = $1", [plant], cancel);
        await MoveAsync(connection, [.. moved.Select(m => m.Visit)], plant, site!.Value, cancel);
        return [.. moved.Select(m => m.From).Distinct()];
    }

    /// <summary>Moves all visits of a plant, deleted ones too, to the site it stands at.</summary>
    /// <param name="connection">A connection in the transaction of the change.</param>
    internal static async Task MoveAllAsync(
        NpgsqlConnection connection,
        PlantId plant,
        SiteId site,
        CancellationToken cancel
    ) =>
        await MoveAsync(
            connection,
            await connection.QueryAsync(
                "select id from every_plant_visit where plant = $1",
                [plant],
                r => r.Id<VisitId>(0),
                cancel
            ),
            plant,
            site,
            cancel
        );

    /// <summary>Visits are of a site and a day: those of a plant that stands elsewhere were made there.</summary>
    private static Task<int> MoveAsync(
        NpgsqlConnection connection,
        IReadOnlyCollection<VisitId> visits,
        PlantId to,
        SiteId site,
        CancellationToken cancel
    ) =>
        connection.ExecuteAsync(
            """
            with day as (
                insert into visit (site, visited_on, recorder)
                select distinct $2::uuid, v.visited_on, v.recorder from every_plant_visit pv join visit v on v.id = pv.visit where pv.id = any($3)
                on conflict (site, visited_on, recorder) do update set recorder = excluded.recorder
                returning id, visited_on, recorder)
            update every_plant_visit pv set plant = $1, visit = day.id from visit v, day
            where pv.id = any($3) and v.id = pv.visit and day.visited_on = v.visited_on and day.recorder = v.recorder
            """,
            [to, site, Sql.Ids(visits)],
            cancel
        );

    private async Task<(string Tag, SiteId Site, PersonId? TakenBy)> PlantAsync(
        NpgsqlConnection connection,
        PlantId plant,
        CancellationToken cancel
    ) =>
        await connection.QueryAsync(
            $"select p.tag, p.site, p.taken_by from plant p where p.id = $1 and {policy.Shows("p.id")} for update",
            [plant],
            r => (r.GetString(0), r.Id<SiteId>(1), r.IdOrNull<PersonId>(2)),
            cancel
        )
            is [var found]
            ? found
            : throw new NotInStoreException(PlantStore.NoSuchPlant);

    private static async Task<(DateOnly Date, PersonId Recorder, bool IsAway)> VisitAsync(
        NpgsqlConnection connection,
        PlantId plant,
        VisitId visit,
        CancellationToken cancel
    ) =>
        await connection.QueryAsync(
            "select v.visited_on, v.recorder, pv.removed_at is not null from every_plant_visit pv join visit v on v.id = pv.visit where pv.id = $1 and pv.plant = $2",
            [visit, plant],
            r => (r.GetFieldValue<DateOnly>(0), r.Id<PersonId>(1), r.GetBoolean(2)),
            cancel
        )
            is [var found]
            ? found
            : throw new NotInStoreException(NoSuchVisit);

    private static async Task RequireAnotherAsync(
        NpgsqlConnection connection,
        PlantId plant,
        VisitId visit,
        string instead,
        CancellationToken cancel
    )
    {
        if (
            !await connection.ScalarAsync<bool>(
                "select exists (select from plant_visit where plant = $1 and id <> $2)",
                [plant, visit],
                cancel
            )
        )
        {
            throw new TakenException($"It is the plant's only visit. {instead}");
        }
    }

    private static void RequireOwn(CommandHead head, PersonId? by, string did, string can)
    {
        if (by != head.Person && head.Role < Role.Determiner)
        {
            throw new TakenException($"Somebody else {did}: they, a determiner or an administrator can {can}.");
        }
    }

    private static string Because(string what, string reason) => reason.Length > 0 ? $"{what}: {reason}" : what;

    private static string Named(DateOnly day) =>
        string.Create(CultureInfo.InvariantCulture, $"the visit of {day:d MMM yyyy}");
}
