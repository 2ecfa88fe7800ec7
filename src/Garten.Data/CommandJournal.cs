using Garten.Core.Assessment;
using Garten.Core.Commands;
using Garten.Core.Guides;
using Garten.Core.Identification;
using Garten.Core.Survey.Access;
using Garten.Core.Survey.Names;
using Npgsql;

namespace Garten.Data;

/// <summary>The guide plants are reckoned by.</summary>
public interface IGuideInUse
{
    /// <summary>The guide made ready for weighing names.</summary>
    CandidateModel Model { get; }

    /// <summary>Its number in the store.</summary>
    int Version { get; }

    /// <summary>The guide with the survey's names in words beside it.</summary>
    Guide Names { get; }

    /// <summary>Takes note of the survey's names in words.</summary>
    /// <param name="names">All of them, those taken off the list too.</param>
    void Hear(IReadOnlyList<SurveyName> names);
}

/// <summary>
/// Where changes go. Each is made in one transaction with its entry in the audit and with what follows from it: the assessment of
/// every plant it touches. So an entry never lacks its change, nor a plant its grade:
/// <code>await journal.ChangeAsync(head, policy, plant, connection => ..., cancel);</code>
/// </summary>
/// <param name="guide">The guide plants are reckoned by.</param>
public sealed class CommandJournal(NpgsqlDataSource source, IGuideInUse guide)
{
    /// <summary>Plants reckoned in one go where all are.</summary>
    private const int Many = 200;

    /// <summary>What was read of it before.</summary>
    internal KeptAssessments Kept { get; } = new();

    /// <summary>The guide plants are reckoned by.</summary>
    internal IGuideInUse Guide => guide;

    /// <summary>Changes a plant, and gives it as it is then.</summary>
    /// <param name="policy">What is hidden from them.</param>
    /// <param name="plant">The plant; it stays locked until the change is made, so that others wait and then see the new revision.</param>
    /// <param name="change">The change; gives other plants that it touches.</param>
    /// <exception cref="NotInStoreException">There is no such plant, or they may not know of it.</exception>
    internal async Task<PlantInColony> ChangeAsync(
        CommandHead head,
        SensitivePlacePolicy policy,
        PlantId plant,
        Func<NpgsqlConnection, Task<PlantId[]>> change,
        CancellationToken cancel
    )
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        var locked = await connection.QueryAsync(
            $"with {Noted} select (select count(*) from noted) from plant p where p.id = $7 and {policy.Shows("p.id")} for update",
            [.. Values(head), plant],
            r => r.GetInt64(0),
            cancel
        );
        if (locked.Count == 0)
        {
            throw new NotInStoreException(PlantStore.NoSuchPlant);
        }

        if (locked[0] == 0)
        {
            // Made before: its first answer was lost on the way.
            return PlantInColony.Of(plant, await StoredPlants.ReadAsync(connection, policy.Shows, [plant], cancel));
        }

        PlantId[] touched = [plant, .. await change(connection)];
        var all = await AssessAsync(connection, touched, cancel);
        await transaction.CommitAsync(cancel);

