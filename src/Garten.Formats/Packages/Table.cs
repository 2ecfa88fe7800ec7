using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using CsvHelper;
using CsvHelper.Configuration;

namespace Garten.Formats.Packages;

/// <summary>A row of a table with its place in the file. Cells are trimmed.</summary>
/// <param name="table">The table's file name.</param>
/// <param name="line">Its line, the header being 1.</param>
/// <param name="cells">Cells by column.</param>
/// <param name="faults">Where faults are collected.</param>
public sealed class Row(string table, int line, IReadOnlyDictionary<string, string> cells, ICollection<Fault> faults)
{
    /// <summary>Its line in the file.</summary>
    public int Line => line;

    /// <summary>The cell of a column; empty when the table does not have the column.</summary>
    /// <param name="column">Name of the column.</param>
    public string this[string column] => cells.GetValueOrDefault(column, "");

    /// <summary>Notes a fault in a cell.</summary>
    /// <param name="column">The column; empty for the whole row.</param>
    /// <param name="found">What stands there.</param>
    public void Fault(string column, string found, string expected) =>
        faults.Add(new(table, line, column, found, expected));

    /// <summary>A cell that must not be empty; notes a fault when it is.</summary>
    public string Required(string column)
    {
        if (this[column].Length == 0)
        {
            Fault(column, "nothing", "a value");
        }

        return this[column];
    }

    /// <summary>A cell holding words separated by semicolons.</summary>
    public ImmutableArray<string> List(string column) =>
        [.. this[column].Split(';', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)];

    /// <summary>A cell holding one of the names of an enumeration, written lower-case with hyphens; empty gives <paramref name="blank"/>.</summary>
    /// <param name="blank">Value of an empty cell.</param>
    /// <param name="never">A value that no cell can have; null for none.</param>
    public T Choice<T>(string column, T blank, T? never = null)
        where T : struct, Enum => Words(column, this[column], never) ?? blank;

    /// <summary>As <see cref="Choice"/>, null for an empty cell.</summary>
    public T? Maybe<T>(string column)
        where T : struct, Enum => Words<T>(column, this[column]);

    /// <summary>As <see cref="List"/>, each word one of the names of an enumeration.</summary>
    public ImmutableArray<T> Choices<T>(string column)
        where T : struct, Enum => [.. List(column).Select(w => Words<T>(column, w)).OfType<T>()];

    /// <summary>A cell holding a number; null when empty or unreadable, which is noted.</summary>
    public double? Number(string column)
    {
        if (this[column].Length == 0)
        {
            return null;
        }

        if (
            double.TryParse(this[column], NumberStyles.Float, CultureInfo.InvariantCulture, out var number)
            && double.IsFinite(number)
        )
        {
            return number;
        }

        Fault(column, $"“{this[column]}”", "a number with a point for decimals");
        return null;
    }

    /// <summary>A cell holding a whole number of at least one; null when empty or unreadable, which is noted.</summary>
    public int? Whole(string column)
    {
        if (
            int.TryParse(Required(column), NumberStyles.None, CultureInfo.InvariantCulture, out var number)
            && number > 0
        )
        {
            return number;
        }

        if (this[column].Length > 0)
        {
            Fault(column, $"“{this[column]}”", "a whole number of at least 1");
        }

        return null;
    }

    /// <summary>A cell holding a day of the year as month-day; null when empty or unreadable, which is noted.</summary>
    public DayInYear? Day(string column)
    {
        if (this[column].Length == 0)
        {
            return null;
        }

        // A leap year, so that 29 February can be written.
        if (
            DateOnly.TryParseExact(
                $"2000-{this[column]}",
                "yyyy-MM-dd",
                CultureInfo.InvariantCulture,
                DateTimeStyles.None,
                out var date
            )
        )
        {
            return DayInYear.Of(date);
        }

        Fault(column, $"“{this[column]}”", "month and day as in 04-15");
        return null;
    }

    private T? Words<T>(string column, string word, T? never = null)
        where T : struct, Enum
    {
        if (word.Length == 0)
        {
            return null;
        }

        T[] values = [.. Enum.GetValues<T>().Where(v => !v.Equals(never))];
        foreach (var value in values)
        {
            if (Hyphenated(value.ToString()) == word)
            {
                return value;
            }
        }

        Fault(column, $"“{word}”", $"one of {string.Join(", ", values.Select(v => Hyphenated(v.ToString())))}");
        return null;
    }

