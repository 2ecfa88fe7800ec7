using System.Collections.Immutable;
using System.Text.Json;
using Garten.Core.Survey.Places;

namespace Garten.Formats.Places;

/// <summary>
/// Reads and writes places as GeoJSON (RFC 7946): longitude first, world datum. Read feature by feature: a library that reads the whole
/// stops at the first fault and names no feature, and what a plot may be is a rule of Garten's own.
/// </summary>
public static class GeoJson
{
    private static readonly JsonWriterOptions Indented = new() { Indented = true };

    /// <summary>Reads places. Collections are taken apart; holes of areas are refused, since a plot with a hole cannot be counted.</summary>
    public static PlaceFile Read(ReadOnlyMemory<byte> content)
    {
        try
        {
            using var document = JsonDocument.Parse(content, new() { MaxDepth = 16 });
            var root = document.RootElement;
            if (root.ValueKind != JsonValueKind.Object)
            {
                return PlaceFile.Unreadable(
                    "The file is JSON but no GeoJSON: it should begin with a FeatureCollection."
                );
            }

            JsonElement[] features = Text(root, "type") switch
            {
                "FeatureCollection"
                    when root.TryGetProperty("features", out var list) && list.ValueKind == JsonValueKind.Array =>
                [
                    .. list.EnumerateArray(),
                ],
                "Feature" => [root],
                _ => [],
            };
            if (features.Length == 0)
            {
                return PlaceFile.Unreadable("The file holds no features.");
            }

            if (features.Length > PlaceFile.MostPlaces)
            {
                return PlaceFile.Unreadable(
                    FormattableString.Invariant(
                        $"The file holds {features.Length:N0} features; {PlaceFile.MostPlaces:N0} is the most at once. Split it."
                    )
                );
            }

            List<FoundPlace> places = [];
            List<string> faults = [];
            for (var i = 0; i < features.Length; i++)
            {
                ReadFeature(i + 1, features[i], places, faults);
            }

            return new(places, faults);
        }
        catch (JsonException e)
        {
            return PlaceFile.Unreadable($"The file is no JSON: line {e.LineNumber + 1} cannot be read.");
        }
    }

    /// <summary>Writes places.</summary>
    /// <param name="places">The places, each with what is said of it beside its name.</param>
    /// <param name="stream">Where to; left open.</param>
    public static void Write(
        IEnumerable<(PlaceShape Shape, Dictionary<string, string> Properties)> places,
        Stream stream
    )
    {
        using var json = new Utf8JsonWriter(stream, Indented);
        json.WriteStartObject();
        json.WriteString("type", "FeatureCollection");
        json.WriteStartArray("features");
        foreach (var (shape, properties) in places)
        {
            json.WriteStartObject();
            json.WriteString("type", "Feature");
            json.WriteStartObject("properties");
            foreach (var (name, value) in properties)
            {
                json.WriteString(name, value);
            }

            json.WriteEndObject();
            json.WriteStartObject("geometry");
            WriteGeometry(json, shape);
            json.WriteEndObject();
            json.WriteEndObject();
        }

        json.WriteEndArray();
        json.WriteEndObject();
    }

    private static void ReadFeature(int number, JsonElement feature, List<FoundPlace> places, List<string> faults)
    {
        var properties =
            feature.ValueKind == JsonValueKind.Object && feature.TryGetProperty("properties", out var given)
                ? given
                : default;
        var name = Text(properties, "name");
        var said = name.Length > 0 ? $"Feature {number} ({name})" : $"Feature {number}";
        if (
            feature.ValueKind != JsonValueKind.Object
            || !feature.TryGetProperty("geometry", out var geometry)
            || geometry.ValueKind != JsonValueKind.Object
        )
        {
            faults.Add($"{said} has no geometry.");
            return;
        }

        if (
            ShapesOf(geometry, out var shapes) is { Length: > 0 } fault
            || (fault = shapes.Select(s => s.Fault).FirstOrDefault(f => f.Length > 0) ?? "").Length > 0
        )
        {
            faults.Add($"{said}: {fault}");
            return;
        }

        for (var i = 0; i < shapes.Length; i++)
        {
            var kind =
                Enum.TryParse<PlaceKind>(Text(properties, "kind"), ignoreCase: true, out var known)
                && Enum.IsDefined(known)
                    ? known
                    : FoundPlace.KindOf(shapes[i].Form);
            places.Add(
                new(
                    number,
                    shapes.Length == 1 ? name : $"{name} {i + 1}".TrimStart(),
                    kind,
                    shapes[i],
                    Text(properties, "note")
                )
            );
        }
    }

