using BenchmarkDotNet.Running;
using Garten.Bench;
using Garten.Bench.Accuracy;
using Garten.Bench.Records;

if (args is ["accuracy", "photographs", "table"])
{
    Console.WriteLine(PhotoReport.Table());
    return;
}

if (args is ["accuracy", "photographs", .. var which])
{
    PhotoReport.Print(which);
    return;
}

if (args is ["accuracy", "years"])
{
    YearReport.Print(Environment.GetEnvironmentVariable("GARTEN_GUIDE")!);
    return;
}

if (args is ["accuracy", .. var rest])
{
    AccuracyCommand.Run(
        Environment.GetEnvironmentVariable("GARTEN_GUIDE")!,
        rest,
        Environment.GetEnvironmentVariable("GARTEN_REPORT")
    );
    return;
}

if (args is ["trips"])
{
    TripsReport.Write(
        Environment.GetEnvironmentVariable("GARTEN_GUIDE")!,
        Environment.GetEnvironmentVariable("GARTEN_REPORT")
    );
    return;
}

if (args is ["records", .. var many])
{
    var lines = many is [var said] && int.TryParse(said, out var given) ? given : 1_000_000;
    await RecordsBench.RunAsync(
        Environment.GetEnvironmentVariable("GARTEN_GUIDE")!,
        lines,
        Environment.GetEnvironmentVariable("GARTEN_REPORT")
    );
    return;
}

if (args is ["followed", .. var howMany])
{
    var plants = howMany is [var said] && int.TryParse(said, out var given) ? given : 2_500;
    await FollowedBench.RunAsync(
        Environment.GetEnvironmentVariable("GARTEN_GUIDE")!,
        plants,
        Environment.GetEnvironmentVariable("GARTEN_REPORT")
    );
    return;
}

var summaries = BenchmarkSwitcher.FromAssembly(typeof(BenchDeskBenchmarks).Assembly).Run(args);
if (Environment.GetEnvironmentVariable("GARTEN_REPORT") is { Length: > 0 } path)
{
    var screen = Environment.GetEnvironmentVariable("GARTEN_SCREEN_TIMES") is { Length: > 0 } file
        ? File.ReadAllText(file)
        : "";
    PerformanceReport.Write(summaries, screen, path);
}
