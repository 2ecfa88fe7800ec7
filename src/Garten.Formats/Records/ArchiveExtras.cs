using System.Collections.Immutable;
using System.Diagnostics.CodeAnalysis;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using Garten.Core.Assessment;
using Garten.Core.Bench;
using Garten.Core.Evidence;
using Garten.Core.Guides;
using Garten.Core.Survey.Care;
using Garten.Core.Survey.Places;

namespace Garten.Formats.Records;

/// <summary>A site, as far as the terms of the standard do not tell of it.</summary>
/// <param name="Habitats">Kinds of place it is.</param>
/// <param name="SnowGone">The day on which snow is usually gone; null where none lies.</param>
/// <param name="FloraArea">The guide's area it lies in; empty where none is said.</param>
public sealed record ExtraSite(
    string Description,
    ImmutableArray<string> Habitats,
    DayInYear? SnowGone,
    string FloraArea
);

/// <summary>A plot or transect a count was made at, as an archive carries it.</summary>
/// <param name="Form">Point, line or area.</param>
public sealed record ExtraPlace(string Name, PlaceKind Kind, ShapeForm Form, ImmutableArray<GeoPoint> Points);

/// <summary>What an archive carries of a count beside the terms of the standard.</summary>
/// <param name="Recorder">Who counted.</param>
/// <param name="Companions">Who else was there.</param>
/// <param name="Place">The plot or transect; null where it was made at the site at large.</param>
public sealed record CountExtras(ExtraSite Site, string Recorder, string Companions, ExtraPlace? Place);

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
    /// <param name="extras">What is told.</param>
    /// <returns>False for anything else.</returns>
    public static bool TryRead(string text, [NotNullWhen(true)] out CountExtras? extras) =>
        (extras = Read(text, ArchiveJson.Default.CountExtras, e => e.Site)) is not null;

    /// <summary>Reads what is told of a plant on a visit.</summary>
    /// <param name="extras">What is told.</param>
    /// <returns>False for anything else.</returns>
    public static bool TryRead(string text, [NotNullWhen(true)] out PlantExtras? extras) =>
        (extras = Read(text, ArchiveJson.Default.PlantExtras, e => e.Site)) is not null;

    private static T? Read<T>(string text, JsonTypeInfo<T> type, Func<T, ExtraSite> siteOf)
        where T : class
    {
        try
        {
            using var document = JsonDocument.Parse(text, new() { MaxDepth = ArchiveJson.Depth });
            return
                !HoldsNothing(document.RootElement)
                && document.Deserialize(type) is { } read
                && siteOf(read).SnowGone is null or { Month: >= 1 and <= 12, Day: >= 1 and <= 31 }
                ? read
                : null;
        }
        catch (JsonException)
        {
            return null;
        }
    }

    /// <summary>True where a list holds nothing in the place of something, which the reader of records lets through; reasons are kept as they are.</summary>
    private static bool HoldsNothing(JsonElement element) =>
        element.ValueKind switch
        {
            JsonValueKind.Array => element
                .EnumerateArray()
                .Any(e => e.ValueKind == JsonValueKind.Null || HoldsNothing(e)),
            JsonValueKind.Object => element.EnumerateObject().Any(p => p.Name != "reasons" && HoldsNothing(p.Value)),
            _ => false,
        };
}

/// <summary>How it is written.</summary>
[JsonSerializable(typeof(CountExtras))]
[JsonSerializable(typeof(PlantExtras))]
[JsonSourceGenerationOptions(
    PropertyNamingPolicy = JsonKnownNamingPolicy.CamelCase,
    MaxDepth = Depth,
    RespectNullableAnnotations = true,
    RespectRequiredConstructorParameters = true,
    Converters = [
        typeof(CamelCase<Alteration>),
        typeof(CamelCase<Certainty>),
        typeof(CamelCase<EvidenceSource>),
        typeof(CamelCase<Exposure>),
        typeof(CamelCase<FindingKind>),
        typeof(CamelCase<Grade>),
        typeof(CamelCase<HiddenReason>),
        typeof(CamelCase<LifeStage>),
        typeof(CamelCase<Origin>),
        typeof(CamelCase<PartPosition>),
        typeof(CamelCase<PlaceKind>),
        typeof(CamelCase<PlantPart>),
        typeof(CamelCase<IdentificationQualifier>),
        typeof(CamelCase<Sex>),
        typeof(CamelCase<ShapeForm>),
        typeof(CamelCase<ThreatKind>),
        typeof(CamelCase<Tool>),
        typeof(CamelCase<Verdict>),
    ]
)]
internal sealed partial class ArchiveJson : JsonSerializerContext
{
    public const int Depth = 32;
}
