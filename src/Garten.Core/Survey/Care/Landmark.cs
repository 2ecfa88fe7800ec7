namespace Garten.Core.Survey.Care;

/// <summary>Something a plant is found again by.</summary>
/// <param name="Bearing">Direction from it to the plant, in degrees from north over east, 0 to below 360.</param>
/// <param name="Metres">Way from it to the plant.</param>
public sealed record Landmark(string Name, double Bearing, double Metres);
