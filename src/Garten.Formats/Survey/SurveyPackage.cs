using System.Collections.Immutable;
using System.Globalization;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Survey.Access;
using Garten.Core.Survey.Counting;
using Garten.Formats.Packages;

namespace Garten.Formats.Survey;

/// <summary>A site of a survey package.</summary>
public sealed record SurveySite(
    string Name,
    string Description,
    double? ElevationM,
    double? Latitude,
    double? Longitude,
    double? UncertaintyM,
    ImmutableArray<string> Habitats,
    DayInYear? SnowGone,
    string FloraArea
);

/// <summary>A plant of a survey package.</summary>
public sealed record SurveyPlant(
    string Tag,
    string Site,
    string Description,
    Origin Origin,
    double? Latitude,
    double? Longitude,
    double? UncertaintyM
);

/// <summary>A plant on a visit.</summary>
public sealed record SurveyVisit(
    string Tag,
    DateOnly Date,
    string Person,
    LifeStage? Stage,
    Sex? Sex,
    ImmutableArray<PlantPart> Parts,
    ImmutableArray<Alteration> Altered,
    string Note
);

/// <summary>A feature recorded on a visit.</summary>
public sealed record SurveyFeature(
    string Tag,
    DateOnly Date,
    RecordedFeature Feature,
    Certainty Certainty,
    EvidenceSource Source,
    Exposure? Exposure,
    PartPosition? Position
);

/// <summary>A step of a key walked for a plant.</summary>
public sealed record SurveyWalkStep(string Tag, string Person, CoupletRef At, int? Lead);

/// <summary>A name given to a plant.</summary>
public sealed record SurveyDetermination(
    string Tag,
    DateOnly Date,
    string Person,
    string Taxon,
    IdentificationQualifier Qualifier,
    string Remarks
);

/// <summary>Two plants said to stand in one colony.</summary>
public sealed record SurveyLink(string Tag, string Other, string Person);

/// <summary>A visit on which was counted by a protocol.</summary>
public sealed record SurveyCount(
    string Name,
    string Site,
    DateOnly Date,
    string Person,
    Protocol Protocol,
    int Plots,
    double? PlotAreaM2,
    double? LengthM,
    TimeOnly? Started,
    TimeOnly? Ended,
    string Companions,
    string Weather
);

/// <summary>A line of a count, as typed in the field.</summary>
public sealed record SurveyCountLine(string Count, int Plot, string Text, Origin Origin);

/// <summary>A person of a survey.</summary>
/// <param name="Role">What they are in it; reader where the package does not say.</param>
/// <param name="Trusted">True when places of sensitive species are shown to them.</param>
public sealed record SurveyPerson(string Name, Role Role, bool Trusted);

