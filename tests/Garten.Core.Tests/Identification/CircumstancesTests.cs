using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Identification;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Identification;

/// <summary>Parts of odd growth, sexes, seasons and absences: what holds for the part that was really seen.</summary>
public sealed class CircumstancesTests
{
    private static readonly Character Size = Numeric("size", Organ.Leaf, CharacterKind.Length, "mm", 1, 1000) with
    {
        Difficulty = 0.01,
    };
    private static readonly Character Shape = Named("shape", Organ.Leaf, ["round", "narrow"]);
    private static readonly Character Tip = Named("tip", Organ.Leaf, ["green", "black"]);
    private static readonly Character Catkin = Named("catkin", Organ.Flower, ["short", "long"]);
    private static readonly Character Kind = Named("kind", Organ.Fruit, ["berry", "nut"]);
    private static readonly Character Prickles = Named("prickles", Organ.Fruit, ["none", "some"]) with
    {
        AbsentState = "none",
    };
    private static readonly Character Sexes = Named("flower-sexes", Organ.Flower, ["both", "separate-plants"]);

    private static readonly CandidateModel Model = new(
        new Guide(
            Tables() with
            {
                Taxa = [Node("a"), Node("b"), Node("c")],
                Characters = [Size, Shape, Tip, Catkin, Kind, Prickles, Sexes],
                Statements =
                [
                    Says("a", Size, "20–40 mm"),
                    Says("a", Size, "80–160 mm", Scope.Any with { Stage = LifeStage.Resprout }),
                    Says("b", Size, "80–160 mm"),
                    Says("c", Size, "20–40 mm"),
                    Says("a", Shape, "round"),
                    Says("b", Shape, "narrow"),
                    Says("c", Shape, "round"),
                    Says("a", Tip, "green"),
                    Says("a", Tip, "black", Scope.Any with { Season = Season.Winter }),
                    Says("b", Tip, "green"),
                    Says("c", Tip, "green"),
                    Says("a", Catkin, "long", Scope.Any with { Sex = Sex.Male }),
                    Says("a", Catkin, "short", Scope.Any with { Sex = Sex.Female }),
                    Says("b", Catkin, "long"),
                    Says("c", Catkin, "short"),
                    Says("a", Kind, "berry"),
                    Says("b", Kind, "berry"),
                    Says("c", Kind, "nut"),
                    Says("a", Prickles, "none"),
                    Says("b", Prickles, "some"),
                    Says("c", Prickles, "some"),
                    Says("a", Sexes, "separate-plants"),
                    Says("b", Sexes, "both"),
                    Says("c", Sexes, "both"),
                ],
                Keys = [],
                Cautions = [],
                LookAlikes = [],
                Windows =
                [
                    new(new("a"), Phenophase.Fruit, new(8, 1), new(9, 30)),
                    new(new("b"), Phenophase.Fruit, new(8, 1), new(9, 30)),
                    new(new("c"), Phenophase.Fruit, new(2, 1), new(3, 1)),
                ],
            }
        )
    );

    [Fact]
    public void A_resprout_is_held_against_the_statement_for_resprouts()
    {
        var giant = Observation.OfSample(Size.Id, 1, Day, 110, 120);
        MassesOf(giant)[0].ShouldBeLessThan(0.05, "full-grown leaves of A are small");
        var masses = MassesOf(giant with { Stage = LifeStage.Resprout });
        masses[0].ShouldBeGreaterThan(masses[2] * 3);
        Model.Of(Size.Id)!.IsWidened(giant with { Stage = LifeStage.Resprout }, 0).ShouldBeFalse();
        Model
            .Of(Size.Id)!
            .IsWidened(giant with { Stage = LifeStage.Resprout }, 1)
            .ShouldBeTrue("the guide has none for B");
    }

    [Fact]
    public void Where_the_guide_has_none_for_such_parts_the_range_is_widened_and_said()
    {
        var big = Observation.OfSample(Size.Id, 1, Day, 70);
        var sun = MassesOf(big)[2];
        var shade = MassesOf(big with { Exposure = Exposure.Shade })[2];
        shade.ShouldBeGreaterThan(2 * sun);
        using var weighing = Weigh(big with { Exposure = Exposure.Shade });
        weighing.ReasonsOf(new("c"))!.Features.ShouldHaveSingleItem().Note.ShouldContain("widened range");
        using var plain = Weigh(big);
        plain.ReasonsOf(new("c"))!.Features[0].Note.ShouldBeEmpty();
    }

