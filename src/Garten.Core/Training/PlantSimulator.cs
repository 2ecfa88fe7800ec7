using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;
using Garten.Core.Identification;
using Garten.Core.Seasons;

namespace Garten.Core.Training;

/// <summary>
/// Draws plants from what a guide says: states by their frequency, sizes from the fitted curves, organs by the season.
/// Characters of one dependence group vary together: they share half of their chance (a Gaussian copula).
/// </summary>
/// <param name="departures">How the plants differ from what the guide says.</param>
public sealed class PlantSimulator(Guide guide, Departures departures)
{
    /// <summary>Parts measured of each plant: what a patient person takes.</summary>
    private const int Parts = 5;

    /// <summary>Correlation of the characters of one dependence group.</summary>
    private const double Shared = 0.5;

    private const int Year = 2026;

    /// <summary>Share of plants met in a stage of life of which the guide speaks apart: rosettes, resprouts, saplings.</summary>
    private const double OtherStage = 0.15;

    private static readonly CharacterId Persistence = new("persistence");
    private const string DiesBack = "dies-back";

    private static readonly (PlantPart Part, Phenophase Phase)[] Kinds =
    [
        (PlantPart.Leaves, Phenophase.Leaf),
        (PlantPart.Flowers, Phenophase.Flower),
        (PlantPart.Fruit, Phenophase.Fruit),
    ];

    private readonly ImmutableArray<TaxonId> _species = [.. guide.Taxa.Where(t => t.IsSpeciesLevel).Select(t => t.Id)];

    /// <summary>Draws one plant.</summary>
    /// <param name="random">Where chance comes from; the same seed draws the same plant.</param>
    public SimulatedPlant Draw(TaxonId taxon, Random random)
    {
        var place = PlaceOf(taxon, random);
        var stage = StageOf(taxon, random);
        Sex? sex = SexesApart(taxon)
            ? random.Next(2) == 0
                ? Sex.Male
                : Sex.Female
            : null;
        var (date, parts) = DayOf(taxon, place, stage, sex, random);
        return Draw(taxon, place, stage, sex, date, parts, random);
    }

    /// <summary>Draws a full-grown plant with all it shows over a year, to be visited again and again.</summary>
    /// <param name="place">Where it stands.</param>
    /// <param name="random">Where chance comes from; the same seed draws the same plant.</param>
    public SimulatedPlant DrawWhole(TaxonId taxon, PlaceFacts place, Random random)
    {
        Sex? sex = SexesApart(taxon)
            ? random.Next(2) == 0
                ? Sex.Male
                : Sex.Female
            : null;
        PlantPart[] parts =
            sex == Sex.Male
                ? [PlantPart.Buds, PlantPart.Leaves, PlantPart.Flowers]
                : [PlantPart.Buds, PlantPart.Leaves, PlantPart.Flowers, PlantPart.Fruit];
        return Draw(taxon, place, LifeStage.Mature, sex, new(Year, 7, 1), [.. parts], random);
    }

    /// <summary>What of a whole plant is to be seen on a day.</summary>
    /// <param name="whole">A plant drawn by <see cref="DrawWhole"/>.</param>
    /// <param name="late">Days by which the year runs late; below 0 for early.</param>
    public SimulatedPlant OnDay(SimulatedPlant whole, int visit, DateOnly date, double late)
    {
        var usual = DayInYear.Of(date.AddDays(-(int)Math.Round(late)));
        var parts = Windows(whole.Taxon, whole.Place)
            .Where(w => whole.Visit.Parts.Contains(w.Part) && w.Window.DaysOutside(usual) == 0)
            .Select(w => w.Part)
            .ToImmutableArray();
        if (!parts.Contains(PlantPart.Leaves) && !DiesBackInWinter(whole.Taxon))
        {
            parts = parts.Add(PlantPart.Buds);
        }

        return new(
            whole.Taxon,
            whole.Place,
            new(visit, date, parts),
            whole
                .Shown.Where(s => LookNext.ShowsToday(guide.Character(s.Key).Organ, parts))
                .ToDictionary(s => s.Key, s => s.Value with { Visit = visit, Date = date })
        );
    }

