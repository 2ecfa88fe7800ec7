using Garten.Core.Survey.Access;

namespace Garten.Server.Access;

/// <summary>What an endpoint asks of the person who calls it.</summary>
public sealed record NeedsRight(Right Right)
{
    /// <summary>What an endpoint asks that says nothing: reading asks to look, all else to record.</summary>
    /// <param name="method">Method of the request.</param>
    public static Right Usual(string method) =>
        HttpMethods.IsGet(method) || HttpMethods.IsHead(method) ? Right.Look : Right.Record;
}

/// <summary>Says of endpoints what they ask.</summary>
public static class NeedsRightExtensions
{
    /// <summary>Says what an endpoint asks of the person who calls it.</summary>
    /// <param name="builder">The endpoint or a group of them.</param>
    public static T Needs<T>(this T builder, Right right)
        where T : IEndpointConventionBuilder => builder.WithMetadata(new NeedsRight(right));
}
