using System.Collections.Immutable;
using Garten.Core.Assessment;
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
public readonly record struct PlacePrior(double Habitat, double Elevation, double Season, double Commonness)
{
    /// <summary>The factors multiplied, those left out counting as 1.</summary>
    /// <param name="factors">The factors that count.</param>
    public double Weight(PriorFactors factors) =>
        ((factors & PriorFactors.Habitat) != 0 ? Habitat : 1)
        * ((factors & PriorFactors.Elevation) != 0 ? Elevation : 1)
        * ((factors & PriorFactors.Season) != 0 ? Season : 1)
        * ((factors & PriorFactors.Commonness) != 0 ? Commonness : 1);
}

/// <summary>Where, how high, when and how often each candidate is met, compiled once for a guide.</summary>
public sealed class PriorTable
{
    private readonly SeasonPlace _reference;
    private readonly double[] _commonness;
    private readonly double[] _least;
    private readonly double[] _most;
    private readonly Dictionary<string, bool[]> _habitats = [];
    private readonly bool[] _housed;
    private readonly (int From, int Length)[] _flower;
    private readonly (int From, int Length)[] _fruit;
    private readonly bool[] _sexesApart;

    /// <summary>Compiles a guide.</summary>
    /// <param name="candidates">The candidates in order.</param>
    internal PriorTable(Guide guide, ImmutableArray<TaxonId> candidates)
    {
        _reference = guide.Title.Reference;
        _commonness = [.. candidates.Select(t => CommonnessOf(guide.Taxon(t)))];
        var ranges = candidates
            .Select(t => guide.StatementFor(t, PlaceEvidence.Elevation, Scope.Any)?.Value as NumericRange)
            .ToArray();
        _least = [.. ranges.Select(r => r?.Least / 1000 ?? double.MinValue)];
        _most = [.. ranges.Select(r => r?.Most / 1000 ?? double.MaxValue)];
        _housed = new bool[candidates.Length];
        if (guide.FindCharacter(PlaceEvidence.Habitat) is { } habitat)
        {
            foreach (var state in habitat.States)
            {
                _habitats[state.Id] = new bool[candidates.Length];
            }

            for (var t = 0; t < candidates.Length; t++)
            {
                if (guide.StatementFor(candidates[t], habitat.Id, Scope.Any)?.Value is StateShares shares)
                {
                    _housed[t] = true;
                    foreach (var (state, places) in _habitats)
                    {
                        places[t] = shares.ShareOf(habitat, state) > 0;
                    }
                }
            }
        }

        _flower = Windows(guide, candidates, Phenophase.Flower);
        _fruit = Windows(guide, candidates, Phenophase.Fruit);
        _sexesApart =
        [
            .. candidates.Select(t =>
                guide.FindCharacter(PlantSexes.Character) is { } sexes
                && guide.StatementFor(t, sexes.Id, Scope.Any)?.Value is StateShares shares
                && shares.ShareOf(sexes, PlantSexes.Apart) > 0.5
            ),
        ];
    }

    /// <summary>The factors of one candidate.</summary>
    public PlacePrior FactorsOf(int candidate, PlaceFacts place, ImmutableArray<Visit> visits) =>
        new(
            HabitatOf(candidate, place),
            ElevationOf(candidate, place),
            SeasonOf(candidate, place, visits),
            _commonness[candidate]
        );

    /// <summary>Chance that a part which the taxon has should be there on a day: within its season, in a year with flowers, not yet taken, and on a plant of the sex that bears it.</summary>
    /// <param name="organ">Flower, inflorescence or fruit.</param>
    /// <param name="sex">Sex of the plant; null when not known, and then averaged over where the sexes are apart.</param>
    public double Bears(int candidate, Organ organ, DateOnly date, Sex? sex, PlaceFacts place)
    {
        var fruit = organ == Organ.Fruit;
        var window = (fruit ? _fruit : _flower)[candidate];
        var inSeason =
            window.Length == 0
                ? LikelihoodConstants.UnknownSeason
                : Math.Pow(0.5, Beyond(window, DayInYear.Of(date), place) / 10.0);
        var grown = LikelihoodConstants.FlowersInYear * (fruit ? LikelihoodConstants.FruitKept : 1);
        var bearing =
            fruit && _sexesApart[candidate]
                ? sex switch
                {
                    Sex.Male => 0,
                    Sex.Female or Sex.Both => 1,
                    _ => 0.5,
                }
                : 1;
        return inSeason * grown * bearing;
    }

