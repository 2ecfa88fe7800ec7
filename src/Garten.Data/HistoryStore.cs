using System.Text.Json;
using Garten.Core.Commands;
using Garten.Core.Survey.Access;
using Npgsql;

namespace Garten.Data;

/// <summary>What has a history of its own beside plants, whose history is kept with them.</summary>
public enum HistoryOf
{
    /// <summary>A site.</summary>
    Site,

    /// <summary>A place on the map.</summary>
    Place,

    /// <summary>A count.</summary>
    Count,

    /// <summary>A line of a count.</summary>
    Line,

    /// <summary>A person, as they are called.</summary>
    Person,
}

/// <summary>
/// The histories of sites, places, counts, lines of counts and people's names. The database itself notes each change; here it is put
/// into words: which part, what it was and what it became.
/// </summary>
/// <param name="policy">What is hidden from who asks.</param>
public sealed class HistoryStore(NpgsqlDataSource source, SensitivePlacePolicy policy)
{
    /// <summary>What the parts are called, by their column.</summary>
    private static readonly Dictionary<string, string> Labels = new()
    {
        ["elevation_m"] = "elevation in m",
        ["uncertainty_m"] = "known to within, in m",
        ["habitats"] = "kind of place",
        ["snow_gone_month"] = "snow gone, month",
        ["snow_gone_day"] = "snow gone, day",
        ["flora_area"] = "flora area",
        ["plot_area_m2"] = "area of a plot in m²",
        ["length_m"] = "length in m",
        ["started"] = "from",
        ["ended"] = "to",
        ["points"] = "drawn as",
        ["removed_at"] = "deleted",
        ["taxon"] = "name",
    };

    /// <summary>The changes of something, the latest first; nothing of what the person may not know.</summary>
    public async Task<List<Correction>> OfAsync(HistoryOf kind, Guid subject, CancellationToken cancel)
    {
        var shown =
            kind == HistoryOf.Line
                ? $"exists (select from count_line l join every_count_sheet c on c.id = l.sheet join visit v on v.id = c.visit where l.id = r.subject and {policy.ShowsLine("l", "v")})"
                : "true";
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            $"""
            select r.at, h.name, r.before::text, r.after::text from row_history r join person h on h.id = r.person
            where r.kind = $1 and r.subject = $2 and {shown} order by r.id desc
            """,
            [kind.ToString(), subject],
            r => new Correction(
                r.GetFieldValue<DateTimeOffset>(0),
                r.GetString(1),
                kind.ToString().ToLowerInvariant(),
                Changes(r.GetString(2), r.GetString(3))
            ),
            cancel
        );
    }

    private static List<CorrectedPart> Changes(string before, string after)
    {
        using var was = JsonDocument.Parse(before);
        using var became = JsonDocument.Parse(after);
        return
        [
            .. became
                .RootElement.EnumerateObject()
                .Select(p =>
                    (
                        p.Name,
                        Was: was.RootElement.TryGetProperty(p.Name, out var old) ? Words(p.Name, old) : "",
                        Became: Words(p.Name, p.Value)
                    )
                )
                .Where(p => p.Was != p.Became)
                .Select(p => new CorrectedPart(
                    Labels.GetValueOrDefault(p.Name) ?? p.Name.Replace('_', ' '),
                    p.Was,
                    p.Became
                )),
        ];
    }

    private static string Words(string part, JsonElement value) =>
        part == "removed_at"
            ? (value.ValueKind == JsonValueKind.Null ? "no" : "yes")
            : value.ValueKind switch
            {
                JsonValueKind.Null => "",
                JsonValueKind.String => value.GetString()!,
                JsonValueKind.Array => string.Join(", ", value.EnumerateArray().Select(v => v.ToString())),
                _ => value.ToString(),
            };
}
