using System.Collections.Immutable;

namespace Garten.Core.Guides;

/// <summary>
/// A species that grows in the area and that the guide does not describe: "also here, not treated". It is weighed as one of its
/// group with the few features that are known of it, and is never said as the plant's name: a list is no description.
/// </summary>
/// <param name="Id">Its identifier, that of no taxon of the guide.</param>
/// <param name="Within">The genus or family of the guide it belongs to.</param>
/// <param name="Common">Its common name; may be empty.</param>
/// <param name="Hazards">How it hurts beyond what is said of its group; empty where nothing is known, which makes it no less a stranger.</param>
/// <param name="Known">What is known of it.</param>
public sealed record UntreatedSpecies(
    TaxonId Id,
    string Name,
    TaxonId Within,
    string Common,
    ImmutableArray<Hazard> Hazards,
    ImmutableArray<Statement> Known
);
