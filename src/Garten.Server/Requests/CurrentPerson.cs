using Garten.Core.Commands;
using Garten.Core.Survey.Access;

namespace Garten.Server.Requests;

/// <summary>Who is at work in a request, what they may know, and what they change. The one place features ask.</summary>
public sealed class CurrentPerson
{
    private CommandHead? _head;

    /// <summary>The member; null when nobody has entered.</summary>
    public Member? Member { get; private set; }

    /// <summary>What is hidden from them.</summary>
    public SensitivePlacePolicy Policy { get; private set; } = SensitivePlacePolicy.NothingSensitive;

    /// <summary>The person; null when nobody has entered.</summary>
    public PersonId? Id => Member?.Person;

    /// <summary>The person.</summary>
    /// <exception cref="RuleException">Nobody has entered.</exception>
    public PersonId Required => Id ?? throw new RuleException("person", "Sign in first.");

    /// <summary>True once the request became a change, which notes itself in the audit.</summary>
    public bool Commands { get; private set; }

    /// <summary>What a change made by this request says of itself.</summary>
    /// <exception cref="RuleException">Nobody has entered.</exception>
    public CommandHead Head
    {
        get
        {
            _ = Required;
            Commands = true;
            return _head!;
        }
    }

    /// <summary>Says who is at work in this request.</summary>
    /// <param name="member">The member; null for nobody.</param>
    /// <param name="command">The number the client gave the request, if it is a change.</param>
    /// <param name="what">What is asked, by the name of the endpoint.</param>
    /// <param name="asked">When it was asked, by the client's clock; null where it did not say.</param>
    public void Enter(Member? member, Guid command, string what, string path, DateTimeOffset? asked = null)
    {
        Member = member;
        Policy = SensitivePlacePolicy.For(member);
        _head = member is null ? null : new(command, member.Person, member.Role, what, path) { Asked = asked };
    }

    /// <summary>Lets Garten itself see everything, outside of any request.</summary>
    public void BeGarten() => Policy = SensitivePlacePolicy.Everything;

    /// <summary>What is hidden in a file that leaves the house: all that is sensitive, unless one who sees it asks for exact places.</summary>
    /// <param name="exact">True when exact places are asked for.</param>
    /// <exception cref="ForbiddenException">The person asks for places they may not know.</exception>
    public SensitivePlacePolicy Leaving(bool? exact) =>
        exact != true ? SensitivePlacePolicy.NothingSensitive
        : Policy.HidesSensitive
            ? throw new ForbiddenException(
                StatusCodes.Status403Forbidden,
                "Not yours to see",
                "Exact places of sensitive species go only to those an administrator trusts with them. Take the file without them."
            )
        : Policy;
}
