using System.Globalization;

namespace Garten.Core.Survey.Places;

/// <summary>How far and which way, in words.</summary>
public static class Direction
{
    private static readonly string[] Winds =
    [
        "north",
        "north-east",
        "east",
        "south-east",
        "south",
        "south-west",
        "west",
        "north-west",
    ];

    /// <summary>The way to a place, for example "240 m north-east" or "1.2 km south".</summary>
    /// <param name="from">Where one stands.</param>
    public static string InWords(GeoPoint from, GeoPoint to)
    {
        var metres = from.MetresTo(to);
        var far =
            metres < 1000
                ? string.Create(CultureInfo.InvariantCulture, $"{metres:0} m")
                : string.Create(CultureInfo.InvariantCulture, $"{metres / 1000:0.0} km");
        return $"{far} {Winds[(int)Math.Round(from.BearingTo(to) / 45) % Winds.Length]}";
    }
}
