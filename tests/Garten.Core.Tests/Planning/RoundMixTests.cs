using CsCheck;
using Garten.Core.Planning;
using static Garten.Core.Tests.Planning.RoundTasks;

namespace Garten.Core.Tests.Planning;

/// <summary>Rounds mixed in shares: what the mixes leave unseen, what they refuse, and what is asked of them next.</summary>
public sealed class RoundMixTests
{
    [Fact]
    public void Things_are_covered_as_cheaply_as_prices_prove_possible() => Gen.Select(
        Gen.Int[1, 9].Array[2, 8], Gen.Int[1, 3].Array[1, 3], Gen.Select(Gen.Int[0, 255], Gen.Int[0, 2]).Array[0, 14]).Sample(
        (costs, groups, columns) =>
        {
            CoveringProgram program = new([.. costs.Select(c => (double)c)], groups);
            List<(int[] Things, int Group)> all = [.. columns.Select(c => (Enumerable.Range(0, costs.Length).Where(i => ((c.Item1 >> i) & 1) != 0).ToArray(), c.Item2 % groups.Length))];

            // Half are added later: it goes on from where it stood.
            all.Take(all.Count / 2).ToList().ForEach(c => program.Add(c.Things, c.Group));
            program.Solve(new(long.MaxValue));
            var before = program.Cost;
            all.Skip(all.Count / 2).ToList().ForEach(c => program.Add(c.Things, c.Group));
            program.Solve(new(long.MaxValue));
            program.Cost.ShouldBeLessThanOrEqualTo(before + 1e-3);

            // What is taken can be taken, and leaves just that cost.
            var taken = program.Taken().ToArray();
            taken.ShouldAllBe(t => t.Share > 0);
            for (var g = 0; g < groups.Length; g++)
            {
                taken.Where(t => all[t.Column].Group == g).Sum(t => t.Share).ShouldBeLessThanOrEqualTo(groups[g] + 1e-3);
            }

            costs.Select((c, i) => c * Math.Max(1 - taken.Where(t => all[t.Column].Things.Contains(i)).Sum(t => t.Share), 0)).Sum().ShouldBe(program.Cost, 1e-2);

            // Prices that no column exceeds prove that there is nothing cheaper (weak duality), and they come to the same.
            for (var i = 0; i < costs.Length; i++)
            {
                program.PriceOf(i).ShouldBeLessThanOrEqualTo(costs[i] + 1e-5);
            }

            all.ShouldAllBe(c => c.Things.Sum(program.PriceOf) <= program.PriceOfGroup(c.Group) + 1e-5);
            (costs.Select((_, i) => program.PriceOf(i)).Sum() - groups.Select((count, g) => count * program.PriceOfGroup(g)).Sum()).ShouldBe(program.Cost, 1e-2);
        },
        iter: 2000);

    [Fact]
    public void Half_of_each_of_three_pairs_covers_three_things_by_hand()
    {
        CoveringProgram program = new([1, 1, 1], [2]);
        program.Add([0, 1], 0);
        program.Add([1, 2], 0);
        program.Solve(new(long.MaxValue));
        program.Cost.ShouldBe(0, 1e-3);
        program.Taken().Select(t => t.Share).ShouldAllBe(s => Math.Abs(s - 1) < 1e-3);

        // With one and a half pairs to take, as many as cover three things by halves, nothing is left over; with one, one thing.
        CoveringProgram one = new([1, 1, 1], [1]);
        one.Add([0, 1], 0);
        one.Add([1, 2], 0);
        one.Add([0, 2], 0);
        one.Solve(new(long.MaxValue));
        one.Cost.ShouldBe(1, 1e-3);
        one.PriceOfGroup(0).ShouldBe(2, 1e-6);
    }

