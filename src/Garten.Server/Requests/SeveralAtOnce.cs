namespace Garten.Server.Requests;

/// <summary>Work on many things, several at a time.</summary>
public static class SeveralAtOnce
{
    // While one waits for the database another is reckoned; more would take the connections others wait for.
    private static readonly int Most = Math.Clamp(2 * Environment.ProcessorCount, 2, 6);

    /// <summary>What comes of each, in their order.</summary>
    /// <param name="work">The work on one of them; it must not share what is not safe to share.</param>
    public static async Task<TResult[]> SelectAsync<T, TResult>(
        IReadOnlyList<T> things,
        Func<T, Task<TResult>> work,
        CancellationToken cancel
    )
    {
        var results = new TResult[things.Count];
        await Parallel.ForEachAsync(
            Enumerable.Range(0, things.Count),
            new ParallelOptions { MaxDegreeOfParallelism = Most, CancellationToken = cancel },
            async (i, _) => results[i] = await work(things[i])
        );
        return results;
    }
}
