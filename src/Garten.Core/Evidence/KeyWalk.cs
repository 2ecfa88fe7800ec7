using System.Collections.Immutable;
using Garten.Core.Guides;

namespace Garten.Core.Evidence;

/// <summary>One answer given at a couplet.</summary>
/// <param name="Lead">The lead chosen, from 1; null for "can't tell", which follows every lead; <see cref="Neither"/> where none fits.</param>
public sealed record WalkAnswer(CoupletRef At, int? Lead)
{
    /// <summary>Stands in the place of a lead where none of them fits the plant: the walk stops there.</summary>
    public const int Neither = -1;
}

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
    /// <param name="lead">The lead, or null for "can't tell".</param>
    public KeyWalk Answer(CoupletRef at, int? lead) =>
        this with
        {
            Answers = Answers.RemoveAll(a => a.At == at).Add(new(at, lead)),
            Reopened = null,
        };

    /// <inheritdoc/>
    public bool Equals(KeyWalk? other) =>
        other is not null && Start == other.Start && Reopened == other.Reopened && Answers.SequenceEqual(other.Answers);

    /// <inheritdoc/>
    public override int GetHashCode() => HashCode.Combine(Start, Answers.Length, Reopened);
}
