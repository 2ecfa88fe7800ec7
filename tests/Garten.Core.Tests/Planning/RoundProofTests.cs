using CsCheck;
using Garten.Core.Planning;
using static Garten.Core.Tests.Planning.RoundTasks;

namespace Garten.Core.Tests.Planning;

/// <summary>Bounds on rounds, and the searches for plans on days that are settled.</summary>
public sealed class RoundProofTests
{
    [Fact]
    public void Nothing_is_proven_impossible_that_some_plan_does_and_plans_come_upon_hold()
    {
        var found = 0;
        Small.Sample(
            question =>
            {
                RoundNeed[] met = [.. question.Needs.Where(n => RoundPlanner.Plan(question with { Needs = [n] }).Unmet.IsEmpty)];
                if (met.Length > 0 && RoundPlanner.Plan(question with { Needs = [.. met] }).Unmet.IsEmpty)
                {
                    var fewest = Fewest(question with { Needs = [.. met] });
                    var task = TaskOf(question with { Needs = [.. met] });
                    RoundCountProof proof = new(task);
                    var (cannotBe, plan) = proof.Ask(fewest, new(10_000_000));
                    cannotBe.ShouldBeFalse();
                    if (plan is not null)
                    {
                        plan.Count.ShouldBe(fewest);
                        plan.Select(r => r.Day).ShouldBeUnique();
                        plan.SelectMany(r => r.Needs).Order().ShouldBe(Enumerable.Range(0, met.Length));
                        plan.ShouldAllBe(r => r.Minutes <= question.MinutesADay + 1e-6 && r.Needs.TrueForAll(n => task.Shows(n, r.Day)));
                        Interlocked.Increment(ref found);
                    }

                    proof.Ask(fewest + 1, new(10_000_000)).CannotBe.ShouldBeFalse();
                }
            },
            iter: 1000);
        found.ShouldBeGreaterThan(0, "plans are come upon");
    }

    [Fact]
    public void A_plant_seen_in_part_is_walked_to_in_the_same_part_by_hand()
    {
        // Beside the way of 32 minutes 10 are left. Both needs of a plant take 5 and 5 and the way to it 4, and weigh 5 and 4: of these 14 minutes
        // for a weight of 9 only 10 can be had. The first alone would be 9 minutes for 5, which is less for its minutes.
        var task = TaskOf(new([Need(1, 0, 0, 5) with { Plant = 1 }, Need(2, 0, 0, 5) with { Plant = 1 }], [Near], Start, Days(1), 10 + new WalkingTimes(Start, [Near]).Of(1)));
        new DayLoad(task, 0).Heaviest([5, 4], 0, 0, new(long.MaxValue)).Weight.ShouldBe(9 * 10 / 14.0, 1e-6);
        new DayLoad(task, 0).Heaviest([5, 1], 0, 0, new(long.MaxValue)).Weight.ShouldBe(5 + (1 / 5.0), 1e-6);
    }

    [Fact]
    public void Three_plants_of_which_any_two_fit_into_a_day_are_proven_to_need_more_than_one_round()
    {
        // Each 120 minutes with the way to the plant; 32 of walking: two fit into 280 minutes, three do not.
        RoundCountProof proof = new(TaskOf(new([Need(1, 0, 9, 116), Need(2, 0, 9, 116), Need(3, 0, 9, 116)], [Near], Start, Days(10), 280)));
        proof.Ask(1, new(10_000_000)).CannotBe.ShouldBeTrue();
        proof.Ask(2, new(10_000_000)).CannotBe.ShouldBeFalse();
    }

    [Fact]
    public void Windows_that_no_two_days_meet_are_proven_by_the_order_of_the_rounds()
    {
        // On days 0 and 9 much is to be seen, on day 5 little; three windows share no day.
        RoundCountProof proof = new(TaskOf(new([Need(1, 0, 1, 90), Need(2, 4, 5, 1), Need(3, 8, 9, 90)], [Near], Start, Days(10), 280)));
        proof.Ask(2, new(10_000_000)).CannotBe.ShouldBeTrue();
        proof.Ask(3, new(10_000_000)).CannotBe.ShouldBeFalse();
    }

