using Garten.Core.Survey.Places;

namespace Garten.Core.Commands;

/// <summary>Adds a site.</summary>
/// <param name="Site">The site; without an id it gets that of the command.</param>
public sealed record AddSite(Site Site) : Command;

/// <summary>Changes a site; the plants that stand there are reckoned anew.</summary>
/// <param name="Site">The site as it shall be.</param>
/// <param name="Expected">Revision the change starts from.</param>
public sealed record ChangeSite(Site Site, long Expected) : Command;

/// <summary>Draws places on the map, all or none.</summary>
/// <param name="First">Id of the first, made by who draws them; those of the others follow from it.</param>
public sealed record AddPlaces(PlaceId First, IReadOnlyList<PlaceContent> Places) : Command;

/// <summary>Changes a place.</summary>
/// <param name="Place">What is known of it now.</param>
/// <param name="Expected">Revision the change starts from.</param>
public sealed record SetPlace(PlaceId Id, PlaceContent Place, long Expected) : Command;

/// <summary>Takes a place away, or puts it back.</summary>
/// <param name="Away">True to take it away.</param>
public sealed record RemovePlace(PlaceId Id, bool Away = true) : Command;
