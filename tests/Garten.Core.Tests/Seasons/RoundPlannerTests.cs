using System.Collections.Immutable;
using CsCheck;
using Garten.Core.Seasons.Rounds;
using Garten.Core.Survey;

namespace Garten.Core.Tests.Seasons;

/// <summary>Rounds against every possible plan, and by hand.</summary>
public sealed class RoundPlannerTests
{
    private static readonly DateOnly May = new(2026, 5, 1);
    private static readonly RoundSite Start = new(0, new(45, -123.7), 100);
    private static readonly RoundSite Near = new(1, new GeoPoint(45, -123.7).Moved(1000, 0), 100);
    private static readonly RoundSite Far = new(2, new GeoPoint(45, -123.7).Moved(0, 3000), 400);

    private static readonly Gen<RoundQuestion> Small = Gen.Select(
        Gen.Select(Gen.Int[0, 5], Gen.Int[0, 5], Gen.Int[1, 2], Gen.Int[10, 90]).Array[1, 6], Gen.Int[0, 7].HashSet[1, 5], Gen.Int[200, 320],
        (needs, days, minutes) => new RoundQuestion(
            [.. needs.Select((n, i) => new RoundNeed(i, i / 2, n.Item3, May.AddDays(n.Item1), May.AddDays(n.Item1 + n.Item2), n.Item4, 4))],
            [Near, Far], Start, [.. days.Select(d => May.AddDays(d))], minutes));

    [Fact]
    public void One_day_that_lies_in_all_windows_is_one_round()
    {
        var plan = RoundPlanner.Plan(new([Need(1, 0, 10), Need(2, 5, 20), Need(3, 8, 12, site: 2)], [Near, Far], Start, Days(30), 480));
        var round = plan.Rounds.ShouldHaveSingleItem();

        // Day 8 to 10 lies in all three; of these the ninth is farthest from the ends that count.
        round.Date.ShouldBeInRange(May.AddDays(8), May.AddDays(10));
        round.Needs.ShouldBe([1, 2, 3]);
        plan.IsFewest.ShouldBeTrue();
        plan.Unmet.ShouldBeEmpty();
    }

    [Fact]
    public void Walking_counts_way_and_climb_by_hand()
    {
        var plan = RoundPlanner.Plan(new([Need(1, 0, 0, 30, site: 1)], [Near, Far], Start, Days(1), 480));

        // One kilometre, a third longer on the ground, at 12 minutes a kilometre, there and back: 32; and 30 at the plant and 4 to it.
        plan.Rounds[0].Minutes.ShouldBe(32 + 30 + 4, 0.1);

        // Three kilometres out and back 96, 300 metres up 30.
        RoundPlanner.Plan(new([Need(1, 0, 0, 30, site: 2)], [Near, Far], Start, Days(1), 480)).Rounds[0].Minutes.ShouldBe(96 + 30 + 30 + 4, 0.1);
    }

    [Fact]
    public void What_does_not_fit_into_the_hours_of_a_day_goes_on_another()
    {
        var plan = RoundPlanner.Plan(new([Need(1, 0, 9, 200), Need(2, 0, 9, 200)], [Near], Start, Days(10), 300));
        plan.Rounds.Length.ShouldBe(2);
        plan.IsFewest.ShouldBeTrue();
        plan.Rounds.Select(r => r.Date).Distinct().Count().ShouldBe(2);
    }

    [Fact]
    public void What_cannot_be_met_is_named_with_the_reason()
    {
        var plan = RoundPlanner.Plan(new(
            [Need(1, 0, 3), Need(2, 20, 25), Need(3, 0, 3, 900), Need(4, 0, 3, site: 9), Need(5, 0, 0, 200), Need(6, 0, 0, 200)], [Near], Start, Days(4), 300));
        plan.Unmet.Select(u => u.Need).ShouldBe([2, 3, 4, 6], ignoreOrder: true);
        Reason(2).ShouldBe("There is no day to go between 21 May and 26 May 2026.");
        Reason(3).ShouldBe("The way there and back and the work take 936 minutes, more than the 300 of a day.");
        Reason(4).ShouldBe("Its site is not in the plan.");
        Reason(6).ShouldStartWith("On every day it shows the rounds are full.");
        plan.Rounds.SelectMany(r => r.Needs).Order().ShouldBe([1, 5]);

        string Reason(int need) => plan.Unmet.Single(u => u.Need == need).Reason;
    }

    [Fact]
    public void No_plan_of_all_there_are_has_fewer_rounds() => Small.Sample(
        question =>
        {
            var plan = RoundPlanner.Plan(question);
            Holds(question, plan);
            if (plan.Unmet.IsEmpty)
            {
                plan.Rounds.Length.ShouldBe(Fewest(question));
                plan.IsFewest.ShouldBeTrue();
            }
        },
        iter: 300);

