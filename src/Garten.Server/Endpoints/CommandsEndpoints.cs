using System.Text.Json;
using Garten.Core.Survey.Access;
using Garten.Server.Access;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>A change as a device kept it.</summary>
/// <param name="Id">Number of the command; sent twice it is made once.</param>
/// <param name="Asked">When it was asked for, by the clock of the device.</param>
/// <param name="Method">How it is sent: POST, PUT or DELETE.</param>
/// <param name="Address">Where it is sent, a path of the API with its query.</param>
/// <param name="Type">The kind of content; null where there is none.</param>
/// <param name="Content">What is sent; null for nothing.</param>
public sealed record KeptChange(Guid Id, string Asked, string Method, string Address, string? Type, string? Content);

/// <summary>What became of a change.</summary>
/// <param name="Status">As if it had been sent alone: below 400 it is made.</param>
/// <param name="Detail">Why it was not; null where it was.</param>
/// <param name="Theirs">What somebody else recorded in its place, where that is why; else null.</param>
public sealed record ChangeAnswer(Guid Id, int Status, string? Detail, JsonElement? Theirs);

/// <summary>Changes that come together: what a device made while it was away.</summary>
public static class CommandsEndpoints
{
    /// <summary>Most changes in one request.</summary>
    private const int Most = 100;

    private const string Here = "/api/commands";

    private static readonly string[] Methods = ["POST", "PUT", "DELETE"];

    /// <summary>Adds the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPost("/commands", async (KeptChange[] input, Bundle bundle, HttpContext context) =>
            {
                if (input.Length is 0 or > Most)
                {
                    throw new RuleException("", $"Send between 1 and {Most} changes at a time.");
                }

                var wrong = Array.FindIndex(input, c => !IsChange(c));
                if (wrong >= 0)
                {
                    throw new RuleException(
                        "address",
                        $"Change {wrong + 1} is no change of Garten: {input[wrong].Method} {input[wrong].Address}. None was made."
                    );
                }

                var answers = new List<ChangeAnswer>(input.Length);
                foreach (var change in input)
                {
                    var answer = await MakeAsync(bundle, context, change);
                    answers.Add(answer);

                    // What comes after it may stand on it: it is sent once more, and this with it.
                    if (answer.Status is StatusCodes.Status401Unauthorized or >= 500)
                    {
                        break;
                    }
                }

                return answers;
            })
            .Needs(Right.Look)
            .WithName("makeChanges")
            .Produces<List<ChangeAnswer>>();

    private static bool IsChange(KeptChange change) =>
        Methods.Contains(change.Method)
        && change.Address.StartsWith("/api/", StringComparison.Ordinal)
        && !change.Address.StartsWith(Here, StringComparison.OrdinalIgnoreCase);

    private static async Task<ChangeAnswer> MakeAsync(Bundle bundle, HttpContext context, KeptChange change)
    {
        var headers = new Dictionary<string, string>
        {
            ["Garten-Command"] = change.Id.ToString(),
            ["Garten-Asked"] = change.Asked,
        };
        if (change.Type is { } type)
        {
            headers["Content-Type"] = type;
        }

        var (status, answer) = await bundle.RunAsync(context, change.Method, change.Address, headers, change.Content);
        if (status < 400)
        {
            return new(change.Id, status, null, null);
        }

        using var said = JsonDocument.Parse(answer.IsEmpty ? "{}"u8.ToArray() : answer);
        var problem = said.RootElement;
        return new(
            change.Id,
            status,
            problem.TryGetProperty("detail", out var detail) ? detail.GetString() : null,
            problem.TryGetProperty("theirs", out var theirs) && theirs.ValueKind == JsonValueKind.Object
                ? theirs.Clone()
                : null
        );
    }
}
