using Garten.Core.Survey.Access;
using Garten.Data;
using Garten.Server.Access;

namespace Garten.Server.Endpoints;

/// <summary>A person of the survey as a steward sees them.</summary>
/// <param name="Role">What they are; null for people who stand on records but cannot enter.</param>
/// <param name="Trusted">True when places of sensitive species are shown to them.</param>
/// <param name="Closed">True when they may enter no more.</param>
/// <param name="ShutUntil">Until when no password is taken after wrong ones; null for open.</param>
public sealed record PersonAccess(
    PersonId Id,
    string Name,
    Role? Role,
    bool Trusted,
    bool Closed,
    DateTimeOffset? ShutUntil
);

/// <summary>A person to let in.</summary>
/// <param name="Name">The name, as it stands on records.</param>
/// <param name="Trusted">True to show them places of sensitive species.</param>
public sealed record NewAccess(string Name, Role Role, bool Trusted);

/// <summary>What a person is to be.</summary>
/// <param name="Trusted">True to show them places of sensitive species.</param>
/// <param name="Closed">True to let them in no more.</param>
public sealed record AccessChange(Role Role, bool Trusted, bool Closed);

/// <summary>A password to hand on, shown this once.</summary>
/// <param name="People">Everyone, as it stands now.</param>
public sealed record PasswordToHandOn(string Name, string Password, IReadOnlyList<PersonAccess> People);

/// <summary>Who may do what, and what was done: the steward's desk.</summary>
public static class PeopleEndpoints
{
    private const int MostEntries = 200;

    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        var people = api.MapGroup("/people").Needs(Right.Steward);
        people.MapGet("", PeopleAsync).WithName("people").Produces<List<PersonAccess>>();

        people
            .MapPost(
                "",
                async (
                    NewAccess input,
                    Accounts accounts,
                    PlaceStore places,
                    AccountStore store,
                    CancellationToken cancel
                ) =>
                {
                    var name = Rules.Text("name", "The name", input.Name, 120, required: true);
                    var password = Accounts.NewPassword();
                    await accounts.OpenAsync(name, input.Role, input.Trusted, password, first: false, cancel);
                    return new PasswordToHandOn(name, password, await PeopleAsync(places, store, cancel));
                }
            )
            .WithName("addPerson")
            .Produces<PasswordToHandOn>();

        people
            .MapPut(
                "/{person:id}",
                async (
                    PersonId person,
                    AccessChange input,
                    PlaceStore places,
                    AccountStore store,
                    CancellationToken cancel
                ) =>
                {
                    await store.SetAsync(person, input.Role, input.Trusted, input.Closed, cancel);
                    return await PeopleAsync(places, store, cancel);
                }
            )
            .WithName("setPerson")
            .Produces<List<PersonAccess>>();

        people
            .MapPost(
                "/{person:id}/password",
                async (
                    PersonId person,
                    Accounts accounts,
                    PlaceStore places,
                    AccountStore store,
                    CancellationToken cancel
                ) =>
                {
                    var password = await accounts.RenewAsync(person, cancel);
                    var all = await PeopleAsync(places, store, cancel);
                    return new PasswordToHandOn(all.Find(p => p.Id == person)!.Name, password, all);
                }
            )
            .WithName("renewPassword")
            .Produces<PasswordToHandOn>();

        api.MapGet("/audit", (PersonId? person, long? before, AuditStore store, CancellationToken cancel) =>
                store.LatestAsync(person, before, MostEntries, cancel)
            )
            .Needs(Right.Steward)
            .WithName("audit")
            .Produces<List<AuditEntry>>();
    }

    private static async Task<List<PersonAccess>> PeopleAsync(
        PlaceStore places,
        AccountStore store,
        CancellationToken cancel
    )
    {
        var accounts = (await store.AllAsync(cancel)).ToDictionary(a => a.Member.Person);
        return (await places.PeopleAsync(cancel)).ConvertAll(p =>
            accounts.TryGetValue(p.Id, out var a)
                ? new PersonAccess(p.Id, p.Name, a.Member.Role, a.Member.Trusted, a.Closed, a.ShutUntil)
                : new PersonAccess(p.Id, p.Name, null, false, false, null)
        );
    }
}
