using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Identification;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Identification;

/// <summary>What keeps a wrong name from being said: parts a group lacks, plain contradictions, plants that are not grown.</summary>
public sealed class NoneOfTheseTests
{
    private static readonly Character Petals = Named("petals", Organ.Flower, ["free", "joined"]);
    private static readonly Character Colour = Named("colour", Organ.Flower, ["yellow", "blue", "purple", "white"]) with
    {
        Difficulty = 0.05,
        States =
        [
            new("yellow", "yellow", null, "") { Near = ["white"] },
            new("blue", "blue", null, "") { Near = ["purple"] },
            new("purple", "purple", null, ""),
            new("white", "white", null, ""),
        ],
    };
    private static readonly Character Edge = Named("edge", Organ.Leaf, ["entire", "toothed"]);
    private static readonly Character Thorns = Named("thorns", Organ.Leaf, ["none", "thorny"]) with
    {
        AbsentState = "none",
    };
    private static readonly Character Height = Numeric("height", Organ.Habit, CharacterKind.Length, "m", 1, 100_000);
    private static readonly Character Bark = Named("bark", Organ.Bark, ["smooth", "scaly"]);
    private static readonly Character Leaflets = Numeric("leaflets", Organ.Leaf, CharacterKind.Count, "", 1, 20) with
    {
        DependsOn = new(Edge.Id, ["toothed"]),
    };

    /// <summary>Two herbs with flowers, and a conifer of which the guide says little but that it never flowers.</summary>
    private static readonly Guide Guide = new(
        Bare(
            [
                Node("violets", null, TaxonRank.Genus),
                Node("golden", "violets"),
                Node("wood", "violets"),
                Node("pines", null, TaxonRank.Genus),
                Node("pine", "pines"),
            ],
            [Petals, Colour, Edge, Thorns, Height, Bark, Leaflets],
            [
                Says("golden", Colour, "yellow"),
                Says("golden", Petals, "free"),
                Says("golden", Edge, "toothed"),
                Says("wood", Colour, "blue"),
                Says("wood", Petals, "free"),
                Says("wood", Edge, "entire"),
                Says("pine", Height, "20–40 m"),
                Says("golden", Height, "0.1–0.3 m"),
                Says("pine", Bark, "scaly"),
                Says("golden", Bark, "smooth"),
                Says("wood", Leaflets, "3"),
                Says("wood", Height, "1–2 m"),
                Says("wood", Bark, "scaly"),
                Says("golden", Thorns, "thorny | none"),
            ]
        ) with
        {
            Lacking = [new(new("pines"), [Organ.Flower], [Thorns.Id])],
        }
    );
    private static readonly CandidateModel Model = new(Guide);
    private static readonly TaxonId Golden = new("golden");
    private static readonly TaxonId Pine = new("pine");

    [Fact]
    public void A_feature_of_a_part_that_a_group_lacks_speaks_against_it_where_silence_did_not()
    {
        var seen = Observation.OfStates(Petals.Id, 1, Day, "free");
        MassOf(Pine, seen).ShouldBeLessThan(0.05);

        var silent = new CandidateModel(new Guide(Guide.Tables with { Lacking = [] }));
        MassOf(silent, Pine, seen).ShouldBeGreaterThan(0.25);
    }

    [Fact]
    public void That_a_part_is_not_there_does_not_speak_against_who_never_has_it()
    {
        var absent = Observation.OfStates(Thorns.Id, 1, Day, "none");
        MassOf(Pine, absent).ShouldBeGreaterThanOrEqualTo(MassOf(Pine) - 1e-9);
        MassOf(Pine, Observation.OfStates(Thorns.Id, 1, Day, "thorny")).ShouldBeLessThan(0.1);
    }

    [Fact]
    public void What_is_stated_of_a_taxon_it_does_not_lack_and_what_a_state_rules_out_does_not_apply()
    {
        var guide = new Guide(Guide.Tables with { Statements = Guide.Statements.Add(Says("pine", Petals, "joined")) });
        guide.Lacks(Pine, Petals.Id).ShouldBeFalse();
        guide.Lacks(Pine, Colour.Id).ShouldBeTrue();
        guide.Applies(Golden, Leaflets.Id).ShouldBeTrue();
        guide.Applies(new("wood"), Leaflets.Id).ShouldBeFalse();
        guide.Applies(Pine, Colour.Id).ShouldBeFalse();
    }

