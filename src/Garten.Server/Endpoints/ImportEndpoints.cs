using System.Collections.Immutable;
using System.Security.Cryptography;
using System.Text;
using Garten.Core.Commands;
using Garten.Core.Evidence;
using Garten.Core.Evidence.Pictures;
using Garten.Core.Guides;
using Garten.Core.Survey.Access;
using Garten.Core.Survey.Counting;
using Garten.Core.Survey.Importing;
using Garten.Core.Survey.Places;
using Garten.Data;
using Garten.Formats.Records;
using Garten.Server.Access;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>A column of a table that is brought in.</summary>
/// <param name="Holds">What it holds; null where it is not taken.</param>
/// <param name="First">What stands in its first rows.</param>
public sealed record ImportColumnView(string Header, ImportColumn? Holds, IReadOnlyList<string> First);

/// <summary>What is wrong with a row.</summary>
/// <param name="File">The table of an archive; empty where the file is one table.</param>
/// <param name="Line">Its line in the file; 0 for the file as a whole.</param>
/// <param name="Column">The column; empty for the whole row.</param>
/// <param name="Says">What, and what to do.</param>
public sealed record ImportFault(string File, int Line, string Column, string Says);

/// <summary>What a table would change, or has changed.</summary>
/// <param name="Rows">How many rows it has.</param>
/// <param name="Faults">What is wrong, the first of them.</param>
/// <param name="FaultCount">How much is wrong; nothing is brought in while anything is.</param>
/// <param name="Merged">Rows of the file that name the same plant on the same visit in the same unit, their numbers added up.</param>
/// <param name="Change">What changes; null while anything is wrong.</param>
/// <param name="Left">What was left out and why, as sentences.</param>
/// <param name="Unlisted">Names that nothing here is called by: a person says whether they are kept in words.</param>
/// <param name="Kept">True when it was brought in.</param>
public sealed record ImportView(
    IReadOnlyList<ImportColumnView> Columns,
    int Rows,
    IReadOnlyList<ImportFault> Faults,
    int FaultCount,
    int Merged,
    ImportChange? Change,
    IReadOnlyList<string> Left,
    IReadOnlyList<UnlistedName> Unlisted,
    bool Kept
);

/// <summary>Brings tables of records in: what would change is shown first, and all of it is kept or nothing.</summary>
public static class ImportEndpoints
{
    private const long MostTable = 40 * 1024 * 1024;
    private const long MostArchive = 1024 * 1024 * 1024;

    /// <summary>Pictures are looked at when they are shown and fetched when they are kept.</summary>
    private const long MostUnpacked = 2 * MostArchive;
    private const int ShownFaults = 50;

    private const int FirstRows = 3;

    /// <summary>The share of the work that is reading rows; the rest is bringing them in.</summary>
    private const double ShareOfReading = 0.3;
    private const int MostName = 120;
    private const int MostCompanions = 500;
    private const int MostDescription = 2000;

    /// <summary>Adds the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapPost(
                "/import",
                async (
                    string? file,
                    string? columns,
                    bool? keep,
                    bool? inWords,
                    HttpRequest request,
                    ImportStore store,
                    PlaceStore places,
                    CurrentGuide current,
                    CurrentPerson person,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                {
                    var name = Rules.Text("file", "The file's name", file ?? "records.csv", 200);
                    var content = await Uploads.PutAsideAsync(request, MostArchive, "archive", cancel);
                    return await LongWork.AnswerAsync(request, progress =>
                        BringInAsync(
                            content,
                            name,
                            columns,
                            keep ?? false,
                            new(current.Guide, inWords ?? false),
                            progress,
                            store,
                            places,
                            current,
                            person,
                            clock,
                            cancel
                        )
                    );
                }
            )
            .Needs(Right.Steward)
            .WithName("bringInRecords")
            .Accepts<string>("text/csv", "application/zip")
            .Produces<ImportView>();

