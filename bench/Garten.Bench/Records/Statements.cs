using Npgsql;

namespace Garten.Bench.Records;

/// <summary>Statements the measurements themselves need, beside those of the stores.</summary>
internal static class Statements
{
    /// <summary>The first value of the first row.</summary>
    public static async Task<T?> ScalarAsync<T>(this NpgsqlConnection connection, string text)
    {
        await using var command = new NpgsqlCommand(text, connection);
        return (T?)await command.ExecuteScalarAsync();
    }

    /// <summary>Carries out one statement or several.</summary>
    public static async Task ExecuteAsync(this NpgsqlConnection connection, string text)
    {
        await using var command = new NpgsqlCommand(text, connection);
        await command.ExecuteNonQueryAsync();
    }
}
