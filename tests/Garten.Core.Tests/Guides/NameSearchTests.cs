using Garten.Core.Guides;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Guides;

public sealed class NameSearchTests
{
    private static readonly Guide Named = new(
        Tables() with
        {
            Taxa =
            [
                Node("pines", null, TaxonRank.Family),
                Node("carrots", null, TaxonRank.Family),
                Node("tsuga-alta", "pines") with
                {
                    Name = "Tsuga alta",
                    CommonNames = ["tall hemlock"],
                    Synonyms = ["Abies alta"],
                },
                Node("conium-nigrum", "carrots") with
                {
                    Name = "Conium nigrum",
                    CommonNames = ["poison hemlock"],
                },
                Node("conium-album", "carrots") with
                {
                    Name = "Conium album",
                    CommonNames = ["hemlocktree", "white conium"],
                },
            ],
            Statements = [],
            Keys = [],
            LookAlikes = [],
            Windows = [],
            Cautions = [new(new("conium-nigrum"), Hazard.Deadly, "Deadly.")],
        }
    );

    [Fact]
    public void A_taxon_is_found_by_its_accepted_name_an_older_name_and_a_common_name()
    {
        NameSearch.Find(Named, "tsuga").Names.ShouldHaveSingleItem().Kind.ShouldBe(NameKind.Accepted);
        var older = NameSearch.Find(Named, "ABIES").Names.ShouldHaveSingleItem();
        (older.Kind, older.Found, older.Taxon.Id.Value, older.Family).ShouldBe(
            (NameKind.Synonym, "Abies alta", "tsuga-alta", "pines")
        );
        NameSearch.Find(Named, "white").Names.ShouldHaveSingleItem().Taxon.Name.ShouldBe("Conium album");
        NameSearch.Find(Named, "nettle").Names.ShouldBeEmpty();
        NameSearch.Find(Named, "  ").Names.ShouldBeEmpty();
    }

    [Fact]
    public void Names_that_begin_with_the_text_come_first() =>
        NameSearch.Find(Named, "con").Names.Select(n => n.Taxon.Name).ShouldBe(["Conium album", "Conium nigrum"]);

    [Fact]
    public void A_common_name_of_several_families_is_warned_of_and_the_deadly_one_named()
    {
        var found = NameSearch.Find(Named, "hemlock");
        found.Names.Length.ShouldBe(3);
        found.Warning.ShouldContain("2 plants of 2 families");
        found.Warning.ShouldContain("Conium nigrum is deadly");
        NameSearch.Find(Named, "conium").Warning.ShouldBeEmpty();
    }
}
