using System.Collections.Immutable;
using Garten.Core.Commands;
using Garten.Core.Guides;
using Garten.Core.Survey.Access;
using Garten.Core.Survey.Names;
using Garten.Data;
using Garten.Formats.Records;
using Garten.Server.Access;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>A name of the survey's own list, as shown.</summary>
/// <param name="InGuide">The taxon of the guide that is called so by now; null where it has none.</param>
/// <param name="BecameName">The name all its records were given; empty where it still stands.</param>
public sealed record SurveyNameView(SurveyName Name, TaxonName? InGuide, string BecameName);

/// <summary>What words that are typed may mean.</summary>
/// <param name="Readings">As what they can be kept, the likeliest first.</param>
/// <param name="Known">What is called so already; null where nothing is.</param>
/// <param name="Near">Listed names of which they may be a slip.</param>
/// <param name="Family">The family of its genus, where that is known; empty where it is not.</param>
/// <param name="Fault">Why they are no name; empty where they are one.</param>
public sealed record NameReading(
    ImmutableArray<NameText> Readings,
    TaxonName? Known,
    ImmutableArray<TaxonName> Near,
    string Family,
    string Fault
);

/// <summary>A name to keep in words.</summary>
/// <param name="Text">The name.</param>
/// <param name="Working">True where it is a label to work with, whatever it looks like.</param>
/// <param name="Family">Its family; empty where that follows from its genus or nobody knows it.</param>
public sealed record NameTextInput(string Text, bool Working, string? Family);

/// <summary>What is said anew of a name in words.</summary>
/// <param name="Family">Its family; empty for none known, null where it stays as it is.</param>
/// <param name="Expected">Revision the change starts from.</param>
public sealed record SurveyNameInput(NameContent Content, string? Family, long Expected);

/// <summary>Another name for all records of one.</summary>
/// <param name="To">A taxon of the guide or another name in words.</param>
/// <param name="Remarks">Why; may be empty.</param>
public sealed record RenameInput(string To, string? Remarks);

/// <summary>Records that were given another name.</summary>
/// <param name="Records">Lines of counts and plants.</param>
public sealed record Renamed(int Records);

/// <summary>A list of names that would be brought in, or was.</summary>
/// <param name="Rows">Its rows, those that are new or faulty first.</param>
/// <param name="New">How many names are new here.</param>
/// <param name="Known">How many are here already.</param>
/// <param name="Faults">Rows that cannot be read; nothing is kept while there are any.</param>
/// <param name="Kept">True when it was brought in.</param>
public sealed record NameListView(
    IReadOnlyList<NameColumnView> Columns,
    IReadOnlyList<ChecklistRow> Rows,
    int New,
    int Known,
    int Faults,
    bool Kept
);

/// <summary>A column of a list of names.</summary>
/// <param name="Holds">What it holds; null where it is not taken.</param>
/// <param name="First">What stands in its first rows.</param>
public sealed record NameColumnView(string Header, NameColumn? Holds, IReadOnlyList<string> First);

/// <summary>The survey's own list of names.</summary>
public static class NamesEndpoints
{
    private const long MostList = 8 * 1024 * 1024;
    private const int MostRows = 20_000;
    private const int ShownRows = 500;
    private const int FirstRows = 3;

    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        var names = api.MapGroup("/names");
        names
            .MapGet("", async (SurveyNameStore store, CurrentGuide current, CancellationToken cancel) =>
                (await store.ListAsync(cancel)).ConvertAll(n => ViewOf(n, current))
            )
            .WithName("surveyNames")
            .Produces<List<SurveyNameView>>();

        names
            .MapGet("/reading", (string text, CurrentGuide current, CurrentPerson person) =>
                ReadingOf(text, current.SeenBy(person.Policy))
            )
            .WithName("readName")
            .Produces<NameReading>();

