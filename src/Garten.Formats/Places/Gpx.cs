using System.Collections.Immutable;
using System.Globalization;
using System.Xml;
using Garten.Core.Survey.Places;

namespace Garten.Formats.Places;

/// <summary>Reads waypoints, routes and tracks of a GPX file, and writes places as one (GPX 1.1).</summary>
public static class Gpx
{
    private const string Namespace = "http://www.topografix.com/GPX/1/1";
    private const long MostCharacters = 50_000_000;

    /// <summary>No entities, no document types, nothing fetched: a file must not make the server read another.</summary>
    private static readonly XmlReaderSettings Safe = new()
    {
        DtdProcessing = DtdProcessing.Prohibit,
        XmlResolver = null,
        MaxCharactersInDocument = MostCharacters,
        IgnoreComments = true,
        IgnoreProcessingInstructions = true,
        IgnoreWhitespace = true,
    };

    /// <summary>Reads places: waypoints as points, routes and tracks as lines. Tracks of more points than a place may have are thinned evenly.</summary>
    public static PlaceFile Read(Stream stream)
    {
        List<FoundPlace> places = [];
        List<string> faults = [];
        try
        {
            using var xml = XmlReader.Create(stream, Safe);
            if (xml.MoveToContent() != XmlNodeType.Element || xml.LocalName != "gpx")
            {
                return PlaceFile.Unreadable("The file is XML but no GPX: it should begin with gpx.");
            }

            while (xml.Read())
            {
                if (xml.NodeType != XmlNodeType.Element || xml.LocalName is not ("wpt" or "rte" or "trk"))
                {
                    continue;
                }

                if (places.Count + faults.Count >= PlaceFile.MostPlaces)
                {
                    faults.Add(
                        FormattableString.Invariant(
                            $"The file holds more than {PlaceFile.MostPlaces:N0} waypoints and tracks. Split it."
                        )
                    );
                    break;
                }

                ReadOne(xml, places.Count + faults.Count + 1, places, faults);
            }
        }
        catch (XmlException e)
        {
            return PlaceFile.Unreadable($"The file is no sound XML: line {e.LineNumber} cannot be read.");
        }

        return places.Count + faults.Count == 0
            ? PlaceFile.Unreadable("The file holds no waypoints, routes or tracks.")
            : new(places, faults);
    }

    /// <summary>Writes places: points as waypoints, lines and the edges of areas as tracks.</summary>
    /// <param name="places">The places with their names and notes.</param>
    /// <param name="stream">Where to; left open.</param>
    public static void Write(IEnumerable<(PlaceShape Shape, string Name, string Note)> places, Stream stream)
    {
        var all = places.OrderBy(p => p.Shape.Form != ShapeForm.Point).ToArray();
        using var xml = XmlWriter.Create(
            stream,
            new() { Indent = true, Encoding = new System.Text.UTF8Encoding(false) }
        );
        xml.WriteStartElement("gpx", Namespace);
        xml.WriteAttributeString("version", "1.1");
        xml.WriteAttributeString("creator", "Garten");
        foreach (var (shape, name, note) in all)
        {
            if (shape.Form == ShapeForm.Point)
            {
                WritePoint(xml, "wpt", shape.Points[0], name, note);
                continue;
            }

            xml.WriteStartElement("trk", Namespace);
            WriteNames(xml, name, note);
            xml.WriteStartElement("trkseg", Namespace);
            foreach (var point in shape.Form == ShapeForm.Area ? shape.Points.Append(shape.Points[0]) : shape.Points)
            {
                WritePoint(xml, "trkpt", point, "", "");
            }

            xml.WriteEndElement();
            xml.WriteEndElement();
        }

        xml.WriteEndElement();
    }

    private static void ReadOne(XmlReader xml, int number, List<FoundPlace> places, List<string> faults)
    {
        var what = xml.LocalName;
        List<GeoPoint> points = [];
        var (name, note, bad) = ("", "", 0);
        using (var one = xml.ReadSubtree())
        {
            while (one.Read())
            {
                while (
                    one.NodeType == XmlNodeType.Element && one.LocalName is "name" or "desc" or "cmt" && one.Depth == 1
                )
                {
                    // The reader stands behind the element afterwards, perhaps on the next of them.
                    var field = one.LocalName;
                    var text = one.ReadElementContentAsString().Trim();
                    (name, note) = field == "name" ? (text, note) : (name, text);
                }

                if (one.NodeType == XmlNodeType.Element && one.LocalName is "wpt" or "rtept" or "trkpt")
                {
                    if (Degrees(one, "lat") is { } latitude && Degrees(one, "lon") is { } longitude)
                    {
                        points.Add(new(latitude, longitude));
                    }
                    else
                    {
                        bad++;
                    }
                }
            }
        }

        var said =
            $"{(what == "wpt" ? "Waypoint" : what == "trk" ? "Track" : "Route")} {number}{(name.Length > 0 ? $" ({name})" : "")}";
        PlaceShape shape = new(what == "wpt" ? ShapeForm.Point : ShapeForm.Line, Thinned(points));
        if (bad > 0 || shape.Fault.Length > 0)
        {
            faults.Add(bad > 0 ? $"{said}: {bad} of its positions cannot be read." : $"{said}: {shape.Fault}");
            return;
        }

        places.Add(new(number, name, FoundPlace.KindOf(shape.Form), shape, note));
    }

    private static ImmutableArray<GeoPoint> Thinned(List<GeoPoint> points)
    {
        if (points.Count <= PlaceShape.MostPoints)
        {
            return [.. points];
        }

        var step = (points.Count - 1.0) / (PlaceShape.MostPoints - 1);
        return [.. Enumerable.Range(0, PlaceShape.MostPoints).Select(i => points[(int)Math.Round(i * step)])];
    }

    private static double? Degrees(XmlReader xml, string attribute) =>
        double.TryParse(xml.GetAttribute(attribute), NumberStyles.Float, CultureInfo.InvariantCulture, out var value)
        && double.IsFinite(value)
            ? value
            : null;

    private static void WritePoint(XmlWriter xml, string element, GeoPoint point, string name, string note)
    {
        xml.WriteStartElement(element, Namespace);
        xml.WriteAttributeString("lat", Math.Round(point.Latitude, 7).ToString(CultureInfo.InvariantCulture));
        xml.WriteAttributeString("lon", Math.Round(point.Longitude, 7).ToString(CultureInfo.InvariantCulture));
        WriteNames(xml, name, note);
        xml.WriteEndElement();
    }

    private static void WriteNames(XmlWriter xml, string name, string note)
    {
        if (name.Length > 0)
        {
            xml.WriteElementString("name", Namespace, Clean(name));
        }

        if (note.Length > 0)
        {
            xml.WriteElementString("desc", Namespace, Clean(note));
        }
    }

    private static string Clean(string text) => string.Concat(text.Where(XmlConvert.IsXmlChar));
}
