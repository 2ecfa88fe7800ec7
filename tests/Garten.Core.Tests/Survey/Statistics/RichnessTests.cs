using CsCheck;
using Garten.Core.Survey.Statistics;

namespace Garten.Core.Tests.Survey.Statistics;

/// <summary>Estimators of richness by hand, and against what they stand for: units left out one by one, and drawn again in every way.</summary>
public sealed class RichnessTests
{
    /// <summary>22 individuals of 7 species: three seen once, two twice.</summary>
    private static readonly SpeciesCounts Counted = new([1, 1, 1, 2, 2, 5, 10]);

    /// <summary>Four plots: d and e in one of them only, b and c in two, a in all.</summary>
    private static readonly SpeciesInUnits Plots = new([
        ["a", "b"],
        ["a", "b", "c"],
        ["a", "c", "d"],
        ["a", "e"],
    ]);

    [Fact]
    public void Chao1_by_hand()
    {
        var statistic = Richness.Chao1(Counted);

        // 7 + 21/22 · 3² / (2 · 2); the variance 2 (a/2 · 1.5² + a² · 1.5³ + a²/4 · 1.5⁴) with a = 21/22.
        statistic.Value!.Value.ShouldBe(9.147727, 1e-6);
        statistic.Error!.Value.ShouldBe(Math.Sqrt(10.604403), 1e-6);

        // 2.147727 unseen; the spread is exp(1.959964 √ln(1 + 10.604403 / 2.147727²)) = exp(1.959964 · 1.0919...).
        (statistic.Low!.Value - 7).ShouldBe(
            2.147727 / Math.Exp(1.959964 * Math.Sqrt(Math.Log(1 + (10.604403 / (2.147727 * 2.147727))))),
            1e-5
        );
        ((statistic.Low.Value - 7) * (statistic.High!.Value - 7)).ShouldBe(2.147727 * 2.147727, 1e-4);
    }

    [Fact]
    public void Chao1_without_any_seen_twice_by_hand()
    {
        // 6 + 11/12 · 4 · 3 / 2 = 11.5; variance 5.5 + (11/12)² · 4 · 7² / 4 − (11/12)² · 4⁴ / (4 · 11.5).
        var statistic = Richness.Chao1(new([1, 1, 1, 1, 3, 5]));
        statistic.Value!.Value.ShouldBe(11.5, 1e-6);
        statistic.Error!.Value.ShouldBe(Math.Sqrt(5.5 + 41.173611 - 4.676329), 1e-6);
    }

    [Fact]
    public void Chao2_by_hand()
    {
        // 5 + 3/4 · 2² / (2 · 2) = 5.75; variance 2 (3/8 + 9/16 + 9/64).
        var statistic = Richness.Chao2(Plots);
        statistic.Value!.Value.ShouldBe(5.75, 1e-6);
        statistic.Error!.Value.ShouldBe(Math.Sqrt(2.15625), 1e-6);
    }

    [Fact]
    public void Where_all_was_seen_often_nothing_is_unseen()
    {
        var statistic = Richness.Chao1(new([5, 6, 7]));
        (statistic.Value, statistic.Low, statistic.High).ShouldBe((3.0, 3.0, 3.0));
    }

    [Fact]
    public void The_jackknife_is_the_mean_of_the_values_with_each_unit_left_out()
    {
        string[][] units =
        [
            ["a", "b"],
            ["a", "b", "c"],
            ["a", "c", "d", "f"],
            ["a", "e"],
        ];
        double[] pseudo =
        [
            .. units.Select(
                (_, i) => (4.0 * 6) - (3.0 * units.Where((_, k) => k != i).SelectMany(u => u).Distinct().Count())
            ),
        ];
        var mean = pseudo.Average();
        var statistic = Richness.Jackknife1(new(units));
        statistic.Value!.Value.ShouldBe(mean, 1e-9);
        statistic.Error!.Value.ShouldBe(Math.Sqrt(pseudo.Sum(p => (p - mean) * (p - mean)) / 3 / 4), 1e-9);

        // 6 + 3 · 5 / 4 − 2 · 2² / (4 · 3) by hand.
        Richness.Jackknife2(new(units)).Value!.Value.ShouldBe(9.083333, 1e-6);
    }

    [Fact]
    public void The_bootstrap_is_what_drawing_the_units_in_every_way_gives()
    {
        string[][] units =
        [
            ["a", "b"],
            ["a", "b", "c"],
            ["a", "c", "d"],
            ["a", "e"],
        ];
        double[] missed =
        [
            .. Enumerable
                .Range(0, 256)
                .Select(n =>
                    5.0 - new[] { n % 4, n / 4 % 4, n / 16 % 4, n / 64 }.SelectMany(i => units[i]).Distinct().Count()
                ),
        ];
        var mean = missed.Average();
        var statistic = Richness.Bootstrap(Plots);
        statistic.Value!.Value.ShouldBe(5 + mean, 1e-9);
        statistic.Error!.Value.ShouldBe(Math.Sqrt(missed.Average(x => (x - mean) * (x - mean))), 1e-9);
    }

    [Fact]
    public void No_estimate_lies_below_what_was_seen() =>
        Gen.Int[0, 9]
            .Array[1, 30]
            .Sample(counts =>
            {
                var seen = new SpeciesCounts(counts);
                var statistic = Richness.Chao1(seen);
                if (seen.Individuals < Richness.FewestIndividuals)
                {
                    statistic.Value.ShouldBeNull();
                    statistic.Lacking.ShouldBe("Needs counts of at least 10 individuals.");
                    return;
                }

                statistic.Low!.Value.ShouldBeGreaterThanOrEqualTo(seen.Species - 1e-9);
                statistic.Value!.Value.ShouldBeInRange(statistic.Low.Value - 1e-9, statistic.High!.Value + 1e-9);
            });

    [Fact]
    public void Too_few_units_are_said_to_be_too_few()
    {
        SpeciesInUnits few = new([
            ["a"],
            ["b"],
            [],
        ]);
        foreach (
            var statistic in new[]
            {
                Richness.Chao2(few),
                Richness.Jackknife1(few),
                Richness.Jackknife2(few),
                Richness.Bootstrap(few),
            }
        )
        {
            statistic.Value.ShouldBeNull();
            statistic.InWords().ShouldBe("Needs at least 4 sampling units, such as plots or visits.");
        }
    }

    [Fact]
    public void Counts_below_nothing_are_refused() =>
        Should.Throw<ArgumentOutOfRangeException>(() => new SpeciesCounts([3, -1]));
}
