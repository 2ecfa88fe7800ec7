using System.Collections.Immutable;
using System.Text.Json;
using System.Text.Json.Serialization;
using Garten.Core.Guides;
using Garten.Core.Guides.Notation;

namespace Garten.Core.Bench;

/// <summary>
/// Writes a statement as a short array: <c>[taxon, character, value, source]</c>, and a scope behind it where one
/// restricts. A guide is mostly statements, and the browser reads all of them before its core can answer: names for every
/// part of thousands of statements were half of that wait.
/// </summary>
/// <remarks>
/// The value is <c>[[state, share], …]</c>, <c>[[number, share], …]</c> (the frequency word third where one was written)
/// or the four numbers of a range, null where open.
/// </remarks>
public sealed class StatementJson : JsonConverter<Statement>
{
    /// <inheritdoc/>
    public override Statement Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
    {
        Expect(ref reader, JsonTokenType.StartArray);
        reader.Read();
        var taxon = new TaxonId(Text(ref reader));
        var character = new CharacterId(Text(ref reader));
        Expect(ref reader, JsonTokenType.StartArray);
        reader.Read();
        StatementValue value =
            reader.TokenType == JsonTokenType.StartArray ? ReadShares(ref reader) : ReadRange(ref reader);
        reader.Read();
        var source = Named<SourceClass>(Text(ref reader));
        var scope = Scope.Any;
        if (reader.TokenType != JsonTokenType.EndArray)
        {
            scope = JsonSerializer.Deserialize(ref reader, BenchJson.Default.Scope) ?? Scope.Any;
            reader.Read();
        }

        Expect(ref reader, JsonTokenType.EndArray);
        return new(taxon, character, value, scope, source);
    }

    /// <inheritdoc/>
    public override void Write(Utf8JsonWriter writer, Statement value, JsonSerializerOptions options)
    {
        writer.WriteStartArray();
        writer.WriteStringValue(value.Taxon.Value);
        writer.WriteStringValue(value.Character.Value);
        writer.WriteStartArray();
        switch (value.Value)
        {
            case StateShares states:
                foreach (var (state, weight, word) in states.States)
                {
                    writer.WriteStartArray();
                    writer.WriteStringValue(state);
                    WriteShare(writer, weight, word);
                }

                break;
            case CountShares counts:
                foreach (var (number, weight, word) in counts.Numbers)
                {
                    writer.WriteStartArray();
                    writer.WriteNumberValue(number);
                    WriteShare(writer, weight, word);
                }

                break;
            case NumericRange range:
                foreach (var end in (ReadOnlySpan<double?>)[range.LowExtreme, range.Low, range.High, range.HighExtreme])
                {
                    if (end is { } number)
                    {
                        writer.WriteNumberValue(number);
                    }
                    else
                    {
                        writer.WriteNullValue();
                    }
                }

                break;
            default:
                throw new JsonException($"A statement of {value.Taxon} has a value of an unknown kind.");
        }

        writer.WriteEndArray();
        writer.WriteStringValue(value.Source.ToString());
        if (value.Scope.Specificity > 0)
        {
            JsonSerializer.Serialize(writer, value.Scope, BenchJson.Default.Scope);
        }

        writer.WriteEndArray();
    }

    private static void WriteShare(Utf8JsonWriter writer, double weight, FrequencyWord? word)
    {
        writer.WriteNumberValue(weight);
        if (word is { } written)
        {
            writer.WriteStringValue(written.ToString());
        }

        writer.WriteEndArray();
    }

    /// <summary>From the start of the first share to the end of the value.</summary>
    private static StatementValue ReadShares(ref Utf8JsonReader reader)
    {
        var states = ImmutableArray.CreateBuilder<WeightedState>();
        var numbers = ImmutableArray.CreateBuilder<WeightedNumber>();
        while (reader.TokenType == JsonTokenType.StartArray)
        {
            reader.Read();
            if (reader.TokenType == JsonTokenType.Number)
            {
                var number = reader.GetInt32();
                reader.Read();
                var (weight, word) = ReadShare(ref reader);
                numbers.Add(new(number, weight, word));
            }
            else
            {
                var state = Text(ref reader);
                var (weight, word) = ReadShare(ref reader);
                states.Add(new(state, weight, word));
            }

            Expect(ref reader, JsonTokenType.EndArray);
            reader.Read();
        }

        Expect(ref reader, JsonTokenType.EndArray);
        return numbers.Count > 0
            ? new CountShares(numbers.DrainToImmutable())
            : new StateShares(states.DrainToImmutable());
    }

    private static (double Weight, FrequencyWord? Word) ReadShare(ref Utf8JsonReader reader)
    {
        var weight = reader.GetDouble();
        reader.Read();
        return (weight, reader.TokenType == JsonTokenType.String ? Named<FrequencyWord>(Text(ref reader)) : null);
    }

    /// <summary>From the first number to the end of the value.</summary>
    private static NumericRange ReadRange(ref Utf8JsonReader reader)
    {
        var range = new NumericRange(End(ref reader), End(ref reader), End(ref reader), End(ref reader));
        Expect(ref reader, JsonTokenType.EndArray);
        return range;

        static double? End(ref Utf8JsonReader reader)
        {
            double? end = reader.TokenType == JsonTokenType.Null ? null : reader.GetDouble();
            reader.Read();
            return end;
        }
    }

    private static string Text(ref Utf8JsonReader reader)
    {
        Expect(ref reader, JsonTokenType.String);
        var text = reader.GetString()!;
        reader.Read();
        return text;
    }

    private static T Named<T>(string name)
        where T : struct, Enum =>
        Names<T>.All.TryGetValue(name, out var value)
            ? value
            : throw new JsonException($"“{name}” is no {typeof(T).Name}.");

    /// <summary>Looked up once: to parse the name of an enumeration anew for thousands of statements is slow in a browser.</summary>
    private static class Names<T>
        where T : struct, Enum
    {
        public static readonly Dictionary<string, T> All = Enum.GetValues<T>().ToDictionary(v => v.ToString());
    }

    private static void Expect(ref Utf8JsonReader reader, JsonTokenType token)
    {
        if (reader.TokenType != token)
        {
            throw new JsonException($"A statement has {reader.TokenType} where {token} belongs.");
        }
    }
}
