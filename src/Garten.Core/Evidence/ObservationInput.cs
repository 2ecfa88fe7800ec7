using Garten.Core.Guides;
using Garten.Core.Measuring;

namespace Garten.Core.Evidence;

/// <summary>What is known of one character on one visit.</summary>
/// <param name="Finding">What kind of thing was found.</param>
/// <param name="Parts">Measured or counted parts as typed.</param>
/// <param name="Rough">A rough value as typed.</param>
/// <param name="Entry">One thing typed into a numeric field: a number joins the parts, anything else is a rough value.</param>
/// <param name="Hidden">Why it cannot be seen.</param>
/// <param name="Source">Where the part came from.</param>
/// <param name="Altered">Damage to the part.</param>
/// <param name="Exposure">Light it grew in.</param>
/// <param name="Position">Where it grew.</param>
/// <param name="Expected">Revision the change starts from; null when nothing was there.</param>
/// <param name="Tool">What it was seen with; null for what the guide asks for.</param>
/// <param name="Places">Where each of the parts grew; left out when all grew as exposure and position say, as a new entry does.</param>
/// <param name="Age">How old the part was; null where not noted.</param>
/// <param name="Replaces">True where the person wants a rough value in the place of measured parts, or them in its place.</param>
public sealed record ObservationInput(
    FindingKind Finding,
    string[]? States,
    string[]? Parts,
    string? Rough,
    string? Entry,
    HiddenReason? Hidden,
    Certainty Certainty,
    EvidenceSource Source,
    Alteration[]? Altered,
    Exposure? Exposure,
    PartPosition? Position,
    string? Note,
    long? Expected,
    Tool? Tool = null,
    PartPlace[]? Places = null,
    PartAge? Age = null,
    bool Replaces = false
)
{
    /// <summary>Checks what was sent and makes it ready to keep.</summary>
    /// <param name="visit">The plant's visit.</param>
    /// <param name="yardsticks">Things of known size a length may be given in.</param>
    /// <exception cref="RuleException">It cannot be true, or cannot be read.</exception>
    public ObservationContent Check(
        VisitId visit,
        string character,
        Guide guide,
        PersonId person,
        IReadOnlyCollection<Yardstick>? yardsticks = null
    )
    {
        string[] states = [.. (States ?? []).Distinct()];
        string[] typed = [.. (Parts ?? []).Select(p => Rules.Text("parts", "A value", p, 60, required: true))];
        var rough = Finding == FindingKind.Rough ? Rules.Text("rough", "The value", Rough, 200, required: true) : null;
        var feature = Entry is null
            ? new RecordedFeature(new(character), Finding, [.. states], [.. typed], rough, Hidden)
            : ObservationRules.FromEntry(
                guide,
                new(character),
                [.. typed],
                Rules.Text("entry", "The value", Entry, 60, required: true),
                yardsticks
            );
        var found = ObservationRules.Check(guide, feature, out var fault, yardsticks)
            ?? throw new RuleException(character, fault);
        var here = new PartPlace(Exposure, Position);
        var places = Places ?? [.. typed.Select(_ => here)];
        if (places.Length != typed.Length)
        {
            throw new RuleException(
                "places",
                $"{typed.Length} parts were sent with places for {places.Length}: send one for each, or none."
            );
        }

        SamplePart[] parts =
        [
            .. found.Values.Select(
                (v, i) =>
                    new SamplePart(
                        v,
                        feature.Parts[i],
                        (i < places.Length ? places[i] : here).Exposure,
                        (i < places.Length ? places[i] : here).Position
                    )
            ),
        ];
        if (parts.Length > 0)
        {
            // What all parts share is said of the whole; where they differ, only of each.
            var every = parts.Select(p => new PartPlace(p.Exposure, p.Position)).Distinct().ToArray();
            here = every.Length == 1 ? every[0] : default;
        }

        return new(
            visit,
            character,
            feature.Finding,
            feature.Finding == FindingKind.States ? states : [],
            parts,
            found.Rough,
            feature.Finding == FindingKind.Hidden ? Hidden : null,
            Certainty,
            Source,
            [.. (Altered ?? []).Distinct()],
            here.Exposure,
            here.Position,
            Rules.Text("note", "The note", Note, 2000),
            person,
            Tool,
            Age
        );
    }
}
