using System.Collections.Immutable;
using System.Globalization;

namespace Garten.Core.Seasons.Rounds;

/// <summary>Turns what plants must be seen for into the fewest rounds, each within the hours of a day.</summary>
/// <remarks>
/// First plans go by the window that closes soonest: a round on the last day one can go, filled with what presses most, over all
/// sets of sites, haste counting more or less; then rounds are given up whose plants fit into others. Bounds say how few rounds there can be at least: windows that share no day need rounds of their own, so much work and
/// walking needs so many days, and rounds walked in part (<see cref="SharedRounds"/>) cannot be more than whole ones. Where the best
/// plan is above the bound, the rounds walked most of are taken whole, one after another, and the rest is planned anew. At last plans with fewer rounds are searched through one number after another: the need
/// whose window closes first is put into a round there is, or into a new one on one of the last days left to it; of k rounds
/// still to come one of the k last days is always free, so that no plan is missed. All this ends after a stated effort;
/// then the bound tells how far from the best the plan can be.
/// </remarks>
public sealed class RoundPlanner
{
    /// <summary>Most needs of one plant.</summary>
    public const int MostOfAPlant = 10;

    /// <summary>Most sites planned together; more are planned in sectors around the start, one after another.</summary>
    public const int MostSites = WalkingTimes.MostSites;

    /// <summary>Minutes from one plant of a site to the next.</summary>
    public const double MinutesToNextPlant = 4;

    /// <summary>How much haste counts against time in the first plans: not at all, to the first and to the second power.</summary>
    private static readonly double[] Mixtures = [0, 0.5, 1, 2];

    /// <summary>Steps after which the search gives up: well under a second.</summary>
    private const int MostSteps = 2_000;

    /// <summary>Steps to find out how few rounds there must be: a few tenths of a second.</summary>
    private const long EffortOfBound = 100_000_000;

    /// <summary>Steps to look for a plan with fewer.</summary>
    private const long EffortOfDives = 40_000_000;

    /// <summary>How many rounds of a relaxation are tried, one after another.</summary>
    private const int Tries = 2;

    private readonly RoundQuestion _question;
    private readonly WalkingTimes _walking;
    private readonly Dictionary<int, int> _sites;
    private readonly DateOnly[] _days;
    private RoundNeed[] _needs;
    private int _steps;

    private RoundPlanner(RoundQuestion question)
    {
        _question = question;
        _walking = new(question.Start, question.Sites);
        _sites = question.Sites.Select((s, i) => (s.Id, i)).ToDictionary(x => x.Id, x => x.i);
        _days = [.. question.Days.Distinct().Order()];
        _needs = [.. question.Needs.Where(n => FaultOf(n).Length == 0).OrderBy(LastDay).ThenBy(n => n.From).ThenBy(n => n.Site).ThenBy(n => n.Id)];
    }

    /// <summary>Plans rounds.</summary>
    /// <param name="question">What must be seen, where, and when one can go.</param>
    /// <exception cref="ArgumentException">A plant has more than <see cref="MostOfAPlant"/> needs.</exception>
    public static RoundPlan Plan(RoundQuestion question)
    {
        if (question.Needs.CountBy(n => n.Plant).FirstOrDefault(p => p.Value > MostOfAPlant) is { Value: > 0 } crowded)
        {
            throw new ArgumentException($"Plant {crowded.Key} has {crowded.Value} needs; a plan takes at most {MostOfAPlant} of one plant.", nameof(question));
        }

        RoundPlan plan = new([], [], 0);
        foreach (var sector in Sectors(question))
        {
            // A day is spent on one sector; what any of them needs, all together need.
            var part = PlanSector(sector with { Days = [.. sector.Days.Except(plan.Rounds.Select(r => r.Date))] });
            plan = new([.. plan.Rounds.Concat(part.Rounds).OrderBy(r => r.Date)], [.. plan.Unmet, .. part.Unmet], Math.Max(plan.LeastPossible, part.LeastPossible));
        }

        return plan;
    }

    /// <summary>The question in parts of no more sites than are planned together, by the direction in which they lie.</summary>
    private static IEnumerable<RoundQuestion> Sectors(RoundQuestion question)
    {
        if (question.Sites.Length <= MostSites)
        {
            return [question];
        }

        var parts = (question.Sites.Length + MostSites - 1) / MostSites;
        return question.Sites.OrderBy(Direction).Chunk((question.Sites.Length + parts - 1) / parts).Select((sites, i) => question with
        {
            Sites = [.. sites],
            Needs = [.. question.Needs.Where(n => Array.Exists(sites, s => s.Id == n.Site) || (i == 0 && question.Sites.All(s => s.Id != n.Site)))],
        });

        double Direction(RoundSite site) => question.Start.At is { } from && site.At is { } to
            ? Math.Atan2(to.Latitude - from.Latitude, (to.Longitude - from.Longitude) * Math.Cos(from.Latitude * Math.PI / 180)) : Math.PI;
    }

