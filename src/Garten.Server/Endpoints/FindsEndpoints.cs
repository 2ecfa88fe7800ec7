using System.Globalization;
using Garten.Core.Guides;
using Garten.Core.Survey;
using Garten.Core.Survey.Access;
using Garten.Core.Survey.Counting;
using Garten.Core.Survey.Places;
using Garten.Core.Survey.Statistics;
using Garten.Data;
using Garten.Formats.Records;
using Garten.Server.Access;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>Which finds, as sent in the address.</summary>
/// <param name="Taxon">A taxon, with all below it.</param>
/// <param name="Person">A person who recorded.</param>
/// <param name="From">First day.</param>
/// <param name="To">Last day.</param>
/// <param name="Text">Words looked for.</param>
public sealed record FindQuery(
    SiteId? Site,
    string? Taxon,
    PersonId? Person,
    DateOnly? From,
    DateOnly? To,
    string? Text
)
{
    /// <summary>The taxon; null for all.</summary>
    public string? TaxonOrAll => string.IsNullOrEmpty(Taxon) ? null : Taxon;

    /// <summary>True when nothing but a taxon restricts it.</summary>
    public bool ByNameAlone =>
        Site is null && Person is null && From is null && To is null && string.IsNullOrEmpty(Text);

    /// <summary>The filter.</summary>
    public FindFilter Filter() =>
        new(
            Site,
            TaxonOrAll,
            Person,
            From,
            To,
            Rules.Text("text", "The search text", Text, 200) is { Length: > 0 } text ? text : null
        );
}

/// <summary>A find, ready to show.</summary>
/// <param name="Key">Tells it from all others.</param>
/// <param name="FullName">The name with its qualifier.</param>
/// <param name="Counted">What was counted, in words; empty where nothing was.</param>
public sealed record FindView(string Key, Find Find, string FullName, string Counted);

/// <summary>A page of finds.</summary>
/// <param name="Next">Where the next page begins; null on the last.</param>
public sealed record FindPage(IReadOnlyList<FindView> Finds, string? Next);

/// <summary>Finds of a taxon, ready to show.</summary>
public sealed record NamedFinds(TaxonName Taxon, long Finds);

/// <summary>What finds come to.</summary>
/// <param name="Sites">At how many sites.</param>
/// <param name="Unplaced">How many lie nowhere on a map.</param>
/// <param name="Species">How many species; names that stop above one add none where one of the genus is there.</param>
/// <param name="Taxa">The most found.</param>
/// <param name="Withheld">What is told of sensitive finds in their place; empty for those who see them.</param>
public sealed record FindSummary(
    long Finds,
    int Sites,
    long Unplaced,
    int Species,
    IReadOnlyList<YearOfFinds> Years,
    IReadOnlyList<NamedFinds> Taxa,
    IReadOnlyList<CoarseRecord> Withheld
);

/// <summary>Everything found, followed or counted: listed, searched, summed up and gathered on a map.</summary>
public static class FindsEndpoints
{
    private const int MostRows = 200;
    private const int ShownTaxa = 12;

    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet(
                "/finds",
                async (
                    [AsParameters] FindQuery query,
                    bool? oldest,
                    string? after,
                    int? take,
                    FindStore store,
                    CurrentGuide current,
                    CancellationToken cancel
                ) =>
                {
                    var most = Math.Clamp(take ?? 50, 1, MostRows);
                    var finds = await store.ListAsync(
                        query.Filter(),
                        oldest ?? false,
                        PlaceOf(after),
                        most + 1,
                        cancel
                    );
                    var page = finds.Take(most).Select(f => View(f, current.Guide)).ToArray();
                    return new FindPage(page, finds.Count > most ? page[^1].Key : null);
                }
            )
            .WithName("finds")
            .Produces<FindPage>();

