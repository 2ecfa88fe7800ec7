namespace Garten.Core.Terms;

/// <summary>Where a taxon stands in the classification, from the widest to the narrowest.</summary>
public enum TaxonRank
{
    /// <summary>A family.</summary>
    Family,

    /// <summary>A genus.</summary>
    Genus,

    /// <summary>A group of species that are not always told apart.</summary>
    Aggregate,

    /// <summary>A species.</summary>
    Species,

    /// <summary>A subspecies.</summary>
    Subspecies,

    /// <summary>A variety.</summary>
    Variety,

    /// <summary>A named cross between two taxa.</summary>
    Nothotaxon,
}
