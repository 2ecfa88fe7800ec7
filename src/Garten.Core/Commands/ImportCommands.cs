using Garten.Core.Survey.Importing;
using Garten.Core.Survey.Names;
using Garten.Core.Survey.Places;

namespace Garten.Core.Commands;

/// <summary>A plot or transect visits were made at, drawn anew where it is not on the map.</summary>
/// <param name="Id">The same whenever the same place is brought in.</param>
/// <param name="Shape">Where it lies.</param>
public sealed record ImportPlace(PlaceId Id, string Name, PlaceKind Kind, PlaceShape Shape);

/// <summary>Visits of one person to one site on one day, as a file tells them.</summary>
/// <param name="Id">The same whenever the same visit is brought in.</param>
/// <param name="Site">Name of the site.</param>
/// <param name="Rows">What was seen; each name, origin and unit once in a plot.</param>
public sealed record ImportVisit(
    SheetId Id,
    string Site,
    DateOnly Date,
    string Recorder,
    ImportedEffort Effort,
    IReadOnlyList<ImportedRow> Rows
)
{
    /// <summary>The plot or transect it was made at; null where it was made at the site at large.</summary>
    public ImportPlace? Place { get; init; }
}

/// <summary>
/// Brings in what a file tells, all or none. What is there already stays as it is, so that a file may be brought in again; unlike
/// other commands it may carry a million lines, and its handler writes them as sets.
/// </summary>
/// <param name="Visits">Visits with their lines.</param>
/// <param name="Plants">Followed plants, with all that is known of them.</param>
/// <param name="Sites">Sites added before.</param>
public sealed record BringInRecords(
    IReadOnlyList<ImportVisit> Visits,
    IReadOnlyList<ArrivingPlant> Plants,
    IReadOnlyList<ImportedSite> Sites
) : Command
{
    /// <summary>Names in words that the rows bear and the survey's list lacks, those above others first.</summary>
    public IReadOnlyList<SurveyName> Names { get; init; } = [];
}
