using Garten.Core.Survey.Places;

namespace Garten.Core.Commands;

/// <summary>Adds a site.</summary>
/// <param name="Site">The site; without an id it gets that of the command.</param>
public sealed record AddSite(Site Site) : Command;

/// <summary>Changes a site; the plants that stand there are reckoned anew.</summary>
/// <param name="Site">The site as it shall be.</param>
/// <param name="Expected">Revision the change starts from.</param>
public sealed record ChangeSite(Site Site, long Expected) : Command;

/// <summary>Deletes a site at which nothing stands and nothing was counted, or brings it back.</summary>
/// <param name="Away">True to delete it.</param>
public sealed record RemoveSite(SiteId Id, bool Away = true) : Command;

/// <summary>Puts a person's name right, wherever it stands.</summary>
public sealed record RenamePerson(PersonId Id, string Name) : Command
{
    /// <summary>A name as somebody writes it.</summary>
    /// <exception cref="RuleException">It is missing or too long.</exception>
    public static RenamePerson Of(PersonId person, string? name) =>
        new(person, Rules.Text("name", "The name", name, 120, required: true));
}

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
