using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;

namespace Garten.Core.Identification;

/// <summary>A feature worth looking at next.</summary>
/// <param name="Character">The character.</param>
/// <param name="Organ">Its organ.</param>
/// <param name="Label">Its name.</param>
/// <param name="Bits">How much of the doubt a look is expected to remove, in bits.</param>
/// <param name="BitsPerMinute">The same for each minute of effort.</param>
/// <param name="EffortSeconds">The effort.</param>
/// <param name="Tool">The tool.</param>
/// <param name="Harm">What must be done to the plant.</param>
/// <param name="Parts">The two likeliest names it would part; empty when it parts many a little.</param>
public sealed record Suggestion(
    CharacterId Character, Organ Organ, string Label, double Bits, double BitsPerMinute, int EffortSeconds, Tool Tool, HarmLevel Harm,
    ImmutableArray<TaxonName> Parts);

/// <summary>Decides what to look at next: the most doubt removed for each minute, of what can be seen today without harm.</summary>
public static class LookNext
{
    /// <summary>Suggests features.</summary>
    /// <param name="model">The guide made ready.</param>
    /// <param name="weighing">How the names stand.</param>
    /// <param name="evidence">What was recorded; nothing already known, or tried in vain on the latest visit, is asked again.</param>
    /// <param name="visits">The visits; parts noted on the latest one can be seen today.</param>
    /// <param name="most">Most suggestions.</param>
    public static ImmutableArray<Suggestion> Suggest(
        CandidateModel model, Weighing weighing, EvidenceSheet evidence, ImmutableArray<SheetVisit> visits, int most)
    {
        var parts = visits.IsEmpty ? [] : visits[^1].Parts;
        var harm = HarmAllowed(model, weighing);
        return
        [
            .. model.Guide.Characters
                .Where(c => c.Harm <= harm && IsOpen(c, evidence, visits) && ShowsToday(c.Organ, parts))
                .Select(c => Judge(model, weighing, c))
                .OfType<Suggestion>()
                .Where(s => s.Bits > 0.01)
                .OrderByDescending(s => s.BitsPerMinute)
                .Take(most),
        ];
    }

    /// <summary>Expected information of a look: the mutual information of name and outcome, in bits.</summary>
    /// <param name="masses">Chances of the hypotheses.</param>
    /// <param name="outcomes">For each outcome its chance under each hypothesis.</param>
    public static double ExpectedBits(IReadOnlyList<double> masses, IReadOnlyList<double[]> outcomes)
    {
        double bits = 0;
        foreach (var outcome in outcomes)
        {
            double total = 0;
            for (var h = 0; h < masses.Count; h++)
            {
                total += masses[h] * outcome[h];
            }

            for (var h = 0; h < masses.Count; h++)
            {
                if (masses[h] > 0 && outcome[h] > 0)
                {
                    bits += masses[h] * outcome[h] * Math.Log2(outcome[h] / total);
                }
            }
        }

        return Math.Max(bits, 0);
    }

    /// <summary>
    /// Looking only, where candidates that irritate or kill hold more than 2 % together, or where a protected one does;
    /// otherwise everything short of digging up.
    /// </summary>
    private static HarmLevel HarmAllowed(CandidateModel model, Weighing weighing)
    {
        double hazard = 0;
        for (var t = 0; t < model.Taxa.Length; t++)
        {
            var danger = model.Guide.CautionsFor(model.Taxa[t]).Any(c => c.Hazard is Hazard.Deadly or Hazard.Irritant);
            hazard += danger || model.Guide.Taxon(model.Taxa[t]).Protection.Length > 0 ? weighing.Masses[t] : 0;
        }

        return hazard > LikelihoodConstants.HazardMass ? HarmLevel.Look : HarmLevel.Cut;
    }

    private static bool IsOpen(Character character, EvidenceSheet evidence, ImmutableArray<SheetVisit> visits) =>
        evidence.Decisive(character.Id) is null && evidence.RuledOut(character.Id) is null
        && !evidence.All.Any(o => o.Character == character.Id && o.Finding == Finding.Hidden && visits.Length > 0 && o.Visit == visits[^1].Number);

    private static bool ShowsToday(Organ organ, ImmutableArray<PlantPart> parts) => organ switch
    {
        Organ.Leaf => parts.Contains(PlantPart.Leaves),
        Organ.Flower or Organ.Inflorescence => parts.Contains(PlantPart.Flowers),
        Organ.Fruit => parts.Contains(PlantPart.Fruit),
        Organ.Place => false,
        _ => true,
    };

    private static Suggestion? Judge(CandidateModel model, Weighing weighing, Character character)
    {
        if (model.Of(character.Id) is not { } likelihood)
        {
            return null;
        }

        var outcomes = likelihood.Outcomes();
        var bits = ExpectedBits(weighing.Masses, outcomes);
        return new(
            character.Id, character.Organ, character.Label, bits, bits * 60 / Math.Max(character.EffortSeconds, 1), character.EffortSeconds,
            character.Tool, character.Harm, PartedNames(model, weighing, outcomes));
    }

    /// <summary>Of the five likeliest names the two whose outcomes differ most, weighed by how likely both are.</summary>
    private static ImmutableArray<TaxonName> PartedNames(CandidateModel model, Weighing weighing, IReadOnlyList<double[]> outcomes)
    {
        var leading = Enumerable.Range(0, model.Taxa.Length).OrderByDescending(t => weighing.Masses[t]).Take(5).ToArray();
        double best = 0;
        ImmutableArray<TaxonName> parted = [];
        foreach (var a in leading)
        {
            foreach (var b in leading.Where(b => b > a))
            {
                var apart = outcomes.Sum(o => Math.Abs(o[a] - o[b])) / 2;
                var worth = apart * weighing.Masses[a] * weighing.Masses[b];
                if (apart > 0.3 && worth > best)
                {
                    best = worth;
                    var (first, second) = weighing.Masses[a] >= weighing.Masses[b] ? (a, b) : (b, a);
                    parted = [TaxonName.Of(model.Guide.Taxon(model.Taxa[first])), TaxonName.Of(model.Guide.Taxon(model.Taxa[second]))];
                }
            }
        }

        return parted;
    }
}
