using System.Collections.Immutable;

namespace Garten.Core.Guides.Text;

/// <summary>
/// What a botanical text says, read without knowing any guide: a key, a description of one taxon, or why it was not read.
/// <code>GuideTextReader.Read("1. Leaves opposite ... Acer rubrum\n1. Leaves alternate ... Alnus rubra") is KeyText</code>
/// Nothing is looked up: a name is whatever follows the rules of botanical names, however unheard of.
/// </summary>
public abstract record GuideText;

/// <summary>A text that was not read.</summary>
/// <param name="Reason">What is odd about it and where, in a sentence for whoever brought it.</param>
public sealed record RefusedText(string Reason) : GuideText;

/// <summary>How the couplets of a key are set.</summary>
public enum KeyTextStyle
{
    /// <summary>The leads of a couplet stand together, each with the number it leads to.</summary>
    Bracketed,

    /// <summary>What follows from a lead stands below it, deeper.</summary>
    Indented,

    /// <summary>Every lead has a number of its own and names the one it stands against, "1(4)".</summary>
    Serial,
}

/// <summary>A dichotomous key as its text has it, sound or not.</summary>
/// <param name="Title">Its heading; may be empty.</param>
/// <param name="Remarks">What else stands before or between its leads, a line each.</param>
/// <param name="Couplets">In the order of the text.</param>
/// <param name="Names">The names it comes out at, without authors, each once.</param>
/// <param name="Faults">What is wrong with it; empty for a sound key.</param>
public sealed record KeyText(
    KeyTextStyle Style,
    string Title,
    ImmutableArray<string> Remarks,
    ImmutableArray<CoupletText> Couplets,
    ImmutableArray<string> Names,
    ImmutableArray<KeyTextFault> Faults
) : GuideText;

/// <summary>One question of a key.</summary>
/// <param name="Group">The group it stands in, where numbers begin again in each; empty otherwise.</param>
/// <param name="Number">As the text numbers it; counted in the order of the text where it does not.</param>
/// <param name="From">The back-reference the text gives; empty for none.</param>
/// <param name="Line">Line of the text it begins on, from 1.</param>
public sealed record CoupletText(string Group, string Number, string From, ImmutableArray<LeadText> Leads, int Line);

/// <summary>One answer of a couplet.</summary>
/// <param name="Number">Its place among the leads of the couplet, from 1.</param>
/// <param name="Label">As printed: "1a", "1'", "–"; empty for none.</param>
/// <param name="Text">In one line, without label, leaders and target.</param>
/// <param name="Line">Line of the text it begins on, from 1.</param>
public sealed record LeadText(
    int Number,
    string Label,
    string Text,
    TextTarget Target,
    ImmutableArray<TextStatement> Statements,
    int Line
);

/// <summary>Where a lead goes.</summary>
public abstract record TextTarget
{
    /// <summary>The target as one would say it: "2", "Group A", "Acer rubrum or Acer nigrum", "nowhere".</summary>
    public string InWords =>
        this switch
        {
            EndsAtCouplet to => to.Couplet,
            EndsAtGroup to => to.Group,
            EndsAtName to => to.Name.Name,
            EndsAtNames to => string.Join($" {to.Join} ", to.Names.Select(n => n.Name)),
            _ => "nowhere",
        };
}

/// <summary>To another couplet of its group.</summary>
public sealed record EndsAtCouplet(string Couplet) : TextTarget;

/// <summary>To a group with couplets of its own.</summary>
public sealed record EndsAtGroup(string Group) : TextTarget;

/// <summary>To a name.</summary>
public sealed record EndsAtName(NameInText Name) : TextTarget;

/// <summary>To several names that are not told apart.</summary>
/// <param name="Join">"or" or "and", as the text has it.</param>
public sealed record EndsAtNames(ImmutableArray<NameInText> Names, string Join) : TextTarget;

