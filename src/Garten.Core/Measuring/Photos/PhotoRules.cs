using System.Collections.Immutable;
using Garten.Core.Geometry;

namespace Garten.Core.Measuring.Photos;

/// <summary>Decides whether a question about a picture can be answered, and says in words what is wrong when it cannot.</summary>
public static class PhotoRules
{
    /// <summary>Most points an outline drawn by hand may have.</summary>
    public const int MostOutline = 4000;

    /// <summary>Most corrections of the edge.</summary>
    public const int MostPulls = 400;

    /// <summary>Most marks, and most points of one.</summary>
    public const int MostMarks = 400;

    private const double Smallest = 0.1;
    private const double Largest = 100_000;

    /// <summary>What is wrong with a question; empty when nothing is.</summary>
    /// <param name="width">Pixels across the picture.</param>
    /// <param name="height">Pixels down the picture.</param>
    public static string FaultOf(PhotoQuestion question, int width, int height)
    {
        var scale = question.Scale;
        var lengths =
            scale.Kind == ScaleKind.Points
                ? [scale.Millimetres]
                : new[] { scale.CardLong, scale.CardShort, scale.Coin };
        if (!lengths.All(l => l is >= Smallest and <= Largest))
        {
            return "The size of the known thing must lie between 0.1 mm and 100 m. Give its length in millimetres.";
        }

        if (!(scale.Error is >= 0 and <= 0.5))
        {
            return "How well the known size is known must lie between 0 and 50 %.";
        }

        if (
            question.Outline.Length > MostOutline
            || question.Pulls.Length > MostPulls
            || question.Marks.Length > MostMarks
            || question.Marks.Any(m => m.Points.Length > MostMarks || m.Label.Length > 100)
        )
        {
            return $"At most {MostOutline} points round a leaf, {MostPulls} corrections of its edge and {MostMarks} marks can be measured at once. Take some away.";
        }

        ImmutableArray<Point> points =
        [
            .. scale.Points,
            .. question.Outline,
            .. question.Pulls.SelectMany(p => new[] { p.From, p.To }),
            .. question.Marks.SelectMany(m => m.Points),
            .. new[] { question.Base, question.Tip }.OfType<Point>(),
        ];
        return points.All(p => p.X >= -1 && p.Y >= -1 && p.X <= width && p.Y <= height)
            ? ""
            : "A point lies outside the picture. Drag it back onto it.";
    }
}