    private static RoundPlan PlanSector(RoundQuestion question)
    {
        var planner = new RoundPlanner(question);
        List<UnmetNeed> unmet = [.. question.Needs.Select(n => new UnmetNeed(n.Id, planner.FaultOf(n))).Where(u => u.Reason.Length > 0)];
        var (best, left) = Mixtures.Select(planner.Hastily).Select(planner.Soonest).MinBy(p => (p.Left.Count, p.Rounds.Count));
        if (left.Count > 0)
        {
            // The quick way found no room for some; perhaps there is, and if not, they are named.
            List<Draft> all = [];
            if (planner.Fits(0, all, planner._days.Length))
            {
                best = all;
            }
            else
            {
                unmet.AddRange(left.Select(n => new UnmetNeed(n.Id, "On every day it shows the rounds are full. Allow more hours or more days.")));
                planner._needs = [.. planner._needs.Except(left)];
            }
        }

        var (rounds, least) = planner.Fewer(best);
        return new([.. planner.Settled(rounds)], [.. unmet], least);
    }

    /// <summary>A plan with fewer rounds than one known, where one is found, and how few there must be.</summary>
    private (List<Draft> Rounds, int Least) Fewer(List<Draft> known)
    {
        var best = known;
        var least = Math.Min(Bound(_needs), best.Count);
        if (least == best.Count)
        {
            return (best, least);
        }

        SharedRounds shared = new(_needs, _days, [.. best.Select(r => r.Shared())], _walking, SiteOf, _question.MinutesADay, new(EffortOfBound));
        _ = shared.Solve(best.Count);
        least = Math.Max(least, shared.Least);
        PlanningEffort effort = new(EffortOfDives);
        while (least < best.Count && Dive(_needs, _days, shared.Known, best.Count - 1, effort) is { } fewer)
        {
            best = fewer;
        }

        while (least < best.Count)
        {
            _steps = 0;
            List<Draft> rounds = [];
            if (Fits(0, rounds, least))
            {
                return (rounds, least);
            }

            if (_steps >= MostSteps)
            {
                break;
            }

            least++;
        }

        return (best, least);
    }

    /// <summary>Walks whole what the relaxation walks most of, and so on with what is left; null when no plan of so few rounds is met.</summary>
    private List<Draft>? Dive(RoundNeed[] needs, DateOnly[] days, IEnumerable<SharedRound> known, int most, PlanningEffort effort)
    {
        if (needs.Length == 0)
        {
            return [];
        }

        if (most == 0 || effort.IsSpent || !Array.TrueForAll(needs, n => Array.Exists(days, n.ShowsOn)))
        {
            return null;
        }

        SharedRounds shared = new(needs, days, known.Where(r => days.Contains(r.Date)), _walking, SiteOf, _question.MinutesADay, effort);
        foreach (var (chosen, _) in shared.Solve(most + 1).Take(shared.Least > most ? 0 : Tries))
        {
            var round = new Draft(chosen.Date, _sites.Count);
            foreach (var need in chosen.Needs)
            {
                round.Add(need, this);
            }

            // Where heights or places are missing, a round can grow longer by leaving a site out.
            if (round.Minutes > _question.MinutesADay + 1e-9)
            {
                continue;
            }

            Fill(round, needs.Except(chosen.Needs), Hastily(1));
            if (Dive([.. needs.Except(round.Needs)], [.. days.Where(d => d != round.Date)], shared.Known, most - 1, effort) is { } rest)
            {
                rest.Add(round);
                return rest;
            }
        }

        return null;
    }

    private Func<RoundNeed, DateOnly, double> Hastily(double haste) =>
        (need, day) => (need.Minutes + MinutesToNextPlant) / Math.Pow(LastDay(need).DayNumber - day.DayNumber + 1, haste);

    private int SiteOf(RoundNeed need) => _sites[need.Site];

