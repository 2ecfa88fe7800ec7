using Garten.Core.Seasons;

namespace Garten.Server.Devices;

/// <summary>
/// Stands in for a weather station by the lower river: mild wet winters, dry summers, and every year a little warmer or
/// colder than the usual one, always by the same for the same year.
/// </summary>
public sealed class SampleWeather : IWeatherStation
{
    private static readonly DailyTemperature[] Usual =
    [
        .. Enumerable.Range(0, 365).Select(d => Day(new DateOnly(2001, 1, 1).AddDays(d), 0)),
    ];

    /// <inheritdoc/>
    public ValueTask<IReadOnlyList<DailyTemperature>> SinceNewYearAsync(DateOnly until, CancellationToken cancel)
    {
        var random = new Random(until.Year);
        var warmer = (random.NextDouble() - 0.5) * 2;
        var first = new DateOnly(until.Year, 1, 1);
        return ValueTask.FromResult<IReadOnlyList<DailyTemperature>>([
            .. Enumerable
                .Range(0, until.DayOfYear)
                .Select(d => Day(first.AddDays(d), warmer + ((random.NextDouble() - 0.5) * 4))),
        ]);
    }

    /// <inheritdoc/>
    public ValueTask<IReadOnlyList<DailyTemperature>> UsualAsync(CancellationToken cancel) =>
        ValueTask.FromResult<IReadOnlyList<DailyTemperature>>(Usual);

    /// <summary>A year swings about 11.5 °C by 6.5, coldest in mid January.</summary>
    private static DailyTemperature Day(DateOnly date, double warmer)
    {
        var mean = 11.5 - (6.5 * Math.Cos(2 * Math.PI * (date.DayOfYear - 15) / 365)) + warmer;
        return new(date, Math.Round(mean - 4, 1), Math.Round(mean + 4, 1));
    }
}
