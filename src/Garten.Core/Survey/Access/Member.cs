namespace Garten.Core.Survey.Access;

/// <summary>A person who may enter a survey.</summary>
/// <param name="Trusted">True when a steward let them see the exact places of sensitive species; counts from surveyor on.</param>
public sealed record Member(PersonId Person, string Name, Role Role, bool Trusted)
{
    /// <summary>True when exact places of sensitive species are shown to them: never to readers, always to stewards.</summary>
    public bool SeesSensitive => Role == Role.Steward || (Trusted && Role != Role.Reader);

    /// <summary>True when their role covers a right.</summary>
    public bool May(Right right) => Role >= LeastRole(right);

    /// <summary>The least role that covers a right.</summary>
    public static Role LeastRole(Right right) =>
        right switch
        {
            Right.Record => Role.Surveyor,
            Right.Review => Role.Determiner,
            Right.Steward => Role.Steward,
            _ => Role.Reader,
        };
}
