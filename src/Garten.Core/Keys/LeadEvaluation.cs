using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;

namespace Garten.Core.Keys;

/// <summary>How what was recorded stands to a claim.</summary>
public enum Mark
{
    /// <summary>What was recorded agrees.</summary>
    Agrees,

    /// <summary>What was recorded conflicts.</summary>
    Conflicts,

    /// <summary>Nothing recorded decides it yet.</summary>
    NotSeen,
}

/// <summary>A mark and what it rests on.</summary>
/// <param name="Mark">Agrees, conflicts or not seen yet.</param>
/// <param name="Weak">True when it rests on a guess or on parts that may be a neighbour's.</param>
/// <param name="Because">What was recorded, or why nothing decides; empty when the character was not looked for.</param>
public sealed record Marking(Mark Mark, bool Weak, string Because)
{
    /// <summary>Nothing was recorded.</summary>
    public static Marking Blank { get; } = new(Mark.NotSeen, false, "");
}

/// <summary>Holds the claims of leads and accounts against what was recorded on a plant.</summary>
public static class LeadEvaluation
{
    /// <summary>Share of the measured parts that must satisfy a claim for the sample to agree with it.</summary>
    /// <remarks>Keys are written for most parts of a plant, not for each; one odd leaf in five must not turn a lead.</remarks>
    public const double EnoughOfSample = 0.8;

    /// <summary>Marks one claim.</summary>
    /// <param name="evidence">What was recorded.</param>
    public static Marking Evaluate(Guide guide, EvidenceSheet evidence, LeadTest test) =>
        Evaluate(guide, evidence, test.Character, test.Condition);

    /// <summary>Marks one claim about a character.</summary>
    /// <param name="evidence">What was recorded.</param>
    /// <param name="condition">What is claimed.</param>
    public static Marking Evaluate(Guide guide, EvidenceSheet evidence, CharacterId id, LeadCondition condition)
    {
        var character = guide.Character(id);
        if (evidence.Decisive(id) is { } observation)
        {
            return Compare(character, observation, condition);
        }

        if (evidence.AssertedStates(id) is { Length: > 0 } asserted && condition is StateCondition claim)
        {
            var implied = ByStates(character, asserted, claim);
            return new(
                implied,
                false,
                implied == Mark.NotSeen ? "" : $"follows from what was recorded: {Labels(character, asserted)}"
            );
        }

        if (evidence.RuledOut(id) is { } parent)
        {
            return new(Mark.Conflicts, false, $"does not apply: {parent}");
        }

        return evidence.Hidden(id) is { } hidden ? new(Mark.NotSeen, false, $"cannot be seen: {Wording.Of(hidden)}")
            : evidence.Altered(id) ? new(Mark.NotSeen, false, "not compared: the part is altered")
            : Marking.Blank;
    }

    private static Marking Compare(Character character, Observation o, LeadCondition condition)
    {
        var mark = (o.Finding, condition) switch
        {
            (Finding.States seen, StateCondition claim) => ByStates(character, seen.Seen, claim),
            (Finding.Absent, StateCondition claim) when character.AbsentState is { } absent => ByStates(
                character,
                [absent],
                claim
            ),
            (Finding.Sample, SpanCondition span) => BySample(UnusualParts.LeftOut(character, o), span),
            (Finding.Rough rough, SpanCondition span) => ByRough(rough.Value, span),
            _ => Mark.NotSeen,
        };
        return new(mark, o.IsWeak, Wording.Recorded(character, o));
    }

    private static Mark ByStates(Character character, ImmutableArray<string> states, StateCondition claim)
    {
        if (states.Any(s => claim.IsUndecidedBy(character, s) && !(claim.Accepts(character, s) && !claim.Negated)))
        {
            return Mark.NotSeen;
        }

        var accepted = states.Count(s => claim.Accepts(character, s));
        return accepted == states.Length ? Mark.Agrees
            : accepted == 0 ? Mark.Conflicts
            : Mark.NotSeen;
    }

    private static Mark BySample(ImmutableArray<double> values, SpanCondition span)
    {
        double accepted = values.Count(span.Accepts);
        var enough = EnoughOfSample * values.Length;
        return accepted >= enough ? Mark.Agrees
            : values.Length - accepted >= enough ? Mark.Conflicts
            : Mark.NotSeen;
    }

    private static Mark ByRough(RoughValue rough, SpanCondition span)
    {
        if (rough.Best is { } best && rough.Low is not null && rough.High is not null)
        {
            return span.Accepts(best) ? Mark.Agrees
                : Within(rough, span) is Mark.Conflicts ? Mark.Conflicts
                : Mark.NotSeen;
        }

        return Within(rough, span);
    }

    private static Mark Within(RoughValue rough, SpanCondition span)
    {
        var below = span.High is { } high && rough.Low > high;
        var above = span.Low is { } low && rough.High < low;
        if (below || above)
        {
            return Mark.Conflicts;
        }

        var lowHolds = span.Low is null || rough.Low >= span.Low;
        var highHolds = span.High is null || rough.High <= span.High;
        return lowHolds && highHolds ? Mark.Agrees : Mark.NotSeen;
    }

    private static string Labels(Character character, ImmutableArray<string> states) =>
        $"{character.Label.ToLowerInvariant()} {string.Join(" or ", states.Select(character.LabelOf))}";
}
