using System.Collections.Immutable;
using Garten.Core.Geometry;

namespace Garten.Core.Drawing.Paper;

/// <summary>A finished drawing.</summary>
/// <param name="Title">What it shows, in words.</param>
/// <param name="Figures">What is on the paper.</param>
/// <param name="Millimetres">Millimetres a unit of the paper stands for; null where the size is not known.</param>
public sealed record Picture(string Title, ImmutableArray<Figure> Figures, double? Millimetres)
{
    /// <summary>The box everything drawn lies in, lines and words allowed for.</summary>
    public Box Box
    {
        get
        {
            var box = Box.Empty;
            foreach (var figure in Figures)
            {
                box = box.With(BoxOf(figure));
            }

            return box;
        }
    }

    /// <summary>Pictures side by side on one sheet at one scale, each standing on the same ground with its words below.</summary>
    /// <param name="title">What the sheet shows.</param>
    /// <param name="pictures">The pictures with their words. Those with a known size share one scale; the others keep their own.</param>
    /// <param name="gap">Space between two.</param>
    public static Picture Row(string title, IReadOnlyList<(Picture Picture, string Words)> pictures, double gap = 14)
    {
        // The largest keeps its size; the others shrink to its scale.
        var largest = pictures.Max(p => p.Picture.Millimetres);
        var sketch = new Sketch();
        double right = 0;
        foreach (var (picture, words) in pictures)
        {
            var scale = picture.Millimetres / largest ?? 1;
            var box = picture.Box;
            var width = Math.Max(box.Width * scale, words.Length * 4.7);
            var at = new Point(right + (width / 2) - (box.Middle.X * scale), -box.Bottom * scale);
            sketch.Part("picture", picture.Title, s => s.At(new Placing(at, 0, scale)).Add(picture.Figures));
            if (words.Length > 0)
            {
                sketch.Say(new(right + (width / 2), -12), words, 9);
            }

            right += width + gap;
        }

        return sketch.Finish(title, largest);
    }

    private static Box BoxOf(Figure figure) =>
        figure switch
        {
            Stroke path => Lines.BoxOf(path.Points).Wider(path.Line / 2),
            Disc disc => Box.Empty.With(disc.Centre).Wider(disc.Radius + (disc.Line / 2)),
            Caption caption => CaptionBox(caption),
            Part part => part.Figures.Aggregate(Box.Empty, (box, m) => box.With(BoxOf(m))),
            _ => Box.Empty,
        };

    private static Box CaptionBox(Caption caption)
    {
        var width = caption.Words.Length * caption.Size * 0.52;
        var left =
            caption.At.X
            - caption.Anchor switch
            {
                "start" => 0,
                "end" => width,
                _ => width / 2,
            };
        return new(left, caption.At.Y - (caption.Size * 0.3), left + width, caption.At.Y + caption.Size);
    }
}
