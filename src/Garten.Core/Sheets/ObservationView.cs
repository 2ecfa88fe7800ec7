using Garten.Core.Evidence;
using Garten.Core.Guides;

namespace Garten.Core.Sheets;

/// <summary>An observation with the words and the marks of a screen around it.</summary>
/// <param name="Visit">The plant's visit it was made on.</param>
/// <param name="Summary">What was found, in words.</param>
/// <param name="Parts">Parts as typed.</param>
/// <param name="Places">Where each part grew.</param>
/// <param name="PlaceWords">The same in words; empty where not noted.</param>
/// <param name="Altered">Damage to the part itself; what is asked of the core adds that of the whole plant.</param>
/// <param name="Revision">Revision a change must start from.</param>
/// <param name="Seen">The observation, as the core is asked about it.</param>
public sealed record ObservationView(
    VisitId Visit,
    string Label,
    Organ Organ,
    string Summary,
    IReadOnlyList<string> Parts,
    IReadOnlyList<PartPlace> Places,
    IReadOnlyList<string> PlaceWords,
    IReadOnlyList<Alteration> Altered,
    string Note,
    string Recorder,
    long Revision,
    Observation Seen
)
{
    /// <summary>An observation of a plant.</summary>
    /// <param name="seen">The same as the core is asked about it.</param>
    public static ObservationView Of(StoredObservation stored, Observation seen, Character character)
    {
        var c = stored.Content;
        var places = c.Places();
        return new(
            c.PlantVisit,
            character.Label,
            character.Organ,
            Wording.Recorded(character, seen),
            [.. c.Parts.Select(p => p.Typed)],
            places,
            [.. places.Select(Wording.Of)],
            c.Altered,
            c.Note,
            stored.Recorder,
            stored.Revision,
            seen
        );
    }

    /// <summary>What somebody else recorded in the meantime, for showing both; null when it was removed or is a walk.</summary>
    public static ObservationView? FromTheirs(object? theirs, Guide guide) =>
        theirs is StoredObservation o && guide.FindCharacter(new(o.Content.Character)) is { } character
            ? Of(o, o.Content.ToObservation(0, default, null, null), character)
            : null;
}
