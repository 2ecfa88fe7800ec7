using Garten.Core.Commands;
using Garten.Core.Drawing.Plates;
using Garten.Core.Evidence.Pictures;
using Garten.Core.Guides;
using Garten.Core.Sheets;
using Garten.Core.Survey.Access;
using Garten.Data;
using Garten.Server.Access;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>Pictures of plants: put on a visit, drawn on, told as the plant's portrait, and shown with the account of its name.</summary>
public static class PicturesEndpoints
{
    private const int MostOwn = 24;

    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        var plant = api.MapGroup("/plants/{plant:id}");
        plant
            .MapGet(
                "/pictures",
                async (PlantId plant, PictureStore store, PlantStore plants, CancellationToken cancel) =>
                {
                    await plants.CardAsync(plant, cancel);
                    return (await store.OfAsync(plant, cancel)).ConvertAll(PictureView.Of);
                }
            )
            .WithName("pictures")
            .Produces<List<PictureView>>();

        plant
            .MapGet(
                "/portrait",
                async (
                    PlantId plant,
                    PictureStore store,
                    PlantSheets sheets,
                    CurrentGuide current,
                    CancellationToken cancel
                ) =>
                {
                    return new PortraitQuestion(
                        await sheets.ReadAsync(plant, cancel),
                        (await store.OfAsync(plant, cancel)).ConvertAll(PictureView.Of)
                    ).Answer(current.Guide);
                }
            )
            .WithName("portrait")
            .Produces<Portrait>();

        var visit = plant.MapGroup("/visits/{visit:id}/pictures");
        visit
            .MapPost(
                "",
                async (
                    PlantId plant,
                    VisitId visit,
                    PictureInput input,
                    PictureStore store,
                    PhotoStore photos,
                    PlantSheets sheets,
                    CurrentGuide current,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                    await sheets.OfAsync(
                        await store.HandleAsync(
                            person.Head,
                            new AddPicture(
                                plant,
                                input.Photo,
                                await CheckedAsync(input.Photo, input.On(visit), photos, current.Guide, cancel)
                            ),
                            cancel
                        ),
                        cancel
                    )
            )
            .WithName("addPicture")
            .Produces<PlantSheet>();

        visit
            .MapPut(
                "/{photo:id}",
                async (
                    PlantId plant,
                    VisitId visit,
                    PhotoId photo,
                    PictureCorrection input,
                    PictureStore store,
                    PhotoStore photos,
                    PlantSheets sheets,
                    CurrentGuide current,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                    await sheets.OfAsync(
                        await store.HandleAsync(
                            person.Head,
                            new CorrectPicture(
                                plant,
                                photo,
                                input.Before with
                                {
                                    Visit = visit,
                                },
                                await CheckedAsync(photo, input.After, photos, current.Guide, cancel)
                            ),
                            cancel
                        ),
                        cancel
                    )
            )
            .WithName("correctPicture")
            .Produces<PlantSheet>();

        visit
            .MapPost(
                "/{photo:id}/removal",
                async (
                    PlantId plant,
                    VisitId visit,
                    PhotoId photo,
                    PictureRemoval input,
                    PictureStore store,
                    PlantSheets sheets,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                    await sheets.OfAsync(
                        await store.HandleAsync(
                            person.Head,
                            new RemovePicture(
                                plant,
                                photo,
                                visit,
                                Rules.Text("reason", "The reason", input.Reason, 300)
                            ),
                            cancel
                        ),
                        cancel
                    )
            )
            .WithName("removePicture")
            .Produces<PlantSheet>();

        visit
            .MapPost(
                "/{photo:id}/return",
                async (
                    PlantId plant,
                    VisitId visit,
                    PhotoId photo,
                    PictureStore store,
                    PlantSheets sheets,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                    await sheets.OfAsync(
                        await store.HandleAsync(
                            person.Head,
                            new RemovePicture(plant, photo, visit, "", Away: false),
                            cancel
                        ),
                        cancel
                    )
            )
            .WithName("bringPictureBack")
            .Produces<PlantSheet>();

        api.MapPost("/photos/marks", (MarksQuestion question) => question.Answer())
            .Needs(Right.Look)
            .WithName("marksInWords")
            .Produces<MarksAnswer>();

        api.MapGet(
                "/guide/taxa/{taxon}/pictures",
                async (string taxon, PictureStore store, CurrentGuide current, CancellationToken cancel) =>
                {
                    var names = current.Names;
                    return names.FindTaxon(new(taxon)) is { } found
                        ? await store.OfNamesAsync(
                            [.. names.Taxa.Where(t => names.IsWithin(t.Id, found.Id)).Select(t => t.Id.Value)],
                            [nameof(Grade.Confirmed)],
                            MostOwn,
                            cancel
                        )
                        : throw new NotInStoreException("The guide has no such taxon.");
                }
            )
            .WithName("ownPictures")
            .Produces<List<OwnPicture>>();
    }

    private static async Task<PictureOnSheet> CheckedAsync(
        PhotoId photo,
        PictureOnSheet sent,
        PhotoStore photos,
        Guide guide,
        CancellationToken cancel
    )
    {
        var kept = await photos.FindAsync(photo, cancel);
        return sent.Checked(kept, guide);
    }
}