        // What somebody just made of a plant is shown to them, though it is hidden from them from now on; what stands beside it is not.
        return policy.HidesSensitive
            ? await AgainAsync(connection, policy, plant, all, cancel)
            : PlantInColony.Of(plant, all);
    }

    /// <summary>Makes a change that touches no plant, or several.</summary>
    /// <param name="change">The change; gives the plants that it touches.</param>
    /// <returns>False when it was made before.</returns>
    internal async Task<bool> ChangeAsync(
        CommandHead head,
        Func<NpgsqlConnection, Task<PlantId[]>> change,
        CancellationToken cancel
    )
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        if (!await NoteAsync(connection, head, cancel))
        {
            return false;
        }

        var touched = await change(connection);
        if (touched.Length > 0)
        {
            await AssessAsync(connection, touched, cancel);
        }

        await transaction.CommitAsync(cancel);
        return true;
    }

    /// <summary>Notes a change in the audit; whoever sends it at the same time waits until it is known whether it was made.</summary>
    /// <param name="connection">A connection in the transaction of the change.</param>
    /// <returns>False when it was made before.</returns>
    internal static async Task<bool> NoteAsync(
        NpgsqlConnection connection,
        CommandHead head,
        CancellationToken cancel
    ) => await connection.ScalarAsync<long>($"with {Noted} select count(*) from noted", Values(head), cancel) == 1;

    /// <summary>Reckons plants anew, and those linked with them whose key their features are held against.</summary>
    /// <param name="connection">A connection in the transaction of the change.</param>
    /// <returns>The plants and those linked with them, by id.</returns>
    internal async Task<Dictionary<PlantId, StoredPlant>> AssessAsync(
        NpgsqlConnection connection,
        PlantId[] plants,
        CancellationToken cancel
    )
    {
        var read = await StoredPlants.ReadAsync(connection, SensitivePlacePolicy.Everything.Shows, plants, cancel);
        if (read.Values.Any(p => p.Walk is not null && !plants.Contains(p.Card.Id)))
        {
            // A neighbour's doubt rests on the features of this one, but also on those of its other neighbours.
            PlantId[] walked = [.. plants, .. read.Values.Where(p => p.Walk is not null).Select(p => p.Card.Id)];
            plants = [.. walked.Distinct()];
            read = await StoredPlants.ReadAsync(connection, SensitivePlacePolicy.Everything.Shows, plants, cancel);
        }

        var reckoned = plants
            .Distinct()
            .Where(read.ContainsKey)
            .Select(id => (Id: id, Is: PlantAssessment.Of(guide.Model, new PlantInColony(read[id], read).ToQuestion())))
            .ToArray();
        var revisions = (
            await connection.QueryAsync(
                """
                with reckoned as (
                    select * from unnest($1::uuid[], $2::text[], $3::text[], $4::text[], $5::text[]) r (plant, grade, taxon, because, content)),
                moved as (
                    update plant p set revision = nextval('revision_number') from reckoned r where p.id = r.plant returning p.id, p.revision),
                noted as (
                    insert into plant_grade (plant, grade, taxon, because)
                    select r.plant, r.grade, r.taxon, r.because from reckoned r
                    left join lateral (select g.grade, g.taxon from plant_grade g where g.plant = r.plant order by g.id desc limit 1) l on true
                    where (r.grade, r.taxon) is distinct from (l.grade, l.taxon))
                insert into plant_assessment (plant, revision, guide_version, grade, taxon, content)
                select r.plant, m.revision, $6, r.grade, r.taxon, r.content::jsonb from reckoned r join moved m on m.id = r.plant
                on conflict (plant) do update
                set revision = excluded.revision, guide_version = excluded.guide_version, grade = excluded.grade, taxon = excluded.taxon, content = excluded.content, reckoned_at = now()
                returning plant, revision
                """,
                [
                    Sql.Ids(reckoned.Select(r => r.Id)),
                    reckoned.Select(r => r.Is.Grade.Grade.ToString()).ToArray(),
                    reckoned.Select(r => r.Is.Grade.Name?.Id.Value).ToArray(),
                    reckoned.Select(r => string.Join(' ', r.Is.Grade.Missing.Select(g => g.Says))).ToArray(),
                    reckoned.Select(r => StoredPlants.Written(r.Is)).ToArray(),
                    guide.Version,
                ],
                r => (Id: r.Id<PlantId>(0), Revision: r.GetInt64(1)),
                cancel
            )
        ).ToDictionary(r => r.Id, r => r.Revision);
        foreach (var (id, content) in reckoned)
        {
            read[id] = read[id] with
            {
                Revision = revisions[id],
                Assessment = new(revisions[id], guide.Version, content),
            };
        }

        return read;
    }

    /// <summary>Reckons what was never reckoned, or by another version of the guide.</summary>
    public async Task AssessStaleAsync(CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        if (await connection.ScalarAsync<bool>("select current_setting('transaction_read_only')::bool", [], cancel))
        {
            // Before a copy that only answers questions: the main server reckons, and the copy follows.
            return;
        }

        await KeepSensitiveAsync(connection, guide.Names, cancel);
        var stale = await connection.QueryAsync(
            "select p.id from plant p left join plant_assessment a on a.plant = p.id where a.guide_version is distinct from $1 order by p.id",
            [guide.Version],
            r => r.Id<PlantId>(0),
            cancel
        );
        foreach (var some in stale.Chunk(Many))
        {
            await using var transaction = await connection.BeginTransactionAsync(cancel);
            await AssessAsync(connection, some, cancel);
            await transaction.CommitAsync(cancel);
        }
    }

    /// <summary>Keeps which names are sensitive, so that what bears them can be hidden.</summary>
    /// <param name="connection">An open connection; its transaction, if any, applies.</param>
    /// <param name="names">The guide with the survey's names in words.</param>
    internal static Task KeepSensitiveAsync(NpgsqlConnection connection, Guide names, CancellationToken cancel) =>
        connection.ExecuteAsync(
            """
            with meant as (select unnest($1::text[]) as taxon), gone as (delete from sensitive_taxon where taxon not in (select taxon from meant))
            insert into sensitive_taxon (taxon) select taxon from meant on conflict do nothing
            """,
            [SensitiveTaxa.Of(names).Select(t => t.Value).ToArray()],
            cancel
        );

    /// <summary>The entry of a change: one row where it is made for the first time, and none where it was made before.</summary>
    private const string Noted = """
        first as (insert into done_request (request) values ($1) on conflict do nothing returning request),
        noted as (insert into audit_entry (command, person, role, what, path, asked_at, status) select request, $2, $3::text, $4, $5, $6::timestamptz, 200 from first
            returning set_config('garten.person', $2::text, true), set_config('garten.command', $1::text, true))
        """;

    private static object?[] Values(CommandHead head) =>
        [head.Id, head.Person, head.Role?.ToString(), head.What, head.Path, head.Asked?.ToUniversalTime()];

    private static async Task<PlantInColony> AgainAsync(
        NpgsqlConnection connection,
        SensitivePlacePolicy policy,
        PlantId plant,
        Dictionary<PlantId, StoredPlant> all,
        CancellationToken cancel
    )
    {
        var shown = await connection.QueryAsync(
            $"select p.id from plant p where p.id = any($1) and {policy.Shows("p.id")}",
            [Sql.Ids(all.Keys)],
            r => r.Id<PlantId>(0),
            cancel
        );
        var seen = all.Where(p => p.Key == plant || shown.Contains(p.Key)).ToDictionary(p => p.Key, p => p.Value);
        return new(seen[plant] with { Colony = [.. seen[plant].Colony.Where(l => shown.Contains(l.Id))] }, seen);
    }
}
