using Garten.Core.Assessment;
using Garten.Core.Guides;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Guides;

public sealed class FloraAccountTests
{
    private static readonly Guide Small = Make();

    [Fact]
    public void The_description_runs_together_what_is_said_of_the_taxon_and_of_those_above_it()
    {
        var account = FloraAccount.Of(Small, new("alba-prima"));
        account.Above.Select(t => t.Name).ShouldBe(["Plantaceae", "Alba"]);
        account.Paragraphs.Select(p => p.Organ).ShouldBe([Organ.Leaf, Organ.Fruit]);
        account
            .Paragraphs[0]
            .Features.Select(f => $"{f.Label} {f.Value}")
            .ShouldBe([
                "leaf arrangement opposite",
                "leaf division simple",
                "margin serrate",
                "leaf length (2–)4–8(–10) cm",
            ]);
        account.Paragraphs[1].Features.ShouldBe([new("fruit", "berry")]);
        account.Habitat.ShouldBe("wood; 0–600 m");
        account.Seasons.Select(s => s.Phase).ShouldBe([Phenophase.Flower, Phenophase.Fruit]);
        account.LookAlikes.ShouldHaveSingleItem().Other.Name.ShouldBe("Alba secunda");
        account.Cautions.ShouldHaveSingleItem().Hazard.ShouldBe(Hazard.Irritant);
    }

    [Fact]
    public void What_is_not_there_stands_apart_but_an_entire_margin_is_described()
    {
        var guide = new Guide(
            Bare([Node("a")], [Margin, Glands], [Says("a", Margin, "entire"), Says("a", Glands, "none")])
        );
        var leaf = FloraAccount.Of(guide, new("a")).Paragraphs.ShouldHaveSingleItem();
        leaf.Features.ShouldBe([new("margin", "entire")]);
        leaf.Without.ShouldBe(["glands"]);
    }

    [Fact]
    public void The_way_to_a_taxon_is_told_for_each_key_it_comes_out_of() =>
        FloraAccount
            .Of(Small, new("alba-secunda"))
            .Keys.Select(k => (k.At.Key.Value, k.Way))
            .ShouldBe([("main", "1.2 2.2"), ("albas", "1.2")]);

    [Fact]
    public void A_genus_names_what_it_holds() =>
        FloraAccount.Of(Small, new("alba")).Below.Select(t => t.Name).ShouldBe(["Alba prima", "Alba secunda"]);

    [Fact]
    public void The_taxa_that_show_a_state_count_narrower_states_and_leave_the_rare_ones_out()
    {
        Showing.Of(Small, Margin, "toothed").Select(s => s.Taxon.Name).ShouldBe(["Alba prima"]);
        Showing.Of(Small, Arrangement, "opposite").Select(s => s.Share).ShouldBe([1, 1]);
        var rare = new Guide(
            Bare(
                [Node("a"), Node("b")],
                [Glands],
                [Says("a", Glands, "none | present (never)"), Says("b", Glands, "present")]
            )
        );
        Showing.Of(rare, Glands, "present").Select(s => s.Taxon.Id.Value).ShouldBe(["b"]);
    }
}