    [Fact]
    public void Rounds_known_to_hold_all_are_never_refused_however_it_is_asked() => Gen.Int[0, 10_000].Sample(
        seed =>
        {
            int[] days = [3, 10, 17, 24];
            var task = Filled(seed, days, 330);
            RoundWeighing weighing = new(task);
            RoundColumns known = new();
            var plan = new RoundCountProof(task).Ask(4, new(3_000_000_000)).Plan;
            plan.ShouldNotBeNull();
            RoundSlot[] on = [.. plan.OrderBy(r => r.Day).Select(r => new RoundSlot(task.SameAs[r.Day], task.SameAs[r.Day], 0, 0, []))];
            GrowingRound[] rounds = [.. plan.OrderBy(r => r.Day)];

            // Down one branch after another that the plan is in, until nothing is left to ask.
            for (var depth = 0; depth < 60; depth++)
            {
                RoundMix mix = new(weighing, on, null, known, [.. task.Needs.Select(n => n.Minutes)], new(long.MaxValue));
                mix.Mix(true);
                mix.IsRefused.ShouldBeFalse();
                mix.SeesAll.ShouldBeTrue();
                mix.Rounds().Sum(m => m.Share).ShouldBeLessThanOrEqualTo(4 + 1e-2);
                if (mix.Halves() is not { } halves)
                {
                    break;
                }

                bool[] fits = [Fits(halves.One), Fits(halves.Other)];
                fits.ShouldContain(true, "one half or the other has the plan");
                on = fits[0] ? halves.One : halves.Other;
            }

            bool Fits(RoundSlot[] half) => half.Select((s, j) => (rounds[j].Sites & s.With) == s.With && (rounds[j].Sites & s.Without) == 0 && !rounds[j].Needs.Exists(s.Not.Contains)).All(x => x);
        },
        iter: 8);

    [Fact]
    public void What_is_refused_no_choice_of_whole_needs_can_see() => Gen.Select(Small, Gen.Int[1, 3]).Sample(
        (question, rounds) =>
        {
            RoundNeed[] met = [.. question.Needs.Where(n => RoundPlanner.Plan(question with { Needs = [n] }).Unmet.IsEmpty)];
            if (met.Length == 0)
            {
                return;
            }

            var small = question with { Needs = [.. met] };
            var task = TaskOf(small);
            RoundMix mix = new(new(task), [.. Enumerable.Repeat(new RoundSlot(task.Fullest[0], task.Fullest[^1], 0, 0, []), rounds)], null, new(), null, new(long.MaxValue));
            mix.Mix(true);
            if (mix.IsRefused)
            {
                Fewest(small).ShouldBeGreaterThan(rounds);
            }
            else
            {
                mix.SeesAll.ShouldBeTrue("it ends with one or the other");
            }
        },
        iter: 500);

    [Fact]
    public void A_mix_for_the_rest_leaves_what_is_seen_already_alone_and_as_little_over_as_can_be()
    {
        int[] days = [3, 10, 17, 24];
        var task = Filled(11, days, 320);
        bool[] seen = [.. Enumerable.Range(0, task.Needs.Length).Select(n => task.Shows(n, 3))];
        RoundMix rest = new(new(task), SlotsOn(task, days)[1..], seen, new(), null, new(long.MaxValue));
        rest.Mix(false);
        rest.SeesAll.ShouldBeTrue();
        rest.IsRefused.ShouldBeFalse();
        rest.Rounds().SelectMany(m => m.Round.Needs).ShouldAllBe(n => !seen[n]);

        // With one round for all that is left there is only one best: it is taken whole.
        RoundMix one = new(new(task), SlotsOn(task, days)[..1], null, new(), null, new(long.MaxValue));
        one.Mix(false);
        one.IsRefused.ShouldBeTrue();
        one.SeesAll.ShouldBeFalse();
        one.Rounds().Sum(m => m.Share).ShouldBe(1, 1e-3);
    }

