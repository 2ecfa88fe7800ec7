using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;

namespace Garten.Core.Identification;

/// <summary>Which of three names a feature speaks for.</summary>
public enum CrossSide
{
    /// <summary>For the first parent.</summary>
    First,

    /// <summary>For neither parent alone: in between, or some of both.</summary>
    Between,

    /// <summary>For the second parent.</summary>
    Second,
}

/// <summary>One feature in which the parents differ.</summary>
/// <param name="Found">What was found, in words.</param>
/// <param name="Side">Which it speaks for.</param>
/// <param name="First">Chance of the finding under the first parent, of the three together.</param>
/// <param name="Cross">The same under the cross.</param>
/// <param name="Second">The same under the second parent.</param>
public sealed record CrossFeature(
    CharacterId Character,
    string Label,
    string Found,
    CrossSide Side,
    double First,
    double Cross,
    double Second
);

/// <summary>A plant held against two parents and their cross.</summary>
/// <param name="Masses">Chances of first, cross and second by these features alone, each as likely as another before; sum to 1.</param>
/// <param name="Features">Features recorded in which the parents differ.</param>
/// <param name="Unseen">Features in which the parents differ that are not recorded yet, the best first.</param>
/// <param name="Verdict">Where it stands, in a sentence.</param>
public sealed record CrossTest(
    TaxonName Cross,
    TaxonName First,
    TaxonName Second,
    ImmutableArray<double> Masses,
    ImmutableArray<CrossFeature> Features,
    ImmutableArray<string> Unseen,
    string Verdict
)
{
    /// <summary>Separation of the parents from which a feature can tell a cross.</summary>
    public const double ParentsApart = 0.3;

    /// <summary>Tests a cross.</summary>
    /// <param name="model">The guide made ready.</param>
    /// <param name="cross">A cross of the guide whose three taxa are candidates.</param>
    /// <param name="evidence">What was recorded.</param>
    public static CrossTest? Examine(CandidateModel model, Cross cross, EvidenceSheet evidence, PlaceFacts place)
    {
        int[] three = [model.NumberOf(cross.First), model.NumberOf(cross.Nothotaxon), model.NumberOf(cross.Second)];
        if (three.Any(n => n < 0))
        {
            return null;
        }

        var guide = model.Guide;
        var features = ImmutableArray.CreateBuilder<CrossFeature>();
        var unseen = new List<(string Label, double Apart)>();
        var logs = new double[3];
        var column = new double[model.Hypotheses];
        foreach (var character in guide.Characters.Where(c => c.Organ != Organ.Place))
        {
            if (
                guide.StatementFor(cross.First, character.Id, Scope.Any)?.Value is not { } one
                || guide.StatementFor(cross.Second, character.Id, Scope.Any)?.Value is not { } other
                || TellApart.Apart(character, one, other) is var apart && apart < ParentsApart
            )
            {
                continue;
            }

            if (
                evidence.Decisive(character.Id) is not { } observation
                || !model.CanCompare(observation)
                || !model.TryFill(observation, place, true, column)
            )
            {
                unseen.Add((character.Label, apart));
                continue;
            }

            double[] likelihood = [.. three.Select(n => column[n])];
            var sum = likelihood.Sum();
            var size = Math.Sqrt(
                Math.Max(
                    features.Count(f =>
                        guide.Character(f.Character).Group == character.Group && character.Group.Length > 0
                    ),
                    0
                ) + 1
            );
            for (var i = 0; i < 3; i++)
            {
                logs[i] += Math.Log(likelihood[i]) / size;
            }

            features.Add(
                new(
                    character.Id,
                    character.Label,
                    Wording.Recorded(character, observation),
                    SideOf(likelihood),
                    likelihood[0] / sum,
                    likelihood[1] / sum,
                    likelihood[2] / sum
                )
            );
        }

        Columns.Normalise(logs);
        var names = new[] { cross.First, cross.Nothotaxon, cross.Second }
            .Select(t => TaxonName.Of(guide.Taxon(t)))
            .ToArray();
        return new(
            names[1],
            names[0],
            names[2],
            [.. logs],
            features.ToImmutable(),
            [.. unseen.OrderByDescending(u => u.Apart).Select(u => u.Label)],
            VerdictOn(names, logs, features)
        );
    }

    private static CrossSide SideOf(double[] likelihood)
    {
        // Twice as likely as under the other parent is a side; otherwise it lies between.
        const double Twice = 2;
        return likelihood[0] >= Twice * likelihood[2] && likelihood[0] >= likelihood[1] ? CrossSide.First
            : likelihood[2] >= Twice * likelihood[0] && likelihood[2] >= likelihood[1] ? CrossSide.Second
            : CrossSide.Between;
    }

    private static string VerdictOn(TaxonName[] names, double[] masses, ImmutableArray<CrossFeature>.Builder features)
    {
        if (features.Count == 0)
        {
            return "Nothing is recorded yet in which the parents differ.";
        }

        var first = features.Count(f => f.Side == CrossSide.First);
        var second = features.Count(f => f.Side == CrossSide.Second);
        var between = features.Count - first - second;
        var tally = $"{first} for {names[0].Name}, {between} between, {second} for {names[2].Name}";
        var best = Array.IndexOf(masses, masses.Max());
        return masses[best] < LikelihoodConstants.Safe ? $"Not settled between the parents and the cross: {tally}."
            : best == 1 ? $"The cross fits better than either parent: {tally}."
            : $"{names[best].Name} fits without a cross: {tally}.";
    }
}
