using Garten.Core.Guides;
using Garten.Core.Identification;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Identification;

public sealed class GuideSeparationTests
{
    private static readonly PhenologyWindow[] Fruiting =
    [
        new(new("a"), Phenophase.Fruit, new(7, 1), new(8, 1)),
        new(new("b"), Phenophase.Fruit, new(9, 1), new(10, 1)),
    ];

    private static Guide With(PhenologyWindow[] windows, params Statement[] statements) =>
        new(
            Bare([Node("a"), Node("b")], [Arrangement, Fruit, Length], [.. statements]) with
            {
                Windows = [.. windows],
                LookAlikes = [new(new("a"), new("b"), Fruit.Id, "By the fruit.")],
            }
        );

    [Fact]
    public void Taxa_of_which_the_same_is_said_are_listed_with_the_best_feature()
    {
        var pair = GuideSeparation
            .NotParted(With([], Says("a", Length, "4–8 cm"), Says("b", Length, "5–9 cm")))
            .ShouldHaveSingleItem();
        (pair.One.Value, pair.Other.Value, pair.Best).ShouldBe(("a", "b", Length.Id));
        pair.Apart.ShouldBeInRange(0.05, 0.6);
        GuideSeparation
            .NotParted(With([], Says("a", Arrangement, "opposite"), Says("b", Arrangement, "alternate")))
            .ShouldBeEmpty();
    }

    [Fact]
    public void A_fruit_that_is_never_in_season_parts_nothing()
    {
        Statement[] said = [Says("a", Fruit, "berry"), Says("b", Fruit, "capsule")];
        GuideSeparation.LookAlikesNotParted(With([], said)).ShouldHaveSingleItem().Best.ShouldBeNull();
        GuideSeparation.LookAlikesNotParted(With(Fruiting, said)).ShouldBeEmpty();
    }
}
