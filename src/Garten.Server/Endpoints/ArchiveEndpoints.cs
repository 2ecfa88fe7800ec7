using System.Globalization;
using System.Text.Json;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Sheets;
using Garten.Core.Survey;
using Garten.Core.Survey.Access;
using Garten.Core.Survey.Counting;
using Garten.Core.Survey.Importing;
using Garten.Core.Survey.Places;
using Garten.Data;
using Garten.Formats.Records;
using Garten.Pictures;
using Garten.Server.Access;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>The whole survey as a Darwin Core archive: visits, plants and counts on them, every name given, every feature seen.</summary>
public static class ArchiveEndpoints
{
    /// <summary>Adds the endpoint.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet(
                "/records/archive.zip",
                [Noted]
                async (
                    bool? exact,
                    bool? pictures,
                    RecordStore records,
                    PlantStore plants,
                    PlantSheets sheets,
                    PlantsInFull full,
                    PhotoStore photos,
                    PictureStore shots,
                    CurrentPerson person,
                    CoarseRecords coarse,
                    CountStore counts,
                    PlaceStore places,
                    MapStore map,
                    CurrentGuide current,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                {
                    var today = Clock.Today(clock);
                    var leaving = person.Leaving(exact);
                    (records, plants, photos, counts, map) = (
                        records.SeenBy(leaving),
                        plants.SeenBy(leaving),
                        photos.SeenBy(leaving),
                        counts.SeenBy(leaving),
                        map.SeenBy(leaving)
                    );
                    var archive = new Tables(
                        current.Guide,
                        (await places.SitesAsync(cancel)).ToDictionary(s => s.Id),
                        (await map.PlacesAsync(cancel)).ToDictionary(p => p.Id, p => p.Content),
                        (await map.PositionsAsync(cancel)).ToDictionary(p => p.Plant)
                    );
                    var all = (await records.ListAsync(RecordFilter.All, cancel)).ToLookup(r => r.Plant);
                    Dictionary<PhotoId, KeptPhoto> kept = [];
                    var pictured = pictures ?? true ? await shots.SeenBy(leaving).OfAllAsync(cancel) : null;
                    foreach (var plant in await plants.ReadAllAsync(cancel))
                    {
                        var id = plant.Stored.Card.Id;
                        var shown = pictured?[id].ToList();
                        shown?.ForEach(p => kept.TryAdd(p.Photo.Id, p.Photo));
                        archive.Add(
                            sheets.Of(plant, new(null, null)),
                            await full.CareAsync(id, cancel),
                            await full.StudyAsync(plant, cancel),
                            shown,
                            all[id]
                        );
                    }

                    var lines = (await counts.LinesAsync(CountChoice.All, cancel)).ToLookup(l => l.Sheet, l => l.Line);
                    foreach (var sheet in await counts.SheetsAsync(CountChoice.All, cancel))
                    {
                        archive.Add(sheet, lines[sheet.Id]);
                    }

                    foreach (var withheld in await coarse.OfAsync(leaving, true, null, cancel))
                    {
                        archive.Add(withheld);
                    }

                    var people = (await places.PeopleAsync(cancel)).ConvertAll(p => p.Name);
                    var content = Uploads.Aside();
                    try
                    {
                        await DarwinCoreArchive.WriteAsync(
                            ArchiveTable.Events(archive.Events),
                            [
                                ArchiveTable.Occurrences(archive.Occurrences),
                                ArchiveTable.Identifications(archive.Identifications),
                                ArchiveTable.Measurements(archive.Measurements),
                                .. archive.Pictures.Count > 0
                                    ? [ArchiveTable.Pictures(archive.Pictures)]
                                    : Array.Empty<ArchiveTable>(),
                            ],
                            new(
                                $"Survey of {current.Guide.Title.Title}",
                                "Plants followed over the seasons with the features their names rest on, and counts by protocol. Names follow the guide named in the title.",
                                people.Count > 0 ? people : ["not named"],
                                today
                            ),
                            FilesOf(kept.Values, photos),
                            content,
                            cancel
                        );
                    }
                    catch
                    {
                        await content.DisposeAsync();
                        throw;
                    }

                    content.Position = 0;
                    return TypedResults.Stream(
                        content,
                        "application/zip",
                        string.Create(CultureInfo.InvariantCulture, $"garten-survey-{today:yyyy-MM-dd}.zip")
                    );
                }
            )
            .WithName("archive")
            .Produces<string>(contentType: "application/zip");

