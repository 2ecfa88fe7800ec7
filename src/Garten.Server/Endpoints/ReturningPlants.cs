using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using System.Text.RegularExpressions;
using Garten.Core.Assessment;
using Garten.Core.Commands;
using Garten.Core.Evidence;
using Garten.Core.Evidence.Pictures;
using Garten.Core.Guides;
using Garten.Core.Survey;
using Garten.Core.Survey.Care;
using Garten.Core.Survey.Importing;
using Garten.Data;
using Garten.Formats.Records;
using Garten.Pictures;
using Garten.Server.Requests;

namespace Garten.Server.Endpoints;

/// <summary>Reads followed plants from the rows of an archive: each is a plant on a visit, with all it carries beside the terms of the standard.</summary>
/// <param name="sites">Names of the sites there are.</param>
/// <param name="pictures">The pictures of the archive.</param>
/// <param name="today">Today; no visit lies after it.</param>
/// <param name="personOf">A person's name as it is written here.</param>
public sealed partial class ReturningPlants(
    CurrentGuide current,
    IEnumerable<string> sites,
    ArchivedPictures pictures,
    DateOnly today,
    Func<string, string> personOf,
    UnlistedNames unlisted
)
{
    private const int MostName = 120;
    private const int MostGrounds = 1_000_000;
    private const int MostLinks = 1000;

    private readonly Dictionary<string, string> _sites = sites.ToDictionary(s => s, StringComparer.OrdinalIgnoreCase);

    /// <summary>What is wrong with rows.</summary>
    public List<ImportFault> Faults { get; } = [];

    /// <summary>Rows that carry nothing but the terms of the standard, and so no plant with its features.</summary>
    public int Bare { get; private set; }

    /// <summary>Pictures that are told of, and whose files are not there.</summary>
    public int Absent { get; private set; }

    /// <summary>Walks that begin in a key the guide has not.</summary>
    public int Strange { get; private set; }

    /// <summary>What is told of their sites.</summary>
    public Dictionary<string, ExtraSite> Sites { get; } = new(StringComparer.OrdinalIgnoreCase);

    /// <summary>Reads plants.</summary>
    /// <param name="rows">Rows of plants on visits.</param>
    public List<ArrivingPlant> Read(IEnumerable<ArchivedRow> rows)
    {
        List<(PlantId Plant, ArchivedRow Row, PlantExtras More, ArrivingLook Look)> looks = [];
        foreach (var row in rows)
        {
            if (row["dynamicProperties"].Length == 0)
            {
                Bare++;
            }
            else if (!ArchiveExtras.TryRead(row["dynamicProperties"], out PlantExtras? more))
            {
                Faults.Add(
                    new(
                        row.File,
                        row.Line,
                        "dynamicProperties",
                        "What stands here cannot be read as a plant with its features."
                    )
                );
            }
            else if (Checked(row, () => LookOf(row, more)) is { } look)
            {
                looks.Add((more.Plant, row, more, look));
                Sites.TryAdd(row["locality"], more.Site);
            }
        }

        return
        [
            .. looks
                .GroupBy(l => l.Plant)
                .Select(g => Checked(g.First().Row, () => PlantOf(g.Key, [.. g.OrderBy(l => l.Look.Date)])))
                .OfType<ArrivingPlant>(),
        ];
    }

    private ArrivingPlant PlantOf(
        PlantId id,
        (PlantId Plant, ArchivedRow Row, PlantExtras More, ArrivingLook Look)[] looks
    )
    {
        var (_, row, more, _) = looks[^1];
        if (!_sites.TryGetValue(row["locality"], out var site))
        {
            throw new RuleException("locality", "The site is missing.");
        }

        var tag = TagForm().IsMatch(row["organismID"]) ? row["organismID"] : $"{PlantStore.TagLetters}-001";
        var at = more is { At: { Latitude: >= -90 and <= 90, Longitude: >= -180 and <= 180 }, UncertaintyM: > 0 };
        return new(
            id,
            tag,
            site,
            Rules.Text("organismRemarks", "The description", row["organismRemarks"], 500),
            more.Origin,
            at ? more.At : null,
            at ? more.UncertaintyM : null,
            [.. looks.Select(l => l.Look)],
            [.. NamesOf(id, looks.SelectMany(l => l.More.Names))],
            [.. looks.SelectMany(l => l.More.Specimens).Select(SpecimenOf)],
            CareOf([.. looks.Select(l => l.More.Care).OfType<ExtraCare>()]),
            StudyOf([.. looks.Select(l => l.More.Study).OfType<ExtraStudy>()])
        );
    }

    private ArrivingStudy StudyOf(ExtraStudy[] studies)
    {
        var links = studies.SelectMany(s => s.Colony).ToList();
        return links.Count > MostLinks
            ? throw new RuleException(
                "dynamicProperties",
                $"A plant stands in a colony with {links.Count} others; {MostLinks} is the most."
            )
            : new(
                studies.Select(s => s.Walk).OfType<ExtraWalk>().Select(WalkOf).FirstOrDefault(),
                [
                    .. studies
                        .SelectMany(s => s.Overrules)
                        .Select(o => new OverruledOnce(
                            o.Grade,
                            Rules.Text("dynamicProperties", "The reason", o.Reason, 2000, required: true),
                            PersonOf(o.Person, "dynamicProperties"),
                            o.At
                        )),
                ],
                links.ConvertAll(l => (l.Plant, PersonOf(l.Person, "dynamicProperties")))
            );
    }

    /// <summary>The walk as far as the guide has its couplets; null when it has not even the first.</summary>
    private KeyWalk? WalkOf(ExtraWalk walk)
    {
        if (At(walk.Key, walk.Couplet) is not { } start)
        {
            Strange++;
            return null;
        }

        var answers = walk
            .Answers.Select(a => (At: At(a.Key, a.Couplet), a.Lead))
            .Where(a =>
                a.At is { } at
                && (
                    a.Lead is null or WalkAnswer.Neither
                    || current.Guide.FindCouplet(at)!.Leads.Any(l => l.Number == a.Lead)
                )
            )
            .Select(a => new WalkAnswer(a.At!.Value, a.Lead))
            .DistinctBy(a => a.At);
        return new(start, [.. answers], walk.Reopened is { } again ? At(again.Key, again.Couplet) : null);
    }

    private CoupletRef? At(string key, int couplet) =>
        new CoupletRef(new KeyId(key), couplet) is var at && current.Guide.FindCouplet(at) is not null ? at : null;

    private ArrivingPicture? PictureOf(ExtraPicture picture)
    {
        if (Found(picture) is not { } file)
        {
            Absent++;
            return null;
        }

        PictureFacts facts;
        PictureNote note;
        try
        {
            facts = PictureReader.Facts(new MemoryStream(file));
            note = new PictureNote(picture.Organ, picture.Caption, picture.Marks).Checked(facts.Width, facts.Height);
        }
        catch (PictureException e)
        {
            throw new RuleException(
                "dynamicProperties",
                $"{ArchivePicture.FileOf(picture.Id, picture.Type)}: {e.Message}"
            );
        }
        catch (RuleException e)
        {
            throw new RuleException("dynamicProperties", e.Message);
        }

        var name = Rules.Text(
            "dynamicProperties",
            "The picture's name",
            Path.GetFileName(picture.Name),
            200,
            required: true
        );
        return new(
            new(picture.Id, name, facts.Type, facts.Width, facts.Height, facts.Taken, facts.Latitude, facts.Longitude),
            () => Found(picture)!,
            PersonOf(picture.Person, "dynamicProperties"),
            note,
            [.. picture.Characters.Where(c => current.Guide.FindCharacter(new(c)) is not null).Distinct()]
        );
    }

    private byte[]? Found(ExtraPicture picture)
    {
        try
        {
            return pictures.Find(picture.Id, picture.Type);
        }
        catch (InvalidDataException e)
        {
            throw new RuleException("dynamicProperties", e.Message);
        }
    }

    private ArrivingCare CareOf(ExtraCare[] cares) =>
        new(
            CareRules.Check([
                .. cares.SelectMany(c => c.Landmarks).Select(l => new Landmark(l.Name, l.Bearing, l.Metres)),
            ]),
            [
                .. cares
                    .SelectMany(c => c.Threats)
                    .Select(t =>
                        (
                            CareRules.Check(
                                new ThreatContent(
                                    t.Kind,
                                    t.Note,
                                    DayOf(t.SeenOn),
                                    t.Told,
                                    t.ToldOn,
                                    t.Outcome,
                                    t.SettledOn
                                )
                            ),
                            PersonOf(t.Person, "dynamicProperties")
                        )
                    ),
            ],
            [
                .. cares
                    .SelectMany(c => c.Rosettes)
                    .Select(r =>
                        CareRules.Check(
                            new PopulationCount(
                                r.Year,
                                r.Marked,
                                DayOf(r.MarkedOn),
                                r.Flowering,
                                r.FloweringOn is { } counted ? DayOf(counted) : null
                            )
                        )
                    ),
            ]
        );

    private ArrivingLook LookOf(ArchivedRow row, PlantExtras more) =>
        new(
            DayOf(row["eventDate"], "eventDate"),
            PersonOf(row["recordedBy"], "recordedBy"),
            more.Stage,
            more.Sex,
            more.Parts,
            more.Altered,
            Rules.Text("occurrenceRemarks", "The note", row["occurrenceRemarks"], 2000),
            [
                .. more.Features.Select(f => new ArrivingFeature(
                    new ObservationInput(
                        f.Finding,
                        [.. f.States],
                        [.. f.Parts.Select(p => p.Typed)],
                        f.Rough,
                        null,
                        f.Hidden,
                        f.Certainty,
                        f.Source,
                        [.. f.Altered],
                        f.Exposure,
                        f.Position,
                        f.Note,
                        null,
                        f.Tool,
                        [.. f.Parts.Select(p => new PartPlace(p.Exposure, p.Position))]
                    ).Check(default, f.Character, current.Guide, default),
                    PersonOf(f.Recorder, f.Character)
                )),
            ],
            [.. (more.Pictures ?? []).Select(PictureOf).OfType<ArrivingPicture>()]
        );

    private IEnumerable<ArrivingName> NamesOf(PlantId plant, IEnumerable<ExtraName> names)
    {
        Dictionary<(string, IdentificationQualifier, string, DateOnly), int> times = [];
        foreach (var name in names)
        {
            var same = (name.Taxon, name.Qualifier, name.Person, name.Date);
            times[same] = times.GetValueOrDefault(same) + 1;
            yield return NameOf(plant, name, times[same]);
        }
    }

    /// <summary>The taxon of the guide, or the name in words, which goes on the survey's list with its plant.</summary>
    private (TaxonId Taxon, string FullName) NamedAs(ExtraName name)
    {
        if (current.Guide.FindTaxon(new(name.Taxon)) is { } taxon)
        {
            return (taxon.Id, DeterminationName.Full(taxon, name.Qualifier));
        }

        var words = NameText.Readings(name.InWords).FirstOrDefault(r => r.Id.Value == name.Taxon)
            ?? throw new RuleException("dynamicProperties", $"The guide has no taxon “{name.Taxon}”.");
        return (unlisted.Place(words, name.Family), words.Full(name.Qualifier));
    }

    private ArrivingName NameOf(PlantId plant, ExtraName name, int time)
    {
        var (taxon, fullName) = NamedAs(name);
        var reasons = name.Reasons.GetRawText();
        if (reasons.Length > MostGrounds)
        {
            throw new RuleException(
                "dynamicProperties",
                $"The reasons of {fullName} are longer than any that were kept here."
            );
        }

        var person = PersonOf(name.Person, "dynamicProperties");
        var date = DayOf(name.Date);
        var id = new Guid(
            SHA256
                .HashData(
                    Encoding.UTF8.GetBytes(
                        $"garten name {plant}\n{name.Taxon}\n{name.Qualifier}\n{person}\n{date:O}{(time > 1 ? $"\n{time}" : "")}"
                    )
                )
                .AsSpan(0, 16)
        );
        return new(
            new(id),
            time,
            taxon.Value,
            name.Qualifier,
            fullName,
            person,
            date,
            Rules.Text("dynamicProperties", "The remark", name.Remarks, 2000),
            reasons,
            [
                .. name.Reviews.Select(r =>
                    r.Verdict == Verdict.Agrees || r.Remark.Trim().Length > 0
                        ? new ArrivingReview(
                            PersonOf(r.Person, "dynamicProperties"),
                            r.Verdict,
                            Rules.Text("dynamicProperties", "The remark", r.Remark, 2000),
                            r.At
                        )
                        : throw new RuleException(
                            "dynamicProperties",
                            $"{r.Person} differs from {fullName} and does not say why."
                        )
                ),
            ]
        );
    }

    private Voucher SpecimenOf(ExtraSpecimen s) =>
        s is { Stand: >= 1, Taken: >= 0 }
            ? new(
                new(
                    Rules.Text("dynamicProperties", "The specimen's number", s.Number, 60, required: true),
                    Rules.Text("dynamicProperties", "Where the specimen is kept", s.KeptAt, 200, required: true),
                    DayOf(s.TakenOn),
                    s.Stand,
                    s.Taken,
                    Rules.Text("dynamicProperties", "The permit", s.Permit, 200)
                ),
                PersonOf(s.Person, "dynamicProperties")
            )
            : throw new RuleException(
                "dynamicProperties",
                $"Specimen {s.Number} was taken from a stand of {s.Stand}; that cannot be."
            );

    [GeneratedRegex("^[A-Z]{1,4}-[0-9]{3,6}$")]
    private static partial Regex TagForm();

    private DateOnly DayOf(string text, string field) =>
        DateOnly.TryParseExact(text, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var day)
        && day <= today
            ? day
            : throw new RuleException(field, $"“{text}” is no day up to today.");

    private DateOnly DayOf(DateOnly day) =>
        DayOf(day.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture), "dynamicProperties");

    private string PersonOf(string name, string field) =>
        personOf(Rules.Text(field, "The person's name", name, MostName, required: true));

    private T? Checked<T>(ArchivedRow row, Func<T> read)
        where T : class
    {
        try
        {
            return read();
        }
        catch (RuleException e)
        {
            Faults.Add(new(row.File, row.Line, e.Field, e.Message));
            return null;
        }
    }
}
