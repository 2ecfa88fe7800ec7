using System.Collections.Immutable;
using CsCheck;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Identification;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Identification;

/// <summary>Names weighed on a guide of four taxa, A to D, in two genera, with answers worked by hand.</summary>
public sealed class WeighingTests
{
    private static readonly Character Edge = Named("edge", Organ.Leaf, ["x", "y"]);
    private static readonly Character Coat = Named("coat", Organ.Leaf, ["bare", "downy", "felted"]) with
    {
        Group = "hair",
    };
    private static readonly Character Down = Named("down", Organ.Leaf, ["bare", "downy", "felted"]) with
    {
        Group = "hair",
    };
    private static readonly Character Step = Named("step", Organ.Leaf, ["low", "middle", "high"]) with
    {
        Kind = CharacterKind.Ordered,
    };
    private static readonly Character Size = Numeric("size", Organ.Leaf, CharacterKind.Length, "mm", 1, 1000);
    private static readonly Character Kind = Named("kind", Organ.Leaf, ["simple", "compound"]);
    private static readonly Character Pieces = Numeric("pieces", Organ.Leaf, CharacterKind.Count, "", 1, 50) with
    {
        DependsOn = new(Kind.Id, ["compound"]),
    };
    private static readonly PlaceFacts Nowhere = new(null, []);

    private static readonly CandidateModel Model = new(
        new Guide(
            Tables() with
            {
                Taxa =
                [
                    Node("one", null, TaxonRank.Genus),
                    Node("a", "one", TaxonRank.Species),
                    Node("b", "one", TaxonRank.Species),
                    Node("two", null, TaxonRank.Genus),
                    Node("c", "two", TaxonRank.Species),
                    Node("d", "two", TaxonRank.Species),
                ],
                Characters = [Edge, Coat, Down, Step, Size, Kind, Pieces, Habitat, Elevation],
                Statements =
                [
                    Says("a", Edge, "x"),
                    Says("b", Edge, "x"),
                    Says("c", Edge, "y"),
                    Says("a", Coat, "felted"),
                    Says("b", Coat, "bare"),
                    Says("a", Down, "felted"),
                    Says("b", Down, "bare"),
                    Says("a", Step, "low"),
                    Says("b", Step, "middle"),
                    Says("c", Step, "high"),
                    Says("a", Size, "20–40 mm"),
                    Says("b", Size, "60–120 mm"),
                    Says("c", Size, "(10–)20–40 mm"),
                    Says("one", Kind, "simple"),
                    Says("two", Kind, "compound"),
                    Says("c", Pieces, "3 | 5"),
                    Says("d", Pieces, "7 | 9"),
                    Says("a", Habitat, "wood"),
                    Says("b", Habitat, "marsh"),
                    Says("a", Elevation, "0–500 m"),
                ],
                Keys = [],
                Cautions = [],
                LookAlikes = [],
                Windows = [new(new("a"), Phenophase.Flower, new(4, 1), new(5, 1))],
            }
        )
    );

    [Fact]
    public void Before_anything_is_seen_the_names_share_what_outside_leaves() =>
        MassesOf().ShouldBe([0.2375, 0.2375, 0.2375, 0.2375, 0.05], 1e-12);

    [Fact]
    public void One_feature_worked_by_hand()
    {
        // A and B show x in .98 + .02/2 = .99 of plants; recorded x: .99 × .9 + .01 × .1 = .892. C: .01 × .9 + .99 × .1 = .108.
        // D is blank: the mean of the three, .630667. Each times .2375: together .599133.
        // Outside: .02 of something else, × .5 = .01, and four relatives of .0075. A and B are the one pair of congeners of which
        // both are described, and do not differ: that and the four of a quarter taken as seen make a fifth. So a relative is
        // four parts like its name and one like anything (.5): .0075 × (.8136 + .8136 + .1864 + .604533) = .018136.
        // The sum of all is .627269. Among themselves the names are then raised to the power 1.3.
        double[] names = [0.21185, 0.21185, 0.02565, 0.14978333];
        const double Outside = 0.01 + 0.018136;
        var all = names.Sum() + Outside;
        double[] sharp = [.. names.Select(n => Math.Pow(n, 1.3))];
        MassesOf(Observation.OfStates(Edge.Id, 1, Day, "x"))
            .ShouldBe([.. sharp.Select(n => n / sharp.Sum() * names.Sum() / all), Outside / all], 1e-6);
    }

    [Fact]
    public void A_guess_counts_for_less_than_a_sure_look()
    {
        // Unsure makes mistakes four times as likely: .99 × .6 + .01 × .4 = .598 against .01 × .6 + .99 × .4 = .402.
        var masses = MassesOf(Observation.OfStates(Edge.Id, 1, Day, "x") with { Certainty = Certainty.Unsure });
        (masses[0] / masses[2]).ShouldBe(Math.Pow(0.598 / 0.402, LikelihoodConstants.Sharpness), 1e-9);
    }

