using Garten.Core.Assessment;
using Garten.Core.Guides;

namespace Garten.Core.Commands;

/// <summary>Gives a plant a name: never changed, only followed by another.</summary>
/// <param name="Id">Made by who gives it.</param>
/// <param name="FullName">The name as written.</param>
/// <param name="Remarks">Remarks; may be empty.</param>
/// <param name="Origin">Wild or planted, kept on the plant; null leaves it as it is.</param>
public sealed record GiveName(
    PlantId Plant,
    DeterminationId Id,
    TaxonId Taxon,
    IdentificationQualifier Qualifier,
    string FullName,
    DateOnly Date,
    string Remarks,
    Origin? Origin = null
) : PlantCommand(Plant)
{
    /// <summary>The name of a taxon of the guide.</summary>
    /// <exception cref="RuleException">The guide has no such taxon, or the day is still to come.</exception>
    public static GiveName Of(PlantId plant, NameInput input, Guide guide, DateOnly today)
    {
        var taxon = guide.FindTaxon(new TaxonId(input.Taxon))
            ?? throw new RuleException(
                "taxon",
                "There is no such name. Choose one from the list, or write it in words."
            );
        return new(
            plant,
            input.Id,
            taxon.Id,
            input.Qualifier,
            DeterminationName.Full(taxon, input.Qualifier),
            Rules.Past(input.Date, today),
            Rules.Text("remarks", "The remarks", input.Remarks, 2000),
            input.Origin
        );
    }
}

/// <summary>A name as somebody gives it.</summary>
/// <param name="Id">Made by who gives it, so that sending it twice gives the name once.</param>
/// <param name="Origin">Wild or planted.</param>
public sealed record NameInput(
    DeterminationId Id,
    string Taxon,
    IdentificationQualifier Qualifier,
    Origin? Origin,
    DateOnly Date,
    string? Remarks
);

/// <summary>Says what one thinks of a name somebody else gave.</summary>
/// <param name="Remark">Why, or what to look at; may be empty where they agree.</param>
public sealed record ReviewName(PlantId Plant, DeterminationId Name, Verdict Verdict, string Remark)
    : PlantCommand(Plant)
{
    /// <summary>A review: who does not agree says why.</summary>
    /// <exception cref="RuleException">They did not say, or at too great length.</exception>
    public static ReviewName Of(PlantId plant, DeterminationId name, Verdict verdict, string? remark)
    {
        var said = Rules.Text("remark", "The remark", remark, 2000);
        return said.Length > 0 || verdict == Verdict.Agrees
            ? new(plant, name, verdict, said)
            : throw new RuleException(
                "remark",
                verdict == Verdict.Differs ? "Say what speaks against the name." : "Say what should be looked at."
            );
    }
}

/// <summary>Sets a grade against the one computed, or takes that back.</summary>
/// <param name="Grade">The grade; null to let the computed one stand.</param>
public sealed record OverruleGrade(PlantId Plant, Grade? Grade, string Reason) : PlantCommand(Plant);
