using Garten.Core.Geometry;

namespace Garten.Core.Measuring.Photos;

/// <summary>
/// Follows a tip drawn out finer than the picture is sharp. Blurred, it no longer reaches the level of the edge; yet what a
/// cross-section of the field adds up to is still its width times its difference from the backdrop, however blurred.
/// </summary>
internal static class FineTip
{
    /// <summary>Pixels to each side over which a cross-section is added up, and the backdrop beside it.</summary>
    private const int Across = 6;
    private const int Beside = 3;

    /// <summary>Finest width, in pixels, that still stands out from the grain of a picture.</summary>
    private const double Finest = 0.3;

    private const double Step = 0.5;

    /// <summary>Steps over which the width is averaged.</summary>
    private const int Averaged = 6;

    /// <summary>Steps after which a tip must have become narrower.</summary>
    private const int Judged = 20;

    /// <summary>Follows a tip outwards.</summary>
    /// <param name="field">The field of differences.</param>
    /// <param name="width">Pixels across.</param>
    /// <param name="height">Pixels down.</param>
    /// <param name="tip">Where the edge ends it.</param>
    /// <param name="towards">The direction it points in.</param>
    /// <param name="full">The field's difference on the thing itself, above the backdrop.</param>
    /// <param name="most">Farthest it is followed, in pixels.</param>
    /// <returns>Its end; the tip itself where nothing goes on.</returns>
    public static Point Follow(float[] field, int width, int height, Point tip, Point towards, double full, double most)
    {
        var (at, end) = (tip, tip);
        List<double> widths = [];
        for (var gone = Step; gone <= most; gone += Step)
        {
            at += towards * Step;
            if (
                at.X < Across + Beside + 1
                || at.Y < Across + Beside + 1
                || at.X > width - Across - Beside - 2
                || at.Y > height - Across - Beside - 2
            )
            {
                break;
            }

            var (sum, middle) = Section(at);
            widths.Add(sum / full);
            if (widths.TakeLast(Averaged).Average() < Finest)
            {
                break;
            }

            // A tip keeps narrowing; what goes on as wide as it was is a line drawn on the backdrop.
            if (
                widths.Count >= 2 * Judged
                && widths.TakeLast(Judged).Average() > 0.92 * widths.SkipLast(Judged).TakeLast(Judged).Average()
            )
            {
                end -= towards * (Judged * Step);
                break;
            }

            // A tip bends: the next step goes on from the middle of this section, by a little.
            at += towards.Left * (Math.Clamp(middle, -1, 1) * 0.15);
            end = at;
        }

        if ((end - tip).Length < (Averaged * Step) + 1)
        {
            return tip;
        }

        // The mean runs half its steps behind; what is finer than can be seen goes on as the rest narrowed.
        var seen = (end - tip).Length - (Averaged * Step / 2);
        var narrowing = Math.Max((widths.Take(Averaged).Average() - Finest) / seen, 1e-3);
        return end + (towards * (Math.Min(Finest / narrowing, seen / 2) - (Averaged * Step / 2)));

        (double Sum, double Middle) Section(Point centre)
        {
            double backdrop = 0,
                sum = 0,
                moment = 0;
            for (var i = Across + 1; i <= Across + Beside; i++)
            {
                backdrop += Value(centre + (towards.Left * i)) + Value(centre - (towards.Left * i));
            }

            backdrop /= 2 * Beside;
            for (var i = -Across; i <= Across; i++)
            {
                var above = Value(centre + (towards.Left * i)) - backdrop;
                sum += above;
                moment += i * Math.Max(above, 0);
            }

            return (sum, sum > 0 ? moment / sum : 0);
        }

        double Value(Point p)
        {
            var (x, y) = ((int)Math.Floor(p.X), (int)Math.Floor(p.Y));
            var (u, v) = (p.X - x, p.Y - y);
            var i = (y * width) + x;
            return ((1 - v) * (((1 - u) * field[i]) + (u * field[i + 1])))
                + (v * (((1 - u) * field[i + width]) + (u * field[i + width + 1])));
        }
    }
}