    [Fact]
    public void A_reserve_of_sixty_plants_is_planned_within_its_bound()
    {
        var question = Reserve(150, 60);
        var plan = RoundPlanner.Plan(question);
        Holds(question, plan);
        plan.Unmet.ShouldBeEmpty();
        plan.Rounds.Length.ShouldBeLessThanOrEqualTo(plan.LeastPossible + 2);
    }

    [Fact]
    public void More_sites_than_are_planned_together_are_planned_in_sectors()
    {
        RoundSite[] sites = [.. Enumerable.Range(1, 30).Select(i => new RoundSite(i, new GeoPoint(45, -123.7).Moved(1500 * Math.Sin(i), 1500 * Math.Cos(i)), 100))];
        RoundQuestion question = new([.. sites.Select(s => Need(s.Id, 0, 60, 20, s.Id)), Need(31, 0, 60, 20, 99)], [.. sites], Start, Days(61), 400);
        var plan = RoundPlanner.Plan(question);
        Holds(question, plan);
        plan.Unmet.ShouldHaveSingleItem().Reason.ShouldBe("Its site is not in the plan.");

        // Thirty plants of 24 minutes are 720, the ways come on top: two rounds at the very least, and the sectors are near each other.
        plan.Rounds.Length.ShouldBeInRange(3, 5);
    }

    [Fact]
    public void Sites_without_places_or_heights_still_make_rounds_within_the_hours() => Gen.Select(Gen.Int[0, 1000], Gen.Int[260, 420]).Sample(
        (seed, minutes) =>
        {
            var random = new Random(seed);
            RoundSite[] sites =
            [
                .. Enumerable.Range(1, 7).Select(i => new RoundSite(
                    i, random.Next(4) == 0 ? null : new GeoPoint(45, -123.7).Moved(random.Next(-2500, 2500), random.Next(-2500, 2500)), random.Next(3) == 0 ? null : random.Next(100, 900))),
            ];
            RoundQuestion question = new(
                [.. Enumerable.Range(0, 24).Select(i => Need(i, random.Next(0, 15), random.Next(16, 40), random.Next(10, 30), 1 + (i % 7)))], [.. sites], Start, Days(41), minutes);
            var plan = RoundPlanner.Plan(question);
            Holds(question, plan);
            plan.LeastPossible.ShouldBeLessThanOrEqualTo(plan.Rounds.Length);
        },
        iter: 20);