    private static IEnumerable<ArchivePicture> FilesOf(IEnumerable<KeptPhoto> kept, PhotoStore photos)
    {
        foreach (var photo in kept)
        {
            yield return new(photo.Id, photo.Type, (to, cancel) =>
                photos.ReadAsync(
                    photo.Id,
                    (from, tellsPlace) =>
                        tellsPlace
                            ? from.CopyToAsync(to, cancel)
                            : PlaceStripper.CopyAsync(from, photo.Type, to, cancel),
                    cancel
                )
            );
        }
    }

    /// <summary>The tables as they fill.</summary>
    private sealed class Tables(
        Guide guide,
        Dictionary<SiteId, Site> sites,
        Dictionary<PlaceId, PlaceContent> places,
        Dictionary<PlantId, PlantPosition> positions
    )
    {
        private readonly HashSet<string> _events = [];

        public List<Dictionary<string, string>> Events { get; } = [];

        public List<Dictionary<string, string>> Occurrences { get; } = [];

        public List<Dictionary<string, string>> Identifications { get; } = [];

        public List<Dictionary<string, string>> Measurements { get; } = [];

        public List<Dictionary<string, string>> Pictures { get; } = [];

        /// <summary>Adds a plant with its records, one a visit.</summary>
        public void Add(
            PlantSheet sheet,
            ExtraCare care,
            ExtraStudy study,
            List<PlantPicture>? pictures,
            IEnumerable<SurveyRecord> records
        )
        {
            var named = records.Where(r => r.Determination is not null).ToDictionary(r => r.Id);
            foreach (var visit in sheet.Visits)
            {
                var cells = named.TryGetValue(visit.Id, out var record)
                    ? DarwinCoreCsv.CellsOf(record)
                    : Unnamed(sheet.Plant, visit);
                cells["dynamicProperties"] = ArchiveExtras.Write(
                    MoreOf(sheet, visit) with
                    {
                        Care = visit.Id == sheet.Visits[^1].Id ? care : null,
                        Study = visit.Id == sheet.Visits[^1].Id ? study : null,
                        Pictures = pictures
                            ?.Where(p => p.Facts.Visit == visit.Id)
                            .Select(p => new ExtraPicture(
                                p.Photo.Id,
                                p.Photo.Type,
                                p.Photo.Name,
                                p.Person,
                                [.. p.Facts.Characters],
                                p.Facts.Note.Organ,
                                p.Facts.Note.Caption,
                                p.Facts.Note.Marks
                            ))
                            .ToList(),
                    }
                );
                Occurrences.Add(cells);
                AddEvent(
                    cells["eventID"],
                    "",
                    visit.Date,
                    sheet.Plant.Site,
                    ("samplingProtocol", ArchivedSurvey.FollowedProtocol)
                );
                foreach (var o in sheet.Observations.Where(o => o.Visit == visit.Id && o.Seen.Weighs))
                {
                    AddMeasurement(cells["eventID"], cells["occurrenceID"], o);
                }

                foreach (var picture in pictures?.Where(p => p.Facts.Visit == visit.Id) ?? [])
                {
                    AddPicture(cells["eventID"], cells["occurrenceID"], picture);
                }

                // All names hang on the plant's latest record, the one whose occurrence they concern through the organism.
                if (visit.Id == sheet.Visits[^1].Id)
                {
                    foreach (var given in sheet.Determinations)
                    {
                        AddIdentification(cells, given);
                    }
                }
            }
        }

        /// <summary>What the terms of the standard have no column for.</summary>
        private PlantExtras MoreOf(PlantSheet sheet, PlantVisit visit)
        {
            var position = positions.GetValueOrDefault(sheet.Plant.Id);
            return new(
                MoreOf(sheet.Plant.Site),
                sheet.Plant.Id,
                sheet.Plant.Origin,
                visit.Stage,
                visit.Sex,
                [.. visit.Parts],
                [.. visit.Altered],
                position?.At,
                position?.UncertaintyM,
                [
                    .. sheet
                        .Observations.Where(o => o.Visit == visit.Id)
                        .Select(o => new ExtraFeature(
                            o.Seen.Character.Value,
                            o.Seen.Finding.Kind,
                            o.Seen.Finding is Finding.States states ? states.Seen : [],
                            [.. o.Parts.Select((p, i) => new ExtraPart(p, o.Places[i].Exposure, o.Places[i].Position))],
                            (o.Seen.Finding as Finding.Rough)?.Value.Typed,
                            (o.Seen.Finding as Finding.Hidden)?.Why,
                            o.Seen.Certainty,
                            o.Seen.Source,
                            [.. o.Altered],
                            o.Seen.Exposure,
                            o.Seen.Position,
                            o.Seen.Tool,
                            o.Note,
                            o.Recorder
                        )),
                ],
                [
                    .. sheet
                        .Determinations.Reverse()
                        .Where(_ => visit.Id == sheet.Visits[^1].Id)
                        .Select(d => new ExtraName(
                            d.Taxon,
                            d.Qualifier,
                            d.Person,
                            d.Date,
                            d.Remarks,
                            JsonSerializer.SerializeToElement(d.Reasons, DeterminationStore.ReasonsJson),
                            [.. d.Reviews.Reverse().Select(r => new ExtraReview(r.Person, r.Verdict, r.Remark, r.At))]
                        )
                        {
                            InWords = InWords(d.Taxon)?.Name ?? "",
                            Family = InWords(d.Taxon) is { } own ? guide.At(own.Id, TaxonRank.Family)?.Name ?? "" : "",
                        }),
                ],
                [
                    .. sheet
                        .Vouchers.Where(_ => visit.Id == sheet.Visits[^1].Id)
                        .Select(v => new ExtraSpecimen(
                            v.Content.Number,
                            v.Content.KeptAt,
                            v.Content.TakenOn,
                            v.Content.Stand,
                            v.Content.Taken,
                            v.Content.Permit,
                            v.Person
                        )),
                ]
            );
        }

        private Taxon? InWords(string taxon) => guide.FindTaxon(new(taxon)) is { Id.IsInWords: true } own ? own : null;

        private static ExtraSite MoreOf(Site site) =>
            new(site.Description, [.. site.Habitats], site.SnowGone, site.FloraArea);

        /// <summary>A plant nobody has named yet, on a visit.</summary>
        private static Dictionary<string, string> Unnamed(PlantCard plant, PlantVisit visit) =>
            new()
            {
                ["eventID"] = $"plant-visit:{visit.Id}",
                ["occurrenceID"] = $"{plant.Tag}:{visit.Id}",
                ["organismID"] = plant.Tag,
                ["basisOfRecord"] = "HumanObservation",
                ["eventDate"] = DarwinCoreCsv.Date(visit.Date),
                ["recordedBy"] = DarwinCoreCsv.Text(visit.Recorder),
                ["locality"] = DarwinCoreCsv.Text(plant.Site.Name),
                ["scientificName"] = DarwinCoreCsv.NotNamed,
                ["taxonRank"] = "kingdom",
                ["kingdom"] = "Plantae",
                ["occurrenceStatus"] = "present",
                ["organismRemarks"] = DarwinCoreCsv.Text(plant.Description),
                ["occurrenceRemarks"] = DarwinCoreCsv.Text(visit.Note),
            };

        /// <summary>Adds a count with its plots and lines.</summary>
        public void Add(CountSheet sheet, IEnumerable<SheetLine> lines)
        {
            var content = sheet.Content;
            var whole = $"count:{sheet.Id}";
            var site = sites[content.Site];
            var plots = ProtocolRules.HasPlots(content.Protocol);
            (string, string)[] size = content.LengthM is { } length
                ? [("sampleSizeValue", DarwinCoreCsv.Number(length)), ("sampleSizeUnit", "metre")]
                : [];
            AddEvent(
                whole,
                "",
                content.Date,
                At(site, sheet.At),
                [
                    ("samplingProtocol", ProtocolWords.Name(content.Protocol)),
                    ("eventTime", Time(content)),
                    ("samplingEffort", Effort(content)),
                    ("fieldNotes", DarwinCoreCsv.Text(content.Weather)),
                    ("eventRemarks", DarwinCoreCsv.Text(content.Note)),
                    (
                        "dynamicProperties",
                        ArchiveExtras.Write(
                            new CountExtras(MoreOf(site), sheet.Recorder, content.Companions, PlaceOf(content))
                        )
                    ),
                    .. size,
                ]
            );
            for (var plot = 1; plots && plot <= content.Plots; plot++)
            {
                AddEvent(
                    $"{whole}:{DarwinCoreCsv.Number(plot)}",
                    whole,
                    content.Date,
                    At(site, sheet.At),
                    ("samplingProtocol", ProtocolWords.Name(content.Protocol)),
                    ("sampleSizeValue", DarwinCoreCsv.Number(content.PlotAreaM2!.Value)),
                    ("sampleSizeUnit", "square metre")
                );
            }

            foreach (var line in lines)
            {
                AddLine(sheet, line, plots ? $"{whole}:{DarwinCoreCsv.Number(line.Plot)}" : whole);
            }
        }

        /// <summary>Adds what is told of sensitive finds.</summary>
        public void Add(CoarseRecord withheld)
        {
            var cells = DarwinCoreCsv.CellsOf(withheld);
            Occurrences.Add(cells);
            Events.Add(
                cells.Where(c => ArchiveTable.EventTerms.Contains(c.Key)).ToDictionary(c => c.Key, c => c.Value)
            );
        }

        private ExtraPlace? PlaceOf(SheetContent content) =>
            content.Place is { } id && places.TryGetValue(id, out var place)
                ? new(place.Name, place.Kind, place.Shape.Form, place.Shape.Points)
                : null;

        private void AddLine(CountSheet sheet, SheetLine line, string on)
        {
            var taxon = guide.FindTaxon(new(line.Taxon));
            var status = taxon is null
                ? AreaStatus.Unknown
                : guide.StatusIn(taxon.Id, sites[sheet.Content.Site].FloraArea);
            Occurrences.Add(
                new()
                {
                    ["eventID"] = on,
                    ["occurrenceID"] = $"line:{line.Id}",
                    ["basisOfRecord"] = "HumanObservation",
                    ["eventDate"] = DarwinCoreCsv.Date(sheet.Content.Date),
                    ["recordedBy"] = DarwinCoreCsv.Text(sheet.Recorder),
                    ["locality"] = DarwinCoreCsv.Text(sheet.SiteName),
                    ["scientificName"] = taxon is { Author.Length: > 0 } ? $"{line.Name} {taxon.Author}" : line.Name,
                    ["scientificNameAuthorship"] = taxon?.Author ?? "",
                    ["taxonRank"] = taxon is null ? "" : DarwinCoreCsv.Rank(taxon.Rank.ToString()),
                    ["kingdom"] = "Plantae",
                    ["family"] = taxon is null ? "" : guide.At(taxon.Id, TaxonRank.Family)?.Name ?? "",
                    ["identificationQualifier"] = DeterminationName.Written(line.Qualifier),
                    ["degreeOfEstablishment"] = DarwinCoreCsv.Establishment(line.Origin, status == AreaStatus.Native),
                    ["establishmentMeans"] = DarwinCoreCsv.EstablishmentMeans(status),
                    ["occurrenceStatus"] = "present",
                    ["occurrenceRemarks"] = DarwinCoreCsv.Text(line.Note),
                    ["organismQuantity"] = line.Amount is { } amount ? DarwinCoreCsv.Number(amount) : "",
                    ["organismQuantityType"] = line.Amount is null ? "" : QuickEntry.InWords(line.Unit),
                }
            );
        }

        private void AddEvent(
            string id,
            string parent,
            DateOnly date,
            Site site,
            params (string Name, string Cell)[] more
        )
        {
            if (!_events.Add(id))
            {
                return;
            }

            Events.Add(
                new(more.Select(m => KeyValuePair.Create(m.Name, m.Cell)))
                {
                    ["eventID"] = id,
                    ["parentEventID"] = parent,
                    ["eventDate"] = DarwinCoreCsv.Date(date),
                    ["locality"] = DarwinCoreCsv.Text(site.Name),
                    ["minimumElevationInMeters"] = DarwinCoreCsv.Number(site.ElevationM),
                    ["maximumElevationInMeters"] = DarwinCoreCsv.Number(site.ElevationM),
                    ["decimalLatitude"] = DarwinCoreCsv.Number(site.Latitude),
                    ["decimalLongitude"] = DarwinCoreCsv.Number(site.Longitude),
                    ["geodeticDatum"] = site.Latitude is null ? "" : "EPSG:4326",
                    ["coordinateUncertaintyInMeters"] = DarwinCoreCsv.Number(site.UncertaintyM),
                }
            );
        }

        private void AddIdentification(Dictionary<string, string> occurrence, DeterminationView given) =>
            Identifications.Add(
                new()
                {
                    ["eventID"] = occurrence["eventID"],
                    ["identificationID"] = $"determination:{given.Id}",
                    ["occurrenceID"] = occurrence["occurrenceID"],
                    ["organismID"] = occurrence["organismID"],
                    ["scientificName"] = guide.FindTaxon(new(given.Taxon))?.Name ?? given.FullName,
                    ["taxonRank"] = guide.FindTaxon(new(given.Taxon)) is { } taxon
                        ? DarwinCoreCsv.Rank(taxon.Rank.ToString())
                        : "",
                    ["identificationQualifier"] = DeterminationName.Written(given.Qualifier),
                    ["identifiedBy"] = DarwinCoreCsv.Text(given.Person),
                    ["dateIdentified"] = DarwinCoreCsv.Date(given.Date),
                    ["identificationRemarks"] = DarwinCoreCsv.Text(given.Remarks),
                }
            );

        private void AddMeasurement(string on, string occurrence, ObservationView o) =>
            Measurements.Add(
                new()
                {
                    ["eventID"] = on,
                    ["measurementID"] = $"{occurrence}:{o.Seen.Character}",
                    ["occurrenceID"] = occurrence,
                    ["measurementType"] = o.Label,
                    ["measurementValue"] = DarwinCoreCsv.Text(o.Summary),
                    ["measurementUnit"] =
                        o.Seen.Finding is Finding.Sample ? guide.FindCharacter(o.Seen.Character)?.Unit ?? "" : "",
                    ["measurementDeterminedBy"] = DarwinCoreCsv.Text(o.Recorder),
                    ["measurementDeterminedDate"] = DarwinCoreCsv.Date(o.Seen.Date),
                    ["measurementRemarks"] = DarwinCoreCsv.Text(o.Note),
                }
            );

        private void AddPicture(string on, string occurrence, PlantPicture picture) =>
            Pictures.Add(
                new()
                {
                    ["eventID"] = on,
                    ["identifier"] = picture.Photo.Id.ToString(),
                    ["occurrenceID"] = occurrence,
                    ["type"] = "StillImage",
                    ["format"] = picture.Photo.Type,
                    ["accessURI"] = ArchivePicture.FileOf(picture.Photo.Id, picture.Photo.Type),
                    ["title"] = DarwinCoreCsv.Text(picture.Photo.Name),
                    ["creator"] = DarwinCoreCsv.Text(picture.Person),
                    ["created"] = picture.Photo.Taken?.ToString("s", CultureInfo.InvariantCulture) ?? "",
                    ["subjectPart"] = picture.Facts.Note.Organ.ToString().ToLowerInvariant(),
                    ["caption"] = DarwinCoreCsv.Text(
                        string.Join(
                            ". ",
                            new[]
                            {
                                picture.Facts.Note.Caption,
                                string.Join(
                                    ", ",
                                    picture.Facts.Characters.Select(c => guide.FindCharacter(new(c))?.Label ?? c)
                                ),
                            }.Where(t => t.Length > 0)
                        )
                    ),
                }
            );

        /// <summary>A site, known to lie where a plot or transect of it does.</summary>
        private static Site At(Site site, GeoPoint? place) =>
            place is { } at
                ? site with
                {
                    Latitude = at.Latitude,
                    Longitude = at.Longitude,
                    UncertaintyM = null,
                }
                : site;

        private static string Time(SheetContent content) =>
            content.Started is not { } from ? ""
            : content.Ended is { } to ? string.Create(CultureInfo.InvariantCulture, $"{from:HH:mm}/{to:HH:mm}")
            : from.ToString("HH:mm", CultureInfo.InvariantCulture);

        private static string Effort(SheetContent content)
        {
            // Companions are written as one text; people in it stand between commas or "and".
            var others = content
                .Companions.Split(
                    [",", ";", "&", " and "],
                    StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries
                )
                .Length;
            return content is { Started: { } from, Ended: { } to }
                ? string.Create(
                    CultureInfo.InvariantCulture,
                    $"{(to - from).TotalMinutes:0} minutes by {others + 1} {(others == 0 ? "person" : "people")}"
                )
                : "";
        }
    }
}
