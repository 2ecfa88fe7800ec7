using Garten.Core.Evidence;

namespace Garten.Core.Tests.Evidence;

/// <summary>Stage and sex, carried to visits on which they were not noted.</summary>
public sealed class ReachBackTests
{
    private static readonly DateOnly January = new(2026, 1, 12);
    private static readonly DateOnly April = new(2026, 4, 3);
    private static readonly DateOnly August = new(2027, 8, 20);

    [Fact]
    public void A_sex_learned_in_flower_holds_for_the_bare_twig_before()
    {
        var filled = ReachBack.Fill([new(January, null, null), new(April, null, Sex.Male), new(August, null, null)]);
        filled.ShouldAllBe(v => v.Sex == Sex.Male);
    }

    [Fact]
    public void Sexes_that_contradict_each_other_are_carried_nowhere() =>
        ReachBack
            .Fill([new(January, null, null), new(April, null, Sex.Male), new(August, null, Sex.Female)])
            .Select(v => v.Sex)
            .ShouldBe([null, Sex.Male, Sex.Female]);

    [Fact]
    public void A_plant_does_not_grow_younger()
    {
        ReachBack
            .Fill([new(January, null, null), new(April, LifeStage.Sapling, null)])[0]
            .Stage.ShouldBe(LifeStage.Sapling);
        ReachBack
            .Fill([new(January, LifeStage.Mature, null), new(April, null, null)])[1]
            .Stage.ShouldBe(LifeStage.Mature);
    }

    [Fact]
    public void What_may_have_changed_since_is_not_carried()
    {
        // Full grown today says nothing of two years ago; cut down since, it is no longer full grown.
        ReachBack.Fill([new(January, null, null), new(August, LifeStage.Mature, null)])[0].Stage.ShouldBeNull();
        ReachBack
            .Fill([
                new(January, LifeStage.Mature, null),
                new(April, LifeStage.Resprout, null),
                new(August, null, null),
            ])[2]
            .Stage.ShouldBeNull();
        ReachBack.Fill([new(January, LifeStage.Sapling, null), new(August, null, null)])[1].Stage.ShouldBeNull();
    }

    [Fact]
    public void What_was_noted_stays()
    {
        StageAndSex[] noted = [new(January, LifeStage.Seedling, Sex.Both), new(April, LifeStage.Mature, Sex.Both)];
        ReachBack.Fill(noted).ShouldBe(noted);
    }
}
