using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;

namespace Garten.Core.Keys;

/// <summary>A couplet the walk went through.</summary>
/// <param name="Lead">The lead taken, or null for "can't tell".</param>
/// <param name="Doubts">How many "can't tell" answers lie before it on its way.</param>
public sealed record WalkStep(CoupletRef At, int? Lead, int Doubts)
{
    /// <summary>The lead taken; null for "can't tell" and where neither fitted.</summary>
    public Lead? Taken(Guide guide) =>
        Lead is { } number and not WalkAnswer.Neither
            ? guide.FindCouplet(At)!.Leads.First(l => l.Number == number)
            : null;

    /// <summary>What the answer claimed, in words.</summary>
    public string Said(Guide guide) =>
        Taken(guide) is { } lead ? lead.InWords
        : Lead is WalkAnswer.Neither ? "neither fits: the key stops here"
        : "can’t tell: both ways followed";
}

/// <summary>A name the walk has arrived at.</summary>
/// <param name="From">The couplet its lead belongs to.</param>
/// <param name="Doubts">How many "can't tell" answers lie on its way.</param>
public sealed record WalkEnd(TaxonId Taxon, CoupletRef From, int Doubts);

/// <summary>Where a walk has been and where it stands.</summary>
/// <param name="Steps">Couplets answered, in reading order: a branch is followed to its end before the next one.</param>
/// <param name="Open">Couplets still to be answered, in reading order.</param>
/// <param name="Ends">Names arrived at, in reading order.</param>
/// <param name="Current">The couplet to show: the re-opened one, else the first open one; null when every way has ended.</param>
public sealed record KeyWalkTrace(
    ImmutableArray<WalkStep> Steps,
    ImmutableArray<CoupletRef> Open,
    ImmutableArray<WalkEnd> Ends,
    CoupletRef? Current
)
{
    /// <summary>Where neither lead fitted and the walk stopped; null where it did not.</summary>
    public CoupletRef? Stopped => Steps.FirstOrDefault(s => s.Lead is WalkAnswer.Neither)?.At;

    /// <summary>True when no couplet is open and each was answered by one of its leads.</summary>
    public bool IsClean => Open.IsEmpty && Steps.All(s => s.Lead is not (null or WalkAnswer.Neither));

    /// <summary>Names that can still come out, those arrived at first.</summary>
    public ImmutableArray<TaxonId> InPlay(Guide guide) =>
        [.. Ends.Select(e => e.Taxon).Concat(Open.SelectMany(at => guide.Reach.From(at))).Distinct()];

    /// <summary>Follows the answers of a walk.</summary>
    /// <param name="guide">A guide whose keys are sound; an answer the guide no longer has counts as not given.</param>
    public static KeyWalkTrace Of(Guide guide, KeyWalk walk)
    {
        var answers = walk.Answers.ToDictionary(a => a.At, a => a.Lead);
        var steps = ImmutableArray.CreateBuilder<WalkStep>();
        var open = ImmutableArray.CreateBuilder<CoupletRef>();
        var ends = ImmutableArray.CreateBuilder<WalkEnd>();
        var seen = new HashSet<CoupletRef>();
        Follow(walk.Start, 0);
        var onPath = walk.Reopened is { } reopened && seen.Contains(reopened);
        return new(
            steps.ToImmutable(),
            open.ToImmutable(),
            ends.ToImmutable(),
            onPath ? walk.Reopened
                : open.Count > 0 ? open[0]
                : null
        );

        void Follow(CoupletRef at, int doubts)
        {
            // Two ways can meet again in one couplet; it is asked once.
            if (!seen.Add(at) || guide.FindCouplet(at) is not { } couplet)
            {
                return;
            }

            if (
                !answers.TryGetValue(at, out var chosen)
                || (chosen is { } n and not WalkAnswer.Neither && couplet.Leads.All(l => l.Number != n))
            )
            {
                open.Add(at);
                return;
            }

            steps.Add(new(at, chosen, doubts));
            foreach (var lead in couplet.Leads.Where(l => chosen is null || l.Number == chosen))
            {
                var after = doubts + (chosen is null ? 1 : 0);
                switch (lead.Target)
                {
                    case ToCouplet next:
                        Follow(at with { Couplet = next.Couplet }, after);
                        break;
                    case ToKey next:
                        Follow(guide.Key(next.Key).First, after);
                        break;
                    case ToTaxon end when ends.All(e => e.Taxon != end.Taxon):
                        ends.Add(new(end.Taxon, at, after));
                        break;
                }
            }
        }
    }
}

/// <summary>Steps back on a walk.</summary>
public static class KeyWalkBack
{
    extension(KeyWalk walk)
    {
        /// <summary>The walk one answer back; the same walk when nothing was answered or a couplet is re-opened (which is then closed).</summary>
        public KeyWalk Back(Guide guide)
        {
            if (walk.Reopened is not null)
            {
                return walk with { Reopened = null };
            }

            var onPath = KeyWalkTrace.Of(guide, walk).Steps.Select(s => s.At).ToHashSet();
            var last = walk.Answers.LastOrDefault(a => onPath.Contains(a.At));
            return last is null ? walk : walk with { Answers = walk.Answers.Remove(last) };
        }
    }
}
