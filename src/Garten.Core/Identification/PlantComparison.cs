using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;

namespace Garten.Core.Identification;

/// <summary>How two plants compare in a feature.</summary>
public enum Likeness
{
    /// <summary>Alike, as two plants of one name are.</summary>
    Alike,

    /// <summary>Different, more than plants of one name are.</summary>
    Different,

    /// <summary>Says little: too common, too variable or too unsure.</summary>
    Undecided,

    /// <summary>Recorded on one of the two only.</summary>
    OneOnly,
}

/// <summary>A feature of two plants side by side.</summary>
/// <param name="One">What was found on the first; empty when nothing.</param>
/// <param name="Other">What was found on the second; empty when nothing.</param>
/// <param name="Bits">How much it speaks for one name (above 0) or for two (below), in bits.</param>
/// <param name="Likeness">The same in a word.</param>
public sealed record ComparedFeature(
    CharacterId Character,
    Organ Organ,
    string Label,
    string One,
    string Other,
    double Bits,
    Likeness Likeness
);

/// <summary>Two plants held against each other: "is this the same as that one?".</summary>
/// <param name="Same">Chance that both bear the same name of the guide.</param>
/// <param name="Name">The name they would most likely share.</param>
/// <param name="Features">The features, the most telling first, those of one plant only last.</param>
/// <param name="Verdict">The answer, in a sentence.</param>
public sealed record PlantComparison(
    double Same,
    TaxonName? Name,
    ImmutableArray<ComparedFeature> Features,
    string Verdict
)
{
    /// <summary>Compares two plants.</summary>
    /// <param name="model">The guide made ready.</param>
    /// <param name="one">What was recorded on the first, and where.</param>
    /// <param name="other">The same of the second.</param>
    public static PlantComparison Of(CandidateModel model, PlantEvidence one, PlantEvidence other)
    {
        using var first = one.Weigh(model);
        using var second = other.Weigh(model);
        double same = 0,
            most = 0;
        var shared = -1;
        for (var t = 0; t < model.Taxa.Length; t++)
        {
            var both = first.Masses[t] * second.Masses[t];
            same += both;
            (most, shared) = both > most ? (both, t) : (most, shared);
        }

        var name = shared < 0 ? null : TaxonName.Of(model.Guide.Taxon(model.Taxa[shared]));
        ImmutableArray<ComparedFeature> features =
        [
            .. model
                .Guide.Characters.Where(c => c.Organ != Organ.Place)
                .Select(c => Compare(model, c, one, other))
                .OfType<ComparedFeature>()
                .OrderBy(f => f.Likeness == Likeness.OneOnly)
                .ThenByDescending(f => Math.Abs(f.Bits)),
        ];
        return new(same, name, features, VerdictOn(same, name, features));
    }

    /// <summary>
    /// log2 of how much likelier both findings are if the plants share a name than if they do not, every name of the guide
    /// being as likely as another: Σ p·a·b / (Σ p·a · Σ p·b).
    /// </summary>
    private static double BitsOf(ReadOnlySpan<double> a, ReadOnlySpan<double> b)
    {
        double both = 0,
            ones = 0,
            others = 0;
        for (var t = 0; t < a.Length - 1; t++)
        {
            both += a[t] * b[t];
            ones += a[t];
            others += b[t];
        }

        return a.Length < 2 ? 0 : Math.Log2(both * (a.Length - 1) / (ones * others));
    }

    private static ComparedFeature? Compare(
        CandidateModel model,
        Character character,
        PlantEvidence one,
        PlantEvidence other
    )
    {
        var a = one.Evidence.Decisive(character.Id);
        var b = other.Evidence.Decisive(character.Id);
        if (a is null && b is null)
        {
            return null;
        }

        var foundA = a is null ? "" : Wording.Recorded(character, a);
        var foundB = b is null ? "" : Wording.Recorded(character, b);
        if (a is null || b is null || !model.CanCompare(a) || !model.CanCompare(b))
        {
            return new(
                character.Id,
                character.Organ,
                character.Label,
                foundA,
                foundB,
                0,
                a is null || b is null ? Likeness.OneOnly : Likeness.Undecided
            );
        }

        var columnA = new double[model.Hypotheses];
        var columnB = new double[model.Hypotheses];
        model.TryFill(a, one.Place, true, columnA);
        model.TryFill(b, other.Place, true, columnB);
        var bits = BitsOf(columnA, columnB);
        var likeness =
            bits >= LikelihoodConstants.SlightBits ? Likeness.Alike
            : bits <= -LikelihoodConstants.SlightBits ? Likeness.Different
            : Likeness.Undecided;
        return new(character.Id, character.Organ, character.Label, foundA, foundB, bits, likeness);
    }

    private static string VerdictOn(double same, TaxonName? name, ImmutableArray<ComparedFeature> features)
    {
        if (features.All(f => f.Likeness == Likeness.OneOnly))
        {
            return "No feature is recorded on both, so they cannot be compared yet.";
        }

        var against = features.FirstOrDefault(f => f.Likeness == Likeness.Different);
        return same >= LikelihoodConstants.Safe ? $"The same name: {name!.Name}."
            : same <= 1 - LikelihoodConstants.Safe && against is not null
                ? $"Not the same: they differ in {against.Label.ToLowerInvariant()}."
            : $"Not settled: the same name with a chance of {same:P0}.".Replace(
                " %",
                "\u00a0%",
                StringComparison.Ordinal
            );
    }
}

/// <summary>What is known of one plant.</summary>
/// <param name="Evidence">What was recorded.</param>
/// <param name="Place">Where it stands.</param>
public sealed record PlantEvidence(EvidenceSheet Evidence, PlaceFacts Place, ImmutableArray<Visit> Visits)
{
    /// <summary>Weighs the names against it.</summary>
    /// <param name="model">The guide made ready.</param>
    public Weighing Weigh(CandidateModel model) => new(model, Evidence, Place, Visits);
}
