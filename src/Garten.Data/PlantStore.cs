using Garten.Core.Seasons;
using Npgsql;

namespace Garten.Data;

/// <summary>A plant to be taken onto the bench.</summary>
/// <param name="Request">Number the client gives the request, so that sending it twice takes one plant.</param>
/// <param name="Site">Where it stands.</param>
/// <param name="Description">What it looks like and where, in a few words.</param>
/// <param name="Origin">Wild or planted.</param>
/// <param name="Visit">Its first visit.</param>
public sealed record NewPlant(Guid Request, int Site, string Description, Origin Origin, NewVisit Visit);

/// <summary>A plant seen on a day.</summary>
/// <param name="Date">The day.</param>
/// <param name="Person">Who saw it.</param>
/// <param name="Stage">Life stage; null when not noted.</param>
/// <param name="Sex">Sex; null when not known.</param>
/// <param name="Parts">Parts on it that day.</param>
/// <param name="Altered">Damage to the plant.</param>
/// <param name="Note">A note; may be empty.</param>
public sealed record NewVisit(DateOnly Date, int Person, LifeStage? Stage, Sex? Sex, PlantPart[] Parts, Alteration[] Altered, string Note);

/// <summary>A plant as listed on the bench.</summary>
/// <param name="Id">Number in the store.</param>
/// <param name="Tag">Its tag.</param>
/// <param name="Site">Name of its site.</param>
/// <param name="Description">What it looks like.</param>
/// <param name="Name">Its latest determination; null when it has none.</param>
/// <param name="Taxon">Taxon of that determination.</param>
/// <param name="Features">Features recorded, those that could not be seen left out.</param>
/// <param name="Visits">How many visits.</param>
/// <param name="LastSeen">Day of the latest visit.</param>
public sealed record PlantTag(
    int Id, string Tag, string Site, string Description, string? Name, string? Taxon, int Features, int Visits, DateOnly LastSeen);

/// <summary>A plant and its site.</summary>
/// <param name="Id">Number in the store.</param>
/// <param name="Tag">Its tag.</param>
/// <param name="Description">What it looks like.</param>
/// <param name="Origin">Wild or planted.</param>
/// <param name="Site">Its site.</param>
public sealed record PlantCard(int Id, string Tag, string Description, Origin Origin, Site Site);

/// <summary>A plant linked with another as of one colony.</summary>
/// <param name="Id">Number in the store.</param>
/// <param name="Tag">Its tag.</param>
/// <param name="By">Who linked them.</param>
public sealed record LinkedPlant(int Id, string Tag, string By);

/// <summary>A plant on a visit.</summary>
/// <param name="Id">Number in the store.</param>
/// <param name="Date">The day.</param>
/// <param name="Recorder">Who recorded.</param>
/// <param name="Stage">Life stage.</param>
/// <param name="Sex">Sex.</param>
/// <param name="Parts">Parts on it that day.</param>
/// <param name="Altered">Damage to the plant.</param>
/// <param name="Note">A note.</param>
public sealed record PlantVisit(
    int Id, DateOnly Date, string Recorder, LifeStage? Stage, Sex? Sex, PlantPart[] Parts, Alteration[] Altered, string Note);

/// <summary>Plants and their visits.</summary>
/// <param name="source">The database.</param>
public sealed class PlantStore(NpgsqlDataSource source)
{
    /// <summary>Days between two visits within which what is new on the second began.</summary>
    private const int MostDaysBetween = 21;

    /// <summary>Letters that begin every tag of this survey.</summary>
    public const string TagLetters = "TF";

    /// <summary>Said of a plant that is not there, and of one the person may not know of.</summary>
    public const string NoSuchPlant = "There is no such plant on the bench. Go back to the bench and choose one.";

