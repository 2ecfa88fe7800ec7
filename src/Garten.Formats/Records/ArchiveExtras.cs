using System.Collections.Immutable;
using System.Diagnostics.CodeAnalysis;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using Garten.Core.Bench;
using Garten.Core.Confirmation;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Seasons;
using Garten.Core.Survey;
using Garten.Core.Survey.Places;

namespace Garten.Formats.Records;

/// <summary>A site, as far as the terms of the standard do not tell of it.</summary>
/// <param name="Description">What it is.</param>
/// <param name="Habitats">Kinds of place it is.</param>
/// <param name="SnowGone">The day on which snow is usually gone; null where none lies.</param>
/// <param name="FloraArea">The guide's area it lies in; empty where none is said.</param>
public sealed record ExtraSite(string Description, ImmutableArray<string> Habitats, DayInYear? SnowGone, string FloraArea);

/// <summary>A plot or transect a count was made at, as an archive carries it.</summary>
/// <param name="Name">Its name.</param>
/// <param name="Kind">What it is.</param>
/// <param name="Form">Point, line or area.</param>
/// <param name="Points">Its points.</param>
public sealed record ExtraPlace(string Name, PlaceKind Kind, ShapeForm Form, ImmutableArray<GeoPoint> Points);

/// <summary>What an archive carries of a count beside the terms of the standard.</summary>
/// <param name="Site">The site.</param>
/// <param name="Recorder">Who counted.</param>
/// <param name="Companions">Who else was there.</param>
/// <param name="Place">The plot or transect; null where it was made at the site at large.</param>
public sealed record CountExtras(ExtraSite Site, string Recorder, string Companions, ExtraPlace? Place);

/// <summary>A part of a sample as typed, and where it grew.</summary>
/// <param name="Typed">What the person wrote.</param>
/// <param name="Exposure">Light it grew in.</param>
/// <param name="Position">Where it grew.</param>
public sealed record ExtraPart(string Typed, Exposure? Exposure, PartPosition? Position);

/// <summary>A feature as it was recorded.</summary>
/// <param name="Character">The character.</param>
/// <param name="Finding">What kind of thing was found.</param>
/// <param name="States">States seen.</param>
/// <param name="Parts">Parts measured or counted.</param>
/// <param name="Rough">A rough value as typed; null for none.</param>
/// <param name="Hidden">Why it could not be seen.</param>
/// <param name="Certainty">How sure.</param>
/// <param name="Source">Where the part came from.</param>
/// <param name="Altered">Damage to the part.</param>
/// <param name="Exposure">Light it grew in.</param>
/// <param name="Position">Where it grew.</param>
/// <param name="Tool">What it was seen with.</param>
/// <param name="Note">A note.</param>
/// <param name="Recorder">Who recorded it.</param>
public sealed record ExtraFeature(
    string Character, Finding Finding, ImmutableArray<string> States, ImmutableArray<ExtraPart> Parts, string? Rough, HiddenReason? Hidden, Certainty Certainty, EvidenceSource Source,
    ImmutableArray<Alteration> Altered, Exposure? Exposure, PartPosition? Position, Tool? Tool, string Note, string Recorder);

/// <summary>What somebody said of a name.</summary>
/// <param name="Person">Who.</param>
/// <param name="Verdict">What.</param>
/// <param name="Remark">Why, or what to look at.</param>
/// <param name="At">When.</param>
public sealed record ExtraReview(string Person, Verdict Verdict, string Remark, DateTimeOffset At);

/// <summary>A specimen taken of a plant.</summary>
/// <param name="Number">Its number.</param>
/// <param name="KeptAt">Where it is kept.</param>
/// <param name="TakenOn">When it was taken.</param>
/// <param name="Stand">Plants in the stand before.</param>
/// <param name="Taken">Whole plants taken; 0 for a twig.</param>
/// <param name="Permit">The permit; may be empty.</param>
/// <param name="Person">Who took it.</param>
public sealed record ExtraSpecimen(string Number, string KeptAt, DateOnly TakenOn, int Stand, int Taken, string Permit, string Person);

