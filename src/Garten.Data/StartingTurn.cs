using Npgsql;

namespace Garten.Data;

/// <summary>The turn of one server to bring a database up to date while others wait: several may start at once before the same one.</summary>
public sealed class StartingTurn : IAsyncDisposable
{
    private readonly NpgsqlConnection _connection;

    private StartingTurn(NpgsqlConnection connection) => _connection = connection;

    /// <summary>Waits for the turn. It ends when this is disposed of, or the server is gone.</summary>
    /// <param name="connectionString">Connects to the database, which must be there.</param>
    public static async Task<StartingTurn> TakeAsync(string connectionString, CancellationToken cancel)
    {
        // A connection of its own, which is closed for good: a pooled one would keep the lock.
        var connection = new NpgsqlConnection(
            new NpgsqlConnectionStringBuilder(connectionString) { Pooling = false }.ConnectionString
        );
        try
        {
            await connection.OpenAsync(cancel);

            // The one whose turn it is may bring years of records into another form.
            await connection.ExecuteAsync("select pg_advisory_lock(hashtext('starting'))", [], cancel, patient: true);
            return new(connection);
        }
        catch
        {
            await connection.DisposeAsync();
            throw;
        }
    }

    /// <inheritdoc/>
    public ValueTask DisposeAsync() => _connection.DisposeAsync();
}
