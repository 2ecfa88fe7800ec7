using Garten.Core.Commands;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>A grade set by a person.</summary>
/// <param name="Grade">The grade; null to let the computed one stand.</param>
public sealed record GradeInput(Grade? Grade, string? Reason);

/// <summary>Grades of plants, and what would raise them.</summary>
public static class GradesEndpoints
{
    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/plants/{plant:id}/grade", (PlantId plant, PlantGrades grades, CancellationToken cancel) =>
                grades.OfAsync(plant, cancel)
            )
            .WithName("grade")
            .Produces<PlantGrade>();

        api.MapPost(
                "/plants/{plant:id}/grade",
                async (
                    PlantId plant,
                    GradeInput input,
                    GradeStore store,
                    PlantGrades grades,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                    await grades.OfAsync(
                        await store.HandleAsync(
                            person.Head,
                            new OverruleGrade(
                                plant,
                                input.Grade,
                                Rules.Text("reason", "The reason", input.Reason, 2000, required: true)
                            ),
                            cancel
                        ),
                        cancel
                    )
            )
            .WithName("overruleGrade")
            .Produces<PlantGrade>();
    }
}
