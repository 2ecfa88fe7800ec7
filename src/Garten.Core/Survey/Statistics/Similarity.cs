namespace Garten.Core.Survey.Statistics;

/// <summary>How alike the species of two places are.</summary>
public static class Similarity
{
    /// <summary>Species in both of all there are in either (Jaccard 1901), 0 to 1.</summary>
    /// <param name="one">Species of one place.</param>
    /// <param name="other">Species of the other.</param>
    public static Statistic Jaccard(IReadOnlySet<string> one, IReadOnlySet<string> other) =>
        Shared(one, other, both => (double)both / (one.Count + other.Count - both));

    /// <summary>Species in both, of the mean number of either (Sørensen 1948), 0 to 1.</summary>
    /// <param name="one">Species of one place.</param>
    /// <param name="other">Species of the other.</param>
    public static Statistic Sorensen(IReadOnlySet<string> one, IReadOnlySet<string> other) =>
        Shared(one, other, both => 2.0 * both / (one.Count + other.Count));

    /// <summary>How unlike two places are in what was counted of each species (Bray and Curtis 1957): 0 for the same, 1 for nothing in common.</summary>
    /// <param name="one">Amounts of one place by species, at least 0.</param>
    /// <param name="other">Amounts of the other, in the same unit.</param>
    public static Statistic BrayCurtis(
        IReadOnlyDictionary<string, double> one,
        IReadOnlyDictionary<string, double> other
    )
    {
        var sum = one.Values.Sum() + other.Values.Sum();
        return sum <= 0
            ? Statistic.TooLittle("Needs something counted at either place.")
            : Statistic.Of(1 - (2 * one.Sum(s => Math.Min(s.Value, other.GetValueOrDefault(s.Key))) / sum));
    }

    private static Statistic Shared(IReadOnlySet<string> one, IReadOnlySet<string> other, Func<int, double> of) =>
        one.Count + other.Count == 0
            ? Statistic.TooLittle("Needs a species at either place.")
            : Statistic.Of(of(one.Count(other.Contains)));
}
