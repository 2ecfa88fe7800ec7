using System.Collections.Immutable;
using CsCheck;
using Garten.Core.Planning;
using static Garten.Core.Tests.Planning.TripTasks;

namespace Garten.Core.Tests.Planning;

/// <summary>Trips against every possible plan, and by hand.</summary>
public sealed class TripPlannerTests
{
    [Fact]
    public void One_day_that_lies_in_all_windows_is_one_round()
    {
        var plan = TripPlanner.Plan(
            new([Need(1, 0, 10), Need(2, 5, 20), Need(3, 8, 12, site: 2)], [Near, Far], Start, Days(30), 480)
        );
        var trip = plan.Trips.ShouldHaveSingleItem();

        // Day 8 to 10 lies in all three; of these the ninth is farthest from the ends that count.
        trip.Date.ShouldBeInRange(May.AddDays(8), May.AddDays(10));
        trip.Needs.ShouldBe([1, 2, 3]);
        plan.IsFewest.ShouldBeTrue();
        plan.Unmet.ShouldBeEmpty();
    }

    [Fact]
    public void Walking_counts_way_and_climb_by_hand()
    {
        var plan = TripPlanner.Plan(new([Need(1, 0, 0, 30, site: 1)], [Near, Far], Start, Days(1), 480));

        // One kilometre, a third longer on the ground, at 12 minutes a kilometre, there and back: 32; and 30 at the plant and 4 to it.
        plan.Trips[0].Minutes.ShouldBe(32 + 30 + 4, 0.1);

        // Three kilometres out and back 96, 300 metres up 30.
        TripPlanner
            .Plan(new([Need(1, 0, 0, 30, site: 2)], [Near, Far], Start, Days(1), 480))
            .Trips[0]
            .Minutes.ShouldBe(96 + 30 + 30 + 4, 0.1);
    }

    [Fact]
    public void What_does_not_fit_into_the_hours_of_a_day_goes_on_another()
    {
        var plan = TripPlanner.Plan(new([Need(1, 0, 9, 200), Need(2, 0, 9, 200)], [Near], Start, Days(10), 300));
        plan.Trips.Length.ShouldBe(2);
        plan.IsFewest.ShouldBeTrue();
        plan.Trips.Select(r => r.Date).Distinct().Count().ShouldBe(2);
    }

    [Fact]
    public void What_cannot_be_met_is_named_with_the_reason()
    {
        var plan = TripPlanner.Plan(
            new(
                [
                    Need(1, 0, 3),
                    Need(2, 20, 25),
                    Need(3, 0, 3, 900),
                    Need(4, 0, 3, site: 9),
                    Need(5, 0, 0, 200),
                    Need(6, 0, 0, 200),
                ],
                [Near],
                Start,
                Days(4),
                300
            )
        );
        plan.Unmet.Select(u => u.Need).ShouldBe([2, 3, 4, 6], ignoreOrder: true);
        Reason(2).ShouldBe("There is no day to go between 21 May and 26 May 2026.");
        Reason(3).ShouldBe("The way there and back and the work take 936 minutes, more than the 300 of a day.");
        Reason(4).ShouldBe("Its site is not in the plan.");
        Reason(6).ShouldStartWith("On every day it shows the trips are full.");
        plan.Trips.SelectMany(r => r.Needs).Order().ShouldBe([1, 5]);

        string Reason(int need) => plan.Unmet.Single(u => u.Need == need).Reason;
    }

    [Fact]
    public void No_plan_of_all_there_are_has_fewer_trips() =>
        Small.Sample(
            question =>
            {
                var plan = TripPlanner.Plan(question);
                Holds(question, plan);
                if (plan.Unmet.IsEmpty)
                {
                    plan.Trips.Length.ShouldBe(Fewest(question));
                    plan.IsFewest.ShouldBeTrue();
                }
            },
            iter: 300
        );

    [Fact]
    public void A_reserve_of_sixty_plants_is_planned_within_its_bound()
    {
        var question = Reserve(150, 60);
        var plan = TripPlanner.Plan(question);
        Holds(question, plan);
        plan.Unmet.ShouldBeEmpty();
        plan.Trips.Length.ShouldBeLessThanOrEqualTo(plan.LeastPossible + 2);
    }

    [Fact]
    public void More_sites_than_are_planned_together_are_planned_in_sectors()
    {
        TripSite[] sites =
        [
            .. Enumerable
                .Range(1, 30)
                .Select(i => new TripSite(
                    i,
                    new GeoPoint(45, -123.7).Moved(1500 * Math.Sin(i), 1500 * Math.Cos(i)),
                    100
                )),
        ];
        TripQuestion question = new(
            [.. sites.Select(s => Need(s.Id, 0, 60, 20, s.Id)), Need(31, 0, 60, 20, 99)],
            [.. sites],
            Start,
            Days(61),
            400
        );
        var plan = TripPlanner.Plan(question);
        Holds(question, plan);
        plan.Unmet.ShouldHaveSingleItem().Reason.ShouldBe("Its site is not in the plan.");

        // Thirty plants of 24 minutes are 720, the ways come on top: two trips at the very least, and the sectors are near each other.
        plan.Trips.Length.ShouldBeInRange(3, 5);
    }

