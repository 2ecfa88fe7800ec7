using System.Globalization;

namespace Garten.Server.Requests;

/// <summary>
/// The part of an address that holds an id, in its one spelling: <c>/plants/{plant:id}</c>. Spelled otherwise there is nothing at that
/// address, as under an id nothing has.
/// </summary>
public sealed class IdConstraint : IRouteConstraint
{
    /// <inheritdoc/>
    public bool Match(
        HttpContext? httpContext,
        IRouter? route,
        string routeKey,
        RouteValueDictionary values,
        RouteDirection routeDirection
    ) => EntityId.TryParse(Convert.ToString(values[routeKey], CultureInfo.InvariantCulture), out _);
}
