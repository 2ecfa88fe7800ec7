using Garten.Core.Survey.Counting;
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
        var names = visits.Select(v => v.Recorder).Distinct().ToArray();
        var people = await connection.QueryAsync("insert into person (name) select unnest($1::text[]) on conflict (name) do nothing returning name", [names], r => r.GetString(0), cancel);
        var numbers = (await connection.QueryAsync("select name, id from person where name = any($1)", [names], r => (r.GetString(0), r.GetInt32(1)), cancel)).ToDictionary(p => p.Item1, p => p.Item2);
        var (sheets, lines, known) = (0, 0, 0);
        List<int> differing = [];
        foreach (var visit in visits)
        {
            var (sheet, fresh) = await SheetAsync(connection, visit, numbers[visit.Recorder], note, cancel);
            sheets += fresh ? 1 : 0;
            var added = await LinesAsync(connection, sheet, visit.Rows, guideVersion, person, cancel);
            lines += added;
            known += visit.Rows.Count - added;
            if (added < visit.Rows.Count)
            {
                differing.AddRange(await DifferingAsync(connection, sheet, visit.Rows, cancel));
            }
        }

        if (keep)
        {
            await transaction.CommitAsync(cancel);
        }

        return new(sheets, lines, known, differing, people);
    }

    private static async Task<(int Sheet, bool Fresh)> SheetAsync(NpgsqlConnection connection, ImportVisit visit, int recorder, string note, CancellationToken cancel)
    {
        if (await connection.ScalarAsync<int?>("select id from count_sheet where request = $1", [visit.Request], cancel) is { } there)
        {
            return (there, false);
        }

        var id = await connection.ScalarAsync<int>(
            """
            insert into visit (site, visited_on, recorder) values ($1, $2, $3)
            on conflict (site, visited_on, recorder) do update set recorder = excluded.recorder returning id
            """,
            [visit.Site, visit.Date, recorder], cancel);
        return (await connection.ScalarAsync<int>(
            "insert into count_sheet (request, visit, protocol, note) values ($1, $2, $3, $4) returning id", [visit.Request, id, nameof(Protocol.WalkThrough), note], cancel), true);
    }

    private static async Task<int> LinesAsync(NpgsqlConnection connection, int sheet, IReadOnlyList<ImportedRow> rows, int guideVersion, int person, CancellationToken cancel) =>
        await connection.ExecuteAsync(
            """
            insert into count_line (sheet, plot, guide_version, taxon, qualifier, origin, unit, amount, note, person)
            select $1, 1, $2, r.taxon, r.qualifier, r.origin, r.unit, r.amount, r.note, $3
            from unnest($4::text[], $5::text[], $6::text[], $7::text[], $8::double precision[], $9::text[]) as r (taxon, qualifier, origin, unit, amount, note)
            on conflict (sheet, plot, taxon, qualifier, origin, unit) where removed_at is null and unit <> 'GirthCentimetres' do nothing
            """,
            [
                sheet, guideVersion, person, rows.Select(r => r.Taxon.Value).ToArray(), rows.Select(r => r.Qualifier.ToString()).ToArray(), rows.Select(r => r.Origin.ToString()).ToArray(),
                rows.Select(r => r.Unit.ToString()).ToArray(), rows.Select(r => r.Amount).ToArray(), rows.Select(r => r.Note).ToArray(),
            ],
            cancel);

    private static async Task<List<int>> DifferingAsync(NpgsqlConnection connection, int sheet, IReadOnlyList<ImportedRow> rows, CancellationToken cancel)
    {
        var there = (await connection.QueryAsync(
            "select taxon, qualifier, origin, unit, amount from count_line where sheet = $1 and removed_at is null", [sheet],
            r => ((r.GetString(0), r.GetString(1), r.GetString(2), r.GetString(3)), Amount: r.NumberOrNull(4)), cancel)).ToLookup(l => l.Item1, l => l.Amount);
        return [.. rows.Where(r => there[(r.Taxon.Value, r.Qualifier.ToString(), r.Origin.ToString(), r.Unit.ToString())] is var amounts && amounts.Any() && amounts.All(a => a != r.Amount)).Select(r => r.Line)];
    }
}
