namespace Garten.Core.Measuring.Trees;

/// <summary>Height of a tree from the ground at its foot to its highest twig. Angles in degrees, above the level of the eye positive.</summary>
public static class TreeHeight
{
    /// <summary>
    /// From two angles and the level distance to the stem: distance × (tan top − tan foot). Uphill, downhill and with the eye
    /// above or below the foot the same rule holds, since the angle to the foot carries its sign.
    /// </summary>
    /// <param name="distance">Level distance from the eye to the stem.</param>
    /// <param name="top">Angle to the top.</param>
    /// <param name="foot">Angle to the foot; below 0 where the foot lies below the eye.</param>
    /// <returns>In the unit of the distance.</returns>
    public static Measured FromAngles(Measured distance, Measured top, Measured foot)
    {
        var (a, b) = (Radians(top.Value), Radians(foot.Value));
        var tangents = Math.Tan(a) - Math.Tan(b);

        // d(tan a)/da = 1 ÷ cos² a
        return new(
            distance.Value * tangents,
            Measured.Together(
                distance.Error * tangents,
                distance.Value * Radians(top.Error) / Math.Pow(Math.Cos(a), 2),
                distance.Value * Radians(foot.Error) / Math.Pow(Math.Cos(b), 2)
            )
        );
    }

    /// <summary>The level distance of a tape laid along a slope from the eye to the foot of the tree: length × cos foot.</summary>
    /// <param name="along">Length along the slope.</param>
    /// <param name="foot">Angle to the foot.</param>
    public static Measured LevelDistance(Measured along, Measured foot)
    {
        var (sin, cos) = Math.SinCos(Radians(foot.Value));
        return new(along.Value * cos, Measured.Together(along.Error * cos, along.Value * sin * Radians(foot.Error)));
    }

    /// <summary>
    /// With a stick held upright at arm's length so that it just covers the tree from foot to top: distance × stick ÷ arm
    /// (like triangles).
    /// </summary>
    /// <param name="distance">Distance from the eye to the tree.</param>
    /// <param name="stick">Length of the stick.</param>
    /// <param name="arm">From the eye to the stick, in the unit of the stick.</param>
    public static Measured FromStick(Measured distance, Measured stick, Measured arm) => distance * (stick / arm);

    /// <summary>A distance paced: steps × pace. Steps are miscounted by half of one, and paces vary each by itself.</summary>
    /// <param name="pace">Length of one, with how much it varies from one calibration to the next.</param>
    public static Measured Paced(double paces, Measured pace) =>
        new(paces * pace.Value, Measured.Together(paces * pace.Error, pace.Value * 0.5));

    /// <summary>
    /// How far the height can be off, as a share, when a tree leans towards or away from the one who measures: the top then
    /// stands nearer or farther than the foot by height × tan lean.
    /// </summary>
    /// <param name="distance">Level distance, in the unit of the height.</param>
    /// <param name="lean">Lean from upright.</param>
    public static double LeanError(double height, double distance, double lean) =>
        Math.Tan(Radians(Math.Abs(lean))) * height / distance;

    private static double Radians(double degrees) => degrees * Math.PI / 180;
}
