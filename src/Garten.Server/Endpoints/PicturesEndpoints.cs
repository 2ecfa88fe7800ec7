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

/// <summary>A picture to put on a visit of a plant.</summary>
public sealed record PictureInput(PhotoId Photo, PictureNote Note, string[] Characters);

/// <summary>A picture put right.</summary>
/// <param name="Before">As it stood when it was put right.</param>
/// <param name="After">As it shall stand.</param>
public sealed record PictureCorrection(PictureOnSheet Before, PictureOnSheet After);

/// <summary>A picture to take off a plant.</summary>
/// <param name="Reason">Why; may be empty.</param>
public sealed record PictureRemoval(string? Reason);

/// <summary>A picture of a plant, as a screen shows it.</summary>
/// <param name="MarkWords">What stands beside each mark: its words, what it counts, how long it is.</param>
public sealed record PictureView(PlantPicture Picture, IReadOnlyList<string> MarkWords);

/// <summary>Marks as they are being drawn.</summary>
/// <param name="Width">Pixels across the picture.</param>
/// <param name="Height">Pixels down the picture.</param>
public sealed record MarksQuestion(int Width, int Height, PictureMark[] Marks);

/// <summary>What marks come to while they are being drawn.</summary>
/// <param name="Fault">What is wrong with them, in a sentence; empty where they are sound.</param>
/// <param name="Words">What stands beside each; empty where something is wrong.</param>
public sealed record MarksAnswer(string Fault, IReadOnlyList<string> Words);

/// <summary>Pictures of plants: put on a visit, drawn on, told as the plant's portrait, and shown with the account of its name.</summary>
public static class PicturesEndpoints
{
    private const int MostCharacters = 40;
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
                    return (await store.OfAsync(plant, cancel)).ConvertAll(p => new PictureView(
                        p,
                        PictureMarks.InWords(p.Facts.Note.Marks)
                    ));
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
                    var sheet = await sheets.ReadAsync(plant, cancel);
                    return Portrait.Of(
                        current.Guide,
                        [.. sheet.Visits.Select(v => v.Date)],
                        [.. sheet.Observations.Select(o => o.Seen)],
                        [
                            .. (await store.OfAsync(plant, cancel))
                                .Where(p => !p.IsAway)
                                .Select(p => new PortraitPicture(p.Photo.Id, p.Facts.Note.Organ, p.Date)),
                        ]
                    );
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
                                await CheckedAsync(
                                    input.Photo,
                                    new(visit, input.Note, input.Characters),
                                    photos,
                                    current.Guide,
                                    cancel
                                )
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

        api.MapPost("/photos/marks", (MarksQuestion question) =>
            {
                var fault = PictureMarks.FaultOf([.. question.Marks], question.Width, question.Height);
                return new MarksAnswer(fault, fault.Length > 0 ? [] : PictureMarks.InWords([.. question.Marks]));
            })
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
        if (sent.Characters.Count > MostCharacters)
        {
            throw new RuleException("characters", $"A picture is evidence of at most {MostCharacters} features.");
        }

        if (sent.Characters.FirstOrDefault(c => guide.FindCharacter(new(c)) is null) is { } unknown)
        {
            throw new RuleException("characters", $"The guide has no character “{unknown}”. Choose from the list.");
        }

        return sent with
        {
            Note = sent.Note.Checked(kept.Width, kept.Height),
            Characters = [.. sent.Characters.Distinct()],
        };
    }
}
