using Garten.Core.Guides;

namespace Garten.Core.Survey.Access;

/// <summary>What is told of sensitive finds to those who may not know the places: that the taxon was met in a year, in a square of some kilometres.</summary>
/// <param name="Author">Author of its name; may be empty.</param>
/// <param name="Place">The square; null where the places have no coordinates.</param>
/// <param name="Records">How many records there are.</param>
public sealed record CoarseRecord(
    TaxonName Taxon,
    string Author,
    TaxonRank Rank,
    int Year,
    CoarsePlace? Place,
    int Records
)
{
    /// <summary>Said where a record is told coarsely.</summary>
    public const string Withheld =
        "Exact place, day and people are withheld: the species is sensitive. Ask the administrators of the survey.";

    /// <summary>Gathers finds by taxon, year and square.</summary>
    /// <param name="finds">Taxon, day and place of each find; taxa the guide lacks are left out.</param>
    public static IEnumerable<CoarseRecord> Of(
        Guide guide,
        IEnumerable<(string Taxon, DateOnly Date, GeoPoint? At)> finds
    ) =>
        finds
            .Select(f =>
                (Taxon: guide.FindTaxon(new(f.Taxon)), f.Date.Year, Place: f.At is { } at ? CoarsePlace.Of(at) : null)
            )
            .Where(f => f.Taxon is not null)
            .GroupBy(f => (f.Taxon, f.Year, f.Place))
            .Select(g => new CoarseRecord(
                TaxonName.Of(g.Key.Taxon!),
                g.Key.Taxon!.Author,
                g.Key.Taxon.Rank,
                g.Key.Year,
                g.Key.Place,
                g.Count()
            ))
            .OrderBy(r => r.Taxon.Name, StringComparer.Ordinal)
            .ThenBy(r => r.Year)
            .ThenBy(r => r.Place?.Latitude)
            .ThenBy(r => r.Place?.Longitude);
}
