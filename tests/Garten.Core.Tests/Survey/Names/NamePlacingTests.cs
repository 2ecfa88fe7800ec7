using Garten.Core.Commands;
using Garten.Core.Guides;
using Garten.Core.Survey.Access;
using Garten.Core.Survey.Names;
using Garten.Core.Survey.Statistics;

namespace Garten.Core.Tests.Survey.Names;

public sealed class NamePlacingTests
{
    private static readonly Guide Guide = new(
        SmallGuide.Bare(
            [
                Listed("sapindaceae", null, TaxonRank.Family, "Sapindaceae"),
                Listed("acer", "sapindaceae", TaxonRank.Genus, "Acer"),
                Listed("acer-circinatum", "acer", TaxonRank.Species, "Acer circinatum"),
                Listed("orchidaceae", null, TaxonRank.Family, "Orchidaceae"),
                Listed("calypso", "orchidaceae", TaxonRank.Genus, "Calypso"),
                Listed("calypso-bulbosa", "calypso", TaxonRank.Species, "Calypso bulbosa") with
                {
                    Sensitive = true,
                },
            ],
            [],
            []
        )
    );

    [Fact]
    public void A_species_stands_in_the_genus_of_the_guide_where_it_has_one()
    {
        var added = Placed("Acer tataricum L.").ShouldHaveSingleItem();
        (added.Parent, added.Family, added.Content.Author).ShouldBe((new TaxonId("acer"), "Sapindaceae", "L."));
        var names = Guide.With([added]);
        names.At(added.Id, TaxonRank.Family)!.Name.ShouldBe("Sapindaceae");
        names.Taxa.ShouldBe(Guide.Taxa);
        Guide.FindTaxon(added.Id).ShouldBeNull();
    }

    [Fact]
    public void A_genus_and_a_family_that_nobody_has_are_added_above_it()
    {
        var added = Placed("Ginkgo biloba", "Ginkgoaceae");
        added
            .Select(n => (n.Name, n.Rank, n.Parent?.Value, n.Family))
            .ShouldBe([
                ("Ginkgoaceae", TaxonRank.Family, null, "Ginkgoaceae"),
                ("Ginkgo", TaxonRank.Genus, "own-ginkgoaceae", "Ginkgoaceae"),
                ("Ginkgo biloba", TaxonRank.Species, "own-ginkgo", "Ginkgoaceae"),
            ]);
        NamePlacing again = new(Guide.With(added));
        again.Place(Read("Ginkgo biloba"), "", NameContent.Nothing).ShouldBe(added[^1].Id);
        again.Added.ShouldBeEmpty();
    }

    [Fact]
    public void A_cultivar_stands_below_its_species_and_a_cross_of_two_genera_below_none()
    {
        Placed("Acer circinatum 'Monroe'").ShouldHaveSingleItem().Parent.ShouldBe(new TaxonId("acer-circinatum"));
        Placed("Acer rubrum 'October Glory'")
            .Select(n => (n.Name, n.Parent?.Value))
            .ShouldBe([("Acer rubrum", "acer"), ("Acer rubrum 'October Glory'", "own-acer-rubrum")]);
        Placed("Acer rubrum × Calypso bulbosa").ShouldHaveSingleItem().Parent.ShouldBeNull();
    }

    [Fact]
    public void A_family_that_is_none_is_refused() =>
        Should
            .Throw<RuleException>(() => Placed("Ginkgo biloba", "the ginkgos"))
            .Message.ShouldContain("such names end in -aceae");

    [Fact]
    public void A_name_in_words_of_a_sensitive_genus_is_sensitive_and_so_is_one_a_person_calls_so()
    {
        var own = Placed("Calypso sp. A").Concat(Placed("Acer tataricum")).ToArray();
        SensitiveTaxa.Of(Guide.With(own)).ShouldContain(own[0].Id);
        SensitiveTaxa.Of(Guide.With(own)).ShouldNotContain(own[1].Id);
        own[1] = own[1] with { Content = NameContent.Nothing with { Sensitive = true } };
        SensitiveTaxa.Of(Guide.With(own)).ShouldContain(own[1].Id);
    }