/// <summary>A survey as an open data package: people, sites, plants, visits, features, walks, determinations and counts.</summary>
/// <param name="People">People, and as what one can enter the demo under their names.</param>
/// <param name="Visits">Visits, in order of date.</param>
/// <param name="Walks">Steps walked, in order.</param>
/// <param name="Determinations">Determinations, in order of date.</param>
/// <param name="Colonies">Plants said to stand in one colony.</param>
/// <param name="Counts">Counts.</param>
public sealed record SurveyPackage(
    ImmutableArray<SurveyPerson> People,
    ImmutableArray<SurveySite> Sites,
    ImmutableArray<SurveyPlant> Plants,
    ImmutableArray<SurveyVisit> Visits,
    ImmutableArray<SurveyFeature> Features,
    ImmutableArray<SurveyWalkStep> Walks,
    ImmutableArray<SurveyDetermination> Determinations,
    ImmutableArray<SurveyLink> Colonies,
    ImmutableArray<SurveyCount> Counts,
    ImmutableArray<SurveyCountLine> CountLines
)
{
    /// <summary>Reads a survey package.</summary>
    /// <param name="faults">What is wrong with it; nothing should be loaded unless it is empty.</param>
    public static SurveyPackage Read(PackageFiles package, out ImmutableArray<Fault> faults)
    {
        var found = new List<Fault>();
        ImmutableArray<Row> Rows(string file, string[] columns, params string[] optional) =>
            Table.Read(package, file, true, columns, optional, found);
        var survey = new SurveyPackage(
            [
                .. Rows("people.csv", ["name"], "role", "trusted")
                    .Select(r => new SurveyPerson(
                        r.Required("name"),
                        r.Choice("role", Role.Reader),
                        r["trusted"] == "yes"
                    )),
            ],
            [
                .. Rows(
                        "sites.csv",
                        ["name"],
                        "description",
                        "elevation_m",
                        "latitude",
                        "longitude",
                        "uncertainty_m",
                        "habitats",
                        "snow_gone",
                        "flora_area"
                    )
                    .Select(r => new SurveySite(
                        r.Required("name"),
                        r["description"],
                        r.Number("elevation_m"),
                        r.Number("latitude"),
                        r.Number("longitude"),
                        r.Number("uncertainty_m"),
                        r.List("habitats"),
                        r.Day("snow_gone"),
                        r["flora_area"]
                    )),
            ],
            [
                .. Rows(
                        "plants.csv",
                        ["tag", "site"],
                        "description",
                        "origin",
                        "latitude",
                        "longitude",
                        "uncertainty_m"
                    )
                    .Select(r => new SurveyPlant(
                        r.Required("tag"),
                        r.Required("site"),
                        r["description"],
                        r.Choice("origin", Origin.Unknown),
                        r.Number("latitude"),
                        r.Number("longitude"),
                        r.Number("uncertainty_m")
                    )),
            ],
            [
                .. Rows("visits.csv", ["tag", "date", "person"], "stage", "sex", "parts", "altered", "note")
                    .Select(r => new SurveyVisit(
                        r.Required("tag"),
                        Date(r),
                        r.Required("person"),
                        r.Maybe<LifeStage>("stage"),
                        r.Maybe<Sex>("sex"),
                        r.Choices<PlantPart>("parts"),
                        r.Choices<Alteration>("altered"),
                        r["note"]
                    ))
                    .OrderBy(v => v.Date),
            ],
            [
                .. Rows(
                        "features.csv",
                        ["tag", "date", "character", "finding", "value"],
                        "certainty",
                        "source",
                        "exposure",
                        "position"
                    )
                    .Select(Feature),
            ],
            [
                .. Rows("walks.csv", ["tag", "person", "key", "couplet", "lead"])
                    .Select(r => new SurveyWalkStep(
                        r.Required("tag"),
                        r.Required("person"),
                        new(new(r.Required("key")), r.Whole("couplet") ?? 0),
                        r["lead"] == "cannot-tell" ? null : r.Whole("lead")
                    )),
            ],
            [
                .. Rows("determinations.csv", ["tag", "date", "person", "taxon"], "qualifier", "remarks")
                    .Select(r => new SurveyDetermination(
                        r.Required("tag"),
                        Date(r),
                        r.Required("person"),
                        r.Required("taxon"),
                        r.Choice("qualifier", IdentificationQualifier.None),
                        r["remarks"]
                    ))
                    .OrderBy(d => d.Date),
            ],
            [
                .. Table
                    .Read(package, "colonies.csv", false, ["tag", "other", "person"], [], found)
                    .Select(r => new SurveyLink(r.Required("tag"), r.Required("other"), r.Required("person"))),
            ],
            [
                .. Table
                    .Read(
                        package,
                        "counts.csv",
                        false,
                        ["count", "site", "date", "person", "protocol"],
                        ["plots", "plot_area_m2", "length_m", "started", "ended", "companions", "weather"],
                        found
                    )
                    .Select(r => new SurveyCount(
                        r.Required("count"),
                        r.Required("site"),
                        Date(r),
                        r.Required("person"),
                        r.Choice("protocol", Protocol.WalkThrough),
                        r.Whole("plots") ?? 1,
                        r.Number("plot_area_m2"),
                        r.Number("length_m"),
                        Time(r, "started"),
                        Time(r, "ended"),
                        r["companions"],
                        r["weather"]
                    )),
            ],
            [
                .. Table
                    .Read(package, "count_lines.csv", false, ["count", "text"], ["plot", "origin"], found)
                    .Select(r => new SurveyCountLine(
                        r.Required("count"),
                        r.Whole("plot") ?? 1,
                        r.Required("text"),
                        r.Choice("origin", Origin.Unknown)
                    )),
            ]
        );
        faults = [.. found];
        return survey;
    }

    private static SurveyFeature Feature(Row r)
    {
        var finding = r.Choice("finding", FindingKind.States);
        HiddenReason? hidden = finding == FindingKind.Hidden ? r.Choice("value", HiddenReason.OutOfReach) : null;
        return new(
            r.Required("tag"),
            Date(r),
            new(
                new(r.Required("character")),
                finding,
                finding == FindingKind.States ? r.List("value") : [],
                finding == FindingKind.Sample ? r.List("value") : [],
                finding == FindingKind.Rough ? r["value"] : null,
                hidden
            ),
            r.Choice("certainty", Certainty.Sure),
            r.Choice("source", EvidenceSource.Attached),
            r.Maybe<Exposure>("exposure"),
            r.Maybe<PartPosition>("position")
        );
    }

    private static TimeOnly? Time(Row r, string column)
    {
        if (r[column].Length == 0)
        {
            return null;
        }

        if (TimeOnly.TryParseExact(r[column], "HH:mm", CultureInfo.InvariantCulture, DateTimeStyles.None, out var time))
        {
            return time;
        }

        r.Fault(column, $"“{r[column]}”", "a time as in 09:30");
        return null;
    }

    private static DateOnly Date(Row r)
    {
        if (
            DateOnly.TryParseExact(
                r["date"],
                "yyyy-MM-dd",
                CultureInfo.InvariantCulture,
                DateTimeStyles.None,
                out var date
            )
        )
        {
            return date;
        }

        r.Fault("date", $"“{r["date"]}”", "a date as in 2026-04-22");
        return default;
    }
}