    private SimulatedPlant Draw(
        TaxonId taxon,
        PlaceFacts place,
        LifeStage stage,
        Sex? sex,
        DateOnly date,
        ImmutableArray<PlantPart> parts,
        Random random
    )
    {
        var circumstances = Scope.Any with { Stage = stage, Sex = sex, Season = SeasonOfYear.Of(date, place.Latitude) };

        // Nobody knows the sex of a plant that neither flowers nor fruits.
        var sexSeen = parts.Contains(PlantPart.Flowers) || parts.Contains(PlantPart.Fruit) ? sex : null;
        var shown = new Dictionary<CharacterId, Observation>();
        var groups = new Dictionary<string, double>();
        foreach (var character in guide.Characters)
        {
            if (!LookNext.ShowsToday(character.Organ, parts) || !Applies(character, shown))
            {
                continue;
            }

            var z = Together(character.Group, groups, random);
            if (
                Said(taxon, character, circumstances, random) is { } value
                && ShownBy(character, value, date, z, random) is { } observation
            )
            {
                shown[character.Id] = observation with { Stage = stage, Sex = sexSeen };
            }
        }

        return new(taxon, place, new Visit(1, date, parts), shown);
    }

    /// <summary>A number from the normal curve, by the method of Box and Muller (1958).</summary>
    /// <param name="random">Where chance comes from.</param>
    public static double Normal(Random random) =>
        Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());

    private StatementValue? Said(TaxonId taxon, Character character, Scope circumstances, Random random)
    {
        var speaking =
            random.NextDouble() < departures.WrongStatements ? _species[random.Next(_species.Length)] : taxon;
        return guide.StatementFor(speaking, character.Id, circumstances)?.Value;
    }

    private LifeStage StageOf(TaxonId taxon, Random random)
    {
        var stages = guide
            .Statements.Where(s => s.Taxon == taxon)
            .Select(s => s.Scope.Stage)
            .OfType<LifeStage>()
            .Distinct()
            .ToArray();
        return stages.Length > 0 && random.NextDouble() < OtherStage
            ? stages[random.Next(stages.Length)]
            : LifeStage.Mature;
    }

    private bool SexesApart(TaxonId taxon) =>
        guide.FindCharacter(PlantSexes.Character) is { } sexes
        && guide.StatementFor(taxon, sexes.Id, Scope.Any)?.Value is StateShares { Usual: PlantSexes.Apart };

    private Observation? ShownBy(Character character, StatementValue value, DateOnly date, double z, Random random)
    {
        switch (value)
        {
            case StateShares states:
                var state = Pick(states.States, s => s.Weight, Below(z)).State;
                return Observation.OfStates(character.Id, 1, date, Narrowed(character, state, random));
            case CountShares counts:
                return Observation.OfSample(
                    character.Id,
                    1,
                    date,
                    [
                        .. Enumerable
                            .Range(0, Parts)
                            .Select(_ => (double)Pick(counts.Numbers, n => n.Weight, random.NextDouble()).Number),
                    ]
                );
            default:
                var model = NumericModel.Fit(value, character.Kind);
                var between = Math.Sqrt(1 - LikelihoodConstants.WithinPlant) * z;
                return Observation.OfSample(
                    character.Id,
                    1,
                    date,
                    [
                        .. Enumerable
                            .Range(0, Parts)
                            .Select(_ =>
                                Measured(
                                    character,
                                    model,
                                    between + (Math.Sqrt(LikelihoodConstants.WithinPlant) * Normal(random))
                                )
                            ),
                    ]
                );
        }
    }

    private double Measured(Character character, NumericModel model, double z)
    {
        var scaled = model.Middle + (z * departures.Spread * (z < 0 ? model.Below : model.Above));
        var size = model.Logarithmic ? Math.Exp(scaled) : scaled;
        size = Math.Clamp(size, character.Minimum ?? 0, character.Maximum ?? double.MaxValue);
        return character.Kind == CharacterKind.Count ? Math.Round(size) : size;
    }

    /// <summary>"Toothed" is shown as one of the kinds of teeth.</summary>
    private static string Narrowed(Character character, string state, Random random)
    {
        var narrower = character.States.Where(s => s.Parent == state).ToArray();
        return narrower.Length == 0 ? state : narrower[random.Next(narrower.Length)].Id;
    }

    private bool Applies(Character character, Dictionary<CharacterId, Observation> shown)
    {
        if (character.DependsOn is not { } on)
        {
            return true;
        }

        var parent = guide.Character(on.Character);
        return shown.TryGetValue(on.Character, out var seen)
            && seen.Finding is Finding.States states
            && states.Seen.Any(s => on.States.Any(d => parent.Includes(d, s)));
    }

    private PlaceFacts PlaceOf(TaxonId taxon, Random random)
    {
        var range = guide.StatementFor(taxon, PlaceEvidence.Elevation, Scope.Any)?.Value as NumericRange;
        double? metres = range is { Low: { } low, High: { } high }
            ? (low + ((high - low) * random.NextDouble())) / 1000
            : null;
        var places = guide.StatementFor(taxon, PlaceEvidence.Habitat, Scope.Any)?.Value as StateShares;
        return new(metres, places is null ? [] : [Pick(places.States, s => s.Weight, random.NextDouble()).State]);
    }

    /// <summary>A day on which something of the plant can be seen, and the parts on it that day.</summary>
    private (DateOnly Date, ImmutableArray<PlantPart> Parts) DayOf(
        TaxonId taxon,
        PlaceFacts place,
        LifeStage stage,
        Sex? sex,
        Random random
    )
    {
        var windows = Windows(taxon, place)
            .Where(p =>
                p.Part == PlantPart.Leaves
                || (stage == LifeStage.Mature && !(p.Part == PlantPart.Fruit && sex == Sex.Male))
            )
            .ToArray();
        var diesBack = DiesBackInWinter(taxon);
        while (true)
        {
            var date = new DateOnly(Year, 1, 1).AddDays(random.Next(365));
            var parts = windows
                .Where(w => w.Window.DaysOutside(DayInYear.Of(date)) == 0)
                .Select(w => w.Part)
                .ToImmutableArray();
            if (!diesBack || !parts.IsEmpty || windows.Length == 0)
            {
                return (date, parts.Contains(PlantPart.Leaves) || diesBack ? parts : parts.Add(PlantPart.Buds));
            }
        }
    }

    private IEnumerable<(PlantPart Part, PhenologyWindow Window)> Windows(TaxonId taxon, PlaceFacts place) =>
        from kind in Kinds
        let window = guide.Window(taxon, kind.Phase)
        where window is not null
        select (kind.Part, BioclimaticShift.At(window, guide.Title.Reference, place.Season));

    private bool DiesBackInWinter(TaxonId taxon) =>
        guide.StatementFor(taxon, Persistence, Scope.Any)?.Value is StateShares { Usual: DiesBack };

    private static double Together(string group, Dictionary<string, double> groups, Random random)
    {
        var own = Normal(random);
        if (group.Length == 0)
        {
            return own;
        }

        if (!groups.TryGetValue(group, out var common))
        {
            groups[group] = common = Normal(random);
        }

        return (Math.Sqrt(Shared) * common) + (Math.Sqrt(1 - Shared) * own);
    }

    /// <summary>Share of the normal curve below z, by the logistic approximation (error below 0.01, enough to pick a state).</summary>
    private static double Below(double z) => 1 / (1 + Math.Exp(-1.702 * z));

    private static T Pick<T>(ImmutableArray<T> from, Func<T, double> weight, double share)
    {
        foreach (var item in from)
        {
            share -= weight(item);
            if (share < 0)
            {
                return item;
            }
        }

        return from[^1];
    }
}
