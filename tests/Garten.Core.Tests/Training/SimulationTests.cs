using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Training;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Training;

public sealed class SimulationTests
{
    private const int Many = 3000;

    private static readonly Character Hard = Named("coat", Organ.Leaf, ["bare", "downy", "felted"]) with
    {
        Kind = CharacterKind.Ordered,
        Difficulty = 0.25,
    };
    private static readonly Character Wide = Numeric("width", Organ.Leaf, CharacterKind.Length, "mm", 1, 1000) with
    {
        Group = "size",
    };

    private static readonly Guide Drawn = new(
        Bare(
            [Node("a"), Node("b")],
            [Arrangement, Division, Leaflets, Hard, Length, Wide, Fruit],
            [
                Says("a", Arrangement, "opposite (often) | alternate"),
                Says("a", Division, "simple"),
                Says("a", Leaflets, "3"),
                Says("a", Hard, "bare"),
                Says("a", Length, "4–8 cm"),
                Says("a", Wide, "20–40 mm"),
                Says("a", Fruit, "berry"),
                Says("b", Arrangement, "alternate"),
                Says("b", Division, "pinnate"),
                Says("b", Leaflets, "5 | 7"),
            ]
        ) with
        {
            Windows =
            [
                new(new("a"), Phenophase.Leaf, new(4, 1), new(10, 1)),
                new(new("a"), Phenophase.Fruit, new(8, 1), new(9, 1)),
                new(new("b"), Phenophase.Leaf, new(1, 1), new(12, 31)),
            ],
        }
    );

    [Fact]
    public void The_same_seed_draws_the_same_plant()
    {
        var simulator = new PlantSimulator(Drawn, Departures.None);
        var one = simulator.Draw(new("a"), new Random(7));
        var other = simulator.Draw(new("a"), new Random(7));
        other.Visit.Date.ShouldBe(one.Visit.Date);
        other.Shown.Keys.ShouldBe(one.Shown.Keys);
        other.Shown.Values.SelectMany(o => o.Values).ShouldBe(one.Shown.Values.SelectMany(o => o.Values));
    }

    [Fact]
    public void A_whole_plant_shows_on_each_day_what_is_in_season_and_stays_the_same_plant()
    {
        var simulator = new PlantSimulator(Drawn, Departures.None);
        var whole = simulator.DrawWhole(new("a"), new(null, []), new Random(3));
        var winter = simulator.OnDay(whole, 1, new(2026, 1, 15), 0);
        winter.Visit.Parts.ShouldBe([PlantPart.Buds]);
        winter.Shown.Keys.ShouldNotContain(Length.Id);
        var august = simulator.OnDay(whole, 2, new(2026, 8, 15), 0);
        august.Visit.Parts.ShouldBe([PlantPart.Leaves, PlantPart.Fruit]);
        Seen(august.Shown[Fruit.Id]).ShouldBe(["berry"]);
        august.Shown[Length.Id].Visit.ShouldBe(2);
        august.Shown[Length.Id].Values.ShouldBe(simulator.OnDay(whole, 3, new(2026, 6, 1), 0).Shown[Length.Id].Values);
    }

    [Fact]
    public void In_a_late_year_the_same_day_shows_what_was_there_earlier_in_a_usual_one()
    {
        var simulator = new PlantSimulator(Drawn, Departures.None);
        var whole = simulator.DrawWhole(new("a"), new(null, []), new Random(3));
        simulator.OnDay(whole, 1, new(2026, 8, 10), 0).Visit.Parts.ShouldContain(PlantPart.Fruit);
        simulator.OnDay(whole, 1, new(2026, 8, 10), 20).Visit.Parts.ShouldNotContain(PlantPart.Fruit);
        simulator.OnDay(whole, 1, new(2026, 9, 10), 20).Visit.Parts.ShouldContain(PlantPart.Fruit);
    }

    [Fact]
    public void States_come_by_their_frequency_and_sizes_within_the_stated_range()
    {
        var plants = InLeaf("a", Departures.None);
        plants.Average(p => Seen(p.Shown[Arrangement.Id])[0] == "opposite" ? 1.0 : 0).ShouldBe(0.6 / 1.1, 0.04);
        plants
            .SelectMany(p => p.Shown[Length.Id].Values)
            .Average(v => v is >= 40 and <= 80 ? 1.0 : 0)
            .ShouldBe(0.9, 0.03);
    }

    [Fact]
    public void Sizes_spread_wider_on_request() =>
        InLeaf("a", Departures.None with { Spread = 4.0 / 3 })
            .SelectMany(p => p.Shown[Length.Id].Values)
            .Average(v => v is >= 40 and <= 80 ? 1.0 : 0)
            .ShouldBe(0.783, 0.03, "1.645 ÷ 4/3 = 1.23 standard deviations hold 78 %");

    [Fact]
    public void Sizes_of_one_group_vary_together()
    {
        var pairs = InLeaf("a", Departures.None)
            .Select(p =>
                (X: Math.Log(p.Shown[Length.Id].Values.Average()), Y: Math.Log(p.Shown[Wide.Id].Values.Average()))
            )
            .ToList();
        var (x, y) = (pairs.Average(p => p.X), pairs.Average(p => p.Y));
        var together =
            pairs.Sum(p => (p.X - x) * (p.Y - y))
            / Math.Sqrt(pairs.Sum(p => (p.X - x) * (p.X - x)) * pairs.Sum(p => (p.Y - y) * (p.Y - y)));
        together.ShouldBeInRange(0.3, 0.6);
    }

