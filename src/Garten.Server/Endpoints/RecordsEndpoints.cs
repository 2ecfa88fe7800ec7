using System.Globalization;
using Garten.Core.Survey;
using Garten.Core.Survey.Access;
using Garten.Data;
using Garten.Formats.Records;
using Garten.Server.Access;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>A page of records.</summary>
/// <param name="Total">How many the filter lets through.</param>
/// <param name="Records">Those of this page.</param>
/// <param name="Withheld">What is told of sensitive finds in place of their records; empty for those who see them.</param>
public sealed record RecordPage(long Total, IReadOnlyList<SurveyRecord> Records, IReadOnlyList<CoarseRecord> Withheld);

/// <summary>What to show of the records, as sent in the address.</summary>
/// <param name="Taxon">A taxon, with all below it.</param>
/// <param name="Person">A person who recorded or determined.</param>
/// <param name="From">First day.</param>
/// <param name="To">Last day.</param>
/// <param name="Text">Words looked for.</param>
/// <param name="Sort">Column to sort by: date, tag, name, site, recorder or determiner.</param>
/// <param name="Descending">True for the largest first.</param>
public sealed record RecordQuery(
    SiteId? Site,
    string? Taxon,
    PersonId? Person,
    DateOnly? From,
    DateOnly? To,
    string? Text,
    string? Sort,
    bool? Descending
)
{
    /// <summary>The filter for one page.</summary>
    /// <param name="skip">Rows to leave out at the start.</param>
    /// <param name="take">Most rows to give.</param>
    public RecordFilter Page(int skip, int take) =>
        new(
            Site,
            string.IsNullOrEmpty(Taxon) ? null : Taxon,
            Person,
            From,
            To,
            Rules.Text("text", "The search text", Text, 200) is { Length: > 0 } text ? text : null,
            SortColumn,
            Descending ?? SortColumn == RecordSort.Date,
            skip,
            take
        );

    private RecordSort SortColumn =>
        Sort is null ? RecordSort.Date
        : Enum.TryParse<RecordSort>(Sort, ignoreCase: true, out var column) && Enum.IsDefined(column) ? column
        : throw new RuleException(
            "sort",
            $"Records cannot be sorted by “{Sort}”. Choose one of {string.Join(", ", Enum.GetNames<RecordSort>()).ToLowerInvariant()}."
        );
}

/// <summary>The records of the survey.</summary>
public static class RecordsEndpoints
{
    private const int MostRows = 200;

    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet(
                "/records",
                async (
                    [AsParameters] RecordQuery query,
                    int? skip,
                    int? take,
                    RecordStore store,
                    CoarseRecords coarse,
                    CancellationToken cancel
                ) =>
                {
                    var filter = query.Page(Math.Max(0, skip ?? 0), Math.Clamp(take ?? 50, 1, MostRows));
                    return new RecordPage(
                        await store.CountAsync(filter, cancel),
                        await store.ListAsync(filter, cancel),
                        await coarse.OfAsync(filter.ByNameAlone, filter.Taxon, cancel)
                    );
                }
            )
            .WithName("records")
            .Produces<RecordPage>();

        api.MapGet(
                "/records.csv",
                [Noted]
                async (
                    [AsParameters] RecordQuery query,
                    bool? exact,
                    RecordStore store,
                    CoarseRecords coarse,
                    CurrentPerson person,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                {
                    var leaving = person.Leaving(exact);
                    var filter = query.Page(0, int.MaxValue);
                    var content = new MemoryStream();
                    DarwinCoreCsv.Write(
                        await store.SeenBy(leaving).ListAsync(filter, cancel),
                        await coarse.OfAsync(leaving, filter.ByNameAlone, filter.Taxon, cancel),
                        content
                    );
                    var day = Clock.Today(clock).ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
                    return TypedResults.File(content.ToArray(), "text/csv; charset=utf-8", $"garten-records-{day}.csv");
                }
            )
            .WithName("recordsCsv")
            .Produces<string>(contentType: "text/csv");
    }
}
