using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;
using Garten.Core.Identification;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Seasons;

/// <summary>Wherever a season is asked for, the sexes are put together, snow holds it back, and the south has it half a year later.</summary>
public sealed class OneRuleForSeasonsTests
{
    private static readonly TaxonId Prima = new("alba-prima");

    [Fact]
    public void A_flower_in_the_window_of_the_other_sex_is_not_out_of_season()
    {
        // Pollen flowers in March, seed flowers in June: the guide lists the males first.
        var tables = Tables() with
        {
            Windows =
            [
                .. Tables().Windows.Where(w => w.Taxon != Prima || w.Phase != Phenophase.Flower),
                new(Prima, Phenophase.Flower, new(3, 1), new(3, 31), Sex.Male),
                new(Prima, Phenophase.Flower, new(6, 1), new(6, 30), Sex.Female),
            ],
        };
        Factor(tables, new(null, []), new(2026, 6, 15)).ShouldBe(1);
        Factor(tables, new(null, []), new(2026, 3, 15)).ShouldBe(1);
        Factor(tables, new(null, []), new(2026, 10, 15)).ShouldBeLessThan(1);
    }

    [Fact]
    public void Snow_that_lies_long_holds_flowers_back_for_the_weight_of_a_name_as_it_does_for_its_season()
    {
        var tables = Tables() with { Windows = [new(Prima, Phenophase.Flower, new(4, 1), new(4, 20))] };
        PlaceFacts snowbed = new(null, [], SnowGone: new(7, 10));
        Factor(tables, snowbed, new(2026, 7, 15)).ShouldBe(1, "it flowers when the snow is gone");
        Factor(tables, snowbed, new(2026, 4, 10)).ShouldBeLessThan(1, "under snow nothing flowers");
        Factor(tables, new(null, []), new(2026, 4, 10)).ShouldBe(1);
    }

    [Theory]
    [InlineData(45.0, Season.Summer)]
    [InlineData(-41.0, Season.Winter)]
    [InlineData(null, Season.Summer)]
    public void July_is_summer_in_the_north_and_winter_in_the_south(double? latitude, Season season)
    {
        SeasonOfYear.Of(new(2026, 7, 5), latitude).ShouldBe(season);
        var plant = Plant.At(new(null, [], latitude)) with
        {
            Visits = [new(1, new(2026, 7, 5), [])],
            Observations = [Observation.OfStates(Margin.Id, 1, new(2026, 7, 5), "serrate")],
        };
        plant.Sheet(Make()).All.Single(o => o.Character == Margin.Id).Circumstances.Season.ShouldBe(season);
    }

    [Fact]
    public void A_statement_that_holds_for_unfolding_leaves_is_compared_with_those_alone()
    {
        var tables = Tables() with
        {
            Statements =
            [
                .. Tables().Statements.Where(s => s.Taxon != Prima || s.Character != Margin.Id),
                new(Prima, Margin.Id, NotationOf("entire"), Scope.Any, SourceClass.FieldCharacter),
                new(
                    Prima,
                    Margin.Id,
                    NotationOf("serrate"),
                    Scope.Any with
                    {
                        Age = PartAge.First,
                    },
                    SourceClass.FieldCharacter
                ),
            ],
        };
        Guide guide = new(tables);
        var grown = Observation.OfStates(Margin.Id, 1, Day, "serrate");
        guide.StatementFor(Prima, Margin.Id, grown.Circumstances)!.Scope.Age.ShouldBeNull();
        guide
            .StatementFor(Prima, Margin.Id, (grown with { Age = PartAge.First }).Circumstances)!
            .Scope.Age.ShouldBe(PartAge.First);
    }

    private static StateShares NotationOf(string state) => new([new(state, 1, null)]);

    private static double Factor(GuideTables tables, PlaceFacts place, DateOnly day)
    {
        CandidateModel model = new(new(tables));
        return model.Prior.FactorsOf(model.NumberOf(Prima), place, [new(1, day, [PlantPart.Flowers])]).Season;
    }
}
