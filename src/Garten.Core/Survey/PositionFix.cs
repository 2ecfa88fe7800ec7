namespace Garten.Core.Survey;

/// <summary>Where a satellite receiver says it is.</summary>
/// <param name="UncertaintyM">Radius in metres within which it most likely is.</param>
/// <param name="ElevationM">Metres above sea level; null where not said.</param>
/// <param name="Satellites">How many satellites it rests on.</param>
/// <param name="Time">Time of day, UTC.</param>
public sealed record PositionFix(GeoPoint At, double UncertaintyM, double? ElevationM, int Satellites, TimeOnly Time);
