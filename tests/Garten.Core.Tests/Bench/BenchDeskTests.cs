using Garten.Core.Bench;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Identification;
using Garten.Core.Keys;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Bench;

public sealed class BenchDeskTests
{
    private static readonly CandidateModel Model = new(Make());
    private static readonly CoupletRef Main1 = new(new("main"), 1);
    private static readonly CoupletRef Albas1 = new(new("albas"), 1);

    [Fact]
    public void The_lead_the_evidence_favours_is_named()
    {
        Answer(KeyWalk.From(Main1)).Walk!.Current!.Favoured.ShouldBeNull();
        Answer(KeyWalk.From(Main1), Observation.OfStates(Arrangement.Id, 1, Day, "alternate"))
            .Walk!.Current!.Favoured.ShouldBe(2);
    }

    [Fact]
    public void A_lead_offers_to_record_what_it_says_unless_it_is_known()
    {
        var lead = Answer(KeyWalk.From(Albas1), Observation.OfStates(Fruit.Id, 1, Day, "berry")).Walk!.Current!.Leads[
            0
        ];
        lead.Tests.Single(t => t.Character == Margin.Id).Offer!.States.ShouldBe(["serrate"]);
        lead.Tests.Single(t => t.Character == Fruit.Id).Offer.ShouldBeNull();
    }

    [Fact]
    public void A_span_is_offered_as_a_rough_value_that_can_be_read_back()
    {
        var offer = Answer(KeyWalk.From(new(new("main"), 2))).Walk!.Current!.Leads[0].Tests[0].Offer!;
        offer.Rough.ShouldBe("≥ 5");
        RoughValueReader.Read(offer.Rough, Leaflets).Value!.Low.ShouldBe(5);
    }

    [Fact]
    public void Names_in_play_and_their_cautions_narrow_with_the_key()
    {
        var wide = Answer(KeyWalk.From(Main1));
        wide.Walk!.InPlay.Length.ShouldBe(3);
        wide.Cautions.Select(c => c.Hazard).ShouldBe([Hazard.Deadly, Hazard.Irritant]);
        wide.Cautions[1].Taxa.ShouldBe(["Alba prima", "Alba secunda"]);
        var narrow = Answer(KeyWalk.From(Main1).Answer(Main1, 1));
        narrow.Cautions.ShouldHaveSingleItem().Hazard.ShouldBe(Hazard.Irritant);
    }

    [Fact]
    public void Before_a_key_is_begun_the_hazards_of_the_area_are_said() =>
        BenchDesk.Answer(Model, new(Plant.At(new(null, [])), null)).Cautions.Length.ShouldBe(2);

    [Fact]
    public void A_step_that_conflicts_with_what_was_recorded_says_so() =>
        Answer(KeyWalk.From(Main1).Answer(Main1, 1), Observation.OfStates(Arrangement.Id, 1, Day, "alternate"))
            .Walk!.Steps[0]
            .Conflicting.ShouldBe(1);

    [Fact]
    public void An_end_counts_what_agrees_and_what_conflicts()
    {
        var end = Answer(
            KeyWalk.From(Albas1).Answer(Albas1, 1),
            Observation.OfStates(Margin.Id, 1, Day, "serrate"),
            Observation.OfStates(Fruit.Id, 1, Day, "capsule")
        )
            .Walk!.Ends.ShouldHaveSingleItem();
        (end.Agreeing, end.Conflicting).ShouldBe((1, 1));
    }

    [Fact]
    public void Where_key_and_features_disagree_both_are_named_and_where_they_agree_nothing_is_said()
    {
        var walk = KeyWalk.From(Main1).Answer(Main1, 1).Answer(Albas1, 1);
        var answer = Answer(
            walk,
            Observation.OfStates(Arrangement.Id, 1, Day, "alternate"),
            Observation.OfStates(Division.Id, 1, Day, "pinnate"),
            Observation.OfSample(Leaflets.Id, 1, Day, 7, 7, 7)
        );
        answer.SecondOpinion.ShouldBe("The key says Alba prima; the features rather say Rubra tertia.");
        var doubt = answer.Walk!.Doubt.ShouldNotBeNull();
        (doubt.At, doubt.Lead, doubt.Other).ShouldBe((Main1, 1, 2));
        doubt.LeadsTo.Select(t => t.Name).ShouldContain("Rubra tertia");
        Answer(
            walk,
            Observation.OfStates(Arrangement.Id, 1, Day, "opposite"),
            Observation.OfStates(Division.Id, 1, Day, "simple"),
            Observation.OfStates(Margin.Id, 1, Day, "serrate")
        )
            .SecondOpinion.ShouldBeEmpty();
    }

