using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Identification;
using Garten.Core.Keys;
using Garten.Core.Seasons;

namespace Garten.Core.Assessment;

/// <summary>A feature to come back for.</summary>
/// <param name="HowTo">How to look.</param>
/// <param name="EffortSeconds">Time a practised person needs.</param>
/// <param name="Tool">The tool needed.</param>
/// <param name="Harm">What must be done to the plant.</param>
/// <param name="Bits">Doubt a look is expected to remove, in bits.</param>
/// <param name="RulesOut">Look-alikes it would rule out, if the name is right.</param>
/// <param name="Again">True for a feature recorded already that speaks against the name: a second look tells a slip from another plant.</param>
public sealed record ReturnFeature(
    CharacterId Character,
    string Label,
    string HowTo,
    int EffortSeconds,
    Tool Tool,
    HarmLevel Harm,
    double Bits,
    ImmutableArray<string> RulesOut,
    bool Again = false
);

/// <summary>What a plant must be visited again for: the features of one part of it, and when that part shows.</summary>
/// <param name="Part">The part; null for what can be seen on any day.</param>
/// <param name="From">First day it shows, this time or next; null where the guide gives no season.</param>
/// <param name="To">Last day.</param>
/// <param name="Error">Standard error of either end, in days; 0 for any day.</param>
/// <param name="Open">True when it shows today.</param>
/// <param name="Features">What to look at, the most telling first; may be empty where seeing the part is enough.</param>
/// <param name="Reasons">Reasons of the grade it would help to meet.</param>
/// <param name="Bits">Doubt the most telling of them is expected to remove.</param>
/// <param name="Words">When and why, in words.</param>
public sealed record ReturnNeed(
    PlantPart? Part,
    DateOnly? From,
    DateOnly? To,
    double Error,
    bool Open,
    ImmutableArray<ReturnFeature> Features,
    ImmutableArray<ReasonKind> Reasons,
    double Bits,
    string Words
);

/// <summary>A plant whose return list is asked.</summary>
/// <param name="Plant">The plant and its names.</param>
/// <param name="Run">How this year runs.</param>
public sealed record ReturnQuestion(GradeQuestion Plant, DateOnly Today, YearRun Run);

/// <summary>A plant's grade, and what would raise it.</summary>
/// <param name="Needs">What to come back for, what shows soonest first; empty for a confirmed plant.</param>
public sealed record ReturnAnswer(GradeAnswer Grade, ImmutableArray<ReturnNeed> Needs);

/// <summary>Finds out what would raise the grade of a plant, and when it can be seen.</summary>
public static class ReturnList
{
    /// <summary>Most features named for one part.</summary>
    private const int MostFeatures = 5;

    /// <summary>Doubt removed below which a feature is not worth a walk, in bits.</summary>
    private const double WorthAWalk = 0.1;

    private static readonly PlantPart?[] Parts =
    [
        null,
        PlantPart.Buds,
        PlantPart.Leaves,
        PlantPart.Flowers,
        PlantPart.Fruit,
    ];

    /// <summary>The return list of a plant.</summary>
    /// <param name="model">The guide made ready.</param>
    public static ReturnAnswer Of(CandidateModel model, ReturnQuestion question) =>
        new ReturnDay(model.Guide, question.Today, question.Run).Of(
            PlantAssessment.Of(model, question.Plant),
            question.Plant.Plant.Place.Season
        );

