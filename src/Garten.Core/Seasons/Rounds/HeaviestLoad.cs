namespace Garten.Core.Seasons.Rounds;

/// <summary>Which needs to meet in the time left at some sites, so that they weigh most together.</summary>
/// <remarks>
/// The knapsack problem with a first cost for each plant, by branch and bound: plants come by the weight they give for their minutes, and a branch is cut where
/// even filling the time left at the best rate to come (Dantzig 1957) does not reach the best known. After a stated number of branches the
/// search ends, and the bound of the branches not gone into is told.
/// </remarks>
internal sealed class HeaviestLoad
{
    /// <summary>Branches after which the search ends.</summary>
    private const int MostBranches = 500;

    private readonly LoadPlant[] _plants;
    private readonly double _minutes;
    private readonly List<int> _taken = [];
    private double _best;
    private double _limit;
    private int[]? _found;

    /// <summary>Readies the question.</summary>
    /// <param name="plants">The plants, the greatest rate first.</param>
    /// <param name="minutes">Time left.</param>
    public HeaviestLoad(LoadPlant[] plants, double minutes) => (_plants, _minutes) = (plants, minutes);

    /// <summary>Branches gone into so far.</summary>
    public int Branches { get; private set; }

    /// <summary>A weight no load of some sites passes in a time.</summary>
    /// <param name="plants">The plants, the greatest rate first.</param>
    /// <param name="sites">A bit for each site.</param>
    /// <param name="minutes">The time.</param>
    public static double Limit(LoadPlant[] plants, int sites, double minutes)
    {
        var weight = 0.0;
        for (var i = 0; i < plants.Length; i++)
        {
            if ((sites & (1 << plants[i].Site)) != 0 && !plants[i].Fill(ref weight, ref minutes))
            {
                break;
            }
        }

        return weight;
    }

    /// <summary>The heaviest load above a weight.</summary>
    /// <param name="weight">The weight to pass.</param>
    /// <returns>Its weight and the places of its needs, null when none is found; and a weight no load passes.</returns>
    public (double Weight, int[]? Taken, double Limit) Above(double weight)
    {
        (_best, _limit) = (weight, weight);
        Try(0, 0, _minutes);
        return (_best, _found, Math.Max(_best, _limit));
    }

    private void Try(int plant, double weight, double left)
    {
        if (weight > _best + 1e-9)
        {
            (_best, _found) = (weight, [.. _taken]);
        }

        var (reach, time) = (weight, left);
        for (var i = plant; i < _plants.Length && _plants[i].Fill(ref reach, ref time); i++)
        {
        }

        if (reach <= _best + 1e-9)
        {
            return;
        }

        if (++Branches > MostBranches)
        {
            _limit = Math.Max(_limit, reach);
            return;
        }

        foreach (var (minutes, gain, taken) in _plants[plant].Choices)
        {
            if (minutes <= left)
            {
                _taken.AddRange(taken);
                Try(plant + 1, weight + gain, left - minutes);
                _taken.RemoveRange(_taken.Count - taken.Length, taken.Length);
            }
        }

        Try(plant + 1, weight, left);
    }
}
