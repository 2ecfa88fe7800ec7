using System.Globalization;
using System.IO.Compression;
using System.Text;
using System.Xml;
using CsvHelper;

namespace Garten.Formats.Records;

/// <summary>What an archive says of itself.</summary>
/// <param name="Title">Title of the survey.</param>
/// <param name="Abstract">What it is, in a few sentences.</param>
/// <param name="People">People of the survey; at least one.</param>
/// <param name="Published">Day it was written.</param>
public sealed record ArchiveAbout(string Title, string Abstract, IReadOnlyList<string> People, DateOnly Published);

/// <summary>
/// Writes a Darwin Core archive (Darwin Core text guide, TDWG): a zip of CSV tables, a core and extensions that refer to its rows,
/// <c>meta.xml</c> that describes them and <c>eml.xml</c> about the whole (Ecological Metadata Language 2.1.1).
/// </summary>
public static class DarwinCoreArchive
{
    private const string Text = "http://rs.tdwg.org/dwc/text/";
    private const string Eml = "eml://ecoinformatics.org/eml-2.1.1";

    /// <summary>Writes an archive.</summary>
    /// <param name="core">The core; its first column numbers its rows.</param>
    /// <param name="extensions">The extensions; their first column refers to the core's.</param>
    /// <param name="about">What the archive says of itself.</param>
    /// <param name="pictures">Pictures whose files lie beside the tables; each is written when its turn comes, so that they need not all be at hand.</param>
    /// <param name="stream">Where to; left open.</param>
    public static async Task WriteAsync(
        ArchiveTable core,
        IReadOnlyList<ArchiveTable> extensions,
        ArchiveAbout about,
        IEnumerable<ArchivePicture> pictures,
        Stream stream,
        CancellationToken cancel
    )
    {
        using var zip = new ZipArchive(stream, ZipArchiveMode.Create, leaveOpen: true);
        foreach (var table in extensions.Prepend(core))
        {
            using var file = zip.CreateEntry(table.File).Open();
            WriteTable(table, file);
        }

        Xml(zip, "meta.xml", xml => WriteMeta(core, extensions, xml));
        Xml(zip, "eml.xml", xml => WriteAbout(about, xml));
        foreach (var picture in pictures)
        {
            // Pictures are packed already.
            await using var file = zip.CreateEntry(
                    ArchivePicture.FileOf(picture.Id, picture.Type),
                    CompressionLevel.NoCompression
                )
                .Open();
            await picture.WriteTo(file, cancel);
        }
    }

    private static void WriteTable(ArchiveTable table, Stream stream)
    {
        using var writer = new StreamWriter(stream, new UTF8Encoding(false));
        using var csv = new CsvWriter(writer, DarwinCoreCsv.Form);
        string[] names = [.. table.Terms.Select(Name)];
        foreach (var name in names)
        {
            csv.WriteField(name);
        }

        csv.NextRecord();
        foreach (var row in table.Rows)
        {
            foreach (var name in names)
            {
                csv.WriteField(row.GetValueOrDefault(name, ""));
            }

            csv.NextRecord();
        }
    }

    private static void WriteMeta(ArchiveTable core, IReadOnlyList<ArchiveTable> extensions, XmlWriter xml)
    {
        xml.WriteStartElement("archive", Text);
        xml.WriteAttributeString("metadata", "eml.xml");
        Describe("core", core);
        foreach (var extension in extensions)
        {
            Describe("extension", extension);
        }

        xml.WriteEndElement();

        void Describe(string element, ArchiveTable table)
        {
            xml.WriteStartElement(element, Text);
            xml.WriteAttributeString("encoding", "UTF-8");
            xml.WriteAttributeString("fieldsTerminatedBy", ",");
            xml.WriteAttributeString("linesTerminatedBy", @"\r\n");
            xml.WriteAttributeString("fieldsEnclosedBy", "\"");
            xml.WriteAttributeString("ignoreHeaderLines", "1");
            xml.WriteAttributeString("rowType", table.RowType);
            xml.WriteStartElement("files", Text);
            xml.WriteElementString("location", Text, table.File);
            xml.WriteEndElement();
            xml.WriteStartElement(element == "core" ? "id" : "coreid", Text);
            xml.WriteAttributeString("index", "0");
            xml.WriteEndElement();
            for (var i = 0; i < table.Terms.Count; i++)
            {
                xml.WriteStartElement("field", Text);
                xml.WriteAttributeString("index", i.ToString(CultureInfo.InvariantCulture));
                xml.WriteAttributeString("term", table.Terms[i]);
                xml.WriteEndElement();
            }

            xml.WriteEndElement();
        }
    }

    private static void WriteAbout(ArchiveAbout about, XmlWriter xml)
    {
        xml.WriteStartElement("eml", "eml", Eml);
        xml.WriteAttributeString(
            "packageId",
            string.Create(CultureInfo.InvariantCulture, $"garten/{about.Published:yyyy-MM-dd}")
        );
        xml.WriteAttributeString("system", "garten");
        xml.WriteStartElement("dataset");
        xml.WriteElementString("title", about.Title);
        foreach (var person in about.People)
        {
            Party("creator", person);
        }

        xml.WriteElementString("pubDate", about.Published.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture));
        xml.WriteElementString("language", "eng");
        xml.WriteStartElement("abstract");
        xml.WriteElementString("para", about.Abstract);
        xml.WriteEndElement();
        Party("contact", about.People[0]);
        xml.WriteEndElement();
        xml.WriteEndElement();

        void Party(string element, string person)
        {
            xml.WriteStartElement(element);
            xml.WriteStartElement("individualName");
            xml.WriteElementString("surName", person);
            xml.WriteEndElement();
            xml.WriteEndElement();
        }
    }

    private static string Name(string term) => term[(term.LastIndexOf('/') + 1)..];

    private static void Xml(ZipArchive zip, string name, Action<XmlWriter> write)
    {
        using var file = zip.CreateEntry(name).Open();
        using var xml = XmlWriter.Create(
            file,
            new XmlWriterSettings { Encoding = new UTF8Encoding(false), Indent = true }
        );
        write(xml);
    }
}
