using System.Collections.Immutable;

namespace Garten.Core.Survey;

/// <summary>What a receiver said once.</summary>
/// <param name="Latitude">Degrees north.</param>
/// <param name="Longitude">Degrees east.</param>
/// <param name="UncertaintyM">Radius in metres within which it most likely is, as the receiver says.</param>
public sealed record PositionReading(double Latitude, double Longitude, double UncertaintyM);

/// <summary>Readings taken one after another while somebody stood still.</summary>
public sealed record StandingQuestion(ImmutableArray<PositionReading> Readings);

/// <summary>
/// Where somebody stands, from what a receiver said while they stood:
/// <code>var at = StandingPosition.Of(readings);</code>
/// Readings a few seconds apart err alike, since they hear the same satellites through the same leaves: many of them are surer
/// than one, and by far not as sure as so many that know nothing of each other.
/// </summary>
/// <param name="At">The mean place, each reading weighing by the inverse square of its uncertainty.</param>
/// <param name="UncertaintyM">Radius in metres within which that most likely is.</param>
/// <param name="Readings">How many it rests on.</param>
/// <param name="LeftOut">How many lay too far from the surest one to be of the same place.</param>
public sealed record StandingPosition(GeoPoint At, double UncertaintyM, int Readings, int LeftOut)
{
    /// <summary>Share of the error of a reading that its neighbours have too. An assumption, on the careful side.</summary>
    private const double Shared = 0.5;

    /// <summary>From how many times their uncertainties together two readings are of different places.</summary>
    private const double Apart = 2;

    /// <summary>A receiver that says less does not know itself.</summary>
    private const double LeastM = 1;

    /// <summary>The place.</summary>
    /// <param name="readings">At least one.</param>
    /// <exception cref="RuleException">There is none, or one is no place on earth.</exception>
    public static StandingPosition Of(ImmutableArray<PositionReading> readings)
    {
        var all = readings.IsDefault ? [] : readings;
        if (all.IsEmpty || !all.All(IsSound))
        {
            throw new RuleException("position", "The receiver has no position yet. Go where it sees the sky.");
        }

        var surest = all.MinBy(r => r.UncertaintyM)!;
        var here = PlaceOf(surest);
        var near = all.Where(r => here.MetresTo(PlaceOf(r)) <= Apart * (Radius(r) + Radius(surest))).ToList();
        var weights = near.ConvertAll(r => 1 / (Radius(r) * Radius(r)));
        var total = weights.Sum();

        // Reckoned as ways from the surest one, which holds at the date line too.
        double Mean(Func<PositionReading, double> way) => near.Zip(weights, (r, w) => w * way(r)).Sum() / total;
        var at = new GeoPoint(
            surest.Latitude + Mean(r => r.Latitude - surest.Latitude),
            Turned(surest.Longitude + Mean(r => Turned(r.Longitude - surest.Longitude)))
        );

        // The mean of n readings of like uncertainty that share a part of their error; by weight, where they are unlike.
        var count = total * total / weights.Sum(w => w * w);
        var radius = Math.Sqrt(near.Count / total);
        var sure = radius * Math.Sqrt(Shared + ((1 - Shared) / count));

        // What was seen to scatter more widely than the receiver says is believed.
        var scatter = Math.Sqrt(near.Zip(weights, (r, w) => w * Square(at.MetresTo(PlaceOf(r)))).Sum() / total);
        return new(at, Math.Max(sure, scatter), near.Count, all.Length - near.Count);
    }

    private static bool IsSound(PositionReading r) =>
        r is { Latitude: >= -90 and <= 90, Longitude: >= -180 and <= 180, UncertaintyM: >= 0 and < 1e7 };

    private static double Radius(PositionReading r) => Math.Max(r.UncertaintyM, LeastM);

    private static GeoPoint PlaceOf(PositionReading r) => new(r.Latitude, r.Longitude);

    private static double Turned(double degrees) =>
        degrees > 180 ? degrees - 360
        : degrees < -180 ? degrees + 360
        : degrees;

    private static double Square(double x) => x * x;
}
