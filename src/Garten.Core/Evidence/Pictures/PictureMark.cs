using System.Collections.Immutable;
using Garten.Core.Geometry;

namespace Garten.Core.Evidence.Pictures;

/// <summary>What is drawn on a picture.</summary>
public enum PictureMarkKind
{
    /// <summary>An arrow from its tail to what it points at.</summary>
    Arrow,

    /// <summary>A circle: its middle and a point of its rim.</summary>
    Circle,

    /// <summary>A line along something, such as a vein, from point to point.</summary>
    Line,

    /// <summary>Things counted, a point on each.</summary>
    Count,

    /// <summary>Two points of a ruler in the picture, and how far apart they are; it gives the picture its scale.</summary>
    Scale,

    /// <summary>A length between two points, in millimetres where the picture has a scale.</summary>
    Length,

    /// <summary>Words at a point.</summary>
    Word,
}

/// <summary>
/// A mark on a picture, kept beside the file and never drawn into it.
/// <code>new PictureMark(PictureMarkKind.Arrow, [new(120, 80), new(200, 140)], "gland", null)</code>
/// </summary>
/// <param name="Points">In pixels of the whole picture, from its upper left corner.</param>
/// <param name="Words">What stands beside it; may be empty but for words.</param>
/// <param name="Millimetres">How far apart the points of a scale are; null for everything else.</param>
public sealed record PictureMark(
    PictureMarkKind Kind,
    ImmutableArray<Point> Points,
    string Words,
    double? Millimetres = null
);

/// <summary>The rules of marks, and what they come to.</summary>
public static class PictureMarks
{
    /// <summary>Most marks on a picture.</summary>
    public const int Most = 60;

    private const int MostPoints = 300;
    private const int LongestWords = 80;
    private const double LongestScale = 10_000;

    /// <summary>What is wrong with marks, in a sentence that says what to do; empty where they are sound.</summary>
    /// <param name="width">Pixels across.</param>
    /// <param name="height">Pixels down.</param>
    public static string FaultOf(ImmutableArray<PictureMark> marks, int width, int height)
    {
        if (marks.Length > Most)
        {
            return $"A picture has at most {Most} marks. Take some away.";
        }

        if (marks.Count(m => m.Kind == PictureMarkKind.Scale) > 1)
        {
            return "A picture has one scale. Take the other away.";
        }

        foreach (var mark in marks)
        {
            var points = mark.Points.IsDefault ? 0 : mark.Points.Length;
            var (least, most) = PointsOf(mark.Kind);
            if (points < least || points > most)
            {
                return least == most
                    ? $"A mark of this kind ({Name(mark.Kind)}) has {least} {(least == 1 ? "point" : "points")}, not {points}."
                    : $"A mark of this kind ({Name(mark.Kind)}) has {least} to {most} points, not {points}.";
            }

            if (
                mark.Points.Any(p =>
                    !double.IsFinite(p.X) || !double.IsFinite(p.Y) || p.X < 0 || p.Y < 0 || p.X > width || p.Y > height
                )
            )
            {
                return $"A point of a mark ({Name(mark.Kind)}) lies outside the picture, which has {width} × {height} pixels.";
            }

            if (mark.Words.Length > LongestWords)
            {
                return $"Words on a picture have at most {LongestWords} characters. Write the rest into the caption.";
            }

            if (mark.Kind == PictureMarkKind.Word && string.IsNullOrWhiteSpace(mark.Words))
            {
                return "Words are missing at a point of the picture. Write them, or take the point away.";
            }

            if (
                mark.Kind == PictureMarkKind.Scale
                && (
                    mark.Millimetres is not { } length
                    || !(length > 0 && length <= LongestScale)
                    || Between(mark.Points) < 2
                )
            )
            {
                return "A scale needs two points apart, and the length between them: more than 0 and at most 10 m.";
            }
        }

        return "";
    }

    /// <summary>Millimetres a pixel stands for; null where the picture has no scale.</summary>
    public static double? MillimetresPerPixel(ImmutableArray<PictureMark> marks) =>
        marks.FirstOrDefault(m => m.Kind == PictureMarkKind.Scale) is { Millimetres: { } length, Points: var points }
            ? length / Between(points)
            : null;

    /// <summary>What stands beside each mark: its words, what it counts and how long it is.</summary>
    /// <param name="marks">Sound marks.</param>
    /// <returns>As many as there are marks, in their order; empty where nothing stands beside it.</returns>
    public static ImmutableArray<string> InWords(ImmutableArray<PictureMark> marks)
    {
        var scale = MillimetresPerPixel(marks);
        return [.. marks.Select(m => string.Join(": ", new[] { m.Words, FoundBy(m, scale) }.Where(w => w.Length > 0)))];
    }

    private static string FoundBy(PictureMark mark, double? scale) =>
        mark.Kind switch
        {
            PictureMarkKind.Count => $"{mark.Points.Length}",
            PictureMarkKind.Length or PictureMarkKind.Line when scale is { } mm => Millimetres(
                LengthOf(mark.Points) * mm
            ),
            PictureMarkKind.Scale => Millimetres(mark.Millimetres ?? 0),
            PictureMarkKind.Length => "no scale yet",
            _ => "",
        };

    private static string Millimetres(double length) =>
        length < 10 ? FormattableString.Invariant($"{length:0.0} mm")
        : length < 1000 ? FormattableString.Invariant($"{length:0} mm")
        : FormattableString.Invariant($"{length / 1000:0.00} m");

    private static double Between(ImmutableArray<Point> ends) => (ends[1] - ends[0]).Length;

    private static double LengthOf(ImmutableArray<Point> line) =>
        line.Zip(line.Skip(1), (a, b) => (b - a).Length).Sum();

    private static string Name(PictureMarkKind kind) => kind.ToString().ToLowerInvariant();

    private static (int Least, int Most) PointsOf(PictureMarkKind kind) =>
        kind switch
        {
            PictureMarkKind.Word => (1, 1),
            PictureMarkKind.Line => (2, MostPoints),
            PictureMarkKind.Count => (1, MostPoints),
            _ => (2, 2),
        };
}

/// <summary>Marks as they are being drawn.</summary>
/// <param name="Width">Pixels across the picture.</param>
/// <param name="Height">Pixels down the picture.</param>
public sealed record MarksQuestion(int Width, int Height, ImmutableArray<PictureMark> Marks)
{
    /// <summary>What they come to.</summary>
    public MarksAnswer Answer()
    {
        var marks = Marks.IsDefault ? [] : Marks;
        var fault = PictureMarks.FaultOf(marks, Width, Height);
        return new(fault, fault.Length > 0 ? [] : PictureMarks.InWords(marks));
    }
}

/// <summary>What marks come to while they are being drawn.</summary>
/// <param name="Fault">What is wrong with them, in a sentence; empty where they are sound.</param>
/// <param name="Words">What stands beside each; empty where something is wrong.</param>
public sealed record MarksAnswer(string Fault, ImmutableArray<string> Words);
