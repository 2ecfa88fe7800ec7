using Garten.Core.Guides;
using Garten.Core.Survey.Counting;
using Garten.Core.Survey.Importing;

namespace Garten.Core.Tests.Survey.Importing;

public sealed class ImportingTests
{
    private static readonly Guide Guide = new(
        SmallGuide.Bare(
            [
                Named("sapindaceae", null, TaxonRank.Family, "Sapindaceae"),
                Named("acer", "sapindaceae", TaxonRank.Genus, "Acer"),
                Named(
                    "acer-macrophyllum",
                    "acer",
                    TaxonRank.Species,
                    "Acer macrophyllum",
                    "Acer auritum",
                    "Acer dubium"
                ),
                Named("acer-circinatum", "acer", TaxonRank.Species, "Acer circinatum", "Acer dubium"),
                Named("rosa-x", "sapindaceae", TaxonRank.Species, "Rosa ×alba"),
            ],
            [],
            []
        )
    );

    private static readonly RowReader Reader = new(
        Guide,
        ["Heron Slough", "Quarry Bald"],
        new(2026, 11, 20),
        new(Guide, keep: false)
    );

    [Fact]
    public void Columns_are_known_by_the_names_people_give_them()
    {
        ColumnMatch
            .Guess([
                "Species",
                "DATE",
                "http://rs.tdwg.org/dwc/terms/recordedBy",
                "dwc:locality",
                "Cover %",
                "count",
                "weather",
            ])
            .ShouldBe([
                ImportColumn.Name,
                ImportColumn.Date,
                ImportColumn.Recorder,
                ImportColumn.Site,
                null,
                ImportColumn.Amount,
                null,
            ]);
        ColumnMatch.Guess(["scientificName", "name"]).ShouldBe([ImportColumn.Name, null], "nothing is guessed twice");
    }

    [Theory]
    [InlineData("Acer macrophyllum", "acer-macrophyllum", IdentificationQualifier.None)]
    [InlineData("acer MACROPHYLLUM Pursh", "acer-macrophyllum", IdentificationQualifier.None)]
    [InlineData("Acer auritum Greene", "acer-macrophyllum", IdentificationQualifier.None)]
    [InlineData("Acer cf. circinatum", "acer-circinatum", IdentificationQualifier.Cf)]
    [InlineData("Acer aff. circinatum Pursh", "acer-circinatum", IdentificationQualifier.Aff)]
    [InlineData("Acer circinatum ?", "acer-circinatum", IdentificationQualifier.Doubtful)]
    [InlineData("Acer sp.", "acer", IdentificationQualifier.None)]
    [InlineData("Rosa × alba", "rosa-x", IdentificationQualifier.None)]
    public void Names_are_read_with_author_synonym_and_qualifier(
        string text,
        string taxon,
        IdentificationQualifier qualifier
    )
    {
        var read = new WrittenName(Guide).Read(text, out var fault);
        fault.ShouldBeEmpty();
        (read!.Value.Taxon.Value, read.Value.Qualifier).ShouldBe((taxon, qualifier));
    }

    [Theory]
    [InlineData("Acer macrophyllum rubrum", "no name")]
    [InlineData("Acer dubium", "more than one plant")]
    [InlineData("Bigleaf", "no name")]
    [InlineData(" ", "missing")]
    public void A_name_that_is_none_or_two_is_refused(string text, string reason)
    {
        new WrittenName(Guide).Read(text, out var fault).ShouldBeNull();
        fault.ShouldContain(reason);
    }

    [Theory]
    [InlineData("2026-05-12", "5", "", CountUnit.Individuals, 5.0)]
    [InlineData("12.5.2026", "35%", "", CountUnit.CoverPercent, 35.0)]
    [InlineData("12 May 2026", "12", "stems", CountUnit.Stems, 12.0)]
    [InlineData("2026-05-12T09:30:00Z", "2,5", "square metres", CountUnit.SquareMetres, 2.5)]
    [InlineData("2026/05/12", "", "stems", CountUnit.Presence, null)]
    public void Rows_are_read_as_people_write_them(
        string date,
        string amount,
        string unit,
        CountUnit counted,
        double? number
    )
    {
        List<(ImportColumn, string)> faults = [];
        var row = Reader.Read(7, Cells(date, "heron slough", "Acer macrophyllum", amount, unit), faults);
        faults.ShouldBeEmpty();
        (row!.Date, row.Site, row.Unit, row.Amount, row.Origin, row.Line).ShouldBe(
            (new DateOnly(2026, 5, 12), "Heron Slough", counted, number, Origin.Wild, 7)
        );
    }

    [Theory]
    [InlineData("Acer circinatum 'Monroe'", "acer-circinatum", "Monroe")]
    [InlineData("Acer circinatum Pursh ‘Little Gem’", "acer-circinatum", "Little Gem")]
    [InlineData("Rosa × alba \"Old Blush\"", "rosa-x", "Old Blush")]
    [InlineData("Acer circinatum", "acer-circinatum", "")]
    public void A_cultivar_stops_at_its_species_or_cross(string text, string taxon, string cultivar)
    {
        var read = new WrittenName(Guide).Read(text, out var fault);
        fault.ShouldBeEmpty();
        (read!.Value.Taxon.Value, read.Value.Cultivar).ShouldBe((taxon, cultivar));
    }

