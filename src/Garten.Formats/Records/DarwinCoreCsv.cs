using System.Globalization;
using System.Text;
using CsvHelper;
using CsvHelper.Configuration;
using Garten.Core.Guides;
using Garten.Core.Survey;
using Garten.Core.Survey.Access;

namespace Garten.Formats.Records;

/// <summary>Writes records as CSV with the column names of the Darwin Core standard, one row a record (RFC 4180, UTF-8).</summary>
public static class DarwinCoreCsv
{
    /// <summary>The name of what nobody has named yet: it is a plant.</summary>
    public const string NotNamed = "Plantae";

    private static readonly (string Column, Func<SurveyRecord, string> Cell)[] Columns =
    [
        ("occurrenceID", r => $"{r.Tag}:{r.Id}"),
        ("basisOfRecord", _ => "HumanObservation"),
        ("organismID", r => r.Tag),
        ("eventID", r => $"visit:{r.Visit}"),
        ("eventDate", r => Date(r.Date)),
        ("recordedBy", r => Text(r.Recorder)),
        ("locality", r => Text(r.Site)),
        ("minimumElevationInMeters", r => Number(r.ElevationM)),
        ("maximumElevationInMeters", r => Number(r.ElevationM)),
        ("decimalLatitude", r => Number(r.Latitude)),
        ("decimalLongitude", r => Number(r.Longitude)),
        ("geodeticDatum", r => r.Latitude is null ? "" : "EPSG:4326"),
        ("coordinateUncertaintyInMeters", r => Number(r.UncertaintyM)),
        ("scientificName", r =>
            r.Determination is null ? NotNamed : Text(r.Author.Length > 0 ? $"{r.Name} {r.Author}" : r.Name)
        ),
        ("scientificNameAuthorship", r => Text(r.Author)),
        ("taxonRank", r => r.Determination is null ? "kingdom" : Rank(r.Rank)),
        ("kingdom", _ => "Plantae"),
        ("family", r => Text(r.Family)),
        ("genus", r => Text(r.Genus)),
        ("vernacularName", r => Text(r.CommonName)),
        ("identificationQualifier", r => DeterminationName.Written(r.Qualifier)),
        ("identifiedBy", r => Text(r.Determiner)),
        ("dateIdentified", r => r.DeterminedOn is { } day ? Date(day) : ""),
        ("identificationRemarks", r => Text(r.Remarks)),
        ("lifeStage", r => r.Stage?.ToString().ToLowerInvariant() ?? ""),
        ("sex", r => r.Sex switch
            {
                Sex.Male => "male",
                Sex.Female => "female",
                Sex.Both => "hermaphrodite",
                _ => "",
            }),
        ("reproductiveCondition", r =>
            string.Join(
                " | ",
                r.Parts.Where(p => p is PlantPart.Flowers or PlantPart.Fruit)
                    .Select(p => p.ToString().ToLowerInvariant())
            )
        ),
        ("degreeOfEstablishment", r => Establishment(r.Origin, r.Status == "Native")),
        ("establishmentMeans", r => EstablishmentMeans(Enum.Parse<AreaStatus>(r.Status))),
        ("occurrenceStatus", _ => "present"),
        ("organismRemarks", r => Text(r.Description)),
        ("occurrenceRemarks", r => Text(r.Note)),
        ("informationWithheld", _ => ""),
        ("dataGeneralizations", _ => ""),
    ];

    /// <summary>The column names in order.</summary>
    public static IEnumerable<string> ColumnNames => Columns.Select(c => c.Column);

    /// <summary>The form of all CSV written: RFC 4180.</summary>
    internal static CsvConfiguration Form { get; } =
        new(CultureInfo.InvariantCulture)
        {
            NewLine = "\r\n",

            // By itself the library leaves a lone line feed unquoted when lines end in CR LF.
            ShouldQuote = c =>
                c.Field is { } field && (field.AsSpan().IndexOfAny(",\"\r\n") >= 0 || field != field.Trim()),
        };

    /// <summary>The cells of a record by the name of their column.</summary>
    public static Dictionary<string, string> CellsOf(SurveyRecord record) =>
        Columns.ToDictionary(c => c.Column, c => c.Cell(record));

