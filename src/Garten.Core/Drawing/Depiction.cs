using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;

namespace Garten.Core.Drawing;

/// <summary>What of a taxon, or of a plant, can be drawn: the state most plants show, the middle of each range.</summary>
public static class Depiction
{
    /// <summary>A taxon as the guide describes it.</summary>
    /// <param name="taxon">One of its taxa.</param>
    /// <param name="circumstances">What is known of the part; <see cref="Scope.Any"/> for well-grown parts of a grown plant.</param>
    public static Features Of(Guide guide, TaxonId taxon, Scope circumstances)
    {
        var features = Features.None;
        foreach (var character in guide.Characters)
        {
            if (
                guide.StatementFor(taxon, character.Id, circumstances) is not { } statement
                || IsInapplicable(guide, taxon, character, circumstances)
            )
            {
                continue;
            }

            features =
                statement.Value is StateShares shares ? features.With(character, shares.Usual)
                : MiddleOf(statement.Value, character) is { } middle ? features.With(character, middle)
                : features;
        }

        return features;
    }

    /// <summary>A plant as far as it was recorded: the latest of each character.</summary>
    /// <param name="observations">What was recorded, in the order of visits.</param>
    public static Features Of(Guide guide, IEnumerable<Observation> observations)
    {
        var features = Features.None;
        foreach (var o in observations)
        {
            if (guide.FindCharacter(o.Character) is not { } character)
            {
                continue;
            }

            features = o.Finding switch
            {
                Finding.States { Seen: [var first, ..] } => features.With(character, first),
                Finding.Sample { Values: [_, ..] values } => features.With(character, values.Average()),
                Finding.Rough { Value: { } rough } => features.With(
                    character,
                    rough.Best ?? (((rough.Low ?? rough.High!.Value) + (rough.High ?? rough.Low!.Value)) / 2)
                ),
                Finding.Absent when character.AbsentState is { } absent => features.With(character, absent),
                _ => features,
            };
        }

        return features;
    }

    /// <summary>The middle of what a statement says: of a range on the scale it is fitted on, else the commonest number.</summary>
    /// <returns>The number; null for states.</returns>
    public static double? MiddleOf(StatementValue value, Character character) =>
        value switch
        {
            CountShares counts => counts.Numbers.MaxBy(n => n.Weight)!.Number,
            NumericRange { Low: { } low, High: { } high } => character.Kind
                is CharacterKind.Count
                    or CharacterKind.Angle
            || low <= 0
                ? Math.Round((low + high) / 2)
                : Math.Sqrt(low * high),
            NumericRange range => range.Low ?? range.High,
            _ => null,
        };

    /// <summary>The middles of all that a guide says of a number, the smallest first.</summary>
    /// <param name="character">A numeric character.</param>
    public static double[] MiddlesOf(Guide guide, Character character) =>
        [
            .. guide
                .Statements.Where(s => s.Character == character.Id)
                .Select(s => MiddleOf(s.Value, character))
                .OfType<double>()
                .Order(),
        ];

    private static bool IsInapplicable(Guide guide, TaxonId taxon, Character character, Scope circumstances) =>
        character.DependsOn is { } d
        && guide.StatementFor(taxon, d.Character, circumstances)?.Value is StateShares parent
        && !d.States.Contains(parent.Usual);
}
