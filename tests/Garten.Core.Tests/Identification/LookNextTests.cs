using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Identification;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Identification;

public sealed class LookNextTests
{
    private static readonly ImmutableArray<SheetVisit> InLeaf = [new SheetVisit(1, Day, [PlantPart.Leaves])];

    [Fact]
    public void What_cannot_be_seen_today_is_not_asked_for()
    {
        Suggest(InLeaf).ShouldContain(s => s.Character == Margin.Id);
        Suggest(InLeaf).ShouldNotContain(s => s.Character == Fruit.Id);
        Suggest([new SheetVisit(1, Day, [PlantPart.Fruit])]).ShouldContain(s => s.Character == Fruit.Id);
        Suggest([new SheetVisit(1, Day, [])]).ShouldNotContain(s => s.Organ == Organ.Leaf);
    }

    [Fact]
    public void What_is_known_or_was_tried_in_vain_today_is_not_asked_again()
    {
        Suggest(InLeaf, Observation.OfStates(Margin.Id, 1, Day, "serrate")).ShouldNotContain(s => s.Character == Margin.Id);
        Suggest(InLeaf, Observation.OfHidden(Margin.Id, 1, Day, HiddenReason.Damaged)).ShouldNotContain(s => s.Character == Margin.Id);
        Suggest(InLeaf, Observation.OfStates(Division.Id, 1, Day, "simple")).ShouldNotContain(s => s.Character == Leaflets.Id);
    }

    [Fact]
    public void It_says_whom_a_look_would_part()
    {
        var margin = Suggest(InLeaf, Observation.OfStates(Arrangement.Id, 1, Day, "opposite")).Single(s => s.Character == Margin.Id);
        margin.Parts.Select(p => p.Name).ShouldBe(["Alba prima", "Alba secunda"], ignoreOrder: true);
    }

    [Fact]
    public void The_quicker_of_two_equal_looks_comes_first()
    {
        var tables = Tables();
        var slow = tables with { Characters = tables.Characters.Replace(Margin, Margin with { EffortSeconds = 600 }) };
        Order(tables).ShouldBeLessThan(Order(slow));

        static int Order(GuideTables t) => Suggest(new Guide(t), InLeaf, 10).ToList().FindIndex(s => s.Character == Margin.Id);
    }

    [Fact]
    public void Where_a_candidate_burns_the_skin_only_looking_is_asked_for()
    {
        var tables = Tables();
        var crush = tables with { Characters = tables.Characters.Replace(Margin, Margin with { Harm = HarmLevel.Crush }) };
        Suggest(new Guide(crush), InLeaf, 10).ShouldNotContain(s => s.Character == Margin.Id, "every Alba burns");
        Suggest(new Guide(crush with { Cautions = [] }), InLeaf, 10).ShouldContain(s => s.Character == Margin.Id);
    }

    private static ImmutableArray<Suggestion> Suggest(ImmutableArray<SheetVisit> visits, params Observation[] observations) =>
        Suggest(Make(), visits, 10, observations);

    private static ImmutableArray<Suggestion> Suggest(Guide guide, ImmutableArray<SheetVisit> visits, int most, params Observation[] observations)
    {
        var model = new CandidateModel(guide);
        var sheet = new EvidenceSheet(guide, observations);
        return LookNext.Suggest(model, new Weighing(model, sheet, new PlaceFacts(null, []), visits), sheet, visits, Means.Usual, most);
    }
}
