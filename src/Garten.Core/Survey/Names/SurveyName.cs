using System.Collections.Immutable;
using Garten.Core.Guides;

namespace Garten.Core.Survey.Names;

/// <summary>
/// A name of the survey's own list: one in words, for a plant that the guide does not hold. It stands in its genus and family as far as
/// they are known, so that lists and sums find it.
/// </summary>
/// <param name="Parent">The name above it, in the guide or in this list; null where none is known.</param>
/// <param name="Content">What people say of it.</param>
public sealed record SurveyName(
    TaxonId Id,
    NameTextKind Kind,
    string Name,
    TaxonRank Rank,
    TaxonId? Parent,
    string Genus,
    string Family,
    NameContent Content
)
{
    /// <summary>Revision a change must start from; 0 before it is kept.</summary>
    public long Revision { get; init; }

    /// <summary>Lines of counts and plants that bear it.</summary>
    public int Records { get; init; }

    /// <summary>The name all its records were given; null where it still stands.</summary>
    public TaxonId? Became { get; init; }

    /// <summary>True where it is no longer offered: it was deleted, or its records were given another.</summary>
    public bool Away { get; init; }

    /// <summary>The name as a taxon.</summary>
    public Taxon ToTaxon() =>
        new(
            Id,
            Parent,
            Rank,
            Name,
            Content.Author,
            Content.CommonNames,
            Content.Synonyms,
            Content.Status,
            Commonness.Unknown,
            ""
        )
        {
            Sensitive = Content.Sensitive,
        };
}

/// <summary>What people say of a name of the survey's own list.</summary>
/// <param name="Synonyms">Other names it goes by.</param>
/// <param name="Status">Native or introduced, where they know it.</param>
public sealed record NameContent(
    string Author,
    ImmutableArray<string> Synonyms,
    ImmutableArray<string> CommonNames,
    AreaStatus Status,
    string Note
)
{
    /// <summary>True where exact places of it are told only to those a steward trusts with them.</summary>
    public bool Sensitive { get; init; }

    private const int MostNames = 20;
    private const int MostNote = 2000;

    /// <summary>Nothing is said.</summary>
    public static readonly NameContent Nothing = new("", [], [], AreaStatus.Unknown, "");

    /// <summary>What is said, as it is kept.</summary>
    /// <exception cref="RuleException">It is too long.</exception>
    public NameContent Checked() =>
        new(
            Rules.Text("author", "The author", Author, NameText.Longest),
            NamesOf("synonyms", Synonyms),
            NamesOf("commonNames", CommonNames),
            Status,
            Rules.Text("note", "The note", Note, MostNote)
        )
        {
            Sensitive = Sensitive,
        };

    private static ImmutableArray<string> NamesOf(string field, ImmutableArray<string> names)
    {
        ImmutableArray<string> kept = names.IsDefault
            ? []
            :
            [
                .. names
                    .Select(n => Rules.Text(field, "A name", n, NameText.Longest))
                    .Where(n => n.Length > 0)
                    .Distinct(StringComparer.OrdinalIgnoreCase),
            ];
        return kept.Length <= MostNames
            ? kept
            : throw new RuleException(field, $"{kept.Length} names are too many; {MostNames} is the most.");
    }
}
