namespace Garten.Core.Survey.Places;

/// <summary>A place drawn or brought in.</summary>
/// <param name="Shape">Where it lies.</param>
/// <param name="Site">The site it belongs to; null for none.</param>
/// <param name="Note">A note; may be empty.</param>
public sealed record PlaceContent(string Name, PlaceKind Kind, PlaceShape Shape, SiteId? Site, string Note);
