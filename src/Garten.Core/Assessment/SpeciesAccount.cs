using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;
using Garten.Core.Identification;
using Garten.Core.Keys;
using Garten.Core.Seasons;

namespace Garten.Core.Assessment;

/// <summary>One line of an account: what should be true, and whether it is.</summary>
/// <param name="Expected">What the guide says, in words.</param>
/// <param name="Marking">How what was recorded stands to it.</param>
public sealed record AccountLine(CharacterId Character, Organ Organ, string Label, string Expected, Marking Marking);

/// <summary>A season of an account, at the elevation of the plant's site.</summary>
/// <param name="From">First usual day.</param>
/// <param name="To">Last usual day.</param>
/// <param name="Marking">Agrees when seen inside it, conflicts when seen well outside, not seen otherwise.</param>
public sealed record AccountSeason(Phenophase Phase, DayInYear From, DayInYear To, Marking Marking);

/// <summary>A look-alike with the feature that separates it.</summary>
/// <param name="Other">The taxon it is taken for.</param>
/// <param name="Text">How the two differ.</param>
/// <param name="Character">The separating feature.</param>
/// <param name="RuledOut">True when the feature was recorded and speaks against the other.</param>
/// <param name="Hazards">Hazards of the other.</param>
public sealed record AccountLookAlike(
    TaxonName Other,
    string Text,
    CharacterId Character,
    string CharacterLabel,
    bool RuledOut,
    ImmutableArray<Hazard> Hazards
);

