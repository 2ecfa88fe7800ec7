using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Identification;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Identification;

public sealed class LookNextTests
{
    private static readonly ImmutableArray<Visit> InLeaf = [new Visit(1, Day, [PlantPart.Leaves])];

    [Fact]
    public void What_cannot_be_seen_today_is_not_asked_for()
    {
        Suggest(InLeaf).ShouldContain(s => s.Character == Margin.Id);
        Suggest(InLeaf).ShouldNotContain(s => s.Character == Fruit.Id);
        Suggest([new Visit(1, Day, [PlantPart.Fruit])]).ShouldContain(s => s.Character == Fruit.Id);
        Suggest([new Visit(1, Day, [])]).ShouldNotContain(s => s.Organ == Organ.Leaf);
    }

    [Fact]
    public void What_is_known_or_was_tried_in_vain_today_is_not_asked_again()
    {
        Suggest(InLeaf, Observation.OfStates(Margin.Id, 1, Day, "serrate"))
            .ShouldNotContain(s => s.Character == Margin.Id);
        Suggest(InLeaf, Observation.OfHidden(Margin.Id, 1, Day, HiddenReason.Damaged))
            .ShouldNotContain(s => s.Character == Margin.Id);
        Suggest(InLeaf, Observation.OfStates(Division.Id, 1, Day, "simple"))
            .ShouldNotContain(s => s.Character == Leaflets.Id);
    }

    [Fact]
    public void It_says_whom_a_look_would_part()
    {
        var margin = Suggest(InLeaf, Observation.OfStates(Arrangement.Id, 1, Day, "opposite"))
            .Single(s => s.Character == Margin.Id);
        margin.Parts.Select(p => p.Name).ShouldBe(["Alba prima", "Alba secunda"], ignoreOrder: true);
    }

    [Fact]
    public void A_look_is_worth_what_it_parts_of_the_names_the_key_leaves_open()
    {
        var model = new CandidateModel(Make());
        var sheet = new EvidenceSheet(model.Guide, []);
        using var weighing = new Weighing(model, sheet, new PlaceFacts(null, []), InLeaf);
        Suggestion Ask(Func<TaxonId, double>? byKey) =>
            LookNext
                .Weigh(model, weighing, sheet, InLeaf, FieldKit.Usual, byKey)
                .Suggest(20)
                .Single(s => s.Character == Margin.Id);

        var shut = Ask(t => t.Value == "alba-secunda" ? 0 : 1);
        shut.Parts.ShouldNotContain(p => p.Id.Value == "alba-secunda");
        shut.Outcomes.ShouldNotContain(o => o.Leads != null && o.Leads.Id.Value == "alba-secunda");
        Ask(null).Parts.ShouldContain(p => p.Id.Value == "alba-secunda");
        Ask(_ => 1).Bits.ShouldBe(Ask(null).Bits, 1e-12);
        Ask(_ => 0).Bits.ShouldBeGreaterThan(0, "a path that holds no name narrows nothing");
    }

    [Fact]
    public void Features_to_see_side_by_side_are_of_several_organs()
    {
        var model = new CandidateModel(Make());
        ImmutableArray<Visit> visits = [new Visit(1, Day, [PlantPart.Leaves, PlantPart.Fruit])];
        var nothing = new EvidenceSheet(model.Guide, []);
        using var before = new Weighing(model, nothing, new PlaceFacts(null, []), visits);
        var looks = LookNext.Weigh(model, before, nothing, visits, FieldKit.Usual);
        var all = looks.Suggest(20);
        var organs = all.Select(s => s.Organ).ToList();
        organs.Count(o => o == Organ.Leaf).ShouldBeGreaterThan(2, "there is something to spread");

        var few = looks.Telling(3).Select(id => all.Single(s => s.Character == id)).ToList();
        few[0].ShouldBe(all[0]);
        few.Select(s => s.Organ).Distinct().Count().ShouldBeGreaterThan(1);
        looks.Telling(20).Length.ShouldBe(all.Length, "those of one organ come last and are not lost");

        before.Fitting().ShouldBe(model.Taxa.Length);
    }

    [Fact]
    public void The_quicker_of_two_equal_looks_comes_first()
    {
        var tables = Tables();
        var slow = tables with { Characters = tables.Characters.Replace(Margin, Margin with { EffortSeconds = 600 }) };
        Order(tables).ShouldBeLessThan(Order(slow));

        static int Order(GuideTables t) =>
            Suggest(new Guide(t), InLeaf, 10).ToList().FindIndex(s => s.Character == Margin.Id);
    }

    [Fact]
    public void Where_a_candidate_burns_the_skin_only_looking_is_asked_for()
    {
        var tables = Tables();
        var crush = tables with
        {
            Characters = tables.Characters.Replace(Margin, Margin with { Harm = HarmLevel.Crush }),
        };
        Suggest(new Guide(crush), InLeaf, 10).ShouldNotContain(s => s.Character == Margin.Id, "every Alba burns");
        Suggest(new Guide(crush with { Cautions = [] }), InLeaf, 10).ShouldContain(s => s.Character == Margin.Id);
    }

