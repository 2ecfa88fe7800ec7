namespace Garten.Core.Guides;

/// <summary>Names of taxa as they are shown.</summary>
public static class TaxonNames
{
    extension(TaxonName)
    {
        /// <summary>The name of a taxon of a guide.</summary>
        public static TaxonName Of(Taxon taxon) =>
            new(taxon.Id, taxon.Name, taxon.Rank, taxon.CommonNames.Length > 0 ? taxon.CommonNames[0] : "");
    }
}
