namespace Garten.Core.Survey.Access;

/// <summary>A place told only as the square of a grid of degrees it lies in.</summary>
/// <param name="Latitude">Middle of the square, degrees north.</param>
/// <param name="Longitude">Middle of the square, degrees east.</param>
/// <param name="UncertaintyM">From the middle to a corner of the square, in metres.</param>
public sealed record CoarsePlace(double Latitude, double Longitude, double UncertaintyM)
{
    /// <summary>Side of a square in degrees: about 11 km from south to north.</summary>
    public const double Degrees = 0.1;

    /// <summary>The square in which a point lies. Points of one square cannot be told apart by it.</summary>
    public static CoarsePlace Of(GeoPoint point)
    {
        var latitude = Middle(point.Latitude);
        var longitude = Middle(point.Longitude);
        var corner = new GeoPoint(Math.Clamp(latitude + (Degrees / 2), -90, 90), longitude + (Degrees / 2));
        return new(latitude, longitude, Math.Ceiling(new GeoPoint(latitude, longitude).MetresTo(corner) / 100) * 100);
    }

    private static double Middle(double degrees) =>
        Math.Round((Math.Floor(degrees / Degrees) * Degrees) + (Degrees / 2), 4);
}
