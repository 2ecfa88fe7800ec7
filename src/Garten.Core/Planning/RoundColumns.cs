namespace Garten.Core.Planning;

/// <summary>Rounds that served in a mix, for the next to begin with; of each day those that served last.</summary>
internal sealed class RoundColumns
{
    /// <summary>Most kept of a day.</summary>
    public const int MostOfADay = 80;

    private readonly Dictionary<int, LinkedList<RoundColumn>> _ofDays = [];
    private readonly Dictionary<RoundColumn, LinkedListNode<RoundColumn>> _all = [];

    /// <summary>The rounds of a day, those that served longest ago first.</summary>
    /// <param name="day">Place of the day.</param>
    public IReadOnlyCollection<RoundColumn> Of(int day) => _ofDays.TryGetValue(day, out var kept) ? kept : [];

    /// <summary>Notes that a round serves.</summary>
    /// <param name="round">The round.</param>
    public void Note(RoundColumn round)
    {
        if (!_ofDays.TryGetValue(round.Day, out var kept))
        {
            _ofDays[round.Day] = kept = [];
        }

        if (_all.Remove(round, out var before))
        {
            kept.Remove(before);
        }
        else if (kept is { Count: MostOfADay, First: { } oldest })
        {
            kept.RemoveFirst();
            _all.Remove(oldest.Value);
        }

        _all[round] = kept.AddLast(round);
    }
}