    [Fact]
    public void No_load_of_a_day_weighs_more_than_the_heaviest() => Gen.Select(
        Gen.Select(Gen.Int[1, 60], Gen.Int[0, 9], Gen.Int[0, 3], Gen.Int[1, 2]).Array[1, 8], Gen.Int[100, 260], Gen.Int[0, 3], Gen.Int[0, 3]).Sample(
        (needs, minutes, with, without) =>
        {
            RoundNeed[] all = [.. needs.Select((n, i) => new RoundNeed(i, (10 * n.Item4) + n.Item3, n.Item4, May, May, n.Item1, 4))];
            double[] weights = [.. needs.Select(n => (double)n.Item2)];
            without &= ~with;
            var (weight, sites) = new DayLoad(TaskOf(new([.. all], [Near, Far], Start, Days(1), minutes)), 0).Heaviest(weights, with, without, new(long.MaxValue));
            WalkingTimes walking = new(Start, [Near, Far]);
            var best = double.NegativeInfinity;
            for (var set = 0; set < 1 << all.Length; set++)
            {
                RoundNeed[] own = [.. all.Where((_, i) => (set & (1 << i)) != 0)];
                var ways = own.Aggregate(0, (w, n) => w | (1 << (n.Site - 1)));
                if ((ways & with) == with && (ways & without) == 0 && walking.Of(ways) + own.Sum(n => n.Minutes) + (4 * own.Select(n => n.Plant).Distinct().Count()) <= minutes)
                {
                    best = Math.Max(best, own.Sum(n => weights[n.Id]));
                }
            }

            weight.ShouldBeGreaterThanOrEqualTo(best - 1e-9);
            if (double.IsFinite(weight))
            {
                (sites & with).ShouldBe(with);
                (sites & without).ShouldBe(0);

                // What is seen there weighs as much as was said.
                double[] open = [.. weights.Select(_ => 1.0)];
                new DayLoad(TaskOf(new([.. all], [Near, Far], Start, Days(1), minutes)), 0).See(weights, sites, open);
                open.Select((o, i) => (1 - o) * weights[i]).Sum().ShouldBe(weight, 1e-6);
            }
        },
        iter: 500);

    [Fact]
    public void What_settled_sites_hold_is_the_best_of_all_choices() => Gen.Select(
        Gen.Select(Gen.Int[1, 720], Gen.Int[0, 9], Gen.Int[0, 3], Gen.Int[1, 2]).Array[1, 8], Gen.Int[20, 260], Gen.Int[0, 3]).Sample(
        (needs, minutes, sites) =>
        {
            // Minutes in twelfths: nothing is rounded.
            RoundNeed[] all = [.. needs.Select((n, i) => new RoundNeed(i, (10 * n.Item4) + n.Item3, n.Item4, May, May, n.Item1 / 12.0, 4))];
            double[] weights = [.. needs.Select(n => (double)n.Item2)];
            List<int> seen = [];
            var weight = new SettledLoad(TaskOf(new([.. all], [Near, Far], Start, Days(1), minutes))).Heaviest(weights, 0, sites, seen, new(long.MaxValue));
            var way = new WalkingTimes(Start, [Near, Far]).Of(sites);
            double[] loads = [.. Enumerable.Range(0, 1 << all.Length).Select(set => all.Where((_, i) => (set & (1 << i)) != 0).ToArray()).Where(Fits).Select(own => own.Sum(n => weights[n.Id]))];
            weight.ShouldBe(loads.DefaultIfEmpty(double.NegativeInfinity).Max());
            if (double.IsFinite(weight))
            {
                seen.ShouldBeUnique();
                Fits([.. seen.Select(i => all[i])]).ShouldBeTrue("what is seen fits");
                seen.Sum(i => weights[i]).ShouldBe(weight);
            }

            bool Fits(RoundNeed[] own) => Array.TrueForAll(own, n => ((sites >> (n.Site - 1)) & 1) != 0)
                && way + own.Sum(n => n.Minutes) + (4 * own.Select(n => n.Plant).Distinct().Count()) <= minutes + 1e-6;
        },
        iter: 1000);

