using System.Collections.Immutable;
using System.Text.Json.Serialization;

namespace Garten.Core.Guides;

/// <summary>How a taxon came to an area.</summary>
public enum AreaStatus
{
    /// <summary>The guide does not say.</summary>
    Unknown,

    /// <summary>Grew here before people moved plants about.</summary>
    Native,

    /// <summary>Brought by people, now spreading by itself.</summary>
    Introduced,
}

/// <summary>How often a taxon is met with in the guide's area.</summary>
public enum Commonness
{
    /// <summary>The guide does not say.</summary>
    Unknown,

    /// <summary>Met on most walks in its habitat.</summary>
    Common,

    /// <summary>Met now and then.</summary>
    Occasional,

    /// <summary>Few stands are known.</summary>
    Rare,
}

/// <summary>A node of the classification.</summary>
/// <param name="Id">Its identifier in the guide.</param>
/// <param name="Parent">The node above it; null for a family.</param>
/// <param name="Name">The scientific name without author, for example <c>Acer macrophyllum</c>.</param>
/// <param name="Author">Author of the name; empty where the guide leaves it blank.</param>
/// <param name="CommonNames">Common names, the preferred first; may be empty.</param>
/// <param name="Synonyms">Other scientific names in use; may be empty.</param>
/// <param name="Status">Native or introduced in the guide's country at large; areas may differ (<see cref="TaxonAreaStatus"/>).</param>
/// <param name="Commonness">How often it is met.</param>
/// <param name="Protection">Why it is protected or to be spared, in a sentence; empty when it is not.</param>
public sealed record Taxon(
    TaxonId Id,
    TaxonId? Parent,
    TaxonRank Rank,
    string Name,
    string Author,
    ImmutableArray<string> CommonNames,
    ImmutableArray<string> Synonyms,
    AreaStatus Status,
    Commonness Commonness,
    string Protection
)
{
    /// <summary>Names of other species by which it was called here. Unlike a synonym such a name does not mean it: whoever writes one may mean the other.</summary>
    public ImmutableArray<string> Misapplied { get; init; } = [];

    /// <summary>True where its exact places are told only to those a steward trusts with them.</summary>
    public bool Sensitive { get; init; }

    /// <summary>How far it is bound to undisturbed ground, 0 to 10; null where the guide does not say.</summary>
    public int? Conservatism { get; init; }

    /// <summary>True where the name ends at species or below, and so can be a plant's full name.</summary>
    [JsonIgnore]
    public bool IsSpeciesLevel => Rank >= TaxonRank.Species;
}
