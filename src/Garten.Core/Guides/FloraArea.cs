namespace Garten.Core.Guides;

/// <summary>A part of the guide's country whose flora is told of apart.</summary>
/// <param name="Id">Its identifier in the guide.</param>
public sealed record FloraArea(string Id, string Name);

/// <summary>How a taxon came to an area, where that is unlike the rest. Holds for everything below the taxon unless said otherwise there.</summary>
/// <param name="Area">Identifier of the area.</param>
/// <param name="Status">Native or introduced there.</param>
public sealed record TaxonAreaStatus(TaxonId Taxon, string Area, AreaStatus Status);

/// <summary>How a taxon came to an area, by the area's name.</summary>
/// <param name="Area">Name of the area.</param>
/// <param name="Status">Native or introduced there.</param>
public sealed record StatusThere(string Area, AreaStatus Status);
