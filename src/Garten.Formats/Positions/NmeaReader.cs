using System.Globalization;
using Garten.Core.Survey;

namespace Garten.Formats.Positions;

/// <summary>What a sentence of a receiver says.</summary>
/// <param name="Fix">The position; null where the sentence tells none.</param>
/// <param name="Fault">What could not be read, and what was expected; empty for a sound sentence.</param>
public sealed record NmeaSentence(PositionFix? Fix, string Fault);

/// <summary>Reads the sentences satellite receivers send over a serial line (NMEA 0183): the position from GGA.</summary>
public static class NmeaReader
{
    /// <summary>
    /// Metres of error for each unit of dilution of precision: what a hand-held receiver's range error comes to under open sky.
    /// </summary>
    public const double RangeError = 5;

    /// <summary>Most characters a sentence may have, by the standard 82; some receivers send a few more.</summary>
    private const int MostCharacters = 100;

    /// <summary>Reads one sentence.</summary>
    /// <param name="sentence">The line, with or without its end.</param>
    public static NmeaSentence Read(string sentence)
    {
        var line = sentence.Trim();
        if (
            line.Length > MostCharacters
            || line is not ['$', ..]
            || line.LastIndexOf('*') is not (> 0 and var star)
            || star != line.Length - 3
        )
        {
            return Failed(line, "a line from $ to * and two hexadecimal digits");
        }

        var sum = 0;
        foreach (var c in line[1..star])
        {
            sum ^= c;
        }

        var written = line[(star + 1)..];
        if (
            !string.Equals(
                written,
                sum.ToString("X2", CultureInfo.InvariantCulture),
                StringComparison.OrdinalIgnoreCase
            )
        )
        {
            return Failed(line, $"the check sum {sum:X2}");
        }

        // Two letters say which satellites, three what kind of sentence.
        var fields = line[1..star].Split(',');
        return fields[0].Length == 5 && fields[0].EndsWith("GGA", StringComparison.Ordinal)
            ? Position(line, fields)
            : new(null, "");
    }

    private static NmeaSentence Position(string line, string[] fields)
    {
        if (fields.Length < 11 || !int.TryParse(fields[6], CultureInfo.InvariantCulture, out var quality))
        {
            return Failed(line, "time, place, quality, satellites, dilution and height");
        }

        if (quality == 0)
        {
            return new(null, "");
        }

        var latitude = Degrees(fields[2], fields[3], 2, "N", "S", 90);
        var longitude = Degrees(fields[4], fields[5], 3, "E", "W", 180);
        if (latitude is not { } north || longitude is not { } east)
        {
            return Failed(line, "a latitude as 4500.126,N and a longitude as 12342.240,W");
        }

        return
            int.TryParse(fields[7], CultureInfo.InvariantCulture, out var satellites)
            && Number(fields[8]) is { } dilution and > 0
            && TimeOf(fields[1]) is { } time
            ? new(
                new(
                    new(north, east),
                    dilution * RangeError,
                    fields[10] == "M" ? Number(fields[9]) : null,
                    satellites,
                    time
                ),
                ""
            )
            : Failed(line, "a time, the number of satellites and a dilution of precision");
    }

    /// <summary>Degrees and minutes written as one number, and the side of the equator or of the first meridian.</summary>
    private static double? Degrees(
        string written,
        string side,
        int digits,
        string positive,
        string negative,
        double most
    )
    {
        var sign =
            side == positive ? 1
            : side == negative ? -1
            : 0;
        if (
            sign == 0
            || written.Length < digits + 2
            || !int.TryParse(written[..digits], NumberStyles.None, CultureInfo.InvariantCulture, out var degrees)
            || Number(written[digits..]) is not (>= 0 and < 60 and var minutes)
        )
        {
            return null;
        }

        var value = degrees + (minutes / 60);
        return value <= most ? sign * value : null;
    }

    private static TimeOnly? TimeOf(string written) =>
        TimeOnly.TryParseExact(
            written.Split('.')[0],
            "HHmmss",
            CultureInfo.InvariantCulture,
            DateTimeStyles.None,
            out var time
        )
            ? time
            : null;

    private static double? Number(string written) =>
        double.TryParse(
            written,
            NumberStyles.AllowDecimalPoint | NumberStyles.AllowLeadingSign,
            CultureInfo.InvariantCulture,
            out var value
        )
            ? value
            : null;

    private static NmeaSentence Failed(string line, string expected) =>
        new(null, $"“{(line.Length <= 40 ? line : line[..40] + "…")}” could not be read: expected {expected}.");
}
