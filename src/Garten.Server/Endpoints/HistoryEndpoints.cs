using Garten.Core.Commands;
using Garten.Core.Survey.Access;
using Garten.Core.Survey.Places;
using Garten.Data;
using Garten.Server.Access;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>A person's name, put right.</summary>
public sealed record PersonName(string? Name);

/// <summary>Histories of sites, places, counts, lines and names of people; and deleting sites and counts.</summary>
public static class HistoryEndpoints
{
    private static readonly (string Act, string OfSite, string OfCount, bool Away)[] Ways =
    [
        ("removal", "deleteSite", "deleteCount", true),
        ("return", "bringSiteBack", "bringCountBack", false),
    ];

    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet(
                "/history/{kind}/{subject:guid}",
                (string kind, Guid subject, HistoryStore store, CancellationToken cancel) =>
                    Enum.TryParse<HistoryOf>(kind, true, out var of) && Enum.IsDefined(of)
                        ? store.OfAsync(of, subject, cancel)
                        : throw new NotInStoreException("There is no such history.")
            )
            .WithName("history")
            .Produces<List<Correction>>();

        api.MapGet("/deleted-sites", (PlaceStore places, CancellationToken cancel) => places.DeletedSitesAsync(cancel))
            .WithName("deletedSites")
            .Produces<List<Site>>();

        api.MapGet("/deleted-counts", (CountStore counts, CancellationToken cancel) => counts.DeletedAsync(cancel))
            .WithName("deletedCounts")
            .Produces<List<DeletedCount>>();

        // What is taken away comes back by the same command the other way round.
        foreach (var (act, site, count, away) in Ways)
        {
            api.MapPost(
                    $"/sites/{{id:id}}/{act}",
                    async (SiteId id, PlaceStore places, CurrentPerson person, CancellationToken cancel) =>
                    {
                        await places.HandleAsync(person.Head, new RemoveSite(id, away), cancel);
                        return await places.SitesAsync(cancel);
                    }
                )
                .WithName(site)
                .Produces<List<Site>>();

            api.MapPost(
                    $"/counts/{{id:id}}/{act}",
                    async (SheetId id, CountStore counts, CurrentPerson person, CancellationToken cancel) =>
                    {
                        await counts.HandleAsync(person.Head, new RemoveCount(id, away), cancel);
                        return await counts.DeletedAsync(cancel);
                    }
                )
                .WithName(count)
                .Produces<List<DeletedCount>>();
        }

        api.MapPut(
                "/people/{person:id}/name",
                async (
                    PersonId person,
                    PersonName input,
                    PlaceStore places,
                    CurrentPerson current,
                    CancellationToken cancel
                ) =>
                {
                    await places.HandleAsync(current.Head, RenamePerson.Of(person, input.Name), cancel);
                    return await places.PeopleAsync(cancel);
                }
            )
            .Needs(Right.Steward)
            .WithName("renamePerson")
            .Produces<List<Person>>();
    }
}
