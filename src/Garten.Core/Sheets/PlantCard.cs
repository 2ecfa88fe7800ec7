using Garten.Core.Survey.Places;

namespace Garten.Core.Sheets;

/// <summary>A plant and its site.</summary>
/// <param name="Description">What it looks like.</param>
/// <param name="Origin">Wild or planted.</param>
public sealed record PlantCard(PlantId Id, string Tag, string Description, Origin Origin, Site Site);

/// <summary>A plant as listed on the bench.</summary>
/// <param name="Site">Name of its site.</param>
/// <param name="Description">What it looks like.</param>
/// <param name="Name">Its latest determination; null when it has none.</param>
/// <param name="Taxon">Taxon of that determination.</param>
/// <param name="Features">Features recorded, those that could not be seen left out.</param>
/// <param name="Visits">How many visits.</param>
/// <param name="LastSeen">Day of the latest visit.</param>
/// <param name="IsQualified">True where that determination has a qualifier such as cf.</param>
public sealed record PlantTag(
    PlantId Id,
    string Tag,
    string Site,
    string Description,
    string? Name,
    string? Taxon,
    int Features,
    int Visits,
    DateOnly LastSeen,
    bool IsQualified
);

/// <summary>A plant linked with another as of one colony.</summary>
/// <param name="By">Who linked them.</param>
public sealed record LinkedPlant(PlantId Id, string Tag, string By);
