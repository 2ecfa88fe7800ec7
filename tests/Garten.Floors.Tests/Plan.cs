namespace Garten.Floors.Tests;

/// <summary>One type that needs another.</summary>
/// <param name="From">Full name of the type that needs.</param>
/// <param name="To">Full name of the type that is needed.</param>
public readonly record struct Arrow(string From, string To);

/// <summary>
/// Rooms, each on a floor: what stands in a room may need what stands below it, and nothing above. On its own floor it may need only
/// its own room, unless the need is stated.
/// <code>new Plan("Garten.Core", floors: [["Terms", "Geometry"], ["Guides"]], across: []).Faults(arrows)</code>
/// </summary>
/// <param name="House">The namespace that holds the rooms.</param>
/// <param name="Floors">Names of the rooms floor by floor, the lowest first.</param>
/// <param name="Across">Needs between rooms of one floor that are meant.</param>
public sealed record Plan(string House, string[][] Floors, (string From, string To)[] Across)
{
    /// <summary>What is wrong with arrows, each in a sentence; empty when all run down.</summary>
    public IReadOnlyList<string> Faults(IEnumerable<Arrow> arrows) =>
        [
            .. arrows
                .Select(a => (Arrow: a, From: RoomOf(a.From), To: RoomOf(a.To)))
                .Where(x => x.From is not null && x.To is not null && x.From != x.To)
                .Select(x => Fault(x.Arrow, x.From!, x.To!))
                .OfType<string>()
                .Distinct()
                .Order(StringComparer.Ordinal),
        ];

    private string? Fault(Arrow arrow, string from, string to) =>
        (FloorOf(from), FloorOf(to)) switch
        {
            (null, _) => $"{from} stands on no floor: give it one in the plan ({arrow.From}).",
            (_, null) => $"{to} stands on no floor: give it one in the plan ({arrow.To}).",
            ({ } low, { } high) when low < high =>
                $"{from} needs {to}, which stands above it: {arrow.From} → {arrow.To}.",
            ({ } same, { } other) when same == other && !Across.Contains((from, to)) =>
                $"{from} needs {to}, which stands beside it: {arrow.From} → {arrow.To}.",
            _ => null,
        };

    private int? FloorOf(string room) =>
        Array.FindIndex(Floors, f => f.Contains(room)) is >= 0 and var floor ? floor : null;

    /// <summary>The room of a type; null for one outside the house, or in no room of it.</summary>
    private string? RoomOf(string type)
    {
        var below = type.StartsWith(House + ".", StringComparison.Ordinal) ? type[(House.Length + 1)..] : "";
        var end = below.IndexOf('.', StringComparison.Ordinal);
        return end < 0 ? null : below[..end];
    }
}
