using Garten.Core.Assessment;
using Garten.Core.Commands;
using Garten.Core.Survey.Access;
using Npgsql;

namespace Garten.Data;

/// <summary>A grade a person set against the one computed.</summary>
public sealed record GradeOverrule(Grade Grade, string Reason, string Person, DateOnly On);

/// <summary>A grade that fell and has not risen again.</summary>
/// <param name="Because">What is not met any more, in words.</param>
/// <param name="On">When it fell.</param>
public sealed record GradeFall(PlantId Plant, Grade From, Grade To, string Because, DateOnly On);

/// <summary>The grades of plants as they changed, and those set by a person.</summary>
/// <param name="policy">What is hidden from who asks.</param>
/// <param name="journal">Where changes go.</param>
public sealed class GradeStore(NpgsqlDataSource source, SensitivePlacePolicy policy, CommandJournal journal)
    : IHandles<OverruleGrade, PlantInColony>
{
    /// <summary>The same as somebody else sees it, such as whoever reads a file that leaves the house.</summary>
    /// <param name="leaving">What is hidden from them.</param>
    public GradeStore SeenBy(SensitivePlacePolicy leaving) => new(source, leaving, journal);

    /// <summary>Plants whose grade fell at its latest change.</summary>
    public async Task<List<GradeFall>> FallsAsync(CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        var latest = await connection.QueryAsync(
            $"""
            select plant, grade, before, because, noted_at::date
            from (select plant, grade, because, noted_at,
                         lead(grade) over (partition by plant order by id desc) as before,
                         row_number() over (partition by plant order by id desc) as place
                  from plant_grade) g
            where place = 1 and before is not null and {policy.Shows("g.plant")}
            order by noted_at desc
            """,
            [],
            r => new GradeFall(
                r.Id<PlantId>(0),
                r.Named<Grade>(2),
                r.Named<Grade>(1),
                r.GetString(3),
                r.GetFieldValue<DateOnly>(4)
            ),
            cancel
        );
        return [.. latest.Where(f => f.To < f.From)];
    }

    /// <inheritdoc/>
    public Task<PlantInColony> HandleAsync(CommandHead head, OverruleGrade command, CancellationToken cancel) =>
        journal.ChangeAsync(
            head,
            policy,
            command.Plant,
            async connection =>
            {
                await connection.ExecuteAsync(
                    "insert into grade_overrule (plant, grade, reason, person) values ($1, $2, $3, $4)",
                    [command.Plant, command.Grade?.ToString(), command.Reason, head.Person],
                    cancel
                );
                return [];
            },
            cancel
        );

    /// <summary>All that persons said of the grade of a plant, the earliest first.</summary>
    public async Task<List<OverruledOnce>> OverrulesAsync(PlantId plant, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            "select o.grade, o.reason, h.name, o.given_at from grade_overrule o join person h on h.id = o.person where o.plant = $1 order by o.id",
            [plant],
            r => new OverruledOnce(
                r.NamedOrNull<Grade>(0),
                r.GetString(1),
                r.GetString(2),
                r.GetFieldValue<DateTimeOffset>(3)
            ),
            cancel
        );
    }
}
