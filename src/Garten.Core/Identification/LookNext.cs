using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;

namespace Garten.Core.Identification;

/// <summary>What a look could bring to light.</summary>
/// <param name="State">The state to record.</param>
/// <param name="Label">How it reads.</param>
/// <param name="Chance">Chance of seeing it, 0–1.</param>
/// <param name="Leads">The name that would lead then; null for "outside the guide".</param>
/// <param name="Mass">What that name would hold.</param>
public sealed record PossibleOutcome(string State, string Label, double Chance, TaxonName? Leads, double Mass);

/// <summary>What a suggested look is for.</summary>
public enum LookPurpose
{
    /// <summary>It parts the names that are still open.</summary>
    Parts,

    /// <summary>The leading name stands; the look would show it wrong, were the plant a relative no guide lists.</summary>
    Tests,

    /// <summary>It was recorded and speaks flatly against the leading name: a second look tells a slip from another plant.</summary>
    Again,
}

/// <summary>A feature worth looking at next.</summary>
/// <param name="Purpose">What the look is for.</param>
/// <param name="HowTo">How to look.</param>
/// <param name="Bits">How much of the doubt a look is expected to remove, in bits.</param>
/// <param name="BitsPerMinute">The same for each minute of effort.</param>
/// <param name="Harm">What must be done to the plant.</param>
/// <param name="Parts">The two likeliest names it would part; empty when it parts many a little.</param>
/// <param name="Outcomes">What could be seen and what each would settle, the likeliest first; empty for numbers.</param>
public sealed record Suggestion(
    CharacterId Character,
    LookPurpose Purpose,
    Organ Organ,
    string Label,
    string HowTo,
    double Bits,
    double BitsPerMinute,
    int EffortSeconds,
    Tool Tool,
    HarmLevel Harm,
    ImmutableArray<TaxonName> Parts,
    ImmutableArray<PossibleOutcome> Outcomes
);

/// <summary>What the person has at hand and is allowed to do.</summary>
/// <param name="Tools">Tools at hand beside the eye.</param>
/// <param name="Harm">The harshest thing that landowner, law and permit allow here.</param>
public sealed record FieldKit(ImmutableArray<Tool> Tools, HarmLevel Harm)
{
    /// <summary>
    /// Lens, ruler and knife in the pocket, and leave to crush a leaf or take a twig, as is common where nothing is
    /// protected; digging up needs a permit everywhere.
    /// </summary>
    public static FieldKit Usual { get; } = new([Tool.HandLens, Tool.Ruler, Tool.Knife], HarmLevel.Cut);

    /// <summary>True when a character can be seen with these kit.</summary>
    public bool Allow(Character character) =>
        character.Harm <= Harm && (character.Tool == Tool.Eye || Tools.Contains(character.Tool));
}

/// <summary>Decides what to look at next: the most doubt removed for each minute, of what can be seen today without harm.</summary>
public static class LookNext
{
    /// <summary>Doubt removed below which a look is not worth naming, in bits.</summary>
    public const double LeastBits = 0.01;

    /// <summary>What the leading name must hold of all names for that which speaks against it to be looked at again.</summary>
    private const double LeastLeading = 0.5;

    /// <summary>Weighs what could be looked at today.</summary>
    /// <param name="model">The guide made ready.</param>
    /// <param name="weighing">How the names stand.</param>
    /// <param name="evidence">What was recorded; nothing already known, or tried in vain on the latest visit, is asked again.</param>
    /// <param name="visits">The visits; parts noted on the latest one can be seen today.</param>
    /// <param name="kit">Tools at hand and what is allowed.</param>
    /// <param name="byKey">
    /// How much likelier than before its first couplet a key makes a name, 0 upwards; null where none is followed. A look then is
    /// worth what it parts of the names the key leaves open. What the plant may be, and may not be done to, goes by the features alone.
    /// </param>
    public static Looks Weigh(
        CandidateModel model,
        Weighing weighing,
        EvidenceSheet evidence,
        ImmutableArray<Visit> visits,
        FieldKit kit,
        Func<TaxonId, double>? byKey = null
    )
    {
        var masses = Narrowed(model, weighing.Masses, byKey);
        var parts = visits.IsEmpty ? [] : visits[^1].Parts;
        var capped = kit with { Harm = HarmAllowed(model, weighing, kit.Harm) };
        var leading = weighing.Leading(5);
        var held = leading.IsEmpty || weighing.Features == 0 ? 0 : weighing.Masses[leading[0]];

        // Among the names alone: the more speaks against the leading one, the more lies outside the guide.
        var doubted =
            held > 0 && held >= LeastLeading * (1 - weighing.Outside)
                ? weighing.Against(model.Taxa[leading[0]]).Where(a => !a.Checked).Select(a => a.Character).ToHashSet()
                : [];
        var ranked = new List<Look>();
        foreach (var character in model.Guide.Characters)
        {
            if (
                capped.Allow(character)
                && (ShowsToday(character.Organ, parts) || WasSeenToday(character))
                && model.Of(character.Id) is { } table
            )
            {
                if (doubted.Contains(character.Id))
                {
                    ranked.Add(new(character, table, LookPurpose.Again, TestingBits(table, leading[0])));
                }
                else if (IsOpen(character, evidence, visits))
                {
                    // What a plant of the name that stands does not have cannot be looked at on it: no needles are counted on a rose.
                    var stands = held >= LikelihoodConstants.Safe;
                    if (stands && !model.Guide.Applies(model.Taxa[leading[0]], character.Id))
                    {
                        continue;
                    }

                    var parting = table.ExpectedBits(masses);
                    var testing = stands ? held * TestingBits(table, leading[0]) : 0;
                    var purpose = testing > parting ? LookPurpose.Tests : LookPurpose.Parts;
                    ranked.Add(new(character, table, purpose, Math.Max(parting, testing)));
                }
            }
        }

        // What was recorded today was there today, whatever parts were noted.
        bool WasSeenToday(Character character) =>
            doubted.Contains(character.Id)
            && !visits.IsEmpty
            && evidence.Decisive(character.Id)?.Visit == visits[^1].Number;

        return new(
            model,
            masses,
            evidence,
            [
                .. ranked
                    .Where(r => r.Bits > LeastBits || r.Purpose == LookPurpose.Again)
                    .OrderByDescending(r => r.Purpose == LookPurpose.Again)
                    .ThenByDescending(r => r.Rate),
            ]
        );
    }

