using Garten.Core.Assessment;
using Garten.Core.Bench;
using Garten.Core.Commands;
using Garten.Core.Identification;
using Garten.Core.Sheets;
using Garten.Core.Survey.Access;
using Garten.Data;
using Garten.Server.Access;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>The questions of the bench, answered here where the browser cannot answer them itself.</summary>
public static class BenchEndpoints
{
    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        var bench = api.MapGroup("/bench").Needs(Right.Look);
        bench
            .MapPost("/answer", (BenchRequest plant, CurrentGuide current) =>
                BenchDesk.Answer(current.Model, Sound(plant))
            )
            .WithName("answer")
            .Produces<BenchAnswer>();
        bench
            .MapPost("/names", (BenchRequest plant, CurrentGuide current) =>
                BenchDesk.Rank(current.Model, Sound(plant))
            )
            .WithName("likelyNames")
            .Produces<LikelyNames>();
        bench
            .MapPost("/samples", (BenchRequest plant, CurrentGuide current) =>
                BenchDesk.Samples(current.Model, Sound(plant))
            )
            .WithName("samples")
            .Produces<SampleAnswer>();
        bench
            .MapPost("/account", (NameQuestion question, CurrentGuide current) =>
                BenchDesk.Account(current.Model, Known(current, question))
            )
            .WithName("account")
            .Produces<SpeciesAccount>();
        bench
            .MapPost("/suspicion", (NameQuestion question, CurrentGuide current) =>
                BenchDesk.Suspect(current.Model, Known(current, question))
            )
            .WithName("suspicion")
            .Produces<Suspicion>();
        bench
            .MapPost("/reasons", (NameQuestion question, CurrentGuide current) =>
                BenchDesk.Reasons(current.Model, Known(current, question))
            )
            .WithName("reasons")
            .Produces<NameReasons>();
        bench
            .MapPost("/crosses", (NameQuestion question, CurrentGuide current) =>
                BenchDesk.Crosses(current.Model, Known(current, question)).ToArray()
            )
            .WithName("crosses")
            .Produces<CrossTest[]>();
        bench
            .MapPost("/apart", (NamesQuestion question, CurrentGuide current) =>
            {
                if (question.Plant is { } plant)
                {
                    Sound(plant);
                }

                Refuse("taxa", BenchRules.FaultOf(current.Guide, question.Taxa));
                return BenchDesk.Apart(current.Model, question);
            })
            .WithName("apart")
            .Produces<ApartAnswer>();
        bench
            .MapPost("/sheet", (SheetQuestion question, CurrentGuide current) =>
            {
                Sound(question.Plant);
                return question.Under is { } name && current.Model.Guide.FindTaxon(name) is null
                    ? throw new NotInStoreException("The guide has no such taxon.")
                    : BenchDesk.Draw(current.Model, question);
            })
            .WithName("sheet")
            .Produces<SheetPicture>();
        bench
            .MapPost("/compare", (PairQuestion question, CurrentGuide current) =>
            {
                Sound(question.One);
                Sound(question.Other);
                return BenchDesk.Compare(current.Model, question);
            })
            .WithName("compare")
            .Produces<PlantComparison>();

        api.MapGet("/plants/{plant:id}/request", async (PlantId plant, PlantSheets sheets, CancellationToken cancel) =>
                await sheets.RequestAsync(plant, cancel)
            )
            .WithName("request")
            .Produces<BenchRequest>();

        api.MapPut(
                "/plants/{plant:id}/colony/{other:id}",
                async (
                    PlantId plant,
                    PlantId other,
                    PlantStore plants,
                    PlantSheets sheets,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                {
                    if (plant == other)
                    {
                        throw new RuleException("other", "A plant cannot be linked with itself.");
                    }

                    return await sheets.OfAsync(
                        await plants.HandleAsync(person.Head, new LinkPlants(plant, other), cancel),
                        cancel
                    );
                }
            )
            .WithName("link")
            .Produces<PlantSheet>();

        api.MapDelete(
                "/plants/{plant:id}/colony/{other:id}",
                async (
                    PlantId plant,
                    PlantId other,
                    PlantStore plants,
                    PlantSheets sheets,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                    await sheets.OfAsync(
                        await plants.HandleAsync(person.Head, new UnlinkPlants(plant, other), cancel),
                        cancel
                    )
            )
            .WithName("unlink")
            .Produces<PlantSheet>();

        // The guide as the browser's copy of the core reads it; it changes only with the guide's version.
        api.MapGet("/guide/tables", (CurrentGuide current, HttpContext context) =>
            {
                context.Response.Headers.CacheControl = "no-cache";
                context.Response.Headers.ETag = $"\"{current.Version}\"";
                return context.Request.Headers.IfNoneMatch.Contains($"\"{current.Version}\"")
                    ? Results.StatusCode(StatusCodes.Status304NotModified)
                    : Results.Text(current.TablesJson, "application/json");
            })
            .WithName("tables")
            .Produces<string>(contentType: "application/json");
    }

    private static BenchRequest Sound(BenchRequest plant)
    {
        Refuse("plant", BenchRules.FaultOf(plant));
        return plant;
    }

    private static NameQuestion Known(CurrentGuide current, NameQuestion question)
    {
        Sound(question.Plant);
        return current.Model.Guide.FindTaxon(question.Taxon) is null
            ? throw new NotInStoreException("The guide has no such taxon.")
            : question;
    }

    private static void Refuse(string field, string fault)
    {
        if (fault.Length > 0)
        {
            throw new RuleException(field, fault);
        }
    }
}
