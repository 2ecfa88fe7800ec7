using System.Collections.Immutable;
using Garten.Core.Geometry;
using Garten.Core.Measuring.Shapes;

namespace Garten.Core.Measuring.Photos;

/// <summary>How a picture gets its scale.</summary>
public enum ScaleKind
{
    /// <summary>From whatever is found: a card first, then a coin.</summary>
    Find,

    /// <summary>From two points a known length apart.</summary>
    Points,

    /// <summary>From the four corners of a card of known size, which corrects the tilt of the picture too.</summary>
    Corners,

    /// <summary>No scale: shapes, ratios and counts only.</summary>
    None,
}

/// <summary>The scale of a picture.</summary>
/// <param name="Kind">How it is got.</param>
/// <param name="Points">Two points or four corners, in pixels of the whole picture; otherwise empty.</param>
/// <param name="Millimetres">Length between the two points; 0 otherwise.</param>
/// <param name="CardLong">Longer side of the card, in millimetres.</param>
/// <param name="CardShort">Shorter side of the card, in millimetres.</param>
/// <param name="Coin">Diameter of the coin, in millimetres.</param>
/// <param name="Error">How well the size of the thing is known: its standard error as a share.</param>
public sealed record PhotoScale(
    ScaleKind Kind,
    ImmutableArray<Point> Points,
    double Millimetres,
    double CardLong,
    double CardShort,
    double Coin,
    double Error
)
{
    /// <summary>A card of the size most cards in a purse have, and a coin of 24 mm.</summary>
    public static PhotoScale Usual { get; } = new(ScaleKind.Find, [], 0, 85.6, 53.98, 24, 0.002);
}

/// <summary>A length, an angle or a count placed by hand.</summary>
/// <param name="Points">Two points for a length, three for an angle with its corner in the middle, any number for a count; in pixels.</param>
/// <param name="Kind">length, angle or count.</param>
public sealed record PhotoMark(string Label, ImmutableArray<Point> Points, MarkKind Kind);

/// <summary>What is placed by hand.</summary>
public enum MarkKind
{
    /// <summary>A length along two or more points.</summary>
    Length,

    /// <summary>An angle of three points.</summary>
    Angle,

    /// <summary>A count.</summary>
    Count,
}

/// <summary>What is asked of a picture.</summary>
/// <param name="FindLeaf">True to find the leaf; false where only points set by hand are measured.</param>
/// <param name="Outline">The leaf's edge as corrected by hand, in pixels; empty to find it.</param>
/// <param name="Pulls">Corrections of the edge, found or drawn, one after another.</param>
/// <param name="Base">Where the blade leaves its stalk, set by hand; null to find it.</param>
/// <param name="Tip">The tip of the blade, set by hand; null to find it.</param>
/// <param name="Turned">True to take the other end for the base where no stalk shows.</param>
/// <param name="Marks">What is placed by hand.</param>
/// <param name="Convention">How the shape is named.</param>
public sealed record PhotoQuestion(
    PhotoScale Scale,
    bool FindLeaf,
    ImmutableArray<Point> Outline,
    ImmutableArray<EdgePull> Pulls,
    Point? Base,
    Point? Tip,
    bool Turned,
    ImmutableArray<PhotoMark> Marks,
    ShapeConvention Convention
)
{
    /// <summary>Find all there is to find.</summary>
    public static PhotoQuestion Usual { get; } =
        new(PhotoScale.Usual, true, [], [], null, null, false, [], ShapeConvention.RatioChart);
}
