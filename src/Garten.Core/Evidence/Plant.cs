using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Garten.Core.Guides;

namespace Garten.Core.Evidence;

/// <summary>
/// One tagged individual, patch or lot, with all that was recorded of it over its visits:
/// <code>var plant = Plant.At(new PlaceFacts(120, ["river-bank"])) with { Observations = [seen] };</code>
/// What was seen is evidence; a name is only what somebody gave it, and is never evidence for itself.
/// </summary>
/// <param name="Place">Where it stands.</param>
/// <param name="Visits">Its visits, oldest first, numbered from 1.</param>
/// <param name="Observations">Everything recorded on it, each on one of the visits.</param>
/// <param name="Walk">The walk through the keys; null when none was begun.</param>
/// <param name="Colony">Plants a person has said to stand in one colony with this one; never linked by Garten itself.</param>
public sealed record Plant(
    PlaceFacts Place,
    ImmutableArray<Visit> Visits,
    ImmutableArray<Observation> Observations,
    KeyWalk? Walk,
    ImmutableArray<ColonyMember> Colony
)
{
    /// <summary>A plant of which nothing was recorded yet.</summary>
    public static Plant At(PlaceFacts place) => new(place, [], [], null, []);

    /// <summary>Everything recorded, knowing where it was: the place tells the season of a day.</summary>
    [JsonIgnore]
    public ImmutableArray<Observation> Placed =>
        Place.Latitude is { } north ? [.. Observations.Select(o => o with { Latitude = north })] : Observations;

    /// <summary>Everything recorded and the place, laid out to be asked.</summary>
    public EvidenceSheet Sheet(Guide guide)
    {
        var first = Visits.IsEmpty ? new DateOnly(2000, 1, 1) : Visits[0].Date;
        return new(guide, Placed.Concat(PlaceEvidence.Of(guide, Place, first)));
    }
}

/// <summary>A plant linked as of the same colony.</summary>
/// <param name="Place">Where it stands.</param>
/// <param name="Observations">Everything recorded on it.</param>
public sealed record ColonyMember(
    string Tag,
    PlaceFacts Place,
    ImmutableArray<Visit> Visits,
    ImmutableArray<Observation> Observations
);
