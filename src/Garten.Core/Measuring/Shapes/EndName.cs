using System.Globalization;
using Garten.Core.Measuring.Photos;

namespace Garten.Core.Measuring.Shapes;

/// <summary>The name of a blade's base or tip.</summary>
/// <param name="Term">The term, for example "cordate".</param>
/// <param name="Because">The numbers that decided, in words.</param>
public sealed record EndName(string Term, string Because);

/// <summary>
/// Names the base and the tip of a blade. The angle is read to the edge a quarter of the length away, as leaf architects do:
/// acute below 90°, obtuse from 90°; whether the sides are straight, bulge or fall in tells the rest.
/// </summary>
public static class EndNames
{
    /// <summary>Reach below the stalk from which a base is heart-shaped, as a share of the length.</summary>
    private const double HeartFrom = 0.025;

    /// <summary>Depth from which a tip is notched.</summary>
    private const double NotchFrom = 0.02;

    /// <summary>Bulge below which a tip is drawn out.</summary>
    private const double DrawnOutBelow = -0.07;

    /// <summary>Bulge above which a tip is rounded.</summary>
    private const double RoundTipFrom = 0.125;

    /// <summary>Bulge above which a base is rounded, and above which it is cut straight.</summary>
    private const double RoundBaseFrom = 0.12;
    private const double StraightBaseFrom = 0.36;

    /// <summary>Names the tip.</summary>
    /// <param name="shape">The shape of the blade.</param>
    public static EndName Tip(BladeShape shape) =>
        shape.TipNotch > NotchFrom ? new("emarginate", $"a notch {Percent(shape.TipNotch)} of the length deep")
        : shape.TipBulge < DrawnOutBelow
            ? new("acuminate", $"sides that fall in towards a tip of {Degrees(shape.TipAngle)}")
        : shape.TipBulge > RoundTipFrom ? new("rounded", $"sides that bulge towards a tip of {Degrees(shape.TipAngle)}")
        : shape.TipAngle < 90 ? new("acute", $"nearly straight sides that meet at {Degrees(shape.TipAngle)}")
        : new("obtuse", $"nearly straight sides that meet at {Degrees(shape.TipAngle)}");

    /// <summary>Names the base.</summary>
    /// <param name="shape">The shape of the blade.</param>
    public static EndName Base(BladeShape shape) =>
        shape.BaseBelow > HeartFrom
            ? new("cordate", $"lobes that reach {Percent(shape.BaseBelow)} of the length below the stalk")
        : shape.BaseBulge > StraightBaseFrom
            ? new("truncate", $"almost its full width at once, at {Degrees(shape.BaseAngle)}")
        : shape.BaseBulge > RoundBaseFrom
            ? new("rounded", $"sides that bulge towards a base of {Degrees(shape.BaseAngle)}")
        : new("cuneate", $"nearly straight sides that meet at {Degrees(shape.BaseAngle)}");

    private static string Degrees(double angle) => string.Create(CultureInfo.InvariantCulture, $"{angle:0}°");

    private static string Percent(double share) => string.Create(CultureInfo.InvariantCulture, $"{share * 100:0} %");
}
