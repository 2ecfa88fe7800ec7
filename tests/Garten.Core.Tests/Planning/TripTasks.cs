using System.Collections.Immutable;
using CsCheck;
using Garten.Core.Planning;

namespace Garten.Core.Tests.Planning;

/// <summary>Questions of trips, small ones and ones made so that a plan is known.</summary>
internal static class TripTasks
{
    /// <summary>The first day of all questions.</summary>
    public static readonly DateOnly May = new(2026, 5, 1);

    /// <summary>Where trips begin and end.</summary>
    public static readonly TripSite Start = new(0, new(45, -123.7), 100);

    /// <summary>A site a kilometre away.</summary>
    public static readonly TripSite Near = new(1, new GeoPoint(45, -123.7).Moved(1000, 0), 100);

    /// <summary>A site far away and 300 m up.</summary>
    public static readonly TripSite Far = new(2, new GeoPoint(45, -123.7).Moved(0, 3000), 400);

    /// <summary>Few needs at two sites.</summary>
    public static readonly Gen<TripQuestion> Small = Gen.Select(
        Gen.Select(Gen.Int[0, 5], Gen.Int[0, 5], Gen.Int[1, 2], Gen.Int[10, 90]).Array[1, 6],
        Gen.Int[0, 7].HashSet[1, 5],
        Gen.Int[200, 320],
        (needs, days, minutes) =>
            new TripQuestion(
                [
                    .. needs.Select(
                        (n, i) =>
                            new TripNeed(
                                i,
                                i / 2,
                                n.Item3,
                                May.AddDays(n.Item1),
                                May.AddDays(n.Item1 + n.Item2),
                                n.Item4,
                                4
                            )
                    ),
                ],
                [Near, Far],
                Start,
                [.. days.Select(d => May.AddDays(d))],
                minutes
            )
    );

    /// <summary>Needs of trips filled at random up to so many minutes, thrown together with wider windows.</summary>
    public static PlanningTask Filled(int seed, int[] days, double minutes)
    {
        var random = new Random(seed);
        TripSite[] sites =
        [
            .. Enumerable
                .Range(1, 6)
                .Select(i => new TripSite(
                    i,
                    new GeoPoint(45, -123.7).Moved(random.Next(-2000, 2000), random.Next(-2000, 2000)),
                    100
                )),
        ];
        List<TripNeed> needs = [];
        foreach (var day in days)
        {
            var on = TaskOf(
                new(
                    [.. Enumerable.Range(0, 60).Select(i => Need(i, day, day, random.Next(3, 12), random.Next(1, 7)))],
                    [.. sites],
                    Start,
                    Days(30),
                    360
                )
            );
            GrowingTrip trip = new(on, day);
            foreach (var n in Enumerable.Range(0, 60).Where(trip.Takes))
            {
                if (trip.Minutes < minutes && trip.Takes(n))
                {
                    trip.Add(n);
                }
            }

            needs.AddRange(
                trip.NeedsOf.Select(n =>
                    n with
                    {
                        Id = needs.Count + n.Id,
                        Plant = (100 * day) + n.Plant,
                        From = n.From.AddDays(-random.Next(0, 4)),
                        To = n.To.AddDays(random.Next(0, 4)),
                    }
                )
            );
        }

        return TaskOf(new([.. needs], [.. sites], Start, Days(30), 360));
    }

    /// <summary>The fewest trips, by trying every day for every need.</summary>
    public static int Fewest(TripQuestion question)
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

        double Minutes(TripNeed[] on)
        {
            var (near, far) = (on.Any(n => n.Site == 1), on.Any(n => n.Site == 2));
            var between = Near.At!.Value.MetresTo(Far.At!.Value) / 1000 * 16;
            var way =
                near && far ? 16 + between + 48 + 30
                : near ? 32
                : 126;
            return way + on.Sum(n => n.Minutes) + (4 * on.Select(n => (n.Plant, n.Site)).Distinct().Count());
        }
    }

    /// <summary>A question as planning sees it.</summary>
    public static PlanningTask TaskOf(TripQuestion question) =>
        new(
            [.. question.Needs],
            [.. question.Days.Order()],
            new(question.Start, question.Sites),
            n => question.Sites.IndexOf(question.Sites.First(s => s.Id == n.Site)),
            question.MinutesADay
        );

    /// <summary>A need, days counted from the first.</summary>
    public static TripNeed Need(int id, int from, int to, double minutes = 20, int site = 1) =>
        new(id, id, site, May.AddDays(from), May.AddDays(to), minutes, 5);

    /// <summary>Days in a row.</summary>
    public static ImmutableArray<DateOnly> Days(int count) =>
        [.. Enumerable.Range(0, count).Select(d => May.AddDays(d))];
}
