using System.Diagnostics;
using Garten.Data.Cluster;
using Npgsql;

namespace Garten.Testing;

/// <summary>A hot standby: a copy of a cluster that PostgreSQL keeps up with it, and that may only be read.</summary>
public static class Standby
{
    private const string Secret = "database.secret";

    /// <summary>Copies a running cluster with PostgreSQL's own program, and starts the copy.</summary>
    /// <param name="folder">The folder it runs on.</param>
    public static async Task<LocalCluster> OfAsync(LocalCluster main, string folder)
    {
        var own = new NpgsqlConnectionStringBuilder(main.ConnectionString);
        await using NpgsqlConnection connection = new(main.ConnectionString + ";Pooling=false");
        await connection.OpenAsync();
        await using NpgsqlCommand tools = new("select setting from pg_config where name = 'BINDIR'", connection);
        var program = Path.Combine((string)(await tools.ExecuteScalarAsync())!, "pg_basebackup");

        var copy = TestCluster.NewFolder();
        File.Copy(Path.Combine(folder, Secret), Path.Combine(copy, Secret));
        var root = Environment.UserName == "root";
        if (root)
        {
            await RunAsync("chown", ["-R", "postgres", copy], null);
        }

        string[] arguments =
        [
            program,
            "--pgdata",
            Path.Combine(copy, "database"),
            "--host",
            own.Host!,
            "--port",
            $"{own.Port}",
            "--username",
            own.Username!,
            "--write-recovery-conf",
            "--wal-method",
            "stream",
            "--checkpoint",
            "fast",
            "--no-sync",
        ];
        await (
            root
                ? RunAsync("runuser", ["-u", "postgres", "--", .. arguments], own.Password)
                : RunAsync(arguments[0], arguments[1..], own.Password)
        );
        return await LocalCluster.StartAsync(copy, new ClusterOptions(Durable: false), CancellationToken.None);
    }

    private static async Task RunAsync(string command, string[] arguments, string? password)
    {
        ProcessStartInfo start = new(command, arguments) { RedirectStandardError = true, WorkingDirectory = "/" };
        start.Environment["PGPASSWORD"] = password;
        using var process = Process.Start(start)!;
        var says = await process.StandardError.ReadToEndAsync();
        await process.WaitForExitAsync();
        if (process.ExitCode != 0)
        {
            throw new InvalidOperationException($"{command}: {says}");
        }
    }
}
