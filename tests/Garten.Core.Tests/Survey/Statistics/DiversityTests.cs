using CsCheck;
using Garten.Core.Survey.Statistics;

namespace Garten.Core.Tests.Survey.Statistics;

/// <summary>Diversity and likeness by hand.</summary>
public sealed class DiversityTests
{
    /// <summary>Shares of a half, a quarter and two eighths.</summary>
    private static readonly SpeciesCounts Halves = new([8, 4, 2, 2]);

    [Fact]
    public void Shannon_by_hand()
    {
        // 1/2 ln 2 + 1/4 ln 4 + 2/8 ln 8 = 1.75 ln 2; Σ p ln² p = (0.5 + 1 + 2.25) ln² 2.
        var statistic = Diversity.Shannon(Halves);
        statistic.Value!.Value.ShouldBe(1.213008, 1e-6);
        statistic.Error!.Value.ShouldBe(Math.Sqrt(((3.75 - 3.0625) * 0.480453 / 16) + (3.0 / 512)), 1e-6);
    }

    [Fact]
    public void Simpson_by_hand() =>
        Diversity.Simpson(Halves).Value!.Value.ShouldBe(1 - ((56 + 12 + 2 + 2) / 240.0), 1e-9);

    [Fact]
    public void Hill_numbers_by_hand_and_falling_with_the_order()
    {
        Diversity.Hill(Halves, 0).Value!.Value.ShouldBe(4, 1e-9);
        Diversity.Hill(Halves, 1).Value!.Value.ShouldBe(Math.Pow(2, 1.75), 1e-9);
        Diversity.Hill(Halves, 2).Value!.Value.ShouldBe(1 / 0.34375, 1e-9);
        Gen.Select(Gen.Int[1, 40].Array[2, 12], Gen.Double[0, 4], Gen.Double[0, 4])
            .Where((c, _, _) => c.Sum() >= 10)
            .Sample(
                (counts, a, b) =>
                    Diversity
                        .Hill(new(counts), Math.Min(a, b))
                        .Value!.Value.ShouldBeGreaterThanOrEqualTo(
                            Diversity.Hill(new(counts), Math.Max(a, b)).Value!.Value - 1e-9
                        )
            );
    }

    [Fact]
    public void Equally_common_species_count_as_many_as_they_are_in_every_order()
    {
        foreach (var order in new[] { 0, 0.5, 1, 2, 3 })
        {
            Diversity.Hill(new([5, 5, 5]), order).Value!.Value.ShouldBe(3, 1e-9);
        }
    }

    [Fact]
    public void Too_few_individuals_give_no_figure()
    {
        foreach (
            var statistic in new[]
            {
                Diversity.Shannon(new([4, 5])),
                Diversity.Simpson(new([4, 5])),
                Diversity.Hill(new([4, 5]), 2),
            }
        )
        {
            statistic.InWords().ShouldBe("Needs counts of at least 10 individuals.");
        }
    }

    [Fact]
    public void Likeness_by_hand()
    {
        HashSet<string> one = ["a", "b", "c"];
        HashSet<string> other = ["b", "c", "d", "e"];
        Similarity.Jaccard(one, other).Value!.Value.ShouldBe(0.4, 1e-9);
        Similarity.Sorensen(one, other).Value!.Value.ShouldBe(4.0 / 7, 1e-9);
        Similarity
            .BrayCurtis(
                new Dictionary<string, double> { ["a"] = 6, ["b"] = 4 },
                new Dictionary<string, double> { ["b"] = 6, ["c"] = 4 }
            )
            .Value!.Value.ShouldBe(0.6, 1e-9);
        Similarity.Jaccard(new HashSet<string>(), new HashSet<string>()).Value.ShouldBeNull();
        Similarity.BrayCurtis(new Dictionary<string, double>(), new Dictionary<string, double>()).Value.ShouldBeNull();
    }

    [Fact]
    public void A_place_is_wholly_like_itself_and_likeness_has_no_direction() =>
        Gen.Select(Gen.Int[0, 8].HashSet[1, 6], Gen.Int[0, 8].HashSet[1, 6])
            .Sample(
                (a, b) =>
                {
                    HashSet<string> one = [.. a.Select(x => $"{x}")];
                    HashSet<string> other = [.. b.Select(x => $"{x}")];
                    Similarity.Jaccard(one, one).Value!.Value.ShouldBe(1, 1e-12);
                    Similarity.Sorensen(one, other).Value.ShouldBe(Similarity.Sorensen(other, one).Value);
                    Similarity
                        .Jaccard(one, other)
                        .Value!.Value.ShouldBeLessThanOrEqualTo(Similarity.Sorensen(one, other).Value!.Value + 1e-12);
                }
            );
}