/// <summary>What should be true of a plant if it is this taxon, each line held against the plant, its place and the dates.</summary>
/// <param name="Author">Author of the name.</param>
/// <param name="Family">Its family's name; empty when it has none in the guide.</param>
/// <param name="Status">Native or introduced.</param>
/// <param name="Commonness">How often it is met.</param>
/// <param name="Protection">Why it is protected; empty when it is not.</param>
/// <param name="Alerts">What must be said aloud: out of season, out of its elevations, conflicts.</param>
/// <param name="PlaceAlerts">Of these, those of date, height and kind of place.</param>
/// <param name="Lines">The lines in the order of organs.</param>
public sealed record SpeciesAccount(
    TaxonName Taxon,
    string Author,
    string Family,
    AreaStatus Status,
    Commonness Commonness,
    string Protection,
    ImmutableArray<string> Alerts,
    ImmutableArray<string> PlaceAlerts,
    ImmutableArray<AccountLine> Lines,
    ImmutableArray<AccountSeason> Seasons,
    ImmutableArray<Caution> Cautions,
    ImmutableArray<AccountLookAlike> LookAlikes
)
{
    /// <summary>
    /// Days a date may lie outside a window before it is said to be out of season. Years differ by about this much
    /// either way in the lowlands of the guide's area.
    /// </summary>
    public const int SeasonTolerance = 21;

    /// <summary>Writes the account of a taxon for a plant.</summary>
    /// <param name="id">A taxon of the guide.</param>
    /// <param name="evidence">What was recorded, the place included.</param>
    public static SpeciesAccount Compose(
        Guide guide,
        TaxonId id,
        EvidenceSheet evidence,
        PlaceFacts place,
        ImmutableArray<Visit> visits
    )
    {
        var taxon = guide.Taxon(id);
        var lines = guide
            .Characters.Select(c => (Character: c, Found: StatementEvaluation.Evaluate(guide, id, c.Id, evidence)))
            .Where(x => x.Found is not null)
            .Select(x => new AccountLine(
                x.Character.Id,
                x.Character.Organ,
                x.Character.Label,
                NotationWriter.InWords(x.Found!.Value.Statement.Value, x.Character),
                x.Found.Value.Marking
            ))
            .ToImmutableArray();
        var seasons = SeasonsOf(guide, id, place, visits, evidence.Sex);
        var odd = PlaceAlertsFor(guide, taxon, lines, seasons, place, visits);
        return new(
            TaxonName.Of(taxon),
            taxon.Author,
            guide.At(id, TaxonRank.Family)?.Name ?? "",
            taxon.Status,
            taxon.Commonness,
            taxon.Protection,
            [.. odd, .. FeatureAlertsFor(lines)],
            odd,
            lines,
            seasons,
            guide.CautionsFor(id),
            LookAlikesFor(guide, id, evidence)
        );
    }

    private static ImmutableArray<AccountSeason> SeasonsOf(
        Guide guide,
        TaxonId id,
        PlaceFacts place,
        ImmutableArray<Visit> visits,
        Sex? sex
    )
    {
        return
        [
            .. Enum.GetValues<Phenophase>()
                .Select(phase =>
                    (
                        Phase: phase,
                        Window: guide.Window(id, phase, sex) is { } w
                            ? BioclimaticShift.At(w, guide.Title.Reference, place.Season)
                            : null
                    )
                )
                .Where(x => x.Window is not null)
                .Select(x => new AccountSeason(
                    x.Phase,
                    x.Window!.From,
                    x.Window.To,
                    MarkSeason(x.Window, PartOf(x.Phase), visits)
                )),
        ];
    }

    private static PlantPart? PartOf(Phenophase phase) =>
        phase switch
        {
            Phenophase.Flower => PlantPart.Flowers,
            Phenophase.Fruit => PlantPart.Fruit,
            Phenophase.Leaf => PlantPart.Leaves,
            _ => null,
        };

    private static Marking MarkSeason(PhenologyWindow window, PlantPart? part, ImmutableArray<Visit> visits)
    {
        var seen = visits.Where(v => part is { } p && v.Parts.Contains(p)).ToImmutableArray();
        if (seen.IsEmpty)
        {
            return Marking.Blank;
        }

        var worst = seen.MaxBy(v => window.DaysOutside(DayInYear.Of(v.Date)))!;
        var outside = window.DaysOutside(DayInYear.Of(worst.Date));
        return outside > SeasonTolerance
            ? new(Mark.Conflicts, false, $"seen on {DayInYear.Of(worst.Date)}, {outside} days outside")
            : new(Mark.Agrees, false, $"seen on {DayInYear.Of(worst.Date)}");
    }

    private static ImmutableArray<string> PlaceAlertsFor(
        Guide guide,
        Taxon taxon,
        ImmutableArray<AccountLine> lines,
        ImmutableArray<AccountSeason> seasons,
        PlaceFacts place,
        ImmutableArray<Visit> visits
    )
    {
        var alerts = ImmutableArray.CreateBuilder<string>();
        foreach (var season in seasons.Where(s => s.Marking.Mark == Mark.Conflicts))
        {
            var window = new PhenologyWindow(taxon.Id, season.Phase, season.From, season.To);
            var visit = visits
                .Where(v => PartOf(season.Phase) is { } p && v.Parts.Contains(p))
                .MaxBy(v => window.DaysOutside(DayInYear.Of(v.Date)))!;
            var what = season.Phase switch
            {
                Phenophase.Flower => "In flower",
                Phenophase.Fruit => "In fruit",
                _ => "In leaf",
            };
            alerts.Add(
                $"{what} out of season: seen on {DayInYear.Of(visit.Date)}, while {taxon.Name} at this height shows it {window.InWords()}."
            );
        }

        var elevation = guide.FindCharacter(PlaceEvidence.Elevation);
        var statement = elevation is null ? null : guide.StatementFor(taxon.Id, elevation.Id, Scope.Any);
        if (place.Elevation is { } metres && statement?.Value is NumericRange range)
        {
            if (range.Most is { } most && metres * 1000 > most)
            {
                alerts.Add(
                    $"Never found above {Wording.Number(elevation!, most)} in this area; this plant stands at {Wording.Number(elevation!, metres * 1000)}."
                );
            }
            else if (range.Least is { } least && metres * 1000 < least)
            {
                alerts.Add(
                    $"Never found below {Wording.Number(elevation!, least)} in this area; this plant stands at {Wording.Number(elevation!, metres * 1000)}."
                );
            }
        }

        foreach (var line in lines.Where(l => l.Marking.Mark == Mark.Conflicts && l.Character == PlaceEvidence.Habitat))
        {
            alerts.Add($"Not its usual place: it grows in {line.Expected}; this is {line.Marking.Because}.");
        }

        return alerts.ToImmutable();
    }

    private static IEnumerable<string> FeatureAlertsFor(ImmutableArray<AccountLine> lines) =>
        lines
            .Where(l =>
                l.Marking.Mark == Mark.Conflicts
                && l.Character != PlaceEvidence.Elevation
                && l.Character != PlaceEvidence.Habitat
            )
            .Select(l => $"{l.Label} should be {l.Expected}; recorded: {l.Marking.Because}.");

    private static ImmutableArray<AccountLookAlike> LookAlikesFor(Guide guide, TaxonId id, EvidenceSheet evidence) =>
        [
            .. guide
                .LookAlikesOf(id)
                .Select(l =>
                {
                    var other = l.Taxon == id ? l.Other : l.Taxon;
                    var ownMark = StatementEvaluation.Evaluate(guide, id, l.Character, evidence)?.Marking.Mark;
                    var otherMark = StatementEvaluation.Evaluate(guide, other, l.Character, evidence)?.Marking.Mark;
                    return new AccountLookAlike(
                        TaxonName.Of(guide.Taxon(other)),
                        l.Text,
                        l.Character,
                        guide.Character(l.Character).Label,
                        otherMark == Mark.Conflicts && ownMark != Mark.Conflicts,
                        [.. guide.CautionsFor(other).Select(c => c.Hazard).Distinct()]
                    );
                }),
        ];
}