    /// <summary>What is wanted of a plant, whatever the day.</summary>
    internal static ImmutableArray<WantedPart> WantedOf(
        CandidateModel model,
        GradeQuestion question,
        GradeAnswer grade,
        TaxonId taxon,
        EvidenceSheet evidence,
        Weighing weighing
    )
    {
        var guide = model.Guide;
        var plant = question.Plant;
        var allowed = FieldKit.Usual with { Harm = LookNext.HarmAllowed(model, weighing, FieldKit.Usual.Harm) };
        var open = grade.Reasons.Where(g => !g.Met).Select(g => g.Kind).ToHashSet();
        var features = guide
            .Characters.Where(c => c.Organ != Organ.Place && allowed.Allow(c))
            .SelectMany(FeatureOf)
            .ToLookup(f => f.Part, f => f.Feature);
        return [.. Parts.SelectMany(NeedOf)];

        IEnumerable<(PlantPart? Part, WantedFeature Feature)> FeatureOf(Character character)
        {
            if (
                open.Contains(ReasonKind.Agreement)
                && character.Organ != Organ.Place
                && StatementEvaluation.Evaluate(guide, taxon, character.Id, evidence)?.Marking.Mark == Mark.Conflicts
            )
            {
                yield return (PartSeason.PartOf(character.Organ), new(character.Id, 0, [], true));
                yield break;
            }

            var decided =
                evidence.Decisive(character.Id) is { } o
                && (o.Finding is not Finding.Absent || character.AbsentState is not null);
            if (decided && SmallSamples().Contains(character))
            {
                yield return (PartSeason.PartOf(character.Organ), new(character.Id, 0, [], false));
            }

            if (decided || evidence.RuledOut(character.Id) is not null || !guide.Applies(taxon, character.Id))
            {
                yield break;
            }

            var bits = model.Of(character.Id)?.ExpectedBits(weighing.Masses) ?? 0;
            ImmutableArray<TaxonId> rulesOut =
            [
                .. guide
                    .LookAlikesOf(taxon)
                    .Where(l => l.Character == character.Id)
                    .Select(l => l.Taxon == taxon ? l.Other : l.Taxon),
            ];
            if (bits >= WorthAWalk || rulesOut.Length > 0)
            {
                yield return (PartSeason.PartOf(character.Organ), new(character.Id, bits, rulesOut, false));
            }
        }

        IEnumerable<WantedPart> NeedOf(PlantPart? part)
        {
            WantedFeature[] worth =
            [
                .. features[part]
                    .OrderByDescending(f => f.Again)
                    .ThenByDescending(f => f.RulesOut.Length > 0)
                    .ThenByDescending(f => f.Bits)
                    .Take(MostFeatures),
            ];
            var reasons = ReasonsOf(part, worth);
            if (
                reasons.Length == 0
                || (part == PlantPart.Buds && !HasWinterBuds())
                || (PartSeason.PhaseOf(part) is { } phase && !guide.CanShow(taxon, phase, evidence.Sex))
            )
            {
                yield break;
            }

            yield return new(part, [.. worth], reasons);
        }

        // A bittercress has no winter buds to come back for, though its smell is told with those of twigs.
        bool HasWinterBuds()
        {
            var ofTwigs = guide.Characters.Where(c => c.Organ == Organ.Twig).ToArray();
            return ofTwigs.Count(c => guide.Lacks(taxon, c.Id)) * 2 <= ofTwigs.Length;
        }

        ImmutableArray<ReasonKind> ReasonsOf(PlantPart? part, WantedFeature[] worth)
        {
            List<ReasonKind> helped = [];
            var settling = new[] { ReasonKind.Named, ReasonKind.Leads, ReasonKind.School, ReasonKind.Weight }
                .Where(open.Contains)
                .ToArray();
            if (worth.Any(f => f.Bits >= WorthAWalk))
            {
                helped.AddRange(settling);
            }

            AddIf(ReasonKind.Agreement, worth.Any(f => f.Again));
            AddIf(ReasonKind.LookAlikes, worth.Any(f => f.RulesOut.Length > 0));
            AddIf(ReasonKind.Reproductive, part is PlantPart.Flowers or PlantPart.Fruit);
            AddIf(ReasonKind.Organs, part is not null && worth.Length > 0);
            AddIf(ReasonKind.Samples, worth.Any(f => f is { Bits: 0, RulesOut.IsEmpty: true, Again: false }));
            AddIf(ReasonKind.Seasons, part is not null && !plant.Visits.Any(v => v.Parts.Contains(part.Value)));
            return [.. helped];

            void AddIf(ReasonKind reason, bool helps)
            {
                if (helps && open.Contains(reason))
                {
                    helped.Add(reason);
                }
            }
        }

        IEnumerable<Character> SmallSamples()
        {
            var parts = guide.NeedsOf(taxon).Parts;
            return plant
                .Observations.Where(o => o.Finding is Finding.Sample && o.Values.Length < parts)
                .Select(o => guide.FindCharacter(o.Character))
                .OfType<Character>();
        }
    }
}
