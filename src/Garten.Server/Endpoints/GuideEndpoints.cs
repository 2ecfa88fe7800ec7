using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>A state, as offered for choice.</summary>
/// <param name="Label">How it reads.</param>
/// <param name="Parent">The wider state it lies within.</param>
/// <param name="Term">Its glossary term.</param>
public sealed record StateView(string Id, string Label, string? Parent, string Term);

/// <summary>A character, as offered for recording.</summary>
/// <param name="Kind">What sort of values it takes.</param>
/// <param name="Numeric">True when the values are numbers.</param>
/// <param name="Unit">Unit of numbers.</param>
/// <param name="HowTo">How to look.</param>
/// <param name="Which">Which parts to measure or count; empty for named states.</param>
/// <param name="Harm">What must be done to the plant.</param>
/// <param name="CanBeAbsent">True when "looked for and not there" can be recorded.</param>
/// <param name="DependsOn">Character that must hold for this one to exist.</param>
/// <param name="DependsOnStates">States of that character.</param>
public sealed record CharacterView(
    string Id,
    Organ Organ,
    string Label,
    CharacterKind Kind,
    bool Numeric,
    string Unit,
    string HowTo,
    string Which,
    Tool Tool,
    HarmLevel Harm,
    bool CanBeAbsent,
    string? DependsOn,
    IReadOnlyList<string> DependsOnStates,
    IReadOnlyList<StateView> States
);

/// <summary>A taxon, as found by name.</summary>
/// <param name="Family">Its family; empty where the guide names none.</param>
/// <param name="Top">Identifier of the topmost taxon it stands in, its family or, where there is none, its genus; its own for that one.</param>
/// <param name="CommonNames">All its common names.</param>
/// <param name="Synonyms">Other scientific names it is or was called by here.</param>
public sealed record TaxonView(
    TaxonName Name,
    string Family,
    string Top,
    IReadOnlyList<string> CommonNames,
    IReadOnlyList<string> Synonyms,
    IReadOnlyList<Hazard> Hazards
);

/// <summary>A key, as offered to begin with.</summary>
/// <param name="UseWhen">When to take it.</param>
/// <param name="Start">Number of its first couplet.</param>
/// <param name="Couplets">Numbers of its couplets.</param>
/// <param name="Names">How many names it holds.</param>
/// <param name="Scope">The taxon it divides up; null for a group key.</param>
public sealed record KeyView(
    string Id,
    string Title,
    string UseWhen,
    int Start,
    IReadOnlyList<int> Couplets,
    int Names,
    TaxonName? Scope
);

/// <summary>The guide, as the bench needs it.</summary>
/// <param name="Characters">Its characters in order.</param>
/// <param name="Areas">Areas whose floras it tells of apart.</param>
public sealed record GuideView(
    string Title,
    string Version,
    IReadOnlyList<CharacterView> Characters,
    IReadOnlyList<TaxonView> Taxa,
    IReadOnlyList<KeyView> Keys,
    IReadOnlyList<GlossaryTerm> Terms,
    IReadOnlyList<FloraArea> Areas
);

/// <summary>The guide as read by the bench.</summary>
public static class GuideEndpoints
{
    /// <summary>Adds the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/guide", (CurrentGuide current) => View(current.Guide))
            .WithName("guide")
            .Produces<GuideView>()
            .TaggedByGuide();

    private static GuideView View(Guide guide) =>
        new(
            guide.Title.Title,
            guide.Title.Version,
            [
                .. guide.Characters.Select(c => new CharacterView(
                    c.Id.Value,
                    c.Organ,
                    c.Label,
                    c.Kind,
                    c.IsNumeric,
                    c.Unit,
                    c.HowTo,
                    PartChoice.For(c),
                    c.Tool,
                    c.Harm,
                    c.CanBeAbsent,
                    c.DependsOn?.Character.Value,
                    c.DependsOn?.States ?? [],
                    [.. c.States.Select(s => new StateView(s.Id, s.Label, s.Parent, s.Term))]
                )),
            ],
            [
                .. guide.Taxa.Select(t => new TaxonView(
                    TaxonName.Of(t),
                    guide.At(t.Id, TaxonRank.Family)?.Name ?? "",
                    guide.Lineage(t.Id).Last().Id.Value,
                    t.CommonNames,
                    [.. t.Synonyms, .. t.Misapplied],
                    [.. guide.CautionsFor(t.Id).Select(c => c.Hazard).Distinct()]
                )),
            ],
            [
                .. guide.Keys.Select(k => new KeyView(
                    k.Id.Value,
                    k.Title,
                    k.UseWhen,
                    k.Start,
                    [.. k.Couplets.Keys],
                    guide.Reach.From(k.First).Length,
                    k.Scope is { } s ? TaxonName.Of(guide.Taxon(s)) : null
                )),
            ],
            guide.Glossary,
            guide.Areas
        );
}
