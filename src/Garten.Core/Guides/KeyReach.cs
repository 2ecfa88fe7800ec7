using System.Collections.Frozen;
using System.Collections.Immutable;

namespace Garten.Core.Guides;

/// <summary>A place in the keys where the members of a taxon begin to be divided.</summary>
/// <param name="Members">How many species-level names can be reached from it.</param>
public sealed record StartingPlace(CoupletRef At, string KeyTitle, int Members);

/// <summary>Which names can be reached from which couplet. Worked out once for a guide.</summary>
public sealed class KeyReach
{
    private readonly FrozenDictionary<CoupletRef, ImmutableArray<TaxonId>> _reach;
    private readonly Guide _guide;

    internal KeyReach(Guide guide)
    {
        _guide = guide;
        var reach = new Dictionary<CoupletRef, ImmutableArray<TaxonId>>();
        foreach (var key in guide.Keys)
        {
            foreach (var number in key.Couplets.Keys)
            {
                Of(new(key.Id, number));
            }
        }

        _reach = reach.ToFrozenDictionary();

        ImmutableArray<TaxonId> Of(CoupletRef at)
        {
            if (reach.TryGetValue(at, out var known))
            {
                return known;
            }

            var found = guide
                .FindCouplet(at)!
                .Leads.SelectMany(l =>
                    l.Target switch
                    {
                        ToCouplet c => Of(at with { Couplet = c.Couplet }),
                        ToKey k => Of(guide.Key(k.Key).First),
                        ToTaxon t => [t.Taxon],
                        _ => ImmutableArray<TaxonId>.Empty,
                    }
                )
                .Distinct()
                .ToImmutableArray();
            reach[at] = found;
            return found;
        }
    }

    /// <summary>The names that can be reached from a couplet, in reading order; empty for an unknown couplet.</summary>
    public ImmutableArray<TaxonId> From(CoupletRef at) => _reach.GetValueOrDefault(at, []);

    /// <summary>The couplets whose lead ends at a taxon.</summary>
    public ImmutableArray<CoupletRef> EndsAt(TaxonId taxon) =>
        [
            .. _guide.Keys.SelectMany(k =>
                k.Couplets.Values.Where(c => c.Leads.Any(l => l.Target is ToTaxon t && t.Taxon == taxon))
                    .Select(c => new CoupletRef(k.Id, c.Number))
            ),
        ];

    /// <summary>
    /// Where to begin when one already knows a family or genus: its own key first, then, in every other key, the last
    /// couplet from which all its members in that key can still be reached.
    /// </summary>
    /// <param name="taxon">The taxon recognised.</param>
    public ImmutableArray<StartingPlace> StartsFor(TaxonId taxon)
    {
        var places = ImmutableArray.CreateBuilder<StartingPlace>();
        foreach (var key in _guide.Keys.OrderByDescending(k => k.Scope == taxon))
        {
            if (key.Scope == taxon)
            {
                places.Add(Place(key, key.First));
                continue;
            }

            var members = From(key.First).Where(t => _guide.IsWithin(t, taxon)).ToImmutableHashSet();
            if (members.IsEmpty)
            {
                continue;
            }

            var best = key
                .Couplets.Keys.Select(n => new CoupletRef(key.Id, n))
                .Where(at => members.IsSubsetOf(From(at)))
                .MinBy(at => From(at).Length);
            places.Add(Place(key, best));
        }

        return places.ToImmutable();

        StartingPlace Place(DichotomousKey key, CoupletRef at) => new(at, key.Title, From(at).Length);
    }
}
