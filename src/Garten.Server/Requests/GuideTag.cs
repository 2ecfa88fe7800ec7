using Garten.Core.Guides;

namespace Garten.Server.Requests;

/// <summary>
/// Answers that follow from the guide alone are sent once and then only confirmed: the tag names the guide's version and the build that
/// made the answer, since drawings change with it. <c>api.MapGet("/guide", …).TaggedByGuide()</c>; never for what a person's rights change.
/// </summary>
public static class GuideTag
{
    private static readonly string Build = typeof(Guide).Module.ModuleVersionId.ToString("N")[..12];

    /// <summary>Confirms an answer the browser has, in place of making it again.</summary>
    public static TBuilder TaggedByGuide<TBuilder>(this TBuilder builder)
        where TBuilder : IEndpointConventionBuilder =>
        builder.AddEndpointFilter(
            async (asked, next) =>
            {
                var context = asked.HttpContext;
                var tag = $"\"{context.RequestServices.GetRequiredService<CurrentGuide>().Version}-{Build}\"";
                context.Response.Headers.CacheControl = "no-cache";
                context.Response.Headers.ETag = tag;
                return context.Request.Headers.IfNoneMatch.Contains(tag)
                    ? Results.StatusCode(StatusCodes.Status304NotModified)
                    : await next(asked);
            }
        );
}