    private double HabitatOf(int candidate, PlaceFacts place)
    {
        if (place.Habitats.IsEmpty || !_housed[candidate])
        {
            return 1;
        }

        foreach (var habitat in place.Habitats)
        {
            if (_habitats.TryGetValue(habitat, out var places) && places[candidate])
            {
                return 1;
            }
        }

        return LikelihoodConstants.OddHabitat;
    }

    private double ElevationOf(int candidate, PlaceFacts place)
    {
        if (place.Elevation is not { } metres)
        {
            return 1;
        }

        var beyond = Math.Max(Math.Max(_least[candidate] - metres, metres - _most[candidate]), 0);
        return beyond == 0
            ? 1
            : Math.Max(Math.Exp(-beyond / LikelihoodConstants.ElevationFall), LikelihoodConstants.LeastFactor);
    }

    private double SeasonOf(int candidate, PlaceFacts place, ImmutableArray<Visit> visits)
    {
        var factor = 1.0;
        foreach (var visit in visits)
        {
            var day = DayInYear.Of(visit.Date);
            if (_flower[candidate].Length > 0 && visit.Parts.Contains(PlantPart.Flowers))
            {
                factor = Math.Min(factor, Factor(Beyond(_flower[candidate], day, place)));
            }

            if (_fruit[candidate].Length > 0 && visit.Parts.Contains(PlantPart.Fruit))
            {
                factor = Math.Min(factor, Factor(Beyond(_fruit[candidate], day, place)));
            }
        }

        return factor;

        // Within the tolerance a date says nothing; beyond it the chance falls by half every ten days.
        static double Factor(int late) => Math.Max(Math.Pow(0.5, late / 10.0), LikelihoodConstants.OddSeason);
    }

    /// <summary>Days a date lies outside a window, beyond what years differ by.</summary>
    private int Beyond((int From, int Length) window, DayInYear day, PlaceFacts place)
    {
        var from = window.From + BioclimaticShift.FlowerAndFruit(_reference, place.Season);
        from += BioclimaticShift.HeldBySnow((((from - 1) % 365) + 365) % 365 + 1, place.SnowGone);
        var since = ((((day.Number - from) % 365) + 365) % 365) + 1;
        var outside = since <= window.Length ? 0 : Math.Min(since - window.Length, 366 - since);
        return Math.Max(outside - SpeciesAccount.SeasonTolerance, 0);
    }

    /// <summary>The window in which plants of either sex show a phenophase, as everywhere where the sex is not asked.</summary>
    private static (int From, int Length)[] Windows(
        Guide guide,
        ImmutableArray<TaxonId> candidates,
        Phenophase phase
    ) =>
        [
            .. candidates.Select(t =>
                guide.Window(t, phase) is { } window ? (window.From.Number, window.Length) : (0, 0)
            ),
        ];

    private static double CommonnessOf(Taxon taxon) =>
        taxon.Commonness switch
        {
            Commonness.Common => 1,
            Commonness.Occasional => 0.5,
            Commonness.Rare => 0.2,
            _ => taxon.Rank == TaxonRank.Nothotaxon ? LikelihoodConstants.CrossPrior : 0.7,
        };
}

/// <summary>The character by which a guide says how the sexes are spread over flowers and plants.</summary>
public static class PlantSexes
{
    /// <summary>The character.</summary>
    public static CharacterId Character { get; } = new("flower-sexes");

    /// <summary>Its state for male and female flowers on separate plants.</summary>
    public const string Apart = "separate-plants";
}
