using Npgsql;

namespace Garten.Data;

/// <summary>Small facts about the database itself.</summary>
/// <param name="source">The database.</param>
public sealed class SettingStore(NpgsqlDataSource source)
{
    /// <summary>A setting; null when it was never set.</summary>
    /// <param name="name">Its name.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task<string?> GetAsync(string name, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.ScalarAsync<string>("select value from setting where name = $1", [name], cancel);
    }

    /// <summary>Sets a setting.</summary>
    /// <param name="name">Its name.</param>
    /// <param name="value">Its value.</param>
    /// <param name="cancel">Gives up.</param>
    public async Task SetAsync(string name, string value, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync(
            "insert into setting (name, value) values ($1, $2) on conflict (name) do update set value = excluded.value", [name, value], cancel);
    }
}
