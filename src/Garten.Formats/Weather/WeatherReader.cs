using System.Collections.Immutable;
using System.Globalization;
using Garten.Core.Seasons;
using Garten.Formats.Packages;

namespace Garten.Formats.Weather;

/// <summary>Reads the days of a weather station: CSV with the columns <c>date</c> (year-month-day), <c>lowest</c> and <c>highest</c> (degrees Celsius).</summary>
public static class WeatherReader
{
    private const double Coldest = -90;
    private const double Hottest = 60;

    private static readonly string[] Columns = ["date", "lowest", "highest"];

    /// <summary>Reads a table.</summary>
    /// <param name="file">Its name, for telling where a fault lies.</param>
    /// <param name="faults">What is wrong with it; a table with faults is not to be used.</param>
    /// <returns>The days, oldest first.</returns>
    public static ImmutableArray<DailyTemperature> Read(string file, byte[] content, out ImmutableArray<Fault> faults)
    {
        List<Fault> found = [];
        Dictionary<DateOnly, DailyTemperature> days = [];
        foreach (var row in Table.Read(new PackageFiles(file, [new(file, content)]), file, true, Columns, [], found))
        {
            if (
                !DateOnly.TryParseExact(
                    row["date"],
                    "yyyy-MM-dd",
                    CultureInfo.InvariantCulture,
                    DateTimeStyles.None,
                    out var date
                )
            )
            {
                row.Fault("date", $"“{row["date"]}”", "a day as year-month-day, for example 2026-03-14");
                continue;
            }

            row.Required("lowest");
            row.Required("highest");
            if (row.Number("lowest") is not { } lowest || row.Number("highest") is not { } highest)
            {
                continue;
            }

            if (lowest > highest || lowest < Coldest || highest > Hottest)
            {
                row.Fault(
                    "lowest",
                    $"{row["lowest"]} to {row["highest"]}",
                    $"a lowest not above the highest, both from {Coldest:0} to {Hottest:0} °C"
                );
            }
            else if (!days.TryAdd(date, new(date, lowest, highest)))
            {
                row.Fault("date", $"{row["date"]} a second time", "each day once");
            }
        }

        faults = [.. found];
        return [.. days.Values.OrderBy(d => d.Date)];
    }
}
