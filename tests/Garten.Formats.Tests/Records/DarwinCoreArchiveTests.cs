using System.IO.Compression;
using System.Text;
using System.Xml.Linq;
using Garten.Formats.Records;
using Garten.Testing;

namespace Garten.Formats.Tests.Records;

/// <summary>Archives read back with nothing but a zip reader, an XML reader and the rules of RFC 4180.</summary>
public sealed class DarwinCoreArchiveTests
{
    private static readonly ArchiveAbout About = new(
        "Survey of <Here> & there",
        "Plants, “counted”.",
        ["R. Ostrow", "M. Falk"],
        new(2026, 11, 20)
    );

    private static readonly ArchiveTable Events = ArchiveTable.Events([
        new Dictionary<string, string>
        {
            ["eventID"] = "visit:1",
            ["locality"] = "Mill, \"upper\"\nrace",
            ["eventDate"] = "2026-05-01",
        },
    ]);

    private static readonly ArchiveTable Occurrences = ArchiveTable.Occurrences([
        new Dictionary<string, string>
        {
            ["eventID"] = "visit:1",
            ["occurrenceID"] = "line:1",
            ["scientificName"] = "Acer macrophyllum Pursh",
            ["organismQuantity"] = "12",
        },
        new Dictionary<string, string>
        {
            ["eventID"] = "visit:1",
            ["occurrenceID"] = "line:2",
            ["scientificName"] = "Alnus rubra Bong.",
            ["not a term"] = "left out",
        },
    ]);

    [Fact]
    public async Task What_meta_xml_says_is_what_the_tables_hold()
    {
        var archive = ArchiveReader.Read(await WrittenAsync());
        var (core, rows) = archive.Tables.Single(t => t.Table.File == "event.csv");
        core.RowType.ShouldBe("http://rs.tdwg.org/dwc/terms/Event");
        rows.ShouldHaveSingleItem()["http://rs.tdwg.org/dwc/terms/locality"].ShouldBe("Mill, \"upper\"\nrace");
        var occurrences = archive.Tables.Single(t => t.Table.File == "occurrence.csv").Rows;
        occurrences.Select(r => r["http://rs.tdwg.org/dwc/terms/organismQuantity"]).ShouldBe(["12", ""]);
        occurrences.ShouldAllBe(r => r["id"] == "visit:1");
    }

    [Fact]
    public async Task The_archive_tells_of_itself_in_sound_xml()
    {
        var about = ArchiveReader.Read(await WrittenAsync()).About;
        about.Name.ShouldBe(XName.Get("eml", "eml://ecoinformatics.org/eml-2.1.1"));
        about.Descendants("title").Single().Value.ShouldBe("Survey of <Here> & there");
        about.Descendants("creator").Select(c => c.Value).ShouldBe(["R. Ostrow", "M. Falk"]);
        about.Descendants("pubDate").Single().Value.ShouldBe("2026-11-20");
    }

    [Fact]
    public async Task Lines_of_every_table_end_as_meta_xml_says()
    {
        using var zip = new ZipArchive(new MemoryStream(await WrittenAsync()));
        using var reader = new StreamReader(zip.GetEntry("occurrence.csv")!.Open(), Encoding.UTF8);
        reader.ReadToEnd().Split("\r\n").Length.ShouldBe(4);
    }

    [Fact]
    public async Task Pictures_lie_beside_the_tables_byte_for_byte()
    {
        ArchivePicture[] pictures = [Picture("image/jpeg", 1, 2, 3), Picture("image/webp", 4, 5)];
        using MemoryStream stream = new(await WrittenAsync(pictures));
        using ArchivedPictures found = new(stream, 3, 5);
        found.Find(pictures[0].Id, "image/jpeg").ShouldBe([1, 2, 3]);
        found.Find(pictures[1].Id, "image/webp").ShouldBe([4, 5]);
        found.Find(new(Guid.NewGuid()), "image/png").ShouldBeNull();
        found.Find(pictures[0].Id, "image/png").ShouldBeNull("it is of another type");

        // All that may be unpacked of the archive has been.
        Should
            .Throw<InvalidDataException>(() => found.Find(pictures[0].Id, "image/jpeg"))
            .Message.ShouldContain("unpacks to too much");
        using ArchivedPictures small = new(stream, 2, 100);
        Should
            .Throw<InvalidDataException>(() => small.Find(pictures[0].Id, "image/jpeg"))
            .Message.ShouldStartWith($"picture-{pictures[0].Id:D}.jpg ");
        using ArchivedPictures none = new(new MemoryStream([1, 2, 3]), 2, 100);
        none.Find(pictures[0].Id, "image/jpeg").ShouldBeNull();
    }

    [Fact]
    public async Task A_damaged_picture_says_so()
    {
        var picture = Picture("image/jpeg", [.. Enumerable.Range(0, 4000).Select(i => (byte)i)]);
        var archive = await WrittenAsync([picture]);

        // The picture's own head in the zip, where its name stands for the first time.
        var head = archive.AsSpan().IndexOf(Encoding.ASCII.GetBytes(ArchivePicture.FileOf(picture.Id, picture.Type)));
        archive.AsSpan(head - 30, 4).Clear();
        using ArchivedPictures found = new(new MemoryStream(archive), 10_000, 10_000);
        Should
            .Throw<InvalidDataException>(() => found.Find(picture.Id, picture.Type))
            .Message.ShouldEndWith("is damaged. Fetch the archive again.");
    }

    private static ArchivePicture Picture(string type, params byte[] content) =>
        new(new(Guid.NewGuid()), type, (to, cancel) => to.WriteAsync(content, cancel).AsTask());

    private static async Task<byte[]> WrittenAsync(params ArchivePicture[] pictures)
    {
        MemoryStream stream = new();
        await DarwinCoreArchive.WriteAsync(
            Events,
            [Occurrences],
            About,
            pictures,
            stream,
            TestContext.Current.CancellationToken
        );
        return stream.ToArray();
    }
}