    [Fact]
    public void A_blue_flower_is_sooner_taken_for_a_purple_one_than_for_a_yellow_one()
    {
        var blue = MassOf(new("wood"), Observation.OfStates(Colour.Id, 1, Day, "purple"));
        var yellow = MassOf(Golden, Observation.OfStates(Colour.Id, 1, Day, "purple"));
        blue.ShouldBeGreaterThan(3 * yellow);
        Colour.AreNear("purple", "blue").ShouldBeTrue();
        Colour.AreNear("purple", "yellow").ShouldBeFalse();
    }

    [Fact]
    public void A_blue_violet_is_not_the_yellow_one_however_well_the_rest_fits()
    {
        Observation[] seen = [.. Fitting(), Observation.OfStates(Colour.Id, 1, Day, "blue")];
        var likely = Names(seen);
        likely.Names[0].Name.Id.ShouldBe(Golden);
        likely.Against.ShouldHaveSingleItem().ShouldBe(new(Colour.Id, "Colour", "blue", false));
        (likely.Safe?.Names.Any(n => n.Rank >= TaxonRank.Species) ?? false).ShouldBeFalse();

        var fits = Names([.. Fitting(), Observation.OfStates(Colour.Id, 1, Day, "yellow")]);
        fits.Against.ShouldBeEmpty();
    }

    [Fact]
    public void What_speaks_flatly_against_the_leading_name_is_looked_at_again_first()
    {
        Observation[] seen = [.. Fitting(), Observation.OfStates(Colour.Id, 1, Day, "blue")];
        Suggested(seen)[0].ShouldBe((Colour.Id, LookPurpose.Again));

        // Looked at again it is no longer asked, and the name still is not said.
        seen[^1] = seen[^1] with { Certainty = Certainty.Checked };
        Suggested(seen).ShouldNotContain(s => s.Item2 == LookPurpose.Again);
        Names(seen).Against.ShouldHaveSingleItem().Checked.ShouldBeTrue();
    }

    [Fact]
    public void A_guess_contradicts_nothing() =>
        Names([.. Fitting(), Observation.OfStates(Colour.Id, 1, Day, "blue") with { Certainty = Certainty.Unsure }])
            .Against.ShouldBeEmpty();

    [Fact]
    public void A_second_look_that_finds_the_same_counts_for_more_than_one()
    {
        var once = Observation.OfStates(Colour.Id, 1, Day, "blue");
        MassOf(new("wood"), once with { Certainty = Certainty.Checked }).ShouldBeGreaterThan(MassOf(new("wood"), once));
    }

    [Fact]
    public void A_sapling_s_height_and_bark_say_nothing_below_the_grown_range_and_something_above_it()
    {
        var low = Observation.OfSample(Height.Id, 1, Day, 200) with { Stage = LifeStage.Sapling };
        MassOf(Pine, low).ShouldBeGreaterThanOrEqualTo(MassOf(Golden, low));
        MassOf(Pine, low with { Stage = LifeStage.Mature }).ShouldBeLessThan(0.05);
        var tall = Observation.OfSample(Height.Id, 1, Day, 5000) with { Stage = LifeStage.Sapling };
        MassOf(Golden, tall).ShouldBeLessThan(0.1);

        var bark = Observation.OfStates(Bark.Id, 1, Day, "smooth") with { Stage = LifeStage.Sapling };
        MassOf(Pine, bark).ShouldBe(MassOf(Golden, bark), 1e-9);
        MassOf(Pine, bark with { Stage = LifeStage.Mature }).ShouldBeLessThan(MassOf(Golden, bark));
    }

    [Fact]
    public void Congeners_that_differ_in_a_feature_make_an_unlisted_relative_likelier_to_differ_in_it()
    {
        Model.Of(Colour.Id)!.RelativeDiffers.ShouldBeGreaterThan(LikelihoodConstants.RelativeDiffers);
        Model.Of(Petals.Id)!.RelativeDiffers.ShouldBeLessThan(LikelihoodConstants.RelativeDiffers);
    }

