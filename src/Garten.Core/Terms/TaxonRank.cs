namespace Garten.Core.Terms;

/// <summary>Where a taxon stands in the classification, from the widest to the narrowest.</summary>
public enum TaxonRank
{
    /// <summary>No place in it: a plant that nobody has identified. It counts as no species and as no group of them.</summary>
    Unranked,

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

    /// <summary>A form.</summary>
    Form,

    /// <summary>A cross between two taxa, under a name of its own or as a formula.</summary>
    Nothotaxon,

    /// <summary>A cultivar or a group of cultivars.</summary>
    Cultivar,
}