    private static async Task<ImportView> BringInAsync(
        Stream content,
        string name,
        string? columns,
        bool keep,
        UnlistedNames unlisted,
        IProgress<double> progress,
        ImportStore store,
        PlaceStore places,
        CurrentGuide current,
        CurrentPerson person,
        TimeProvider clock,
        CancellationToken cancel
    )
    {
        var sites = (await places.SitesAsync(cancel)).ConvertAll(s => s.Name);
        var today = Clock.Today(clock);

        // A name in another case is the same person, in the survey and within the file.
        Dictionary<string, string> names = new(
            (await places.PeopleAsync(cancel)).Select(p => KeyValuePair.Create(p.Name, p.Name)),
            StringComparer.OrdinalIgnoreCase
        );
        string Known(string recorder) =>
            names.TryGetValue(recorder, out var known) ? known : names[recorder] = recorder;
        using ArchivedPictures pictures = new(content, PictureFile.MostBytes, MostUnpacked);
        var arriving = await IsArchiveAsync(content, cancel)
            ? OfArchive(content, pictures, current, sites, today, Known, unlisted)
            : OfTable(
                await TableAsync(content, cancel),
                columns,
                name,
                new(current.Guide, sites, today, unlisted),
                progress,
                cancel
            );
        var visits = arriving
            .Visits.Select(v => (Visit: v, Recorder: Known(v.Recorder.Length > 0 ? v.Recorder : person.Member!.Name)))
            .GroupBy(v => SheetOf(v.Visit, v.Recorder))
            .Select(g => new ImportVisit(
                g.Key,
                g.First().Visit.Site,
                g.First().Visit.Date,
                g.First().Recorder,
                g.First().Visit.Effort,
                Once(g.SelectMany(v => v.Visit.Rows))
            )
            {
                Place = g.First().Visit.Place,
            })
            .ToList();
        ImportChange? change = null;
        if (arriving.Faults.Count == 0)
        {
            BringInRecords command = new(visits, arriving.Plants, arriving.NewSites) { Names = unlisted.Added };
            Part rest = new(progress, ShareOfReading);
            change = keep
                ? await store.HandleAsync(person.Head, command, rest, cancel)
                : await store.LookThroughAsync(person.Head, command, rest, cancel);
        }
        else if (keep)
        {
            var first = arriving.Faults[0];
            throw new RuleException(
                "file",
                $"{arriving.Faults.Count} faults stand in the way, the first in {(first.File.Length > 0 ? $"{first.File}, " : "")}line {first.Line}: {first.Says} Nothing was brought in."
            );
        }

        return new ImportView(
            arriving.Columns,
            arriving.Rows,
            [.. arriving.Faults.OrderBy(f => f.File, StringComparer.Ordinal).ThenBy(f => f.Line).Take(ShownFaults)],
            arriving.Faults.Count,
            arriving.Visits.Sum(v => v.Rows.Length) - visits.Sum(v => v.Rows.Count),
            change,
            arriving.Left,
            unlisted.Met,
            keep
        );
    }

    private static async Task<bool> IsArchiveAsync(Stream content, CancellationToken cancel)
    {
        content.Position = 0;
        var first = new byte[4];
        var read = await content.ReadAtLeastAsync(first, first.Length, throwOnEndOfStream: false, cancel);
        content.Position = 0;
        return DarwinCoreArchiveReader.IsArchive(first.AsSpan(0, read));
    }

    private static async Task<byte[]> TableAsync(Stream content, CancellationToken cancel)
    {
        if (content.Length > MostTable)
        {
            throw Uploads.TooLarge(MostTable, "table");
        }

        var table = new byte[content.Length];
        await content.ReadExactlyAsync(table, cancel);
        return table;
    }

    private static Arriving OfTable(
        byte[] content,
        string? columns,
        string file,
        Reads reads,
        IProgress<double> progress,
        CancellationToken cancel
    )
    {
        var table = DelimitedText.Read(content);
        var holds = columns is null ? ColumnMatch.Guess(table.Headers) : [.. ColumnsOf(columns, table.Headers.Count)];
        List<ImportFault> faults =
        [
            .. table.Faults.Select(f => new ImportFault("", f.Line, "", f.Says)),
            .. table.Headers.Count > 0 ? Missing(holds) : [],
        ];
        List<ImportedRow> rows = [];
        if (faults.TrueForAll(f => f.Line != 1 && f.Line != 0))
        {
            var at = Enum.GetValues<ImportColumn>().ToDictionary(c => c, c => holds.IndexOf(c));
            var reader = new RowReader(
                reads.Guide,
                reads.Sites,
                reads.Today,
                reads.Unlisted,
                at[ImportColumn.Amount] < 0
                    ? CountUnit.Individuals
                    : ColumnMatch.UnitOf(table.Headers[at[ImportColumn.Amount]])
            );
            List<(ImportColumn Column, string Says)> found = [];
            foreach (var (line, cells) in table.Rows)
            {
                cancel.ThrowIfCancellationRequested();
                progress.Report(ShareOfReading * line / (table.Rows.Count + 1));
                found.Clear();
                if (reader.Read(line, c => at[c] < 0 ? "" : cells[at[c]], found) is { } row)
                {
                    rows.Add(row);
                }

                faults.AddRange(
                    found.Select(f => new ImportFault(
                        "",
                        line,
                        at[f.Column] < 0 ? "" : table.Headers[at[f.Column]],
                        f.Says
                    ))
                );
            }
        }

        return new(
            [
                .. table.Headers.Select(
                    (h, i) => new ImportColumnView(h, holds[i], [.. table.Rows.Take(FirstRows).Select(r => r.Cells[i])])
                ),
            ],
            table.Rows.Count,
            faults,
            [
                .. rows.GroupBy(r => (r.Site, r.Date, r.Recorder, r.PlotAreaM2))
                    .Select(v => new ArrivingVisit(
                        v.Key.PlotAreaM2 is { } area ? $"plots of {area:R} " : "",
                        v.Key.Date,
                        v.Key.Site,
                        v.Key.Recorder,
                        ImportedEffort.Of([.. v], $"Brought in from {file}"),
                        [.. v],
                        null
                    )),
            ],
            [],
            [],
            []
        );
    }