        api.MapGet(
                "/finds/summary",
                async (
                    [AsParameters] FindQuery query,
                    FindStore store,
                    CoarseRecords coarse,
                    CurrentGuide current,
                    CancellationToken cancel
                ) =>
                {
                    var sums = await store.SumsAsync(query.Filter(), cancel);
                    var known = sums.Names.Where(n => current.Guide.FindTaxon(new(n.Taxon)) is not null).ToArray();
                    var species = CountedNames
                        .Of(current.Guide, [.. known.Select(n => new RecordedName(new(n.Taxon), n.Qualifier))])
                        .OfType<TaxonId>()
                        .Distinct()
                        .Count();
                    return new FindSummary(
                        sums.Finds,
                        sums.Sites,
                        sums.Unplaced,
                        species,
                        sums.Years,
                        [
                            .. known
                                .GroupBy(n => n.Taxon)
                                .Select(g => new NamedFinds(
                                    TaxonName.Of(current.Guide.Taxon(new(g.Key))),
                                    g.Sum(n => n.Finds)
                                ))
                                .OrderByDescending(t => t.Finds)
                                .ThenBy(t => t.Taxon.Name, StringComparer.Ordinal)
                                .Take(ShownTaxa),
                        ],
                        await coarse.OfAsync(query.ByNameAlone, query.TaxonOrAll, cancel)
                    );
                }
            )
            .WithName("findSummary")
            .Produces<FindSummary>();

        api.MapGet(
                "/finds/map",
                async (
                    [AsParameters] FindQuery query,
                    double? south,
                    double? west,
                    double? north,
                    double? east,
                    int? zoom,
                    FindStore store,
                    CancellationToken cancel
                ) =>
                    await store.ClustersAsync(
                        query.Filter(),
                        new(south ?? -90, west ?? -180, north ?? 90, east ?? 180),
                        MapGrid.SideInDegrees(zoom ?? MapGrid.Nearest),
                        cancel
                    )
            )
            .WithName("findMap")
            .Produces<List<FindCluster>>();

        api.MapGet(
                "/finds.csv",
                [Noted]
                async (
                    [AsParameters] FindQuery query,
                    bool? exact,
                    FindStore store,
                    CoarseRecords coarse,
                    PlaceStore places,
                    CurrentPerson person,
                    CurrentGuide current,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                {
                    var leaving = person.Leaving(exact);
                    var filter = query.Filter();
                    var withheld = await coarse.OfAsync(leaving, query.ByNameAlone, query.TaxonOrAll, cancel);
                    var flora = current.FloraOf(await places.SitesAsync(cancel));
                    var finds = store
                        .SeenBy(leaving)
                        .StreamAsync(filter, cancel)
                        .Select(f =>
                            current.Guide.FindTaxon(new(f.Taxon)) is { } taxon
                                ? (f, taxon, flora.At(taxon.Id, f.Site))
                                : (f, null, AreaStatus.Unknown)
                        );
                    return TypedResults.Stream(
                        stream => FindsCsv.WriteAsync(finds, withheld, stream, cancel),
                        "text/csv; charset=utf-8",
                        string.Create(CultureInfo.InvariantCulture, $"garten-finds-{Clock.Today(clock):yyyy-MM-dd}.csv")
                    );
                }
            )
            .WithName("findsCsv")
            .Produces<string>(contentType: "text/csv");
    }

    private static FindView View(Find find, Guide guide) =>
        new(
            KeyOf(find),
            find,
            guide.FindTaxon(new(find.Taxon)) is { } taxon ? DeterminationName.Full(taxon, find.Qualifier) : find.Name,
            QuickEntry.Briefly(find.Unit, find.Amount)
        );

    private static string KeyOf(Find find) =>
        string.Create(
            CultureInfo.InvariantCulture,
            $"{find.Date:yyyy-MM-dd}.{(find.Counted ? "line" : "plant")}.{find.Id}"
        );

    private static FindPlace? PlaceOf(string? after)
    {
        if (string.IsNullOrEmpty(after))
        {
            return null;
        }

        return
            after.Split('.') is [var day, "line" or "plant", var id]
            && DateOnly.TryParseExact(
                day,
                "yyyy-MM-dd",
                CultureInfo.InvariantCulture,
                DateTimeStyles.None,
                out var date
            )
            && EntityId.TryParse(id, out var last)
            ? new(date, after.Contains(".line.", StringComparison.Ordinal), last)
            : throw new RuleException(
                "after",
                $"“{after}” is not where a page ended. Begin with the first page again."
            );
    }
}
