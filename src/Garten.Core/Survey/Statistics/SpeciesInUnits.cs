using System.Collections.Immutable;
using System.Numerics;

namespace Garten.Core.Survey.Statistics;

/// <summary>Which species were seen in which sampling units: plots, transects, or visits.</summary>
public sealed class SpeciesInUnits
{
    private const int BitsInWord = 64;

    /// <summary>For each species a bit for each unit, so that two of them are compared 64 units at a time.</summary>
    private readonly ulong[][] _seen;
    private readonly int[] _frequencies;

    /// <summary>Takes the species of each unit.</summary>
    /// <param name="units">Names of the species seen, unit by unit; units without any count too.</param>
    public SpeciesInUnits(IEnumerable<IEnumerable<string>> units)
    {
        string[][] own = [.. units.Select(u => u.Distinct().ToArray())];
        Units = own.Length;
        Names = [.. own.SelectMany(u => u).Distinct().Order(StringComparer.Ordinal)];
        var place = Names.Select((n, i) => (n, i)).ToDictionary(x => x.n, x => x.i, StringComparer.Ordinal);
        _seen = [.. Names.Select(_ => new ulong[(Units + BitsInWord - 1) / BitsInWord])];
        _frequencies = new int[Names.Length];
        for (var unit = 0; unit < own.Length; unit++)
        {
            foreach (var name in own[unit])
            {
                _seen[place[name]][unit / BitsInWord] |= 1UL << (unit % BitsInWord);
                _frequencies[place[name]]++;
            }
        }
    }

    /// <summary>How many units.</summary>
    public int Units { get; }

    /// <summary>The species, in order of their names.</summary>
    public ImmutableArray<string> Names { get; }

    /// <summary>Species seen.</summary>
    public int Species => Names.Length;

    /// <summary>Units in which each species was seen, at least 1, in the order of <see cref="Names"/>.</summary>
    public IReadOnlyList<int> Frequencies => _frequencies;

    /// <summary>Species seen in so many units.</summary>
    /// <param name="units">How many units.</param>
    public int SeenIn(int units) => _frequencies.Count(f => f == units);

    /// <summary>How many species seen nowhere else each unit has.</summary>
    public IReadOnlyList<int> OnlyHere
    {
        get
        {
            var only = new int[Units];
            foreach (var (seen, _) in _seen.Zip(_frequencies).Where(s => s.Second == 1))
            {
                var word = Array.FindIndex(seen, w => w != 0);
                only[(word * BitsInWord) + BitOperations.TrailingZeroCount(seen[word])]++;
            }

            return only;
        }
    }

    /// <summary>Units in which neither of two species was seen.</summary>
    /// <param name="one">Place of a species among the names.</param>
    /// <param name="other">Place of another.</param>
    public int WithoutBoth(int one, int other) =>
        Units - _seen[one].Zip(_seen[other], (a, b) => BitOperations.PopCount(a | b)).Sum();
}