    [Fact]
    public void A_fallen_part_counts_for_less()
    {
        var sure = Observation.OfStates(Edge.Id, 1, Day, "x");
        MassesOf(sure with { Source = EvidenceSource.Fallen })[0].ShouldBeLessThan(MassesOf(sure)[0]);
    }

    [Fact]
    public void Two_of_a_group_are_not_two_pieces_of_evidence()
    {
        var one = MassesOf(Observation.OfStates(Coat.Id, 1, Day, "felted"));
        var two = MassesOf(
            Observation.OfStates(Coat.Id, 1, Day, "felted"),
            Observation.OfStates(Down.Id, 1, Day, "felted")
        );

        // The same likelihood ratio twice, each to the power of 1/√2: together √2 times the bits of one.
        Math.Log(two[0] / two[1]).ShouldBe(Math.Sqrt(2) * Math.Log(one[0] / one[1]), 1e-9);
    }

    [Fact]
    public void Neighbours_in_order_are_more_easily_mistaken()
    {
        // Low recorded; the mistake at "high" falls on "middle" twice as often as on "low": .1 × 1/3 against .1 × 1/2.
        var masses = MassesOf(Observation.OfStates(Step.Id, 1, Day, "low"));
        masses[1].ShouldBeGreaterThan(masses[2]);
    }

    [Fact]
    public void A_length_speaks_for_the_range_it_lies_in()
    {
        var masses = MassesOf(Observation.OfSample(Size.Id, 1, Day, 28, 30, 26));
        masses[0].ShouldBeGreaterThan(5 * masses[1]);
        var between = MassesOf(Observation.OfSample(Size.Id, 1, Day, 49));
        (between[0] / between[1]).ShouldBeInRange(0.3, 3);
    }

    [Fact]
    public void More_leaves_of_the_same_mean_part_two_names_further() =>
        Ratio([28, 28, 28, 28, 28, 28]).ShouldBeGreaterThan(Ratio([28]));

    [Fact]
    public void Counting_pieces_weighs_the_parent_state_just_once()
    {
        var counted = Observation.OfSample(Pieces.Id, 1, Day, 5);
        var said = Observation.OfStates(Kind.Id, 1, Day, "compound");
        MassesOf(counted)[0].ShouldBeLessThan(MassesOf()[0], "a simple leaf has no pieces");
        MassesOf(counted, said).ShouldBe(MassesOf(counted), 1e-12);
        MassesOf(counted)[2].ShouldBeGreaterThan(MassesOf(counted)[3]);
    }

    [Fact]
    public void Nothing_that_fits_lets_outside_the_guide_win()
    {
        var odd = new[]
        {
            Observation.OfSample(Size.Id, 1, Day, 900, 950, 980),
            Observation.OfStates(Step.Id, 1, Day, "high"),
            Observation.OfStates(Coat.Id, 1, Day, "downy"),
            Observation.OfStates(Edge.Id, 1, Day, "x", "y"),
        };
        var likely = Stand(Weigh(odd));
        likely.Outside.ShouldBeGreaterThan(likely.Names[0].Mass);
    }

    [Fact]
    public void What_cannot_be_seen_or_is_altered_says_nothing() =>
        MassesOf(Observation.OfHidden(Edge.Id, 1, Day, HiddenReason.Over)).ShouldBe(MassesOf(), 1e-15);

    [Fact]
    public void A_feature_switched_off_is_as_if_never_recorded()
    {
        var edge = Observation.OfStates(Edge.Id, 1, Day, "x");
        var step = Observation.OfStates(Step.Id, 1, Day, "low");
        var weighing = new Weighing(
            Model,
            new EvidenceSheet(Model.Guide, [edge, step]),
            Nowhere,
            [],
            WeighingChoices.Everything with
            {
                Without = [Step.Id],
            }
        );
        weighing.Masses.ToArray().ShouldBe(MassesOf(edge), 1e-15);
    }

    [Fact]
    public void Masses_add_up_the_classification_and_the_lowest_rank_that_holds_enough_is_safe_to_say()
    {
        var compound = Observation.OfStates(Kind.Id, 1, Day, "compound");
        var five = Observation.OfSample(Pieces.Id, 1, Day, 3, 5, 3, 5, 3, 3);
        var weighing = Weigh(compound, Observation.OfStates(Edge.Id, 1, Day, "y"), five);
        weighing
            .MassOf(new("two"))
            .ShouldBe(
                weighing.Masses[2] + weighing.Masses[3] + weighing.Relatives[2] + weighing.Relatives[3],
                1e-12,
                "an unlisted relative is of the same genus"
            );
        weighing.MassOf(new("c")).ShouldBe(weighing.Masses[2], 1e-12);
        var safe = Stand(weighing).Safe.ShouldNotBeNull();
        safe.Mass.ShouldBeGreaterThanOrEqualTo(0.95);
        Stand(Weigh()).Safe.ShouldBeNull("with nothing seen, nothing is safe to say");
    }

