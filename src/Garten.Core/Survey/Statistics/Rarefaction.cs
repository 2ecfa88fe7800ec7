using System.Collections.Immutable;

namespace Garten.Core.Survey.Statistics;

/// <summary>A point of a curve of species.</summary>
/// <param name="Effort">Individuals or units.</param>
/// <param name="Species">Species expected in so many.</param>
public readonly record struct CurvePoint(int Effort, double Species, double Error);

/// <summary>How many species a smaller effort would have seen, so that surveys of unlike effort can be compared.</summary>
public static class Rarefaction
{
    private static readonly double[] SmallFactorials = SummedLogs(256);

    /// <summary>Species expected among individuals drawn without putting back (Hurlbert 1971; variance Heck, van Belle and Simberloff 1975).</summary>
    /// <param name="counts">Counts of individuals.</param>
    /// <param name="individuals">How many are drawn, 0 to all.</param>
    /// <exception cref="ArgumentOutOfRangeException">More are drawn than there are.</exception>
    public static CurvePoint OfIndividuals(SpeciesCounts counts, int individuals)
    {
        CheckEffort(individuals, counts.Individuals);
        var all = LogChoose(counts.Individuals, individuals);
        double[] missed = [.. counts.Counts.Select(c => Without(c))];
        var variance = missed.Sum(q => q * (1 - q));
        for (var one = 0; one < missed.Length; one++)
        {
            for (var other = 0; other < one; other++)
            {
                variance += 2 * (Without(counts.Counts[one] + counts.Counts[other]) - (missed[one] * missed[other]));
            }
        }

        return new(individuals, counts.Species - missed.Sum(), Math.Sqrt(Math.Max(variance, 0)));

        double Without(int taken) =>
            counts.Individuals - taken < individuals
                ? 0
                : Math.Exp(LogChoose(counts.Individuals - taken, individuals) - all);
    }

    /// <summary>
    /// Species expected in so many of the units, in whatever order: the accumulation curve without its chance (Ugland, Gray and
    /// Ellingsen 2003; Mao Chang Xuan's tau and its variance after Colwell, Mao and Chang 2004).
    /// </summary>
    /// <param name="units">Species of the units.</param>
    /// <param name="drawn">How many units, 0 to all.</param>
    /// <exception cref="ArgumentOutOfRangeException">More are drawn than there are.</exception>
    public static CurvePoint OfUnits(SpeciesInUnits units, int drawn)
    {
        CheckEffort(drawn, units.Units);
        var all = LogChoose(units.Units, drawn);
        double[] missed =
        [
            .. units.Frequencies.Select(f =>
                units.Units - f < drawn ? 0 : Math.Exp(LogChoose(units.Units - f, drawn) - all)
            ),
        ];
        var expected = units.Species - missed.Sum();
        var total = Richness.Chao2(units).Value ?? units.Species;
        var variance = missed.Sum(q => (1 - q) * (1 - q)) - (total > 0 ? expected * expected / total : 0);
        return new(drawn, expected, Math.Sqrt(Math.Max(variance, 0)));
    }

    /// <summary>The accumulation curve over all units.</summary>
    /// <param name="units">Species of the units.</param>
    /// <param name="points">Most points, at least 2: one for every number of units where these are fewer, else evenly spread from none to all.</param>
    public static ImmutableArray<CurvePoint> Curve(SpeciesInUnits units, int points) =>
        [.. Efforts(units.Units, Math.Min(points, units.Units + 1)).Select(n => OfUnits(units, n))];

    /// <summary>The curve over all individuals.</summary>
    /// <param name="counts">Counts of individuals.</param>
    /// <param name="points">About how many points, at least 2, evenly spread from none to all.</param>
    public static ImmutableArray<CurvePoint> Curve(SpeciesCounts counts, int points) =>
        counts.Individuals == 0 ? [] : [.. Efforts(counts.Individuals, points).Select(n => OfIndividuals(counts, n))];

    private static IEnumerable<int> Efforts(int all, int points) =>
        Enumerable
            .Range(0, points)
            .Select(i => points == 1 ? 0 : (int)Math.Round((double)all * i / (points - 1)))
            .Distinct();

    private static void CheckEffort(int effort, int most)
    {
        if (effort < 0 || effort > most)
        {
            throw new ArgumentOutOfRangeException(
                nameof(effort),
                effort,
                $"Rarefaction looks back only: from 0 to the {most} there are."
            );
        }
    }

    /// <summary>Logarithm of the number of ways to choose.</summary>
    private static double LogChoose(int from, int taken) =>
        LogFactorial(from) - LogFactorial(taken) - LogFactorial(from - taken);

    /// <summary>Logarithm of a factorial: summed up for small numbers, by Stirling's series for the others, whose error is then below 1e-15.</summary>
    private static double LogFactorial(int of)
    {
        if (of < SmallFactorials.Length)
        {
            return SmallFactorials[of];
        }

        var n = (double)of;
        return (n * Math.Log(n))
            - n
            + (0.5 * Math.Log(2 * Math.PI * n))
            + (1 / (12 * n))
            - (1 / (360 * n * n * n))
            + (1 / (1260 * Math.Pow(n, 5)));
    }

    private static double[] SummedLogs(int below)
    {
        var sums = new double[below];
        for (var i = 2; i < below; i++)
        {
            sums[i] = sums[i - 1] + Math.Log(i);
        }

        return sums;
    }
}
