using System.Collections.Immutable;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;

namespace Garten.Core.Identification;

/// <summary>Two taxa that the statements of a guide do not part.</summary>
/// <param name="One">The first.</param>
/// <param name="Other">The second.</param>
/// <param name="Apart">Share of plants that could not belong to both by the feature that parts them best, 0–1.</param>
/// <param name="Best">That feature; null when the two share none.</param>
public sealed record Unparted(TaxonId One, TaxonId Other, double Apart, CharacterId? Best);

/// <summary>Checks that a guide can part what it says must be parted.</summary>
public static class GuideSeparation
{
    /// <summary>Share of plants a feature must part to count as parting two taxa: four in five.</summary>
    public const double Enough = 0.8;

    /// <summary>Look-alike pairs that no feature parts which both show in some season of the guide.</summary>
    public static ImmutableArray<Unparted> LookAlikesNotParted(Guide guide) =>
        [.. guide.LookAlikes.Select(l => Best(guide, l.Taxon, l.Other)).Where(b => b.Apart < Enough)];

    /// <summary>All pairs of taxa, crosses aside, that no feature parts in any season.</summary>
    public static ImmutableArray<Unparted> NotParted(Guide guide)
    {
        var parents = guide.Taxa.Select(t => t.Parent).OfType<TaxonId>().ToHashSet();
        var names = guide
            .Taxa.Where(t => t.IsSpeciesLevel && t.Rank != TaxonRank.Nothotaxon && !parents.Contains(t.Id))
            .Select(t => t.Id)
            .ToImmutableArray();
        var unparted = ImmutableArray.CreateBuilder<Unparted>();
        for (var i = 0; i < names.Length; i++)
        {
            for (var j = i + 1; j < names.Length; j++)
            {
                if (Best(guide, names[i], names[j]) is { Apart: < Enough } pair)
                {
                    unparted.Add(pair);
                }
            }
        }

        return unparted.ToImmutable();
    }

    /// <summary>The feature that parts two taxa best; the search ends at the first that parts them well enough.</summary>
    private static Unparted Best(Guide guide, TaxonId one, TaxonId other)
    {
        var best = new Unparted(one, other, 0, null);
        foreach (var character in guide.Characters)
        {
            if (Said(guide, one, character) is not { } a || Said(guide, other, character) is not { } b)
            {
                continue;
            }

            var apart = TellApart.Apart(character, a, b);
            best = apart > best.Apart ? best with { Apart = apart, Best = character.Id } : best;
            if (apart >= Enough)
            {
                break;
            }
        }

        return best;
    }

    /// <summary>What is said of a character that the taxon shows at some time; a fruit it is never said to bear does not help.</summary>
    private static StatementValue? Said(Guide guide, TaxonId taxon, Character character) =>
        character.Organ switch
        {
            Organ.Place => null,
            Organ.Flower or Organ.Inflorescence when guide.Window(taxon, Phenophase.Flower) is null => null,
            Organ.Fruit when guide.Window(taxon, Phenophase.Fruit) is null => null,
            _ => guide.StatementFor(taxon, character.Id, Scope.Any)?.Value,
        };
}
