namespace Garten.Formats.Packages;

/// <summary>Something wrong in a table: where, what was found, and what was expected.</summary>
/// <param name="File">Name of the file.</param>
/// <param name="Line">Line in the file, the header being line 1; 0 when the whole file is meant.</param>
/// <param name="Column">Name of the column; empty when the whole row is meant.</param>
/// <param name="Found">What stands there.</param>
public sealed record Fault(string File, int Line, string Column, string Found, string Expected)
{
    /// <summary>True where nothing of the file could be read, so that what other files say of its rows cannot be judged.</summary>
    public bool Unreadable { get; init; }

    /// <summary>The fault as one line: <c>statements.csv, line 12, column value: found … ; expected …</c>.</summary>
    public override string ToString()
    {
        var where = Line > 0 ? $"{File}, line {Line}" : File;
        return $"{where}{(Column.Length > 0 ? $", column {Column}" : "")}: found {Found}; expected {Expected}";
    }
}
