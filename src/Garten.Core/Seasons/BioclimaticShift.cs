namespace Garten.Core.Seasons;

/// <summary>Moves a window from the guide's reference elevation to that of a site.</summary>
/// <remarks>
/// The classical bioclimatic rule (Hopkins 1918): spring events come four days later for every 400 feet of
/// height gained, and autumn events as much earlier.
/// </remarks>
public static class BioclimaticShift
{
    /// <summary>Metres of height gained for one day of delay: 400 ft ÷ 4 days = 30.48 m.</summary>
    public const double MetresPerDay = 30.48;

    /// <summary>Days by which a phenophase is moved, positive for later.</summary>
    /// <param name="phase">The phenophase; leaf colour comes earlier uphill, all others later.</param>
    /// <param name="metresAboveReference">Height above the reference place; negative below it.</param>
    public static int Days(Phenophase phase, double metresAboveReference)
    {
        var days = (int)Math.Round(metresAboveReference / MetresPerDay, MidpointRounding.AwayFromZero);
        return phase == Phenophase.LeafColour ? -days : days;
    }
}