    [Fact]
    public void Whole_needs_at_settled_sites_weigh_no_less_than_any_load_and_no_more_than_needs_in_part() => Gen.Select(
        Gen.Select(Gen.Double[0.3, 60], Gen.Int[0, 9], Gen.Int[0, 3], Gen.Int[1, 2]).Array[1, 8], Gen.Int[60, 260], Gen.Int[1, 3]).Sample(
        (needs, minutes, sites) =>
        {
            // Minutes of any length: what is rounded is rounded so that nothing possible is missed, by less than a minute altogether here.
            RoundNeed[] all = [.. needs.Select((n, i) => new RoundNeed(i, (10 * n.Item4) + n.Item3, n.Item4, May, May, n.Item1, 4))];
            double[] weights = [.. needs.Select(n => (double)n.Item2)];
            var whole = new SettledLoad(Task(minutes)).Heaviest(weights, 0, sites, [], new(long.MaxValue));
            var way = new WalkingTimes(Start, [Near, Far]).Of(sites);
            for (var set = 0; set < 1 << all.Length; set++)
            {
                RoundNeed[] own = [.. all.Where((n, i) => (set & (1 << i)) != 0 && ((sites >> (n.Site - 1)) & 1) != 0)];
                if (way + own.Sum(n => n.Minutes) + (4 * own.Select(n => n.Plant).Distinct().Count()) <= minutes)
                {
                    whole.ShouldBeGreaterThanOrEqualTo(own.Sum(n => weights[n.Id]));
                }
            }

            if (new DayLoad(Task(minutes + (all.Length / 4.0)), 0).Heaviest(weights, sites, ~sites & 3, new(long.MaxValue)).Weight is var inPart && double.IsFinite(inPart) && double.IsFinite(whole))
            {
                whole.ShouldBeLessThanOrEqualTo(inPart + 1e-9);
            }

            PlanningTask Task(double time) => TaskOf(new([.. all], [Near, Far], Start, Days(1), time));
        },
        iter: 1000);

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
    public void Needs_are_squeezed_into_rounds_known_to_hold_them() => Gen.Int[0, 10_000].Sample(
        seed =>
        {
            var task = Filled(seed, [3, 10, 17, 24], 320);
            var found = new RoundSqueeze(task, new[] { 2, 11, 16, 25 }.Select(d => new GrowingRound(task, d)), new(50_000_000)).Find();
            found.ShouldNotBeNull();
            found.SelectMany(r => r.Needs).Order().ShouldBe(Enumerable.Range(0, task.Needs.Length));
            found.ShouldAllBe(r => r.Minutes <= 360 + 1e-6);
            found.ShouldAllBe(r => r.Needs.All(n => task.Shows(n, r.Day)));
        },
        iter: 20);

    [Fact]
    public void Rounds_that_are_alike_but_for_their_order_are_not_proven_impossible() => Gen.Int[0, 10_000].Sample(
        seed => new RoundCountProof(Filled(seed, [3, 4, 5, 20, 21], 345)).Ask(5, new(60_000_000)).CannotBe.ShouldBeFalse(),
        iter: 12);

    [Fact]
    public void A_dive_finds_rounds_known_to_hold_all_and_keeps_every_rule() => Gen.Int[0, 10_000].Sample(
        seed =>
        {
            int[] days = [3, 10, 17, 24];
            var task = Filled(seed, days, 320);
            var dive = DiveOn(task, days);
            PlanningEffort effort = new(1_000_000_000);
            var found = dive.GoOn(10, effort) ?? dive.GoOn(40, effort);
            found.ShouldNotBeNull();
            found.SelectMany(r => r.Needs).Order().ShouldBe(Enumerable.Range(0, task.Needs.Length));
            found.ShouldAllBe(r => r.Minutes <= 360 + 1e-6 && r.Needs.TrueForAll(n => task.Shows(n, r.Day)));
            found.Select(r => r.Day).ShouldBeUnique();
        },
        iter: 15);

