namespace Garten.Core.Planning;

/// <summary>The days rounds can be on when more than one would be on the same of the fullest days.</summary>
/// <remarks>
/// A day shows less than a fullest day beside it: before it, or after it. Of those on one side a nearer day shows all that a farther one
/// does and the fullest day too, as windows have no gaps. So some rounds are on the nearest days before and the others on the nearest after.
/// </remarks>
internal static class DayChoices
{
    /// <summary>All choices of different days, each as full as it can be beside the others.</summary>
    /// <param name="task">The task.</param>
    /// <param name="fullest">For each round one of the fullest days, in order.</param>
    /// <returns>For each choice the days in order, of days that show the same the first; fewer than asked for where there are no more.</returns>
    public static List<int[]> Of(PlanningTask task, int[] fullest)
    {
        List<int[]> choices = [];
        Choose(task, [.. fullest.CountBy(d => d).Select(d => new Group(d.Key, d.Value, []))], choices);
        return [.. choices.Select(c => c.Select(d => task.SameAs[d]).Order().ToArray()).DistinctBy(c => string.Join(',', c))];
    }

    private static void Choose(PlanningTask task, Group[] groups, List<int[]> choices)
    {
        IEnumerable<int[][]> all = [[]];
        foreach (var group in groups)
        {
            int[][] own = [.. Ways(task, group)];
            all = all.SelectMany(chosen => own.Select(days => (int[][])[.. chosen, days]));
        }

        foreach (var chosen in all)
        {
            var (day, times) = chosen.SelectMany(d => d).CountBy(d => d).MaxBy(d => d.Value);
            if (times == 1)
            {
                choices.Add([.. chosen.SelectMany(d => d)]);
                continue;
            }

            // Two cannot be on the same day: one or the other goes farther.
            for (var g = 0; g < groups.Length; g++)
            {
                if (chosen[g].Contains(day))
                {
                    Choose(task, [.. groups.Select((other, i) => i == g || !chosen[i].Contains(day) ? other : other with { Not = [.. other.Not, day] })], choices);
                }
            }
        }
    }

    private static IEnumerable<int[]> Ways(PlanningTask task, Group group)
    {
        int[] days = [.. Enumerable.Range(0, task.Days.Length).Where(d => !group.Not.Contains(d) && task.ShowsNoMore(d, group.Day))];
        int[] same = [.. days.Where(d => task.SameAs[d] == task.SameAs[group.Day]).Take(group.Rounds)];
        int[] before = [.. days.Where(d => d < group.Day).Except(same).Reverse()];
        int[] after = [.. days.Where(d => d > group.Day).Except(same)];

        // Where there are no more days, there are no more rounds.
        var others = Math.Min(group.Rounds, days.Length) - same.Length;
        for (var i = Math.Max(others - after.Length, 0); i <= Math.Min(others, before.Length); i++)
        {
            yield return [.. same, .. before.Take(i), .. after.Take(others - i)];
        }
    }

    /// <summary>Rounds that would be on the same day.</summary>
    /// <param name="Day">The day, one of the fullest.</param>
    /// <param name="Rounds">How many.</param>
    /// <param name="Not">Days others are on.</param>
    private sealed record Group(int Day, int Rounds, int[] Not);
}
