using System.Collections.Immutable;

namespace Garten.Core.Survey;

/// <summary>What the survey keeps of a plant on a visit, under the latest name given to it, or without one.</summary>
/// <param name="Id">The plant on its visit.</param>
/// <param name="Site">Name of the site.</param>
/// <param name="ElevationM">Metres above sea level.</param>
/// <param name="Latitude">Decimal degrees north.</param>
/// <param name="Longitude">Decimal degrees east.</param>
/// <param name="UncertaintyM">Radius in metres within which the coordinates hold.</param>
/// <param name="Description">What the plant looks like.</param>
/// <param name="Origin">Wild or planted.</param>
/// <param name="Stage">Life stage that day.</param>
/// <param name="Sex">Sex, where known.</param>
/// <param name="Parts">Parts on it that day.</param>
/// <param name="Note">Note of the visit.</param>
/// <param name="FullName">The name with its qualifier; empty, as all that follows from it, where it has none yet.</param>
/// <param name="Name">Its scientific name.</param>
/// <param name="Author">Author of the name.</param>
/// <param name="Genus">Its genus; empty above that rank.</param>
/// <param name="Status">Native or introduced in the guide's area.</param>
/// <param name="Determiner">Who gave the name.</param>
/// <param name="DeterminedOn">When; null where it has no name yet.</param>
/// <param name="Remarks">Remarks of the determination.</param>
/// <param name="Determination">The naming it goes by; null where it has no name yet.</param>
public sealed record SurveyRecord(
    VisitId Id,
    PlantId Plant,
    string Tag,
    SiteVisitId Visit,
    DateOnly Date,
    string Recorder,
    string Site,
    double? ElevationM,
    double? Latitude,
    double? Longitude,
    double? UncertaintyM,
    string Description,
    Origin Origin,
    LifeStage? Stage,
    Sex? Sex,
    ImmutableArray<PlantPart> Parts,
    string Note,
    string FullName,
    IdentificationQualifier Qualifier,
    string Taxon,
    string Name,
    string Author,
    string Rank,
    string Family,
    string Genus,
    string CommonName,
    string Status,
    string Determiner,
    DateOnly? DeterminedOn,
    string Remarks,
    DeterminationId? Determination
);
