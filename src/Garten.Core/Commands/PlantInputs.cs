using Garten.Core.Assessment;

namespace Garten.Core.Commands;

/// <summary>A plant to be taken.</summary>
/// <param name="Id">Made by who takes it, so that sending it twice takes one plant.</param>
/// <param name="Site">Where it stands.</param>
/// <param name="Description">What it looks like.</param>
/// <param name="Origin">Wild or planted.</param>
/// <param name="Visit">Its first visit.</param>
/// <param name="Tag">A tag that hangs on it already; null for the next free one, which is also given where another plant bears it.</param>
public sealed record PlantInput(
    PlantId Id,
    SiteId Site,
    string? Description,
    Origin Origin,
    VisitContent Visit,
    string? Tag = null
)
{
    /// <summary>The plant as it is taken up.</summary>
    /// <param name="today">The day it is sent on, for refusing days to come.</param>
    /// <exception cref="RuleException">It cannot be so.</exception>
    public AddPlant Checked(DateOnly today) =>
        new(
            Id,
            Site,
            Rules.Text("description", "The description", Description, 500),
            Origin,
            Visit.Checked(today),
            string.IsNullOrWhiteSpace(Tag) ? null : PlantFacts.CheckedTag(Tag)
        );
}

/// <summary>A plant put right.</summary>
/// <param name="Before">As it stood when it was put right.</param>
/// <param name="After">As it shall stand.</param>
public sealed record PlantCorrection(PlantFacts Before, PlantFacts After);

/// <summary>A visit put right.</summary>
/// <param name="Before">As it stood when it was put right.</param>
/// <param name="After">As it shall stand.</param>
public sealed record VisitCorrection(VisitContent Before, VisitContent After);

/// <summary>Something to withdraw or delete.</summary>
/// <param name="Reason">Why.</param>
public sealed record Reasoned(string? Reason);

/// <summary>A review to be given.</summary>
/// <param name="Verdict">What is said.</param>
/// <param name="Remark">Why, or what to look at.</param>
public sealed record ReviewInput(Verdict Verdict, string? Remark);
