using System.Collections.Immutable;
using Garten.Core.Evidence;
using Garten.Core.Guides;

namespace Garten.Core.Tests.Evidence;

public sealed class ObservationRulesTests
{
    private static readonly Guide Guide = SmallGuide.Make();

    [Fact]
    public void Measured_leaves_become_millimetres() =>
        Accepted("leaf-length", FindingKind.Sample, parts: ["6.4", "58 mm", "3 1/4 in"])
            .Values.ShouldBe([64, 58, 82.55]);

    [Theory]
    [InlineData("-3", "below zero")]
    [InlineData("−3", "below zero")]
    [InlineData("4000 mm", "more than 60 cm")]
    [InlineData("0.1 mm", "less than 0.2 cm")]
    [InlineData("long", "is not one number")]
    [InlineData("6–7", "is not one number")]
    public void An_unbelievable_leaf_is_refused_in_words(string typed, string reason)
    {
        var fault = Refused("leaf-length", FindingKind.Sample, parts: ["6", typed]);
        fault.ShouldContain(reason);
        fault.ShouldContain("part 2 of 2");
    }

    [Fact]
    public void Half_a_leaflet_is_refused() =>
        Refused("leaflet-count", FindingKind.Sample, parts: ["5.5"]).ShouldContain("not a whole number");

    [Fact]
    public void About_five_leaflets_are_accepted_although_the_ends_of_about_are_not_whole() =>
        Accepted("leaflet-count", FindingKind.Rough, rough: "about 5").Rough!.Best.ShouldBe(5);

    [Fact]
    public void An_unknown_state_is_refused_with_the_known_ones() =>
        Refused("margin", FindingKind.States, states: ["wavy"]).ShouldContain("entire, toothed, serrate, crenate");

    [Fact]
    public void An_unknown_character_is_refused() =>
        Refused("colour-of-roots", FindingKind.States, states: ["x"]).ShouldContain("colour-of-roots");

    [Fact]
    public void Absence_needs_a_character_that_can_be_absent()
    {
        Refused("leaf-arrangement", FindingKind.Absent).ShouldContain("cannot be recorded as absent");
        Accepted("glands", FindingKind.Absent);
    }

    [Fact]
    public void What_cannot_be_seen_needs_a_reason() => Refused("glands", FindingKind.Hidden).ShouldContain("why");

    [Fact]
    public void A_number_is_not_taken_for_a_named_state_nor_the_other_way_round()
    {
        Refused("margin", FindingKind.Sample, parts: ["5"]).ShouldContain("named states");
        Refused("leaf-length", FindingKind.States, states: ["opposite"]).ShouldContain("is a number");
    }

    [Theory]
    [InlineData("7", FindingKind.Sample)]
    [InlineData("-3", FindingKind.Sample)]
    [InlineData("7–9, mostly 9", FindingKind.Rough)]
    [InlineData("> 100", FindingKind.Rough)]
    public void One_thing_typed_is_a_part_when_exact_and_rough_otherwise(string typed, FindingKind expected) =>
        ObservationRules.FromEntry(Guide, SmallGuide.Leaflets.Id, ["5"], typed).Finding.ShouldBe(expected);

    [Fact]
    public void An_exact_entry_joins_the_parts_before_it() =>
        ObservationRules.FromEntry(Guide, SmallGuide.Leaflets.Id, ["5", "7"], "9").Parts.ShouldBe(["5", "7", "9"]);

    private static CheckedFeature Accepted(
        string character,
        FindingKind finding,
        ImmutableArray<string> states = default,
        ImmutableArray<string> parts = default,
        string? rough = null
    )
    {
        var found = ObservationRules.Check(
            Guide,
            new(new(character), finding, states, parts, rough, null),
            out var fault
        );
        fault.ShouldBeEmpty();
        return found.ShouldNotBeNull();
    }

    private static string Refused(
        string character,
        FindingKind finding,
        ImmutableArray<string> states = default,
        ImmutableArray<string> parts = default
    )
    {
        ObservationRules
            .Check(Guide, new(new(character), finding, states, parts, null, null), out var fault)
            .ShouldBeNull();
        return fault;
    }
}
