using System.Collections.Immutable;
using Garten.Core.Guides.Notation;

namespace Garten.Core.Guides;

/// <summary>A statement that cannot be true by what the guide itself says elsewhere.</summary>
/// <param name="Why">What speaks against it, in words.</param>
public sealed record DoubtfulStatement(TaxonId Taxon, CharacterId Character, string Why);

/// <summary>A species that a key should bring out by what it divides up, and does not hold.</summary>
public sealed record MissingInKey(KeyId Key, TaxonId Taxon);

/// <summary>
/// Holds the statements of a guide against one another: what passes the reader row by row may still not be true together. Unlike the
/// faults of a file, these leave the guide usable.
/// </summary>
public static class StatementChecks
{
    /// <summary>Values beyond what the character holds believable.</summary>
    public static ImmutableArray<DoubtfulStatement> BeyondLimits(Guide guide) =>
        [
            .. guide
                .Statements.Select(s => (Said: s, Character: guide.Character(s.Character)))
                .Where(s => IsBeyond(s.Said.Value, s.Character))
                .Select(s => new DoubtfulStatement(
                    s.Said.Taxon,
                    s.Said.Character,
                    FormattableString.Invariant(
                        $"the value lies beyond {s.Character.Minimum:0.###} to {s.Character.Maximum:0.###}, the limits of the character"
                    )
                )),
        ];

    /// <summary>Statements of a part that the taxon cannot have, since what it depends on is ruled out.</summary>
    public static ImmutableArray<DoubtfulStatement> CannotExist(Guide guide) =>
        [
            .. guide
                .Statements.Where(s =>
                    guide.Character(s.Character).DependsOn is not null && !guide.Applies(s.Taxon, s.Character)
                )
                .Select(s => new DoubtfulStatement(
                    s.Taxon,
                    s.Character,
                    $"by what is said of {guide.Character(s.Character).DependsOn!.Character} it cannot have it"
                ))
                .Distinct(),
        ];

    /// <summary>Characters of which nothing is stated of any taxon; what is taken from the site needs no statement.</summary>
    public static ImmutableArray<CharacterId> WithoutStatements(Guide guide)
    {
        var stated = guide.Statements.Select(s => s.Character).ToHashSet();
        return [.. guide.Characters.Where(c => c.Organ != Organ.Place && !stated.Contains(c.Id)).Select(c => c.Id)];
    }

    /// <summary>Species within what a key divides up that the key does not bring out.</summary>
    public static ImmutableArray<MissingInKey> MissingInKeys(Guide guide)
    {
        var above = guide.Taxa.Select(t => t.Parent).OfType<TaxonId>().ToHashSet();
        return
        [
            .. guide
                .Keys.Where(k => k.Scope is not null)
                .SelectMany(k =>
                {
                    var held = guide.Reach.From(k.First);
                    return guide
                        .Taxa.Where(t =>
                            t.IsSpeciesLevel
                            && !above.Contains(t.Id)
                            && t.Rank != TaxonRank.Nothotaxon
                            && guide.IsWithin(t.Id, k.Scope!.Value)
                            && !held.Any(h => guide.IsWithin(t.Id, h))
                        )
                        .Select(t => new MissingInKey(k.Id, t.Id));
                }),
        ];
    }

    private static bool IsBeyond(StatementValue value, Character character) =>
        value switch
        {
            NumericRange range => Below(range.Least, character.Minimum) || Below(character.Maximum, range.Most),
            CountShares counts => counts.Numbers.Any(n =>
                Below(n.Number, character.Minimum) || Below(character.Maximum, n.Number)
            ),
            _ => false,
        };

    private static bool Below(double? one, double? other) => one < other - 1e-9;
}
