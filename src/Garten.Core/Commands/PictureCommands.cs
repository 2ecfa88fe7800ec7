using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Evidence.Pictures;
using Garten.Core.Guides;

namespace Garten.Core.Commands;

/// <summary>A picture of a plant as it stands on a visit.</summary>
/// <param name="Visit">The plant's visit it belongs to.</param>
/// <param name="Characters">Features of that visit it is evidence of: where they were seen.</param>
public sealed record PictureOnSheet(VisitId Visit, PictureNote Note, IReadOnlyList<string> Characters)
{
    private const int MostCharacters = 40;

    /// <summary>What is said of a picture, as it is kept.</summary>
    /// <param name="photo">The picture.</param>
    /// <exception cref="RuleException">It is evidence of too much, or of a feature the guide does not have; or its note cannot be.</exception>
    public PictureOnSheet Checked(KeptPhoto photo, Guide guide)
    {
        if (Characters.Count > MostCharacters)
        {
            throw new RuleException("characters", $"A picture is evidence of at most {MostCharacters} features.");
        }

        if (Characters.FirstOrDefault(c => guide.FindCharacter(new(c)) is null) is { } unknown)
        {
            throw new RuleException("characters", $"The guide has no character “{unknown}”. Choose from the list.");
        }

        return this with
        {
            Note = Note.Checked(photo.Width, photo.Height),
            Characters = [.. Characters.Distinct()],
        };
    }
}

/// <summary>Puts a kept picture to a visit of a plant.</summary>
public sealed record AddPicture(PlantId Plant, PhotoId Photo, PictureOnSheet Facts) : PlantCommand(Plant);

/// <summary>Puts right what is said of a picture, what is drawn on it, and which visit it belongs to; its file stays as it is.</summary>
/// <param name="Before">As it stood when it was put right.</param>
/// <param name="After">As it shall stand.</param>
public sealed record CorrectPicture(PlantId Plant, PhotoId Photo, PictureOnSheet Before, PictureOnSheet After)
    : PlantCommand(Plant);

/// <summary>Takes a picture off a plant, or brings it back; its file is kept.</summary>
/// <param name="Away">True to take it off.</param>
/// <param name="Reason">Why; may be empty.</param>
public sealed record RemovePicture(PlantId Plant, PhotoId Photo, VisitId Visit, string Reason, bool Away = true)
    : PlantCommand(Plant);

/// <summary>Tells in words what a correction of a picture changed.</summary>
public static class PictureCorrections
{
    /// <summary>What changed of a picture.</summary>
    /// <param name="from">Day of the visit it belonged to.</param>
    /// <param name="to">Day of the visit it belongs to.</param>
    public static ImmutableArray<CorrectedPart> Between(
        PictureOnSheet before,
        DateOnly from,
        PictureOnSheet after,
        DateOnly to
    ) =>
        Corrections.Changed(
            ("visit", Corrections.Day(from), Corrections.Day(to)),
            ("shows", Corrections.Words(before.Note.Organ.ToString()), Corrections.Words(after.Note.Organ.ToString())),
            ("caption", before.Note.Caption, after.Note.Caption),
            ("drawn on it", Marks(before.Note), Marks(after.Note)),
            ("evidence of", string.Join(", ", before.Characters), string.Join(", ", after.Characters))
        );

    private static string Marks(PictureNote note) =>
        string.Join(
            ", ",
            note.Marks.Zip(PictureMarks.InWords(note.Marks), (mark, words) =>
                $"{Corrections.Words(mark.Kind.ToString())}{(words.Length > 0 ? $" “{words}”" : "")}"
            )
        );
}

/// <summary>A picture to put on a visit of a plant.</summary>
public sealed record PictureInput(PhotoId Photo, PictureNote Note, string[] Characters)
{
    /// <summary>The same as it stands on a visit.</summary>
    public PictureOnSheet On(VisitId visit) => new(visit, Note, Characters);
}

/// <summary>A picture put right.</summary>
/// <param name="Before">As it stood when it was put right.</param>
/// <param name="After">As it shall stand.</param>
public sealed record PictureCorrection(PictureOnSheet Before, PictureOnSheet After);

/// <summary>A picture to take off a plant.</summary>
/// <param name="Reason">Why; may be empty.</param>
public sealed record PictureRemoval(string? Reason);
