using Garten.Core.Evidence;
using Garten.Core.Guides;

namespace Garten.Core.Identification;

/// <summary>
/// What every candidate makes of one character, compiled once for a guide into dense columns: one number a candidate and,
/// last, one for "outside the guide". A candidate the guide says nothing of holds what the others make of it on average,
/// so that a blank neither helps nor harms.
/// </summary>
public abstract class CharacterTable
{
    private readonly int[] _lacking;

    private protected CharacterTable(Character character, int candidates, int[] lacking)
    {
        Character = character;
        Candidates = candidates;
        _lacking = lacking;
    }

    /// <summary>The character.</summary>
    public Character Character { get; }

    /// <summary>How many things could be recorded of it when judging what a look would tell.</summary>
    public abstract int Outcomes { get; }

    /// <summary>How many candidates there are; columns are one longer.</summary>
    protected int Candidates { get; }

    /// <summary>
    /// Share of the relatives of a name that differ from it in this character: leaves stand in pairs in a whole genus, flowers
    /// are of any colour. Learnt from the congeners that the guide describes.
    /// </summary>
    public double RelativeDiffers { get; private set; } = LikelihoodConstants.RelativeDiffers;

    /// <summary>Learns how often congeners differ.</summary>
    /// <param name="pairs">Candidates of one genus, two by two.</param>
    internal void Learn(IReadOnlyList<(int One, int Other)> pairs)
    {
        double differing = LikelihoodConstants.RelativeDiffers * LikelihoodConstants.PairsTakenAsSeen,
            seen = LikelihoodConstants.PairsTakenAsSeen;
        foreach (var (one, other) in pairs)
        {
            if (!Speaks(one) || !Speaks(other))
            {
                continue;
            }

            seen++;
            for (var outcome = 0; outcome < Outcomes; outcome++)
            {
                differing += Math.Abs(ChanceOf(outcome, one) - ChanceOf(outcome, other)) / 2;
            }
        }

        RelativeDiffers = differing / seen;
    }

    /// <summary>True when the guide says something of a candidate here.</summary>
    private protected abstract bool Speaks(int candidate);

    /// <summary>Number of the hypothesis "outside the guide", after all candidates.</summary>
    public int Outside => Candidates;

    /// <summary>Numbers of the candidates that never have the part, in order.</summary>
    public ReadOnlySpan<int> Lacking => _lacking;

    /// <summary>Chance that a sure look would give an outcome.</summary>
    /// <param name="outcome">Number of the outcome, from 0.</param>
    /// <param name="hypothesis">Number of the candidate, or the count of candidates for "outside".</param>
    public abstract double ChanceOf(int outcome, int hypothesis);

    /// <summary>An outcome in words; empty for a step of a number.</summary>
    /// <param name="outcome">Number of the outcome, from 0.</param>
    public abstract string OutcomeLabel(int outcome);

    /// <summary>The state an outcome stands for; null for numbers.</summary>
    /// <param name="outcome">Number of the outcome, from 0.</param>
    public abstract string? OutcomeState(int outcome);

    /// <summary>Expected information of a sure look: the mutual information of name and outcome, in bits.</summary>
    /// <param name="masses">Chances of the hypotheses, one a candidate and one for "outside".</param>
    public abstract double ExpectedBits(ReadOnlySpan<double> masses);

    /// <summary>True when an observation says something this table can weigh.</summary>
    /// <param name="observation">An observation of the character.</param>
    public abstract bool CanCompare(Observation observation);

    /// <summary>Likelihood of an observation under every hypothesis.</summary>
    /// <param name="observation">An observation of the character that weighs.</param>
    /// <param name="column">Filled with numbers above 0, one a candidate and one more.</param>
    /// <returns>False when it cannot be compared; then the column is left as it is.</returns>
    public bool TryFill(Observation observation, Span<double> column)
    {
        if (!TryFillAttached(observation, column))
        {
            return false;
        }

        if (observation.Source is EvidenceSource.Fallen or EvidenceSource.OldRemains)
        {
            // A fallen part may be a neighbour's; then it says nothing, which is what the hypotheses make of it on average.
            Columns.Mix(column, LikelihoodConstants.Neighbour, Columns.Sum(column) / column.Length);
        }

        return true;
    }

    /// <summary>True when the part grew where floras' ranges do not reach.</summary>
    public bool IsUnusual(Observation observation) => UnusualParts.Are(Character, observation);

    /// <summary>True when the character asks for a tool and was judged by the bare eye.</summary>
    protected bool IsByBareEye(Observation observation) => observation.Tool == Tool.Eye && Character.Tool != Tool.Eye;

    /// <summary>True when an unusual part was compared with a widened range because the guide has no statement of that scope for a candidate.</summary>
    public bool IsWidened(Observation observation, int candidate) =>
        IsUnusual(observation) && !IsCovered(observation, candidate);

    /// <summary>True when the guide has a statement made for such a part of a candidate.</summary>
    private protected abstract bool IsCovered(Observation observation, int candidate);

    /// <summary>Likelihood before the source of the part is considered.</summary>
    /// <param name="column">To be filled.</param>
    private protected abstract bool TryFillAttached(Observation observation, Span<double> column);
}

/// <summary>What the guide says of one candidate in one scope.</summary>
/// <typeparam name="T">A compiled statement.</typeparam>
/// <param name="Scope">When it holds.</param>
/// <param name="Said">What it says.</param>
internal readonly record struct Scoped<T>(Scope Scope, T Said);

/// <summary>Everything the guide says of one candidate beyond, or in place of, an unscoped statement.</summary>
/// <typeparam name="T">A compiled statement.</typeparam>
/// <param name="Rows">Statements in the order they are tried; the unscoped one, if any, last.</param>
internal sealed record ScopedRows<T>(int Candidate, Scoped<T>[] Rows)
{
    /// <summary>
    /// Likelihood under the statements that hold: the first that matches; where the plant's sex is not known and the sexes
    /// differ, the mean over both.
    /// </summary>
    /// <param name="circumstances">What is known of the part.</param>
    /// <param name="likelihood">Likelihood under one statement, and whether it was made for the unusual part.</param>
    /// <param name="otherwise">Likelihood where none matches.</param>
    public double Likelihood(Scope circumstances, Func<T, bool, double> likelihood, double otherwise)
    {
        var sexes =
            Array.Exists(Rows, r => r.Scope.Sex is Sex.Male or Sex.Female) && circumstances.Sex is null or Sex.Both;
        return sexes
            ? (Under(circumstances with { Sex = Sex.Male }) + Under(circumstances with { Sex = Sex.Female })) / 2
            : Under(circumstances);

        double Under(Scope known)
        {
            foreach (var row in Rows)
            {
                if (row.Scope.Matches(known))
                {
                    return likelihood(
                        row.Said,
                        row.Scope is { Stage: not null } or { Exposure: not null } or { Position: not null }
                    );
                }
            }

            return otherwise;
        }
    }

    /// <summary>True when a statement made for such a part holds.</summary>
    /// <param name="circumstances">What is known of the part.</param>
    public bool Covers(Scope circumstances) =>
        Array.Exists(Rows, r =>
            r.Scope is { Stage: not null } or { Exposure: not null } or { Position: not null }
            && r.Scope.Matches(circumstances)
        );
}
