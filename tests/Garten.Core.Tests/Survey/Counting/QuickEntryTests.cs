using Garten.Core.Guides;
using Garten.Core.Survey.Counting;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Survey.Counting;

/// <summary>Lines as they are typed in the field.</summary>
public sealed class QuickEntryTests
{
    private static readonly Guide Woods = new(
        Bare(
            [
                Taxon("fam", null, TaxonRank.Family, "Familia"),
                Taxon("acer", "fam", TaxonRank.Genus, "Acer"),
                Taxon("alnus", "fam", TaxonRank.Genus, "Alnus"),
                Taxon("ace-mac", "acer", TaxonRank.Species, "Acer macrophyllum"),
                Taxon("ace-cir", "acer", TaxonRank.Species, "Acer circinatum"),
                Taxon("aln-rub", "alnus", TaxonRank.Species, "Alnus rubra"),
                Taxon("aln-rho", "alnus", TaxonRank.Species, "Alnus rhombifolia"),
                Taxon("aln-sin", "alnus", TaxonRank.Species, "Alnus alnobetula"),
                Taxon("aln-sub", "aln-sin", TaxonRank.Subspecies, "Alnus alnobetula subsp. sinuata"),
            ],
            [],
            []
        )
    );

    [Theory]
    [InlineData("ace mac 12", "Acer macrophyllum", 12.0, CountUnit.Individuals)]
    [InlineData("acemac 12", "Acer macrophyllum", 12.0, CountUnit.Individuals)]
    [InlineData("ACE MAC", "Acer macrophyllum", null, CountUnit.Presence)]
    [InlineData("Acer macrophyllum 3 stems", "Acer macrophyllum", 3.0, CountUnit.Stems)]
    [InlineData("ace cir 2 clumps", "Acer circinatum", 2.0, CountUnit.Clumps)]
    [InlineData("ace mac 1,5 m2", "Acer macrophyllum", 1.5, CountUnit.SquareMetres)]
    [InlineData("aln sin 4", "Alnus alnobetula subsp. sinuata", 4.0, CountUnit.Individuals)]
    [InlineData("acer 2", "Acer", 2.0, CountUnit.Individuals)]
    [InlineData("ace sp 2", "Acer", 2.0, CountUnit.Individuals)]
    public void A_line_on_a_walk_is_read(string text, string name, double? amount, CountUnit unit)
    {
        var reading = QuickEntry.Read(Woods, Protocol.WalkThrough, text);
        reading.Fault.ShouldBe("");
        reading.Taxa.ShouldHaveSingleItem().Name.ShouldBe(name);
        reading.Amounts.ShouldBe([amount]);
        reading.Unit.ShouldBe(unit);
    }

    [Theory]
    [InlineData("ace mac 35%", 35.0)]
    [InlineData("ace mac 35 %", 35.0)]
    [InlineData("ace mac 35", 35.0)]
    [InlineData("ace mac r", 0.1)]
    [InlineData("ace mac +", 0.5)]
    [InlineData("ace mac 2a", 8.75)]
    [InlineData("ace mac c3", 37.5)]
    [InlineData("ace mac 3", 3.0)]
    public void Quadrats_take_percent_and_classes_of_cover(string text, double percent)
    {
        var reading = QuickEntry.Read(Woods, Protocol.Quadrats, text);
        reading.Fault.ShouldBe("");
        (reading.Unit, reading.Amounts[0]).ShouldBe((CountUnit.CoverPercent, percent));
    }

    [Fact]
    public void Trees_take_several_girths_in_a_line()
    {
        var reading = QuickEntry.Read(Woods, Protocol.TreePlot, "acemac 120 85.5 90");
        reading.Fault.ShouldBe("");
        reading.Amounts.ShouldBe([120, 85.5, 90]);
        reading.Unit.ShouldBe(CountUnit.GirthCentimetres);
    }

    [Theory]
    [InlineData("cf ace mac 2", IdentificationQualifier.Cf)]
    [InlineData("ace cf. mac 2", IdentificationQualifier.Cf)]
    [InlineData("aff ace mac 2", IdentificationQualifier.Aff)]
    public void A_reserve_is_kept(string text, IdentificationQualifier expected) =>
        QuickEntry.Read(Woods, Protocol.WalkThrough, text).Qualifier.ShouldBe(expected);

    [Theory]
    [InlineData("", "Type three letters of the genus and three of the species, then the number.")]
    [InlineData(
        "quexyz 3",
        "Nothing on the lists is called “quexyz”. Check the letters, or keep it as a name in words."
    )]
    [InlineData("aln r 3", "Several names begin so. Type more letters, or choose one.")]
    [InlineData("ace mac 0", "A count is a whole number above 0.")]
    [InlineData("ace mac 2.5", "A count is a whole number above 0.")]
    [InlineData("ace mac 3 4", "One number at a time; only trees take several girths in one line.")]
    [InlineData("ace mac 3 !", "“!” is neither a number nor a unit.")]
    [InlineData("ace mac 3 cm", "This visit does not count centimetres of girth.")]
    public void What_cannot_be_taken_says_why(string text, string fault) =>
        QuickEntry.Read(Woods, Protocol.WalkThrough, text).Fault.ShouldBe(fault);

    [Fact]
    public void Letters_that_stand_for_several_names_list_them() =>
        QuickEntry
            .Read(Woods, Protocol.WalkThrough, "aln r")
            .Taxa.Select(t => t.Name)
            .ShouldBe(["Alnus rubra", "Alnus rhombifolia"]);

    [Theory]
    [InlineData(CountUnit.Presence, null, "")]
    [InlineData(CountUnit.Presence, 3.0, "What is only seen has no number. Choose what the number counts.")]
    [InlineData(CountUnit.CoverPercent, 101.0, "Cover lies above 0 and at most at 100 percent.")]
    [InlineData(CountUnit.GirthCentimetres, 4000.0, "A girth lies above 0 and at most at 3000 cm.")]
    [InlineData(CountUnit.Stems, null, "Write the number after the name.")]
    public void Numbers_are_checked_against_their_unit(CountUnit unit, double? amount, string fault) =>
        ProtocolRules.FaultOf(unit, amount).ShouldBe(fault);

    [Theory]
    [InlineData(CountUnit.Individuals, 12.0, "12 individuals")]
    [InlineData(CountUnit.CoverPercent, 8.75, "8.75 % cover")]
    [InlineData(CountUnit.GirthCentimetres, 41.0, "41 cm girth")]
    [InlineData(CountUnit.Clumps, 1.0, "1 clump")]
    [InlineData(CountUnit.InFlowerPercent, 0.0, "0 % in flower")]
    [InlineData(CountUnit.Presence, null, "")]
    public void A_number_stands_briefly_in_a_table(CountUnit unit, double? amount, string brief) =>
        QuickEntry.Briefly(unit, amount).ShouldBe(brief);
}
