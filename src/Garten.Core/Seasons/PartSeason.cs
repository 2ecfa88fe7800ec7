using Garten.Core.Guides;

namespace Garten.Core.Seasons;

/// <summary>When the parts of a plant are there to be seen.</summary>
public static class PartSeason
{
    /// <summary>The part of a plant on which an organ's characters are seen; null for what always shows.</summary>
    public static PlantPart? PartOf(Organ organ) =>
        organ switch
        {
            Organ.Twig => PlantPart.Buds,
            Organ.Leaf => PlantPart.Leaves,
            Organ.Flower or Organ.Inflorescence => PlantPart.Flowers,
            Organ.Fruit => PlantPart.Fruit,
            _ => null,
        };

    /// <summary>The phenophase in which a part shows; null for buds, which show between two, and for what always shows.</summary>
    public static Phenophase? PhaseOf(PlantPart? part) =>
        part switch
        {
            PlantPart.Flowers => Phenophase.Flower,
            PlantPart.Fruit => Phenophase.Fruit,
            PlantPart.Leaves => Phenophase.Leaf,
            _ => null,
        };

    /// <summary>When a part shows, on a day or next.</summary>
    /// <param name="part">The part; null for what always shows.</param>
    /// <param name="run">How the year runs.</param>
    /// <param name="sex">The plant's sex; null where it is not known.</param>
    /// <returns>The first and last day with the standard error of either; nulls where the guide gives no season.</returns>
    public static (DateOnly? From, DateOnly? To, double Error) OnOrAfter(
        Guide guide,
        TaxonId taxon,
        PlantPart? part,
        SeasonPlace place,
        YearRun run,
        DateOnly day,
        Sex? sex = null
    )
    {
        if (part is null)
        {
            return (day, day.AddYears(1), 0);
        }

        if (part != PlantPart.Buds)
        {
            var window = YearWindow.OnOrAfter(guide, taxon, PhaseOf(part)!.Value, place, run, day, sex);
            return (window?.From, window?.To, window?.Error ?? 0);
        }

        // Winter buds show from the fall of the leaves to the next ones.
        if (YearWindow.OnOrAfter(guide, taxon, Phenophase.Leaf, place, run, day) is not { } leaves)
        {
            return (null, null, 0);
        }

        if (leaves.From > day)
        {
            var before = YearWindow.OnOrAfter(
                guide,
                taxon,
                Phenophase.Leaf,
                place,
                YearRun.Usual,
                leaves.From.AddYears(-1).AddDays(1)
            )!;
            return (before.To < day ? before.To.AddDays(1) : day, leaves.From.AddDays(-1), leaves.Error);
        }

        var next = YearWindow.OnOrAfter(guide, taxon, Phenophase.Leaf, place, YearRun.Usual, leaves.To.AddDays(1))!;
        return next.From > leaves.To.AddDays(1)
            ? (leaves.To.AddDays(1), next.From.AddDays(-1), next.Error)
            : (day, day.AddYears(1), 0);
    }
}