    /// <summary>Plants that were ever given a name of these taxa, whose features lead to one, or that stand in one colony with such a plant.</summary>
    /// <param name="taxa">Identifiers of the taxa.</param>
    /// <param name="except">Number of a person whose own plants are left out; null for nobody.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task<HashSet<int>> OfTaxaAsync(string[] taxa, int? except, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return [.. await connection.QueryAsync(
            """
            with named (id) as (
                select p.id from plant p
                where exists (select from determination d where d.plant = p.id and d.taxon = any($1))
                   or (select g.taxon from plant_grade g where g.plant = p.id order by g.id desc limit 1) = any($1)),
            standing (id) as (
                select id from named
                union select case when k.plant = n.id then k.other else k.plant end from named n join colony_link k on n.id in (k.plant, k.other))
            select p.id from plant p join standing s on s.id = p.id where $2::int is null or p.taken_by <> $2
            """,
            [taxa, except], r => r.GetInt32(0), cancel)];
    }

    /// <summary>Plants that a person linked with a plant as of one colony.</summary>
    /// <param name="plant">The plant.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task<List<LinkedPlant>> LinkedAsync(int plant, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            $"""
            select p.id, p.tag, l.by
            from (
                select case when k.plant = $1 then k.other else k.plant end as id, w.name as by
                from colony_link k join person w on w.id = k.linked_by
                where k.plant = $1 or k.other = $1) l
            join plant p on p.id = l.id
            order by {ByTag}
            """,
            [plant], r => new LinkedPlant(r.GetInt32(0), r.GetString(1), r.GetString(2)), cancel);
    }

    /// <summary>Links two plants as of one colony; linking them again changes nothing.</summary>
    /// <param name="plant">The one.</param>
    /// <param name="other">The other.</param>
    /// <param name="person">Who says so.</param>
    /// <param name="cancel">Gives up.</param>
    /// <exception cref="NotInStoreException">One of the plants is not there.</exception>
    public async Task LinkAsync(int plant, int other, int person, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        var known = await connection.ScalarAsync<long>("select count(*) from plant where id = $1 or id = $2", [plant, other], cancel);
        if (known < 2)
        {
            throw new NotInStoreException("There is no such plant.");
        }

        await connection.ExecuteAsync(
            "insert into colony_link (plant, other, linked_by) values (least($1, $2), greatest($1, $2), $3) on conflict do nothing",
            [plant, other, person], cancel);
    }

    /// <summary>Takes a link back; nothing happens when there is none.</summary>
    /// <param name="plant">The one.</param>
    /// <param name="other">The other.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task UnlinkAsync(int plant, int other, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync("delete from colony_link where plant = least($1, $2) and other = greatest($1, $2)", [plant, other], cancel);
    }

    /// <summary>All plants, by their tags.</summary>
    /// <param name="cancel">Gives up.</param>
    public async Task<List<PlantTag>> TagsAsync(CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            $"""
            select p.id, p.tag, s.name, p.description, d.full_name, d.taxon,
                   (select count(*) from observation o join plant_visit v on v.id = o.plant_visit where v.plant = p.id and o.finding <> 'Hidden')::int,
                   seen.visits, seen.last
            from plant p
            join site s on s.id = p.site
            join lateral (
                select count(*)::int as visits, max(v.visited_on) as last
                from plant_visit pv join visit v on v.id = pv.visit where pv.plant = p.id) seen on true
            left join lateral (
                select full_name, taxon from determination where plant = p.id order by id desc limit 1) d on true
            order by {ByTag}
            """,
            [],
            r => new PlantTag(
                r.GetInt32(0), r.GetString(1), r.GetString(2), r.GetString(3), r.TextOrNull(4), r.TextOrNull(5),
                r.GetInt32(6), r.GetInt32(7), r.GetFieldValue<DateOnly>(8)),
            cancel);
    }

    /// <summary>
    /// First dates of a year: the day on which leaves, flowers or fruit were first seen on a named plant that had been looked at
    /// not long before, when they were not there. Without such a visit before it, a sighting only says that they had begun.
    /// </summary>
    /// <param name="year">The year.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task<List<FirstDate>> FirstDatesAsync(int year, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            """
            select d.taxon, part.part, v.visited_on, s.elevation_m, s.latitude, s.longitude, s.snow_gone_month, s.snow_gone_day
            from plant p
            join site s on s.id = p.site
            join lateral (select taxon, qualifier from determination where plant = p.id order by id desc limit 1) d on d.qualifier = 'None'
            join lateral (
                select pv.parts, v.visited_on, lag(v.visited_on) over (order by v.visited_on) as before, lag(pv.parts) over (order by v.visited_on) as had
                from plant_visit pv join visit v on v.id = pv.visit
                where pv.plant = p.id and v.visited_on >= make_date($1, 1, 1) and v.visited_on <= make_date($1, 12, 31)) v on true
            cross join lateral unnest(v.parts) part(part)
            where part.part in ('Leaves', 'Flowers', 'Fruit') and v.visited_on - v.before <= $2 and not part.part = any(v.had)
            order by v.visited_on
            """,
            [year, MostDaysBetween],
            r => new FirstDate(
                new(r.GetString(0)), r.Named<PlantPart>(1) switch { PlantPart.Flowers => Phenophase.Flower, PlantPart.Fruit => Phenophase.Fruit, _ => Phenophase.Leaf },
                r.GetFieldValue<DateOnly>(2), new(r.NumberOrNull(3), r.NumberOrNull(4), r.NumberOrNull(5), r.DayOrNull(6))),
            cancel);
    }

    /// <summary>Days of a year on which plants that have a name were visited, with the latest name of each.</summary>
    /// <param name="year">The year.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task<List<(string Taxon, DateOnly Date)>> SeenAsync(int year, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            """
            select distinct d.taxon, v.visited_on
            from plant_visit pv
            join visit v on v.id = pv.visit
            join lateral (select taxon from determination where plant = pv.plant order by id desc limit 1) d on true
            where v.visited_on between make_date($1, 1, 1) and make_date($1, 12, 31)
            order by v.visited_on
            """,
            [year], r => (r.GetString(0), r.GetFieldValue<DateOnly>(1)), cancel);
    }

    /// <summary>A plant and its site.</summary>
    /// <param name="id">Its number.</param>
    /// <param name="cancel">Gives up.</param>
    /// <exception cref="NotInStoreException">There is none.</exception>
    public async Task<PlantCard> CardAsync(int id, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        var found = await connection.QueryAsync(
            $"select p.id, p.tag, p.description, p.origin, {PlaceStore.SiteColumns} from plant p join site s on s.id = p.site where p.id = $1", [id],
            r => new PlantCard(r.GetInt32(0), r.GetString(1), r.GetString(2), r.Named<Origin>(3), PlaceStore.SiteAt(r, 4)), cancel);
        return found.Count == 1 ? found[0] : throw new NotInStoreException(NoSuchPlant);
    }

    /// <summary>The visits of a plant, oldest first.</summary>
    /// <param name="plant">Its number.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task<List<PlantVisit>> VisitsAsync(int plant, CancellationToken cancel)
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
                r.GetInt32(0), r.GetFieldValue<DateOnly>(1), r.GetString(2), r.NamedOrNull<LifeStage>(3), r.NamedOrNull<Sex>(4),
                r.NamedList<PlantPart>(5), r.NamedList<Alteration>(6), r.GetString(7)),
            cancel);
    }

    /// <summary>Takes a plant onto the bench with its first visit, under the next free tag.</summary>
    /// <param name="plant">The plant.</param>
    /// <param name="tag">A tag to use; null for the next free one.</param>
    /// <param name="cancel">Gives up.</param>
    /// <returns>Number of the plant; the same one when the request was sent before.</returns>
    public async Task<int> TakeAsync(NewPlant plant, string? tag, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);

        // One plant is taken at a time, so that no two get the same tag.
        await connection.ExecuteAsync("select pg_advisory_xact_lock(hashtext('plant_tag'))", [], cancel);
        var before = await connection.ScalarAsync<int?>("select id from plant where request = $1", [plant.Request], cancel);
        if (before is { } already)
        {
            return already;
        }

        await RequireAsync(connection, plant.Site, plant.Visit.Person, cancel);
        tag ??= await NextTagAsync(connection, cancel);
        var id = await connection.ScalarAsync<int>(
            "insert into plant (tag, request, site, description, origin, taken_by) values ($1, $2, $3, $4, $5, $6) returning id",
            [tag, plant.Request, plant.Site, plant.Description, plant.Origin.ToString(), plant.Visit.Person], cancel);
        await InsertVisitAsync(connection, id, plant.Site, plant.Visit, cancel);
        await transaction.CommitAsync(cancel);
        return id;
    }

    /// <summary>Adds a visit to a plant. Seeing it again the same day with the same person is the same visit.</summary>
    /// <param name="plant">Its number.</param>
    /// <param name="visit">The visit.</param>
    /// <param name="cancel">Gives up.</param>
    /// <returns>Number of the plant's visit.</returns>
    public async Task<int> AddVisitAsync(int plant, NewVisit visit, CancellationToken cancel)
    {
        var card = await CardAsync(plant, cancel);
        await using var connection = await source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        await RequireAsync(connection, card.Site.Id, visit.Person, cancel);
        var id = await InsertVisitAsync(connection, plant, card.Site.Id, visit, cancel);
        await transaction.CommitAsync(cancel);
        return id;
    }

    /// <summary>The next free tag.</summary>
    /// <param name="connection">A connection in whose transaction no other plant is taken.</param>
    /// <param name="cancel">Gives up.</param>
    internal static Task<string?> NextTagAsync(NpgsqlConnection connection, CancellationToken cancel) => connection.ScalarAsync<string>(
        """
        -- Three digits at least: to fewer than a number has it would be cut.
        select $1 || '-' || lpad(next::text, greatest(3, length(next::text)), '0')
        from (select coalesce(max(substring(tag from '[0-9]+$')::int), 0) + 1 as next from plant where tag like $1 || '-%') n
        """,
        [TagLetters], cancel);

    /// <summary>Tags in the order of their letters and numbers: TF-999 before TF-1000.</summary>
    internal const string ByTag = "(split_part(p.tag, '-', 1), length(p.tag), p.tag)";

    /// <summary>Numbers of plants that are the same wherever they are brought in.</summary>
    /// <param name="cancel">Gives up.</param>
    public async Task<Dictionary<int, Guid>> RequestsAsync(CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return (await connection.QueryAsync("select id, request from plant", [], r => (Id: r.GetInt32(0), Request: r.GetGuid(1)), cancel)).ToDictionary(p => p.Id, p => p.Request);
    }

    private static async Task RequireAsync(NpgsqlConnection connection, int site, int person, CancellationToken cancel)
    {
        if (await connection.ScalarAsync<int?>("select id from site where id = $1", [site], cancel) is null)
        {
            throw new NotInStoreException("There is no such site. Choose one from the list.");
        }

        if (await connection.ScalarAsync<int?>("select id from person where id = $1", [person], cancel) is null)
        {
            throw new NotInStoreException("Choose who you are first, at the top of the page.");
        }
    }

    private static async Task<int> InsertVisitAsync(NpgsqlConnection connection, int plant, int site, NewVisit visit, CancellationToken cancel)
    {
        var id = await connection.ScalarAsync<int>(
            """
            insert into visit (site, visited_on, recorder) values ($1, $2, $3)
            on conflict (site, visited_on, recorder) do update set recorder = excluded.recorder
            returning id
            """,
            [site, visit.Date, visit.Person], cancel);
        return await connection.ScalarAsync<int>(
            """
            insert into plant_visit (plant, visit, stage, sex, parts, altered, note) values ($1, $2, $3, $4, $5, $6, $7)
            on conflict (plant, visit) do update
                set stage = excluded.stage, sex = excluded.sex, parts = excluded.parts, altered = excluded.altered, note = excluded.note
            returning id
            """,
            [plant, id, visit.Stage?.ToString(), visit.Sex?.ToString(), Sql.Names(visit.Parts), Sql.Names(visit.Altered), visit.Note], cancel);
    }
}