    [Fact]
    public void Names_in_words_count_as_species_and_what_nobody_identified_as_none()
    {
        SurveyName[] own =
        [
            .. Placed("Acer tataricum"),
            .. Placed("Acer circinatum 'Monroe'"),
            .. Placed("sedge 3"),
            .. Placed("not identified"),
        ];
        var names = Guide.With(own);
        TaxonId[] lines = [.. own.Select(n => n.Id), new("acer"), new("acer-circinatum")];
        CountedNames
            .Of(names, [.. lines.Select(t => new RecordedName(t, IdentificationQualifier.None))])
            .Select(t => t?.Value)
            .ShouldBe(["own-acer-tataricum", "acer-circinatum", "own-sedge-3", null, null, "acer-circinatum"]);
        CountedNames
            .Left(names, lines, [own[0].Id])
            .ShouldBe([
                "One line is not identified: it counts in no figure.",
                "One name is a label to work with: it counts as a species of its own until it has a name.",
                "Floristic quality leaves out one name of which nobody says whether it is native: Acer tataricum.",
            ]);
    }

    [Fact]
    public void One_taken_off_the_list_is_found_by_its_id_and_no_longer_offered()
    {
        var label = Placed("sedge 3").ShouldHaveSingleItem() with { Away = true };
        var names = Guide.With([label]);
        names.Taxon(label.Id).Name.ShouldBe("sedge 3");
        names.AllNames.ShouldNotContain(t => t.Id == label.Id);
    }

    [Fact]
    public void In_a_guide_that_lost_its_genus_a_name_stands_alone_and_in_one_that_has_it_again_in_that()
    {
        var name = Placed("Acer tataricum").ShouldHaveSingleItem() with { Parent = new("acer-of-old") };
        Guide.With([name]).Taxon(name.Id).Parent.ShouldBe(new TaxonId("acer"));
        var other = name with { Genus = "Zelkova" };
        Guide.With([other]).Taxon(other.Id).Parent.ShouldBeNull();
    }

    [Fact]
    public void A_genus_with_species_below_it_can_only_become_a_genus()
    {
        var names = Guide.With(Placed("Ginkgo biloba"));
        Should
            .Throw<RuleException>(() => Rename(names, "own-ginkgo", "acer-circinatum"))
            .Message.ShouldBe("Ginkgo biloba stands below Ginkgo: it can only become another genus.");
        Should.Throw<RuleException>(() => Rename(names, "own-ginkgo-biloba", "own-ginkgo-biloba")).Field.ShouldBe("to");
        Should.Throw<RuleException>(() => Rename(names, "acer", "acer-circinatum")).Field.ShouldBe("name");
        Rename(names, "own-ginkgo", "acer").FullName.ShouldBe("Acer sp.");
    }

    [Fact]
    public void The_family_of_a_genus_the_guide_has_is_the_guides_to_say()
    {
        var names = Guide.With(Placed("Acer tataricum"));
        Should
            .Throw<RuleException>(() =>
                SetName.Of(new("own-acer-tataricum"), NameContent.Nothing, "Aceraceae", 1, names)
            )
            .Message.ShouldContain("Acer is in the guide");
        SetName.Of(new("own-acer-tataricum"), NameContent.Nothing, "Sapindaceae", 1, names).Family.ShouldBeNull();

        var ginkgo = Guide.With(Placed("Ginkgo biloba"));
        var family = SetName.Of(new("own-ginkgo-biloba"), NameContent.Nothing, "Ginkgoaceae", 1, ginkgo).Family!;
        (family.Root.Value, family.Family?.Value, family.Added.Count).ShouldBe(("own-ginkgo", "own-ginkgoaceae", 1));
    }

    [Theory]
    [InlineData("Acer circinatm", "Acer circinatum")]
    [InlineData("Acre circinatum", "Acer circinatum")]
    [InlineData("acer circinatum", null)]
    [InlineData("Acer rubrum", null)]
    public void A_slip_of_two_letters_finds_the_name_that_is_meant(string text, string? meant) =>
        NearNames.Of(Guide, text).Select(n => n.Name).FirstOrDefault().ShouldBe(meant);

    private static RenameRecords Rename(Guide names, string from, string to) =>
        RenameRecords.Of(new(from), to, "", names, new(2026, 11, 30));

    private static IReadOnlyList<SurveyName> Placed(string name, string family = "")
    {
        NamePlacing placing = new(Guide);
        placing.Place(Read(name), family, NameContent.Nothing);
        return placing.Added;
    }

    private static NameText Read(string name) => NameText.Read(name, out _, out _)!;

    private static Taxon Listed(string id, string? parent, TaxonRank rank, string name) =>
        new(
            new(id),
            parent is null ? null : new(parent),
            rank,
            name,
            "",
            [],
            [],
            AreaStatus.Native,
            Commonness.Common,
            ""
        );
}
