namespace Garten.Core.Survey.Statistics;

/// <summary>What it means that a species was not seen, given how often one sees it where it is.</summary>
/// <param name="Detectability">Chance to see it on one visit in its season where it grows, above 0 and below 1.</param>
/// <param name="Visits">Visits in its season on which it was not seen, 0 or more.</param>
public readonly record struct Absence(double Detectability, int Visits)
{
    /// <summary>Chance that it grows there and was missed on every visit, if it grows there at all.</summary>
    public double Missed => Math.Pow(1 - Detectability, Visits);

    /// <summary>Chance that it grows there all the same (Bayes).</summary>
    /// <param name="before">Chance that it grows there before anybody looked, 0 to 1.</param>
    public double There(double before) => before * Missed / ((before * Missed) + 1 - before);

    /// <summary>Visits in season after which a plant that is there would have been seen with a chance (McArdle 1990).</summary>
    /// <param name="chance">The chance, below 1; usually 0.95.</param>
    public int VisitsFor(double chance) =>
        (int)Math.Ceiling((Math.Log(1 - chance) / Math.Log(1 - Detectability)) - 1e-9);

    /// <summary>
    /// Detectability from places where it is known to grow and that were visited again: its share of visits in season on which it was
    /// seen, the first finding left out, since without it the place would not be known.
    /// </summary>
    /// <param name="seen">Visits after the first on which it was seen, with all visits after the first.</param>
    public static Statistic DetectabilityFrom(Share seen)
    {
        if (seen.All < Share.Fewest)
        {
            return Statistic.TooLittle("Needs at least 5 visits in season to places where it was seen before.");
        }

        var (low, high) = seen.Interval;
        return new(seen.Value, Math.Sqrt(seen.Value * (1 - seen.Value) / seen.All), low, high, "");
    }
}
