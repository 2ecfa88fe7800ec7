using Garten.Core.Survey.Access;

namespace Garten.Server.Requests;

/// <summary>Who is at work in a request. The one place features ask.</summary>
/// <param name="http">The request.</param>
public sealed class CurrentPerson(IHttpContextAccessor http)
{
    private static readonly object Key = new();

    /// <summary>The member; null when nobody has entered.</summary>
    public Member? Member => http.HttpContext?.Items[Key] as Member;

    /// <summary>Number of the person; null when nobody has entered.</summary>
    public int? Id => Member?.Person;

    /// <summary>Number of the person.</summary>
    /// <exception cref="RuleException">Nobody has entered.</exception>
    public int Required => Id ?? throw new RuleException("person", "Sign in first.");

    /// <summary>Says who is at work in this request.</summary>
    /// <param name="member">The member; null for nobody.</param>
    public void Enter(Member? member) => http.HttpContext!.Items[Key] = member;
}
