using System.Collections.Frozen;
using System.Collections.Immutable;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;

namespace Garten.Core.Identification;

/// <summary>A guide made ready for weighing names: worked out once, then used for every plant.</summary>
public sealed class CandidateModel
{
    private readonly FrozenDictionary<CharacterId, CharacterLikelihood> _characters;

    /// <summary>Makes a guide ready.</summary>
    /// <param name="guide">The guide.</param>
    public CandidateModel(Guide guide)
    {
        Guide = guide;

        // A species with subspecies in the guide is weighed through them.
        var parents = guide.Taxa.Select(t => t.Parent).OfType<TaxonId>().ToHashSet();
        Taxa = [.. guide.Taxa.Where(t => t.IsSpeciesLevel && !parents.Contains(t.Id)).Select(t => t.Id)];
        _characters = guide.Characters.Where(c => c.Organ != Organ.Place).ToFrozenDictionary(c => c.Id, c => Likelihood(guide, c));
    }

    /// <summary>The guide.</summary>
    public Guide Guide { get; }

    /// <summary>The candidates: every name that has nothing below it.</summary>
    public ImmutableArray<TaxonId> Taxa { get; }

    /// <summary>What the candidates make of a character; null for a place character or an unknown one.</summary>
    /// <param name="character">The character.</param>
    public CharacterLikelihood? Of(CharacterId character) => _characters.GetValueOrDefault(character);

    private CharacterLikelihood Likelihood(Guide guide, Character character)
    {
        StatementValue? Value(TaxonId taxon) =>
            IsInapplicable(guide, taxon, character) ? null : guide.StatementFor(taxon, character.Id, Scope.Any)?.Value;
        return character.IsNumeric ? new NumberLikelihood(character, Taxa, Value) : new StateLikelihood(character, Taxa, Value);
    }

    /// <summary>
    /// True where the taxon never has the part: then the character itself says nothing, and what it asserts of the
    /// character it depends on is counted there, once.
    /// </summary>
    private static bool IsInapplicable(Guide guide, TaxonId taxon, Character character) =>
        character.DependsOn is { } d
        && guide.StatementFor(taxon, d.Character, Scope.Any)?.Value is StateShares parent
        && d.States.Sum(s => parent.ShareOf(guide.Character(d.Character), s)) < StatementEvaluation.RareShare;
}
