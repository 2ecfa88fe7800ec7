using CsCheck;
using Garten.Core.Planning;
using static Garten.Core.Tests.Planning.TripTasks;

namespace Garten.Core.Tests.Planning;

/// <summary>Bounds on trips, and the squeezing of needs into fewer of them.</summary>
public sealed class TripProofTests
{
    [Fact]
    public void Nothing_is_refused_that_some_plan_does_and_most_that_none_does_is()
    {
        var (needed, refused) = (0, 0);
        Small.Sample(
            question =>
            {
                TripNeed[] met =
                [
                    .. question.Needs.Where(n => TripPlanner.Plan(question with { Needs = [n] }).Unmet.IsEmpty),
                ];
                if (met.Length > 0 && TripPlanner.Plan(question with { Needs = [.. met] }).Unmet.IsEmpty)
                {
                    var fewest = Fewest(question with { Needs = [.. met] });
                    NeedWeights weights = new(TaskOf(question with { Needs = [.. met] }));
                    weights.Refuse(fewest, new(10_000_000)).ShouldBeFalse();
                    weights.Refuse(fewest + 1, new(10_000_000)).ShouldBeFalse();
                    if (fewest > 1)
                    {
                        Interlocked.Increment(ref needed);
                        Interlocked.Add(ref refused, weights.Refuse(fewest - 1, new(10_000_000)) ? 1 : 0);
                    }
                }
            },
            iter: 1000
        );
        refused.ShouldBeGreaterThan(needed * 8 / 10, $"{refused} of {needed}");
    }

    [Fact]
    public void Three_plants_of_which_any_two_fit_into_a_day_are_proven_to_need_more_than_one_round()
    {
        // Each 120 minutes with the way to the plant; 32 of walking: two fit into 280 minutes, three do not.
        NeedWeights weights = new(
            TaskOf(new([Need(1, 0, 9, 116), Need(2, 0, 9, 116), Need(3, 0, 9, 116)], [Near], Start, Days(10), 280))
        );
        weights.Refuse(1, new(10_000_000)).ShouldBeTrue();
        weights.Refuse(2, new(10_000_000)).ShouldBeFalse();
    }

    [Fact]
    public void Windows_that_no_two_days_meet_are_proven_by_the_order_of_the_trips()
    {
        // Any day holds two of the three plants, which no two days hold whole: only sharing the trips between early and late days tells.
        var question = new TripQuestion(
            [Need(1, 0, 0, 100), Need(2, 2, 2, 100), Need(3, 4, 4, 100)],
            [Near],
            Start,
            Days(6),
            300
        );
        NeedWeights weights = new(TaskOf(question));
        weights.Refuse(2, new(10_000_000)).ShouldBeTrue();
        weights.Refuse(3, new(10_000_000)).ShouldBeFalse();
    }

    [Fact]
    public void A_proof_ends_with_its_effort_and_then_says_nothing()
    {
        PlanningEffort effort = new(1000);
        NeedWeights weights = new(Filled(5, [3, 10, 17, 24], 340));
        weights.Refuse(4, effort).ShouldBeFalse();
        weights.Refuse(1, new(0)).ShouldBeFalse("nothing was spent on it");
        effort.IsSpent.ShouldBeTrue();
    }

    [Fact]
    public void Rounds_known_to_hold_all_are_never_refused() =>
        Gen.Int[0, 10_000]
            .Sample(
                seed =>
                    new NeedWeights(Filled(seed, [3, 4, 5, 20, 21], 345)).Refuse(5, new(30_000_000)).ShouldBeFalse(),
                iter: 12
            );

    [Fact]
    public void Part_of_an_effort_is_taken_from_the_whole_and_ends_by_itself()
    {
        PlanningEffort whole = new(100);
        var part = whole.Part(30);
        (whole.Left, part.Left).ShouldBe((70, 30));
        part.Spend(40);
        (part.IsSpent, whole.IsSpent, whole.Left).ShouldBe((true, false, 70));
        using CancellationTokenSource stop = new();
        var stopped = new PlanningEffort(100, null, stop.Token).Part(50);
        stop.Cancel();
        stopped.IsSpent.ShouldBeTrue("nobody waits any more");
    }

    [Fact]
    public void An_effort_tells_what_share_of_it_is_spent()
    {
        Shares shares = new();
        PlanningEffort effort = new(200, shares);
        effort.Spend(50);
        effort.Part(100).Spend(70);
        effort.Spend(90);
        shares.Told.ShouldBe([0.25, 0.75, 1]);
    }

    [Fact]
    public void Needs_are_squeezed_into_trips_known_to_hold_them() =>
        Gen.Int[0, 10_000]
            .Sample(
                seed =>
                {
                    var task = Filled(seed, [3, 10, 17, 24], 320);
                    var found = new TripSqueeze(
                        task,
                        new[] { 2, 11, 16, 25 }.Select(d => new GrowingTrip(task, d)),
                        new(50_000_000)
                    ).Find();
                    found.ShouldNotBeNull();
                    found.SelectMany(r => r.Needs).Order().ShouldBe(Enumerable.Range(0, task.Needs.Length));
                    found.ShouldAllBe(r => r.Minutes <= 360 + 1e-6);
                    found.ShouldAllBe(r => r.Needs.All(n => task.Shows(n, r.Day)));
                },
                iter: 20
            );

    private sealed class Shares : IProgress<double>
    {
        public List<double> Told { get; } = [];

        public void Report(double value) => Told.Add(value);
    }
}
