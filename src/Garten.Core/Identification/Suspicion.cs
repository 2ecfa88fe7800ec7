using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;
using Garten.Core.Keys;

namespace Garten.Core.Identification;

/// <summary>One feature that could disprove a suspected name.</summary>
/// <param name="Expected">What the taxon shows.</param>
/// <param name="DisprovedBy">What would disprove it.</param>
/// <param name="Marking">How what was recorded stands to it.</param>
/// <param name="Parted">How many other species of the guide show something else, and so would be parted from it.</param>
/// <param name="Compared">How many other species the guide compares.</param>
public sealed record Disproof(
    CharacterId Character,
    Organ Organ,
    string Label,
    string Expected,
    string DisprovedBy,
    Marking Marking,
    int Parted,
    int Compared
);

/// <summary>"I suspect X": what would disprove it, checked against the plant.</summary>
/// <param name="Taxon">The name suspected.</param>
/// <param name="Disproofs">Conflicts first, then what is not seen yet with the most telling first, then what agrees.</param>
/// <param name="Verdict">Where the suspicion stands, in a sentence.</param>
public sealed record Suspicion(TaxonName Taxon, ImmutableArray<Disproof> Disproofs, string Verdict)
{
    /// <summary>Examines a suspected name.</summary>
    /// <param name="id">A taxon of the guide.</param>
    /// <param name="evidence">What was recorded, the place included.</param>
    public static Suspicion Examine(Guide guide, TaxonId id, EvidenceSheet evidence)
    {
        var others = guide
            .Taxa.Where(t => t.IsSpeciesLevel && !guide.IsWithin(t.Id, id) && !guide.IsWithin(id, t.Id))
            .ToImmutableArray();
        var disproofs = guide
            .Characters.Where(c => c.Organ != Organ.Place)
            .Select(c => (Character: c, Found: StatementEvaluation.Evaluate(guide, id, c.Id, evidence)))
            .Where(x => x.Found is not null)
            .Select(x => Line(guide, x.Character, x.Found!.Value.Statement, x.Found.Value.Marking, others))
            .Where(d => d.Parted > 0 || d.Marking.Mark == Mark.Conflicts)
            .OrderBy(d =>
                d.Marking.Mark switch
                {
                    Mark.Conflicts => 0,
                    Mark.NotSeen => 1,
                    _ => 2,
                }
            )
            .ThenByDescending(d => d.Parted)
            .ToImmutableArray();
        return new(TaxonName.Of(guide.Taxon(id)), disproofs, VerdictOn(guide.Taxon(id), disproofs));
    }

    private static Disproof Line(
        Guide guide,
        Character character,
        Statement statement,
        Marking marking,
        ImmutableArray<Taxon> others
    )
    {
        var parted = others.Count(t =>
            guide.StatementFor(t.Id, character.Id, Scope.Any) is { } s
            && !StatementEvaluation.Overlap(character, statement.Value, s.Value)
        );
        return new(
            character.Id,
            character.Organ,
            character.Label,
            NotationWriter.InWords(statement.Value, character),
            OtherThan(character, statement.Value),
            marking,
            parted,
            others.Length
        );
    }

    private static string OtherThan(Character character, StatementValue value)
    {
        switch (StatementEvaluation.ConditionOf(value))
        {
            case StateCondition claim:
                var rest = character
                    .States.Where(s => !claim.Accepts(character, s.Id) && !claim.IsUndecidedBy(character, s.Id))
                    .Select(s => s.Label)
                    .ToImmutableArray();
                return rest.IsEmpty ? "nothing" : string.Join(" or ", rest);
            case SpanCondition { Low: { } low, High: { } high }:
                return $"less than {Wording.Number(character, low)} or more than {Wording.Number(character, high)}";
            case SpanCondition { Low: { } low }:
                return $"less than {Wording.Number(character, low)}";
            case SpanCondition { High: { } high }:
                return $"more than {Wording.Number(character, high)}";
            default:
                return "nothing";
        }
    }

    private static string VerdictOn(Taxon taxon, ImmutableArray<Disproof> disproofs)
    {
        var against = disproofs.Where(d => d.Marking.Mark == Mark.Conflicts).ToImmutableArray();
        var passed = disproofs.Count(d => d.Marking.Mark == Mark.Agrees);
        var open = disproofs.Count(d => d.Marking.Mark == Mark.NotSeen);
        if (against.IsEmpty)
        {
            return passed == 0
                ? $"Nothing recorded tests {taxon.Name} yet; {open} features could disprove it."
                : $"Nothing recorded speaks against {taxon.Name}: {passed} features could have disproved it and did not, {open} are not seen yet.";
        }

        var firm = against.Count(d => !d.Marking.Weak);
        var list = string.Join(", ", against.Select(d => d.Label.ToLowerInvariant()));
        return firm > 0
            ? $"Disproved by what was recorded: {list}."
            : $"Doubtful: {list} speaks against it, but was not surely seen.";
    }
}
