using Garten.Server.Hosting;
using Garten.Server.Requests;
using Microsoft.AspNetCore.Builder;
using Npgsql;

namespace Garten.Testing;

/// <summary>A clock that stands still until it is set.</summary>
/// <param name="day">The day it shows, at noon.</param>
public sealed class SetClock(DateOnly day) : TimeProvider
{
    /// <inheritdoc/>
    public override TimeZoneInfo LocalTimeZone => TimeZoneInfo.Utc;

    /// <summary>The day it shows.</summary>
    public DateOnly Day { get; set; } = day;

    /// <inheritdoc/>
    public override DateTimeOffset GetUtcNow() => new(Day.ToDateTime(new TimeOnly(12, 0)), TimeSpan.Zero);
}

/// <summary>The real server on a real port, with a database of its own.</summary>
public sealed class RunningServer : IAsyncDisposable
{
    private readonly WebApplication _app;
    private readonly string _database;
    private readonly bool _demo;

    private RunningServer(WebApplication app, string address, SetClock clock, string database, bool demo)
    {
        _app = app;
        _database = database;
        _demo = demo;
        Address = address;
        Clock = clock;
    }

    /// <summary>Its clock, which can be set.</summary>
    public SetClock Clock { get; }

    /// <summary>The day it is on every test server.</summary>
    public static DateOnly Today { get; } = new(2026, 11, 20);

    /// <summary>Where it listens, for example <c>http://127.0.0.1:41234</c>.</summary>
    public string Address { get; }

    /// <summary>Its services.</summary>
    public IServiceProvider Services => _app.Services;

    /// <summary>Starts a server on a free port.</summary>
    /// <param name="demo">True to load the demo survey.</param>
    public static async Task<RunningServer> StartAsync(bool demo) =>
        await StartAsync(
            demo,
            demo ? await TestCluster.NewFilledDatabaseAsync(FillAsync) : await TestCluster.NewDatabaseAsync()
        );

    private static async Task FillAsync(string database)
    {
        await using var server = await StartAsync(true, database);
    }

    /// <summary>Starts another server before the same database.</summary>
    public Task<RunningServer> SecondAsync() => StartAsync(_demo, _database);

    /// <summary>Starts another server before the same database that may only read it, as before a replica.</summary>
    public Task<RunningServer> ReadingAsync() =>
        StartAsync(
            false,
            new NpgsqlConnectionStringBuilder(_database)
            {
                Options = "-c default_transaction_read_only=on",
            }.ConnectionString
        );

    /// <summary>Starts a server before a database.</summary>
    /// <param name="demo">True to load the demo survey.</param>
    /// <param name="database">Connects to it.</param>
    public static async Task<RunningServer> StartAsync(bool demo, string database)
    {
        var clock = new SetClock(Today);
        var settings = ServerSettings.Default with
        {
            Port = 0,
            Demo = demo,
            Guides = Repository.PathTo("guides"),
            Web = Repository.PathTo("web", "dist"),
        };
        var app = GartenServer.Build(settings, clock);

        // All the servers of a test run share one PostgreSQL.
        await GartenServer.PrepareAsync(
            app,
            new NpgsqlConnectionStringBuilder(database) { MaxPoolSize = 12 }.ConnectionString,
            CancellationToken.None
        );
        await app.StartAsync();
        return new(app, app.Urls.Single(), clock, database, demo);
    }

    /// <inheritdoc/>
    public ValueTask DisposeAsync() => _app.DisposeAsync();
}
