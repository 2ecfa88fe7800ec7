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
    public void An_answer_leaves_a_tenth_to_the_other_lead()
    {
        // Two names by the lead taken, each .9; one by the other, .1: together 1.9.
        var weights = new KeyWeights(Guide, KeyWalk.From(Main1).Answer(Main1, 1));
        weights.MassOf(new("alba-prima")).ShouldBe(0.9 / 1.9, 1e-12);
        weights.MassOf(new("rubra-tertia")).ShouldBe(0.1 / 1.9, 1e-12);
        weights.MassOf(new("not-in-the-key")).ShouldBe(0);
    }

    [Fact]
    public void Answers_multiply_and_a_name_off_the_path_finds_every_lead_alike()
    {
        // Prima: .9 × .9. Secunda: .9 × .1. Tertia left at the first: .1 × ½. Together .95.
        var weights = new KeyWeights(Guide, KeyWalk.From(Main1).Answer(Main1, 1).Answer(Albas1, 1));
        weights.MassOf(new("alba-prima")).ShouldBe(0.81 / 0.95, 1e-12);
        weights.MassOf(new("alba-secunda")).ShouldBe(0.09 / 0.95, 1e-12);
        weights.MassOf(new("rubra-tertia")).ShouldBe(0.05 / 0.95, 1e-12);
        weights.Ends[0].Name.Value.ShouldBe("alba-prima");
        weights.Ends.Sum(e => e.Mass).ShouldBe(1, 1e-12);
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
        first.Chance.ShouldBe(0.98 * 0.05 / ((0.98 * 0.05) + (0.01 * 0.81) + (0.01 * 0.09)), 1e-9);

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
