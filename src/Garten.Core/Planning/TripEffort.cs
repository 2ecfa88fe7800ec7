namespace Garten.Core.Planning;

/// <summary>How long fewer trips are sought.</summary>
public enum TripEffort
{
    /// <summary>Well under a second.</summary>
    Quick,

    /// <summary>Seconds to minutes, where a quick plan is not proven to have the fewest.</summary>
    Thorough,
}

/// <summary>What an effort means in steps.</summary>
internal static class TripEfforts
{
    /// <summary>Steps to squeeze needs into fewer trips.</summary>
    public static long OfSqueeze(this TripEffort effort) => effort == TripEffort.Quick ? 8_000_000 : 240_000_000;

    /// <summary>Steps to show that there cannot be fewer.</summary>
    /// <param name="needs">Of how many needs; where it seldom comes quickly, little is spent on it.</param>
    public static long OfProof(this TripEffort effort, int needs) =>
        effort == TripEffort.Thorough ? 3_000_000_000
        : needs > 75 ? 40_000_000
        : 200_000_000;
}
