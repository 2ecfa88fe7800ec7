using System.Globalization;

namespace Garten.Core.Terms;

/// <summary>A place on the earth, in degrees of the usual world datum (WGS 84).</summary>
/// <param name="Latitude">Degrees north, −90 to 90.</param>
/// <param name="Longitude">Degrees east, −180 to 180.</param>
public readonly record struct GeoPoint(double Latitude, double Longitude)
{
    /// <summary>Mean radius of the earth, in metres: that of a sphere of the earth's surface.</summary>
    public const double EarthRadius = 6_371_008.8;

    /// <summary>Way over the ground to another place, in metres: the haversine rule on a sphere, good to half a percent.</summary>
    /// <param name="other">The other place.</param>
    public double MetresTo(GeoPoint other)
    {
        var north = Radians(other.Latitude - Latitude);
        var east = Radians(other.Longitude - Longitude);
        var half =
            Square(Math.Sin(north / 2))
            + (Math.Cos(Radians(Latitude)) * Math.Cos(Radians(other.Latitude)) * Square(Math.Sin(east / 2)));
        return 2 * EarthRadius * Math.Asin(Math.Min(Math.Sqrt(half), 1));
    }

    /// <summary>Direction to another place along the great circle, in degrees from north over east, from 0 to below 360.</summary>
    /// <param name="other">The other place.</param>
    public double BearingTo(GeoPoint other)
    {
        var (from, to, east) = (Radians(Latitude), Radians(other.Latitude), Radians(other.Longitude - Longitude));
        var bearing =
            Math.Atan2(
                Math.Sin(east) * Math.Cos(to),
                (Math.Cos(from) * Math.Sin(to)) - (Math.Sin(from) * Math.Cos(to) * Math.Cos(east))
            )
            * 180
            / Math.PI;
        return (bearing + 360) % 360;
    }

    /// <summary>A place so many metres north and east of this one; for ways of a few kilometres.</summary>
    /// <param name="north">Metres north.</param>
    /// <param name="east">Metres east.</param>
    public GeoPoint Moved(double north, double east) =>
        new(
            Latitude + (north / EarthRadius * 180 / Math.PI),
            Longitude + (east / (EarthRadius * Math.Cos(Radians(Latitude))) * 180 / Math.PI)
        );

    /// <summary>The place in decimal degrees, five decimals, about a metre: "45.00210, −123.70400".</summary>
    public override string ToString() =>
        string.Create(CultureInfo.InvariantCulture, $"{Latitude:0.00000}, {Longitude:0.00000}").Replace('-', '−');

    private static double Radians(double degrees) => degrees * Math.PI / 180;

    private static double Square(double value) => value * value;
}
