using Garten.Core.Survey.Counting;

namespace Garten.Core.Survey;

/// <summary>A name noted at a place on a day: a line of a count, or a followed plant on a visit under its latest name.</summary>
/// <param name="Counted">True for a line of a count, false for a followed plant.</param>
/// <param name="Id">Id of the line, or of the plant on its visit.</param>
/// <param name="Of">Id of the count sheet, or of the plant.</param>
/// <param name="Tag">The plant's tag; empty for a line.</param>
/// <param name="Site">Name of the site.</param>
/// <param name="Name">Its scientific name.</param>
/// <param name="CommonName">Its common name; empty for none.</param>
/// <param name="Origin">Wild, naturalised, planted or not known.</param>
/// <param name="Unit">What was counted.</param>
/// <param name="Amount">How many; null where nothing was counted.</param>
/// <param name="Protocol">How the visit was made; null for a followed plant.</param>
/// <param name="Latitude">Decimal degrees north; null when not known.</param>
/// <param name="Longitude">Decimal degrees east; null when not known.</param>
/// <param name="UncertaintyM">Radius in metres within which the coordinates hold.</param>
public sealed record Find(
    bool Counted,
    Guid Id,
    Guid Of,
    string Tag,
    DateOnly Date,
    SiteId SiteId,
    string Site,
    string Recorder,
    string Taxon,
    string Name,
    string CommonName,
    IdentificationQualifier Qualifier,
    Origin Origin,
    CountUnit Unit,
    double? Amount,
    Protocol? Protocol,
    string Note,
    double? Latitude,
    double? Longitude,
    double? UncertaintyM
);
