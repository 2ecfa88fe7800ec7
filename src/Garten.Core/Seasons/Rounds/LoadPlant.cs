namespace Garten.Core.Seasons.Rounds;

/// <summary>A plant whose needs may be met on a round.</summary>
internal sealed class LoadPlant
{
    /// <summary>Works out all ways to meet some of a plant's needs.</summary>
    /// <param name="site">Place of its site.</param>
    /// <param name="needs">Its needs: number, minutes and weight.</param>
    public LoadPlant(int site, (int Number, double Minutes, double Weight)[] needs)
    {
        Site = site;
        Choices =
        [
            .. Enumerable.Range(1, (1 << needs.Length) - 1).Select(set => needs.Where((_, bit) => (set & (1 << bit)) != 0).ToArray())
                .Select(taken => (RoundPlanner.MinutesToNextPlant + taken.Sum(n => n.Minutes), taken.Sum(n => n.Weight), taken.Select(n => n.Number).ToArray()))
                .OrderByDescending(c => c.Item2),
        ];
        Rate = Choices.Max(c => c.Weight / c.Minutes);
        (Minutes, Weight, _) = Choices[0];
    }

    /// <summary>Place of its site.</summary>
    public int Site { get; }

    /// <summary>The ways, the heaviest first: time, weight and numbers of the needs.</summary>
    public (double Minutes, double Weight, int[] Taken)[] Choices { get; }

    /// <summary>The most weight a minute.</summary>
    public double Rate { get; }

    /// <summary>Time for all its needs.</summary>
    public double Minutes { get; }

    /// <summary>Weight of all its needs.</summary>
    public double Weight { get; }

    /// <summary>Fills time with the plant at its best rate.</summary>
    /// <param name="weight">Weight so far.</param>
    /// <param name="minutes">Time left.</param>
    /// <returns>True while there is time left.</returns>
    public bool Fill(ref double weight, ref double minutes)
    {
        var gain = Math.Min(Weight, minutes * Rate);
        weight += gain;
        minutes -= gain / Rate;
        return minutes > 0;
    }
}
