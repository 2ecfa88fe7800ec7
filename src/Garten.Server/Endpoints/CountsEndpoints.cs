using Garten.Core.Commands;
using Garten.Core.Sheets;
using Garten.Core.Survey.Counting;
using Garten.Data;
using Garten.Formats.Calendars;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>A page of counts.</summary>
/// <param name="Sheets">The sheets, the latest first.</param>
/// <param name="More">True when there are earlier ones.</param>
public sealed record CountPage(IReadOnlyList<CountSheet> Sheets, bool More);

/// <summary>Counts by protocol, and what they come to.</summary>
public static class CountsEndpoints
{
    private const int MostSheets = 100;

    /// <summary>Adds the endpoints.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        var counts = api.MapGroup("/counts");
        counts
            .MapGet(
                "/",
                async (
                    SiteId? site,
                    DateOnly? beforeDay,
                    SheetId? beforeId,
                    int? take,
                    CountStore store,
                    CancellationToken cancel
                ) =>
                {
                    var most = Math.Clamp(take ?? MostSheets, 1, MostSheets);
                    var sheets = await store.PageAsync(
                        site,
                        beforeDay is { } day && beforeId is { } id ? (day, id) : null,
                        most + 1,
                        cancel
                    );
                    return new CountPage([.. sheets.Take(most)], sheets.Count > most);
                }
            )
            .WithName("counts")
            .Produces<CountPage>();

        counts
            .MapGet("/years", (CountStore store, CancellationToken cancel) => store.YearsAsync(cancel))
            .WithName("countYears")
            .Produces<List<int>>();

