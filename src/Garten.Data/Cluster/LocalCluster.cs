using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Sockets;
using System.Security.Cryptography;
using Npgsql;

namespace Garten.Data.Cluster;

/// <summary>How a cluster is run.</summary>
/// <param name="Durable">True for real work: every acknowledged change is on disk. False only for tests that do not test this.</param>
public sealed record ClusterOptions(bool Durable);

/// <summary>
/// Garten's own PostgreSQL: a cluster in a folder of its own, on a loopback port of its own, running as long as this
/// process does. PostgreSQL refuses to run as root, so root runs it as the user <c>postgres</c>.
/// </summary>
public sealed class LocalCluster : IAsyncDisposable
{
    private const string Superuser = "garten";
    private static readonly TimeSpan StartPatience = TimeSpan.FromSeconds(60);
    private readonly Process _keeper;

    private LocalCluster(Process keeper, string connectionString)
    {
        _keeper = keeper;
        ConnectionString = connectionString;
    }

    /// <summary>Connects to the maintenance database as the cluster's owner.</summary>
    public string ConnectionString { get; }

    /// <summary>Connects to another database of the cluster.</summary>
    public string ConnectionStringTo(string database) =>
        new NpgsqlConnectionStringBuilder(ConnectionString) { Database = database }.ConnectionString;

    /// <summary>Makes the cluster if there is none, and starts it.</summary>
    /// <param name="folder">Folder for the cluster and its log; made if missing.</param>
    /// <param name="options">How to run it.</param>
    /// <exception cref="ClusterException">It cannot be made or started.</exception>
    public static async Task<LocalCluster> StartAsync(string folder, ClusterOptions options, CancellationToken cancel)
    {
        var data = Path.Combine(Path.GetFullPath(folder), "database");
        var tools = FindTools(data);
        try
        {
            Directory.CreateDirectory(folder);
        }
        catch (Exception e) when (e is IOException or UnauthorizedAccessException)
        {
            throw new ClusterException(
                $"The data folder {folder} cannot be made: {e.Message} Choose another with --data DIR."
            );
        }

        CheckSpace(folder);
        await WaitForEarlierAsync(data, cancel);
        if (!File.Exists(Path.Combine(data, "PG_VERSION")))
        {
            await InitialiseAsync(folder, data, tools, options, cancel);
        }

        var port = FreePort();
        var keeper = Keep(folder, data, tools, port, options);
        var cluster = new LocalCluster(keeper, await ConnectionAsync(folder, port, cancel));
        await cluster.WaitUntilReadyAsync(folder, cancel);
        return cluster;
    }

    /// <summary>Connects to the maintenance database of the cluster that runs on a folder already; null when none does.</summary>
    /// <param name="folder">Folder of the cluster.</param>
    public static async Task<string?> RunningAsync(string folder, CancellationToken cancel)
    {
        var pidFile = Path.Combine(Path.GetFullPath(folder), "database", "postmaster.pid");
        if (!File.Exists(pidFile))
        {
            return null;
        }

        // Its first line holds the process, its fourth the port (the documented form of the file).
        var lines = await File.ReadAllLinesAsync(pidFile, cancel);
        return
            lines.Length >= 4
            && int.TryParse(lines[0], CultureInfo.InvariantCulture, out var pid)
            && Directory.Exists($"/proc/{pid}")
            && int.TryParse(lines[3], CultureInfo.InvariantCulture, out var port)
            ? await ConnectionAsync(folder, port, cancel)
            : null;
    }

    /// <summary>Stops the server; what was acknowledged is kept.</summary>
    public async ValueTask DisposeAsync()
    {
        NpgsqlConnection.ClearAllPools();
        _keeper.StandardInput.Close();
        using var patience = new CancellationTokenSource(TimeSpan.FromSeconds(20));
        try
        {
            await _keeper.WaitForExitAsync(patience.Token);
        }
        catch (OperationCanceledException)
        {
            _keeper.Kill(entireProcessTree: true);
        }

        _keeper.Dispose();
    }

    /// <summary>Leaves a cluster whose content is of no more use at once, without writing anything out.</summary>
    public void Abandon()
    {
        NpgsqlConnection.ClearAllPools();
        _keeper.Kill(entireProcessTree: true);
        _keeper.WaitForExit();
        _keeper.Dispose();
    }

