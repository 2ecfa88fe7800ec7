using System.Diagnostics;
using Garten.Data;
using Garten.Data.Cluster;
using Npgsql;

namespace Garten.Testing;

/// <summary>
/// One PostgreSQL for a whole test run, started on loopback in a folder of its own, and a migrated template that every
/// test class copies. It stops when the process ends, also when it is killed.
/// </summary>
public static class TestCluster
{
    private const string Template = "garten_template";
    private const string FilledTemplate = "garten_filled_template";
    private static readonly SemaphoreSlim Gate = new(1);
    private static LocalCluster? _cluster;
    private static bool _filled;
    private static int _copies;

    /// <summary>A fresh migrated database of its own.</summary>
    /// <returns>Connects to it.</returns>
    public static async Task<string> NewDatabaseAsync()
    {
        await Gate.WaitAsync();
        try
        {
            return await CopyAsync(_cluster ??= await StartAsync(), Template);
        }
        finally
        {
            Gate.Release();
        }
    }

    /// <summary>A database of its own with nothing in it, not even tables.</summary>
    /// <returns>Connects to it.</returns>
    public static async Task<string> EmptyDatabaseAsync()
    {
        await Gate.WaitAsync();
        try
        {
            return await CopyAsync(_cluster ??= await StartAsync(), "template0");
        }
        finally
        {
            Gate.Release();
        }
    }

    /// <summary>A database of its own that was filled once for the whole run, and is copied from then on.</summary>
    /// <param name="fill">Fills the first one.</param>
    /// <returns>Connects to it.</returns>
    public static async Task<string> NewFilledDatabaseAsync(Func<string, Task> fill)
    {
        await Gate.WaitAsync();
        try
        {
            var cluster = _cluster ??= await StartAsync();
            if (!_filled)
            {
                var first = await CopyAsync(cluster, Template, FilledTemplate);
                await fill(first);

                // A database can only be copied while nobody is connected to it.
                NpgsqlConnection.ClearPool(new(first));
                NpgsqlConnection.ClearAllPools();
                _filled = true;
            }

            return await CopyAsync(cluster, FilledTemplate);
        }
        finally
        {
            Gate.Release();
        }
    }

    private static async Task<string> CopyAsync(LocalCluster cluster, string template, string? name = null)
    {
        name ??= $"garten_{++_copies}";
        await using var connection = new NpgsqlConnection(cluster.ConnectionString + ";Pooling=false");
        await connection.OpenAsync();
        await using var copy = new NpgsqlCommand($"create database {name} template {template}", connection);
        await copy.ExecuteNonQueryAsync();
        return cluster.ConnectionStringTo(name);
    }

    /// <summary>A folder for a test's files, removed when the process ends in order.</summary>
    /// <returns>Its path; every user may pass through it, since PostgreSQL may run as another one.</returns>
    public static string NewFolder()
    {
        var folder = Directory.CreateTempSubdirectory("garten-test-").FullName;
        File.SetUnixFileMode(
            folder,
            UnixFileMode.UserRead
                | UnixFileMode.UserWrite
                | UnixFileMode.UserExecute
                | UnixFileMode.GroupRead
                | UnixFileMode.GroupExecute
                | UnixFileMode.OtherRead
                | UnixFileMode.OtherExecute
        );
        return folder;
    }

    private static async Task<LocalCluster> StartAsync()
    {
        var folder = NewFolder();
        var cluster = await LocalCluster.StartAsync(folder, new ClusterOptions(Durable: false), CancellationToken.None);
        AppDomain.CurrentDomain.ProcessExit += (_, _) =>
        {
            // There are but seconds to end a process in, and a busy machine would take longer to write all these databases out, or to remove
            // them: that is left to another process, which also waits for the server's last process to see that it is alone.
            cluster.Abandon();
            using var removal = Process.Start(
                "/bin/sh",
                ["-c", "(sleep 3; rm -rf \"$0\") </dev/null >/dev/null 2>&1 &", folder]
            );
        };
        DatabaseMigrations.Apply(cluster.ConnectionStringTo(Template));

        // A database can only be copied while nobody is connected to it.
        NpgsqlConnection.ClearAllPools();
        return cluster;
    }
}
