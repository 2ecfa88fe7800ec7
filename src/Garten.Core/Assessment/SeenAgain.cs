using System.Collections.Immutable;
using System.Globalization;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Identification;
using Garten.Core.Keys;
using Garten.Core.Seasons;

namespace Garten.Core.Assessment;

/// <summary>What to make of a feature that was seen on two visits.</summary>
public enum ChangeKind
{
    /// <summary>It was as before.</summary>
    Same,

    /// <summary>It changed as a plant of that name does.</summary>
    Expected,

    /// <summary>Nothing says that it should have changed.</summary>
    Unexplained,
}

/// <summary>A feature on one visit and on the next on which it was looked at.</summary>
/// <param name="Before">The earlier day.</param>
/// <param name="Was">What was found then.</param>
/// <param name="After">The later day.</param>
/// <param name="Is">What was found then.</param>
/// <param name="Kind">What to make of it.</param>
/// <param name="Because">Why, in words; empty where it was as before.</param>
public sealed record FeatureChange(
    CharacterId Character,
    string Label,
    DateOnly Before,
    string Was,
    DateOnly After,
    string Is,
    ChangeKind Kind,
    string Because
);

/// <summary>
/// Compares what was seen of a plant on its visits, so that "not there any more" is told from "was it ever there": flowers go
/// over, buds open, leaf tips blacken; a plant whose leaves change their arrangement is another plant.
/// </summary>
public static class SeenAgain
{
    /// <summary>How many spreads the means of two samples may differ by and count as alike.</summary>
    private const double AlikeWithin = 2;

    /// <summary>Compares the visits of a plant.</summary>
    /// <param name="name">The name it is held to be; null where there is none, and then only time and damage explain a change.</param>
    /// <returns>One entry for each feature and pair of visits one after the other; those not explained first.</returns>
    public static ImmutableArray<FeatureChange> Of(Guide guide, Plant plant, TaxonId? name)
    {
        var pairs = plant
            .Placed.Where(o => guide.FindCharacter(o.Character) is not null)
            .GroupBy(o => o.Character)
            .SelectMany(g => g.OrderBy(o => o.Date).ThenBy(o => o.Visit) is var seen ? seen.Zip(seen.Skip(1)) : [])
            .Where(p => p.First.Date != p.Second.Date);
        return
        [
            .. pairs
                .Select(p => Compare(guide, plant.Place, name, p.First, p.Second))
                .OrderByDescending(c => c.Kind)
                .ThenByDescending(c => c.After),
        ];
    }

    private static FeatureChange Compare(
        Guide guide,
        PlaceFacts place,
        TaxonId? name,
        Observation before,
        Observation after
    )
    {
        var character = guide.Character(before.Character);
        var (kind, because) = Judge(guide, place, name, character, before, after);
        return new(
            character.Id,
            character.Label,
            before.Date,
            Wording.Recorded(character, before),
            after.Date,
            Wording.Recorded(character, after),
            kind,
            because
        );
    }

    private static (ChangeKind Kind, string Because) Judge(
        Guide guide,
        PlaceFacts place,
        TaxonId? name,
        Character character,
        Observation before,
        Observation after
    )
    {
        if (AreAlike(before, after))
        {
            return (ChangeKind.Same, "");
        }

        var gone = after.Finding is Finding.Hidden or Finding.Absent;
        if (gone || before.Finding is Finding.Hidden or Finding.Absent)
        {
            return Came(guide, place, name, character, before, after, gone);
        }

        if (!before.Altered.IsEmpty || !after.Altered.IsEmpty)
        {
            var damage = before.Altered.Union(after.Altered).Select(a => a.ToString().ToLowerInvariant());
            return (ChangeKind.Expected, $"The plant was {string.Join(" and ", damage)}, which changes what grows.");
        }

        if (
            before.PartStage != after.PartStage
            || before.Exposure != after.Exposure
            || before.Position != after.Position
        )
        {
            return (ChangeKind.Expected, "The parts were of another stage or grew in another place.");
        }

        if (name is not { } taxon)
        {
            return (ChangeKind.Unexplained, "There is no name yet that says whether it should change.");
        }

        var (first, second) = (MarkOf(before), MarkOf(after));
        return (first, second) switch
        {
            (Mark.Agrees, Mark.Agrees) => (ChangeKind.Expected, $"{guide.Taxon(taxon).Name} shows both, by the guide."),
            (null, _) or (_, null) => (
                ChangeKind.Unexplained,
                $"The guide does not say that it changes on {guide.Taxon(taxon).Name}."
            ),
            _ => (
                ChangeKind.Unexplained,
                $"{guide.Taxon(taxon).Name} does not show both: look once more, and whether it is the same plant."
            ),
        };

        Mark? MarkOf(Observation o) =>
            StatementEvaluation.Evaluate(guide, taxon, character.Id, new(guide, [o]))?.Marking.Mark;
    }

