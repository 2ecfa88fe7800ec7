using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;

namespace Garten.Core.Identification;

/// <summary>A look and what it is worth.</summary>
/// <param name="Table">What each name makes of its outcomes.</param>
/// <param name="Bits">How much of the doubt it is expected to remove, in bits.</param>
internal sealed record Look(Character Character, CharacterTable Table, LookPurpose Purpose, double Bits)
{
    /// <summary>Doubt removed for each minute.</summary>
    public double Rate => Bits * 60 / Math.Max(Character.EffortSeconds, 1);
}

/// <summary>
/// What could be looked at today, what tells most for the time first: <c>LookNext.Weigh(…).Suggest(3)</c>. Weighing is the
/// costly part; reading off suggestions, or the features a beginner sees at once, is not.
/// </summary>
public sealed class Looks
{
    /// <summary>Most features of one organ among those shown at once, as long as other organs have any.</summary>
    private const int MostOfOrgan = 2;

    private readonly CandidateModel _model;
    private readonly double[] _masses;
    private readonly EvidenceSheet _evidence;
    private readonly ImmutableArray<Look> _ranked;

    internal Looks(CandidateModel model, double[] masses, EvidenceSheet evidence, ImmutableArray<Look> ranked)
    {
        (_model, _masses, _evidence, _ranked) = (model, masses, evidence, ranked);
    }

    /// <summary>Features to see side by side: the most telling, of several organs rather than one.</summary>
    /// <param name="most">Most features.</param>
    public ImmutableArray<CharacterId> Telling(int most)
    {
        var ofOrgan = new Dictionary<Organ, int>();
        var spread = _ranked
            .Select(r =>
            {
                var before = ofOrgan.GetValueOrDefault(r.Character.Organ);
                ofOrgan[r.Character.Organ] = before + 1;
                return (r.Character.Id, Late: before >= MostOfOrgan);
            })
            .ToList();
        return [.. spread.OrderBy(s => s.Late).Take(most).Select(s => s.Id)];
    }

    /// <summary>Features to look at next, with what each would part and what could come to light.</summary>
    /// <param name="most">Most suggestions.</param>
    public ImmutableArray<Suggestion> Suggest(int most) =>
        [
            .. _ranked
                .Take(most)
                .Select(r => new Suggestion(
                    r.Character.Id,
                    r.Purpose,
                    r.Character.Organ,
                    r.Character.Label,
                    r.Character.HowTo,
                    r.Bits,
                    r.Rate,
                    r.Character.EffortSeconds,
                    r.Character.Tool,
                    r.Character.Harm,
                    PartedNames(r.Table),
                    r.Purpose == LookPurpose.Again
                        ? SeenFirst(Outcomes(r.Table), _evidence.Decisive(r.Character.Id))
                        : Outcomes(r.Table)
                )),
        ];

    /// <summary>At a second look what was seen before stands first, however unlikely the names make it.</summary>
    private static ImmutableArray<PossibleOutcome> SeenFirst(
        ImmutableArray<PossibleOutcome> outcomes,
        Observation? before
    ) =>
        before?.Finding is Finding.States states
            ? [.. outcomes.OrderByDescending(o => states.Seen.Contains(o.State))]
            : outcomes;

    /// <summary>Of the five likeliest names the two whose outcomes differ most, weighed by how likely both are.</summary>
    private ImmutableArray<TaxonName> PartedNames(CharacterTable table)
    {
        int[] leading = [.. Enumerable.Range(0, _model.Taxa.Length).OrderByDescending(t => _masses[t]).Take(5)];
        double best = 0;
        ImmutableArray<TaxonName> parted = [];
        for (var i = 0; i < leading.Length; i++)
        {
            for (var j = i + 1; j < leading.Length; j++)
            {
                double apart = 0;
                for (var outcome = 0; outcome < table.Outcomes; outcome++)
                {
                    apart += Math.Abs(table.ChanceOf(outcome, leading[i]) - table.ChanceOf(outcome, leading[j])) / 2;
                }

                var worth = apart * _masses[leading[i]] * _masses[leading[j]];
                if (apart > 0.3 && worth > best)
                {
                    best = worth;
                    parted =
                    [
                        TaxonName.Of(_model.Guide.Taxon(_model.Taxa[leading[i]])),
                        TaxonName.Of(_model.Guide.Taxon(_model.Taxa[leading[j]])),
                    ];
                }
            }
        }

        return parted;
    }

    private ImmutableArray<PossibleOutcome> Outcomes(CharacterTable table)
    {
        var outcomes = new List<PossibleOutcome>();
        for (var outcome = 0; outcome < table.Outcomes; outcome++)
        {
            if (table.OutcomeState(outcome) is not { } state)
            {
                return [];
            }

            double chance = 0,
                most = 0;
            var leads = 0;
            for (var h = 0; h < _model.Hypotheses; h++)
            {
                var joint = _masses[h] * table.ChanceOf(outcome, h);
                chance += joint;
                (most, leads) = joint > most ? (joint, h) : (most, leads);
            }

            outcomes.Add(
                new(
                    state,
                    table.OutcomeLabel(outcome),
                    chance,
                    leads < _model.Taxa.Length ? TaxonName.Of(_model.Guide.Taxon(_model.Taxa[leads])) : null,
                    chance > 0 ? most / chance : 0
                )
            );
        }

        return [.. outcomes.OrderByDescending(p => p.Chance)];
    }
}
