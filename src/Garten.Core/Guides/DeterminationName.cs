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
    public static string Full(Taxon taxon, IdentificationQualifier qualifier) =>
        Full(taxon.Name, taxon.Rank, qualifier);

    /// <inheritdoc cref="Full(Taxon, IdentificationQualifier)"/>
    /// <param name="plain">The name without qualifier.</param>
    public static string Full(string plain, TaxonRank rank, IdentificationQualifier qualifier)
    {
        var name = rank == TaxonRank.Genus ? $"{plain} sp." : plain;
        if (qualifier is IdentificationQualifier.None)
        {
            return name;
        }

        var written = Written(qualifier);
        if (qualifier == IdentificationQualifier.Doubtful)
        {
            return $"{name} {written}";
        }

        // A label in small letters has no genus to stand before the qualifier.
        var space =
            rank >= TaxonRank.Species && !char.IsLower(plain[0]) ? plain.IndexOf(' ', StringComparison.Ordinal) : -1;
        return space < 0 ? $"{written} {name}" : $"{plain[..space]} {written} {plain[(space + 1)..]}";
    }
}
