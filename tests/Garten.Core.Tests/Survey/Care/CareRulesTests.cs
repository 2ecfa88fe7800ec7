using Garten.Core.Survey.Care;

namespace Garten.Core.Tests.Survey.Care;

/// <summary>What can be said of finding a plant again, of its threats and of its population.</summary>
public sealed class CareRulesTests
{
    private static readonly DateOnly May = new(2026, 5, 3);
    private static readonly DateOnly June = new(2026, 6, 3);
    private static readonly ThreatContent Mown = new(ThreatKind.Mowing, "", May, "", null, "", null);
    private static readonly PopulationCount Marked = new(2026, 40, May, null, null);

    [Fact]
    public void The_way_to_a_plant_is_told_from_each_landmark() =>
        CareRules
            .Way([new("the split boulder", 40.2, 12), new("the gate", 181, 7.25)])
            .ShouldBe("12 m at 40° from the split boulder; 7.3 m at 181° from the gate");

    [Fact]
    public void Landmarks_lie_in_a_direction_and_not_too_far_and_are_at_most_five()
    {
        Landmark oak = new(" oak ", 0, 5);
        CareRules.Check([oak])[0].Name.ShouldBe("oak");
        CareRules.Check([]).ShouldBeEmpty();
        Field(() => CareRules.Check([oak with { Bearing = 360 }])).ShouldBe("bearing");
        Field(() => CareRules.Check([oak with { Bearing = double.NaN }])).ShouldBe("bearing");
        Field(() => CareRules.Check([oak with { Metres = 0 }])).ShouldBe("metres");
        Field(() => CareRules.Check([oak with { Name = " " }])).ShouldBe("name");
        Field(() => CareRules.Check([oak, oak, oak, oak, oak, oak])).ShouldBe("landmarks");
    }

    [Fact]
    public void A_threat_is_seen_before_it_is_told_and_settled_in_words()
    {
        CareRules.Check(Mown, May).ShouldBe(Mown);
        Field(() => CareRules.Check(Mown, May.AddDays(-1))).ShouldBe("date");
        Field(() => CareRules.Check(Mown with { Told = "the warden" })).ShouldBe("told");
        Field(() => CareRules.Check(Mown with { Told = "the warden", ToldOn = May.AddDays(-1) })).ShouldBe("settledOn");
        Field(() => CareRules.Check(Mown with { SettledOn = June })).ShouldBe("outcome");
        Field(() => CareRules.Check(Mown with { Kind = ThreatKind.Other })).ShouldBe("note");
        CareRules.Check(Mown with { SettledOn = June, Outcome = " fenced " }).Outcome.ShouldBe("fenced");
    }

    [Fact]
    public void Of_those_marked_some_flower_later_in_that_year_or_the_next()
    {
        CareRules.Check(Marked, May).ShouldBe(Marked);
        CareRules.Check(Marked with { Year = 2027 }).Year.ShouldBe(2027);
        Field(() => CareRules.Check(Marked with { Year = 2028 })).ShouldBe("year");
        Field(() => CareRules.Check(Marked with { Marked = 0 })).ShouldBe("marked");
        Field(() => CareRules.Check(Marked with { Flowering = 3 })).ShouldBe("flowering");
        Field(() => CareRules.Check(Marked with { Flowering = 41, FloweringOn = June })).ShouldBe("flowering");
        Field(() => CareRules.Check(Marked with { Flowering = 4, FloweringOn = May.AddDays(-1) }))
            .ShouldBe("floweringOn");
        Field(() => CareRules.Check(Marked with { Flowering = 4, FloweringOn = June }, May)).ShouldBe("date");
    }

    private static string Field(Func<object> check) => Should.Throw<RuleException>(check).Field;
}
