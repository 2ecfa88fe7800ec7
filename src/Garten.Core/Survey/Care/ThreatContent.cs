namespace Garten.Core.Survey.Care;

/// <summary>A threat to a plant, as put down.</summary>
/// <param name="Kind">What threatens it.</param>
/// <param name="Note">More about it; may be empty.</param>
/// <param name="Told">Who was told; empty when nobody was yet.</param>
/// <param name="ToldOn">When; null when nobody was.</param>
/// <param name="Outcome">What came of it; may be empty.</param>
/// <param name="SettledOn">When it was settled; null while it is not.</param>
public sealed record ThreatContent(
    ThreatKind Kind,
    string Note,
    DateOnly SeenOn,
    string Told,
    DateOnly? ToldOn,
    string Outcome,
    DateOnly? SettledOn
);
