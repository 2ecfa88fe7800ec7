using Garten.Data;
using Garten.Formats.Records;

namespace Garten.Server.Endpoints;

/// <summary>What an archive tells of a followed plant beside its sheet.</summary>
/// <param name="care">How plants are found again and kept.</param>
/// <param name="grades">Grades set by a person.</param>
public sealed class PlantsInFull(CareStore care, GradeStore grades)
{
    /// <summary>How a plant is found again and kept.</summary>
    public async Task<ExtraCare> CareAsync(PlantId plant, CancellationToken cancel) =>
        new(
            [.. (await care.LandmarksAsync(plant, cancel)).Select(l => new ExtraLandmark(l.Name, l.Bearing, l.Metres))],
            [
                .. (await care.ThreatsAsync(plant, cancel))
                    .OrderBy(t => t.Id.Value)
                    .Select(t => new ExtraThreat(
                        t.Content.Kind,
                        t.Content.Note,
                        t.Content.SeenOn,
                        t.Content.Told,
                        t.Content.ToldOn,
                        t.Content.Outcome,
                        t.Content.SettledOn,
                        t.Person
                    )),
            ],
            [
                .. (await care.CountsAsync(plant, cancel)).Select(c => new ExtraRosettes(
                    c.Year,
                    c.Marked,
                    c.MarkedOn,
                    c.Flowering,
                    c.FloweringOn
                )),
            ]
        );

    /// <summary>How the name of a plant was worked out.</summary>
    /// <param name="plant">The plant, with those of its colony that are told of.</param>
    public async Task<ExtraStudy> StudyAsync(PlantInColony plant, CancellationToken cancel)
    {
        var walk = plant.Stored.Walk?.Walk;
        return new(
            walk is null
                ? null
                : new(
                    walk.Start.Key.Value,
                    walk.Start.Couplet,
                    [.. walk.Answers.Select(a => new ExtraAnswer(a.At.Key.Value, a.At.Couplet, a.Lead))],
                    walk.Reopened is { } again ? new(again.Key.Value, again.Couplet, null) : null
                ),
            [
                .. (await grades.OverrulesAsync(plant.Stored.Card.Id, cancel)).Select(o => new ExtraOverrule(
                    o.Grade,
                    o.Reason,
                    o.Person,
                    o.At
                )),
            ],
            [.. plant.Stored.Colony.Select(l => new ExtraLink(l.Id, l.By))]
        );
    }
}
