using System.Globalization;
using Garten.Core.Assessment;
using Garten.Core.Guides;
using Garten.Core.Planning;
using Garten.Core.Sheets;
using Garten.Core.Survey.Access;
using Garten.Formats.Calendars;
using Garten.Server.Access;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>When and from where one can go.</summary>
/// <param name="Weekdays">Days of the week one can go.</param>
/// <param name="Hours">Longest trip, in hours.</param>
/// <param name="Start">The site trips begin and end at; null for the first of the list.</param>
/// <param name="Lost">Days on which one cannot go after all.</param>
public sealed record TripSettings(DayOfWeek[] Weekdays, double Hours, SiteId? Start, DateOnly[] Lost)
{
    /// <summary>Weekends, six hours.</summary>
    public static TripSettings Usual { get; } = new([DayOfWeek.Saturday, DayOfWeek.Sunday], 6, null, []);

    /// <summary>Most days that can be lost: those that are planned.</summary>
    public const int MostDays = 365;

    /// <summary>The settings as they are kept.</summary>
    /// <exception cref="RuleException">One can never go, or for too short or long.</exception>
    public TripSettings Checked() =>
        Weekdays.Length == 0
            ? throw new RuleException("weekdays", "Choose at least one day of the week on which you can go.")
        : Hours is not (>= 1 and <= 16) ? throw new RuleException("hours", "A trip can last from 1 to 16 hours.")
        : this with { Weekdays = [.. Weekdays.Distinct()], Lost = [.. Lost.Distinct().Order().TakeLast(MostDays)] };
}

/// <summary>A plant to see on a trip.</summary>
/// <param name="Need">What there is to see.</param>
/// <param name="Way">How to find the plant; empty where nobody said.</param>
/// <param name="Cautions">What to be careful of.</param>
public sealed record TripStop(PlantTag Plant, Grade Grade, ReturnNeed Need, string Way, IReadOnlyList<string> Cautions);

/// <summary>A site as it lies on a trip's sketch.</summary>
/// <param name="Latitude">Degrees north; null when not known.</param>
/// <param name="Longitude">Degrees east; null when not known.</param>
public sealed record TripPlace(string Name, double? Latitude, double? Longitude);

/// <summary>A trip, ready to walk.</summary>
/// <param name="Places">The start and the sites in the order they are walked to.</param>
/// <param name="Minutes">How long it takes.</param>
/// <param name="Margin">Days to the nearest end of the windows of its plants.</param>
/// <param name="Tools">Tools to take.</param>
public sealed record TripView(
    DateOnly Date,
    IReadOnlyList<TripPlace> Places,
    double Minutes,
    int Margin,
    IReadOnlyList<Tool> Tools,
    IReadOnlyList<TripStop> Stops
);

/// <summary>A plant no trip can reach in time.</summary>
/// <param name="Need">What there was to see.</param>
public sealed record UnmetStop(PlantTag Plant, ReturnNeed Need, string Reason);

/// <summary>The trips of the year to come.</summary>
/// <param name="Settings">When one can go.</param>
/// <param name="Unmet">What cannot be met.</param>
/// <param name="LeastPossible">No plan has fewer trips than this.</param>
/// <param name="Sought">True when fewer trips were sought thoroughly already.</param>
public sealed record TripsView(
    TripSettings Settings,
    IReadOnlyList<TripView> Trips,
    IReadOnlyList<UnmetStop> Unmet,
    int LeastPossible,
    bool Sought
);

/// <summary>A part of a plant to be seen between two days; what to look at on it is told with the trip.</summary>
/// <param name="Part">The part; null for what can be seen on any day.</param>
/// <param name="From">First day.</param>
/// <param name="To">Last day.</param>
public sealed record TripNeedView(PlantId Plant, string Tag, PlantPart? Part, DateOnly From, DateOnly To);

/// <summary>A day of the plan last made.</summary>
/// <param name="Taxa">Identifiers of the names whose plants are to be seen on it.</param>
public sealed record TripDay(DateOnly Date, IReadOnlyList<string> Taxa);

/// <summary>Trips: the fewest days out on which everything the plants wait for can be seen.</summary>
public static class TripsEndpoints
{
    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/trips", (PlannedTrips trips, CancellationToken cancel) =>
                trips.PlanAsync(TripEffort.Quick, null, cancel)
            )
            .WithName("trips")
            .Produces<TripsView>();

        api.MapGet("/trips/needs", (PlannedTrips trips, CancellationToken cancel) => trips.NeedsAsync(cancel))
            .WithName("tripNeeds")
            .Produces<List<TripNeedView>>();

        api.MapGet("/trips/days", (PlannedTrips trips, CancellationToken cancel) => trips.DaysAsync(cancel))
            .WithName("tripDays")
            .Produces<List<TripDay>>();

        // Looked for thoroughly, which takes a while; what is found stays until anything changes.
        api.MapPost("/trips/seek", (HttpRequest request, PlannedTrips trips, CancellationToken cancel) =>
                LongWork.AnswerAsync(request, progress => trips.PlanAsync(TripEffort.Thorough, progress, cancel))
            )
            .Needs(Right.Look)
            .WithName("seekTrips")
            .Produces<TripsView>();

        api.MapPut("/trips/settings", (TripSettings input, PlannedTrips trips, CancellationToken cancel) =>
                trips.SetAsync(input, cancel)
            )
            .Needs(Right.Look)
            .WithName("setTrips")
            .Produces<TripsView>();

        api.MapGet("/trips/calendar.ics", async (PlannedTrips trips, TimeProvider clock, CancellationToken cancel) =>
            {
                var plan = await trips.PlanAsync(TripEffort.Quick, null, cancel);
                var days = plan.Trips.Select(r => new CalendarDay(
                    string.Create(CultureInfo.InvariantCulture, $"trip-{r.Date:yyyy-MM-dd}"),
                    r.Date,
                    $"Field trip: {string.Join(", ", r.Places.Skip(1).Select(p => p.Name))}",
                    string.Join(
                        '\n',
                        r.Stops.Select(s => $"{s.Plant.Tag} ({s.Plant.Name ?? "no name yet"}): {s.Need.Words}")
                    )
                ));
                return TypedResults.Text(CalendarWriter.Write(days, clock.GetUtcNow().UtcDateTime), "text/calendar");
            })
            .WithName("tripsCalendar")
            .Produces<string>(200, "text/calendar");
    }
}
