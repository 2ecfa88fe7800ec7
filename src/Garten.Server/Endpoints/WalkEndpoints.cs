using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Keys;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>A move in the key.</summary>
public enum WalkMove
{
    /// <summary>Begin at a couplet.</summary>
    Begin,

    /// <summary>Choose a lead, or say "can't tell".</summary>
    Answer,

    /// <summary>Go back an answer.</summary>
    Back,

    /// <summary>Look at an answered couplet again.</summary>
    Reopen,

    /// <summary>Put the walk away.</summary>
    PutAway,
}

/// <summary>A move in the key, as sent.</summary>
/// <param name="Key">The key, for begin, answer and reopen.</param>
/// <param name="Couplet">The couplet, for begin, answer and reopen.</param>
/// <param name="Lead">The lead, for answer; null for "can't tell".</param>
/// <param name="Expected">Revision the move starts from; null when no walk was begun.</param>
public sealed record WalkInput(WalkMove Move, string? Key, int? Couplet, int? Lead, long? Expected);

/// <summary>Walking the keys.</summary>
public static class WalkEndpoints
{
    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost(
                "/plants/{plant:int}/walk",
                async (
                    int plant,
                    WalkInput input,
                    EvidenceStore store,
                    PlantStore plants,
                    PlantSheets sheets,
                    CurrentGuide current,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                {
                    var before = await plants.ReadAsync(plant, cancel);
                    var stored = before.Stored.Walk;
                    if (stored?.Revision != input.Expected)
                    {
                        if (Done(stored?.Walk, input))
                        {
                            return await sheets.OfAsync(before, cancel);
                        }

                        throw new ChangedMeanwhileException(
                            "Somebody else walked the key of this plant in the meantime. It is shown as it stands now.",
                            stored
                        );
                    }

                    var (walk, what) = Move(current.Guide, stored?.Walk, input);
                    return await sheets.OfAsync(
                        await store.SetWalkAsync(person.Head, plant, walk, input.Expected, what, cancel),
                        cancel
                    );
                }
            )
            .WithName("walk")
            .Produces<PlantSheet>();

        api.MapGet("/starts/{taxon}", (string taxon, CurrentGuide current) =>
            {
                var id = new TaxonId(taxon);
                return current.Guide.FindTaxon(id) is null
                    ? throw new NotInStoreException("The guide has no such taxon.")
                    : current.Guide.Reach.StartsFor(id).ToArray();
            })
            .WithName("starts")
            .Produces<StartingPlace[]>();
    }

    /// <summary>True when the move was made before: its first answer was lost on the way and it was sent again.</summary>
    private static bool Done(KeyWalk? walk, WalkInput input) =>
        input.Move switch
        {
            WalkMove.Answer => walk?.Answers.LastOrDefault() is { } last
                && last.At == new CoupletRef(new KeyId(input.Key ?? ""), input.Couplet ?? 0)
                && last.Lead == input.Lead,
            WalkMove.PutAway => walk is null,
            _ => false,
        };

    private static (KeyWalk? Walk, string What) Move(Guide guide, KeyWalk? walk, WalkInput input)
    {
        switch (input.Move)
        {
            case WalkMove.PutAway:
                return (null, "put the key away");
            case WalkMove.Begin:
                var start = At(guide, input);
                return (KeyWalk.From(start), $"begin {guide.Key(start.Key).Title}");
        }

        if (walk is null)
        {
            throw new RuleException("move", "No key was begun on this plant. Choose one to begin with.");
        }

        switch (input.Move)
        {
            case WalkMove.Back:
                return (walk.Back(guide), "go back a couplet");
            case WalkMove.Reopen:
                var again = At(guide, input);
                return (walk with { Reopened = again }, $"re-open couplet {again.Couplet}");
            default:
                var at = At(guide, input);
                if (input.Lead is { } lead && guide.FindCouplet(at)!.Leads.All(l => l.Number != lead))
                {
                    throw new RuleException("lead", $"Couplet {at.Couplet} has no lead {lead}.");
                }

                return (walk.Answer(at, input.Lead), $"answer couplet {at.Couplet}");
        }
    }

    private static CoupletRef At(Guide guide, WalkInput input)
    {
        var at = new CoupletRef(new KeyId(input.Key ?? ""), input.Couplet ?? 0);
        return guide.FindCouplet(at) is null
            ? throw new RuleException("couplet", $"The guide has no couplet {at.Couplet} in a key “{at.Key}”.")
            : at;
    }
}
