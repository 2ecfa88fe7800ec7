using System.Collections.Immutable;

namespace Garten.Core.Planning;

/// <summary>What is settled of one of the rounds of a plan, counted by their days.</summary>
/// <param name="First">The earliest day it can be on, as a place among the days.</param>
/// <param name="Last">The latest.</param>
/// <param name="With">Sites it comes to, a bit for each.</param>
/// <param name="Without">Sites it does not come to.</param>
/// <param name="Not">Places of needs that are seen on other rounds.</param>
internal readonly record struct RoundSlot(int First, int Last, int With, int Without, ImmutableHashSet<int> Not)
{
    /// <summary>True when the day is settled.</summary>
    public bool IsOnOneDay => First == Last;

    /// <summary>True when the round may be on a day.</summary>
    /// <param name="day">Place of the day.</param>
    public bool MayBeOn(int day) => day >= First && day <= Last;

    /// <summary>True when no two rounds can be on the same day.</summary>
    /// <param name="slots">The rounds, by their days.</param>
    public static bool AreApart(RoundSlot[] slots) => slots.Zip(slots.Skip(1)).All(s => s.First.Last < s.Second.First);

    /// <summary>True when the same is settled of another round.</summary>
    /// <param name="other">The other.</param>
    public bool IsLike(RoundSlot other) => First == other.First && Last == other.Last && With == other.With && Without == other.Without && Not.SetEquals(other.Not);
}
