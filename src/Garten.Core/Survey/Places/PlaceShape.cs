using System.Collections.Immutable;
using System.Globalization;

namespace Garten.Core.Survey.Places;

/// <summary>A point, a line or an area on the ground.</summary>
/// <param name="Form">Which of them.</param>
/// <param name="Points">Its points in order; an area does not repeat its first.</param>
public sealed record PlaceShape(ShapeForm Form, ImmutableArray<GeoPoint> Points)
{
    /// <summary>Most points of a shape.</summary>
    public const int MostPoints = 5000;

    /// <summary>Widest shape in metres: wider ones are not places but slips of a digit.</summary>
    public const double Widest = 200_000;

    /// <summary>What is wrong with it; empty when it is sound.</summary>
    public string Fault
    {
        get
        {
            var (least, what) = Form switch
            {
                ShapeForm.Point => (1, "A point has one position"),
                ShapeForm.Line => (2, "A line has two points or more"),
                _ => (3, "An area has three corners or more"),
            };
            if (Points.Length < least || (Form == ShapeForm.Point && Points.Length > 1))
            {
                return $"{what}; this has {Points.Length}.";
            }

            if (Points.Length > MostPoints)
            {
                return string.Create(
                    CultureInfo.InvariantCulture,
                    $"It has {Points.Length:N0} points; {MostPoints:N0} is the most. Thin it out first."
                );
            }

            var strange = Points.FirstOrDefault(
                p => !(p.Latitude is >= -90 and <= 90 && p.Longitude is >= -180 and <= 180),
                new(0, 0)
            );
            if (strange != new GeoPoint(0, 0))
            {
                return string.Create(
                    CultureInfo.InvariantCulture,
                    $"{strange.Latitude:0.#####}, {strange.Longitude:0.#####} is nowhere on earth: latitudes go from −90 to 90, longitudes from −180 to 180. Perhaps the two are exchanged."
                );
            }

            return Points.Any(p => p.MetresTo(Points[0]) > Widest)
                    ? "Its points lie hundreds of kilometres apart. Check the digits."
                : Form == ShapeForm.Area && CrossesItself() ? "Its edge crosses itself. Draw it round once."
                : "";
        }
    }

    /// <summary>Length of a line, or of the edge of an area, in metres; 0 for a point.</summary>
    public double Length =>
        Form == ShapeForm.Point
            ? 0
            : Points.Skip(1).Zip(Points, (to, from) => from.MetresTo(to)).Sum()
                + (Form == ShapeForm.Area ? Points[^1].MetresTo(Points[0]) : 0);

    /// <summary>Area in square metres; 0 for points and lines. The shoelace formula on a plane that touches the earth at the first point, good to a thousandth over a few kilometres.</summary>
    public double Area
    {
        get
        {
            if (Form != ShapeForm.Area)
            {
                return 0;
            }

            var flat = Flat();
            return Math.Abs(
                    flat.Select(
                            (p, i) =>
                                (p.East * flat[(i + 1) % flat.Length].North)
                                - (flat[(i + 1) % flat.Length].East * p.North)
                        )
                        .Sum()
                ) / 2;
        }
    }

    /// <summary>A point to put its name at: the point itself, the middle of a line by its points, the middle of an area's corners.</summary>
    public GeoPoint Middle =>
        Form == ShapeForm.Line
            ? Points[Points.Length / 2]
            : new(Points.Average(p => p.Latitude), Points.Average(p => p.Longitude));

    /// <summary>Its size in words: "3.2 ha", "640 m"; empty for a point.</summary>
    public string Size =>
        Form switch
        {
            ShapeForm.Point => "",
            ShapeForm.Line => Length < 1000
                ? string.Create(CultureInfo.InvariantCulture, $"{Length:0} m")
                : string.Create(CultureInfo.InvariantCulture, $"{Length / 1000:0.0} km"),
            _ => Area < 1000
                ? string.Create(CultureInfo.InvariantCulture, $"{Area:0} m²")
                : string.Create(CultureInfo.InvariantCulture, $"{Area / 10_000:0.#} ha"),
        };

    /// <summary>True when a point lies in an area (a ray to the east crosses its edge an odd number of times).</summary>
    public bool Holds(GeoPoint point)
    {
        var inside = false;
        for (var (i, j) = (0, Points.Length - 1); Form == ShapeForm.Area && i < Points.Length; j = i++)
        {
            var (a, b) = (Points[i], Points[j]);
            if (
                (a.Latitude > point.Latitude) != (b.Latitude > point.Latitude)
                && point.Longitude
                    < ((b.Longitude - a.Longitude) * (point.Latitude - a.Latitude) / (b.Latitude - a.Latitude))
                        + a.Longitude
            )
            {
                inside = !inside;
            }
        }

        return inside;
    }

    private (double East, double North)[] Flat()
    {
        var narrow = Math.Cos(Points[0].Latitude * Math.PI / 180);
        const double Metre = GeoPoint.EarthRadius * Math.PI / 180;
        return
        [
            .. Points.Select(p =>
                ((p.Longitude - Points[0].Longitude) * narrow * Metre, (p.Latitude - Points[0].Latitude) * Metre)
            ),
        ];
    }

    private bool CrossesItself()
    {
        var flat = Flat();
        var count = flat.Length;
        for (var i = 0; i < count; i++)
        {
            for (var j = i + 2; j < count; j++)
            {
                // Neighbours share a corner.
                if ((j + 1) % count != i && Crosses(flat[i], flat[(i + 1) % count], flat[j], flat[(j + 1) % count]))
                {
                    return true;
                }
            }
        }

        return false;
    }

    private static bool Crosses(
        (double X, double Y) a,
        (double X, double Y) b,
        (double X, double Y) c,
        (double X, double Y) d
    ) => Side(a, b, c) * Side(a, b, d) < 0 && Side(c, d, a) * Side(c, d, b) < 0;

    private static double Side((double X, double Y) a, (double X, double Y) b, (double X, double Y) c) =>
        ((b.X - a.X) * (c.Y - a.Y)) - ((b.Y - a.Y) * (c.X - a.X));
}