    /// <returns>What is wrong; empty when it was read.</returns>
    private static string ShapesOf(JsonElement geometry, out ImmutableArray<PlaceShape> shapes)
    {
        shapes = [];
        var type = Text(geometry, "type");
        if (!geometry.TryGetProperty("coordinates", out var at) || at.ValueKind != JsonValueKind.Array)
        {
            return $"a geometry of the type “{type}” without coordinates is not understood.";
        }

        try
        {
            JsonElement[] parts = type.StartsWith("Multi", StringComparison.Ordinal) ? [.. at.EnumerateArray()] : [at];
            var form = type.Replace("Multi", "", StringComparison.Ordinal);
            if (form == "Polygon" && parts.Any(p => p.GetArrayLength() > 1))
            {
                return "an area with a hole cannot be taken. Draw its outer edge alone.";
            }

            shapes = form switch
            {
                "Point" => [.. parts.Select(p => new PlaceShape(ShapeForm.Point, [PointOf(p)]))],
                "LineString" =>
                [
                    .. parts.Select(p => new PlaceShape(ShapeForm.Line, [.. p.EnumerateArray().Select(PointOf)])),
                ],
                "Polygon" =>
                [
                    .. parts.Select(p => new PlaceShape(
                        ShapeForm.Area,
                        Opened([.. p[0].EnumerateArray().Select(PointOf)])
                    )),
                ],
                _ => [],
            };
            return shapes.IsEmpty
                ? $"a geometry of the type “{type}” is not understood; points, lines and areas are."
                : "";
        }
        catch (Exception e) when (e is InvalidOperationException or IndexOutOfRangeException or FormatException)
        {
            return "its coordinates cannot be read: each point is [longitude, latitude].";
        }
    }

    private static ImmutableArray<GeoPoint> Opened(ImmutableArray<GeoPoint> ring) =>
        ring.Length > 1 && ring[0] == ring[^1] ? ring[..^1] : ring;

    private static GeoPoint PointOf(JsonElement pair) => new(pair[1].GetDouble(), pair[0].GetDouble());

    private static string Text(JsonElement of, string property) =>
        of.ValueKind == JsonValueKind.Object
        && of.TryGetProperty(property, out var value)
        && value.ValueKind == JsonValueKind.String
            ? value.GetString()!.Trim()
            : "";

    private static void WriteGeometry(Utf8JsonWriter json, PlaceShape shape)
    {
        json.WriteString(
            "type",
            shape.Form switch
            {
                ShapeForm.Point => "Point",
                ShapeForm.Line => "LineString",
                _ => "Polygon",
            }
        );
        json.WritePropertyName("coordinates");
        if (shape.Form == ShapeForm.Point)
        {
            WritePoint(json, shape.Points[0]);
            return;
        }

        json.WriteStartArray();
        if (shape.Form == ShapeForm.Area)
        {
            json.WriteStartArray();
        }

        foreach (var point in shape.Form == ShapeForm.Area ? Outward(shape) : shape.Points)
        {
            WritePoint(json, point);
        }

        if (shape.Form == ShapeForm.Area)
        {
            json.WriteEndArray();
        }

        json.WriteEndArray();
    }

    /// <summary>The ring closed and, as the standard asks, against the clock.</summary>
    private static IEnumerable<GeoPoint> Outward(PlaceShape area)
    {
        var twice = area
            .Points.Select((p, i) => (Here: p, Next: area.Points[(i + 1) % area.Points.Length]))
            .Sum(e => (e.Next.Longitude - e.Here.Longitude) * (e.Next.Latitude + e.Here.Latitude));
        GeoPoint[] points = twice <= 0 ? [.. area.Points] : [.. area.Points.Reverse()];
        return points.Append(points[0]);
    }

    private static void WritePoint(Utf8JsonWriter json, GeoPoint point)
    {
        json.WriteStartArray();
        json.WriteNumberValue(Math.Round(point.Longitude, 7));
        json.WriteNumberValue(Math.Round(point.Latitude, 7));
        json.WriteEndArray();
    }
}
