using Garten.Core.Assessment;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Identification;
using Garten.Core.Seasons;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Assessment;

/// <summary>Grades as a botanist would argue them, and what is left to come back for.</summary>
public sealed class GradingTests
{
    private static readonly TaxonId Prima = new("alba-prima");
    private static readonly GivenName ByOstrow = new(Prima, IdentificationQualifier.None, "R. Ostrow", Day);
    private static readonly GivenName ByLindqvist = ByOstrow with { Person = "T. Lindqvist" };
    private static readonly CandidateModel Model = new(Make());

    private static readonly CoupletRef Main = new(new("main"), 1);
    private static readonly CoupletRef Albas = new(new("albas"), 1);
    private static readonly KeyWalk Keyed = KeyWalk.From(Main).Answer(Main, 1).Answer(Albas, 1);

    private static readonly Observation Serrate = Observation.OfStates(Margin.Id, 1, Day, "serrate");
    private static readonly Observation Opposite = Observation.OfStates(Arrangement.Id, 1, Day, "opposite");
    private static readonly Observation Simple = Observation.OfStates(Division.Id, 1, Day, "simple");
    private static readonly Observation Berry = Observation.OfStates(Fruit.Id, 2, new(2026, 12, 1), "berry");
    private static readonly Observation Long = Observation.OfSample(Length.Id, 1, Day, 55, 60, 62);

    [Fact]
    public void Nothing_seen_and_nothing_named_is_unplaced()
    {
        var answer = Of([], null);
        answer.Grade.ShouldBe(Grade.Unplaced);
        answer.Name.ShouldBeNull();
        answer.Missing.ShouldHaveSingleItem().Kind.ShouldBe(ReasonKind.Named);
    }

    [Fact]
    public void A_name_that_leads_but_nobody_gave_only_leans()
    {
        var answer = Of([Opposite, Simple, Serrate, Long, Berry], null);
        answer.Name!.Id.ShouldBe(Prima);
        answer.Grade.ShouldBe(Grade.Leaning);
        Reason(answer, ReasonKind.Named).Says.ShouldBe("Alba prima leads, but nobody has given the name yet.");
    }

    [Fact]
    public void A_name_in_words_rests_on_people_alone()
    {
        var ginkgo = NameText.Read("Ginkgo biloba", out _, out _)!;
        var given = ByOstrow with { Taxon = ginkgo.Id, FullName = ginkgo.Name };
        var alone = Of([Opposite, Berry], null, given);
        (alone.Grade, alone.Name!.Name, alone.Name.Id).ShouldBe((Grade.Leaning, "Ginkgo biloba", ginkgo.Id));
        Reason(alone, ReasonKind.Named).Says.ShouldContain("the guide does not describe it, so nothing is weighed");
        alone.Missing.ShouldHaveSingleItem().Kind.ShouldBe(ReasonKind.SecondPerson);

        var both = Of([Opposite, Berry], null, given with { Person = "T. Lindqvist" }, given);
        both.Grade.ShouldBe(Grade.Settled);
        both.Missing.ShouldHaveSingleItem().Kind.ShouldBe(ReasonKind.Specimen);
        Of([Opposite], null, given with { Person = "T. Lindqvist" }, given).Grade.ShouldBe(Grade.Leaning);
        Of([Opposite, Berry], null, given with { Qualifier = IdentificationQualifier.Cf })
            .Grade.ShouldBe(Grade.Leaning);
    }

    [Fact]
    public void A_plant_somebody_could_not_identify_is_unplaced_whatever_it_was_called_before()
    {
        var answer = Of(
            [Opposite, Simple, Serrate, Long, Berry],
            null,
            ByLindqvist with
            {
                Taxon = NameText.NotIdentified.Id,
                FullName = "not identified",
            },
            ByOstrow
        );
        (answer.Grade, answer.Name).ShouldBe((Grade.Unplaced, null));
        answer.Reasons.ShouldHaveSingleItem().Says.ShouldContain("T. Lindqvist could not identify it on");
    }

