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
        var random = new Random(60);
        RoundSite[] sites = [.. Enumerable.Range(1, 12).Select(i => new RoundSite(i, new GeoPoint(45, -123.7).Moved(random.Next(-2500, 2500), random.Next(-2500, 2500)), random.Next(100, 1200)))];
        ImmutableArray<RoundNeed> needs =
        [
            .. Enumerable.Range(0, 150).Select(i =>
            {
                var from = random.Next(0, 200);
                return new RoundNeed(i, i % 60, 1 + (i % 60 % 12), May.AddDays(from), May.AddDays(from + random.Next(14, 60)), random.Next(2, 12), 9);
            }),
        ];
        var question = new RoundQuestion(needs, [.. sites], Start, [.. Enumerable.Range(0, 270).Where(d => d % 7 is 1 or 2).Select(d => May.AddDays(d))], 420);
        var plan = RoundPlanner.Plan(question);
        Holds(question, plan);
        plan.Unmet.ShouldBeEmpty();
        plan.Rounds.Length.ShouldBeLessThanOrEqualTo(plan.LeastPossible + 3);
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
    public void The_bound_of_rounds_walked_in_part_never_passes_the_fewest() => Small.Sample(
        question =>
        {
            WalkingTimes walking = new(Start, question.Sites);
            RoundNeed[] met = [.. question.Needs.Where(n => RoundPlanner.Plan(question with { Needs = [n] }).Unmet.IsEmpty)];
            if (met.Length > 0 && RoundPlanner.Plan(question with { Needs = [.. met] }).Unmet.IsEmpty)
            {
                SharedRounds shared = new(met, [.. question.Days.Order()], [], walking, n => n.Site - 1, question.MinutesADay, new(10_000_000));
                var parts = shared.Solve(int.MaxValue);
                shared.Least.ShouldBeInRange(1, Fewest(question with { Needs = [.. met] }));
                parts.Sum(p => p.Share).ShouldBeLessThanOrEqualTo(met.Length + 0.01);
            }
        },
        iter: 300);

    [Fact]
    public void Three_plants_of_which_any_two_fit_into_a_day_are_one_and_a_half_rounds_shared_and_two_whole()
    {
        // Each 120 minutes with the way to the plant; 32 of walking: two fit into 280 minutes, three do not.
        RoundNeed[] needs = [Need(1, 0, 9, 116), Need(2, 0, 9, 116), Need(3, 0, 9, 116)];
        SharedRounds shared = new(needs, Days(10), [], new(Start, [Near]), _ => 0, 280, new(1_000_000));
        shared.Solve(int.MaxValue).Sum(p => p.Share).ShouldBe(1.5, 0.01);
        shared.Least.ShouldBe(2);
    }

    [Fact]
    public void The_heaviest_load_is_the_heaviest_of_all_loads() => Gen.Select(Gen.Select(Gen.Int[1, 30], Gen.Int[1, 9], Gen.Int[0, 4]).Array[1, 9], Gen.Int[5, 90]).Sample(
        (needs, minutes) =>
        {
            LoadPlant[] plants =
            [
                .. Enumerable.Range(0, needs.Length).GroupBy(i => needs[i].Item3)
                    .Select(g => new LoadPlant(0, [.. g.Select(i => (i, (double)needs[i].Item1, (double)needs[i].Item2))])).OrderByDescending(p => p.Rate),
            ];
            var best = Enumerable.Range(0, 1 << needs.Length).Select(set => Enumerable.Range(0, needs.Length).Where(i => (set & (1 << i)) != 0).ToArray())
                .Where(own => own.Sum(i => needs[i].Item1) + (4 * own.Select(i => needs[i].Item3).Distinct().Count()) <= minutes).Max(own => own.Sum(i => needs[i].Item2));
            var (weight, taken, limit) = new HeaviestLoad(plants, minutes).Above(0);
            weight.ShouldBe(best);
            limit.ShouldBe(best);
            (taken ?? []).Sum(i => needs[i].Item2).ShouldBe(best);
            HeaviestLoad.Limit(plants, 1, minutes).ShouldBeGreaterThanOrEqualTo(best);
        },
        iter: 500);

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

    private static RoundNeed Need(int id, int from, int to, double minutes = 20, int site = 1) => new(id, id, site, May.AddDays(from), May.AddDays(to), minutes, 5);

    private static ImmutableArray<DateOnly> Days(int count) => [.. Enumerable.Range(0, count).Select(d => May.AddDays(d))];
}
