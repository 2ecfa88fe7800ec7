using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Identification;
using Garten.Core.Keys;
using Garten.Core.Training;

namespace Garten.Bench.Accuracy;

/// <summary>How the names stood after some features.</summary>
/// <param name="Features">After how many features it was noted.</param>
/// <param name="Reached">False when so many could not be recorded that day.</param>
/// <param name="Leading">The leading name.</param>
/// <param name="Mass">What it held.</param>
/// <param name="Outside">What "outside the guide" held.</param>
/// <param name="Safe">What could be said; null for nothing.</param>
/// <param name="OutsideSafe">True when "none of these" could be said.</param>
/// <param name="Contradicted">True when something plainly seen spoke flatly against the leading name, so that it was not said.</param>
internal sealed record Checkpoint(
    int Features,
    bool Reached,
    TaxonId Leading,
    double Mass,
    double Outside,
    SafeAnswer? Safe,
    bool OutsideSafe,
    bool Contradicted
);

/// <summary>One simulated plant looked at until enough was recorded.</summary>
internal static class Trial
{
    /// <summary>Numbers of features after which the likely names is noted.</summary>
    public static readonly ImmutableArray<int> Stops = [3, 5, 8, 12];

    private const int MostSuggestions = 12;

    /// <summary>Times a person goes over what does not fit.</summary>
    private const int MostRounds = 3;

    /// <summary>Records features in the order the core suggests, else in any order.</summary>
    /// <param name="model">The guide the plant is named with.</param>
    /// <param name="random">For any order; null for the suggested one.</param>
    public static List<Checkpoint> Run(
        CandidateModel model,
        SimulatedPlant plant,
        SimulatedObserver observer,
        Random? random
    )
    {
        var seen = new List<Observation>();
        var done = new List<Checkpoint>();
        ImmutableArray<Visit> visits = [plant.Visit];
        Queue<Character> any = random is null
            ? []
            : new(model.Guide.Characters.Where(c => c.Organ != Organ.Place).OrderBy(_ => random.Next()));
        var recorded = 0;
        while (recorded < Stops[^1])
        {
            using (var weighing = Weigh(model, seen, plant))
            {
                var next =
                    random is null
                        ? LookNext
                            .Weigh(model, weighing, new EvidenceSheet(model.Guide, seen), visits, FieldKit.Usual)
                            .Suggest(MostSuggestions)
                            .Where(s => s.Purpose != LookPurpose.Again)
                            .Select(s => model.Guide.Character(s.Character))
                            .FirstOrDefault()
                    : any.TryDequeue(out var drawn) ? drawn
                    : null;
                if (next is null)
                {
                    break;
                }

                if (observer.Look(plant, next) is not { } observation)
                {
                    // Asked in vain: it does not show today, and is not asked again.
                    seen.Add(Observation.OfHidden(next.Id, 1, plant.Visit.Date, HiddenReason.OutOfReach));
                    continue;
                }

                seen.Add(observation);
                recorded++;
            }

            if (Stops.Contains(recorded))
            {
                done.Add(Stand(model, seen, plant, recorded, true));
            }
        }

        LookAgain(model, seen, plant, observer);
        if (recorded == Stops[^1])
        {
            done[^1] = Stand(model, seen, plant, recorded, true);
        }

        // Nothing more could be seen; what stands now stands at the later stops too.
        foreach (var stop in Stops.Where(s => s > recorded))
        {
            done.Add(Stand(model, seen, plant, stop, false));
        }

        return done;
    }

    /// <summary>What stands flatly against the leading name is looked at once more, and kept as seen again or as seen anew.</summary>
    private static void LookAgain(
        CandidateModel model,
        List<Observation> seen,
        SimulatedPlant plant,
        SimulatedObserver observer
    )
    {
        for (var round = 0; round < MostRounds; round++)
        {
            ImmutableArray<Contradiction> against;
            using (var weighing = Weigh(model, seen, plant))
            {
                against = LikelyNames.Of(model, weighing, 1).Against;
            }

            foreach (var one in against.Where(a => !a.Checked))
            {
                var at = seen.FindIndex(o => o.Character == one.Character);
                var anew = observer.Look(plant, model.Guide.Character(one.Character));
                seen[at] =
                    anew is null || Wording.Recorded(model.Guide.Character(one.Character), anew) == one.Found
                        ? seen[at] with
                        {
                            Certainty = Certainty.Checked,
                        }
                        : anew;
            }

            if (against.All(a => a.Checked))
            {
                return;
            }
        }
    }

    /// <summary>The key a person opens: that of bare twigs for what stands there without leaves and flowers, else that of all plants.</summary>
    public static KeyId KeyFor(SimulatedPlant plant) =>
        new(
            plant.Visit.Parts.Contains(PlantPart.Buds)
            && !plant.Visit.Parts.Any(p => p is PlantPart.Leaves or PlantPart.Flowers)
                ? "winter-twigs"
                : "all-plants"
        );

    /// <summary>Walks a key by what the plant shows; what decides nothing is answered "can't tell".</summary>
    /// <returns>The likeliest end, and how many couplets were answered.</returns>
    public static (TaxonId End, int Couplets) WalkKey(
        Guide guide,
        KeyId key,
        SimulatedPlant plant,
        SimulatedObserver observer
    )
    {
        var walk = KeyWalk.From(guide.Key(key).First);
        var seen = new Dictionary<CharacterId, Observation?>();
        var couplets = 0;
        while (KeyWalkTrace.Of(guide, walk).Current is { } at)
        {
            var leads = guide.FindCouplet(at)!.Leads;
            foreach (var id in leads.SelectMany(l => l.Tests).Select(t => t.Character))
            {
                if (!seen.ContainsKey(id))
                {
                    seen[id] = observer.Look(plant, guide.Character(id));
                }
            }

            var sheet = new EvidenceSheet(guide, seen.Values.OfType<Observation>());
            var scores = leads
                .Select(l =>
                    l.Tests.Sum(t =>
                        LeadEvaluation.Evaluate(guide, sheet, t).Mark switch
                        {
                            Mark.Agrees => 1,
                            Mark.Conflicts => -1,
                            _ => 0,
                        }
                    )
                )
                .ToArray();
            var best = scores.Max();
            walk = walk.Answer(
                at,
                scores.Count(s => s == best) == 1 ? leads[Array.IndexOf(scores, best)].Number : null
            );
            couplets++;
        }

        return (new KeyWeights(guide, walk).Ends[0].Name, couplets);
    }

    private static Weighing Weigh(CandidateModel model, List<Observation> seen, SimulatedPlant plant) =>
        new(model, new EvidenceSheet(model.Guide, seen), plant.Place, [plant.Visit]);

    private static Checkpoint Stand(
        CandidateModel model,
        List<Observation> seen,
        SimulatedPlant plant,
        int features,
        bool reached
    )
    {
        using var weighing = Weigh(model, seen, plant);
        var likely = LikelyNames.Of(model, weighing, 1);
        return new(
            features,
            reached,
            likely.Names[0].Name.Id,
            likely.Names[0].Mass,
            likely.Outside,
            likely.Safe,
            likely.OutsideIsSafe,
            !likely.Against.IsEmpty
        );
    }
}
