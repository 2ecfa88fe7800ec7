namespace Garten.Core.Guides;

/// <summary>The way a plant can hurt.</summary>
public enum Hazard
{
    /// <summary>Poisonous when swallowed.</summary>
    Poisonous,

    /// <summary>Deadly when swallowed, in small amounts.</summary>
    Deadly,

    /// <summary>Irritates or burns skin or eyes.</summary>
    Irritant,

    /// <summary>Spines, thorns or bristles that wound.</summary>
    Wounding,

    /// <summary>Grows beside a deadly plant it is easily taken for; it says nothing of the plant itself.</summary>
    DeadlyLookAlike,
}

/// <summary>A warning said before the hand goes out.</summary>
/// <param name="Taxon">The taxon it is about; holds for everything below it in the classification.</param>
/// <param name="Hazard">The way it hurts.</param>
/// <param name="Text">The warning in one or two sentences.</param>
public sealed record Caution(TaxonId Taxon, Hazard Hazard, string Text);

/// <summary>Two taxa that must be kept apart, and the one feature that does it best.</summary>
/// <param name="Taxon">The taxon looked at.</param>
/// <param name="Other">The taxon it is taken for.</param>
/// <param name="Character">The feature that separates them.</param>
/// <param name="Text">How it separates them, first taxon first, in a sentence.</param>
public sealed record LookAlike(TaxonId Taxon, TaxonId Other, CharacterId Character, string Text);

/// <summary>A named cross and its parents.</summary>
/// <param name="Second">The other parent.</param>
public sealed record Cross(TaxonId Nothotaxon, TaxonId First, TaxonId Second);

/// <summary>A way one organ is taken for another, and the check that settles it.</summary>
/// <param name="Character">The character recorded.</param>
/// <param name="Claim">Values that come out when the organ was misread ("12 or more petals"); null for any value.</param>
/// <param name="Instead">The character that was really looked at; null when the guide has none for it.</param>
/// <param name="Prompt">The check to make, as a question.</param>
public sealed record Misreading(CharacterId Character, LeadCondition? Claim, CharacterId? Instead, string Prompt);

/// <summary>A word of the guide explained.</summary>
/// <param name="Id">Identifier of the term.</param>
/// <param name="Label">The botanist's word.</param>
/// <param name="Plain">The same in everyday words, short enough to stand beside it.</param>
/// <param name="Definition">One or two sentences.</param>
public sealed record GlossaryTerm(string Id, string Label, string Plain, string Definition);
