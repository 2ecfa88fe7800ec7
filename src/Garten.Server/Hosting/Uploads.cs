using Microsoft.AspNetCore.Http.Features;

namespace Garten.Server.Hosting;

/// <summary>Files larger than a request usually may be.</summary>
public static class Uploads
{
    /// <summary>The body of a request, up to a size.</summary>
    /// <param name="request">The request.</param>
    /// <param name="most">Most bytes.</param>
    /// <param name="what">What is sent, for the message.</param>
    /// <param name="cancel">Gives up.</param>
    /// <exception cref="RuleException">It is larger.</exception>
    public static async Task<byte[]> ReadAsync(HttpRequest request, long most, string what, CancellationToken cancel)
    {
        var limit = request.HttpContext.Features.Get<IHttpMaxRequestBodySizeFeature>();
        var tooLarge = request.ContentLength > most;
        if (limit is { IsReadOnly: false })
        {
            // Of a larger file the rest is let in and thrown away, or the one who sends it would never read the answer.
            limit.MaxRequestBodySize = tooLarge ? null : most;
        }

        if (tooLarge)
        {
            throw new RuleException("file", $"The {what} has more than {most / 1024 / 1024} MB. Send a smaller one, or in parts.");
        }

        using var file = new MemoryStream();
        await request.Body.CopyToAsync(file, cancel);
        return file.ToArray();
    }
}
