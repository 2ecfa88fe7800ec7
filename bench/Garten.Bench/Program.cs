using BenchmarkDotNet.Running;
using Garten.Bench;

var summaries = BenchmarkSwitcher.FromAssembly(typeof(BenchDeskBenchmarks).Assembly).Run(args);
if (Environment.GetEnvironmentVariable("GARTEN_REPORT") is { Length: > 0 } path)
{
    PerformanceReport.Write(summaries, path);
}
