namespace Garten.Core.Guides;

/// <summary>Writes names as they stand on a determination slip.</summary>
public static class DeterminationName
{
    /// <summary>The qualifier as it is written; empty for none.</summary>
    public static string Written(IdentificationQualifier qualifier) =>
        qualifier switch
        {
            IdentificationQualifier.Cf => "cf.",
            IdentificationQualifier.Aff => "aff.",
            IdentificationQualifier.Doubtful => "?",
            _ => "",
        };

    /// <summary>
    /// The full name with its qualifier: before the species epithet for cf. and aff., after the name for a question
    /// mark, and "sp." after a genus.
    /// </summary>
    public static string Full(Taxon taxon, IdentificationQualifier qualifier)
    {
        var name = taxon.Rank == TaxonRank.Genus ? $"{taxon.Name} sp." : taxon.Name;
        if (qualifier is IdentificationQualifier.None)
        {
            return name;
        }

        var written = Written(qualifier);
        if (qualifier == IdentificationQualifier.Doubtful)
        {
            return $"{name} {written}";
        }

        var space = taxon.IsSpeciesLevel ? taxon.Name.IndexOf(' ', StringComparison.Ordinal) : -1;
        return space < 0 ? $"{written} {name}" : $"{taxon.Name[..space]} {written} {taxon.Name[(space + 1)..]}";
    }
}
