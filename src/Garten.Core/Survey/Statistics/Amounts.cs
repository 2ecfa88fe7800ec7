namespace Garten.Core.Survey.Statistics;

/// <summary>How much there is: frequency, density, cover and basal area.</summary>
public static class Amounts
{
    /// <summary>Individuals on a square metre.</summary>
    /// <param name="onSquareMetre">Individuals counted in each plot, divided by its area in square metres.</param>
    public static Statistic Density(IReadOnlyCollection<double> onSquareMetre) => MeanOf([.. onSquareMetre]);

    /// <summary>Mean cover over all plots, in percent; plots without the species count 0.</summary>
    /// <param name="percent">Cover in each plot, 0 to 100.</param>
    public static Statistic Cover(IReadOnlyCollection<double> percent) => MeanOf([.. percent]);

    /// <summary>Area of a stem's cross-section in square metres, the stem taken to be round.</summary>
    /// <param name="girth">Girth at breast height in metres, at least 0.</param>
    public static double BasalArea(double girth) => girth * girth / (4 * Math.PI);

    /// <summary>Basal area on a hectare, in square metres.</summary>
    /// <param name="girths">Girths of all stems of the plot in metres.</param>
    /// <param name="plotArea">Area of the plot in square metres, above 0.</param>
    public static double BasalAreaPerHectare(IEnumerable<double> girths, double plotArea) =>
        girths.Sum(BasalArea) * 10_000 / plotArea;

    private static Statistic MeanOf(double[] values)
    {
        if (values.Length < Share.Fewest)
        {
            return Statistic.TooLittle("Needs at least 5 plots.");
        }

        var mean = values.Average();
        var statistic = Statistic.Of(
            mean,
            Math.Sqrt(values.Sum(v => (v - mean) * (v - mean)) / (values.Length - 1) / values.Length)
        );

        // There is no less than nothing.
        return statistic with
        {
            Low = Math.Max(statistic.Low!.Value, 0),
        };
    }
}
