using System.Collections.Immutable;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;

namespace Garten.Core.Identification;

/// <summary>One step in splitting several names: the feature that parts them into two groups.</summary>
/// <param name="Character">The character; null when the guide knows none that parts them.</param>
/// <param name="Label">Its name; empty without one.</param>
/// <param name="Apart">How far the two nearest names of different groups are apart, 0–1.</param>
/// <param name="One">Names of the one group.</param>
/// <param name="Other">Names of the other group.</param>
public sealed record SplitStep(
    CharacterId? Character,
    string Label,
    double Apart,
    ImmutableArray<TaxonName> One,
    string OneShows,
    ImmutableArray<TaxonName> Other,
    string OtherShows
);

/// <summary>Splits three or more names step by step, into equal groups where it can be done, down to pairs and single names.</summary>
public static class Splitting
{
    /// <summary>
    /// How much less a split that leaves one name alone is worth than one into equal groups: two steps for four names
    /// beat three.
    /// </summary>
    private const double LopsidedWorth = 0.85;

    /// <summary>Splits names.</summary>
    /// <param name="taxa">Two to six taxa of the guide.</param>
    /// <returns>The steps in the order they are taken: a group before the groups it falls into.</returns>
    public static ImmutableArray<SplitStep> Split(Guide guide, ImmutableArray<TaxonId> taxa)
    {
        if (taxa.Length is < 2 or > TellApart.MostNames)
        {
            throw new ArgumentException(
                $"Two to {TellApart.MostNames} names can be split, not {taxa.Length}.",
                nameof(taxa)
            );
        }

        var characters = guide
            .Characters.Where(c => c.Organ != Organ.Place)
            .Select(c => new Judged(c, [.. taxa.Select(t => guide.StatementFor(t, c.Id, Scope.Any)?.Value)]))
            .Where(j => j.Values.Count(v => v is not null) == taxa.Length)
            .ToArray();
        var steps = ImmutableArray.CreateBuilder<SplitStep>();
        Part([.. Enumerable.Range(0, taxa.Length)]);
        return steps.ToImmutable();

        void Part(int[] group)
        {
            if (group.Length < 2)
            {
                return;
            }

            var (judged, one, apart) = Best(group);
            var other = group.Except(one).ToArray();
            if (judged is null)
            {
                steps.Add(new(null, "", 0, Names(group), "", [], ""));
                return;
            }

            steps.Add(
                new(
                    judged.Character.Id,
                    judged.Character.Label,
                    apart,
                    Names(one),
                    judged.Shows(one),
                    Names(other),
                    judged.Shows(other)
                )
            );
            Part(one);
            Part(other);
        }

        ImmutableArray<TaxonName> Names(int[] group) => [.. group.Select(i => TaxonName.Of(guide.Taxon(taxa[i])))];

        (Judged? Judged, int[] One, double Apart) Best(int[] group)
        {
            var looking = BestOf(characters.Where(c => !TellApart.Wounds(c.Character)), group);
            return looking.Apart >= TellApart.PartedByLooking ? looking : BestOf(characters, group);
        }

        (Judged? Judged, int[] One, double Apart) BestOf(IEnumerable<Judged> among, int[] group)
        {
            (Judged? Judged, int[] One, double Apart) best = (null, group, 0);
            double worth = 0;
            foreach (var judged in among)
            {
                // Every way to part the group in two; the first name always stands in the first of them.
                for (var mask = 1; mask < 1 << (group.Length - 1); mask++)
                {
                    var one = group.Where((_, i) => i == 0 || (mask & (1 << (i - 1))) == 0).ToArray();
                    var other = group.Except(one).ToArray();
                    var apart = one.Min(a => other.Min(b => judged.Between(a, b)));
                    var balanced = Math.Abs(one.Length - other.Length) <= 1;
                    var value = apart * (1 - judged.Character.Difficulty) * (balanced ? 1 : LopsidedWorth);
                    if (apart >= TellApart.LeastApart && value > worth)
                    {
                        (best, worth) = ((judged, one, apart), value);
                    }
                }
            }

            return best;
        }
    }

    private sealed class Judged(Character character, ImmutableArray<StatementValue?> values)
    {
        private readonly Dictionary<(int A, int B), double> _apart = [];

        public Character Character { get; } = character;

        public ImmutableArray<StatementValue?> Values { get; } = values;

        public double Between(int a, int b)
        {
            var pair = (Math.Min(a, b), Math.Max(a, b));
            return _apart.TryGetValue(pair, out var known)
                ? known
                : _apart[pair] = TellApart.Apart(Character, Values[pair.Item1]!, Values[pair.Item2]!);
        }

        public string Shows(int[] group) =>
            string.Join("; ", group.Select(i => NotationWriter.InWords(Values[i]!, Character)).Distinct());
    }
}
