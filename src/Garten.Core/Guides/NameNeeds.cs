namespace Garten.Core.Guides;

/// <summary>What a guide asks for before a name is confirmed. Holds for everything below its taxon unless said otherwise there.</summary>
/// <param name="Reproductive">True when a flower, fruit or cone must have been seen.</param>
/// <param name="Seasons">In how many seasons of the year it must have been seen, 1–4.</param>
/// <param name="Parts">How many parts a measured sample must have, at least 1.</param>
public sealed record NameNeeds(TaxonId Taxon, bool Reproductive, int Seasons, int Parts)
{
    /// <summary>What is asked where the guide says nothing: one season, three parts of what is measured.</summary>
    public static NameNeeds Usual(TaxonId taxon) => new(taxon, false, 1, 3);
}
