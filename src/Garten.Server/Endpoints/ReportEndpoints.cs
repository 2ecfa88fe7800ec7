using Garten.Core.Assessment;
using Garten.Core.Survey.Access;
using Garten.Core.Survey.Counting;
using Garten.Core.Survey.Places;
using Garten.Core.Survey.Reporting;
using Garten.Data;
using Garten.Server.Access;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>A report, ready to print. It is made to be handed on: what is sensitive is told coarsely in it, whoever asks.</summary>
/// <param name="Made">The day it was drawn up.</param>
/// <param name="By">Who drew it up.</param>
/// <param name="People">Who counted and recorded.</param>
/// <param name="Names">The guide the names follow.</param>
/// <param name="Base">The base map as GeoJSON; empty where there is none.</param>
/// <param name="Statistics">What the counts come to.</param>
/// <param name="Pictured">The plants told of that were photographed, for their portraits.</param>
/// <param name="Withheld">What is told of sensitive finds; of all sites and years, so that none is told by the choice.</param>
public sealed record ReportView(
    string Title,
    DateOnly Made,
    string By,
    IReadOnlyList<string> People,
    string Names,
    string Base,
    IReadOnlyList<Site> Sites,
    SurveyReport Report,
    SurveyStatistics Statistics,
    IReadOnlyList<PicturedPlant> Pictured,
    IReadOnlyList<CoarseRecord> Withheld
);

/// <summary>A plant that was photographed.</summary>
/// <param name="Name">Its name with author; empty where it has none yet.</param>
public sealed record PicturedPlant(PlantId Id, string Tag, string Name);

/// <summary>Reports of the survey.</summary>
public static class ReportEndpoints
{
    /// <summary>Adds the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet(
                "/report",
                [Noted]
                async (
                    SiteId? site,
                    int? year,
                    CountedSurvey survey,
                    ReportPlants reported,
                    PictureStore pictures,
                    CoarseRecords coarse,
                    PlaceStore places,
                    MapStore map,
                    CurrentGuide current,
                    CurrentPerson person,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                {
                    var sites = await places.SitesAsync(cancel);
                    var at = site is null
                        ? null
                        : sites.Find(s => s.Id == site)
                            ?? throw new NotInStoreException("There is no such site. Choose one from the list.");
                    var counted = await survey.OfAsync(
                        SentChoice.Of(site, null, year),
                        SensitivePlacePolicy.NothingSensitive,
                        cancel
                    );
                    var plants = await reported.OfAsync(SensitivePlacePolicy.NothingSensitive, at?.Name, year, cancel);
                    var statistics = SurveyStatistics.Of(
                        current.Guide,
                        counted.Units(),
                        counted.Lines,
                        current.FloraOf(sites)
                    );
                    CountedVisit[] visits =
                    [
                        .. counted
                            .Sheets.Select(s => s.Content)
                            .Zip(counted.Sheets.Select(s => s.SiteName), (c, name) =>
                                new CountedVisit(
                                    c.Protocol,
                                    name,
                                    c.Date,
                                    ChosenCounts.HoursOf(c),
                                    ProtocolRules.HasPlots(c.Protocol) ? c.Plots : 0,
                                    c.Plots * (c.PlotAreaM2 ?? 0),
                                    c.LengthM ?? 0
                                )
                            ),
                    ];
                    var pictured = await pictures.SeenBy(SensitivePlacePolicy.NothingSensitive).OfAllAsync(cancel);
                    var guide = current.Guide.Title;
                    return new ReportView(
                        $"{at?.Name ?? guide.Title}{(year is { } y ? $", {y}" : "")}",
                        Clock.Today(clock),
                        person.Member!.Name,
                        [
                            .. counted
                                .Sheets.Select(s => s.Recorder)
                                .Concat(plants.SelectMany(p => p.Recorders))
                                .Distinct()
                                .Order(StringComparer.Ordinal),
                        ],
                        $"{guide.Title}, version {guide.Version}",
                        await map.BaseAsync(cancel) ?? "",
                        at is null ? sites : [at],
                        SurveyReport.Of(
                            current.Guide,
                            visits,
                            counted.Lines,
                            statistics,
                            [.. plants.Select(p => p.Plant)],
                            current.FloraOf(sites)
                        ),
                        statistics,
                        [
                            .. plants
                                .Where(p => pictured.Contains(p.Id))
                                .Select(p => new PicturedPlant(p.Id, p.Plant.Tag, p.Plant.FullName)),
                        ],
                        await coarse.OfAsync(SensitivePlacePolicy.NothingSensitive, true, null, cancel)
                    );
                }
            )
            .WithName("report")
            .Produces<ReportView>();
}

/// <summary>Plants as reports tell of them.</summary>
public sealed class ReportPlants(PlantStore plants, CurrentGuide current)
{
    /// <summary>The plants, and who recorded them.</summary>
    /// <param name="leaving">What is left out.</param>
    /// <param name="site">Name of a site; null for all.</param>
    /// <param name="year">Only those visited in a year; null for all.</param>
    public async Task<List<(PlantId Id, ReportPlant Plant, string[] Recorders)>> OfAsync(
        SensitivePlacePolicy leaving,
        string? site,
        int? year,
        CancellationToken cancel
    )
    {
        List<(PlantId Id, ReportPlant Plant, string[] Recorders)> found = [];
        foreach (var plant in await plants.SeenBy(leaving).ReadAllAsync(cancel))
        {
            var stored = plant.Stored;
            var visits = stored.Visits.Where(v => year is null || v.Date.Year == year).ToArray();
            if (visits.Length == 0 || (site is not null && stored.Card.Site.Name != site))
            {
                continue;
            }

            var answer = (stored.Assessment?.Content ?? PlantAssessment.Of(current.Model, plant.ToQuestion())).Grade;
            var latest = stored.Determinations.Count > 0 ? stored.Determinations[0] : null;
            found.Add(
                (
                    stored.Card.Id,
                    new(
                        stored.Card.Tag,
                        stored.Card.Site.Name,
                        latest is null ? null : new(latest.Taxon),
                        latest?.Qualifier ?? IdentificationQualifier.None,
                        latest?.FullName ?? "",
                        stored.Overrule?.Grade ?? answer.Grade,
                        string.Join(' ', answer.Missing.Select(m => m.Says)),
                        [.. stored.ReviewsOfLatest.Where(r => r.Verdict == Verdict.Differs).Select(r => r.Person)],
                        [.. stored.Vouchers.Select(v => v.Content.Number)],
                        visits.Min(v => v.Date),
                        visits.Max(v => v.Date),
                        stored.Card.Origin == Origin.Planted
                    ),
                    [.. visits.Select(v => v.Recorder).Distinct()]
                )
            );
        }

        return found;
    }
}
