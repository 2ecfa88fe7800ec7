using Garten.Core.Survey.Access;
using Garten.Testing;

namespace Garten.Core.Tests.Survey.Access;

public sealed class AccessTests
{
    [Theory]
    [InlineData(Role.Reader, Right.Look, true)]
    [InlineData(Role.Reader, Right.Record, false)]
    [InlineData(Role.Surveyor, Right.Record, true)]
    [InlineData(Role.Surveyor, Right.Review, false)]
    [InlineData(Role.Determiner, Right.Review, true)]
    [InlineData(Role.Determiner, Right.Steward, false)]
    [InlineData(Role.Steward, Right.Steward, true)]
    public void A_role_covers_what_it_should(Role role, Right right, bool may) =>
        new Member(Numbered.Id<PersonId>(1), "R. Ostrow", role, false).May(right).ShouldBe(may);

    [Theory]
    [InlineData(Role.Reader, true, false)]
    [InlineData(Role.Surveyor, false, false)]
    [InlineData(Role.Surveyor, true, true)]
    [InlineData(Role.Determiner, false, false)]
    [InlineData(Role.Steward, false, true)]
    public void Places_of_sensitive_species_are_for_those_trusted_and_never_for_readers(
        Role role,
        bool trusted,
        bool sees
    ) => new Member(Numbered.Id<PersonId>(1), "R. Ostrow", role, trusted).SeesSensitive.ShouldBe(sees);

    [Theory]
    [InlineData("short", "at least 12")]
    [InlineData("aaaaaaaaaaaaaaaa", "different characters")]
    [InlineData("xx r. ostrow 2026", "your name")]
    [InlineData("alder catkins in march", "")]
    public void A_password_is_long_and_not_the_name(string password, string fault)
    {
        var said = PasswordRule.FaultOf(password, "R. Ostrow");
        (fault.Length == 0 ? said.Length == 0 : said.Contains(fault, StringComparison.Ordinal)).ShouldBeTrue(said);
        PasswordRule.FaultOf(new string('x', 100) + new string('y', 101), "").ShouldContain("at most");
    }

    [Fact]
    public void An_account_is_shut_after_five_wrong_passwords_and_opens_by_itself()
    {
        var now = new DateTimeOffset(2026, 5, 1, 12, 0, 0, TimeSpan.Zero);
        Lockout.After(4, now).ShouldBeNull();
        var until = Lockout.After(5, now);
        until.ShouldBe(now.AddMinutes(10));
        Lockout.IsShut(until, now.AddMinutes(9)).ShouldBeTrue();
        Lockout.IsShut(until, now.AddMinutes(10)).ShouldBeFalse();
        Lockout.IsShut(null, now).ShouldBeFalse();
    }

    [Fact]
    public void Points_of_one_square_cannot_be_told_apart_and_the_square_holds_them_all()
    {
        var random = new Random(7);
        for (var i = 0; i < 2000; i++)
        {
            var point = new GeoPoint((random.NextDouble() * 178) - 89, (random.NextDouble() * 359) - 179.5);
            var square = CoarsePlace.Of(point);
            var middle = new GeoPoint(square.Latitude, square.Longitude);
            middle.MetresTo(point).ShouldBeLessThanOrEqualTo(square.UncertaintyM * 1.01);
            CoarsePlace.Of(middle).ShouldBe(square);
        }

        CoarsePlace.Of(new(45.0021, -123.7040)).ShouldBe(CoarsePlace.Of(new(45.0899, -123.7999)));
        CoarsePlace.Of(new(45.0021, -123.7040)).UncertaintyM.ShouldBe(6_900, 200);
    }
}
