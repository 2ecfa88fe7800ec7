using Garten.Core.Survey.Importing;
using Npgsql;

namespace Garten.Data;

/// <summary>What records that are brought in change.</summary>
/// <param name="Sheets">Visits they begin.</param>
/// <param name="Lines">Lines they add.</param>
/// <param name="Known">Lines that are there already, and stay as they are.</param>
/// <param name="Differing">Lines of the file whose number differs from the one there already, which stays.</param>
/// <param name="People">People they name who stand on no record yet.</param>
public sealed record ImportChange(int Sheets, int Lines, int Known, IReadOnlyList<int> Differing, IReadOnlyList<string> People);

/// <summary>Visits of one person to one site on one day, as a file tells them.</summary>
/// <param name="Request">Number that is the same whenever the same visit is brought in.</param>
/// <param name="Site">Number of the site.</param>
/// <param name="Date">The day.</param>
/// <param name="Recorder">Who recorded.</param>
/// <param name="Rows">What was seen; each name, origin and unit once.</param>
public sealed record ImportVisit(Guid Request, int Site, DateOnly Date, string Recorder, IReadOnlyList<ImportedRow> Rows);

/// <summary>Brings records in.</summary>
/// <param name="source">The database.</param>
public sealed class ImportStore(NpgsqlDataSource source)
{
    private const int Many = 500;

    /// <summary>Brings visits in, all or none; what is there already is not brought in again.</summary>
    /// <param name="visits">The visits.</param>
    /// <param name="guideVersion">The guide the names are of.</param>
    /// <param name="person">Who brings them in.</param>
    /// <param name="note">Said on each new sheet of where it comes from.</param>
    /// <param name="keep">False to find out what would change, and change nothing.</param>
    /// <param name="cancel">Gives up; then nothing was brought in.</param>
    public async Task<ImportChange> BringInAsync(IReadOnlyList<ImportVisit> visits, int guideVersion, int person, string note, bool keep, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        await CopyAsync(connection, visits, cancel);
        var people = await connection.QueryAsync("insert into person (name) select distinct recorder from arriving on conflict (name) do nothing returning name", [], r => r.GetString(0), cancel);
        await connection.ExecuteAsync(
            """
            insert into visit (site, visited_on, recorder)
            select distinct a.site, a.day, p.id from arriving a join person p on p.name = a.recorder on conflict do nothing
            """,
            [], cancel);
        await CountAnewAsync(connection, "visit", visits.Count, cancel);
        var sheets = await connection.ExecuteAsync(
            """
            insert into count_sheet (request, visit, protocol, note)
            select distinct on (a.request) a.request, v.id, 'WalkThrough', $1
            from arriving a join person p on p.name = a.recorder join visit v on v.site = a.site and v.visited_on = a.day and v.recorder = p.id
            on conflict (request) do nothing
            """,
            [note], cancel);
        await CountAnewAsync(connection, "count_sheet", sheets, cancel);

        // Girths stand side by side, one a stem: the same girth of the same name on the same sheet is the one brought in before.
        var lines = await connection.ExecuteAsync(
            """
            insert into count_line (sheet, plot, guide_version, taxon, qualifier, origin, unit, amount, note, person)
            select s.id, 1, $1, a.taxon, a.qualifier, a.origin, a.unit, a.amount, a.note, $2
            from arriving a join count_sheet s on s.request = a.request
            where a.unit <> 'GirthCentimetres' or not exists (
                select from count_line l where l.sheet = s.id and l.taxon = a.taxon and l.unit = a.unit and l.amount = a.amount and l.removed_at is null)
            on conflict (sheet, plot, taxon, qualifier, origin, unit) where removed_at is null and unit <> 'GirthCentimetres' do nothing
            """,
            [guideVersion, person], cancel);
        await CountAnewAsync(connection, "count_line", lines, cancel);
        var differing = await connection.QueryAsync(
            """
            select a.line
            from arriving a join count_sheet s on s.request = a.request
            join count_line l on l.sheet = s.id and l.plot = 1 and l.taxon = a.taxon and l.qualifier = a.qualifier and l.origin = a.origin and l.unit = a.unit and l.removed_at is null
            where a.unit <> 'GirthCentimetres' and l.amount is distinct from a.amount
            order by a.line
            """,
            [], r => r.GetInt32(0), cancel);
        if (keep)
        {
            await transaction.CommitAsync(cancel);
        }

        return new(sheets, lines, visits.Sum(v => v.Rows.Count) - lines, differing, people);
    }

    /// <summary>After many new rows the database is told of them at once; by what it knew before, it would join them one by one.</summary>
    private static Task CountAnewAsync(NpgsqlConnection connection, string table, int rows, CancellationToken cancel) =>
        rows < Many ? Task.CompletedTask : connection.ExecuteAsync($"analyze {table}", [], cancel);

    private static async Task CopyAsync(NpgsqlConnection connection, IReadOnlyList<ImportVisit> visits, CancellationToken cancel)
    {
        await connection.ExecuteAsync(
            """
            create temporary table arriving (
                request uuid not null, site integer not null, day date not null, recorder text not null, line integer not null, taxon text not null, qualifier text not null,
                origin text not null, unit text not null, amount double precision, note text not null) on commit drop
            """,
            [], cancel);
        await using (var copy = await connection.BeginBinaryImportAsync(
            "copy arriving (request, site, day, recorder, line, taxon, qualifier, origin, unit, amount, note) from stdin (format binary)", cancel))
        {
            foreach (var visit in visits)
            {
                foreach (var row in visit.Rows)
                {
                    await copy.StartRowAsync(cancel);
                    await copy.WriteAsync(visit.Request, cancel);
                    await copy.WriteAsync(visit.Site, cancel);
                    await copy.WriteAsync(visit.Date, cancel);
                    await copy.WriteAsync(visit.Recorder, cancel);
                    await copy.WriteAsync(row.Line, cancel);
                    await copy.WriteAsync(row.Taxon.Value, cancel);
                    await copy.WriteAsync(row.Qualifier.ToString(), cancel);
                    await copy.WriteAsync(row.Origin.ToString(), cancel);
                    await copy.WriteAsync(row.Unit.ToString(), cancel);
                    if (row.Amount is { } amount)
                    {
                        await copy.WriteAsync(amount, cancel);
                    }
                    else
                    {
                        await copy.WriteNullAsync(cancel);
                    }

                    await copy.WriteAsync(row.Note, cancel);
                }
            }

            await copy.CompleteAsync(cancel);
        }

        await connection.ExecuteAsync("analyze arriving", [], cancel);
    }
}
