using System.Text.Json.Serialization;

namespace Garten.Core.Geometry;

/// <summary>A place on the paper, or a step across it. X runs to the right and Y up, as on squared paper; only the writer turns Y round.</summary>
/// <param name="X">To the right.</param>
/// <param name="Y">Upwards.</param>
public readonly record struct Point(double X, double Y)
{
    /// <summary>Length of the step.</summary>
    [JsonIgnore]
    public double Length => Math.Sqrt((X * X) + (Y * Y));

    /// <summary>The step of length 1 in the same direction; nothing for a step of no length.</summary>
    [JsonIgnore]
    public Point Unit => Length < 1e-12 ? default : new(X / Length, Y / Length);

    /// <summary>The step turned a quarter to the left.</summary>
    [JsonIgnore]
    public Point Left => new(-Y, X);

    /// <inheritdoc/>
    public override string ToString() =>
        string.Create(System.Globalization.CultureInfo.InvariantCulture, $"({X:0.###}, {Y:0.###})");

    /// <summary>A step of a length in a direction.</summary>
    /// <param name="degrees">From straight up, clockwise: 90 is to the right.</param>
    public static Point Polar(double length, double degrees)
    {
        var (sin, cos) = Math.SinCos(degrees * Math.PI / 180);
        return new(length * sin, length * cos);
    }

    /// <summary>The point part of the way to another.</summary>
    /// <param name="share">0 here, 1 there.</param>
    public Point Towards(Point other, double share) => this + ((other - this) * share);

    /// <summary>One step after another.</summary>
    public static Point operator +(Point a, Point b) => new(a.X + b.X, a.Y + b.Y);

    /// <summary>The step from one point to another.</summary>
    public static Point operator -(Point a, Point b) => new(a.X - b.X, a.Y - b.Y);

    /// <summary>A step made longer or shorter.</summary>
    public static Point operator *(Point a, double by) => new(a.X * by, a.Y * by);
}
