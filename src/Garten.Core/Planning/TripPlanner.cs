using System.Globalization;

namespace Garten.Core.Planning;

/// <summary>Turns what plants must be seen for into the fewest trips, each within the hours of a day.</summary>
/// <remarks>
/// First plans go by the window that closes soonest: a trip on the last day one can go, filled with what presses most for the
/// minutes it takes, haste counting more or less. Then one trip after another is given up and its needs are squeezed into the rest
/// (<see cref="TripSqueeze"/>). <see cref="LeastTrips"/> and <see cref="NeedWeights"/> say how few there can be at least. Between them plans with fewer trips are searched
/// through one number after another: the need whose window closes first is put into a trip
/// there is, or into a new one on one of the last days left to it; of k trips still to come one of the k last days is always free, so
/// that no plan is missed. All this ends after a stated effort; then the bound tells how far from the best the plan can be.
/// </remarks>
public sealed class TripPlanner
{
    /// <summary>Most needs of one plant.</summary>
    public const int MostOfAPlant = 10;

    /// <summary>Most sites planned together; more are planned in sectors around the start, one after another.</summary>
    public const int MostSites = WalkingTimes.MostSites;

    /// <summary>Minutes from one plant of a site to the next.</summary>
    public const double MinutesToNextPlant = 4;

    /// <summary>How much haste counts against time in the first plans: not at all, and to the first and the second power.</summary>
    private static readonly double[] Hastes = [0, 0.5, 1, 2];

    /// <summary>Steps after which the search through all plans gives up.</summary>
    private const int MostSteps = 20_000;

    /// <summary>The part of the effort spent before all plans are searched through.</summary>
    private const int PartAtFirst = 40;

    private readonly TripQuestion _question;
    private readonly TripEffort _effort;
    private readonly IProgress<double>? _progress;
    private readonly CancellationToken _cancel;
    private readonly WalkingTimes _walking;
    private readonly Dictionary<int, int> _sites;
    private readonly DateOnly[] _days;
    private PlanningTask _task;
    private LeastTrips _least;
    private int _steps;

    private TripPlanner(TripQuestion question, TripEffort effort, IProgress<double>? progress, CancellationToken cancel)
    {
        (_question, _effort, _progress, _cancel) = (question, effort, progress, cancel);
        _walking = new(question.Start, question.Sites);
        _sites = question.Sites.Select((s, i) => (s.Id, i)).ToDictionary(x => x.Id, x => x.i);
        _days = [.. question.Days.Distinct().Order()];
        _task = TaskOf(
            question
                .Needs.Where(n => FaultOf(n).Length == 0)
                .OrderBy(LastDay)
                .ThenBy(n => n.From)
                .ThenBy(n => n.Site)
                .ThenBy(n => n.Id)
        );
        _least = new(_task, _sites.Count);
    }

    /// <summary>Plans trips.</summary>
    /// <param name="question">What must be seen, where, and when one can go.</param>
    /// <param name="effort">How long fewer trips are sought.</param>
    /// <param name="progress">Told what share of the effort is spent, which seldom is all of it; null to tell nobody.</param>
    /// <exception cref="ArgumentException">A plant has more than <see cref="MostOfAPlant"/> needs.</exception>
    public static TripPlan Plan(
        TripQuestion question,
        TripEffort effort = TripEffort.Quick,
        IProgress<double>? progress = null,
        CancellationToken cancel = default
    )
    {
        if (question.Needs.CountBy(n => n.Plant).FirstOrDefault(p => p.Value > MostOfAPlant) is { Value: > 0 } crowded)
        {
            throw new ArgumentException(
                $"Plant {crowded.Key} has {crowded.Value} needs; a plan takes at most {MostOfAPlant} of one plant.",
                nameof(question)
            );
        }

        TripPlan plan = new([], [], 0);
        foreach (var sector in Sectors(question))
        {
            // A day is spent on one sector; what any of them needs, all together need.
            var part = PlanSector(
                sector with
                {
                    Days = [.. sector.Days.Except(plan.Trips.Select(r => r.Date))],
                },
                effort,
                progress,
                cancel
            );
            plan = new(
                [.. plan.Trips.Concat(part.Trips).OrderBy(r => r.Date)],
                [.. plan.Unmet, .. part.Unmet],
                Math.Max(plan.LeastPossible, part.LeastPossible)
            );
        }

        return plan;
    }

