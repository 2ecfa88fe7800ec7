using System.IO.Compression;
using System.Text;
using System.Xml.Linq;

namespace Garten.Testing;

/// <summary>A table of an archive as its description says.</summary>
/// <param name="File">Name of its file.</param>
/// <param name="IsCore">True for the core.</param>
public sealed record ReadTable(string File, string RowType, bool IsCore);

/// <summary>An archive read without any of the code that writes it.</summary>
/// <param name="Tables">Its tables with their rows by term; the number of the core's row under "id".</param>
/// <param name="About">What it says of itself.</param>
public sealed record ArchiveReader(
    IReadOnlyList<(ReadTable Table, IReadOnlyList<Dictionary<string, string>> Rows)> Tables,
    XElement About
)
{
    private static readonly XNamespace Text = "http://rs.tdwg.org/dwc/text/";

    /// <summary>Reads an archive; throws where a table is not as its description says.</summary>
    public static ArchiveReader Read(byte[] content)
    {
        using var zip = new ZipArchive(new MemoryStream(content));
        var meta = Xml("meta.xml");
        List<(ReadTable, IReadOnlyList<Dictionary<string, string>>)> tables = [];
        foreach (var table in meta.Elements().Where(e => e.Name == Text + "core" || e.Name == Text + "extension"))
        {
            if (
                table.Attribute("fieldsTerminatedBy")!.Value != ","
                || table.Attribute("fieldsEnclosedBy")!.Value != "\""
                || table.Attribute("ignoreHeaderLines")!.Value != "1"
            )
            {
                throw new InvalidDataException("This reader knows CSV with a header line only.");
            }

            var file = table.Element(Text + "files")!.Element(Text + "location")!.Value;
            var core = table.Name == Text + "core";
            var id = int.Parse(table.Element(Text + (core ? "id" : "coreid"))!.Attribute("index")!.Value);
            var terms = table
                .Elements(Text + "field")
                .ToDictionary(f => int.Parse(f.Attribute("index")!.Value), f => f.Attribute("term")!.Value);
            using var reader = new StreamReader(
                zip.GetEntry(file)!.Open(),
                new UTF8Encoding(false, throwOnInvalidBytes: true)
            );
            var rows = Cells(reader.ReadToEnd());
            foreach (var (index, term) in terms)
            {
                if (!term.EndsWith("/" + rows[0][index], StringComparison.Ordinal))
                {
                    throw new InvalidDataException(
                        $"{file}: column {index} is headed {rows[0][index]}, but described as {term}."
                    );
                }
            }

            tables.Add(
                (
                    new(file, table.Attribute("rowType")!.Value, core),
                    [
                        .. rows.Skip(1)
                            .Select(r =>
                                r.Length == rows[0].Length
                                    ? new Dictionary<string, string>(
                                        terms.Select(t => KeyValuePair.Create(t.Value, r[t.Key]))
                                    )
                                    {
                                        ["id"] = r[id],
                                    }
                                    : throw new InvalidDataException(
                                        $"{file}: a row has {r.Length} cells of {rows[0].Length}."
                                    )
                            ),
                    ]
                )
            );
        }

        return new(tables, Xml(meta.Attribute("metadata")!.Value));

        XElement Xml(string name)
        {
            using var file = zip.GetEntry(name)!.Open();
            return XElement.Load(file);
        }
    }

    /// <summary>Cells of CSV by RFC 4180, letter by letter.</summary>
    private static List<string[]> Cells(string text)
    {
        List<string[]> rows = [];
        List<string> row = [];
        var cell = new StringBuilder();
        var quoted = false;
        for (var i = 0; i < text.Length; i++)
        {
            switch (text[i])
            {
                case '"' when quoted && i + 1 < text.Length && text[i + 1] == '"':
                    cell.Append('"');
                    i++;
                    break;
                case '"':
                    quoted = !quoted;
                    break;
                case ',' when !quoted:
                    row.Add(cell.ToString());
                    cell.Clear();
                    break;
                case '\r' when !quoted && text[i + 1] == '\n':
                    row.Add(cell.ToString());
                    cell.Clear();
                    rows.Add([.. row]);
                    row.Clear();
                    i++;
                    break;
                default:
                    cell.Append(text[i]);
                    break;
            }
        }

        return rows;
    }
}
