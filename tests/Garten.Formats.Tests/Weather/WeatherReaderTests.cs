using System.Text;
using Garten.Core.Seasons;
using Garten.Formats.Weather;

namespace Garten.Formats.Tests.Weather;

/// <summary>Days of a weather station from a table.</summary>
public sealed class WeatherReaderTests
{
    [Fact]
    public void Days_are_read_in_order_whatever_the_order_of_rows()
    {
        var days = WeatherReader.Read(
            "w.csv",
            Encoding.UTF8.GetBytes("date,lowest,highest\n2026-01-02,1.5,7\n2026-01-01,-3,4.25\n"),
            out var faults
        );
        faults.ShouldBeEmpty();
        days.ShouldBe([new DailyTemperature(new(2026, 1, 1), -3, 4.25), new DailyTemperature(new(2026, 1, 2), 1.5, 7)]);
    }

    [Theory]
    [InlineData(
        "date,lowest,highest\n2026-02-30,1,2\n",
        "w.csv, line 2, column date: found “2026-02-30”; expected a day as year-month-day, for example 2026-03-14"
    )]
    [InlineData(
        "date,lowest,highest\n2026-01-01,9,2\n",
        "w.csv, line 2, column lowest: found 9 to 2; expected a lowest not above the highest, both from -90 to 60 °C"
    )]
    [InlineData(
        "date,lowest,highest\n2026-01-01,1,2\n2026-01-01,1,2\n",
        "w.csv, line 3, column date: found 2026-01-01 a second time; expected each day once"
    )]
    [InlineData(
        "date,lowest,highest\n2026-01-01,1,\n",
        "w.csv, line 2, column highest: found nothing; expected a value"
    )]
    [InlineData(
        "day,lowest,highest\n2026-01-01,1,2\n",
        "w.csv, line 1, column date: found no such column; expected the columns date, lowest, highest"
    )]
    public void Every_fault_is_told_with_its_place(string table, string fault)
    {
        WeatherReader.Read("w.csv", Encoding.UTF8.GetBytes(table), out var faults);
        faults[0].ToString().ShouldStartWith(fault);
    }
}
