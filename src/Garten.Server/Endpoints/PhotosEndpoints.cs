using Garten.Core.Commands;
using Garten.Core.Evidence;
using Garten.Core.Evidence.Pictures;
using Garten.Core.Measuring.Photos;
using Garten.Core.Measuring.Shapes;
using Garten.Core.Sheets;
using Garten.Core.Survey.Access;
using Garten.Data;
using Garten.Pictures;
using Garten.Server.Access;
using Garten.Server.Devices;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>How the survey names the shapes of leaves.</summary>
public sealed record ShapeNaming(ShapeConvention Convention);

/// <summary>Pictures: kept, measured, and put on a plant's sheet as evidence.</summary>
public static class PhotosEndpoints
{
    private const string Naming = "shape-names";

    /// <summary>A picture never changes, and whoever may see it is asked again tomorrow.</summary>
    private const string Unchanging = "private, max-age=86400";

    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        var photos = api.MapGroup("/photos");
        photos
            .MapPut(
                "/{id:id}",
                async (
                    PhotoId id,
                    string name,
                    HttpRequest request,
                    PhotoStore store,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                {
                    var file = await Uploads.PutAsideAsync(request, PictureFile.MostBytes, "picture", cancel);
                    return await KeepAsync(id, name, file, store, person.Required, cancel);
                }
            )
            .Accepts<byte[]>("image/jpeg", "image/png", "image/webp")
            .WithName("keepPhoto")
            .Produces<KeptPhoto>();

        // One convention for the whole survey: shapes named by two could not be held against each other.
        photos
            .MapGet("/naming", async (SettingStore settings, CancellationToken cancel) =>
                new ShapeNaming(
                    Enum.TryParse<ShapeConvention>(await settings.GetAsync(Naming, cancel), out var kept)
                        ? kept
                        : PhotoQuestion.Usual.Convention
                )
            )
            .WithName("shapeNaming")
            .Produces<ShapeNaming>();

        photos
            .MapPut("/naming", async (ShapeNaming input, SettingStore settings, CancellationToken cancel) =>
            {
                await settings.SetAsync(Naming, input.Convention.ToString(), cancel);
                return input;
            })
            .Needs(Right.Steward)
            .WithName("setShapeNaming")
            .Produces<ShapeNaming>();

        photos
            .MapGet("/samples", async (ICamera camera, StandIns standIns, CancellationToken cancel) =>
                await standIns.AreOnAsync(cancel) ? camera.Shots.ToArray() : Array.Empty<CameraShot>()
            )
            .WithName("samplePhotos")
            .Produces<CameraShot[]>();

        photos
            .MapPost(
                "/samples/{number:int}",
                async (
                    int number,
                    PhotoId id,
                    ICamera camera,
                    StandIns standIns,
                    PhotoStore store,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                    await standIns.AreOnAsync(cancel)
                    && camera.Shots.FirstOrDefault(s => s.Number == number) is { } shot
                        ? await KeepAsync(
                            id,
                            $"{shot.Title}.jpg",
                            new MemoryStream(camera.Take(number)),
                            store,
                            person.Required,
                            cancel
                        )
                        : throw new NotInStoreException("The camera has no such picture.")
            )
            .WithName("takeSamplePhoto")
            .Produces<KeptPhoto>();

        photos
            .MapGet("/{id:id}", (PhotoId id, PhotoStore store, CancellationToken cancel) => store.FindAsync(id, cancel))
            .WithName("photo")
            .Produces<KeptPhoto>();

        photos
            .MapGet(
                "/{id:id}/file",
                async (PhotoId id, PhotoStore store, HttpResponse response, CancellationToken cancel) =>
                {
                    // Asked for first: once the file flows, it is too late to say that there is none.
                    var photo = await store.FindAsync(id, cancel);
                    response.Headers.CacheControl = Unchanging;
                    return TypedResults.Stream(
                        to =>
                            store.ReadAsync(
                                id,
                                (from, tellsPlace) =>
                                    tellsPlace
                                        ? from.CopyToAsync(to, cancel)
                                        : PlaceStripper.CopyAsync(from, photo.Type, to, cancel),
                                cancel
                            ),
                        photo.Type
                    );
                }
            )
            .WithName("photoFile")
            .Produces<byte[]>(200, "image/jpeg", "image/png", "image/webp");

        photos
            .MapGet(
                "/{id:id}/thumbnail",
                async (PhotoId id, PhotoStore store, HttpResponse response, CancellationToken cancel) =>
                {
                    var small = await store.ThumbnailAsync(id, cancel);
                    if (small is null)
                    {
                        // Brought in, or kept before there were any.
                        await using var aside = Uploads.Aside();
                        await store.ReadAsync(id, (from, _) => from.CopyToAsync(aside, cancel), cancel);
                        small = PictureWriter.Thumbnail(aside);
                        await store.KeepThumbnailAsync(id, small, cancel);
                    }

                    response.Headers.CacheControl = Unchanging;
                    return TypedResults.Bytes(small, "image/jpeg");
                }
            )
            .WithName("photoThumbnail")
            .Produces<byte[]>(200, "image/jpeg");

        photos
            .MapPost(
                "/{id:id}/measures",
                async (
                    PhotoId id,
                    PhotoQuestion question,
                    PhotoStore store,
                    PhotoScenes scenes,
                    CurrentGuide current,
                    CancellationToken cancel
                ) =>
                {
                    await store.FindAsync(id, cancel);
                    return PhotoMeasures.Of(current.Guide, await scenes.OfAsync(id, store, cancel), question);
                }
            )
            .Needs(Right.Look)
            .WithName("measurePhoto")
            .Produces<PhotoMeasures>();

        photos
            .MapPost(
                "/{id:id}/uses",
                async (
                    PhotoId id,
                    PhotoUseInput input,
                    PhotoStore store,
                    EvidenceStore evidence,
                    PlantSheets sheets,
                    CurrentGuide current,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                {
                    await store.FindAsync(id, cancel);
                    var changes = input.On(await sheets.ReadAsync(input.Plant, cancel), current.Guide, person.Required);
                    return await sheets.OfAsync(
                        await evidence.HandleAsync(
                            person.Head,
                            new RecordFeatures(input.Plant, input.Visit, changes, id),
                            cancel
                        ),
                        cancel
                    );
                }
            )
            .WithName("usePhoto")
            .Produces<PlantSheet>();
    }

    private static async Task<KeptPhoto> KeepAsync(
        PhotoId id,
        string name,
        Stream file,
        PhotoStore store,
        PersonId person,
        CancellationToken cancel
    )
    {
        try
        {
            // Looked at before it is kept, so that a broken file is refused while the person still has the whole one.
            var facts = PictureReader.Facts(file);
            var thumbnail = PictureWriter.Thumbnail(file);
            var photo = new KeptPhoto(
                id,
                Rules.Text("name", "The name", Path.GetFileName(name), 200, required: true),
                facts.Type,
                facts.Width,
                facts.Height,
                facts.Taken,
                facts.Latitude,
                facts.Longitude
            );
            await store.KeepAsync(photo, file, thumbnail, person, cancel);
            return photo;
        }
        catch (PictureException e)
        {
            throw new RuleException("file", e.Message);
        }
    }
}
