using System.Collections.Immutable;
using Garten.Core.Guides;

namespace Garten.Core.Survey.Reporting;

/// <summary>A plant followed over the seasons, as a report tells of it.</summary>
/// <param name="Site">Name of its site.</param>
/// <param name="Taxon">Its latest name; null while it has none.</param>
/// <param name="Qualifier">The qualifier of that name.</param>
/// <param name="FullName">The name as it is written; empty while it has none.</param>
/// <param name="Grade">How sure the name is.</param>
/// <param name="Missing">What would raise the grade, as sentences; empty when nothing is missing.</param>
/// <param name="Differing">People who differ from the name.</param>
/// <param name="Vouchers">Numbers of its specimens.</param>
/// <param name="First">First day it was visited.</param>
/// <param name="Last">Last day.</param>
/// <param name="Planted">True when it was planted.</param>
public sealed record ReportPlant(
    string Tag,
    string Site,
    TaxonId? Taxon,
    IdentificationQualifier Qualifier,
    string FullName,
    Grade Grade,
    string Missing,
    ImmutableArray<string> Differing,
    ImmutableArray<string> Vouchers,
    DateOnly First,
    DateOnly Last,
    bool Planted
)
{
    /// <summary>True when the name stands: it ends at species or below, bears no reserve, is settled or confirmed, and nobody differs.</summary>
    public bool Stands(Guide guide) =>
        Taxon is { } taxon
        && guide.Taxon(taxon).IsSpeciesLevel
        && Qualifier == IdentificationQualifier.None
        && Grade >= Grade.Settled
        && Differing.IsEmpty;

    /// <summary>Why it does not stand, as a sentence.</summary>
    public string Doubt(Guide guide) =>
        Taxon is not { } taxon ? "It has no name yet."
        : Differing.Length > 0
            ? $"{string.Join(", ", Differing)} differ{(Differing.Length == 1 ? "s" : "")} from the name."
        : Qualifier != IdentificationQualifier.None ? "The name was given with “cf.”, “aff.” or “?”."
        : !guide.Taxon(taxon).IsSpeciesLevel ? "The name stops above the species."
        : Missing.Length > 0 ? Missing
        : "The name leads, and is not well supported yet.";
}