    /// <summary>The question in parts of no more sites than are planned together, by the direction in which they lie.</summary>
    private static IEnumerable<TripQuestion> Sectors(TripQuestion question)
    {
        if (question.Sites.Length <= MostSites)
        {
            return [question];
        }

        var parts = (question.Sites.Length + MostSites - 1) / MostSites;
        return question
            .Sites.OrderBy(Direction)
            .Chunk((question.Sites.Length + parts - 1) / parts)
            .Select(
                (sites, i) =>
                    question with
                    {
                        Sites = [.. sites],
                        Needs =
                        [
                            .. question.Needs.Where(n =>
                                Array.Exists(sites, s => s.Id == n.Site)
                                || (i == 0 && question.Sites.All(s => s.Id != n.Site))
                            ),
                        ],
                    }
            );

        double Direction(TripSite site) =>
            question.Start.At is { } from && site.At is { } to
                ? Math.Atan2(
                    to.Latitude - from.Latitude,
                    (to.Longitude - from.Longitude) * Math.Cos(from.Latitude * Math.PI / 180)
                )
                : Math.PI;
    }

    private static TripPlan PlanSector(
        TripQuestion question,
        TripEffort effort,
        IProgress<double>? progress,
        CancellationToken cancel
    )
    {
        var planner = new TripPlanner(question, effort, progress, cancel);
        List<UnmetNeed> unmet =
        [
            .. question.Needs.Select(n => new UnmetNeed(n.Id, planner.FaultOf(n))).Where(u => u.Reason.Length > 0),
        ];
        var (best, left) = Hastes.Select(planner.Soonest).MinBy(p => (p.Left.Count, p.Trips.Count));
        if (left.Count > 0)
        {
            // The quick way found no room for some; perhaps there is, and if not, they are named.
            if (planner.Roomy() is { } all)
            {
                best = all;
            }
            else
            {
                unmet.AddRange(
                    left.Select(n => new UnmetNeed(
                        planner._task.Needs[n].Id,
                        "On every day it shows the trips are full. Allow more hours or more days."
                    ))
                );
                planner.LeaveOut(left);
                best = planner.Among(best);
            }
        }

        var (trips, least) = planner.Fewer(best);
        return new([.. planner.Settled(trips)], [.. unmet], least);
    }

    private PlanningTask TaskOf(IEnumerable<TripNeed> needs) =>
        new([.. needs], _days, _walking, n => _sites[n.Site], _question.MinutesADay);

    private void LeaveOut(List<int> needs)
    {
        _task = TaskOf(_task.Needs.Where((_, n) => !needs.Contains(n)));
        _least = new(_task, _sites.Count);
    }

    /// <summary>Trips of a task that had more needs, with their needs as they are numbered now.</summary>
    private List<GrowingTrip> Among(List<GrowingTrip> trips) =>
        [
            .. trips.Select(r =>
            {
                GrowingTrip same = new(_task, r.Day);
                foreach (var need in r.NeedsOf)
                {
                    same.Add(Array.IndexOf(_task.Needs, need));
                }

                return same;
            }),
        ];

    /// <summary>A plan in which all needs find room, with as many trips as there are days if need be; null when none is found.</summary>
    private List<GrowingTrip>? Roomy()
    {
        List<GrowingTrip> all = [];
        _steps = 0;
        return Fits(0, all, _days.Length) ? all
            : _steps < MostSteps ? null
            : new TripSqueeze(
                _task,
                Enumerable.Range(0, _days.Length).Select(d => new GrowingTrip(_task, d)),
                new(_effort.OfSqueeze() / 4, cancel: _cancel)
            ).Find();
    }

