using System.Security.Cryptography;
using System.Text;
using Garten.Core.Survey.Access;
using Garten.Core.Survey.Counting;
using Garten.Core.Survey.Importing;
using Garten.Data;
using Garten.Formats.Records;
using Garten.Server.Access;
using Garten.Server.Hosting;

namespace Garten.Server.Features;

/// <summary>A column of a table that is brought in.</summary>
/// <param name="Header">Its name.</param>
/// <param name="Holds">What it holds; null where it is not taken.</param>
/// <param name="First">What stands in its first rows.</param>
public sealed record ImportColumnView(string Header, ImportColumn? Holds, IReadOnlyList<string> First);

/// <summary>What is wrong with a row.</summary>
/// <param name="Line">Its line in the file; 0 for the file as a whole.</param>
/// <param name="Column">The column; empty for the whole row.</param>
/// <param name="Says">What, and what to do.</param>
public sealed record ImportFault(int Line, string Column, string Says);

/// <summary>What a table would change, or has changed.</summary>
/// <param name="Columns">Its columns.</param>
/// <param name="Rows">How many rows it has.</param>
/// <param name="Faults">What is wrong, the first of them.</param>
/// <param name="FaultCount">How much is wrong; nothing is brought in while anything is.</param>
/// <param name="Merged">Rows of the file that name the same plant on the same visit in the same unit, their numbers added up.</param>
/// <param name="Change">What changes; null while anything is wrong.</param>
/// <param name="Kept">True when it was brought in.</param>
public sealed record ImportView(IReadOnlyList<ImportColumnView> Columns, int Rows, IReadOnlyList<ImportFault> Faults, int FaultCount, int Merged, ImportChange? Change, bool Kept);

/// <summary>Brings tables of records in: what would change is shown first, and all of it is kept or nothing.</summary>
public static class ImportFeature
{
    private const long MostFile = 40 * 1024 * 1024;
    private const int ShownFaults = 50;
    private const int FirstRows = 3;

    /// <summary>Adds the endpoint.</summary>
    /// <param name="api">The API.</param>
    public static void Map(IEndpointRouteBuilder api) => api.MapPost("/import", async (
        string? file, string? columns, bool? keep, HttpRequest request, ImportStore store, PlaceStore places, CurrentGuide current, CurrentPerson person, TimeProvider clock, CancellationToken cancel) =>
    {
        var name = Rules.Text("file", "The file's name", file ?? "records.csv", 200);
        var table = DelimitedText.Read(await Uploads.ReadAsync(request, MostFile, "table", cancel));
        var holds = columns is null ? ColumnMatch.Guess(table.Headers) : [.. ColumnsOf(columns, table.Headers.Count)];
        var sites = await places.SitesAsync(cancel);
        List<ImportFault> faults = [.. table.Faults.Select(f => new ImportFault(f.Line, "", f.Says)), .. table.Headers.Count > 0 ? Missing(holds) : []];
        List<ImportedRow> rows = [];
        if (faults.TrueForAll(f => f.Line != 1 && f.Line != 0))
        {
            var at = Enum.GetValues<ImportColumn>().ToDictionary(c => c, c => holds.IndexOf(c));
            var reader = new RowReader(current.Guide, sites.Select(s => s.Name), Rules.Today(clock));
            List<(ImportColumn Column, string Says)> found = [];
            foreach (var (line, cells) in table.Rows)
            {
                cancel.ThrowIfCancellationRequested();
                found.Clear();
                if (reader.Read(line, c => at[c] < 0 ? "" : cells[at[c]], found) is { } row)
                {
                    rows.Add(row);
                }

                faults.AddRange(found.Select(f => new ImportFault(line, at[f.Column] < 0 ? "" : table.Headers[at[f.Column]], f.Says)));
            }
        }

        var visits = VisitsOf(rows, sites.ToDictionary(s => s.Name, s => s.Id), (await places.PeopleAsync(cancel)).Select(p => p.Name), person.Member!.Name);
        ImportChange? change = null;
        if (faults.Count == 0)
        {
            change = await store.BringInAsync(visits, current.Version, person.Required, $"Brought in from {name}", keep ?? false, cancel);
        }
        else if (keep == true)
        {
            throw new RuleException("file", $"{faults.Count} faults stand in the way, the first in line {faults[0].Line}: {faults[0].Says} Nothing was brought in.");
        }

        return new ImportView(
            [.. table.Headers.Select((h, i) => new ImportColumnView(h, holds[i], [.. table.Rows.Take(FirstRows).Select(r => r.Cells[i])]))],
            table.Rows.Count, [.. faults.OrderBy(f => f.Line).Take(ShownFaults)], faults.Count, rows.Count - visits.Sum(v => v.Rows.Count), change, keep == true);
    }).Needs(Right.Steward).WithName("bringInRecords").Accepts<string>("text/csv").Produces<ImportView>();

