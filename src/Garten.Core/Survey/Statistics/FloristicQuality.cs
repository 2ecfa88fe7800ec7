namespace Garten.Core.Survey.Statistics;

/// <summary>How much the species of a place are bound to undisturbed ground (Wilhelm 1977; Swink and Wilhelm 1979).</summary>
/// <param name="Species">Species that count.</param>
/// <param name="Without">Native species without a value of conservatism, which are left out.</param>
/// <param name="Mean">Mean conservatism, 0 to 10.</param>
/// <param name="Index">Mean times the square root of the number of species.</param>
public sealed record FloristicQuality(int Species, int Without, Statistic Mean, Statistic Index)
{
    /// <summary>Fewest species from which a mean is given.</summary>
    public const int Fewest = 5;

    /// <summary>Quality by native species alone.</summary>
    /// <param name="species">Each species once: native or not, and its conservatism, 0 to 10; null where nobody has said.</param>
    public static FloristicQuality OfNative(IEnumerable<(bool Native, int? Conservatism)> species) =>
        Of([.. species.Where(s => s.Native)]);

    /// <summary>Quality by all species: those that are not native count 0.</summary>
    /// <param name="species">Each species once: native or not, and its conservatism, 0 to 10; null where nobody has said.</param>
    public static FloristicQuality OfAll(IEnumerable<(bool Native, int? Conservatism)> species) =>
        Of([.. species.Select(s => s.Native ? s : (s.Native, Conservatism: 0))]);

    private static FloristicQuality Of((bool Native, int? Conservatism)[] species)
    {
        double[] values =
        [
            .. species.Where(s => s.Conservatism is not null).Select(s => (double)s.Conservatism!.Value),
        ];
        if (values.Length < Fewest)
        {
            var lacking = Statistic.TooLittle("Needs at least 5 species whose conservatism is known.");
            return new(values.Length, species.Length - values.Length, lacking, lacking);
        }

        return new(
            values.Length,
            species.Length - values.Length,
            Statistic.Of(values.Average()),
            Statistic.Of(values.Average() * Math.Sqrt(values.Length))
        );
    }
}
