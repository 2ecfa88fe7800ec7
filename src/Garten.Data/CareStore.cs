using Garten.Core.Commands;
using Garten.Core.Survey.Access;
using Garten.Core.Survey.Care;
using Npgsql;

namespace Garten.Data;

/// <summary>A threat to a plant.</summary>
/// <param name="Content">What is known of it.</param>
/// <param name="Person">Who saw it.</param>
/// <param name="Revision">Revision a change must start from.</param>
public sealed record Threat(ThreatId Id, PlantId Plant, ThreatContent Content, string Person, long Revision);

/// <summary>How plants are found again, what threatens them, and how many of a population flower.</summary>
/// <param name="policy">What is hidden from who asks.</param>
/// <param name="journal">Where changes go.</param>
public sealed class CareStore(NpgsqlDataSource source, SensitivePlacePolicy policy, CommandJournal journal)
    : IHandles<SetLandmarks, PlantInColony>,
        IHandles<AddThreat, PlantInColony>,
        IHandles<SetThreat, PlantId>,
        IHandles<SetPopulation, PlantInColony>
{
    /// <summary>The same as somebody else sees it, such as whoever reads a file that leaves the house.</summary>
    /// <param name="leaving">What is hidden from them.</param>
    public CareStore SeenBy(SensitivePlacePolicy leaving) => new(source, leaving, journal);

    private const string NoSuchThreat = "There is no such threat.";

    private const string ThreatColumns =
        "t.id, t.plant, t.kind, t.note, t.seen_on, t.told, t.told_on, t.outcome, t.settled_on, h.name, t.revision";

    /// <summary>The landmarks of a plant, in the order given.</summary>
    public async Task<List<Landmark>> LandmarksAsync(PlantId plant, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            $"select name, bearing, metres from plant_landmark m where plant = $1 and {policy.Shows("m.plant")} order by place",
            [plant],
            r => new Landmark(r.GetString(0), r.GetDouble(1), r.GetDouble(2)),
            cancel
        );
    }

    /// <summary>Revision the landmarks of a plant stand at.</summary>
    public async Task<long> LandmarksRevisionAsync(PlantId plant, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.ScalarAsync<long>(
            $"select landmarks_revision from plant p where id = $1 and {policy.Shows("p.id")}",
            [plant],
            cancel
        );
    }

    /// <inheritdoc/>
    public Task<PlantInColony> HandleAsync(CommandHead head, SetLandmarks command, CancellationToken cancel) =>
        journal.ChangeAsync(
            head,
            policy,
            command.Plant,
            async connection =>
            {
                if (
                    await connection.ExecuteAsync(
                        "update plant set landmarks_revision = nextval('revision_number') where id = $1 and landmarks_revision = $2",
                        [command.Plant, command.Expected],
                        cancel
                    ) == 0
                )
                {
                    throw new ChangedMeanwhileException(
                        "Somebody else set the landmarks in the meantime. They are shown as they stand now; yours are still in the fields.",
                        null
                    );
                }

                await connection.ExecuteAsync("delete from plant_landmark where plant = $1", [command.Plant], cancel);
                await PutAsync(connection, command.Plant, command.Landmarks, cancel);
                return [];
            },
            cancel
        );

    /// <summary>Puts landmarks down for a plant that has none.</summary>
    /// <param name="connection">An open connection.</param>
    internal static async Task PutAsync(
        NpgsqlConnection connection,
        PlantId plant,
        IReadOnlyList<Landmark> landmarks,
        CancellationToken cancel
    )
    {
        await connection.ExecuteAsync(
            "insert into plant_landmark (plant, place, name, bearing, metres) select $1, m.place, m.name, m.bearing, m.metres from unnest($2::text[], $3::float8[], $4::float8[]) with ordinality m (name, bearing, metres, place)",
            [
                plant,
                landmarks.Select(l => l.Name).ToArray(),
                landmarks.Select(l => l.Bearing).ToArray(),
                landmarks.Select(l => l.Metres).ToArray(),
            ],
            cancel
        );
    }

    /// <summary>The threats to a plant, the latest first.</summary>
    public async Task<List<Threat>> ThreatsAsync(PlantId plant, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            $"select {ThreatColumns} from threat t join person h on h.id = t.person where t.plant = $1 and {policy.Shows("t.plant")} order by t.seen_on desc, t.id desc",
            [plant],
            Read,
            cancel
        );
    }

    /// <summary>Threats not settled yet, the longest known first.</summary>
    public async Task<List<Threat>> OpenThreatsAsync(CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            $"select {ThreatColumns} from threat t join person h on h.id = t.person where t.settled_on is null and {policy.Shows("t.plant")} order by t.seen_on, t.id",
            [],
            Read,
            cancel
        );
    }

    /// <inheritdoc/>
    public Task<PlantInColony> HandleAsync(CommandHead head, AddThreat command, CancellationToken cancel) =>
        journal.ChangeAsync(
            head,
            policy,
            command.Plant,
            async connection =>
            {
                await connection.ExecuteAsync(
                    """
                    insert into threat (id, plant, kind, note, seen_on, told, told_on, outcome, settled_on, person)
                    select $10, $1, $2, $3, $4, $5, $6::date, $7, $8::date, $9
                    where not exists (
                        -- The same threat noted twice is one.
                        select from threat t
                        where t.plant = $1 and t.kind = $2 and t.note = $3 and t.seen_on = $4 and t.told = $5 and t.told_on is not distinct from $6::date
                            and t.outcome = $7 and t.settled_on is not distinct from $8::date and t.person = $9)
                    """,
                    [command.Plant, .. Values(command.Threat), head.Person, head.Id],
                    cancel
                );
                return [];
            },
            cancel
        );

    /// <inheritdoc/>
    public async Task<PlantId> HandleAsync(CommandHead head, SetThreat command, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        var plant = await connection.IdAsync<PlantId>(
            $"select plant from threat t where id = $1 and {policy.Shows("t.plant")}",
            [command.Id],
            cancel
        ) ?? throw new NotInStoreException(NoSuchThreat);
        await journal.ChangeAsync(
            head,
            policy,
            plant,
            async change =>
            {
                var set = await change.ExecuteAsync(
                    """
                    update threat set kind = $2, note = $3, seen_on = $4, told = $5, told_on = $6::date, outcome = $7, settled_on = $8::date, revision = nextval('revision_number')
                    where id = $1 and revision = $9
                    """,
                    [command.Id, .. Values(command.Threat), command.Expected],
                    cancel
                );
                return set == 1
                    ? []
                    : throw new ChangedMeanwhileException(
                        "Somebody else wrote about this threat in the meantime. It is shown as it stands now; your words are still in the fields.",
                        null
                    );
            },
            cancel
        );
        return plant;
    }

    /// <summary>The counts of a population, the latest year first.</summary>
    /// <param name="plant">The plant that stands for it.</param>
    public async Task<List<PopulationCount>> CountsAsync(PlantId plant, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            $"select year, marked, marked_on, flowering, flowering_on, revision from population_count c where plant = $1 and {policy.Shows("c.plant")} order by year desc",
            [plant],
            r => new PopulationCount(
                r.GetInt32(0),
                r.GetInt32(1),
                r.GetFieldValue<DateOnly>(2),
                r.IsDBNull(3) ? null : r.GetInt32(3),
                r.DateOrNull(4)
            )
            {
                Revision = r.GetInt64(5),
            },
            cancel
        );
    }

    /// <inheritdoc/>
    public Task<PlantInColony> HandleAsync(CommandHead head, SetPopulation command, CancellationToken cancel) =>
        journal.ChangeAsync(
            head,
            policy,
            command.Plant,
            async connection =>
            {
                var set = await connection.ExecuteAsync(
                    """
                    insert into population_count (plant, year, marked, marked_on, flowering, flowering_on, person) values ($1, $2, $3, $4, $5::int, $6::date, $7)
                    on conflict (plant, year) do update
                    set marked = excluded.marked, marked_on = excluded.marked_on, flowering = excluded.flowering, flowering_on = excluded.flowering_on, person = excluded.person,
                        revision = nextval('revision_number')
                    where population_count.revision = $8::bigint
                       or (population_count.marked, population_count.marked_on, population_count.flowering, population_count.flowering_on)
                          is not distinct from (excluded.marked, excluded.marked_on, excluded.flowering, excluded.flowering_on)
                    """,
                    [
                        command.Plant,
                        command.Count.Year,
                        command.Count.Marked,
                        command.Count.MarkedOn,
                        command.Count.Flowering,
                        command.Count.FloweringOn,
                        head.Person,
                        command.Count.Revision,
                    ],
                    cancel
                );
                return set == 1
                    ? []
                    : throw new ChangedMeanwhileException(
                        $"Somebody else counted {command.Count.Year} in the meantime. It is shown as it stands now; your numbers are still in the fields.",
                        null
                    );
            },
            cancel
        );

    private static object?[] Values(ThreatContent threat) =>
        [
            threat.Kind.ToString(),
            threat.Note,
            threat.SeenOn,
            threat.Told,
            threat.ToldOn,
            threat.Outcome,
            threat.SettledOn,
        ];

    private static Threat Read(NpgsqlDataReader r) =>
        new(
            r.Id<ThreatId>(0),
            r.Id<PlantId>(1),
            new(
                r.Named<ThreatKind>(2),
                r.GetString(3),
                r.GetFieldValue<DateOnly>(4),
                r.GetString(5),
                r.DateOrNull(6),
                r.GetString(7),
                r.DateOrNull(8)
            ),
            r.GetString(9),
            r.GetInt64(10)
        );
}
