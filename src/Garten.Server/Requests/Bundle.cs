using System.Text;
using Microsoft.AspNetCore.Http.Features;

namespace Garten.Server.Requests;

/// <summary>
/// Runs requests that came together in one, each as if it had come alone: <code>var status = await bundle.RunAsync(context, change);</code>
/// Each meets the same gate, rules and handlers, and a scope of its own; only what it says of itself differs from the request it came in.
/// </summary>
public sealed class Bundle(IHttpContextFactory contexts)
{
    /// <summary>What a request is known by that another one carries along: who sends it, and from what page.</summary>
    private static readonly string[] Carried = ["Cookie", "Host", "Origin", "Sec-Fetch-Site", "User-Agent"];

    private RequestDelegate? _all;

    /// <summary>Takes note of all that stands behind this in the application.</summary>
    public RequestDelegate Behind(RequestDelegate next) => _all = next;

    /// <summary>Runs a request.</summary>
    /// <param name="around">The request it came in.</param>
    /// <param name="method">Its method.</param>
    /// <param name="address">Its path and query.</param>
    /// <param name="headers">What it says of itself.</param>
    /// <param name="content">What is sent; null for nothing.</param>
    /// <returns>The status, and what was answered.</returns>
    public async Task<(int Status, ReadOnlyMemory<byte> Answer)> RunAsync(
        HttpContext around,
        string method,
        string address,
        IReadOnlyDictionary<string, string> headers,
        string? content
    )
    {
        var bytes = Encoding.UTF8.GetBytes(content ?? "");
        var end = address.IndexOf('?', StringComparison.Ordinal);
        var request = new HttpRequestFeature
        {
            Method = method,
            Scheme = around.Request.Scheme,
            Path = Uri.UnescapeDataString(end < 0 ? address : address[..end]),
            QueryString = end < 0 ? "" : address[end..],
            Body = new MemoryStream(bytes, writable: false),
        };
        foreach (var name in Carried)
        {
            request.Headers[name] = around.Request.Headers[name];
        }

        foreach (var (name, value) in headers)
        {
            request.Headers[name] = value;
        }

        request.Headers.ContentLength = bytes.Length;
        using var answer = new MemoryStream();
        var features = new FeatureCollection();
        features.Set<IHttpRequestFeature>(request);
        features.Set<IHttpRequestBodyDetectionFeature>(new HasBody(bytes.Length > 0));
        features.Set<IHttpResponseFeature>(new HttpResponseFeature());
        features.Set<IHttpResponseBodyFeature>(new StreamResponseBodyFeature(answer));
        features.Set(around.Features.Get<IHttpConnectionFeature>());
        features.Set(around.Features.Get<IHttpRequestLifetimeFeature>());
        var context = contexts.Create(features);
        try
        {
            await _all!(context);
            await context.Response.CompleteAsync();
            return (context.Response.StatusCode, answer.ToArray());
        }
        finally
        {
            contexts.Dispose(context);
        }
    }

    private sealed record HasBody(bool CanHaveBody) : IHttpRequestBodyDetectionFeature;
}
