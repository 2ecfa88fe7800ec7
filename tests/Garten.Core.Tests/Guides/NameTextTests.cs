using Garten.Core.Guides;

namespace Garten.Core.Tests.Guides;

public sealed class NameTextTests
{
    [Theory]
    [InlineData("Ginkgoaceae", NameTextKind.Family, "Ginkgoaceae", "", "")]
    [InlineData("Ginkgo", NameTextKind.Genus, "Ginkgo", "", "")]
    [InlineData("Ginkgo sp.", NameTextKind.Genus, "Ginkgo", "", "")]
    [InlineData("Carex L.", NameTextKind.Genus, "Carex", "L.", "")]
    [InlineData("Ginkgo biloba L.", NameTextKind.Species, "Ginkgo biloba", "L.", "Ginkgo")]
    [InlineData("Pinus nigra J.F.Arnold", NameTextKind.Species, "Pinus nigra", "J.F.Arnold", "Pinus")]
    [InlineData(
        "Acer tataricum (L.) Maxim. ex Miq.",
        NameTextKind.Species,
        "Acer tataricum",
        "(L.) Maxim. ex Miq.",
        "Acer"
    )]
    [InlineData("Capsella bursa-pastoris", NameTextKind.Species, "Capsella bursa-pastoris", "", "Capsella")]
    [InlineData(
        "Pinus nigra subsp. salzmannii",
        NameTextKind.Infraspecific,
        "Pinus nigra subsp. salzmannii",
        "",
        "Pinus nigra"
    )]
    [InlineData(
        "Pinus nigra J.F.Arnold ssp. salzmannii (Dunal) Franco",
        NameTextKind.Infraspecific,
        "Pinus nigra subsp. salzmannii",
        "(Dunal) Franco",
        "Pinus nigra"
    )]
    [InlineData("Rosa canina f. alba", NameTextKind.Infraspecific, "Rosa canina f. alba", "", "Rosa canina")]
    [InlineData("Rosa 'Peace'", NameTextKind.Cultivar, "Rosa 'Peace'", "", "Rosa")]
    [InlineData(
        "Cornus sericea ‘Flaviramea’",
        NameTextKind.Cultivar,
        "Cornus sericea 'Flaviramea'",
        "",
        "Cornus sericea"
    )]
    [InlineData(
        "Brassica oleracea Capitata Group",
        NameTextKind.Cultivar,
        "Brassica oleracea Capitata Group",
        "",
        "Brassica oleracea"
    )]
    [InlineData("Populus x canadensis Moench", NameTextKind.Cross, "Populus ×canadensis", "Moench", "Populus")]
    [InlineData("× Hesperotropsis leylandii", NameTextKind.Cross, "×Hesperotropsis leylandii", "", "×Hesperotropsis")]
    [InlineData("Salix alba × fragilis", NameTextKind.Cross, "Salix alba × Salix fragilis", "", "Salix")]
    [InlineData("Salix alba × S. fragilis", NameTextKind.Cross, "Salix alba × Salix fragilis", "", "Salix")]
    [InlineData("Salix alba X Populus nigra", NameTextKind.Cross, "Salix alba × Populus nigra", "", "")]
    [InlineData("Carex sp. A", NameTextKind.Working, "Carex sp. A", "", "Carex")]
    [InlineData("Carex B", NameTextKind.Working, "Carex sp. B", "", "Carex")]
    [InlineData("sedge 3", NameTextKind.Working, "sedge 3", "", "")]
    [InlineData("Acer with broad keys", NameTextKind.Working, "Acer with broad keys", "", "")]
    [InlineData(" not  identified ", NameTextKind.NotIdentified, "not identified", "", "")]
    [InlineData("?", NameTextKind.NotIdentified, "not identified", "", "")]
    public void Names_are_read_by_the_rules_of_botanical_names(
        string text,
        NameTextKind kind,
        string name,
        string author,
        string within
    )
    {
        var read = NameText.Read(text, out var qualifier, out var fault);
        fault.ShouldBeEmpty();
        qualifier.ShouldBe(IdentificationQualifier.None);
        (read!.Kind, read.Name, read.Author, read.Within).ShouldBe((kind, name, author, within));
        NameText.Read(read.Name, out _, out _)!.Id.ShouldBe(read.Id);
    }

    [Theory]
    [InlineData("Ginkgo cf. biloba", IdentificationQualifier.Cf, "Ginkgo cf. biloba")]
    [InlineData("Ginkgo biloba ?", IdentificationQualifier.Doubtful, "Ginkgo biloba ?")]
    [InlineData("aff. sedge 3", IdentificationQualifier.Aff, "aff. sedge 3")]
    public void Qualifiers_stand_apart_and_are_written_where_they_belong(
        string text,
        IdentificationQualifier qualifier,
        string written
    )
    {
        var read = NameText.Read(text, out var said, out _);
        said.ShouldBe(qualifier);
        read!.Full(said).ShouldBe(written);
    }

    [Theory]
    [InlineData("", "missing")]
    [InlineData(" \t\u200f ", "missing")]
    [InlineData("=SUM(A1)", "begins with a letter, not with “=”")]
    [InlineData("@home", "begins with a letter")]
    [InlineData("3rd sedge", "begins with a letter")]
    public void What_is_no_name_is_refused_and_said_why(string text, string why)
    {
        NameText.Read(text, out _, out var fault).ShouldBeNull();
        fault.ShouldContain(why);
        NameText.Readings(text).ShouldBeEmpty();
    }

    [Fact]
    public void A_name_of_five_thousand_characters_is_refused()
    {
        NameText.Read(new string('a', 5000), out _, out var fault).ShouldBeNull();
        fault.ShouldBe("A name has at most 150 characters; this has 5,000. Shorten it, and write the rest as a note.");
    }

    [Fact]
    public void Marks_that_cannot_be_seen_are_taken_out()
    {
        NameText.Read("Ginkgo\u200f \u202ebiloba\u0007", out _, out _)!.Name.ShouldBe("Ginkgo biloba");
    }

    [Fact]
    public void Small_letters_may_be_a_species_or_a_label_and_the_person_says_which()
    {
        NameText
            .Readings("ginkgo biloba")
            .Select(r => (r.Kind, r.Name))
            .ShouldBe([(NameTextKind.Species, "Ginkgo biloba"), (NameTextKind.Working, "ginkgo biloba")]);
        NameText.Readings("Tall grass").Select(r => r.Kind).ShouldBe([NameTextKind.Species, NameTextKind.Working]);
        NameText.Readings("sedge 3").Select(r => r.Kind).ShouldBe([NameTextKind.Working]);
        NameText.Readings("unknown").ShouldHaveSingleItem().ShouldBe(NameText.NotIdentified);
    }

    [Fact]
    public void The_same_name_has_the_same_id_however_it_is_typed_and_another_name_another()
    {
        string[] same = ["Salix alba × fragilis", "Salix alba x S. fragilis", " Salix  alba X fragilis "];
        same.Select(t => NameText.Read(t, out _, out _)!.Id)
            .Distinct()
            .ShouldHaveSingleItem()
            .Value.ShouldBe("own-salix-alba-x-salix-fragilis");
        string[] others = ["Rosa plena", "Rosa 'Plena'", "Rosa sp. plena", "Rosa ×plena", "Rosa"];
        others.Select(t => NameText.Read(t, out _, out _)!.Id).Distinct().Count().ShouldBe(others.Length);
    }
}
