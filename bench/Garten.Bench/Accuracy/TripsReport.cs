using System.Collections.Immutable;
using System.Diagnostics;
using System.Globalization;
using Garten.Core.Identification;
using Garten.Core.Planning;
using Garten.Formats.Guides;
using Garten.Formats.Packages;

namespace Garten.Bench.Accuracy;

/// <summary>How often plans of trips are proven to be the fewest, and what they take.</summary>
internal static class TripsReport
{
    private const string Section = "Trips";

    private static readonly (string Words, int From, int To)[] Sizes =
    [
        ("up to 40", 1, 40),
        ("41 to 71", 41, 71),
        ("72 to 169", 72, 169),
        ("170 to 240", 170, int.MaxValue),
    ];

    /// <summary>Plans what simulated years ask, and writes what came of it.</summary>
    /// <param name="guidePath">Folder of the guide.</param>
    /// <param name="into">The page of measurements; null to print.</param>
    public static void Write(string guidePath, string? into)
    {
        var guide = GuideReader.Read(PackageFiles.Read(guidePath)).Guide
            ?? throw new InvalidOperationException($"{guidePath} is no sound guide.");
        var model = new CandidateModel(guide);
        ImmutableArray<TripQuestion> asked =
        [
            .. Enumerable
                .Range(1, YearReport.Reserves)
                .AsParallel()
                .AsOrdered()
                .SelectMany(seed => YearTrial.Questions(guide, model, seed))
                .Where(q => q.Needs.Length > 0),
        ];
        Console.Error.WriteLine($"{asked.Length} plans ...");

        // The first plan of a run pays for the compiler.
        TripPlanner.Plan(asked[0]);
        Planned[] quick = [.. asked.Select(q => Timed(q, TripEffort.Quick))];
        Planned[] thorough =
        [
            .. asked.Zip(quick).Select(x => x.Second.Plan.IsFewest ? x.Second : Timed(x.First, TripEffort.Thorough)),
        ];
        List<string> lines =
        [
            "Written by `./garten bench trips`: the plans of the five simulated years of [accuracy.md](accuracy.md), 60 plants on 12 sites, planned anew after each trip. Seconds on one core.",
            "",
            "| things to see | plans | proven the fewest at once | seconds, mean | most | proven after “Seek longer” | trips above the bound, most | seconds, mean | most |",
            "| --- | --- | --- | --- | --- | --- | --- | --- | --- |",
        ];
        foreach (var (words, from, to) in Sizes)
        {
            var at = Enumerable
                .Range(0, asked.Length)
                .Where(i => asked[i].Needs.Length >= from && asked[i].Needs.Length <= to)
                .ToArray();
            var sought = at.Where(i => !quick[i].Plan.IsFewest)
                .Select(i => thorough[i].Seconds)
                .DefaultIfEmpty()
                .ToArray();
            lines.Add(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"| {words} | {at.Length} | {at.Count(i => quick[i].Plan.IsFewest)} | {at.Average(i => quick[i].Seconds):0.00} | {at.Max(i => quick[i].Seconds):0.00} | {at.Count(i => thorough[i].Plan.IsFewest)} | {at.Max(i => thorough[i].Above)} | {sought.Average():0.0} | {sought.Max():0.0} |"
                )
            );
        }

        var text = string.Join('\n', lines) + "\n";
        Console.WriteLine(text);
        if (into is not null)
        {
            PerformancePage.SetSection(into, Section, text);
        }
    }

    private static Planned Timed(TripQuestion question, TripEffort effort)
    {
        var clock = Stopwatch.StartNew();
        return new(TripPlanner.Plan(question, effort), clock.Elapsed.TotalSeconds);
    }

    /// <summary>A plan, and what it took.</summary>
    /// <param name="Seconds">Seconds.</param>
    private sealed record Planned(TripPlan Plan, double Seconds)
    {
        /// <summary>Trips above the bound.</summary>
        public int Above => Plan.Trips.Length - Plan.LeastPossible;
    }
}
