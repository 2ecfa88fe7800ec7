using Garten.Core.Assessment;
using Garten.Core.Evidence;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Assessment;

/// <summary>What was seen on one visit and on the next, and whether a change was to be expected.</summary>
public sealed class SeenAgainTests
{
    private static readonly TaxonId Prima = new("alba-prima");
    private static readonly DateOnly December = new(2025, 12, 1);
    private static readonly DateOnly May = new(2026, 5, 1);

    private static readonly Observation Berry = Observation.OfStates(Fruit.Id, 1, December, "berry");
    private static readonly Observation Serrate = Observation.OfStates(Margin.Id, 1, December, "serrate");

    [Fact]
    public void Fruit_gone_after_its_season_is_expected()
    {
        var change = One(Prima, Berry, Observation.OfHidden(Fruit.Id, 2, May, HiddenReason.Over));
        change.Kind.ShouldBe(ChangeKind.Expected);
        change.Was.ShouldBe("berry");
        change.Because.ShouldBe("Over on 1 May: Alba prima shows it from 15 Nov to 31 Jan.");
    }

    [Fact]
    public void Fruit_gone_in_the_middle_of_its_season_is_not()
    {
        var change = One(Prima, Berry, Observation.OfHidden(Fruit.Id, 2, new(2025, 12, 20), HiddenReason.Over));
        change.Kind.ShouldBe(ChangeKind.Unexplained);
        change.Because.ShouldStartWith("It should have been there on 20 Dec");
    }

    [Fact]
    public void What_could_not_be_reached_says_nothing() =>
        One(Prima, Berry, Observation.OfHidden(Fruit.Id, 2, new(2025, 12, 20), HiddenReason.OutOfReach))
            .Because.ShouldBe("It could not be seen on 20 Dec: out of reach.");

    [Fact]
    public void A_margin_that_changes_asks_whether_it_is_the_same_plant()
    {
        var change = One(Prima, Serrate, Observation.OfStates(Margin.Id, 2, May, "entire"));
        change.Kind.ShouldBe(ChangeKind.Unexplained);
        change.Because.ShouldContain("whether it is the same plant");
    }

    [Fact]
    public void Damage_and_parts_of_another_stage_explain_a_change()
    {
        One(Prima, Serrate, Observation.OfStates(Margin.Id, 2, May, "entire") with { Altered = [Alteration.Browsed] })
            .Because.ShouldStartWith("The plant was browsed");
        var young = Observation.OfSample(Length.Id, 2, May, 150, 160) with { Position = PartPosition.Sapling };
        One(Prima, Observation.OfSample(Length.Id, 1, December, 50, 60), young).Kind.ShouldBe(ChangeKind.Expected);
    }

    [Fact]
    public void What_is_as_before_is_the_same()
    {
        One(Prima, Serrate, Observation.OfStates(Margin.Id, 2, May, "serrate")).Kind.ShouldBe(ChangeKind.Same);
        One(
            Prima,
            Observation.OfSample(Length.Id, 1, December, 50, 60, 55),
            Observation.OfSample(Length.Id, 2, May, 58, 62)
        )
            .Kind.ShouldBe(ChangeKind.Same);
        One(Prima, Observation.OfSample(Length.Id, 1, December, 50), Observation.OfSample(Length.Id, 2, May, 150))
            .Kind.ShouldBe(ChangeKind.Unexplained);
    }

    [Fact]
    public void Without_a_name_nothing_is_expected_and_one_visit_compares_with_none()
    {
        One(null, Berry, Observation.OfHidden(Fruit.Id, 2, May, HiddenReason.Over))
            .Because.ShouldBe("There is no name yet that says when it shows.");
        SeenAgain.Of(Make(), Seen(Berry, Serrate), Prima).ShouldBeEmpty();
    }

    [Fact]
    public void What_is_not_explained_comes_first()
    {
        var changes = SeenAgain.Of(
            Make(),
            Seen(
                Berry,
                Serrate,
                Observation.OfHidden(Fruit.Id, 2, May, HiddenReason.Over),
                Observation.OfStates(Margin.Id, 2, May, "entire")
            ),
            Prima
        );
        changes.Select(c => c.Kind).ShouldBe([ChangeKind.Unexplained, ChangeKind.Expected]);
    }

    private static FeatureChange One(TaxonId? name, params Observation[] observations) =>
        SeenAgain.Of(Make(), Seen(observations), name).ShouldHaveSingleItem();

    private static Plant Seen(params Observation[] observations) =>
        new(new(null, []), [new(1, December, []), new(2, May, [])], [.. observations], null, []);
}
