namespace Garten.Core.Terms;

/// <summary>A quarter of the plant's year in the guide's area.</summary>
public enum Season
{
    /// <summary>December to February: bare twigs, buds, rosettes.</summary>
    Winter,

    /// <summary>March to May: buds open, first leaves.</summary>
    Spring,

    /// <summary>June to August: full leaf.</summary>
    Summer,

    /// <summary>September to November: leaves colour and fall.</summary>
    Autumn,
}

/// <summary>Finds the season of a date.</summary>
public static class SeasonOfYear
{
    /// <summary>The season of a date, by whole months as gardeners and weather services count them.</summary>
    /// <param name="date">Any date; the guide's area lies north of the equator.</param>
    public static Season Of(DateOnly date) => (Season)(date.Month % 12 / 3);
}