    private string FaultOf(RoundNeed need)
    {
        if (!_sites.TryGetValue(need.Site, out var site))
        {
            return "Its site is not in the plan.";
        }

        if (!Array.Exists(_days, need.ShowsOn))
        {
            return string.Create(CultureInfo.InvariantCulture, $"There is no day to go between {need.From:d MMM} and {need.To:d MMM yyyy}.");
        }

        var alone = _walking.Of(1 << site) + need.Minutes + MinutesToNextPlant;
        return alone > _question.MinutesADay
            ? string.Create(CultureInfo.InvariantCulture, $"The way there and back and the work take {alone:0} minutes, more than the {_question.MinutesADay:0} of a day.")
            : "";
    }

    private DateOnly LastDay(RoundNeed need) => _days.Last(d => d <= need.To);

    private IEnumerable<DateOnly> DaysOf(RoundNeed need) => _days.Where(need.ShowsOn);

    /// <summary>Rounds by the window that closes soonest, each filled with what fits, and what found no day.</summary>
    private (List<Draft> Rounds, List<RoundNeed> Left) Soonest(Func<RoundNeed, DateOnly, double> weigh)
    {
        List<Draft> rounds = [];
        List<RoundNeed> left = [];
        foreach (var first in _needs)
        {
            if (rounds.Exists(r => r.Needs.Contains(first)))
            {
                continue;
            }

            var free = DaysOf(first).Where(d => rounds.TrueForAll(r => r.Date != d)).ToArray();
            if (free.Length == 0)
            {
                left.Add(first);
                continue;
            }

            var round = new Draft(free[^1], _sites.Count);
            rounds.Add(round);
            round.Add(first, this);
            Fill(round, _needs.Where(n => !left.Contains(n) && !rounds.Exists(r => r.Needs.Contains(n))), weigh);
        }

        GiveUpSpare(rounds);
        return (rounds, left);
    }

    /// <summary>Fills a round with what weighs most of that which shows on its day, over all sets of sites.</summary>
    private void Fill(Draft round, IEnumerable<RoundNeed> waiting, Func<RoundNeed, DateOnly, double> weigh)
    {
        RoundNeed[] all = [.. round.Needs, .. waiting.Where(n => n.ShowsOn(round.Date))];
        double[] weights = [.. all.Select(n => weigh(n, round.Date))];

        // What the round is there for outweighs all the rest.
        var sum = weights.Sum() + 1;
        for (var i = 0; i < round.Needs.Count; i++)
        {
            weights[i] = sum;
        }

        var (heaviest, _) = new PricedDay(round.Date, all, _walking, SiteOf, _question.MinutesADay).Heaviest(weights, 0, new(long.MaxValue));
        foreach (var need in heaviest!.Needs.Except(round.Needs).Where(n => round.Takes(n, this)))
        {
            round.Add(need, this);
        }
    }

    /// <summary>Gives up rounds whose needs all find room in others, the smallest first.</summary>
    private void GiveUpSpare(List<Draft> rounds)
    {
        foreach (var spare in rounds.OrderBy(r => r.Needs.Count).ToArray())
        {
            List<(RoundNeed Need, Draft Into)> moved = [];
            foreach (var need in spare.Needs)
            {
                if (rounds.Where(r => r != spare && r.Takes(need, this)).MinBy(r => r.MinutesWith(need, this) - r.Minutes) is not { } into)
                {
                    break;
                }

                into.Add(need, this);
                moved.Add((need, into));
            }

            if (moved.Count == spare.Needs.Count)
            {
                rounds.Remove(spare);
                continue;
            }

            foreach (var (need, into) in moved)
            {
                into.Remove(need, this);
            }
        }
    }

    /// <summary>No plan for these has fewer rounds.</summary>
    private int Bound(RoundNeed[] needs)
    {
        if (needs.Length == 0)
        {
            return 0;
        }

        // Each visit to a site takes at least the shortest way into it, each round the shortest way back.
        var plants = needs.GroupBy(n => (n.Plant, n.Site)).Sum(Apart) * MinutesToNextPlant;
        var ways = needs.GroupBy(n => n.Site).Sum(site => Apart(site) * _walking.ShortestInto(_sites[site.Key]));
        var back = _walking.ShortestInto(_sites.Count);
        return Math.Max(Apart(needs), (int)Math.Ceiling(((needs.Sum(n => n.Minutes) + plants + ways) / (_question.MinutesADay - back)) - 1e-9));
    }

    /// <summary>How many windows can be found that share no day: that many visits there must be. Needs come by their last day.</summary>
    private int Apart(IEnumerable<RoundNeed> needs)
    {
        var apart = 0;
        var reached = DateOnly.MinValue;
        foreach (var need in needs)
        {
            if (need.From > reached)
            {
                apart++;
                reached = LastDay(need);
            }
        }

        return apart;
    }

