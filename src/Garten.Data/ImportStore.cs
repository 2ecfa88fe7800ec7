using Garten.Core.Survey.Importing;
using Npgsql;

namespace Garten.Data;

/// <summary>What records that are brought in change.</summary>
/// <param name="Sheets">Visits they begin.</param>
/// <param name="Lines">Lines they add.</param>
/// <param name="Known">Lines that are there already, and stay as they are.</param>
/// <param name="Differing">Lines of the file whose number differs from the one there already, which stays.</param>
/// <param name="People">People they name who stand on no record yet.</param>
/// <param name="Sites">Sites they add.</param>
public sealed record ImportChange(int Sheets, int Lines, int Known, IReadOnlyList<int> Differing, IReadOnlyList<string> People, IReadOnlyList<string> Sites);

/// <summary>Visits of one person to one site on one day, as a file tells them.</summary>
/// <param name="Request">Number that is the same whenever the same visit is brought in.</param>
/// <param name="Site">Name of the site.</param>
/// <param name="Date">The day.</param>
/// <param name="Recorder">Who recorded.</param>
/// <param name="Effort">How it was made.</param>
/// <param name="Rows">What was seen; each name, origin and unit once in a plot.</param>
public sealed record ImportVisit(Guid Request, string Site, DateOnly Date, string Recorder, ImportedEffort Effort, IReadOnlyList<ImportedRow> Rows);

/// <summary>Brings records in.</summary>
/// <param name="source">The database.</param>
public sealed class ImportStore(NpgsqlDataSource source)
{
    private const int Many = 500;

    /// <summary>Number of the lock imports take turns by.</summary>
    private const long Turn = 0x47_61_72_74_65_6E_49_6D;

    /// <summary>Brings visits in, all or none; what is there already is not brought in again.</summary>
    /// <param name="visits">The visits.</param>
    /// <param name="newSites">Sites to add before; those there already stay as they are.</param>
    /// <param name="guideVersion">The guide the names are of.</param>
    /// <param name="person">Who brings them in.</param>
    /// <param name="keep">False to find out what would change, and change nothing.</param>
    /// <param name="cancel">Gives up; then nothing was brought in.</param>
    public async Task<ImportChange> BringInAsync(IReadOnlyList<ImportVisit> visits, IReadOnlyList<ImportedSite> newSites, int guideVersion, int person, bool keep, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        List<string> sites = [];
        foreach (var site in newSites)
        {
            sites.AddRange(await connection.QueryAsync(
                "insert into site (name, elevation_m, latitude, longitude, uncertainty_m) values ($1, $2, $3, $4, $5) on conflict (name) do nothing returning name",
                [site.Name, site.ElevationM, site.At?.Latitude, site.At?.Longitude, site.UncertaintyM], r => r.GetString(0), cancel));
        }

        await CopyVisitsAsync(connection, visits, cancel);

        // Imports take turns until they end, so that what is not there now is brought in by this one alone.
        await connection.ExecuteAsync("select pg_advisory_xact_lock($1)", [Turn], cancel, patient: true);
        await connection.ExecuteAsync("update arriving_sheet a set fresh = false from count_sheet s where s.request = a.request", [], cancel, patient: true);
        await CopyAsync(connection, visits, cancel);
        var people = await connection.QueryAsync("insert into person (name) select distinct recorder from arriving_sheet on conflict (name) do nothing returning name", [], r => r.GetString(0), cancel);
        await connection.ExecuteAsync(
            """
            insert into visit (site, visited_on, recorder)
            select distinct s.id, a.day, p.id from arriving_sheet a join site s on s.name = a.site join person p on p.name = a.recorder on conflict do nothing
            """,
            [], cancel, patient: true);
        await CountAnewAsync(connection, "visit", visits.Count, cancel);
        var sheets = await connection.ExecuteAsync(
            """
            insert into count_sheet (request, visit, protocol, plots, plot_area_m2, length_m, started, ended, weather, note)
            select a.request, v.id, a.protocol, a.plots, a.plot_area_m2, a.length_m, a.started, a.ended, a.weather, a.note
            from arriving_sheet a join site s on s.name = a.site join person p on p.name = a.recorder
            join visit v on v.site = s.id and v.visited_on = a.day and v.recorder = p.id
            on conflict (request) do nothing
            """,
            [], cancel, patient: true);
        await CountAnewAsync(connection, "count_sheet", sheets, cancel);

        // A sheet that has just begun has no lines yet that these could meet.
        var lines = await connection.ExecuteAsync(
            """
            insert into count_line (sheet, plot, guide_version, taxon, qualifier, origin, unit, amount, note, person)
            select s.id, a.plot, $1, a.taxon, a.qualifier, a.origin, a.unit, a.amount, a.note, $2
            from arriving_sheet h join count_sheet s on s.request = h.request join arriving a on a.request = h.request
            where h.fresh order by s.id
            """,
            [guideVersion, person], cancel, patient: true);

        // Girths stand side by side, one a stem: the same girth of the same name on the same sheet is the one brought in before.
        lines += await connection.ExecuteAsync(
            """
            insert into count_line (sheet, plot, guide_version, taxon, qualifier, origin, unit, amount, note, person)
            select s.id, a.plot, $1, a.taxon, a.qualifier, a.origin, a.unit, a.amount, a.note, $2
            from arriving_sheet h join count_sheet s on s.request = h.request join arriving a on a.request = h.request
            where not h.fresh and (a.unit <> 'GirthCentimetres' or not exists (
                select from count_line l where l.sheet = s.id and l.plot = a.plot and l.taxon = a.taxon and l.unit = a.unit and l.amount = a.amount and l.removed_at is null))
            on conflict (sheet, plot, taxon, qualifier, origin, unit) where removed_at is null and unit <> 'GirthCentimetres' do nothing
            """,
            [guideVersion, person], cancel, patient: true);
        await CountAnewAsync(connection, "count_line", lines, cancel);
        var differing = await connection.QueryAsync(
            """
            select a.line
            from arriving_sheet h join count_sheet s on s.request = h.request and not h.fresh join arriving a on a.request = h.request
            join count_line l on l.sheet = s.id and l.plot = a.plot and l.taxon = a.taxon and l.qualifier = a.qualifier and l.origin = a.origin and l.unit = a.unit and l.removed_at is null
            where a.unit <> 'GirthCentimetres' and l.amount is distinct from a.amount
            order by a.line
            """,
            [], r => r.GetInt32(0), cancel, patient: true);
        if (keep)
        {
            await transaction.CommitAsync(cancel);
        }

        return new(sheets, lines, visits.Sum(v => v.Rows.Count) - lines, differing, people, sites);
    }