    private static Arriving OfArchive(
        Stream content,
        ArchivedPictures pictures,
        CurrentGuide current,
        List<string> sites,
        DateOnly today,
        Func<string, string> personOf,
        UnlistedNames unlisted
    )
    {
        var archive = DarwinCoreArchiveReader.Read(content);
        var survey = ArchivedSurvey.Read(current.Guide, sites, today, archive.Events, archive.Occurrences, unlisted);
        ReturningPlants returning = new(
            current,
            sites.Concat(survey.NewSites.Select(s => s.Name)),
            pictures,
            today,
            personOf,
            unlisted
        );
        var plants = returning.Read(survey.Followed);
        List<string> left = [];
        if (returning.Bare > 0)
        {
            left.Add(
                $"{returning.Bare} records of single plants followed over the seasons stay out: they belong to plants with their features, which this archive does not carry."
            );
        }

        if (returning.Absent > 0)
        {
            left.Add(
                $"{(returning.Absent == 1 ? "One picture stays" : $"{returning.Absent} pictures stay")} out: the archive tells of what was read from it, and does not hold its file."
            );
        }

        if (returning.Strange > 0)
        {
            left.Add(
                $"{(returning.Strange == 1 ? "One walk of a key stays" : $"{returning.Strange} walks of keys stay")} out: this guide has no such couplet."
            );
        }

        if (survey.Withheld > 0)
        {
            left.Add($"{survey.Withheld} records whose place and day are withheld stay out.");
        }

        return new(
            [],
            archive.Occurrences.Count,
            [
                .. archive.Faults.Concat(survey.Faults).Select(f => new ImportFault(f.File, f.Line, f.Column, f.Says)),
                .. returning.Faults,
            ],
            [.. survey.Visits.Select(v => Whole(v, returning.Sites))],
            plants,
            [
                .. survey.NewSites.Select(s =>
                    returning.Sites.TryGetValue(s.Name, out var more) ? Whole(s, more, current.Guide) : s
                ),
            ],
            left
        );
    }

    /// <summary>A site with what its archive carries beside the terms of the standard, as far as the guide knows it.</summary>
    private static ImportedSite Whole(ImportedSite site, ExtraSite more, Guide guide) =>
        site with
        {
            Description = Cut(more.Description, MostDescription),
            Habitats = [.. more.Habitats.Where(h => guide.FindCharacter(PlaceEvidence.Habitat)?.State(h) is not null)],
            SnowGone = more.SnowGone,
            FloraArea = guide.Areas.Any(a => a.Id == more.FloraArea) ? more.FloraArea : "",
        };

    /// <summary>A visit with what its archive carries beside the terms of the standard.</summary>
    private static ArrivingVisit Whole(ArchivedVisit visit, Dictionary<string, ExtraSite> sites)
    {
        var more = ArchiveExtras.TryRead(visit.More, out CountExtras? read) ? read : null;
        if (more is not null)
        {
            sites.TryAdd(visit.Site, more.Site);
        }

        var place =
            more?.Place is { } told
            && told.Name.Length is > 0 and <= MostName
            && new PlaceShape(told.Form, told.Points).Fault.Length == 0
                ? new ImportPlace(
                    new(
                        Numbered($"garten place {told.Name}\n{told.Kind}\n{told.Form}\n{string.Join(' ', told.Points)}")
                    ),
                    told.Name,
                    told.Kind,
                    new(told.Form, told.Points)
                )
                : null;
        return new(
            visit.Event,
            visit.Date,
            visit.Site,
            visit.Recorder.Length > 0 ? visit.Recorder : Cut(more?.Recorder, MostName),
            visit.Effort with
            {
                Companions = Cut(more?.Companions, MostCompanions),
            },
            visit.Rows,
            place
        );
    }

    private static string Cut(string? text, int most) =>
        text is null ? ""
        : text.Length > most ? text[..most]
        : text;

