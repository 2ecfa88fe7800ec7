using Garten.Core.Guides;
using Garten.Core.Identification;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Identification;

/// <summary>What place and date say before a feature is looked at.</summary>
public sealed class PriorTableTests
{
    private static readonly Guide Guide = new(
        Bare(
            [
                Node("winter"),
                Node("summer"),
                Node("blank"),
                Node("rare") with
                {
                    Commonness = Commonness.Rare,
                },
                Node("odd", rank: TaxonRank.Nothotaxon) with
                {
                    Commonness = Commonness.Unknown,
                },
                Node("unsaid") with
                {
                    Commonness = Commonness.Unknown,
                },
            ],
            [Habitat, Elevation],
            [
                Says("winter", Habitat, "wood | marsh"),
                Says("summer", Habitat, "marsh"),
                Says("winter", Elevation, "100–600 m"),
                Says("summer", Elevation, "≥ 900 m"),
            ]
        ) with
        {
            Windows =
            [
                new(new("winter"), Phenophase.Flower, new(12, 1), new(1, 31)),
                new(new("summer"), Phenophase.Fruit, new(7, 1), new(8, 31)),
            ],
        }
    );

    private static readonly PriorTable Prior = new CandidateModel(Guide).Prior;

    [Theory]
    [InlineData("wood", 1, 0.2)]
    [InlineData("marsh", 1, 1)]
    [InlineData("desert", 0.2, 0.2)]
    public void A_place_the_guide_does_not_list_makes_a_name_less_likely_never_impossible(
        string place,
        double winter,
        double summer
    )
    {
        Prior.FactorsOf(0, new(null, [place]), []).Habitat.ShouldBe(winter);
        Prior.FactorsOf(1, new(null, [place]), []).Habitat.ShouldBe(summer);
        Prior.FactorsOf(2, new(null, [place]), []).Habitat.ShouldBe(1, "the guide says nothing of it");
    }

    [Fact]
    public void Of_several_kinds_of_place_one_that_fits_is_enough() =>
        Prior.FactorsOf(1, new(null, ["wood", "marsh"]), []).Habitat.ShouldBe(1);

    [Theory]
    [InlineData(350, 1)]
    [InlineData(750, 0.36788)]
    [InlineData(10, 0.54881)]
    [InlineData(9000, 0.02)]
    public void Beyond_its_heights_a_name_falls_to_a_third_every_150_metres(double metres, double expected) =>
        Prior.FactorsOf(0, new(metres, []), []).Elevation.ShouldBe(expected, 1e-4);

    [Fact]
    public void An_open_range_has_no_upper_end()
    {
        Prior.FactorsOf(1, new(4000, []), []).Elevation.ShouldBe(1);
        Prior.FactorsOf(1, new(null, []), []).Elevation.ShouldBe(1, "the height is not known");
    }

    [Theory]
    [InlineData(1, 10, 1)]
    [InlineData(2, 15, 1)]
    [InlineData(3, 13, 0.25)]
    [InlineData(6, 15, 0.1)]
    [InlineData(11, 20, 1)]
    public void A_flowering_across_new_year_is_one_season_and_years_differ_by_three_weeks(
        int month,
        int day,
        double expected
    )
    {
        Visit[] visits = [new(1, new(2026, month, day), [PlantPart.Flowers])];
        Prior.FactorsOf(0, new(100, []), [.. visits]).Season.ShouldBe(expected, 1e-9);
    }

    [Fact]
    public void Higher_up_the_season_comes_later()
    {
        // 305 m are ten days: the window ends on 10 February there, and three weeks later nothing is odd yet.
        Visit[] visits = [new(1, new(2026, 3, 3), [PlantPart.Flowers])];
        Prior.FactorsOf(0, new(100, []), [.. visits]).Season.ShouldBeLessThan(1);
        Prior.FactorsOf(0, new(405, []), [.. visits]).Season.ShouldBe(1);
    }

    [Fact]
    public void Leaves_alone_say_nothing_of_the_season() =>
        Prior.FactorsOf(0, new(100, []), [new Visit(1, new(2026, 6, 15), [PlantPart.Leaves])]).Season.ShouldBe(1);

    [Fact]
    public void How_often_a_name_is_met_counts_and_a_cross_is_rarer_than_its_parents()
    {
        Prior.FactorsOf(0, new(null, []), []).Commonness.ShouldBe(1);
        Prior.FactorsOf(3, new(null, []), []).Commonness.ShouldBe(0.2);
        Prior.FactorsOf(4, new(null, []), []).Commonness.ShouldBe(LikelihoodConstants.CrossPrior);
        Prior.FactorsOf(5, new(null, []), []).Commonness.ShouldBe(0.7);
    }

    [Theory]
    [InlineData(PriorFactors.None, 1)]
    [InlineData(PriorFactors.Habitat, 0.5)]
    [InlineData(PriorFactors.Elevation | PriorFactors.Season, 0.1)]
    [InlineData(PriorFactors.All, 0.04)]
    public void Factors_left_out_count_as_one(PriorFactors factors, double expected) =>
        new PlacePrior(0.5, 0.4, 0.25, 0.8).Weight(factors).ShouldBe(expected, 1e-12);

    [Fact]
    public void Fruit_should_be_there_in_its_season_less_what_birds_take_and_bad_years()
    {
        var full = LikelihoodConstants.FlowersInYear * LikelihoodConstants.FruitKept;
        Prior.Bears(1, Organ.Fruit, new(2026, 8, 1), null, new(100, [])).ShouldBe(full, 1e-12);
        Prior.Bears(1, Organ.Fruit, new(2026, 12, 24), null, new(100, [])).ShouldBeLessThan(0.01);
        Prior
            .Bears(2, Organ.Fruit, new(2026, 8, 1), null, new(100, []))
            .ShouldBe(full * LikelihoodConstants.UnknownSeason, 1e-12);
        Prior
            .Bears(0, Organ.Flower, new(2026, 1, 5), null, new(100, []))
            .ShouldBe(LikelihoodConstants.FlowersInYear, 1e-12);
    }
}