    [Fact]
    public void The_season_decides_what_shows_and_a_simple_leaf_has_no_leaflets()
    {
        var simulator = new PlantSimulator(Drawn, Departures.None);
        var random = new Random(3);
        var plants = Enumerable.Range(0, 400).Select(_ => simulator.Draw(new("a"), random)).ToList();
        plants.ShouldAllBe(p => p.Shown.ContainsKey(Fruit.Id) == p.Visit.Parts.Contains(PlantPart.Fruit));
        plants.Where(p => p.Visit.Date.Month is < 4 or > 10).ShouldAllBe(p => !p.Shown.ContainsKey(Arrangement.Id));
        plants.ShouldContain(p => p.Visit.Parts.Contains(PlantPart.Fruit));
        plants.ShouldAllBe(p => !p.Shown.ContainsKey(Leaflets.Id));
        simulator.Draw(new("b"), random).Shown[Leaflets.Id].Values.ShouldAllBe(v => v == 5 || v == 7);
    }

    [Fact]
    public void Statements_go_wrong_as_often_as_asked()
    {
        // A wrong statement is that of either taxon, so half of the wrong ones are right after all.
        var wrong = InLeaf("b", Departures.None with { WrongStatements = 0.2 })
            .Average(p => Seen(p.Shown[Division.Id])[0] == "simple" ? 1.0 : 0);
        wrong.ShouldBe(0.1, 0.02);
    }

    [Fact]
    public void An_observer_misreads_as_often_as_the_character_is_difficult_and_takes_neighbours()
    {
        var random = new Random(5);
        var observer = new SimulatedObserver(Drawn, Departures.None, random);
        var seen = InLeaf("a", Departures.None).Select(p => Seen(observer.Look(p, Hard)!)[0]).ToList();
        seen.Average(s => s == "bare" ? 0.0 : 1).ShouldBe(0.25, 0.03);
        seen.ShouldNotContain("felted", "only the neighbour in order is taken for it");
        observer.Tally.Looks.ShouldBe(seen.Count);
        ((double)observer.Tally.Mistakes / seen.Count).ShouldBe(0.25, 0.03);
    }

    [Fact]
    public void Mistakes_in_pairs_are_more_of_them()
    {
        var random = new Random(6);
        var observer = new SimulatedObserver(Drawn, Departures.None with { PairedMistakes = true }, random);
        foreach (var plant in InLeaf("a", Departures.None))
        {
            observer.Look(plant, Hard);
        }

        // A slip follows with .25, after a slip with .5: in the long run m = .25 (1 − m) + .5 m, so m = 1/3.
        ((double)observer.Tally.Mistakes / observer.Tally.Looks).ShouldBe(1.0 / 3, 0.03);
    }

    [Fact]
    public void Male_plants_bear_no_fruit_and_rosettes_no_flowers_and_show_what_the_guide_says_of_them()
    {
        var sexes = Named("flower-sexes", Organ.Flower, ["both", "separate-plants"]);
        var guide = new Guide(
            Drawn.Tables with
            {
                Characters = Drawn.Tables.Characters.Add(sexes),
                Statements = Drawn.Tables.Statements.AddRange(
                    Says("a", sexes, "separate-plants"),
                    Says("a", Hard, "felted", Scope.Any with { Stage = LifeStage.Rosette })
                ),
            }
        );
        var simulator = new PlantSimulator(guide, Departures.None);
        var random = new Random(9);
        var plants = Enumerable
            .Range(0, Many)
            .Select(_ => simulator.Draw(new("a"), random))
            .Where(p => p.Shown.ContainsKey(Hard.Id))
            .ToList();
        plants.ShouldAllBe(p =>
            (p.Shown[Hard.Id].Stage == LifeStage.Rosette) == (Seen(p.Shown[Hard.Id])[0] == "felted")
        );
        plants.Average(p => p.Shown[Hard.Id].Stage == LifeStage.Rosette ? 1.0 : 0).ShouldBe(0.15, 0.03);
        plants
            .Where(p => p.Shown[Hard.Id].Sex == Sex.Male || p.Shown[Hard.Id].Stage == LifeStage.Rosette)
            .ShouldAllBe(p => !p.Visit.Parts.Contains(PlantPart.Fruit));
        plants.ShouldContain(p => p.Shown[Hard.Id].Sex == Sex.Female && p.Visit.Parts.Contains(PlantPart.Fruit));
    }

    [Fact]
    public void What_does_not_show_cannot_be_recorded()
    {
        var plant = new PlantSimulator(Drawn, Departures.None).Draw(new("b"), new Random(1));
        new SimulatedObserver(Drawn, Departures.None, new Random(1)).Look(plant, Hard).ShouldBeNull();
    }

    private static List<SimulatedPlant> InLeaf(string taxon, Departures departures)
    {
        var simulator = new PlantSimulator(Drawn, departures);
        var random = new Random(11);
        return
        [
            .. Enumerable
                .Range(0, Many)
                .Select(_ => simulator.Draw(new(taxon), random))
                .Where(p => p.Visit.Parts.Contains(PlantPart.Leaves)),
        ];
    }

    private static ImmutableArray<string> Seen(Observation observation) =>
        observation.Finding.ShouldBeOfType<Finding.States>().Seen;
}
