using System.Collections.Immutable;

namespace Garten.Core.Evidence;

/// <summary>What is known of a plant's stage and sex on a visit.</summary>
/// <param name="Stage">Its stage; null when not noted.</param>
/// <param name="Sex">Its sex; null when not noted.</param>
public readonly record struct StageAndSex(DateOnly Date, LifeStage? Stage, Sex? Sex);

/// <summary>
/// Carries what was learned of a plant on one visit to those on which it was not noted. A plant keeps its sex; it does not grow
/// younger: what was full grown stays so, and what is young today was young before.
/// </summary>
public static class ReachBack
{
    /// <summary>Fills what was not noted.</summary>
    /// <param name="visits">The visits, in any order.</param>
    /// <returns>The same visits in the same order; what was noted is never changed, and what was noted of one sex once and of another later is carried nowhere.</returns>
    public static ImmutableArray<StageAndSex> Fill(IReadOnlyList<StageAndSex> visits)
    {
        var sexes = visits.Select(v => v.Sex).OfType<Sex>().Distinct().ToArray();
        var sex = sexes is [var only] ? only : (Sex?)null;
        return [.. visits.Select(v => new StageAndSex(v.Date, v.Stage ?? StageOn(visits, v.Date), v.Sex ?? sex))];
    }

    private static LifeStage? StageOn(IReadOnlyList<StageAndSex> visits, DateOnly date)
    {
        var grown = visits.Where(v => v.Stage == LifeStage.Mature && v.Date <= date).ToArray();
        if (grown.Length > 0 && visits.All(v => v.Stage is null or LifeStage.Mature))
        {
            return LifeStage.Mature;
        }

        var later = visits
            .Where(v => v.Date >= date && v.Stage is not null)
            .OrderBy(v => v.Date)
            .Select(v => v.Stage)
            .FirstOrDefault();
        return later is LifeStage.Sapling or LifeStage.Seedling ? later : null;
    }
}
