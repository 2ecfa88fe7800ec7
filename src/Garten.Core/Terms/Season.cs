namespace Garten.Core.Terms;

/// <summary>A quarter of the plant's year in the guide's area.</summary>
public enum Season
{
    /// <summary>Bare twigs, buds, rosettes; December to February north of the equator.</summary>
    Winter,

    /// <summary>Buds open, first leaves; March to May north of the equator.</summary>
    Spring,

    /// <summary>Full leaf; June to August north of the equator.</summary>
    Summer,

    /// <summary>Leaves colour and fall; September to November north of the equator.</summary>
    Autumn,
}

/// <summary>Finds the season of a date.</summary>
public static class SeasonOfYear
{
    /// <summary>The season of a date, by whole months as gardeners and weather services count them: half a year apart beyond the equator.</summary>
    /// <param name="latitude">Degrees north of the place; null where it is not known, and then taken to lie north of the equator.</param>
    public static Season Of(DateOnly date, double? latitude) =>
        (Season)((date.Month + (latitude < 0 ? 6 : 0)) % 12 / 3);
}
