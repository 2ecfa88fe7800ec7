using System.Collections.Immutable;
using Garten.Core.Geometry;

namespace Garten.Core.Drawing.Paper;

/// <summary>One thing on the paper.</summary>
public abstract record Figure
{
    private protected Figure() { }
}

/// <summary>A line of the pen, a wash, or a washed shape with its line.</summary>
/// <param name="Points">The points in order.</param>
/// <param name="Closed">True when the last is joined to the first.</param>
/// <param name="Fill">The wash within; null for none.</param>
/// <param name="Line">Width of the line; 0 for none.</param>
/// <param name="Ink">Colour of the line; null for ink.</param>
public sealed record Stroke(ImmutableArray<Point> Points, bool Closed, Wash? Fill, double Line, Wash? Ink) : Figure;

/// <summary>A round spot.</summary>
/// <param name="Fill">The wash within; null for none.</param>
/// <param name="Line">Width of the line; 0 for none.</param>
public sealed record Disc(Point Centre, double Radius, Wash? Fill, double Line) : Figure;

/// <summary>A word beside a part.</summary>
/// <param name="At">Where it is anchored.</param>
/// <param name="Words">What it says.</param>
/// <param name="Size">Height of the letters.</param>
/// <param name="Anchor">start, middle or end.</param>
public sealed record Caption(Point At, string Words, double Size, string Anchor) : Figure;

/// <summary>An organ: figures that belong together, with a name for the program and a title for a reader.</summary>
/// <param name="Name">Name of the organ, for example <c>leaf</c>.</param>
/// <param name="Title">What a screen reader says.</param>
/// <param name="Ghost">True for what was not seen: drawn faintly.</param>
public sealed record Part(string Name, string Title, bool Ghost, ImmutableArray<Figure> Figures) : Figure;
