using System.Globalization;
using System.Security.Cryptography;
using System.Text.Json;
using Garten.Core.Assessment;
using Garten.Core.Guides;
using Garten.Core.Planning;
using Garten.Core.Seasons;
using Garten.Core.Survey.Access;
using Garten.Data;
using Garten.Formats.Calendars;
using Garten.Server.Access;
using Garten.Server.Requests;

namespace Garten.Server.Features;

/// <summary>When and from where one can go.</summary>
/// <param name="Weekdays">Days of the week one can go.</param>
/// <param name="Hours">Longest round, in hours.</param>
/// <param name="Start">Number of the site rounds begin and end at; null for the first of the list.</param>
/// <param name="Lost">Days on which one cannot go after all.</param>
public sealed record RoundSettings(DayOfWeek[] Weekdays, double Hours, int? Start, DateOnly[] Lost)
{
    /// <summary>Weekends, six hours.</summary>
    public static RoundSettings Usual { get; } = new([DayOfWeek.Saturday, DayOfWeek.Sunday], 6, null, []);
}

/// <summary>A plant to see on a round.</summary>
/// <param name="Plant">The plant.</param>
/// <param name="Grade">Its grade.</param>
/// <param name="Need">What there is to see.</param>
/// <param name="Way">How to find the plant; empty where nobody said.</param>
/// <param name="Cautions">What to be careful of.</param>
public sealed record RoundStop(PlantTag Plant, Grade Grade, ReturnNeed Need, string Way, IReadOnlyList<string> Cautions);

/// <summary>A site as it lies on a round's sketch.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Latitude">Degrees north; null when not known.</param>
/// <param name="Longitude">Degrees east; null when not known.</param>
public sealed record RoundPlace(string Name, double? Latitude, double? Longitude);

/// <summary>A round, ready to walk.</summary>
/// <param name="Date">The day.</param>
/// <param name="Places">The start and the sites in the order they are walked to.</param>
/// <param name="Minutes">How long it takes.</param>
/// <param name="Margin">Days to the nearest end of the windows of its plants.</param>
/// <param name="Tools">Tools to take.</param>
/// <param name="Stops">The plants.</param>
public sealed record RoundView(
    DateOnly Date, IReadOnlyList<RoundPlace> Places, double Minutes, int Margin, IReadOnlyList<Tool> Tools, IReadOnlyList<RoundStop> Stops);

/// <summary>A plant no round can reach in time.</summary>
/// <param name="Plant">The plant.</param>
/// <param name="Need">What there was to see.</param>
/// <param name="Reason">Why.</param>
public sealed record UnmetStop(PlantTag Plant, ReturnNeed Need, string Reason);

/// <summary>The rounds of the year to come.</summary>
/// <param name="Settings">When one can go.</param>
/// <param name="Rounds">The rounds.</param>
/// <param name="Unmet">What cannot be met.</param>
/// <param name="LeastPossible">No plan has fewer rounds than this.</param>
/// <param name="Sought">True when fewer rounds were sought thoroughly already.</param>
public sealed record RoundsView(RoundSettings Settings, IReadOnlyList<RoundView> Rounds, IReadOnlyList<UnmetStop> Unmet, int LeastPossible, bool Sought);

/// <summary>Rounds: the fewest days out on which everything the plants wait for can be seen.</summary>
public static class RoundsFeature
{
    private const int PlannedDays = 365;

    /// <summary>Minutes it takes to find a plant and write down what was seen, beside the looking itself.</summary>
    private const double MinutesAPlant = 3;

    /// <summary>Adds the endpoints.</summary>
    /// <param name="api">The API.</param>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/rounds", PlanAsync).WithName("rounds").Produces<RoundsView>();

        // Looked for thoroughly, which takes a while; what is found stays until anything changes.
        api.MapPost("/rounds/seek", (
            HttpRequest request, SettingStore settings, PlantStore plants, PlaceStore places, PlantGrades grades, CurrentGuide current, CurrentPerson person,
            TimeProvider clock, CancellationToken cancel) =>
            LongWork.AnswerAsync(request, progress => AnswerAsync(RoundEffort.Thorough, progress, settings, plants, places, grades, current, person, clock, cancel)))
            .Needs(Right.Look).WithName("seekRounds").Produces<RoundsView>();

