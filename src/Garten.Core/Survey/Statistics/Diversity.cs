namespace Garten.Core.Survey.Statistics;

/// <summary>How evenly individuals are shared among species.</summary>
public static class Diversity
{
    private const string TooFew = "Needs counts of at least 10 individuals.";

    /// <summary>Shannon's entropy in natural units (Shannon 1948), as seen, with its error (Hutcheson 1970).</summary>
    /// <param name="counts">Counts of individuals.</param>
    public static Statistic Shannon(SpeciesCounts counts)
    {
        if (counts.Individuals < Richness.FewestIndividuals)
        {
            return Statistic.TooLittle(TooFew);
        }

        var entropy = -counts.Shares.Sum(p => p * Math.Log(p));
        double n = counts.Individuals;
        var variance =
            ((counts.Shares.Sum(p => p * Math.Log(p) * Math.Log(p)) - (entropy * entropy)) / n)
            + ((counts.Species - 1) / (2 * n * n));
        return Statistic.Of(entropy, Math.Sqrt(Math.Max(variance, 0)));
    }

    /// <summary>The chance that two individuals drawn without putting back are of unlike species (Simpson 1949), 0 to 1.</summary>
    /// <param name="counts">Counts of individuals.</param>
    public static Statistic Simpson(SpeciesCounts counts)
    {
        double n = counts.Individuals;
        return counts.Individuals < Richness.FewestIndividuals
            ? Statistic.TooLittle(TooFew)
            : Statistic.Of(1 - counts.Counts.Sum(c => c * (c - 1.0) / (n * (n - 1))));
    }

    /// <summary>The number of equally common species that would be as diverse (Hill 1973).</summary>
    /// <param name="counts">Counts of individuals.</param>
    /// <param name="order">How much common species count, 0 or more: 0 counts species, 1 weighs by share, 2 stresses the common ones.</param>
    public static Statistic Hill(SpeciesCounts counts, double order) =>
        counts.Individuals < Richness.FewestIndividuals ? Statistic.TooLittle(TooFew)
        : Math.Abs(order - 1) < 1e-9 ? Statistic.Of(Math.Exp(Shannon(counts).Value!.Value))
        : Statistic.Of(Math.Pow(counts.Shares.Sum(p => Math.Pow(p, order)), 1 / (1 - order)));
}
