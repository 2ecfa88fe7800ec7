using Garten.Core.Assessment;

namespace Garten.Core.Sheets;

/// <summary>What somebody said of a name that was given.</summary>
/// <param name="Remark">Why, or what to look at.</param>
public sealed record StoredReview(
    ReviewId Id,
    DeterminationId Determination,
    string Person,
    Verdict Verdict,
    string Remark,
    DateTimeOffset At
);

/// <summary>A determination, ready to show.</summary>
/// <param name="FullName">The name as written.</param>
/// <param name="Person">Who gave it.</param>
/// <param name="Reasons">What it rests on.</param>
/// <param name="Reviews">What others said of it, the latest first.</param>
public sealed record DeterminationView(
    DeterminationId Id,
    string Taxon,
    string FullName,
    IdentificationQualifier Qualifier,
    string Person,
    DateOnly Date,
    string Remarks,
    DeterminationReasons Reasons,
    IReadOnlyList<StoredReview> Reviews
);
