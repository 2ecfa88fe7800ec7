using Garten.Core.Commands;
using Garten.Core.Seasons;
using Garten.Core.Sheets;
using Garten.Core.Survey.Access;
using Garten.Core.Survey.Care;
using Npgsql;

namespace Garten.Data;

/// <summary>What a plant is called and where it stands.</summary>
/// <param name="Site">Name of its site.</param>
/// <param name="Description">What it looks like.</param>
/// <param name="Name">Its latest determination; null when it has none.</param>
public sealed record PlantLabel(PlantId Id, string Tag, string Site, string Description, string? Name);

/// <summary>Plants and their visits.</summary>
/// <param name="policy">What is hidden from who asks.</param>
/// <param name="journal">Where changes go.</param>
public sealed class PlantStore(NpgsqlDataSource source, SensitivePlacePolicy policy, CommandJournal journal)
    : IHandles<AddPlant, PlantInColony>,
        IHandles<AddVisit, PlantInColony>,
        IHandles<LinkPlants, PlantInColony>,
        IHandles<UnlinkPlants, PlantInColony>
{
    /// <summary>The same as somebody else sees it, such as whoever reads a file that leaves the house.</summary>
    /// <param name="leaving">What is hidden from them.</param>
    public PlantStore SeenBy(SensitivePlacePolicy leaving) => new(source, leaving, journal);

    /// <summary>Days between two visits within which what is new on the second began.</summary>
    private const int MostDaysBetween = 21;

    /// <summary>Letters that begin every tag of this survey.</summary>
    public const string TagLetters = "TF";

    /// <summary>Said of a plant that is not there, and of one the person may not know of.</summary>
    public const string NoSuchPlant = "There is no such plant on the bench. Go back to the bench and choose one.";

    /// <summary>A plant with everything kept of it, those linked with it beside it.</summary>
    /// <exception cref="NotInStoreException">There is none, or the person may not know of it.</exception>
    public async Task<PlantInColony> ReadAsync(PlantId id, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return PlantInColony.Of(id, await StoredPlants.ReadAsync(connection, policy.Shows, [id], cancel));
    }

    /// <summary>All plants with everything kept of them, by their tags.</summary>
    public async Task<List<PlantInColony>> ReadAllAsync(CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        var all = await StoredPlants.ReadAsync(connection, policy.Shows, null, cancel);
        return
        [
            .. all
                .Values.OrderBy(p => p.Card.Tag.Split('-')[0], StringComparer.Ordinal)
                .ThenBy(p => p.Card.Tag.Length)
                .ThenBy(p => p.Card.Tag, StringComparer.Ordinal)
                .Select(p => new PlantInColony(p, all)),
        ];
    }

    /// <summary>What every plant waits for and how it stands, as kept: nothing is weighed for it. By their tags.</summary>
    public async Task<List<PlantDigest>> DigestsAsync(CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        var listed = await connection.QueryAsync(
            $"""
            {Tags},
                   a.revision, o.grade, s.id, s.elevation_m, s.latitude, s.longitude, s.snow_gone_month, s.snow_gone_day, seen.unwritten, m.landmarks::text, p.origin
            {FromTags}
            left join plant_assessment a on a.plant = p.id
            left join (select distinct on (plant) plant, grade from grade_overrule order by plant, id desc) o on o.plant = p.id
            left join (
                select plant, jsonb_agg(jsonb_build_object('name', name, 'bearing', bearing, 'metres', metres) order by place) as landmarks
                from plant_landmark group by plant) m on m.plant = p.id
            where {policy.Shows("p.id")}
            order by {ByTag}
            """,
            [],
            r =>
                (
                    Revision: r.IsDBNull(10) ? (long?)null : r.GetInt64(10),
                    Digest: new PlantDigest(
                        TagAt(r),
                        null,
                        r.NamedOrNull<Grade>(11),
                        r.Id<SiteId>(12),
                        new(r.NumberOrNull(13), r.NumberOrNull(14), r.NumberOrNull(15), r.DayOrNull(16)),
                        r.IsDBNull(18) ? [] : r.GetFieldValue<DateOnly[]>(18),
                        r.IsDBNull(19) ? [] : StoredPlants.Of<List<Landmark>>(r.GetString(19)),
                        r.Named<Origin>(20)
                    )
                ),
            cancel
        );
        var assessed = await journal.Kept.OfAsync(
            connection,
            [.. listed.Where(l => l.Revision is not null).Select(l => (l.Digest.Tag.Id, l.Revision!.Value))],
            cancel
        );
        return [.. listed.Select(l => l.Digest with { Assessment = assessed.GetValueOrDefault(l.Digest.Tag.Id) })];
    }

    /// <inheritdoc/>
    public Task<PlantInColony> HandleAsync(CommandHead head, LinkPlants command, CancellationToken cancel) =>
        journal.ChangeAsync(
            head,
            policy,
            command.Plant,
            async connection =>
            {
                await RequireShownAsync(connection, command.Other, cancel);
                await connection.ExecuteAsync(
                    "insert into colony_link (plant, other, linked_by) values (least($1, $2), greatest($1, $2), $3) on conflict do nothing",
                    [command.Plant, command.Other, head.Person],
                    cancel
                );
                return [command.Other];
            },
            cancel
        );

    /// <inheritdoc/>
    public Task<PlantInColony> HandleAsync(CommandHead head, UnlinkPlants command, CancellationToken cancel) =>
        journal.ChangeAsync(
            head,
            policy,
            command.Plant,
            async connection =>
            {
                await RequireShownAsync(connection, command.Other, cancel);
                var gone = await connection.ExecuteAsync(
                    "delete from colony_link where plant = least($1, $2) and other = greatest($1, $2)",
                    [command.Plant, command.Other],
                    cancel
                );
                return gone > 0 ? [command.Other] : [];
            },
            cancel
        );

    /// <summary>All plants, by their tags.</summary>
    public async Task<List<PlantTag>> TagsAsync(CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            $"{Tags} {FromTags} where {policy.Shows("p.id")} order by {ByTag}",
            [],
            TagAt,
            cancel
        );
    }

    /// <summary>What plants are called and where they stand, and nothing that takes counting.</summary>
    public async Task<List<PlantLabel>> LabelsAsync(CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            $"""
            select p.id, p.tag, s.name, p.description, d.full_name
            from plant p join site s on s.id = p.site
            left join (select distinct on (plant) plant, full_name from determination order by plant, arrived desc) d on d.plant = p.id
            where {policy.Shows("p.id")}
            """,
            [],
            r => new PlantLabel(
                r.Id<PlantId>(0),
                r.GetString(1),
                r.GetString(2),
                r.GetString(3),
                r.IsDBNull(4) ? null : r.GetString(4)
            ),
            cancel
        );
    }

    private const string Tags = """
        select p.id, p.tag, s.name, p.description, d.full_name, d.taxon, coalesce(seen.features, 0)::int, coalesce(seen.visits, 0)::int, seen.last, coalesce(d.qualifier, 'None') <> 'None'
        """;

    private const string FromTags = """
        from plant p
        join site s on s.id = p.site
        left join (
            select pv.plant, count(*) as visits, max(v.visited_on) as last, sum(o.seen) as features,
                   array_agg(v.visited_on order by v.visited_on) filter (where o.plant_visit is null) as unwritten
            from plant_visit pv join visit v on v.id = pv.visit
            left join (select plant_visit, count(*) filter (where finding <> 'Hidden') as seen from observation group by plant_visit) o on o.plant_visit = pv.id
            group by pv.plant) seen on seen.plant = p.id
        left join (select distinct on (plant) plant, full_name, taxon, qualifier from determination order by plant, arrived desc) d on d.plant = p.id
        """;

    private static PlantTag TagAt(NpgsqlDataReader r) =>
        new(
            r.Id<PlantId>(0),
            r.GetString(1),
            r.GetString(2),
            r.GetString(3),
            r.TextOrNull(4),
            r.TextOrNull(5),
            r.GetInt32(6),
            r.GetInt32(7),
            r.GetFieldValue<DateOnly>(8),
            r.GetBoolean(9)
        );

    /// <summary>
    /// First dates of a year: the day on which leaves, flowers or fruit were first seen on a named plant that had been looked at
    /// not long before, when they were not there. Without such a visit before it, a sighting only says that they had begun.
    /// </summary>
    public async Task<List<FirstDate>> FirstDatesAsync(int year, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            $"""
            select d.taxon, part.part, v.visited_on, s.elevation_m, s.latitude, s.longitude, s.snow_gone_month, s.snow_gone_day
            from (
                select pv.plant, pv.parts, v.visited_on, lag(v.visited_on) over seen as before, lag(pv.parts) over seen as had
                from plant_visit pv join visit v on v.id = pv.visit
                where v.visited_on >= make_date($1, 1, 1) and v.visited_on <= make_date($1, 12, 31)
                window seen as (partition by pv.plant order by v.visited_on)) v
            join plant p on p.id = v.plant
            join site s on s.id = p.site
            join lateral (select taxon, qualifier from determination where plant = p.id order by arrived desc limit 1) d on d.qualifier = 'None'
            cross join lateral unnest(v.parts) part(part)
            where {policy.Shows(
                "p.id"
            )} and part.part in ('Leaves', 'Flowers', 'Fruit') and v.visited_on - v.before <= $2 and not part.part = any(v.had)
            order by v.visited_on
            """,
            [year, MostDaysBetween],
            r => new FirstDate(
                new(r.GetString(0)),
                r.Named<PlantPart>(1) switch
                {
                    PlantPart.Flowers => Phenophase.Flower,
                    PlantPart.Fruit => Phenophase.Fruit,
                    _ => Phenophase.Leaf,
                },
                r.GetFieldValue<DateOnly>(2),
                new(r.NumberOrNull(3), r.NumberOrNull(4), r.NumberOrNull(5), r.DayOrNull(6))
            ),
            cancel
        );
    }

    /// <summary>Days of a year on which plants that have a name were visited, with the latest name of each.</summary>
    public async Task<List<(string Taxon, DateOnly Date)>> SeenAsync(int year, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            $"""
            select distinct d.taxon, v.visited_on
            from plant_visit pv
            join visit v on v.id = pv.visit
            join lateral (select taxon from determination where plant = pv.plant order by arrived desc limit 1) d on true
            where v.visited_on between make_date($1, 1, 1) and make_date($1, 12, 31) and {policy.Shows("pv.plant")}
            order by v.visited_on
            """,
            [year],
            r => (r.GetString(0), r.GetFieldValue<DateOnly>(1)),
            cancel
        );
    }

    /// <summary>A plant and its site.</summary>
    /// <exception cref="NotInStoreException">There is none.</exception>
    public async Task<PlantCard> CardAsync(PlantId id, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        var found = await connection.QueryAsync(
            $"select p.id, p.tag, p.description, p.origin, {PlaceStore.SiteColumns} from plant p join site s on s.id = p.site where p.id = $1 and {policy.Shows("p.id")}",
            [id],
            r => new PlantCard(
                r.Id<PlantId>(0),
                r.GetString(1),
                r.GetString(2),
                r.Named<Origin>(3),
                PlaceStore.SiteAt(r, 4)
            ),
            cancel
        );
        return found.Count == 1 ? found[0] : throw new NotInStoreException(NoSuchPlant);
    }

    /// <summary>The visits of a plant, oldest first.</summary>
    public async Task<List<PlantVisit>> VisitsAsync(PlantId plant, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            """
            select pv.id, v.visited_on, h.name, pv.stage, pv.sex, pv.parts, pv.altered, pv.note
            from plant_visit pv
            join visit v on v.id = pv.visit
            join person h on h.id = v.recorder
            where pv.plant = $1
            order by v.visited_on, pv.id
            """,
            [plant],
            r => new PlantVisit(
                r.Id<VisitId>(0),
                r.GetFieldValue<DateOnly>(1),
                r.GetString(2),
                r.NamedOrNull<LifeStage>(3),
                r.NamedOrNull<Sex>(4),
                r.NamedList<PlantPart>(5),
                r.NamedList<Alteration>(6),
                r.GetString(7)
            ),
            cancel
        );
    }

    /// <inheritdoc/>
    public async Task<PlantInColony> HandleAsync(CommandHead head, AddPlant command, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);

        // One plant is taken at a time, so that no two get the same tag.
        await connection.ExecuteAsync("select pg_advisory_xact_lock(hashtext('plant_tag'))", [], cancel);
        if (
            await connection.IdAsync<PlantId>("select id from plant where id = $1", [command.Plant], cancel) is
            { } already
        )
        {
            return PlantInColony.Of(already, await StoredPlants.ReadAsync(connection, policy.Shows, [already], cancel));
        }

        await CommandJournal.NoteAsync(connection, head, cancel);
        await RequireAsync(connection, command.Site, head.Person, cancel);
        var free =
            command.Tag is { } asked
            && !await connection.ScalarAsync<bool>("select exists (select from plant where tag = $1)", [asked], cancel);
        var tag = free ? command.Tag : await NextTagAsync(connection, cancel);
        await connection.ExecuteAsync(
            "insert into plant (tag, id, site, description, origin, taken_by) values ($1, $2, $3, $4, $5, $6)",
            [tag, command.Plant, command.Site, command.Description, command.Origin.ToString(), head.Person],
            cancel
        );
        await InsertVisitAsync(connection, head, command.Plant, command.Site, command.Visit, cancel);
        var all = await journal.AssessAsync(connection, [command.Plant], cancel);
        await transaction.CommitAsync(cancel);
        return PlantInColony.Of(command.Plant, all);
    }

    /// <inheritdoc/>
    public Task<PlantInColony> HandleAsync(CommandHead head, AddVisit command, CancellationToken cancel) =>
        journal.ChangeAsync(
            head,
            policy,
            command.Plant,
            async connection =>
            {
                var site = await connection.IdAsync<SiteId>(
                    "select site from plant where id = $1",
                    [command.Plant],
                    cancel
                ) ?? throw new NotInStoreException(NoSuchPlant);
                await RequireAsync(connection, site, head.Person, cancel);
                await InsertVisitAsync(connection, head, command.Plant, site, command.Visit, cancel);
                return [];
            },
            cancel
        );

    /// <summary>The next free tag.</summary>
    /// <param name="connection">A connection in whose transaction no other plant is taken.</param>
    internal static Task<string?> NextTagAsync(NpgsqlConnection connection, CancellationToken cancel) =>
        connection.ScalarAsync<string>(
            """
            -- Three digits at least: to fewer than a number has it would be cut.
            select $1 || '-' || lpad(next::text, greatest(3, length(next::text)), '0')
            from (select coalesce(max(substring(tag from '[0-9]+$')::int), 0) + 1 as next from plant where tag like $1 || '-%') n
            """,
            [TagLetters],
            cancel
        );

    /// <summary>Tags in the order of their letters and numbers: TF-999 before TF-1000.</summary>
    internal const string ByTag = "(split_part(p.tag, '-', 1), length(p.tag), p.tag)";

    private async Task RequireShownAsync(NpgsqlConnection connection, PlantId plant, CancellationToken cancel)
    {
        if (
            await connection.IdAsync<PlantId>(
                $"select id from plant p where id = $1 and {policy.Shows("p.id")}",
                [plant],
                cancel
            )
            is null
        )
        {
            throw new NotInStoreException(NoSuchPlant);
        }
    }

    private static async Task RequireAsync(
        NpgsqlConnection connection,
        SiteId site,
        PersonId person,
        CancellationToken cancel
    )
    {
        if (await connection.IdAsync<SiteId>("select id from site where id = $1", [site], cancel) is null)
        {
            throw new NotInStoreException("There is no such site. Choose one from the list.");
        }

        if (await connection.IdAsync<PersonId>("select id from person where id = $1", [person], cancel) is null)
        {
            throw new NotInStoreException("Choose who you are first, at the top of the page.");
        }
    }

    private static Task<int> InsertVisitAsync(
        NpgsqlConnection connection,
        CommandHead head,
        PlantId plant,
        SiteId site,
        VisitContent visit,
        CancellationToken cancel
    ) =>
        connection.ExecuteAsync(
            """
            with day as (
                insert into visit (site, visited_on, recorder) values ($1, $2, $3)
                on conflict (site, visited_on, recorder) do update set recorder = excluded.recorder
                returning id),
            put as (
                insert into plant_visit (plant, visit, stage, sex, parts, altered, note, id)
                select $4, day.id, $5, $6, $7, $8, $9, $10 from day
                on conflict (plant, visit) do update
                    set stage = excluded.stage, sex = excluded.sex, parts = excluded.parts, altered = excluded.altered, note = excluded.note
                returning id)
            insert into same_visit (noted, kept) select $10, put.id from put where put.id <> $10 on conflict (noted) do nothing
            """,
            [
                site,
                visit.Date,
                head.Person,
                plant,
                visit.Stage?.ToString(),
                visit.Sex?.ToString(),
                Sql.Names(visit.Parts),
                Sql.Names(visit.Altered),
                visit.Note,
                visit.Id ?? new(head.Id),
            ],
            cancel
        );
}
