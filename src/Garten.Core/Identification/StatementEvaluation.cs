using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;
using Garten.Core.Keys;

namespace Garten.Core.Identification;

/// <summary>Holds what the guide says of a taxon against what was recorded on a plant.</summary>
public static class StatementEvaluation
{
    /// <summary>A state met in fewer plants than this is named but does not make two taxa alike.</summary>
    public const double RareShare = 0.05;

    /// <summary>The statement that holds for a character in a taxon under the circumstances it was recorded in, with its mark.</summary>
    /// <param name="evidence">What was recorded.</param>
    /// <returns>The statement and its mark, or null when the guide says nothing.</returns>
    public static (Statement Statement, Marking Marking)? Evaluate(
        Guide guide,
        TaxonId taxon,
        CharacterId character,
        EvidenceSheet evidence
    )
    {
        var observation = evidence.Decisive(character);
        var circumstances = observation?.Circumstances ?? Scope.Any;
        if (guide.StatementFor(taxon, character, circumstances) is not { } statement)
        {
            return null;
        }

        var marking = LeadEvaluation.Evaluate(guide, evidence, character, ConditionOf(statement.Value));
        var unusualPart =
            observation
            is { PartStage: LifeStage.Sapling or LifeStage.Resprout or LifeStage.Seedling }
                or { Exposure: Exposure.Shade }
                or { Position: PartPosition.LowBranch };
        if (
            marking.Mark == Mark.Conflicts
            && unusualPart
            && statement.Scope.Specificity == 0
            && guide.Character(character).Group == "size"
        )
        {
            // Leaves of saplings, resprouts and shade outgrow the ranges a flora gives; that alone rules nothing out.
            return (
                statement,
                marking with
                {
                    Mark = Mark.NotSeen,
                    Because =
                        $"{marking.Because}; the guide has no range for such parts, so it is not held against the name",
                }
            );
        }

        return (statement, marking);
    }

    /// <summary>What a plant of the taxon must show for the statement to hold.</summary>
    /// <param name="value">The statement's value.</param>
    public static LeadCondition ConditionOf(StatementValue value) =>
        value switch
        {
            StateShares s => new StateCondition(
                [.. s.States.Where(x => x.Word != FrequencyWord.Never).Select(x => x.State)],
                false
            ),
            CountShares c => new SpanCondition(c.Numbers.Min(n => n.Number), c.Numbers.Max(n => n.Number)),
            NumericRange r => new SpanCondition(r.Least, r.Most),
            _ => throw new ArgumentOutOfRangeException(nameof(value)),
        };

    /// <summary>True when plants of which this is said can meet a claim.</summary>
    /// <param name="character">The character of both.</param>
    /// <param name="value">What is said.</param>
    public static bool Reaches(Character character, StatementValue value, LeadCondition claim) =>
        (ConditionOf(value), claim) switch
        {
            (StateCondition own, StateCondition asked) => own.States.Any(s => asked.Accepts(character, s)),
            (SpanCondition own, SpanCondition asked) => !(own.High < asked.Low) && !(own.Low > asked.High),
            _ => false,
        };

    /// <summary>True when a plant could satisfy both values at once.</summary>
    /// <param name="character">The character of both.</param>
    public static bool Overlap(Character character, StatementValue a, StatementValue b)
    {
        if (a is StateShares x && b is StateShares y)
        {
            return x.States.Any(s =>
                s.Weight >= RareShare
                && y.States.Any(t =>
                    t.Weight >= RareShare
                    && (character.Includes(s.State, t.State) || character.Includes(t.State, s.State))
                )
            );
        }

        var (aLow, aHigh) = Ends(a);
        var (bLow, bHigh) = Ends(b);
        return !(aHigh < bLow) && !(bHigh < aLow);

        static (double? Low, double? High) Ends(StatementValue v) =>
            ConditionOf(v) is SpanCondition s ? (s.Low, s.High) : (null, null);
    }
}
