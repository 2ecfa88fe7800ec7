using Garten.Core.Commands;
using Garten.Core.Evidence;
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

/// <summary>What was found in a picture.</summary>
/// <param name="Answer">What was found.</param>
/// <param name="Readings">The same in words.</param>
/// <param name="Marks">What was placed by hand, in words, in the order asked.</param>
/// <param name="Offers">Features of the guide it answers.</param>
public sealed record PhotoMeasures(PhotoAnswer Answer, PhotoReading[] Readings, string[] Marks, PhotoOffer[] Offers);

/// <summary>A feature to record from a picture.</summary>
/// <param name="State">The state seen; null for a number.</param>
/// <param name="Entry">The number with its unit; null for a state.</param>
public sealed record PhotoFeature(string Character, string? State, string? Entry);

/// <summary>Features read from a picture, to be put on a plant's sheet.</summary>
public sealed record PhotoUseInput(PlantId Plant, VisitId Visit, PhotoFeature[] Features);

/// <summary>How the survey names the shapes of leaves.</summary>
public sealed record ShapeNaming(ShapeConvention Convention);

/// <summary>Pictures: kept, measured, and put on a plant's sheet as evidence.</summary>
public static class PhotosEndpoints
{
    private const int MostFeatures = 20;
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
                    var file = await Uploads.PutAsideAsync(request, PictureReader.MostBytes, "picture", cancel);
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
                    var photo = await store.FindAsync(id, cancel);
                    if (PhotoRules.FaultOf(question, photo.Width, photo.Height) is { Length: > 0 } fault)
                    {
                        throw new RuleException("question", fault);
                    }

                    var answer = PhotoMeasurement.Answer(await scenes.OfAsync(id, store, cancel), question);
                    return new PhotoMeasures(
                        answer,
                        [.. PhotoReadings.Of(answer)],
                        [.. answer.Marks.Select(PhotoReadings.Of)],
                        [.. PhotoOffers.Of(current.Guide, answer)]
                    );
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
                    if (input.Features.Length is 0 or > MostFeatures)
                    {
                        throw new RuleException(
                            "features",
                            $"Choose from 1 to {MostFeatures} features to put on the sheet."
                        );
                    }

                    var sheet = await sheets.ReadAsync(input.Plant, cancel);
                    if (sheet.Visits.All(v => v.Id != input.Visit))
                    {
                        throw new NotInStoreException("The plant has no such visit.");
                    }

                    var known = sheet
                        .Observations.Where(o => o.Visit == input.Visit)
                        .ToDictionary(o => o.Seen.Character.Value);
                    var changes = input
                        .Features.DistinctBy(f => f.Character)
                        .Select(f =>
                        {
                            var before = known.GetValueOrDefault(f.Character);
                            return ObservationChange.Of(
                                current.Guide,
                                input.Visit,
                                f.Character,
                                InputOf(f, before) with
                                {
                                    Expected = before?.Revision,
                                },
                                person.Required
                            );
                        })
                        .ToArray();
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

    /// <summary>One more leaf joins those measured before; a state joins those seen.</summary>
    private static ObservationInput InputOf(PhotoFeature feature, ObservationView? before) =>
        feature.Entry is { } entry
            ? new(
                FindingKind.Sample,
                null,
                [.. before?.Parts ?? []],
                null,
                entry,
                null,
                Certainty.Sure,
                EvidenceSource.Picture,
                null,
                null,
                null,
                null,
                null,
                Places: [.. before?.Places ?? []]
            )
            : new(
                FindingKind.States,
                [.. before?.Seen.Finding is Finding.States states ? states.Seen : [], feature.State ?? ""],
                null,
                null,
                null,
                null,
                Certainty.Fairly,
                EvidenceSource.Picture,
                null,
                null,
                null,
                null,
                null
            );

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
