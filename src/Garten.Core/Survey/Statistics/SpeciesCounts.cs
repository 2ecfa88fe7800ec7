using System.Collections.Immutable;

namespace Garten.Core.Survey.Statistics;

/// <summary>How many individuals of each species were counted.</summary>
public sealed class SpeciesCounts
{
    /// <summary>Takes counts.</summary>
    /// <param name="counts">A count for each species, at least 0; species with 0 are left out.</param>
    /// <exception cref="ArgumentOutOfRangeException">A count is below 0.</exception>
    public SpeciesCounts(IEnumerable<int> counts)
    {
        Counts =
        [
            .. counts.Where(c =>
                c >= 0 ? c > 0 : throw new ArgumentOutOfRangeException(nameof(counts), c, "A count is at least 0.")
            ),
        ];
        Individuals = Counts.Sum();
    }

    /// <summary>The counts, each above 0.</summary>
    public ImmutableArray<int> Counts { get; }

    /// <summary>Species seen.</summary>
    public int Species => Counts.Length;

    /// <summary>Individuals counted.</summary>
    public int Individuals { get; }

    /// <summary>Species counted so many times.</summary>
    /// <param name="times">How many times.</param>
    public int SeenTimes(int times) => Counts.Count(c => c == times);

    /// <summary>The share of each species, 0 to 1.</summary>
    public IEnumerable<double> Shares => Counts.Select(c => (double)c / Individuals);
}
