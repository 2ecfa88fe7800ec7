namespace Garten.Core.Geometry;

/// <summary>Where a part is put on the paper: made larger, flipped, turned, then moved.</summary>
/// <param name="At">Where its origin comes to lie.</param>
/// <param name="Degrees">Turned clockwise about its origin.</param>
/// <param name="Scale">Times its own size.</param>
/// <param name="Mirrored">Left and right changed over, before turning.</param>
public readonly record struct Placing(Point At, double Degrees = 0, double Scale = 1, bool Mirrored = false)
{
    /// <summary>A point of the part, on the paper.</summary>
    public Point Of(Point point)
    {
        var (sin, cos) = Math.SinCos(Degrees * Math.PI / 180);
        var x = (Mirrored ? -point.X : point.X) * Scale;
        var y = point.Y * Scale;
        return new(At.X + (x * cos) + (y * sin), At.Y - (x * sin) + (y * cos));
    }
}
