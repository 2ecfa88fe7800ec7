using System.Collections.Immutable;
using System.Text;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Identification;
using Garten.Formats.Guides;
using Garten.Formats.Packages;
using Garten.Formats.Specimens;

namespace Garten.Formats.Tests.Specimens;

public sealed class SpecimenTableTests
{
    private static readonly Guide Guide = Small();
    private static readonly CandidateModel Model = new(Guide);

    [Fact]
    public void A_row_becomes_a_specimen()
    {
        var specimen = Read(
                "specimen_id,date,stage,arrangement,length,pieces\nS1,2026-05-01,sapling,opposite,6.4 cm; 58,\"7–9, mostly 9\"\n"
            )
            .ShouldHaveSingleItem()
            .Specimen.ShouldNotBeNull();
        specimen.Id.ShouldBe("S1");
        specimen
            .Observations.Select(o => (o.Character.Value, o.Finding.Kind))
            .ShouldBe([
                ("arrangement", FindingKind.States),
                ("length", FindingKind.Sample),
                ("pieces", FindingKind.Rough),
            ]);
        specimen.Observations[1].Values.ShouldBe([64, 58]);
        specimen.Observations.ShouldAllBe(o => o.Stage == LifeStage.Sapling);
        specimen.Visits(Guide).ShouldHaveSingleItem().Parts.ShouldBe([PlantPart.Leaves]);
    }

    [Fact]
    public void An_empty_cell_was_not_looked_for() =>
        Read("specimen_id,arrangement,length\nS1,,\n").ShouldHaveSingleItem().Specimen!.Observations.ShouldBeEmpty();

    [Theory]
    [InlineData(
        "S2,wrong,5",
        "table.csv, line 3, column arrangement: found “wrong”; expected one of the states of arrangement: opposite, alternate"
    )]
    [InlineData("S2,opposite,long", "table.csv, line 3, column length: found “long”")]
    [InlineData("S2,opposite,-3", "table.csv, line 3, column length: found “-3”")]
    [InlineData("S1,opposite,5", "table.csv, line 3, column specimen_id: found “S1” a second time")]
    [InlineData(",opposite,5", "table.csv, line 3, column specimen_id: found nothing")]
    [InlineData("S2,opposite", "table.csv, line 3: found 2 cells; expected 3")]
    public void A_wrong_row_is_named_with_its_column_and_the_others_are_answered(string row, string expected)
    {
        var readings = Read($"specimen_id,arrangement,length\nS1,opposite,5\n{row}\nS3,alternate,5\n");
        readings.Length.ShouldBe(3);
        readings[1].Specimen.ShouldBeNull();
        readings[1]
            .Faults.Select(f => f.ToString())
            .ShouldContain(f => f.StartsWith(expected, StringComparison.Ordinal));
        (readings[0].Specimen is not null && readings[2].Specimen is not null).ShouldBeTrue();
        var lines = Written(readings).Split('\n', StringSplitOptions.RemoveEmptyEntries);
        lines.Length.ShouldBe(4, "a row for each, in order");
        lines[2].ShouldContain("expected");
    }

    [Fact]
    public void A_table_with_an_unknown_column_is_refused_whole()
    {
        SpecimenTable
            .Read("table.csv", Encoding.UTF8.GetBytes("specimen_id,colour\nS1,red\n"), Guide, out var faults)
            .ShouldBeEmpty();
        faults.ShouldHaveSingleItem().Column.ShouldBe("colour");
    }

    [Fact]
    public void The_result_names_each_with_its_weights()
    {
        var text = Written(Read("specimen_id,arrangement,length\nS1,opposite,40; 42; 44\nS2,alternate,\n"));
        var lines = text.Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        lines[0]
            .ShouldBe(
                "specimen_id,name_1,weight_1,name_2,weight_2,outside,lowest_rank,lowest_name,lowest_weight,fault"
            );
        lines[1].ShouldStartWith("S1,Alba prima,0.");
        lines[2].ShouldStartWith("S2,Alba secunda,0.");
        var expected = SpecimenResults
            .Name(Model, Read("specimen_id,arrangement\nS2,alternate\n")[0].Specimen!, PriorFactors.None, 1)
            .Names[0]
            .Mass;
        double.Parse(lines[2].Split(',')[2], System.Globalization.CultureInfo.InvariantCulture)
            .ShouldBe(expected, 1e-6);
    }

    [Fact]
    public void Commonness_counts_unless_the_prior_is_flat()
    {
        var specimen = Read("specimen_id,length\nS1,\n")[0].Specimen!;
        SpecimenResults
            .Name(Model, specimen, PriorFactors.All, 4)
            .Names[0]
            .Name.Name.ShouldBe("Alba prima", "the other one is rare");
        SpecimenResults
            .Name(Model, specimen, PriorFactors.None, 4)
            .Names.Select(n => n.Mass)
            .Distinct()
            .Count()
            .ShouldBe(1);
    }

    private static ImmutableArray<SpecimenReading> Read(string csv)
    {
        var readings = SpecimenTable.Read("table.csv", Encoding.UTF8.GetBytes(csv), Guide, out var faults);
        faults.ShouldBeEmpty();
        return readings;
    }

    private static string Written(ImmutableArray<SpecimenReading> readings)
    {
        using var writer = new StringWriter();
        SpecimenResults.Write(Model, readings, 2, PriorFactors.None, writer);
        return writer.ToString();
    }

    private static Guide Small()
    {
        var files = new Dictionary<string, string>
        {
            ["datapackage.json"] = """{"name":"tiny","title":"Tiny","version":"1.0.0"}""",
            ["taxa.csv"] =
                "id,parent,rank,name,commonness\nalba,,genus,Alba,\nalba-prima,alba,species,Alba prima,common\nalba-secunda,alba,species,Alba secunda,rare\n",
            ["characters.csv"] =
                "id,organ,label,kind,unit,states,minimum,maximum\narrangement,leaf,Arrangement,unordered,,opposite | alternate,,\nlength,leaf,Length,length,mm,,1,500\npieces,leaf,Pieces,count,,,1,99\n",
            ["statements.csv"] =
                "taxon,character,value\nalba-prima,arrangement,opposite\nalba-secunda,arrangement,alternate\nalba-prima,length,30–60\n",
        };
        var reading = GuideReader.Read(
            new PackageFiles("tiny", files.ToDictionary(f => f.Key, f => Encoding.UTF8.GetBytes(f.Value)))
        );
        return reading.Guide ?? throw new InvalidOperationException(string.Join('\n', reading.Faults));
    }
}