    [Fact]
    public void An_angle_on_a_resprout_is_held_against_a_widened_range_too()
    {
        var angle = Numeric("angle", Organ.Leaf, CharacterKind.Angle, "°", 0, 180);
        var model = new CandidateModel(
            new Guide(
                Bare(
                    [Node("narrow"), Node("wide")],
                    [angle],
                    [Says("narrow", angle, "30–40"), Says("wide", angle, "80–90")]
                )
            )
        );
        var seen = Observation.OfSample(angle.Id, 1, Day, 33, 36);
        double Push(Observation observation)
        {
            using var weighing = new Weighing(model, new EvidenceSheet(model.Guide, [observation]), Nowhere, []);
            return Math.Log(weighing.Masses[0] / weighing.Masses[1]);
        }

        Push(seen with { Stage = LifeStage.Resprout }).ShouldBeLessThan(Push(seen) / 2);
        Push(seen with { Stage = LifeStage.Resprout }).ShouldBeGreaterThan(0);
    }

    [Fact]
    public void States_of_young_growth_count_for_less_and_flowers_as_much_as_ever()
    {
        Ratio(MassesOf(Seen(Shape, "round") with { Stage = LifeStage.Sapling }))
            .ShouldBeLessThan(Ratio(MassesOf(Seen(Shape, "round"))));
        Ratio(MassesOf(Seen(Kind, "nut") with { Stage = LifeStage.Sapling }))
            .ShouldBe(Ratio(MassesOf(Seen(Kind, "nut"))), 1e-12);

        static double Ratio(double[] masses) => masses.Max() / masses.Min();
    }

    [Fact]
    public void A_statement_for_a_season_holds_in_it_alone()
    {
        var black = Observation.OfStates(Tip.Id, 1, new DateOnly(2026, 1, 12), "black");
        MassesOf(black)[0].ShouldBeGreaterThan(0.7);
        MassesOf(black with { Date = new DateOnly(2026, 4, 3) })[0]
            .ShouldBe(MassesOf(black with { Date = new DateOnly(2026, 4, 3) })[1], 1e-12);
        Enumerable
            .Range(1, 12)
            .Select(m => SeasonOfYear.Of(new DateOnly(2026, m, 1), null))
            .ShouldBe([
                Season.Winter,
                Season.Winter,
                Season.Spring,
                Season.Spring,
                Season.Spring,
                Season.Summer,
                Season.Summer,
                Season.Summer,
                Season.Autumn,
                Season.Autumn,
                Season.Autumn,
                Season.Winter,
            ]);
    }

    [Fact]
    public void An_unknown_sex_is_averaged_over_and_never_assumed()
    {
        var seen = Seen(Catkin, "long");
        var (male, female, unknown) = (
            Likelihood(seen with { Sex = Sex.Male }),
            Likelihood(seen with { Sex = Sex.Female }),
            Likelihood(seen)
        );
        unknown[0].ShouldBe((male[0] + female[0]) / 2, 1e-12);
        male[0].ShouldBeGreaterThan(5 * female[0]);
        unknown[1].ShouldBe(male[1], 1e-12, "the sexes of B are not told apart");
    }

    [Fact]
    public void Missing_fruit_speaks_only_against_names_that_should_bear_it_now()
    {
        var masses = MassesOf(Observation.OfAbsence(Kind.Id, 1, new DateOnly(2026, 8, 20)));
        masses[2].ShouldBeGreaterThan(masses[0], "C fruits in February");
        masses[0].ShouldBeGreaterThan(masses[1], "half of A's plants are male and never bear");
        (masses[2] / masses[1]).ShouldBeLessThan(3, "birds, bad years and males leave bare plants everywhere");
        var known = MassesOf(Observation.OfAbsence(Kind.Id, 1, new DateOnly(2026, 8, 20)) with { Sex = Sex.Female });
        (known[0] / known[1]).ShouldBe(1, 1e-12);
        var january = MassesOf(Observation.OfAbsence(Kind.Id, 1, new DateOnly(2026, 5, 15)));
        (january.Take(3).Max() / january.Take(3).Min()).ShouldBeLessThan(1.05, "out of season for all");
    }