    /// <summary>A plan with fewer trips than one known, where one is found, and how few there must be.</summary>
    private (List<GrowingTrip> Trips, int Least) Fewer(List<GrowingTrip> known)
    {
        var best = known;
        var least = Math.Min(_least.Of(Enumerable.Range(0, _task.Needs.Length)), best.Count);

        // What is soon found or soon proven need not wait for the whole effort of the other.
        (best, least) = Searched(
            SqueezedAll(best, least, new(_effort.OfSqueeze() / PartAtFirst, cancel: _cancel)),
            least
        );
        if (least == best.Count)
        {
            return (best, least);
        }

        NeedWeights weights = new(_task);
        PlanningEffort proving = new(_effort.OfProof(_task.Needs.Length), _progress, _cancel);
        if (weights.Refuse(best.Count - 1, proving))
        {
            return (best, best.Count);
        }

        best = SqueezedAll(best, least, new(_effort.OfSqueeze(), cancel: _cancel));
        while (least < best.Count && weights.Refuse(least, proving))
        {
            least++;
        }

        return (best, least);
    }

    /// <summary>The plan with the fewest trips that squeezing finds.</summary>
    private List<GrowingTrip> SqueezedAll(List<GrowingTrip> best, int least, PlanningEffort effort)
    {
        while (least < best.Count && Squeezed(best, effort) is { } fewer)
        {
            best = fewer;
        }

        return best;
    }

    /// <summary>A plan with a trip fewer; null when none is found.</summary>
    private List<GrowingTrip>? Squeezed(List<GrowingTrip> known, PlanningEffort effort)
    {
        // Some trips can be spared and others not, and how many needs they have does not tell which: each is given up in turn.
        GrowingTrip[] spare = [.. known.OrderBy(r => r.Needs.Count)];
        for (var i = 0; i < spare.Length; i++)
        {
            var part = effort.Part(effort.Left / Math.Min(spare.Length - i, 3));
            if (new TripSqueeze(_task, known.Where(r => r != spare[i]), part).Find() is { } fewer)
            {
                return fewer;
            }
        }

        return null;
    }

    /// <summary>All plans with fewer trips searched through, number by number, as far as the steps go.</summary>
    private (List<GrowingTrip> Trips, int Least) Searched(List<GrowingTrip> best, int least)
    {
        while (least < best.Count)
        {
            _steps = 0;
            List<GrowingTrip> trips = [];
            if (Fits(0, trips, least))
            {
                return (trips, least);
            }

            if (_steps >= MostSteps)
            {
                break;
            }

            least++;
        }

        return (best, least);
    }

    private string FaultOf(TripNeed need)
    {
        if (!_sites.TryGetValue(need.Site, out var site))
        {
            return "Its site is not in the plan.";
        }

        if (!Array.Exists(_days, need.ShowsOn))
        {
            return string.Create(
                CultureInfo.InvariantCulture,
                $"There is no day to go between {need.From:d MMM} and {need.To:d MMM yyyy}."
            );
        }

        var alone = _walking.Of(1 << site) + need.Minutes + MinutesToNextPlant;
        return alone > _question.MinutesADay
            ? string.Create(
                CultureInfo.InvariantCulture,
                $"The way there and back and the work take {alone:0} minutes, more than the {_question.MinutesADay:0} of a day."
            )
            : "";
    }

    private DateOnly LastDay(TripNeed need) => _days.Last(d => d <= need.To);

    /// <summary>Trips by the window that closes soonest, each filled with what fits, and what found no day.</summary>
    private (List<GrowingTrip> Trips, List<int> Left) Soonest(double haste)
    {
        List<GrowingTrip> trips = [];
        List<int> left = [];
        List<int> waiting = [.. Enumerable.Range(0, _task.Needs.Length)];
        while (waiting.Count > 0)
        {
            var first = waiting[0];
            waiting.RemoveAt(0);
            var day = _task.Last[first];
            while (day >= _task.First[first] && trips.Exists(r => r.Day == day))
            {
                day--;
            }

            if (day < _task.First[first])
            {
                left.Add(first);
                continue;
            }

            GrowingTrip trip = new(_task, day);
            trips.Add(trip);
            for (int? next = first; next is { } need; next = Pressing(trip, waiting, haste))
            {
                trip.Add(need);
                waiting.Remove(need);
            }
        }

        GiveUpSpare(trips);
        return (trips, left);
    }