    [Fact]
    public void The_kinds_of_not_are_kept_apart()
    {
        var answer = Answer(
            null,
            Observation.OfStates(Division.Id, 1, Day, "simple"),
            Observation.OfHidden(Fruit.Id, 1, Day, HiddenReason.WrongSexOrStage),
            Observation.OfAbsence(Glands.Id, 1, Day),
            Observation.OfStates(Margin.Id, 1, Day, "entire") with
            {
                Altered = [Alteration.Browsed],
            }
        );
        answer
            .Notes.Single(n => n.Character == Leaflets.Id)
            .Text.ShouldBe("Does not apply here: leaf division simple.");
        answer.Notes.Single(n => n.Character == Margin.Id).Text.ShouldBe("Not compared: the part is altered.");
        answer.LikelyNames.Features.ShouldBe(
            2,
            "division and glands weigh; fruit, margin and what was not looked for do not"
        );
        answer.Notes.ShouldNotContain(n => n.Character == Fruit.Id || n.Character == Arrangement.Id);
    }

    [Fact]
    public void Factors_features_and_linked_plants_can_be_left_out()
    {
        var request = new BenchRequest(
            new(
                new PlaceFacts(2000, ["marsh"]),
                [],
                [Observation.OfStates(Arrangement.Id, 1, Day, "alternate")],
                null,
                [
                    new ColonyMember(
                        "TF-031",
                        new PlaceFacts(null, []),
                        [],
                        [Observation.OfStates(Division.Id, 1, Day, "pinnate")]
                    ),
                ]
            ),
            null
        );
        var all = BenchDesk.Answer(Model, request);
        all.LikelyNames.Features.ShouldBe(2);
        all.Priors.Single(p => p.Taxon.Id.Value == "alba-prima").Factors.Elevation.ShouldBeLessThan(0.1);
        var bare = BenchDesk.Answer(
            Model,
            request with
            {
                Choices = new(
                    [PriorFactor.Habitat, PriorFactor.Elevation, PriorFactor.Season, PriorFactor.Commonness],
                    [Arrangement.Id],
                    true,
                    FieldKit.Usual
                ),
            }
        );
        bare.LikelyNames.Features.ShouldBe(0);
        bare.LikelyNames.Names.Select(n => n.Mass).Distinct().ShouldHaveSingleItem().ShouldBe(0.95 / 3, 1e-12);
    }

    [Fact]
    public void Reasons_crosses_and_comparisons_are_asked_of_the_same_desk()
    {
        var plant = new BenchRequest(
            Plant.At(new PlaceFacts(null, [])) with
            {
                Observations = [Observation.OfStates(Arrangement.Id, 1, Day, "alternate")],
            },
            null
        );
        BenchDesk
            .Reasons(Model, new(plant, new("rubra-tertia")))
            .Features.ShouldHaveSingleItem()
            .InWords.ShouldContain("for");
        BenchDesk
            .Reasons(Model, new(plant, new("plantaceae")))
            .Features.ShouldBeEmpty("a family is weighed through its names");
        BenchDesk.Crosses(Model, new(plant, new("rubra-tertia"))).ShouldBeEmpty();
        BenchDesk
            .Apart(Model, new(null, [new("alba-prima"), new("rubra-tertia")]))
            .Steps.ShouldBeEmpty("two need no steps");
        BenchDesk
            .Apart(Model, new(plant, [new("alba-prima"), new("alba-secunda"), new("rubra-tertia")]))
            .Steps.Length.ShouldBe(2);
        BenchDesk.Compare(Model, new(plant, plant)).Features.ShouldHaveSingleItem().Likeness.ShouldBe(Likeness.Alike);
        BenchDesk.Account(Model, new(plant, new("alba-prima"))).Lines.ShouldNotBeEmpty();
        BenchDesk.Suspect(Model, new(plant, new("alba-prima"))).Disproofs[0].Marking.Mark.ShouldBe(Mark.Conflicts);
    }

    [Fact]
    public void The_order_in_which_features_were_recorded_changes_nothing()
    {
        Observation[] seen =
        [
            Observation.OfStates(Margin.Id, 1, Day, "serrate"),
            Observation.OfStates(Margin.Id, 2, Day.AddDays(1), "entire"),
            Observation.OfStates(Fruit.Id, 1, Day, "berry"),
        ];
        Marks(Answer(KeyWalk.From(Albas1), seen)).ShouldBe(Marks(Answer(KeyWalk.From(Albas1), [.. seen.Reverse()])));

        static IEnumerable<Mark> Marks(BenchAnswer answer) =>
            answer.Walk!.Current!.Leads.SelectMany(l => l.Tests.Select(t => t.Marking.Mark));
    }

    private static BenchAnswer Answer(KeyWalk? walk, params Observation[] observations) =>
        BenchDesk.Answer(Model, new(new(new PlaceFacts(null, []), [], [.. observations], walk, []), null));
}
