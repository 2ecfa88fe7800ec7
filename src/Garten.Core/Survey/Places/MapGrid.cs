namespace Garten.Core.Survey.Places;

/// <summary>The squares finds are gathered in on a map, so that it shows as many marks as there is room for.</summary>
public static class MapGrid
{
    /// <summary>Nearest a map comes.</summary>
    public const int Nearest = 20;

    /// <summary>Squares across the width of a picture of 256 points, the usual side of a map's tile.</summary>
    private const int SquaresInTile = 4;

    /// <summary>Side of a square in degrees: at a zoom of z the earth is 2^z tiles wide.</summary>
    /// <param name="zoom">How near the map is, from 0, the whole earth, to <see cref="Nearest"/>; outside of this the nearest of these.</param>
    public static double SideInDegrees(int zoom) => 360.0 / Math.Pow(2, Math.Clamp(zoom, 0, Nearest)) / SquaresInTile;
}
