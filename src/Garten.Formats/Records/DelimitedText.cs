using System.Globalization;
using System.Text;
using CsvHelper;
using CsvHelper.Configuration;

namespace Garten.Formats.Records;

/// <summary>A table of text whatever separates its columns: comma, semicolon or tabulator, in UTF-8, UTF-16 or the old western code page.</summary>
/// <param name="Headers">Names of its columns.</param>
/// <param name="Rows">Its rows with their line in the file; each has as many cells as there are columns.</param>
/// <param name="Faults">What is wrong: the line, and a sentence.</param>
public sealed record DelimitedText(
    IReadOnlyList<string> Headers,
    IReadOnlyList<(int Line, string[] Cells)> Rows,
    IReadOnlyList<(int Line, string Says)> Faults
)
{
    /// <summary>Most rows of a table.</summary>
    public const int MostRows = 200_000;

    /// <summary>Most columns of a table.</summary>
    public const int MostColumns = 200;

    private const int LongestCell = 100_000;

    private static readonly char[] Delimiters = [',', ';', '\t'];

    /// <summary>Reads a table.</summary>
    public static DelimitedText Read(byte[] content)
    {
        var text = TextOf(content);
        if (text.Contains('\0', StringComparison.Ordinal))
        {
            return Unreadable(0, "The file is no text. Save the table as CSV.");
        }

        var configuration = new CsvConfiguration(CultureInfo.InvariantCulture)
        {
            Delimiter = DelimiterOf(text),
            BadDataFound = null,
            MissingFieldFound = null,
            TrimOptions = TrimOptions.Trim,
            MaxFieldSize = LongestCell,
        };
        using var csv = new CsvReader(new StringReader(text), configuration);
        try
        {
            return csv.Read() && csv.ReadHeader() ? Read(csv) : Unreadable(1, "The file is empty.");
        }
        catch (MaxFieldSizeException)
        {
            return Unreadable(
                csv.Parser.RawRow,
                FormattableString.Invariant(
                    $"A cell has more than {LongestCell:N0} characters. A quotation mark may be missing."
                )
            );
        }
    }

    private static DelimitedText Read(CsvReader csv)
    {
        var headers = csv.HeaderRecord!;
        if (headers.Length > MostColumns)
        {
            return Unreadable(1, $"The table has {headers.Length} columns; {MostColumns} is the most.");
        }

        List<(int, string[])> rows = [];
        List<(int, string)> faults = [];
        while (csv.Read())
        {
            var cells = csv.Parser.Record!;
            if (cells.All(string.IsNullOrEmpty))
            {
                continue;
            }

            if (cells.Length != headers.Length)
            {
                faults.Add(
                    (csv.Parser.RawRow, $"The row has {cells.Length} cells, the table {headers.Length} columns.")
                );
                continue;
            }

            if (rows.Count == MostRows)
            {
                return Unreadable(
                    csv.Parser.RawRow,
                    FormattableString.Invariant($"The table has more than {MostRows:N0} rows. Send it in parts.")
                );
            }

            rows.Add((csv.Parser.RawRow, cells));
        }

        return new(headers, rows, faults);
    }

    private static DelimitedText Unreadable(int line, string says) => new([], [], [(line, says)]);

    private static string TextOf(byte[] content)
    {
        if (content is [0xFF, 0xFE, ..])
        {
            return Encoding.Unicode.GetString(content.AsSpan(2));
        }

        if (content is [0xFE, 0xFF, ..])
        {
            return Encoding.BigEndianUnicode.GetString(content.AsSpan(2));
        }

        var body = content.AsSpan(content is [0xEF, 0xBB, 0xBF, ..] ? 3 : 0);
        try
        {
            return new UTF8Encoding(false, throwOnInvalidBytes: true).GetString(body);
        }
        catch (DecoderFallbackException)
        {
            // Bytes that are no UTF-8 come from programs that still write the western code page; its letters are those of Latin 1.
            return Encoding.Latin1.GetString(body);
        }
    }

    /// <summary>What stands most often in the first line, outside quotation marks.</summary>
    private static string DelimiterOf(string text)
    {
        var end = text.IndexOf('\n', StringComparison.Ordinal);
        var first = (end < 0 ? text : text[..end]).Split('"').Where((_, i) => i % 2 == 0).SelectMany(p => p).ToArray();
        return Delimiters.MaxBy(d => first.Count(c => c == d)).ToString();
    }
}
