using Microsoft.AspNetCore.Http.Features;

namespace Garten.Server.Requests;

/// <summary>Files larger than a request usually may be.</summary>
public static class Uploads
{
    /// <summary>The body of a request, up to a size.</summary>
    /// <param name="most">Most bytes.</param>
    /// <param name="what">What is sent, for the message.</param>
    /// <exception cref="RuleException">It is larger.</exception>
    public static async Task<byte[]> ReadAsync(HttpRequest request, long most, string what, CancellationToken cancel)
    {
        Bound(request, most, what);
        using var file = new MemoryStream();
        await request.Body.CopyToAsync(file, cancel);
        return file.ToArray();
    }

    /// <summary>The body of a request, up to a size, put aside on disk until the request is answered; it can be searched.</summary>
    /// <param name="most">Most bytes.</param>
    /// <param name="what">What is sent, for the message.</param>
    /// <exception cref="RuleException">It is larger.</exception>
    public static async Task<Stream> PutAsideAsync(
        HttpRequest request,
        long most,
        string what,
        CancellationToken cancel
    )
    {
        Bound(request, most, what);
        var file = Aside();
        request.HttpContext.Response.RegisterForDisposeAsync(file);
        await request.Body.CopyToAsync(file, cancel);
        file.Position = 0;
        return file;
    }

    /// <summary>A file nobody else can open, and that is gone with the last who holds it, even when the server is killed.</summary>
    public static FileStream Aside()
    {
        var path = Path.Combine(Path.GetTempPath(), Path.GetRandomFileName());
        FileStream file = new(
            path,
            new FileStreamOptions
            {
                Mode = FileMode.CreateNew,
                Access = FileAccess.ReadWrite,
                Options = FileOptions.Asynchronous,
                UnixCreateMode = UnixFileMode.UserRead | UnixFileMode.UserWrite,
            }
        );
        File.Delete(path);
        return file;
    }

    private static void Bound(HttpRequest request, long most, string what)
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
            throw TooLarge(most, what);
        }
    }

    /// <summary>Says that a file is too large.</summary>
    /// <param name="most">Most bytes.</param>
    /// <param name="what">What was sent.</param>
    public static RuleException TooLarge(long most, string what) =>
        new("file", $"The {what} has more than {most / 1024 / 1024} MB. Send a smaller one, or in parts.");
}
