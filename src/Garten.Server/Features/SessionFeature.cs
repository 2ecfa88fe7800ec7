using Garten.Data;
using Garten.Server.Hosting;

namespace Garten.Server.Features;

/// <summary>Who is at work, and the day.</summary>
/// <param name="Person">The person chosen; null when none.</param>
/// <param name="People">All people.</param>
/// <param name="Today">The day where the server stands.</param>
public sealed record Session(Person? Person, IReadOnlyList<Person> People, DateOnly Today);

/// <summary>Choosing who one is.</summary>
/// <param name="Person">Number of the person.</param>
public sealed record SessionChoice(int Person);

/// <summary>A person to be added.</summary>
/// <param name="Name">The name.</param>
public sealed record PersonInput(string Name);

/// <summary>Who is at work.</summary>
public static class SessionFeature
{
    /// <summary>Adds the endpoints.</summary>
    /// <param name="api">The API.</param>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/session", async (PlaceStore places, CurrentPerson current, TimeProvider clock, CancellationToken cancel) =>
        {
            var people = await places.PeopleAsync(cancel);
            return new Session(people.Find(p => p.Id == current.Id), people, Rules.Today(clock));
        }).WithName("session").Produces<Session>();

        api.MapPut("/session", async (SessionChoice choice, PlaceStore places, CurrentPerson current, TimeProvider clock, CancellationToken cancel) =>
        {
            var people = await places.PeopleAsync(cancel);
            var person = people.Find(p => p.Id == choice.Person) ?? throw new NotInStoreException("There is no such person. Choose one from the list.");
            current.Choose(person.Id);
            return new Session(person, people, Rules.Today(clock));
        }).WithName("chooseSession").Produces<Session>();

        api.MapPost("/people", async (PersonInput input, PlaceStore places, CancellationToken cancel) =>
            await places.AddPersonAsync(Rules.Text("name", "The name", input.Name, 120, required: true), cancel))
            .WithName("addPerson").Produces<Person>();
    }
}
