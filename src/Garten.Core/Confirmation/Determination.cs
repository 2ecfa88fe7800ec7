using Garten.Core.Guides;

namespace Garten.Core.Confirmation;

/// <summary>A reserve put before a name.</summary>
public enum Qualifier
{
    /// <summary>No reserve.</summary>
    None,

    /// <summary>cf.: to be compared with; most likely this.</summary>
    Cf,

    /// <summary>aff.: near this, but not quite.</summary>
    Aff,

    /// <summary>?: doubtful.</summary>
    Doubtful,
}

/// <summary>Writes names as they stand on a determination slip.</summary>
public static class DeterminationName
{
    /// <summary>The qualifier as it is written; empty for none.</summary>
    /// <param name="qualifier">The qualifier.</param>
    public static string Written(Qualifier qualifier) => qualifier switch
    {
        Qualifier.Cf => "cf.",
        Qualifier.Aff => "aff.",
        Qualifier.Doubtful => "?",
        _ => "",
    };

    /// <summary>
    /// The full name with its qualifier: before the species epithet for cf. and aff., after the name for a question
    /// mark, and "sp." after a genus.
    /// </summary>
    /// <param name="taxon">The taxon.</param>
    /// <param name="qualifier">The qualifier.</param>
    public static string Full(Taxon taxon, Qualifier qualifier)
    {
        var name = taxon.Rank == TaxonRank.Genus ? $"{taxon.Name} sp." : taxon.Name;
        if (qualifier is Qualifier.None)
        {
            return name;
        }

        var written = Written(qualifier);
        if (qualifier == Qualifier.Doubtful)
        {
            return $"{name} {written}";
        }

        var space = taxon.IsSpeciesLevel ? taxon.Name.IndexOf(' ', StringComparison.Ordinal) : -1;
        return space < 0 ? $"{written} {name}" : $"{taxon.Name[..space]} {written} {taxon.Name[(space + 1)..]}";
    }
}
