using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;
using Garten.Core.Keys;

namespace Garten.Core.Identification;

/// <summary>
/// A feature that was plainly seen and that the guide says a name does not show: a blue violet where the name's flowers are
/// yellow. One such feature keeps a name from being sure, until it was looked at again.
/// </summary>
/// <param name="Label">The character's name.</param>
/// <param name="Found">What was recorded, in words.</param>
/// <param name="Checked">True when it was looked at a second time.</param>
public sealed record Contradiction(CharacterId Character, string Label, string Found, bool Checked)
{
    /// <summary>What stands against a name, in the order of the guide's characters.</summary>
    /// <param name="evidence">What was recorded.</param>
    /// <param name="taxon">A taxon of the guide.</param>
    public static ImmutableArray<Contradiction> Of(Guide guide, EvidenceSheet evidence, TaxonId taxon)
    {
        var found = ImmutableArray.CreateBuilder<Contradiction>();
        foreach (var id in evidence.All.Select(o => o.Character).Distinct())
        {
            if (
                evidence.Decisive(id) is { Certainty: Certainty.Sure or Certainty.Checked, IsWeak: false } seen
                && guide.Character(id) is { Organ: not Organ.Place } character
                && IsAgainst(guide, evidence, character, seen, taxon)
            )
            {
                found.Add(
                    new(id, character.Label, Wording.Recorded(character, seen), seen.Certainty == Certainty.Checked)
                );
            }
        }

        return found.ToImmutable();
    }

    private static bool IsAgainst(
        Guide guide,
        EvidenceSheet evidence,
        Character character,
        Observation seen,
        TaxonId taxon
    )
    {
        if (seen.Finding is Finding.Absent || UnusualParts.Are(character, seen))
        {
            return false;
        }

        if (guide.Lacks(taxon, character.Id))
        {
            return !(
                character.AbsentState is { } absent
                && seen.Finding is Finding.States states
                && states.Seen.Contains(absent)
            );
        }

        return StatementEvaluation.Evaluate(guide, taxon, character.Id, evidence)
                is { Marking.Mark: Mark.Conflicts } said
            && (!character.IsNumeric || IsFarOff(character, seen, said.Statement.Value));
    }

    /// <summary>Numbers just beyond a stated range are met; one in a hundred plants lies beyond its extremes.</summary>
    private static bool IsFarOff(Character character, Observation seen, StatementValue value)
    {
        if (seen.Finding is not Finding.Sample { Values: var values })
        {
            return true;
        }

        var model = NumericModel.Fit(value, character.Kind);
        var mean = values.Average(v => model.Logarithmic ? Math.Log(Math.Max(v, 1e-6)) : v);
        var error = model.Logarithmic ? LikelihoodConstants.MeasuringError : LikelihoodConstants.CountingError;
        var side = mean < model.Middle ? model.Below : model.Above;
        var spread = Math.Sqrt((side * side * NumericModel.ShareOfVariance(values.Length)) + (error * error));
        return Math.Abs(mean - model.Middle) > LikelihoodConstants.ExtremeEnd * spread;
    }
}