    [Fact]
    public void Expected_bits_are_the_mutual_information_of_name_and_outcome()
    {
        var model = new CandidateModel(Make());
        using var weighing = new Weighing(model, new EvidenceSheet(model.Guide, []), new PlaceFacts(null, []), []);
        foreach (var character in new[] { Arrangement, Margin, Leaflets, Length })
        {
            var table = model.Of(character.Id)!;
            double expected = 0;
            for (var outcome = 0; outcome < table.Outcomes; outcome++)
            {
                var total = Enumerable
                    .Range(0, model.Hypotheses)
                    .Sum(h => weighing.Masses[h] * table.ChanceOf(outcome, h));
                expected += Enumerable
                    .Range(0, model.Hypotheses)
                    .Sum(h =>
                        weighing.Masses[h] * table.ChanceOf(outcome, h) * Math.Log2(table.ChanceOf(outcome, h) / total)
                    );
            }

            table.ExpectedBits(weighing.Masses).ShouldBe(expected, 1e-9, character.Label);
            Enumerable
                .Range(0, model.Hypotheses)
                .ShouldAllBe(
                    h => Math.Abs(Enumerable.Range(0, table.Outcomes).Sum(o => table.ChanceOf(o, h)) - 1) < 1e-9,
                    $"chances of {character.Label} sum to one"
                );
        }
    }

    [Fact]
    public void A_look_that_tells_two_names_apart_nine_times_in_ten_is_worth_half_a_bit()
    {
        // Two names and a character each shows for sure, misread one time in ten: 1 − H(.1) = .5310, less what is unlisted.
        var edge = Named("edge", Organ.Leaf, ["x", "y"]);
        var tables = Tables();
        var guide = new Guide(
            tables with
            {
                Characters = tables.Characters.Add(edge),
                Statements = [Says("alba-prima", edge, "x"), Says("alba-secunda", edge, "y")],
            }
        );
        var table = new CandidateModel(guide).Of(edge.Id)!;
        table.ExpectedBits([0.5, 0.5, 0, 0]).ShouldBeInRange(0.48, 0.5310);
        table.ExpectedBits([1, 0, 0, 0]).ShouldBe(0, 1e-12);
    }

    [Fact]
    public void Each_suggestion_says_what_could_be_seen_and_who_would_lead_then()
    {
        var margin = Suggest(InLeaf, Observation.OfStates(Arrangement.Id, 1, Day, "opposite"))
            .Single(s => s.Character == Margin.Id);
        margin.Outcomes.Sum(p => p.Chance).ShouldBe(1, 1e-9);
        margin.Outcomes.Single(p => p.State == "serrate").Leads!.Name.ShouldBe("Alba prima");
        margin.Outcomes.Single(p => p.State == "entire").Leads!.Name.ShouldBe("Alba secunda");
        margin.Outcomes.Select(p => p.Chance).ShouldBeInOrder(SortDirection.Descending);
        Suggest(InLeaf).Single(s => s.Character == Length.Id).Outcomes.ShouldBeEmpty("a length has no states to press");
    }

    [Fact]
    public void What_tools_and_leave_do_not_allow_is_not_asked_for()
    {
        var tables = Tables() with { Cautions = [] };
        var guide = new Guide(
            tables with
            {
                Characters = tables
                    .Characters.Replace(Margin, Margin with { Tool = Tool.HandLens })
                    .Replace(Glands, Glands with { Harm = HarmLevel.Detach }),
            }
        );
        Ask(FieldKit.Usual).ShouldContain(s => s.Character == Margin.Id);
        Ask(FieldKit.Usual with { Tools = [Tool.Ruler] }).ShouldNotContain(s => s.Character == Margin.Id);
        new FieldKit([], HarmLevel.Touch).Allow(guide.Character(Glands.Id)).ShouldBeFalse();
        FieldKit.Usual.Allow(guide.Character(Glands.Id)).ShouldBeTrue();

        ImmutableArray<Suggestion> Ask(FieldKit means)
        {
            var model = new CandidateModel(guide);
            var sheet = new EvidenceSheet(guide, []);
            using var weighing = new Weighing(model, sheet, new PlaceFacts(null, []), InLeaf);
            return LookNext.Weigh(model, weighing, sheet, InLeaf, means).Suggest(10);
        }
    }

    [Fact]
    public void Where_a_protected_name_is_likely_nothing_is_crushed_picked_or_cut()
    {
        var tables = Tables() with { Cautions = [] };
        var rare = tables with
        {
            Taxa = [.. tables.Taxa.Select(t => t.Id.Value == "alba-prima" ? t with { Protection = "Few stands." } : t)],
        };
        var model = new CandidateModel(new Guide(rare));
        using var weighing = new Weighing(model, new EvidenceSheet(model.Guide, []), new PlaceFacts(null, []), InLeaf);
        LookNext.HarmAllowed(model, weighing, HarmLevel.Cut).ShouldBe(HarmLevel.Touch);
        LookNext.HarmAllowed(model, weighing, HarmLevel.Look).ShouldBe(HarmLevel.Look);
        var plain = new CandidateModel(new Guide(tables));
        using var open = new Weighing(plain, new EvidenceSheet(plain.Guide, []), new PlaceFacts(null, []), InLeaf);
        LookNext.HarmAllowed(plain, open, HarmLevel.Cut).ShouldBe(HarmLevel.Cut);
    }

    [Fact]
    public void On_a_browsed_plant_nothing_is_asked_that_browsing_changes() =>
        Suggest(
                InLeaf,
                Observation.OfStates(Arrangement.Id, 1, Day, "opposite") with
                {
                    Altered = [Alteration.Browsed],
                }
            )
            .ShouldNotContain(s => s.Character == Margin.Id);

    private static ImmutableArray<Suggestion> Suggest(
        ImmutableArray<Visit> visits,
        params Observation[] observations
    ) => Suggest(Make(), visits, 10, observations);

    private static ImmutableArray<Suggestion> Suggest(
        Guide guide,
        ImmutableArray<Visit> visits,
        int most,
        params Observation[] observations
    )
    {
        var model = new CandidateModel(guide);
        var sheet = new EvidenceSheet(guide, observations);
        return LookNext
            .Weigh(model, new Weighing(model, sheet, new PlaceFacts(null, []), visits), sheet, visits, FieldKit.Usual)
            .Suggest(most);
    }
}
