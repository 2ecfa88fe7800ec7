using System.Globalization;
using System.IO.Compression;
using System.Text;
using System.Xml;
using System.Xml.Linq;
using CsvHelper;
using CsvHelper.Configuration;
using Garten.Core.Survey.Importing;

namespace Garten.Formats.Records;

/// <summary>The tables of a Darwin Core archive that hold events and occurrences.</summary>
/// <param name="Events">Events; none where occurrences are the core.</param>
/// <param name="Faults">What is wrong with the archive itself.</param>
public sealed record ReadArchive(
    IReadOnlyList<ArchivedRow> Events,
    IReadOnlyList<ArchivedRow> Occurrences,
    IReadOnlyList<ArchivedFault> Faults
);

/// <summary>Reads Darwin Core archives (Darwin Core text guide, TDWG). Nothing is unpacked to disk, and no more than a stated size is unpacked at all.</summary>
public static class DarwinCoreArchiveReader
{
    /// <summary>Most bytes unpacked of one archive.</summary>
    public const long MostUnpacked = 100L * 1024 * 1024;

    /// <summary>Most files in an archive, pictures among them.</summary>
    public const int MostFiles = 20_000;

    private const long MostMeta = 1024 * 1024;
    private const int LongestCell = 100_000;

    /// <summary>True for a zip file.</summary>
    public static bool IsArchive(ReadOnlySpan<byte> content) => content is [0x50, 0x4B, 0x03 or 0x05, 0x04 or 0x06, ..];

    /// <summary>Reads an archive.</summary>
    /// <param name="content">The zip file, which can be searched; left open.</param>
    public static ReadArchive Read(Stream content)
    {
        try
        {
            using ZipArchive zip = new(content, ZipArchiveMode.Read, leaveOpen: true);
            return Read(zip);
        }
        catch (InvalidDataException)
        {
            return Unreadable("", 0, "The file is no archive, or is damaged. Fetch it again.");
        }
        catch (XmlException e)
        {
            return Unreadable(
                "meta.xml",
                e.LineNumber,
                "It cannot be read: a description of an archive is plain XML without a document type."
            );
        }
        catch (ArchiveException e)
        {
            return Unreadable(e.File, e.Line, e.Message);
        }
    }

    private static ReadArchive Read(ZipArchive zip)
    {
        if (zip.Entries.Count > MostFiles)
        {
            throw new ArchiveException("", 0, $"The archive holds {zip.Entries.Count} files; {MostFiles} is the most.");
        }

        var left = MostUnpacked;
        var meta = ZipFiles.Unpack(zip, "meta.xml", Math.Min(MostMeta, left), ref left)
            ?? throw new ArchiveException("", 0, "The archive has no meta.xml that says what its tables hold.");
        XmlReaderSettings settings = new()
        {
            DtdProcessing = DtdProcessing.Prohibit,
            XmlResolver = null,
            MaxCharactersInDocument = MostMeta,
        };
        using var xml = XmlReader.Create(new MemoryStream(meta), settings);
        var root = XDocument.Load(xml).Root!;
        List<ArchivedRow> events = [];
        List<ArchivedRow> occurrences = [];
        foreach (var table in root.Elements().Where(e => e.Name.LocalName is "core" or "extension"))
        {
            var type = table.Attribute("rowType")?.Value ?? "";
            var into =
                type.EndsWith("/Event", StringComparison.Ordinal) ? events
                : type.EndsWith("/Occurrence", StringComparison.Ordinal) ? occurrences
                : null;
            if (into is not null)
            {
                ReadTable(zip, table, into, ref left);
            }
        }

        return occurrences.Count == 0 && events.Count == 0
            ? throw new ArchiveException("meta.xml", 0, "It names no table of events or occurrences.")
            : new(events, occurrences, []);
    }

