using System.Runtime.CompilerServices;
using Garten.Core.Survey;
using Garten.Core.Survey.Access;
using Garten.Core.Survey.Counting;
using Npgsql;

namespace Garten.Data;

/// <summary>Finds that lie close to each other.</summary>
/// <param name="Latitude">Latitude of their middle.</param>
/// <param name="Longitude">Longitude of their middle.</param>
/// <param name="Sites">At how many sites.</param>
/// <param name="Site">Their site where there is but one; null for several.</param>
/// <param name="SiteName">Its name; empty for several.</param>
public sealed record FindCluster(
    double Latitude,
    double Longitude,
    long Finds,
    int Sites,
    SiteId? Site,
    string SiteName
);

/// <summary>Finds of a year.</summary>
public sealed record YearOfFinds(int Year, long Finds);

/// <summary>Finds of a name.</summary>
public sealed record NameFinds(string Taxon, IdentificationQualifier Qualifier, long Finds);

/// <summary>What finds come to.</summary>
/// <param name="Sites">At how many sites.</param>
/// <param name="Unplaced">How many lie nowhere on a map.</param>
/// <param name="Years">By year, the first first.</param>
public sealed record FindSums(
    long Finds,
    int Sites,
    long Unplaced,
    IReadOnlyList<YearOfFinds> Years,
    IReadOnlyList<NameFinds> Names
);

/// <summary>All that was found, whether followed or counted. Built for a million lines: see docs/performance.md.</summary>
/// <param name="policy">What is hidden from who asks.</param>
public sealed class FindStore(NpgsqlDataSource source, SensitivePlacePolicy policy)
{
    /// <summary>The same as somebody else sees it, such as whoever reads a file that leaves the house.</summary>
    /// <param name="leaving">What is hidden from them.</param>
    public FindStore SeenBy(SensitivePlacePolicy leaving) => new(source, leaving);

    private const string Lines =
        "from visit v join count_sheet c on c.visit = v.id join count_line l on l.sheet = c.id and l.removed_at is null";

    private const string AtPlace = "left join place w on w.id = c.place";

    private const string Plants = """
        from plant_visit pv
        join plant p on p.id = pv.plant
        join visit v on v.id = pv.visit
        join site s on s.id = p.site
        join person r on r.id = v.recorder
        join lateral (select * from determination where plant = p.id order by arrived desc limit 1) d on true
        join guide_taxon t on t.guide_version = d.guide_version and t.taxon = d.taxon
        left join lateral (select * from plant_position where plant = p.id order by id desc limit 1) o on true
        """;

    /// <summary>The finds of a filter, page by page.</summary>
    /// <param name="oldest">True for the oldest first, false for the latest.</param>
    /// <param name="after">Where the page before ended; null for the first.</param>
    /// <param name="take">Most finds to give.</param>
    public async Task<List<Find>> ListAsync(
        FindFilter filter,
        bool oldest,
        FindPlace? after,
        int take,
        CancellationToken cancel
    )
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        var ask = await FindConditions.OfAsync(connection, filter, policy, cancel);
        var (before, order) = oldest ? (">", "asc") : ("<", "desc");
        var (fromLine, fromPlant) = ("", "");
        if (after is not null)
        {
            // Of the finds of one day the lines come before the plants, the other way round where the oldest come first.
            var (day, id) = (ask.Value(after.Day), ask.Value(after.Id));
            string Beyond(string number) =>
                $" and v.visited_on {before}= {day} and (v.visited_on, {number}) {before} ({day}, {id})";
            fromLine =
                after.Counted ? Beyond("l.id")
                : oldest ? $" and v.visited_on >= {day}"
                : $" and v.visited_on < {day}";
            fromPlant =
                !after.Counted ? Beyond("pv.id")
                : oldest ? $" and v.visited_on > {day}"
                : $" and v.visited_on <= {day}";
        }

