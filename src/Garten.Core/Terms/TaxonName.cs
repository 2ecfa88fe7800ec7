namespace Garten.Core.Terms;

/// <summary>A scientific name as it is shown, with no more than reading it takes.</summary>
/// <param name="Name">Scientific name without author.</param>
/// <param name="Common">Preferred common name; may be empty.</param>
public sealed record TaxonName(TaxonId Id, string Name, TaxonRank Rank, string Common);
