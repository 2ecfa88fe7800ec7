using System.Text.Json;
using System.Text.Json.Serialization;
using Garten.Core.Assessment;
using Garten.Core.Evidence;
using Garten.Core.Sheets;
using Garten.Core.Survey;
using Npgsql;

namespace Garten.Data;

/// <summary>
/// A plant with everything kept of it, as it stood at one moment: all of it comes from one statement, so that nothing can be
/// recorded between two parts of it.
/// </summary>
/// <param name="Card">The plant and its site.</param>
/// <param name="Revision">Grows with every change of the plant.</param>
/// <param name="Visits">Its visits, oldest first.</param>
/// <param name="Observations">Everything recorded, as it was first recorded.</param>
/// <param name="Walk">The walk through the keys; null when none was begun.</param>
/// <param name="Colony">Plants linked with it that the person who asks may know of.</param>
/// <param name="Determinations">Its names, the latest first.</param>
/// <param name="Reviews">What others say of them, the latest first.</param>
/// <param name="Vouchers">Specimens kept of it.</param>
/// <param name="Overrule">The grade a person set; null where the reckoned one stands.</param>
/// <param name="Assessment">What was reckoned of it last; null before it ever was.</param>
public sealed record StoredPlant(
    PlantCard Card,
    long Revision,
    IReadOnlyList<PlantVisit> Visits,
    IReadOnlyList<StoredObservation> Observations,
    StoredWalk? Walk,
    IReadOnlyList<LinkedPlant> Colony,
    IReadOnlyList<Determination> Determinations,
    IReadOnlyList<StoredReview> Reviews,
    IReadOnlyList<Voucher> Vouchers,
    GradeOverrule? Overrule,
    KeptAssessment? Assessment
)
{
    /// <summary>What others said last of the latest name, one a person.</summary>
    public IEnumerable<NameReview> ReviewsOfLatest =>
        Determinations.Count == 0
            ? []
            : Reviews
                .Where(r => r.Determination == Determinations[0].Id)
                .DistinctBy(r => r.Person)
                .Select(r => new NameReview(r.Person, r.Verdict, r.Remark));
}

