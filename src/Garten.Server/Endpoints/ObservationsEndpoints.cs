using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Measuring;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

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
);

/// <summary>Recording features, and taking changes back.</summary>
public static class ObservationsEndpoints
{
    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPut(
                "/plants/{plant:int}/visits/{visit:int}/features/{character}",
                async (
                    int plant,
                    int visit,
                    string character,
                    ObservationInput input,
                    EvidenceStore store,
                    YardstickStore yardsticks,
                    PlantSheets sheets,
                    CurrentGuide current,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                {
                    // Only what is written in words may speak of a card or a hand.
                    string?[] typed = [input.Entry, input.Rough, .. input.Parts ?? []];
                    var own = !typed.Any(t => t is not null && YardstickReader.MaySpeakOfOne(t))
                        ? []
                        : await YardsticksEndpoints.AllAsync(yardsticks, person.Required, cancel);
                    var content = Check(visit, character, input, current, person.Required, own);
                    var what = $"record {current.Guide.Character(new(character)).Label.ToLowerInvariant()}";
                    var changed = await store.SetObservationsAsync(
                        person.Head,
                        plant,
                        current.Version,
                        visit,
                        [new(character, content, input.Expected, what) { Replaces = input.Replaces }],
                        null,
                        cancel
                    );
                    return await sheets.OfAsync(changed, cancel);
                }
            )
            .WithName("recordFeature")
            .Produces<PlantSheet>();

        api.MapDelete(
                "/plants/{plant:int}/visits/{visit:int}/features/{character}",
                async (
                    int plant,
                    int visit,
                    string character,
                    long expected,
                    EvidenceStore store,
                    PlantSheets sheets,
                    CurrentGuide current,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                {
                    var what =
                        $"remove {(current.Guide.FindCharacter(new(character))?.Label ?? character).ToLowerInvariant()}";
                    return await sheets.OfAsync(
                        await store.SetObservationsAsync(
                            person.Head,
                            plant,
                            current.Version,
                            visit,
                            [new(character, null, expected, what)],
                            null,
                            cancel
                        ),
                        cancel
                    );
                }
            )
            .WithName("removeFeature")
            .Produces<PlantSheet>();

        api.MapPost(
                "/plants/{plant:int}/undo",
                (
                    int plant,
                    EvidenceStore store,
                    PlantSheets sheets,
                    CurrentGuide current,
                    CurrentPerson person,
                    CancellationToken cancel
                ) => UndoAsync(plant, false, store, sheets, current, person, cancel)
            )
            .WithName("undo")
            .Produces<PlantSheet>();

        api.MapPost(
                "/plants/{plant:int}/redo",
                (
                    int plant,
                    EvidenceStore store,
                    PlantSheets sheets,
                    CurrentGuide current,
                    CurrentPerson person,
                    CancellationToken cancel
                ) => UndoAsync(plant, true, store, sheets, current, person, cancel)
            )
            .WithName("redo")
            .Produces<PlantSheet>();
    }

    private static async Task<PlantSheet> UndoAsync(
        int plant,
        bool redo,
        EvidenceStore store,
        PlantSheets sheets,
        CurrentGuide current,
        CurrentPerson person,
        CancellationToken cancel
    ) => await sheets.OfAsync((await store.UndoAsync(person.Head, plant, current.Version, redo, cancel)).Plant, cancel);

    /// <summary>Checks what was sent and makes it ready to keep.</summary>
    /// <param name="visit">The plant's visit.</param>
    /// <param name="input">What was sent.</param>
    /// <param name="yardsticks">Things of known size a length may be given in.</param>
    /// <exception cref="RuleException">It cannot be true, or cannot be read.</exception>
    public static ObservationContent Check(
        int visit,
        string character,
        ObservationInput input,
        CurrentGuide current,
        int person,
        IReadOnlyCollection<Yardstick>? yardsticks = null
    )
    {
        string[] states = [.. (input.States ?? []).Distinct()];
        string[] typed = [.. (input.Parts ?? []).Select(p => Rules.Text("parts", "A value", p, 60, required: true))];
        var rough =
            input.Finding == FindingKind.Rough
                ? Rules.Text("rough", "The value", input.Rough, 200, required: true)
                : null;
        var feature = input.Entry is null
            ? new RecordedFeature(new(character), input.Finding, [.. states], [.. typed], rough, input.Hidden)
            : ObservationRules.FromEntry(
                current.Guide,
                new(character),
                [.. typed],
                Rules.Text("entry", "The value", input.Entry, 60, required: true),
                yardsticks
            );
        var found = ObservationRules.Check(current.Guide, feature, out var fault, yardsticks)
            ?? throw new RuleException(character, fault);
        var here = new PartPlace(input.Exposure, input.Position);
        var places = input.Places ?? [.. typed.Select(_ => here)];
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
            feature.Finding == FindingKind.Hidden ? input.Hidden : null,
            input.Certainty,
            input.Source,
            [.. (input.Altered ?? []).Distinct()],
            here.Exposure,
            here.Position,
            Rules.Text("note", "The note", input.Note, 2000),
            person,
            input.Tool,
            input.Age
        );
    }
}