        api.MapPut("/rounds/settings", async (
            RoundSettings input, SettingStore settings, PlantStore plants, PlaceStore places, PlantGrades grades, CurrentGuide current, CurrentPerson person,
            TimeProvider clock, CancellationToken cancel) =>
        {
            if (input.Weekdays.Length == 0)
            {
                throw new RuleException("weekdays", "Choose at least one day of the week on which you can go.");
            }

            if (input.Hours is not (>= 1 and <= 16))
            {
                throw new RuleException("hours", "A round can last from 1 to 16 hours.");
            }

            var kept = input with { Weekdays = [.. input.Weekdays.Distinct()], Lost = [.. input.Lost.Distinct().Order().TakeLast(PlannedDays)] };
            await settings.SetAsync(SettingOf(person), JsonSerializer.Serialize(kept), cancel);
            return await PlanAsync(settings, plants, places, grades, current, person, clock, cancel);
        }).Needs(Right.Look).WithName("setRounds").Produces<RoundsView>();

        api.MapGet("/rounds/calendar.ics", async (
            SettingStore settings, PlantStore plants, PlaceStore places, PlantGrades grades, CurrentGuide current, CurrentPerson person, TimeProvider clock, CancellationToken cancel) =>
        {
            var plan = await PlanAsync(settings, plants, places, grades, current, person, clock, cancel);
            var days = plan.Rounds.Select(r => new CalendarDay(
                string.Create(CultureInfo.InvariantCulture, $"round-{r.Date:yyyy-MM-dd}"), r.Date, $"Round: {string.Join(", ", r.Places.Skip(1).Select(p => p.Name))}",
                string.Join('\n', r.Stops.Select(s => $"{s.Plant.Tag} ({s.Plant.Name ?? "no name yet"}): {s.Need.Words}"))));
            return TypedResults.Text(CalendarWriter.Write(days, clock.GetUtcNow().UtcDateTime), "text/calendar");
        }).WithName("roundsCalendar").Produces<string>(200, "text/calendar");
    }

    /// <summary>Each goes when they can: the days and hours are a person's own.</summary>
    private static string SettingOf(CurrentPerson person) => string.Create(CultureInfo.InvariantCulture, $"rounds:{person.Required}");

    private static string SoughtOf(CurrentPerson person) => string.Create(CultureInfo.InvariantCulture, $"rounds-sought:{person.Required}");

    private static Task<RoundsView> PlanAsync(
        SettingStore settings, PlantStore plants, PlaceStore places, PlantGrades grades, CurrentGuide current, CurrentPerson person, TimeProvider clock, CancellationToken cancel) =>
        AnswerAsync(RoundEffort.Quick, null, settings, plants, places, grades, current, person, clock, cancel);

    private static async Task<RoundsView> AnswerAsync(
        RoundEffort effort, IProgress<double>? progress, SettingStore settings, PlantStore plants, PlaceStore places, PlantGrades grades, CurrentGuide current, CurrentPerson person, TimeProvider clock,
        CancellationToken cancel)
    {
        var chosen = await settings.GetAsync(SettingOf(person), cancel) is { } kept ? JsonSerializer.Deserialize<RoundSettings>(kept)! : RoundSettings.Usual;
        var today = Rules.Today(clock);
        var run = await grades.RunAsync(cancel);
        var stops = (await plants.DigestsAsync(cancel)).SelectMany(p => StopsOf(p, run, grades, current)).ToList();

        // Only sites with plants that wait.
        var sites = await places.SitesAsync(cancel);
        var waiting = stops.GroupBy(s => s.Site).Select(g => sites.Single(s => s.Id == g.Key)).ToArray();
        var start = sites.Find(s => s.Id == chosen.Start) ?? sites.FirstOrDefault();
        RoundQuestion question = new(
            [.. stops.Select((s, i) => NeedOf(i, s, today))], [.. waiting.Select(SiteOf)], start is null ? new(0, null, null) : SiteOf(start),
            [.. Enumerable.Range(0, PlannedDays).Select(today.AddDays).Where(d => chosen.Weekdays.Contains(d.DayOfWeek) && !chosen.Lost.Contains(d))], chosen.Hours * 60);
        var (plan, thorough) = await SoughtAsync(question, effort, progress, settings, person, cancel);
        return new(
            chosen, [.. plan.Rounds.Select(r => ViewOf(r, stops, sites, start, current.Guide))],
            [.. plan.Unmet.Select(u => new UnmetStop(stops[u.Need].Stop.Plant, stops[u.Need].Stop.Need, u.Reason))],
            plan.LeastPossible, thorough);
    }

    /// <summary>What a plant waits for.</summary>
    private static WaitingStop[] StopsOf(PlantDigest plant, YearRun run, PlantGrades grades, CurrentGuide current)
    {
        if (plant.Assessment is not { } assessment)
        {
            return [];
        }

        string[] cautions = assessment.Grade.Name is { } name && current.Guide.FindTaxon(name.Id) is not null ? [.. current.Guide.CautionsFor(name.Id).Select(c => c.Text)] : [];
        var way = CareFeature.Way(plant.Landmarks);
        RoundStop[] own =
        [
            .. grades.AnswerOf(assessment, plant.Place, run).Needs.Where(n => n.From is not null).OrderBy(n => n.From).Select(n => new RoundStop(plant.Tag, plant.Grade, n, way, cautions)),
        ];

        // What shows on any day is looked at when one is there for what opens first; only a plant with nothing else is gone to for it.
        var dated = Array.FindAll(own, s => s.Need.Part is not null);
        return [.. (dated.Length > 0 ? dated : own).Select((s, i) => new WaitingStop(s, plant.Site, i == 0 && dated.Length > 0 ? [.. own.Except(dated)] : []))];
    }

    /// <summary>The plan; one that was sought thoroughly for the very same question is kept.</summary>
    private static async Task<(RoundPlan Plan, bool Thorough)> SoughtAsync(
        RoundQuestion question, RoundEffort effort, IProgress<double>? progress, SettingStore settings, CurrentPerson person, CancellationToken cancel)
    {
        var print = Convert.ToHexString(SHA256.HashData(JsonSerializer.SerializeToUtf8Bytes(question)));
        if (await settings.GetAsync(SoughtOf(person), cancel) is { } kept && JsonSerializer.Deserialize<SoughtPlan>(kept) is { } sought && sought.Print == print)
        {
            return (sought.Plan, true);
        }

        var plan = await Task.Run(() => RoundPlanner.Plan(question, effort, progress, cancel), cancel);
        cancel.ThrowIfCancellationRequested();
        if (effort == RoundEffort.Thorough)
        {
            await settings.SetAsync(SoughtOf(person), JsonSerializer.Serialize(new SoughtPlan(print, plan)), cancel);
        }

        return (plan, effort == RoundEffort.Thorough);
    }

    private static RoundNeed NeedOf(int number, WaitingStop waiting, DateOnly today) => new(
        number, waiting.Stop.Plant.Id, waiting.Site, waiting.Stop.Need.From!.Value < today ? today : waiting.Stop.Need.From.Value, waiting.Stop.Need.To!.Value,
        MinutesAPlant + (waiting.All.Sum(s => s.Need.Features.Sum(f => f.EffortSeconds)) / 60.0), waiting.Stop.Need.Error);

    private static RoundSite SiteOf(Site site) =>
        new(site.Id, site is { Latitude: { } north, Longitude: { } east } ? new GeoPoint(north, east) : null, site.ElevationM);

    private static RoundView ViewOf(Round round, List<WaitingStop> stops, List<Site> sites, Site? start, Guide guide)
    {
        var own = round.Needs.Select(n => stops[n]).OrderBy(s => round.Sites.IndexOf(s.Site)).ThenBy(s => s.Stop.Plant.Tag, StringComparer.Ordinal).SelectMany(s => s.All).ToArray();
        var tools = own.SelectMany(s => s.Need.Features).Select(f => guide.Character(f.Character).Tool).Where(t => t != Tool.Eye).Distinct().Order();
        return new(
            round.Date, [.. new[] { start }.OfType<Site>().Concat(round.Sites.Select(id => sites.Single(s => s.Id == id))).Select(s => new RoundPlace(s.Name, s.Latitude, s.Longitude))],
            round.Minutes, round.Margin, [.. tools], own);
    }

    /// <summary>A plant that waits.</summary>
    /// <param name="Stop">For what.</param>
    /// <param name="Site">Where.</param>
    /// <param name="Along">What shows on any day and is looked at then as well.</param>
    private sealed record WaitingStop(RoundStop Stop, int Site, RoundStop[] Along)
    {
        public IEnumerable<RoundStop> All => Along.Prepend(Stop);
    }

    /// <summary>A plan sought thoroughly.</summary>
    /// <param name="Print">A fingerprint of the question.</param>
    /// <param name="Plan">The plan.</param>
    private sealed record SoughtPlan(string Print, RoundPlan Plan);
}
