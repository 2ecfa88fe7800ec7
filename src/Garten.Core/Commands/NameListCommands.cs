using Garten.Core.Guides;
using Garten.Core.Survey.Names;

namespace Garten.Core.Commands;

/// <summary>Adds names in words to the survey's list; those that are there stay as they are.</summary>
/// <param name="Names">The names, those above others first.</param>
public sealed record AddNames(IReadOnlyList<SurveyName> Names) : Command;

/// <summary>Says anew what is known of a name in words.</summary>
/// <param name="Expected">Revision the change starts from.</param>
public sealed record SetName(TaxonId Name, NameContent Content, long Expected) : Command
{
    /// <summary>The family it is put into; null where that stays as it is.</summary>
    public NewFamily? Family { get; init; }

    /// <summary>What somebody says anew.</summary>
    /// <param name="family">Its family; empty for none known, null where it stays as it is.</param>
    /// <param name="guide">The guide, with the names in words.</param>
    /// <exception cref="RuleException">There is no such name, something is too long, or the family is no family or not theirs to say.</exception>
    public static SetName Of(TaxonId name, NameContent content, string? family, long expected, Guide guide)
    {
        var own = guide.FindTaxon(name) is { Id.IsInWords: true } found
            ? found
            : throw new RuleException("name", "There is no such name in the survey's list.");
        var before = guide.At(name, TaxonRank.Family)?.Name ?? "";
        return new(name, content.Checked(), expected)
        {
            Family =
                family is null || family.Trim() == before ? null
                : own.Rank == TaxonRank.Family
                    ? throw new RuleException("family", "A family stands in no other family.")
                : NewFamily.Of(guide, name, family.Trim()),
        };
    }
}

/// <summary>Another family for a name in words, and so for its genus and all that stands in that.</summary>
/// <param name="Root">The genus, or the name itself where it has none.</param>
/// <param name="Family">The family; null for none known.</param>
/// <param name="Name">Its name; empty for none known.</param>
/// <param name="Added">The family where the list lacks it.</param>
public sealed record NewFamily(TaxonId Root, TaxonId? Family, string Name, IReadOnlyList<SurveyName> Added)
{
    /// <summary>The family of a name, as somebody says it.</summary>
    /// <exception cref="RuleException">It is no family, or the guide says it otherwise.</exception>
    public static NewFamily Of(Guide guide, TaxonId name, string family)
    {
        var line = guide.Lineage(name).TakeWhile(t => t.Rank != TaxonRank.Family).ToArray();
        if (Array.Find(line, t => !t.Id.IsInWords) is { } listed)
        {
            throw new RuleException(
                "family",
                $"{listed.Name} is in the guide, which says its family. Leave the family as it is."
            );
        }

        NamePlacing placing = new(guide);
        return new(line[^1].Id, family.Length == 0 ? null : placing.PlaceFamily(family), family, placing.Added);
    }
}

/// <summary>
/// Gives all records of a name in words another name: a working label has been identified, a name is another one's synonym, or the guide
/// has it by now. Lines of counts keep under what name they were made; plants are given another name, which follows the first.
/// </summary>
/// <param name="Name">The name in words.</param>
/// <param name="To">A taxon of the guide or another name in words.</param>
/// <param name="FullName">That name as it is written.</param>
/// <param name="Date">The day it is given.</param>
public sealed record RenameRecords(TaxonId Name, TaxonId To, string FullName, DateOnly Date, string Remarks) : Command
{
    /// <summary>What somebody asks for.</summary>
    /// <param name="guide">The guide, with the names in words.</param>
    /// <param name="today">The day it is given.</param>
    /// <exception cref="RuleException">There is no such name, it is the same, or what stands below it cannot stand below the other.</exception>
    public static RenameRecords Of(TaxonId name, string to, string? remarks, Guide guide, DateOnly today)
    {
        var before = guide.FindTaxon(name) is { Id.IsInWords: true } own
            ? own
            : throw new RuleException("name", "There is no such name in the survey's list.");
        var after = guide.FindTaxon(new(to))
            ?? throw new RuleException(
                "to",
                "There is no such name. Choose one from the list, or write it in words first."
            );
        if (after.Id == before.Id)
        {
            throw new RuleException("to", "That is the name they have. Choose another.");
        }

        if (after.Rank != before.Rank && guide.InWords.FirstOrDefault(t => t.Parent == before.Id) is { } below)
        {
            throw new RuleException(
                "to",
                $"{below.Name} stands below {before.Name}: it can only become another {before.Rank.ToString().ToLowerInvariant()}."
            );
        }

        if (guide.IsWithin(after.Id, before.Id))
        {
            throw new RuleException(
                "to",
                $"{after.Name} stands below {before.Name}. Give its records each their own name."
            );
        }

        return new(
            before.Id,
            after.Id,
            DeterminationName.Full(after, IdentificationQualifier.None),
            today,
            Rules.Text("remarks", "The remarks", remarks, 2000)
        );
    }
}

/// <summary>Takes a name in words that nothing bears off the list, or puts one back; one whose records were given another gets those of them back that still bear it.</summary>
/// <param name="Away">True to take it off.</param>
public sealed record RemoveName(TaxonId Name, bool Away = true) : Command;
