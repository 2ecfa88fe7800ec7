using System.Security.Cryptography;
using Garten.Core.Survey.Access;
using Garten.Data;
using Garten.Server.Requests;
using Microsoft.AspNetCore.Identity;

namespace Garten.Server.Access;

/// <summary>Signing in, and what is done to accounts.</summary>
/// <param name="store">The accounts.</param>
/// <param name="settings">How the server was started.</param>
public sealed class Accounts(
    AccountStore store,
    IPasswordHasher<Account> hasher,
    ServerSettings settings,
    TimeProvider clock
)
{
    private const string Wrong = "The name or the password is not right.";

    /// <summary>Nobody's account: a password is checked against it where the name is unknown, so that both take as long.</summary>
    private static readonly Account Nobody = new(
        new(default, "", Role.Reader, false),
        null,
        Guid.Empty,
        0,
        null,
        false,
        0
    );

    private readonly Lazy<string> _nobodysHash = new(() => hasher.HashPassword(Nobody, "nobody's password"));

    /// <summary>Checks a name and a password.</summary>
    /// <returns>The account.</returns>
    /// <exception cref="RuleException">They are not right, or the account is shut for a while.</exception>
    public async Task<Account> SignInAsync(string name, string password, CancellationToken cancel)
    {
        var account = await store.FindAsync(name.Trim(), cancel);
        var now = clock.GetUtcNow();
        if (account is not null && Lockout.IsShut(account.ShutUntil, now))
        {
            throw new RuleException(
                "password",
                $"After {Lockout.Tries} wrong passwords this account is shut for {Lockout.For.TotalMinutes:0} minutes. Try again later, or ask an administrator for a new password."
            );
        }

        var right =
            hasher.VerifyHashedPassword(account ?? Nobody, account?.PasswordHash ?? _nobodysHash.Value, password)
            != PasswordVerificationResult.Failed;
        if (account is { PasswordHash: not null, Closed: false } && right)
        {
            if (account.Failures > 0 || account.ShutUntil is not null)
            {
                await store.ShutAsync(account.Member.Person, null, cancel);
            }

            return account;
        }

        if (
            account is { Closed: false }
            && Lockout.After(await store.FailedAsync(account.Member.Person, cancel), now) is { } until
        )
        {
            await store.ShutAsync(account.Member.Person, until, cancel);
        }

        throw new RuleException("password", Wrong);
    }

    /// <summary>The account of a demo person, entered by one press.</summary>
    /// <exception cref="RuleException">This is no demo, or the person has a password.</exception>
    public async Task<Account> DemoAsync(PersonId person, CancellationToken cancel)
    {
        var account = await store.FindAsync(person, cancel)
            ?? throw new NotInStoreException("There is no such person. Choose one from the list.");
        return settings.Demo && account is { PasswordHash: null, Closed: false }
            ? account
            : throw new RuleException("person", $"{account.Member.Name} signs in with a password.");
    }

    /// <summary>Opens an account under a password.</summary>
    /// <param name="name">Name of the person.</param>
    /// <param name="trusted">True to show them the places of sensitive species.</param>
    /// <param name="first">True for the first steward.</param>
    public async Task<Account> OpenAsync(
        string name,
        Role role,
        bool trusted,
        string password,
        bool first,
        CancellationToken cancel
    )
    {
        var person = await store.OpenAsync(name, role, trusted, Hash(password, name), first, cancel);
        return (await store.FindAsync(person, cancel))!;
    }

    /// <summary>Changes a password, the old one being right.</summary>
    /// <param name="old">The password until now; not asked of accounts of the demo.</param>
    /// <param name="password">The new one.</param>
    /// <returns>The new stamp.</returns>
    public async Task<Guid> ChangePasswordAsync(Member member, string old, string password, CancellationToken cancel)
    {
        if ((await store.FindAsync(member.Person, cancel))?.PasswordHash is not null)
        {
            await SignInAsync(member.Name, old, cancel);
        }

        return await store.SetPasswordAsync(member.Person, Hash(password, member.Name), cancel);
    }

    /// <summary>Gives an account a new password that is shown once.</summary>
    public async Task<string> RenewAsync(PersonId person, CancellationToken cancel)
    {
        var password = NewPassword();
        await store.SetPasswordAsync(person, hasher.HashPassword(Nobody, password), cancel);
        return password;
    }

    /// <summary>A password nobody guesses and everyone can read out: sixteen of 28 letters and digits, 76 bits.</summary>
    public static string NewPassword() =>
        string.Join(
            '-',
            Enumerable.Range(0, 4).Select(_ => RandomNumberGenerator.GetString("abcdefghjkmnpqrstuvwxyz23456", 4))
        );

    private string Hash(string password, string name) =>
        PasswordRule.FaultOf(password, name) is { Length: > 0 } fault
            ? throw new RuleException("password", fault)
            : hasher.HashPassword(Nobody, password);
}
