using Garten.Core.Survey.Access;
using Garten.Data;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>Tells who is at work and what they may do.</summary>
/// <param name="accounts">Accounts.</param>
/// <param name="guide">The guide in use.</param>
/// <param name="settings">How the server was started.</param>
public sealed class Sessions(
    PlaceStore places,
    AccountStore accounts,
    CurrentGuide guide,
    ServerSettings settings,
    StandIns standIns,
    TimeProvider clock
)
{
    /// <summary>The session of a member.</summary>
    /// <param name="member">The member; null for nobody.</param>
    public async Task<Session> OfAsync(Member? member, CancellationToken cancel)
    {
        List<DemoEntry> entries = settings.Demo
            ?
            [
                .. (await accounts.AllAsync(cancel))
                    .Where(a => a is { PasswordHash: null, Closed: false })
                    .Select(a => new DemoEntry(a.Member.Person, a.Member.Name, a.Member.Role, a.Member.SeesSensitive)),
            ]
            : [];
        return new(
            member is null ? null : new(member.Person, member.Name),
            member?.Role,
            member?.May(Right.Record) ?? false,
            member?.May(Right.Review) ?? false,
            member?.May(Right.Steward) ?? false,
            member?.SeesSensitive ?? false,
            member is null ? [] : await places.PeopleAsync(cancel),
            entries,
            !settings.Demo && member is null && await accounts.IsEmptyAsync(cancel),
            await standIns.AreOnAsync(cancel),
            guide.Guide.Title.Title,
            Clock.Today(clock),
            clock.GetUtcNow()
        );
    }
}
