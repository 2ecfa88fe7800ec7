using Garten.Core.Evidence;
using Garten.Core.Guides;

namespace Garten.Core.Keys;

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
/// <param name="Lead">The lead, for answer; null for "can't tell", <see cref="WalkAnswer.Neither"/> for "neither fits".</param>
/// <param name="Expected">Revision the move starts from; null when no walk was begun.</param>
public sealed record KeyMove(WalkMove Move, string? Key, int? Couplet, int? Lead, long? Expected)
{
    /// <summary>True when the move was made before: its first answer was lost on the way and it was sent again.</summary>
    /// <param name="walk">The walk as it stands.</param>
    public bool WasMade(KeyWalk? walk) =>
        Move switch
        {
            WalkMove.Answer => walk?.Answers.LastOrDefault() is { } last
                && last.At == new CoupletRef(new KeyId(Key ?? ""), Couplet ?? 0)
                && last.Lead == Lead,
            WalkMove.PutAway => walk is null,
            _ => false,
        };

    /// <summary>A walk after the move, and the move in words for undo.</summary>
    /// <param name="walk">The walk before; null when none was begun.</param>
    /// <exception cref="RuleException">The move cannot be made there.</exception>
    public (KeyWalk? Walk, string What) On(Guide guide, KeyWalk? walk)
    {
        switch (Move)
        {
            case WalkMove.PutAway:
                return (null, "put the key away");
            case WalkMove.Begin:
                var start = At(guide);
                return (KeyWalk.From(start), $"begin {guide.Key(start.Key).Title}");
        }

        if (walk is null)
        {
            throw new RuleException("move", "No key was begun on this plant. Choose one to begin with.");
        }

        switch (Move)
        {
            case WalkMove.Back:
                return (walk.Back(guide), "go back a couplet");
            case WalkMove.Reopen:
                var again = At(guide);
                return (walk with { Reopened = again }, $"re-open couplet {again.Couplet}");
            default:
                var at = At(guide);
                if (
                    Lead is { } lead and not WalkAnswer.Neither
                    && guide.FindCouplet(at)!.Leads.All(l => l.Number != lead)
                )
                {
                    throw new RuleException("lead", $"Couplet {at.Couplet} has no lead {lead}.");
                }

                return (walk.Answer(at, Lead), $"answer couplet {at.Couplet}");
        }
    }

    private CoupletRef At(Guide guide)
    {
        var at = new CoupletRef(new KeyId(Key ?? ""), Couplet ?? 0);
        return guide.FindCouplet(at) is null
            ? throw new RuleException("couplet", $"The guide has no couplet {at.Couplet} in a key “{at.Key}”.")
            : at;
    }
}