    [Fact]
    public void Where_the_fruit_is_there_a_feature_missing_from_it_is_as_sure_as_one_seen()
    {
        var none = Observation.OfAbsence(Prickles.Id, 1, new DateOnly(2026, 8, 20));
        var column = new double[Model.Hypotheses];
        Model.TryFill(none, Nowhere, true, column).ShouldBeTrue();
        var stated = Likelihood(Seen(Prickles, "none"));
        column.ShouldBe(stated, 1e-12);
        Model.TryFill(none, Nowhere, false, column).ShouldBeTrue();
        (column[0] / column[1]).ShouldBeLessThan(stated[0] / stated[1]);
    }

    [Fact]
    public void What_asks_for_a_lens_or_a_ruler_counts_for_less_by_the_bare_eye()
    {
        var guide = new Guide(
            Model.Guide.Tables with
            {
                Characters =
                [
                    .. Model.Guide.Characters.Select(c => c with { Tool = c.IsNumeric ? Tool.Ruler : Tool.HandLens }),
                ],
            }
        );
        var model = new CandidateModel(guide);
        double Ratio(Observation seen, Tool? tool)
        {
            var column = new double[model.Hypotheses];
            model.TryFill(seen with { Tool = tool }, Nowhere, true, column);
            return column.Take(3).Max() / column.Take(3).Min();
        }

        Ratio(Seen(Shape, "round"), Tool.Eye).ShouldBeLessThan(Ratio(Seen(Shape, "round"), null));
        Ratio(Seen(Shape, "round"), Tool.HandLens).ShouldBe(Ratio(Seen(Shape, "round"), null), 1e-12);
        Ratio(Observation.OfSample(Size.Id, 1, Day, 28), Tool.Eye)
            .ShouldBeLessThan(Ratio(Observation.OfSample(Size.Id, 1, Day, 28), Tool.Ruler));
    }

    [Fact]
    public void Five_leaves_of_a_count_are_no_five_witnesses_and_odd_counts_stay_odd()
    {
        var leaflets = Numeric("leaflets", Organ.Leaf, CharacterKind.Count, "", 1, 30) with { Difficulty = 0.02 };
        var model = new CandidateModel(
            new Guide(
                Bare([Node("a"), Node("b")], [leaflets], [Says("a", leaflets, "5 | 7 | 9"), Says("b", leaflets, "5–9")])
            )
        );
        double[] At(params double[] counts)
        {
            var column = new double[model.Hypotheses];
            model.TryFill(Observation.OfSample(leaflets.Id, 1, Day, [.. counts]), Nowhere, false, column);
            return column;
        }

        (At(6)[0] / At(6)[1]).ShouldBeLessThan(0.2, "A's leaves end in one leaflet, so six is a slip");
        (At(7)[0] / At(7)[1]).ShouldBeGreaterThan(1);
        Math.Log(At(7, 7, 7, 7, 7)[0]).ShouldBe(LikelihoodConstants.EffectiveParts(5) * Math.Log(At(7)[0]), 1e-9);
        LikelihoodConstants.EffectiveParts(1).ShouldBe(1);
        LikelihoodConstants.EffectiveParts(1000).ShouldBeLessThan(2);
    }

    private static readonly PlaceFacts Nowhere = new(null, []);

    private static Observation Seen(Character character, string state) =>
        Observation.OfStates(character.Id, 1, Day, state);

    private static double[] Likelihood(Observation observation)
    {
        var column = new double[Model.Hypotheses];
        Model.TryFill(observation, Nowhere, true, column).ShouldBeTrue();
        return column;
    }

    private static Weighing Weigh(params Observation[] observations) =>
        new(Model, new EvidenceSheet(Model.Guide, observations), Nowhere, []);

    private static double[] MassesOf(params Observation[] observations)
    {
        using var weighing = Weigh(observations);
        return weighing.Masses.ToArray();
    }
}
