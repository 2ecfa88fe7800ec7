using Garten.Core.Survey.Statistics;

namespace Garten.Core.Tests.Survey.Statistics;

/// <summary>Rarefaction against every possible draw.</summary>
public sealed class RarefactionTests
{
    [Theory]
    [InlineData(1)]
    [InlineData(3)]
    [InlineData(6)]
    [InlineData(9)]
    public void Of_individuals_is_the_mean_and_spread_over_all_draws(int drawn)
    {
        int[] counts = [4, 3, 1, 1];
        int[] individuals = [.. counts.SelectMany((c, s) => Enumerable.Repeat(s, c))];
        double[] species =
        [
            .. Subsets(9, drawn)
                .Select(set => (double)individuals.Where((_, i) => (set & (1 << i)) != 0).Distinct().Count()),
        ];
        var point = Rarefaction.OfIndividuals(new(counts), drawn);
        point.Species.ShouldBe(species.Average(), 1e-9);
        point.Error.ShouldBe(Math.Sqrt(species.Average(s => (s - species.Average()) * (s - species.Average()))), 1e-6);
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(4)]
    public void Of_units_is_the_mean_over_all_choices_of_units(int drawn)
    {
        string[][] units =
        [
            ["a", "b"],
            ["a", "b", "c"],
            ["a", "c", "d"],
            ["a", "e"],
            [],
        ];
        var species = Subsets(5, drawn)
            .Average(set => (double)units.Where((_, i) => (set & (1 << i)) != 0).SelectMany(u => u).Distinct().Count());
        Rarefaction.OfUnits(new(units), drawn).Species.ShouldBe(species, 1e-9);
    }

    [Fact]
    public void The_curve_of_individuals_ends_at_all_of_them_and_large_counts_agree_with_the_limit_of_drawing_with_putting_back()
    {
        var few = Rarefaction.Curve(new SpeciesCounts([3, 2, 1]), 40);
        few.Select(p => p.Effort).ShouldBe([0, 1, 2, 3, 4, 5, 6]);
        few[0].Species.ShouldBe(0);
        few[1].Species.ShouldBe(1, 1e-12);
        few[^1].Species.ShouldBe(3, 1e-12);
        Rarefaction.Curve(new SpeciesCounts([]), 40).ShouldBeEmpty();

        // Of a million each of four species ten individuals leave one out with (3/4)^10.
        Rarefaction
            .OfIndividuals(new([1_000_000, 1_000_000, 1_000_000, 1_000_000]), 10)
            .Species.ShouldBe(4 * (1 - Math.Pow(0.75, 10)), 1e-4);
    }

    [Fact]
    public void The_curve_rises_from_nothing_to_all_species_and_its_error_is_by_hand()
    {
        SpeciesInUnits units = new([
            ["a", "b"],
            ["a", "b", "c"],
            ["a", "c", "d"],
            ["a", "e"],
        ]);
        var curve = Rarefaction.Curve(units, 200);
        curve.Select(p => p.Species).ShouldBeInOrder();
        (curve[0].Species, curve[^1].Species).ShouldBe((0.0, 5.0));

        // All four units: 5 species in all; 5 − 5² / 5.75, with Chao's estimate of 5.75.
        curve[^1].Error.ShouldBe(Math.Sqrt(5 - (25 / 5.75)), 1e-9);

        // One unit: a is missed never, b and c in two of four, d and e in three.
        curve[1].Species.ShouldBe(2.5, 1e-9);
        curve[1].Error.ShouldBe(Math.Sqrt(1 + (2 * 0.25) + (2 * 0.0625) - (6.25 / 5.75)), 1e-9);
    }

    [Fact]
    public void Nothing_is_said_beyond_what_was_seen() =>
        Should
            .Throw<ArgumentOutOfRangeException>(() => Rarefaction.OfIndividuals(new([2, 3]), 6))
            .Message.ShouldContain("from 0 to the 5 there are");

    private static IEnumerable<int> Subsets(int of, int size) =>
        Enumerable.Range(0, 1 << of).Where(set => int.PopCount(set) == size);
}
