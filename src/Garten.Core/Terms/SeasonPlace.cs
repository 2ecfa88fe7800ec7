namespace Garten.Core.Terms;

/// <summary>A place, as far as seasons depend on it. What is not known is taken to be as at the guide's reference place.</summary>
/// <param name="Elevation">Metres above sea level.</param>
/// <param name="Latitude">Degrees north.</param>
/// <param name="Longitude">Degrees east.</param>
/// <param name="SnowGone">The day on which the snow is usually gone; null where none lies or nobody has noted it.</param>
public sealed record SeasonPlace(
    double? Elevation,
    double? Latitude = null,
    double? Longitude = null,
    DayInYear? SnowGone = null
);
