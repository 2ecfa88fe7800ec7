using Garten.Core.Survey.Access;

namespace Garten.Data.Tests;

/// <summary>A database nobody has entered yet.</summary>
public sealed class FirstStewardTests(DatabaseFixture fixture) : IClassFixture<DatabaseFixture>
{
    private static readonly CancellationToken None = CancellationToken.None;
    private readonly AccountStore _accounts = new(fixture.Source);

    [Fact]
    public async Task Of_many_who_would_be_first_one_is()
    {
        var tries = await Task.WhenAll(Enumerable.Range(0, 8).Select(i => TryOpenAsync($"First {i}")));
        tries.Count(t => t).ShouldBe(1);
        var first = (await _accounts.AllAsync(None)).Single(a =>
            a.Member.Name.StartsWith("First", StringComparison.Ordinal)
        );
        (first.Member.Role, first.PasswordHash, first.Failures, first.Closed).ShouldBe(
            (Role.Steward, "hash", 0, false)
        );
        (await _accounts.IsEmptyAsync(None)).ShouldBeFalse();

        // A person who stands on records gets an account of their own; a second one they do not get.
        var ostrow = await _accounts.OpenAsync(fixture.Person.Name, Role.Surveyor, true, null, first: false, None);
        ostrow.ShouldBe(fixture.Person.Id);
        (
            await Should.ThrowAsync<TakenException>(() =>
                _accounts.OpenAsync(fixture.Person.Name, Role.Reader, false, null, first: false, None)
            )
        ).Message.ShouldContain("has an account already");
        (
            await Should.ThrowAsync<TakenException>(() =>
                _accounts.OpenAsync("R. OSTROW", Role.Reader, false, null, first: false, None)
            )
        ).Message.ShouldContain("called R. Ostrow");

        // Two stewards who give their role up at once: one stays.
        var second = await _accounts.OpenAsync("Second steward", Role.Steward, true, "hash", first: false, None);
        var left = await Task.WhenAll(new[] { first.Member.Person, second }.Select(TryStepDownAsync));
        left.Count(l => l).ShouldBe(1);
    }

    private async Task<bool> TryOpenAsync(string name)
    {
        try
        {
            await _accounts.OpenAsync(name, Role.Steward, true, "hash", first: true, None);
            return true;
        }
        catch (TakenException)
        {
            return false;
        }
    }

    private async Task<bool> TryStepDownAsync(PersonId person)
    {
        try
        {
            await _accounts.SetAsync(person, Role.Reader, false, closed: false, None);
            return true;
        }
        catch (TakenException)
        {
            return false;
        }
    }
}