/// <summary>Nowhere that could be made out.</summary>
/// <param name="Said">What stands there instead of a name: "?", "not keyed"; empty for nothing.</param>
public sealed record EndsNowhere(string Said) : TextTarget;

/// <summary>A name as a text has it.</summary>
/// <param name="Name">Without authors; ranks below the species as written.</param>
/// <param name="Authors">May be empty.</param>
/// <param name="Common">A name in the language of the text; may be empty.</param>
public sealed record NameInText(string Name, string Authors, string Common);

/// <summary>What is wrong with a key.</summary>
public enum KeyTextFaultKind
{
    /// <summary>A lead goes to a couplet or group that is not there.</summary>
    MissingCouplet,

    /// <summary>A way leads back to where it came from.</summary>
    Loop,

    /// <summary>Two couplets have one number.</summary>
    DuplicateNumber,

    /// <summary>A lead ends in words that are no name, or in a couplet of which no way comes out.</summary>
    DeadEnd,

    /// <summary>A lead gives neither a number nor a name.</summary>
    NoTarget,

    /// <summary>The leads of a couplet do not speak of the same thing, or say the same of it.</summary>
    NoContrast,

    /// <summary>No way from the beginning leads to a couplet.</summary>
    Unreachable,

    /// <summary>A couplet has one lead only.</summary>
    SingleLead,
}

/// <summary>One fault of a key.</summary>
/// <param name="Group">Group of the couplet; empty for none.</param>
/// <param name="Couplet">Number of the couplet to look at.</param>
/// <param name="Lead">Which lead of it, from 1; null where the whole couplet is meant.</param>
/// <param name="Complaint">A sentence that names the place and what is wrong there.</param>
public sealed record KeyTextFault(KeyTextFaultKind Kind, string Group, string Couplet, int? Lead, string Complaint)
{
    /// <summary>Line of the text it is at, from 1; null where the key has no such place.</summary>
    public int? LineIn(KeyText key) =>
        key.Couplets.FirstOrDefault(c => c.Group == Group && c.Number == Couplet) is not { } couplet ? null
        : couplet.Leads.FirstOrDefault(l => l.Number == Lead) is { } lead ? lead.Line
        : couplet.Line;
}

/// <summary>A description of one taxon.</summary>
/// <param name="Taxon">Its name, where the text begins with one; null otherwise.</param>
/// <param name="NoStatement">Sentences that say nothing of the plant.</param>
public sealed record DescriptionText(
    NameInText? Taxon,
    ImmutableArray<TextStatement> Statements,
    ImmutableArray<string> NoStatement
) : GuideText;

/// <summary>
/// One character of one organ, in plain words: of "petals 5, white" the second is organ "petal", character "colour", value "white".
/// </summary>
/// <param name="Text">The piece of the text that says it, verbatim but for line ends.</param>
/// <param name="Organ">In the singular; "plant" for the whole and where it grows.</param>
/// <param name="Character">What of the organ is spoken of: "length", "arrangement", "margin".</param>
/// <param name="Value">
/// "3–8 cm", "≤ 3 mm", "white | pink", "red &amp; yellow"; a frequency in brackets behind the alternative it belongs to.
/// </param>
/// <param name="Frequency">"usually", "rarely" …, where it belongs to all of the value; empty otherwise.</param>
/// <param name="Scope">What it holds for, by "stage", "sex", "season", "position", "exposure", "age" or "place"; empty for all.</param>
public sealed record TextStatement(
    string Text,
    string Organ,
    string Character,
    string Value,
    string Frequency,
    ImmutableSortedDictionary<string, string> Scope
)
{
    /// <summary>What it says, in a line: "petal, colour: white (usually) [sex: male]".</summary>
    public string InWords =>
        $"{Organ}, {Character}: {Value}"
        + (Frequency.Length == 0 ? "" : $" ({Frequency})")
        + (Scope.Count == 0 ? "" : $" [{string.Join(", ", Scope.Select(s => $"{s.Key}: {s.Value}"))}]");
}