    [Fact]
    public void A_name_given_against_the_weight_of_all_features_is_unplaced()
    {
        var answer = Of(
            [
                Observation.OfStates(Arrangement.Id, 1, Day, "alternate"),
                Observation.OfStates(Division.Id, 1, Day, "pinnate"),
            ],
            null,
            ByOstrow
        );
        answer.Grade.ShouldBe(Grade.Unplaced);
        Reason(answer, ReasonKind.Agreement).Met.ShouldBeFalse();
        Reason(answer, ReasonKind.Agreement).Says.ShouldContain("Not as the guide says: ");
    }

    [Theory]
    [InlineData(IdentificationQualifier.Cf)]
    [InlineData(IdentificationQualifier.Doubtful)]
    public void A_name_with_a_reserve_only_leans(IdentificationQualifier qualifier) =>
        Of([Opposite, Simple, Serrate, Long, Berry], Keyed, ByOstrow with { Qualifier = qualifier })
            .Grade.ShouldBe(Grade.Leaning);

    [Fact]
    public void A_genus_only_leans() =>
        Of([Opposite, Simple, Serrate, Long, Berry], null, ByOstrow with { Taxon = new("alba") })
            .Grade.ShouldBe(Grade.Leaning);

    [Fact]
    public void The_key_walked_through_and_two_organs_seen_settle_it_and_either_school_will_do()
    {
        Of([Opposite, Simple, Serrate, Long, Berry], null, ByOstrow).Grade.ShouldBe(Grade.Settled);
        var keyed = Of([Opposite, Serrate, Berry], Keyed, ByOstrow);
        Reason(keyed, ReasonKind.School)
            .ShouldBe(
                new(ReasonKind.School, Grade.Settled, true, "The key was walked to its end without an open step.")
            );
        Reason(Of([Opposite, Serrate, Berry], null, ByOstrow), ReasonKind.School)
            .Met.ShouldBeFalse("three features are too few by themselves");
        var leaves = Of([Serrate, Simple], Keyed, ByOstrow);
        leaves.Grade.ShouldBe(Grade.Leaning);
        Reason(leaves, ReasonKind.Organs).Says.ShouldBe("Seen: leaf. Two organs are needed.");
    }

    [Fact]
    public void A_second_person_may_agree_or_a_voucher_stand_for_it_and_a_doubt_outweighs_both()
    {
        GradeQuestion question = new(Request([Opposite, Simple, Serrate, Long, Berry], null), [ByOstrow]);
        Reason(Grading.Of(Model, question), ReasonKind.SecondPerson)
            .Says.ShouldBe("No second person has given the same name, and no voucher stands for it.");
        var agreed = question with { Reviews = [new("M. Falk", Verdict.Agrees, "")], Vouchers = ["RO 12"] };
        Reason(Grading.Of(Model, agreed), ReasonKind.SecondPerson)
            .ShouldBe(
                new(ReasonKind.SecondPerson, Grade.Confirmed, true, "M. Falk agrees. Voucher RO 12 stands for it.")
            );
        var doubted = agreed with
        {
            Reviews = [.. agreed.Reviews, new("T. Lindqvist", Verdict.Differs, "The margin is entire.")],
        };
        Reason(Grading.Of(Model, doubted), ReasonKind.SecondPerson)
            .ShouldBe(
                new(ReasonKind.SecondPerson, Grade.Confirmed, false, "T. Lindqvist differs: The margin is entire.")
            );
    }

    [Fact]
    public void A_key_that_ends_elsewhere_keeps_it_from_being_settled()
    {
        var walk = KeyWalk.From(Main).Answer(Main, 1).Answer(Albas, 2);
        var answer = Of([Opposite, Simple, Serrate, Long, Berry], walk, ByOstrow);
        answer.Grade.ShouldBe(Grade.Leaning);
        Reason(answer, ReasonKind.Agreement).Says.ShouldBe("The key ends at Alba secunda.");
    }

    [Fact]
    public void A_second_person_confirms_it_but_not_with_another_name_or_a_qualifier_or_the_same_person_twice()
    {
        Observation[] seen = [Opposite, Simple, Serrate, Long, Berry];
        Of(seen, Keyed, ByOstrow, ByLindqvist).Grade.ShouldBe(Grade.Confirmed);
        Of(seen, Keyed, ByOstrow, ByOstrow).Grade.ShouldBe(Grade.Settled);
        Of(seen, Keyed, ByOstrow, ByLindqvist with { Taxon = new("alba-secunda") }).Grade.ShouldBe(Grade.Settled);
        Of(seen, Keyed, ByOstrow, ByLindqvist with { Qualifier = IdentificationQualifier.Cf })
            .Grade.ShouldBe(Grade.Settled);
    }

