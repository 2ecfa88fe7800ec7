using System.Collections.Frozen;
using System.Collections.Immutable;

namespace Garten.Core.Guides;

/// <summary>
/// Says once, of a whole group, what it does not have: <c>Pinaceae: flower, inflorescence</c>. It holds for everything below the
/// group, but for the characters of which something is stated there.
/// </summary>
/// <param name="Organs">Parts of which it has nothing.</param>
/// <param name="Characters">Single characters it cannot show, of parts it has: the stipules of a fern's leaf.</param>
public sealed record LackingParts(TaxonId Taxon, ImmutableArray<Organ> Organs, ImmutableArray<CharacterId> Characters);

/// <summary>Which characters cannot exist in which taxa, passed down the classification.</summary>
internal sealed class LackingIndex
{
    private readonly FrozenDictionary<TaxonId, int> _taxa;
    private readonly FrozenDictionary<CharacterId, int> _characters;

    /// <summary>One row of characters a taxon; empty where no group lacks anything.</summary>
    private readonly bool[][] _rows = [];

    /// <summary>Passes down what groups lack.</summary>
    /// <param name="tables">The tables; what is said of unknown taxa or characters is left aside.</param>
    public LackingIndex(GuideTables tables)
    {
        _taxa = Numbered(tables.Taxa, t => t.Id);
        _characters = Numbered(tables.Characters, c => c.Id);
        if (tables.Lacking.IsEmpty)
        {
            return;
        }

        var said = tables.Lacking.ToLookup(l => l.Taxon);
        var stated = tables.Statements.ToLookup(s => s.Taxon, s => s.Character);
        _rows = new bool[tables.Taxa.Length][];
        for (var t = 0; t < _rows.Length; t++)
        {
            var taxon = tables.Taxa[t];
            var row = (
                _rows[t] =
                    taxon.Parent is { } parent && _taxa.TryGetValue(parent, out var above)
                        ? (bool[])_rows[above].Clone()
                        : new bool[tables.Characters.Length]
            );
            foreach (var lacking in said[taxon.Id])
            {
                for (var c = 0; c < row.Length; c++)
                {
                    row[c] |=
                        lacking.Organs.Contains(tables.Characters[c].Organ)
                        || lacking.Characters.Contains(tables.Characters[c].Id);
                }
            }

            foreach (var character in stated[taxon.Id])
            {
                if (_characters.TryGetValue(character, out var c))
                {
                    row[c] = false;
                }
            }
        }
    }

    public bool Holds(TaxonId taxon, CharacterId character) =>
        _taxa.TryGetValue(taxon, out var t) && _characters.TryGetValue(character, out var c) && Holds(t, c);

    public bool Holds(int taxon, int character) => _rows.Length > 0 && _rows[taxon][character];

    private static FrozenDictionary<TKey, int> Numbered<T, TKey>(ImmutableArray<T> all, Func<T, TKey> id)
        where TKey : notnull => all.Select((x, i) => (Id: id(x), i)).ToFrozenDictionary(x => x.Id, x => x.i);
}