/// <summary>A name given to a plant.</summary>
/// <param name="Taxon">Identifier of the taxon in the guide.</param>
/// <param name="Qualifier">The reserve.</param>
/// <param name="Person">Who gave it.</param>
/// <param name="Date">The day.</param>
/// <param name="Remarks">Remarks.</param>
/// <param name="Grounds">What it rests on.</param>
/// <param name="Reviews">What others said of it, the earliest first.</param>
public sealed record ExtraName(string Taxon, Qualifier Qualifier, string Person, DateOnly Date, string Remarks, JsonElement Grounds, ImmutableArray<ExtraReview> Reviews);

/// <summary>What a plant is found again by.</summary>
/// <param name="Name">The landmark.</param>
/// <param name="Bearing">Bearing from it to the plant, in degrees from 0 to below 360.</param>
/// <param name="Metres">The way from it to the plant.</param>
public sealed record ExtraLandmark(string Name, double Bearing, double Metres);

/// <summary>A threat to a plant.</summary>
/// <param name="Kind">What threatens it.</param>
/// <param name="Note">More about it; may be empty.</param>
/// <param name="SeenOn">When it was seen.</param>
/// <param name="Told">Who was told; empty when nobody was.</param>
/// <param name="ToldOn">When; null when nobody was.</param>
/// <param name="Outcome">What came of it; may be empty.</param>
/// <param name="SettledOn">When it was settled; null while it is not.</param>
/// <param name="Person">Who saw it.</param>
public sealed record ExtraThreat(ThreatKind Kind, string Note, DateOnly SeenOn, string Told, DateOnly? ToldOn, string Outcome, DateOnly? SettledOn, string Person);

/// <summary>Rosettes marked, and how many of them flowered in a year.</summary>
/// <param name="Year">The year.</param>
/// <param name="Marked">How many were marked.</param>
/// <param name="MarkedOn">When.</param>
/// <param name="Flowering">How many flowered; null when not counted yet.</param>
/// <param name="FloweringOn">When they were counted.</param>
public sealed record ExtraRosettes(int Year, int Marked, DateOnly MarkedOn, int? Flowering, DateOnly? FloweringOn);

/// <summary>How a plant is found again and kept.</summary>
/// <param name="Landmarks">What it is found again by.</param>
/// <param name="Threats">What threatens it.</param>
/// <param name="Rosettes">Rosettes marked and flowering, year by year.</param>
public sealed record ExtraCare(ImmutableArray<ExtraLandmark> Landmarks, ImmutableArray<ExtraThreat> Threats, ImmutableArray<ExtraRosettes> Rosettes);

/// <summary>What an archive carries of a followed plant on a visit beside the terms of the standard.</summary>
/// <param name="Site">The site.</param>
/// <param name="Plant">Number that is the same wherever the plant is brought in.</param>
/// <param name="Origin">Wild, naturalised, planted or not known.</param>
/// <param name="Stage">Life stage.</param>
/// <param name="Sex">Sex.</param>
/// <param name="Parts">Parts on it that day.</param>
/// <param name="Altered">Damage to the plant.</param>
/// <param name="At">Where it stands; null when not known apart from its site.</param>
/// <param name="UncertaintyM">Radius in metres within which that holds.</param>
/// <param name="Features">Features recorded.</param>
/// <param name="Names">Every name it was given, the earliest first; on its last visit only.</param>
/// <param name="Specimens">Specimens taken of it; on its last visit only.</param>
/// <param name="Care">How it is found again and kept; on its last visit only.</param>
public sealed record PlantExtras(
    ExtraSite Site, Guid Plant, Origin Origin, LifeStage? Stage, Sex? Sex, ImmutableArray<PlantPart> Parts, ImmutableArray<Alteration> Altered, GeoPoint? At, double? UncertaintyM,
    ImmutableArray<ExtraFeature> Features, ImmutableArray<ExtraName> Names, ImmutableArray<ExtraSpecimen> Specimens, ExtraCare? Care = null);

