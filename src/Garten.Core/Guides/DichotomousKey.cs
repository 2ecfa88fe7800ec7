using System.Collections.Immutable;
using System.Text.Json.Serialization;

namespace Garten.Core.Guides;

/// <summary>One couplet of one key.</summary>
/// <param name="Couplet">The couplet's printed number.</param>
public readonly record struct CoupletRef(KeyId Key, int Couplet)
{
    /// <inheritdoc/>
    public override string ToString() => $"{Key} {Couplet}";
}

/// <summary>What a lead claims of a character: states, or a span of numbers.</summary>
[JsonDerivedType(typeof(StateCondition), "states")]
[JsonDerivedType(typeof(SpanCondition), "span")]
public abstract record LeadCondition
{
    private protected LeadCondition() { }
}

/// <summary>The plant shows one of these states (or, negated, none of them).</summary>
/// <param name="States">The states named.</param>
/// <param name="Negated">True for "not …".</param>
public sealed record StateCondition(ImmutableArray<string> States, bool Negated) : LeadCondition
{
    /// <summary>True when a state satisfies the claim.</summary>
    /// <param name="character">The character of the states.</param>
    public bool Accepts(Character character, string state) =>
        States.Any(named => character.Includes(named, state)) != Negated;

    /// <summary>True when a state could still turn out to satisfy the claim, or not, once seen more closely.</summary>
    /// <param name="character">The character of the states.</param>
    /// <param name="state">A wide state such as "toothed".</param>
    public bool IsUndecidedBy(Character character, string state) =>
        States.Any(named => named != state && character.Includes(state, named));
}

/// <summary>The plant's value lies in this span.</summary>
/// <param name="Low">Lower end in the inner unit; null when open.</param>
/// <param name="High">Upper end in the inner unit; null when open.</param>
public sealed record SpanCondition(double? Low, double? High) : LeadCondition
{
    /// <summary>True when a value satisfies the claim.</summary>
    /// <param name="value">The value in the inner unit.</param>
    public bool Accepts(double value) => (Low is null || value >= Low - 1e-9) && (High is null || value <= High + 1e-9);
}

/// <summary>One separate statement of a lead.</summary>
/// <param name="Text">As it reads in the key.</param>
/// <param name="Character">The character it is about.</param>
/// <param name="Condition">What it claims.</param>
public sealed record LeadTest(string Text, CharacterId Character, LeadCondition Condition);

/// <summary>Where a lead leads.</summary>
[JsonDerivedType(typeof(ToCouplet), "couplet")]
[JsonDerivedType(typeof(ToTaxon), "taxon")]
[JsonDerivedType(typeof(ToKey), "key")]
public abstract record LeadTarget
{
    private protected LeadTarget() { }
}

/// <summary>To another couplet of the same key.</summary>
public sealed record ToCouplet(int Couplet) : LeadTarget;

/// <summary>To a name.</summary>
public sealed record ToTaxon(TaxonId Taxon) : LeadTarget;

/// <summary>On to the start of another key.</summary>
public sealed record ToKey(KeyId Key) : LeadTarget;

/// <summary>One option of a couplet.</summary>
/// <param name="Number">1 for the first, 2 for the second, and so on.</param>
/// <param name="Tests">Its statements, in order; none only where its wording says it all.</param>
/// <param name="Target">Where it leads.</param>
public sealed record Lead(int Number, ImmutableArray<LeadTest> Tests, LeadTarget Target)
{
    /// <summary>The lead as printed, where its statements do not say all of it; empty where they do.</summary>
    public string Wording { get; init; } = "";

    /// <summary>What it says, in one line.</summary>
    [JsonIgnore]
    public string InWords =>
        Wording.Length > 0 ? Wording : string.Join("; ", Tests.Select(t => t.Text.Trim().TrimEnd('.', ';', ',')));
}

/// <summary>A numbered choice.</summary>
/// <param name="Number">Its printed number.</param>
/// <param name="Leads">Two leads, rarely more, in order.</param>
public sealed record Couplet(int Number, ImmutableArray<Lead> Leads);

/// <summary>A dichotomous key.</summary>
/// <param name="UseWhen">When to take it, in a sentence.</param>
/// <param name="Scope">The taxon it divides up; null for a group key.</param>
/// <param name="Start">Number of its first couplet.</param>
public sealed record DichotomousKey(
    KeyId Id,
    string Title,
    string UseWhen,
    TaxonId? Scope,
    int Start,
    ImmutableSortedDictionary<int, Couplet> Couplets
)
{
    /// <summary>The first couplet.</summary>
    [JsonIgnore]
    public CoupletRef First => new(Id, Start);
}
