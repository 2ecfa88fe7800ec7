using System.Globalization;
using Garten.Core.Guides;
using Garten.Core.Survey.Counting;

namespace Garten.Core.Survey.Importing;

/// <summary>A record read from a row of a table.</summary>
/// <param name="Line">Line of the table.</param>
/// <param name="Site">Name of the site as the survey writes it.</param>
/// <param name="Recorder">Who recorded; empty where the table does not say.</param>
/// <param name="Origin">Wild or planted.</param>
/// <param name="Unit">What is counted.</param>
/// <param name="Amount">How many; null for presence.</param>
public sealed record ImportedRow(
    int Line,
    DateOnly Date,
    string Site,
    string Recorder,
    TaxonId Taxon,
    IdentificationQualifier Qualifier,
    Origin Origin,
    CountUnit Unit,
    double? Amount,
    string Note
)
{
    /// <summary>Number of the plot; 1 where there are none.</summary>
    public int Plot { get; init; } = 1;

    /// <summary>Area of its plot in square metres; null for a row of a table that lies in none.</summary>
    public double? PlotAreaM2 { get; init; }
}

/// <summary>Reads rows of a table of records.</summary>
/// <param name="sites">Names of the sites there are.</param>
/// <param name="today">Today; no record lies after it.</param>
/// <param name="unlisted">Takes the names that nothing here is called by.</param>
/// <param name="usual">What numbers count where nothing says.</param>
public sealed class RowReader(
    Guide guide,
    IEnumerable<string> sites,
    DateOnly today,
    UnlistedNames unlisted,
    CountUnit usual = CountUnit.Individuals
)
{
    private const int MostNote = 500;
    private const int MostName = 120;

    private static readonly string[] DateForms =
    [
        "yyyy-MM-dd",
        "yyyy/MM/dd",
        "d.M.yyyy",
        "d MMM yyyy",
        "d MMMM yyyy",
        "yyyy-MM-ddTHH:mm",
        "yyyy-MM-ddTHH:mm:ss",
        "yyyy-MM-ddTHH:mm:ssZ",
    ];

    private readonly WrittenName _names = new(guide);
    private readonly Dictionary<string, string> _sites = sites.ToDictionary(s => s, StringComparer.OrdinalIgnoreCase);

    /// <summary>Reads a row.</summary>
    /// <param name="line">Line of the table.</param>
    /// <param name="cell">The text of a column; empty where the table has none.</param>
    /// <param name="faults">What is wrong: the column, and a sentence.</param>
    /// <returns>The record; null when there are faults.</returns>
    public ImportedRow? Read(
        int line,
        Func<ImportColumn, string> cell,
        ICollection<(ImportColumn Column, string Says)> faults
    )
    {
        var before = faults.Count;
        var date = DateOf(cell(ImportColumn.Date).Trim(), faults);
        if (!_sites.TryGetValue(cell(ImportColumn.Site).Trim(), out var site))
        {
            faults.Add(
                (
                    ImportColumn.Site,
                    cell(ImportColumn.Site).Trim() is { Length: > 0 } named
                        ? $"There is no site “{named}”. Add it first, or write the name of one there is."
                        : "The site is missing."
                )
            );
        }

        var written = cell(ImportColumn.Name);
        var name = _names.Read(written, out var unread, out var unknown);
        var cultivar = name?.Cultivar ?? "";
        if (unknown || (cultivar.Length > 0 && unlisted.Keep))
        {
            name = unlisted.Take(written, cell(ImportColumn.Family), out unread);
        }

        if (name is null)
        {
            faults.Add((ImportColumn.Name, unread));
        }

        var (unit, amount) = AmountOf(cell(ImportColumn.Amount).Trim(), cell(ImportColumn.Unit).Trim(), faults);
        var recorder = cell(ImportColumn.Recorder).Trim();
        var note = string.Join(
            " ",
            new[]
            {
                name?.Cultivar is { Length: > 0 } noted ? $"Cultivar: {noted}." : "",
                cell(ImportColumn.Note).Trim(),
            }.Where(t => t.Length > 0)
        );
        if (recorder.Length > MostName)
        {
            faults.Add((ImportColumn.Recorder, $"The name has more than {MostName} characters."));
        }

        if (note.Length > MostNote)
        {
            faults.Add((ImportColumn.Note, $"The note has more than {MostNote} characters."));
        }

        var (plot, area) = PlotOf(cell(ImportColumn.Plot).Trim(), cell(ImportColumn.PlotArea).Trim(), faults);
        return faults.Count > before
            ? null
            : new ImportedRow(
                line,
                date!.Value,
                site!,
                recorder,
                name!.Value.Taxon,
                name.Value.Qualifier,
                OriginOf(
                    cell(ImportColumn.Origin).Trim(),
                    cultivar.Length > 0 || guide.FindTaxon(name.Value.Taxon)?.Rank == TaxonRank.Cultivar
                ),
                unit,
                amount,
                note.Replace("\0", "", StringComparison.Ordinal)
            )
            {
                Plot = plot,
                PlotAreaM2 = area,
            };
    }

    private DateOnly? DateOf(string text, ICollection<(ImportColumn Column, string Says)> faults)
    {
        if (
            DateOnly.TryParseExact(text, DateForms, CultureInfo.InvariantCulture, DateTimeStyles.None, out var date)
            || (
                DateTime.TryParseExact(
                    text,
                    DateForms,
                    CultureInfo.InvariantCulture,
                    DateTimeStyles.RoundtripKind,
                    out var moment
                )
                && (date = DateOnly.FromDateTime(moment)) != default
            )
        )
        {
            if (date <= today && date.Year >= 1700)
            {
                return date;
            }

            faults.Add((ImportColumn.Date, date > today ? $"{text} lies in the future." : $"{text} lies before 1700."));
            return null;
        }

        faults.Add(
            (
                ImportColumn.Date,
                text.Length == 0
                    ? "The day is missing."
                    : $"“{text}” is no day that can be read for sure. Write 2026-05-12 or 12 May 2026."
            )
        );
        return null;
    }

    private static (int Plot, double? AreaM2) PlotOf(
        string plot,
        string area,
        ICollection<(ImportColumn Column, string Says)> faults
    )
    {
        if (plot.Length == 0)
        {
            return (1, null);
        }

        if (
            !int.TryParse(plot, NumberStyles.None, CultureInfo.InvariantCulture, out var number)
            || number is < 1 or > ProtocolRules.MostPlots
        )
        {
            faults.Add(
                (
                    ImportColumn.Plot,
                    $"“{plot}” is no number of a plot. Number the plots of a visit from 1 to {ProtocolRules.MostPlots}."
                )
            );
        }

        if (
            !double.TryParse(area.Replace(',', '.'), NumberStyles.Float, CultureInfo.InvariantCulture, out var metres)
            || metres is not (> 0 and <= ProtocolRules.LargestPlot)
        )
        {
            faults.Add(
                (
                    ImportColumn.PlotArea,
                    area.Length == 0
                        ? "The size of the plot is missing. Write its area in square metres."
                        : $"“{area}” is no area of a plot. Write square metres, from above 0 to {ProtocolRules.LargestPlot:0}."
                )
            );
        }

        return (number, metres);
    }

    private (CountUnit Unit, double? Amount) AmountOf(
        string amount,
        string unit,
        ICollection<(ImportColumn Column, string Says)> faults
    )
    {
        if (amount.Length == 0)
        {
            return (CountUnit.Presence, null);
        }

        if (
            !double.TryParse(
                amount.TrimEnd('%').TrimEnd().Replace(',', '.'),
                NumberStyles.Float,
                CultureInfo.InvariantCulture,
                out var number
            )
        )
        {
            faults.Add((ImportColumn.Amount, $"“{amount}” is no number. Leave it empty where nothing was counted."));
            return (CountUnit.Presence, null);
        }

        var counted =
            unit.Length > 0 ? QuickEntry.UnitNamed(unit)
            : amount.EndsWith('%') ? CountUnit.CoverPercent
            : usual;
        if (counted is null)
        {
            faults.Add(
                (ImportColumn.Unit, $"“{unit}” is no unit. Write individuals, stems, rosettes, clumps, m² or %.")
            );
            return (CountUnit.Presence, null);
        }

        if (ProtocolRules.FaultOf(counted.Value, number) is { Length: > 0 } fault)
        {
            faults.Add((ImportColumn.Amount, fault));
        }

        return (counted.Value, number);
    }

    /// <summary>A cultivar was planted, unless the table says that it ran away.</summary>
    private static Origin OriginOf(string text, bool cultivar) =>
        text.ToLowerInvariant() switch
        {
            "" when cultivar => Origin.Planted,
            "wild" or "native" or "reproducing" or "yes" => Origin.Wild,
            "naturalised" or "naturalized" or "established" or "introduced" => Origin.Naturalised,
            "planted" or "cultivated" or "no" => Origin.Planted,
            _ => Origin.Unknown,
        };
}
