using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Keys;
using Garten.Core.Measuring;

namespace Garten.Core.Commands;

/// <summary>A change of what is known of one character on one visit.</summary>
/// <param name="Content">What to record; null to remove.</param>
/// <param name="Expected">Revision the change starts from; null when nothing was there.</param>
/// <param name="What">The change in words, for undo.</param>
public sealed record ObservationChange(string Character, ObservationContent? Content, long? Expected, string What)
{
    /// <summary>True where a rough value may take the place of measured parts, or they its place, since a person said so.</summary>
    public bool Replaces { get; init; }

    /// <summary>What somebody sends to have recorded, as the change it makes.</summary>
    /// <param name="yardsticks">Things of known size a length may be given in.</param>
    /// <exception cref="RuleException">It cannot be true, or cannot be read.</exception>
    public static ObservationChange Of(
        Guide guide,
        VisitId visit,
        string character,
        ObservationInput input,
        PersonId person,
        IReadOnlyCollection<Yardstick>? yardsticks = null
    ) =>
        new(
            character,
            input.Check(visit, character, guide, person, yardsticks),
            input.Expected,
            $"record {guide.Character(new(character)).Label.ToLowerInvariant()}"
        )
        {
            Replaces = input.Replaces,
        };
}

/// <summary>Records, changes or removes what is known of several characters on one visit, all or none.</summary>
/// <param name="Visit">The plant's visit.</param>
/// <param name="Changes">The changes, in the order in which they can be taken back.</param>
/// <param name="Photo">A picture they were read from, noted with them; null for none.</param>
public sealed record RecordFeatures(
    PlantId Plant,
    VisitId Visit,
    IReadOnlyList<ObservationChange> Changes,
    PhotoId? Photo = null
) : PlantCommand(Plant);

/// <summary>Sets how far the keys were walked.</summary>
/// <param name="Walk">The walk; null to put it away.</param>
/// <param name="Expected">Revision the change starts from; null when none was begun.</param>
/// <param name="What">The change in words, for undo.</param>
public sealed record WalkKey(PlantId Plant, KeyWalk? Walk, long? Expected, string What) : PlantCommand(Plant);

/// <summary>Makes a move in the key, from the walk as it stands.</summary>
public sealed record MoveInKey(PlantId Plant, KeyMove Move) : PlantCommand(Plant);

/// <summary>Takes back the last change a person made of a plant, or does the last one they took back again.</summary>
/// <param name="Again">True to do again.</param>
public sealed record Undo(PlantId Plant, bool Again) : PlantCommand(Plant);
