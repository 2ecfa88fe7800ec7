using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;
using Garten.Core.Seasons;

namespace Garten.Core.Identification;

/// <summary>What place and date say before a feature is looked at. Each can be left out.</summary>
[Flags]
public enum PriorFactors
{
    /// <summary>Nothing: every name is as likely as another.</summary>
    None = 0,

    /// <summary>The kind of place.</summary>
    Habitat = 1,

    /// <summary>The height above the sea.</summary>
    Elevation = 2,

    /// <summary>Flowers and fruit seen within or outside their season.</summary>
    Season = 4,

    /// <summary>How often the taxon is met.</summary>
    Commonness = 8,

    /// <summary>All of them.</summary>
    All = Habitat | Elevation | Season | Commonness,
}

/// <summary>The factors of one name's prior, each at most 1.</summary>
/// <param name="Habitat">From the kind of place.</param>
/// <param name="Elevation">From the height.</param>
/// <param name="Season">From the dates.</param>
/// <param name="Commonness">From how often it is met.</param>
public sealed record PlacePrior(double Habitat, double Elevation, double Season, double Commonness)
{
    /// <summary>The factors multiplied, those left out counting as 1.</summary>
    /// <param name="factors">The factors that count.</param>
    public double Weight(PriorFactors factors) =>
        (factors.HasFlag(PriorFactors.Habitat) ? Habitat : 1) * (factors.HasFlag(PriorFactors.Elevation) ? Elevation : 1)
        * (factors.HasFlag(PriorFactors.Season) ? Season : 1) * (factors.HasFlag(PriorFactors.Commonness) ? Commonness : 1);

    /// <summary>Works out the factors of a name.</summary>
    /// <param name="guide">The guide.</param>
    /// <param name="taxon">The name.</param>
    /// <param name="place">The place.</param>
    /// <param name="visits">The visits.</param>
    public static PlacePrior Of(Guide guide, TaxonId taxon, PlaceFacts place, ImmutableArray<SheetVisit> visits) => new(
        HabitatFactor(guide, taxon, place), ElevationFactor(guide, taxon, place), SeasonFactor(guide, taxon, place, visits),
        guide.Taxon(taxon).Commonness switch
        {
            Guides.Commonness.Common => 1,
            Guides.Commonness.Occasional => 0.5,
            Guides.Commonness.Rare => 0.2,
            _ => 0.7,
        });

    private static double HabitatFactor(Guide guide, TaxonId taxon, PlaceFacts place)
    {
        if (place.Habitats.IsEmpty || guide.FindCharacter(PlaceEvidence.Habitat) is not { } character
            || guide.StatementFor(taxon, character.Id, Scope.Any)?.Value is not StateShares shares)
        {
            return 1;
        }

        return place.Habitats.Any(h => shares.ShareOf(character, h) > 0) ? 1 : LikelihoodConstants.OddHabitat;
    }

    private static double ElevationFactor(Guide guide, TaxonId taxon, PlaceFacts place)
    {
        if (place.Elevation is not { } metres || guide.FindCharacter(PlaceEvidence.Elevation) is null
            || guide.StatementFor(taxon, PlaceEvidence.Elevation, Scope.Any)?.Value is not NumericRange range)
        {
            return 1;
        }

        var beyond = Math.Max(Math.Max((range.Least ?? double.MinValue) - (metres * 1000), (metres * 1000) - (range.Most ?? double.MaxValue)), 0) / 1000;
        return Math.Max(Math.Exp(-beyond / LikelihoodConstants.ElevationFall), LikelihoodConstants.LeastFactor);
    }

    private static double SeasonFactor(Guide guide, TaxonId taxon, PlaceFacts place, ImmutableArray<SheetVisit> visits)
    {
        var above = (place.Elevation ?? guide.Title.ReferenceElevation) - guide.Title.ReferenceElevation;
        var factor = 1.0;
        foreach (var (phase, part) in new[] { (Phenophase.Flower, PlantPart.Flowers), (Phenophase.Fruit, PlantPart.Fruit) })
        {
            if (guide.Window(taxon, phase)?.ShiftedBy(BioclimaticShift.Days(phase, above)) is not { } window)
            {
                continue;
            }

            foreach (var visit in visits.Where(v => v.Parts.Contains(part)))
            {
                // Within the tolerance a date says nothing; beyond it the chance falls by half every ten days.
                var late = Math.Max(window.DaysOutside(DayInYear.Of(visit.Date)) - SpeciesAccount.SeasonTolerance, 0);
                factor = Math.Min(factor, Math.Max(Math.Pow(0.5, late / 10.0), LikelihoodConstants.OddSeason));
            }
        }

        return factor;
    }
}