    [Fact]
    public void What_the_guide_asks_for_a_name_must_have_been_seen()
    {
        var model = new CandidateModel(new(Tables() with { Needs = [new(new("alba"), true, 2, 5)] }));
        Observation[] leaves = [Opposite, Simple, Serrate, Long];
        var five = Long with { Finding = new Finding.Sample([50, 55, 60, 60, 62], []) };
        var answer = With(model, [.. leaves, Berry], Keyed, ByOstrow, ByLindqvist);

        // Spring and winter, and a fruit; but three leaves of the five asked for.
        answer.Grade.ShouldBe(Grade.Settled);
        answer.Missing.ShouldHaveSingleItem().Says.ShouldBe("Measure 5 parts or more of: leaf length.");
        With(model, [.. leaves.Take(3), five, Berry], Keyed, ByOstrow, ByLindqvist).Grade.ShouldBe(Grade.Confirmed);
        var spring = With(model, [.. leaves.Take(3), five, Berry with { Date = Day }], Keyed, ByOstrow, ByLindqvist);
        Reason(spring, ReasonKind.Seasons).Says.ShouldBe("Seen in spring; the guide asks for 2 seasons.");
    }

    [Fact]
    public void Of_a_name_taken_for_a_deadly_one_the_look_alike_must_be_ruled_out_before_it_is_settled()
    {
        var guide = new Guide(
            Tables() with
            {
                LookAlikes = [new(Prima, new("rubra-tertia"), Arrangement.Id, "The deadly one has alternate leaves.")],
            }
        );
        Grading.IsDangerous(guide, Prima).ShouldBeTrue();
        var answer = With(new(guide), [Simple, Serrate, Long, Berry], Keyed, ByOstrow);
        answer.Grade.ShouldBe(Grade.Leaning);
        Reason(answer, ReasonKind.LookAlikes).Says.ShouldBe("Not ruled out: Rubra tertia (look at leaf arrangement).");
        With(new(guide), [Opposite, Simple, Serrate, Long, Berry], Keyed, ByOstrow).Grade.ShouldBe(Grade.Settled);
    }

    [Fact]
    public void A_place_far_above_its_range_keeps_it_from_being_settled()
    {
        var request = Request([Opposite, Simple, Serrate, Long, Berry], Keyed) with { Place = new(900, ["wood"]) };
        var answer = Grading.Of(Model, new(request, [ByOstrow]));
        Reason(answer, ReasonKind.Place).Says.ShouldContain("Never found above 600 m");
        answer.Grade.ShouldBe(Grade.Leaning);
    }

    [Fact]
    public void What_would_settle_a_winter_twig_is_listed_with_its_windows_and_what_shows_first_stands_first()
    {
        var january = new DateOnly(2026, 1, 12);
        var answer = ReturnList.Of(
            Model,
            new(new(Request([Opposite with { Date = january }], null), []), january, YearRun.Usual)
        );
        answer.Grade.Grade.ShouldNotBe(Grade.Settled);
        answer.Needs.ShouldNotBeEmpty();

        // A hundred metres up the fruit of mid November to January comes three days later; of leaves the small guide tells no season, so they come last.
        var fruit = answer.Needs.Single(n => n.Part == PlantPart.Fruit);
        fruit.Open.ShouldBeTrue();
        fruit.From.ShouldBe(new(2025, 11, 18));
        fruit.Features.ShouldContain(f => f.Character == Fruit.Id);
        fruit.Words.ShouldBe("Fruit of Alba prima shows now, until 3 Feb (give or take 10 days).");
        var leaves = answer.Needs.Single(n => n.Part == PlantPart.Leaves);
        leaves.From.ShouldBeNull();
        leaves.Features.Single(f => f.Character == Margin.Id).RulesOut.ShouldBe(["Alba secunda"]);
        answer.Needs[^1].ShouldBe(leaves);
    }

