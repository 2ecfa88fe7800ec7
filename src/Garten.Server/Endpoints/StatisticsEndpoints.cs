using Garten.Core.Survey.Counting;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>What the counts come to.</summary>
public static class StatisticsEndpoints
{
    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        var statistics = api.MapGroup("/statistics");
        statistics
            .MapGet(
                "",
                async (
                    SiteId? site,
                    string? protocol,
                    int? year,
                    CountedSurvey survey,
                    PlaceStore places,
                    CurrentGuide current,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                {
                    var chosen = await survey.OfAsync(SentChoice.Of(site, protocol, year), cancel);
                    return SurveyStatistics.Of(
                        current.Guide,
                        chosen.Units(),
                        chosen.Lines,
                        current.FloraOf(await places.SitesAsync(cancel))
                    ) with
                    {
                        Partial = person.Policy.HidesSensitive,
                    };
                }
            )
            .WithName("statistics")
            .Produces<SurveyStatistics>();

        statistics
            .MapGet(
                "/not-seen",
                async (
                    SiteId site,
                    CountedSurvey survey,
                    PlaceStore places,
                    CurrentGuide current,
                    CancellationToken cancel
                ) =>
                {
                    var sites = await places.SitesAsync(cancel);
                    var at = sites.Find(s => s.Id == site)
                        ?? throw new NotInStoreException("There is no such site. Choose one from the list.");
                    var all = await survey.OfAsync(CountChoice.All, cancel);
                    return NotSeen.At(current.Guide, at.Name, all.Visits(sites), all.Lines);
                }
            )
            .WithName("notSeen")
            .Produces<List<NotSeen>>();

        statistics
            .MapGet(
                "/changes",
                async (
                    int before,
                    int after,
                    CountedSurvey survey,
                    PlaceStore places,
                    CurrentGuide current,
                    CancellationToken cancel
                ) =>
                {
                    if (before >= after)
                    {
                        throw new RuleException("after", "The second year must come after the first.");
                    }

                    var all = await survey.OfAsync(CountChoice.All, cancel);
                    var visits = all.Visits(await places.SitesAsync(cancel));
                    var sheets = visits.Select(v => v.Sheet).ToHashSet();
                    return YearChange.Between(
                        current.Guide,
                        before,
                        after,
                        visits,
                        [.. all.Lines.Where(l => sheets.Contains(l.Sheet))]
                    );
                }
            )
            .WithName("changes")
            .Produces<List<YearChange>>();
    }
}
