using System.Globalization;
using Garten.Core.Guides;
using Garten.Core.Identification;
using Garten.Formats.Guides;
using Garten.Formats.Packages;

namespace Garten.Bench.Accuracy;

/// <summary>What planned trips are worth over a year, against fixed ones.</summary>
internal static class YearReport
{
    /// <summary>How many made-up reserves are followed through a year.</summary>
    public const int Reserves = 5;

    /// <summary>Prints the table.</summary>
    /// <param name="guidePath">Folder of the guide.</param>
    public static void Print(string guidePath) =>
        Console.WriteLine(Table(GuideReader.Read(PackageFiles.Read(guidePath)).Guide!));

    /// <summary>The table of the report.</summary>
    public static string Table(Guide guide)
    {
        var model = new CandidateModel(guide);
        var years = Enumerable
            .Range(1, Reserves)
            .AsParallel()
            .AsOrdered()
            .Select(seed =>
            {
                var planned = YearTrial.Planned(guide, model, seed);
                return (
                    Planned: planned,
                    Monthly: YearTrial.Monthly(guide, model, seed),
                    Even: YearTrial.Even(guide, model, seed, planned.Trips)
                );
            })
            .ToArray();
        return string.Join(
            '\n',
            "| trips | days out | hours | confirmed | settled or confirmed | of these wrong |",
            "| --- | --- | --- | --- | --- | --- |",
            Row("planned from the return lists, anew after each", [.. years.Select(y => y.Planned)]),
            Row("every site in the middle of every month", [.. years.Select(y => y.Monthly)]),
            Row("as many as planned, spread evenly, the sites in turn", [.. years.Select(y => y.Even)])
        );
    }

    private static string Row(string words, YearOutcome[] years) =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"| {words} | {years.Average(y => y.Trips):0.0} | {years.Average(y => y.Hours):0} | {years.Average(y => y.Confirmed):0.0} | {years.Average(y => y.Settled):0.0} | {years.Average(y => y.Wrong):0.0} |"
        );
}