    [Fact]
    public void Nothing_is_left_for_a_confirmed_plant() =>
        ReturnList
            .Of(
                Model,
                new(
                    new(Request([Opposite, Simple, Serrate, Long, Berry], Keyed), [ByOstrow, ByLindqvist]),
                    Day,
                    YearRun.Usual
                )
            )
            .Needs.ShouldBeEmpty();

    [Fact]
    public void A_feature_that_speaks_against_the_name_is_to_be_looked_at_once_more()
    {
        var odd = Observation.OfStates(Margin.Id, 1, Day, "entire");
        var answer = ReturnList.Of(
            Model,
            new(new(Request([Opposite, Simple, odd, Long, Berry], null), [ByOstrow]), Day, YearRun.Usual)
        );
        Reason(answer.Grade, ReasonKind.Agreement).Met.ShouldBeFalse();
        var leaves = answer.Needs.Single(n => n.Part == PlantPart.Leaves);
        leaves.Features[0].Character.ShouldBe(Margin.Id);
        leaves.Features[0].Again.ShouldBeTrue();
        leaves.Reasons.ShouldContain(ReasonKind.Agreement);

        // A second, later look decides.
        Observation[] again = [Opposite, Simple, odd, Serrate with { Visit = 2, Date = new(2026, 6, 1) }, Long, Berry];
        Reason(Of(again, null, ByOstrow), ReasonKind.Agreement).Met.ShouldBeTrue();
    }

    [Fact]
    public void A_male_plant_is_not_come_back_for_in_fruit()
    {
        var model = new CandidateModel(
            new Guide(
                Tables() with
                {
                    Windows =
                    [
                        new(Prima, Phenophase.Fruit, new(11, 15), new(1, 31), Sex.Female),
                        new(Prima, Phenophase.Flower, new(4, 10), new(5, 20)),
                    ],
                }
            )
        );
        ReturnsOf(Sex.Female).ShouldContain(PlantPart.Fruit);
        ReturnsOf(Sex.Male).ShouldNotContain(PlantPart.Fruit);
        ReturnsOf(null).ShouldContain(PlantPart.Fruit);

        PlantPart?[] ReturnsOf(Sex? sex) =>
            [
                .. ReturnList
                    .Of(
                        model,
                        new(new(Request([Opposite with { Sex = sex }, Simple], null), [ByOstrow]), Day, YearRun.Usual)
                    )
                    .Needs.Select(n => n.Part),
            ];
    }

    [Fact]
    public void Winter_buds_show_from_the_fall_of_the_leaves_to_the_next_ones()
    {
        var guide = new Guide(Tables() with { Windows = [new(Prima, Phenophase.Leaf, new(4, 1), new(11, 5))] });
        Buds(new(2026, 6, 1)).ShouldBe((new DateOnly(2026, 11, 6), new DateOnly(2027, 3, 31)));
        Buds(new(2026, 1, 12)).ShouldBe((new DateOnly(2025, 11, 6), new DateOnly(2026, 3, 31)));
        Buds(new(2026, 12, 1)).ShouldBe((new DateOnly(2026, 11, 6), new DateOnly(2027, 3, 31)));

        (DateOnly?, DateOnly?) Buds(DateOnly today)
        {
            var (from, to, _) = PartSeason.OnOrAfter(guide, Prima, PlantPart.Buds, new(100), YearRun.Usual, today);
            return (from, to);
        }
    }

    private static GradeReason Reason(GradeAnswer answer, ReasonKind kind) =>
        answer.Reasons.Single(g => g.Kind == kind);

    private static GradeAnswer Of(Observation[] seen, KeyWalk? walk, params GivenName[] names) =>
        With(Model, seen, walk, names);

    private static GradeAnswer With(
        CandidateModel model,
        Observation[] seen,
        KeyWalk? walk,
        params GivenName[] names
    ) => Grading.Of(model, new(Request(seen, walk), [.. names]));

    private static Plant Request(Observation[] seen, KeyWalk? walk) =>
        new(
            new(200, ["wood"]),
            [new(1, Day, [PlantPart.Leaves]), new(2, new(2026, 12, 1), [PlantPart.Fruit])],
            [.. seen],
            walk,
            []
        );
}
