using System.Runtime.InteropServices.JavaScript;
using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using Garten.Core.Bench;
using Garten.Core.Evidence;
using Garten.Core.Evidence.Pictures;
using Garten.Core.Guides;
using Garten.Core.Identification;
using Garten.Core.Measuring.Photos;
using Garten.Core.Survey;

namespace Garten.Browser;

/// <summary>The core in the browser: a guide opened once, then questions and answers as JSON.</summary>
public static partial class Engine
{
    private static CandidateModel? _model;

    private static PhotoScene? _scene;

    private static PhotoScene Scene => _scene ?? throw new InvalidOperationException("No picture was looked at yet.");

    private static CandidateModel Model => _model ?? throw new InvalidOperationException("No guide is open yet.");

    /// <summary>Opens a guide; a guide opened before is put away.</summary>
    /// <param name="tables">The guide's tables as JSON.</param>
    [JSExport]
    public static void Open(string tables) =>
        _model = new CandidateModel(new Guide(Read(tables, BenchJson.Default.GuideTables)));

    /// <summary>
    /// Answers for a plant of a few features, so that what runs for the first time is translated before a person waits for it. Called
    /// some times over, with what a person asks in between.
    /// </summary>
    [JSExport]
    public static void Warm()
    {
        var guide = Model.Guide;
        var seen = guide
            .Characters.Where(c => !c.IsNumeric)
            .Take(12)
            .Select(c => Observation.OfStates(c.Id, 1, default, c.States[0].Id));
        var walk = guide.Keys.IsEmpty ? null : KeyWalk.From(guide.Keys[0].First).Answer(guide.Keys[0].First, 1);
        var plant = new BenchRequest(
            new(new(null, []), [new(1, default, [.. Enum.GetValues<PlantPart>()])], [.. seen], walk, []),
            null
        );
        Ask("answer", JsonSerializer.Serialize(plant, BenchJson.Default.BenchRequest));
    }

    /// <summary>Looks at a picture, which is what is measured in from then on.</summary>
    /// <param name="width">Pixels across.</param>
    /// <param name="height">Pixels down.</param>
    /// <param name="rgb">Three bytes a pixel, row after row from the top.</param>
    [JSExport]
    public static void Look(int width, int height, byte[] rgb)
    {
        // Of a picture that could not be looked at nothing is answered, least of all from the one before.
        _scene = null;
        _scene = PhotoScene.Read(new PixelImage(width, height, rgb));
    }

    /// <summary>Answers a question of the bench.</summary>
    /// <param name="kind">answer, names, account, suspicion, reasons, crosses, apart, sheet, samples or compare, as the server's addresses are called; waiting, grade, count, line, pictures, portrait, marks, file, nearest, standing or measures, which only a device without a server asks.</param>
    /// <param name="question">The question as JSON.</param>
    /// <returns>The answer as JSON.</returns>
    [JSExport]
    public static string Ask(string kind, string question)
    {
        var json = BenchJson.Default;
        return kind switch
        {
            "answer" => Write(BenchDesk.Answer(Model, Read(question, json.BenchRequest)), json.BenchAnswer),
            "names" => Write(BenchDesk.Rank(Model, Read(question, json.BenchRequest)), json.LikelyNames),
            "account" => Write(BenchDesk.Account(Model, Read(question, json.NameQuestion)), json.SpeciesAccount),
            "suspicion" => Write(BenchDesk.Suspect(Model, Read(question, json.NameQuestion)), json.Suspicion),
            "reasons" => Write(BenchDesk.Reasons(Model, Read(question, json.NameQuestion)), json.NameReasons),
            "crosses" => Write([.. BenchDesk.Crosses(Model, Read(question, json.NameQuestion))], json.CrossTestArray),
            "apart" => Write(BenchDesk.Apart(Model, Read(question, json.NamesQuestion)), json.ApartAnswer),
            "sheet" => Write(BenchDesk.Draw(Model, Read(question, json.SheetQuestion)), json.SheetPicture),
            "samples" => Write(BenchDesk.Samples(Model, Read(question, json.BenchRequest)), json.SampleAnswer),
            "compare" => Write(BenchDesk.Compare(Model, Read(question, json.PairQuestion)), json.PlantComparison),
            "waiting" => Write(WaitingChanges.On(Model, Read(question, json.WaitingQuestion)), json.WaitingAnswer),
            "grade" => Write(WaitingChanges.Grade(Model, Read(question, json.GradeAsked)), json.ReturnAnswer),
            "count" => Write(WaitingCounts.On(Model.Guide, Read(question, json.CountQuestion)), json.CountAnswer),
            "line" => Write(WaitingCounts.Read(Model.Guide, Read(question, json.LineQuestion)), json.QuickReading),
            "pictures" => Write(
                WaitingPictures.On(Model.Guide, Read(question, json.PicturesQuestion)),
                json.PicturesAnswer
            ),
            "portrait" => Write(Read(question, json.PortraitQuestion).Answer(Model.Guide), json.Portrait),
            "marks" => Write(Read(question, json.MarksQuestion).Answer(), json.MarksAnswer),
            "file" => Write(PictureFileAnswer.Of(Read(question, json.PictureFile)), json.PictureFileAnswer),
            "nearest" => Write(Read(question, json.NearestQuestion).Answer(), json.NearestSite),
            "standing" => Write(
                StandingPosition.Of(Read(question, json.StandingQuestion).Readings),
                json.StandingPosition
            ),
            "measures" => Write(
                PhotoMeasures.Of(Model.Guide, Scene, Read(question, json.PhotoQuestion)),
                json.PhotoMeasures
            ),
            _ => throw new ArgumentException($"The bench knows no question “{kind}”.", nameof(kind)),
        };
    }

    private static T Read<T>(string json, JsonTypeInfo<T> type)
        where T : class => JsonSerializer.Deserialize(json, type) ?? throw new JsonException("The question is empty.");

    private static string Write<T>(T answer, JsonTypeInfo<T> type) => JsonSerializer.Serialize(answer, type);
}