    private static string SecretFile(string folder) => Path.Combine(folder, "database.secret");

    private static string LogFile(string folder) => Path.Combine(folder, "database.log");

    private static bool IsRoot => Environment.UserName == "root";

    private static async Task<string> ConnectionAsync(string folder, int port, CancellationToken cancel) =>
        new NpgsqlConnectionStringBuilder
        {
            Host = "127.0.0.1",
            Port = port,
            Username = Superuser,
            Password = await File.ReadAllTextAsync(SecretFile(folder), cancel),
            Database = "postgres",
            IncludeErrorDetail = false,
        }.ConnectionString;

    /// <summary>Folder of the PostgreSQL programs that fit a cluster.</summary>
    /// <param name="data">Folder of the cluster's files; may not be there yet.</param>
    internal static string FindTools(string data)
    {
        var installed = Directory.Exists("/usr/lib/postgresql")
            ? Directory
                .GetDirectories("/usr/lib/postgresql")
                .Where(d => File.Exists(Path.Combine(d, "bin", "initdb")))
                .OrderByDescending(d =>
                    double.TryParse(Path.GetFileName(d), CultureInfo.InvariantCulture, out var v) ? v : 0
                )
                .ToList()
            : [];
        if (installed.Count == 0)
        {
            throw new ClusterException(
                "PostgreSQL is not installed. Run ./garten start, which installs it, or install the package postgresql."
            );
        }

        var versionFile = Path.Combine(data, "PG_VERSION");
        if (!File.Exists(versionFile))
        {
            return Path.Combine(installed[0], "bin");
        }

        var made = File.ReadAllText(versionFile).Trim();
        var match = installed.Find(d => Path.GetFileName(d) == made)
            ?? throw new ClusterException(
                $"The database in {data} was made by PostgreSQL {made}, but this machine has {Path.GetFileName(installed[0])}. "
                    + $"Install the package postgresql-{made}, or start with another --data DIR."
            );
        return Path.Combine(match, "bin");
    }

    private static void CheckSpace(string folder)
    {
        const long Needed = 150L * 1024 * 1024;
        var free = new DriveInfo(Path.GetFullPath(folder)).AvailableFreeSpace;
        if (free < Needed)
        {
            throw new ClusterException(
                $"The disk that holds {folder} is full: {free / (1024 * 1024)} MB are free, {Needed / (1024 * 1024)} MB are needed. Free some space, or start with another --data DIR."
            );
        }
    }

    /// <summary>A server whose keeper has just lost its owner needs a moment to stop.</summary>
    private static async Task WaitForEarlierAsync(string data, CancellationToken cancel)
    {
        var pidFile = Path.Combine(data, "postmaster.pid");
        for (var tries = 0; File.Exists(pidFile); tries++)
        {
            var first = (await File.ReadAllLinesAsync(pidFile, cancel)).FirstOrDefault() ?? "";
            if (!int.TryParse(first, CultureInfo.InvariantCulture, out var pid) || !Directory.Exists($"/proc/{pid}"))
            {
                return;
            }

            if (tries >= 50)
            {
                throw new ClusterException(
                    $"Another Garten is already running on the data folder {Path.GetDirectoryName(data)}. Stop it first, or start with another --data DIR."
                );
            }

            await Task.Delay(200, cancel);
        }
    }

    private static async Task InitialiseAsync(
        string folder,
        string data,
        string tools,
        ClusterOptions options,
        CancellationToken cancel
    )
    {
        var secret = Convert.ToHexStringLower(RandomNumberGenerator.GetBytes(24));
        await using (
            var file = new FileStream(
                SecretFile(folder),
                new FileStreamOptions
                {
                    Mode = FileMode.Create,
                    Access = FileAccess.Write,
                    UnixCreateMode = UnixFileMode.UserRead | UnixFileMode.UserWrite,
                }
            )
        )
        await using (var writer = new StreamWriter(file))
        {
            await writer.WriteAsync(secret);
        }

        if (IsRoot)
        {
            await RunAsync("chown", ["postgres", folder, SecretFile(folder)], cancel);
        }

        string[] arguments =
        [
            "-D",
            data,
            "--username",
            Superuser,
            "--pwfile",
            SecretFile(folder),
            "--auth",
            "scram-sha-256",
            "--encoding",
            "UTF8",
            "--locale",
            "C.UTF-8",
            .. options.Durable ? Array.Empty<string>() : ["--no-sync"],
        ];
        var (command, all) = AsOwner(Path.Combine(tools, "initdb"), arguments);
        var (code, output) = await RunAsync(command, all, cancel);
        if (code != 0)
        {
            throw new ClusterException($"The database could not be made in {data}: {LastLine(output)}");
        }
    }

