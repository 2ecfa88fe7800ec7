using System.Globalization;
using System.Security.Cryptography;
using System.Text.Json;
using Garten.Core.Assessment;
using Garten.Core.Guides;
using Garten.Core.Planning;
using Garten.Core.Seasons;
using Garten.Core.Survey.Access;
using Garten.Core.Survey.Care;
using Garten.Core.Survey.Places;
using Garten.Data;
using Garten.Formats.Calendars;
using Garten.Server.Access;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>When and from where one can go.</summary>
/// <param name="Weekdays">Days of the week one can go.</param>
/// <param name="Hours">Longest trip, in hours.</param>
/// <param name="Start">Number of the site trips begin and end at; null for the first of the list.</param>
/// <param name="Lost">Days on which one cannot go after all.</param>
public sealed record TripSettings(DayOfWeek[] Weekdays, double Hours, int? Start, DateOnly[] Lost)
{
    /// <summary>Weekends, six hours.</summary>
    public static TripSettings Usual { get; } = new([DayOfWeek.Saturday, DayOfWeek.Sunday], 6, null, []);
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

/// <summary>A day of the plan last made.</summary>
/// <param name="Taxa">Identifiers of the names whose plants are to be seen on it.</param>
public sealed record TripDay(DateOnly Date, IReadOnlyList<string> Taxa);

/// <summary>Trips: the fewest days out on which everything the plants wait for can be seen.</summary>
public static class TripsEndpoints
{
    private const int PlannedDays = 365;

    /// <summary>Minutes it takes to find a plant and write down what was seen, beside the looking itself.</summary>
    private const double MinutesAPlant = 3;

    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/trips", PlanAsync).WithName("trips").Produces<TripsView>();

        // What waits is told at once; planning it takes longer the more there is.
        api.MapGet(
                "/trips/needs",
                async (PlantStore plants, PlantGrades grades, CurrentGuide current, CancellationToken cancel) =>
                    (await WaitingAsync(plants, grades, current, cancel)).SelectMany(w => w.All).ToList()
            )
            .WithName("tripNeeds")
            .Produces<List<TripStop>>();

