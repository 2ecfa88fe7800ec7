using System.Collections.Immutable;
using Garten.Core.Geometry;
using Garten.Core.Measuring.Shapes;

namespace Garten.Core.Measuring.Photos;

/// <summary>Why a picture could not be measured, or not wholly.</summary>
public enum PhotoProblem
{
    /// <summary>Nothing in the picture differs from its backdrop as a leaf does.</summary>
    NoLeaf,

    /// <summary>Two leaves or more.</summary>
    SeveralLeaves,

    /// <summary>What was measured as one leaf may be several that lie over one another: its two sides are unlike, or it has several stalks.</summary>
    PerhapsSeveral,

    /// <summary>The leaf runs out of the picture.</summary>
    LeafCut,

    /// <summary>Nothing of known size was found or marked: sizes are not given.</summary>
    NoScale,

    /// <summary>The leaf shows no stalk: which end is the base was guessed.</summary>
    BaseGuessed,

    /// <summary>The coin shows as an ellipse: the picture is tilted, and sizes are too short in one direction.</summary>
    Tilted,

    /// <summary>The points marked do not make a scale.</summary>
    BadMarks,
}

/// <summary>What a picture was scaled by.</summary>
/// <param name="What">card, coin, points, or nothing.</param>
/// <param name="Points">Where: the corners, the ends of the coin's axes, or the points; in pixels.</param>
/// <param name="PixelsAMillimetre">Pixels a millimetre in the middle of the leaf; 0 without a scale.</param>
/// <param name="Tilt">How far the picture is tilted, in degrees, as far as it shows; null where it does not show.</param>
public sealed record ScaleFound(string What, ImmutableArray<Point> Points, double PixelsAMillimetre, double? Tilt);

/// <summary>What was found of a leaf.</summary>
/// <param name="Outline">Its edge, in pixels, simplified for drawing.</param>
/// <param name="Base">Where the blade leaves its stalk, in pixels.</param>
/// <param name="Tip">Its tip, in pixels.</param>
/// <param name="Across">The two ends of its width, in pixels.</param>
/// <param name="Stalk">The free end of its stalk, in pixels; null where none shows.</param>
/// <param name="Length">Length of the blade, in millimetres; null without a scale.</param>
/// <param name="Width">Greatest width of the blade, in millimetres; null without a scale.</param>
/// <param name="StalkLength">Length of the stalk as far as it shows, in millimetres; null without a stalk or scale.</param>
/// <param name="Ratio">Length to width.</param>
/// <param name="Area">Area of the blade, in square millimetres; null without a scale.</param>
/// <param name="Perimeter">Length of its edge, in millimetres; null without a scale.</param>
/// <param name="Widest">Where it is widest, as a share of the length from the base.</param>
/// <param name="Shape">The rest of its shape.</param>
/// <param name="Teeth">Its teeth; null on a lobed blade, where they are counted by hand.</param>
/// <param name="TeethTips">Tips of the teeth, in pixels.</param>
/// <param name="Sinuses">Bottoms of the sinuses, in pixels.</param>
/// <param name="Name">The name of its shape.</param>
public sealed record LeafFound(
    ImmutableArray<Point> Outline,
    Point Base,
    Point Tip,
    ImmutableArray<Point> Across,
    Point? Stalk,
    Measured? Length,
    Measured? Width,
    Measured? StalkLength,
    Measured Ratio,
    Measured? Area,
    Measured? Perimeter,
    Measured Widest,
    BladeShape Shape,
    Teething? Teeth,
    ImmutableArray<Point> TeethTips,
    Lobing Lobing,
    ImmutableArray<Point> Sinuses,
    ShapeName Name,
    EndName BaseName,
    EndName TipName
);

/// <summary>A mark, measured.</summary>
/// <param name="Kind">What kind of thing.</param>
/// <param name="Value">Millimetres, degrees or a number; null for a length without a scale, or too few points.</param>
public sealed record MarkFound(string Label, MarkKind Kind, Measured? Value);

/// <summary>All that was found in a picture.</summary>
/// <param name="Leaf">The leaf; null where none could be measured.</param>
/// <param name="Marks">What was placed by hand.</param>
/// <param name="Problems">What went wrong or was guessed.</param>
public sealed record PhotoAnswer(
    ScaleFound Scale,
    LeafFound? Leaf,
    ImmutableArray<MarkFound> Marks,
    ImmutableArray<PhotoProblem> Problems
);
