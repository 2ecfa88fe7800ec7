using System.Collections.Immutable;
using System.Globalization;
using System.Text.RegularExpressions;
using Garten.Core.Survey.Places;

namespace Garten.Core.Commands;

/// <summary>What is said of a plant itself, whatever was seen on it.</summary>
/// <param name="Tag">The tag it is called by.</param>
/// <param name="Site">Where it stands.</param>
/// <param name="Description">What it looks like and where, in a few words.</param>
/// <param name="Origin">Wild or planted.</param>
public sealed partial record PlantFacts(string Tag, SiteId Site, string Description, Origin Origin)
{
    private const int LongestTag = 40;
    private const int LongestDescription = 500;

    /// <summary>The facts as they are kept.</summary>
    /// <exception cref="RuleException">The tag is missing or no tag, or something is too long.</exception>
    public PlantFacts Checked() =>
        this with
        {
            Tag = CheckedTag(Tag),
            Description = Rules.Text("description", "The description", Description, LongestDescription),
        };

    /// <summary>A tag as it is kept.</summary>
    /// <exception cref="RuleException">It is missing, or no tag.</exception>
    public static string CheckedTag(string? text)
    {
        var tag = Rules.Text("tag", "The tag", text, LongestTag, required: true).ToUpperInvariant();
        return Tags().IsMatch(tag)
            ? tag
            : throw new RuleException(
                "tag",
                $"“{tag}” is no tag: it has one to four letters, a hyphen and three to six digits, for example TF-048."
            );
    }

    [GeneratedRegex("^[A-Z]{1,4}-[0-9]{3,6}$")]
    private static partial Regex Tags();
}

/// <summary>Puts right what is said of a plant; moved to another site, its visits move with it.</summary>
/// <param name="Before">As it stood when it was put right.</param>
/// <param name="After">As it shall stand.</param>
public sealed record CorrectPlant(PlantId Plant, PlantFacts Before, PlantFacts After) : PlantCommand(Plant);

/// <summary>Puts right what is noted of a visit, its day too; what was recorded on it stays with it.</summary>
/// <param name="Before">As it stood when it was put right.</param>
/// <param name="After">As it shall stand.</param>
public sealed record CorrectVisit(PlantId Plant, VisitId Visit, VisitContent Before, VisitContent After)
    : PlantCommand(Plant);

/// <summary>Deletes a plant with all that hangs on it, or brings it back; nothing of it is lost.</summary>
/// <param name="Away">True to delete it.</param>
/// <param name="Reason">Why; may be empty.</param>
public sealed record RemovePlant(PlantId Plant, string Reason, bool Away = true) : PlantCommand(Plant);

/// <summary>Withdraws a name with a reason, or lets it stand again. Itself it is never changed.</summary>
/// <param name="Name">The name, as it was given.</param>
/// <param name="Reason">Why; needed to withdraw it.</param>
/// <param name="Away">True to withdraw it.</param>
public sealed record WithdrawName(PlantId Plant, DeterminationId Name, string Reason, bool Away = true)
    : PlantCommand(Plant)
{
    /// <summary>A withdrawal as somebody asks for it.</summary>
    /// <exception cref="RuleException">There is no reason, or it is too long.</exception>
    public static WithdrawName Of(PlantId plant, DeterminationId name, string? reason) =>
        new(plant, name, Rules.Text("reason", "The reason", reason, 500, required: true));
}

/// <summary>Deletes a visit with all that was recorded on it, or brings it back; a plant keeps one at least.</summary>
/// <param name="Reason">Why; may be empty.</param>
/// <param name="Away">True to delete it.</param>
public sealed record RemoveVisit(PlantId Plant, VisitId Visit, string Reason, bool Away = true) : PlantCommand(Plant);

/// <summary>Moves a visit, with all that was recorded and photographed on it, to the plant it was really made to.</summary>
/// <param name="Plant">The plant it stands with.</param>
/// <param name="To">The plant it belongs to; it is of that plant's site from then on.</param>
public sealed record MoveVisit(PlantId Plant, VisitId Visit, PlantId To) : PlantCommand(Plant)
{
    /// <summary>A move as somebody asks for it.</summary>
    /// <exception cref="RuleException">It is with that plant already.</exception>
    public static MoveVisit Of(PlantId plant, VisitId visit, PlantId to) =>
        plant == to
            ? throw new RuleException("to", "Choose another plant: the visit is with this one.")
            : new(plant, visit, to);
}

/// <summary>
/// Says that two plants are one: visits and specimens of the other go to the one that is kept, its names too where that has none, and
/// the other is deleted. Brought back, it takes its visits with it again.
/// </summary>
/// <param name="Plant">The plant that is kept.</param>
/// <param name="Other">The plant that goes.</param>
/// <param name="Reason">How it is known; may be empty.</param>
public sealed record MergePlants(PlantId Plant, PlantId Other, string Reason) : PlantCommand(Plant)
{
    /// <summary>A merging as somebody asks for it.</summary>
    /// <exception cref="RuleException">It is the same plant twice, or the reason is too long.</exception>
    public static MergePlants Of(PlantId plant, PlantId other, string? reason) =>
        plant == other
            ? throw new RuleException("other", "Choose another plant: this is the one that is kept.")
            : new(plant, other, Rules.Text("reason", "The reason", reason, 500));
}

/// <summary>A part of something that was put right.</summary>
/// <param name="Label">What it is called.</param>
/// <param name="Before">As it stood, in words; may be empty.</param>
/// <param name="After">As it stands since, in words; may be empty.</param>
public sealed record CorrectedPart(string Label, string Before, string After);

/// <summary>Tells in words what a correction changed.</summary>
public static class Corrections
{
    /// <summary>What changed of a plant.</summary>
    /// <param name="sites">The sites, whose names are told.</param>
    public static ImmutableArray<CorrectedPart> Between(PlantFacts before, PlantFacts after, IReadOnlyList<Site> sites)
    {
        return Changed(
            ("tag", before.Tag, after.Tag),
            ("site", NameOf(before.Site), NameOf(after.Site)),
            ("description", before.Description, after.Description),
            ("grows", Words(before.Origin.ToString()), Words(after.Origin.ToString()))
        );

        string NameOf(SiteId id) => sites.FirstOrDefault(s => s.Id == id)?.Name ?? "";
    }

    /// <summary>What changed of a visit.</summary>
    public static ImmutableArray<CorrectedPart> Between(VisitContent before, VisitContent after) =>
        Changed(
            ("day", Day(before.Date), Day(after.Date)),
            ("life stage", Words(before.Stage?.ToString() ?? ""), Words(after.Stage?.ToString() ?? "")),
            ("sex", Words(before.Sex?.ToString() ?? ""), Words(after.Sex?.ToString() ?? "")),
            ("on it", Listed(before.Parts), Listed(after.Parts)),
            ("changed by", Listed(before.Altered), Listed(after.Altered)),
            ("note", before.Note, after.Note)
        );

    internal static ImmutableArray<CorrectedPart> Changed(params (string Label, string Before, string After)[] parts) =>
        [.. parts.Where(p => p.Before != p.After).Select(p => new CorrectedPart(p.Label, p.Before, p.After))];

    private static string Listed<T>(ImmutableArray<T> some)
        where T : struct, Enum => string.Join(", ", some.Order().Select(s => Words(s.ToString())));

    internal static string Words(string name) => name.ToLowerInvariant();

    internal static string Day(DateOnly date) => date.ToString("d MMM yyyy", CultureInfo.InvariantCulture);
}
