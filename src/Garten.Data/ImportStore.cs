using Garten.Core.Commands;
using Npgsql;

namespace Garten.Data;

/// <summary>What records that are brought in change.</summary>
/// <param name="Sheets">Visits they begin.</param>
/// <param name="Lines">Lines they add.</param>
/// <param name="Known">Lines that are there already, and stay as they are.</param>
/// <param name="Differing">Lines of the file whose number differs from the one there already, which stays.</param>
/// <param name="People">People they name who stand on no record yet.</param>
/// <param name="Sites">Sites they add.</param>
/// <param name="Plants">Followed plants they add, or add to.</param>
public sealed record ImportChange(
    int Sheets,
    int Lines,
    int Known,
    IReadOnlyList<int> Differing,
    IReadOnlyList<string> People,
    IReadOnlyList<string> Sites,
    PlantChange Plants
);

/// <summary>Brings records in.</summary>
/// <param name="journal">Where changes go.</param>
public sealed class ImportStore(NpgsqlDataSource source, CommandJournal journal)
    : IHandles<BringInRecords, ImportChange>
{
    private const int Many = 500;
    private const int Parts = 8;

    /// <summary>Number of the lock imports take turns by.</summary>
    private const long Turn = 0x47_61_72_74_65_6E_49_6D;

    /// <inheritdoc/>
    public Task<ImportChange> HandleAsync(CommandHead head, BringInRecords command, CancellationToken cancel) =>
        HandleAsync(head, command, null, cancel);

    /// <summary>Brings records in, and tells how far it is.</summary>
    /// <param name="progress">Told what share is done; null for nobody.</param>
    public Task<ImportChange> HandleAsync(
        CommandHead head,
        BringInRecords command,
        IProgress<double>? progress,
        CancellationToken cancel
    ) => BringInAsync(head, command, keep: true, progress, cancel);

    /// <summary>Finds out what would change, and changes nothing.</summary>
    /// <param name="progress">Told what share is done; null for nobody.</param>
    public Task<ImportChange> LookThroughAsync(
        CommandHead head,
        BringInRecords command,
        IProgress<double>? progress,
        CancellationToken cancel
    ) => BringInAsync(head, command, keep: false, progress, cancel);

    private async Task<ImportChange> BringInAsync(
        CommandHead head,
        BringInRecords command,
        bool keep,
        IProgress<double>? progress,
        CancellationToken cancel
    )
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        var visits = command.Visits;
        var guideVersion = journal.Guide.Version;
        var person = head.Person;
        List<string> sites = [];
        if (keep)
        {
            // What was brought in is not brought in again; so the same file sent twice may say anew what it changed: nothing.
            await CommandJournal.NoteAsync(connection, head, cancel);
        }

        await SurveyNameStore.AddAsync(connection, command.Names, person, journal.Guide, cancel);
        foreach (var site in command.Sites)
        {
            sites.AddRange(
                await connection.QueryAsync(
                    """
                    insert into site (name, elevation_m, latitude, longitude, uncertainty_m, description, habitats, snow_gone_month, snow_gone_day, flora_area)
                    values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10) on conflict (name) do nothing returning name
                    """,
                    [
                        site.Name,
                        site.ElevationM,
                        site.At?.Latitude,
                        site.At?.Longitude,
                        site.UncertaintyM,
                        site.Description,
                        site.Habitats.ToArray(),
                        (short?)site.SnowGone?.Month,
                        (short?)site.SnowGone?.Day,
                        site.FloraArea,
                    ],
                    r => r.GetString(0),
                    cancel
                )
            );
        }

        await CopyVisitsAsync(connection, visits, await PlacesAsync(connection, visits, person, cancel), cancel);

        // Imports take turns until they end, so that what is not there now is brought in by this one alone.
        await connection.ExecuteAsync("select pg_advisory_xact_lock($1)", [Turn], cancel, patient: true);
        await connection.ExecuteAsync(
            "update arriving_sheet a set fresh = false from count_sheet s where s.id = a.id",
            [],
            cancel,
            patient: true
        );
        progress?.Report(0.05);
        await CopyAsync(connection, visits, share => progress?.Report(0.05 + (0.25 * share)), cancel);
        var people = await connection.QueryAsync(
            "insert into person (name) select distinct recorder from arriving_sheet on conflict (name) do nothing returning name",
            [],
            r => r.GetString(0),
            cancel
        );
        await connection.ExecuteAsync(
            """
            insert into visit (site, visited_on, recorder)
            select distinct s.id, a.day, p.id from arriving_sheet a join site s on s.name = a.site join person p on p.name = a.recorder on conflict do nothing
            """,
            [],
            cancel,
            patient: true
        );
        await CountAnewAsync(connection, "visit", visits.Count, cancel);
        var sheets = await connection.ExecuteAsync(
            """
            insert into count_sheet (id, visit, protocol, plots, plot_area_m2, length_m, started, ended, companions, weather, note, place)
            select a.id, v.id, a.protocol, a.plots, a.plot_area_m2, a.length_m, a.started, a.ended, a.companions, a.weather, a.note, a.place
            from arriving_sheet a join site s on s.name = a.site join person p on p.name = a.recorder
            join visit v on v.site = s.id and v.visited_on = a.day and v.recorder = p.id
            on conflict (id) do nothing
            """,
            [],
            cancel,
            patient: true
        );
        await CountAnewAsync(connection, "count_sheet", sheets, cancel);

        // A sheet that has just begun has no lines yet that these could meet. Many come in parts, so that it can be told how far it is, and
        // in the order of the sheets, so that the lines of one lie together and the indexes stay full.
        progress?.Report(0.35);
        var (first, last) = (
            await connection.QueryAsync(
                "select coalesce(min(h.ordinal), 1), coalesce(max(h.ordinal), 0) from arriving_sheet h where h.fresh",
                [],
                r => (r.GetInt32(0), r.GetInt32(1)),
                cancel,
                patient: true
            )
        )[0];
        var parts = visits.Sum(v => v.Rows.Count) < Many ? 1 : Parts;
        var lines = 0;
        for (var part = 0; part < parts; part++)
        {
            var (from, to) = (
                first + (int)((last - first + 1L) * part / parts),
                first + (int)((last - first + 1L) * (part + 1) / parts)
            );
            lines += await connection.ExecuteAsync(
                """
                insert into count_line (sheet, plot, guide_version, taxon, qualifier, origin, unit, amount, note, person)
                select s.id, a.plot, case when a.taxon like 'own-%' then 0 else $1 end, a.taxon, a.qualifier, a.origin, a.unit, a.amount, a.note, $2
                from arriving_sheet h join count_sheet s on s.id = h.id join arriving a on a.sheet = h.id
                where h.fresh and h.ordinal >= $3 and h.ordinal < $4 order by h.ordinal
                """,
                [guideVersion, person, from, to],
                cancel,
                patient: true
            );
            progress?.Report(0.35 + (0.55 * (part + 1) / parts));
        }

        // Girths stand side by side, one a stem: the same girth of the same name on the same sheet is the one brought in before.
        lines += await connection.ExecuteAsync(
            """
            insert into count_line (sheet, plot, guide_version, taxon, qualifier, origin, unit, amount, note, person)
            select s.id, a.plot, case when a.taxon like 'own-%' then 0 else $1 end, a.taxon, a.qualifier, a.origin, a.unit, a.amount, a.note, $2
            from arriving_sheet h join count_sheet s on s.id = h.id join arriving a on a.sheet = h.id
            where not h.fresh and (a.unit <> 'GirthCentimetres' or not exists (
                select from count_line l where l.sheet = s.id and l.plot = a.plot and l.taxon = a.taxon and l.unit = a.unit and l.amount = a.amount and l.removed_at is null))
            on conflict (sheet, plot, taxon, qualifier, origin, unit, coalesce(apart, '00000000-0000-0000-0000-000000000000')) where removed_at is null and unit <> 'GirthCentimetres' do nothing
            """,
            [guideVersion, person],
            cancel,
            patient: true
        );
        await CountAnewAsync(connection, "count_line", lines, cancel);
        var differing = await connection.QueryAsync(
            """
            select a.line
            from arriving_sheet h join count_sheet s on s.id = h.id and not h.fresh join arriving a on a.sheet = h.id
            join count_line l on l.sheet = s.id and l.plot = a.plot and l.taxon = a.taxon and l.qualifier = a.qualifier and l.origin = a.origin and l.unit = a.unit and l.removed_at is null
            where a.unit <> 'GirthCentimetres' and l.amount is distinct from a.amount
            order by a.line
            """,
            [],
            r => r.GetInt32(0),
            cancel,
            patient: true
        );
        ArrivingPlants arriving = new(connection, guideVersion, keep);
        var followed = await arriving.BringInAsync(command.Plants, cancel);
        if (keep)
        {
            foreach (var some in arriving.Touched.Chunk(Many))
            {
                await journal.AssessAsync(connection, some, cancel);
            }

            await transaction.CommitAsync(cancel);
            if (command.Names.Count > 0)
            {
                journal.Guide.Hear(await SurveyNameStore.AllAsync(source, cancel));
            }
        }

        return new(
            sheets,
            lines,
            visits.Sum(v => v.Rows.Count) - lines,
            differing,
            [.. people, .. arriving.NewPeople],
            sites,
            followed
        );
    }

    /// <summary>Plots and transects by what they are called and where they lie; those that are not on the map are drawn.</summary>
    private static async Task<Dictionary<PlaceId, PlaceId>> PlacesAsync(
        NpgsqlConnection connection,
        IReadOnlyList<ImportVisit> visits,
        PersonId person,
        CancellationToken cancel
    )
    {
        Dictionary<PlaceId, PlaceId> ids = [];
        foreach (
            var (place, site) in visits
                .Where(v => v.Place is not null)
                .GroupBy(v => v.Place!.Id)
                .Select(g => (g.First().Place!, g.First().Site))
        )
        {
            var points = MapStore.PointsOf(place.Shape);
            ids[place.Id] = await connection.IdAsync<PlaceId>(
                "select id from place where name = $1 and kind = $2 and form = $3 and points = $4 and removed_at is null order by id limit 1",
                [place.Name, place.Kind.ToString(), place.Shape.Form.ToString(), points],
                cancel
            )
                ?? await connection.IdAsync<PlaceId>(
                    """
                    insert into place (id, name, kind, form, points, site, person, latitude, longitude)
                    select $1, $2, $3, $4, $5, s.id, $7, $8, $9 from site s where s.name = $6
                    on conflict (id) do update set removed_at = null returning id
                    """,
                    [
                        place.Id,
                        place.Name,
                        place.Kind.ToString(),
                        place.Shape.Form.ToString(),
                        points,
                        site,
                        person,
                        place.Shape.Middle.Latitude,
                        place.Shape.Middle.Longitude,
                    ],
                    cancel
                )
                ?? throw new NotInStoreException($"There is no site called {site}.");
        }

        return ids;
    }

    /// <summary>After many new rows the database is told of them at once; by what it knew before, it would join them one by one.</summary>
    private static Task CountAnewAsync(NpgsqlConnection connection, string table, int rows, CancellationToken cancel) =>
        rows < Many ? Task.CompletedTask : connection.ExecuteAsync($"analyze {table}", [], cancel, patient: true);

    private static async Task CopyVisitsAsync(
        NpgsqlConnection connection,
        IReadOnlyList<ImportVisit> visits,
        Dictionary<PlaceId, PlaceId> places,
        CancellationToken cancel
    )
    {
        await connection.ExecuteAsync(
            """
            create temporary table arriving_sheet (
                ordinal integer not null, id uuid not null, site text not null, day date not null, recorder text not null, protocol text not null, plots integer not null, plot_area_m2 double precision,
                length_m double precision, started time, ended time, companions text not null, weather text not null, note text not null,
                place uuid, fresh boolean not null default true) on commit drop
            """,
            [],
            cancel
        );
        await using (
            var copy = await connection.BeginBinaryImportAsync(
                "copy arriving_sheet (ordinal, id, site, day, recorder, protocol, plots, plot_area_m2, length_m, started, ended, companions, weather, note, place) from stdin (format binary)",
                cancel
            )
        )
        {
            for (var i = 0; i < visits.Count; i++)
            {
                var visit = visits[i];
                await copy.StartRowAsync(cancel);
                await copy.WriteAsync(i + 1, cancel);
                await copy.WriteAsync(visit.Id.Value, cancel);
                await copy.WriteAsync(visit.Site, cancel);
                await copy.WriteAsync(visit.Date, cancel);
                await copy.WriteAsync(visit.Recorder, cancel);
                await copy.WriteAsync(visit.Effort.Protocol.ToString(), cancel);
                await copy.WriteAsync(visit.Effort.Plots, cancel);
                await WriteAsync(copy, visit.Effort.PlotAreaM2, cancel);
                await WriteAsync(copy, visit.Effort.LengthM, cancel);
                await WriteAsync(copy, visit.Effort.Started, cancel);
                await WriteAsync(copy, visit.Effort.Ended, cancel);
                await copy.WriteAsync(visit.Effort.Companions, cancel);
                await copy.WriteAsync(visit.Effort.Weather, cancel);
                await copy.WriteAsync(visit.Effort.Note, cancel);
                await WriteAsync<Guid>(copy, visit.Place is { } place ? places[place.Id].Value : null, cancel);
            }

            await copy.CompleteAsync(cancel);
        }

        await connection.ExecuteAsync("analyze arriving_sheet", [], cancel);
    }

    private static Task WriteAsync<T>(NpgsqlBinaryImporter copy, T? value, CancellationToken cancel)
        where T : struct => value is { } there ? copy.WriteAsync(there, cancel) : copy.WriteNullAsync(cancel);

    private static async Task CopyAsync(
        NpgsqlConnection connection,
        IReadOnlyList<ImportVisit> visits,
        Action<double> told,
        CancellationToken cancel
    )
    {
        await connection.ExecuteAsync(
            """
            create temporary table arriving (
                sheet uuid not null, plot integer not null, line integer not null, taxon text not null, qualifier text not null,
                origin text not null, unit text not null, amount double precision, note text not null) on commit drop
            """,
            [],
            cancel
        );
        await using (
            var copy = await connection.BeginBinaryImportAsync(
                "copy arriving (sheet, plot, line, taxon, qualifier, origin, unit, amount, note) from stdin (format binary)",
                cancel
            )
        )
        {
            for (var i = 0; i < visits.Count; i++)
            {
                var visit = visits[i];
                told((double)i / visits.Count);
                foreach (var row in visit.Rows)
                {
                    await copy.StartRowAsync(cancel);
                    await copy.WriteAsync(visit.Id.Value, cancel);
                    await copy.WriteAsync(row.Plot, cancel);
                    await copy.WriteAsync(row.Line, cancel);
                    await copy.WriteAsync(row.Taxon.Value, cancel);
                    await copy.WriteAsync(row.Qualifier.ToString(), cancel);
                    await copy.WriteAsync(row.Origin.ToString(), cancel);
                    await copy.WriteAsync(row.Unit.ToString(), cancel);
                    await WriteAsync(copy, row.Amount, cancel);
                    await copy.WriteAsync(row.Note, cancel);
                }
            }

            await copy.CompleteAsync(cancel);
        }

        await connection.ExecuteAsync("analyze arriving", [], cancel);
    }
}