/// <summary>What the terms of Darwin Core have no column for, as JSON in the term dynamicProperties, so that a survey returns from its archive whole.</summary>
public static class ArchiveExtras
{
    /// <summary>Writes what is told of a count.</summary>
    /// <param name="extras">What is told.</param>
    public static string Write(CountExtras extras) => JsonSerializer.Serialize(extras, ArchiveJson.Default.CountExtras);

    /// <summary>Writes what is told of a plant on a visit.</summary>
    /// <param name="extras">What is told.</param>
    public static string Write(PlantExtras extras) => JsonSerializer.Serialize(extras, ArchiveJson.Default.PlantExtras);

    /// <summary>Reads what is told of a count.</summary>
    /// <param name="text">The cell.</param>
    /// <param name="extras">What is told.</param>
    /// <returns>False for anything else.</returns>
    public static bool TryRead(string text, [NotNullWhen(true)] out CountExtras? extras) => (extras = Read(text, ArchiveJson.Default.CountExtras, e => e.Site)) is not null;

    /// <summary>Reads what is told of a plant on a visit.</summary>
    /// <param name="text">The cell.</param>
    /// <param name="extras">What is told.</param>
    /// <returns>False for anything else.</returns>
    public static bool TryRead(string text, [NotNullWhen(true)] out PlantExtras? extras) => (extras = Read(text, ArchiveJson.Default.PlantExtras, e => e.Site)) is not null;

    private static T? Read<T>(string text, JsonTypeInfo<T> type, Func<T, ExtraSite> siteOf)
        where T : class
    {
        try
        {
            using var document = JsonDocument.Parse(text, new() { MaxDepth = ArchiveJson.Depth });
            return !HoldsNothing(document.RootElement) && document.Deserialize(type) is { } read && siteOf(read).SnowGone is null or { Month: >= 1 and <= 12, Day: >= 1 and <= 31 } ? read : null;
        }
        catch (JsonException)
        {
            return null;
        }
    }

    /// <summary>True where a list holds nothing in the place of something, which the reader of records lets through; grounds are kept as they are.</summary>
    private static bool HoldsNothing(JsonElement element) => element.ValueKind switch
    {
        JsonValueKind.Array => element.EnumerateArray().Any(e => e.ValueKind == JsonValueKind.Null || HoldsNothing(e)),
        JsonValueKind.Object => element.EnumerateObject().Any(p => p.Name != "grounds" && HoldsNothing(p.Value)),
        _ => false,
    };
}

/// <summary>How it is written.</summary>
[JsonSerializable(typeof(CountExtras))]
[JsonSerializable(typeof(PlantExtras))]
[JsonSourceGenerationOptions(
    PropertyNamingPolicy = JsonKnownNamingPolicy.CamelCase, MaxDepth = Depth, RespectNullableAnnotations = true, RespectRequiredConstructorParameters = true,
    Converters =
    [
        typeof(CamelCase<Alteration>), typeof(CamelCase<Certainty>), typeof(CamelCase<EvidenceSource>), typeof(CamelCase<Exposure>), typeof(CamelCase<Finding>), typeof(CamelCase<HiddenReason>),
        typeof(CamelCase<LifeStage>), typeof(CamelCase<Origin>), typeof(CamelCase<PartPosition>), typeof(CamelCase<PlaceKind>), typeof(CamelCase<PlantPart>), typeof(CamelCase<Qualifier>),
        typeof(CamelCase<Sex>), typeof(CamelCase<ShapeForm>), typeof(CamelCase<ThreatKind>), typeof(CamelCase<Tool>), typeof(CamelCase<Verdict>),
    ])]
internal sealed partial class ArchiveJson : JsonSerializerContext
{
    public const int Depth = 32;
}
