using System.Collections.Immutable;

namespace Garten.Core.Evidence.Pictures;

/// <summary>What a picture of a plant shows.</summary>
public enum PictureOrgan
{
    /// <summary>The whole plant.</summary>
    Habit,

    /// <summary>Bark.</summary>
    Bark,

    /// <summary>A twig or stem.</summary>
    Twig,

    /// <summary>A bud.</summary>
    Bud,

    /// <summary>A leaf, needle or frond.</summary>
    Leaf,

    /// <summary>A flower or flower cluster.</summary>
    Flower,

    /// <summary>A fruit or cone.</summary>
    Fruit,

    /// <summary>Where it grows.</summary>
    Place,
}

/// <summary>What is said of a picture of a plant.</summary>
/// <param name="Caption">What there is to see, in a few words; may be empty.</param>
/// <param name="Marks">What is drawn on it.</param>
public sealed record PictureNote(PictureOrgan Organ, string Caption, ImmutableArray<PictureMark> Marks)
{
    private const int LongestCaption = 300;

    /// <summary>The note as it is kept.</summary>
    /// <param name="width">Pixels across.</param>
    /// <param name="height">Pixels down.</param>
    /// <exception cref="RuleException">The caption is too long, or a mark cannot be.</exception>
    public PictureNote Checked(int width, int height)
    {
        var marks = Marks.IsDefault ? [] : Marks;
        var fault = PictureMarks.FaultOf(marks, width, height);
        return fault.Length == 0 && Enum.IsDefined(Organ)
            ? this with
            {
                Caption = Rules.Text("caption", "The caption", Caption, LongestCaption),
                Marks = [.. marks.Select(m => m with { Words = m.Words.Trim() })],
            }
            : throw new RuleException(
                fault.Length > 0 ? "marks" : "organ",
                fault.Length > 0 ? fault : "Say what the picture shows."
            );
    }
}
