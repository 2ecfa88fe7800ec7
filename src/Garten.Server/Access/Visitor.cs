using System.Security.Claims;
using Garten.Core.Survey.Access;
using Garten.Data;
using Garten.Server.Requests;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Npgsql;

namespace Garten.Server.Access;

/// <summary>The cookie that says who is at work, and whether it still holds.</summary>
/// <param name="accounts">The accounts.</param>
public sealed class Visitor(AccountStore accounts, CurrentGuide current, NpgsqlDataSource source)
{
    private const string StampClaim = "stamp";

    /// <summary>Lets a person in.</summary>
    /// <param name="stamp">Stamp of the account.</param>
    public static Task EnterAsync(HttpContext context, PersonId person, Guid stamp) =>
        context.SignInAsync(
            CookieAuthenticationDefaults.AuthenticationScheme,
            new ClaimsPrincipal(
                new ClaimsIdentity(
                    [new(ClaimTypes.NameIdentifier, person.ToString()), new(StampClaim, stamp.ToString("N"))],
                    CookieAuthenticationDefaults.AuthenticationScheme
                )
            ),
            new AuthenticationProperties { IsPersistent = true }
        );

    /// <summary>The member a request comes from; null when nobody entered, or what they entered with holds no more.</summary>
    public async Task<Member?> OfAsync(HttpContext context, CancellationToken cancel)
    {
        if (
            !PersonId.TryParse(context.User.FindFirstValue(ClaimTypes.NameIdentifier), out var person)
            || await accounts.FindAsync(person, cancel) is not { Closed: false } account
        )
        {
            return null;
        }

        if (account.NamesRevision != current.NamesRevision)
        {
            current.Hear(await SurveyNameStore.AllAsync(source, cancel));
        }

        // Read anew with every request, so that a role taken away is gone at once.
        return context.User.FindFirstValue(StampClaim) == account.Stamp.ToString("N") ? account.Member : null;
    }
}
