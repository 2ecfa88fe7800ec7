using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;

namespace Garten.Core.Identification;

/// <summary>A doubt whether the organ was read rightly.</summary>
/// <param name="Character">The character recorded.</param>
/// <param name="Found">What was recorded, in words.</param>
/// <param name="Prompt">The check to make.</param>
/// <param name="Instead">The character that was perhaps looked at; null when the guide has none for it.</param>
public sealed record OrganDoubt(CharacterId Character, string Label, string Found, string Prompt, CharacterId? Instead);

/// <summary>Finds recorded values that come out when one organ is taken for another.</summary>
public static class Misreadings
{
    /// <summary>Chance of such a value, by everything else recorded, below which it is asked about.</summary>
    public const double Unlikely = 0.5;

    /// <summary>The doubts a sheet gives rise to.</summary>
    /// <param name="model">The guide made ready.</param>
    /// <param name="evidence">What was recorded.</param>
    /// <param name="massesWithout">Chances of the names when a character is left aside.</param>
    public static ImmutableArray<OrganDoubt> Find(
        CandidateModel model,
        EvidenceSheet evidence,
        Func<CharacterId, IReadOnlyList<double>> massesWithout
    )
    {
        var guide = model.Guide;
        var doubts = ImmutableArray.CreateBuilder<OrganDoubt>();
        foreach (var misreading in guide.Misreadings)
        {
            if (evidence.Decisive(misreading.Character) is not { } observation || misreading.Claim is not { } claim)
            {
                continue;
            }

            var character = guide.Character(misreading.Character);
            if (
                Meets(character, observation, claim)
                && ChanceOf(model, character, claim, massesWithout(character.Id)) < Unlikely
            )
            {
                doubts.Add(
                    new(
                        character.Id,
                        character.Label,
                        Wording.Recorded(character, observation),
                        misreading.Prompt,
                        misreading.Instead
                    )
                );
            }
        }

        return doubts.ToImmutable();
    }

    /// <summary>True when most of what was recorded meets a claim.</summary>
    /// <param name="observation">What was recorded.</param>
    internal static bool Meets(Character character, Observation observation, LeadCondition claim) =>
        (observation.Finding, claim) switch
        {
            (Finding.States seen, StateCondition s) => seen.Seen.Any(x => s.Accepts(character, x)),
            (Finding.Sample sample, SpanCondition s) => sample.Values.Count(s.Accepts) * 2 > sample.Values.Length,
            (Finding.Rough { Value: var rough }, SpanCondition s) => s.Accepts(
                rough.Best ?? rough.Low ?? rough.High!.Value
            ),
            _ => false,
        };

    /// <summary>Share of the plants in hand that the guide expects to meet the claim.</summary>
    private static double ChanceOf(
        CandidateModel model,
        Character character,
        LeadCondition claim,
        IReadOnlyList<double> masses
    )
    {
        double chance = 0,
            known = 0;
        for (var t = 0; t < model.Taxa.Length; t++)
        {
            if (model.Guide.StatementFor(model.Taxa[t], character.Id, Scope.Any)?.Value is { } value)
            {
                known += masses[t];
                chance += masses[t] * (StatementEvaluation.Reaches(character, value, claim) ? 1 : 0);
            }
        }

        return known > 0 ? chance / known : 1;
    }
}
