using CsCheck;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Keys;

namespace Garten.Core.Tests.Keys;

public sealed class KeyWalkTests
{
    private static readonly Guide Guide = SmallGuide.Make();
    private static readonly CoupletRef Main1 = new(new("main"), 1);
    private static readonly CoupletRef Main2 = new(new("main"), 2);
    private static readonly CoupletRef Albas1 = new(new("albas"), 1);

    [Fact]
    public void A_walk_begins_open_at_its_start()
    {
        var trace = Trace(KeyWalk.From(Main1));
        trace.Current.ShouldBe(Main1);
        trace.Open.ShouldBe([Main1]);
        trace.Ends.ShouldBeEmpty();
    }

    [Fact]
    public void A_lead_leads_on_and_a_key_chains_into_the_next()
    {
        var trace = Trace(KeyWalk.From(Main1).Answer(Main1, 1));
        trace.Current.ShouldBe(Albas1);
        trace.Steps.ShouldBe([new WalkStep(Main1, 1, 0)]);
    }

    [Fact]
    public void A_walk_ends_at_a_name()
    {
        var trace = Trace(KeyWalk.From(Main1).Answer(Main1, 1).Answer(Albas1, 1));
        trace.Current.ShouldBeNull();
        trace.Ends.ShouldBe([new WalkEnd(new("alba-prima"), Albas1, 0)]);
        trace.IsClean.ShouldBeTrue();
    }

    [Fact]
    public void Cannot_tell_follows_both_ways_and_keeps_both_ends()
    {
        var walk = KeyWalk.From(Main1).Answer(Main1, null);
        Trace(walk).Open.ShouldBe([Albas1, Main2]);
        var trace = Trace(walk.Answer(Albas1, 1).Answer(Main2, 1));
        trace.Ends.Select(e => e.Taxon.Value).ShouldBe(["alba-prima", "rubra-tertia"]);
        trace.Ends.ShouldAllBe(e => e.Doubts == 1);
        trace.IsClean.ShouldBeFalse();
    }

    [Fact]
    public void Where_neither_lead_fits_the_walk_stops_and_ends_at_no_name()
    {
        var walk = KeyWalk.From(Main1).Answer(Main1, 1).Answer(Albas1, WalkAnswer.Neither);
        var trace = Trace(walk);
        (trace.Current, trace.Stopped, trace.IsClean).ShouldBe((null, Albas1, false));
        trace.Ends.ShouldBeEmpty();
        trace.InPlay(Guide).ShouldBeEmpty();
        trace.Steps[1].Said(Guide).ShouldBe("neither fits: the key stops here");

        // It can be taken back, and speaks against the names the couplet held.
        Trace(walk.Back(Guide)).Current.ShouldBe(Albas1);
        var before = new KeyWeights(Guide, KeyWalk.From(Main1).Answer(Main1, 1));
        new KeyWeights(Guide, walk).MassOf(new("alba-prima")).ShouldBeLessThan(before.MassOf(new("alba-prima")));
        new KeyMove(WalkMove.Answer, "albas", 1, WalkAnswer.Neither, null)
            .On(Guide, KeyWalk.From(Main1).Answer(Main1, 1))
            .Walk!.Answers[^1]
            .ShouldBe(new(Albas1, WalkAnswer.Neither));
    }

    [Fact]
    public void Two_ways_to_one_name_keep_it_once() =>
        Trace(KeyWalk.From(Main1).Answer(Main1, null).Answer(Albas1, 2).Answer(Main2, 2)).Ends.ShouldHaveSingleItem();

    [Fact]
    public void Back_takes_the_last_answer_on_the_path()
    {
        var walk = KeyWalk.From(Main1).Answer(Main1, 1).Answer(Albas1, 1);
        Trace(walk.Back(Guide)).Current.ShouldBe(Albas1);
        Trace(walk.Back(Guide).Back(Guide)).Current.ShouldBe(Main1);
        walk.Back(Guide).Back(Guide).Back(Guide).Answers.ShouldBeEmpty();
    }

    [Fact]
    public void A_step_can_be_re_opened_and_answered_again_and_nothing_is_lost()
    {
        var walk = KeyWalk.From(Main1).Answer(Main1, 1).Answer(Albas1, 2);
        var reopened = walk with { Reopened = Main1 };
        Trace(reopened).Current.ShouldBe(Main1);
        Trace(reopened.Back(Guide)).Ends.ShouldHaveSingleItem().Taxon.Value.ShouldBe("alba-secunda");

        var other = reopened.Answer(Main1, 2);
        Trace(other).Current.ShouldBe(Main2);

        // The answer in the chained key was cut off, not thrown away.
        Trace(other.Answer(Main1, 1)).Ends.ShouldHaveSingleItem().Taxon.Value.ShouldBe("alba-secunda");
    }

    [Fact]
    public void A_walk_may_begin_at_any_couplet() =>
        Trace(KeyWalk.From(Main2).Answer(Main2, 1)).Ends.ShouldHaveSingleItem().Taxon.Value.ShouldBe("rubra-tertia");

    [Fact]
    public void An_answer_the_guide_no_longer_has_counts_as_not_given() =>
        Trace(KeyWalk.From(Main1).Answer(Main1, 7)).Current.ShouldBe(Main1);

    [Fact]
    public void Whatever_is_answered_the_names_in_play_are_those_arrived_at_and_those_still_reachable() =>
        Gen.Int[0, 3]
            .Array[0, 8]
            .Sample(answers =>
            {
                var walk = KeyWalk.From(Main1);
                foreach (var answer in answers)
                {
                    if (Trace(walk).Current is { } at)
                    {
                        walk = walk.Answer(at, answer == 0 ? null : Math.Min(answer, 2));
                    }
                }

                var trace = Trace(walk);
                trace.Current.HasValue.ShouldBe(trace.Open.Length > 0);
                trace.Ends.Select(e => e.Taxon).ShouldBeUnique();
                trace
                    .Ends.Select(e => e.Taxon)
                    .Concat(trace.Open.SelectMany(o => Guide.Reach.From(o)))
                    .Except(Guide.Reach.From(Main1))
                    .ShouldBeEmpty();
            });

    [Fact]
    public void Reach_follows_chained_keys() =>
        Guide
            .Reach.From(Main1)
            .Select(t => t.Value)
            .ShouldBe(["alba-prima", "alba-secunda", "rubra-tertia"], ignoreOrder: true);

    [Fact]
    public void One_may_begin_at_a_genus_with_its_own_key_or_at_the_last_couplet_that_holds_all_its_members()
    {
        Guide.Reach.StartsFor(new("alba"))[0].At.ShouldBe(Albas1);
        Guide.Reach.StartsFor(new("rubra")).ShouldHaveSingleItem().At.ShouldBe(Main2);
        Guide.Reach.StartsFor(new("plantaceae"))[0].At.ShouldBe(Main1);
    }

    private static KeyWalkTrace Trace(KeyWalk walk) => KeyWalkTrace.Of(Guide, walk);
}
