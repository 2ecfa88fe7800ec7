using Garten.Core.Survey.Access;
using Npgsql;

namespace Garten.Data;

/// <summary>An account as kept.</summary>
/// <param name="Member">The person, their role and trust.</param>
/// <param name="PasswordHash">Hash of the password; null for an account of the demo.</param>
/// <param name="Stamp">Changes when cookies given before are to end.</param>
/// <param name="Failures">Wrong passwords in a row.</param>
/// <param name="ShutUntil">Until when no password is taken; null for never.</param>
/// <param name="Closed">True when the person may enter no more.</param>
/// <param name="NamesRevision">Revision of the survey's list of names, which every request so learns of: another server may have added to it.</param>
public sealed record Account(
    Member Member,
    string? PasswordHash,
    Guid Stamp,
    int Failures,
    DateTimeOffset? ShutUntil,
    bool Closed,
    long NamesRevision
);

/// <summary>Who may enter.</summary>
public sealed class AccountStore(NpgsqlDataSource source)
{
    private const string Columns =
        "p.id, p.name, a.role, a.trusted, a.password_hash, a.stamp, a.failures, a.shut_until, a.closed_at is not null, (select coalesce(max(n.revision), 0) from survey_name n)";

    /// <summary>All accounts, by name.</summary>
    public Task<List<Account>> AllAsync(CancellationToken cancel) =>
        ListAsync($"select {Columns} from account a join person p on p.id = a.person order by p.name", [], cancel);

    /// <summary>The account of a person; null when they have none.</summary>
    public async Task<Account?> FindAsync(PersonId person, CancellationToken cancel) =>
        (
            await ListAsync(
                $"select {Columns} from account a join person p on p.id = a.person where p.id = $1",
                [person],
                cancel
            )
        ).FirstOrDefault();

    /// <summary>The account of a name, in whatever case it is typed; null when there is none.</summary>
    public async Task<Account?> FindAsync(string name, CancellationToken cancel) =>
        (
            await ListAsync(
                $"select {Columns} from account a join person p on p.id = a.person where lower(p.name) = lower($1) order by p.id",
                [name],
                cancel
            )
        ).FirstOrDefault();

    /// <summary>True when nobody may enter yet.</summary>
    public async Task<bool> IsEmptyAsync(CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return !await connection.ScalarAsync<bool>("select exists (select from account)", [], cancel);
    }

    /// <summary>Opens an account, for a person there is or a new one.</summary>
    /// <param name="name">Name of the person.</param>
    /// <param name="trusted">True to show them the places of sensitive species.</param>
    /// <param name="passwordHash">Hash of the password; null for the demo.</param>
    /// <param name="first">True to do so only while there is no account at all.</param>
    /// <returns>The person.</returns>
    /// <exception cref="TakenException">The person has one, or there are accounts and this should be the first.</exception>
    public async Task<PersonId> OpenAsync(
        string name,
        Role role,
        bool trusted,
        string? passwordHash,
        bool first,
        CancellationToken cancel
    )
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        await connection.ExecuteAsync("select pg_advisory_xact_lock(hashtext('account'))", [], cancel);
        if (first && await connection.ScalarAsync<bool>("select exists (select from account)", [], cancel))
        {
            throw new TakenException(
                "There is an administrator already. Sign in, or ask an administrator to let you in."
            );
        }

        // People sign in by name in whatever case: two names that differ by it alone would be one at the door.
        if (
            await connection.ScalarAsync<string>(
                "select name from person where lower(name) = lower($1) and name <> $1 limit 1",
                [name],
                cancel
            ) is
            { } alike
        )
        {
            throw new TakenException(
                $"There is a person called {alike}. Write the name as it stands there, or another."
            );
        }

        await connection.ExecuteAsync(
            "insert into person (name) values ($1) on conflict (name) do nothing",
            [name],
            cancel
        );
        var person = await connection.IdAsync<PersonId>("select id from person where name = $1", [name], cancel)
            ?? throw new NotInStoreException($"There is no person called {name}.");
        var opened = await connection.ExecuteAsync(
            "insert into account (person, role, trusted, password_hash) values ($1, $2, $3, $4) on conflict (person) do nothing",
            [person, role.ToString(), trusted, passwordHash],
            cancel
        );
        if (opened == 0)
        {
            throw new TakenException($"{name} has an account already. Change that one.");
        }

        await transaction.CommitAsync(cancel);
        return person;
    }

    /// <summary>Sets what a person is, and whether they may enter; the last open steward stays one.</summary>
    /// <param name="trusted">True to show them the places of sensitive species.</param>
    /// <param name="closed">True to let them in no more.</param>
    /// <exception cref="NotInStoreException">They have no account.</exception>
    /// <exception cref="TakenException">No steward would be left.</exception>
    public async Task SetAsync(PersonId person, Role role, bool trusted, bool closed, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        await connection.ExecuteAsync("select pg_advisory_xact_lock(hashtext('account'))", [], cancel);
        var set = await connection.ExecuteAsync(
            """
            update account set role = $2, trusted = $3, closed_at = case when $4 then coalesce(closed_at, now()) end,
                   stamp = case when $4 then gen_random_uuid() else stamp end
            where person = $1
            """,
            [person, role.ToString(), trusted, closed],
            cancel
        );
        if (set == 0)
        {
            throw new NotInStoreException("There is no such account.");
        }

        if (
            !await connection.ScalarAsync<bool>(
                "select exists (select from account where role = 'Steward' and closed_at is null)",
                [],
                cancel
            )
        )
        {
            throw new TakenException("Somebody must stay administrator. Make another person administrator first.");
        }

        await transaction.CommitAsync(cancel);
    }

    /// <summary>Sets a password; cookies given before end, and a shut account opens.</summary>
    /// <returns>The new stamp.</returns>
    public async Task<Guid> SetPasswordAsync(PersonId person, string passwordHash, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.ScalarAsync<Guid?>(
            "update account set password_hash = $2, stamp = gen_random_uuid(), failures = 0, shut_until = null where person = $1 returning stamp",
            [person, passwordHash],
            cancel
        ) ?? throw new NotInStoreException("There is no such account.");
    }

    /// <summary>Counts a wrong password.</summary>
    /// <returns>How many there were in a row.</returns>
    public async Task<int> FailedAsync(PersonId person, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.ScalarAsync<int>(
            "update account set failures = failures + 1 where person = $1 returning failures",
            [person],
            cancel
        );
    }

    /// <summary>Shuts an account for a while, or forgets wrong passwords.</summary>
    /// <param name="until">Until when; null to forget them.</param>
    public async Task ShutAsync(PersonId person, DateTimeOffset? until, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(
            "update account set failures = 0, shut_until = $2 where person = $1",
            [person, until?.ToUniversalTime()],
            cancel
        );
    }

    private async Task<List<Account>> ListAsync(string query, object?[] values, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            query,
            values,
            r => new Account(
                new(r.Id<PersonId>(0), r.GetString(1), r.Named<Role>(2), r.GetBoolean(3)),
                r.TextOrNull(4),
                r.GetGuid(5),
                r.GetInt32(6),
                r.IsDBNull(7) ? null : r.GetFieldValue<DateTimeOffset>(7),
                r.GetBoolean(8),
                r.GetInt64(9)
            ),
            cancel
        );
    }
}
