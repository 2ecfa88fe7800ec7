using System.Globalization;
using System.Text;
using CsvHelper;
using Garten.Core.Survey;
using Garten.Core.Survey.Access;
using Garten.Formats.Records;
using Garten.Testing;

namespace Garten.Formats.Tests.Records;

public sealed class DarwinCoreCsvTests
{
    private static readonly SurveyRecord Record = new(
        Numbered.Id<VisitId>(7),
        Numbered.Id<PlantId>(3),
        "TF-003",
        Numbered.Id<SiteVisitId>(5),
        new(2026, 4, 22),
        "R. Ostrow",
        "Millrace Bottom",
        118,
        45.0021,
        -123.704,
        60,
        "Shrub, 2 m \"by the race\"\nleft bank",
        Origin.Wild,
        LifeStage.Mature,
        null,
        [PlantPart.Leaves, PlantPart.Flowers],
        "",
        "Sambucus cf. racemosa",
        IdentificationQualifier.Cf,
        "sambucus-racemosa",
        "Sambucus racemosa",
        "L.",
        "Species",
        "Viburnaceae",
        "Sambucus",
        "red elder",
        "Native",
        "M. Falk",
        new(2026, 4, 23),
        "",
        Numbered.Id<DeterminationId>(9)
    );

    [Fact]
    public void A_record_is_one_row_under_the_standard_s_names()
    {
        var row = Single(Record);
        row["occurrenceID"].ShouldBe($"TF-003:{Record.Id}");
        row["eventDate"].ShouldBe("2026-04-22");
        row["scientificName"].ShouldBe("Sambucus racemosa L.");
        row["identificationQualifier"].ShouldBe("cf.");
        row["taxonRank"].ShouldBe("species");
        row["decimalLongitude"].ShouldBe("-123.704", "a negative number is no formula");
        row["reproductiveCondition"].ShouldBe("flowers");
        row["organismRemarks"].ShouldBe("Shrub, 2 m \"by the race\"\nleft bank");
        row["dateIdentified"].ShouldBe("2026-04-23");
    }

    [Fact]
    public void A_find_told_coarsely_holds_its_square_and_neither_day_nor_person_nor_site()
    {
        CoarseRecord told = new(
            new(new("calypso-bulbosa"), "Calypso bulbosa", TaxonRank.Species, "fairy slipper"),
            "(L.) Oakes",
            TaxonRank.Species,
            2026,
            CoarsePlace.Of(new(45.0021, -123.704)),
            2
        );
        var cells = DarwinCoreCsv.CellsOf(told);
        cells.Keys.ShouldBe(DarwinCoreCsv.ColumnNames, ignoreOrder: true);
        cells
            .Where(c => c.Value.Length > 0)
            .Select(c => c.Key)
            .ShouldBe(
                [
                    "occurrenceID",
                    "eventID",
                    "basisOfRecord",
                    "eventDate",
                    "decimalLatitude",
                    "decimalLongitude",
                    "geodeticDatum",
                    "coordinateUncertaintyInMeters",
                    "scientificName",
                    "scientificNameAuthorship",
                    "taxonRank",
                    "kingdom",
                    "occurrenceStatus",
                    "occurrenceRemarks",
                    "informationWithheld",
                    "dataGeneralizations",
                ],
                ignoreOrder: true
            );
        (cells["eventDate"], cells["decimalLatitude"], cells["decimalLongitude"], cells["occurrenceRemarks"]).ShouldBe(
            ("2026", "45.05", "-123.75", "2 records")
        );
        DarwinCoreCsv.CellsOf(told with { Place = null })["geodeticDatum"].ShouldBeEmpty();
        using var stream = new MemoryStream();
        DarwinCoreCsv.Write([Record], [told], stream);
        Encoding.UTF8.GetString(stream.ToArray()).ShouldContain("\r\nwithheld:calypso-bulbosa:2026:45.05:-123.75,");
    }

    [Fact]
    public void Lines_end_as_the_rfc_asks_and_quotes_are_doubled()
    {
        var text = Encoding.UTF8.GetString(Written(Record));
        text.ShouldStartWith(string.Join(',', DarwinCoreCsv.ColumnNames) + "\r\n");
        text.ShouldContain("\"Shrub, 2 m \"\"by the race\"\"\nleft bank\"");
        text.ShouldEndWith("\r\n");
    }

    [Theory]
    [InlineData("=1+1")]
    [InlineData("+cmd|' /C calc'!A0")]
    [InlineData("-2")]
    [InlineData("@SUM(A1)")]
    [InlineData("  =1+1")]
    [InlineData("＝1+1")]
    [InlineData("\t=1+1")]
    [InlineData("\n=1+1")]
    public void No_text_starts_a_formula(string text)
    {
        var cell = Single(Record with { Description = text })["organismRemarks"];
        cell.TrimStart()[0].ShouldBe('\'');
    }

    [Theory]
    [InlineData("<script>alert(1)</script>")]
    [InlineData("Ostrów, Ørsted & Ñandú 木")]
    [InlineData("")]
    public void Other_text_comes_back_as_it_was(string text) =>
        Single(Record with { Recorder = text })["recordedBy"].ShouldBe(text);

    [Fact]
    public void Unknown_things_are_left_empty()
    {
        var row = Single(
            Record with
            {
                Latitude = null,
                Longitude = null,
                UncertaintyM = null,
                Stage = null,
                ElevationM = null,
                Origin = Origin.Unknown,
            }
        );
        row["decimalLatitude"].ShouldBeEmpty();
        row["geodeticDatum"].ShouldBeEmpty();
        row["lifeStage"].ShouldBeEmpty();
    }

    private static byte[] Written(params SurveyRecord[] records)
    {
        using var stream = new MemoryStream();
        DarwinCoreCsv.Write(records, [], stream);
        return stream.ToArray();
    }

    private static Dictionary<string, string> Single(SurveyRecord record)
    {
        using var csv = new CsvReader(
            new StreamReader(new MemoryStream(Written(record))),
            CultureInfo.InvariantCulture
        );
        var row = (IDictionary<string, object>)csv.GetRecords<dynamic>().Single();
        return row.ToDictionary(c => c.Key, c => (string)c.Value);
    }
}
