using Garten.Core.Assessment;
using Garten.Core.Commands;
using Garten.Core.Survey.Care;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>A population's year, ready to show.</summary>
/// <param name="Count">What was counted.</param>
/// <param name="Words">The share that flowered, in words; null while it is not counted.</param>
/// <param name="Share">The share, 0 to 1; null while it is not counted or of too few.</param>
/// <param name="Low">Lower end of its interval.</param>
public sealed record PopulationYear(PopulationCount Count, string? Words, double? Share, double? Low, double? High);

/// <summary>How a plant is found again and kept, and what changed on it.</summary>
/// <param name="Landmarks">What it is found again by.</param>
/// <param name="LandmarksRevision">Revision a change of them must start from.</param>
/// <param name="Way">The same in words; empty without landmarks.</param>
/// <param name="Threats">What threatens it.</param>
/// <param name="Population">What was counted of its population, the latest year first.</param>
/// <param name="Changes">What was seen on more than one visit, and what to make of it.</param>
public sealed record PlantCare(
    IReadOnlyList<Landmark> Landmarks,
    long LandmarksRevision,
    string Way,
    IReadOnlyList<Threat> Threats,
    IReadOnlyList<PopulationYear> Population,
    IReadOnlyList<FeatureChange> Changes
);

/// <summary>The landmarks of a plant.</summary>
/// <param name="Landmarks">At most five; none to take all away.</param>
/// <param name="Expected">Revision the change starts from.</param>
public sealed record LandmarksInput(Landmark[] Landmarks, long Expected);

/// <summary>What is known of a threat now.</summary>
/// <param name="Content">What is known.</param>
/// <param name="Expected">Revision the change starts from.</param>
public sealed record ThreatChange(ThreatContent Content, long Expected);

/// <summary>Finding a plant again, keeping it, and counting its population.</summary>
public static class CareEndpoints
{
    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        var plants = api.MapGroup("/plants/{plant:id}");
        plants
            .MapGet("/care", (PlantId plant, PlantCares cares, CancellationToken cancel) =>
                cares.OfAsync(plant, cancel)
            )
            .WithName("care")
            .Produces<PlantCare>();

        plants
            .MapPut(
                "/landmarks",
                async (
                    PlantId plant,
                    LandmarksInput input,
                    CareStore store,
                    PlantCares cares,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                    await cares.OfAsync(
                        await store.HandleAsync(
                            person.Head,
                            new SetLandmarks(plant, CareRules.Check(input.Landmarks), input.Expected),
                            cancel
                        ),
                        cancel
                    )
            )
            .WithName("setLandmarks")
            .Produces<PlantCare>();

        plants
            .MapPost(
                "/threats",
                async (
                    PlantId plant,
                    ThreatContent input,
                    CareStore store,
                    PlantCares cares,
                    CurrentPerson person,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                    await cares.OfAsync(
                        await store.HandleAsync(
                            person.Head,
                            new AddThreat(plant, CareRules.Check(input, Clock.Today(clock))),
                            cancel
                        ),
                        cancel
                    )
            )
            .WithName("addThreat")
            .Produces<PlantCare>();

        plants
            .MapPut(
                "/population",
                async (
                    PlantId plant,
                    PopulationCount input,
                    CareStore store,
                    PlantCares cares,
                    CurrentPerson person,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                    await cares.OfAsync(
                        await store.HandleAsync(
                            person.Head,
                            new SetPopulation(plant, CareRules.Check(input, Clock.Today(clock))),
                            cancel
                        ),
                        cancel
                    )
            )
            .WithName("setPopulation")
            .Produces<PlantCare>();

        api.MapPut(
                "/threats/{threat:id}",
                async (
                    ThreatId threat,
                    ThreatChange input,
                    CareStore store,
                    PlantCares cares,
                    CurrentPerson person,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                    await cares.OfAsync(
                        await store.HandleAsync(
                            person.Head,
                            new SetThreat(threat, CareRules.Check(input.Content, Clock.Today(clock)), input.Expected),
                            cancel
                        ),
                        cancel
                    )
            )
            .WithName("setThreat")
            .Produces<PlantCare>();
    }
}
