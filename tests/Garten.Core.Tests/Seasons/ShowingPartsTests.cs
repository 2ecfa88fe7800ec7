using Garten.Core.Guides;
using Garten.Core.Seasons;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Seasons;

/// <summary>What shows on a day, by hand.</summary>
public sealed class ShowingPartsTests
{
    private static readonly TaxonId Prima = new("alba-prima");
    private static readonly TaxonId Secunda = new("alba-secunda");

    private static readonly GuideTables TimedTables = Tables() with
    {
        Windows =
        [
            new(Prima, Phenophase.Leaf, new(4, 1), new(11, 5)),
            new(Prima, Phenophase.Flower, new(4, 10), new(5, 20)),
            new(Secunda, Phenophase.Flower, new(5, 1), new(5, 12)),
            new(Secunda, Phenophase.Fruit, new(11, 15), new(1, 31), Sex.Female),
        ],
    };

    private static readonly Guide Timed = new(TimedTables);

    [Fact]
    public void What_closes_soonest_comes_first_and_what_opens_next_is_told()
    {
        var flowers = On(new(2026, 5, 5), PlantPart.Flowers);
        flowers
            .Showing.Select(s => (s.Taxon, s.To))
            .ShouldBe([(Secunda, new DateOnly(2026, 5, 12)), (Prima, new DateOnly(2026, 5, 20))]);
        flowers.Next.ShouldBeEmpty();
        var april = On(new(2026, 4, 12), PlantPart.Flowers);
        april.Showing.ShouldHaveSingleItem().Taxon.ShouldBe(Prima);
        april.Next.ShouldHaveSingleItem().ShouldBe(new ComingTaxon(Secunda, new(2026, 5, 1), april.Next[0].Error));
    }

    [Fact]
    public void A_window_across_new_year_shows_on_both_sides_of_it()
    {
        On(new(2026, 12, 30), PlantPart.Fruit).Showing.ShouldHaveSingleItem().To.ShouldBe(new(2027, 1, 31));
        On(new(2026, 1, 3), PlantPart.Fruit).Showing.ShouldHaveSingleItem().To.ShouldBe(new(2026, 1, 31));
    }

    [Fact]
    public void Male_plants_show_no_fruit_and_taxa_without_a_season_are_counted()
    {
        On(new(2026, 1, 3), PlantPart.Fruit, Sex.Male)
            .ShouldSatisfyAllConditions(
                p => p.Showing.ShouldBeEmpty(),
                p => p.Next.ShouldBeEmpty(),
                p => p.Unsaid.ShouldBe([Prima])
            );
        On(new(2026, 1, 3), PlantPart.Leaves).Unsaid.ShouldBe([Secunda]);
    }

    [Fact]
    public void Winter_buds_show_where_leaves_do_not_and_every_character_stands_on_one_part()
    {
        var twiggy = new Guide(
            TimedTables with
            {
                Characters = [.. Timed.Characters, Margin with { Id = new("twig-edge"), Organ = Organ.Twig }],
                Statements =
                [
                    .. Timed.Statements,
                    .. Timed
                        .Statements.Where(s => s.Taxon == Prima && s.Character == Margin.Id)
                        .Select(s => s with { Character = new("twig-edge") }),
                ],
            }
        );
        ShowingParts
            .On(twiggy, [Prima, Secunda], new(100), YearRun.Usual, new(2026, 1, 3))
            .Single(p => p.Part == PlantPart.Buds)
            .Showing.ShouldHaveSingleItem()
            .ShouldSatisfyAllConditions(s => s.Taxon.ShouldBe(Prima), s => s.To.ShouldBe(new(2026, 3, 31)));

        // Nothing is said of twigs: a herb, which has no winter buds on them.
        On(new(2026, 1, 3), PlantPart.Buds).Showing.ShouldBeEmpty();
        var parts = ShowingParts.On(Timed, [Prima], new(100), YearRun.Usual, new(2026, 6, 1));
        parts
            .SelectMany(p => p.Characters)
            .ShouldBe(Timed.Characters.Where(c => c.Organ != Organ.Place).Select(c => c.Id), ignoreOrder: true);
        parts.Single(p => p.Part is null).Showing.ShouldHaveSingleItem().ShouldBe(new ShowingTaxon(Prima, null, 0));
    }

    private static ShowingPart On(DateOnly day, PlantPart part, Sex? sex = null) =>
        ShowingParts.On(Timed, [Prima, Secunda], new(100), YearRun.Usual, day, sex).Single(p => p.Part == part);
}