    /// <summary>What presses most for the minutes it takes, of what a trip can take.</summary>
    private int? Pressing(GrowingTrip trip, List<int> waiting, double haste) =>
        waiting
            .Where(trip.Takes)
            .Select(n => (int?)n)
            .MaxBy(n =>
                1
                / (
                    Math.Pow(_task.Last[n!.Value] - trip.Day + 1, haste)
                    * Math.Max(trip.MinutesWith(n.Value) - trip.Minutes, 1)
                )
            );

    /// <summary>Gives up trips whose needs all find room in others, the smallest first.</summary>
    private static void GiveUpSpare(List<GrowingTrip> trips)
    {
        foreach (var spare in trips.OrderBy(r => r.Needs.Count).ToArray())
        {
            List<(int Need, GrowingTrip Into)> moved = [];
            foreach (var need in spare.Needs)
            {
                if (
                    trips.Where(r => r != spare && r.Takes(need)).MinBy(r => r.MinutesWith(need) - r.Minutes)
                    is not { } into
                )
                {
                    break;
                }

                into.Add(need);
                moved.Add((need, into));
            }

            if (moved.Count == spare.Needs.Count)
            {
                trips.Remove(spare);
                continue;
            }

            foreach (var (need, into) in moved)
            {
                into.Remove(need);
            }
        }
    }

    /// <summary>Puts the needs from one on into trips, at most so many; true when all found their place.</summary>
    private bool Fits(int next, List<GrowingTrip> trips, int most)
    {
        if (next == _task.Needs.Length)
        {
            return true;
        }

        // A step takes as long as there are needs.
        _steps += 1 + (_task.Needs.Length / 100);
        if (_steps >= MostSteps)
        {
            return false;
        }

        foreach (var trip in trips.Where(r => r.Takes(next)).ToArray())
        {
            trip.Add(next);
            if (Fits(next + 1, trips, most))
            {
                return true;
            }

            trip.Remove(next);
        }

        var left = most - trips.Count;
        if (
            left > 0
            && _least.Of(Enumerable.Range(next, _task.Needs.Length - next).Where(n => !trips.Exists(r => r.Takes(n))))
                <= left
        )
        {
            var free = Enumerable
                .Range(_task.First[next], _task.Last[next] - _task.First[next] + 1)
                .Where(d => trips.TrueForAll(r => r.Day != d));
            foreach (var day in free.TakeLast(left).Reverse().ToArray())
            {
                GrowingTrip trip = new(_task, day);
                trip.Add(next);
                trips.Add(trip);
                if (Fits(next + 1, trips, most))
                {
                    return true;
                }

                trips.Remove(trip);
            }
        }

        return false;
    }

    /// <summary>The trips, each moved to the day that lies farthest from the ends of its windows, measured in their errors.</summary>
    private IEnumerable<FieldTrip> Settled(List<GrowingTrip> growing)
    {
        HashSet<int> taken = [.. growing.Select(r => r.Day)];
        List<FieldTrip> trips = [];
        foreach (var trip in growing)
        {
            taken.Remove(trip.Day);
            TripNeed[] needs = [.. trip.NeedsOf];
            var day = Enumerable
                .Range(0, _days.Length)
                .Where(d => !taken.Contains(d) && trip.Needs.TrueForAll(n => _task.Shows(n, d)))
                .OrderByDescending(d => needs.Min(n => Margin(n, _days[d]) / Math.Max(n.Error, 1)))
                .ThenBy(d => d)
                .First();
            taken.Add(day);
            trips.Add(
                new(
                    _days[day],
                    [.. _walking.OrderOf(trip.Sites).Select(s => _question.Sites[s].Id)],
                    [.. needs.Select(n => n.Id).Order()],
                    trip.Minutes,
                    needs.Min(n => Margin(n, _days[day]))
                )
            );
        }

        return trips.OrderBy(r => r.Date);
    }

    private static int Margin(TripNeed need, DateOnly day) =>
        Math.Min(day.DayNumber - need.From.DayNumber, need.To.DayNumber - day.DayNumber);
}
