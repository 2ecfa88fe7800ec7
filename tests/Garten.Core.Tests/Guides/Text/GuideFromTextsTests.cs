using Garten.Core.Guides;
using Garten.Core.Guides.Notation;
using Garten.Core.Guides.Text;
using Garten.Core.Guides.Text.Making;
using Garten.Core.Identification;
using Garten.Core.Keys;

namespace Garten.Core.Tests.Guides.Text;

/// <summary>A page of a key and a few descriptions become a guide that can be walked and weighed.</summary>
public sealed class GuideFromTextsTests
{
    private const string Maples = """
        Key to the maples of the lower valley

        1a. Leaves compound, with 3–7 leaflets; twigs green .... Acer negundo L. (box elder)
        1b. Leaves simple, palmately lobed .... 2
        2a. Leaves more than 15 cm wide; sap milky .... Acer macrophyllum Pursh
        2b. Leaves less than 12 cm wide; sap clear .... 3
        3a. Lobes 7–9; fruit wings spreading; a plant of great beauty .... Acer circinatum Pursh
        3b. Lobes 3–5; fruit wings not spreading .... Acer glabrum Torr.
        """;

    [Fact]
    public void Names_stand_in_their_genus_with_authors_and_common_names()
    {
        var guide = Made(Maples);
        guide
            .Taxa.Select(t => $"{t.Rank} {t.Name} {t.Author} {string.Join(',', t.CommonNames)} {t.Parent}".Trim())
            .ShouldBe([
                "Genus Acer",
                "Species Acer negundo L. box elder acer",
                "Species Acer macrophyllum Pursh  acer",
                "Species Acer circinatum Pursh  acer",
                "Species Acer glabrum Torr.  acer",
            ]);
    }

    [Fact]
    public void The_key_can_be_walked_and_every_name_comes_out_by_its_own_statements()
    {
        var guide = Made(Maples);
        KeyChecks.Check(guide.Keys).ShouldBeEmpty();
        guide.Reach.From(guide.Keys[0].First).Length.ShouldBe(4);
        KeySelfWalk.Misses(guide).ShouldBeEmpty();
        guide.Keys[0].Scope.ShouldBe(new TaxonId("acer"));
    }

    [Fact]
    public void A_lead_is_shown_as_printed_with_what_was_understood_of_it()
    {
        var lead = Made(Maples).Keys[0].Couplets[3].Leads[0];
        lead.InWords.ShouldBe("Lobes 7–9; fruit wings spreading; a plant of great beauty");
        lead.Tests.Select(t => $"{t.Character} {t.Condition}").Count().ShouldBe(2);
    }

    [Fact]
    public void Every_lead_on_the_way_says_something_of_the_name()
    {
        var guide = Made(Maples);
        Said(guide, "acer-glabrum", "leaf-division").ShouldBe("simple");
        Said(guide, "acer-glabrum", "leaf-width").ShouldBe("≤ 12 cm");
        Said(guide, "acer-glabrum", "lobe-number").ShouldBe("3–5");
        Said(guide, "acer-negundo", "leaf-width").ShouldBeNull();
    }

    [Fact]
    public void What_a_lead_denies_is_stated_as_the_other_states()
    {
        var guide = Made(Maples);
        guide
            .Keys[0]
            .Couplets[3]
            .Leads[1]
            .Tests.Single(t => t.Character == new CharacterId("wing-posture"))
            .Condition.ShouldBeOfType<StateCondition>()
            .Negated.ShouldBeTrue();
        Said(guide, "acer-glabrum", "wing-posture").ShouldBe("not spreading");
    }

    [Fact]
    public void A_plant_is_named_by_features_that_only_the_key_told_of()
    {
        var model = new CandidateModel(Made(Maples));
        model.Taxa.Length.ShouldBe(4);
        Said(model.Guide, "acer-macrophyllum", "sap-colour").ShouldBe("milky");
    }

    [Fact]
    public void A_description_goes_before_the_key_and_tells_the_season()
    {
        var guide = Made(
            Maples,
            """
            Acer glabrum Torr.
            Shrub to 9 m tall. Leaves opposite, 3–8 cm wide, usually 3-lobed. Flowers yellow-green, May–June.
            """
        );
        Said(guide, "acer-glabrum", "leaf-width").ShouldBe("3–8 cm");
        Said(guide, "acer-glabrum", "leaf-division").ShouldBe("simple");
        guide.Tables.Windows.ShouldHaveSingleItem().InWords().ShouldBe("1 May – 30 Jun");
    }

