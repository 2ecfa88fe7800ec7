using Garten.Core.Survey.Access;

namespace Garten.Core.Commands;

/// <summary>
/// A change of the survey, as somebody asks for it: <code>new LinkPlants(plant, other)</code>
/// It says what shall be so, having passed the rules of the core, and never how it is kept; the ids of new things are in it, so that what
/// comes after can refer to them before anybody has answered. Sent twice under one <see cref="CommandHead.Id"/> it is one change.
/// </summary>
public abstract record Command;

/// <summary>A change of one plant, which is reckoned anew after it.</summary>
/// <param name="Plant">The plant.</param>
public abstract record PlantCommand(PlantId Plant) : Command;

/// <summary>Who asks for a change, and when: noted with it in the audit.</summary>
/// <param name="Id">Made by who asks; also the id of the one new thing that a command makes without naming it, such as a threat or a review.</param>
/// <param name="Role">As what; null where no role was asked for, as for the demo.</param>
/// <param name="What">What is asked, by the name of the request.</param>
/// <param name="Path">Where it was sent.</param>
public sealed record CommandHead(Guid Id, PersonId Person, Role? Role, string What, string Path)
{
    /// <summary>When it was asked for, by the clock of who asked, UTC; null where they did not say. Told beside the time it arrived, and nothing is ordered by it.</summary>
    public DateTimeOffset? Asked { get; init; }
}