    private static IEnumerable<ImportFault> Missing(IEnumerable<ImportColumn?> holds) =>
        ((ImportColumn[])[ImportColumn.Date, ImportColumn.Site, ImportColumn.Name]).Except(holds.OfType<ImportColumn>())
            .Select(c => new ImportFault(1, "", $"No column holds the {c.ToString().ToLowerInvariant()}. Say which one does."));

    private static ImportColumn?[] ColumnsOf(string columns, int count)
    {
        var words = columns.Split(',');
        if (words.Length != count)
        {
            throw new RuleException("columns", $"The table has {count} columns; {words.Length} were told. Choose the file again.");
        }

        var holds = words.Select(w => w.Length == 0 ? (ImportColumn?)null
            : Enum.TryParse<ImportColumn>(w, ignoreCase: true, out var column) && Enum.IsDefined(column) ? column
            : throw new RuleException("columns", $"“{w}” is nothing a column can hold.")).ToArray();
        return holds.OfType<ImportColumn>().GroupBy(c => c).FirstOrDefault(g => g.Count() > 1) is { } twice
            ? throw new RuleException("columns", $"Two columns cannot both hold the {twice.Key.ToString().ToLowerInvariant()}.")
            : holds;
    }

    /// <summary>Rows by visit; those of the same plant in the same unit are added up.</summary>
    private static List<ImportVisit> VisitsOf(List<ImportedRow> rows, Dictionary<string, int> sites, IEnumerable<string> people, string me)
    {
        // A name in another case is the same person, in the survey and within the file.
        Dictionary<string, string> names = new(people.Select(p => KeyValuePair.Create(p, p)), StringComparer.OrdinalIgnoreCase);
        string Known(string name) => names.TryGetValue(name, out var known) ? known : names[name] = name;
        return
        [
        .. rows.GroupBy(r => (r.Site, r.Date, Recorder: Known(r.Recorder.Length > 0 ? r.Recorder : me))).Select(v => new ImportVisit(
            RequestOf($"{v.Key.Site}\n{v.Key.Date:O}\n{v.Key.Recorder}"), sites[v.Key.Site], v.Key.Date, v.Key.Recorder,
            [
                .. v.GroupBy(r => (r.Taxon, r.Qualifier, r.Origin, r.Unit, Apart: r.Unit == CountUnit.GirthCentimetres ? r.Line : 0))
                    .Select(g => g.First() with { Amount = g.Key.Unit == CountUnit.Presence ? null : ProtocolRules.AddsUp(g.Key.Unit) ? g.Sum(r => r.Amount) : g.Max(r => r.Amount) }),
            ])),
        ];
    }

    /// <summary>The same number for the same visit in every file, so that none is brought in twice.</summary>
    private static Guid RequestOf(string visit) => new(SHA256.HashData(Encoding.UTF8.GetBytes("garten import " + visit)).AsSpan(0, 16));
}
