using System.Collections.Immutable;
using System.Diagnostics;
using Garten.Core.Identification;
using Garten.Core.Seasons.Rounds;
using Garten.Formats.Guides;
using Garten.Formats.Packages;

namespace Garten.Bench.Accuracy;

/// <summary>How often plans of rounds are proven to be the fewest, and what they take.</summary>
internal static class RoundsReport
{
    private const int Reserves = 5;

    /// <summary>Things to see from which a plan is crowded.</summary>
    private const int Crowded = 72;

    private static readonly (string Words, int From, int To)[] Sizes = [("up to 40", 1, 40), ("41 to 71", 41, 71), ("72 to 149", 72, 149), ("150 and more", 150, int.MaxValue)];

    /// <summary>Plans what simulated years ask, and writes what came of it.</summary>
    /// <param name="guidePath">Folder of the guide.</param>
    /// <param name="into">The page of measurements; null to print.</param>
    public static void Write(string guidePath, string? into)
    {
        var guide = GuideReader.Read(PackageFiles.Read(guidePath)).Guide ?? throw new InvalidOperationException($"{guidePath} is no sound guide.");
        var model = new CandidateModel(guide);
        ImmutableArray<RoundQuestion> asked = [.. Enumerable.Range(1, Reserves).AsParallel().AsOrdered().SelectMany(seed => YearTrial.Questions(guide, model, seed)).Where(q => q.Needs.Length >= 170)];
        Console.Error.WriteLine($"{asked.Length} plans ...");

        // The first plan of a run pays for the compiler.
        RoundPlanner.Plan(asked[0]);
        var quick = asked.Select(q => Timed(q, RoundEffort.Quick)).ToArray();
        foreach (var x in quick.Where(x => !x.Plan.IsFewest)) { Console.Error.WriteLine($"quick {x.Needs} {x.Plan.LeastPossible}/{x.Plan.Rounds.Length} {x.Seconds:0.0}"); }
        foreach (var (words, from, to) in Sizes[3..])
        {
            var of = quick.Where(x => x.Needs >= from && x.Needs <= to).ToArray();
            Console.Error.WriteLine($"{words}: {of.Length} {of.Count(x => x.Plan.IsFewest)} {of.Sum(x => x.Plan.Rounds.Length - x.Plan.LeastPossible)} mean {of.Average(x => x.Seconds):0.00} max {of.Max(x => x.Seconds):0.00}");
        }
        if (Environment.GetEnvironmentVariable("THOROUGH") is null) { return; }
        foreach (var q in asked.Where((q, i) => !quick[i].Plan.IsFewest && q.Needs.Length >= 170))
        {
            var x = Timed(q, RoundEffort.Thorough);
            Console.Error.WriteLine($"thorough {x.Needs} {x.Plan.LeastPossible}/{x.Plan.Rounds.Length} {x.Seconds:0.0}");
        }
    }

    private static (int Needs, RoundPlan Plan, double Seconds) Timed(RoundQuestion question, RoundEffort effort)
    {
        var clock = Stopwatch.StartNew();
        var plan = RoundPlanner.Plan(question, effort);
        return (question.Needs.Length, plan, clock.Elapsed.TotalSeconds);
    }
}
