using Garten.Core.Bench;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Identification;
using Garten.Core.Keys;

namespace Garten.Core.Tests.Evidence;

/// <summary>Samples whose parts grew in different places.</summary>
public sealed class PartPlacesTests
{
    private static readonly PartPlace Sun = new(Exposure.Sun, null);
    private static readonly PartPlace Shade = new(Exposure.Shade, PartPosition.LowBranch);

    private static readonly Observation Mixed = Observation.OfSample(
        SmallGuide.Length.Id,
        1,
        SmallGuide.Day,
        50,
        120,
        60
    ) with
    {
        Finding = new Finding.Sample([50, 120, 60], [Sun, Shade, Sun]),
    };

    [Fact]
    public void Parts_of_one_place_stay_together_and_the_place_with_most_parts_comes_first()
    {
        var apart = Mixed.ByPlace();
        apart
            .Select(o => (o.Exposure, o.Position))
            .ShouldBe([(Exposure.Sun, null), (Exposure.Shade, PartPosition.LowBranch)]);
        apart[0].Values.ShouldBe([50, 60]);
        apart[1].Values.ShouldBe([120]);
        apart.Select(o => o.Finding).Cast<Finding.Sample>().ShouldAllBe(s => s.Places.IsEmpty);
    }

    [Fact]
    public void A_sample_of_one_place_is_one()
    {
        var one = Observation.OfSample(SmallGuide.Length.Id, 1, SmallGuide.Day, 50) with { Exposure = Exposure.Sun };
        one.ByPlace().ShouldHaveSingleItem().ShouldBeSameAs(one);
    }

    [Fact]
    public void Keys_mean_parts_of_the_sun_where_there_are_any()
    {
        UnusualParts.LeftOut(SmallGuide.Length, Mixed).ShouldBe([50, 60]);
        UnusualParts.LeftOut(SmallGuide.Length, In(Shade, Shade, Shade)).ShouldBe([50, 120, 60]);
        var mark = LeadEvaluation.Evaluate(
            SmallGuide.Make(),
            new(SmallGuide.Make(), [Mixed]),
            SmallGuide.Length.Id,
            new SpanCondition(null, 80)
        );
        mark.Mark.ShouldBe(Mark.Agrees);
    }

    [Fact]
    public void Each_place_is_weighed_by_itself_and_shade_moves_a_name_less_than_sun()
    {
        var model = new CandidateModel(SmallGuide.Make());
        var long120 = Observation.OfSample(SmallGuide.Length.Id, 1, SmallGuide.Day, 120);
        double MassWith(Observation o)
        {
            using var weighing = new Weighing(
                model,
                new(model.Guide, [o]),
                new(null, []),
                [new(1, SmallGuide.Day, [])]
            );
            return weighing.MassOf(new("alba-prima"));
        }

        // 120 mm is far above the 40 to 80 of the guide: in the sun that speaks against the name, in the shade hardly.
        MassWith(long120 with { Exposure = Exposure.Shade })
            .ShouldBeGreaterThan(MassWith(long120 with { Exposure = Exposure.Sun }));
        MassWith(Mixed).ShouldBeGreaterThan(MassWith(In(Sun, Sun, Sun)));
    }

    [Fact]
    public void The_study_tells_of_each_place_and_where_ranges_are_widened()
    {
        var guide = SmallGuide.Make();
        var model = new CandidateModel(guide);
        var request = new BenchRequest(new(new(null, []), [new(1, SmallGuide.Day, [])], [Mixed], null, []), null);
        var samples = BenchDesk.Samples(model, request).Samples;
        samples.Select(s => s.Place).ShouldBe(["sun", "shade, low branch"]);
        samples[0].Against.ShouldAllBe(a => !a.Widened);
        samples[1].Against.ShouldNotBeEmpty();
        samples[1].Against.ShouldAllBe(a => a.Widened);
        BenchDesk
            .Answer(model, request)
            .Notes.ShouldHaveSingleItem()
            .Text.ShouldStartWith("Shade, low branch: The guide has no range");
    }

    [Fact]
    public void Leaves_from_a_sapling_beside_the_tree_are_held_against_what_is_said_of_saplings()
    {
        var young = Observation.OfSample(SmallGuide.Length.Id, 1, SmallGuide.Day, 150) with
        {
            Position = PartPosition.Sapling,
            Stage = LifeStage.Mature,
        };
        young.Circumstances.Stage.ShouldBe(LifeStage.Sapling);
        UnusualParts.Are(SmallGuide.Length, young).ShouldBeTrue();
        var guide = SmallGuide.Make();
        StatementEvaluation
            .Evaluate(guide, new("alba-prima"), SmallGuide.Length.Id, new(guide, [young]))!
            .Value.Marking.Mark.ShouldBe(Mark.Agrees);
        StatementEvaluation
            .Evaluate(guide, new("alba-prima"), SmallGuide.Length.Id, new(guide, [young with { Position = null }]))!
            .Value.Marking.Mark.ShouldBe(Mark.Conflicts);
    }

    private static Observation In(params PartPlace[] places) =>
        Mixed with
        {
            Finding = new Finding.Sample(Mixed.Values, [.. places]),
        };

    [Fact]
    public void A_sample_whose_places_do_not_match_its_parts_is_refused() =>
        BenchRules
            .FaultOf(new(new(new(null, []), [], [In(Sun)], null, []), null))
            .ShouldBe("“leaf-length” has 3 values, but places for 1.");
}
