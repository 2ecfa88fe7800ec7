using System.Collections.Immutable;
using Garten.Core.Guides.Notation;

namespace Garten.Core.Guides.Text.Making;

/// <summary>
/// What a key says of every name by the leads on the way to it. On one way all leads hold; where several ways lead to one name, only what
/// each of them says is said of it.
/// </summary>
internal sealed class ClaimsOfKey(
    IReadOnlyDictionary<CharacterId, Character> characters,
    ImmutableArray<DichotomousKey> keys
)
{
    private readonly Dictionary<KeyId, DichotomousKey> _keys = keys.ToDictionary(k => k.Id);

    /// <summary>The claims on every name that comes out.</summary>
    /// <param name="start">A sound key: no way leads back.</param>
    public IEnumerable<(TaxonId Taxon, ImmutableDictionary<CharacterId, StatementValue> Claims)> From(
        DichotomousKey start
    )
    {
        var reached = new Dictionary<CoupletRef, ImmutableDictionary<CharacterId, StatementValue>>
        {
            [start.First] = ImmutableDictionary<CharacterId, StatementValue>.Empty,
        };
        var ends = new Dictionary<TaxonId, ImmutableDictionary<CharacterId, StatementValue>>();
        foreach (var at in InOrder(start.First))
        {
            foreach (var lead in CoupletAt(at).Leads)
            {
                var claims = lead.Tests.Aggregate(reached[at], With);
                if (lead.Target is ToTaxon end)
                {
                    ends[end.Taxon] = ends.TryGetValue(end.Taxon, out var other) ? Either(other, claims) : claims;
                }
                else
                {
                    var next = Next(at, lead.Target);
                    reached[next] = reached.TryGetValue(next, out var other) ? Either(other, claims) : claims;
                }
            }
        }

        return ends.Select(e => (e.Key, e.Value));
    }

    private Couplet CoupletAt(CoupletRef at) => _keys[at.Key].Couplets[at.Couplet];

    private CoupletRef Next(CoupletRef at, LeadTarget target) =>
        target is ToKey key ? _keys[key.Key].First : at with { Couplet = ((ToCouplet)target).Couplet };

    /// <summary>The couplets one can come to, each after all that lead to it.</summary>
    private List<CoupletRef> InOrder(CoupletRef first)
    {
        var order = new List<CoupletRef>();
        var seen = new HashSet<CoupletRef>();
        var open = new Stack<(CoupletRef At, bool Done)>([(first, false)]);
        while (open.TryPop(out var step))
        {
            if (step.Done)
            {
                order.Add(step.At);
            }
            else if (seen.Add(step.At))
            {
                open.Push((step.At, true));
                foreach (var lead in CoupletAt(step.At).Leads.Where(l => l.Target is not ToTaxon))
                {
                    open.Push((Next(step.At, lead.Target), false));
                }
            }
        }

        order.Reverse();
        return order;
    }

    private ImmutableDictionary<CharacterId, StatementValue> With(
        ImmutableDictionary<CharacterId, StatementValue> claims,
        LeadTest test
    )
    {
        var character = characters[test.Character];
        StatementValue? value = test.Condition switch
        {
            StateCondition { Negated: false } c => ValuesOfFeatures.Shares(
                c.States.Select(s => (s, (FrequencyWord?)null))
            ),
            StateCondition c => ValuesOfFeatures.Shares(
                character
                    .States.Where(s =>
                        s.Parent is null && c.Accepts(character, s.Id) && !c.IsUndecidedBy(character, s.Id)
                    )
                    .Select(s => (s.Id, (FrequencyWord?)null))
            ),
            SpanCondition { Low: null, High: null } => null,
            SpanCondition c => new NumericRange(null, c.Low, c.High, null),
            _ => null,
        };
        return value is null ? claims
            : claims.TryGetValue(test.Character, out var before)
                ? claims.SetItem(test.Character, Both(character, before, value))
            : claims.Add(test.Character, value);
    }

    /// <summary>What both say; the later one where they have nothing in common, since a key grows narrower.</summary>
    private static StatementValue Both(Character character, StatementValue before, StatementValue after)
    {
        switch (before, after)
        {
            case (StateShares b, StateShares a):
                return ValuesOfFeatures.Shares(
                    a.States.Where(s => b.States.Any(o => character.Includes(o.State, s.State)))
                        .Concat(b.States.Where(s => a.States.Any(o => character.Includes(o.State, s.State))))
                        .Select(s => (s.State, s.Word))
                ) ?? a;
            case (NumericRange b, NumericRange a):
                var low = Larger(b.Low, a.Low);
                var high = Smaller(b.High, a.High);
                return low > high ? a : new NumericRange(null, low, high, null);
            default:
                return after;
        }
    }

    private static ImmutableDictionary<CharacterId, StatementValue> Either(
        ImmutableDictionary<CharacterId, StatementValue> one,
        ImmutableDictionary<CharacterId, StatementValue> other
    ) =>
        one.Where(c => other.ContainsKey(c.Key))
            .Select(c => (c.Key, Value: Either(c.Value, other[c.Key])))
            .Where(c => c.Value is not null)
            .ToImmutableDictionary(c => c.Key, c => c.Value!);

    private static StatementValue? Either(StatementValue one, StatementValue other) =>
        (one, other) switch
        {
            (StateShares a, StateShares b) => ValuesOfFeatures.Shares(
                a.States.Concat(b.States).Select(s => (s.State, s.Word))
            ),
            (NumericRange a, NumericRange b) => Spanning(a, b),
            _ => null,
        };

    private static NumericRange? Spanning(NumericRange a, NumericRange b)
    {
        double? low = a.Low is null || b.Low is null ? null : Math.Min(a.Low.Value, b.Low.Value);
        double? high = a.High is null || b.High is null ? null : Math.Max(a.High.Value, b.High.Value);
        return low is null && high is null ? null : new(null, low, high, null);
    }

    private static double? Larger(double? a, double? b) =>
        a is null ? b
        : b is null ? a
        : Math.Max(a.Value, b.Value);

    private static double? Smaller(double? a, double? b) =>
        a is null ? b
        : b is null ? a
        : Math.Min(a.Value, b.Value);
}
