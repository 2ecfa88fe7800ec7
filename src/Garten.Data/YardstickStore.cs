using Garten.Core.Measuring;
using Npgsql;

namespace Garten.Data;

/// <summary>Things of known size that people hold others against.</summary>
public sealed class YardstickStore(NpgsqlDataSource source)
{
    /// <summary>A person's own yardsticks.</summary>
    public async Task<List<Yardstick>> OfAsync(PersonId person, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            "select name, millimetres, error from yardstick where person = $1 order by name",
            [person],
            r => new Yardstick(r.GetString(0), new(r.GetDouble(1), r.GetDouble(2))),
            cancel
        );
    }

    /// <summary>Keeps a yardstick; one of the same name is replaced.</summary>
    /// <param name="person">Whose it is.</param>
    public async Task KeepAsync(PersonId person, Yardstick yardstick, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(
            """
            insert into yardstick (person, name, millimetres, error) values ($1, $2, $3, $4)
            on conflict (person, name) do update set millimetres = excluded.millimetres, error = excluded.error
            """,
            [person, yardstick.Name, yardstick.Size.Value, yardstick.Size.Error],
            cancel
        );
    }

    /// <summary>Takes a yardstick away.</summary>
    /// <param name="person">Whose it is.</param>
    public async Task RemoveAsync(PersonId person, string name, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync("delete from yardstick where person = $1 and name = $2", [person, name], cancel);
    }
}