    [Fact]
    public void A_species_listed_and_not_described_is_told_by_what_is_known_of_it_and_never_said_as_the_name()
    {
        var id = new TaxonId("untreated-dusk");
        var model = new CandidateModel(
            new Guide(
                Guide.Tables with
                {
                    Untreated =
                    [
                        new(
                            id,
                            "Viola dusk",
                            new("violets"),
                            "dusk violet",
                            [Hazard.Deadly],
                            [Says(id.Value, Colour, "purple")]
                        ),
                        new(new("untreated-dim"), "Viola dim", new("violets"), "", [], []),
                    ],
                }
            )
        );
        Observation[] seen =
        [
            Observation.OfStates(Colour.Id, 1, Day, "purple"),
            Observation.OfStates(Petals.Id, 1, Day, "free"),
            Observation.OfStates(Edge.Id, 1, Day, "toothed"),
        ];
        using var weighing = Weigh(model, seen);
        (weighing.Masses.ToArray().Sum()).ShouldBe(1, 1e-9);
        weighing.Untreated[0].ShouldBeGreaterThan(4 * weighing.Untreated[1]);
        weighing.Outside.ShouldBeGreaterThan(weighing.Untreated[0]);

        var likely = LikelyNames.Of(model, weighing, 3);
        likely.Untreated[0].Name.ShouldBe("Viola dusk");

        // What it can do counts as that of any name: it is marked, and nothing is asked to be broken off.
        likely.Untreated[0].Hazards.ShouldBe([Hazard.Deadly]);
        likely.Hazards.ShouldHaveSingleItem().Names.ShouldContain("Viola dusk");
        LookNext.HarmAllowed(model, weighing, HarmLevel.Uproot).ShouldBe(HarmLevel.Touch);
        (likely.Safe?.Names.Any(n => n.Name == "Viola dusk") ?? false).ShouldBeFalse();

        // It counts for the genus it belongs to, beside the names and the relatives in it.
        var sums = new double[model.Guide.Taxa.Length];
        weighing.SumUp(sums);
        sums[0]
            .ShouldBeGreaterThan(
                weighing.Masses[0] + weighing.Masses[1] + weighing.Untreated[0] + weighing.Untreated[1]
            );

        // Before anything is seen the chances sum to one too.
        using var nothing = Weigh(model, []);
        nothing.Masses.ToArray().Sum().ShouldBe(1, 1e-9);
        nothing.Prior.ToArray().Sum().ShouldBe(1, 1e-9);
    }

    /// <summary>Features that fit the golden violet, each many times over for want of more of them.</summary>
    private static Observation[] Fitting() =>
        [
            Observation.OfStates(Edge.Id, 1, Day, "toothed") with
            {
                Certainty = Certainty.Checked,
            },
            Observation.OfSample(Height.Id, 1, Day, 180, 200),
            Observation.OfStates(Bark.Id, 1, Day, "smooth"),
        ];

    private static double MassOf(TaxonId name, params Observation[] seen) => MassOf(Model, name, seen);

    private static double MassOf(CandidateModel model, TaxonId name, params Observation[] seen)
    {
        using var weighing = Weigh(model, seen);
        return weighing.Masses[model.NumberOf(name)];
    }

    private static LikelyNames Names(Observation[] seen)
    {
        using var weighing = Weigh(Model, seen);
        return LikelyNames.Of(Model, weighing, 3);
    }

    private static (CharacterId, LookPurpose)[] Suggested(Observation[] seen)
    {
        using var weighing = Weigh(Model, seen);
        ImmutableArray<Visit> visits = [new(1, Day, [PlantPart.Leaves, PlantPart.Flowers])];
        return
        [
            .. LookNext
                .Weigh(Model, weighing, new EvidenceSheet(Guide, seen), visits, FieldKit.Usual)
                .Suggest(5)
                .Select(s => (s.Character, s.Purpose)),
        ];
    }

    private static Weighing Weigh(CandidateModel model, Observation[] seen) =>
        new(model, new EvidenceSheet(model.Guide, seen), new(null, []), []);
}
