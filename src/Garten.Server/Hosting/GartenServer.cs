using System.Net;
using System.Text.Json;
using System.Text.Json.Serialization;
using Garten.Core.Guides;
using Garten.Core.Survey.Access;
using Garten.Data;
using Garten.Formats.Guides;
using Garten.Formats.Packages;
using Garten.Server.Access;
using Garten.Server.Demo;
using Garten.Server.Devices;
using Garten.Server.Endpoints;
using Garten.Server.Requests;
using Microsoft.AspNetCore.Http.Json;
using Serilog;
using Serilog.Events;

namespace Garten.Server.Hosting;

/// <summary>Puts the server together.</summary>
public static class GartenServer
{
    /// <summary>Largest request body in bytes.</summary>
    public const long MostBody = 1024 * 1024;

    /// <summary>Builds the application; the database is opened later.</summary>
    /// <param name="settings">How to start.</param>
    /// <param name="clock">The clock; tests give their own.</param>
    public static WebApplication Build(ServerSettings settings, TimeProvider clock)
    {
        var builder = WebApplication.CreateSlimBuilder();
        builder.WebHost.ConfigureKestrel(kestrel =>
        {
            kestrel.AddServerHeader = false;
            kestrel.Limits.MaxRequestBodySize = MostBody;
            kestrel.Listen(IPAddress.Parse(settings.Listen), settings.Port);
        });
        builder.Services.AddSerilog(log =>
            log.MinimumLevel.Warning()
                .MinimumLevel.Override("Microsoft.AspNetCore.DataProtection", LogEventLevel.Error)
                .WriteTo.Console(
                    restrictedToMinimumLevel: LogEventLevel.Warning,
                    formatProvider: System.Globalization.CultureInfo.InvariantCulture
                )
        );
        builder.Services.Configure<JsonOptions>(o => Configure(o.SerializerOptions));
        builder.Services.Configure<RouteHandlerOptions>(o => o.ThrowOnBadRequest = true);
        builder.Services.Configure<RouteOptions>(o => o.SetParameterPolicy<IdConstraint>("id"));
        builder.Services.AddOpenApi(o => OpenApiShape.Configure(o));
        builder.Services.AddProblemDetails();
        builder.Services.AddResponseCompression();
        builder.Services.AddSingleton(settings);
        builder.Services.AddSingleton(clock);
        builder.Services.AddSingleton<DatabaseAddress>();
        builder.Services.AddSingleton(s =>
            ConnectionPool.Open(
                s.GetRequiredService<DatabaseAddress>().ConnectionString
                    ?? throw new InvalidOperationException("The database is not open yet.")
            )
        );
        builder.Services.AddSingleton<CurrentGuide>();
        builder.Services.AddSingleton<IGuideInUse>(s => s.GetRequiredService<CurrentGuide>());
        builder.Services.AddSingleton<CommandJournal>();
        builder.Services.AddSingleton<Bundle>();
        builder.Services.AddScoped(s => s.GetRequiredService<CurrentPerson>().Policy);
        builder.Services.AddScoped<CurrentPerson>();
        builder.Services.AddScoped<Sessions>();
        builder.Services.AddAccess();
        builder.Services.AddSingleton<GuideStore>();
        builder.Services.AddScoped<PlaceStore>();
        builder.Services.AddScoped<MapStore>();
        builder.Services.AddScoped<ImportStore>();
        builder.Services.AddScoped<PlantStore>();
        builder.Services.AddScoped<EvidenceStore>();
        builder.Services.AddScoped<DeterminationStore>();
        builder.Services.AddScoped<SurveyNameStore>();
        builder.Services.AddScoped<CorrectionStore>();
        builder.Services.AddScoped<PartingStore>();
        builder.Services.AddScoped<HistoryStore>();
        builder.Services.AddScoped<ReviewStore>();
        builder.Services.AddScoped<RecordStore>();
        builder.Services.AddScoped<FindStore>();
        builder.Services.AddSingleton<SettingStore>();
        builder.Services.AddScoped<PhotoStore>();
        builder.Services.AddScoped<PictureStore>();
        builder.Services.AddSingleton<YardstickStore>();
        builder.Services.AddSingleton<PhotoScenes>();
        builder.Services.AddSingleton<ICamera, SampleCamera>();
        builder.Services.AddSingleton<ICalliper, SampleCalliper>();
        builder.Services.AddSingleton<IClinometer, SampleClinometer>();
        builder.Services.AddSingleton<IPositionReceiver, SampleReceiver>();
        builder.Services.AddSingleton<IWeatherStation, SampleWeather>();
        builder.Services.AddSingleton<StandIns>();
        builder.Services.AddSingleton<WeatherStore>();
        builder.Services.AddSingleton<SurveyWeather>();
        builder.Services.AddScoped<CareStore>();
        builder.Services.AddScoped<CountStore>();
        builder.Services.AddScoped<GradeStore>();
        builder.Services.AddScoped<PhenologyWatches>();
        builder.Services.AddScoped<PlantGrades>();
        builder.Services.AddScoped<PlannedTrips>();
        builder.Services.AddScoped<PlantSheets>();
        builder.Services.AddScoped<PlantsInFull>();
        builder.Services.AddScoped<PlantCares>();
        builder.Services.AddScoped<CountViews>();
        builder.Services.AddScoped<CountedSurvey>();
        builder.Services.AddScoped<ReportPlants>();
        builder.Services.AddScoped<CoarseRecords>();
        builder.Services.AddScoped<DemoSurvey>();

        var app = builder.Build();
        app.Use(app.Services.GetRequiredService<Bundle>().Behind);
        app.UseExceptionHandler(
            new ExceptionHandlerOptions
            {
                ExceptionHandler = ProblemAnswers.AnswerAsync,
                SuppressDiagnosticsCallback = _ => true,
                // What is not there is an answer; of one in a bundle the framework cannot tell that it has begun.
                AllowStatusCode404Response = true,
            }
        );
        app.UseRouting();
        app.UseStatusCodePages(Problems.FillAsync);
        app.UseSecurityHeaders(settings.Tiles);
        app.UseResponseCompression();
        app.UseAuthentication();
        app.UseRateLimiter();
        app.UseGate();
        var api = app.MapGroup("/api")
            .ProducesProblem(400)
            .ProducesProblem(401)
            .ProducesProblem(403)
            .ProducesProblem(404)
            .ProducesProblem(409);
        HealthEndpoints.Map(api);
        SessionEndpoints.Map(api);
        PeopleEndpoints.Map(api);
        PlacesEndpoints.Map(api);
        MapEndpoints.Map(api);
        SeeOneEndpoints.Map(api);
        GuideEndpoints.Map(api);
        LookingUpEndpoints.Map(api);
        DrawingsEndpoints.Map(api);
        SearchEndpoints.Map(api);
        KeyTextEndpoints.Map(api);
        GuideTextEndpoints.Map(api);
        CommandsEndpoints.Map(api);
        PlantsEndpoints.Map(api);
        CorrectionEndpoints.Map(api);
        PartingEndpoints.Map(api);
        HistoryEndpoints.Map(api);
        ObservationsEndpoints.Map(api);
        WalkEndpoints.Map(api);
        BenchEndpoints.Map(api);
        DeterminationsEndpoints.Map(api);
        NamesEndpoints.Map(api);
        ReviewsEndpoints.Map(api);
        RecordsEndpoints.Map(api);
        FindsEndpoints.Map(api);
        ArchiveEndpoints.Map(api);
        SpecimensEndpoints.Map(api);
        PhotosEndpoints.Map(api);
        PicturesEndpoints.Map(api);
        TreesEndpoints.Map(api);
        YardsticksEndpoints.Map(api);
        DevicesEndpoints.Map(api);
        GradesEndpoints.Map(api);
        TodayEndpoints.Map(api);
        TripsEndpoints.Map(api);
        YearEndpoints.Map(api);
        ShowsEndpoints.Map(api);
        CareEndpoints.Map(api);
        CountsEndpoints.Map(api);
        StatisticsEndpoints.Map(api);
        ReportEndpoints.Map(api);
        PaperEndpoints.Map(api);
        ImportEndpoints.Map(api);
        WeatherEndpoints.Map(api);
        app.MapOpenApi("/api/openapi.json").Needs(Right.Enter);
        app.MapWebPages(settings.Web, settings.Tiles);
        return app;
    }

