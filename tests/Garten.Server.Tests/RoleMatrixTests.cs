using System.Net;
using System.Text;
using System.Text.RegularExpressions;
using Garten.Core.Survey.Access;
using Microsoft.AspNetCore.Http.Metadata;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;

namespace Garten.Server.Tests;

/// <summary>Every endpoint there is, called by everybody there can be.</summary>
public sealed partial class RoleMatrixTests(ServerFixture server) : IClassFixture<ServerFixture>
{
    /// <summary>What takes more than the usual right, or less; all else is to look at for reading and to record for the rest.</summary>
    private static readonly Dictionary<string, Right> Unusual = new()
    {
        ["GET /api/health"] = Right.Enter,
        ["GET /api/openapi.json"] = Right.Enter,
        ["GET /api/session"] = Right.Enter,
        ["PUT /api/session"] = Right.Enter,
        ["POST /api/session"] = Right.Enter,
        ["DELETE /api/session"] = Right.Enter,
        ["POST /api/first-steward"] = Right.Enter,
        ["PUT /api/password"] = Right.Look,
        ["POST /api/commands"] = Right.Look,
        ["POST /api/bench/answer"] = Right.Look,
        ["POST /api/bench/names"] = Right.Look,
        ["POST /api/bench/samples"] = Right.Look,
        ["POST /api/bench/account"] = Right.Look,
        ["POST /api/bench/suspicion"] = Right.Look,
        ["POST /api/bench/reasons"] = Right.Look,
        ["POST /api/bench/crosses"] = Right.Look,
        ["POST /api/bench/apart"] = Right.Look,
        ["POST /api/bench/sheet"] = Right.Look,
        ["POST /api/bench/compare"] = Right.Look,
        ["POST /api/trees/measures"] = Right.Look,
        ["POST /api/photos/{id:id}/measures"] = Right.Look,
        ["POST /api/photos/marks"] = Right.Look,
        ["POST /api/specimens"] = Right.Look,
        ["POST /api/guide/texts"] = Right.Look,
        ["POST /api/guide/texts.zip"] = Right.Look,
        ["POST /api/specimens.csv"] = Right.Look,
        ["PUT /api/trips/settings"] = Right.Look,
        ["POST /api/trips/seek"] = Right.Look,
        ["POST /api/plants/{plant:id}/determinations/{determination:id}/reviews"] = Right.Review,
        ["POST /api/names/{name}/records"] = Right.Review,
        ["DELETE /api/names/{name}"] = Right.Review,
        ["POST /api/names/{name}/back"] = Right.Review,
        ["POST /api/import"] = Right.Steward,
        ["PUT /api/map/base"] = Right.Steward,
        ["PUT /api/photos/naming"] = Right.Steward,
        ["POST /api/weather"] = Right.Steward,
        ["DELETE /api/weather"] = Right.Steward,
        ["GET /api/people"] = Right.Steward,
        ["POST /api/people"] = Right.Steward,
        ["PUT /api/people/{person:id}"] = Right.Steward,
        ["PUT /api/people/{person:id}/name"] = Right.Steward,
        ["POST /api/people/{person:id}/password"] = Right.Steward,
        ["GET /api/audit"] = Right.Steward,
    };

    private static readonly Dictionary<Right, Role> Least = new()
    {
        [Right.Look] = Role.Reader,
        [Right.Record] = Role.Surveyor,
        [Right.Review] = Role.Determiner,
        [Right.Steward] = Role.Steward,
    };

    [Fact]
    public async Task Every_endpoint_lets_through_the_roles_it_is_for_and_nobody_else()
    {
        var endpoints = Endpoints(server.Services).ToList();
        endpoints.Count.ShouldBeGreaterThan(80);
        Unusual.Keys.ShouldBeSubsetOf(endpoints.Select(e => $"{e.Method} {e.Path}"));
        List<string> wrong = [];
        foreach (var role in (Role?[])[null, Role.Reader, Role.Surveyor, Role.Determiner, Role.Steward])
        {
            using var client = new Client(server.Address);
            foreach (var (method, path, type) in endpoints)
            {
                // Entering and leaving changes who asks: the next one is asked by the one meant again.
                if (role is { } known)
                {
                    await client.BeAsync(known.ToString().ToLowerInvariant());
                }

                var right =
                    Unusual.TryGetValue($"{method} {path}", out var unusual) ? unusual
                    : method == "GET" ? Right.Look
                    : Right.Record;
                var expected =
                    right == Right.Enter ? (HttpStatusCode?)null
                    : role is null ? HttpStatusCode.Unauthorized
                    : role < Least[right] ? HttpStatusCode.Forbidden
                    : null;
                var status = await CallAsync(client, method, path, type);
                if (
                    expected is null
                        ? status is HttpStatusCode.Unauthorized or HttpStatusCode.Forbidden
                        : status != expected
                )
                {
                    wrong.Add($"{role?.ToString() ?? "nobody"}: {method} {path} answered {(int)status}");
                }
            }
        }

        wrong.ShouldBeEmpty();
    }

    /// <summary>Methods and paths of all endpoints.</summary>
    public static IEnumerable<(string Method, string Path)> EndpointsOf(IServiceProvider services) =>
        Endpoints(services).Select(e => (e.Method, e.Path));

    private static IEnumerable<(string Method, string Path, string Type)> Endpoints(IServiceProvider services) =>
        services
            .GetRequiredService<EndpointDataSource>()
            .Endpoints.OfType<RouteEndpoint>()
            .Where(e =>
                e.RoutePattern.RawText is { } path && path.TrimStart('/').StartsWith("api/", StringComparison.Ordinal)
            )
            .SelectMany(e =>
                e.Metadata.GetMetadata<HttpMethodMetadata>()!
                    .HttpMethods.Select(m =>
                        (
                            m,
                            "/" + e.RoutePattern.RawText!.Trim('/'),
                            e.Metadata.GetMetadata<IAcceptsMetadata>()?.ContentTypes[0] ?? "application/json"
                        )
                    )
            );

    /// <summary>Calls an endpoint about things that are not there, with a body that says nothing: who may not call it is refused before that matters.</summary>
    private static async Task<HttpStatusCode> CallAsync(Client client, string method, string path, string type)
    {
        var address = Hole()
            .Replace(path, m => m.Value.Contains(":id", StringComparison.Ordinal) ? Guid.Empty.ToString()
                : m.Value.Contains("int", StringComparison.Ordinal) ? "987654"
                : "none");
        using var request = new HttpRequestMessage(new HttpMethod(method), address);
        if (method is "POST" or "PUT")
        {
            request.Content = new StringContent("{}", Encoding.UTF8, type);
        }

        using var response = await client.Http.SendAsync(request);
        return response.StatusCode;
    }

    [GeneratedRegex(@"\{[^}]*\}")]
    private static partial Regex Hole();
}
