using Garten.Core.Seasons;
using Garten.Core.Survey.Counting;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>Watches of phenophases, as far as the person who asks may see them.</summary>
/// <param name="survey">The counts.</param>
public sealed class PhenologyWatches(CountedSurvey survey, PlaceStore places, CurrentGuide current)
{
    /// <summary>What was watched at a site in a year.</summary>
    public async Task<IReadOnlyList<WatchedPhase>> OfAsync(SiteId site, int year, CancellationToken cancel)
    {
        var at = (await places.SitesAsync(cancel)).Find(s => s.Id == site)
            ?? throw new NotInStoreException("There is no such site. Choose one from the list.");
        return WatchedPhase.Of(
            current.Guide,
            at.AsSeasonPlace(),
            (await survey.OfAsync(new(site, Protocol.PhenologyWatch, year), cancel)).Lines
        );
    }

    /// <summary>Beginnings seen in a year at all sites, known well enough to tell how the year runs.</summary>
    public async Task<IReadOnlyList<FirstDate>> FirstsAsync(int year, CancellationToken cancel)
    {
        var lines = (await survey.OfAsync(new(null, Protocol.PhenologyWatch, year), cancel)).Lines.ToLookup(l =>
            l.Site
        );
        return lines.Count == 0
            ? []
            :
            [
                .. (await places.SitesAsync(cancel)).SelectMany(s =>
                    WatchedPhase.Firsts(
                        WatchedPhase.Of(current.Guide, s.AsSeasonPlace(), lines[s.Name]),
                        s.AsSeasonPlace()
                    )
                ),
            ];
    }
}
