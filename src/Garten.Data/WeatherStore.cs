using Garten.Core.Seasons;
using Npgsql;
using NpgsqlTypes;

namespace Garten.Data;

/// <summary>Days of a weather station, as brought in from files.</summary>
public sealed class WeatherStore(NpgsqlDataSource source)
{
    /// <summary>The days from one to another, oldest first.</summary>
    /// <param name="from">The first.</param>
    /// <param name="to">The last.</param>
    public async Task<List<DailyTemperature>> BetweenAsync(DateOnly from, DateOnly to, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            "select day, lowest, highest from weather_day where day between $1 and $2 order by day",
            [from, to],
            r => new DailyTemperature(r.GetFieldValue<DateOnly>(0), r.GetDouble(1), r.GetDouble(2)),
            cancel
        );
    }

    /// <summary>Adds days, in place of those of the same date; all of them or none.</summary>
    /// <param name="days">The days, each once.</param>
    public async Task AddAsync(IReadOnlyCollection<DailyTemperature> days, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        await connection.ExecuteAsync(
            "delete from weather_day where day = any($1)",
            [days.Select(d => d.Date).ToArray()],
            cancel
        );
        await using (
            var import = await connection.BeginBinaryImportAsync(
                "copy weather_day (day, lowest, highest) from stdin (format binary)",
                cancel
            )
        )
        {
            foreach (var day in days)
            {
                await import.StartRowAsync(cancel);
                await import.WriteAsync(day.Date, NpgsqlDbType.Date, cancel);
                await import.WriteAsync(day.Least, NpgsqlDbType.Double, cancel);
                await import.WriteAsync(day.Most, NpgsqlDbType.Double, cancel);
            }

            await import.CompleteAsync(cancel);
        }

        await transaction.CommitAsync(cancel);
    }

    /// <summary>Takes all days away.</summary>
    public async Task ClearAsync(CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync("delete from weather_day", [], cancel);
    }
}
