using System.Security.Cryptography;
using Microsoft.AspNetCore.StaticFiles;
using Microsoft.Net.Http.Headers;

namespace Garten.Server.Hosting;

/// <summary>Serves the built web application under a strict Content-Security-Policy.</summary>
public static class WebPages
{
    /// <summary>What the build writes where the page's nonce belongs.</summary>
    public const string NoncePlaceholder = "GARTEN_NONCE";

    /// <summary>Adds the security headers to every answer.</summary>
    /// <param name="tiles">Address of map pictures, which the page may show; empty for none.</param>
    public static void UseSecurityHeaders(this WebApplication app, string tiles) =>
        app.Use(
            async (context, next) =>
            {
                var headers = context.Response.Headers;
                headers.XContentTypeOptions = "nosniff";
                headers.XFrameOptions = "DENY";
                headers["Referrer-Policy"] = "no-referrer";
                headers["Cross-Origin-Opener-Policy"] = "same-origin";
                headers["Cross-Origin-Resource-Policy"] = "same-origin";
                headers["Permissions-Policy"] = "camera=(), microphone=(), geolocation=(self)";
                headers.ContentSecurityPolicy = Policy(null, tiles);
                await next(context);
            }
        );

    /// <summary>Serves the files and, for every other path that is no API, the page itself.</summary>
    /// <param name="folder">Folder of the built web application.</param>
    /// <param name="tiles">Address of map pictures, which the page may show; empty for none.</param>
    public static void MapWebPages(this WebApplication app, string folder, string tiles)
    {
        if (!Directory.Exists(folder))
        {
            return;
        }

        var full = Path.GetFullPath(folder);
        // What is called by the checksum of its content never changes.
        app.MapGet("/assets/{file}", (string file, HttpContext context) =>
            Packed(Path.Combine(full, "assets"), file, context, "public, max-age=31536000, immutable")
        );
        app.MapGet("/engine/{file}", (string file, HttpContext context) =>
            Packed(Path.Combine(full, "engine"), file, context, "no-cache")
        );
        app.MapGet("/icons/{file}", (string file, HttpContext context) =>
            Packed(Path.Combine(full, "icons"), file, context, "no-cache")
        );
        // What a device asks for to put Garten on it; asked for anew each time, so that a newer one is found.
        foreach (var file in new[] { "serviceWorker.js", "manifest.webmanifest" })
        {
            app.MapGet($"/{file}", (HttpContext context) => Packed(full, file, context, "no-cache"));
        }

        var page = File.ReadAllText(Path.Combine(full, "index.html"));
        app.MapFallback("{**path:nonfile}", context =>
        {
            if (context.Request.Path.StartsWithSegments("/api"))
            {
                context.Response.StatusCode = StatusCodes.Status404NotFound;
                return Task.CompletedTask;
            }

            var nonce = Convert.ToBase64String(RandomNumberGenerator.GetBytes(16));
            context.Response.Headers.ContentSecurityPolicy = Policy(nonce, tiles);
            context.Response.Headers.CacheControl = "no-store";
            context.Response.ContentType = "text/html; charset=utf-8";
            return context.Response.WriteAsync(page.Replace(NoncePlaceholder, nonce, StringComparison.Ordinal));
        });
    }

    /// <summary>A built file in the tightest packing the browser reads, under its own type.</summary>
    /// <param name="kept">How long the browser may keep it.</param>
    private static IResult Packed(string folder, string file, HttpContext context, string kept)
    {
        var types = new FileExtensionContentTypeProvider();
        var path = Path.Combine(folder, Path.GetFileName(file));
        if (Path.GetFileName(file) != file || !File.Exists(path) || !types.TryGetContentType(file, out var type))
        {
            return Results.NotFound();
        }

        var headers = context.Response.Headers;
        headers.CacheControl = kept;
        headers.Vary = "Accept-Encoding";
        foreach (var (coding, suffix) in new[] { ("br", ".br"), ("gzip", ".gz") })
        {
            if (
                File.Exists(path + suffix)
                && context.Request.Headers.AcceptEncoding.ToString().Contains(coding, StringComparison.Ordinal)
            )
            {
                headers.ContentEncoding = coding;
                path += suffix;
                break;
            }
        }

        var written = File.GetLastWriteTimeUtc(path);
        var tag = new EntityTagHeaderValue(
            FormattableString.Invariant($"\"{written.Ticks:x}-{new FileInfo(path).Length:x}\"")
        );
        return Results.File(path, type, lastModified: written, entityTag: tag);
    }

    private static string Policy(string? nonce, string tiles)
    {
        var own = nonce is null ? "'none'" : $"'nonce-{nonce}'";
        return "default-src 'none'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'; "
            + $"script-src 'self' 'wasm-unsafe-eval' {(nonce is null ? "" : own)}; style-src 'self' {(nonce is null ? "" : own)}; "
            + $"img-src 'self' data:{(tiles.Length > 0 ? $" {new Uri(tiles).GetLeftPart(UriPartial.Authority)}" : "")}; font-src 'self'; connect-src 'self'; manifest-src 'self'; worker-src 'self'";
    }
}
