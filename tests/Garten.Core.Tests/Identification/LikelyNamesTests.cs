using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Identification;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Identification;

/// <summary>What can be said today: ranks, look-alikes, hazards, colonies and crosses.</summary>
public sealed class LikelyNamesTests
{
    private static readonly Character Edge = Named("edge", Organ.Leaf, ["x", "y"]) with { Difficulty = 0.001 };
    private static readonly Character Coat = Named("coat", Organ.Leaf, ["bare", "downy"]) with { Difficulty = 0.02 };
    private static readonly Character Size = Numeric("size", Organ.Leaf, CharacterKind.Length, "mm", 1, 1000);
    private static readonly PlaceFacts Nowhere = new(null, []);

    // A food bulb and a deadly one of another family, alike in all but the coat; C and D stand apart.
    private static readonly GuideTables Bulbs = Tables() with
    {
        Taxa =
        [
            Node("onions", null, TaxonRank.Family),
            Node("one", "onions", TaxonRank.Genus),
            Node("bulb", "one", TaxonRank.Species),
            Node("cousin", "one", TaxonRank.Species),
            Node("killers", null, TaxonRank.Family),
            Node("two", "killers", TaxonRank.Genus),
            Node("death", "two", TaxonRank.Species),
        ],
        Characters = [Edge, Coat, Size],
        Statements =
        [
            Says("bulb", Edge, "x"),
            Says("death", Edge, "x"),
            Says("cousin", Edge, "y"),
            Says("bulb", Coat, "bare"),
            Says("death", Coat, "downy"),
            Says("bulb", Size, "20–40 mm"),
            Says("death", Size, "20–40 mm"),
            Says("cousin", Size, "200–400 mm"),
        ],
        Keys = [],
        Cautions = [new(new("killers"), Hazard.Deadly, "Deadly.")],
        LookAlikes = [new(new("bulb"), new("death"), Coat.Id, "By the coat.")],
        Windows = [],
    };

    [Fact]
    public void Look_alikes_of_two_families_are_a_lawful_answer_with_the_worst_that_either_does()
    {
        var likely = Stand(Bulbs, Seen(Edge, "x"), Observation.OfSample(Size.Id, 1, Day, 28, 29, 30, 31));
        var safe = likely.Safe.ShouldNotBeNull();
        safe.Names.Select(n => n.Name).ShouldBe(["bulb", "death"], ignoreOrder: true);
        safe.Hazards.ShouldBe([Hazard.Deadly]);
        safe.Mass.ShouldBeGreaterThanOrEqualTo(0.95);
        Stand(Bulbs with { LookAlikes = [] }, Seen(Edge, "x"), Observation.OfSample(Size.Id, 1, Day, 28, 29, 30, 31))
            .Safe.ShouldBeNull("without the pair no rank below everything holds both");
    }

    [Fact]
    public void Once_parted_one_name_is_said_and_its_genus_while_a_relative_is_not_ruled_out()
    {
        var likely = Stand(
            Bulbs,
            Seen(Edge, "x"),
            Seen(Coat, "bare"),
            Observation.OfSample(Size.Id, 1, Day, 28, 29, 30, 31)
        );
        likely.Names[0].Name.Name.ShouldBe("bulb");
        likely.Safe!.Names.ShouldHaveSingleItem().Name.ShouldBe("one");
        likely.Safe.Hazards.ShouldBeEmpty();
    }

    [Fact]
    public void Hazards_are_summed_over_all_names_in_play()
    {
        var hazard = Stand(Bulbs, Seen(Edge, "x")).Hazards.ShouldHaveSingleItem();
        hazard.Hazard.ShouldBe(Hazard.Deadly);
        hazard.Mass.ShouldBeInRange(0.3, 0.6);
        hazard.Names.ShouldBe(["death"]);
    }

    [Fact]
    public void Ranks_that_gather_several_likely_names_stand_among_them()
    {
        var likely = Stand(Bulbs);
        likely
            .Ranks.Select(r => r.Name.Name)
            .ShouldBe(["one", "onions"], "the narrower rank first where both hold the same");

        // Two names of .95/3 each, and two thirds of the .03 that unlisted relatives hold.
        likely.Ranks[0].Mass.ShouldBe((2 * 0.95 / 3) + (0.03 * 2 / 3), 1e-12);
    }

    [Fact]
    public void The_leading_names_come_in_order_and_equals_in_the_order_of_the_guide()
    {
        var model = new CandidateModel(new Guide(Bulbs));
        using var weighing = new Weighing(model, new EvidenceSheet(model.Guide, [Seen(Coat, "downy")]), Nowhere, []);
        weighing.Leading(2).ShouldBe([2, 1]);
        weighing.Leading(9).Length.ShouldBe(3);
        using var bare = new Weighing(model, new EvidenceSheet(model.Guide, []), Nowhere, []);
        bare.Leading(3).ShouldBe([0, 1, 2]);
    }

