using Garten.Core.Seasons;

namespace Garten.Server.Devices;

/// <summary>A weather station that has stood for years.</summary>
public interface IWeatherStation
{
    /// <summary>The days of a year up to a day, each with its lowest and highest temperature.</summary>
    /// <param name="until">The last day asked for.</param>
    ValueTask<IReadOnlyList<DailyTemperature>> SinceNewYearAsync(DateOnly until, CancellationToken cancel);

    /// <summary>The usual year: 365 days of the year 2001.</summary>
    ValueTask<IReadOnlyList<DailyTemperature>> UsualAsync(CancellationToken cancel);
}