        var most = ask.Value(take);
        return await connection.QueryAsync(
            $"""
            with line as (
                select l.id, c.id as sheet, v.id as visit, v.visited_on {Lines} where {ask.OfLines}{fromLine}
                order by v.visited_on {order}, l.id {order} limit {most})
            select * from (
                select true as counted, l.id, n.sheet as whole, '' as tag, n.visited_on as day, s.id as site, s.name, r.name, l.taxon, t.name, t.common_name, l.qualifier, l.origin,
                       l.unit, l.amount, c.protocol, l.note, coalesce(w.latitude, s.latitude), coalesce(w.longitude, s.longitude), case when w.id is null then s.uncertainty_m end
                from line n join count_line l on l.id = n.id join count_sheet c on c.id = n.sheet join visit v on v.id = n.visit
                join site s on s.id = v.site join person r on r.id = v.recorder {AtPlace}
                join guide_taxon t on t.guide_version = l.guide_version and t.taxon = l.taxon
                union all (
                select false, pv.id, p.id, p.tag, v.visited_on, s.id, s.name, r.name, d.taxon, t.name, t.common_name, d.qualifier, p.origin,
                       'Presence', null, null, pv.note, coalesce(o.latitude, s.latitude), coalesce(o.longitude, s.longitude), coalesce(o.uncertainty_m, s.uncertainty_m)
                {Plants} where {ask.OfPlants}{fromPlant}
                order by v.visited_on {order}, pv.id {order} limit {most})) f
            order by day {order}, counted {order}, id {order} limit {most}
            """,
            ask.Values,
            ReadFind,
            cancel
        );
    }

    /// <summary>The finds of a filter one after another, the oldest first, without holding them all.</summary>
    public async IAsyncEnumerable<Find> StreamAsync(
        FindFilter filter,
        [EnumeratorCancellation] CancellationToken cancel
    )
    {
        const int Page = 20_000;
        FindPlace? after = null;
        while (true)
        {
            var page = await ListAsync(filter, true, after, Page, cancel);
            foreach (var find in page)
            {
                yield return find;
            }

            if (page.Count < Page)
            {
                yield break;
            }

            after = new(page[^1].Date, page[^1].Counted, page[^1].Id);
        }
    }

    /// <summary>What the finds of a filter come to.</summary>
    public async Task<FindSums> SumsAsync(FindFilter filter, CancellationToken cancel)
    {
        FindConditions ask;
        await using (var connection = await source.OpenConnectionAsync(cancel))
        {
            ask = await FindConditions.OfAsync(connection, filter, policy, cancel);
        }

        // The two questions are as long as each other; the database answers them side by side. Each takes a connection and gives it back
        // by itself: many who held one and waited for another would wait for each other.
        async Task<List<T>> AskAsync<T>(string question, Func<NpgsqlDataReader, T> read)
        {
            await using var connection = await source.OpenConnectionAsync(cancel);
            return await connection.QueryAsync(question, ask.Values, read, cancel);
        }

        var summing = AskAsync(
            $"""
            with {Found(ask)}, sum as (
                select site, extract(year from day)::integer as year, sum(n)::bigint as n, coalesce(sum(n) filter (where latitude is null), 0)::bigint as at_site
                from found group by grouping sets ((site), (extract(year from day)::integer)) having sum(n) > 0)
            select sum.year, sum.n, case when s.latitude is null or s.longitude is null then sum.at_site else 0 end
            from sum left join site s on s.id = sum.site order by sum.year
            """,
            r => (Year: r.IsDBNull(0) ? (int?)null : r.GetInt32(0), Finds: r.GetInt64(1), Unplaced: r.GetInt64(2))
        );
        var named = ask.OnTaxaOnly
            ? "sum(l.lines) as n from count_tally l where "
            : $"count(*) as n {(ask.OnVisits ? Lines : "from count_line l")} where {(ask.OnVisits ? "" : "l.removed_at is null and ")}";
        var naming = AskAsync(
            $"""
            select taxon, qualifier, sum(n)::bigint from (
                select l.taxon, l.qualifier, {named}{ask.OfLines} group by 1, 2
                union all
                select d.taxon, d.qualifier, count(*) {Plants} where {ask.OfPlants} group by 1, 2) b
            group by taxon, qualifier having sum(n) > 0 order by taxon, qualifier
            """,
            r => new NameFinds(r.GetString(0), r.Named<IdentificationQualifier>(1), r.GetInt64(2))
        );
        await Task.WhenAll(summing, naming);
        var (sums, names) = (await summing, await naming);
        var sites = sums.FindAll(s => s.Year is null);
        return new(
            sites.Sum(s => s.Finds),
            sites.Count,
            sites.Sum(s => s.Unplaced),
            [.. sums.Where(s => s.Year is not null).Select(s => new YearOfFinds(s.Year!.Value, s.Finds))],
            names
        );
    }

    /// <summary>The finds of a filter gathered in squares.</summary>
    /// <param name="window">The part of the earth to look at.</param>
    /// <param name="side">Side of a square in degrees.</param>
    public async Task<List<FindCluster>> ClustersAsync(
        FindFilter filter,
        GeoWindow window,
        double side,
        CancellationToken cancel
    )
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        var ask = await FindConditions.OfAsync(connection, filter, policy, cancel);
        var (south, west, north, east, square) = (
            ask.Value(window.South),
            ask.Value(window.West),
            ask.Value(window.North),
            ask.Value(window.East),
            ask.Value(side)
        );
        return await connection.QueryAsync(
            $"""
            with {Found(ask)}, spot as (
                select coalesce(f.latitude, s.latitude) as latitude, coalesce(f.longitude, s.longitude) as longitude, f.site, f.n
                from (select latitude, longitude, site, sum(n) as n from found group by latitude, longitude, site having sum(n) > 0) f join site s on s.id = f.site)
            select (sum(k.latitude * n) / sum(n))::double precision, (sum(k.longitude * n) / sum(n))::double precision, sum(n)::bigint, count(distinct site)::integer,
                   case when count(distinct site) = 1 then min(site::text)::uuid end, case when count(distinct site) = 1 then min(s.name) else '' end
            from spot k join site s on s.id = k.site
            where k.latitude between {south} and {north} and k.longitude between {west} and {east}
            group by floor(k.latitude / {square}), floor(k.longitude / {square})
            order by 3 desc
            """,
            ask.Values,
            r => new FindCluster(
                r.GetDouble(0),
                r.GetDouble(1),
                r.GetInt64(2),
                r.GetInt32(3),
                r.IdOrNull<SiteId>(4),
                r.GetString(5)
            ),
            cancel
        );
    }

    /// <summary>
    /// Numbers of finds with their place, where it is known better than by the site. Where nothing is asked of the lines themselves the number
    /// each sheet keeps will do, less the lines that are hidden.
    /// </summary>
    private static string Found(FindConditions ask)
    {
        var counted = ask.OnLines
            ? $"select v.site, v.visited_on, 1, w.latitude, w.longitude {Lines} {AtPlace} where {ask.OfLines}"
            : $"""
                select v.site, v.visited_on, c.lines, w.latitude, w.longitude from visit v join count_sheet c on c.visit = v.id {AtPlace} where {ask.OfVisits}
                union all
                select v.site, v.visited_on, -1, w.latitude, w.longitude {Lines} {AtPlace} where {ask.OfHiddenLines} and {ask.OfVisits}
                """;
        return $"""
            found (site, day, n, latitude, longitude) as (
                {counted}
                union all
                select p.site, v.visited_on, 1, o.latitude, o.longitude {Plants} where {ask.OfPlants})
            """;
    }

    private static Find ReadFind(NpgsqlDataReader r) =>
        new(
            r.GetBoolean(0),
            r.GetGuid(1),
            r.GetGuid(2),
            r.GetString(3),
            r.GetFieldValue<DateOnly>(4),
            r.Id<SiteId>(5),
            r.GetString(6),
            r.GetString(7),
            r.GetString(8),
            r.GetString(9),
            r.GetString(10),
            r.Named<IdentificationQualifier>(11),
            r.Named<Origin>(12),
            r.Named<CountUnit>(13),
            r.NumberOrNull(14),
            r.NamedOrNull<Protocol>(15),
            r.GetString(16),
            r.NumberOrNull(17),
            r.NumberOrNull(18),
            r.NumberOrNull(19)
        );
}
