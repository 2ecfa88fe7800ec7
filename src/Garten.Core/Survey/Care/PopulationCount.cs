namespace Garten.Core.Survey.Care;

/// <summary>Rosettes marked in a year, and how many of them flowered.</summary>
/// <param name="Marked">How many were marked.</param>
/// <param name="Flowering">How many flowered; null when not counted yet.</param>
/// <param name="FloweringOn">When they were counted.</param>
public sealed record PopulationCount(int Year, int Marked, DateOnly MarkedOn, int? Flowering, DateOnly? FloweringOn)
{
    /// <summary>Revision it stands at, and a change must start from; null for a year not counted yet.</summary>
    public long? Revision { get; init; }
}