    /// <summary>Opens the database, brings it up to date and loads the guide, and the demo where asked for.</summary>
    /// <param name="app">The application, not yet started.</param>
    /// <param name="connectionString">Connects to Garten's database, which is made when missing.</param>
    /// <exception cref="SettingsException">The guide is not sound; the message lists its first faults.</exception>
    public static async Task PrepareAsync(WebApplication app, string connectionString, CancellationToken cancel)
    {
        var settings = app.Services.GetRequiredService<ServerSettings>();
        DatabaseMigrations.Ensure(connectionString);
        await using var turn = await StartingTurn.TakeAsync(connectionString, cancel);
        DatabaseMigrations.Apply(connectionString);
        app.Services.GetRequiredService<DatabaseAddress>().ConnectionString = connectionString;
        var (package, guide) = ReadGuide(settings);
        var kept = app.Services.GetRequiredService<GuideStore>();
        if (await kept.NotInAsync(guide, cancel) is { Count: > 0 } unknown)
        {
            throw new SettingsException(
                $"The survey in this folder speaks of {string.Join(", ", unknown.Take(5))}{(unknown.Count > 5 ? $" and {unknown.Count - 5} more" : "")}, "
                    + $"which the guide “{guide.Title.Title}” does not have. Start it with --data and another folder, or with the guide the survey was kept with."
            );
        }

        var version = await kept.KeepAsync(package, guide, cancel);
        app.Services.GetRequiredService<CurrentGuide>().Set(guide, version);
        app.Services.GetRequiredService<CurrentGuide>()
            .Hear(await SurveyNameStore.AllAsync(app.Services.GetRequiredService<Npgsql.NpgsqlDataSource>(), cancel));
        await app.Services.GetRequiredService<CommandJournal>().AssessStaleAsync(cancel);
        if (settings.Demo)
        {
            await using var scope = app.Services.CreateAsyncScope();
            scope.ServiceProvider.GetRequiredService<CurrentPerson>().BeGarten();
            await scope
                .ServiceProvider.GetRequiredService<DemoSurvey>()
                .LoadAsync(Path.Combine(settings.Guides, "tamsin-fork-survey"), cancel);
        }
    }

    private static (PackageFiles Package, Guide Guide) ReadGuide(ServerSettings settings)
    {
        PackageFiles package;
        try
        {
            package = PackageFiles.Read(settings.Guide ?? Path.Combine(settings.Guides, "tamsin-fork"));
        }
        catch (PackageException e)
        {
            throw new SettingsException($"The guide was not loaded. {e.Message}");
        }

        var reading = GuideReader.Read(package);
        return reading.Ok
            ? (package, reading.Guide)
            : throw new SettingsException(
                $"The guide was not loaded, it has {reading.Faults.Length} faults:\n{string.Join('\n', reading.Faults.Take(20))}"
            );
    }

    private static void Configure(JsonSerializerOptions options)
    {
        options.NumberHandling = JsonNumberHandling.Strict;
        options.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.CamelCase, allowIntegerValues: false));
        options.MaxDepth = 32;
        options.AllowOutOfOrderMetadataProperties = true;
        options.RespectNullableAnnotations = true;
        options.RespectRequiredConstructorParameters = true;
    }
}
