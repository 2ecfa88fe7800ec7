using Garten.Core.Guides;
using Garten.Core.Survey.Counting;

namespace Garten.Core.Sheets;

/// <summary>A count sheet.</summary>
/// <param name="Recorder">Who counted.</param>
/// <param name="Lines">How many lines it has.</param>
/// <param name="Content">How the visit was made.</param>
public sealed record CountSheet(SheetId Id, string SiteName, string Recorder, int Lines, SheetContent Content)
{
    /// <summary>Name of the plot or transect; empty where there is none.</summary>
    public string PlaceName { get; init; } = "";

    /// <summary>Where that lies; null where there is none.</summary>
    public GeoPoint? At { get; init; }

    /// <summary>Revision a change must start from.</summary>
    public long Revision { get; init; }
}

/// <summary>A name to look for again.</summary>
/// <param name="Text">What to type for it.</param>
public sealed record SeenBefore(TaxonName Taxon, string Text);

/// <summary>A line of a count, ready to show.</summary>
/// <param name="FullName">The name with its qualifier.</param>
/// <param name="UnitWords">What the number counts, in words.</param>
/// <param name="Tally">True when its number can be counted up one by one.</param>
public sealed record CountLineView(SheetLine Line, string FullName, string UnitWords, bool Tally)
{
    /// <summary>A line, with its name as the guide writes it.</summary>
    public static CountLineView Of(SheetLine line, Guide guide) =>
        new(
            line,
            guide.FindTaxon(new(line.Taxon)) is { } taxon ? DeterminationName.Full(taxon, line.Qualifier) : line.Name,
            QuickEntry.InWords(line.Unit),
            ProtocolRules.AddsUp(line.Unit)
        );
}

/// <summary>A count with its lines.</summary>
/// <param name="HasPlots">True when it is made in plots.</param>
/// <param name="Usual">What a bare number counts, in words.</param>
/// <param name="Before">The last such visit to the site; null when there is none.</param>
/// <param name="SeenBefore">What was seen on it and is not on this sheet yet.</param>
/// <param name="Partial">True where sensitive species that others counted, if there are any, are not shown to the person who asks.</param>
public sealed record CountView(
    CountSheet Sheet,
    IReadOnlyList<CountLineView> Lines,
    bool HasPlots,
    string Usual,
    DateOnly? Before,
    IReadOnlyList<SeenBefore> SeenBefore,
    bool Partial
);
