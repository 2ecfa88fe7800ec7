using Garten.Core.Survey.Access;
using Npgsql;

namespace Garten.Data;

/// <summary>Something that was done, or refused.</summary>
/// <param name="Person">Who; null for somebody who had not entered.</param>
/// <param name="What">What, by the name of the request.</param>
/// <param name="Status">How the server answered.</param>
/// <param name="Asked">When it was asked for by the clock of who asked; null where they did not say.</param>
public sealed record AuditEntry(
    long Id,
    DateTimeOffset At,
    string? Person,
    Role? Role,
    string What,
    string Path,
    int Status,
    DateTimeOffset? Asked = null
);

/// <summary>What was done in the survey, by whom: added to, never changed.</summary>
public sealed class AuditStore(NpgsqlDataSource source)
{
    /// <summary>Notes an entry.</summary>
    /// <param name="person">The person; null for somebody who had not entered.</param>
    /// <param name="what">What, by the name of the request.</param>
    /// <param name="status">How the server answered.</param>
    public async Task NoteAsync(
        PersonId? person,
        Role? role,
        string what,
        string path,
        int status,
        CancellationToken cancel
    )
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(
            "insert into audit_entry (person, role, what, path, status) values ($1, $2, $3, $4, $5)",
            [person, role?.ToString(), what, path, status],
            cancel
        );
    }

    /// <summary>The latest entries.</summary>
    /// <param name="person">Only of this person; null for all.</param>
    /// <param name="before">Only before this number; null for the latest.</param>
    /// <param name="take">Most to give.</param>
    public async Task<List<AuditEntry>> LatestAsync(PersonId? person, long? before, int take, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            """
            select d.id, d.done_at, p.name, d.role, d.what, d.path, d.status, d.asked_at
            from audit_entry d left join person p on p.id = d.person
            where ($1::uuid is null or d.person = $1) and ($2::bigint is null or d.id < $2)
            order by d.id desc limit $3
            """,
            [person, before, take],
            r => new AuditEntry(
                r.GetInt64(0),
                r.GetFieldValue<DateTimeOffset>(1),
                r.TextOrNull(2),
                r.NamedOrNull<Role>(3),
                r.GetString(4),
                r.GetString(5),
                r.GetInt32(6),
                r.IsDBNull(7) ? null : r.GetFieldValue<DateTimeOffset>(7)
            ),
            cancel
        );
    }
}
