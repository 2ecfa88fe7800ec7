using System.Collections.Immutable;
using System.Globalization;
using Garten.Core.Guides;
using Garten.Core.Survey.Counting;

namespace Garten.Core.Survey.Importing;

/// <summary>A row of a table of an archive.</summary>
/// <param name="File">The table's file.</param>
/// <param name="Cells">Its cells by the last part of their term.</param>
public sealed record ArchivedRow(string File, int Line, IReadOnlyDictionary<string, string> Cells)
{
    /// <summary>A cell; empty where the table has none.</summary>
    /// <param name="term">Last part of its term.</param>
    public string this[string term] => Cells.GetValueOrDefault(term, "").Trim();
}

/// <summary>What is wrong with a row of an archive.</summary>
/// <param name="File">The table's file; empty for the archive as a whole.</param>
/// <param name="Column">The column; empty for the whole row.</param>
/// <param name="Says">What, and what to do.</param>
public sealed record ArchivedFault(string File, int Line, string Column, string Says);

/// <summary>A visit read from an archive.</summary>
/// <param name="Event">What the archive calls it.</param>
/// <param name="Site">Name of the site.</param>
/// <param name="Recorder">Who recorded; empty where the archive does not say.</param>
/// <param name="Rows">What was seen; nothing where nothing was found.</param>
public sealed record ArchivedVisit(
    string Event,
    DateOnly Date,
    string Site,
    string Recorder,
    ImportedEffort Effort,
    ImmutableArray<ImportedRow> Rows
)
{
    /// <summary>What the archive carries of it beside the terms of the standard; empty for nothing.</summary>
    public string More { get; init; } = "";
}

