namespace Garten.Core.Survey.Statistics;

/// <summary>How many species there are, those not seen included.</summary>
/// <remarks>All are lower bounds or nearly so: few surveys see enough to say more.</remarks>
public static class Richness
{
    /// <summary>Fewest individuals from which an estimate is given.</summary>
    public const int FewestIndividuals = 10;

    /// <summary>Fewest sampling units from which an estimate is given.</summary>
    public const int FewestUnits = 4;

    private const string TooFewIndividuals = "Needs counts of at least 10 individuals.";
    private const string TooFewUnits = "Needs at least 4 sampling units, such as plots or visits.";

    /// <summary>From counts of individuals: species seen once and twice tell of those not seen (Chao 1984; variance Chao 1987).</summary>
    /// <param name="counts">Counts of individuals.</param>
    public static Statistic Chao1(SpeciesCounts counts) =>
        counts.Individuals < FewestIndividuals
            ? Statistic.TooLittle(TooFewIndividuals)
            : Chao(counts.Species, counts.SeenTimes(1), counts.SeenTimes(2), counts.Individuals);

    /// <summary>From sampling units: species seen in one and in two units tell of those not seen (Chao 1987).</summary>
    /// <param name="units">Species of the units.</param>
    public static Statistic Chao2(SpeciesInUnits units) =>
        units.Units < FewestUnits
            ? Statistic.TooLittle(TooFewUnits)
            : Chao(units.Species, units.SeenIn(1), units.SeenIn(2), units.Units);

    /// <summary>From sampling units, each left out in turn: the first-order jackknife (Burnham and Overton 1979; variance Heltshe and Forrester 1983).</summary>
    /// <param name="units">Species of the units.</param>
    public static Statistic Jackknife1(SpeciesInUnits units)
    {
        if (units.Units < FewestUnits)
        {
            return Statistic.TooLittle(TooFewUnits);
        }

        double m = units.Units;
        double once = units.SeenIn(1);
        var variance = (m - 1) / m * (units.OnlyHere.Sum(k => (double)k * k) - (once * once / m));
        return Statistic.OfRichness(units.Species, units.Species + (once * (m - 1) / m), variance);
    }

    /// <summary>From sampling units: the second-order jackknife (Smith and van Belle 1984), which has no error of its own.</summary>
    /// <param name="units">Species of the units.</param>
    public static Statistic Jackknife2(SpeciesInUnits units)
    {
        double m = units.Units;
        return units.Units < FewestUnits
            ? Statistic.TooLittle(TooFewUnits)
            : Statistic.Of(
                units.Species
                    + (units.SeenIn(1) * ((2 * m) - 3) / m)
                    - (units.SeenIn(2) * (m - 2) * (m - 2) / (m * (m - 1)))
            );
    }

    /// <summary>From sampling units drawn again from themselves without end: the bootstrap in closed form (Smith and van Belle 1984).</summary>
    /// <param name="units">Species of the units.</param>
    public static Statistic Bootstrap(SpeciesInUnits units)
    {
        if (units.Units < FewestUnits)
        {
            return Statistic.TooLittle(TooFewUnits);
        }

        double m = units.Units;
        double[] missed = [.. units.Frequencies.Select(f => Math.Pow(1 - (f / m), m))];
        var variance = missed.Sum(q => q * (1 - q));
        for (var one = 0; one < missed.Length; one++)
        {
            for (var other = 0; other < one; other++)
            {
                variance += 2 * (Math.Pow(units.WithoutBoth(one, other) / m, m) - (missed[one] * missed[other]));
            }
        }

        return Statistic.OfRichness(units.Species, units.Species + missed.Sum(), variance);
    }

    private static Statistic Chao(int species, double once, double twice, double all)
    {
        var a = (all - 1) / all;
        if (twice > 0)
        {
            var ratio = once / twice;
            return Statistic.OfRichness(
                species,
                species + (a * once * once / (2 * twice)),
                twice
                    * (
                        (a / 2 * ratio * ratio)
                        + (a * a * ratio * ratio * ratio)
                        + (a * a / 4 * ratio * ratio * ratio * ratio)
                    )
            );
        }

        // Nothing was seen twice: the form that does not divide by it.
        var estimate = species + (a * once * (once - 1) / 2);
        var variance =
            (a * once * (once - 1) / 2)
            + (a * a * once * ((2 * once) - 1) * ((2 * once) - 1) / 4)
            - (estimate > 0 ? a * a * once * once * once * once / (4 * estimate) : 0);
        return Statistic.OfRichness(species, estimate, variance);
    }
}