    private static Process Keep(string folder, string data, string tools, int port, ClusterOptions options)
    {
        // The keeper stops the server once our end of its standard input closes, which also happens when this process
        // is killed. In a session of its own it does not see the Ctrl-C meant for this process.
        const string Script = """
            exec 3<&0
            "$@" </dev/null 3<&- &
            server=$!
            ( cat <&3 >/dev/null; kill -INT $server ) 2>/dev/null &
            wait $server
            """;
        List<string> server =
        [
            Path.Combine(tools, "postgres"),
            "-D",
            data,
            "-p",
            port.ToString(CultureInfo.InvariantCulture),
            "-c",
            "listen_addresses=127.0.0.1",
            "-c",
            "unix_socket_directories=",
            "-c",
            "max_connections=120",
            "-c",
            "timezone=UTC",
        ];

        // Questions are answered in milliseconds; compiling them would take longer than most of them.
        server.AddRange(["-c", "jit=off", "-c", "max_wal_size=2GB", "-c", "shared_buffers=256MB"]);
        if (!options.Durable)
        {
            server.AddRange(["-c", "fsync=off", "-c", "synchronous_commit=off", "-c", "full_page_writes=off"]);
        }

        var log = LogFile(folder);
        var (command, arguments) = AsOwner("sh", ["-c", $"{{ {Script}\n}} >>\"$0\" 2>&1", log, .. server]);
        var start = new ProcessStartInfo("setsid") { RedirectStandardInput = true, UseShellExecute = false };
        start.ArgumentList.Add(command);
        foreach (var argument in arguments)
        {
            start.ArgumentList.Add(argument);
        }

        return Process.Start(start) ?? throw new ClusterException("The database server could not be started.");
    }

    private async Task WaitUntilReadyAsync(string folder, CancellationToken cancel)
    {
        var watch = Stopwatch.StartNew();
        while (true)
        {
            cancel.ThrowIfCancellationRequested();
            try
            {
                await using var connection = new NpgsqlConnection(ConnectionString + ";Pooling=false;Timeout=5");
                await connection.OpenAsync(cancel);
                return;
            }
            catch (NpgsqlException e)
            {
                if (_keeper.HasExited || watch.Elapsed > StartPatience)
                {
                    var log = File.Exists(LogFile(folder))
                        ? await File.ReadAllTextAsync(LogFile(folder), cancel)
                        : e.Message;
                    await DisposeAsync();
                    throw new ClusterException(
                        $"The database in {folder} did not start: {LastLine(log)} More is in {LogFile(folder)}."
                    );
                }
            }

            await Task.Delay(100, cancel);
        }
    }

    private static (string Command, string[] Arguments) AsOwner(string command, string[] arguments) =>
        IsRoot ? ("runuser", ["-u", "postgres", "--", command, .. arguments]) : (command, arguments);

    private static async Task<(int Code, string Output)> RunAsync(
        string command,
        string[] arguments,
        CancellationToken cancel
    )
    {
        var start = new ProcessStartInfo(command, arguments)
        {
            RedirectStandardError = true,
            RedirectStandardOutput = true,
            WorkingDirectory = "/",
        };
        using var process = Process.Start(start) ?? throw new ClusterException($"{command} could not be run.");
        var output = process.StandardOutput.ReadToEndAsync(cancel);
        var errors = process.StandardError.ReadToEndAsync(cancel);
        await process.WaitForExitAsync(cancel);
        return (process.ExitCode, await output + await errors);
    }

    private static int FreePort()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        return ((IPEndPoint)listener.LocalEndpoint).Port;
    }

    private static string LastLine(string text) =>
        text.Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries).LastOrDefault()
        ?? "no reason was given.";
}
