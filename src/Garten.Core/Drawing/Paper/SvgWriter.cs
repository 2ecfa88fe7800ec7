using System.Globalization;
using System.Text;
using Garten.Core.Geometry;

namespace Garten.Core.Drawing.Paper;

/// <summary>
/// Writes pictures as SVG. Colours are CSS variables with the paper's tone behind them, so that a theme may change them and
/// a saved file still shows without one; nothing in it needs a style sheet, a script or an identifier.
/// </summary>
public static class SvgWriter
{
    private const double Margin = 3;

    /// <summary>How far a line may stray from the one drawn: less than a pen is wide.</summary>
    private const double Finest = 0.12;

    /// <summary>Round lengths a scale bar may have, in millimetres.</summary>
    private static readonly double[] Bars = [0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10_000, 20_000];

    /// <summary>Writes a picture.</summary>
    /// <param name="withBar">True for a scale bar below it, where its size is known.</param>
    public static string Write(Picture picture, bool withBar = true)
    {
        var box = picture.Box;
        if (box.IsEmpty)
        {
            box = new(0, 0, 1, 1);
        }

        var figures = picture.Figures;
        if (withBar && picture.Millimetres is { } millimetres)
        {
            var sketch = new Sketch();
            sketch.Part("scale", "Scale", s => DrawBar(s, box, millimetres));
            figures = figures.AddRange(sketch.Figures);
            box = (picture with { Figures = figures }).Box;
        }

        box = box.Wider(Margin);
        var text = new StringBuilder(4096);
        text.Append(
            CultureInfo.InvariantCulture,
            $"<svg xmlns=\"http://www.w3.org/2000/svg\" role=\"img\" viewBox=\"{N(box.Left)} {N(-box.Top)} {N(box.Width)} {N(box.Height)}\" width=\"{N(box.Width)}\" height=\"{N(box.Height)}\" fill=\"none\" stroke=\"{Wash.Ink.Css}\" stroke-linejoin=\"round\" stroke-linecap=\"round\">"
        );
        text.Append("<title>").Append(Escaped(picture.Title)).Append("</title>");
        foreach (var figure in figures)
        {
            Write(text, figure);
        }

        return text.Append("</svg>").ToString();
    }

    private static void DrawBar(Sketch sketch, Box box, double millimetres)
    {
        // The longest round length that takes at most two fifths of the width, and at least something to see.
        var most = Math.Max(box.Width * 0.4, 24) * millimetres;
        var length = Bars.LastOrDefault(b => b <= most, Bars[0]);
        var (y, wide) = (box.Bottom - 8, length / millimetres);

        // The words grow with the picture, so that they can be read where it is shown small.
        var size = Math.Clamp(Math.Max(box.Height, box.Width) * 0.075, 7, 14);
        sketch.Line(
            [new(box.Left, y + 2), new(box.Left, y), new(box.Left + wide, y), new(box.Left + wide, y + 2)],
            1.2
        );
        sketch.Say(new(box.Left, y - size - 1), Words(length), size, "start");
    }

    private static string Words(double length) =>
        length switch
        {
            >= 1000 => string.Create(CultureInfo.InvariantCulture, $"{length / 1000} m"),
            >= 10 => string.Create(CultureInfo.InvariantCulture, $"{length / 10} cm"),
            _ => string.Create(CultureInfo.InvariantCulture, $"{length} mm"),
        };

    private static void Write(StringBuilder text, Figure figure)
    {
        switch (figure)
        {
            case Stroke path:
                text.Append("<path d=\"");
                Trace(text, path);
                text.Append('"');
                Paint(text, path.Fill, path.Line, path.Ink);
                text.Append("/>");
                break;
            case Disc disc:
                text.Append(
                    CultureInfo.InvariantCulture,
                    $"<circle cx=\"{N(disc.Centre.X)}\" cy=\"{N(-disc.Centre.Y)}\" r=\"{N(disc.Radius)}\""
                );
                Paint(text, disc.Fill, disc.Line, null);
                text.Append("/>");
                break;
            case Caption caption:
                text.Append(
                    CultureInfo.InvariantCulture,
                    $"<text x=\"{N(caption.At.X)}\" y=\"{N(-caption.At.Y)}\" font-size=\"{N(caption.Size)}\" text-anchor=\"{caption.Anchor}\" stroke=\"none\" fill=\"{Wash.Ink.Css}\">"
                );
                text.Append(Escaped(caption.Words)).Append("</text>");
                break;
            case Part part:
                text.Append("<g data-part=\"")
                    .Append(Escaped(part.Name))
                    .Append('"')
                    .Append(part.Ghost ? " opacity=\"0.28\">" : ">");
                text.Append("<title>").Append(Escaped(part.Title)).Append("</title>");
                foreach (var inner in part.Figures)
                {
                    Write(text, inner);
                }

                text.Append("</g>");
                break;
            default:
                throw new ArgumentException($"No {figure.GetType().Name} can be written.", nameof(figure));
        }
    }

    /// <summary>Steps from point to point in tenths: short, and finer than a pen.</summary>
    private static void Trace(StringBuilder text, Stroke path)
    {
        var (x, y) = (0.0, 0.0);
        var points = Lines.Simplified(path.Points, Finest);
        for (var i = 0; i < points.Count; i++)
        {
            var (px, py) = (Math.Round(points[i].X, 1), Math.Round(-points[i].Y, 1));
            if (i == 0)
            {
                text.Append('M').Append(N(px)).Append(' ').Append(N(py));
                text.Append('l');
            }
            else
            {
                var (dx, dy) = (N(px - x), N(py - y));
                text.Append(i > 1 && dx[0] != '-' ? " " : "").Append(dx).Append(dy[0] == '-' ? "" : " ").Append(dy);
            }

            (x, y) = (px, py);
        }

        text.Append(path.Closed ? "z" : "");
    }

    private static void Paint(StringBuilder text, Wash? fill, double line, Wash? ink)
    {
        if (fill is not null)
        {
            text.Append(" fill=\"").Append(fill.Css).Append('"');
        }

        if (line <= 0)
        {
            text.Append(" stroke=\"none\"");
        }
        else if (Math.Abs(line - 1) > 1e-9)
        {
            text.Append(" stroke-width=\"").Append(N(line)).Append('"');
        }

        if (ink is not null && line > 0)
        {
            text.Append(" stroke=\"").Append(ink.Css).Append('"');
        }
    }

    private static string N(double number)
    {
        var text = Math.Round(number, 1).ToString("0.#", CultureInfo.InvariantCulture);
        return text == "-0" ? "0" : text;
    }

    private static string Escaped(string text) =>
        text.Replace("&", "&amp;", StringComparison.Ordinal)
            .Replace("<", "&lt;", StringComparison.Ordinal)
            .Replace(">", "&gt;", StringComparison.Ordinal)
            .Replace("\"", "&quot;", StringComparison.Ordinal);
}
