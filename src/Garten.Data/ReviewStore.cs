using Garten.Core.Assessment;
using Garten.Core.Commands;
using Garten.Core.Survey.Access;
using Npgsql;

namespace Garten.Data;

/// <summary>The latest name of a plant, and what was said of it last by each who reviewed it.</summary>
/// <param name="Name">The name as written.</param>
/// <param name="By">Who gave it.</param>
/// <param name="Reviews">What was said; empty while nobody did.</param>
public sealed record NameUnderReview(PlantId Plant, string Name, string By, IReadOnlyList<NameReview> Reviews);

/// <summary>What others say of names, and the specimens that stand for them.</summary>
/// <param name="policy">What is hidden from who asks.</param>
/// <param name="journal">Where changes go.</param>
public sealed class ReviewStore(NpgsqlDataSource source, SensitivePlacePolicy policy, CommandJournal journal)
    : IHandles<ReviewName, PlantInColony>,
        IHandles<KeepVoucher, PlantInColony>
{
    /// <summary>The same as somebody else sees it, such as whoever reads a file that leaves the house.</summary>
    /// <param name="leaving">What is hidden from them.</param>
    public ReviewStore SeenBy(SensitivePlacePolicy leaving) => new(source, leaving, journal);

    /// <summary>The latest name of every plant that has one, with what was said of it.</summary>
    public async Task<List<NameUnderReview>> LatestAsync(CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        var rows = await connection.QueryAsync(
            $"""
            select d.plant, d.full_name, h.name, r.name, r.verdict, r.remark
            from (select distinct on (plant) plant, id, full_name, determined_by from determination order by plant, arrived desc) d
            join person h on h.id = d.determined_by
            left join (
                select distinct on (v.determination, v.reviewer) v.determination, w.name, v.verdict, v.remark, v.arrived
                from review v join person w on w.id = v.reviewer order by v.determination, v.reviewer, v.arrived desc) r on r.determination = d.id
            where {policy.Shows("d.plant")}
            order by r.arrived
            """,
            [],
            r =>
                (
                    Plant: r.Id<PlantId>(0),
                    Name: r.GetString(1),
                    By: r.GetString(2),
                    Review: r.IsDBNull(3) ? null : new NameReview(r.GetString(3), r.Named<Verdict>(4), r.GetString(5))
                ),
            cancel
        );
        return
        [
            .. rows.GroupBy(r => (r.Plant, r.Name, r.By))
                .Select(g => new NameUnderReview(
                    g.Key.Plant,
                    g.Key.Name,
                    g.Key.By,
                    [.. g.Select(r => r.Review).OfType<NameReview>()]
                )),
        ];
    }

    /// <inheritdoc/>
    public Task<PlantInColony> HandleAsync(CommandHead head, ReviewName command, CancellationToken cancel) =>
        journal.ChangeAsync(
            head,
            policy,
            command.Plant,
            async connection =>
            {
                var by = await connection.IdAsync<PersonId>(
                    "select determined_by from determination where id = $1 and plant = $2",
                    [command.Name, command.Plant],
                    cancel
                ) ?? throw new NotInStoreException("The plant has no such name. Open its sheet again.");
                if (by == head.Person)
                {
                    throw new TakenException("You gave this name yourself; a second person reviews it.");
                }

                // Said again in the same words it says nothing more.
                await connection.ExecuteAsync(
                    """
                    insert into review (id, determination, reviewer, verdict, remark)
                    select $5, $1, $2, $3, $4
                    where not exists (
                        select from (select verdict, remark from review where determination = $1 and reviewer = $2 order by arrived desc limit 1) latest
                        where latest.verdict = $3 and latest.remark = $4)
                    """,
                    [command.Name, head.Person, command.Verdict.ToString(), command.Remark, head.Id],
                    cancel
                );
                return [];
            },
            cancel
        );

    /// <inheritdoc/>
    public Task<PlantInColony> HandleAsync(CommandHead head, KeepVoucher command, CancellationToken cancel) =>
        journal.ChangeAsync(
            head,
            policy,
            command.Plant,
            async connection =>
            {
                var same = await connection.ScalarAsync<bool?>(
                    """
                    with added as (
                        insert into voucher (number, plant, kept_at, taken_on, stand, taken, permit, person)
                        values ($1, $2, $3, $4, $5, $6, $7, $8) on conflict (number) do nothing returning number)
                    select exists (select from added)
                        or exists (select from voucher where number = $1 and plant = $2 and kept_at = $3 and taken_on = $4 and stand = $5 and taken = $6 and permit = $7)
                    """,
                    [
                        command.Voucher.Number,
                        command.Plant,
                        command.Voucher.KeptAt,
                        command.Voucher.TakenOn,
                        command.Voucher.Stand,
                        command.Voucher.Taken,
                        command.Voucher.Permit,
                        head.Person,
                    ],
                    cancel
                );
                // The same specimen noted twice is one.
                return same == true
                    ? []
                    : throw new TakenException(
                        $"Number {command.Voucher.Number} is given to another specimen. Each has a number of its own."
                    );
            },
            cancel
        );
}
