using System.Collections.Concurrent;
using System.Collections.Immutable;
using Garten.Core.Guides;
using Garten.Core.Identification;
using Garten.Core.Training;

namespace Garten.Bench.Accuracy;

/// <summary>A condition under which plants are drawn and named.</summary>
/// <param name="Title">How it reads in the report.</param>
/// <param name="Departures">How plants and observer differ from the model.</param>
internal sealed record Condition(string Title, Departures Departures);

/// <summary>What one plant came to.</summary>
/// <param name="Suggested">Standings with features in the suggested order.</param>
/// <param name="Anyhow">Standings with features in any order.</param>
/// <param name="ByKey">The likeliest end of the key.</param>
/// <param name="Couplets">Couplets answered on the way.</param>
internal sealed record Outcome(
    TaxonId Truth,
    List<Checkpoint> Suggested,
    List<Checkpoint> Anyhow,
    TaxonId ByKey,
    int Couplets
);

/// <summary>What a plant of a taxon left out of the guide came to.</summary>
/// <param name="Truth">The taxon left out.</param>
/// <param name="Last">How the names stood at the end.</param>
/// <param name="RightRank">True when what could be said is one of the taxa above it.</param>
internal sealed record LeftOut(TaxonId Truth, Checkpoint Last, bool RightRank);

/// <summary>Draws plants of every taxon of a guide and names them.</summary>
/// <param name="plants">Plants drawn of each taxon.</param>
internal sealed class AccuracyRun(Guide guide, int plants)
{
    /// <summary>The constants were chosen on plants of other seeds.</summary>
    private const int Seed = 20261130;
    private readonly CandidateModel _model = new(guide);

    /// <summary>The taxa drawn: all candidates but the crosses, which the guide describes by their parents.</summary>
    private ImmutableArray<TaxonId> Taxa => [.. _model.Taxa.Where(t => guide.Taxon(t).Rank != TaxonRank.Nothotaxon)];

    /// <summary>Names plants of all taxa.</summary>
    /// <param name="condition">How they are drawn.</param>
    /// <returns>What they came to, and the share of looks that were mistaken.</returns>
    public (IReadOnlyList<Outcome> Outcomes, double Mistakes) Name(Condition condition)
    {
        var outcomes = new ConcurrentBag<(int Order, Outcome Outcome)>();
        long looks = 0,
            mistakes = 0;
        var simulator = new PlantSimulator(guide, condition.Departures);
        Parallel.For(0, Taxa.Length * plants, i =>
        {
            var random = new Random(Seed + i);
            var plant = simulator.Draw(Taxa[i % Taxa.Length], random);
            var observer = new SimulatedObserver(guide, condition.Departures, random);
            var suggested = Trial.Run(_model, plant, observer, null);
            var anyhow = Trial.Run(_model, plant, observer, random);
            var (end, couplets) = Trial.WalkKey(guide, Trial.KeyFor(plant), plant, observer);
            Interlocked.Add(ref looks, observer.Tally.Looks);
            Interlocked.Add(ref mistakes, observer.Tally.Mistakes);
            outcomes.Add((i, new(plant.Taxon, suggested, anyhow, end, couplets)));
        });
        return ([.. outcomes.OrderBy(o => o.Order).Select(o => o.Outcome)], (double)mistakes / looks);
    }

    /// <summary>Leaves out each taxon in turn and has the rest of the guide name its plants.</summary>
    /// <param name="condition">How they are drawn.</param>
    public IReadOnlyList<LeftOut> NameLeftOut(Condition condition)
    {
        var simulator = new PlantSimulator(guide, condition.Departures);
        var results = new ConcurrentBag<(int Order, LeftOut Result)>();
        Parallel.For(0, Taxa.Length, t =>
        {
            var model = new CandidateModel(Without(guide, Taxa[t]));
            for (var i = 0; i < plants; i++)
            {
                var random = new Random(Seed + (t * 1000) + i);
                var plant = simulator.Draw(Taxa[t], random);
                var last = Trial.Run(model, plant, new SimulatedObserver(guide, condition.Departures, random), null)[
                    ^1
                ];
                var above = guide.Lineage(Taxa[t]).Skip(1).Select(a => a.Id).ToHashSet();
                var right = last.Safe is { Names: [var only] } && above.Contains(only.Id);
                results.Add(((t * plants) + i, new(Taxa[t], last, right)));
            }
        });
        return [.. results.OrderBy(r => r.Order).Select(r => r.Result)];
    }

    /// <summary>The guide as if it had never known a taxon.</summary>
    private static Guide Without(Guide guide, TaxonId taxon)
    {
        var tables = guide.Tables;
        return new(
            tables with
            {
                Taxa = tables.Taxa.RemoveAll(t => t.Id == taxon),
                Statements = tables.Statements.RemoveAll(s => s.Taxon == taxon),
                Keys = [],
                Cautions = tables.Cautions.RemoveAll(c => c.Taxon == taxon),
                LookAlikes = tables.LookAlikes.RemoveAll(l => l.Taxon == taxon || l.Other == taxon),
                Crosses = tables.Crosses.RemoveAll(c => c.First == taxon || c.Second == taxon),
                Windows = tables.Windows.RemoveAll(w => w.Taxon == taxon),
            }
        );
    }
}