/// <summary>A survey read from the events and occurrences of a Darwin Core archive: visits with their plots and what was seen on them.</summary>
/// <param name="NewSites">Sites they name that are not there yet.</param>
/// <param name="Faults">What is wrong.</param>
/// <param name="Followed">Records of single plants followed over the seasons.</param>
/// <param name="Withheld">Records told coarsely, which are left out.</param>
public sealed record ArchivedSurvey(
    ImmutableArray<ArchivedVisit> Visits,
    ImmutableArray<ImportedSite> NewSites,
    ImmutableArray<ArchivedFault> Faults,
    ImmutableArray<ArchivedRow> Followed,
    int Withheld
)
{
    /// <summary>What the numbers of visits begin with that were counted with Garten.</summary>
    public const string CountedEvents = "count:";

    /// <summary>What the sampling protocol is called of plants followed over the seasons.</summary>
    public const string FollowedProtocol = "plants followed over the seasons";

    private const int MostNote = 2000;
    private const int MostWeather = 200;
    private const int MostSite = 120;

    /// <summary>Reads a survey.</summary>
    /// <param name="sites">Names of the sites there are.</param>
    /// <param name="today">Today; no record lies after it.</param>
    /// <param name="events">Events; none where the archive has occurrences alone.</param>
    /// <param name="unlisted">Takes the names that nothing here is called by.</param>
    public static ArchivedSurvey Read(
        Guide guide,
        IEnumerable<string> sites,
        DateOnly today,
        IReadOnlyList<ArchivedRow> events,
        IReadOnlyList<ArchivedRow> occurrences,
        UnlistedNames unlisted
    )
    {
        List<ArchivedFault> faults = [];
        var byId = new Dictionary<string, ArchivedRow>(StringComparer.Ordinal);
        foreach (var row in events)
        {
            if (row["eventID"].Length == 0 || !byId.TryAdd(row["eventID"], row))
            {
                faults.Add(
                    new(
                        row.File,
                        row.Line,
                        "eventID",
                        row["eventID"].Length == 0
                            ? "The event has no number."
                            : $"The event “{row["eventID"]}” stands here a second time."
                    )
                );
            }
        }

        Dictionary<string, List<string>> plots = [];
        foreach (var row in byId.Values.Where(r => byId.ContainsKey(r["parentEventID"])))
        {
            var top = TopOf(row["eventID"]);
            if (top != row["eventID"])
            {
                (plots.TryGetValue(top, out var own) ? own : plots[top] = []).Add(row["eventID"]);
            }
        }

        HashSet<string> known = new(sites, StringComparer.OrdinalIgnoreCase);
        Dictionary<string, ImportedSite> added = new(StringComparer.OrdinalIgnoreCase);
        foreach (
            var row in events
                .Concat(occurrences)
                .Where(r => r["locality"].Length > 0 && !known.Contains(r["locality"]) && !IsLeftOut(r))
        )
        {
            added.TryAdd(
                row["locality"],
                new(
                    row["locality"],
                    Number(row["minimumElevationInMeters"]) is { } metres and >= -430 and <= 8900 ? metres : null,
                    Number(row["decimalLatitude"]) is { } north and >= -90 and <= 90
                    && Number(row["decimalLongitude"]) is { } east and >= -180 and <= 180
                        ? new GeoPoint(north, east)
                        : null,
                    Number(row["coordinateUncertaintyInMeters"]) is { } radius and > 0 ? radius : null
                )
            );
        }

        faults.AddRange(
            added
                .Keys.Where(n => n.Length > MostSite)
                .Select(n => new ArchivedFault(
                    "",
                    0,
                    "locality",
                    $"The name of the site “{n[..40]}…” has more than {MostSite} characters."
                ))
        );
        var reader = new RowReader(guide, known.Concat(added.Keys), today, unlisted);
        List<ArchivedRow> followed = [];
        var withheld = 0;
        List<(string Event, ImportedRow Row)> read = [];
        foreach (var row in occurrences)
        {
            var own = byId.GetValueOrDefault(row["eventID"]);
            if (row["eventID"].Length > 0 && events.Count > 0 && own is null)
            {
                faults.Add(new(row.File, row.Line, "eventID", $"There is no event “{row["eventID"]}”."));
                continue;
            }

            if (row["informationWithheld"].Length > 0)
            {
                withheld++;
            }
            else if (own is not null && own["samplingProtocol"] == FollowedProtocol)
            {
                followed.Add(row);
            }
            else if (row["occurrenceStatus"] is "" or "present")
            {
                Take(row, own is null ? [row] : [row, .. Line(own)]);
            }
        }

        var visits = VisitsOf();
        HashSet<string> used = new(
            [.. visits.Select(v => v.Site), .. followed.Select(r => r["locality"])],
            StringComparer.OrdinalIgnoreCase
        );
        return new(
            [.. visits],
            [.. added.Values.Where(s => used.Contains(s.Name))],
            [.. faults],
            [.. followed],
            withheld
        );

        void Take(ArchivedRow row, ArchivedRow[] from)
        {
            List<(ImportColumn Column, string Says)> found = [];
            var plot = PlotOf(row["eventID"]);
            if (reader.Read(row.Line, c => CellOf(c, row, from), found) is { } record)
            {
                read.Add((row["eventID"], record with { Plot = plot }));
            }

            faults.AddRange(found.Select(f => new ArchivedFault(row.File, row.Line, TermOf(f.Column), f.Says)));
        }

        // An event with all it lies in, the nearest first; an archive whose events lie in each other ends here.
        IEnumerable<ArchivedRow> Line(ArchivedRow start)
        {
            HashSet<string> met = [];
            for (
                var at = start;
                at is not null && met.Add(at["eventID"]);
                at = byId.GetValueOrDefault(at["parentEventID"])
            )
            {
                yield return at;
            }
        }

        string TopOf(string id) => byId.TryGetValue(id, out var row) ? Line(row).Last()["eventID"] : id;

        int PlotOf(string id)
        {
            var top = TopOf(id);
            return top == id || id.Length == 0 ? 1 : PlotsOf(top).IndexOf(id) + 1;
        }

        List<string> PlotsOf(string top) => plots.TryGetValue(top, out var own) ? own : [];

        List<ArchivedVisit> VisitsOf()
        {
            List<ArchivedVisit> all = [];
            foreach (
                var visit in read.GroupBy(r =>
                    r.Event.Length > 0 && events.Count > 0
                        ? TopOf(r.Event)
                        : $"{r.Row.Site}\n{r.Row.Date:O}\n{r.Row.Recorder}"
                )
            )
            {
                var rows = visit.Select(v => v.Row).ToImmutableArray();
                if (rows.FirstOrDefault(r => r.Date != rows[0].Date || r.Site != rows[0].Site) is { } other)
                {
                    faults.Add(
                        new(
                            "",
                            other.Line,
                            "eventID",
                            $"The event “{visit.Key}” lies on several days or sites. One visit has one day and one site."
                        )
                    );
                    continue;
                }

                var effort = byId.TryGetValue(visit.Key, out var top)
                    ? EffortOf(top, PlotsOf(visit.Key))
                    : ImportedEffort.List("");
                all.Add(
                    new(
                        visit.Key,
                        rows[0].Date,
                        rows[0].Site,
                        rows.Select(r => r.Recorder).FirstOrDefault(r => r.Length > 0) ?? "",
                        effort,
                        ProtocolRules.HasPlots(effort.Protocol) ? rows : [.. rows.Select(r => r with { Plot = 1 })]
                    )
                    {
                        More = top?["dynamicProperties"] ?? "",
                    }
                );
            }

            // A visit on which nothing was found tells as much as another: where somebody looked.
            var found = all.Select(v => v.Event).ToHashSet(StringComparer.Ordinal);
            foreach (
                var (id, row) in byId.Where(e =>
                    e.Key.StartsWith(CountedEvents, StringComparison.Ordinal)
                    && TopOf(e.Key) == e.Key
                    && !found.Contains(e.Key)
                )
            )
            {
                if (
                    DateOnly.TryParseExact(
                        row["eventDate"],
                        "yyyy-MM-dd",
                        CultureInfo.InvariantCulture,
                        DateTimeStyles.None,
                        out var date
                    )
                    && date <= today
                    && row["locality"].Length > 0
                )
                {
                    var site = sites.FirstOrDefault(s => s.Equals(row["locality"], StringComparison.OrdinalIgnoreCase))
                        ?? row["locality"];
                    all.Add(
                        new(id, date, site, "", EffortOf(row, PlotsOf(id)), []) { More = row["dynamicProperties"] }
                    );
                }
            }

            return all;
        }

        ImportedEffort EffortOf(ArchivedRow top, List<string> own)
        {
            Protocol? said = Enum.GetValues<Protocol>()
                .Where(p => ProtocolWords.Name(p).Equals(top["samplingProtocol"], StringComparison.OrdinalIgnoreCase))
                .Select(p => (Protocol?)p)
                .FirstOrDefault();
            var area =
                own.Count > 0 && byId[own[0]]["sampleSizeUnit"] == "square metre"
                    ? Number(byId[own[0]]["sampleSizeValue"])
                    : null;
            var length = top["sampleSizeUnit"] == "metre" ? Number(top["sampleSizeValue"]) : null;

            // What lies in plots of a known size can be counted by plots; of any other protocol a list is made, and its name kept.
            var protocol =
                said is { } p && ProtocolRules.HasPlots(p) == (area > 0) && (p != Protocol.LineTransect || length > 0)
                    ? p
                : area > 0 ? Protocol.Quadrats
                : Protocol.WalkThrough;
            var note = string.Join(
                " ",
                new[] { said == protocol ? "" : top["samplingProtocol"], top["eventRemarks"] }.Where(t => t.Length > 0)
            );
            var times = top["eventTime"].Split('/');
            return new(
                protocol,
                ProtocolRules.HasPlots(protocol) ? own.Count : 1,
                ProtocolRules.HasPlots(protocol) ? area : null,
                protocol == Protocol.LineTransect ? length : null,
                TimeOf(times[0]),
                times.Length > 1 && TimeOf(times[1]) > TimeOf(times[0]) ? TimeOf(times[1]) : null,
                Cut(top["fieldNotes"], MostWeather),
                Cut(note, MostNote)
            );
        }
    }

    private static bool IsLeftOut(ArchivedRow row) =>
        row["informationWithheld"].Length > 0 || row["dataGeneralizations"].Length > 0;

    private static string CellOf(ImportColumn column, ArchivedRow row, ArchivedRow[] from)
    {
        switch (column)
        {
            case ImportColumn.Name:
                var name =
                    row["scientificName"].Length > 0
                        ? row["scientificName"]
                        : $"{row["genus"]} {row["specificEpithet"]}";
                var words = name.Split(' ', 2);
                return row["identificationQualifier"] is not { Length: > 0 } qualifier ? name
                    : qualifier.StartsWith('?') || words.Length < 2 ? $"{name} {qualifier}"
                    : $"{words[0]} {qualifier.Split(' ')[0]} {words[1]}";
            case ImportColumn.Amount:
                return row["organismQuantity"].Length > 0 ? row["organismQuantity"] : row["individualCount"];
            case ImportColumn.Unit:
                return row["organismQuantity"].Length > 0 ? row["organismQuantityType"] : "";
            case ImportColumn.Plot or ImportColumn.PlotArea:
                // An archive tells its plots as events.
                return "";
            default:
                var term = TermOf(column);
                return from.Select(r => r[term]).FirstOrDefault(c => c.Length > 0) ?? "";
        }
    }

    private static string TermOf(ImportColumn column) =>
        column switch
        {
            ImportColumn.Date => "eventDate",
            ImportColumn.Site => "locality",
            ImportColumn.Name => "scientificName",
            ImportColumn.Amount => "organismQuantity",
            ImportColumn.Unit => "organismQuantityType",
            ImportColumn.Recorder => "recordedBy",
            ImportColumn.Origin => "degreeOfEstablishment",
            ImportColumn.Family => "family",
            _ => "occurrenceRemarks",
        };

    private static double? Number(string text) =>
        double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out var number)
        && double.IsFinite(number)
            ? number
            : null;

    private static TimeOnly? TimeOf(string text) =>
        TimeOnly.TryParseExact(
            text.Trim(),
            ["HH:mm", "HH:mm:ss"],
            CultureInfo.InvariantCulture,
            DateTimeStyles.None,
            out var time
        )
            ? time
            : null;

    private static string Cut(string text, int most) => text.Length > most ? text[..most] : text;
}
