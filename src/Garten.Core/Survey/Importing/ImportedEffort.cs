using System.Collections.Immutable;
using Garten.Core.Survey.Counting;

namespace Garten.Core.Survey.Importing;

/// <summary>How a visit was made that is brought in.</summary>
/// <param name="Plots">How many plots; 1 where there are none.</param>
/// <param name="PlotAreaM2">Area of a plot in square metres; null where it has none.</param>
/// <param name="LengthM">Length of the line in metres; null where there is none.</param>
/// <param name="Started">When it began; null when not noted.</param>
/// <param name="Ended">When it ended; null when not noted.</param>
public sealed record ImportedEffort(
    Protocol Protocol,
    int Plots,
    double? PlotAreaM2,
    double? LengthM,
    TimeOnly? Started,
    TimeOnly? Ended,
    string Weather,
    string Note
)
{
    /// <summary>Who else was there; may be empty.</summary>
    public string Companions { get; init; } = "";

    /// <summary>A list of what was met, of which nothing else is known.</summary>
    public static ImportedEffort List(string note) => new(Protocol.WalkThrough, 1, null, null, null, null, "", note);

    /// <summary>Plots of one size, or a list where rows lie in none.</summary>
    /// <param name="rows">What was seen, at least one row.</param>
    public static ImportedEffort Of(IReadOnlyList<ImportedRow> rows, string note) =>
        rows[0].PlotAreaM2 is not { } area
            ? List(note)
            : List(note) with
            {
                Protocol = rows.All(r => r.Unit == CountUnit.GirthCentimetres) ? Protocol.TreePlot : Protocol.Quadrats,
                Plots = rows.Max(r => r.Plot),
                PlotAreaM2 = area,
            };
}

/// <summary>A site that is brought in with the records made there.</summary>
/// <param name="ElevationM">Metres above sea level; null when not known.</param>
/// <param name="At">Where it is; null when not known.</param>
/// <param name="UncertaintyM">Radius within which the coordinates hold; null when not known.</param>
public sealed record ImportedSite(string Name, double? ElevationM, GeoPoint? At, double? UncertaintyM)
{
    /// <summary>What it is; may be empty.</summary>
    public string Description { get; init; } = "";

    /// <summary>Kinds of place it is.</summary>
    public ImmutableArray<string> Habitats { get; init; } = [];

    /// <summary>The day on which snow is usually gone; null where none lies.</summary>
    public DayInYear? SnowGone { get; init; }

    /// <summary>The guide's area it lies in; empty where none is said.</summary>
    public string FloraArea { get; init; } = "";
}
