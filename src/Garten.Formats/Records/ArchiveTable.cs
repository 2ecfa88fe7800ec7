namespace Garten.Formats.Records;

/// <summary>A table of a Darwin Core archive.</summary>
/// <param name="File">Name of its file, for example <c>event.csv</c>.</param>
/// <param name="RowType">What a row is, as a term.</param>
/// <param name="Terms">The terms of its columns; the first holds the number of the core's row.</param>
/// <param name="Rows">Its rows, cells by the last part of their term; a cell that is not there is empty.</param>
public sealed record ArchiveTable(
    string File,
    string RowType,
    IReadOnlyList<string> Terms,
    IReadOnlyList<IReadOnlyDictionary<string, string>> Rows
)
{
    /// <summary>Darwin Core terms.</summary>
    public const string DarwinCore = "http://rs.tdwg.org/dwc/terms/";

    /// <summary>Terms of an event.</summary>
    public static string[] EventTerms { get; } =
    [
        "eventID",
        "parentEventID",
        "eventDate",
        "eventTime",
        "samplingProtocol",
        "sampleSizeValue",
        "sampleSizeUnit",
        "samplingEffort",
        "locality",
        "minimumElevationInMeters",
        "maximumElevationInMeters",
        "decimalLatitude",
        "decimalLongitude",
        "geodeticDatum",
        "coordinateUncertaintyInMeters",
        "fieldNotes",
        "eventRemarks",
        "dynamicProperties",
        "informationWithheld",
        "dataGeneralizations",
    ];

    /// <summary>Events of an archive.</summary>
    public static ArchiveTable Events(IReadOnlyList<IReadOnlyDictionary<string, string>> rows) =>
        Of("event.csv", "Event", rows, EventTerms);

    /// <summary>Occurrences of an archive.</summary>
    public static ArchiveTable Occurrences(IReadOnlyList<IReadOnlyDictionary<string, string>> rows) =>
        Of(
            "occurrence.csv",
            "Occurrence",
            rows,
            [
                "eventID",
                .. DarwinCoreCsv.ColumnNames.Where(n => n != "eventID"),
                "organismQuantity",
                "organismQuantityType",
                "dynamicProperties",
            ]
        );

    /// <summary>Every name ever given, with who gave it.</summary>
    public static ArchiveTable Identifications(IReadOnlyList<IReadOnlyDictionary<string, string>> rows) =>
        Of(
            "identification.csv",
            "Identification",
            rows,
            "eventID",
            "identificationID",
            "occurrenceID",
            "organismID",
            "scientificName",
            "taxonRank",
            "identificationQualifier",
            "identifiedBy",
            "dateIdentified",
            "identificationRemarks"
        );

    /// <summary>Features and measurements.</summary>
    public static ArchiveTable Measurements(IReadOnlyList<IReadOnlyDictionary<string, string>> rows) =>
        Of(
            "measurementorfact.csv",
            "MeasurementOrFact",
            rows,
            "eventID",
            "measurementID",
            "occurrenceID",
            "measurementType",
            "measurementValue",
            "measurementUnit",
            "measurementDeterminedBy",
            "measurementDeterminedDate",
            "measurementRemarks"
        );

    /// <summary>Pictures whose files lie beside the tables (Audiovisual Core, TDWG).</summary>
    public static ArchiveTable Pictures(IReadOnlyList<IReadOnlyDictionary<string, string>> rows) =>
        new(
            "multimedia.csv",
            "http://rs.tdwg.org/ac/terms/Multimedia",
            [
                DarwinCore + "eventID",
                "http://purl.org/dc/terms/identifier",
                DarwinCore + "occurrenceID",
                "http://purl.org/dc/elements/1.1/type",
                "http://purl.org/dc/elements/1.1/format",
                "http://rs.tdwg.org/ac/terms/accessURI",
                "http://purl.org/dc/terms/title",
                "http://purl.org/dc/elements/1.1/creator",
                "http://purl.org/dc/terms/created",
                "http://rs.tdwg.org/ac/terms/subjectPart",
                "http://rs.tdwg.org/ac/terms/caption",
            ],
            rows
        );

    private static ArchiveTable Of(
        string file,
        string rowType,
        IReadOnlyList<IReadOnlyDictionary<string, string>> rows,
        params string[] names
    ) => new(file, DarwinCore + rowType, [.. names.Select(n => DarwinCore + n)], rows);
}
