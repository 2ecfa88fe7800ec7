using Garten.Core.Guides;
using Garten.Core.Seasons;

namespace Garten.Core.Assessment;

/// <summary>
/// What plants are to be visited again for, as it stands on one day:
/// <code>ReturnDay day = new(guide, today, run); var answer = day.Of(assessment, place);</code>
/// When a part of a species shows at a place is reckoned once for all plants asked about, so keep it for a list; it is not for several
/// threads at once.
/// </summary>
/// <param name="run">How this year runs.</param>
public sealed class ReturnDay(Guide guide, DateOnly today, YearRun run)
{
    private readonly Dictionary<(TaxonId Taxon, PlantPart? Part, SeasonPlace Place, Sex? Sex), Showing> _known = [];

    /// <summary>How this year runs.</summary>
    public YearRun Run => run;

    /// <summary>The return list of a plant.</summary>
    /// <param name="assessment">What was reckoned of the plant.</param>
    /// <param name="place">Where it stands.</param>
    public ReturnAnswer Of(PlantAssessment assessment, SeasonPlace place) =>
        guide.FindTaxon(assessment.Asked) is not { Name: var name }
            ? new(assessment.Grade, [])
            : new(
                assessment.Grade,
                [
                    .. assessment
                        .Wanted.Select(w => NeedOf(w, name, assessment, place))
                        .OrderBy(n => n.From ?? DateOnly.MaxValue)
                        .ThenByDescending(n => n.Bits),
                ]
            );

    private ReturnNeed NeedOf(WantedPart wanted, string name, PlantAssessment assessment, SeasonPlace place)
    {
        var asked = (assessment.Asked, wanted.Part, place, assessment.Sex);
        if (!_known.TryGetValue(asked, out var shows))
        {
            _known[asked] = shows = ShowingOf(wanted.Part, name, assessment, place);
        }

        return new(
            wanted.Part,
            shows.From,
            shows.To,
            shows.Error,
            shows.Today,
            [.. wanted.Features.Select(FeatureOf).OfType<ReturnFeature>()],
            wanted.Reasons,
            wanted.Features.Select(f => f.Bits).DefaultIfEmpty(0).Max(),
            shows.Words
        );
    }

    private Showing ShowingOf(PlantPart? part, string name, PlantAssessment assessment, SeasonPlace place)
    {
        var (from, to, error) = PartSeason.OnOrAfter(guide, assessment.Asked, part, place, run, today, assessment.Sex);
        var shows = from is { } first && to is { } last && today >= first && today <= last;
        return new(from, to, error, shows, Words(name, part, from, to, error, shows));
    }

    private ReturnFeature? FeatureOf(WantedFeature wanted) =>
        guide.FindCharacter(wanted.Character) is { } c
            ? new(
                c.Id,
                c.Label,
                c.HowTo,
                c.EffortSeconds,
                c.Tool,
                c.Harm,
                wanted.Bits,
                [.. wanted.RulesOut.Select(t => guide.FindTaxon(t)?.Name).OfType<string>()],
                wanted.Again
            )
            : null;

    private static string Words(string name, PlantPart? part, DateOnly? from, DateOnly? to, double error, bool shows)
    {
        var what = part switch
        {
            PlantPart.Buds => "Winter buds",
            PlantPart.Leaves => "Leaves",
            PlantPart.Flowers => "Flowers",
            PlantPart.Fruit => "Fruit",
            _ => "Any day",
        };
        var show = part == PlantPart.Fruit ? "shows" : "show";
        return part is null ? "Can be seen on any day."
            : from is null ? $"{what}: the guide does not say when {name} shows them."
            : shows
                ? FormattableString.Invariant(
                    $"{what} of {name} {show} now, until {to:d MMM} (give or take {error:0} days)."
                )
            : FormattableString.Invariant(
                $"{what} of {name} {show} from {from:d MMM yyyy} to {to:d MMM} (give or take {error:0} days)."
            );
    }

    /// <summary>When a part shows.</summary>
    /// <param name="Error">Standard error of either end, in days.</param>
    /// <param name="Today">True when it shows on the day.</param>
    private sealed record Showing(DateOnly? From, DateOnly? To, double Error, bool Today, string Words);
}
