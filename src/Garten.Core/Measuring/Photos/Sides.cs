using Garten.Core.Geometry;

namespace Garten.Core.Measuring.Photos;

/// <summary>How alike the two sides of a blade are.</summary>
public static class Sides
{
    /// <summary>
    /// Unlikeness above which a blade may be two leaves over one another. Of a hundred sample photographs with one leaf two reach
    /// it: deeply lobed ones, half of them measured wrong, for which the warning is right too (docs/accuracy.md).
    /// </summary>
    public const double MostUnlike = 0.3;

    private const int Rows = 60;

    /// <summary>The difference between the reach of the right side and of the left, summed from base to tip, as a share of both together.</summary>
    /// <param name="blade">The blade, laid upright.</param>
    /// <returns>0 for sides alike, 1 for a blade with one side only.</returns>
    public static double Unlikeness(BladeLine blade)
    {
        var box = Lines.BoxOf(blade.Points);
        var right = new double[Rows];
        var left = new double[Rows];
        for (var i = 0; i < blade.Points.Length; i++)
        {
            var (a, b) = (blade.Points[i], blade.Points[(i + 1) % blade.Points.Length]);
            for (var row = RowAbove(Math.Min(a.Y, b.Y)); row < Rows && HeightOf(row) < Math.Max(a.Y, b.Y); row++)
            {
                var x = a.X + ((b.X - a.X) * (HeightOf(row) - a.Y) / (b.Y - a.Y));
                right[row] = Math.Max(right[row], x);
                left[row] = Math.Max(left[row], -x);
            }
        }

        var both = right.Sum() + left.Sum();
        return both > 0 ? right.Zip(left, (r, l) => Math.Abs(r - l)).Sum() / both : 0;

        double HeightOf(int row) => box.Bottom + ((row + 0.5) * (box.Top - box.Bottom) / Rows);

        int RowAbove(double y) =>
            Math.Max((int)Math.Ceiling(((y - box.Bottom) * Rows / (box.Top - box.Bottom)) - 0.5), 0);
    }
}
