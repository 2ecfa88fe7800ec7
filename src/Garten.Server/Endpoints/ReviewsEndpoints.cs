using Garten.Core.Assessment;
using Garten.Core.Survey;
using Garten.Core.Survey.Access;
using Garten.Data;
using Garten.Server.Access;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>A review to be given.</summary>
/// <param name="Verdict">What is said.</param>
/// <param name="Remark">Why, or what to look at.</param>
public sealed record ReviewInput(Verdict Verdict, string? Remark);

/// <summary>What a second person says of names, and the specimens that stand for them.</summary>
public static class ReviewsEndpoints
{
    private const int MostStand = 1_000_000;

    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        var plants = api.MapGroup("/plants/{plant:int}");
        plants
            .MapPost(
                "/determinations/{determination:int}/reviews",
                async (
                    int plant,
                    int determination,
                    ReviewInput input,
                    ReviewStore store,
                    PlantSheets sheets,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                {
                    var remark = Rules.Text("remark", "The remark", input.Remark, 2000);
                    if (input.Verdict != Verdict.Agrees && remark.Length == 0)
                    {
                        throw new RuleException(
                            "remark",
                            input.Verdict == Verdict.Differs
                                ? "Say what speaks against the name."
                                : "Say what should be looked at."
                        );
                    }

                    return await sheets.OfAsync(
                        await store.GiveAsync(person.Head, plant, determination, input.Verdict, remark, cancel),
                        cancel
                    );
                }
            )
            .Needs(Right.Review)
            .WithName("reviewName")
            .Produces<PlantSheet>();

        plants
            .MapGet(
                "/collecting",
                async (
                    int plant,
                    int stand,
                    int taken,
                    string? permit,
                    PlantStore plants,
                    CurrentGuide current,
                    CancellationToken cancel
                ) =>
                    Collecting.Judge(
                        Math.Clamp(stand, 0, MostStand),
                        Math.Clamp(taken, 0, MostStand),
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
                    int plant,
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
                    if (input.Stand is < 1 or > MostStand || input.Taken is < 0 or > MostStand)
                    {
                        throw new RuleException(
                            "stand",
                            $"Count the stand: from 1 to {MostStand:N0} plants, and none or more of them taken whole."
                        );
                    }

                    var voucher = input with
                    {
                        Number = Rules.Text("number", "The number", input.Number, 60, required: true),
                        KeptAt = Rules.Text("keptAt", "Where it is kept", input.KeptAt, 200, required: true),
                        TakenOn = Rules.Past(input.TakenOn, Clock.Today(clock)),
                        Permit = Rules.Text("permit", "The permit", input.Permit, 200),
                    };
                    var judged = Collecting.Judge(
                        voucher.Stand,
                        voucher.Taken,
                        IsSpared(await plants.ReadAsync(plant, cancel), current),
                        voucher.Permit
                    );
                    if (!judged.Allowed)
                    {
                        throw new RuleException("stand", judged.Says[0]);
                    }

                    return await sheets.OfAsync(
                        await store.AddVoucherAsync(person.Head, plant, voucher, cancel),
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