    [Fact]
    public void A_linked_plant_counts_nearly_as_much_as_the_plant_s_own_features_and_never_wholly()
    {
        var model = new CandidateModel(new Guide(Bulbs));
        ImmutableArray<double> certain = [0, 1 / 0.3, 0, 0];
        using var alone = new Weighing(model, new EvidenceSheet(model.Guide, []), Nowhere, []);
        using var linked = new Weighing(
            model,
            new EvidenceSheet(model.Guide, []),
            Nowhere,
            [],
            WeighingChoices.Everything with
            {
                Companions = [new("TF-031", certain)],
            }
        );
        linked.Masses[1].ShouldBeGreaterThan(2 * alone.Masses[1]);

        // The factor is .15 + .85 × likelihood: .15 for the others, .15 + .85/.3 for the cousin; the names are sharpened together.
        (linked.Masses[1] / linked.Masses[0]).ShouldBe(
            Math.Pow(((0.85 / 0.3) + 0.15) / 0.15, LikelihoodConstants.Sharpness) * (alone.Masses[1] / alone.Masses[0]),
            1e-9
        );
        linked.ReasonsOf(new("cousin"))!.Features.ShouldHaveSingleItem().Label.ShouldBe("In one colony with TF-031");
    }

    [Fact]
    public void A_cross_of_which_nothing_is_said_stands_between_its_parents()
    {
        var model = new CandidateModel(new Guide(Crossed));
        double[] Of(double size)
        {
            var column = new double[model.Hypotheses];
            model.TryFill(Observation.OfSample(Size.Id, 1, Day, size), Nowhere, false, column);
            return column;
        }

        // Middles at 28 and 113 mm; the cross at their geometric mean, 57.
        Of(57)[2].ShouldBeGreaterThan(Of(57)[0]);
        Of(57)[2].ShouldBeGreaterThan(Of(57)[1]);
        Of(28)[0].ShouldBeGreaterThan(Of(28)[2]);
        var states = new double[model.Hypotheses];
        model.TryFill(Seen(Coat, "bare"), Nowhere, false, states);
        states[2].ShouldBe((states[0] + states[1]) / 2, 1e-12);
    }

    [Fact]
    public void A_plant_is_held_against_both_parents_and_their_cross()
    {
        var guide = new Guide(Crossed);
        var model = new CandidateModel(guide);
        CrossTest Test(params Observation[] seen) =>
            CrossTest.Examine(model, guide.Crosses[0], new EvidenceSheet(guide, seen), Nowhere)!;

        Test().Verdict.ShouldContain("Nothing is recorded yet");
        Test().Unseen.ShouldContain("Size");
        var between = Test(Observation.OfSample(Size.Id, 1, Day, 55, 57, 60), Seen(Coat, "bare", "downy"));
        between.Masses.Sum().ShouldBe(1, 1e-12);
        between.Masses[1].ShouldBe(between.Masses.Max());
        between.Features.Select(f => f.Side).ShouldAllBe(s => s == CrossSide.Between);
        var parent = Test(Observation.OfSample(Size.Id, 1, Day, 26, 28, 30), Seen(Coat, "bare"));
        parent.Masses[0].ShouldBe(parent.Masses.Max());
        parent.Features[0].Side.ShouldBe(CrossSide.First);
        CrossTest
            .Examine(model, new Cross(new("unknown"), new("p"), new("q")), new EvidenceSheet(guide, []), Nowhere)
            .ShouldBeNull();
    }

    [Fact]
    public void Work_and_memory_of_a_weighing_do_not_grow_with_the_taxa()
    {
        var few = Allocated(50);
        var many = Allocated(3000);
        many.ShouldBeLessThan(few + 2000, $"{few} bytes for 50 taxa");

        static long Allocated(int taxa)
        {
            var ids = Enumerable.Range(0, taxa).Select(i => $"t{i}").ToArray();
            var guide = new Guide(
                Bulbs with
                {
                    Taxa = [.. ids.Select(id => Node(id))],
                    Statements = [.. ids.Select((id, i) => Says(id, Edge, i % 2 == 0 ? "x" : "y"))],
                    Cautions = [],
                    LookAlikes = [],
                }
            );
            var model = new CandidateModel(guide);
            var sheet = new EvidenceSheet(guide, [Seen(Edge, "x")]);
            for (var i = 0; i < 20; i++)
            {
                Once();
            }

            var before = GC.GetAllocatedBytesForCurrentThread();
            Once();
            return GC.GetAllocatedBytesForCurrentThread() - before;

            void Once()
            {
                using var weighing = new Weighing(model, sheet, Nowhere, []);
                weighing.Leading(8).Length.ShouldBe(8);
            }
        }
    }

    private static GuideTables Crossed =>
        Bulbs with
        {
            Taxa = [Node("p"), Node("q"), Node("pxq", null, TaxonRank.Nothotaxon)],
            Statements =
            [
                Says("p", Size, "20–40 mm"),
                Says("q", Size, "80–160 mm"),
                Says("p", Coat, "bare"),
                Says("q", Coat, "downy"),
            ],
            Cautions = [],
            LookAlikes = [],
            Crosses = [new(new("pxq"), new("p"), new("q"))],
        };

    private static Observation Seen(Character character, params ImmutableArray<string> states) =>
        Observation.OfStates(character.Id, 1, Day, states);

    private static LikelyNames Stand(GuideTables tables, params Observation[] seen)
    {
        var model = new CandidateModel(new Guide(tables));
        using var weighing = new Weighing(model, new EvidenceSheet(model.Guide, seen), Nowhere, []);
        return LikelyNames.Of(model, weighing, 8);
    }
}