    [Fact]
    public void More_needs_of_one_plant_than_a_plan_takes_are_refused() =>
        Should.Throw<ArgumentException>(() => RoundPlanner.Plan(new([.. Enumerable.Range(0, 11).Select(i => Need(i, 0, 9) with { Plant = 7 })], [Near], Start, Days(10), 400)))
            .Message.ShouldStartWith("Plant 7 has 11 needs; a plan takes at most 10 of one plant.");

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
        Gen.Select(Gen.Int[1, 240], Gen.Int[0, 9], Gen.Int[0, 3], Gen.Int[1, 2]).Array[1, 8], Gen.Int[20, 260], Gen.Int[0, 3]).Sample(
        (needs, minutes, sites) =>
        {
            // Minutes in quarters: nothing is rounded.
            RoundNeed[] all = [.. needs.Select((n, i) => new RoundNeed(i, (10 * n.Item4) + n.Item3, n.Item4, May, May, n.Item1 / 4.0, 4))];
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
        var stopped = new PlanningEffort(100, stop.Token).Part(50);
        stop.Cancel();
        stopped.IsSpent.ShouldBeTrue("nobody waits any more");
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
    public void A_thorough_plan_is_never_worse_than_a_quick_one()
    {
        var question = Reserve(90, 3);
        var (quick, thorough) = (RoundPlanner.Plan(question), RoundPlanner.Plan(question, RoundEffort.Thorough));
        Holds(question, thorough);
        thorough.Rounds.Length.ShouldBeLessThanOrEqualTo(quick.Rounds.Length);
        thorough.LeastPossible.ShouldBeGreaterThanOrEqualTo(quick.LeastPossible);
    }

    /// <summary>Needs of rounds filled at random up to so many minutes, thrown together with wider windows.</summary>
    private static PlanningTask Filled(int seed, int[] days, double minutes)
    {
        var random = new Random(seed);
        RoundSite[] sites = [.. Enumerable.Range(1, 6).Select(i => new RoundSite(i, new GeoPoint(45, -123.7).Moved(random.Next(-2000, 2000), random.Next(-2000, 2000)), 100))];
        List<RoundNeed> needs = [];
        foreach (var day in days)
        {
            var on = TaskOf(new([.. Enumerable.Range(0, 60).Select(i => Need(i, day, day, random.Next(3, 12), random.Next(1, 7)))], [.. sites], Start, Days(30), 360));
            GrowingRound round = new(on, day);
            foreach (var n in Enumerable.Range(0, 60).Where(round.Takes))
            {
                if (round.Minutes < minutes && round.Takes(n))
                {
                    round.Add(n);
                }
            }

            needs.AddRange(round.NeedsOf.Select(n => n with { Id = needs.Count + n.Id, Plant = (100 * day) + n.Plant, From = n.From.AddDays(-random.Next(0, 4)), To = n.To.AddDays(random.Next(0, 4)) }));
        }

        return TaskOf(new([.. needs], [.. sites], Start, Days(30), 360));
    }

    /// <summary>Everything a plan must keep: days, windows, hours, and every need met once or named.</summary>
    private static void Holds(RoundQuestion question, RoundPlan plan)
    {
        plan.Rounds.SelectMany(r => r.Needs).Concat(plan.Unmet.Select(u => u.Need)).Order().ShouldBe(question.Needs.Select(n => n.Id).Order());
        plan.Rounds.Select(r => r.Date).Distinct().Count().ShouldBe(plan.Rounds.Length);
        foreach (var round in plan.Rounds)
        {
            question.Days.ShouldContain(round.Date);
            round.Minutes.ShouldBeLessThanOrEqualTo(question.MinutesADay + 1e-6);
            foreach (var need in question.Needs.Where(n => round.Needs.Contains(n.Id)))
            {
                round.Date.ShouldBeInRange(need.From, need.To);
                round.Sites.ShouldContain(need.Site);
            }
        }
    }

    /// <summary>The fewest rounds, by trying every day for every need.</summary>
    private static int Fewest(RoundQuestion question)
    {
        var days = question.Days.Order().ToArray();
        var fewest = int.MaxValue;
        Try([]);
        return fewest;

        void Try(ImmutableArray<DateOnly> chosen)
        {
            if (chosen.Distinct().Count() >= fewest)
            {
                return;
            }

            if (chosen.Length == question.Needs.Length)
            {
                fewest = chosen.Distinct().Count();
                return;
            }

            var need = question.Needs[chosen.Length];
            foreach (var day in days.Where(d => d >= need.From && d <= need.To))
            {
                var on = question.Needs.Take(chosen.Length).Where((_, i) => chosen[i] == day).Append(need).ToArray();
                if (Minutes(on) <= question.MinutesADay)
                {
                    Try(chosen.Add(day));
                }
            }
        }

        double Minutes(RoundNeed[] on)
        {
            var (near, far) = (on.Any(n => n.Site == 1), on.Any(n => n.Site == 2));
            var between = Near.At!.Value.MetresTo(Far.At!.Value) / 1000 * 16;
            var way = near && far ? 16 + between + 48 + 30 : near ? 32 : 126;
            return way + on.Sum(n => n.Minutes) + (4 * on.Select(n => (n.Plant, n.Site)).Distinct().Count());
        }
    }

    /// <summary>Sixty plants on twelve sites that must be seen so often between May and January, on two days a week.</summary>
    private static RoundQuestion Reserve(int count, int seed)
    {
        var random = new Random(seed);
        RoundSite[] sites = [.. Enumerable.Range(1, 12).Select(i => new RoundSite(i, new GeoPoint(45, -123.7).Moved(random.Next(-2500, 2500), random.Next(-2500, 2500)), random.Next(100, 1200)))];
        ImmutableArray<RoundNeed> needs =
        [
            .. Enumerable.Range(0, count).Select(i =>
            {
                var from = random.Next(0, 200);
                return new RoundNeed(i, i % 60, 1 + (i % 60 % 12), May.AddDays(from), May.AddDays(from + random.Next(14, 60)), random.Next(2, 12), 9);
            }),
        ];
        return new(needs, [.. sites], Start, [.. Enumerable.Range(0, 270).Where(d => d % 7 is 1 or 2).Select(d => May.AddDays(d))], 420);
    }

    private static PlanningTask TaskOf(RoundQuestion question) => new(
        [.. question.Needs], [.. question.Days.Order()], new(question.Start, question.Sites),
        n => question.Sites.IndexOf(question.Sites.First(s => s.Id == n.Site)), question.MinutesADay);

    private static RoundNeed Need(int id, int from, int to, double minutes = 20, int site = 1) => new(id, id, site, May.AddDays(from), May.AddDays(to), minutes, 5);

    private static ImmutableArray<DateOnly> Days(int count) => [.. Enumerable.Range(0, count).Select(d => May.AddDays(d))];
}
