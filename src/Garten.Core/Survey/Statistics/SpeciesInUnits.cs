using System.Collections.Immutable;

namespace Garten.Core.Survey.Statistics;

/// <summary>Which species were seen in which sampling units: plots, transects, or visits.</summary>
public sealed class SpeciesInUnits
{
    private readonly ImmutableArray<ImmutableArray<int>> _species;

    /// <summary>Takes the species of each unit.</summary>
    /// <param name="units">Names of the species seen, unit by unit; units without any count too.</param>
    public SpeciesInUnits(IEnumerable<IEnumerable<string>> units)
    {
        string[][] own = [.. units.Select(u => u.Distinct().ToArray())];
        Units = own.Length;
        Names = [.. own.SelectMany(u => u).Distinct().Order(StringComparer.Ordinal)];
        _species = [.. Names.Select(n => Enumerable.Range(0, own.Length).Where(i => own[i].Contains(n)).ToImmutableArray())];
    }

    /// <summary>How many units.</summary>
    public int Units { get; }

    /// <summary>The species, in order of their names.</summary>
    public ImmutableArray<string> Names { get; }

    /// <summary>Species seen.</summary>
    public int Species => Names.Length;

    /// <summary>Units in which each species was seen, at least 1, in the order of <see cref="Names"/>.</summary>
    public IEnumerable<int> Frequencies => _species.Select(u => u.Length);

    /// <summary>Species seen in so many units.</summary>
    /// <param name="units">How many units.</param>
    public int SeenIn(int units) => _species.Count(u => u.Length == units);

    /// <summary>How many species seen nowhere else each unit has.</summary>
    public IEnumerable<int> OnlyHere => Enumerable.Range(0, Units).Select(u => _species.Count(s => s.Length == 1 && s[0] == u));

    /// <summary>Units in which neither of two species was seen.</summary>
    /// <param name="one">Place of a species among the names.</param>
    /// <param name="other">Place of another.</param>
    public int WithoutBoth(int one, int other) => Units - _species[one].Union(_species[other]).Count();
}