        counts
            .MapGet(
                "/calendar.ics",
                async (
                    SiteId? site,
                    string? protocol,
                    int? year,
                    CountStore store,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                {
                    var sheets = await store.SheetsAsync(SentChoice.Of(site, protocol, year), cancel);
                    var days = sheets.Select(s => new CalendarDay(
                        $"count-{s.Id}",
                        s.Content.Date,
                        $"{s.SiteName}{(s.PlaceName.Length > 0 ? $", {s.PlaceName}" : "")}: {ProtocolWords.Name(s.Content.Protocol)}",
                        string.Join(
                            '\n',
                            new[] { s.Recorder, s.Content.Companions, s.Content.Weather, s.Content.Note }.Where(t =>
                                t.Length > 0
                            )
                        )
                    )
                    {
                        Started = s.Content.Started,
                        Ended = s.Content.Ended,
                    });
                    return TypedResults.Text(
                        CalendarWriter.Write(days, clock.GetUtcNow().UtcDateTime),
                        "text/calendar"
                    );
                }
            )
            .WithName("countsCalendar")
            .Produces<string>(200, "text/calendar");

        counts
            .MapPost(
                "/",
                async (
                    CountInput input,
                    CountStore store,
                    MapStore places,
                    CountViews views,
                    CurrentPerson person,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                {
                    await store.HandleAsync(
                        person.Head,
                        new BeginCount(input.Id, await CheckAsync(input.Begun, places, clock, cancel)),
                        cancel
                    );
                    return await views.OfAsync(input.Id, cancel);
                }
            )
            .WithName("beginCount")
            .Produces<CountView>();

        counts
            .MapGet("/{sheet:id}", (SheetId sheet, CountViews views, CancellationToken cancel) =>
                views.OfAsync(sheet, cancel)
            )
            .WithName("count")
            .Produces<CountView>();

        counts
            .MapPut(
                "/{sheet:id}",
                async (
                    SheetId sheet,
                    SheetChange input,
                    CountStore store,
                    MapStore places,
                    CountViews views,
                    CurrentPerson person,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                {
                    var before = await store.SheetAsync(sheet, cancel);
                    var lines = await store.LinesAsync(sheet, cancel);
                    var content = await CheckAsync(
                        input.Content with
                        {
                            Protocol = before.Content.Protocol,
                            Site = before.Content.Site,
                            Date = before.Content.Date,
                        },
                        places,
                        clock,
                        cancel
                    );
                    SheetRules.KeepPlots(content, lines);
                    await store.HandleAsync(person.Head, new SetCount(sheet, content, input.Expected), cancel);
                    return await views.OfAsync(sheet, cancel);
                }
            )
            .WithName("setCount")
            .Produces<CountView>();

        counts
            .MapGet(
                "/{sheet:id}/watched",
                async (SheetId sheet, CountStore store, PhenologyWatches watches, CancellationToken cancel) =>
                {
                    var content = (await store.SheetAsync(sheet, cancel)).Content;
                    return await watches.OfAsync(content.Site, content.Date.Year, cancel);
                }
            )
            .WithName("watched")
            .Produces<IReadOnlyList<WatchedPhase>>();

        counts
            .MapGet(
                "/{sheet:id}/reading",
                async (
                    SheetId sheet,
                    string text,
                    CountStore store,
                    CurrentGuide current,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                    QuickEntry.Read(
                        current.SeenBy(person.Policy),
                        (await store.SheetAsync(sheet, cancel)).Content.Protocol,
                        Rules.Text("text", "The line", text, 200)
                    )
            )
            .WithName("readLine")
            .Produces<QuickReading>();

        counts
            .MapPost(
                "/{sheet:id}/lines",
                async (
                    SheetId sheet,
                    LineInput input,
                    CountStore store,
                    CountViews views,
                    CurrentGuide current,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                {
                    var content = (await store.SheetAsync(sheet, cancel)).Content;
                    var lines = SheetRules.Lines(input, content, current.Guide);
                    if (!await store.HandleAsync(person.Head, new EnterLines(sheet, lines), cancel))
                    {
                        throw SheetRules.StandsAlready(lines[0], content);
                    }

                    return await views.OfAsync(sheet, cancel);
                }
            )
            .WithName("enterLine")
            .Produces<CountView>();

        var line = api.MapGroup("/count-lines/{line:id}");
        line.MapPut(
                "/",
                async (
                    LineId line,
                    LineChange input,
                    CountStore store,
                    CountViews views,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                {
                    var (sheet, before) = await views.LineAsync(line, cancel);
                    return await store.HandleAsync(
                        person.Head,
                        new SetLine(
                            before.Id,
                            SheetRules.Amount(before, input.Amount),
                            input.Origin,
                            Rules.Text("note", "The note", input.Note, 500),
                            input.Expected
                        ),
                        cancel
                    )
                        ? await views.OfAsync(sheet, cancel)
                        : throw SheetRules.GrowsSoAlready(before);
                }
            )
            .WithName("setLine")
            .Produces<CountView>();

        line.MapPost(
                "/one-more",
                async (
                    LineId line,
                    CountStore store,
                    CountViews views,
                    CurrentPerson person,
                    CancellationToken cancel
                ) =>
                {
                    var (sheet, before) = await views.LineAsync(line, cancel);
                    SheetRules.CountsUp(before);
                    await store.HandleAsync(person.Head, new CountOneMore(before.Id), cancel);
                    return await views.OfAsync(sheet, cancel);
                }
            )
            .WithName("oneMore")
            .Produces<CountView>();

        line.MapDelete(
                "/",
                (LineId line, CountStore store, CountViews views, CurrentPerson person, CancellationToken cancel) =>
                    TakeAwayAsync(line, true, store, views, person, cancel)
            )
            .WithName("takeLineAway")
            .Produces<CountView>();

        line.MapPost(
                "/back",
                (LineId line, CountStore store, CountViews views, CurrentPerson person, CancellationToken cancel) =>
                    TakeAwayAsync(line, false, store, views, person, cancel)
            )
            .WithName("putLineBack")
            .Produces<CountView>();
    }

    private static async Task<CountView> TakeAwayAsync(
        LineId line,
        bool away,
        CountStore store,
        CountViews views,
        CurrentPerson person,
        CancellationToken cancel
    )
    {
        var (sheet, content) = await views.LineAsync(line, cancel);
        return await store.HandleAsync(person.Head, new RemoveLine(content.Id, away), cancel)
            ? await views.OfAsync(sheet, cancel)
            : throw new RuleException(
                "line",
                $"{content.Name} was entered anew in the meantime. Change that line instead."
            );
    }

    /// <summary>Checks a visit, with the place on the map it is made at.</summary>
    private static async Task<SheetContent> CheckAsync(
        SheetContent input,
        MapStore places,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var today = Clock.Today(clock);
        return input.Place is { } place
            ? SheetRules.At((await places.PlacesAsync(cancel)).Find(p => p.Id == place)?.Content, input, today)
            : SheetRules.Check(input, today);
    }
}
