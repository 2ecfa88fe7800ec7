using System.Text;
using Garten.Core.Survey.Places;
using Garten.Formats.Places;

namespace Garten.Formats.Tests.Places;

public sealed class PlaceFileTests
{
    private static readonly GeoPoint Corner = new(45.0021, -123.704);

    private static readonly FoundPlace[] All =
    [
        new(1, "North gate", PlaceKind.Mark, new(ShapeForm.Point, [Corner]), "oak post & <sign>"),
        new(
            2,
            "Line 1",
            PlaceKind.Transect,
            new(ShapeForm.Line, [Corner, Corner.Moved(50, 0), Corner.Moved(50, 80)]),
            ""
        ),
        new(
            3,
            "Plot A",
            PlaceKind.Plot,
            new(ShapeForm.Area, [Corner, Corner.Moved(0, 20), Corner.Moved(20, 20), Corner.Moved(20, 0)]),
            "corner pegs"
        ),
    ];

    [Fact]
    public void Places_come_back_from_GeoJson_as_they_were()
    {
        var stream = new MemoryStream();
        GeoJson.Write(
            All.Select(p =>
                (
                    p.Shape,
                    new Dictionary<string, string>
                    {
                        ["name"] = p.Name,
                        ["kind"] = p.Kind.ToString(),
                        ["note"] = p.Note,
                    }
                )
            ),
            stream
        );
        var read = GeoJson.Read(stream.ToArray());
        read.Faults.ShouldBeEmpty();
        read.Places.Select(p => (p.Number, p.Name, p.Kind, p.Note, p.Shape.Form))
            .ShouldBe(All.Select(p => (p.Number, p.Name, p.Kind, p.Note, p.Shape.Form)));
        read.Places.Zip(All)
            .ShouldAllBe(x =>
                x.First.Shape.Points.Length == x.Second.Shape.Points.Length
                && x.First.Shape.Points.All(a => x.Second.Shape.Points.Any(b => a.MetresTo(b) < 0.02))
            );
        read.Places[2].Shape.Area.ShouldBe(400, 0.5);
    }

    [Fact]
    public void Points_and_lines_come_back_from_Gpx_and_areas_as_their_edge()
    {
        var stream = new MemoryStream();
        Gpx.Write(All.Select(p => (p.Shape, p.Name, p.Note)), stream);
        stream.Position = 0;
        var read = Gpx.Read(stream);
        read.Faults.ShouldBeEmpty();
        read.Places.Select(p => (p.Name, p.Note, p.Shape.Form, p.Shape.Points.Length))
            .ShouldBe([
                ("North gate", "oak post & <sign>", ShapeForm.Point, 1),
                ("Line 1", "", ShapeForm.Line, 3),
                ("Plot A", "corner pegs", ShapeForm.Line, 5),
            ]);
    }

    [Theory]
    [InlineData("[1,2]", "no GeoJSON")]
    [InlineData("{\"type\":\"FeatureCollection\",\"features\":[]}", "holds no features")]
    [InlineData("{\"type\":\"Feat", "line 1")]
    [InlineData("\u0000\u0001", "no JSON")]
    public void A_file_that_is_no_GeoJson_is_refused(string text, string fault) =>
        GeoJson.Read(Encoding.UTF8.GetBytes(text)).Faults.ShouldHaveSingleItem().ShouldContain(fault);

    [Theory]
    [InlineData(
        "{\"type\":\"Polygon\",\"coordinates\":[[[0,0],[0,1],[1,1],[0,0]],[[0,0],[0,1],[1,1],[0,0]]]}",
        "with a hole"
    )]
    [InlineData("{\"type\":\"Point\",\"coordinates\":[\"a\",1]}", "[longitude, latitude]")]
    [InlineData("{\"type\":\"Point\",\"coordinates\":[1]}", "[longitude, latitude]")]
    [InlineData("{\"type\":\"Point\",\"coordinates\":[45,-123]}", "exchanged")]
    [InlineData("{\"type\":\"Circle\",\"coordinates\":[1,2]}", "“Circle”")]
    [InlineData("null", "no geometry")]
    public void A_bad_feature_is_named_and_the_others_are_read(string geometry, string fault)
    {
        var text =
            $"{{\"type\":\"FeatureCollection\",\"features\":[{{\"type\":\"Feature\",\"properties\":{{\"name\":\"Gate\"}},\"geometry\":{geometry}}},"
            + "{\"type\":\"Feature\",\"properties\":null,\"geometry\":{\"type\":\"MultiPoint\",\"coordinates\":[[-123.7,45],[-123.6,45.1]]}}]}";
        var read = GeoJson.Read(Encoding.UTF8.GetBytes(text));
        read.Faults.ShouldHaveSingleItem()
            .ShouldSatisfyAllConditions(f => f.ShouldStartWith("Feature 1 (Gate)"), f => f.ShouldContain(fault));
        read.Places.Select(p => (p.Number, p.Name)).ShouldBe([(2, "1"), (2, "2")]);
    }

    [Fact]
    public void Deep_nesting_is_refused_and_not_followed() =>
        GeoJson
            .Read(Encoding.UTF8.GetBytes(new string('[', 100_000)))
            .Faults.ShouldHaveSingleItem()
            .ShouldContain("no JSON");

    [Theory]
    [InlineData(
        "<!DOCTYPE gpx [<!ENTITY x SYSTEM \"file:///etc/passwd\">]><gpx><wpt lat=\"45\" lon=\"-123\"><name>&x;</name></wpt></gpx>",
        "no sound XML"
    )]
    [InlineData("<!DOCTYPE gpx [<!ENTITY a \"aaaa\"><!ENTITY b \"&a;&a;&a;\">]><gpx>&b;</gpx>", "no sound XML")]
    [InlineData("<kml/>", "no GPX")]
    [InlineData("<gpx></gpx>", "no waypoints")]
    [InlineData("<gpx><wpt", "no sound XML")]
    public void A_hostile_or_foreign_Gpx_is_refused(string text, string fault) =>
        Gpx.Read(new MemoryStream(Encoding.UTF8.GetBytes(text))).Faults.ShouldHaveSingleItem().ShouldContain(fault);

    [Fact]
    public void A_track_of_many_segments_is_one_line_and_a_bad_position_is_named()
    {
        var points = string.Concat(
            Enumerable
                .Range(0, 12_000)
                .Select(i => FormattableString.Invariant($"<trkpt lat=\"{45 + (i * 1e-6):0.000000}\" lon=\"-123.7\"/>"))
        );
        var text =
            $"<gpx xmlns=\"http://www.topografix.com/GPX/1/0\"><trk><name>Walk</name><trkseg>{points}</trkseg><trkseg><trkpt lat=\"45.1\" lon=\"-123.7\"/></trkseg></trk>"
            + "<wpt lat=\"north\" lon=\"-123.7\"><name>Post</name></wpt></gpx>";
        var read = Gpx.Read(new MemoryStream(Encoding.UTF8.GetBytes(text)));
        read.Places.ShouldHaveSingleItem()
            .ShouldSatisfyAllConditions(
                p => p.Shape.Points.Length.ShouldBe(PlaceShape.MostPoints),
                p => p.Shape.Points[^1].Latitude.ShouldBe(45.1),
                p => p.Name.ShouldBe("Walk")
            );
        read.Faults.ShouldHaveSingleItem().ShouldBe("Waypoint 2 (Post): 1 of its positions cannot be read.");
    }
}
