using System.Globalization;
using System.Text.RegularExpressions;

namespace Garten.Core.Survey.Places;

/// <summary>A position as typed, with how finely it was written.</summary>
/// <param name="FinenessM">Half of the last digit written, in metres: it cannot be surer than that.</param>
public sealed record ReadPosition(GeoPoint At, double FinenessM);

/// <summary>Reads and writes positions in decimal degrees, in degrees and minutes, and in degrees, minutes and seconds.</summary>
public static partial class Coordinates
{
    /// <summary>Metres of a degree of latitude.</summary>
    private const double Degree = GeoPoint.EarthRadius * Math.PI / 180;

    /// <summary>Reads a position: "45.0021, -123.7040", "45°00′07.6″N 123°42′14.4″W", "N 45 00.127 W 123 42.240".</summary>
    /// <param name="text">What was typed.</param>
    /// <param name="fault">What is wrong with it; empty when it was read.</param>
    /// <returns>The position; null when it could not be read.</returns>
    public static ReadPosition? Read(string text, out string fault)
    {
        fault = "Write latitude and longitude, for example 45.0021, -123.7040 or 45°00′07.6″N 123°42′14.4″W.";
        var clean = text.Trim().Replace('−', '-').Replace('–', '-');
        if (clean.Length > 100)
        {
            return null;
        }

        var part = clean.Length > 0 && char.IsAsciiLetter(clean[0]) ? LetterFirst() : LetterLast();
        var parts = part.Matches(clean);
        var rest = part.Replace(clean, "").Trim(' ', ',', ';', '/', '\t');
        if (parts.Count != 2 || rest.Length > 0)
        {
            return null;
        }

        var (first, second) = (OneOf(parts[0]), OneOf(parts[1]));
        if (first is null || second is null)
        {
            fault = "Minutes and seconds go from 0 to below 60.";
            return null;
        }

        var exchanged = first.Value.Letter is 'E' or 'W' || second.Value.Letter is 'N' or 'S';
        if (exchanged && (first.Value.Letter is 'N' or 'S' || second.Value.Letter is 'E' or 'W'))
        {
            fault = "One of the two must be a latitude (N or S), the other a longitude (E or W).";
            return null;
        }

        var (latitude, longitude) = exchanged ? (second.Value, first.Value) : (first.Value, second.Value);
        if (Math.Abs(latitude.Degrees) > 90 || Math.Abs(longitude.Degrees) > 180)
        {
            fault = "Latitudes go from −90 to 90, longitudes from −180 to 180. Perhaps the two are exchanged.";
            return null;
        }

        fault = "";
        return new(
            new(latitude.Degrees, longitude.Degrees),
            Math.Max(latitude.Step, longitude.Step * Math.Cos(latitude.Degrees * Math.PI / 180)) * Degree / 2
        );
    }

    /// <summary>A position in degrees, minutes and seconds, tenths of a second, about three metres: "45°00′07.6″N 123°42′14.4″W".</summary>
    public static string InDegreesMinutesSeconds(GeoPoint at) =>
        $"{Sexagesimal(at.Latitude, 'N', 'S')} {Sexagesimal(at.Longitude, 'E', 'W')}";

    private static string Sexagesimal(double degrees, char positive, char negative)
    {
        var tenths = (long)Math.Round(Math.Abs(degrees) * 36_000);
        return string.Create(
            CultureInfo.InvariantCulture,
            $"{tenths / 36_000}°{tenths / 600 % 60:00}′{tenths % 600 / 10.0:00.0}″{(degrees < 0 ? negative : positive)}"
        );
    }

    private static (double Degrees, double Step, char? Letter)? OneOf(Match part)
    {
        double Number(string group) =>
            part.Groups[group].Success ? double.Parse(part.Groups[group].Value, CultureInfo.InvariantCulture) : 0;
        var (minutes, seconds) = (Number("minutes"), Number("seconds"));
        if (minutes >= 60 || seconds >= 60)
        {
            return null;
        }

        char? side = part.Groups["letter"].Success ? char.ToUpperInvariant(part.Groups["letter"].Value[0]) : null;
        var (last, unit) =
            part.Groups["seconds"].Success ? ("seconds", 1 / 3600.0)
            : part.Groups["minutes"].Success ? ("minutes", 1 / 60.0)
            : ("degrees", 1.0);
        var point = part.Groups[last].Value.IndexOf('.', StringComparison.Ordinal);
        var step = unit * Math.Pow(10, point < 0 ? 0 : point + 1 - part.Groups[last].Value.Length);
        var sign = part.Groups["sign"].Success || side is 'S' or 'W' ? -1 : 1;
        return (sign * (Number("degrees") + (minutes / 60) + (seconds / 3600)), step, side);
    }

    private const string Angle =
        """\s*(?<sign>-)?(?<degrees>\d{1,3}(\.\d{1,12})?)\s*(°|º|d)?(\s*(?<minutes>\d{1,2}(\.\d{1,10})?)\s*(′|'|’|m)?(\s*(?<seconds>\d{1,2}(\.\d{1,8})?)\s*(″|"|”|''|s)?)?(?=\s|[NSEW]|,|;|/|$))?\s*""";

    [GeneratedRegex(
        "(?<letter>[NSEW])" + Angle,
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant | RegexOptions.ExplicitCapture
    )]
    private static partial Regex LetterFirst();

    [GeneratedRegex(
        Angle + "(?<letter>[NSEW])?",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant | RegexOptions.ExplicitCapture
    )]
    private static partial Regex LetterLast();
}
