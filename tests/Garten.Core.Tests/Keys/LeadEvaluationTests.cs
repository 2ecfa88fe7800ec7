using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Keys;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Keys;

public sealed class LeadEvaluationTests
{
    private static readonly Guide Guide = Make();

    [Fact]
    public void What_was_recorded_agrees_or_conflicts()
    {
        var seen = Observation.OfStates(Arrangement.Id, 1, Day, "opposite");
        MarkOf(Claim("", Arrangement, "opposite"), seen).ShouldBe(Mark.Agrees);
        MarkOf(Claim("", Arrangement, "alternate"), seen).ShouldBe(Mark.Conflicts);
        MarkOf(Claim("", Arrangement, "not opposite"), seen).ShouldBe(Mark.Conflicts);
    }

    [Fact]
    public void Nothing_recorded_decides_nothing() => MarkOf(Claim("", Fruit, "berry")).ShouldBe(Mark.NotSeen);

    [Fact]
    public void Cannot_be_seen_is_not_absent()
    {
        var claim = Claim("No glands", Glands, "none");
        MarkOf(claim, Observation.OfHidden(Glands.Id, 1, Day, HiddenReason.TooEarly)).ShouldBe(Mark.NotSeen);
        MarkOf(claim, Observation.OfAbsence(Glands.Id, 1, Day)).ShouldBe(Mark.Agrees);
        MarkOf(Claim("Glands", Glands, "present"), Observation.OfAbsence(Glands.Id, 1, Day)).ShouldBe(Mark.Conflicts);
    }

    [Fact]
    public void Why_it_cannot_be_seen_is_said() =>
        Marked(Claim("", Glands, "none"), Observation.OfHidden(Glands.Id, 1, Day, HiddenReason.OutOfReach))
            .Because.ShouldContain("out of reach");

    [Fact]
    public void A_wide_state_decides_only_what_all_its_narrower_ones_agree_on()
    {
        var toothed = Observation.OfStates(Margin.Id, 1, Day, "toothed");
        MarkOf(Claim("", Margin, "serrate"), toothed).ShouldBe(Mark.NotSeen);
        MarkOf(Claim("", Margin, "toothed"), toothed).ShouldBe(Mark.Agrees);
        MarkOf(Claim("", Margin, "entire"), toothed).ShouldBe(Mark.Conflicts);
        MarkOf(Claim("", Margin, "toothed"), Observation.OfStates(Margin.Id, 1, Day, "crenate")).ShouldBe(Mark.Agrees);
    }

    [Fact]
    public void A_variable_plant_decides_only_when_all_its_states_do()
    {
        var both = Observation.OfStates(Margin.Id, 1, Day, "serrate", "entire");
        MarkOf(Claim("", Margin, "serrate"), both).ShouldBe(Mark.NotSeen);
        MarkOf(Claim("", Margin, "serrate | entire"), both).ShouldBe(Mark.Agrees);
        MarkOf(Claim("", Margin, "crenate"), both).ShouldBe(Mark.Conflicts);
    }

    [Fact]
    public void One_odd_leaf_in_five_does_not_turn_a_lead()
    {
        var claim = Claim("", Length, "≥ 5 cm");
        MarkOf(claim, Observation.OfSample(Length.Id, 1, Day, 60, 70, 55, 52, 40)).ShouldBe(Mark.Agrees);
        MarkOf(claim, Observation.OfSample(Length.Id, 1, Day, 60, 70, 45, 42, 40)).ShouldBe(Mark.NotSeen);
        MarkOf(claim, Observation.OfSample(Length.Id, 1, Day, 30, 31, 45, 42, 60)).ShouldBe(Mark.Conflicts);
    }

    [Theory]
    [InlineData("7–9, mostly 9", Mark.Agrees)]
    [InlineData("3", Mark.Conflicts)]
    [InlineData("3–9", Mark.NotSeen)]
    [InlineData("> 4", Mark.NotSeen)]
    [InlineData("> 5", Mark.Agrees)]
    public void Rough_values_decide_as_far_as_they_reach(string typed, Mark expected) =>
        MarkOf(
                Claim("", Leaflets, "≥ 5"),
                Observation.OfRough(Leaflets.Id, 1, Day, RoughValueReader.Read(typed, Leaflets).Value!)
            )
            .ShouldBe(expected);

    [Fact]
    public void Counting_leaflets_says_that_the_leaf_is_compound()
    {
        var counted = Observation.OfSample(Leaflets.Id, 1, Day, 5);
        MarkOf(Claim("", Division, "simple"), counted).ShouldBe(Mark.Conflicts);
        MarkOf(Claim("", Division, "pinnate | palmate"), counted).ShouldBe(Mark.Agrees);
        MarkOf(Claim("", Division, "pinnate"), counted).ShouldBe(Mark.NotSeen);
    }

    [Fact]
    public void A_simple_leaf_has_no_leaflets_to_count() =>
        Marked(Claim("", Leaflets, "≥ 5"), Observation.OfStates(Division.Id, 1, Day, "simple"))
            .ShouldSatisfyAllConditions(m => m.Mark.ShouldBe(Mark.Conflicts), m => m.Because.ShouldContain("simple"));

    [Fact]
    public void Altered_parts_are_not_compared()
    {
        var browsed = Observation.OfStates(Margin.Id, 1, Day, "entire") with { Altered = [Alteration.Browsed] };
        Marked(Claim("", Margin, "serrate"), browsed)
            .ShouldSatisfyAllConditions(m => m.Mark.ShouldBe(Mark.NotSeen), m => m.Because.ShouldContain("altered"));
        MarkOf(Claim("", Margin, "serrate"), browsed with { Altered = [Alteration.Galled] }).ShouldBe(Mark.Conflicts);
    }

    [Fact]
    public void Fallen_parts_and_guesses_weigh_less()
    {
        var seen = Observation.OfStates(Arrangement.Id, 1, Day, "opposite");
        Marked(Claim("", Arrangement, "opposite"), seen).Weak.ShouldBeFalse();
        Marked(Claim("", Arrangement, "opposite"), seen with { Source = EvidenceSource.Fallen }).Weak.ShouldBeTrue();
        Marked(Claim("", Arrangement, "opposite"), seen with { Certainty = Certainty.Unsure }).Weak.ShouldBeTrue();
    }

    [Fact]
    public void What_hangs_on_the_plant_decides_before_what_lies_below_it() =>
        MarkOf(
                Claim("", Arrangement, "opposite"),
                Observation.OfStates(Arrangement.Id, 1, Day, "opposite"),
                Observation.OfStates(Arrangement.Id, 2, Day.AddDays(30), "alternate") with
                {
                    Source = EvidenceSource.Fallen,
                }
            )
            .ShouldBe(Mark.Agrees);

    [Fact]
    public void A_later_look_decides_before_an_earlier_one_but_absence_never_undoes_what_was_seen()
    {
        var claim = Claim("", Glands, "present");
        var seen = Observation.OfStates(Glands.Id, 1, Day, "present");
        MarkOf(claim, seen, Observation.OfStates(Glands.Id, 2, Day.AddDays(30), "none")).ShouldBe(Mark.Conflicts);
        MarkOf(claim, seen, Observation.OfAbsence(Glands.Id, 2, Day.AddDays(30))).ShouldBe(Mark.Agrees);
    }

    private static Marking Marked(LeadTest test, params Observation[] observations) =>
        LeadEvaluation.Evaluate(Guide, new EvidenceSheet(Guide, observations), test);

    private static Mark MarkOf(LeadTest test, params Observation[] observations) => Marked(test, observations).Mark;
}
