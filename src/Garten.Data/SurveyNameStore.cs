using System.Text.Json;
using Garten.Core.Assessment;
using Garten.Core.Commands;
using Garten.Core.Guides;
using Garten.Core.Survey.Access;
using Garten.Core.Survey.Names;
using Npgsql;

namespace Garten.Data;

/// <summary>What was said of a name at a time.</summary>
/// <param name="By">Who said it.</param>
public sealed record NameChange(DateTimeOffset At, string By, NameContent Before, NameContent After);

/// <summary>The survey's own list of names: those in words, for plants that no guide lists.</summary>
/// <param name="policy">What is hidden from who asks.</param>
/// <param name="journal">Where changes go.</param>
public sealed class SurveyNameStore(NpgsqlDataSource source, SensitivePlacePolicy policy, CommandJournal journal)
    : IHandles<AddNames, bool>,
        IHandles<SetName, bool>,
        IHandles<RenameRecords, int>,
        IHandles<RemoveName, bool>
{
    private const string NoSuchName = "There is no such name in the survey's list.";

    private const string Names = """
        select n.taxon, n.kind, t.name, t.rank, t.parent, t.genus, t.family, t.author, n.synonyms, n.common_names, t.status, n.note, n.revision, n.became, n.removed_at is not null, n.sensitive
        """;

    private const string From = "from survey_name n join guide_taxon t on t.guide_version = 0 and t.taxon = n.taxon";

    /// <summary>All names in words, those taken off the list too, by name.</summary>
    /// <param name="source">The database.</param>
    public static async Task<List<SurveyName>> AllAsync(NpgsqlDataSource source, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync($"{Names}, 0 {From} order by t.name", [], Read, cancel);
    }

    /// <summary>The list as the person who asks may see it, with how much bears each name, by name.</summary>
    public async Task<List<SurveyName>> ListAsync(CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            $"""
            {Names}, coalesce(l.lines, 0)::int + coalesce(d.plants, 0)::int {From}
            left join (
                select l.taxon, count(*) as lines from count_line l join count_sheet c on c.id = l.sheet join visit v on v.id = c.visit
                where l.taxon like 'own-%' and l.removed_at is null and {policy.ShowsLine(
                "l",
                "v"
            )} group by l.taxon) l on l.taxon = n.taxon
            left join (
                select d.taxon, count(*) as plants from plant p
                join lateral (select x.taxon from determination x where x.plant = p.id order by x.arrived desc limit 1) d on true
                where d.taxon like 'own-%' and {policy.Shows("p.id")} group by d.taxon) d on d.taxon = n.taxon
            where {policy.ShowsTaxon("n")} order by t.name
            """,
            [],
            Read,
            cancel
        );
    }

    /// <summary>What was said of a name before, the latest first.</summary>
    public async Task<List<NameChange>> HistoryAsync(TaxonId name, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            $"""
            select h.at, p.name, h.before::text, h.after::text from survey_name_history h join person p on p.id = h.person join survey_name n on n.taxon = h.taxon
            where h.taxon = $1 and {policy.ShowsTaxon("n")} order by h.id desc
            """,
            [name.Value],
            r => new NameChange(
                r.GetFieldValue<DateTimeOffset>(0),
                r.GetString(1),
                StoredPlants.Of<NameContent>(r.GetString(2)),
                StoredPlants.Of<NameContent>(r.GetString(3))
            ),
            cancel
        );
    }

    /// <inheritdoc/>
    public async Task<bool> HandleAsync(CommandHead head, AddNames command, CancellationToken cancel)
    {
        var made = await journal.ChangeAsync(
            head,
            async connection =>
            {
                await AddAsync(connection, command.Names, head.Person, journal.Guide, cancel);
                return [];
            },
            cancel
        );
        await HearAsync(cancel);
        return made;
    }

    /// <inheritdoc/>
    public async Task<bool> HandleAsync(CommandHead head, SetName command, CancellationToken cancel)
    {
        var made = await journal.ChangeAsync(
            head,
            async connection =>
            {
                var before = await LockAsync(connection, command.Name, cancel);
                if (before.Revision != command.Expected)
                {
                    throw new ChangedMeanwhileException(
                        "Somebody else changed this name in the meantime. It is shown as it stands now; what you wrote is still in the fields.",
                        null
                    );
                }

                var said = command.Content;
                await connection.ExecuteAsync(
                    """
                    with told as (insert into survey_name_history (taxon, person, before, after) values ($1, $2, $3, $4)),
                    named as (update guide_taxon set author = $5, status = $6, common_name = coalesce(($8::text[])[1], '') where guide_version = 0 and taxon = $1)
                    update survey_name set synonyms = $7, common_names = $8, note = $9, sensitive = $10, revision = nextval('revision_number') where taxon = $1
                    """,
                    [
                        command.Name.Value,
                        head.Person,
                        Sql.Jsonb(StoredPlants.Written(before.Content)),
                        Sql.Jsonb(StoredPlants.Written(said)),
                        said.Author,
                        said.Status.ToString(),
                        said.Synonyms.ToArray(),
                        said.CommonNames.ToArray(),
                        said.Note,
                        said.Sensitive,
                    ],
                    cancel
                );
                if (command.Family is { } family)
                {
                    await AddAsync(connection, family.Added, head.Person, journal.Guide, cancel);
                    await MoveAsync(connection, family, cancel);
                }

                await KeepSensitiveAsync(connection, journal.Guide, cancel);
                return [];
            },
            cancel
        );
        await HearAsync(cancel);
        return made;
    }

    /// <summary>Puts a name, and all that stands below it, into another family.</summary>
    private static Task<int> MoveAsync(NpgsqlConnection connection, NewFamily family, CancellationToken cancel) =>
        connection.ExecuteAsync(
            """
            with recursive below (taxon) as (
                select $1::text union select c.taxon from guide_taxon c join below b on c.parent = b.taxon where c.guide_version = 0)
            update guide_taxon set family = $3, parent = case when taxon = $1 then $2::text else parent end
            where guide_version = 0 and taxon in (select taxon from below)
            """,
            [family.Root.Value, family.Family?.Value, family.Name],
            cancel
        );

    /// <inheritdoc/>
    /// <returns>Lines and plants that have the other name now.</returns>
    public async Task<int> HandleAsync(CommandHead head, RenameRecords command, CancellationToken cancel)
    {
        var renamed = 0;
        await journal.ChangeAsync(
            head,
            async connection =>
            {
                var before = await LockAsync(connection, command.Name, cancel);
                if (before.Away)
                {
                    throw new TakenException($"{before.Name} is off the list already. Put it back first.");
                }

                var plants = await PlantsOfAsync(connection, command.Name, cancel);
                renamed =
                    plants.Length
                    + await RenameLinesAsync(connection, command.Name, command.To, entered: false, cancel);
                await NamePlantsAsync(connection, head, plants, command, cancel);
                await connection.ExecuteAsync(
                    """
                    with below as (
                        update guide_taxon c set parent = $2, family = coalesce(nullif(t.family, ''), c.family)
                        from guide_taxon t where c.guide_version = 0 and c.parent = $1 and t.guide_version = $4 and t.taxon = $2),
                    other as (
                        update survey_name set synonyms = array_append(array_remove(synonyms, $3), $3), revision = nextval('revision_number')
                        where taxon = $2 and removed_at is null)
                    update survey_name set removed_at = now(), became = $2, revision = nextval('revision_number') where taxon = $1
                    """,
                    [
                        command.Name.Value,
                        command.To.Value,
                        before.Name,
                        command.To.IsInWords ? 0 : journal.Guide.Version,
                    ],
                    cancel
                );
                await KeepSensitiveAsync(connection, journal.Guide, cancel);
                return plants;
            },
            cancel
        );
        await HearAsync(cancel);
        return renamed;
    }

    /// <inheritdoc/>
    public async Task<bool> HandleAsync(CommandHead head, RemoveName command, CancellationToken cancel)
    {
        var made = await journal.ChangeAsync(
            head,
            async connection =>
            {
                var before = await LockAsync(connection, command.Name, cancel);
                if (command.Away)
                {
                    await RefuseBorneAsync(connection, before, cancel);
                }
                else if (before.Became is { } to)
                {
                    await RenameLinesAsync(connection, to, command.Name, entered: true, cancel);
                    await connection.ExecuteAsync(
                        "update survey_name set synonyms = array_remove(synonyms, $2), revision = nextval('revision_number') where taxon = $1",
                        [to.Value, before.Name],
                        cancel
                    );
                }

                await connection.ExecuteAsync(
                    "update survey_name set removed_at = case when $2 then now() end, became = null, revision = nextval('revision_number') where taxon = $1",
                    [command.Name.Value, command.Away],
                    cancel
                );
                return [];
            },
            cancel
        );
        await HearAsync(cancel);
        return made;
    }

    /// <summary>Adds names that are not there; one that was taken off the list is put back.</summary>
    /// <param name="connection">A connection in the transaction of the change.</param>
    internal static async Task AddAsync(
        NpgsqlConnection connection,
        IReadOnlyList<SurveyName> names,
        PersonId person,
        IGuideInUse guide,
        CancellationToken cancel
    )
    {
        if (names.Count == 0)
        {
            return;
        }

        var said = names.Select(n => n.Content).ToArray();
        await connection.ExecuteAsync(
            """
            insert into guide_taxon (guide_version, taxon, parent, rank, name, author, family, genus, common_name, status)
            select 0, * from unnest($1::text[], $2::text[], $3::text[], $4::text[], $5::text[], $6::text[], $7::text[], $8::text[], $9::text[])
            on conflict do nothing
            """,
            [
                names.Select(n => n.Id.Value).ToArray(),
                names.Select(n => n.Parent?.Value).ToArray(),
                names.Select(n => n.Rank.ToString()).ToArray(),
                names.Select(n => n.Name).ToArray(),
                said.Select(c => c.Author).ToArray(),
                names.Select(n => n.Family).ToArray(),
                names.Select(n => n.Genus).ToArray(),
                said.Select(c => c.CommonNames.FirstOrDefault() ?? "").ToArray(),
                said.Select(c => c.Status.ToString()).ToArray(),
            ],
            cancel
        );
        await connection.ExecuteAsync(
            """
            insert into survey_name (taxon, kind, note, person, synonyms, common_names, sensitive)
            select a.taxon, a.kind, a.said ->> 'note', $3,
                   coalesce((select array_agg(x) from jsonb_array_elements_text(a.said -> 'synonyms') x), '{}'),
                   coalesce((select array_agg(x) from jsonb_array_elements_text(a.said -> 'commonNames') x), '{}'),
                   (a.said ->> 'sensitive')::bool
            from unnest($1::text[], $2::text[], $4::jsonb[]) a (taxon, kind, said)
            on conflict (taxon) do update set removed_at = null, became = null, revision = nextval('revision_number')
            """,
            [
                names.Select(n => n.Id.Value).ToArray(),
                names.Select(n => n.Kind.ToString()).ToArray(),
                person,
                Sql.Jsonb(said.Select(StoredPlants.Written)),
            ],
            cancel
        );
        await KeepSensitiveAsync(connection, guide, cancel);
    }

    /// <summary>Which names are sensitive hangs on the list as it is after a change.</summary>
    private static async Task KeepSensitiveAsync(
        NpgsqlConnection connection,
        IGuideInUse guide,
        CancellationToken cancel
    )
    {
        var names = await connection.QueryAsync($"{Names}, 0 {From}", [], Read, cancel);
        await CommandJournal.KeepSensitiveAsync(connection, guide.Model.Guide.With(names), cancel);
    }

    private async Task HearAsync(CancellationToken cancel) => journal.Guide.Hear(await AllAsync(source, cancel));

    private async Task<SurveyName> LockAsync(NpgsqlConnection connection, TaxonId name, CancellationToken cancel) =>
        (
            await connection.QueryAsync(
                $"{Names}, 0 {From} where n.taxon = $1 and {policy.ShowsTaxon("n")} for update of n",
                [name.Value],
                Read,
                cancel
            )
        ).FirstOrDefault() ?? throw new NotInStoreException(NoSuchName);

    private static async Task RefuseBorneAsync(NpgsqlConnection connection, SurveyName name, CancellationToken cancel)
    {
        if (
            await connection.ScalarAsync<bool>(
                """
                select exists (select from count_line where taxon = $1) or exists (select from determination where taxon = $1)
                    or exists (select from guide_taxon t join survey_name n on n.taxon = t.taxon where t.parent = $1 and n.removed_at is null)
                """,
                [name.Id.Value],
                cancel
            )
        )
        {
            throw new TakenException(
                $"{name.Name} stands on records, or other names stand below it. Give its records another name instead."
            );
        }
    }

    /// <summary>The plants whose last name it is.</summary>
    private static async Task<PlantId[]> PlantsOfAsync(
        NpgsqlConnection connection,
        TaxonId name,
        CancellationToken cancel
    ) =>
        [
            .. await connection.QueryAsync(
                """
                select p.id from plant p
                where p.id in (select plant from determination where taxon = $1)
                  and (select d.taxon from determination d where d.plant = p.id order by d.arrived desc limit 1) = $1
                for update of p
                """,
                [name.Value],
                r => r.Id<PlantId>(0),
                cancel
            ),
        ];

    /// <summary>
    /// Gives lines another name. Where that name stands on the same sheet already the renamed line stands beside it, so that neither number is
    /// lost and both can be told apart again.
    /// </summary>
    /// <param name="entered">True to give back the name they were entered under, false to keep it beside the new one.</param>
    private Task<int> RenameLinesAsync(
        NpgsqlConnection connection,
        TaxonId from,
        TaxonId to,
        bool entered,
        CancellationToken cancel
    ) =>
        connection.ExecuteAsync(
            $"""
            update count_line l set
                taxon = $2, guide_version = $3, revision = nextval('revision_number'),
                entered_as = {(entered ? "null" : "coalesce(l.entered_as, l.taxon)")},
                entered_as_version = {(entered ? "null" : "coalesce(l.entered_as_version, l.guide_version)")},
                apart = case when exists (
                    select from count_line o where o.sheet = l.sheet and o.plot = l.plot and o.taxon = $2 and o.qualifier = l.qualifier and o.origin = l.origin
                        and o.unit = l.unit and o.removed_at is null) then l.id else l.apart end
            where l.taxon = $1{(entered ? " and l.entered_as = $2" : "")}
            """,
            [from.Value, to.Value, to.IsInWords ? 0 : journal.Guide.Version],
            cancel
        );

    private async Task NamePlantsAsync(
        NpgsqlConnection connection,
        CommandHead head,
        PlantId[] plants,
        RenameRecords command,
        CancellationToken cancel
    )
    {
        if (plants.Length == 0)
        {
            return;
        }

        var read = await StoredPlants.ReadAsync(connection, SensitivePlacePolicy.Everything.Shows, plants, cancel);
        await connection.ExecuteAsync(
            """
            insert into determination (plant, guide_version, taxon, qualifier, full_name, determined_by, determined_on, remarks, reasons)
            select a.plant, $3, $4, 'None', $5, $6, $7, $8, a.reasons from unnest($1::uuid[], $2::jsonb[]) a (plant, reasons)
            """,
            [
                Sql.Ids(plants),
                Sql.Jsonb(
                    plants.Select(p =>
                        JsonSerializer.Serialize(
                            DeterminationReasons.Gather(
                                journal.Guide.Model,
                                PlantInColony.Of(p, read).ToPlant(),
                                command.To
                            ),
                            DeterminationStore.ReasonsJson
                        )
                    )
                ),
                command.To.IsInWords ? 0 : journal.Guide.Version,
                command.To.Value,
                command.FullName,
                head.Person,
                command.Date,
                command.Remarks,
            ],
            cancel
        );
    }

    private static SurveyName Read(NpgsqlDataReader r) =>
        new(
            new(r.GetString(0)),
            r.Named<NameTextKind>(1),
            r.GetString(2),
            r.Named<TaxonRank>(3),
            r.TextOrNull(4) is { } parent ? new(parent) : null,
            r.GetString(5),
            r.GetString(6),
            new(
                r.GetString(7),
                [.. r.GetFieldValue<string[]>(8)],
                [.. r.GetFieldValue<string[]>(9)],
                r.Named<AreaStatus>(10),
                r.GetString(11)
            )
            {
                Sensitive = r.GetBoolean(15),
            }
        )
        {
            Revision = r.GetInt64(12),
            Became = r.TextOrNull(13) is { } became ? new(became) : null,
            Away = r.GetBoolean(14),
            Records = r.GetInt32(16),
        };
}