    [Fact]
    public void A_dive_on_days_that_hold_less_finds_nothing_and_ends_with_its_effort()
    {
        var task = Filled(5, [3, 10, 17, 24], 340);
        PlanningEffort effort = new(3_000_000);
        DiveOn(task, [3, 10, 17]).GoOn(int.MaxValue, effort).ShouldBeNull();
        effort.IsSpent.ShouldBeTrue();
    }

    [Fact]
    public void A_dive_goes_the_same_way_every_time()
    {
        var task = Filled(7, [3, 10, 17, 24], 330);
        string[] plans = [.. Enumerable.Range(0, 2).Select(_ => string.Join('|', (DiveOn(task, [3, 10, 17, 24]).GoOn(30, new(800_000_000)) ?? []).Select(r => string.Join(',', r.Needs))))];
        plans[0].ShouldNotBeEmpty();
        plans[1].ShouldBe(plans[0]);
    }

    [Fact]
    public void Rounds_are_chosen_by_the_order_of_their_days_as_trying_all_says() => Gen.Select(Gen.Int[0, 9].Array[4], Gen.Select(Gen.Int[0, 3], Gen.Int[0, 3]).Array[3]).Sample(
        (weights, bounds) =>
        {
            // Four fullest days, as no two of these needs show together.
            RoundWeighing weighing = new(TaskOf(new([.. Enumerable.Range(0, 4).Select(d => Need(d, d, d))], [Near], Start, Days(4), 300)));
            weighing.Task.Fullest.ShouldBe([0, 1, 2, 3]);
            RoundSlot[] slots = [.. bounds.Select(b => new RoundSlot(Math.Min(b.Item1, b.Item2), Math.Max(b.Item1, b.Item2), 0, 0, []))];
            var most = weighing.Chosen(slots, [.. weights.Select(w => (double)w)]);
            var best = double.NegativeInfinity;
            for (var all = 0; all < 64; all++)
            {
                int[] on = [all % 4, all / 4 % 4, all / 16];
                if (on[0] <= on[1] && on[1] <= on[2] && Enumerable.Range(0, 3).All(j => slots[j].MayBeOn(on[j])))
                {
                    best = Math.Max(best, on.Sum(d => (double)weights[d]));
                }
            }

            most[0, 0].ShouldBe(best);
        },
        iter: 500);

    [Fact]
    public void Weights_are_sought_that_rounds_on_too_few_days_do_not_hold()
    {
        int[] days = [3, 10, 17, 24];
        var task = Filled(11, days, 320);
        RoundWeighing weighing = new(task);
        Sought(SlotsOn(task, days)).IsRefused.ShouldBeFalse("four rounds are known to hold all");
        var three = Sought(SlotsOn(task, days)[1..]);
        three.IsRefused.ShouldBeTrue();
        three.MostLeftOver.ShouldBeGreaterThan(RoundWeighing.Clearly);
        three.Best.Sum().ShouldBe(1, 1e-9);

        SlotTrial Sought(RoundSlot[] slots)
        {
            SlotTrial trial = new(weighing, slots, RoundWeighing.Sharing([.. task.Needs.Select(_ => 1.0)]), new(long.MaxValue));
            for (var i = 0; i < 100 && !trial.IsRefused; i++)
            {
                trial.Step();
            }

            return trial;
        }
    }

    private sealed class Shares : IProgress<double>
    {
        public List<double> Told { get; } = [];

        public void Report(double value) => Told.Add(value);
    }

    private static RoundDive DiveOn(PlanningTask task, int[] days) => new(new(task), SlotsOn(task, days), days, new());
}
