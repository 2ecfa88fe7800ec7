using System.Text;
using Garten.Core.Identification;
using Garten.Core.Survey.Access;
using Garten.Formats.Specimens;
using Garten.Server.Access;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>A specimen of a table, named or refused.</summary>
/// <param name="Id">Its identifier in the table.</param>
/// <param name="LikelyNames">How the names stand; null when the row has faults.</param>
/// <param name="Faults">What is wrong with the row, each in a sentence.</param>
public sealed record NamedSpecimen(string Id, LikelyNames? LikelyNames, IReadOnlyList<string> Faults);

/// <summary>Tables of specimens named all at once.</summary>
public static class SpecimensEndpoints
{
    private const int MostNames = 3;

    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapPost(
                "/specimens",
                async (string? file, bool? flat, HttpRequest request, CurrentGuide current, CancellationToken cancel) =>
                {
                    var readings = await ReadAsync(file, request, current, cancel);
                    return readings
                        .Select(r => new NamedSpecimen(
                            r.Id,
                            r.Specimen is { } specimen
                                ? SpecimenResults.Name(current.Model, specimen, Factors(flat), MostNames)
                                : null,
                            [.. r.Faults.Select(f => f.ToString())]
                        ))
                        .ToArray();
                }
            )
            .Needs(Right.Look)
            .WithName("specimens")
            .Accepts<string>("text/csv")
            .Produces<NamedSpecimen[]>();

        api.MapPost(
                "/specimens.csv",
                async (string? file, bool? flat, HttpRequest request, CurrentGuide current, CancellationToken cancel) =>
                {
                    var readings = await ReadAsync(file, request, current, cancel);
                    var writer = new StringWriter();
                    SpecimenResults.Write(current.Model, [.. readings], MostNames, Factors(flat), writer);
                    return TypedResults.File(
                        Encoding.UTF8.GetBytes(writer.ToString()),
                        "text/csv; charset=utf-8",
                        "named-specimens.csv"
                    );
                }
            )
            .Needs(Right.Look)
            .WithName("specimensCsv")
            .Accepts<string>("text/csv")
            .Produces<string>(contentType: "text/csv");
    }

    private static PriorFactors Factors(bool? flat) => flat == true ? PriorFactors.None : PriorFactors.All;

    private static async Task<IReadOnlyList<SpecimenReading>> ReadAsync(
        string? file,
        HttpRequest request,
        CurrentGuide current,
        CancellationToken cancel
    )
    {
        using var content = new MemoryStream();
        await request.Body.CopyToAsync(content, cancel);
        var readings = SpecimenTable.Read(
            Rules.Text("file", "The file's name", file ?? "specimens.csv", 200),
            content.ToArray(),
            current.Guide,
            out var faults
        );
        return faults.IsEmpty ? readings : throw new RuleException("file", string.Join(" ", faults.Take(5)));
    }
}