        names
            .MapPost(
                "",
                async (
                    NameTextInput input,
                    SurveyNameStore store,
                    CurrentGuide current,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                {
                    var read = NameText.Read(input.Text, out _, out var fault) is { } some
                        ? (input.Working ? NameText.Labelled(input.Text) : Likeliest(input.Text, some))
                        : throw new RuleException("text", fault);
                    NamePlacing placing = new(current.Guide);
                    var id = placing.Place(read, input.Family ?? "", NameContent.Nothing);
                    await store.HandleAsync(person.Head, new AddNames(placing.Added), cancel);
                    return TaxonName.Of(current.Guide.Taxon(id));
                }
            )
            .WithName("addName")
            .Produces<TaxonName>();

        names
            .MapPost(
                "/checklist",
                async (
                    string? columns,
                    bool? keep,
                    HttpRequest request,
                    SurveyNameStore store,
                    CurrentGuide current,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                {
                    await using var content = await Uploads.PutAsideAsync(request, MostList, "list", cancel);
                    var bytes = new byte[content.Length];
                    content.Position = 0;
                    await content.ReadExactlyAsync(bytes, cancel);
                    var (view, added) = Checked(bytes, columns, current.Guide, keep ?? false);
                    if (view.Kept)
                    {
                        await store.HandleAsync(person.Head, new AddNames(added), cancel);
                    }

                    return view;
                }
            )
            .WithName("bringInNames")
            .Accepts<string>("text/csv")
            .Produces<NameListView>();

        var name = names.MapGroup("/{name}");
        name.MapGet("/history", (string name, SurveyNameStore store, CancellationToken cancel) =>
                store.HistoryAsync(new(name), cancel)
            )
            .WithName("nameHistory")
            .Produces<List<NameChange>>();

        name.MapPut(
                "",
                async (
                    string name,
                    SurveyNameInput input,
                    SurveyNameStore store,
                    CurrentGuide current,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                {
                    await store.HandleAsync(
                        person.Head,
                        SetName.Of(new(name), input.Content, input.Family, input.Expected, current.Guide),
                        cancel
                    );
                    return await OnListAsync(name, store, current, cancel);
                }
            )
            .WithName("setName")
            .Produces<SurveyNameView>();

        name.MapPost(
                "/records",
                async (
                    string name,
                    RenameInput input,
                    SurveyNameStore store,
                    CurrentGuide current,
                    CurrentPerson person,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                    new Renamed(
                        await store.HandleAsync(
                            person.Head,
                            RenameRecords.Of(new(name), input.To, input.Remarks, current.Guide, Clock.Today(clock)),
                            cancel
                        )
                    )
            )
            .Needs(Right.Review)
            .WithName("renameRecords")
            .Produces<Renamed>();

        name.MapDelete(
                "",
                (
                    string name,
                    SurveyNameStore store,
                    CurrentGuide current,
                    CurrentPerson person,
                    CancellationToken cancel
                ) => RemoveAsync(new(new(name), true), store, current, person, cancel)
            )
            .Needs(Right.Review)
            .WithName("removeName")
            .Produces<SurveyNameView>();

        name.MapPost(
                "/back",
                (
                    string name,
                    SurveyNameStore store,
                    CurrentGuide current,
                    CurrentPerson person,
                    CancellationToken cancel
                ) => RemoveAsync(new(new(name), false), store, current, person, cancel)
            )
            .Needs(Right.Review)
            .WithName("putNameBack")
            .Produces<SurveyNameView>();
    }

    private static async Task<SurveyNameView> RemoveAsync(
        RemoveName command,
        SurveyNameStore store,
        CurrentGuide current,
        CurrentPerson person,
        CancellationToken cancel
    )
    {
        await store.HandleAsync(person.Head, command, cancel);
        return await OnListAsync(command.Name.Value, store, current, cancel);
    }

    private static async Task<SurveyNameView> OnListAsync(
        string name,
        SurveyNameStore store,
        CurrentGuide current,
        CancellationToken cancel
    ) => ViewOf((await store.ListAsync(cancel)).First(n => n.Id.Value == name), current);

    /// <summary>What was typed in small letters is the name it would be in large ones, where there is such a reading.</summary>
    private static NameText Likeliest(string text, NameText read) =>
        NameText.Readings(text) is [var first, ..] ? first : read;

    private static SurveyNameView ViewOf(SurveyName name, CurrentGuide current) =>
        new(
            name,
            current.Model.Guide.Taxa.FirstOrDefault(t => t.Name.Equals(name.Name, StringComparison.OrdinalIgnoreCase))
                is { } taxon
                ? TaxonName.Of(taxon)
                : null,
            name.Became is { } became ? current.Guide.FindTaxon(became)?.Name ?? "" : ""
        );

    private static NameReading ReadingOf(string text, Guide guide)
    {
        var readings = NameText.Readings(text);
        if (readings.IsEmpty)
        {
            NameText.Read(text, out _, out var fault);
            return new([], null, [], "", fault);
        }

        var known = guide.AllNames.FirstOrDefault(t =>
            readings.Any(r => r.Name.Equals(t.Name, StringComparison.OrdinalIgnoreCase))
        );
        var genus = guide.AllNames.FirstOrDefault(t =>
            t.Rank == TaxonRank.Genus && readings.Any(r => r.Genus == t.Name)
        );
        return new(
            readings,
            known is null ? null : TaxonName.Of(known),
            NearNames.Of(guide, readings[0].Name),
            genus is null ? "" : guide.At(genus.Id, TaxonRank.Family)?.Name ?? "",
            ""
        );
    }

    private static (NameListView View, IReadOnlyList<SurveyName> Added) Checked(
        byte[] content,
        string? columns,
        Guide guide,
        bool keep
    )
    {
        var table = DelimitedText.Read(content);
        if (table.Faults.Count > 0)
        {
            var first = table.Faults[0];
            throw new RuleException("file", $"Line {first.Line}: {first.Says} Nothing was brought in.");
        }

        if (table.Rows.Count > MostRows)
        {
            throw new RuleException(
                "file",
                $"The list has {table.Rows.Count} rows; {MostRows} is the most. Divide it."
            );
        }

        ImmutableArray<NameColumn?> holds = columns is null
            ? NameChecklist.Guess(table.Headers)
            : ColumnsOf(columns, table.Headers.Count);
        var at = Enum.GetValues<NameColumn>().ToDictionary(c => c, c => holds.IndexOf(c));
        if (at[NameColumn.Name] < 0)
        {
            // Nothing can be read before somebody says where the names stand.
            return (new(ColumnViews(), [], 0, 0, 0, false), []);
        }

        NameChecklist list = new(guide);
        ChecklistRow[] rows = [.. table.Rows.Select(r => list.Read(r.Line, c => at[c] < 0 ? "" : r.Cells[at[c]]))];
        var faults = rows.Count(r => r.Fault.Length > 0);
        return (
            new(
                ColumnViews(),
                [
                    .. rows.OrderBy(r =>
                            r.Fault.Length > 0 ? 0
                            : r.Known is null ? 1
                            : 2
                        )
                        .ThenBy(r => r.Line)
                        .Take(ShownRows),
                ],
                rows.Count(r => r is { Known: null, Fault: "" }),
                rows.Count(r => r.Known is not null),
                faults,
                keep && faults == 0 ? true
                    : keep ? throw new RuleException("file", $"{faults} rows cannot be read. Nothing was brought in.")
                    : false
            ),
            list.Added
        );

        NameColumnView[] ColumnViews() =>
            [
                .. table.Headers.Select(
                    (h, i) => new NameColumnView(h, holds[i], [.. table.Rows.Take(FirstRows).Select(r => r.Cells[i])])
                ),
            ];
    }

    private static ImmutableArray<NameColumn?> ColumnsOf(string columns, int count)
    {
        var said = columns.Split(',');
        return said.Length == count
            ?
            [
                .. said.Select(c =>
                    c.Length == 0 ? (NameColumn?)null
                    : Enum.TryParse<NameColumn>(c, ignoreCase: true, out var column) && Enum.IsDefined(column) ? column
                    : throw new RuleException("columns", $"“{c}” is nothing a column can hold.")
                ),
            ]
            : throw new RuleException("columns", $"The list has {count} columns, and {said.Length} were told of.");
    }
}
