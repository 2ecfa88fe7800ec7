using Garten.Core.Commands;
using Garten.Core.Sheets;
using Garten.Core.Survey;
using Garten.Core.Survey.Access;
using Garten.Data;
using Garten.Server.Access;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>What a second person says of names, and the specimens that stand for them.</summary>
public static class ReviewsEndpoints
{
    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        var plants = api.MapGroup("/plants/{plant:id}");
        plants
            .MapPost(
                "/determinations/{determination:id}/reviews",
                async (
                    PlantId plant,
                    DeterminationId determination,
                    ReviewInput input,
                    ReviewStore store,
                    PlantSheets sheets,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                    await sheets.OfAsync(
                        await store.HandleAsync(
                            person.Head,
                            ReviewName.Of(plant, determination, input.Verdict, input.Remark),
                            cancel
                        ),
                        cancel
                    )
            )
            .Needs(Right.Review)
            .WithName("reviewName")
            .Produces<PlantSheet>();

        plants
            .MapGet(
                "/collecting",
                async (
                    PlantId plant,
                    int stand,
                    int taken,
                    string? permit,
                    PlantStore plants,
                    CurrentGuide current,
                    CancellationToken cancel
                ) =>
                    Collecting.Judge(
                        Math.Clamp(stand, 0, VoucherContent.MostStand),
                        Math.Clamp(taken, 0, VoucherContent.MostStand),
                        IsSpared(await plants.ReadAsync(plant, cancel), current),
                        permit ?? ""
                    )
            )
            .WithName("mayCollect")
            .Produces<Collecting>();

        plants
            .MapPost(
                "/vouchers",
                async (
                    PlantId plant,
                    VoucherContent input,
                    ReviewStore store,
                    PlantStore plants,
                    PlantSheets sheets,
                    CurrentGuide current,
                    CurrentPerson person,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                {
                    var spared = IsSpared(await plants.ReadAsync(plant, cancel), current);
                    var voucher = input.Checked(Clock.Today(clock), spared);
                    return await sheets.OfAsync(
                        await store.HandleAsync(person.Head, new KeepVoucher(plant, voucher), cancel),
                        cancel
                    );
                }
            )
            .WithName("addVoucher")
            .Produces<PlantSheet>();
    }

    /// <summary>True when the latest name of a plant is of a species that is spared here, or whose places are sensitive.</summary>
    private static bool IsSpared(PlantInColony plant, CurrentGuide current) =>
        plant
            .Stored.Determinations.Select(d => current.Guide.FindTaxon(new(d.Taxon)))
            .FirstOrDefault(t => t is not null)
            is { } taxon
        && current.Guide.Lineage(taxon.Id).Any(t => t.Sensitive || t.Protection.Length > 0);
}