    [Theory]
    [InlineData("", "", Origin.Planted, "Cultivar: Monroe.")]
    [InlineData("established", "by the gate", Origin.Naturalised, "Cultivar: Monroe. by the gate")]
    public void A_cultivar_was_planted_unless_the_table_says_it_ran_away_and_its_name_is_kept(
        string origin,
        string note,
        Origin read,
        string kept
    )
    {
        List<(ImportColumn, string)> faults = [];
        var cells = Cells("2026-05-12", "Heron Slough", "Acer circinatum 'Monroe'", "", "");
        var row = Reader.Read(
            7,
            c =>
                c switch
                {
                    ImportColumn.Origin => origin,
                    ImportColumn.Note => note,
                    _ => cells(c),
                },
            faults
        );
        faults.ShouldBeEmpty();
        (row!.Origin, row.Note).ShouldBe((read, kept));
    }

    [Fact]
    public void Every_bad_cell_of_a_row_is_named()
    {
        List<(ImportColumn Column, string Says)> faults = [];
        Reader.Read(7, Cells("05/12/2026", "Atlantis", "Nessie", "many", ""), faults).ShouldBeNull();
        faults
            .Select(f => f.Column)
            .ShouldBe([ImportColumn.Date, ImportColumn.Site, ImportColumn.Name, ImportColumn.Amount]);
        faults[0].Says.ShouldContain("for sure");
        faults.Clear();
        Reader.Read(8, Cells("2027-01-01", "Quarry Bald", "Acer macrophyllum", "-3", "hands"), faults).ShouldBeNull();
        faults
            .Select(f => f.Says)
            .ShouldBe([
                "2027-01-01 lies in the future.",
                "“hands” is no unit. Write individuals, stems, rosettes, clumps, m² or %.",
            ]);
    }

    [Theory]
    [InlineData("3", "4", 3, 4.0)]
    [InlineData(" 12 ", "0,25", 12, 0.25)]
    [InlineData("", "4", 1, null)]
    public void A_row_lies_in_a_plot_where_it_names_one(string plot, string area, int number, double? metres)
    {
        List<(ImportColumn Column, string Says)> faults = [];
        var row = Reader.Read(7, InPlot(plot, area), faults);
        faults.ShouldBeEmpty();
        (row!.Plot, row.PlotAreaM2).ShouldBe((number, metres));
    }

    [Theory]
    [InlineData("A1", "4", ImportColumn.Plot)]
    [InlineData("0", "4", ImportColumn.Plot)]
    [InlineData("501", "4", ImportColumn.Plot)]
    [InlineData("1", "", ImportColumn.PlotArea)]
    [InlineData("1", "-4", ImportColumn.PlotArea)]
    [InlineData("1", "NaN", ImportColumn.PlotArea)]
    public void A_plot_without_number_or_size_is_refused(string plot, string area, ImportColumn column)
    {
        List<(ImportColumn Column, string Says)> faults = [];
        Reader.Read(7, InPlot(plot, area), faults).ShouldBeNull();
        faults.Single().Column.ShouldBe(column);
    }

    [Fact]
    public void What_a_number_counts_is_told_by_its_column_where_no_unit_is()
    {
        ColumnMatch
            .Guess(["date", "site", "plot no.", "plot size (m2)", "species", "Cover %"])
            .ShouldBe([
                ImportColumn.Date,
                ImportColumn.Site,
                ImportColumn.Plot,
                ImportColumn.PlotArea,
                ImportColumn.Name,
                ImportColumn.Amount,
            ]);
        ColumnMatch.UnitOf("Cover %").ShouldBe(CountUnit.CoverPercent);
        ColumnMatch.UnitOf("count").ShouldBe(CountUnit.Individuals);
        RowReader covers = new(
            Guide,
            ["Quarry Bald"],
            new(2026, 11, 20),
            new(Guide, false),
            ColumnMatch.UnitOf("cover")
        );
        covers
            .Read(1, Cells("2026-05-12", "Quarry Bald", "Acer macrophyllum", "20", ""), [])!
            .Unit.ShouldBe(CountUnit.CoverPercent);
        covers
            .Read(1, Cells("2026-05-12", "Quarry Bald", "Acer macrophyllum", "20", "stems"), [])!
            .Unit.ShouldBe(CountUnit.Stems);
    }

    [Fact]
    public void Rows_in_plots_are_quadrats_girths_a_plot_of_trees_and_others_a_list()
    {
        var row = Reader.Read(7, InPlot("3", "4"), [])!;
        ImportedEffort
            .Of([row with { Plot = 2 }, row], "n")
            .ShouldBe(ImportedEffort.List("n") with { Protocol = Protocol.Quadrats, Plots = 3, PlotAreaM2 = 4 });
        ImportedEffort
            .Of([row with { Unit = CountUnit.GirthCentimetres, Amount = 80 }], "n")
            .Protocol.ShouldBe(Protocol.TreePlot);
        ImportedEffort.Of([row with { PlotAreaM2 = null }], "n").ShouldBe(ImportedEffort.List("n"));
    }

    private static Func<ImportColumn, string> InPlot(string plot, string area) =>
        column =>
            column switch
            {
                ImportColumn.Plot => plot,
                ImportColumn.PlotArea => area,
                _ => Cells("2026-05-12", "Quarry Bald", "Acer macrophyllum", "20", "%")(column),
            };

    private static Func<ImportColumn, string> Cells(
        string date,
        string site,
        string name,
        string amount,
        string unit
    ) =>
        column =>
            column switch
            {
                ImportColumn.Date => date,
                ImportColumn.Site => site,
                ImportColumn.Name => name,
                ImportColumn.Amount => amount,
                ImportColumn.Unit => unit,
                ImportColumn.Origin => "wild",
                _ => "",
            };

    private static Taxon Named(string id, string? parent, TaxonRank rank, string name, params string[] synonyms) =>
        new(
            new(id),
            parent is null ? null : new(parent),
            rank,
            name,
            "",
            [],
            [.. synonyms],
            AreaStatus.Native,
            Commonness.Unknown,
            ""
        );
}
