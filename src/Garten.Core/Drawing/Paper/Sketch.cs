using System.Collections.Immutable;
using Garten.Core.Geometry;

namespace Garten.Core.Drawing.Paper;

/// <summary>
/// A sheet being drawn on. What is drawn through a placed sketch lands on the same sheet, moved and turned; so a leaf is
/// drawn once, upright, and stands wherever a shoot needs it.
/// </summary>
internal sealed class Sketch
{
    private readonly List<Figure> _figures;
    private readonly Placing[] _placings;

    public Sketch()
        : this([], []) { }

    private Sketch(List<Figure> figures, Placing[] placings)
    {
        _figures = figures;
        _placings = placings;
    }

    /// <summary>What was drawn so far.</summary>
    public ImmutableArray<Figure> Figures => [.. _figures];

    /// <summary>The same sheet, for a part that is drawn about its own origin.</summary>
    public Sketch At(Placing placing) => new(_figures, [placing, .. _placings]);

    public Sketch At(double x, double y, double degrees = 0, double scale = 1, bool mirrored = false) =>
        At(new Placing(new(x, y), degrees, scale, mirrored));

    /// <summary>A closed shape, washed and lined.</summary>
    public void Shape(IEnumerable<Point> outline, Wash? fill, double line = 1, Wash? ink = null) =>
        Add(outline, true, fill, line, ink);

    /// <summary>An open line.</summary>
    public void Line(IEnumerable<Point> points, double width = 1, Wash? ink = null) =>
        Add(points, false, null, width, ink);

    /// <summary>A straight line.</summary>
    public void Line(Point from, Point to, double width = 1, Wash? ink = null) =>
        Add([from, to], false, null, width, ink);

    /// <summary>A closed wash without a line.</summary>
    public void Tint(IEnumerable<Point> outline, Wash fill) => Add(outline, true, fill, 0, null);

    /// <summary>A round spot.</summary>
    public void Spot(Point centre, double radius, Wash? fill, double line = 0.8)
    {
        _figures.Add(new Disc(Placed(centre), radius * Scale, fill, Thinned(line)));
    }

    /// <summary>A word; it is never turned or mirrored.</summary>
    public void Say(Point at, string words, double size = 7, string anchor = "middle") =>
        _figures.Add(new Caption(Placed(at), words, size, anchor));

    /// <summary>An organ of its own, drawn by a function.</summary>
    public void Part(string name, string title, Action<Sketch> draw, bool ghost = false)
    {
        var figures = new List<Figure>();
        draw(new Sketch(figures, _placings));
        if (figures.Count > 0)
        {
            _figures.Add(new Part(name, title, ghost, [.. figures]));
        }
    }

    /// <summary>Figures of another sheet, put where this sketch is placed.</summary>
    public void Add(IEnumerable<Figure> figures)
    {
        foreach (var figure in figures)
        {
            _figures.Add(Moved(figure));
        }
    }

    /// <summary>The finished picture.</summary>
    /// <param name="title">What it shows, in words.</param>
    /// <param name="millimetres">Millimetres a unit of the paper stands for; null where the size is not known.</param>
    public Picture Finish(string title, double? millimetres = null) => new(title, Figures, millimetres);

    private Figure Moved(Figure figure) =>
        figure switch
        {
            Stroke stroke => stroke with { Points = [.. stroke.Points.Select(Placed)], Line = Thinned(stroke.Line) },
            Disc disc => disc with
            {
                Centre = Placed(disc.Centre),
                Radius = disc.Radius * Scale,
                Line = Thinned(disc.Line),
            },
            Caption caption => caption with { At = Placed(caption.At) },
            Part part => part with { Figures = [.. part.Figures.Select(Moved)] },
            _ => figure,
        };

    private double Scale => _placings.Aggregate(1.0, (scale, p) => scale * p.Scale);

    /// <summary>A small part is drawn with a finer pen, though not as fine as its size: the eye must still find the line.</summary>
    private double Thinned(double line) => line * Math.Clamp(Math.Sqrt(Scale), 0.4, 1.6);

    private Point Placed(Point point)
    {
        foreach (var placing in _placings)
        {
            point = placing.Of(point);
        }

        return point;
    }

    private void Add(IEnumerable<Point> points, bool closed, Wash? fill, double line, Wash? ink) =>
        _figures.Add(new Stroke([.. points.Select(Placed)], closed, fill, Thinned(line), ink));
}
