using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Identification;
using Garten.Core.Keys;

namespace Garten.Core.Assessment;

/// <summary>A feature to come back for, without what the guide says of it.</summary>
/// <param name="Bits">Doubt a look is expected to remove, in bits.</param>
/// <param name="RulesOut">Look-alikes it would rule out, if the name is right.</param>
/// <param name="Again">True for a feature recorded already that speaks against the name.</param>
public sealed record WantedFeature(CharacterId Character, double Bits, ImmutableArray<TaxonId> RulesOut, bool Again);

/// <summary>What a plant must be visited again for on one of its parts, on whatever day that shows.</summary>
/// <param name="Part">The part; null for what can be seen on any day.</param>
/// <param name="Features">What to look at, the most telling first; may be empty where seeing the part is enough.</param>
/// <param name="Reasons">Reasons of the grade it would help to meet.</param>
public sealed record WantedPart(
    PlantPart? Part,
    ImmutableArray<WantedFeature> Features,
    ImmutableArray<ReasonKind> Reasons
);

/// <summary>
/// All that is reckoned of a plant that does not hang on the day it is asked: kept with the plant's revision, so that a list of
/// thousands need not weigh anything. <see cref="ReturnDay"/> says what of it shows today.
/// </summary>
/// <param name="Grade">The grade with its reasons.</param>
/// <param name="Asked">The name the return list is of: the one given, or else the likeliest.</param>
/// <param name="Sex">The plant's sex; null where it is not known.</param>
/// <param name="Wanted">What to come back for; empty for a confirmed plant.</param>
/// <param name="Doubt">What does not agree, in words; empty where all does.</param>
public sealed record PlantAssessment(
    GradeAnswer Grade,
    TaxonId Asked,
    Sex? Sex,
    ImmutableArray<WantedPart> Wanted,
    string Doubt
)
{
    /// <summary>Reckons a plant.</summary>
    public static PlantAssessment Of(CandidateModel model, GradeQuestion question)
    {
        var guide = model.Guide;
        var plant = question.Plant;
        var grade = Grading.Of(model, question);
        var evidence = plant.Sheet(guide);
        using var weighing = new Weighing(model, evidence, plant.Place, plant.Visits);
        var taxon = grade.Name?.Id ?? model.Taxa[weighing.Leading(1)[0]];
        return new(
            grade,
            taxon,
            evidence.Sex,
            // From nothing seen nothing follows: which of a hundred names leads is no reason to send anybody out for its fruit.
            grade.Grade == Terms.Grade.Confirmed
            || taxon.IsInWords
            || (grade.Name is null && weighing.Features == 0)
                ? []
                : ReturnList.WantedOf(model, question, grade, taxon, evidence, weighing),
            DoubtOf(model, plant, grade, evidence)
        );
    }

    /// <summary>What does not agree on a plant. Where no key was walked none can disagree.</summary>
    private static string DoubtOf(CandidateModel model, Plant plant, GradeAnswer grade, EvidenceSheet evidence)
    {
        if (
            grade.Name is not null
            && grade.Reasons.FirstOrDefault(g => g is { Kind: ReasonKind.Agreement, Met: false }) is { } against
        )
        {
            return against.Says;
        }

        if (plant.Walk is not { } walk || grade.Name is { Id.IsInWords: true })
        {
            return "";
        }

        using var weighing = new Weighing(
            model,
            evidence,
            plant.Place,
            plant.Visits,
            new(PriorFactors.All, [], [.. plant.Colony.Select(m => CompanionEvidence.Of(model, m, PriorFactors.All))])
        );
        var held = new double[model.Guide.Taxa.Length];
        weighing.SumUp(held);
        return KeyAgainstFeatures.Says(
            model.Guide,
            KeyWalkTrace.Of(model.Guide, walk),
            LikelyNames.Of(model, weighing, 1),
            taxon => held[model.PlaceOf(taxon)]
        );
    }
}
