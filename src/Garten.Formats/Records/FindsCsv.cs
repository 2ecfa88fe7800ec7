using System.Text;
using CsvHelper;
using Garten.Core.Guides;
using Garten.Core.Survey;
using Garten.Core.Survey.Access;
using Garten.Core.Survey.Counting;

namespace Garten.Formats.Records;

/// <summary>Writes finds as CSV with the column names of the Darwin Core standard, one after another as they come (RFC 4180, UTF-8).</summary>
public static class FindsCsv
{
    private static readonly (string Column, Func<Find, Taxon?, AreaStatus, string> Cell)[] Columns =
    [
        ("occurrenceID", (f, _, _) => f.Counted ? $"line:{f.Id}" : $"{f.Tag}:{f.Id}"),
        ("basisOfRecord", (_, _, _) => "HumanObservation"),
        ("organismID", (f, _, _) => f.Tag),
        ("eventDate", (f, _, _) => DarwinCoreCsv.Date(f.Date)),
        ("samplingProtocol", (f, _, _) => f.Protocol is { } protocol ? ProtocolWords.Name(protocol) : ""),
        ("recordedBy", (f, _, _) => DarwinCoreCsv.Text(f.Recorder)),
        ("locality", (f, _, _) => DarwinCoreCsv.Text(f.Site)),
        ("decimalLatitude", (f, _, _) => DarwinCoreCsv.Number(f.Latitude)),
        ("decimalLongitude", (f, _, _) => DarwinCoreCsv.Number(f.Longitude)),
        ("geodeticDatum", (f, _, _) => f.Latitude is null ? "" : "EPSG:4326"),
        ("coordinateUncertaintyInMeters", (f, _, _) => DarwinCoreCsv.Number(f.UncertaintyM)),
        ("scientificName", (f, t, _) => t is { Author.Length: > 0 } ? $"{f.Name} {t.Author}" : f.Name),
        ("scientificNameAuthorship", (_, t, _) => t?.Author ?? ""),
        ("taxonRank", (_, t, _) => t is null ? "" : DarwinCoreCsv.Rank(t.Rank.ToString())),
        ("kingdom", (_, _, _) => "Plantae"),
        ("vernacularName", (f, _, _) => f.CommonName),
        ("identificationQualifier", (f, _, _) => DeterminationName.Written(f.Qualifier)),
        ("organismQuantity", (f, _, _) => DarwinCoreCsv.Number(f.Amount)),
        ("organismQuantityType", (f, _, _) => f.Amount is null ? "" : QuickEntry.InWords(f.Unit)),
        ("degreeOfEstablishment", (f, _, s) => DarwinCoreCsv.Establishment(f.Origin, s == AreaStatus.Native)),
        ("establishmentMeans", (_, _, s) => DarwinCoreCsv.EstablishmentMeans(s)),
        ("occurrenceStatus", (_, _, _) => "present"),
        ("occurrenceRemarks", (f, _, _) => DarwinCoreCsv.Text(f.Note)),
        ("informationWithheld", (_, _, _) => ""),
        ("dataGeneralizations", (_, _, _) => ""),
    ];

    /// <summary>Writes finds.</summary>
    /// <param name="finds">The finds in the order they are written, each with its taxon where the guide has it, and how that came to the site.</param>
    /// <param name="withheld">What is told of sensitive finds, after them.</param>
    /// <param name="stream">Where to; left open.</param>
    /// <returns>How many rows were written.</returns>
    public static async Task<long> WriteAsync(
        IAsyncEnumerable<(Find Find, Taxon? Taxon, AreaStatus Status)> finds,
        IEnumerable<CoarseRecord> withheld,
        Stream stream,
        CancellationToken cancel
    )
    {
        await using var writer = new StreamWriter(stream, new UTF8Encoding(false), leaveOpen: true);
        await using var csv = new CsvWriter(writer, DarwinCoreCsv.Form);
        foreach (var (column, _) in Columns)
        {
            csv.WriteField(column);
        }

        await csv.NextRecordAsync();
        var rows = 0L;
        await foreach (var (find, taxon, status) in finds.WithCancellation(cancel))
        {
            foreach (var (_, cell) in Columns)
            {
                csv.WriteField(cell(find, taxon, status));
            }

            await csv.NextRecordAsync();
            rows++;
        }

        foreach (var cells in withheld.Select(DarwinCoreCsv.CellsOf))
        {
            foreach (var (column, _) in Columns)
            {
                csv.WriteField(cells.GetValueOrDefault(column, ""));
            }

            await csv.NextRecordAsync();
            rows++;
        }

        return rows;
    }
}
