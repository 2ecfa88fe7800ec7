using System.Collections.Immutable;
using Garten.Core.Guides;

namespace Garten.Core.Seasons;

/// <summary>A taxon that shows a part on a day.</summary>
/// <param name="To">Last day it shows, this time; null for all year.</param>
/// <param name="Error">Standard error of that day, in days.</param>
public sealed record ShowingTaxon(TaxonId Taxon, DateOnly? To, double Error);

/// <summary>A taxon that shows a part later.</summary>
/// <param name="From">First day.</param>
/// <param name="Error">Standard error of that day, in days.</param>
public sealed record ComingTaxon(TaxonId Taxon, DateOnly From, double Error);

/// <summary>A part of plants, who shows it on a day, and what can be looked at on it.</summary>
/// <param name="Part">The part; null for what shows on any day.</param>
/// <param name="Showing">Taxa that show it, what closes soonest first.</param>
/// <param name="Next">The taxa next to show it, the soonest first; at most five.</param>
/// <param name="Unsaid">Taxa of which the guide does not say when they show it.</param>
/// <param name="Characters">Characters seen on it, in the guide's order.</param>
public sealed record ShowingPart(
    PlantPart? Part,
    ImmutableArray<ShowingTaxon> Showing,
    ImmutableArray<ComingTaxon> Next,
    ImmutableArray<TaxonId> Unsaid,
    ImmutableArray<CharacterId> Characters
);

/// <summary>What is to be seen on plants on a day at a place.</summary>
public static class ShowingParts
{
    /// <summary>Most taxa named that come next.</summary>
    private const int MostNext = 5;

    /// <summary>Days from the first to the last of what is there all year.</summary>
    private const int WholeYear = 364;

    private static readonly PlantPart?[] Parts =
    [
        PlantPart.Flowers,
        PlantPart.Fruit,
        PlantPart.Leaves,
        PlantPart.Buds,
        null,
    ];

    /// <summary>The parts, and who shows them.</summary>
    /// <param name="run">How the year of the day runs.</param>
    /// <param name="sex">The plant's sex; null where it is not known, or for all plants.</param>
    public static ImmutableArray<ShowingPart> On(
        Guide guide,
        IEnumerable<TaxonId> taxa,
        SeasonPlace place,
        YearRun run,
        DateOnly day,
        Sex? sex = null
    )
    {
        TaxonId[] asked = [.. taxa];
        var characters = guide
            .Characters.Where(c => c.Organ != Organ.Place)
            .ToLookup(c => PartSeason.PartOf(c.Organ), c => c.Id);
        return [.. Parts.Select(PartOf)];

        ShowingPart PartOf(PlantPart? part)
        {
            var bearing = asked.Where(t =>
                PartSeason.PhaseOf(part) is { } phase ? guide.CanShow(t, phase, sex) : part is null || HasTwigs(t)
            );
            var windows = bearing
                .Select(t => (Taxon: t, Window: PartSeason.OnOrAfter(guide, t, part, place, run, day, sex)))
                .ToArray();
            return new(
                part,
                [
                    .. windows
                        .Where(w => w.Window.From <= day && w.Window.To >= day)
                        .Select(w => new ShowingTaxon(
                            w.Taxon,
                            w.Window.To!.Value.DayNumber - w.Window.From!.Value.DayNumber >= WholeYear
                                ? null
                                : w.Window.To,
                            w.Window.Error
                        ))
                        .OrderBy(s => s.To ?? DateOnly.MaxValue),
                ],
                [
                    .. windows
                        .Where(w => w.Window.From > day)
                        .OrderBy(w => w.Window.From)
                        .Take(MostNext)
                        .Select(w => new ComingTaxon(w.Taxon, w.Window.From!.Value, w.Window.Error)),
                ],
                [.. windows.Where(w => w.Window.From is null).Select(w => w.Taxon)],
                [.. characters[part]]
            );
        }

        // Herbs have no twigs, and so no winter buds on them.
        bool HasTwigs(TaxonId taxon) =>
            guide.Characters.Any(c => c.Organ == Organ.Twig && guide.StatementFor(taxon, c.Id, Scope.Any) is not null);
    }
}
