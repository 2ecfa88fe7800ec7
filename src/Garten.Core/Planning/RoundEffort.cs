namespace Garten.Core.Planning;

/// <summary>How long fewer rounds are sought.</summary>
public enum RoundEffort
{
    /// <summary>Well under a second.</summary>
    Quick,

    /// <summary>Seconds to minutes, where a quick plan is not proven to have the fewest.</summary>
    Thorough,
}

/// <summary>What an effort means in steps.</summary>
internal static class RoundEfforts
{
    /// <summary>Steps to squeeze needs into fewer rounds.</summary>
    /// <param name="effort">The effort.</param>
    public static long OfSqueeze(this RoundEffort effort) => effort == RoundEffort.Quick ? 8_000_000 : 240_000_000;

    /// <summary>Steps to show that there cannot be fewer.</summary>
    /// <param name="effort">The effort.</param>
    /// <param name="needs">Of how many needs; of more than a hundred it seldom comes quickly.</param>
    public static long OfProof(this RoundEffort effort, int needs) => effort == RoundEffort.Thorough ? 3_000_000_000 : needs > 100 ? 40_000_000 : 120_000_000;
}
