namespace Garten.Core.Survey.Counting;

/// <summary>How a visit was made.</summary>
/// <param name="Plots">How many plots; 1 where there are none.</param>
/// <param name="PlotAreaM2">Area of a plot in square metres; null where it has none.</param>
/// <param name="LengthM">Length of the line in metres; null where there is none.</param>
/// <param name="Started">When it began; null when not noted.</param>
/// <param name="Ended">When it ended; null while it goes on.</param>
/// <param name="Companions">Who else was there.</param>
public sealed record SheetContent(
    SiteId Site,
    DateOnly Date,
    Protocol Protocol,
    int Plots,
    double? PlotAreaM2,
    double? LengthM,
    TimeOnly? Started,
    TimeOnly? Ended,
    string Companions,
    string Weather,
    string Note
)
{
    /// <summary>The plot or transect on the map it was made at; null where it was made at the site at large.</summary>
    public PlaceId? Place { get; init; }
}
