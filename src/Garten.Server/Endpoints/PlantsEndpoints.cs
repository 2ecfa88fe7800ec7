using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>A plant seen on a day.</summary>
/// <param name="Parts">Parts on it that day.</param>
/// <param name="Altered">Damage to it.</param>
public sealed record VisitInput(
    DateOnly Date,
    LifeStage? Stage,
    Sex? Sex,
    PlantPart[]? Parts,
    Alteration[]? Altered,
    string? Note
);

/// <summary>A plant to be taken.</summary>
/// <param name="Request">Number the client gives the request, so that sending it twice takes one plant.</param>
/// <param name="Site">Where it stands.</param>
/// <param name="Description">What it looks like.</param>
/// <param name="Origin">Wild or planted.</param>
/// <param name="Visit">Its first visit.</param>
public sealed record PlantInput(Guid Request, int Site, string? Description, Origin Origin, VisitInput Visit);

/// <summary>The plants on the bench.</summary>
public static class PlantsEndpoints
{
    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/plants", (PlantStore plants, CancellationToken cancel) => plants.TagsAsync(cancel))
            .WithName("plants")
            .Produces<List<PlantTag>>();

        api.MapPost(
                "/plants",
                async (
                    PlantInput input,
                    PlantStore plants,
                    PlantSheets sheets,
                    CurrentPerson person,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                {
                    var plant = new NewPlant(
                        input.Request,
                        input.Site,
                        Rules.Text("description", "The description", input.Description, 500),
                        input.Origin,
                        Check(input.Visit, person, clock)
                    );
                    return await sheets.OfAsync(await plants.TakeAsync(person.Head, plant, null, cancel), cancel);
                }
            )
            .WithName("takePlant")
            .Produces<PlantSheet>();

        api.MapGet("/plants/{plant:int}", (int plant, PlantSheets sheets, CancellationToken cancel) =>
                sheets.ReadAsync(plant, cancel)
            )
            .WithName("plant")
            .Produces<PlantSheet>();

        api.MapPost(
                "/plants/{plant:int}/visits",
                async (
                    int plant,
                    VisitInput input,
                    PlantStore plants,
                    PlantSheets sheets,
                    CurrentPerson person,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                    await sheets.OfAsync(
                        await plants.AddVisitAsync(person.Head, plant, Check(input, person, clock), cancel),
                        cancel
                    )
            )
            .WithName("addVisit")
            .Produces<PlantSheet>();
    }

    private static NewVisit Check(VisitInput input, CurrentPerson person, TimeProvider clock) =>
        new(
            Rules.Past(input.Date, Clock.Today(clock)),
            person.Required,
            input.Stage,
            input.Sex,
            [.. (input.Parts ?? []).Distinct()],
            [.. (input.Altered ?? []).Distinct()],
            Rules.Text("note", "The note", input.Note, 2000)
        );
}
