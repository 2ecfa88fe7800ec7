using System.IO.Compression;
using System.Text;
using Garten.Formats.Records;

namespace Garten.Formats.Tests.Records;

/// <summary>Archives of others, sound ones and those made to harm.</summary>
public sealed class DarwinCoreArchiveReaderTests
{
    private const string Meta = """
        <archive xmlns="http://rs.tdwg.org/dwc/text/">
          <core encoding="UTF-8" fieldsTerminatedBy="," fieldsEnclosedBy="&quot;" ignoreHeaderLines="1" rowType="http://rs.tdwg.org/dwc/terms/Event">
            <files><location>event.csv</location></files><id index="0"/>
            <field index="1" term="http://rs.tdwg.org/dwc/terms/eventDate"/><field index="2" term="http://rs.tdwg.org/dwc/terms/locality"/>
          </core>
          <extension encoding="UTF-8" fieldsTerminatedBy="\t" ignoreHeaderLines="0" rowType="http://rs.tdwg.org/dwc/terms/Occurrence">
            <files><location>occurrence.txt</location></files><coreid index="0"/>
            <field index="0" term="http://rs.tdwg.org/dwc/terms/eventID"/><field index="1" term="http://rs.tdwg.org/dwc/terms/scientificName"/>
            <field term="http://rs.tdwg.org/dwc/terms/recordedBy" default="N. Okafor"/>
          </extension>
          <extension rowType="http://example.org/Song"><files><location>song.csv</location></files></extension>
        </archive>
        """;

    private const string Events = "id,day,place\ne1,2024-05-12,\"Mill, lower\"\ne2,2024-05-13,Ridge\n";
    private const string Occurrences = "e1\tAcer macrophyllum\ne2\tAlnus rubra\n";

    [Fact]
    public void Tables_are_read_as_the_description_says_and_what_is_not_asked_for_is_left()
    {
        var read = ReadBytes(Zip(("meta.xml", Meta), ("event.csv", Events), ("occurrence.txt", Occurrences)));
        read.Faults.ShouldBeEmpty();
        read.Events.Select(e => (e.Line, e["eventID"], e["eventDate"], e["locality"]))
            .ShouldBe([(2, "e1", "2024-05-12", "Mill, lower"), (3, "e2", "2024-05-13", "Ridge")]);
        read.Occurrences.Select(o => (o.File, o["eventID"], o["scientificName"], o["recordedBy"]))
            .ShouldBe([
                ("occurrence.txt", "e1", "Acer macrophyllum", "N. Okafor"),
                ("occurrence.txt", "e2", "Alnus rubra", "N. Okafor"),
            ]);
    }

    [Fact]
    public void What_belongs_to_an_event_may_say_so_by_the_number_of_the_core_alone()
    {
        var bare = Meta.Replace(
            "<field index=\"0\" term=\"http://rs.tdwg.org/dwc/terms/eventID\"/>",
            "",
            StringComparison.Ordinal
        );
        ReadBytes(Zip(("meta.xml", bare), ("event.csv", Events), ("occurrence.txt", Occurrences)))
            .Occurrences.Select(o => o["eventID"])
            .ShouldBe(["e1", "e2"]);
    }

    [Theory]
    [InlineData(
        "event.csv",
        "../../etc/passwd",
        "“../../etc/passwd” is no file of the archive. Tables lie beside meta.xml."
    )]
    [InlineData("event.csv", "/etc/passwd", "“/etc/passwd” is no file of the archive. Tables lie beside meta.xml.")]
    [InlineData("event.csv", @"..\\boot.ini", @"“..\\boot.ini” is no file of the archive. Tables lie beside meta.xml.")]
    [InlineData("event.csv", "other.csv", "The archive has no file “other.csv”.")]
    [InlineData("encoding=\"UTF-8\"", "encoding=\"UTF-7\"", "It is written in UTF-7. Write it in UTF-8.")]
    [InlineData(
        "fieldsTerminatedBy=\",\"",
        "fieldsTerminatedBy=\"::\"",
        "The columns of event.csv are parted by more than one sign."
    )]
    public void A_description_that_points_elsewhere_is_refused(string what, string by, string says) =>
        Fault(
            ("meta.xml", Meta.Replace(what, by, StringComparison.Ordinal)),
            ("event.csv", Events),
            ("occurrence.txt", Occurrences)
        )
            .Says.ShouldBe(says);