    private static void ReadTable(ZipArchive zip, XElement table, List<ArchivedRow> into, ref long left)
    {
        var file = table.Descendants().FirstOrDefault(e => e.Name.LocalName == "location")?.Value.Trim() ?? "";
        if (file.Length == 0 || file.AsSpan().ContainsAny('/', '\\') || file.Contains("..", StringComparison.Ordinal))
        {
            throw new ArchiveException(
                "meta.xml",
                0,
                $"“{file}” is no file of the archive. Tables lie beside meta.xml."
            );
        }

        if (!Attribute(table, "encoding", "UTF-8").Equals("UTF-8", StringComparison.OrdinalIgnoreCase))
        {
            throw new ArchiveException(
                file,
                0,
                $"It is written in {Attribute(table, "encoding", "")}. Write it in UTF-8."
            );
        }

        var content = ZipFiles.Unpack(zip, file, left, ref left)
            ?? throw new ArchiveException("meta.xml", 0, $"The archive has no file “{file}”.");
        string text;
        try
        {
            text = new UTF8Encoding(false, throwOnInvalidBytes: true).GetString(
                content.AsSpan(content is [0xEF, 0xBB, 0xBF, ..] ? 3 : 0)
            );
        }
        catch (DecoderFallbackException)
        {
            throw new ArchiveException(file, 0, "It is said to be UTF-8, and is not. Write it anew.");
        }

        // A term stands at its column; one without a column holds the same for all rows.
        var fields = table
            .Elements()
            .Where(e => e.Name.LocalName == "field")
            .Select(e =>
                (
                    Term: Last(e.Attribute("term")?.Value ?? ""),
                    At: int.TryParse(
                        e.Attribute("index")?.Value,
                        NumberStyles.None,
                        CultureInfo.InvariantCulture,
                        out var at
                    )
                        ? at
                        : -1,
                    Default: e.Attribute("default")?.Value ?? ""
                )
            )
            .ToList();
        // The number of an event, and in its extensions the event a row belongs to, may stand without a term; that of an occurrence is its own.
        var id = table.Elements().FirstOrDefault(e => e.Name.LocalName is "id" or "coreid")?.Attribute("index")?.Value;
        if (
            int.TryParse(id, NumberStyles.None, CultureInfo.InvariantCulture, out var idAt)
            && !fields.Exists(f => f.Term == "eventID")
            && (
                table.Name.LocalName == "extension"
                || Attribute(table, "rowType", "").EndsWith("/Event", StringComparison.Ordinal)
            )
        )
        {
            fields.Add(("eventID", idAt, ""));
        }

        var quote = Unescaped(Attribute(table, "fieldsEnclosedBy", ""));
        CsvConfiguration form = new(CultureInfo.InvariantCulture)
        {
            Delimiter = Unescaped(Attribute(table, "fieldsTerminatedBy", ",")) is { Length: 1 } one
                ? one
                : throw new ArchiveException("meta.xml", 0, $"The columns of {file} are parted by more than one sign."),
            HasHeaderRecord = false,
            Mode = quote.Length == 1 ? CsvMode.RFC4180 : CsvMode.NoEscape,
            Quote = quote.Length == 1 ? quote[0] : '"',
            BadDataFound = null,
            MaxFieldSize = LongestCell,
        };
        var skipped = int.TryParse(
            Attribute(table, "ignoreHeaderLines", "0"),
            NumberStyles.None,
            CultureInfo.InvariantCulture,
            out var heads
        )
            ? heads
            : 0;
        using CsvReader csv = new(new StringReader(text), form);
        try
        {
            for (var row = 0; csv.Read(); row++)
            {
                if (row < skipped)
                {
                    continue;
                }

                if (into.Count == DelimitedText.MostRows)
                {
                    throw new ArchiveException(
                        file,
                        csv.Parser.RawRow,
                        FormattableString.Invariant(
                            $"It has more than {DelimitedText.MostRows:N0} rows. Send it in parts."
                        )
                    );
                }

                var cells = csv.Parser.Record!;
                Dictionary<string, string> named = new(StringComparer.Ordinal);
                foreach (var (term, at, usual) in fields)
                {
                    named[term] =
                        at >= 0 && at < cells.Length ? cells[at].Replace("\0", "", StringComparison.Ordinal) : usual;
                }

                into.Add(new(file, csv.Parser.RawRow, named));
            }
        }
        catch (MaxFieldSizeException)
        {
            throw new ArchiveException(
                file,
                csv.Parser.RawRow,
                FormattableString.Invariant(
                    $"A cell has more than {LongestCell:N0} characters. A quotation mark may be missing."
                )
            );
        }
    }

    private static string Attribute(XElement element, string name, string usual) =>
        element.Attribute(name)?.Value ?? usual;

    private static string Unescaped(string sign) => sign.Replace(@"\t", "\t", StringComparison.Ordinal);

    private static string Last(string term) => term[(term.LastIndexOfAny(['/', '#', ':']) + 1)..];

    private static ReadArchive Unreadable(string file, int line, string says) =>
        new([], [], [new(file, line, "", says)]);
}