/// <summary>Plants read together with all that belongs to them.</summary>
internal static class StoredPlants
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter() },
    };

    /// <summary>A number that is not one of the plants asked for, for all of them.</summary>
    private static readonly PlantId[] All = [];

    /// <summary>Reads plants, those linked with them beside them, in one statement.</summary>
    /// <param name="connection">An open connection.</param>
    /// <param name="shows">The condition the plants p must meet.</param>
    /// <param name="plants">The plants; null for all.</param>
    /// <returns>By id: the plants asked for, and those linked with them.</returns>
    public static async Task<Dictionary<PlantId, StoredPlant>> ReadAsync(
        NpgsqlConnection connection,
        Func<string, string> shows,
        PlantId[]? plants,
        CancellationToken cancel
    ) =>
        (
            await connection.QueryAsync(
                $"""
                with asked (id) as (
                    select p.id from plant p where ($1 or p.id = any($2)) and {shows("p.id")}
                    union
                    select n.other from colony_neighbour n where not $1 and n.plant = any($2) and {shows(
                    "n.plant"
                )} and {shows("n.other")})
                select p.id, p.tag, p.description, p.origin, p.revision,
                       (select coalesce(jsonb_agg(jsonb_build_object(
                            'id', v.id, 'date', t.visited_on, 'recorder', h.name, 'stage', v.stage, 'sex', v.sex, 'parts', v.parts, 'altered', v.altered, 'note', v.note)
                            order by t.visited_on, v.id), '[]')
                        from plant_visit v join visit t on t.id = v.visit join person h on h.id = t.recorder where v.plant = p.id)::text,
                       (select coalesce(jsonb_agg(jsonb_build_object(
                            'content', jsonb_build_object(
                                'plantVisit', o.plant_visit, 'character', o.character, 'finding', o.finding, 'states', o.states, 'parts', s.parts,
                                'rough', case when o.rough_typed is not null then jsonb_build_object('low', o.rough_low, 'high', o.rough_high, 'best', o.rough_best, 'typed', o.rough_typed) end,
                                'hidden', o.hidden, 'certainty', o.certainty, 'source', o.source, 'altered', o.altered, 'exposure', o.exposure, 'position', o.position, 'age', o.age,
                                'note', o.note, 'recordedBy', o.recorded_by, 'tool', o.tool),
                            'recorder', h.name, 'revision', o.revision, 'command', o.command) order by o.id), '[]')
                        from observation o join plant_visit v on v.id = o.plant_visit join person h on h.id = o.recorded_by
                        cross join lateral (
                            select coalesce(jsonb_agg(jsonb_build_object('value', a.value, 'typed', a.typed, 'exposure', a.exposure, 'position', a.position) order by a.ordinal), '[]') as parts
                            from sample_part a where a.observation = o.id) s
                        where v.plant = p.id)::text,
                       (select jsonb_build_object(
                            'start', jsonb_build_object('key', w.start_key, 'couplet', w.start_couplet),
                            'reopened', case when w.reopened_key is not null then jsonb_build_object('key', w.reopened_key, 'couplet', w.reopened_couplet) end,
                            'answers', (select coalesce(jsonb_agg(jsonb_build_object('at', jsonb_build_object('key', a.key, 'couplet', a.couplet), 'lead', a.lead) order by a.ordinal), '[]')
                                        from walk_answer a where a.plant = w.plant))
                        from walk w where w.plant = p.id)::text,
                       (select w.revision from walk w where w.plant = p.id),
                       (select coalesce(jsonb_agg(jsonb_build_object('id', q.id, 'tag', q.tag, 'by', h.name) order by split_part(q.tag, '-', 1), length(q.tag), q.tag), '[]')
                        from colony_link k join plant q on q.id = case when k.plant = p.id then k.other else k.plant end join person h on h.id = k.linked_by
                        where p.id in (k.plant, k.other) and {shows("q.id")})::text,
                       (select coalesce(jsonb_agg(jsonb_build_object(
                            'id', d.id, 'taxon', d.taxon, 'qualifier', d.qualifier, 'fullName', d.full_name, 'person', h.name, 'date', d.determined_on, 'remarks', d.remarks, 'reasons', d.reasons::text)
                            order by d.arrived desc), '[]')
                        from determination d join person h on h.id = d.determined_by where d.plant = p.id)::text,
                       (select coalesce(jsonb_agg(jsonb_build_object(
                            'id', r.id, 'determination', r.determination, 'person', h.name, 'verdict', r.verdict, 'remark', r.remark, 'at', r.given_at) order by r.arrived desc), '[]')
                        from review r join determination d on d.id = r.determination join person h on h.id = r.reviewer where d.plant = p.id)::text,
                       (select coalesce(jsonb_agg(jsonb_build_object(
                            'content', jsonb_build_object('number', v.number, 'keptAt', v.kept_at, 'takenOn', v.taken_on, 'stand', v.stand, 'taken', v.taken, 'permit', v.permit),
                            'person', h.name) order by v.taken_on, v.number), '[]')
                        from voucher v join person h on h.id = v.person where v.plant = p.id)::text,
                       (select case when o.grade is not null then jsonb_build_object('grade', o.grade, 'reason', o.reason, 'person', h.name, 'on', o.given_at::date) end
                        from grade_overrule o join person h on h.id = o.person where o.plant = p.id order by o.id desc limit 1)::text,
                       a.revision, a.guide_version, a.content::text, (select w.command from walk w where w.plant = p.id), {PlaceStore.SiteColumns}
                from asked join plant p on p.id = asked.id join site s on s.id = p.site left join plant_assessment a on a.plant = p.id
                """,
                [plants is null, Sql.Ids(plants ?? All)],
                Read,
                cancel
            )
        ).ToDictionary(p => p.Card.Id);

    /// <summary>A JSON text read back.</summary>
    public static T Of<T>(string json) => JsonSerializer.Deserialize<T>(json, Json)!;

    /// <summary>A value as JSON text.</summary>
    public static string Written<T>(T value) => JsonSerializer.Serialize(value, Json);

    private static StoredPlant Read(NpgsqlDataReader r) =>
        new(
            new(r.Id<PlantId>(0), r.GetString(1), r.GetString(2), r.Named<Origin>(3), PlaceStore.SiteAt(r, 18)),
            r.GetInt64(4),
            Of<List<PlantVisit>>(r.GetString(5)),
            Of<List<StoredObservation>>(r.GetString(6)),
            r.IsDBNull(7)
                ? null
                : new(Of<KeyWalk>(r.GetString(7)), r.GetInt64(8), r.IsDBNull(17) ? null : r.GetGuid(17)),
            Of<List<LinkedPlant>>(r.GetString(9)),
            Of<List<Determination>>(r.GetString(10)),
            Of<List<StoredReview>>(r.GetString(11)),
            Of<List<Voucher>>(r.GetString(12)),
            r.IsDBNull(13) ? null : Of<GradeOverrule>(r.GetString(13)),
            r.IsDBNull(14) ? null : new(r.GetInt64(14), r.GetInt32(15), Of<PlantAssessment>(r.GetString(16)))
        );
}
