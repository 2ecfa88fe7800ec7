namespace Garten.Core.Geometry;

/// <summary>An upright box.</summary>
public readonly record struct Box(double Left, double Bottom, double Right, double Top)
{
    /// <summary>A box that holds nothing yet.</summary>
    public static Box Empty { get; } = new(double.MaxValue, double.MaxValue, double.MinValue, double.MinValue);

    /// <summary>True when it holds nothing.</summary>
    public bool IsEmpty => Right < Left;

    /// <summary>Its width.</summary>
    public double Width => IsEmpty ? 0 : Right - Left;

    /// <summary>Its height.</summary>
    public double Height => IsEmpty ? 0 : Top - Bottom;

    /// <summary>Its middle.</summary>
    public Point Middle => new((Left + Right) / 2, (Bottom + Top) / 2);

    /// <summary>The box with a point taken in.</summary>
    public Box With(Point point) =>
        new(Math.Min(Left, point.X), Math.Min(Bottom, point.Y), Math.Max(Right, point.X), Math.Max(Top, point.Y));

    /// <summary>The box with another taken in.</summary>
    public Box With(Box other) =>
        other.IsEmpty ? this : With(new Point(other.Left, other.Bottom)).With(new Point(other.Right, other.Top));

    /// <summary>The box made larger on all sides.</summary>
    /// <param name="by">By how much.</param>
    public Box Wider(double by) => new(Left - by, Bottom - by, Right + by, Top + by);
}
