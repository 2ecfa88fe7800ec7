using Garten.Data;
using Garten.Data.Cluster;
using Garten.Server.Hosting;
using Garten.Server.Requests;
using Microsoft.AspNetCore.Builder;
using Npgsql;

namespace Garten.Bench.Records;

/// <summary>
/// The server with the demo survey in a PostgreSQL of its own, which writes as safely as in use. It answers only from
/// <see cref="OpenAsync"/> on, so that what is to be asked about can be loaded before.
/// </summary>
internal sealed class MeasuredServer : IAsyncDisposable
{
    private readonly string _folder;
    private readonly LocalCluster _cluster;

    private MeasuredServer(string folder, LocalCluster cluster, WebApplication app, NpgsqlDataSource pool)
    {
        (_folder, _cluster, App, Pool) = (folder, cluster, app, pool);
    }

    /// <summary>The application.</summary>
    public WebApplication App { get; }

    /// <summary>Connections beside those of the application; a statement on them may take as long as it needs.</summary>
    public NpgsqlDataSource Pool { get; }

    /// <summary>Makes it.</summary>
    /// <param name="guide">Folder of the demo guide.</param>
    public static async Task<MeasuredServer> MakeAsync(string guide)
    {
        var folder = Directory.CreateTempSubdirectory("garten-bench-").FullName;
        File.SetUnixFileMode(folder, (UnixFileMode)0b111_101_101);
        var cluster = await LocalCluster.StartAsync(folder, new ClusterOptions(Durable: true), CancellationToken.None);
        var database = cluster.ConnectionStringTo(DatabaseMigrations.DatabaseName);
        var guides = Path.GetDirectoryName(Path.GetFullPath(guide))!;
        var app = GartenServer.Build(
            ServerSettings.Default with
            {
                Port = 0,
                Guides = guides,
                Web = Path.Combine(guides, "none"),
            },
            TimeProvider.System
        );
        await GartenServer.PrepareAsync(app, database, CancellationToken.None);
        return new(
            folder,
            cluster,
            app,
            NpgsqlDataSource.Create(new NpgsqlConnectionStringBuilder(database) { CommandTimeout = 0 }.ConnectionString)
        );
    }

    /// <summary>Lets it answer, and comes in as the steward.</summary>
    public async Task<HttpClient> OpenAsync()
    {
        await App.StartAsync();
        var http = new HttpClient { BaseAddress = new(App.Urls.Single()), Timeout = TimeSpan.FromMinutes(5) };
        await AnswerTimes.EnterAsync(http, "steward");
        return http;
    }

    /// <inheritdoc/>
    public async ValueTask DisposeAsync()
    {
        await Pool.DisposeAsync();
        await App.DisposeAsync();
        await _cluster.DisposeAsync();
        Directory.Delete(_folder, recursive: true);
    }
}
