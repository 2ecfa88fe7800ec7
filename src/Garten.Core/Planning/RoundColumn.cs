namespace Garten.Core.Planning;

/// <summary>A round that could be walked.</summary>
/// <param name="Day">Place of its day.</param>
/// <param name="Sites">Sites it comes to, a bit for each.</param>
/// <param name="Needs">Places of the needs seen on it, in order; at least one.</param>
internal sealed record RoundColumn(int Day, int Sites, int[] Needs)
{
    /// <summary>The round as a slot allows it; null when it does not, or nothing is left to see.</summary>
    /// <param name="slot">The slot.</param>
    /// <param name="seen">True for needs that are seen on other rounds already.</param>
    public RoundColumn? In(RoundSlot slot, bool[] seen)
    {
        if (!slot.MayBeOn(Day) || (Sites & slot.Without) != 0 || (slot.With & ~Sites) != 0)
        {
            return null;
        }

        bool IsOut(int need) => seen[need] || slot.Not.Contains(need);
        return !Array.Exists(Needs, IsOut) ? this : Array.TrueForAll(Needs, IsOut) ? null : this with { Needs = [.. Needs.Where(n => !IsOut(n))] };
    }

    /// <summary>True when it sees the same on the same day.</summary>
    /// <param name="other">The other.</param>
    public bool Equals(RoundColumn? other) => other is not null && Day == other.Day && Needs.AsSpan().SequenceEqual(other.Needs);

    /// <inheritdoc/>
    public override int GetHashCode()
    {
        HashCode hash = default;
        hash.Add(Day);
        Array.ForEach(Needs, hash.Add);
        return hash.ToHashCode();
    }
}
