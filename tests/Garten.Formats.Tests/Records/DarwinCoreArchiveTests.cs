using System.IO.Compression;
using System.Text;
using System.Xml.Linq;
using Garten.Formats.Records;
using Garten.Testing;

namespace Garten.Formats.Tests.Records;

/// <summary>Archives read back with nothing but a zip reader, an XML reader and the rules of RFC 4180.</summary>
public sealed class DarwinCoreArchiveTests
{
    private static readonly ArchiveAbout About = new("Survey of <Here> & there", "Plants, “counted”.", ["R. Ostrow", "M. Falk"], new(2026, 11, 20));

    private static readonly ArchiveTable Events = ArchiveTable.Events([new Dictionary<string, string> { ["eventID"] = "visit:1", ["locality"] = "Mill, \"upper\"\nrace", ["eventDate"] = "2026-05-01" }]);

    private static readonly ArchiveTable Occurrences = ArchiveTable.Occurrences(
    [
        new Dictionary<string, string> { ["eventID"] = "visit:1", ["occurrenceID"] = "line:1", ["scientificName"] = "Acer macrophyllum Pursh", ["organismQuantity"] = "12" },
        new Dictionary<string, string> { ["eventID"] = "visit:1", ["occurrenceID"] = "line:2", ["scientificName"] = "Alnus rubra Bong.", ["not a term"] = "left out" },
    ]);

    [Fact]
    public void What_meta_xml_says_is_what_the_tables_hold()
    {
        var archive = ArchiveReader.Read(Written());
        var (core, rows) = archive.Tables.Single(t => t.Table.File == "event.csv");
        core.RowType.ShouldBe("http://rs.tdwg.org/dwc/terms/Event");
        rows.ShouldHaveSingleItem()["http://rs.tdwg.org/dwc/terms/locality"].ShouldBe("Mill, \"upper\"\nrace");
        var occurrences = archive.Tables.Single(t => t.Table.File == "occurrence.csv").Rows;
        occurrences.Select(r => r["http://rs.tdwg.org/dwc/terms/organismQuantity"]).ShouldBe(["12", ""]);
        occurrences.ShouldAllBe(r => r["id"] == "visit:1");
    }

    [Fact]
    public void The_archive_tells_of_itself_in_sound_xml()
    {
        var about = ArchiveReader.Read(Written()).About;
        about.Name.ShouldBe(XName.Get("eml", "eml://ecoinformatics.org/eml-2.1.1"));
        about.Descendants("title").Single().Value.ShouldBe("Survey of <Here> & there");
        about.Descendants("creator").Select(c => c.Value).ShouldBe(["R. Ostrow", "M. Falk"]);
        about.Descendants("pubDate").Single().Value.ShouldBe("2026-11-20");
    }

    [Fact]
    public void Lines_of_every_table_end_as_meta_xml_says()
    {
        using var zip = new ZipArchive(new MemoryStream(Written()));
        using var reader = new StreamReader(zip.GetEntry("occurrence.csv")!.Open(), Encoding.UTF8);
        reader.ReadToEnd().Split("\r\n").Length.ShouldBe(4);
    }

    private static byte[] Written()
    {
        var stream = new MemoryStream();
        DarwinCoreArchive.Write(Events, [Occurrences], About, stream);
        return stream.ToArray();
    }
}