    /// <summary>
    /// Looking only, where candidates that irritate the skin hold more than 2 % together; looking and touching, nothing
    /// crushed, picked or cut, where those that kill or are protected do; otherwise what is allowed here.
    /// </summary>
    /// <param name="model">The guide made ready.</param>
    /// <param name="weighing">How the names stand.</param>
    /// <param name="allowed">What is allowed here.</param>
    public static HarmLevel HarmAllowed(CandidateModel model, Weighing weighing, HarmLevel allowed)
    {
        double toTouch = 0,
            toBreak = 0;
        void Count(Hazards hazards, double mass)
        {
            toTouch += (hazards & Hazards.Irritant) != 0 ? mass : 0;
            toBreak +=
                (hazards & (Hazards.Deadly | Hazards.DeadlyLookAlike | Hazards.Protected | Hazards.Irritant)) != 0
                    ? mass
                    : 0;
        }

        for (var t = 0; t < model.Taxa.Length; t++)
        {
            Count(model.HazardsOf(t), weighing.Masses[t]);
        }

        for (var u = 0; u < model.Untreated.Species.Length; u++)
        {
            Count(model.Untreated.HazardsOf(u), weighing.Untreated[u]);
        }

        var cap =
            toTouch > LikelihoodConstants.HazardMass ? HarmLevel.Look
            : toBreak > LikelihoodConstants.HazardMass ? HarmLevel.Touch
            : HarmLevel.Uproot;
        return cap < allowed ? cap : allowed;
    }

    private static bool IsOpen(Character character, EvidenceSheet evidence, ImmutableArray<Visit> visits)
    {
        var decided =
            evidence.Decisive(character.Id) is { } o
            && (o.Finding is not Finding.Absent || character.AbsentState is not null);
        return !decided
            && evidence.RuledOut(character.Id) is null
            && (visits.IsEmpty || !evidence.All.Any(o => o.Visit == visits[^1].Number && ShutsOut(o)));

        // Tried in vain today, or on a plant browsed or cut in a way that changes the feature, so that a look would say nothing.
        bool ShutsOut(Observation o) =>
            (o.Character == character.Id && o.Finding is (Finding.Hidden or Finding.Absent))
            || o.Altered.Any(character.AlteredBy.Contains);
    }

    /// <summary>True when an organ can be seen with these parts on the plant.</summary>
    /// <param name="parts">Parts noted on the day.</param>
    public static bool ShowsToday(Organ organ, ImmutableArray<PlantPart> parts) =>
        organ switch
        {
            Organ.Leaf => parts.Contains(PlantPart.Leaves),
            Organ.Flower or Organ.Inflorescence => parts.Contains(PlantPart.Flowers),
            Organ.Fruit => parts.Contains(PlantPart.Fruit),
            Organ.Place => false,
            _ => true,
        };

    /// <summary>
    /// What a look is expected to tell of whether the plant is the leading name or a relative of it that no guide lists,
    /// in bits, were the relative as likely as <see cref="LikelihoodConstants.DoubtOfName"/>.
    /// </summary>
    private static double TestingBits(CharacterTable table, int leading)
    {
        const double Doubt = LikelihoodConstants.DoubtOfName;
        var differs = table.RelativeDiffers;
        double bits = 0;
        for (var outcome = 0; outcome < table.Outcomes; outcome++)
        {
            var name = table.ChanceOf(outcome, leading);
            var relative = ((1 - differs) * name) + (differs * table.ChanceOf(outcome, table.Outside));
            var either = ((1 - Doubt) * name) + (Doubt * relative);
            bits += either <= 0 ? 0 : Part(1 - Doubt, name, either) + Part(Doubt, relative, either);
        }

        return bits;

        static double Part(double share, double chance, double either) =>
            chance <= 0 ? 0 : share * chance * Math.Log2(chance / either);
    }

    /// <summary>The weights of the names, each times what the key makes of it; what is outside the guide keeps its own.</summary>
    private static double[] Narrowed(CandidateModel model, ReadOnlySpan<double> masses, Func<TaxonId, double>? byKey)
    {
        var narrowed = masses.ToArray();
        if (byKey is null)
        {
            return narrowed;
        }

        double before = 0,
            after = 0;
        for (var t = 0; t < model.Taxa.Length; t++)
        {
            before += narrowed[t];
            narrowed[t] *= byKey(model.Taxa[t]);
            after += narrowed[t];
        }

        if (after <= 0)
        {
            return masses.ToArray();
        }

        for (var t = 0; t < model.Taxa.Length; t++)
        {
            narrowed[t] *= before / after;
        }

        return narrowed;
    }
}
