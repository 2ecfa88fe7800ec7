using System.Collections.Immutable;
using Garten.Core.Guides;

namespace Garten.Core.Keys;

/// <summary>One answer given at a couplet.</summary>
/// <param name="At">The couplet.</param>
/// <param name="Lead">The lead chosen, from 1; null for "can't tell", which follows every lead.</param>
public sealed record WalkAnswer(CoupletRef At, int? Lead);

/// <summary>
/// A walk through the keys: where it began and what was answered. Answers at couplets that a changed answer cuts off
/// are kept, so that changing it back brings them back.
/// </summary>
/// <param name="Start">The first couplet.</param>
/// <param name="Answers">The answers in the order given, one a couplet at most.</param>
/// <param name="Reopened">A couplet of the path being looked at again; null when the walk goes on at its open end.</param>
public sealed record KeyWalk(CoupletRef Start, ImmutableArray<WalkAnswer> Answers, CoupletRef? Reopened)
{
    /// <summary>A walk that has not begun.</summary>
    /// <param name="start">Its first couplet.</param>
    public static KeyWalk From(CoupletRef start) => new(start, [], null);

    /// <summary>The walk after an answer; an earlier answer at the same couplet is replaced.</summary>
    /// <param name="at">The couplet.</param>
    /// <param name="lead">The lead, or null for "can't tell".</param>
    public KeyWalk Answer(CoupletRef at, int? lead) =>
        this with { Answers = Answers.RemoveAll(a => a.At == at).Add(new(at, lead)), Reopened = null };

    /// <summary>The walk one answer back; the same walk when nothing was answered or a couplet is re-opened (which is then closed).</summary>
    /// <param name="guide">The guide.</param>
    public KeyWalk Back(Guide guide)
    {
        if (Reopened is not null)
        {
            return this with { Reopened = null };
        }

        var onPath = KeyWalkTrace.Of(guide, this).Steps.Select(s => s.At).ToHashSet();
        var last = Answers.LastOrDefault(a => onPath.Contains(a.At));
        return last is null ? this : this with { Answers = Answers.Remove(last) };
    }

    /// <inheritdoc/>
    public bool Equals(KeyWalk? other) =>
        other is not null && Start == other.Start && Reopened == other.Reopened && Answers.SequenceEqual(other.Answers);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Start, Answers.Length, Reopened);
}

/// <summary>A couplet the walk went through.</summary>
/// <param name="At">The couplet.</param>
/// <param name="Lead">The lead taken, or null for "can't tell".</param>
/// <param name="Doubts">How many "can't tell" answers lie before it on its way.</param>
public sealed record WalkStep(CoupletRef At, int? Lead, int Doubts);

/// <summary>A name the walk has arrived at.</summary>
/// <param name="Taxon">The taxon.</param>
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
    CoupletRef? Current)
{
    /// <summary>True when no couplet is open and none was answered "can't tell".</summary>
    public bool IsClean => Open.IsEmpty && Steps.All(s => s.Lead is not null);

    /// <summary>Follows the answers of a walk.</summary>
    /// <param name="guide">A guide whose keys are sound; an answer the guide no longer has counts as not given.</param>
    /// <param name="walk">The walk.</param>
    public static KeyWalkTrace Of(Guide guide, KeyWalk walk)
    {
        var answers = walk.Answers.ToDictionary(a => a.At, a => a.Lead);
        var steps = ImmutableArray.CreateBuilder<WalkStep>();
        var open = ImmutableArray.CreateBuilder<CoupletRef>();
        var ends = ImmutableArray.CreateBuilder<WalkEnd>();
        var seen = new HashSet<CoupletRef>();
        Follow(walk.Start, 0);
        var onPath = walk.Reopened is { } reopened && seen.Contains(reopened);
        return new(steps.ToImmutable(), open.ToImmutable(), ends.ToImmutable(), onPath ? walk.Reopened : open.Count > 0 ? open[0] : null);

        void Follow(CoupletRef at, int doubts)
        {
            // Two ways can meet again in one couplet; it is asked once.
            if (!seen.Add(at) || guide.FindCouplet(at) is not { } couplet)
            {
                return;
            }

            if (!answers.TryGetValue(at, out var chosen) || (chosen is { } n && couplet.Leads.All(l => l.Number != n)))
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
