using System.Collections.Frozen;
using System.Collections.Immutable;

namespace Garten.Core.Guides;

/// <summary>
/// Statements by taxon and character. One run of an array for each pair, found by number: a guide of thousands of taxa
/// opens in one pass over its statements, with no table of its own for each.
/// </summary>
internal sealed class StatementIndex
{
    private readonly FrozenDictionary<TaxonId, int> _taxa;
    private readonly FrozenDictionary<CharacterId, int> _characters;
    private readonly int _columns;
    private readonly int[] _starts;
    private readonly Statement[] _statements;

    /// <summary>Sorts the statements of a guide into runs.</summary>
    /// <param name="tables">The tables; statements on unknown taxa or characters are left aside.</param>
    public StatementIndex(GuideTables tables)
    {
        _taxa = Numbered(tables.Taxa, t => t.Id);
        _characters = Numbered(tables.Characters, c => c.Id);
        _columns = tables.Characters.Length;
        var slots = new int[tables.Statements.Length];
        _starts = new int[(_taxa.Count * _columns) + 1];
        for (var i = 0; i < slots.Length; i++)
        {
            slots[i] = Slot(tables.Statements[i].Taxon, tables.Statements[i].Character);
            if (slots[i] >= 0)
            {
                _starts[slots[i] + 1]++;
            }
        }

        for (var i = 1; i < _starts.Length; i++)
        {
            _starts[i] += _starts[i - 1];
        }

        var next = (int[])_starts.Clone();
        _statements = new Statement[_starts[^1]];
        for (var i = 0; i < slots.Length; i++)
        {
            if (slots[i] >= 0)
            {
                _statements[next[slots[i]]++] = tables.Statements[i];
            }
        }

        for (var slot = 0; slot + 1 < _starts.Length; slot++)
        {
            if (_starts[slot + 1] - _starts[slot] > 1)
            {
                // Few taxa say more than one thing of a character; the order among equals stays that of the guide.
                var run = _statements.AsSpan(_starts[slot], _starts[slot + 1] - _starts[slot]);
                run.ToArray().OrderByDescending(s => s.Scope.Specificity).ToArray().CopyTo(run);
            }
        }
    }

    /// <summary>The statements on a character of one taxon, not of those above it, the most specific first.</summary>
    public ArraySegment<Statement> Of(TaxonId taxon, CharacterId character)
    {
        var slot = Slot(taxon, character);
        return slot < 0
            ? ArraySegment<Statement>.Empty
            : new(_statements, _starts[slot], _starts[slot + 1] - _starts[slot]);
    }

    /// <summary>The same by number.</summary>
    /// <param name="taxon">Place of the taxon in the guide's list.</param>
    /// <param name="character">Place of the character in the guide's list.</param>
    public ReadOnlySpan<Statement> Of(int taxon, int character)
    {
        var slot = (taxon * _columns) + character;
        return _statements.AsSpan(_starts[slot], _starts[slot + 1] - _starts[slot]);
    }

    private int Slot(TaxonId taxon, CharacterId character) =>
        _taxa.TryGetValue(taxon, out var row) && _characters.TryGetValue(character, out var column)
            ? (row * _columns) + column
            : -1;

    private static FrozenDictionary<TKey, int> Numbered<T, TKey>(ImmutableArray<T> items, Func<T, TKey> key)
        where TKey : notnull
    {
        var numbers = new Dictionary<TKey, int>(items.Length);
        for (var i = 0; i < items.Length; i++)
        {
            numbers[key(items[i])] = i;
        }

        return numbers.ToFrozenDictionary();
    }
}
