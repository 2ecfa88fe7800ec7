namespace Garten.Core.Seasons.Rounds;

/// <summary>A round that may be walked in part.</summary>
/// <param name="Date">The day.</param>
/// <param name="Needs">The needs it meets.</param>
/// <param name="Indexes">Their places among the needs of the relaxation.</param>
internal sealed record SharedRound(DateOnly Date, RoundNeed[] Needs, int[] Indexes)
{
    /// <summary>What of the round counts among some needs.</summary>
    /// <param name="places">The needs with their places.</param>
    public SharedRound Among(IReadOnlyDictionary<RoundNeed, int> places)
    {
        RoundNeed[] kept = [.. Needs.Where(places.ContainsKey)];
        return new(Date, kept, [.. kept.Select(n => places[n])]);
    }
}
