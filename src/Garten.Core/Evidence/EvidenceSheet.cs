using System.Collections.Immutable;
using Garten.Core.Guides;

namespace Garten.Core.Evidence;

/// <summary>Everything recorded on one plant, over all visits, ready to be asked.</summary>
public sealed class EvidenceSheet
{
    private readonly Guide _guide;
    private readonly ILookup<CharacterId, Observation> _observations;
    private readonly Dictionary<CharacterId, Observation> _decisive = [];
    private readonly ImmutableDictionary<CharacterId, ImmutableArray<string>> _asserted;

    /// <summary>Lays out the observations of a plant.</summary>
    /// <param name="guide">The guide whose characters are used.</param>
    /// <param name="observations">The observations, in any order; characters the guide does not know are left aside.</param>
    public EvidenceSheet(Guide guide, IEnumerable<Observation> observations)
    {
        _guide = guide;
        All =
        [
            .. observations
                .Where(o => guide.FindCharacter(o.Character) is not null)
                .OrderBy(o => o.Date)
                .ThenBy(o => o.Visit)
                .ThenBy(o => o.Character.Value, StringComparer.Ordinal),
        ];
        _observations = All.ToLookup(o => o.Character);
        foreach (var seen in _observations)
        {
            if (Surest(seen) is { } decisive)
            {
                _decisive[seen.Key] = decisive;
            }
        }

        _asserted = Assert();
    }

    /// <summary>All observations, oldest first.</summary>
    public ImmutableArray<Observation> All { get; }

    /// <summary>The plant's sex; null where it was not noted, or not the same each time.</summary>
    public Sex? Sex => All.Select(o => o.Sex).OfType<Sex>().Distinct().ToArray() is [var only] ? only : null;

    /// <summary>
    /// The observation that decides a character: of those that say something of an unaltered part, the surest of the
    /// latest day on which the part was there; a plain "absent" only decides when the part was never seen.
    /// </summary>
    /// <returns>The observation, or null when none decides.</returns>
    public Observation? Decisive(CharacterId character) => _decisive.GetValueOrDefault(character);

    /// <summary>States of a character that follow from a dependent one: five leaflets say the leaf is compound.</summary>
    /// <param name="character">The character depended on.</param>
    /// <returns>The states it must have one of; empty when nothing follows.</returns>
    public ImmutableArray<string> AssertedStates(CharacterId character) => _asserted.GetValueOrDefault(character, []);

    /// <summary>What rules a dependent character out, in words: a simple leaf has no leaflets to count.</summary>
    /// <param name="character">The dependent character.</param>
    /// <returns>What was recorded of the character it depends on, or null when nothing rules it out.</returns>
    public string? RuledOut(CharacterId character)
    {
        if (_guide.FindCharacter(character)?.DependsOn is not { } dependence)
        {
            return null;
        }

        var parent = _guide.Character(dependence.Character);
        var states = Decisive(parent.Id) is { } o ? StatesOf(parent, o) : AssertedStates(parent.Id);
        var contradicted =
            states.Length > 0
            && !states.Any(s => dependence.States.Any(d => parent.Includes(d, s) || parent.Includes(s, d)));
        return contradicted
            ? $"{parent.Label.ToLowerInvariant()} {string.Join(" or ", states.Select(parent.LabelOf))}"
            : RuledOut(parent.Id);
    }

    /// <summary>Why a character could not be seen when last tried; null when it was seen or never tried.</summary>
    public HiddenReason? Hidden(CharacterId character) =>
        Decisive(character) is null
            ? _observations[character].Select(o => o.Finding).OfType<Finding.Hidden>().LastOrDefault()?.Why
            : null;

    /// <summary>True when the character was recorded only on parts whose damage changes it.</summary>
    public bool Altered(CharacterId character) => _observations[character].Any(IsAltered);

    private Observation? Surest(IEnumerable<Observation> seen) =>
        seen.Where(o => o.Weighs && !IsAltered(o))
            .OrderBy(o => o.Finding is Finding.Absent)
            .ThenByDescending(o => o.Source is EvidenceSource.Attached)
            .ThenByDescending(o => o.Date)
            .ThenByDescending(o => o.Certainty is Certainty.Checked)
            .ThenBy(o => o.Certainty)
            .FirstOrDefault();

    private bool IsAltered(Observation o) => o.Altered.Any(_guide.Character(o.Character).AlteredBy.Contains);

    private static ImmutableArray<string> StatesOf(Character character, Observation o) =>
        o.Finding switch
        {
            Finding.States states => states.Seen,
            Finding.Absent when character.AbsentState is { } absent => [absent],
            _ => [],
        };

    private ImmutableDictionary<CharacterId, ImmutableArray<string>> Assert()
    {
        var asserted = ImmutableDictionary.CreateBuilder<CharacterId, ImmutableArray<string>>();
        foreach (var o in All)
        {
            if (!o.Weighs || o.Finding is Finding.Absent || IsAltered(o))
            {
                continue;
            }

            for (
                var at = _guide.Character(o.Character).DependsOn;
                at is not null;
                at = _guide.Character(at.Character).DependsOn
            )
            {
                asserted[at.Character] = at.States;
            }
        }

        return asserted.ToImmutable();
    }
}