    private static IEnumerable<ImportFault> Missing(IEnumerable<ImportColumn?> holds) =>
        ((ImportColumn[])[ImportColumn.Date, ImportColumn.Site, ImportColumn.Name])
            .Except(holds.OfType<ImportColumn>())
            .Select(c => new ImportFault(
                "",
                1,
                "",
                $"No column holds the {c.ToString().ToLowerInvariant()}. Say which one does."
            ));

    private static ImportColumn?[] ColumnsOf(string columns, int count)
    {
        var words = columns.Split(',');
        if (words.Length != count)
        {
            throw new RuleException(
                "columns",
                $"The table has {count} columns; {words.Length} were told. Choose the file again."
            );
        }

        var holds = words
            .Select(w =>
                w.Length == 0 ? (ImportColumn?)null
                : Enum.TryParse<ImportColumn>(w, ignoreCase: true, out var column) && Enum.IsDefined(column) ? column
                : throw new RuleException("columns", $"“{w}” is nothing a column can hold.")
            )
            .ToArray();
        return holds.OfType<ImportColumn>().GroupBy(c => c).FirstOrDefault(g => g.Count() > 1) is { } twice
            ? throw new RuleException(
                "columns",
                $"Two columns cannot both hold the {(twice.Key == ImportColumn.PlotArea ? "size of a plot" : twice.Key.ToString().ToLowerInvariant())}."
            )
            : holds;
    }

    /// <summary>Rows of the same plant in the same plot and unit are one, their numbers added up; girths stand side by side, one a stem.</summary>
    private static List<ImportedRow> Once(IEnumerable<ImportedRow> rows) =>
        [
            .. rows.GroupBy(r =>
                    (
                        r.Plot,
                        r.Taxon,
                        r.Qualifier,
                        r.Origin,
                        r.Unit,
                        Apart: r.Unit == CountUnit.GirthCentimetres ? r.Line : 0
                    )
                )
                .Select(g =>
                    g.First() with
                    {
                        Amount =
                            g.Key.Unit == CountUnit.Presence ? null
                            : ProtocolRules.AddsUp(g.Key.Unit) ? g.Sum(r => r.Amount)
                            : g.Max(r => r.Amount),
                    }
                ),
        ];

    /// <summary>The same id for the same visit in every file, so that none is brought in twice; a visit of a survey kept with Garten brings its own.</summary>
    private static SheetId SheetOf(ArrivingVisit visit, string recorder) =>
        visit.Event.StartsWith(ArchivedSurvey.CountedEvents, StringComparison.Ordinal)
        && Guid.TryParseExact(visit.Event.AsSpan(ArchivedSurvey.CountedEvents.Length), "D", out var own)
            ? new(own)
            : new(
                Numbered(
                    $"garten import {(visit.Event.Contains('\n', StringComparison.Ordinal) ? "" : visit.Event)}{visit.Site}\n{visit.Date:O}\n{recorder}"
                )
            );

    private static Guid Numbered(string what) => new(SHA256.HashData(Encoding.UTF8.GetBytes(what)).AsSpan(0, 16));

    /// <summary>The later part of some work.</summary>
    private sealed class Part(IProgress<double> whole, double from) : IProgress<double>
    {
        public void Report(double value) => whole.Report(from + ((1 - from) * value));
    }

    /// <summary>What rows of a table are read by.</summary>
    private sealed record Reads(Guide Guide, List<string> Sites, DateOnly Today, UnlistedNames Unlisted);

    /// <summary>A file that arrives.</summary>
    /// <param name="Columns">Its columns; none of an archive.</param>
    /// <param name="Rows">How many rows it has.</param>
    /// <param name="Faults">What is wrong.</param>
    /// <param name="Visits">The visits read.</param>
    /// <param name="NewSites">Sites they add.</param>
    /// <param name="Left">What was left out.</param>
    private sealed record Arriving(
        IReadOnlyList<ImportColumnView> Columns,
        int Rows,
        List<ImportFault> Faults,
        IReadOnlyList<ArrivingVisit> Visits,
        IReadOnlyList<ArrivingPlant> Plants,
        IReadOnlyList<ImportedSite> NewSites,
        IReadOnlyList<string> Left
    );

    /// <summary>A visit that arrives.</summary>
    /// <param name="Event">What its archive calls it; for a table empty, or how large its plots are.</param>
    /// <param name="Site">Name of the site.</param>
    /// <param name="Recorder">Who recorded; empty where nothing says.</param>
    /// <param name="Rows">What was seen.</param>
    /// <param name="Place">The plot or transect; null where it was made at the site at large.</param>
    private sealed record ArrivingVisit(
        string Event,
        DateOnly Date,
        string Site,
        string Recorder,
        ImportedEffort Effort,
        ImmutableArray<ImportedRow> Rows,
        ImportPlace? Place
    );
}
