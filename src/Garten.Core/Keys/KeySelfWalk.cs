using System.Collections.Immutable;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;

namespace Garten.Core.Keys;

/// <summary>A taxon that a key, walked by the guide's own statements, does not bring out.</summary>
/// <param name="Taxon">The taxon looked for.</param>
/// <param name="At">The couplet at which the walk left the way to it.</param>
/// <param name="Because">The claim that sent it away, or that nothing decided.</param>
public sealed record SelfWalkMiss(KeyId Key, TaxonId Taxon, CoupletRef At, string Because);

/// <summary>
/// Walks every key for every taxon it holds, answering each couplet by what the guide itself says of the taxon. Where
/// a key and the statements disagree, one of them is wrong.
/// </summary>
public static class KeySelfWalk
{
    /// <summary>Support of a claim the guide says nothing about.</summary>
    public const double Unknown = 0.5;

    /// <summary>Walks all keys.</summary>
    /// <returns>The taxa that do not come out; empty for a sound guide.</returns>
    public static ImmutableArray<SelfWalkMiss> Misses(Guide guide) =>
        [
            .. guide
                .Keys.SelectMany(k => guide.Reach.From(k.First).Select(t => Walk(guide, k, t)))
                .OfType<SelfWalkMiss>(),
        ];

    /// <summary>How well a taxon supports a lead: the product over its claims of the share of plants that satisfy each.</summary>
    /// <returns>0–1.</returns>
    public static double Support(Guide guide, TaxonId taxon, Lead lead) =>
        lead.Tests.IsEmpty
            ? Unknown
            : lead.Tests.Aggregate(1.0, (product, test) => product * Share(guide, taxon, test));

    private static SelfWalkMiss? Walk(Guide guide, DichotomousKey key, TaxonId taxon)
    {
        for (CoupletRef? at = key.First; at is { } here; )
        {
            var couplet = guide.FindCouplet(here)!;
            var best = couplet.Leads.MaxBy(l => Support(guide, taxon, l))!;
            var reach = ReachOf(guide, here, best);
            if (!reach.Contains(taxon))
            {
                var right = couplet.Leads.First(l => ReachOf(guide, here, l).Contains(taxon));
                return new(
                    key.Id,
                    taxon,
                    here,
                    right.Tests.MinBy(t => Share(guide, taxon, t)) is { } worst
                        ? $"lead {right.Number} “{worst.Text}” has {Share(guide, taxon, worst):0.00}"
                        : $"lead {right.Number} “{right.InWords}” has no statement that could be weighed"
                );
            }

            if (couplet.Leads.Count(l => Support(guide, taxon, l) >= Support(guide, taxon, best) - 1e-9) > 1)
            {
                return new(key.Id, taxon, here, "nothing the guide says of it decides between the leads");
            }

            at = best.Target switch
            {
                ToCouplet c => here with { Couplet = c.Couplet },
                ToKey k => guide.Key(k.Key).First,
                _ => null,
            };
        }

        return null;
    }

    private static ImmutableArray<TaxonId> ReachOf(Guide guide, CoupletRef at, Lead lead) =>
        lead.Target switch
        {
            ToCouplet c => guide.Reach.From(at with { Couplet = c.Couplet }),
            ToKey k => guide.Reach.From(guide.Key(k.Key).First),
            ToTaxon t => [t.Taxon],
            _ => [],
        };

    private static double Share(Guide guide, TaxonId taxon, LeadTest test)
    {
        var character = guide.Character(test.Character);
        if (guide.StatementFor(taxon, character.Id, Scope.Any)?.Value is not { } value)
        {
            return Inapplicable(guide, taxon, character) ? 0.02 : Unknown;
        }

        return (value, test.Condition) switch
        {
            (StateShares s, StateCondition c) => s.States.Sum(x =>
                c.Accepts(character, x.State) ? x.Weight
                : c.IsUndecidedBy(character, x.State) ? x.Weight * Unknown
                : 0
            ),
            (CountShares n, SpanCondition c) => n.Numbers.Where(x => c.Accepts(x.Number)).Sum(x => x.Weight),
            (NumericRange r, SpanCondition c) => Overlap(r, c),
            _ => Unknown,
        };
    }

    private static bool Inapplicable(Guide guide, TaxonId taxon, Character character) =>
        character.DependsOn is { } d
        && guide.StatementFor(taxon, d.Character, Scope.Any)?.Value is StateShares parent
        && d.States.Sum(s => parent.ShareOf(guide.Character(d.Character), s)) < 0.05;

    /// <summary>Share of the usual range b–c that lies within the span, taken as evenly filled.</summary>
    private static double Overlap(NumericRange range, SpanCondition span)
    {
        var low = range.Low ?? (range.High!.Value / 2);
        var high = range.High ?? (range.Low!.Value * 2);
        if (high - low < 1e-9)
        {
            return span.Accepts(low) ? 1 : 0;
        }

        var from = Math.Max(low, span.Low ?? low);
        var to = Math.Min(high, span.High ?? high);
        return Math.Clamp((to - from) / (high - low), 0, 1);
    }
}
