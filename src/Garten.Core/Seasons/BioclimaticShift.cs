using Garten.Core.Guides;

namespace Garten.Core.Seasons;

/// <summary>Moves windows from the guide's reference place to a site.</summary>
/// <remarks>
/// The classical bioclimatic rule (Hopkins 1918): spring events come four days later for every 400 feet of height gained, for
/// every degree of latitude towards the pole and for every five degrees of longitude eastward; autumn events as much earlier.
/// </remarks>
public static class BioclimaticShift
{
    /// <summary>Metres of height gained for one day of delay: 400 ft ÷ 4 days = 30.48 m.</summary>
    public const double MetresPerDay = 30.48;

    /// <summary>Days of delay for a degree of latitude towards the pole.</summary>
    public const double DaysPerDegreePoleward = 4;

    /// <summary>Days of delay for a degree of longitude eastward.</summary>
    public const double DaysPerDegreeEastward = 0.8;

    /// <summary>Days by which seasons lie apart on the two halves of the earth: half a year.</summary>
    private const int HalfYear = 182;

    /// <summary>How many days later than at the reference place spring comes; below 0 for earlier.</summary>
    /// <param name="reference">The guide's reference place.</param>
    public static double SpringDelay(SeasonPlace reference, SeasonPlace place)
    {
        var up = place.Elevation - reference.Elevation ?? 0;
        var poleward = Math.Abs(place.Latitude ?? 0) - Math.Abs(reference.Latitude ?? 0);
        var known = place.Latitude is not null && reference.Latitude is not null;
        var east = place.Longitude - reference.Longitude ?? 0;
        return (up / MetresPerDay) + (known ? poleward * DaysPerDegreePoleward : 0) + (east * DaysPerDegreeEastward);
    }

    /// <summary>Whole days by which flowers and fruit come later at a place than at the reference place, half a year beyond the equator included; snow left out.</summary>
    /// <param name="reference">The guide's reference place.</param>
    public static int FlowerAndFruit(SeasonPlace reference, SeasonPlace place) =>
        Whole(SpringDelay(reference, place)) + (place.Latitude * reference.Latitude < 0 ? HalfYear : 0);

    /// <summary>
    /// A window as it falls at a place: flowers and fruit later where spring is later, leaves out later and off earlier, leaf
    /// colour earlier; nothing begins before the snow is gone; half a year apart beyond the equator.
    /// </summary>
    /// <param name="window">The window at the reference place.</param>
    /// <param name="reference">The reference place.</param>
    public static PhenologyWindow At(PhenologyWindow window, SeasonPlace reference, SeasonPlace place)
    {
        var delay = SpringDelay(reference, place);
        var (from, to) = window.Phase switch
        {
            Phenophase.LeafColour => (-delay, -delay),
            Phenophase.Leaf => (delay, -delay),
            _ => (delay, delay),
        };

        // However short the summer, a day of it is left.
        var shrunk = window.Length + Whole(to) - Whole(from);
        var end = shrunk < 1 ? Whole(to) + 1 - shrunk : Whole(to);
        var otherHalf = place.Latitude * reference.Latitude < 0 ? HalfYear : 0;
        var moved = window.ShiftedBy(Whole(from) + otherHalf, end + otherHalf);
        return place.SnowGone is { } gone && window.Phase != Phenophase.LeafColour ? AfterSnow(moved, gone) : moved;
    }

    /// <summary>A window that would begin under snow begins when it is gone; flowers and fruit then last as long as they would have.</summary>
    private static PhenologyWindow AfterSnow(PhenologyWindow window, DayInYear gone)
    {
        var late = HeldBySnow(window.From.Number, gone);
        return late == 0 ? window : window.ShiftedBy(late, window.Phase == Phenophase.Leaf ? 0 : late);
    }

    /// <summary>Days by which snow holds a beginning back; 0 where it is gone by then.</summary>
    /// <param name="from">Number of the day it would begin on, 1–365.</param>
    /// <param name="gone">The day on which the snow is usually gone; null where none lies.</param>
    public static int HeldBySnow(int from, DayInYear? gone)
    {
        // A day of melting that lies more than half a year after the beginning is that of the winter before.
        var late = gone is { } day ? (((day.Number - from) % 365) + 365) % 365 : 0;
        return late > HalfYear ? 0 : late;
    }

    private static int Whole(double days) => (int)Math.Round(days, MidpointRounding.AwayFromZero);
}
