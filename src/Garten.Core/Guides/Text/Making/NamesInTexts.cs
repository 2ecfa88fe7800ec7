using System.Collections.Immutable;

namespace Garten.Core.Guides.Text.Making;

/// <summary>The names of a set of texts, each in its genus and species.</summary>
internal sealed class NamesInTexts
{
    private readonly Dictionary<string, TaxonId> _ids = new(StringComparer.OrdinalIgnoreCase);
    private readonly List<Taxon> _taxa = [];
    private readonly List<string> _assumed = [];

    /// <summary>Parents before children.</summary>
    public ImmutableArray<Taxon> Taxa => [.. _taxa];

    public IReadOnlyList<string> Assumed => _assumed;

    public void Hear(GuideText text)
    {
        switch (text)
        {
            case KeyText key:
                foreach (var target in key.Couplets.SelectMany(c => c.Leads).Select(l => l.Target))
                {
                    NameInText[] named = target switch
                    {
                        EndsAtName one => [one.Name],
                        EndsAtNames several => [.. several.Names],
                        _ => [],
                    };
                    Array.ForEach(named, Add);
                }

                break;
            case DescriptionText { Taxon: { } described }:
                Add(described);
                break;
        }
    }

    /// <summary>The taxon of a name that was heard.</summary>
    public TaxonId IdOf(NameInText name) => _ids[name.Name];

    /// <summary>The genus that all of some taxa belong to; null where they have not the same.</summary>
    public TaxonId? GenusOf(IEnumerable<TaxonId> taxa)
    {
        var byId = _taxa.ToDictionary(t => t.Id);
        TaxonId?[] genera =
        [
            .. taxa.Select(id =>
                {
                    TaxonId? at = id;
                    while (at is { } here && byId[here].Rank != TaxonRank.Genus)
                    {
                        at = byId[here].Parent;
                    }

                    return at;
                })
                .Distinct(),
        ];
        return genera is [{ } one] ? one : null;
    }

    private void Add(NameInText name)
    {
        if (_ids.TryGetValue(name.Name, out var known))
        {
            // Said in one place alone, authors and common names are those of the taxon all the same.
            var at = _taxa.FindIndex(t => t.Id == known);
            _taxa[at] = _taxa[at] with
            {
                Author = _taxa[at].Author.Length > 0 ? _taxa[at].Author : name.Authors,
                CommonNames =
                    name.Common.Length == 0 || _taxa[at].CommonNames.Contains(name.Common)
                        ? _taxa[at].CommonNames
                        : _taxa[at].CommonNames.Add(name.Common),
            };
            return;
        }

        var read = NameText.Read(name.Name, out _, out _);
        var parent = read is { Within.Length: > 0 } ? Above(read) : null;
        if (read is null or { Kind: NameTextKind.Working or NameTextKind.NotIdentified })
        {
            _assumed.Add($"“{name.Name}” follows no rule of botanical names and is kept as a species without a genus.");
        }

        Keep(name.Name, parent, read?.Rank ?? TaxonRank.Species, name.Authors, name.Common);
    }

    private TaxonId? Above(NameText read)
    {
        if (_ids.TryGetValue(read.Within, out var known))
        {
            return known;
        }

        var above = NameText.Read(read.Within, out _, out _);
        return Keep(
            read.Within,
            above is { Within.Length: > 0 } ? Above(above) : null,
            above?.Rank ?? TaxonRank.Genus,
            "",
            ""
        );
    }

    private TaxonId Keep(string name, TaxonId? parent, TaxonRank rank, string authors, string common)
    {
        TaxonId id = new(Slug.Fresh(name, s => _taxa.Exists(t => t.Id.Value == s)));
        _taxa.Add(
            new(
                id,
                parent,
                rank == TaxonRank.Unranked ? TaxonRank.Species : rank,
                name,
                authors,
                common.Length > 0 ? [common] : [],
                [],
                AreaStatus.Unknown,
                Commonness.Unknown,
                ""
            )
        );
        _ids[name] = id;
        return id;
    }
}
