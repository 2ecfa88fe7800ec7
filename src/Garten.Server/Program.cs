using System.Net;
using System.Net.Sockets;
using System.Reflection;
using Garten.Data;
using Garten.Data.Cluster;
using Garten.Formats.Packages;
using Garten.Server.Hosting;
using Garten.Server.Requests;

try
{
    if (args is ["backup" or "restore", ..])
    {
        return await BackupCommand.RunAsync(args);
    }

    // The build runs this program once to write down its API; it passes options of its own.
    var describing = Assembly.GetEntryAssembly()?.GetName().Name == "GetDocument.Insider";
    var settings = describing ? ServerSettings.Default : ServerSettings.Read(args);
    var app = GartenServer.Build(settings, TimeProvider.System);
    if (describing)
    {
        await app.RunAsync();
        return 0;
    }

    RefuseTakenPort(settings);
    using var stopping = new CancellationTokenSource();
    Console.CancelKeyPress += (_, e) =>
    {
        e.Cancel = true;
        stopping.Cancel();
    };

    // A database that several servers stand before is run by others; its address holds a password, and so is no word of the command line.
    var shared = Environment.GetEnvironmentVariable("GARTEN_DATABASE");
    await using var cluster = string.IsNullOrEmpty(shared)
        ? await LocalCluster.StartAsync(
            settings.Data
                ?? throw new SettingsException(
                    "Say where the database is kept with --data DIR, or start with ./garten start."
                ),
            new ClusterOptions(Durable: true),
            stopping.Token
        )
        : null;
    await GartenServer.PrepareAsync(
        app,
        cluster?.ConnectionStringTo(DatabaseMigrations.DatabaseName) ?? shared!,
        stopping.Token
    );
    await app.StartAsync(stopping.Token);
    Console.WriteLine($"Garten is ready at http://{settings.Listen}:{settings.Port} (stop it with Ctrl-C)");
    using var registration = stopping.Token.Register(() => app.Lifetime.StopApplication());
    await app.WaitForShutdownAsync();
    await app.DisposeAsync();
    return 0;
}
catch (Exception e) when (e is SettingsException or ClusterException or PackageException)
{
    Console.Error.WriteLine($"garten: {e.Message}");
    return 1;
}
catch (OperationCanceledException)
{
    return 130;
}
catch (Exception e)
{
    // Whatever it is, a person at the terminal is helped by its sentence, not by a stack trace.
    Console.Error.WriteLine($"garten: it could not start: {e.Message}");
    return 1;
}

static void RefuseTakenPort(ServerSettings settings)
{
    try
    {
        using var probe = new TcpListener(IPAddress.Parse(settings.Listen), settings.Port);
        probe.Start();
    }
    catch (SocketException)
    {
        throw new SettingsException(
            $"Port {settings.Port} is in use on {settings.Listen}. Start with another one: ./garten start --port {settings.Port + 1}"
        );
    }
}