    [Fact]
    public void A_document_type_with_entities_is_refused_before_anything_is_fetched()
    {
        const string Outside =
            "<!DOCTYPE archive [<!ENTITY secret SYSTEM \"file:///etc/hostname\">]><archive xmlns=\"http://rs.tdwg.org/dwc/text/\">&secret;</archive>";
        Fault(("meta.xml", Outside))
            .Says.ShouldBe("It cannot be read: a description of an archive is plain XML without a document type.");
        var laughs = string.Concat(
            Enumerable
                .Range(1, 9)
                .Select(i => $"<!ENTITY a{i} \"{string.Concat(Enumerable.Repeat($"&a{i - 1};", 10))}\">")
        );
        Fault(("meta.xml", $"<!DOCTYPE archive [<!ENTITY a0 \"ha\">{laughs}]><archive>&a9;</archive>"))
            .File.ShouldBe("meta.xml");
    }

    [Fact]
    public void What_unpacks_to_more_than_it_may_is_refused_and_not_unpacked_further()
    {
        // 300 MB of nothing packs into 300 kB.
        var bomb = ZipOf(("meta.xml", s => s.Write(Encoding.UTF8.GetBytes(Meta))), ("event.csv", s =>
            {
                var nothing = new byte[1024 * 1024];
                for (var i = 0; i < 300; i++)
                {
                    s.Write(nothing);
                }
            }));
        bomb.Length.ShouldBeLessThan(1024 * 1024);
        ReadBytes(bomb).Faults.ShouldHaveSingleItem().Says.ShouldBe("It unpacks to more than 99 MB.");
        ReadBytes(ZipOf([.. Enumerable.Range(0, 20_001).Select(i => ($"{i}.csv", (Action<Stream>)(_ => { })))]))
            .Faults.ShouldHaveSingleItem()
            .Says.ShouldBe("The archive holds 20001 files; 20000 is the most.");
    }

    [Fact]
    public void A_line_without_end_mixed_letters_and_wrong_signs_are_named()
    {
        Fault(
            ("meta.xml", Meta),
            ("event.csv", "id,day,place\ne1,\"" + new string('x', 200_000)),
            ("occurrence.txt", Occurrences)
        )
            .Says.ShouldStartWith("A cell has more than 100,000 characters.");
        var mixed = ZipOf(
            ("meta.xml", s => s.Write(Encoding.UTF8.GetBytes(Meta))),
            ("event.csv", s =>
                s.Write([
                    .. Encoding.UTF8.GetBytes("id,day,place\ne1,2024-05-12,Søvik\ne2,2024-05-12,S"),
                    0xF8,
                    .. "vik\n"u8,
                ])
            )
        );
        ReadBytes(mixed)
            .Faults.ShouldHaveSingleItem()
            .Says.ShouldBe("It is said to be UTF-8, and is not. Write it anew.");

        // Semicolons where commas were promised: all lands in the first column, and the others are empty.
        ReadBytes(Zip(("meta.xml", Meta), ("event.csv", Events.Replace(',', ';')), ("occurrence.txt", Occurrences)))
            .Events[1]["eventDate"]
            .ShouldBe("");
    }

    [Fact]
    public void What_is_no_archive_or_a_damaged_one_says_so()
    {
        DarwinCoreArchiveReader.IsArchive("PK\u0003\u0004"u8).ShouldBeTrue();
        DarwinCoreArchiveReader.IsArchive("name,date"u8).ShouldBeFalse();
        var whole = Zip(("meta.xml", Meta), ("event.csv", Events), ("occurrence.txt", Occurrences));
        ReadBytes(whole[..(whole.Length / 2)])
            .Faults.ShouldHaveSingleItem()
            .Says.ShouldBe("The file is no archive, or is damaged. Fetch it again.");
        Fault(("readme.txt", "")).Says.ShouldBe("The archive has no meta.xml that says what its tables hold.");
        Fault(("meta.xml", "<archive xmlns=\"http://rs.tdwg.org/dwc/text/\"/>"))
            .Says.ShouldBe("It names no table of events or occurrences.");
    }

    private static ReadArchive ReadBytes(byte[] content) => DarwinCoreArchiveReader.Read(new MemoryStream(content));

    private static Core.Survey.Importing.ArchivedFault Fault(params (string Name, string Text)[] files) =>
        ReadBytes(Zip(files)).Faults.ShouldHaveSingleItem();

    private static byte[] Zip(params (string Name, string Text)[] files) =>
        ZipOf([.. files.Select(f => (f.Name, (Action<Stream>)(s => s.Write(Encoding.UTF8.GetBytes(f.Text)))))]);

    private static byte[] ZipOf(params (string Name, Action<Stream> Write)[] files)
    {
        using MemoryStream content = new();
        using (ZipArchive zip = new(content, ZipArchiveMode.Create, leaveOpen: true))
        {
            foreach (var (name, write) in files)
            {
                using var entry = zip.CreateEntry(name).Open();
                write(entry);
            }
        }

        return content.ToArray();
    }
}
