using Garten.Core.Assessment;
using Garten.Core.Survey;
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
    private const int MostLandmarks = 5;
    private const double Farthest = 5000;
    private const int MostMarked = 1_000_000;

    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        var plants = api.MapGroup("/plants/{plant:int}");
        plants
            .MapGet("/care", (int plant, PlantCares cares, CancellationToken cancel) => cares.OfAsync(plant, cancel))
            .WithName("care")
            .Produces<PlantCare>();

        plants
            .MapPut(
                "/landmarks",
                async (
                    int plant,
                    LandmarksInput input,
                    CareStore store,
                    PlantCares cares,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                    await cares.OfAsync(
                        await store.SetLandmarksAsync(
                            person.Head,
                            plant,
                            Check(input.Landmarks),
                            input.Expected,
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
                    int plant,
                    ThreatContent input,
                    CareStore store,
                    PlantCares cares,
                    CurrentPerson person,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                    await cares.OfAsync(
                        await store.AddThreatAsync(person.Head, plant, Check(input, clock), cancel),
                        cancel
                    )
            )
            .WithName("addThreat")
            .Produces<PlantCare>();

        plants
            .MapPut(
                "/population",
                async (
                    int plant,
                    PopulationCount input,
                    CareStore store,
                    PlantCares cares,
                    CurrentPerson person,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                    await cares.OfAsync(
                        await store.SetCountAsync(person.Head, plant, Check(input, clock), cancel),
                        cancel
                    )
            )
            .WithName("setPopulation")
            .Produces<PlantCare>();

        api.MapPut(
                "/threats/{threat:int}",
                async (
                    int threat,
                    ThreatChange input,
                    CareStore store,
                    PlantCares cares,
                    CurrentPerson person,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                    await cares.OfAsync(
                        await store.SetThreatAsync(
                            person.Head,
                            threat,
                            Check(input.Content, clock),
                            input.Expected,
                            cancel
                        ),
                        cancel
                    )
            )
            .WithName("setThreat")
            .Produces<PlantCare>();
    }

    /// <summary>The way to a plant in words, for example "12 m at 40° from the split boulder".</summary>
    public static string Way(IEnumerable<Landmark> landmarks) =>
        string.Join(
            "; ",
            landmarks.Select(l => FormattableString.Invariant($"{l.Metres:0.#} m at {l.Bearing:0}° from {l.Name}"))
        );

    /// <summary>Landmarks as they are kept.</summary>
    /// <param name="input">What was written.</param>
    public static Landmark[] Check(Landmark[] input)
    {
        if (input.Length > MostLandmarks)
        {
            throw new RuleException(
                "landmarks",
                $"{MostLandmarks} landmarks are the most; keep those that are easiest to find."
            );
        }

        foreach (var landmark in input)
        {
            if (landmark.Bearing is not (>= 0 and < 360))
            {
                throw new RuleException(
                    "bearing",
                    "The bearing from the landmark to the plant must lie from 0 to below 360 degrees."
                );
            }

            if (landmark.Metres is not (> 0 and <= Farthest))
            {
                throw new RuleException(
                    "metres",
                    $"The way from the landmark to the plant must lie between 0 and {Farthest:0} m."
                );
            }
        }

        return
        [
            .. input.Select(l => l with { Name = Rules.Text("name", "The landmark", l.Name, 200, required: true) }),
        ];
    }

    private static ThreatContent Check(ThreatContent input, TimeProvider clock)
    {
        Rules.Past(input.SeenOn, clock);
        return Check(input);
    }

    /// <summary>A threat as it is kept, whatever day it is.</summary>
    /// <param name="input">What was written.</param>
    public static ThreatContent Check(ThreatContent input)
    {
        var told = Rules.Text("told", "Who was told", input.Told, 200);
        if (told.Length > 0 != input.ToldOn is not null)
        {
            throw new RuleException("told", "Say both who was told and on which day, or neither.");
        }

        if (input.SettledOn < input.SeenOn || input.ToldOn < input.SeenOn)
        {
            throw new RuleException(
                "settledOn",
                "Nobody can be told of a threat, nor can it be settled, before it was seen. Check the days."
            );
        }

        var outcome = Rules.Text("outcome", "The outcome", input.Outcome, 2000);
        if (input.SettledOn is not null && outcome.Length == 0)
        {
            throw new RuleException("outcome", "Say in a few words how it was settled.");
        }

        var note = Rules.Text("note", "The note", input.Note, 2000, required: input.Kind == ThreatKind.Other);
        return input with { Note = note, Told = told, Outcome = outcome };
    }

    private static PopulationCount Check(PopulationCount input, TimeProvider clock)
    {
        Rules.Past(input.MarkedOn, clock);
        if (input.FloweringOn is { } counted)
        {
            Rules.Past(counted, clock);
        }

        return Check(input);
    }

    /// <summary>A count of a population as it is kept, whatever day it is.</summary>
    /// <param name="input">What was written.</param>
    public static PopulationCount Check(PopulationCount input)
    {
        if (input.Marked is not (>= 1 and <= MostMarked))
        {
            throw new RuleException("marked", $"From 1 to {MostMarked:N0} can be marked.");
        }

        if (input.Flowering is null != input.FloweringOn is null)
        {
            throw new RuleException(
                "flowering",
                "Say both how many flowered and on which day they were counted, or neither."
            );
        }

        if (input.Flowering < 0 || input.Flowering > input.Marked)
        {
            throw new RuleException(
                "flowering",
                FormattableString.Invariant(
                    $"{input.Flowering} cannot have flowered of {input.Marked} marked. Count only those marked."
                )
            );
        }

        if (input.FloweringOn < input.MarkedOn)
        {
            throw new RuleException(
                "floweringOn",
                "The flowering was counted before the rosettes were marked. Check the days."
            );
        }

        // Rosettes marked in winter flower in the year that follows: the year is that of the flowering where it is known.
        if (input.Year != input.MarkedOn.Year && input.Year != input.MarkedOn.Year + 1)
        {
            throw new RuleException(
                "year",
                "The year is that in which they flower: the one they were marked in, or the next."
            );
        }

        return input;
    }
}
