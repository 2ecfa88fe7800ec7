using System.Collections.Immutable;
using Garten.Core.Survey.Counting;

namespace Garten.Core.Survey.Importing;

/// <summary>What a column of a table of records can hold.</summary>
public enum ImportColumn
{
    /// <summary>The day.</summary>
    Date,

    /// <summary>Name of the site.</summary>
    Site,

    /// <summary>Name of the plant.</summary>
    Name,

    /// <summary>How many, or how much.</summary>
    Amount,

    /// <summary>What the number counts.</summary>
    Unit,

    /// <summary>Who recorded.</summary>
    Recorder,

    /// <summary>Wild or planted.</summary>
    Origin,

    /// <summary>A note.</summary>
    Note,

    /// <summary>Number of the plot.</summary>
    Plot,

    /// <summary>Area of a plot, in square metres.</summary>
    PlotArea,

    /// <summary>Family of the plant, where its name is in no list.</summary>
    Family,
}

/// <summary>Guesses which column of a table holds what, by the names people give columns.</summary>
public static class ColumnMatch
{
    // Names that say what the numbers below them count.
    private static readonly Dictionary<string, CountUnit> Telling = new()
    {
        ["cover"] = CountUnit.CoverPercent,
        ["coverpercent"] = CountUnit.CoverPercent,
        ["percentcover"] = CountUnit.CoverPercent,
        ["girth"] = CountUnit.GirthCentimetres,
        ["girthcm"] = CountUnit.GirthCentimetres,
        ["individuals"] = CountUnit.Individuals,
        ["stems"] = CountUnit.Stems,
        ["rosettes"] = CountUnit.Rosettes,
        ["clumps"] = CountUnit.Clumps,
    };

    private static readonly (ImportColumn Column, string[] Words)[] Known =
    [
        (ImportColumn.Date, ["eventdate", "date", "day", "seenon", "observed", "observedon", "visitdate"]),
        (ImportColumn.Site, ["locality", "site", "place", "location", "sitename", "plot"]),
        (ImportColumn.Name, ["scientificname", "species", "taxon", "name", "plant", "plantname", "latinname"]),
        (
            ImportColumn.Amount,
            [
                "organismquantity",
                "individualcount",
                "amount",
                "number",
                "count",
                "abundance",
                "quantity",
                .. Telling.Keys,
            ]
        ),
        (ImportColumn.Unit, ["organismquantitytype", "unit", "units", "countunit"]),
        (ImportColumn.Recorder, ["recordedby", "recorder", "observer", "person", "collector", "seenby"]),
        (ImportColumn.Origin, ["degreeofestablishment", "origin", "wild", "establishmentmeans"]),
        (ImportColumn.Note, ["occurrenceremarks", "note", "notes", "remarks", "comment", "comments"]),
        (ImportColumn.Plot, ["plotnumber", "plotno", "plot", "quadrat", "quadratnumber", "subplot"]),
        (ImportColumn.Family, ["family", "familyname", "plantfamily"]),
        (ImportColumn.PlotArea, ["plotarea", "plotaream2", "plotsize", "plotsizem2", "quadratarea", "quadratsize"]),
    ];

    /// <summary>For each column of a table what it seems to hold; null where it is not taken. Nothing is guessed twice.</summary>
    /// <param name="headers">Names of the columns.</param>
    public static ImmutableArray<ImportColumn?> Guess(IReadOnlyList<string> headers)
    {
        var plain = headers.Select(Plain).ToArray();
        var guess = new ImportColumn?[headers.Count];
        foreach (var (column, words) in Known)
        {
            var at = words.Select(w => Array.IndexOf(plain, w)).FirstOrDefault(i => i >= 0 && guess[i] is null, -1);
            if (at >= 0)
            {
                guess[at] = column;
            }
        }

        return [.. guess];
    }

    /// <summary>What numbers count in a column whose name says so; individuals where it does not.</summary>
    /// <param name="header">Name of the column.</param>
    public static CountUnit UnitOf(string header) => Telling.GetValueOrDefault(Plain(header), CountUnit.Individuals);

    private static string Plain(string header)
    {
        var last = header[(header.LastIndexOfAny(['/', ':', '#']) + 1)..];
        return string.Concat(last.Where(char.IsLetterOrDigit)).ToLowerInvariant();
    }
}