    [Fact]
    public void Two_ways_to_one_name_say_of_it_what_both_say()
    {
        var guide = Made(
            """
            1a. Leaves opposite, entire .... 2
            1b. Leaves alternate, entire .... 3
            2a. Flowers white .... Alpha una
            2b. Flowers blue .... Alpha duplex
            3a. Flowers red .... Alpha duplex
            3b. Flowers yellow .... Alpha tertia
            """
        );
        Said(guide, "alpha-duplex", "leaf-arrangement").ShouldBe("opposite or alternate");
        Said(guide, "alpha-duplex", "flower-colour").ShouldBe("blue or red");
        Said(guide, "alpha-duplex", "leaf-margin").ShouldBe("entire");
    }

    [Fact]
    public void Names_the_key_does_not_part_are_left_open_together()
    {
        var guide = Made(
            """
            1a. Leaves opposite .... Alpha una or Alpha duplex
            1b. Leaves alternate .... Alpha tertia
            """
        );
        var last = guide.Keys[0].Couplets[2];
        last.Leads.Select(l => ((ToTaxon)l.Target).Taxon.Value).ShouldBe(["alpha-una", "alpha-duplex"]);
        last.Leads.ShouldAllBe(l => l.Tests.IsEmpty && l.Wording.Length > 0);
    }

    [Fact]
    public void Groups_are_keys_of_their_own_and_a_genus_leads_on_to_its_key()
    {
        var texts = new[]
        {
            """
                1a. Leaves opposite .... Acer
                1b. Leaves alternate .... Alnus rubra
                """,
            Maples,
        };
        var guide = Made(texts);
        guide.Keys.Length.ShouldBe(2);
        guide.Keys[0].Couplets[1].Leads[0].Target.ShouldBeOfType<ToKey>().Key.ShouldBe(guide.Keys[1].Id);
        // Through the other key its names hear what the first one says.
        Said(guide, "acer-glabrum", "leaf-arrangement").ShouldBe("opposite");
    }

    [Fact]
    public void Rarely_lobed_is_mostly_something_else()
    {
        var guide = Made(
            """
            1a. Leaves lobed .... Alpha una
            1b. Leaves unlobed .... Alpha duplex
            """,
            """
            Alpha duplex
            Leaves rarely lobed.
            """
        );
        var value = guide
            .StatementFor(new("alpha-duplex"), new("leaf-lobing"), Scope.Any)!
            .Value.ShouldBeOfType<StateShares>();
        value.Usual.ShouldBe("unlobed");
        value.States.Single(s => s.State == "lobed").Weight.ShouldBeLessThan(0.15);
    }

    [Fact]
    public void Features_are_drawn_as_what_is_surely_meant_and_else_not_at_all()
    {
        var guide = Made(Maples);
        var lobing = guide.Character(new("leaf-lobing"));
        lobing.DrawnAs.ShouldBe("lobing");
        lobing.State("palmately-lobed")!.DrawnAs.ShouldBe("palmately-lobed");
        guide.Character(new("lobe-number")).DrawnAs.ShouldBe("lobe-count");
        guide.Character(new("twig-colour")).State("not-green")!.DrawnAs.ShouldBeEmpty();
        guide.Character(new("wing-posture")).DrawnAs.ShouldBeEmpty();
    }

    [Theory]
    [InlineData("1a. Leaves opposite .... Alpha una\n1b. Leaves alternate .... 7", "7")]
    [InlineData("Leaves opposite, entire. Flowers white.", "name")]
    [InlineData("Blätter gegenständig, ganzrandig; Blüten weiß und sehr klein, in dichten Trauben", "text: ")]
    public void A_text_that_cannot_be_used_is_named_with_what_is_wrong(string text, string because)
    {
        var made = GuideFromTexts.Make(Title, [new("text", GuideTextReader.Read(text))]);
        made.Tables.ShouldBeNull();
        made.Hindrances.ShouldHaveSingleItem().ShouldStartWith("text: ");
        made.Hindrances[0].ShouldContain(because);
    }

    private static readonly GuideTitle Title = new("test", "Test", "1", "", 0);

    private static Guide Made(params string[] texts)
    {
        var made = GuideFromTexts.Make(
            Title,
            [.. texts.Select((t, i) => new SourceText($"text {i}", GuideTextReader.Read(t)))]
        );
        made.Hindrances.ShouldBeEmpty();
        return new(made.Tables!);
    }

    private static string? Said(Guide guide, string taxon, string character) =>
        guide.StatementFor(new(taxon), new(character), Scope.Any) is { } said
            ? NotationWriter.InWords(said.Value, guide.Character(new(character)))
            : null;
}
