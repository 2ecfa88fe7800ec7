using System.Collections.Immutable;
using Garten.Core.Commands;
using Garten.Core.Evidence;

namespace Garten.Core.Sheets;

/// <summary>A plant on a visit.</summary>
/// <param name="Recorder">Name of who made it.</param>
/// <param name="Parts">Parts on it that day.</param>
/// <param name="Altered">Damage to the plant.</param>
public sealed record PlantVisit(
    VisitId Id,
    DateOnly Date,
    string Recorder,
    LifeStage? Stage,
    Sex? Sex,
    PlantPart[] Parts,
    Alteration[] Altered,
    string Note
)
{
    /// <summary>A visit as somebody notes it.</summary>
    /// <param name="content">What they note, having passed the rules.</param>
    public static PlantVisit Of(VisitId id, string recorder, VisitContent content) =>
        new(
            id,
            content.Date,
            recorder,
            content.Stage,
            content.Sex,
            [.. content.Parts],
            [.. content.Altered],
            content.Note
        );
}

/// <summary>
/// The visits of a plant in their order, and what follows from all of them for each:
/// <code>var seen = visits.Seen(observation.PlantVisit, observation, observation.Altered);</code>
/// What was learned of the plant on one visit, its sex say, is known on the others too.
/// </summary>
public sealed class PlantVisits
{
    private readonly Dictionary<VisitId, (PlantVisit Visit, int Number, StageAndSex Known)> _byId;

    /// <summary>Lays out the visits of a plant.</summary>
    /// <param name="visits">The visits, oldest first; numbered from 1.</param>
    public PlantVisits(IReadOnlyList<PlantVisit> visits)
    {
        All = visits;
        Learned = ReachBack.Fill([.. visits.Select(v => new StageAndSex(v.Date, v.Stage, v.Sex))]);
        _byId = visits.Select((v, i) => (Visit: v, Number: i + 1, Known: Learned[i])).ToDictionary(x => x.Visit.Id);
    }

    /// <summary>The visits, oldest first.</summary>
    public IReadOnlyList<PlantVisit> All { get; }

    /// <summary>What is known of the plant's stage and sex on each visit, learned on others too.</summary>
    public ImmutableArray<StageAndSex> Learned { get; }

    /// <summary>The visits as they are asked.</summary>
    public ImmutableArray<Visit> Asked => [.. All.Select((v, i) => new Visit(i + 1, v.Date, [.. v.Parts]))];

    /// <summary>Whether the plant has a visit.</summary>
    public bool Has(VisitId id) => _byId.ContainsKey(id);

    /// <summary>An observation as it is asked, on the visit it was made on.</summary>
    /// <param name="altered">Damage to the part itself; damage to the whole plant is damage to every part of it that was looked at.</param>
    public Observation Seen(VisitId on, Observation observation, IEnumerable<Alteration> altered)
    {
        var (visit, number, known) = _byId[on];
        return observation with
        {
            Visit = number,
            Date = visit.Date,
            Stage = known.Stage,
            Sex = known.Sex,
            Altered = [.. altered.Union(visit.Altered)],
        };
    }
}
