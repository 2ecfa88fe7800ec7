using Garten.Core.Guides;

namespace Garten.Core.Assessment;

/// <summary>
/// Grades a plant whose name stands in words. Nothing can be weighed for a name that the guide does not describe, so it rests on people
/// alone: the name leads by being given, is settled where two organs were recorded and somebody else agrees or a voucher stands for it,
/// and is confirmed by both.
/// </summary>
internal static class InWordsGrading
{
    /// <summary>Computes the grade.</summary>
    /// <param name="given">The latest name, in words.</param>
    public static GradeAnswer Of(Guide guide, GradeQuestion question, GivenName given)
    {
        if (given.Taxon == NameText.NotIdentified.Id)
        {
            return new(
                Grade.Unplaced,
                null,
                [
                    new(
                        ReasonKind.Named,
                        Grade.Leaning,
                        false,
                        $"{given.Person} could not identify it on {Grading.Day(given.Date)}."
                    ),
                ]
            );
        }

        var organs = Grading.OrgansOf(guide, Grading.SeenOn(guide, question.Plant));
        var second = Grading.SecondPerson(question, given);
        var agreed =
            question.Reviews.Any(r => r.Verdict == Verdict.Agrees)
            || question.Names.Any(n => n.Person != given.Person && n.Taxon == given.Taxon);
        var unqualified = given.Qualifier == IdentificationQualifier.None;
        GradeReason[] reasons =
        [
            new(
                ReasonKind.Named,
                Grade.Settled,
                unqualified,
                unqualified
                    ? $"Named in words by {given.Person} on {Grading.Day(given.Date)}; the guide does not describe it, so nothing is weighed."
                    : $"Named with a qualifier ({DeterminationName.Written(given.Qualifier)}) by {given.Person}."
            ),
            Grading.Organs(organs),
            second with
            {
                From = Grade.Settled,
            },
            new(
                ReasonKind.Specimen,
                Grade.Confirmed,
                agreed && question.Vouchers.Length > 0,
                agreed && question.Vouchers.Length > 0
                    ? "Somebody else agrees, and a voucher stands for it."
                    : "What the guide does not describe is confirmed by a second person and a voucher together."
            ),
        ];
        return new(Grading.HighestMet(reasons), new(given.Taxon, given.FullName, TaxonRank.Species, ""), [.. reasons]);
    }
}
