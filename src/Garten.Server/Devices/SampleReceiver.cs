using System.Globalization;
using System.Runtime.CompilerServices;

namespace Garten.Server.Devices;

/// <summary>
/// Stands in for a satellite receiver: it is carried round the demo reserve at a walk, from site to site and back again, and
/// sends what a receiver sends. Where it is follows from the time of day alone.
/// </summary>
public sealed class SampleReceiver(TimeProvider clock) : IPositionReceiver
{
    private const double MetresASecond = 1.2;

    /// <summary>The round: the places it passes, with their elevation in metres.</summary>
    private static readonly (GeoPoint At, double Elevation)[] Round =
    [
        (new(45.0021, -123.704), 118),
        (new(45.0058, -123.7112), 100),
        (new(45.0021, -123.704), 118),
        (new(44.9967, -123.6921), 185),
        (new(44.9903, -123.685), 380),
        (new(45.0105, -123.6794), 420),
        (new(45.0021, -123.704), 118),
    ];

    /// <inheritdoc/>
    public async IAsyncEnumerable<string> ListenAsync([EnumeratorCancellation] CancellationToken cancel)
    {
        while (true)
        {
            var now = clock.GetUtcNow();
            foreach (var sentence in At(TimeOnly.FromDateTime(now.UtcDateTime), DateOnly.FromDateTime(now.UtcDateTime)))
            {
                yield return sentence;
            }

            await Task.Delay(TimeSpan.FromSeconds(1), clock, cancel);
        }
    }

    /// <summary>What it sends in one second.</summary>
    /// <param name="time">Time of day, UTC.</param>
    private static IEnumerable<string> At(TimeOnly time, DateOnly day)
    {
        var (at, elevation) = PlaceAt(time.ToTimeSpan().TotalSeconds * MetresASecond);

        // Satellites come and go: the fix wanders by a few metres.
        var second = (int)time.ToTimeSpan().TotalSeconds;
        at = at.Moved(3 * Math.Sin(second / 7.0), 3 * Math.Cos(second / 11.0));
        var (north, east) = (Minutes(at.Latitude, 2, "N", "S"), Minutes(at.Longitude, 3, "E", "W"));
        var clocked = time.ToString("HHmmss", CultureInfo.InvariantCulture);
        yield return Sentence(
            string.Create(
                CultureInfo.InvariantCulture,
                $"GPGGA,{clocked}.00,{north},{east},1,09,1.1,{elevation:0.0},M,-20.1,M,,"
            )
        );
        yield return Sentence(
            string.Create(CultureInfo.InvariantCulture, $"GPRMC,{clocked}.00,A,{north},{east},2.3,,{day:ddMMyy},,,A")
        );
    }

    private static (GeoPoint At, double Elevation) PlaceAt(double metres)
    {
        var legs = Round
            .Zip(Round.Skip(1), (from, to) => (From: from, To: to, Length: from.At.MetresTo(to.At)))
            .ToArray();
        var left = metres % legs.Sum(l => l.Length);
        foreach (var (from, to, length) in legs)
        {
            if (left <= length)
            {
                var share = left / length;
                return (
                    new(
                        from.At.Latitude + (share * (to.At.Latitude - from.At.Latitude)),
                        from.At.Longitude + (share * (to.At.Longitude - from.At.Longitude))
                    ),
                    from.Elevation + (share * (to.Elevation - from.Elevation))
                );
            }

            left -= length;
        }

        return Round[0];
    }

    private static string Minutes(double degrees, int digits, string positive, string negative)
    {
        var size = Math.Abs(degrees);
        var whole = Math.Floor(size);
        return whole.ToString(new string('0', digits), CultureInfo.InvariantCulture)
            + ((size - whole) * 60).ToString("00.0000", CultureInfo.InvariantCulture)
            + ","
            + (degrees >= 0 ? positive : negative);
    }

    private static string Sentence(string body) => $"${body}*{body.Aggregate(0, (sum, c) => sum ^ c):X2}";
}
