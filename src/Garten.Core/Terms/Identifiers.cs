using System.Text.Json;
using System.Text.Json.Serialization;

namespace Garten.Core.Terms;

/// <summary>Names a taxon within a guide, for example <c>acer-macrophyllum</c>.</summary>
/// <param name="Value">Lower-case letters, digits and hyphens; unique within the guide, and never that of a name in words.</param>
[JsonConverter(typeof(TaxonIdConverter))]
public readonly record struct TaxonId(string Value)
{
    /// <summary>What the id of a name in words begins with.</summary>
    public const string InWords = "own-";

    /// <summary>True for a name in words, which the survey keeps beside the guide.</summary>
    public bool IsInWords => Value.StartsWith(InWords, StringComparison.Ordinal);

    /// <inheritdoc/>
    public override string ToString() => Value;
}

/// <summary>Names a character within a guide, for example <c>leaf-arrangement</c>.</summary>
/// <param name="Value">Lower-case letters, digits and hyphens; unique within the guide.</param>
[JsonConverter(typeof(CharacterIdConverter))]
public readonly record struct CharacterId(string Value)
{
    /// <inheritdoc/>
    public override string ToString() => Value;
}

/// <summary>Names a dichotomous key within a guide, for example <c>woody-in-leaf</c>.</summary>
/// <param name="Value">Lower-case letters, digits and hyphens; unique within the guide.</param>
[JsonConverter(typeof(KeyIdConverter))]
public readonly record struct KeyId(string Value)
{
    /// <inheritdoc/>
    public override string ToString() => Value;
}

/// <summary>Writes an identifier as the plain string it is, and reads it back.</summary>
/// <typeparam name="T">The identifier type.</typeparam>
public abstract class IdentifierConverter<T> : JsonConverter<T>
    where T : struct
{
    /// <summary>Makes the identifier from its text.</summary>
    /// <param name="text">The text read.</param>
    protected abstract T Make(string text);

    /// <inheritdoc/>
    public override T Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        Make(reader.GetString() ?? "");

    /// <inheritdoc/>
    public override void Write(Utf8JsonWriter writer, T value, JsonSerializerOptions options) =>
        writer.WriteStringValue(value.ToString());
}

/// <summary>The JSON form of <see cref="TaxonId"/>.</summary>
public sealed class TaxonIdConverter : IdentifierConverter<TaxonId>
{
    /// <inheritdoc/>
    protected override TaxonId Make(string text) => new(text);
}

/// <summary>The JSON form of <see cref="CharacterId"/>.</summary>
public sealed class CharacterIdConverter : IdentifierConverter<CharacterId>
{
    /// <inheritdoc/>
    protected override CharacterId Make(string text) => new(text);
}

/// <summary>The JSON form of <see cref="KeyId"/>.</summary>
public sealed class KeyIdConverter : IdentifierConverter<KeyId>
{
    /// <inheritdoc/>
    protected override KeyId Make(string text) => new(text);
}