    /// <summary>A part that was there on one of two days only.</summary>
    private static (ChangeKind Kind, string Because) Came(
        Guide guide,
        PlaceFacts place,
        TaxonId? name,
        Character character,
        Observation before,
        Observation after,
        bool gone
    )
    {
        var hidden = gone ? after : before;
        if (
            hidden.Finding is Finding.Hidden
            {
                Why: HiddenReason.OutOfReach or HiddenReason.WrongSexOrStage or HiddenReason.Damaged
            } unseen
        )
        {
            return (ChangeKind.Expected, $"It could not be seen on {Day(hidden.Date)}: {Wording.Of(unseen.Why)}.");
        }

        if (name is not { } taxon || PartSeason.PartOf(character.Organ) is not { } part)
        {
            return (
                ChangeKind.Unexplained,
                name is null ? "There is no name yet that says when it shows." : "It shows on any day, by the guide."
            );
        }

        var seen = gone ? before : after;
        if (
            guide.StatementFor(taxon, character.Id, seen.Circumstances) is { Scope.Season: { } when } said
            && guide.StatementFor(taxon, character.Id, hidden.Circumstances) != said
        )
        {
            return (
                ChangeKind.Expected,
                $"{guide.Taxon(taxon).Name} shows it in {when.ToString().ToLowerInvariant()}, by the guide."
            );
        }

        var (from, to, error) = PartSeason.OnOrAfter(
            guide,
            taxon,
            part,
            place.Season,
            YearRun.Usual,
            hidden.Date,
            hidden.Sex ?? seen.Sex
        );
        if (from is not { } first || to is not { } last)
        {
            return (ChangeKind.Unexplained, $"The guide does not say when {guide.Taxon(taxon).Name} shows it.");
        }

        // Within the error of its ends a season may well be over, or not begun.
        var slack = (int)Math.Ceiling(error);
        var inSeason = hidden.Date >= first.AddDays(slack) && hidden.Date <= last.AddDays(-slack);
        var season = string.Create(CultureInfo.InvariantCulture, $"{first:d MMM} to {last:d MMM}");
        return inSeason
            ? (
                ChangeKind.Unexplained,
                $"It should have been there on {Day(hidden.Date)}: {guide.Taxon(taxon).Name} shows it from {season}."
            )
            : (
                ChangeKind.Expected,
                $"{(gone ? "Over" : "Not yet")} on {Day(hidden.Date)}: {guide.Taxon(taxon).Name} shows it from {season}."
            );
    }

    private static bool AreAlike(Observation before, Observation after) =>
        (before.Finding, after.Finding) switch
        {
            (Finding.States one, Finding.States other) => one.Seen.Intersect(other.Seen).Any(),
            (Finding.Sample one, Finding.Sample other) => SamplesAlike(one.Values, other.Values),
            (Finding.Rough, _) or (_, Finding.Rough) => before.Finding is not (Finding.Hidden or Finding.Absent)
                && after.Finding is not (Finding.Hidden or Finding.Absent),
            (Finding.Hidden or Finding.Absent, Finding.Hidden or Finding.Absent) => true,
            _ => false,
        };

    /// <summary>Means that lie within two pooled spreads; of single values a tenth is taken for the spread.</summary>
    private static bool SamplesAlike(ImmutableArray<double> before, ImmutableArray<double> after)
    {
        var (a, b) = (before.Average(), after.Average());
        var spread = Math.Sqrt((VarianceOf(before, a) + VarianceOf(after, b)) / 2);
        return Math.Abs(a - b) <= AlikeWithin * Math.Max(spread, 0.1 * Math.Max(Math.Abs(a), Math.Abs(b)));

        static double VarianceOf(ImmutableArray<double> values, double mean) =>
            values.Length < 2 ? 0 : values.Sum(v => (v - mean) * (v - mean)) / (values.Length - 1);
    }

    private static string Day(DateOnly date) => date.ToString("d MMM", CultureInfo.InvariantCulture);
}
