using Garten.Core.Survey.Access;
using Garten.Testing;
using Npgsql;

namespace Garten.Data.Tests;

public sealed class AccountStoreTests(DatabaseFixture fixture) : IClassFixture<DatabaseFixture>
{
    private static readonly CancellationToken None = CancellationToken.None;
    private readonly AccountStore _accounts = new(fixture.Source);

    [Fact]
    public async Task Failures_are_counted_one_by_one_and_a_password_forgets_them()
    {
        var person = await _accounts.OpenAsync("T. Lindqvist", Role.Reader, false, "old", first: false, None);
        var stamp = (await _accounts.FindAsync(person, None))!.Stamp;
        (await Task.WhenAll(Enumerable.Range(0, 5).Select(_ => _accounts.FailedAsync(person, None))))
            .Order()
            .ShouldBe([1, 2, 3, 4, 5]);
        var until = new DateTimeOffset(2026, 5, 1, 12, 0, 0, TimeSpan.FromHours(2));
        await _accounts.ShutAsync(person, until, None);
        (await _accounts.FindAsync("t. lindqvist", None))!.ShutUntil.ShouldBe(until);
        (await _accounts.SetPasswordAsync(person, "new", None)).ShouldNotBe(stamp);
        var after = (await _accounts.FindAsync(person, None))!;
        (after.PasswordHash, after.ShutUntil, after.Failures).ShouldBe(("new", null, 0));
        await Should.ThrowAsync<NotInStoreException>(() =>
            _accounts.SetPasswordAsync(Numbered.Id<PersonId>(999_999), "new", None)
        );
    }

    [Fact]
    public async Task What_was_done_can_be_neither_changed_nor_removed()
    {
        var entries = new AuditStore(fixture.Source);
        await entries.NoteAsync(fixture.Person.Id, Role.Surveyor, "takePlant", "/api/plants", 200, None);
        await entries.NoteAsync(null, null, "signIn", "/api/session", 401, None);
        var latest = await entries.LatestAsync(null, null, 10, None);
        latest
            .Take(2)
            .Select(d => (d.Person, d.Role, d.What, d.Status))
            .ShouldBe([(null, null, "signIn", 401), (fixture.Person.Name, Role.Surveyor, "takePlant", 200)]);
        (await entries.LatestAsync(fixture.Person.Id, null, 10, None))[0].What.ShouldBe("takePlant");
        (await entries.LatestAsync(null, latest[0].Id, 10, None))[0].What.ShouldBe("takePlant");
        await using var connection = await fixture.Source.OpenConnectionAsync(None);
        foreach (var statement in new[] { "update audit_entry set what = 'nothing'", "delete from audit_entry" })
        {
            await using var command = new NpgsqlCommand(statement, connection);
            (
                await Should.ThrowAsync<PostgresException>(() => command.ExecuteNonQueryAsync(None))
            ).MessageText.ShouldContain("never changed or removed");
        }
    }

    [Fact]
    public void Cookie_keys_are_kept_by_name_and_come_back()
    {
        var keys = new CookieKeyStore(fixture.Source);
        keys.Keep("one", "<key id='1'/>");
        keys.Keep("two", "<key id='2'/>");
        keys.Keep("one", "<key id='3'/>");
        keys.All().ShouldBe(["<key id='3'/>", "<key id='2'/>"], ignoreOrder: true);
    }
}