    /// <summary>Puts the needs from one on into rounds, at most so many; true when all found their place.</summary>
    private bool Fits(int next, List<Draft> rounds, int most)
    {
        if (next == _needs.Length)
        {
            return true;
        }

        if (++_steps >= MostSteps)
        {
            return false;
        }

        var need = _needs[next];
        foreach (var round in rounds.ToArray())
        {
            if (round.Takes(need, this))
            {
                round.Add(need, this);
                if (Fits(next + 1, rounds, most))
                {
                    return true;
                }

                round.Remove(need, this);
            }
        }

        var left = most - rounds.Count;
        if (left > 0 && Bound([.. _needs.Skip(next).Where(n => !rounds.Exists(r => r.Takes(n, this)))]) <= left)
        {
            foreach (var day in DaysOf(need).Where(d => rounds.All(r => r.Date != d)).TakeLast(left).Reverse().ToArray())
            {
                var round = new Draft(day, _sites.Count);
                round.Add(need, this);
                rounds.Add(round);
                if (Fits(next + 1, rounds, most))
                {
                    return true;
                }

                rounds.Remove(round);
            }
        }

        return false;
    }

    /// <summary>The rounds, each moved to the day that lies farthest from the ends of its windows, measured in their errors.</summary>
    private IEnumerable<Round> Settled(List<Draft> drafts)
    {
        HashSet<DateOnly> taken = [.. drafts.Select(d => d.Date)];
        List<Round> rounds = [];
        foreach (var draft in drafts)
        {
            taken.Remove(draft.Date);
            var day = _days.Where(d => !taken.Contains(d) && draft.Needs.TrueForAll(n => n.ShowsOn(d)))
                .OrderByDescending(d => draft.Needs.Min(n => Margin(n, d) / Math.Max(n.Error, 1))).ThenBy(d => d).First();
            taken.Add(day);
            rounds.Add(new(
                day, [.. _walking.OrderOf(draft.Sites).Select(s => _question.Sites[s].Id)], [.. draft.Needs.Select(n => n.Id).Order()], draft.Minutes,
                draft.Needs.Min(n => Margin(n, day))));
        }

        return rounds.OrderBy(r => r.Date);
    }

    private static int Margin(RoundNeed need, DateOnly day) => Math.Min(day.DayNumber - need.From.DayNumber, need.To.DayNumber - day.DayNumber);

    /// <summary>A round being put together.</summary>
    private sealed class Draft(DateOnly date, int sites)
    {
        private readonly int[] _atSite = new int[sites];
        private readonly Dictionary<(int Plant, int Site), int> _ofPlant = [];
        private double _work;

        public DateOnly Date { get; } = date;

        public List<RoundNeed> Needs { get; } = [];

        public int Sites { get; private set; }

        public double Minutes { get; private set; }

        public bool Takes(RoundNeed need, RoundPlanner planner) =>
            need.ShowsOn(Date) && MinutesWith(need, planner) <= planner._question.MinutesADay + 1e-9;

        public double MinutesWith(RoundNeed need, RoundPlanner planner) =>
            planner._walking.Of(Sites | (1 << planner._sites[need.Site])) + _work + need.Minutes
            + ((_ofPlant.Count + (_ofPlant.ContainsKey((need.Plant, need.Site)) ? 0 : 1)) * MinutesToNextPlant);

        public SharedRound Shared() => new(Date, [.. Needs], []);

        public void Add(RoundNeed need, RoundPlanner planner) => Change(need, 1, planner);

        public void Remove(RoundNeed need, RoundPlanner planner) => Change(need, -1, planner);

        private void Change(RoundNeed need, int by, RoundPlanner planner)
        {
            if (by > 0)
            {
                Needs.Add(need);
            }
            else
            {
                Needs.Remove(need);
            }

            var site = planner._sites[need.Site];
            _atSite[site] += by;
            Sites = _atSite[site] > 0 ? Sites | (1 << site) : Sites & ~(1 << site);
            var left = _ofPlant.GetValueOrDefault((need.Plant, need.Site)) + by;
            if (left > 0)
            {
                _ofPlant[(need.Plant, need.Site)] = left;
            }
            else
            {
                _ofPlant.Remove((need.Plant, need.Site));
            }

            _work += by * need.Minutes;
            Minutes = planner._walking.Of(Sites) + _work + (_ofPlant.Count * MinutesToNextPlant);
        }
    }
}