    [Fact]
    public void Sites_without_places_or_heights_still_make_trips_within_the_hours() =>
        Gen.Select(Gen.Int[0, 1000], Gen.Int[260, 420])
            .Sample(
                (seed, minutes) =>
                {
                    var random = new Random(seed);
                    TripSite[] sites =
                    [
                        .. Enumerable
                            .Range(1, 7)
                            .Select(i => new TripSite(
                                i,
                                random.Next(4) == 0
                                    ? null
                                    : new GeoPoint(45, -123.7).Moved(
                                        random.Next(-2500, 2500),
                                        random.Next(-2500, 2500)
                                    ),
                                random.Next(3) == 0 ? null : random.Next(100, 900)
                            )),
                    ];
                    TripQuestion question = new(
                        [
                            .. Enumerable
                                .Range(0, 24)
                                .Select(i =>
                                    Need(i, random.Next(0, 15), random.Next(16, 40), random.Next(10, 30), 1 + (i % 7))
                                ),
                        ],
                        [.. sites],
                        Start,
                        Days(41),
                        minutes
                    );
                    var plan = TripPlanner.Plan(question);
                    Holds(question, plan);
                    plan.LeastPossible.ShouldBeLessThanOrEqualTo(plan.Trips.Length);
                },
                iter: 20
            );

    [Fact]
    public void More_needs_of_one_plant_than_a_plan_takes_are_refused() =>
        Should
            .Throw<ArgumentException>(() =>
                TripPlanner.Plan(
                    new(
                        [.. Enumerable.Range(0, 11).Select(i => Need(i, 0, 9) with { Plant = 7 })],
                        [Near],
                        Start,
                        Days(10),
                        400
                    )
                )
            )
            .Message.ShouldStartWith("Plant 7 has 11 needs; a plan takes at most 10 of one plant.");

    [Fact]
    public void A_thorough_plan_is_never_worse_than_a_quick_one()
    {
        var question = Reserve(90, 3);
        var (quick, thorough) = (TripPlanner.Plan(question), TripPlanner.Plan(question, TripEffort.Thorough));
        Holds(question, thorough);
        thorough.Trips.Length.ShouldBeLessThanOrEqualTo(quick.Trips.Length);
        thorough.LeastPossible.ShouldBeGreaterThanOrEqualTo(quick.LeastPossible);
    }

    /// <summary>Everything a plan must keep: days, windows, hours, and every need met once or named.</summary>
    private static void Holds(TripQuestion question, TripPlan plan)
    {
        plan.Trips.SelectMany(r => r.Needs)
            .Concat(plan.Unmet.Select(u => u.Need))
            .Order()
            .ShouldBe(question.Needs.Select(n => n.Id).Order());
        plan.Trips.Select(r => r.Date).Distinct().Count().ShouldBe(plan.Trips.Length);
        foreach (var trip in plan.Trips)
        {
            question.Days.ShouldContain(trip.Date);
            trip.Minutes.ShouldBeLessThanOrEqualTo(question.MinutesADay + 1e-6);
            foreach (var need in question.Needs.Where(n => trip.Needs.Contains(n.Id)))
            {
                trip.Date.ShouldBeInRange(need.From, need.To);
                trip.Sites.ShouldContain(need.Site);
            }
        }
    }

    /// <summary>Sixty plants on twelve sites that must be seen so often between May and January, on two days a week.</summary>
    private static TripQuestion Reserve(int count, int seed)
    {
        var random = new Random(seed);
        TripSite[] sites =
        [
            .. Enumerable
                .Range(1, 12)
                .Select(i => new TripSite(
                    i,
                    new GeoPoint(45, -123.7).Moved(random.Next(-2500, 2500), random.Next(-2500, 2500)),
                    random.Next(100, 1200)
                )),
        ];
        ImmutableArray<TripNeed> needs =
        [
            .. Enumerable
                .Range(0, count)
                .Select(i =>
                {
                    var from = random.Next(0, 200);
                    return new TripNeed(
                        i,
                        i % 60,
                        1 + (i % 60 % 12),
                        May.AddDays(from),
                        May.AddDays(from + random.Next(14, 60)),
                        random.Next(2, 12),
                        9
                    );
                }),
        ];
        return new(
            needs,
            [.. sites],
            Start,
            [.. Enumerable.Range(0, 270).Where(d => d % 7 is 1 or 2).Select(d => May.AddDays(d))],
            420
        );
    }
}
