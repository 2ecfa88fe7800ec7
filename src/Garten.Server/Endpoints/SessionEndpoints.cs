using Garten.Core.Survey.Access;
using Garten.Data;
using Garten.Server.Access;
using Garten.Server.Requests;
using Microsoft.AspNetCore.Authentication;

namespace Garten.Server.Endpoints;

/// <summary>Who is at work, what they may do, and the day.</summary>
/// <param name="Person">Who has entered; null when nobody has.</param>
/// <param name="Role">As what; null when nobody has entered.</param>
/// <param name="MayRecord">True when they may add to the survey.</param>
/// <param name="MayReview">True when they may review names others gave.</param>
/// <param name="IsSteward">True when they may settle who may do what.</param>
/// <param name="SeesSensitive">True when exact places of sensitive species are shown to them.</param>
/// <param name="People">All people of the survey; empty when nobody has entered.</param>
/// <param name="DemoEntries">People of the demo one can enter as by one press; empty where it is no demo.</param>
/// <param name="NeedsSteward">True when nobody can enter yet and the first steward is to be made.</param>
/// <param name="StandIns">True where simulated devices stand in for real ones: in the demo alone.</param>
/// <param name="Guide">Title of the guide the survey works with.</param>
/// <param name="Today">The day where the server stands.</param>
/// <param name="Now">The moment by the server's clock, which a device compares its own with.</param>
public sealed record Session(
    Person? Person,
    Role? Role,
    bool MayRecord,
    bool MayReview,
    bool IsSteward,
    bool SeesSensitive,
    IReadOnlyList<Person> People,
    IReadOnlyList<DemoEntry> DemoEntries,
    bool NeedsSteward,
    bool StandIns,
    string Guide,
    DateOnly Today,
    DateTimeOffset Now
);

/// <summary>A person of the demo one can enter as.</summary>
/// <param name="SeesSensitive">True when exact places of sensitive species are shown to them.</param>
public sealed record DemoEntry(PersonId Id, string Name, Role Role, bool SeesSensitive);

/// <summary>Entering the demo as somebody.</summary>
public sealed record SessionChoice(PersonId Person);

/// <summary>Signing in.</summary>
public sealed record SignIn(string Name, string Password);

/// <summary>Changing one's own password.</summary>
/// <param name="Old">The password until now; empty for an account of the demo.</param>
public sealed record PasswordChange(string Old, string New);

/// <summary>Entering and leaving.</summary>
public static class SessionEndpoints
{
    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        var session = api.MapGroup("/session").Needs(Right.Enter);
        session
            .MapGet("", (CurrentPerson current, Sessions sessions, CancellationToken cancel) =>
                sessions.OfAsync(current.Member, cancel)
            )
            .WithName("session")
            .Produces<Session>();

        session
            .MapPut(
                "",
                [Noted]
                async (
                    SessionChoice choice,
                    HttpContext context,
                    Accounts accounts,
                    CurrentPerson current,
                    Sessions sessions,
                    CancellationToken cancel
                ) =>
                    await EnterAsync(
                        await accounts.DemoAsync(choice.Person, cancel),
                        context,
                        current,
                        sessions,
                        cancel
                    )
            )
            .WithName("enterDemo")
            .Produces<Session>();

        session
            .MapPost(
                "",
                [Noted]
                async (
                    SignIn input,
                    HttpContext context,
                    Accounts accounts,
                    CurrentPerson current,
                    Sessions sessions,
                    CancellationToken cancel
                ) =>
                    await EnterAsync(
                        await accounts.SignInAsync(
                            Rules.Text("name", "The name", input.Name, 120, required: true),
                            input.Password,
                            cancel
                        ),
                        context,
                        current,
                        sessions,
                        cancel
                    )
            )
            .RequireRateLimiting(AccessServices.SignInLimit)
            .WithName("signIn")
            .Produces<Session>();

        session
            .MapDelete(
                "",
                async (HttpContext context, CurrentPerson current, Sessions sessions, CancellationToken cancel) =>
                {
                    await context.SignOutAsync();
                    current.Enter(null, Guid.CreateVersion7(), "session", "");
                    return await sessions.OfAsync(null, cancel);
                }
            )
            .WithName("leave")
            .Produces<Session>();

        api.MapPost(
                "/first-steward",
                [Noted]
                async (
                    SignIn input,
                    HttpContext context,
                    Accounts accounts,
                    CurrentPerson current,
                    Sessions sessions,
                    ServerSettings settings,
                    CancellationToken cancel
                ) =>
                {
                    if (settings.Demo)
                    {
                        throw new RuleException(
                            "name",
                            "The demo has its administrator. Start with --empty for a survey of your own."
                        );
                    }

                    var account = await accounts.OpenAsync(
                        Rules.Text("name", "The name", input.Name, 120, required: true),
                        Role.Steward,
                        true,
                        input.Password,
                        first: true,
                        cancel
                    );
                    return await EnterAsync(account, context, current, sessions, cancel);
                }
            )
            .Needs(Right.Enter)
            .RequireRateLimiting(AccessServices.SignInLimit)
            .WithName("makeFirstSteward")
            .Produces<Session>();

        api.MapPut(
                "/password",
                [Noted]
                async (
                    PasswordChange input,
                    HttpContext context,
                    Accounts accounts,
                    CurrentPerson current,
                    Sessions sessions,
                    CancellationToken cancel
                ) =>
                {
                    var stamp = await accounts.ChangePasswordAsync(current.Member!, input.Old, input.New, cancel);
                    await Visitor.EnterAsync(context, current.Required, stamp);
                    return await sessions.OfAsync(current.Member, cancel);
                }
            )
            .Needs(Right.Look)
            .RequireRateLimiting(AccessServices.SignInLimit)
            .WithName("changePassword")
            .Produces<Session>();
    }

    private static async Task<Session> EnterAsync(
        Account account,
        HttpContext context,
        CurrentPerson current,
        Sessions sessions,
        CancellationToken cancel
    )
    {
        await Visitor.EnterAsync(context, account.Member.Person, account.Stamp);
        current.Enter(account.Member, Guid.CreateVersion7(), "session", "");
        return await sessions.OfAsync(account.Member, cancel);
    }
}
