using System.Text.Json;
using System.Text.Json.Serialization;

namespace Garten.Core.Terms;

/// <summary>
/// Names one thing of a survey, for good and wherever it is brought in. Whoever makes the thing makes its id, also with no network, so
/// that what is made after it can refer to it: <code>var plant = new PlantId(Guid.CreateVersion7());</code>
/// Later ids sort after earlier ones only as far as clocks agree: what came last is asked of the store, never of ids.
/// </summary>
/// <typeparam name="T">The kind of id.</typeparam>
public interface IEntityId<T> : IEntityId
    where T : struct, IEntityId<T>
{
    /// <summary>The id of a value.</summary>
    static abstract T Of(Guid value);
}

/// <summary>An id of whatever kind.</summary>
public interface IEntityId
{
    /// <summary>A UUID, of version 7 (RFC 9562) where Garten made it.</summary>
    Guid Value { get; }
}

/// <summary>Ids read from text.</summary>
public static class EntityId
{
    /// <summary>Reads an id in its one spelling: 32 hexadecimal digits with four hyphens. No other leads to the same thing.</summary>
    public static bool TryParse<T>(string? text, out T id)
        where T : struct, IEntityId<T>
    {
        var read = TryParse(text, out var value);
        id = T.Of(value);
        return read;
    }

    /// <inheritdoc cref="TryParse{T}"/>
    public static bool TryParse(string? text, out Guid value) =>
        // The framework's reader lets spaces and signs pass, which this one must not.
        Guid.TryParseExact(text, "D", out value)
        && string.Equals(value.ToString(), text, StringComparison.OrdinalIgnoreCase);
}

/// <summary>Writes an id as text, and reads it back.</summary>
/// <typeparam name="T">The kind of id.</typeparam>
public sealed class EntityIdConverter<T> : JsonConverter<T>
    where T : struct, IEntityId<T>
{
    /// <inheritdoc/>
    /// <exception cref="JsonException">It is no id.</exception>
    public override T Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        reader.TokenType == JsonTokenType.String && reader.TryGetGuid(out var value)
            ? T.Of(value)
            : throw new JsonException("This is no id.");

    /// <inheritdoc/>
    public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) =>
        writer.WriteStringValue(value.Value);
}

/// <summary>Names a person who records, counts or names.</summary>
[JsonConverter(typeof(EntityIdConverter<PersonId>))]
public readonly record struct PersonId(Guid Value) : IEntityId<PersonId>
{
    /// <inheritdoc/>
    public static PersonId Of(Guid value) => new(value);

    /// <inheritdoc cref="EntityId.TryParse"/>
    public static bool TryParse(string? text, out PersonId id) => EntityId.TryParse(text, out id);

    /// <inheritdoc/>
    public override string ToString() => Value.ToString();
}

/// <summary>Names a site.</summary>
[JsonConverter(typeof(EntityIdConverter<SiteId>))]
public readonly record struct SiteId(Guid Value) : IEntityId<SiteId>
{
    /// <inheritdoc/>
    public static SiteId Of(Guid value) => new(value);

    /// <inheritdoc cref="EntityId.TryParse"/>
    public static bool TryParse(string? text, out SiteId id) => EntityId.TryParse(text, out id);

    /// <inheritdoc/>
    public override string ToString() => Value.ToString();
}

/// <summary>Names a followed plant; people call it by its tag.</summary>
[JsonConverter(typeof(EntityIdConverter<PlantId>))]
public readonly record struct PlantId(Guid Value) : IEntityId<PlantId>
{
    /// <inheritdoc/>
    public static PlantId Of(Guid value) => new(value);

    /// <inheritdoc cref="EntityId.TryParse"/>
    public static bool TryParse(string? text, out PlantId id) => EntityId.TryParse(text, out id);

    /// <inheritdoc/>
    public override string ToString() => Value.ToString();
}

/// <summary>Names a plant on one visit.</summary>
[JsonConverter(typeof(EntityIdConverter<VisitId>))]
public readonly record struct VisitId(Guid Value) : IEntityId<VisitId>
{
    /// <inheritdoc/>
    public static VisitId Of(Guid value) => new(value);

    /// <inheritdoc cref="EntityId.TryParse"/>
    public static bool TryParse(string? text, out VisitId id) => EntityId.TryParse(text, out id);

    /// <inheritdoc/>
    public override string ToString() => Value.ToString();
}