    /// <summary>"LowBranch" as "low-branch".</summary>
    /// <param name="name">A name in capitals.</param>
    public static string Hyphenated(string name)
    {
        var words = new StringBuilder();
        foreach (var letter in name)
        {
            if (char.IsUpper(letter) && words.Length > 0)
            {
                words.Append('-');
            }

            words.Append(char.ToLowerInvariant(letter));
        }

        return words.ToString();
    }
}

/// <summary>Reads CSV tables (RFC 4180, UTF-8, first row the names of columns).</summary>
public static class Table
{
    /// <summary>Reads a table of a package.</summary>
    /// <param name="file">Name of the file.</param>
    /// <param name="required">True when a package without it is unsound.</param>
    /// <param name="columns">Columns that must be there.</param>
    /// <param name="optional">Columns that may be there; others are a fault, since a misspelt name would be lost silently.</param>
    /// <param name="faults">Where faults are collected.</param>
    public static ImmutableArray<Row> Read(
        PackageFiles package,
        string file,
        bool required,
        string[] columns,
        string[] optional,
        ICollection<Fault> faults
    )
    {
        using var stream = package.Open(file);
        if (stream is null)
        {
            if (required)
            {
                faults.Add(
                    new(file, 0, "", "no such file", "a table with the columns " + string.Join(", ", columns))
                    {
                        Unreadable = true,
                    }
                );
            }

            return [];
        }

        var configuration = new CsvConfiguration(CultureInfo.InvariantCulture)
        {
            BadDataFound = null,
            MissingFieldFound = null,
            TrimOptions = TrimOptions.Trim,
            MaxFieldSize = 100_000,
        };
        try
        {
            using var reader = new StreamReader(stream, new UTF8Encoding(false, throwOnInvalidBytes: true));
            using var csv = new CsvReader(reader, configuration);
            return Rows(csv, file, columns, optional, faults);
        }
        catch (DecoderFallbackException)
        {
            faults.Add(new(file, 0, "", "bytes that are not UTF-8", "a table saved as UTF-8") { Unreadable = true });
        }
        catch (MaxFieldSizeException)
        {
            faults.Add(
                new(
                    file,
                    0,
                    "",
                    "a cell of more than 100,000 characters",
                    "shorter cells; a quotation mark may be missing"
                )
                {
                    Unreadable = true,
                }
            );
        }

        return [];
    }

    private static ImmutableArray<Row> Rows(
        CsvReader csv,
        string file,
        string[] columns,
        string[] optional,
        ICollection<Fault> faults
    )
    {
        if (!csv.Read() || !csv.ReadHeader())
        {
            faults.Add(
                new(file, 1, "", "an empty file", "the columns " + string.Join(", ", columns)) { Unreadable = true }
            );
            return [];
        }

        var header = csv.HeaderRecord!;
        var sound = true;
        foreach (var missing in columns.Except(header))
        {
            faults.Add(
                new(file, 1, missing, "no such column", $"the columns {string.Join(", ", columns)}")
                {
                    Unreadable = true,
                }
            );
            sound = false;
        }

        foreach (var unknown in header.Except(columns).Except(optional))
        {
            faults.Add(
                new(
                    file,
                    1,
                    unknown,
                    "a column Garten does not know",
                    $"only {string.Join(", ", columns.Concat(optional))}"
                )
                {
                    Unreadable = true,
                }
            );
            sound = false;
        }

        if (header.Distinct().Count() != header.Length)
        {
            faults.Add(new(file, 1, "", "a column twice", "each column once") { Unreadable = true });
            sound = false;
        }

        if (!sound)
        {
            return [];
        }

        var rows = ImmutableArray.CreateBuilder<Row>();
        while (csv.Read())
        {
            var line = csv.Parser.RawRow;
            if (csv.Parser.Count != header.Length)
            {
                faults.Add(new(file, line, "", $"{csv.Parser.Count} cells", $"{header.Length}, as in the first row"));
                continue;
            }

            var cells = new Dictionary<string, string>(header.Length);
            for (var i = 0; i < header.Length; i++)
            {
                cells[header[i]] = csv.GetField(i) ?? "";
            }

            rows.Add(new(file, line, cells, faults));
        }

        return rows.ToImmutable();
    }
}
