using System.Collections.Immutable;
using System.Globalization;

namespace Garten.Core.Seasons.Rounds;

/// <summary>Turns what plants must be seen for into the fewest rounds, each within the hours of a day.</summary>
/// <remarks>
/// First plans go by the window that closes soonest: a round on the last day one can go, filled site by site with what takes
/// least time for how much it presses, in several mixtures of the two; then rounds are given up whose plants fit into others. A
/// bound says how few rounds there can be at least: windows that share no day need rounds of their own, and so much work and
/// walking needs so many days. Where the best plan is above the bound, plans with fewer rounds are searched through one number after another: the need
/// whose window closes first is put into a round there is, or into a new one on one of the last days left to it; of k rounds
/// still to come one of the k last days is always free, so that no plan is missed. The search ends after a stated number of
/// steps; then the bound tells how far from the best the plan can be.
/// </remarks>
public sealed class RoundPlanner
{
    /// <summary>Most sites of one plan.</summary>
    public const int MostSites = WalkingTimes.MostSites;

    /// <summary>Minutes from one plant of a site to the next.</summary>
    public const double MinutesToNextPlant = 4;

    /// <summary>How much haste counts against time in the first plans: not at all, to the first and to the second power.</summary>
    private static readonly double[] Mixtures = [0, 0.5, 1, 2];

    /// <summary>Steps after which the search gives up: well under a second.</summary>
    private const int MostSteps = 8_000;

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
    /// <param name="question">What must be seen, where, and when one can go; at most <see cref="MostSites"/> sites.</param>
    public static RoundPlan Plan(RoundQuestion question)
    {
        var planner = new RoundPlanner(question);
        List<UnmetNeed> unmet = [.. question.Needs.Select(n => new UnmetNeed(n.Id, planner.FaultOf(n))).Where(u => u.Reason.Length > 0)];
        var (best, left) = Mixtures.Select(planner.Soonest).MinBy(p => (p.Left.Count, p.Rounds.Count));
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

        var least = planner.Bound(planner._needs);
        while (least < best.Count)
        {
            planner._steps = 0;
            List<Draft> rounds = [];
            if (planner.Fits(0, rounds, least))
            {
                best = rounds;
                break;
            }

            if (planner._steps >= MostSteps)
            {
                break;
            }

            least++;
        }

        return new([.. planner.Settled(best)], [.. unmet], Math.Min(least, best.Count));
    }

    private string FaultOf(RoundNeed need)
    {
        if (!_sites.TryGetValue(need.Site, out var site))
        {
            return "Its site is not in the plan.";
        }

        if (!Array.Exists(_days, d => d >= need.From && d <= need.To))
        {
            return string.Create(CultureInfo.InvariantCulture, $"There is no day to go between {need.From:d MMM} and {need.To:d MMM yyyy}.");
        }

        var alone = _walking.Of(1 << site) + need.Minutes + MinutesToNextPlant;
        return alone > _question.MinutesADay
            ? string.Create(CultureInfo.InvariantCulture, $"The way there and back and the work take {alone:0} minutes, more than the {_question.MinutesADay:0} of a day.")
            : "";
    }

    private DateOnly LastDay(RoundNeed need) => _days.Last(d => d <= need.To);

    private IEnumerable<DateOnly> DaysOf(RoundNeed need) => _days.Where(d => d >= need.From && d <= need.To);

    /// <summary>Rounds by the window that closes soonest, each filled with what fits, and what found no day.</summary>
    private (List<Draft> Rounds, List<RoundNeed> Left) Soonest(double haste)
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
            Fill(round, [.. _needs.Where(n => !left.Contains(n) && !rounds.Exists(r => r.Needs.Contains(n)))], haste);
        }

        GiveUpSpare(rounds);
        return (rounds, left);
    }

    /// <summary>Fills a round with what shows on its day, a site at a time: that where most presses for the minutes it takes.</summary>
    private void Fill(Draft round, List<RoundNeed> waiting, double haste)
    {
        var sites = waiting.Where(n => round.Date >= n.From && round.Date <= n.To).GroupBy(n => n.Site).ToList();
        while (sites.Count > 0)
        {
            var best = sites.MaxBy(site => site.Sum(n => 1 / Math.Pow(LastDay(n).DayNumber - round.Date.DayNumber + 1, haste)) / Math.Max(round.MinutesWith(site.First(), this) - round.Minutes + site.Skip(1).Sum(n => n.Minutes), 0.1))!;
            sites.Remove(best);
            foreach (var need in best.Where(n => round.Takes(n, this)))
            {
                round.Add(need, this);
            }
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
        var plants = needs.GroupBy(n => n.Plant).Sum(Apart) * MinutesToNextPlant;
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
            var day = _days.Where(d => !taken.Contains(d) && draft.Needs.TrueForAll(n => d >= n.From && d <= n.To))
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
        private readonly Dictionary<int, int> _ofPlant = [];
        private double _work;

        public DateOnly Date { get; } = date;

        public List<RoundNeed> Needs { get; } = [];

        public int Sites { get; private set; }

        public double Minutes { get; private set; }

        public bool Takes(RoundNeed need, RoundPlanner planner) =>
            Date >= need.From && Date <= need.To && MinutesWith(need, planner) <= planner._question.MinutesADay + 1e-9;

        public double MinutesWith(RoundNeed need, RoundPlanner planner) =>
            planner._walking.Of(Sites | (1 << planner._sites[need.Site])) + _work + need.Minutes
            + ((_ofPlant.Count + (_ofPlant.ContainsKey(need.Plant) ? 0 : 1)) * MinutesToNextPlant);

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
            var left = _ofPlant.GetValueOrDefault(need.Plant) + by;
            if (left > 0)
            {
                _ofPlant[need.Plant] = left;
            }
            else
            {
                _ofPlant.Remove(need.Plant);
            }

            _work += by * need.Minutes;
            Minutes = planner._walking.Of(Sites) + _work + (_ofPlant.Count * MinutesToNextPlant);
        }
    }
}
