using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Keys;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Keys;

/// <summary>The key as a weighted walk, on a key of two couplets and three names worked by hand; every character is misread one time in ten.</summary>
public sealed class KeyWeightsTests
{
    private static readonly CoupletRef Main1 = new(new("main"), 1);
    private static readonly CoupletRef Albas1 = new(new("albas"), 1);
    private static readonly Guide Guide = Make();

    [Fact]
    public void Before_an_answer_all_names_are_alike()
    {
        var weights = new KeyWeights(Guide, KeyWalk.From(Main1));
        weights.Answers.ShouldBeEmpty();
        weights.Ends.ShouldAllBe(e => Math.Abs(e.Mass - (1.0 / 3)) < 1e-12);
    }

    [Fact]
    public void An_answer_weighs_by_where_it_leads_and_by_what_it_claims()
    {
        // Two names by the lead taken, √.9 each, and opposite as claimed, .9; the third √.1 and alternate, .1: as 27 to 1.
        var weights = new KeyWeights(Guide, KeyWalk.From(Main1).Answer(Main1, 1));
        weights.MassOf(new("alba-prima")).ShouldBe(27.0 / 55, 1e-12);
        weights.MassOf(new("rubra-tertia")).ShouldBe(1.0 / 55, 1e-12);
        weights.MassOf(new("not-in-the-key")).ShouldBe(0);
    }

    [Fact]
    public void Answers_multiply_and_what_the_guide_does_not_say_stands_between_fitting_and_not()
    {
        // A lead of two statements: each may go along with the other, .2 in place of .1. Prima fits both, secunda neither, of
        // tertia the guide says nothing of either.
        double[] by =
        [
            Math.Sqrt(0.9 * 0.9) * 0.9 * 0.8 * 0.8,
            Math.Sqrt(0.9 * 0.1) * 0.9 * 0.2 * 0.2,
            Math.Sqrt(0.1 * 0.5) * 0.1 * 0.5 * 0.5,
        ];
        var weights = new KeyWeights(Guide, KeyWalk.From(Main1).Answer(Main1, 1).Answer(Albas1, 1));
        weights.MassOf(new("alba-prima")).ShouldBe(by[0] / by.Sum(), 1e-12);
        weights.MassOf(new("alba-secunda")).ShouldBe(by[1] / by.Sum(), 1e-12);
        weights.MassOf(new("rubra-tertia")).ShouldBe(by[2] / by.Sum(), 1e-12);
        weights.Ends[0].Name.Value.ShouldBe("alba-prima");
        weights.Ends.Sum(e => e.Mass).ShouldBe(1, 1e-12);
    }

    [Fact]
    public void After_a_wrong_turn_the_later_answers_still_speak_for_the_right_name()
    {
        // At the first couplet the alternate lead was taken by mistake; the leaf was then found simple, as in the Albas.
        var main2 = Main1 with { Couplet = 2 };
        var weights = new KeyWeights(Guide, KeyWalk.From(Main1).Answer(Main1, 2).Answer(main2, 2));
        weights.MassOf(new("alba-secunda")).ShouldBeGreaterThan(weights.MassOf(new("rubra-tertia")));
        weights.MassOf(new("alba-prima")).ShouldBeGreaterThan(0.1);
    }

    [Fact]
    public void Cannot_tell_changes_no_weight() =>
        new KeyWeights(Guide, KeyWalk.From(Main1).Answer(Main1, null)).Ends.ShouldAllBe(e =>
            Math.Abs(e.Mass - (1.0 / 3)) < 1e-12
        );

    [Fact]
    public void The_answer_that_lost_the_likeliest_name_is_the_doubtful_one_and_says_where_the_other_leads()
    {
        var weights = new KeyWeights(Guide, KeyWalk.From(Main1).Answer(Main1, 1).Answer(Albas1, 1));
        var first = weights.MostDoubtful(t => t.Value == "rubra-tertia" ? 0.98 : 0.01)!;
        (first.At, first.Lead, first.Other).ShouldBe((Main1, 1, 2));
        first.LeadsTo.ShouldContain(new TaxonId("rubra-tertia"));
        double[] by = [0.01 * weights.MassOf(new("alba-prima")), 0.01 * weights.MassOf(new("alba-secunda"))];
        var lost = 0.98 * weights.MassOf(new("rubra-tertia"));
        first.Chance.ShouldBe(lost / (lost + by.Sum()), 1e-9);

        var second = weights.MostDoubtful(t => t.Value == "alba-secunda" ? 0.98 : 0.01)!;
        (second.At, second.Other).ShouldBe((Albas1, 2));
        second.LeadsTo.ShouldBe([new TaxonId("alba-secunda")]);
    }

    [Fact]
    public void Where_features_and_path_agree_no_answer_is_very_doubtful() =>
        (
            new KeyWeights(Guide, KeyWalk.From(Main1).Answer(Main1, 1).Answer(Albas1, 1))
                .MostDoubtful(t => t.Value == "alba-prima" ? 0.98 : 0.01)
                ?.Chance
            ?? 0
        ).ShouldBeLessThan(KeyWeights.Doubtful);

    [Fact]
    public void A_couplet_is_as_sure_as_its_surest_character()
    {
        var tables = Tables();
        var guide = new Guide(
            tables with
            {
                Characters = tables.Characters.Replace(Fruit, Fruit with { Difficulty = 0.01 }),
            }
        );
        KeyWeights.ErrorOf(guide, guide.FindCouplet(Albas1)!).ShouldBe(0.01);
        KeyWeights.ErrorOf(Guide, Guide.FindCouplet(Albas1)!).ShouldBe(0.1);
    }
}
