using System.Text.Json;
using System.Text.Json.Serialization;
using Garten.Core.Assessment;
using Garten.Core.Commands;
using Garten.Core.Drawing.Plates;
using Garten.Core.Evidence;
using Garten.Core.Evidence.Pictures;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;
using Garten.Core.Identification;
using Garten.Core.Keys;
using Garten.Core.Measuring.Photos;
using Garten.Core.Measuring.Shapes;
using Garten.Core.Sheets;
using Garten.Core.Survey;
using Garten.Core.Survey.Counting;
using Garten.Core.Survey.Places;

namespace Garten.Core.Bench;

/// <summary>How guides, questions and answers are written as JSON, without reflection, so that the browser's copy of the core can be trimmed.</summary>
[JsonSerializable(typeof(GuideTables))]
[JsonSerializable(typeof(Scope))]
[JsonSerializable(typeof(BenchRequest))]
[JsonSerializable(typeof(BenchAnswer))]
[JsonSerializable(typeof(LikelyNames))]
[JsonSerializable(typeof(NameQuestion))]
[JsonSerializable(typeof(NamesQuestion))]
[JsonSerializable(typeof(PairQuestion))]
[JsonSerializable(typeof(SpeciesAccount))]
[JsonSerializable(typeof(Suspicion))]
[JsonSerializable(typeof(NameReasons))]
[JsonSerializable(typeof(CrossTest[]))]
[JsonSerializable(typeof(ApartAnswer))]
[JsonSerializable(typeof(PlantComparison))]
[JsonSerializable(typeof(SheetQuestion))]
[JsonSerializable(typeof(SheetPicture))]
[JsonSerializable(typeof(SampleAnswer))]
[JsonSerializable(typeof(WaitingQuestion))]
[JsonSerializable(typeof(WaitingAnswer))]
[JsonSerializable(typeof(GradeAsked))]
[JsonSerializable(typeof(ReturnAnswer))]
[JsonSerializable(typeof(CountQuestion))]
[JsonSerializable(typeof(CountAnswer))]
[JsonSerializable(typeof(CountView))]
[JsonSerializable(typeof(LineQuestion))]
[JsonSerializable(typeof(QuickReading))]
[JsonSerializable(typeof(CountInput))]
[JsonSerializable(typeof(SheetChange))]
[JsonSerializable(typeof(LineInput))]
[JsonSerializable(typeof(LineChange))]
[JsonSerializable(typeof(PicturesQuestion))]
[JsonSerializable(typeof(PicturesAnswer))]
[JsonSerializable(typeof(PortraitQuestion))]
[JsonSerializable(typeof(Portrait))]
[JsonSerializable(typeof(MarksQuestion))]
[JsonSerializable(typeof(MarksAnswer))]
[JsonSerializable(typeof(PictureFile))]
[JsonSerializable(typeof(PictureFileAnswer))]
[JsonSerializable(typeof(PhotoQuestion))]
[JsonSerializable(typeof(PhotoMeasures))]
[JsonSerializable(typeof(NearestQuestion))]
[JsonSerializable(typeof(NearestSite))]
[JsonSerializable(typeof(StandingQuestion))]
[JsonSerializable(typeof(StandingPosition))]
[JsonSerializable(typeof(PictureInput))]
[JsonSerializable(typeof(PictureCorrection))]
[JsonSerializable(typeof(PictureRemoval))]
[JsonSerializable(typeof(PhotoUseInput))]
[JsonSerializable(typeof(PlantInput))]
[JsonSerializable(typeof(PlantCorrection))]
[JsonSerializable(typeof(VisitContent))]
[JsonSerializable(typeof(VisitCorrection))]
[JsonSerializable(typeof(ObservationInput))]
[JsonSerializable(typeof(KeyMove))]
[JsonSerializable(typeof(NameInput))]
[JsonSerializable(typeof(Reasoned))]
[JsonSerializable(typeof(ReviewInput))]
[JsonSerializable(typeof(VoucherContent))]
[JsonSourceGenerationOptions(
    PropertyNamingPolicy = JsonKnownNamingPolicy.CamelCase,
    MaxDepth = 64,
    AllowOutOfOrderMetadataProperties = true,
    RespectNullableAnnotations = true,
    RespectRequiredConstructorParameters = true,
    Converters = [
        typeof(StatementJson),
        typeof(CamelCase<Alteration>),
        typeof(CamelCase<AreaStatus>),
        typeof(CamelCase<Certainty>),
        typeof(CamelCase<CharacterKind>),
        typeof(CamelCase<Commonness>),
        typeof(CamelCase<CountUnit>),
        typeof(CamelCase<CrossSide>),
        typeof(CamelCase<EvidenceSource>),
        typeof(CamelCase<Exposure>),
        typeof(CamelCase<FindingKind>),
        typeof(CamelCase<FrequencyWord>),
        typeof(CamelCase<Grade>),
        typeof(CamelCase<HarmLevel>),
        typeof(CamelCase<Hazard>),
        typeof(CamelCase<HiddenReason>),
        typeof(CamelCase<IdentificationQualifier>),
        typeof(CamelCase<LifeStage>),
        typeof(CamelCase<Likeness>),
        typeof(CamelCase<LookPurpose>),
        typeof(CamelCase<Mark>),
        typeof(CamelCase<MarkKind>),
        typeof(CamelCase<NameTextKind>),
        typeof(CamelCase<Organ>),
        typeof(CamelCase<Origin>),
        typeof(CamelCase<PartAge>),
        typeof(CamelCase<PartPosition>),
        typeof(CamelCase<Phenophase>),
        typeof(CamelCase<PhotoProblem>),
        typeof(CamelCase<PictureMarkKind>),
        typeof(CamelCase<PictureOrgan>),
        typeof(CamelCase<PlantPart>),
        typeof(CamelCase<PriorFactor>),
        typeof(CamelCase<Protocol>),
        typeof(CamelCase<ReasonKind>),
        typeof(CamelCase<ScaleKind>),
        typeof(CamelCase<Season>),
        typeof(CamelCase<Sex>),
        typeof(CamelCase<ShapeConvention>),
        typeof(CamelCase<SourceClass>),
        typeof(CamelCase<TaxonRank>),
        typeof(CamelCase<Tool>),
        typeof(CamelCase<Verdict>),
        typeof(CamelCase<WalkMove>),
        typeof(CamelCase<WidestZone>),
    ]
)]
public sealed partial class BenchJson : JsonSerializerContext;

/// <summary>Writes an enumeration by its names in camel case.</summary>
public sealed class CamelCase<T>() : JsonStringEnumConverter<T>(JsonNamingPolicy.CamelCase, false)
    where T : struct, Enum;
