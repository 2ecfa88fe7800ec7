using Garten.Core.Survey.Access;
using Garten.Server.Access;
using Npgsql;

namespace Garten.Server.Endpoints;

/// <summary>How the server is.</summary>
/// <param name="Status">"well", or what is wrong.</param>
public sealed record Health(string Status);

/// <summary>Tells whether the server and its database answer.</summary>
public static class HealthEndpoints
{
    /// <summary>Adds the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/health", async (NpgsqlDataSource source, CancellationToken cancel) =>
            {
                await using var connection = await source.OpenConnectionAsync(cancel);
                await using var command = new NpgsqlCommand("select count(*) from guide_version", connection);
                return (long)(await command.ExecuteScalarAsync(cancel))! > 0
                    ? new Health("well")
                    : new Health("no guide is loaded");
            })
            .Needs(Right.Enter)
            .WithName("health")
            .Produces<Health>();
}
