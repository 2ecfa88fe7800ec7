using Npgsql;

namespace Garten.Data;

/// <summary>Sees to it that a change which adds to what is there is made once, however often it is sent.</summary>
internal static class OnceOnly
{
    /// <summary>How long a page may try to send a change again before its number is forgotten.</summary>
    private static readonly TimeSpan Remembered = TimeSpan.FromDays(30);

    /// <summary>Notes that a change is made; whoever sends it at the same time waits until it is known whether it was.</summary>
    /// <param name="connection">A connection in the transaction the change is made in: the note stays or goes with it.</param>
    /// <param name="request">The number the change was sent under; null for one that is never sent again.</param>
    /// <param name="cancel">Gives up.</param>
    /// <returns>False when it was made before.</returns>
    public static async Task<bool> IsFirstAsync(this NpgsqlConnection connection, Guid? request, CancellationToken cancel)
    {
        if (request is null)
        {
            return true;
        }

        // Some of the numbers nobody waits for any more go with every change; those another is taking away are left to it.
        await connection.ExecuteAsync(
            """
            delete from done_request where request in (
                select request from done_request where done_at < now() - $1::interval limit 10 for update skip locked)
            """,
            [Remembered], cancel);
        return await connection.ExecuteAsync("insert into done_request (request) values ($1) on conflict do nothing", [request], cancel) == 1;
    }
}
