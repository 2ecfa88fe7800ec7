using System.Security.Cryptography;
using System.Text.Json;
using Garten.Core.Assessment;
using Garten.Core.Guides;
using Garten.Core.Planning;
using Garten.Core.Survey.Care;
using Garten.Core.Survey.Places;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>
/// The field trips of the person at work: what their plants wait for, laid into the fewest days out. A plan is kept with a fingerprint of
/// what it was made for, and taken again only for the very same: after any change it is made anew.
/// </summary>
public sealed class PlannedTrips(
    SettingStore settings,
    PlantStore plants,
    PlaceStore places,
    PlantGrades grades,
    CurrentGuide current,
    CurrentPerson person,
    TimeProvider clock
)
{
    /// <summary>Minutes it takes to find a plant and write down what was seen, beside the looking itself.</summary>
    private const double MinutesAPlant = 3;

    /// <summary>What waits, told at once: planning it takes longer the more there is.</summary>
    public async Task<List<TripNeedView>> NeedsAsync(CancellationToken cancel) =>
        [
            .. (await WaitingAsync(cancel))
                .SelectMany(w => w.All)
                .Select(s => new TripNeedView(
                    s.Plant.Id,
                    s.Plant.Tag,
                    s.Need.Part,
                    s.Need.From!.Value,
                    s.Need.To!.Value
                )),
        ];

    /// <summary>The days of the plan as it was last made, for who draws them beside something else: nothing is planned for that.</summary>
    public async Task<List<TripDay>> DaysAsync(CancellationToken cancel)
    {
        if (await KeptAsync(cancel) is not { } kept)
        {
            return [];
        }

        var taxa = (await plants.TagsAsync(cancel)).ToDictionary(p => p.Id, p => p.Taxon);
        return
        [
            .. kept
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
                )),
        ];
    }

    /// <summary>Says when and from where one can go, and plans for it.</summary>
    /// <exception cref="RuleException">One can never go, or for too short or long.</exception>
    public async Task<TripsView> SetAsync(TripSettings chosen, CancellationToken cancel)
    {
        await settings.SetAsync(Setting, JsonSerializer.Serialize(chosen.Checked()), cancel);
        return await PlanAsync(TripEffort.Quick, null, cancel);
    }

    /// <summary>Each goes when they can: the days and hours are a person's own.</summary>
    private string Setting => $"trips:{person.Required}";

    private string KeptUnder => $"trips-plan:{person.Required}";

    private async Task<KeptPlan?> KeptAsync(CancellationToken cancel) =>
        await settings.GetAsync(KeptUnder, cancel) is { } kept ? JsonSerializer.Deserialize<KeptPlan>(kept) : null;

    /// <summary>The trips of the year to come: planned, or taken as they were planned where nothing changed since.</summary>
    /// <param name="effort">How long fewer trips are sought.</param>
    /// <param name="progress">Told what share of the longest it can take is done; null for nobody.</param>
    public async Task<TripsView> PlanAsync(TripEffort effort, IProgress<double>? progress, CancellationToken cancel)
    {
        var chosen = await settings.GetAsync(Setting, cancel) is { } kept
            ? JsonSerializer.Deserialize<TripSettings>(kept)!
            : TripSettings.Usual;
        var today = Clock.Today(clock);
        var stops = await WaitingAsync(cancel);

        // Only sites with plants that wait.
        var sites = await places.SitesAsync(cancel);
        var start = sites.FindIndex(s => s.Id == chosen.Start) is var at and >= 0 ? at : 0;
        var siteNumbers = sites.Select((s, i) => (s.Id, i)).ToDictionary(x => x.Id, x => x.i);
        PlantId[] waiting = [.. stops.Select(s => s.Stop.Plant.Id).Distinct()];
        var plantNumbers = waiting.Select((p, i) => (p, i)).ToDictionary(x => x.p, x => x.i);
        TripQuestion question = new(
            [.. stops.Select((s, i) => NeedOf(i, plantNumbers[s.Stop.Plant.Id], siteNumbers[s.Site], s, today))],
            [.. stops.Select(s => siteNumbers[s.Site]).Distinct().Select(i => SiteOf(i, sites[i]))],
            sites.Count == 0 ? new(0, null, null) : SiteOf(start, sites[start]),
            [
                .. Enumerable
                    .Range(0, TripSettings.MostDays)
                    .Select(today.AddDays)
                    .Where(d => chosen.Weekdays.Contains(d.DayOfWeek) && !chosen.Lost.Contains(d)),
            ],
            chosen.Hours * 60
        );
        var (plan, thorough) = await PlannedAsync(question, waiting, effort, progress, cancel);
        return new(
            chosen,
            [.. plan.Trips.Select(r => ViewOf(r, stops, sites, sites.ElementAtOrDefault(start), current.Guide))],
            [.. plan.Unmet.Select(u => new UnmetStop(stops[u.Need].Stop.Plant, stops[u.Need].Stop.Need, u.Reason))],
            plan.LeastPossible,
            thorough
        );
    }

    private async Task<List<WaitingStop>> WaitingAsync(CancellationToken cancel)
    {
        var dayAsked = grades.TodayAsync(cancel);
        var plantsAsked = plants.DigestsAsync(cancel);
        await Task.WhenAll(dayAsked, plantsAsked);
        var day = await dayAsked;
        Dictionary<TaxonId, string[]> cautions = [];
        return [.. (await plantsAsked).SelectMany(p => StopsOf(p, day, cautions))];
    }

    /// <summary>What a plant waits for.</summary>
    /// <param name="known">Cautions found for a taxon before.</param>
    private WaitingStop[] StopsOf(PlantDigest plant, ReturnDay day, Dictionary<TaxonId, string[]> known)
    {
        if (plant.Assessment is not { } assessment)
        {
            return [];
        }

        string[] cautions = [];
        if (assessment.Grade.Name is { Id: var taxon } && !known.TryGetValue(taxon, out cautions!))
        {
            known[taxon] = cautions = current.Guide.FindTaxon(taxon) is null
                ? []
                : [.. current.Guide.CautionsFor(taxon).Select(c => c.Text)];
        }

        var way = CareRules.Way(plant.Landmarks);
        TripStop[] own =
        [
            .. day.Of(assessment, plant.Place)
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
    private async Task<(TripPlan Plan, bool Thorough)> PlannedAsync(
        TripQuestion question,
        PlantId[] waiting,
        TripEffort effort,
        IProgress<double>? progress,
        CancellationToken cancel
    )
    {
        var print = Convert.ToHexString(
            SHA256.HashData(JsonSerializer.SerializeToUtf8Bytes(new Asked(question, waiting)))
        );
        if (await KeptAsync(cancel) is { } kept && kept.Print == print && (kept.Thorough || effort == TripEffort.Quick))
        {
            return (kept.Plan, kept.Thorough);
        }

        var plan = await Task.Run(() => TripPlanner.Plan(question, effort, progress, cancel), cancel);
        cancel.ThrowIfCancellationRequested();
        var plants = question.Needs.ToDictionary(n => n.Id, n => waiting[n.Plant]);
        var thorough = effort == TripEffort.Thorough;
        KeptDay[] days =
        [
            .. plan.Trips.Select(t => new KeptDay(t.Date, [.. t.Needs.Select(n => plants[n]).Distinct()])),
        ];
        await settings.KeepAsync(
            KeptUnder,
            JsonSerializer.Serialize(new KeptPlan(print, plan, thorough, days)),
            cancel
        );
        return (plan, thorough);
    }

    private static TripNeed NeedOf(int number, int plant, int site, WaitingStop waiting, DateOnly today) =>
        new(
            number,
            plant,
            site,
            waiting.Stop.Need.From!.Value < today ? today : waiting.Stop.Need.From.Value,
            waiting.Stop.Need.To!.Value,
            MinutesAPlant + (waiting.All.Sum(s => s.Need.Features.Sum(f => f.EffortSeconds)) / 60.0),
            waiting.Stop.Need.Error
        );

    private static TripSite SiteOf(int number, Site site) =>
        new(
            number,
            site is { Latitude: { } north, Longitude: { } east } ? new GeoPoint(north, east) : null,
            site.ElevationM
        );

    private static TripView ViewOf(FieldTrip trip, List<WaitingStop> stops, List<Site> sites, Site? start, Guide guide)
    {
        var own = trip
            .Needs.Select(n => stops[n])
            .OrderBy(s => trip.Sites.IndexOf(sites.FindIndex(x => x.Id == s.Site)))
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
                    .Concat(trip.Sites.Select(i => sites[i]))
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
    private sealed record WaitingStop(TripStop Stop, SiteId Site, TripStop[] Along)
    {
        public IEnumerable<TripStop> All => Along.Prepend(Stop);
    }

    /// <summary>All that a plan hangs on.</summary>
    /// <param name="Plants">The plants by their numbers in the question.</param>
    private sealed record Asked(TripQuestion Question, PlantId[] Plants);

    /// <summary>A plan as it was made.</summary>
    /// <param name="Print">A fingerprint of the question.</param>
    /// <param name="Thorough">True when fewer trips were sought for long.</param>
    private sealed record KeptPlan(string Print, TripPlan Plan, bool Thorough, KeptDay[] Days);

    /// <summary>A day of a plan, and the plants to see on it.</summary>
    private sealed record KeptDay(DateOnly Date, PlantId[] Plants);
}
