namespace Garten.Core.Planning;

/// <summary>How long fewer rounds are sought.</summary>
public enum RoundEffort
{
    /// <summary>Well under a second.</summary>
    Quick,

    /// <summary>Seconds to many minutes, where a quick plan is not proven to have the fewest.</summary>
    Thorough,
}

/// <summary>What an effort means in steps.</summary>
internal static class RoundEfforts
{
    /// <summary>Steps to squeeze needs into fewer rounds.</summary>
    /// <param name="effort">The effort.</param>
    public static long OfSqueeze(this RoundEffort effort) => effort == RoundEffort.Quick ? 8_000_000 : 240_000_000;

    /// <summary>Steps to prove that there cannot be fewer.</summary>
    /// <param name="effort">The effort.</param>
    public static long OfProof(this RoundEffort effort) => effort == RoundEffort.Quick ? 20_000_000 : 100_000_000_000;

    /// <summary>The parts of the effort, as fractions of it, that are spent one after another.</summary>
    /// <param name="effort">The effort.</param>
    public static int[] Parts(this RoundEffort effort) => effort == RoundEffort.Quick ? [40, 6, 1] : [40, 1];
}
