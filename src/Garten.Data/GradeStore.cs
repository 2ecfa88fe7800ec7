using Npgsql;

namespace Garten.Data;

/// <summary>A grade a person set against the one computed.</summary>
/// <param name="Grade">The grade.</param>
/// <param name="Reason">Why.</param>
/// <param name="Person">Who.</param>
/// <param name="On">When.</param>
public sealed record GradeOverrule(Grade Grade, string Reason, string Person, DateOnly On);

/// <summary>What a person once said of a grade.</summary>
/// <param name="Grade">The grade set; null where the computed one was let stand again.</param>
/// <param name="Reason">Why.</param>
/// <param name="Person">Who.</param>
/// <param name="At">When.</param>
public sealed record OverruledOnce(Grade? Grade, string Reason, string Person, DateTimeOffset At);

/// <summary>A grade that fell and has not risen again.</summary>
/// <param name="Plant">The plant.</param>
/// <param name="From">What it was.</param>
/// <param name="To">What it is.</param>
/// <param name="Because">What is not met any more, in words.</param>
/// <param name="On">When it fell.</param>
public sealed record GradeFall(int Plant, Grade From, Grade To, string Because, DateOnly On);

/// <summary>The grades of plants as they changed, and those set by a person.</summary>
/// <param name="source">The database.</param>
public sealed class GradeStore(NpgsqlDataSource source)
{
    /// <summary>Notes the grade of a plant when it differs from the one noted last.</summary>
    /// <param name="plant">The plant.</param>
    /// <param name="grade">The grade.</param>
    /// <param name="taxon">The name it is of; null for none.</param>
    /// <param name="because">What stands against a higher one, in words.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task NoteAsync(int plant, Grade grade, string? taxon, string because, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(
            """
            insert into plant_grade (plant, grade, taxon, because)
            select $1, $2, $3, $4
            where ($2, $3::text) is distinct from (select (grade, taxon)::record from (select grade, taxon from plant_grade where plant = $1 order by id desc limit 1) last)
            """,
            [plant, grade.ToString(), taxon, because], cancel);
    }

    /// <summary>Plants whose grade fell at its latest change.</summary>
    /// <param name="cancel">Gives up.</param>
    public async Task<List<GradeFall>> FallsAsync(CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        var latest = await connection.QueryAsync(
            """
            select plant, grade, before, because, noted_at::date
            from (select plant, grade, because, noted_at,
                         lead(grade) over (partition by plant order by id desc) as before,
                         row_number() over (partition by plant order by id desc) as place
                  from plant_grade) g
            where place = 1 and before is not null
            order by noted_at desc
            """,
            [], r => new GradeFall(r.GetInt32(0), r.Named<Grade>(2), r.Named<Grade>(1), r.GetString(3), r.GetFieldValue<DateOnly>(4)), cancel);
        return [.. latest.Where(f => f.To < f.From)];
    }

    /// <summary>Sets a grade against the one computed, or takes that back.</summary>
    /// <param name="plant">The plant.</param>
    /// <param name="grade">The grade; null to let the computed one stand.</param>
    /// <param name="reason">Why.</param>
    /// <param name="person">Who.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task OverruleAsync(int plant, Grade? grade, string reason, int person, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(
            "insert into grade_overrule (plant, grade, reason, person) values ($1, $2, $3, $4)", [plant, grade?.ToString(), reason, person], cancel);
    }

    /// <summary>The grade a person set; null where the computed one stands.</summary>
    /// <param name="plant">The plant.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task<GradeOverrule?> OverruledAsync(int plant, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        var latest = await connection.QueryAsync(
            """
            select o.grade, o.reason, h.name, o.given_at::date
            from grade_overrule o join person h on h.id = o.person
            where o.plant = $1 order by o.id desc limit 1
            """,
            [plant], r => (Grade: r.NamedOrNull<Grade>(0), Reason: r.GetString(1), Person: r.GetString(2), On: r.GetFieldValue<DateOnly>(3)), cancel);
        return latest is [{ Grade: { } grade } set] ? new(grade, set.Reason, set.Person, set.On) : null;
    }

    /// <summary>All that persons said of the grade of a plant, the earliest first.</summary>
    /// <param name="plant">The plant.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task<List<OverruledOnce>> OverrulesAsync(int plant, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            "select o.grade, o.reason, h.name, o.given_at from grade_overrule o join person h on h.id = o.person where o.plant = $1 order by o.id",
            [plant], r => new OverruledOnce(r.NamedOrNull<Grade>(0), r.GetString(1), r.GetString(2), r.GetFieldValue<DateTimeOffset>(3)), cancel);
    }
}