    /// <summary>The cells of what is told of sensitive finds, by the name of their column.</summary>
    /// <param name="record">What is told.</param>
    public static Dictionary<string, string> CellsOf(CoarseRecord record)
    {
        var number = string.Create(
            CultureInfo.InvariantCulture,
            $"withheld:{record.Taxon.Id.Value}:{record.Year}:{Number(record.Place?.Latitude)}:{Number(record.Place?.Longitude)}"
        );
        return Columns
            .ToDictionary(c => c.Column, _ => "")
            .Concat([
                new("occurrenceID", number),
                new("eventID", number),
                new("basisOfRecord", "HumanObservation"),
                new("eventDate", record.Year.ToString("0000", CultureInfo.InvariantCulture)),
                new("decimalLatitude", Number(record.Place?.Latitude)),
                new("decimalLongitude", Number(record.Place?.Longitude)),
                new("geodeticDatum", record.Place is null ? "" : "EPSG:4326"),
                new("coordinateUncertaintyInMeters", Number(record.Place?.UncertaintyM)),
                new(
                    "scientificName",
                    record.Author.Length > 0 ? $"{record.Taxon.Name} {record.Author}" : record.Taxon.Name
                ),
                new("scientificNameAuthorship", record.Author),
                new("taxonRank", Rank(record.Rank.ToString())),
                new("kingdom", "Plantae"),
                new("occurrenceStatus", "present"),
                new(
                    "occurrenceRemarks",
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"{record.Records} {(record.Records == 1 ? "record" : "records")}"
                    )
                ),
                new("informationWithheld", CoarseRecord.Withheld),
                new(
                    "dataGeneralizations",
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"Coordinates are the middle of a square of {CoarsePlace.Degrees} degrees."
                    )
                ),
            ])
            .GroupBy(c => c.Key)
            .ToDictionary(g => g.Key, g => g.Last().Value);
    }

    /// <summary>How a plant came to be there, in the words of the term; the import reads them back.</summary>
    /// <param name="origin">Wild, naturalised, planted or not known.</param>
    /// <param name="native">True for a taxon native to the area.</param>
    public static string Establishment(Origin origin, bool native) =>
        origin switch
        {
            Origin.Planted => "cultivated",
            Origin.Naturalised => "established",
            Origin.Wild => native ? "native" : "reproducing",
            _ => "",
        };

    /// <summary>How a taxon came to where it was found, in the words of the term; empty when not known.</summary>
    /// <param name="status">Native or introduced there.</param>
    public static string EstablishmentMeans(AreaStatus status) =>
        status switch
        {
            AreaStatus.Native => "native",
            AreaStatus.Introduced => "introduced",
            _ => "",
        };

    /// <summary>Writes records.</summary>
    /// <param name="records">The records, in the order they are written.</param>
    /// <param name="withheld">What is told of sensitive finds, after them.</param>
    /// <param name="stream">Where to; left open.</param>
    public static void Write(IEnumerable<SurveyRecord> records, IEnumerable<CoarseRecord> withheld, Stream stream)
    {
        using var writer = new StreamWriter(stream, new UTF8Encoding(false), leaveOpen: true);
        using var csv = new CsvWriter(writer, Form);
        foreach (var (column, _) in Columns)
        {
            csv.WriteField(column);
        }

        csv.NextRecord();
        foreach (var cells in records.Select(CellsOf).Concat(withheld.Select(CellsOf)))
        {
            foreach (var (column, _) in Columns)
            {
                csv.WriteField(cells[column]);
            }

            csv.NextRecord();
        }
    }

    /// <summary>
    /// Text typed by people, made harmless for spreadsheets: a cell that a spreadsheet would run as a formula is put
    /// behind an apostrophe. Control characters other than line breaks are left out.
    /// </summary>
    /// <param name="text">What was typed.</param>
    public static string Text(string text)
    {
        var clean = string.Concat(text.Where(c => !char.IsControl(c) || c is '\n' or '\r'));
        var first = clean.TrimStart();
        return
            first.Length > 0
            && (first[0] is '=' or '+' or '-' or '@' or '＝' or '＋' or '－' or '＠' || clean[0] is '\r' or '\n')
            ? "'" + clean
            : clean;
    }

    /// <summary>A rank as the standard writes it.</summary>
    public static string Rank(string rank) => rank == "Nothotaxon" ? "nothospecies" : rank.ToLowerInvariant();

    /// <summary>A day as the standard writes it (ISO 8601).</summary>
    public static string Date(DateOnly date) => date.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);

    /// <summary>A number with a decimal point; empty for none.</summary>
    public static string Number(double? value) => value?.ToString("0.######", CultureInfo.InvariantCulture) ?? "";
}
