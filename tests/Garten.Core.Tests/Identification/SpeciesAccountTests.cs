using Garten.Core.Assessment;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Keys;
using static Garten.Core.Tests.SmallGuide;

namespace Garten.Core.Tests.Identification;

public sealed class SpeciesAccountTests
{
    private static readonly Guide Guide = Make();
    private static readonly TaxonId Prima = new("alba-prima");
    private static readonly PlaceFacts Wood = new(100, ["wood"]);

    [Fact]
    public void Every_line_is_held_against_the_plant()
    {
        var account = Compose(
            Wood,
            [],
            Observation.OfStates(Margin.Id, 1, Day, "serrate"),
            Observation.OfStates(Fruit.Id, 1, Day, "capsule")
        );
        LineOf(account, Margin).Mark.ShouldBe(Mark.Agrees);
        LineOf(account, Fruit).Mark.ShouldBe(Mark.Conflicts);
        LineOf(account, Arrangement).Mark.ShouldBe(Mark.NotSeen);
        account
            .Lines.Single(l => l.Character == Arrangement.Id)
            .Expected.ShouldBe("opposite", "said once for the whole genus");
        account.Alerts.ShouldContain(a => a.Contains("Fruit should be berry", StringComparison.Ordinal));
    }

    [Fact]
    public void Flowering_out_of_season_is_said_aloud()
    {
        var account = Compose(Wood, [new Visit(1, new(2025, 12, 12), [PlantPart.Flowers])]);
        account
            .Alerts.ShouldHaveSingleItem()
            .ShouldBe(
                "In flower out of season: seen on 12 Dec, while Alba prima at this height shows it 10 Apr – 20 May."
            );
        Compose(Wood, [new Visit(1, new(2026, 6, 5), [PlantPart.Flowers])])
            .Alerts.ShouldBeEmpty("years differ by three weeks");
    }

    [Fact]
    public void Seasons_move_with_the_height_of_the_site()
    {
        var high = Compose(new PlaceFacts(404.8, ["wood"]), [new Visit(1, new(2026, 6, 15), [PlantPart.Flowers])]);
        var season = high.Seasons.Single(s => s.Phase == Phenophase.Flower);
        season.From.ToString().ShouldBe("20 Apr");
        season.Marking.Mark.ShouldBe(Mark.Agrees);
    }

    [Fact]
    public void Standing_above_its_limit_is_said_aloud() =>
        Compose(new PlaceFacts(812, ["wood"]), [])
            .Alerts.ShouldHaveSingleItem()
            .ShouldBe("Never found above 600 m in this area; this plant stands at 812 m.");

    [Fact]
    public void An_unusual_place_is_said_aloud() =>
        Compose(new PlaceFacts(100, ["marsh"]), [])
            .Alerts.ShouldHaveSingleItem()
            .ShouldBe("Not its usual place: it grows in wood; this is marsh.");

    [Fact]
    public void A_look_alike_is_ruled_out_only_by_a_feature_seen()
    {
        Compose(Wood, []).LookAlikes.ShouldHaveSingleItem().RuledOut.ShouldBeFalse();
        Compose(Wood, [], Observation.OfHidden(Margin.Id, 1, Day, HiddenReason.Damaged))
            .LookAlikes[0]
            .RuledOut.ShouldBeFalse();
        Compose(Wood, [], Observation.OfStates(Margin.Id, 1, Day, "serrate")).LookAlikes[0].RuledOut.ShouldBeTrue();
    }

    [Fact]
    public void A_sapling_is_held_against_what_is_said_of_saplings()
    {
        var long_ = Observation.OfSample(Length.Id, 1, Day, 150, 160);
        LineOf(Compose(Wood, [], long_), Length).Mark.ShouldBe(Mark.Conflicts);
        LineOf(Compose(Wood, [], long_ with { Stage = LifeStage.Sapling }), Length).Mark.ShouldBe(Mark.Agrees);
    }

    [Fact]
    public void Where_the_guide_has_no_range_for_a_shade_leaf_its_size_is_not_held_against_the_name() =>
        LineOf(
                Compose(Wood, [], Observation.OfSample(Length.Id, 1, Day, 150) with { Exposure = Exposure.Shade }),
                Length
            )
            .ShouldSatisfyAllConditions(
                m => m.Mark.ShouldBe(Mark.NotSeen),
                m => m.Because.ShouldContain("not held against")
            );

    [Fact]
    public void Cautions_of_a_genus_hold_for_its_species() =>
        Compose(Wood, []).Cautions.ShouldHaveSingleItem().Hazard.ShouldBe(Hazard.Irritant);

    private static SpeciesAccount Compose(PlaceFacts place, Visit[] visits, params Observation[] observations)
    {
        var sheet = new EvidenceSheet(Guide, observations.Concat(PlaceEvidence.Of(Guide, place, Day)));
        return SpeciesAccount.Compose(Guide, Prima, sheet, place, [.. visits]);
    }

    private static Marking LineOf(SpeciesAccount account, Character character) =>
        account.Lines.Single(l => l.Character == character.Id).Marking;
}