    [Fact]
    public void A_round_counts_for_a_slot_as_far_as_the_slot_allows()
    {
        RoundColumn round = new(5, 0b110, [2, 4, 7]);
        RoundSlot slot = new(5, 5, 0, 0, []);
        bool[] none = new bool[8];
        round.In(slot, none).ShouldBeSameAs(round);
        round.In(slot with { First = 4, Last = 6 }, none).ShouldBeSameAs(round);
        round.In(slot with { First = 6, Last = 6 }, none).ShouldBeNull("another day");
        round.In(slot with { With = 0b001 }, none).ShouldBeNull("it does not come to a site");
        round.In(slot with { Without = 0b010 }, none).ShouldBeNull("it comes to a site");
        round.In(slot with { Not = [4] }, none)!.Needs.ShouldBe([2, 7]);
        round.In(slot with { Not = [2, 4, 7] }, none).ShouldBeNull("nothing is left");
        round.In(slot, [.. none.Select((_, n) => n == 2)])!.Needs.ShouldBe([4, 7]);
        round.Equals(new(5, 0b111, [2, 4, 7])).ShouldBeTrue("it sees the same");
        round.Equals(round with { Day = 6 }).ShouldBeFalse();
    }

    [Fact]
    public void Of_each_day_the_rounds_are_kept_that_served_last()
    {
        RoundColumns known = new();
        RoundColumn first = new(1, 1, [0]);
        known.Note(first);
        known.Note(new(2, 1, [0]));
        for (var n = 1; n < RoundColumns.MostOfADay; n++)
        {
            known.Note(new(1, 1, [n]));
        }

        known.Of(1).Count.ShouldBe(RoundColumns.MostOfADay);
        known.Note(first);
        known.Note(new(1, 1, [200]));
        known.Of(1).Count.ShouldBe(RoundColumns.MostOfADay);
        known.Of(1).ShouldContain(first);
        known.Of(1).ShouldNotContain(new RoundColumn(1, 1, [1]), "it served longest ago");
        known.Of(2).Count.ShouldBe(1);
        known.Of(3).ShouldBeEmpty();
    }

    [Fact]
    public void There_are_no_more_rounds_than_days()
    {
        var task = TaskOf(new([Need(1, 0, 1), Need(2, 1, 2)], [Near], Start, Days(2), 300));
        task.Fullest.ShouldBe([1]);
        DayChoices.Of(task, [1, 1, 1]).ShouldHaveSingleItem().ShouldBe([0, 1]);
        DayChoices.Of(task, [1]).ShouldHaveSingleItem().ShouldBe([1]);
    }

    [Fact]
    public void Whatever_different_days_rounds_are_on_some_choice_shows_as_much_on_each() => Gen.Select(
        Gen.Select(Gen.Int[0, 7], Gen.Int[0, 5]).Array[1, 6], Gen.Int[1, 3]).Sample(
        (windows, rounds) =>
        {
            var task = TaskOf(new([.. windows.Select((w, i) => Need(i, w.Item1, w.Item1 + w.Item2))], [Near], Start, Days(9), 300));
            int[] useful = [.. Enumerable.Range(0, 9).Where(d => Enumerable.Range(0, windows.Length).Any(n => task.Shows(n, d)))];
            HashSet<int[]> choices = [.. Multisets([.. task.Fullest], rounds).SelectMany(f => DayChoices.Of(task, f))];
            choices.ShouldAllBe(c => Different(task, c));
            foreach (var days in Multisets(useful, rounds).Where(d => d.Distinct().Count() == rounds))
            {
                choices.ShouldContain(c => Shows(task, days, c), $"{string.Join(',', days)} of {string.Join(' ', windows)}");
            }
        },
        iter: 300);

    /// <summary>True when there are different days for a choice, in which days that show the same stand as one.</summary>
    private static bool Different(PlanningTask task, int[] choice) => choice.CountBy(d => d).All(d => d.Value <= task.SameAs.Count(s => s == d.Key));

    /// <summary>True when each of some days has its own in a choice that shows all it does.</summary>
    private static bool Shows(PlanningTask task, int[] days, int[] choice) =>
        days.Length == 0 || Enumerable.Range(0, choice.Length).Any(i => task.ShowsNoMore(days[0], choice[i]) && Shows(task, days[1..], [.. choice.Where((_, j) => j != i)]));

    private static IEnumerable<int[]> Multisets(int[] from, int count) =>
        count == 0 ? [[]] : from.SelectMany((d, i) => Multisets(from[i..], count - 1).Select(rest => (int[])[d, .. rest]));
}
