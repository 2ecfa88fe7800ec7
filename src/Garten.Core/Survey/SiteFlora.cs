using Garten.Core.Guides;

namespace Garten.Core.Survey;

/// <summary>How taxa came to the sites of a survey, which may lie in areas of unlike floras.</summary>
public sealed class SiteFlora
{
    private readonly Guide _guide;
    private readonly Dictionary<string, string> _areas;

    /// <summary>Tells of sites.</summary>
    /// <param name="areas">Name of each site, and the area it lies in; sites that are missing or have none lie in the guide's country at large.</param>
    public SiteFlora(Guide guide, IEnumerable<(string Site, string Area)> areas) =>
        (_guide, _areas) = (guide, areas.ToDictionary(a => a.Site, a => a.Area));

    /// <summary>How a taxon came to a site.</summary>
    /// <param name="taxon">A taxon of the guide.</param>
    /// <param name="site">Name of the site.</param>
    public AreaStatus At(TaxonId taxon, string site) => _guide.StatusIn(taxon, AreaOf(site));

    /// <summary>Native where it is so at one of the sites at least; else introduced, where it is so at one.</summary>
    /// <param name="taxon">A taxon of the guide.</param>
    /// <param name="sites">Names of sites.</param>
    public AreaStatus Among(TaxonId taxon, IEnumerable<string> sites)
    {
        var all = sites.Select(s => At(taxon, s)).ToHashSet();
        return all.Contains(AreaStatus.Native) ? AreaStatus.Native
            : all.Contains(AreaStatus.Introduced) ? AreaStatus.Introduced
            : AreaStatus.Unknown;
    }

    /// <summary>In words: "native", or "native (valley floor), introduced (high country)" where the sites differ; empty when nothing is known.</summary>
    /// <param name="taxon">A taxon of the guide.</param>
    /// <param name="sites">Names of sites.</param>
    public string InWords(TaxonId taxon, IEnumerable<string> sites)
    {
        var there = sites
            .Select(AreaOf)
            .Distinct()
            .Select(a => (Area: a, Status: _guide.StatusIn(taxon, a)))
            .Where(x => x.Status != AreaStatus.Unknown)
            .ToLookup(x => x.Status, x => NameOf(x.Area));
        return string.Join(
            ", ",
            there
                .OrderBy(s => s.Key)
                .Select(s =>
                    there.Count == 1
                        ? Word(s.Key)
                        : $"{Word(s.Key)} ({string.Join(", ", s.Order(StringComparer.Ordinal))})"
                )
        );
    }

    private string AreaOf(string site) => _areas.GetValueOrDefault(site, "");

    private string NameOf(string area) => _guide.Areas.FirstOrDefault(a => a.Id == area)?.Name ?? "elsewhere";

    private static string Word(AreaStatus status) => status == AreaStatus.Native ? "native" : "introduced";
}
