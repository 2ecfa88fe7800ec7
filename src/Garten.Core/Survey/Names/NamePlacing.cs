using Garten.Core.Guides;

namespace Garten.Core.Survey.Names;

/// <summary>
/// Puts names in words where they belong, below the genus and family they have; those are added to the list too where nobody has them:
/// <code>var placing = new NamePlacing(guide); placing.Place(name, "Ginkgoaceae", NameContent.Nothing);</code>
/// What is there already, in the guide or on the list, stays as it is.
/// </summary>
/// <param name="guide">The guide, with the names in words there are.</param>
public sealed class NamePlacing(Guide guide)
{
    private readonly Dictionary<TaxonId, SurveyName> _added = [];

    private readonly Lazy<Dictionary<string, TaxonId>> _known = new(() =>
        guide
            .AllNames.GroupBy(t => t.Name, StringComparer.OrdinalIgnoreCase)
            .ToDictionary(g => g.Key, g => g.First().Id, StringComparer.OrdinalIgnoreCase)
    );

    /// <summary>What the list lacks, names above others first.</summary>
    public IReadOnlyList<SurveyName> Added => [.. _added.Values];

    /// <summary>Places a name.</summary>
    /// <param name="family">Its family, where a person or a file says it; empty where the guide knows it by the genus, or nobody does.</param>
    /// <returns>The taxon, or the name in words, that it is from now on.</returns>
    /// <exception cref="RuleException">What was given as its family is no name of one.</exception>
    public TaxonId Place(NameText name, string family, NameContent content)
    {
        var above = family.Trim().Length > 0 ? PlaceFamily(family) : (TaxonId?)null;
        if (name.Genus.Length > 0 && name.Kind != NameTextKind.Genus)
        {
            above = Placed(
                new(NameTextKind.Genus, name.Genus, "", name.Genus, "", TaxonRank.Genus),
                above,
                NameContent.Nothing
            );
        }

        if (
            name.Within.Length > 0
            && name.Within != name.Genus
            && NameText.Read(name.Within, out _, out _) is { } within
        )
        {
            above = Placed(within, above, NameContent.Nothing);
        }

        return Placed(name, above, content);
    }

    /// <summary>Places a family.</summary>
    /// <exception cref="RuleException">It is no name of one.</exception>
    public TaxonId PlaceFamily(string family) =>
        NameText.Read(family, out _, out var fault) is { Kind: NameTextKind.Family } read
            ? Placed(read, null, NameContent.Nothing)
            : throw new RuleException(
                "family",
                fault.Length > 0
                    ? fault
                    : $"“{family.Trim()}” is no name of a family: such names end in -aceae. Check it, or leave it empty."
            );

    private TaxonId Placed(NameText name, TaxonId? above, NameContent content)
    {
        if (_known.Value.TryGetValue(name.Name, out var known))
        {
            return known;
        }

        _added.TryAdd(
            name.Id,
            new(
                name.Id,
                name.Kind,
                name.Name,
                name.Rank,
                above,
                name.Genus,
                name.Rank == TaxonRank.Family ? name.Name : FamilyAbove(above),
                content.Author.Length > 0 ? content : content with { Author = name.Author }
            )
        );
        return name.Id;
    }

    private string FamilyAbove(TaxonId? at) =>
        at is not { } above ? ""
        : _added.TryGetValue(above, out var own) ? own.Family
        : guide.At(above, TaxonRank.Family)?.Name ?? "";
}
