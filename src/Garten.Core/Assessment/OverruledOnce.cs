namespace Garten.Core.Assessment;

/// <summary>What a person once said of a grade.</summary>
/// <param name="Grade">The grade set; null where the computed one was let stand again.</param>
public sealed record OverruledOnce(Grade? Grade, string Reason, string Person, DateTimeOffset At);
