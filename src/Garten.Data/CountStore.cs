using Garten.Core.Commands;
using Garten.Core.Sheets;
using Garten.Core.Survey.Access;
using Garten.Core.Survey.Counting;
using Npgsql;

namespace Garten.Data;

/// <summary>A count that was deleted.</summary>
/// <param name="Recorder">Who counted.</param>
/// <param name="At">When it was deleted.</param>
public sealed record DeletedCount(
    SheetId Id,
    string Site,
    DateOnly Date,
    string Recorder,
    Protocol Protocol,
    DateTimeOffset At
);

/// <summary>Which counts.</summary>
/// <param name="Site">A site; null for all.</param>
/// <param name="Protocol">A protocol; null for all.</param>
/// <param name="Year">A year; null for all.</param>
public readonly record struct CountChoice(SiteId? Site, Protocol? Protocol, int? Year)
{
    /// <summary>All counts.</summary>
    public static readonly CountChoice All;
}

/// <summary>Counts made on visits.</summary>
/// <param name="policy">What is hidden from who asks.</param>
/// <param name="journal">Where changes go.</param>
public sealed class CountStore(NpgsqlDataSource source, SensitivePlacePolicy policy, CommandJournal journal)
    : IHandles<BeginCount, bool>,
        IHandles<SetCount, bool>,
        IHandles<EnterLines, bool>,
        IHandles<SetLine, bool>,
        IHandles<CountOneMore, bool>,
        IHandles<RemoveLine, bool>,
        IHandles<RemoveCount, bool>
{
    /// <summary>The same as somebody else sees it, such as whoever reads a file that leaves the house.</summary>
    /// <param name="leaving">What is hidden from them.</param>
    public CountStore SeenBy(SensitivePlacePolicy leaving) => new(source, leaving, journal);

    private string Sheets =>
        $"""
            select c.id, s.name, h.name, c.lines - {(policy.HidesSensitive ? "coalesce(hl.lines, 0)::int" : "0")},
                   v.site, v.visited_on, c.protocol, c.plots, c.plot_area_m2, c.length_m, c.started, c.ended, c.companions, c.weather, c.note,
                   c.place, w.name, w.latitude, w.longitude, c.revision
            from count_sheet c
            join visit v on v.id = c.visit
            join site s on s.id = v.site
            join person h on h.id = v.recorder
            left join place w on w.id = c.place
            {(policy.HidesSensitive ? HiddenLines : "")}
            """;

    /// <summary>How many lines of a sheet are not to be known of: they are few, and found by their names.</summary>
    private string HiddenLines =>
        $"""
            left join (
                select l.sheet, count(*) as lines
                from count_line l join count_sheet k on k.id = l.sheet join visit kv on kv.id = k.visit
                where l.removed_at is null and {policy.HidesTaxon("l")} and not {policy.ShowsLine(
                "l",
                "kv"
            )} group by l.sheet) hl on hl.sheet = c.id
            """;

    private string Lines =>
        $"""
            select l.id, l.plot, l.taxon, t.name, l.qualifier, l.origin, l.unit, l.amount, l.note, l.sheet, l.revision
            from count_line l
            join guide_taxon t on t.guide_version = l.guide_version and t.taxon = l.taxon
            join count_sheet lc on lc.id = l.sheet
            join visit lv on lv.id = lc.visit
            where {policy.ShowsLine("l", "lv")} and l.removed_at is null
            """;

    private const string Chosen =
        "($1::uuid is null or v.site = $1) and ($2::text is null or c.protocol = $2) and ($3::date is null or v.visited_on >= $3) and ($4::date is null or v.visited_on <= $4)";

    /// <summary>Sheets, the latest first.</summary>
    public async Task<List<CountSheet>> SheetsAsync(CountChoice choice, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            $"{Sheets} where {Chosen} order by v.visited_on desc, c.id desc",
            Values(choice),
            ReadSheet,
            cancel
        );
    }

    /// <summary>A page of sheets, the latest first.</summary>
    /// <param name="site">A site; null for all.</param>
    /// <param name="before">Day and id of the sheet the page before ended with; null for the first page.</param>
    /// <param name="take">Most sheets to give.</param>
    public async Task<List<CountSheet>> PageAsync(
        SiteId? site,
        (DateOnly Day, SheetId Id)? before,
        int take,
        CancellationToken cancel
    )
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            $"""
            {Sheets}
            where ($1::uuid is null or v.site = $1) and ($2::date is null or (v.visited_on <= $2 and (v.visited_on, c.id) < ($2, $3::uuid)))
            order by v.visited_on desc, c.id desc limit $4
            """,
            [site, before?.Day, before?.Id, take],
            ReadSheet,
            cancel
        );
    }

    /// <summary>Years in which something was counted, the first first.</summary>
    public async Task<List<int>> YearsAsync(CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            "select distinct extract(year from v.visited_on)::integer from visit v where exists (select from count_sheet c where c.visit = v.id) order by 1",
            [],
            r => r.GetInt32(0),
            cancel
        );
    }

    /// <summary>The last visit to the site of a sheet by the same protocol before it; null when there is none.</summary>
    public async Task<CountSheet?> BeforeAsync(CountSheet sheet, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return (
            await connection.QueryAsync(
                $"{Sheets} where v.site = $1 and c.protocol = $2 and (v.visited_on, c.id) < ($3, $4) order by v.visited_on desc, c.id desc limit 1",
                [sheet.Content.Site, sheet.Content.Protocol.ToString(), sheet.Content.Date, sheet.Id],
                ReadSheet,
                cancel
            )
        ).FirstOrDefault();
    }

    /// <summary>What is told of lines that are hidden: taxon, day and place of each.</summary>
    public async Task<List<(string Taxon, DateOnly Date, GeoPoint? At)>> HiddenAsync(CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            $"""
            select l.taxon, v.visited_on, s.latitude, s.longitude
            from count_line l join count_sheet c on c.id = l.sheet join visit v on v.id = c.visit join site s on s.id = v.site
            where l.removed_at is null and {policy.HidesTaxon("l")}
            """,
            [],
            r =>
                (
                    r.GetString(0),
                    r.GetFieldValue<DateOnly>(1),
                    r.NumberOrNull(2) is { } north && r.NumberOrNull(3) is { } east
                        ? new GeoPoint(north, east)
                        : (GeoPoint?)null
                ),
            cancel
        );
    }

    /// <summary>A sheet.</summary>
    /// <exception cref="NotInStoreException">There is no such sheet.</exception>
    public async Task<CountSheet> SheetAsync(SheetId id, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return (await connection.QueryAsync($"{Sheets} where c.id = $1", [id], ReadSheet, cancel)).FirstOrDefault()
            ?? throw new NotInStoreException("There is no such count. Choose one from the list.");
    }

    /// <inheritdoc/>
    public Task<bool> HandleAsync(CommandHead head, BeginCount command, CancellationToken cancel) =>
        journal.ChangeAsync(
            head,
            async connection =>
            {
                if (
                    await connection.IdAsync<SiteId>(
                        "select id from site where id = $1",
                        [command.Content.Site],
                        cancel
                    )
                    is null
                )
                {
                    throw new NotInStoreException("There is no such site. Choose one from the list.");
                }

                var visit = await connection.IdAsync<SiteVisitId>(
                    """
                    insert into visit (site, visited_on, recorder) values ($1, $2, $3)
                    on conflict (site, visited_on, recorder) do update set recorder = excluded.recorder
                    returning id
                    """,
                    [command.Content.Site, command.Content.Date, head.Person],
                    cancel
                );
                await connection.ExecuteAsync(
                    """
                    insert into count_sheet (id, visit, protocol, plots, plot_area_m2, length_m, started, ended, companions, weather, note, place)
                    values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12)
                    on conflict (id) do nothing
                    """,
                    [command.Id, visit, command.Content.Protocol.ToString(), .. Values(command.Content)],
                    cancel
                );
                return [];
            },
            cancel
        );

    /// <inheritdoc/>
    public Task<bool> HandleAsync(CommandHead head, SetCount command, CancellationToken cancel) =>
        journal.ChangeAsync(
            head,
            async connection =>
                await connection.ExecuteAsync(
                    """
                    update count_sheet set plots = $2, plot_area_m2 = $3, length_m = $4, started = $5, ended = $6, companions = $7, weather = $8, note = $9, place = $10,
                                           revision = nextval('revision_number')
                    where id = $1 and revision = $11
                    """,
                    [command.Id, .. Values(command.Content), command.Expected],
                    cancel
                ) == 1
                    ? []
                    : throw new ChangedMeanwhileException(
                        "Somebody else changed how this visit was made in the meantime. It is shown as it stands now; what you wrote is still in the fields.",
                        null
                    ),
            cancel
        );

    /// <summary>The lines of a sheet, plot by plot in the order they were entered.</summary>
    public async Task<List<SheetLine>> LinesAsync(SheetId sheet, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            $"{Lines} and l.sheet = $1 order by l.plot, l.arrived",
            [sheet],
            ReadLine,
            cancel
        );
    }

    /// <summary>The lines of sheets.</summary>
    public async Task<List<(SheetId Sheet, SheetLine Line)>> LinesAsync(CountChoice choice, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            $"{Lines} and l.sheet in (select c.id from count_sheet c join visit v on v.id = c.visit where {Chosen}) order by l.sheet, l.plot, l.arrived",
            Values(choice),
            r => (r.Id<SheetId>(9), ReadLine(r)),
            cancel
        );
    }

    /// <inheritdoc/>
    public async Task<bool> HandleAsync(CommandHead head, EnterLines command, CancellationToken cancel)
    {
        SheetLine[] lines =
        [
            .. command
                .Lines.GroupBy(l => (l.Plot, l.Taxon, l.Qualifier, l.Origin, l.Unit))
                .SelectMany(g =>
                    ProtocolRules.AddsUp(g.Key.Unit)
                        ? [g.First() with { Amount = g.Sum(l => l.Amount) }]
                        : g.AsEnumerable()
                ),
        ];
        if (
            lines
                .Where(l => l.Unit != CountUnit.GirthCentimetres)
                .GroupBy(l => (l.Plot, l.Taxon, l.Qualifier, l.Origin, l.Unit))
                .Any(g => g.Count() > 1)
        )
        {
            return false;
        }

        try
        {
            await journal.ChangeAsync(
                head,
                async connection =>
                {
                    // What somebody enters of a name whose other lines they may not know of stands beside those: a refusal would tell of them.
                    var entered = await connection.ScalarAsync<long>(
                        $"""
                        with put as (
                        insert into count_line (id, sheet, plot, guide_version, taxon, qualifier, origin, unit, amount, note, person, apart, command)
                        select a.id, $1, a.plot, case when a.taxon like 'own-%' then 0 else $2 end, a.taxon, a.qualifier, a.origin, a.unit, a.amount, a.note, $3,
                               case when {policy.HidesTaxon(
                            "a"
                        )} and not exists (select from count_sheet c join visit v on v.id = c.visit where c.id = $1 and v.recorder = $3) then $3 end,
                               nullif(current_setting('garten.command', true), '')::uuid
                        from unnest($4::int[], $5::text[], $6::text[], $7::text[], $8::text[], $9::float8[], $10::text[], $11::bool[], $13::uuid[])
                            with ordinality a (plot, taxon, qualifier, origin, unit, amount, note, adds, id, ordinal)
                        order by a.ordinal
                        on conflict (sheet, plot, taxon, qualifier, origin, unit, coalesce(apart, '00000000-0000-0000-0000-000000000000')) where removed_at is null and unit <> 'GirthCentimetres'
                        do update set amount = count_line.amount + excluded.amount, revision = nextval('revision_number'), command = excluded.command where excluded.unit = any($12)
                        returning id, plot, taxon, qualifier, origin, unit),
                        same as (
                            -- Of the lines that joined one there was, who entered them knows them by another id.
                            insert into same_line (noted, kept)
                            select a.id, put.id from put
                            join unnest($4::int[], $5::text[], $6::text[], $7::text[], $8::text[], $13::uuid[]) a (plot, taxon, qualifier, origin, unit, id)
                                on (a.plot, a.taxon, a.qualifier, a.origin, a.unit) = (put.plot, put.taxon, put.qualifier, put.origin, put.unit)
                            where a.id <> put.id and put.unit <> 'GirthCentimetres' on conflict (noted) do nothing)
                        select count(*) from put
                        """,
                        [
                            command.Sheet,
                            journal.Guide.Version,
                            head.Person,
                            lines.Select(l => l.Plot).ToArray(),
                            lines.Select(l => l.Taxon).ToArray(),
                            lines.Select(l => l.Qualifier.ToString()).ToArray(),
                            lines.Select(l => l.Origin.ToString()).ToArray(),
                            lines.Select(l => l.Unit.ToString()).ToArray(),
                            lines.Select(l => l.Amount).ToArray(),
                            lines.Select(l => l.Note).ToArray(),
                            lines.Select(l => ProtocolRules.AddsUp(l.Unit)).ToArray(),
                            Enum.GetValues<CountUnit>().Where(ProtocolRules.AddsUp).Select(u => u.ToString()).ToArray(),
                            lines
                                .Select((l, i) => (l.Id == default ? EnterLines.IdOf(head.Id, i) : l.Id).Value)
                                .ToArray(),
                        ],
                        cancel
                    );
                    return entered == lines.Length ? [] : throw new LineStandsException();
                },
                cancel
            );
            return true;
        }
        catch (LineStandsException)
        {
            return false;
        }
    }

    /// <inheritdoc/>
    public Task<bool> HandleAsync(CommandHead head, SetLine command, CancellationToken cancel) =>
        ChangeAsync(
            head,
            """
            update count_line set amount = $2::float8, origin = $3, note = $4, revision = nextval('revision_number'), command = nullif(current_setting('garten.command', true), '')::uuid
            where id = $1 and (revision = $5 or ($5 < 0 and revision_away(command) = $5)) and removed_at is null
            """,
            [command.Id, command.Amount, command.Origin.ToString(), command.Note, command.Expected],
            cancel
        );

    /// <inheritdoc/>
    public Task<bool> HandleAsync(CommandHead head, CountOneMore command, CancellationToken cancel) =>
        journal.ChangeAsync(
            head,
            async connection =>
            {
                await connection.ExecuteAsync("select set_config('garten.quiet', 'on', true)", [], cancel);
                await connection.ExecuteAsync(
                    "update count_line set amount = amount + 1, revision = nextval('revision_number'), command = nullif(current_setting('garten.command', true), '')::uuid where id = $1 and removed_at is null",
                    [command.Id],
                    cancel
                );
                return [];
            },
            cancel
        );

    /// <summary>Said of a line that is not there, and of one the person may not see.</summary>
    public const string NoSuchLine = "There is no such line.";

    /// <summary>A line with the number of its sheet, whether it was taken away or not.</summary>
    /// <exception cref="NotInStoreException">There is no such line.</exception>
    public async Task<(SheetId Sheet, SheetLine Line)> LineAsync(LineId id, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        var found = await connection.QueryAsync(
            Lines.Replace(
                "and l.removed_at is null",
                "and l.id = coalesce((select kept from same_line where noted = $1), $1)",
                StringComparison.Ordinal
            ),
            [id],
            r => (r.Id<SheetId>(9), ReadLine(r)),
            cancel
        );
        return found.Count == 1 ? found[0] : throw new NotInStoreException(NoSuchLine);
    }

    /// <inheritdoc/>
    public Task<bool> HandleAsync(CommandHead head, RemoveLine command, CancellationToken cancel) =>
        ChangeAsync(
            head,
            "update count_line set removed_at = case when $2 then now() end, revision = nextval('revision_number'), command = nullif(current_setting('garten.command', true), '')::uuid where id = $1",
            [command.Id, command.Away],
            cancel
        );

    /// <inheritdoc/>
    public Task<bool> HandleAsync(CommandHead head, RemoveCount command, CancellationToken cancel) =>
        journal.ChangeAsync(
            head,
            async connection =>
            {
                var sheets = await connection.QueryAsync(
                    "select v.recorder from every_count_sheet c join visit v on v.id = c.visit where c.id = $1 and (c.removed_at is null) = $2 for update of c",
                    [command.Id, command.Away],
                    r => r.Id<PersonId>(0),
                    cancel
                );
                if (sheets is not [var recorder])
                {
                    throw new NotInStoreException("There is no such count.");
                }

                if (recorder != head.Person && head.Role < Role.Determiner)
                {
                    throw new TakenException(
                        "Somebody else counted this: they, a determiner or an administrator can delete it and bring it back."
                    );
                }

                // Its lines go and come with it, by the moment it went at; the sums over lines follow them.
                await connection.ExecuteAsync("select set_config('garten.quiet', 'on', true)", [], cancel);
                await connection.ExecuteAsync(
                    command.Away
                        ? "update count_line set removed_at = now() where sheet = $1 and removed_at is null"
                        : "update count_line l set removed_at = null from every_count_sheet c where c.id = $1 and l.sheet = c.id and l.removed_at = c.removed_at",
                    [command.Id],
                    cancel
                );
                await connection.ExecuteAsync("select set_config('garten.quiet', '', true)", [], cancel);
                await connection.ExecuteAsync(
                    "update every_count_sheet set removed_at = case when $2 then now() end, revision = nextval('revision_number') where id = $1",
                    [command.Id, command.Away],
                    cancel
                );
                return [];
            },
            cancel
        );

    /// <summary>Counts that were deleted, the latest first.</summary>
    public async Task<List<DeletedCount>> DeletedAsync(CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QueryAsync(
            """
            select c.id, s.name, v.visited_on, h.name, c.protocol, c.removed_at
            from every_count_sheet c join visit v on v.id = c.visit join site s on s.id = v.site join person h on h.id = v.recorder
            where c.removed_at is not null order by c.removed_at desc
            """,
            [],
            r => new DeletedCount(
                r.Id<SheetId>(0),
                r.GetString(1),
                r.GetFieldValue<DateOnly>(2),
                r.GetString(3),
                r.Named<Protocol>(4),
                r.GetFieldValue<DateTimeOffset>(5)
            ),
            cancel
        );
    }

    private async Task<bool> ChangeAsync(CommandHead head, string statement, object?[] values, CancellationToken cancel)
    {
        try
        {
            await journal.ChangeAsync(
                head,
                async connection =>
                    await connection.ExecuteAsync(statement, values, cancel) == 1
                        ? []
                        : throw new ChangedMeanwhileException(
                            "Somebody else changed this line in the meantime. It is shown as it stands now; what you wrote is still in the fields.",
                            null
                        ),
                cancel
            );
            return true;
        }
        catch (PostgresException e) when (e.SqlState == PostgresErrorCodes.UniqueViolation)
        {
            return false;
        }
    }

    /// <summary>The name stands on the sheet already: all of the change is taken back.</summary>
    private sealed class LineStandsException : Exception;

    private static object?[] Values(SheetContent content) =>
        [
            content.Plots,
            content.PlotAreaM2,
            content.LengthM,
            content.Started,
            content.Ended,
            content.Companions,
            content.Weather,
            content.Note,
            content.Place,
        ];

    private static object?[] Values(CountChoice choice) =>
        [
            choice.Site,
            choice.Protocol?.ToString(),
            choice.Year is { } first ? new DateOnly(first, 1, 1) : null,
            choice.Year is { } last ? new DateOnly(last, 12, 31) : null,
        ];

    private static CountSheet ReadSheet(NpgsqlDataReader r) =>
        new(
            r.Id<SheetId>(0),
            r.GetString(1),
            r.GetString(2),
            r.GetInt32(3),
            new(
                r.Id<SiteId>(4),
                r.GetFieldValue<DateOnly>(5),
                r.Named<Protocol>(6),
                r.GetInt32(7),
                r.NumberOrNull(8),
                r.NumberOrNull(9),
                r.IsDBNull(10) ? null : r.GetFieldValue<TimeOnly>(10),
                r.IsDBNull(11) ? null : r.GetFieldValue<TimeOnly>(11),
                r.GetString(12),
                r.GetString(13),
                r.GetString(14)
            )
            {
                Place = r.IdOrNull<PlaceId>(15),
            }
        )
        {
            PlaceName = r.TextOrNull(16) ?? "",
            At = r.IsDBNull(17) ? null : new(r.GetDouble(17), r.GetDouble(18)),
            Revision = r.GetInt64(19),
        };

    private static SheetLine ReadLine(NpgsqlDataReader r) =>
        new(
            r.Id<LineId>(0),
            r.GetInt32(1),
            r.GetString(2),
            r.GetString(3),
            r.Named<IdentificationQualifier>(4),
            r.Named<Origin>(5),
            r.Named<CountUnit>(6),
            r.NumberOrNull(7),
            r.GetString(8)
        )
        {
            Revision = r.GetInt64(10),
        };
}
