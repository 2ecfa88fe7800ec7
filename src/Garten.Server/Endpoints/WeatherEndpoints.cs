using Garten.Core.Seasons;
using Garten.Core.Survey.Access;
using Garten.Data;
using Garten.Formats.Weather;
using Garten.Server.Access;
using Garten.Server.Devices;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>Where this year's warmth is known from.</summary>
/// <param name="Days">Days of this year brought in from files; 0 where the station is asked.</param>
/// <param name="Last">The last of them.</param>
/// <param name="Missing">Days that are missing from New Year to the last one: warmth is summed only where none is.</param>
public sealed record WeatherView(int Days, DateOnly? Last, int Missing);

/// <summary>This year's weather: days brought in from files where there are any, else those of the station of the demo.</summary>
/// <param name="store">Days brought in.</param>
public sealed class SurveyWeather(WeatherStore store, IWeatherStation station, StandIns standIns)
{
    /// <summary>The days of a year up to a day.</summary>
    /// <param name="until">The last day asked for.</param>
    public async Task<IReadOnlyList<DailyTemperature>> SinceNewYearAsync(DateOnly until, CancellationToken cancel) =>
        await BroughtInAsync(until, cancel) is { Count: > 0 } days ? days
        : await standIns.AreOnAsync(cancel) ? await station.SinceNewYearAsync(until, cancel)
        : [];

    /// <summary>The usual year; empty where no station stands.</summary>
    public async Task<IReadOnlyList<DailyTemperature>> UsualAsync(CancellationToken cancel) =>
        await standIns.AreOnAsync(cancel) ? await station.UsualAsync(cancel) : [];

    /// <summary>The days of a year that were brought in from files.</summary>
    /// <param name="until">The last day asked for.</param>
    public Task<List<DailyTemperature>> BroughtInAsync(DateOnly until, CancellationToken cancel) =>
        store.BetweenAsync(new(until.Year, 1, 1), until, cancel);
}

/// <summary>Weather from files.</summary>
public static class WeatherEndpoints
{
    private const int MostFaults = 5;

    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/weather", ViewAsync).WithName("weather").Produces<WeatherView>();

        api.MapPost(
                "/weather",
                async (
                    string? file,
                    HttpRequest request,
                    WeatherStore store,
                    SurveyWeather weather,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                {
                    using var content = new MemoryStream();
                    await request.Body.CopyToAsync(content, cancel);
                    var days = WeatherReader.Read(
                        Rules.Text("file", "The file's name", file ?? "weather.csv", 200),
                        content.ToArray(),
                        out var faults
                    );
                    if (!faults.IsEmpty)
                    {
                        var more = faults.Length > MostFaults ? $" And {faults.Length - MostFaults} faults more." : "";
                        throw new RuleException(
                            "file",
                            string.Join(" ", faults.Take(MostFaults)) + more + " Nothing was brought in."
                        );
                    }

                    await store.AddAsync(days, cancel);
                    return await ViewAsync(weather, clock, cancel);
                }
            )
            .Needs(Right.Steward)
            .WithName("bringInWeather")
            .Accepts<string>("text/csv")
            .Produces<WeatherView>();

        api.MapDelete(
                "/weather",
                async (WeatherStore store, SurveyWeather weather, TimeProvider clock, CancellationToken cancel) =>
                {
                    await store.ClearAsync(cancel);
                    return await ViewAsync(weather, clock, cancel);
                }
            )
            .Needs(Right.Steward)
            .WithName("dropWeather")
            .Produces<WeatherView>();
    }

    private static async Task<WeatherView> ViewAsync(
        SurveyWeather weather,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var days = await weather.BroughtInAsync(Clock.Today(clock), cancel);
        return new(days.Count, days.LastOrDefault()?.Date, (days.LastOrDefault()?.Date.DayOfYear ?? 0) - days.Count);
    }
}
