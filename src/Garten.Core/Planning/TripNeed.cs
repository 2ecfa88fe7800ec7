using System.Collections.Immutable;

namespace Garten.Core.Planning;

/// <summary>A plant that must be seen between two days.</summary>
/// <param name="Id">Number of the need, unique in a question.</param>
/// <param name="Plant">Number of the plant, the same for all its needs.</param>
/// <param name="Site">Number of the site it stands at.</param>
/// <param name="From">First day.</param>
/// <param name="To">Last day.</param>
/// <param name="Minutes">Time it takes at the plant.</param>
/// <param name="Error">Standard error of either end of the window, in days.</param>
public sealed record TripNeed(int Id, int Plant, int Site, DateOnly From, DateOnly To, double Minutes, double Error)
{
    /// <summary>True on the days of its window.</summary>
    public bool ShowsOn(DateOnly day) => day >= From && day <= To;
}

/// <summary>A site that can be walked to.</summary>
/// <param name="Id">Its number in the question.</param>
/// <param name="At">Where; null when not known.</param>
/// <param name="Elevation">Metres above sea level; null when not known.</param>
public sealed record TripSite(int Id, GeoPoint? At, double? Elevation);

/// <summary>What is asked of the planner.</summary>
/// <param name="Needs">The plants to see.</param>
/// <param name="Start">Where trips begin and end.</param>
/// <param name="Days">Days one can go, in any order.</param>
/// <param name="MinutesADay">Longest trip, in minutes.</param>
public sealed record TripQuestion(
    ImmutableArray<TripNeed> Needs,
    ImmutableArray<TripSite> Sites,
    TripSite Start,
    ImmutableArray<DateOnly> Days,
    double MinutesADay
);

/// <summary>A trip: a day out with the plants to see on it.</summary>
/// <param name="Sites">Numbers of the sites in the order they are walked to.</param>
/// <param name="Needs">Numbers of the needs it meets.</param>
/// <param name="Minutes">How long it takes.</param>
/// <param name="Margin">Days to the nearest end of the windows of its needs.</param>
public sealed record FieldTrip(
    DateOnly Date,
    ImmutableArray<int> Sites,
    ImmutableArray<int> Needs,
    double Minutes,
    int Margin
);

/// <summary>A need no trip can meet.</summary>
public sealed record UnmetNeed(int Need, string Reason);

/// <summary>A plan of trips.</summary>
/// <param name="Trips">The trips, earliest first.</param>
/// <param name="Unmet">What cannot be met.</param>
/// <param name="LeastPossible">No plan with fewer trips than this can exist.</param>
public sealed record TripPlan(ImmutableArray<FieldTrip> Trips, ImmutableArray<UnmetNeed> Unmet, int LeastPossible)
{
    /// <summary>True when it is proven that no plan has fewer trips.</summary>
    public bool IsFewest => Trips.Length == LeastPossible;
}