/// <summary>Names a day at a site with one person in charge; many plants are seen on it, and several counts made.</summary>
[JsonConverter(typeof(EntityIdConverter<SiteVisitId>))]
public readonly record struct SiteVisitId(Guid Value) : IEntityId<SiteVisitId>
{
    /// <inheritdoc/>
    public static SiteVisitId Of(Guid value) => new(value);

    /// <inheritdoc cref="EntityId.TryParse"/>
    public static bool TryParse(string? text, out SiteVisitId id) => EntityId.TryParse(text, out id);

    /// <inheritdoc/>
    public override string ToString() => Value.ToString();
}

/// <summary>Names a name given to a plant.</summary>
[JsonConverter(typeof(EntityIdConverter<DeterminationId>))]
public readonly record struct DeterminationId(Guid Value) : IEntityId<DeterminationId>
{
    /// <inheritdoc/>
    public static DeterminationId Of(Guid value) => new(value);

    /// <inheritdoc cref="EntityId.TryParse"/>
    public static bool TryParse(string? text, out DeterminationId id) => EntityId.TryParse(text, out id);

    /// <inheritdoc/>
    public override string ToString() => Value.ToString();
}

/// <summary>Names what somebody said of a name.</summary>
[JsonConverter(typeof(EntityIdConverter<ReviewId>))]
public readonly record struct ReviewId(Guid Value) : IEntityId<ReviewId>
{
    /// <inheritdoc/>
    public static ReviewId Of(Guid value) => new(value);

    /// <inheritdoc cref="EntityId.TryParse"/>
    public static bool TryParse(string? text, out ReviewId id) => EntityId.TryParse(text, out id);

    /// <inheritdoc/>
    public override string ToString() => Value.ToString();
}

/// <summary>Names a threat to a plant.</summary>
[JsonConverter(typeof(EntityIdConverter<ThreatId>))]
public readonly record struct ThreatId(Guid Value) : IEntityId<ThreatId>
{
    /// <inheritdoc/>
    public static ThreatId Of(Guid value) => new(value);

    /// <inheritdoc cref="EntityId.TryParse"/>
    public static bool TryParse(string? text, out ThreatId id) => EntityId.TryParse(text, out id);

    /// <inheritdoc/>
    public override string ToString() => Value.ToString();
}

/// <summary>Names a count sheet.</summary>
[JsonConverter(typeof(EntityIdConverter<SheetId>))]
public readonly record struct SheetId(Guid Value) : IEntityId<SheetId>
{
    /// <inheritdoc/>
    public static SheetId Of(Guid value) => new(value);

    /// <inheritdoc cref="EntityId.TryParse"/>
    public static bool TryParse(string? text, out SheetId id) => EntityId.TryParse(text, out id);

    /// <inheritdoc/>
    public override string ToString() => Value.ToString();
}

/// <summary>Names a line of a count sheet.</summary>
[JsonConverter(typeof(EntityIdConverter<LineId>))]
public readonly record struct LineId(Guid Value) : IEntityId<LineId>
{
    /// <inheritdoc/>
    public static LineId Of(Guid value) => new(value);

    /// <inheritdoc cref="EntityId.TryParse"/>
    public static bool TryParse(string? text, out LineId id) => EntityId.TryParse(text, out id);

    /// <inheritdoc/>
    public override string ToString() => Value.ToString();
}

/// <summary>Names a place drawn on the map.</summary>
[JsonConverter(typeof(EntityIdConverter<PlaceId>))]
public readonly record struct PlaceId(Guid Value) : IEntityId<PlaceId>
{
    /// <inheritdoc/>
    public static PlaceId Of(Guid value) => new(value);

    /// <inheritdoc cref="EntityId.TryParse"/>
    public static bool TryParse(string? text, out PlaceId id) => EntityId.TryParse(text, out id);

    /// <inheritdoc/>
    public override string ToString() => Value.ToString();
}

/// <summary>Names a picture.</summary>
[JsonConverter(typeof(EntityIdConverter<PhotoId>))]
public readonly record struct PhotoId(Guid Value) : IEntityId<PhotoId>
{
    /// <inheritdoc/>
    public static PhotoId Of(Guid value) => new(value);

    /// <inheritdoc cref="EntityId.TryParse"/>
    public static bool TryParse(string? text, out PhotoId id) => EntityId.TryParse(text, out id);

    /// <inheritdoc/>
    public override string ToString() => Value.ToString();
}
