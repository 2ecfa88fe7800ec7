using Garten.Core.Measuring.Trees;

namespace Garten.Server.Features;

/// <summary>Girths, heights and crowns of trees, worked out from what was measured.</summary>
public static class TreesFeature
{
    /// <summary>Adds the endpoints.</summary>
    /// <param name="api">The API.</param>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPost("/trees/measures", (TreeQuestion question) => TreeMeasurement.Answer(question)).WithName("measureTree").Produces<TreeAnswer>();
}
