using System.Globalization;
using System.Text;
using BenchmarkDotNet.Reports;

namespace Garten.Bench;

/// <summary>Writes what was measured beside what is to be held.</summary>
internal static class PerformanceReport
{
    private static readonly (string Method, string Work, double? Hold)[] Rows =
    [
        (nameof(GeneratedGuideBenchmarks.Rank), "rank 5,000 taxa × 300 characters on 40 observations", 5),
        (nameof(GeneratedGuideBenchmarks.LookNextAtThreeOf300), "look next over the same, two features known", 30),
        (nameof(GeneratedGuideBenchmarks.TellApartTwo), "tell apart two of its taxa", 1),
        (nameof(GeneratedGuideBenchmarks.Open), "open that guide from its tables", 1000),
        (nameof(BenchDeskBenchmarks.OpenGuide), "read the demo guide's package", null),
        (nameof(BenchDeskBenchmarks.MakeReady), "make the demo guide ready", null),
        (nameof(BenchDeskBenchmarks.Weigh), "weigh a plant with the demo guide", null),
        (nameof(BenchDeskBenchmarks.Couplet), "answer the bench: couplet, likely names, look next", null),
        (nameof(BenchDeskBenchmarks.Account), "a species account", null),
        (nameof(BenchDeskBenchmarks.Suspect), "what would disprove a name", null),
        (nameof(DrawingBenchmarks.Leaf), "draw a toothed leaf", 1),
        (nameof(DrawingBenchmarks.Plant), "draw a whole plant on its sheet", null),
    ];

    /// <summary>Writes the page; rows that were not measured in this run are left out.</summary>
    /// <param name="summaries">What was measured.</param>
    /// <param name="screen">How long a click takes on screen, in words; empty when it was not timed.</param>
    /// <param name="path">The file to write.</param>
    public static void Write(IEnumerable<Summary> summaries, string screen, string path)
    {
        var reports = summaries
            .SelectMany(s => s.Reports)
            .Where(r => r.Success)
            .ToDictionary(r => r.BenchmarkCase.Descriptor.WorkloadMethod.Name);
        var statements = GeneratedGuide.Tables(5000, 300, GeneratedGuideBenchmarks.Seed).Statements.Length;
        var text = new StringBuilder()
            .AppendLine("# How fast it is")
            .AppendLine()
            .AppendLine(
                "Written by `./garten bench`, which measures with BenchmarkDotNet, one core at work. Times are means with the standard"
            )
            .AppendLine(
                "deviation; memory is what one call allocates. They hold for the machine they were measured on; the bounds are those"
            )
            .AppendLine("the design sets.")
            .AppendLine()
            .AppendLine(
                CultureInfo.InvariantCulture,
                $"The generated guide makes {statements:N0} statements: a little over a third of its cells are filled."
            )
            .AppendLine()
            .AppendLine("| work | measured | bound | allocated |")
            .AppendLine("| --- | --- | --- | --- |");
        foreach (var (method, work, hold) in Rows)
        {
            if (reports.TryGetValue(method, out var report) && report.ResultStatistics is { } time)
            {
                var allocated = report.GcStats.GetBytesAllocatedPerOperation(report.BenchmarkCase) ?? 0;
                text.AppendLine(
                    CultureInfo.InvariantCulture,
                    $"| {work} | {Time(time.Mean)} ± {Time(time.StandardDeviation)} | {(hold is { } h ? $"{h:0} ms" : "")} | {allocated / 1024.0:0.#} KB |"
                );
            }
        }

        if (screen.Length > 0)
        {
            text.AppendLine(
                    CultureInfo.InvariantCulture,
                    $"| a feature recorded on the bench, from the click to the changed names on screen | {screen} | 100 ms | |"
                )
                .AppendLine()
                .AppendLine(
                    "The last row is timed in headless Chromium, which draws without a graphics card, with the server, its database and the"
                )
                .AppendLine("core all at work on the machine's two cores at once.");
        }

        PerformancePage.SetSection(path, "", text.ToString());
    }

    private static string Time(double nanoseconds) =>
        string.Create(CultureInfo.InvariantCulture, $"{nanoseconds / 1e6:0.###} ms");
}
