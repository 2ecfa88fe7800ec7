using Garten.Core.Survey;
using Garten.Core.Survey.Access;
using Npgsql;

namespace Garten.Data;

/// <summary>What to show of the records. Null parts do not restrict.</summary>
/// <param name="Taxon">A taxon; those below it count too.</param>
/// <param name="Person">A person who recorded or determined.</param>
/// <param name="From">First day.</param>
/// <param name="To">Last day.</param>
/// <param name="Text">Words looked for in tag, name, description and site.</param>
/// <param name="Sort">Column to sort by.</param>
/// <param name="Descending">True for the largest first.</param>
/// <param name="Skip">Rows to leave out at the start.</param>
/// <param name="Take">Most rows to give.</param>
public sealed record RecordFilter(
    SiteId? Site,
    string? Taxon,
    PersonId? Person,
    DateOnly? From,
    DateOnly? To,
    string? Text,
    RecordSort Sort,
    bool Descending,
    int Skip,
    int Take
)
{
    /// <summary>True when nothing but a taxon restricts it.</summary>
    public bool ByNameAlone => Site is null && Person is null && From is null && To is null && Text is null;

    /// <summary>All records, the oldest first.</summary>
    public static RecordFilter All { get; } =
        new(null, null, null, null, null, null, RecordSort.Date, false, 0, int.MaxValue);
}

/// <summary>Columns records are sorted by.</summary>
public enum RecordSort
{
    /// <summary>Day of the visit.</summary>
    Date,

    /// <summary>The plant's tag.</summary>
    Tag,

    /// <summary>The name.</summary>
    Name,

    /// <summary>The site.</summary>
    Site,

    /// <summary>Who recorded.</summary>
    Recorder,

    /// <summary>Who determined.</summary>
    Determiner,
}

/// <summary>Records of the survey: a plant on a visit, under the name it has; one without a name stands as such.</summary>
/// <param name="policy">What is hidden from who asks.</param>
public sealed class RecordStore(NpgsqlDataSource source, SensitivePlacePolicy policy)
{
    /// <summary>The same as somebody else sees it, such as whoever reads a file that leaves the house.</summary>
    /// <param name="leaving">What is hidden from them.</param>
    public RecordStore SeenBy(SensitivePlacePolicy leaving) => new(source, leaving);

    private const string From = """
        from plant_visit pv
        join plant p on p.id = pv.plant
        join visit v on v.id = pv.visit
        join site s on s.id = p.site
        join person rec on rec.id = v.recorder
        left join lateral (select * from determination where plant = p.id order by arrived desc limit 1) d on true
        left join person det on det.id = d.determined_by
        left join guide_taxon t on t.guide_version = d.guide_version and t.taxon = d.taxon
        left join guide_taxon_area ta on ta.guide_version = d.guide_version and ta.taxon = d.taxon and ta.area = s.flora_area
        where ($1::uuid is null or p.site = $1)
          and ($2::text is null or d.taxon in (
              with recursive below (taxon) as (
                  select $2::text
                  union
                  select c.taxon from guide_taxon c join below b on c.parent = b.taxon)
              select taxon from below))
          and ($3::uuid is null or v.recorder = $3 or d.determined_by = $3)
          and ($4::date is null or v.visited_on >= $4)
          and ($5::date is null or v.visited_on <= $5)
          and ($6::text is null or concat_ws(' ', p.tag, d.full_name, t.name, t.common_name, p.description, s.name) ilike '%' || $6 || '%')
        """;

    /// <summary>How many records a filter lets through.</summary>
    public async Task<long> CountAsync(RecordFilter filter, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.ScalarAsync<long>(
            $"select count(*) {From} and {policy.Shows("p.id")}",
            Values(filter),
            cancel
        );
    }

    /// <summary>The records a filter lets through, in its order.</summary>
    public async Task<List<SurveyRecord>> ListAsync(RecordFilter filter, CancellationToken cancel)
    {
        // Only names of columns from this list ever become part of the statement.
        var column = filter.Sort switch
        {
            RecordSort.Tag => PlantStore.ByTag,
            RecordSort.Name => "d.full_name",
            RecordSort.Site => "s.name",
            RecordSort.Recorder => "rec.name",
            RecordSort.Determiner => "det.name",
            _ => "v.visited_on",
        };
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            $"""
            select pv.id, p.id, p.tag, v.id, v.visited_on, rec.name, s.name, s.elevation_m, s.latitude, s.longitude, s.uncertainty_m,
                   p.description, p.origin, pv.stage, pv.sex, pv.parts, pv.note,
                   coalesce(d.full_name, ''), coalesce(d.qualifier, 'None'), coalesce(d.taxon, ''), coalesce(t.name, ''), coalesce(t.author, ''), coalesce(t.rank, ''),
                   coalesce(t.family, ''), coalesce(t.genus, ''), coalesce(t.common_name, ''), coalesce(ta.status, t.status, 'Unknown'),
                   coalesce(det.name, ''), d.determined_on, coalesce(d.remarks, ''), d.id
            {From} and {policy.Shows("p.id")}
            order by {column} {(filter.Descending ? "desc" : "asc")} nulls last, {PlantStore.ByTag}, pv.id
            offset $7 limit $8
            """,
            [.. Values(filter), filter.Skip, filter.Take],
            r => new SurveyRecord(
                r.Id<VisitId>(0),
                r.Id<PlantId>(1),
                r.GetString(2),
                r.Id<SiteVisitId>(3),
                r.GetFieldValue<DateOnly>(4),
                r.GetString(5),
                r.GetString(6),
                r.NumberOrNull(7),
                r.NumberOrNull(8),
                r.NumberOrNull(9),
                r.NumberOrNull(10),
                r.GetString(11),
                r.Named<Origin>(12),
                r.NamedOrNull<LifeStage>(13),
                r.NamedOrNull<Sex>(14),
                [.. r.NamedList<PlantPart>(15)],
                r.GetString(16),
                r.GetString(17),
                r.Named<IdentificationQualifier>(18),
                r.GetString(19),
                r.GetString(20),
                r.GetString(21),
                r.GetString(22),
                r.GetString(23),
                r.GetString(24),
                r.GetString(25),
                r.GetString(26),
                r.GetString(27),
                r.IsDBNull(28) ? null : r.GetFieldValue<DateOnly>(28),
                r.GetString(29),
                r.IdOrNull<DeterminationId>(30)
            ),
            cancel
        );
    }

    /// <summary>What is told of records that are hidden: taxon, day and place of each.</summary>
    public async Task<List<(string Taxon, DateOnly Date, GeoPoint? At)>> HiddenAsync(CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            $"select d.taxon, v.visited_on, s.latitude, s.longitude {From} and d.taxon is not null and not {policy.Shows("p.id")}",
            Values(RecordFilter.All),
            r =>
                (
                    r.GetString(0),
                    r.GetFieldValue<DateOnly>(1),
                    r.NumberOrNull(2) is { } north && r.NumberOrNull(3) is { } east
                        ? new GeoPoint(north, east)
                        : (GeoPoint?)null
                ),
            cancel
        );
    }

    private static object?[] Values(RecordFilter f) =>
        [
            f.Site,
            f.Taxon,
            f.Person,
            f.From,
            f.To,
            f
                .Text?.Replace(@"\", @"\\", StringComparison.Ordinal)
                .Replace("%", @"\%", StringComparison.Ordinal)
                .Replace("_", @"\_", StringComparison.Ordinal),
        ];
}
