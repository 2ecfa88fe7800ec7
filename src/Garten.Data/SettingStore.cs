using Npgsql;

namespace Garten.Data;

/// <summary>Small facts about the database itself.</summary>
public sealed class SettingStore(NpgsqlDataSource source)
{
    /// <summary>A setting; null when it was never set.</summary>
    public async Task<string?> GetAsync(string name, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.ScalarAsync<string>("select value from setting where name = $1", [name], cancel);
    }

    /// <summary>Sets what was reckoned and can be reckoned again: a copy of the database that may only be read is left as it is.</summary>
    public async Task KeepAsync(string name, string value, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        if (!await connection.ScalarAsync<bool>("select current_setting('transaction_read_only')::bool", [], cancel))
        {
            await SetAsync(connection, name, value, cancel);
        }
    }

    /// <summary>Sets a setting.</summary>
    public async Task SetAsync(string name, string value, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await SetAsync(connection, name, value, cancel);
    }

    private static Task<int> SetAsync(
        NpgsqlConnection connection,
        string name,
        string value,
        CancellationToken cancel
    ) =>
        connection.ExecuteAsync(
            "insert into setting (name, value) values ($1, $2) on conflict (name) do update set value = excluded.value",
            [name, value],
            cancel
        );
}
