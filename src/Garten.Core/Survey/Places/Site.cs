using Garten.Core.Evidence;

namespace Garten.Core.Survey.Places;

/// <summary>A site.</summary>
/// <param name="Description">What it is, in a sentence; may be empty.</param>
/// <param name="ElevationM">Metres above sea level, where plants mostly stand.</param>
/// <param name="Latitude">Decimal degrees north.</param>
/// <param name="Longitude">Decimal degrees east.</param>
/// <param name="UncertaintyM">Radius in metres within which the coordinates hold.</param>
/// <param name="Habitats">States of the character <c>habitat</c>.</param>
/// <param name="SnowGone">The day on which snow is usually gone; null where none lies.</param>
/// <param name="FloraArea">Identifier of the guide's area it lies in; empty where none is said.</param>
public sealed record Site(
    SiteId Id,
    string Name,
    string Description,
    double? ElevationM,
    double? Latitude,
    double? Longitude,
    double? UncertaintyM,
    string[] Habitats,
    DayInYear? SnowGone = null,
    string FloraArea = ""
)
{
    /// <summary>Revision a change must start from.</summary>
    public long Revision { get; init; }

    /// <summary>The site as seasons depend on it.</summary>
    public SeasonPlace AsSeasonPlace() => new(ElevationM, Latitude, Longitude, SnowGone);

    /// <summary>The site as names depend on it.</summary>
    public PlaceFacts AsPlaceFacts() => new(ElevationM, [.. Habitats], Latitude, Longitude, SnowGone);
}
