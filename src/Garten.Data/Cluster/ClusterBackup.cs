using System.Diagnostics;
using System.Globalization;
using Npgsql;

namespace Garten.Data.Cluster;

/// <summary>Copies the whole database into one file, and brings it back, with PostgreSQL's own programs.</summary>
public static class ClusterBackup
{
    /// <summary>The database kept from before the last restore.</summary>
    public const string Before = DatabaseMigrations.DatabaseName + "_before";

    private const string Arriving = DatabaseMigrations.DatabaseName + "_arriving";

    /// <summary>Writes a backup; Garten may go on running on the folder.</summary>
    /// <param name="folder">Folder of the cluster.</param>
    /// <param name="file">The file to write; an earlier one is replaced only when the new one is whole.</param>
    /// <returns>Size of the file in bytes.</returns>
    /// <exception cref="ClusterException">It cannot be written.</exception>
    public static async Task<long> WriteAsync(string folder, string file, CancellationToken cancel)
    {
        if (!File.Exists(Path.Combine(folder, "database", "PG_VERSION")))
        {
            throw new ClusterException(
                $"There is no database in {folder}. Give the folder Garten runs on with --data DIR."
            );
        }

        var part = Path.GetFullPath(file) + ".part";
        await OnAsync(
            folder,
            async connection =>
            {
                try
                {
                    // The file is opened here, not by a program that may run as somebody else.
                    await RunAsync(
                        folder,
                        "pg_dump",
                        ["--format=custom", "--no-owner", DatabaseMigrations.DatabaseName],
                        connection,
                        null,
                        part,
                        cancel
                    );
                }
                catch (Exception e) when (e is IOException or UnauthorizedAccessException)
                {
                    throw new ClusterException(
                        $"The backup cannot be written to {file}: {e.Message} Choose another place."
                    );
                }
            },
            cancel
        );
        File.Move(part, file, overwrite: true);
        return new FileInfo(file).Length;
    }

    /// <summary>Brings a backup back. What was there before is kept beside it, and stays as it was when the backup is not sound.</summary>
    /// <param name="folder">Folder of the cluster; made if missing. Garten must not be running on it.</param>
    /// <exception cref="ClusterException">Garten runs on the folder, or the file is no sound backup; nothing was changed.</exception>
    public static async Task RestoreAsync(string folder, string file, CancellationToken cancel)
    {
        if (!File.Exists(file))
        {
            throw new ClusterException($"There is no file {file}.");
        }

        if (await LocalCluster.RunningAsync(folder, cancel) is not null)
        {
            throw new ClusterException($"Garten is running on {folder}. Stop it first, then restore.");
        }

        await OnAsync(
            folder,
            async connection =>
            {
                await ExecuteAsync(connection, $"drop database if exists {Arriving}", cancel);
                await ExecuteAsync(connection, $"create database {Arriving}", cancel);
                try
                {
                    await RunAsync(
                        folder,
                        "pg_restore",
                        ["--no-owner", "--exit-on-error", "--single-transaction", "--dbname", Arriving],
                        connection,
                        file,
                        null,
                        cancel
                    );
                    DatabaseMigrations.Apply(
                        new NpgsqlConnectionStringBuilder(connection) { Database = Arriving }.ConnectionString
                    );
                }
                catch (ClusterException e)
                {
                    NpgsqlConnection.ClearAllPools();
                    await ExecuteAsync(connection, $"drop database {Arriving}", cancel);
                    throw new ClusterException($"{file} was not restored, and nothing was changed: {e.Message}");
                }

                NpgsqlConnection.ClearAllPools();
                await ExecuteAsync(connection, $"drop database if exists {Before}", cancel);
                if (await ExistsAsync(connection, cancel))
                {
                    await ExecuteAsync(
                        connection,
                        $"alter database {DatabaseMigrations.DatabaseName} rename to {Before}",
                        cancel
                    );
                }

                await ExecuteAsync(
                    connection,
                    $"alter database {Arriving} rename to {DatabaseMigrations.DatabaseName}",
                    cancel
                );
            },
            cancel
        );
    }

    /// <summary>Works on the cluster of a folder, started for it where it does not run.</summary>
    private static async Task OnAsync(string folder, Func<string, Task> work, CancellationToken cancel)
    {
        if (await LocalCluster.RunningAsync(folder, cancel) is { } running)
        {
            await work(running);
            return;
        }

        await using var cluster = await LocalCluster.StartAsync(folder, new ClusterOptions(Durable: true), cancel);
        await work(cluster.ConnectionString);
    }

    private static async Task<bool> ExistsAsync(string connectionString, CancellationToken cancel)
    {
        await using var connection = new NpgsqlConnection(connectionString);
        await connection.OpenAsync(cancel);
        return await connection.ScalarAsync<bool>(
            "select exists (select from pg_database where datname = $1)",
            [DatabaseMigrations.DatabaseName],
            cancel
        );
    }

    private static async Task ExecuteAsync(string connectionString, string statement, CancellationToken cancel)
    {
        await using var connection = new NpgsqlConnection(connectionString);
        await connection.OpenAsync(cancel);
        await connection.ExecuteAsync(statement, [], cancel);
    }

    private static async Task RunAsync(
        string folder,
        string program,
        string[] arguments,
        string connectionString,
        string? from,
        string? to,
        CancellationToken cancel
    )
    {
        var connection = new NpgsqlConnectionStringBuilder(connectionString);
        var tools = LocalCluster.FindTools(Path.Combine(Path.GetFullPath(folder), "database"));
        var start = new ProcessStartInfo(Path.Combine(tools, program), arguments)
        {
            RedirectStandardInput = from is not null,
            RedirectStandardOutput = to is not null,
            RedirectStandardError = true,
            UseShellExecute = false,
            WorkingDirectory = "/",
        };
        start.Environment["PGHOST"] = connection.Host;
        start.Environment["PGPORT"] = connection.Port.ToString(CultureInfo.InvariantCulture);
        start.Environment["PGUSER"] = connection.Username;
        start.Environment["PGPASSWORD"] = connection.Password;
        using var process = Process.Start(start) ?? throw new ClusterException($"{program} could not be run.");
        var said = process.StandardError.ReadToEndAsync(cancel);
        if (to is not null)
        {
            await using var target = new FileStream(
                to,
                new FileStreamOptions
                {
                    Mode = FileMode.Create,
                    Access = FileAccess.Write,
                    UnixCreateMode = UnixFileMode.UserRead | UnixFileMode.UserWrite,
                }
            );
            await process.StandardOutput.BaseStream.CopyToAsync(target, cancel);
            target.Flush(flushToDisk: true);
        }

        if (from is not null)
        {
            await using var source = File.OpenRead(from);
            try
            {
                await source.CopyToAsync(process.StandardInput.BaseStream, cancel);
                process.StandardInput.Close();
            }
            catch (IOException)
            {
                // It stopped reading because the file is no backup; what it says about that follows.
            }
        }

        await process.WaitForExitAsync(cancel);
        if (process.ExitCode != 0)
        {
            var reason = (await said)
                .Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)
                .FirstOrDefault()
                ?? "it gave no reason.";
            throw new ClusterException($"{program}: {reason}");
        }
    }
}
