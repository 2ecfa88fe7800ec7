using Garten.Core.Measuring.Trees;
using Garten.Core.Survey.Access;
using Garten.Server.Access;

namespace Garten.Server.Endpoints;

/// <summary>Girths, heights and crowns of trees, worked out from what was measured.</summary>
public static class TreesEndpoints
{
    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPost("/trees/measures", (TreeQuestion question) => TreeMeasurement.Answer(question))
            .Needs(Right.Look)
            .WithName("measureTree")
            .Produces<TreeAnswer>();
}
