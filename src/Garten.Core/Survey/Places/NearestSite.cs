namespace Garten.Core.Survey.Places;

/// <summary>The site nearest to a place.</summary>
/// <param name="Site">Its number; null where no site has coordinates.</param>
/// <param name="Words">How far it is, for example "at Quarry Bald" or "1.2 km north-east of Quarry Bald"; empty for none.</param>
public sealed record NearestSite(SiteId? Site, string Words)
{
    /// <summary>Finds it.</summary>
    public static NearestSite Of(GeoPoint here, IEnumerable<Site> sites)
    {
        var (site, at) = sites
            .Where(s => s is { Latitude: not null, Longitude: not null })
            .Select(s => (Site: s, At: new GeoPoint(s.Latitude!.Value, s.Longitude!.Value)))
            .OrderBy(s => here.MetresTo(s.At))
            .FirstOrDefault();
        if (site is null)
        {
            return new(null, "");
        }

        return new(
            site.Id,
            here.MetresTo(at) <= (site.UncertaintyM ?? 0)
                ? $"at {site.Name}"
                : $"{Direction.InWords(at, here)} of {site.Name}"
        );
    }
}