    [Fact]
    public void A_plant_that_is_like_a_name_in_most_features_but_not_in_all_may_be_an_unlisted_relative()
    {
        var like = new[]
        {
            Observation.OfStates(Edge.Id, 1, Day, "x"),
            Observation.OfStates(Step.Id, 1, Day, "low"),
            Observation.OfSample(Size.Id, 1, Day, 28),
        };
        var fits = Weigh([.. like, Observation.OfStates(Coat.Id, 1, Day, "felted")]);
        var differs = Weigh([.. like, Observation.OfStates(Coat.Id, 1, Day, "bare")]);
        (differs.Relatives[0] / differs.Masses[0]).ShouldBeGreaterThan(2 * fits.Relatives[0] / fits.Masses[0]);
        fits.Masses.ToArray().Sum().ShouldBe(1, 1e-9, "relatives are part of what is outside");
        fits.Relatives.ToArray().Sum().ShouldBeLessThan(fits.Outside);
    }

    [Fact]
    public void Each_factor_of_place_and_date_can_be_left_out()
    {
        double MassOfB(PriorFactors factors) =>
            new Weighing(
                Model,
                new EvidenceSheet(Model.Guide, []),
                new PlaceFacts(900, ["wood"]),
                [new Visit(1, new(2026, 8, 1), [PlantPart.Flowers])],
                new(factors, [], [])
            ).Masses[1];
        double MassOfA(PriorFactors factors) =>
            new Weighing(
                Model,
                new EvidenceSheet(Model.Guide, []),
                new PlaceFacts(900, ["wood"]),
                [new Visit(1, new(2026, 8, 1), [PlantPart.Flowers])],
                new(factors, [], [])
            ).Masses[0];
        MassOfB(PriorFactors.Habitat).ShouldBeLessThan(MassOfB(PriorFactors.None));
        MassOfA(PriorFactors.Elevation).ShouldBeLessThan(MassOfA(PriorFactors.None));
        MassOfA(PriorFactors.Season).ShouldBeLessThan(MassOfA(PriorFactors.None));
        MassOfA(PriorFactors.None).ShouldBe(0.2375, 1e-12);
    }

    [Fact]
    public void Reasons_give_each_feature_s_weight_the_most_telling_first()
    {
        var reasons = Weigh(Observation.OfStates(Edge.Id, 1, Day, "x"), Observation.OfStates(Step.Id, 1, Day, "low"))
            .ReasonsOf(new("a"))!
            .Features;
        reasons.Select(g => g.Label).ShouldBe(["Step", "Edge"]);
        reasons[0].Bits.ShouldBeGreaterThan(reasons[1].Bits);
        reasons[0].InWords.ShouldBe("for");

        // Edge x under A: .892; under the others: (.2375 × (.892 + .108 + .630667) + .05 × .5) / .7625 = .540699.
        reasons[1].Bits.ShouldBe(Math.Log2(0.892 / 0.5406994), 1e-5);
    }

    [Fact]
    public void Order_of_recording_changes_nothing_and_masses_always_sum_to_one() =>
        GenSheet.Sample(sheet =>
        {
            var forward = MassesOf(sheet);
            MassesOf([.. sheet.Reverse()]).ShouldBe(forward, 1e-12);
            forward.Sum().ShouldBe(1, 1e-9);
            forward.ShouldAllBe(m => m >= 0);
        });

    [Fact]
    public void A_state_a_taxon_never_shows_never_raises_it_against_one_that_always_does() =>
        GenSheet.Sample(sheet =>
        {
            var without = sheet.Where(o => o.Character != Edge.Id).ToArray();
            var before = MassesOf(without);
            var after = MassesOf([.. without, Observation.OfStates(Edge.Id, 1, Day, "x")]);
            (after[2] / after[0]).ShouldBeLessThan(before[2] / before[0]);
        });

    private static Gen<Observation[]> GenSheet =>
        Gen.Select(
            Gen.Int[0, 2],
            Gen.Int[0, 3],
            Gen.Int[0, 3],
            Gen.Int[0, 3],
            Gen.Double[5, 200],
            Gen.Bool,
            (edge, coat, down, step, size, measured) =>
            {
                var list = new List<Observation>();
                if (edge > 0)
                {
                    list.Add(Observation.OfStates(Edge.Id, 1, Day, edge == 1 ? "x" : "y"));
                }

                foreach (var (character, state) in new[] { (Coat, coat), (Down, down), (Step, step) })
                {
                    if (state > 0)
                    {
                        list.Add(Observation.OfStates(character.Id, 1, Day, character.States[state - 1].Id));
                    }
                }

                if (measured)
                {
                    list.Add(Observation.OfSample(Size.Id, 1, Day, size));
                }

                return list.ToArray();
            }
        );

    private static double Ratio(ImmutableArray<double> leaves)
    {
        var masses = MassesOf(Observation.OfSample(Size.Id, 1, Day, leaves));
        return masses[0] / masses[1];
    }

    private static Weighing Weigh(params Observation[] observations) =>
        new(Model, new EvidenceSheet(Model.Guide, observations), Nowhere, []);

    private static LikelyNames Stand(Weighing weighing) => LikelyNames.Of(Model, weighing, 8);

    private static double[] MassesOf(params Observation[] observations) => Weigh(observations).Masses.ToArray();
}
