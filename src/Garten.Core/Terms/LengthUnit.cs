namespace Garten.Core.Terms;

/// <summary>The units lengths are written in. Inside Garten every length is in millimetres.</summary>
public static class LengthUnit
{
    /// <summary>Millimetres in one of the unit; null when the word is no unit of length.</summary>
    /// <param name="unit">mm, cm, m, in, ft and their usual spellings.</param>
    public static double? Millimetres(string unit) =>
        unit switch
        {
            "mm" => 1,
            "cm" => 10,
            "dm" => 100,
            "m" => 1000,
            "in" or "inch" or "inches" or "\"" or "″" => 25.4,
            "ft" or "foot" or "feet" or "'" or "′" => 304.8,
            _ => null,
        };
}