        // The days of the plan as it was last made, for who draws them beside something else: nothing is planned for that.
        api.MapGet(
                "/trips/days",
                async (
                    SettingStore settings,
                    PlantStore plants,
                    CurrentPerson person,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                {
                    if (await KeptAsync(settings, person, cancel) is not { } kept)
                    {
                        return [];
                    }

                    var taxa = (await plants.TagsAsync(cancel)).ToDictionary(p => p.Id, p => p.Taxon);
                    return kept
                        .Days.Where(d => d.Date >= Clock.Today(clock))
                        .Select(d => new TripDay(
                            d.Date,
                            [
                                .. d
                                    .Plants.Select(p => taxa.GetValueOrDefault(p))
                                    .OfType<string>()
                                    .Distinct()
                                    .Order(StringComparer.Ordinal),
                            ]
                        ))
                        .ToList();
                }
            )
            .WithName("tripDays")
            .Produces<List<TripDay>>();

        // Looked for thoroughly, which takes a while; what is found stays until anything changes.
        api.MapPost(
                "/trips/seek",
                (
                    HttpRequest request,
                    SettingStore settings,
                    PlantStore plants,
                    PlaceStore places,
                    PlantGrades grades,
                    CurrentGuide current,
                    CurrentPerson person,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                    LongWork.AnswerAsync(request, progress =>
                        AnswerAsync(
                            TripEffort.Thorough,
                            progress,
                            settings,
                            plants,
                            places,
                            grades,
                            current,
                            person,
                            clock,
                            cancel
                        )
                    )
            )
            .Needs(Right.Look)
            .WithName("seekTrips")
            .Produces<TripsView>();

        api.MapPut(
                "/trips/settings",
                async (
                    TripSettings input,
                    SettingStore settings,
                    PlantStore plants,
                    PlaceStore places,
                    PlantGrades grades,
                    CurrentGuide current,
                    CurrentPerson person,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                {
                    if (input.Weekdays.Length == 0)
                    {
                        throw new RuleException("weekdays", "Choose at least one day of the week on which you can go.");
                    }

                    if (input.Hours is not (>= 1 and <= 16))
                    {
                        throw new RuleException("hours", "A trip can last from 1 to 16 hours.");
                    }

                    var kept = input with
                    {
                        Weekdays = [.. input.Weekdays.Distinct()],
                        Lost = [.. input.Lost.Distinct().Order().TakeLast(PlannedDays)],
                    };
                    await settings.SetAsync(SettingOf(person), JsonSerializer.Serialize(kept), cancel);
                    return await PlanAsync(settings, plants, places, grades, current, person, clock, cancel);
                }
            )
            .Needs(Right.Look)
            .WithName("setTrips")
            .Produces<TripsView>();

        api.MapGet(
                "/trips/calendar.ics",
                async (
                    SettingStore settings,
                    PlantStore plants,
                    PlaceStore places,
                    PlantGrades grades,
                    CurrentGuide current,
                    CurrentPerson person,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                {
                    var plan = await PlanAsync(settings, plants, places, grades, current, person, clock, cancel);
                    var days = plan.Trips.Select(r => new CalendarDay(
                        string.Create(CultureInfo.InvariantCulture, $"trip-{r.Date:yyyy-MM-dd}"),
                        r.Date,
                        $"Field trip: {string.Join(", ", r.Places.Skip(1).Select(p => p.Name))}",
                        string.Join(
                            '\n',
                            r.Stops.Select(s => $"{s.Plant.Tag} ({s.Plant.Name ?? "no name yet"}): {s.Need.Words}")
                        )
                    ));
                    return TypedResults.Text(
                        CalendarWriter.Write(days, clock.GetUtcNow().UtcDateTime),
                        "text/calendar"
                    );
                }
            )
            .WithName("tripsCalendar")
            .Produces<string>(200, "text/calendar");
    }

    /// <summary>Each goes when they can: the days and hours are a person's own.</summary>
    private static string SettingOf(CurrentPerson person) =>
        string.Create(CultureInfo.InvariantCulture, $"trips:{person.Required}");

    private static string PlanOf(CurrentPerson person) =>
        string.Create(CultureInfo.InvariantCulture, $"trips-plan:{person.Required}");

    private static async Task<KeptPlan?> KeptAsync(
        SettingStore settings,
        CurrentPerson person,
        CancellationToken cancel
    ) =>
        await settings.GetAsync(PlanOf(person), cancel) is { } kept ? JsonSerializer.Deserialize<KeptPlan>(kept) : null;

    private static Task<TripsView> PlanAsync(
        SettingStore settings,
        PlantStore plants,
        PlaceStore places,
        PlantGrades grades,
        CurrentGuide current,
        CurrentPerson person,
        TimeProvider clock,
        CancellationToken cancel
    ) => AnswerAsync(TripEffort.Quick, null, settings, plants, places, grades, current, person, clock, cancel);

    private static async Task<TripsView> AnswerAsync(
        TripEffort effort,
        IProgress<double>? progress,
        SettingStore settings,
        PlantStore plants,
        PlaceStore places,
        PlantGrades grades,
        CurrentGuide current,
        CurrentPerson person,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var chosen = await settings.GetAsync(SettingOf(person), cancel) is { } kept
            ? JsonSerializer.Deserialize<TripSettings>(kept)!
            : TripSettings.Usual;
        var today = Clock.Today(clock);
        var stops = await WaitingAsync(plants, grades, current, cancel);

        // Only sites with plants that wait.
        var sites = await places.SitesAsync(cancel);
        var waiting = stops.GroupBy(s => s.Site).Select(g => sites.Single(s => s.Id == g.Key)).ToArray();
        var start = sites.Find(s => s.Id == chosen.Start) ?? sites.FirstOrDefault();
        TripQuestion question = new(
            [.. stops.Select((s, i) => NeedOf(i, s, today))],
            [.. waiting.Select(SiteOf)],
            start is null ? new(0, null, null) : SiteOf(start),
            [
                .. Enumerable
                    .Range(0, PlannedDays)
                    .Select(today.AddDays)
                    .Where(d => chosen.Weekdays.Contains(d.DayOfWeek) && !chosen.Lost.Contains(d)),
            ],
            chosen.Hours * 60
        );
        var (plan, thorough) = await PlannedAsync(question, effort, progress, settings, person, cancel);
        return new(
            chosen,
            [.. plan.Trips.Select(r => ViewOf(r, stops, sites, start, current.Guide))],
            [.. plan.Unmet.Select(u => new UnmetStop(stops[u.Need].Stop.Plant, stops[u.Need].Stop.Need, u.Reason))],
            plan.LeastPossible,
            thorough
        );
    }

    private static async Task<List<WaitingStop>> WaitingAsync(
        PlantStore plants,
        PlantGrades grades,
        CurrentGuide current,
        CancellationToken cancel
    )
    {
        var run = await grades.RunAsync(cancel);
        return [.. (await plants.DigestsAsync(cancel)).SelectMany(p => StopsOf(p, run, grades, current))];
    }

    /// <summary>What a plant waits for.</summary>
    private static WaitingStop[] StopsOf(PlantDigest plant, YearRun run, PlantGrades grades, CurrentGuide current)
    {
        if (plant.Assessment is not { } assessment)
        {
            return [];
        }

        string[] cautions =
            assessment.Grade.Name is { } name && current.Guide.FindTaxon(name.Id) is not null
                ? [.. current.Guide.CautionsFor(name.Id).Select(c => c.Text)]
                : [];
        var way = CareRules.Way(plant.Landmarks);
        TripStop[] own =
        [
            .. grades
                .AnswerOf(assessment, plant.Place, run)
                .Needs.Where(n => n.From is not null)
                .OrderBy(n => n.From)
                .Select(n => new TripStop(plant.Tag, plant.Grade, n, way, cautions)),
        ];

        // What shows on any day is looked at when one is there for what opens first; only a plant with nothing else is gone to for it.
        var dated = Array.FindAll(own, s => s.Need.Part is not null);
        return
        [
            .. (dated.Length > 0 ? dated : own).Select(
                (s, i) => new WaitingStop(s, plant.Site, i == 0 && dated.Length > 0 ? [.. own.Except(dated)] : [])
            ),
        ];
    }

    /// <summary>The plan; one made for the very same question is taken again, unless more is to be sought than was.</summary>
    private static async Task<(TripPlan Plan, bool Thorough)> PlannedAsync(
        TripQuestion question,
        TripEffort effort,
        IProgress<double>? progress,
        SettingStore settings,
        CurrentPerson person,
        CancellationToken cancel
    )
    {
        var print = Convert.ToHexString(SHA256.HashData(JsonSerializer.SerializeToUtf8Bytes(question)));
        if (
            await KeptAsync(settings, person, cancel) is { } kept
            && kept.Print == print
            && (kept.Thorough || effort == TripEffort.Quick)
        )
        {
            return (kept.Plan, kept.Thorough);
        }

        var plan = await Task.Run(() => TripPlanner.Plan(question, effort, progress, cancel), cancel);
        cancel.ThrowIfCancellationRequested();
        var plants = question.Needs.ToDictionary(n => n.Id, n => n.Plant);
        var thorough = effort == TripEffort.Thorough;
        KeptDay[] days =
        [
            .. plan.Trips.Select(t => new KeptDay(t.Date, [.. t.Needs.Select(n => plants[n]).Distinct()])),
        ];
        await settings.KeepAsync(
            PlanOf(person),
            JsonSerializer.Serialize(new KeptPlan(print, plan, thorough, days)),
            cancel
        );
        return (plan, thorough);
    }

    private static TripNeed NeedOf(int number, WaitingStop waiting, DateOnly today) =>
        new(
            number,
            waiting.Stop.Plant.Id,
            waiting.Site,
            waiting.Stop.Need.From!.Value < today ? today : waiting.Stop.Need.From.Value,
            waiting.Stop.Need.To!.Value,
            MinutesAPlant + (waiting.All.Sum(s => s.Need.Features.Sum(f => f.EffortSeconds)) / 60.0),
            waiting.Stop.Need.Error
        );

    private static TripSite SiteOf(Site site) =>
        new(
            site.Id,
            site is { Latitude: { } north, Longitude: { } east } ? new GeoPoint(north, east) : null,
            site.ElevationM
        );

    private static TripView ViewOf(FieldTrip trip, List<WaitingStop> stops, List<Site> sites, Site? start, Guide guide)
    {
        var own = trip
            .Needs.Select(n => stops[n])
            .OrderBy(s => trip.Sites.IndexOf(s.Site))
            .ThenBy(s => s.Stop.Plant.Tag, StringComparer.Ordinal)
            .SelectMany(s => s.All)
            .ToArray();
        var tools = own.SelectMany(s => s.Need.Features)
            .Select(f => guide.Character(f.Character).Tool)
            .Where(t => t != Tool.Eye)
            .Distinct()
            .Order();
        return new(
            trip.Date,
            [
                .. new[] { start }
                    .OfType<Site>()
                    .Concat(trip.Sites.Select(id => sites.Single(s => s.Id == id)))
                    .Select(s => new TripPlace(s.Name, s.Latitude, s.Longitude)),
            ],
            trip.Minutes,
            trip.Margin,
            [.. tools],
            own
        );
    }

    /// <summary>A plant that waits.</summary>
    /// <param name="Along">What shows on any day and is looked at then as well.</param>
    private sealed record WaitingStop(TripStop Stop, int Site, TripStop[] Along)
    {
        public IEnumerable<TripStop> All => Along.Prepend(Stop);
    }

    /// <summary>A plan as it was made.</summary>
    /// <param name="Print">A fingerprint of the question.</param>
    /// <param name="Thorough">True when fewer trips were sought for long.</param>
    private sealed record KeptPlan(string Print, TripPlan Plan, bool Thorough, KeptDay[] Days);

    /// <summary>A day of a plan, and numbers of the plants to see on it.</summary>
    private sealed record KeptDay(DateOnly Date, int[] Plants);
}