    /// <summary>After many new rows the database is told of them at once; by what it knew before, it would join them one by one.</summary>
    private static Task CountAnewAsync(NpgsqlConnection connection, string table, int rows, CancellationToken cancel) =>
        rows < Many ? Task.CompletedTask : connection.ExecuteAsync($"analyze {table}", [], cancel, patient: true);

    private static async Task CopyVisitsAsync(NpgsqlConnection connection, IReadOnlyList<ImportVisit> visits, CancellationToken cancel)
    {
        await connection.ExecuteAsync(
            """
            create temporary table arriving_sheet (
                request uuid not null, site text not null, day date not null, recorder text not null, protocol text not null, plots integer not null, plot_area_m2 double precision,
                length_m double precision, started time, ended time, weather text not null, note text not null, fresh boolean not null default true) on commit drop
            """,
            [], cancel);
        await using (var copy = await connection.BeginBinaryImportAsync(
            "copy arriving_sheet (request, site, day, recorder, protocol, plots, plot_area_m2, length_m, started, ended, weather, note) from stdin (format binary)", cancel))
        {
            foreach (var visit in visits)
            {
                await copy.StartRowAsync(cancel);
                await copy.WriteAsync(visit.Request, cancel);
                await copy.WriteAsync(visit.Site, cancel);
                await copy.WriteAsync(visit.Date, cancel);
                await copy.WriteAsync(visit.Recorder, cancel);
                await copy.WriteAsync(visit.Effort.Protocol.ToString(), cancel);
                await copy.WriteAsync(visit.Effort.Plots, cancel);
                await WriteAsync(copy, visit.Effort.PlotAreaM2, cancel);
                await WriteAsync(copy, visit.Effort.LengthM, cancel);
                await WriteAsync(copy, visit.Effort.Started, cancel);
                await WriteAsync(copy, visit.Effort.Ended, cancel);
                await copy.WriteAsync(visit.Effort.Weather, cancel);
                await copy.WriteAsync(visit.Effort.Note, cancel);
            }

            await copy.CompleteAsync(cancel);
        }

        await connection.ExecuteAsync("analyze arriving_sheet", [], cancel);
    }

    private static Task WriteAsync<T>(NpgsqlBinaryImporter copy, T? value, CancellationToken cancel)
        where T : struct => value is { } there ? copy.WriteAsync(there, cancel) : copy.WriteNullAsync(cancel);

    private static async Task CopyAsync(NpgsqlConnection connection, IReadOnlyList<ImportVisit> visits, CancellationToken cancel)
    {
        await connection.ExecuteAsync(
            """
            create temporary table arriving (
                request uuid not null, plot integer not null, line integer not null, taxon text not null, qualifier text not null,
                origin text not null, unit text not null, amount double precision, note text not null) on commit drop
            """,
            [], cancel);
        await using (var copy = await connection.BeginBinaryImportAsync("copy arriving (request, plot, line, taxon, qualifier, origin, unit, amount, note) from stdin (format binary)", cancel))
        {
            foreach (var visit in visits)
            {
                foreach (var row in visit.Rows)
                {
                    await copy.StartRowAsync(cancel);
                    await copy.WriteAsync(visit.Request, cancel);
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
