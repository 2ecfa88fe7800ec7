using System.Collections.Immutable;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;

namespace Garten.Core.Keys;

/// <summary>
/// What the leads taken on a walk claim of the plant, character by character. A claim met again further down narrows the
/// first one and is not counted anew.
/// </summary>
internal sealed class ClaimsOnPath
{
    /// <summary>
    /// Chance that a statement of a lead with several does not hold for a plant that the lead is right for: one good feature
    /// decides such a lead, and the others go along.
    /// </summary>
    private const double GoesAlong = 0.1;

    /// <summary>Chance of a claim for a name of which the guide says nothing.</summary>
    private const double Unsaid = 0.5;

    private readonly Guide _guide;
    private readonly Dictionary<CharacterId, (List<LeadCondition> Claims, double Error)> _claims = [];

    public ClaimsOnPath(Guide guide, IEnumerable<Lead> taken)
    {
        _guide = guide;
        foreach (var lead in taken)
        {
            foreach (var test in lead.Tests)
            {
                var error = guide.Character(test.Character).Difficulty + (lead.Tests.Length > 1 ? GoesAlong : 0);
                var (claims, most) = _claims.GetValueOrDefault(test.Character, ([], 0));
                claims.Add(test.Condition);
                _claims[test.Character] = (claims, Math.Max(most, error));
            }
        }
    }

    /// <summary>Chance that a plant of the name is walked this way by what the guide says of it.</summary>
    /// <param name="name">A taxon of the guide.</param>
    public double ChanceFor(TaxonId name)
    {
        double chance = 1;
        foreach (var (id, (claims, error)) in _claims)
        {
            var share = ShareOf(name, _guide.Character(id), claims);
            chance *= share is { } s ? (s * (1 - error)) + ((1 - s) * error) : Unsaid;
        }

        return chance;
    }

    /// <summary>Share of the plants of a taxon that meet all claims; null where the guide says nothing.</summary>
    private double? ShareOf(TaxonId name, Character character, List<LeadCondition> claims)
    {
        if (!_guide.Applies(name, character.Id))
        {
            return 0;
        }

        return _guide.StatementFor(name, character.Id, Scope.Any)?.Value switch
        {
            StateShares s => s
                .States.Where(x => claims.All(c => c is StateCondition state && state.Accepts(character, x.State)))
                .Sum(x => x.Weight),
            CountShares s => s
                .Numbers.Where(x => claims.All(c => c is SpanCondition span && span.Accepts(x.Number)))
                .Sum(x => x.Weight),
            NumericRange r => Covered(character, r, claims.OfType<SpanCondition>()),
            _ => null,
        };
    }

    /// <summary>Share of a range that lies in all spans, by length on the scale such numbers are spread on.</summary>
    private static double Covered(Character character, NumericRange range, IEnumerable<SpanCondition> spans)
    {
        var from = range.Least ?? (range.Most!.Value / 2);
        var to = range.Most ?? (range.Least!.Value * 2);
        var (low, high) = (from, to);
        foreach (var span in spans)
        {
            low = Math.Max(low, span.Low ?? low);
            high = Math.Min(high, span.High ?? high);
        }

        if (high < low)
        {
            return 0;
        }

        return to - from < 1e-9 ? 1 : (Scaled(high) - Scaled(low)) / (Scaled(to) - Scaled(from));

        double Scaled(double value) =>
            character.Kind is CharacterKind.Length or CharacterKind.Ratio ? Math.Log(Math.Max(value, 1e-6)) : value;
    }
}
