using System.Collections.Immutable;
using Garten.Core.Guides;

namespace Garten.Core.Survey.Names;

/// <summary>What a column of a list of names can hold.</summary>
public enum NameColumn
{
    /// <summary>The name, with or without author.</summary>
    Name,

    /// <summary>Its author, where that stands apart.</summary>
    Author,

    /// <summary>Its family.</summary>
    Family,

    /// <summary>Common names, with semicolons between them.</summary>
    CommonNames,

    /// <summary>Other names it goes by, with semicolons between them.</summary>
    Synonyms,

    /// <summary>Native or introduced.</summary>
    Status,

    /// <summary>A note.</summary>
    Note,
}

/// <summary>A row of a list of names, as read.</summary>
/// <param name="Line">Line of the table.</param>
/// <param name="Written">The name as written.</param>
/// <param name="Read">What it is read as; null where it is no name.</param>
/// <param name="Known">What is called so already; null where the name is new.</param>
/// <param name="Near">Listed names of which it may be a slip.</param>
/// <param name="Fault">What is wrong with the row; empty for nothing.</param>
public sealed record ChecklistRow(
    int Line,
    string Written,
    NameText? Read,
    TaxonName? Known,
    ImmutableArray<TaxonName> Near,
    string Fault
);

/// <summary>Reads a list of names, such as a checklist of an area, for the survey's own list: what the guide has stays the guide's, the rest become names in words.</summary>
/// <param name="guide">The guide, with the names in words there are.</param>
public sealed class NameChecklist(Guide guide)
{
    private static readonly (NameColumn Column, string[] Words)[] Words =
    [
        (
            NameColumn.Name,
            ["scientificname", "name", "species", "taxon", "latinname", "botanicalname", "plant", "acceptedname"]
        ),
        (NameColumn.Author, ["scientificnameauthorship", "author", "authority", "authors"]),
        (NameColumn.Family, ["family", "familyname", "plantfamily"]),
        (NameColumn.CommonNames, ["vernacularname", "commonname", "commonnames", "english", "vernacular"]),
        (NameColumn.Synonyms, ["synonym", "synonyms", "othernames", "oldname"]),
        (NameColumn.Status, ["establishmentmeans", "status", "nativestatus", "native", "origin"]),
        (NameColumn.Note, ["taxonremarks", "note", "notes", "remarks", "comment"]),
    ];

    private readonly NamePlacing _placing = new(guide);
    private readonly Dictionary<string, Taxon> _known = guide
        .AllNames.SelectMany(t => t.Synonyms.Prepend(t.Name).Select(n => (Name: n, Taxon: t)))
        .GroupBy(n => n.Name, StringComparer.OrdinalIgnoreCase)
        .ToDictionary(g => g.Key, g => g.First().Taxon, StringComparer.OrdinalIgnoreCase);

    /// <summary>Names the list lacks, those above others first.</summary>
    public IReadOnlyList<SurveyName> Added => _placing.Added;

    /// <summary>For each column of a table what it seems to hold; null where it is not taken.</summary>
    /// <param name="headers">Names of the columns.</param>
    public static ImmutableArray<NameColumn?> Guess(IReadOnlyList<string> headers)
    {
        var plain = headers
            .Select(h =>
                string.Concat(h[(h.LastIndexOfAny(['/', ':', '#']) + 1)..].Where(char.IsLetterOrDigit))
                    .ToLowerInvariant()
            )
            .ToArray();
        var guess = new NameColumn?[plain.Length];
        foreach (var (column, words) in Words)
        {
            var at = words.Select(w => Array.IndexOf(plain, w)).FirstOrDefault(i => i >= 0 && guess[i] is null, -1);
            if (at >= 0)
            {
                guess[at] = column;
            }
        }

        return [.. guess];
    }

    /// <summary>Reads a row, and puts its name where it belongs.</summary>
    /// <param name="line">Line of the table.</param>
    /// <param name="cell">The text of a column; empty where the table has none.</param>
    public ChecklistRow Read(int line, Func<NameColumn, string> cell)
    {
        var written = cell(NameColumn.Name).Trim();
        if (NameText.Read(written, out _, out var fault) is not { } read)
        {
            return new(line, Short(written), null, null, [], fault);
        }

        if (_known.TryGetValue(read.Name, out var known))
        {
            return new(line, written, read, TaxonName.Of(known), [], "");
        }

        try
        {
            var content = new NameContent(
                cell(NameColumn.Author),
                Several(cell(NameColumn.Synonyms)),
                Several(cell(NameColumn.CommonNames)),
                StatusOf(cell(NameColumn.Status)),
                cell(NameColumn.Note)
            ).Checked();
            _placing.Place(read, cell(NameColumn.Family), content);
        }
        catch (RuleException e)
        {
            return new(line, written, read, null, [], e.Message);
        }

        return new(line, written, read, null, NearNames.Of(guide, read.Name), "");
    }

    private static ImmutableArray<string> Several(string cell) =>
        [.. cell.Split(';', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)];

    private static AreaStatus StatusOf(string cell) =>
        cell.Trim().ToLowerInvariant() switch
        {
            "native" or "indigenous" or "n" or "yes" => AreaStatus.Native,
            "introduced" or "alien" or "non-native" or "exotic" or "naturalised" or "naturalized" or "i" or "no" =>
                AreaStatus.Introduced,
            _ => AreaStatus.Unknown,
        };

    private static string Short(string text) => text.Length > 60 ? $"{text[..60]}…" : text;
}
